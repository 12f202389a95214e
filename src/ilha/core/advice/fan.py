"""Covering the water: how many casts, how far apart, in what order, and how long it takes.

How far fish see a lure is judgement (no source): the rest is geometry.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.choose.outfit import Outfit
from ilha.core.choose.retrieves import RETRIEVES, way_of
from ilha.core.choose.situation import Situation
from ilha.core.errors import Array, require

SIGHT = {"clear": 3.5, "stained": 1.8, "dirty": 0.7}
"""How far (m) a fish makes out a plastic of 100 mm in daylight."""
DIMS = {"bright": 1.0, "low": 0.75, "night": 0.5}
LOUD, SLOW, SLOW_UNDER = 1.35, 0.75, 0.3
"""A tail that thumps or a blade is felt farther; what creeps (under so many m/s) is seen less."""
REACH_LENGTH = 0.100
HANDLING = 12.0
"""Seconds between two casts: the cast itself, the flight, picking up the line."""
LOUD_LOOKS = ("paddle", "t-tail", "bulky", "surface")


def sight(clarity: str, light: str, length: float, loud: bool, speed: float) -> float:
    """How far (m) from a lure's way a fish is reached: by clarity and light, with the root of its
    length (m), more if loud, less if it creeps (m/s)."""
    length = float(require("plastic.length_mm", length * 1e3, "mm", "measure it", above=0.0)) / 1e3
    seen = SIGHT[clarity] * DIMS[light] * np.sqrt(length / REACH_LENGTH)
    return float(seen * (LOUD if loud else 1.0) * (SLOW if speed < SLOW_UNDER else 1.0))


@dataclass(frozen=True)
class Plan:
    """Casts over a stretch. angles : rad from the stretch's first edge, of casts from one spot, in
    order; steps : m along the stretch, of casts from one who moves on, in order: one of them is
    empty. apart : m between the ways of two casts where they are farthest apart.
    """

    sight: float
    angles: tuple[float, ...]
    steps: tuple[float, ...]
    apart: float
    seconds_each: float

    @property
    def casts(self) -> int:
        return len(self.angles) or len(self.steps)

    @property
    def seconds(self) -> float:
        return self.casts * self.seconds_each


def fan_angles(cast: float, sector: float, reach: float) -> Array:
    """Directions (rad) of the fewest casts of one length (m) from one spot that leave no point of
    a sector (rad) farther than ``reach`` m from a cast's way.

    A point between two ways is farthest from them at the end of the cast: cast * sin(gap/2). The
    outermost ways lie half a gap inside the edges.

    >>> fan_angles(20.0, np.pi / 2, 20.0 * np.sin(np.pi / 8)).round(3).tolist()
    [0.393, 1.178]
    """
    cast = float(require("cast_m", cast, "m", "how far you cast", above=0.0, high=150.0))
    sector = float(require("sector_deg", np.degrees(sector), "°", "10 to 360 degrees", low=10.0,
                           high=360.0)) * np.pi / 180.0
    # What reaches as far as the cast is seen from all round with one.
    gap = 2.0 * np.arcsin(reach / cast) if reach < cast else 2.0 * np.pi
    count = max(1, int(np.ceil(sector / gap - 1e-9)))
    return np.asarray((np.arange(count) + 0.5) * sector / count)


def walk_steps(stretch: float, reach: float) -> Array:
    """Where (m) along a stretch to cast straight out, no point farther than ``reach`` m off."""
    stretch = float(require("stretch_m", stretch, "m", "how long a stretch", above=0.0,
                            high=2000.0))
    count = max(1, int(np.ceil(stretch / (2.0 * reach) - 1e-9)))
    return np.asarray((np.arange(count) + 0.5) * stretch / count)


def plan(
    situation: Situation, outfit: Outfit, retrieve: str, fall_speed: float, count: float,
    sector: float | None, stretch: float | None,
) -> Plan:
    """How to cover a sector (rad) from one spot, or a stretch (m) moving along it, with an outfit
    on a retrieve; fall_speed m/s, count s of the cast.

    Casts begin on the side that the current comes from: what the lure stirs up then drifts over
    water that has been fished (judgement).
    """
    chosen = RETRIEVES[retrieve]
    loud = outfit.plastic.look in LOUD_LOOKS or outfit.head.head.shape == "bladed"
    reach = sight(situation.clarity, situation.light, outfit.plastic.plastic.length, loud,
                  chosen.speed_m_s)
    cast = situation.cast_m
    way = way_of(chosen, cast, situation.depth, situation.zone, fall_speed)
    each = HANDLING + (count if np.isfinite(count) else 0.0) + way.seconds
    if stretch is not None:
        steps = walk_steps(stretch, reach)
        apart = stretch / steps.size
        return Plan(reach, (), tuple(steps.tolist()), apart, each)
    assert sector is not None
    angles = fan_angles(cast, sector, reach)
    apart = 2.0 * cast * float(np.sin(0.5 * sector / angles.size))
    return Plan(reach, tuple(angles.tolist()), (), apart, each)


def two_plans(
    situation: Situation, outfit: Outfit, fall_speed: float, count: float,
    sector: float | None, stretch: float | None,
) -> dict[str, tuple[str, Plan]]:
    """Searching against creeping: the same stretch, each with its retrieve and its time."""
    fast = "burn" if situation.on_top else "steady"
    slow = "slow-roll" if situation.swum_place or situation.off_bottom else "drag"
    ways = [("search", fast), ("creep", slow)]
    if situation.finding == "found":
        ways.reverse()
    return {kind: (key, plan(situation, outfit, key, fall_speed, count, sector, stretch))
            for kind, key in ways}
