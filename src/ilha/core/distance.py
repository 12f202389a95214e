"""How far apart places are."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, require

EARTH = 6_371_009.0
"""Mean radius (IUGG), m; from memory."""


def great_circle(lat1: ArrayLike, lon1: ArrayLike, lat2: ArrayLike, lon2: ArrayLike) -> Array:
    """Distance (m) along the sphere between places in degrees of latitude and longitude; all
    broadcast. The haversine formula (in any text on navigation; from memory), good to 0.5 % on the
    ellipsoid.

    Raises
    ------
    DomainError
        For a place off the globe.
    """
    given = (("latitude_deg", lat1, 90.0), ("longitude_deg", lon1, 180.0),
             ("latitude_deg", lat2, 90.0), ("longitude_deg", lon2, 180.0))
    degrees = [require(name, value, "°", "degrees, with a point", low=-most, high=most)
               for name, value, most in given]
    a, b, c, d = (np.radians(value) for value in degrees)
    chord = np.sin(0.5 * (c - a)) ** 2 + np.cos(a) * np.cos(c) * np.sin(0.5 * (d - b)) ** 2
    return np.asarray(2.0 * EARTH * np.arcsin(np.sqrt(np.minimum(chord, 1.0))))
