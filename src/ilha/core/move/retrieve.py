"""Swimming it back: what a steady retrieve does, and the speeds at which it does it well. Section 4
of docs/model.md."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.knots import spread
from ilha.core.move.reeled import Water
from ilha.core.move.swim import swim, swim_beside
from ilha.core.move.way_in import ON_BOTTOM, OUT_OF_ZONE, Shares, WayIn

SPEED_MIN, SPEED_MAX = 0.1, 3.0
SPEEDS = np.array([0.4, 0.6, 0.8, 1.25, 1.6, 2.2])
"""At these multiples of the chosen speed, and at that itself, the band of good ones is looked
for."""
_SLOWER = int(np.sum(SPEEDS < 1.0))


@dataclass(frozen=True)
class Retrieve:
    """What a steady retrieve does, (H, T); NaN for rigs that float.

    lift_off : m from the rod at which it first leaves the bottom, at most the cast.
    bottom_share : of the middle half of the cast, on the bottom. zone_share : of the whole cast
    inside the zone. heights : (3, H, T) m with 3/4, 1/2 and 1/4 of it to go. speed_low,
    speed_high : m/s of the reel that keep it in the zone over the middle half, NaN where none does.
    """

    path: WayIn
    shares: Shares
    lift_off: Array
    bottom_share: Array
    zone_share: Array
    speed_low: Array
    speed_high: Array

    @cached_property
    def heights(self) -> Array:
        return np.stack([self.path.height_at(go) for go in (0.75, 0.5, 0.25)])


def judged(
    water: Water, speed: Array | float, cast: Array | float, zone_from: Array | float,
    zone_to: Array | float,
) -> Shares:
    """The shares by which a retrieve is judged, and no more."""
    return Shares.of(swim(water, speed, cast, home=False), zone_from, zone_to)


def retrieve(
    water: Water, speed: Array, cast: Array, zone_from: Array | float, zone_to: Array | float,
    tail_speed: float, band_at: Indices | None = None,
) -> Retrieve:
    """A steady retrieve at ``speed`` (m/s) over a cast of ``cast`` m; (H, T).

    ``tail_speed`` (m/s) is the least at which the tail works. NaN for rigs that float. band_at :
    steps at which the band of good speeds is looked for; None: at all.
    """
    sinks = water.weight > 0.0
    water = replace(water, weight=np.where(sinks, water.weight, np.nan))
    band = _Band.of(water, speed, cast, band_at)
    path, tried = swim_beside(water, speed, cast, band.water, band.tried, band.cut(cast))
    shares = Shares.of(path, zone_from, zone_to)
    off = path.height > ON_BOTTOM
    first = np.where(off.any(axis=0), np.argmax(off, axis=0), len(off) - 1)
    lift_off = cast * np.take_along_axis(path.go, np.maximum(first - 1, 0)[None], axis=0)[0]
    slowest, fastest = band.edges(
        Shares.of(tried, band.cut(zone_from), band.cut(zone_to)), speed, shares)
    slowest = np.maximum(slowest, tail_speed)
    good = sinks & (slowest < fastest)

    def shown(value: Array, where: Flags) -> Array:
        return np.where(where, value, np.nan)

    return Retrieve(
        path, shares, shown(lift_off, sinks), shown(shares.bottom, sinks),
        shown(path.share(zone_from, zone_to, 1.0, 0.0), sinks),
        shown(slowest, good), shown(fastest, good))


@dataclass(frozen=True)
class _Band:
    """What is tried for the speeds (m/s) between which it neither drags, runs under nor rides up.

    At some multiples of the chosen speed, at some of the steps (``at``), straight between them. At
    the chosen speed itself the verdict stands. tried : m/s, (S, H, K).
    """

    water: Water
    tried: Array
    at: Indices
    steps: int

    @classmethod
    def of(cls, water: Water, speed: Array, cast: Array, at: Indices | None) -> _Band:
        steps = max([1, *(np.shape(v)[-1] for v in (
            water.weight, water.depth, water.current, speed, cast) if np.ndim(v))])
        some = np.arange(steps) if at is None else at
        band = cls(water, np.zeros(0), some, steps)
        return replace(
            band, water=water.each(band.cut),
            tried=np.clip(SPEEDS.reshape(-1, 1, 1) * band.cut(speed), SPEED_MIN, SPEED_MAX))

    def cut(self, value: Array | float) -> Array:
        """Of what has a value for each step those looked at."""
        v = np.asarray(value, dtype=float)
        return v[..., self.at] if v.ndim and v.shape[-1] == self.steps and self.steps > 1 else v

    def edges(self, shares: Shares, speed: Array, here: Shares) -> tuple[Array, Array]:
        """The slowest and the fastest, m/s, from what was found at those tried, and here."""
        def with_chosen(values: Array, own: Array) -> Array:
            """What is known at the chosen speed already, put in its place."""
            values = np.broadcast_to(values, shares.above.shape)
            own = np.broadcast_to(self.cut(own), values.shape[1:])
            return np.concatenate([values[:_SLOWER], own[None], values[_SLOWER:]])

        tried = with_chosen(self.tried, np.clip(speed, SPEED_MIN, SPEED_MAX))
        high = _crossing(tried, with_chosen(shares.above, here.above) - OUT_OF_ZONE)
        low = _crossing(tried, -with_chosen(shares.too_slow, here.too_slow))
        if self.at.size < self.steps:
            low, high = (spread(edge, self.at, self.steps) for edge in (low, high))
        shape = here.above.shape
        low, high = np.broadcast_to(low, shape), np.broadcast_to(high, shape)
        chosen = np.broadcast_to(speed, shape)
        return (np.where(here.too_slow > 0.0, np.maximum(low, chosen), np.minimum(low, chosen)),
                np.where(here.rides_up, np.minimum(high, chosen), np.maximum(high, chosen)))


def _crossing(speeds: Array, value: Array) -> Array:
    """The speed at which a value that grows with it passes nought; the nearest end of those tried
    where it keeps one sign. (S, H, T) to (H, T)."""
    under = value <= 0.0
    at = np.clip(np.sum(under, axis=0), 1, len(value) - 1)[None]

    def pick(values: Array, index: Indices) -> Array:
        return np.asarray(np.take_along_axis(values, index, axis=0)[0])

    low, high = pick(value, at - 1), pick(value, at)
    share = np.clip(-low / np.where(high - low == 0.0, 1.0, high - low), 0.0, 1.0)
    v_low, v_high = pick(speeds, at - 1), pick(speeds, at)
    found = v_low + share * (v_high - v_low)
    return np.where(np.all(under, axis=0), speeds[-1], np.where(
        ~np.any(under, axis=0), speeds[0], found))
