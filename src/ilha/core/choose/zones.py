"""Where in the water fish take, and what kind of cover a mark's words speak of."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array

Cover = Literal["none", "low-weed", "tall-weed", "overhang", "snags"]
BOTTOM_ZONE, LOW_ZONE, TOP_ZONE = 0.5, 1.0, 1.0
"""Height (m) of the water in which fish take at the bottom, near it, and at the top."""
KEEN_RISE = 2.75
"""Fish that feed freely rise by 2.5 to 3 m."""


def zone_of(feeding: str, depth: ArrayLike, mood: str = "steady") -> tuple[Array, Array]:
    """Heights (m above the bottom) between which the fish takes, at a depth (m); as the depth.

    Bottom ambushers take within half a metre; suspended fish show 2 to 4 m above the bottom, or,
    where the water is shallower than 8 m, from half to three quarters of the way down; those that
    feed freely rise. Common practice, no source.
    """
    d = np.asarray(depth, dtype=float)
    deep = d >= 8.0
    low, high = {
        "bottom": (0.0 * d, np.minimum(BOTTOM_ZONE, 0.5 * d)),
        "low": (0.0 * d, np.minimum(LOW_ZONE, 0.7 * d)),
        "mid": (0.35 * d, 0.65 * d),
        "suspended": (np.where(deep, 2.0, 0.25 * d), np.where(deep, 4.0, 0.5 * d)),
        "top": (np.maximum(d - TOP_ZONE, 0.5 * d), d),
    }[feeding]
    if mood == "keen":
        high = np.minimum(high + KEEN_RISE, np.maximum(high, 0.8 * d))
    elif mood == "shy":
        high = low + 0.5 * (high - low)
    return np.asarray(low), np.asarray(high)


LOW_WEED_SHARE = 0.5
"""Weed up to this share of the depth is low (judgement)."""


def cover_kind(words: str, height: float, depth: float) -> Cover:
    """The kind of cover that a mark's own words and its height (m) speak of, in a depth (m).

    >>> cover_kind("eelgrass", 0.35, 1.2), cover_kind("none", 0.0, 1.2)
    ('low-weed', 'none')
    """
    told = words.lower()
    if any(word in told for word in ("overhang", "mangrove", "deck", "branches")):
        return "overhang"
    if any(word in told for word in ("snag", "pile", "rope", "timber", "wood")):
        return "snags"
    if told == "none" and height <= 0.0:
        return "none"
    return "low-weed" if height <= LOW_WEED_SHARE * depth else "tall-weed"
