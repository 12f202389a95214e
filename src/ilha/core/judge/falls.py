"""The fall as the angler makes it: fed, held, or the one and then the other."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from ilha.core.move.fall import Fall, Falling, Swing, fed_fall, swing
from ilha.core.move.invert import Held
from ilha.core.water.conditions import Conditions


def fall_of(falling: Falling, held: Held, cond: Conditions) -> tuple[Fall, Swing | None]:
    """The fall as the angler makes it: fed, held, or fed to the zone's top and then held."""
    if cond.fall == "fed":
        return fed_fall(falling, cond.zone_from, cond.zone_to), None
    swung = swung_in(falling, held, cond, cond.fall)
    return swung.fall, swung


def swung_in(falling: Falling, held: Held, cond: Conditions, kind: str) -> Swing:
    """A fall on a line that is held, from the splash or, where ``kind`` is "fed-then-held", from
    the zone's top. NaN where the line that is out is too short: where the hold needs more of it the
    rig never gets there, whatever the count says. From a boat under way the line meets the water
    that flows past the boat, as it does in the hold."""
    surface = np.asarray(cond.surface_speed)
    falling = replace(falling, current=np.abs(held.plane * surface - held.boat(surface)))
    depth, cast, tip = (np.asarray(v) for v in (cond.depth, cond.cast, cond.tip_height))
    start = np.maximum(depth - cond.zone_to, 0.0) if kind == "fed-then-held" else 0.0 * depth
    needed = held.at(surface, bare=True).line_out
    swung = swing(falling, cast, tip, cond.zone_from, cond.zone_to, start, cond.cast_angle_deg,
                  cond.crosswind)
    never = ~(needed <= np.hypot(cast, tip + start))
    fall = Fall(**{name: np.where(never, np.nan, value)
                   for name, value in vars(swung.fall).items()})
    return replace(swung, fall=replace(fall, line=swung.fall.line))
