"""Swimming it back: what a steady retrieve does, and the speeds at which it does it well. Section 4
of docs/model.md."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.knots import spread
from ilha.core.move.reeled import Water
from ilha.core.move.swim import swim
from ilha.core.move.way_in import ON_BOTTOM, OUT_OF_ZONE, Shares, WayIn
from ilha.core.water.flow import ESTIMATES

SPEED_MIN, SPEED_MAX = 0.1, 3.0
SPEEDS = np.array([0.4, 0.6, 0.8, 1.25, 1.6, 2.2])
"""At these multiples of the chosen speed, and at that itself, the band of good ones is looked
for."""
HIGH_UP = 0.6
"""What has so much of its way above the zone rides up at the lower estimate too, which words
alone need: so do 999 of 1000 random settings, 988 in 0.8 m of swell."""
_SLOWER = int(np.sum(SPEEDS < 1.0))


@dataclass(frozen=True)
class Retrieve:
    """What a steady retrieve does, (H, T); NaN for rigs that float.

    rides_up : (3, H, T), at the estimates of reel and current. lift_off : m from the rod at which
    it first leaves the bottom, at most the cast.
    bottom_share : of the middle half of the cast, on the bottom. zone_share : of the whole cast
    inside the zone. heights : (3, H, T) m with 3/4, 1/2 and 1/4 of it to go. speed_low,
    speed_high : m/s of the reel that keep it in the zone over the middle half, NaN where none does.
    """

    path: WayIn
    shares: Shares
    rides_up: Flags
    lift_off: Array
    bottom_share: Array
    zone_share: Array
    speed_low: Array
    speed_high: Array

    @cached_property
    def heights(self) -> Array:
        return np.stack([self.path.height_at(go) for go in (0.75, 0.5, 0.25)])


@dataclass(frozen=True)
class Asked:
    """What a retrieve is judged in, (H, T): a cast of ``cast`` m, fish from ``zone_from`` to
    ``zone_to`` m over the bottom."""

    water: Water
    cast: Array | float
    zone_from: Array | float
    zone_to: Array | float

    def judged(self, speed: Array | float) -> Shares:
        """The shares by which a retrieve at so many m/s is judged, and no more."""
        path = swim(self.water, speed, self.cast, home=False)
        return Shares.of(path, self.zone_from, self.zone_to)

    def each(self, taken: Callable[[Array | float], Array]) -> Asked:
        """Of some of its columns alone."""
        return Asked(self.water.each(taken), taken(self.cast), taken(self.zone_from),
                     taken(self.zone_to))

    def in_current(self, times: Array | float) -> Asked:
        """In a current so many times as fast."""
        return replace(self, water=replace(self.water, current=times * self.water.current))

    def cells(self, at: Indices, shape: tuple[int, ...]) -> Asked:
        """Of some cells, (N,), of the flattened shape."""
        return self.each(lambda v: np.broadcast_to(v, shape).reshape(-1)[at])


def rides_up(asked: Asked, speed: Array | float, here: Shares) -> Flags:
    """(3, H, T): whether it rides up at the estimates of reel and current; ``here`` at the middle.
    Not asked of the lower, which no verdict needs: it is as the middle."""
    up = here.rides_up
    at, times = _estimates(up, here.may_rise(~up))
    reel = times * np.broadcast_to(speed, up.shape).reshape(-1)[at]
    return _at_estimates(up, at, asked.cells(at, up.shape).in_current(times).judged(reel).above)


def _estimates(here: Flags, which: Flags) -> tuple[Indices, Array]:
    """The cells to be asked again, (N,), and in how many times the speeds: what does not ride up
    does not at a lower estimate, what does does at a higher."""
    low, _, high = ESTIMATES
    at = np.flatnonzero(which)
    return at, np.where(here.reshape(-1)[at], low, high)


def _at_estimates(here: Flags, at: Indices, above: Array) -> Flags:
    over, was = above > OUT_OF_ZONE, here.reshape(-1)[at]
    low, high = here.reshape(-1).copy(), here.reshape(-1).copy()
    low[at], high[at] = was & over, was | over
    return np.stack([low.reshape(here.shape), here, high.reshape(here.shape)])


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
    asked = Asked(water, cast, zone_from, zone_to)
    path = swim(water, speed, cast)
    shares = Shares.of(path, zone_from, zone_to)
    # What else is asked depends on that: all of it is reeled in together.
    here = shares.rides_up
    band = _Band.of(shares, speed, band_at)
    again, times = _estimates(here, shares.may_rise(shares.above < HIGH_UP))
    own = np.broadcast_to(speed, here.shape).reshape(-1)[again]
    asked = asked.cells(np.concatenate([band.cells, again]), here.shape)
    asked = asked.in_current(np.concatenate([np.ones_like(band.reel), times]))
    found = asked.judged(np.concatenate([band.reel, times * own]))
    slowest, fastest = band.edges(found.part(slice(band.reel.size)))
    slowest = np.maximum(slowest, tail_speed)
    good = sinks & (slowest < fastest)
    off = path.height > ON_BOTTOM
    first = np.where(off.any(axis=0), np.argmax(off, axis=0), len(off) - 1)
    lift_off = cast * np.take_along_axis(path.go, np.maximum(first - 1, 0)[None], axis=0)[0]

    def shown(value: Array, where: Flags) -> Array:
        return np.where(where, value, np.nan)

    return Retrieve(
        path, shares, _at_estimates(here, again, found.above[band.reel.size:]),
        shown(lift_off, sinks), shown(shares.bottom, sinks),
        shown(path.share(zone_from, zone_to, 1.0, 0.0), sinks),
        shown(slowest, good), shown(fastest, good))


@dataclass(frozen=True)
class _Band:
    """What is tried for the speeds (m/s) between which it neither drags, runs under nor rides up.

    At some multiples of the chosen speed, at some of the steps (``at``), straight between them. At
    the chosen speed itself the verdict stands, and tells on which side of it an edge lies: only
    there is it looked for. tried : m/s, (S, H, K), of which ``wanted`` are asked.
    """

    here: Shares
    chosen: Array
    """m/s, (H, T)."""
    tried: Array
    wanted: Flags
    at: Indices

    @classmethod
    def of(cls, here: Shares, speed: Array, at: Indices | None) -> _Band:
        chosen = np.broadcast_to(speed, here.above.shape)
        some = np.arange(chosen.shape[1]) if at is None else at
        tried = np.clip(SPEEDS.reshape(-1, 1, 1) * chosen[:, some], SPEED_MIN, SPEED_MAX)
        slow, up = here.too_slow[:, some] > 0.0, here.rides_up[:, some]
        # Too slow and riding up at once: no speed is good.
        slower, faster = ~slow, ~up
        wanted = np.concatenate([
            np.broadcast_to(side, (count, *side.shape))
            for side, count in ((slower, _SLOWER), (faster, SPEEDS.size - _SLOWER))])
        return cls(here, chosen, tried, wanted, some)

    @property
    def cells(self) -> Indices:
        """Of what is asked, (N,), in the flattened (H, T)."""
        _, head, step = np.nonzero(self.wanted)
        return np.asarray(head * self.chosen.shape[1] + self.at[step])

    @property
    def reel(self) -> Array:
        """m/s, (N,)."""
        return np.asarray(self.tried[self.wanted])

    def edges(self, found: Shares) -> tuple[Array, Array]:
        """The slowest and the fastest, m/s, (H, T), from what was found, (N,), and here."""
        def with_chosen(values: Array, own: Array) -> Array:
            """What is known at the chosen speed already, put in its place."""
            return np.concatenate([values[:_SLOWER], own[:, self.at][None], values[_SLOWER:]])

        def full(values: Array, own: Array) -> Array:
            """What was not asked stands as at the chosen speed: on the same side of the bound."""
            out = np.broadcast_to(own[:, self.at], self.wanted.shape).copy()
            out[self.wanted] = values
            return with_chosen(out, own)

        here, chosen, steps = self.here, self.chosen, self.chosen.shape[1]
        tried = with_chosen(self.tried, np.clip(chosen, SPEED_MIN, SPEED_MAX))
        high = _crossing(tried, full(found.above, here.above) - OUT_OF_ZONE)
        low = _crossing(tried, -full(found.too_slow, here.too_slow))
        if self.at.size < steps:
            low, high = (spread(edge, self.at, steps) for edge in (low, high))
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
