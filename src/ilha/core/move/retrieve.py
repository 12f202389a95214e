"""Swimming it back: where a steady retrieve carries the rig. Section 4 of docs/model.md."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.errors import Array, Flags
from ilha.core.water.flow import line_drag_coefficient

SWEEP = 0.85
"""The line's fixed upper end sweeps slower than the lure (fitted to a lumped-mass chain)."""
BOTTOM_FRICTION = 0.4
CONTACT_DRAGS = 0.58
"""Share of the weight on the bottom above which it drags (threshold from practice)."""
SPEED_MIN, SPEED_MAX = 0.1, 3.0


@dataclass(frozen=True)
class Water:
    """What the line and the water bring to a retrieve: all broadcast to (H, T)."""

    weight: Array
    drag_area: Array
    diameter: Array
    depth: Array
    tip_height: Array
    rho: Array
    nu: Array


@dataclass(frozen=True)
class Retrieve:
    """What a steady retrieve does, (H, T); NaN for rigs that float.

    lift_off : m from the tip at which it leaves the bottom; beyond the cast it never touches.

    contact_share : of its weight on the bottom, tip half the cast away. zone_share : of the cast
    inside the zone. drags, runs_under, rides_up : the faults. speed_low, speed_high : m/s that keep
    it in the zone over the middle half of the cast, NaN where none does.
    """

    lift_off: Array
    contact_share: Array
    zone_share: Array
    drags: Flags
    runs_under: Flags
    rides_up: Flags
    speed_low: Array
    speed_high: Array

    def on_reel(self, current: Array) -> Retrieve:
        """The same with the speeds of the reel, where a ``current`` (m/s) adds to them."""
        high = self.speed_high - current
        low = np.maximum(self.speed_low - current, 0.0)
        return replace(self, speed_low=np.where(high > 0.0, low, np.nan),
                       speed_high=np.where(high > 0.0, high, np.nan))


def distance_at(water: Water, speed: Array, below: Array, contact: Array | float = 0.0) -> Array:
    """Distance (m) from tip to lure at which it runs level ``below`` m under the surface.

    ``contact`` is the share of its weight the bottom carries. The hold's catenary in uniform
    flow with f = 0.85 rho/2 Cd D V²; Cd at V/cosh(min(y0 + 0.5, 3)). 0 at the surface.
    """
    weight = water.weight * (1.0 - contact)
    drag = 0.5 * water.rho * water.drag_area * speed**2
    drag = drag + BOTTOM_FRICTION * contact * water.weight
    y0 = np.arcsinh(drag / weight)
    reynolds = speed / np.cosh(np.minimum(y0 + 0.5, 3.0)) * water.diameter / water.nu
    f = SWEEP * 0.5 * water.rho * line_drag_coefficient(reynolds) * water.diameter * speed**2
    tension = np.hypot(weight, drag)
    y1 = np.minimum(y0 + f * below / tension, 40.0)
    reach = tension / f * (np.cosh(y1) - np.cosh(y0)) + water.tip_height * np.sinh(y1)
    return np.asarray(reach)


def contact_share(water: Water, speed: Array, away: Array) -> Array:
    """Share of the weight that the bottom carries with the tip ``away`` m off; 0 when lifted."""
    lifted = distance_at(water, speed, water.depth) >= away
    low, high = np.zeros(lifted.shape), np.full(lifted.shape, 1.0 - 1e-6)
    for _ in range(20):
        mid = 0.5 * (low + high)
        nearer = distance_at(water, speed, water.depth, mid) < away
        low, high = np.where(nearer, mid, low), np.where(nearer, high, mid)
    return np.where(lifted, 0.0, 0.5 * (low + high))


def drags(water: Water, speed: Array, cast: Array) -> Flags:
    """Whether the bottom carries more than ``CONTACT_DRAGS`` of it with half the cast to go.

    At that share the lure would be level nearer in than half the cast: no inversion is needed.
    """
    return np.asarray(distance_at(water, speed, water.depth, CONTACT_DRAGS) < 0.5 * cast)


def rides_up(water: Water, speed: Array, cast: Array, zone_to: Array | float) -> Flags:
    """Whether it leaves the zone upward inside the middle half of the cast.

    It rises as it comes nearer, so the near end of the middle half, a quarter of the cast away,
    decides; below the zone there is only the bottom, which :func:`drags` judges.
    """
    edge = np.maximum(water.depth - zone_to, 0.0)
    return np.asarray((distance_at(water, speed, edge) > 0.25 * cast) & (water.depth > zone_to))


def runs_under(water: Water, speed: Array, cast: Array, zone_from: Array | float) -> Flags:
    """Whether it is still under a zone off the bottom with three quarters of the cast to go.

    At the zone's lower edge it would be level nearer in than that.
    """
    if np.all(np.asarray(zone_from) == 0.0):
        return np.zeros((1, 1), dtype=bool)
    edge = np.maximum(water.depth - zone_from, 0.0)
    under = distance_at(water, speed, edge) < 0.75 * cast
    return np.asarray(under & (np.asarray(zone_from) > 0.0))


def running_path(water: Water, speed: Array, shares: Array) -> Array:
    """Distance (m) from the tip at which it runs level at each depth.

    shares : (P,) of the depth, below the surface. Returns (P, H, T), growing with the depth.
    """
    below = shares.reshape(-1, 1, 1) * water.depth
    return distance_at(water, speed, below)


def _edge_speed(fault: Callable[[Array], Flags], shape: tuple[int, ...], slower: bool) -> Array:
    """The speed at which a fault, monotone in speed, sets in (or ends where ``slower``)."""
    low, high = np.full(shape, SPEED_MIN), np.full(shape, SPEED_MAX)
    for _ in range(12):
        mid = 0.5 * (low + high)
        below = fault(mid) == slower
        low, high = np.where(below, mid, low), np.where(below, high, mid)
    return np.asarray(0.5 * (low + high))


def retrieve(
    water: Water, speed: Array, cast: Array, zone_from: Array | float, zone_to: Array | float,
    tail_speed: float,
) -> Retrieve:
    """A steady retrieve at ``speed`` (m/s) over a cast of ``cast`` m; (H, T).

    ``tail_speed`` (m/s) is the least at which the tail works. NaN for rigs that float.
    Weak at 0.5 m/s and below; nearer than 10 m it runs about 0.4 m deeper than computed.
    """
    sinks = water.weight > 0.0
    water = replace(water, weight=np.where(sinks, water.weight, np.nan))
    lift_off = distance_at(water, speed, water.depth)
    # Depth against distance is monotone: the zone's edges map to two distances.
    upper = distance_at(water, speed, np.maximum(water.depth - zone_to, 0.0))
    upper = np.where(water.depth <= zone_to, 0.0, upper)
    lower = distance_at(water, speed, np.maximum(water.depth - zone_from, 0.0))
    lower = np.where(zone_from > 0.0, lower, np.inf)
    share = (np.minimum(lower, cast) - np.minimum(upper, cast)) / cast
    shape = np.broadcast_shapes(lift_off.shape, np.shape(cast))
    slowest = _edge_speed(
        lambda v: drags(water, v, cast) | runs_under(water, v, cast, zone_from), shape, slower=True)
    fastest = _edge_speed(lambda v: rides_up(water, v, cast, zone_to), shape, slower=False)
    slowest = np.maximum(slowest, tail_speed)
    good = sinks & (slowest < fastest)
    return Retrieve(
        lift_off=lift_off,
        contact_share=np.where(sinks, contact_share(water, speed, 0.5 * cast), np.nan),
        zone_share=np.where(sinks, share, np.nan),
        drags=sinks & drags(water, speed, cast),
        runs_under=sinks & runs_under(water, speed, cast, zone_from),
        rides_up=~sinks | rides_up(water, speed, cast, zone_to),
        speed_low=np.where(good, slowest, np.nan),
        speed_high=np.where(good, fastest, np.nan),
    )
