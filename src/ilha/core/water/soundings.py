"""The bottom along a cast, from soundings, contours and recorded tracks round about."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.distance import EARTH
from ilha.core.errors import Array, DomainError, require

STEP = 0.5
"""Between the places along the cast at which the bottom is asked for, m."""
AROUND = 6.0
"""Casts' lengths about the mark within which soundings count."""
BESIDE = 15.0
"""How far beside the cast a recorded depth still tells of it, m: the error of a plotter's place."""
TRUE_TO = 0.1
"""How well the kept points tell the bottom between them, m: as fine as charts write depths."""
LEAST_SHARE = 0.5
"""Of the cast over which the bottom must be known."""


@dataclass(frozen=True)
class Section:
    """points : (distance from the rod m, charted depth m), outwards. used : soundings it rests on.
    beside : read off what lies beside the cast, as there was nothing all round it."""

    points: tuple[tuple[float, float], ...]
    used: int
    beside: bool


def along(
    latitude: float, longitude: float, to_deg: float, reach: float,
    places: ArrayLike,
) -> Section:
    """The bottom from a mark out along a cast.

    Between soundings all round the depth is linear over Delaunay's triangles; where there are too
    few for that, those within ``BESIDE`` of the cast are laid onto it.

    Parameters
    ----------
    latitude, longitude : of the mark, degrees. to_deg : the way of the cast, from north.
    reach : length of the cast, m. places : (N, 3) of latitude and longitude, degrees, and charted
    depth, m.

    Raises
    ------
    DomainError
        Where less than half of the cast is known.
    """
    require("mark.cast_m", reach, "m", "give the length of the cast", low=1.0, high=500.0)
    require("mark.cast_to_deg", to_deg, "°", "give the way of the cast", low=0.0, high=360.0)
    out, side, depth = _laid(latitude, longitude, to_deg, np.asarray(places, float).reshape(-1, 3))
    near = np.hypot(out, side) <= max(AROUND * reach, 100.0)
    out, side, depth = out[near], side[near], depth[near]
    asked = np.unique(np.append(np.arange(0.0, reach, STEP), reach))
    found = _between(out, side, depth, asked)
    known = np.isfinite(found)
    beside = np.count_nonzero(known) < LEAST_SHARE * asked.size
    if beside:
        found = _beside(out, side, depth, asked)
        known = np.isfinite(found)
    if np.count_nonzero(known) < max(2, LEAST_SHARE * asked.size):
        raise DomainError(
            "mark.ground", "must be known along half of the cast at least",
            round(float(np.mean(known)), 2), "of it",
            "bring soundings or a track of this water in, turn the cast, or type the depths")
    # One stretch: Ground is straight between its points, level beyond them.
    first, last = np.flatnonzero(known)[[0, -1]]
    x = asked[first:last + 1]
    z = np.interp(x, asked[known], found[known])
    kept = _simple(x, z)
    return Section(tuple((round(float(x[i]), 1), round(float(z[i]), 2)) for i in kept),
                   int(near.sum()), bool(beside))


def _laid(latitude: float, longitude: float, to_deg: float, places: Array
          ) -> tuple[Array, Array, Array]:
    """Places in m out along the cast and to the right of it; plane, good to a few km."""
    north = EARTH * np.radians(places[:, 0] - latitude)
    turn = (places[:, 1] - longitude + 180.0) % 360.0 - 180.0
    east = EARTH * np.radians(turn) * np.cos(np.radians(latitude))
    cos, sin = np.cos(np.radians(to_deg)), np.sin(np.radians(to_deg))
    return north * cos + east * sin, east * cos - north * sin, places[:, 2]


def _between(out: Array, side: Array, depth: Array, asked: Array) -> Array:
    """Depth by the triangles about each place asked for; nan outside them."""
    from scipy.interpolate import LinearNDInterpolator
    from scipy.spatial import QhullError

    if out.size < 3:
        return np.full(asked.size, np.nan)
    try:
        surface = LinearNDInterpolator(np.column_stack([out, side]), depth)
    except QhullError:  # All on one line.
        return np.full(asked.size, np.nan)
    return np.asarray(surface(np.column_stack([asked, np.zeros(asked.size)])))


def _beside(out: Array, side: Array, depth: Array, asked: Array) -> Array:
    """Depth by those beside the cast, straight between them; nan beyond the first and the last."""
    near = np.abs(side) <= BESIDE
    order = np.argsort(out[near], kind="stable")
    x, z = out[near][order], depth[near][order]
    if x.size < 2:
        return np.full(asked.size, np.nan)
    return np.asarray(np.interp(asked, x, z, left=np.nan, right=np.nan))


def _simple(x: Array, z: Array) -> list[int]:
    """Which points to keep so that all others lie within ``TRUE_TO`` of the lines between them."""
    kept, stretches = {0, x.size - 1}, [(0, x.size - 1)]
    while stretches:
        a, b = stretches.pop()
        if b - a < 2:
            continue
        off = np.abs(z[a:b + 1] - np.interp(x[a:b + 1], x[[a, b]], z[[a, b]]))
        worst = a + int(np.argmax(off))
        if off[worst - a] > TRUE_TO:
            kept.add(worst)
            stretches += [(a, worst), (worst, b)]
    return sorted(kept)
