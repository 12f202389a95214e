"""The bottom along the cast: depth against the distance from the rod."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, require

LEAST = 0.05
"""Water that is left where the bottom comes up to the surface, m."""


@dataclass(frozen=True)
class Ground:
    """Points of the bottom: (distance from the rod m, depth m), outwards. Level beyond its ends.

    Two points make a slope, a recorded track makes more. The tide lifts the water over all of it
    alike: only differences of its depths count beside the depth at the rig.
    """

    points: tuple[tuple[float, float], ...]

    def __post_init__(self) -> None:
        name, remedy = "mark.ground", "give pairs of distance and depth, outwards from the rod"
        if len(self.points) < 2:
            raise DomainError(name, "must have two points at least", len(self.points), "", remedy)
        away = require(name, [p[0] for p in self.points], "m", remedy, low=0.0, high=500.0)
        require(name, [p[1] for p in self.points], "m", remedy, low=-20.0, high=200.0)
        if np.any(np.diff(away) <= 0.0):
            raise DomainError(name, "must go outwards, each point further than the one before",
                              away.tolist(), "m", remedy)

    @classmethod
    def of(cls, pairs: Sequence[Sequence[float]] | None) -> Ground | None:
        """From pairs; None where there are none.

        Raises
        ------
        DomainError
            Where one is not a pair, or they do not go outwards.
        """
        if not pairs:
            return None
        for i, pair in enumerate(pairs):
            if len(pair) != 2:
                raise DomainError(f"mark.ground[{i}]", "must be a distance and a depth", len(pair),
                                  "numbers", "give two")
        return cls(tuple((float(away), float(depth)) for away, depth in pairs))

    def depth(self, away: ArrayLike) -> Array:
        """As it was given (m), straight between the points."""
        known = np.array(self.points)
        return np.asarray(np.interp(np.asarray(away, dtype=float), known[:, 0], known[:, 1]))

    def deeper(self, away: ArrayLike, than: ArrayLike) -> Array:
        """How much deeper (m) it is ``away`` m from the rod than at another distance."""
        return self.depth(away) - self.depth(than)

    def under(self, depth: ArrayLike, away: ArrayLike, than: ArrayLike) -> Array:
        """Depth (m) at one distance from the rod where it is ``depth`` at another."""
        return np.asarray(np.maximum(np.asarray(depth) + self.deeper(away, than), LEAST))
