"""The numbers of rigs that are lengths of line: leaders, droppers, sinkers, a second hook.

Lengths in metres, masses kg. What is not geometry or statics is common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.bench.fit import HIGH_DEPTH
from ilha.core.bench.rigging_numbers import SALT_20, Bench, Number, Numbers, rule
from ilha.core.bench.stinger import SWIVEL, stinger_for
from ilha.core.errors import Array
from ilha.core.move.invert import Held, least_sinker
from ilha.core.rig.assembly import assemble
from ilha.core.rig.tackle import RHO_SINKER, Sinker, Tandem, sinker_area
from ilha.core.units import G
from ilha.core.water.flow import SEVENTH_ROOT
from ilha.core.water.seawater import kinematic_viscosity

KNOTS_TAKE = 0.15
"""Leader that two knots take, m."""


def float_leader(depth: ArrayLike) -> Array:
    """Leader under a float, m: 250 to 500 mm by depth (m), over half a metre of water the least,
    over a metre and a half the most (common practice; the depths are judgement); never more than
    four fifths of the water."""
    deep = np.asarray(depth, dtype=float)
    return np.asarray(np.minimum(np.interp(deep, [0.5, 1.5], [0.25, 0.50]), 0.8 * deep))


@rule("float")
def _float(b: Bench) -> Numbers:
    """What hangs below, and how long it takes to."""
    leader = float(float_leader(b.depth))
    return {"leader": Number(leader, "length"), "depth_here": Number(b.depth, "length"),
            "cut_line": Number(leader + KNOTS_TAKE, "length"),
            "settles": Number(max(1.0, leader / 0.25), "seconds")}


@rule("stinger")
def _stinger(b: Bench) -> Numbers:
    """High threaded; what hangs below is of :mod:`ilha.core.bench.stinger`."""
    high = min(HIGH_DEPTH, b.half)
    out = b.exit(high)
    s = stinger_for(b.plastic.height, b.plastic.length, out, b.pull)
    return {"exit": Number(out), "depth": Number(high), "rings": Number(s.rings, "count"),
            "ring_wide": Number(s.treble.ring), "hang": Number(s.hang),
            "reaches": Number(s.reaches), "treble": Number(s.treble.across),
            "treble_size": Number(s.treble.across, word=s.treble.size),
            "swivel": Number(SWIVEL, word=s.treble.swivel), "adds": Number(s.mass, "mass"),
            "holds": Number(s.treble.holds, "pull")}


TANDEM = 1.2
LOOP = 0.06
SLACK, RIPS = 0.1, 0.7
LIGHTER_IN_FRONT = 2.0 / 3.0
"""Two heads are alike in slack water and where it rips, m/s; between them the front one is two
thirds of the rear, 1/4 oz before 3/8 (common practice; the currents are judgement)."""


def front_share(current: float) -> float:
    """The front head of two over the rear one in a surface current (m/s)."""
    return LIGHTER_IN_FRONT if SLACK <= current <= RIPS else 1.0


@rule("tandem")
def _tandem(b: Bench) -> Numbers:
    """1.2 m fished; the dropper loop takes twice its length, the knots as elsewhere. How far the
    front one rides over the rear, which touches, is statics: docs/model.md, section 3."""
    knots = 2.0 * LOOP + KNOTS_TAKE
    rear = assemble(b.plastic, [b.head])
    share = front_share(b.current)
    front = assemble(b.plastic, [replace(b.head, mass=share * b.head.mass)])
    rho, spacing = np.atleast_1d(SALT_20), 0.5 * TANDEM

    def flow_at(z: Array) -> Array:
        share_of = SEVENTH_ROOT.share(np.maximum(z, 1e-3), np.asarray(b.depth))
        return np.asarray(b.current * share_of)

    start = Tandem(front.wet_weight(rho), front.drag_area, spacing, 2.0 * b.line).start(
        rear.wet_weight(rho), rear.drag_area, flow_at, np.full((1, 1), 0.02), rho)
    up = float(np.ravel(start.height)[0]) - 0.02
    return {"cut_line": Number(TANDEM + knots, "length"), "knots": Number(knots, "length"),
            "front_at": Number(spacing, "length"), "apart": Number(spacing, "length"),
            "front": Number(share * b.head.mass, "mass"), "rear": Number(b.head.mass, "mass"),
            "above": Number(up, "length")}


LEAST_SINKER, SLIDING_LEADER = 0.060, 0.6
"""Sliding sinkers begin at 60 g, on 0.6 m of leader (common practice)."""
THREE_WAY_LEAST, THREE_WAY_LEADER, THREE_WAY_DROPPER = 0.090, 1.5, 0.3
"""Three-way rigs: 90 to 450 g, 1.5 m of leader, 0.3 m of lighter dropper (common practice)."""
DROP_SHOT_LEAST, DROP_SHOT_DROPPER = 0.007, 0.45
"""Under a drop-shot hook hangs the sinker, 0.3 to 0.6 m below it (common practice)."""
SINKERS = (0.007, 0.010, 0.014, 0.021, 0.028, 0.042, 0.060, 0.090, 0.120, 0.150, 0.180, 0.240,
           0.300, 0.360, 0.450)
"""Weights (kg) that sinkers are sold in."""
TURNS = 3.0
LIFT_MOST = 2.25
"""A three-way rig's sinker is wound up by two or three turns, no more than this, m."""
TIP, SCOPE = 1.5, 2.0
"""A rod tip over the water, m, and the scope at which a line is said to hold (section 3)."""


@dataclass(frozen=True)
class OnLead:
    """How a rig hangs at its sinker. least : kg. dropper : m from the sinker up to the rig or the
    swivel; leader : m from there to the rig; lift : m wound up once it has touched."""

    least: float
    dropper: float
    leader: float
    lift: float


ON_LEAD = ("sliding-sinker", "three-way", "drop-shot")
"""The rigs that a sinker carries."""


def on_lead(key: str, per_turn: float = 0.75, depth: float = np.inf) -> OnLead:
    """Of the rigs that a sinker carries; per_turn, depth : m."""
    lift = min(TURNS * per_turn, LIFT_MOST, 0.5 * depth)
    return {"sliding-sinker": OnLead(LEAST_SINKER, 0.0, SLIDING_LEADER, 0.0),
            "three-way": OnLead(THREE_WAY_LEAST, THREE_WAY_DROPPER, THREE_WAY_LEADER, lift),
            "drop-shot": OnLead(DROP_SHOT_LEAST, DROP_SHOT_DROPPER, 0.05, 0.0)}[key]


@dataclass(frozen=True)
class Carried:
    """least : the sinker that holds, kg, NaN where none does. size : the common weight from there
    on, kg. over : the rig over the bottom, m, the sinker of that size."""

    least: float
    size: float
    over: float


def carried(
    key: str, weight: float, area: float, line: float, depth: float, current: float,
    per_turn: float = 0.75,
) -> Carried:
    """The sinker that carries a rig (wet N, drag area m²) on a line (m) in a surface current (m/s),
    and how high the rig then rides over the bottom: statics of section 3."""
    return _carried_by_all(weight, area, line, depth, current, per_turn)[key]


@lru_cache(maxsize=512)
def _carried_by_all(
    weight: float, area: float, line: float, depth: float, current: float, per_turn: float,
) -> dict[str, Carried]:
    """Of every rig on a sinker: solved together, since a solution costs more than its columns."""
    rho, rigs = np.atleast_1d(SALT_20), [on_lead(key, per_turn, depth) for key in ON_LEAD]

    def each(name: str) -> Array:
        return np.array([[getattr(at, name)] for at in rigs])

    tackle = Sinker(np.ones((len(rigs), 1)), np.full((len(rigs), 1), 1e-4), each("dropper"),
                    each("leader"), 2.0 * line, each("lift"))
    wet, drags = np.full((len(rigs), 1), weight), np.full((len(rigs), 1), area)
    held = Held(wet, drags, np.asarray(line), np.atleast_1d(depth), np.asarray(TIP), rho,
                kinematic_viscosity(20.0, 35.0), SEVENTH_ROOT, tackle=tackle)
    held_by = least_sinker(held, np.atleast_1d(current), SCOPE)
    least = np.maximum(each("least"), np.nan_to_num(held_by, nan=np.inf))
    size = np.array([[next((sold for sold in SINKERS if sold >= 0.999 * one), one)]
                     for one in least.ravel()])
    there = replace(tackle, weight=np.where(np.isfinite(size), size, 1.0) * (
        1.0 - rho / RHO_SINKER) * G, area=sinker_area(np.where(np.isfinite(size), size, 1.0)))

    def flow_at(z: Array) -> Array:
        return np.asarray(current * SEVENTH_ROOT.share(np.maximum(z, 1e-3), np.asarray(depth)))

    start = there.start(wet, drags, flow_at, np.zeros_like(wet), rho)
    # The line of a drop shot leans with the current from the sinker up: so does the rig on it.
    lean = np.arctan2(start.vertical, np.maximum(np.abs(start.pull), 1e-12))
    over = np.where(np.array([[key == "drop-shot"] for key in ON_LEAD]),
                    each("dropper") * np.sin(lean), start.lure)
    none = Carried(float("nan"), float("nan"), float("nan"))
    return {key: Carried(*map(float, row)) if np.isfinite(row[0]) else none
            for key, row in zip(ON_LEAD, np.hstack([least, size, over]), strict=True)}


def _carried(key: str, b: Bench) -> Carried:
    body = assemble(b.plastic, [b.head])
    return carried(key, float(body.wet_weight(SALT_20).item()), float(np.ravel(body.drag_area)[0]),
                   b.line, b.depth, b.current, b.per_turn)


@rule("sliding-sinker")
def _sliding(b: Bench) -> Numbers:
    """The least that holds in this current on this line."""
    found = _carried("sliding-sinker", b)
    return {"sinker": Number(found.least, "mass"), "leader": Number(SLIDING_LEADER, "length"),
            "cut_line": Number(SLIDING_LEADER + KNOTS_TAKE, "length"),
            "over": Number(found.over)}


@rule("three-way")
def _three_way(b: Bench) -> Numbers:
    """The sinker that holds here, from 90 g on, and how high the plastic swims over the bottom once
    it is wound up by three turns."""
    found = _carried("three-way", b)
    return {"dropper": Number(THREE_WAY_DROPPER, "length"), "sinker": Number(found.least, "mass"),
            "leader": Number(THREE_WAY_LEADER, "length"),
            "cut_line": Number(THREE_WAY_LEADER + KNOTS_TAKE, "length"),
            "turns": Number(TURNS, "count"), "lift": Number(TURNS * b.per_turn, "length"),
            "over": Number(found.over, "length")}


@rule("drop-shot")
def _drop_shot(b: Bench) -> Numbers:
    """The sinker below, the plastic above it on the same leader; it hangs lower as the line leans
    in the current."""
    found = _carried("drop-shot", b)
    return {"dropper": Number(DROP_SHOT_DROPPER, "length"), "sinker": Number(found.least, "mass"),
            "over": Number(found.over, "length"),
            "cut_line": Number(DROP_SHOT_DROPPER + 1.0 + KNOTS_TAKE, "length")}
