"""A drifting boat: wind and current to its way over the ground, and the flow past its line.

Directions in degrees from north; currents and boats by where they go, winds by where they come
from. Section 3 of docs/model.md.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, require
from ilha.core.water.conditions import current_to
from ilha.core.water.flow import Profile

LEEWAY = 0.035
"""A boat's speed through the water over the wind's: 3 to 4 % (common practice, no source)."""
@dataclass(frozen=True)
class Boat:
    """What moves it beside the current: its speed (m/s) through the water under the wind, and the
    directions (degrees) that the wind comes from and the flood runs to; None where not known, and
    then it goes along the current."""

    leeway: float
    wind_from_deg: float | None = None
    flood_to_deg: float | None = None
    ebb_to_deg: float | None = None
    """None: against the flood."""

    @property
    def known(self) -> bool:
        return self.wind_from_deg is not None and self.flood_to_deg is not None

    def angle(self, stream: Array) -> Array:
        """From the way the current goes to the way the wind goes (rad); 0 where not known."""
        if self.wind_from_deg is None or self.flood_to_deg is None:
            return np.zeros(np.shape(stream))
        return np.radians(self.wind_from_deg + 180.0 - self.current_to(stream))

    def current_to(self, stream: Array) -> Array:
        """Where the current goes (degrees), the ebb negative; from nought where it is not known."""
        return current_to(stream, self.flood_to_deg or 0.0, self.ebb_to_deg)


@dataclass(frozen=True)
class Drift:
    """A boat's way, (T,): over the ground (m/s, and degrees where known), and the plane in which
    the water passes its line: ``current_share`` and ``wind_share`` of the current's shear and of
    the leeway lie along it."""

    over_ground: Array
    to_deg: Array | None
    current_share: Array
    wind_share: Array
    speed: Array
    leeway: float
    cos: Array
    profile: Profile

    def past(self, height: ArrayLike, depth: ArrayLike) -> Array:
        """Speed (m/s) of the water past the line at heights (m) above the bottom, both parts."""
        shear = self.speed * (1.0 - self.profile.share(height, depth))
        return np.sqrt(np.maximum(
            shear**2 + self.leeway**2 + 2.0 * shear * self.leeway * self.cos, 0.0))


def drift(boat: Boat, stream: Array, profile: Profile) -> Drift:
    """How a boat drifts in a stream (m/s, flood positive, (T,)).

    The boat goes with the surface current and, through the water, with its leeway down the wind.
    Past the line at the height z then flows -((1 - s(z)) U c + w k), c and k the unit vectors of
    current and wind: a sum that turns with depth. The line is computed in the vertical plane of
    its mean over the depth; what lies across that plane, nought in the mean, is neglected.
    """
    speed, w = np.abs(stream), boat.leeway
    turn = boat.angle(stream)
    cos, sin = np.cos(turn), np.sin(turn)
    # In axes along the current and across it.
    mean = (profile.factor - profile.mean_share) * speed
    along, across = mean + w * cos, w * sin
    length = np.hypot(along, across)
    still = length < 1e-9
    safe = np.where(still, 1.0, length)
    to = None
    if boat.known:
        off = np.degrees(np.arctan2(w * sin, speed + w * cos))
        to = np.asarray((boat.current_to(stream) + off) % 360.0)
    return Drift(
        np.hypot(speed + w * cos, w * sin), to, np.where(still, 1.0, along / safe),
        np.where(still, 1.0, (along * cos + across * sin) / safe), speed, w, cos, profile,
    )


def leeway_seen(over_ground: float, boat: Boat, stream: float) -> float:
    """The leeway (m/s) of a boat seen to drift at a speed over the ground in a stream (m/s).

    From |U + w| = V: w = -U cos a + sqrt(V² - U² sin² a).

    Raises
    ------
    DomainError
        Where no wind from that side slows the boat so.
    """
    require("drift_seen_m_s", over_ground, "m/s", "read it from the GPS", low=0.0, high=5.0)
    turn = float(boat.angle(np.asarray(stream)))
    speed = abs(stream)
    root = over_ground**2 - (speed * np.sin(turn)) ** 2
    # A hair under nought is rounding.
    found = -speed * np.cos(turn) + np.sqrt(max(root, 0.0))
    if root < -1e-9 or found < -1e-9:
        raise DomainError("drift_seen_m_s", f"does not fit a current of {speed:.2f} m/s with that"
                          " wind", over_ground, "m/s", "correct the current or the wind first")
    return float(max(found, 0.0))
