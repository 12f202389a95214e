"""The way in of a rig that is swum back, and how much of it lies where; docs/model.md, 4."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, Flags, Indices

ON_BOTTOM = 0.03
"""A rig under this height (m) is on the bottom."""
TICKS, DRAGS = 0.15, 0.65
"""Shares of the middle half of the cast on the bottom: from the first it ticks it, over the second
it drags (threshold from practice)."""
OUT_OF_ZONE = 0.10
"""Share of the middle half above (or under) the zone at which it rides up (or runs under)."""


@dataclass(frozen=True)
class WayIn:
    """Way to go, over the cast, and height above the bottom, m; (P, ...) from its far end on."""

    go: Array
    height: Array

    def share(self, low: Array | float, high: Array | float, begin: float, end: float) -> Array:
        """Share of the way between ``begin`` and ``end`` (over the cast) spent at heights (m) from
        ``low`` to ``high``; straight between the points."""
        on = np.clip(self.go, end, begin)
        way = on[:-1] - on[1:]
        least = np.minimum(self.height[:-1], self.height[1:])
        span = np.maximum(np.abs(np.diff(self.height, axis=0)), 1e-6)
        inside = np.clip((high - least) / span, 0.0, 1.0) - np.clip((low - least) / span, 0.0, 1.0)
        return np.asarray(np.sum(inside * way, axis=0) / np.maximum(np.sum(way, axis=0), 1e-9))

    def height_at(self, go: float) -> Array:
        """Height (m) with this share of the cast to go."""
        at = np.clip(np.sum(self.go > go, axis=0), 1, len(self.go) - 1)[None]

        def pick(values: Array, index: Indices) -> Array:
            return np.asarray(np.take_along_axis(values, index, axis=0)[0])

        far, near = pick(self.go, at - 1), pick(self.go, at)
        share = np.clip((far - go) / np.maximum(far - near, 1e-9), 0.0, 1.0)
        return np.asarray(pick(self.height, at - 1) * (1.0 - share) + pick(self.height, at) * share)


@dataclass(frozen=True)
class Shares:
    """Of the middle half of the cast: on the bottom, over the zone and under it."""

    bottom: Array
    above: Array
    below: Array
    off_bottom: Flags
    """Whether the fish are off the bottom: then none of it may be on it."""

    @classmethod
    def of(cls, path: WayIn, zone_from: Array | float, zone_to: Array | float) -> Shares:
        off = np.asarray(zone_from) > 0.0
        return cls(
            path.share(-np.inf, ON_BOTTOM, 0.75, 0.25), path.share(zone_to, np.inf, 0.75, 0.25),
            np.where(off, path.share(-np.inf, zone_from, 0.75, 0.25), 0.0) if np.any(off)
            else np.zeros(path.go.shape[1:]), off)

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
