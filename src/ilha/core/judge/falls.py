"""The fall as the angler makes it: fed, held, or the one and then the other."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from ilha.core.errors import Array
from ilha.core.move.fall import Fall, Falling, Swing, fed_fall, swing
from ilha.core.move.invert import Held
from ilha.core.water.conditions import Conditions

OVER_GROUND = 2
"""Rounds in which the depth at the touchdown settles: a bottom of one in three is within 2 %."""


def fall_of(
    falling: Falling, held: Held, cond: Conditions, needed: Array | None = None
) -> tuple[Falling, Fall, Swing | None]:
    """The fall as the angler makes it: fed, held, or fed to the zone's top and then held; with the
    depth where it comes down, over a bottom that is not level. needed : as ``swung_in`` has it."""
    fall, found = _once(falling, held, cond, needed)
    if cond.ground is None:
        return falling, fall, found
    for _ in range(OVER_GROUND):
        falling = replace(falling, depth=_depth_at_touchdown(fall, cond))
        fall, found = _once(falling, held, cond, needed)
    return falling, fall, found


def _depth_at_touchdown(fall: Fall, cond: Conditions) -> Array:
    """m, where the rig lands: come in towards the rod, carried along the cast by the current."""
    assert cond.ground is not None
    along = fall.shift * np.cos(np.radians(cond.cast_angle_deg)) if cond.fall == "fed" else 0.0
    away = cond.cast - np.nan_to_num(fall.come_in) + np.nan_to_num(along)
    return cond.ground.under(np.asarray(cond.depth), away, cond.cast)


def _once(
    falling: Falling, held: Held, cond: Conditions, needed: Array | None
) -> tuple[Fall, Swing | None]:
    if cond.fall == "fed":
        return fed_fall(falling, cond.zone_from, cond.zone_to), None
    found = swung_in(falling, held, cond, cond.fall, needed)
    return found.fall, found


def swung_in(
    falling: Falling, held: Held, cond: Conditions, kind: str, needed: Array | None = None
) -> Swing:
    """A fall on a line that is held, from the splash or, where ``kind`` is "fed-then-held", from
    the zone's top. NaN where the line that is out is too short: where the hold needs more of it the
    rig never gets there, whatever the count says. From a boat under way the line meets the water
    that flows past the boat, as it does in the hold. needed : m of line that the hold needs, where
    it is known."""
    found, out = swung(falling, held, cond, kind)
    if needed is None:
        needed = held.at(np.asarray(cond.surface_speed), bare=True).line_out
    never = ~(needed <= out)
    fall = Fall(**{name: np.where(never, np.nan, value)
                   for name, value in vars(found.fall).items()})
    return replace(found, fall=replace(fall, line=found.fall.line))


def swung(falling: Falling, held: Held, cond: Conditions, kind: str) -> tuple[Swing, Array]:
    """The same whatever line is out, and that line, m."""
    surface = np.asarray(cond.surface_speed)
    falling = replace(falling, current=np.abs(held.plane * surface - held.boat(surface)))
    depth, cast, tip = falling.depth, np.asarray(cond.cast), np.asarray(cond.tip_height)
    start = np.maximum(depth - cond.zone_to, 0.0) if kind == "fed-then-held" else 0.0 * depth
    found = swing(falling, cast, tip, cond.zone_from, cond.zone_to, start, cond.cast_angle_deg,
                  cond.crosswind, cond.leader)
    return found, np.hypot(cast, tip + start)
