"""The way in of a rig that is swum back, and how much of it lies where; docs/model.md, 4."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ilha.core.errors import Array, Flags, Indices

ON_BOTTOM = 0.03
"""A rig under this height (m) is on the bottom."""
TICKS, DRAGS = 0.15, 0.65
"""Shares of the middle half of the cast on the bottom: from the first it ticks it, over the second
it drags (threshold from practice)."""
OUT_OF_ZONE = 0.10
"""Share of the middle half above (or under) the zone at which it rides up (or runs under)."""

LOW_DOWN = 0.2
"""What stays under so much of the zone's upper edge all the middle half does not ride up at the
higher estimate of reel and current either: so do 9993 of 10,000 random columns that are so."""

MIDDLE_HALF = (0.75, 0.25)
"""Between these ways to go, over the cast, a retrieve is judged."""


@dataclass(frozen=True)
class WayIn:
    """Way to go, over the cast, and height above the bottom, m; (P, ...) from its far end on."""

    go: Array
    height: Array

    def share(self, low: Array | float, high: Array | float, begin: float, end: float) -> Array:
        """Share of the way between ``begin`` and ``end`` (over the cast) spent at heights (m) from
        ``low`` to ``high``; straight between the points."""
        way, whole = self._between(begin, end)
        under = (self._under(edge, way, whole) for edge in (high, low))
        # What single precision leaves of nothing.
        inside = np.maximum(next(under) - next(under), 0.0)
        return np.asarray(inside / whole, dtype=float)

    def _under(self, edge: Array | float, way: Array, whole: Array) -> Array | float:
        """Of stretches of such lengths how much lies under an edge, m."""
        if np.ndim(edge) == 0 and np.isinf(edge):
            return whole if edge > 0.0 else 0.0
        least, span = self._spans
        part = np.asarray(edge, dtype=least.dtype) - least
        part /= span
        return np.asarray(np.einsum(
            "i...,i...->...", np.clip(part, 0.0, 1.0, out=part), way))

    @cached_property
    def _spans(self) -> tuple[Array, Array]:
        """Of each stretch the least height and how far its ends lie apart, m."""
        return (np.minimum(self.height[:-1], self.height[1:]),
                np.maximum(np.abs(np.diff(self.height, axis=0)), 1e-6))

    def _between(self, begin: float, end: float) -> tuple[Array, Array]:
        """The length of each stretch between two shares of the cast, and of all of them."""
        if (begin, end) == MIDDLE_HALF:
            return self._middle
        return self._stretches(begin, end)

    @cached_property
    def _middle(self) -> tuple[Array, Array]:
        return self._stretches(*MIDDLE_HALF)

    def _stretches(self, begin: float, end: float) -> tuple[Array, Array]:
        on = np.clip(self.go, end, begin)
        way = on[:-1] - on[1:]
        return way, np.maximum(np.sum(way, axis=0), 1e-9)

    @property
    def highest(self) -> Array:
        """Of the middle half, m."""
        least, span = self._spans
        tops = least + span
        tops *= self._middle[0] > 0.0
        return np.asarray(tops.max(axis=0))

    def height_at(self, go: float) -> Array:
        """Height (m) with this share of the cast to go."""
        at = np.clip(np.sum(self.go > go, axis=0), 1, len(self.go) - 1)[None]

        def pick(values: Array, index: Indices) -> Array:
            return np.asarray(np.take_along_axis(values, index, axis=0)[0])

        far, near = pick(self.go, at - 1), pick(self.go, at)
        share = np.clip((far - go) / np.maximum(far - near, 1e-9), 0.0, 1.0)
        return np.asarray(pick(self.height, at - 1) * (1.0 - share) + pick(self.height, at) * share,
                          dtype=float)


@dataclass(frozen=True)
class Shares:
    """Of the middle half of the cast: on the bottom, over the zone and under it."""

    bottom: Array
    above: Array
    below: Array
    off_bottom: Flags
    """Whether the fish are off the bottom: then none of it may be on it."""
    low_down: Flags | None = None
    """Whether it stays so low that it rides up at no estimate; None where nobody looked."""

    @classmethod
    def of(cls, path: WayIn, zone_from: Array | float, zone_to: Array | float) -> Shares:
        off = np.asarray(zone_from) > 0.0
        return cls(*np.broadcast_arrays(
            path.share(-np.inf, ON_BOTTOM, *MIDDLE_HALF),
            path.share(zone_to, np.inf, *MIDDLE_HALF),
            np.where(off, path.share(-np.inf, zone_from, *MIDDLE_HALF), 0.0) if np.any(off)
            else np.zeros(path.go.shape[1:]), off, path.highest < LOW_DOWN * np.asarray(zone_to)))

    def part(self, of: slice) -> Shares:
        """Some of them, where they are (N,)."""
        return Shares(self.bottom[of], self.above[of], self.below[of], self.off_bottom[of])

    def may_rise(self, which: Flags) -> Flags:
        """Which of some may yet ride up at the higher estimate."""
        return which if self.low_down is None else np.asarray(which & ~self.low_down)

    @property
    def drags(self) -> Flags:
        return np.asarray(self.bottom > self.most_on_bottom)

    @property
    def most_on_bottom(self) -> Array:
        return np.where(self.off_bottom, 0.02, DRAGS)

    @property
    def rides_up(self) -> Flags:
        return np.asarray(self.above > OUT_OF_ZONE)

    @property
    def runs_under(self) -> Flags:
        return np.asarray(self.below > OUT_OF_ZONE)

    @property
    def too_slow(self) -> Array:
        """By how much it drags or runs under: above 0 it does; the faster the less."""
        return np.maximum(self.bottom - self.most_on_bottom, self.below - OUT_OF_ZONE)
