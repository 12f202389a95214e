"""Every outfit of a box in one water: what fits, what gets there, what the tackle bears.

Rows are plastics in a rigging on a head, columns lines on rods. All of them go through one pass of
the water model (one for each way to tie them on), not one call each.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from ilha.core.bench.rigging_numbers import LEAST_SINKER, SLIDING_LEADER, TANDEM
from ilha.core.bench.strength import DRAG_HIGH, opens_at
from ilha.core.choose.box import Box
from ilha.core.choose.combine import ON_A_LINE, Rows, combine
from ilha.core.choose.situation import Situation
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.figures import Figures, figures
from ilha.core.judge.limits import judge_school
from ilha.core.judge.schools import (
    RIGHT,
    SCHOOLS,
    TABLE,
    TOO_LIGHT,
    UNSAFE,
    table_mass,
)
from ilha.core.move.cast import Rods, cast_distance
from ilha.core.rig.assembly import assemble, columns, stack
from ilha.core.rig.bodies import Body, Head
from ilha.core.rig.tackle import OnSinker, Rigging, TwoHeads
from ilha.core.units import newtons_of_kg
from ilha.core.water.conditions import Conditions

NEEDS_KG = {"light": 1.8, "medium": 3.5, "strong": 6.0, "very-strong": 10.0}
"""What the line must hold for a fish of each strength, kg (judgement; common practice ties 4 to
6 lb on the lightest and 30 lb on the strongest)."""
THREE_WAY_SINKER, THREE_WAY_LEADER, THREE_WAY_DROPPER = 0.45, 1.5, 0.3
LIFT = 1.5
"""A three-way rig's sinker is wound up so far off the bottom, m: two or three turns."""
LEADER_OVER_LINE = 2.0
"""Diameter of the leader over that of braid of about its strength (from memory)."""


@dataclass(frozen=True)
class Found:
    """The combinations that passed the hard limits or not, (N, C) over rows and columns.

    pair : (N,) index into the figures' rows. of the figures' way. line, rod : (C,) indices.
    verdict : codes of ``schools.VERDICTS``. pick_mass : kg, of the school's own pick among the
    heads that go on the same plastic. hard : name to (N, C), whether each hard limit is passed.
    """

    rows: Rows
    line: Indices
    rod: Indices
    verdict: Indices
    mass: Array
    pick_mass: Array
    fall: Array
    count: Array
    package: Array
    hard: dict[str, Flags]

    @property
    def passed(self) -> Flags:
        return np.asarray(np.logical_and.reduce(list(self.hard.values())))

    @property
    def ruled_out(self) -> dict[str, int]:
        """How many combinations each hard limit stops by itself."""
        out = {name: int((~passed).sum()) for name, passed in self.hard.items()}
        return {"does-not-fit": self.rows.misfits * self.line.size, **out}


def _way(key: str) -> str:
    return key if key in ON_A_LINE else "one"


def tied(key: str, line: float, depth: float, front: Head) -> Rigging:
    """How a rigging is tied to a line of a diameter (m), over a depth (m); leaders of usual lengths
    (common practice). front : the front head of two."""
    leader = LEADER_OVER_LINE * line
    if key == "tandem":
        return TwoHeads(front, 0.5 * TANDEM, leader)
    if key == "sliding-sinker":
        return OnSinker(LEAST_SINKER, 0.0, SLIDING_LEADER, leader, 0.0)
    if key == "three-way":
        return OnSinker(THREE_WAY_SINKER, THREE_WAY_DROPPER, THREE_WAY_LEADER, leader,
                        min(LIFT, 0.5 * depth))
    return None


def _figures(box: Box, cond: Conditions, way: str, body: Body) -> Figures:
    rigging = tied(way, float(np.median(cond.line_diameter)), float(np.min(cond.depth)),
                   box.heads[0].head)
    return figures(cond, body, box.rods[0].rod, rigging, body if way == "tandem" else None)


_MASSES, _AREAS = 14, 5


def casts(box: Box, f: Figures, lines: Array) -> Array:
    """How far each rod throws each package on each line, m, (N, L, R).

    Flights are smooth in mass and area: a grid of them is flown, and the box read off it in
    logarithms (within 1 %, which tests hold against direct flights).
    """
    mass, area = f.ends.package[:, 0], np.broadcast_to(f.ends.package_area, f.ends.package.shape)[
        :, 0]
    grid_m = np.geomspace(mass.min() * 0.999, mass.max() * 1.001, _MASSES)
    grid_a = np.geomspace(area.min() * 0.999, area.max() * 1.001, _AREAS)
    m, a, d = np.meshgrid(grid_m, grid_a, lines, indexing="ij")
    at_m = np.clip(np.searchsorted(grid_m, mass) - 1, 0, _MASSES - 2)
    at_a = np.clip(np.searchsorted(grid_a, area) - 1, 0, _AREAS - 2)
    s = (np.log(mass / grid_m[at_m]) / np.log(grid_m[1] / grid_m[0]))[:, None]
    t = (np.log(area / grid_a[at_a]) / np.log(grid_a[1] / grid_a[0]))[:, None]
    out = np.empty((mass.size, lines.size, len(box.rods)))
    for r, rod in enumerate(box.rods):
        far = cast_distance(rod.rod, m, a, d, f.cond.tailwind)
        out[:, :, r] = ((1 - s) * (1 - t) * far[at_m, at_a] + s * (1 - t) * far[at_m + 1, at_a]
                        + (1 - s) * t * far[at_m, at_a + 1] + s * t * far[at_m + 1, at_a + 1])
    return out


def _spread(f: Figures, box: Box, lines: Array, plastic: Indices) -> Figures:
    """The figures of the lines repeated for every rod, with each rod's rating and cast."""
    rods = len(box.rods)
    shape = (plastic.size, lines.size)

    def wide(values: Array) -> Array:
        full = np.broadcast_to(values, (*np.shape(values)[:-2], *shape))
        return np.repeat(full, rods, axis=-1)

    rated = Rods(np.tile([r.rod.lure_min for r in box.rods], lines.size),
                 np.tile([r.rod.lure_max for r in box.rods], lines.size))
    cond = f.cond
    depth, current = np.repeat(cond.depth, rods), np.repeat(cond.surface_speed, rods)
    thrown = casts(box, f, lines).reshape(plastic.size, -1) if not cond.lowered else np.full(
        (plastic.size, lines.size * rods), np.inf)
    return replace(
        f, rod=rated, cast=thrown, group=plastic,
        cond=replace(cond, line_diameter=np.repeat(lines, rods), depth=depth,
                     surface_speed=current),
        ends=replace(f.ends, weight=wide(f.ends.weight), speed=wide(f.ends.speed)),
        fall=replace(f.fall, count=wide(f.fall.count), zone=wide(f.fall.zone)),
        falling=replace(f.falling, depth=depth, current=current,
                        diameter=np.repeat(lines, rods)),
        holds=replace(f.holds, scope=wide(f.holds.scope)),
    )


@dataclass(frozen=True)
class _Judged:
    verdict: Indices
    fall: Array
    count: Array
    package: Array
    gets_there: Flags
    pick: Array


def _judge(f: Figures, school_key: str) -> _Judged:
    shape = f.fall.count.shape
    school = SCHOOLS[school_key]
    judgement, _ = judge_school(f, school, (shape[0], shape[1]))
    verdict = judgement.verdict
    assert f.group is not None
    if school is TABLE:
        pick = np.broadcast_to(table_mass(f.cond.depth, f.cond.surface_speed), shape)
    else:
        pick = _lightest(f.mass, verdict, f.group)
    return _Judged(verdict, f.ends.speed, f.fall.count,
                   np.broadcast_to(f.package, shape), verdict != TOO_LIGHT, pick)


def _lightest(mass: Array, verdict: Indices, group: Indices) -> Array:
    """Mass of the lightest right head (else the lightest that is not too light) of each group."""
    order = np.lexsort((mass, group))
    starts = np.flatnonzero(np.concatenate([[True], np.diff(group[order]) != 0]))
    sizes = np.diff(np.append(starts, group.size))
    best = []
    for good in (verdict == RIGHT, (verdict != TOO_LIGHT) & (verdict != UNSAFE)):
        ranked = np.where(good[order], mass[order][:, None], np.inf)
        best.append(np.repeat(np.minimum.reduceat(ranked, starts, axis=0), sizes, axis=0))
    out = np.empty_like(best[0])
    out[order] = np.where(np.isfinite(best[0]), best[0], best[1])
    return out


def search(box: Box, situation: Situation, riggings: Sequence[str]) -> Found | None:
    """All combinations of a box in a situation; None where no hook fits any plastic.

    riggings : those to try, of ``features.SEARCHED``.
    """
    box = box.on_line(situation.line_diameter)
    rows = combine(box, situation.fish.mouth, tuple(riggings))
    if rows.plastic.size == 0:
        return None
    lines = np.array([line.diameter for line in box.lines])
    cond = situation.conditions(lines)
    ways = np.array([_way(key) for key in rows.keys])
    heads = columns([h.head for h in box.heads])
    parts: dict[str, list[Array]] = {name: [] for name in (
        "verdict", "fall", "count", "package", "gets_there", "pick")}
    order = []
    for way in dict.fromkeys(ways.tolist()):
        mine = np.flatnonzero(ways == way)
        # Riggings of one plastic on one head fall and hold alike: each pair is computed once.
        pairs, back = np.unique(rows.plastic[mine] * len(box.heads) + rows.head[mine],
                                return_inverse=True)
        p, h = np.divmod(pairs, len(box.heads))
        body = assemble(stack([one.plastic for one in box.plastics], p), heads.taken(h))
        judged = _judge(_spread(_figures(box, cond, way, body), box, lines, p), situation.school)
        for name, held in parts.items():
            held.append(getattr(judged, name)[back])
        order.append(mine)
    put = np.argsort(np.concatenate(order))
    whole: dict[str, Any] = {name: np.concatenate(held)[put] for name, held in parts.items()}
    line, rod = (part.ravel() for part in np.meshgrid(
        np.arange(lines.size), np.arange(len(box.rods)), indexing="ij"))
    mass = np.array([head.head.mass for head in box.heads])[rows.head]
    return Found(rows, line, rod, whole["verdict"], mass, whole["pick"], whole["fall"],
                 whole["count"], whole["package"],
                 _hard(box, situation, rows, line, whole["verdict"]))


def _hard(
    box: Box, situation: Situation, rows: Rows, line: Indices, verdict: Indices
) -> dict[str, Flags]:
    """The limits that no preference makes good, (N, C) each."""
    need = newtons_of_kg(NEEDS_KG[situation.fish.strength])
    holds = np.array([one.holds for one in box.lines])[line]
    opens = opens_at(np.array([h.wire for h in box.heads]), np.array([h.gape for h in box.heads]))
    shape = verdict.shape
    return {
        "too-light": verdict != TOO_LIGHT,
        "rod-rating": verdict != UNSAFE,
        "line-too-weak": np.broadcast_to(holds >= need, shape),
        "hook-too-weak": np.broadcast_to((opens >= DRAG_HIGH * need)[rows.head][:, None], shape),
    }
