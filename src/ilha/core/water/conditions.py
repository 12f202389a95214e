"""The water, the stance and the line of one question, and their ranges."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal, get_args

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, require
from ilha.core.water.flow import Profile
from ilha.core.water.ground import Ground
from ilha.core.water.line import Leader
from ilha.core.water.swell import Swell

FallKind = Literal["fed", "held", "fed-then-held"]
ACROSS = 90.0
TURN = "degrees, 0 to 180; 90 is across"


def between(one_deg: ArrayLike, other_deg: ArrayLike) -> Array:
    """The angle (degrees, 0 to 180) between two ways, each given from north."""
    off = np.mod(np.subtract(one_deg, other_deg), 360.0)
    return np.minimum(off, 360.0 - off)


def wind_on_cast(wind_from_deg: float, cast_to_deg: float) -> float:
    """The angle (degrees) that a wind out of one direction makes with a cast to another, both from
    north: 0 from behind, 90 across, 180 in the face."""
    return float(between(wind_from_deg + 180.0, cast_to_deg))


def current_to(stream: ArrayLike, flood_to_deg: float, ebb_to_deg: float | None) -> Array:
    """Where a stream (m/s, the ebb negative) goes, degrees from north. ebb_to_deg : None: against
    the flood."""
    ebb = flood_to_deg + 180.0 if ebb_to_deg is None else ebb_to_deg
    return np.where(np.asarray(stream) < 0.0, ebb, flood_to_deg)


@dataclass(frozen=True)
class CastWay:
    """The way of the casts from a mark, and the ways of its flood and ebb, degrees from north; None
    where not known (an ebb: against the flood)."""

    to_deg: float | None
    flood_to_deg: float | None
    ebb_to_deg: float | None = None

    def on(self, stream: ArrayLike) -> Array:
        """The angle (degrees) from the way a stream (m/s, the ebb negative) goes to that of the
        cast; across where one of them is not known."""
        if self.to_deg is None or self.flood_to_deg is None:
            return np.full(np.shape(stream), ACROSS)
        return between(self.to_deg, current_to(stream, self.flood_to_deg, self.ebb_to_deg))


@dataclass(frozen=True)
class Conditions:
    """The water, the stance and the line. (T,) arrays or numbers, SI; see scenario-format."""

    depth: Array
    surface_speed: Array
    line_diameter: Array | float
    temperature_c: Array | float = 18.0
    salinity: Array | float = 35.0
    wind: Array | float = 0.0
    wind_angle_deg: float = ACROSS
    """From the way the cast goes to the way the wind goes: 0 helps the cast, 180 stops it."""
    tip_height: Array | float = 1.5
    profile: str = "seventh-root"
    canopy: float = 0.0
    shelter: str = "even"
    """What stands in the current's way: see :class:`ilha.core.water.flow.Profile`."""
    line_density: Array | float | None = None
    """kg/m³; None: the line's weight in the water is left out."""
    leader: Leader | None = None
    drift_speed: Array | float = 0.0
    drift_follows: bool = False
    """The boat drifts at the surface current plus ``drift_speed``, not at that speed alone."""
    drift_plane: Array | float = 1.0
    """Share of the current's shear in the plane of the line: see :mod:`ilha.core.move.drift`."""
    feed_tension: float = 0.01
    fall: FallKind = "fed"
    """Fed to the bottom; held from the splash; or fed to the zone's top and then held."""
    zone_from: Array | float = 0.0
    zone_to: Array | float = 1.0
    """Heights above the bottom between which the fish takes, m."""
    cast: float = 25.0
    cast_angle_deg: Array | float = ACROSS
    """From the way the current goes to the way the cast goes: 0 is cast down-current."""
    lowered: bool = False
    """The line is let down below the rod, not cast."""
    retrieve_speed: float = 0.6
    steady: bool = False
    swell_m: Array | float = 0.0
    """Height of the swell, crest to trough, that runs along the cast."""
    swell_period_s: float = 7.0
    ground: Ground | None = None
    """The bottom along the cast; ``depth`` is that where the cast lands. None: level."""

    def checked(self) -> Conditions:
        """The same as (T,) float arrays of one length (1 where constant), every range tried.

        Raises
        ------
        DomainError
            Naming the field as the open format does.
        """
        def rows(name: str, value: Array | float, unit: str, remedy: str, **bounds: float) -> Array:
            return np.atleast_1d(require(name, value, unit, remedy, **bounds))

        depth = rows("mark.depth_m", self.depth, "m", "enter the depth at the mark",
                     above=0.0, high=200.0)
        speed = rows("flow.surface_speed_m_s", self.surface_speed, "m/s",
                     "enter the current at the surface", low=0.0, high=6.0)
        tip = rows("stance.tip_height_m", self.tip_height, "m", "height of the rod tip", low=0.0,
                   high=30.0)
        wind = rows("air.wind_m_s", self.wind, "m/s", "wind speed; 0 when calm", low=0.0, high=40.0)
        temperature, salinity = np.atleast_1d(self.temperature_c), np.atleast_1d(self.salinity)
        swell = rows("swell.height_m", self.swell_m, "m", "0 when there is none", low=0.0,
                     high=20.0)
        angle = rows("cast_to_current_deg", self.cast_angle_deg, "°", TURN, low=0.0, high=180.0)
        lengths = {a.size for a in (
            depth, speed, tip, wind, temperature, salinity, swell, angle)} - {1}
        if len(lengths) > 1:
            raise DomainError("mark.depth_m", "and the other lists must have one length",
                              sorted(lengths), "steps", "give numbers or lists of one length")
        self._check_numbers()
        # Whatever it is that changes from step to step, the water then has a value for each.
        steps = np.zeros(max(lengths, default=1))
        return replace(self, depth=depth + steps, surface_speed=speed + steps, tip_height=tip,
                       wind=wind, temperature_c=temperature, salinity=salinity,
                       swell_m=swell if swell.size > 1 else self.swell_m,
                       cast_angle_deg=angle if angle.size > 1 else float(angle[0]))

    def _check_numbers(self) -> None:
        require("mark.cover_height_m", self.canopy, "m", "height of the weed, 0 if none", low=0.0,
                high=20.0)
        _ = self.flow
        require("line.diameter_mm", np.asarray(self.line_diameter) * 1e3, "mm",
                "thin braid is 0.1 to 0.3 mm", above=0.0, high=2.0)
        require("line.feed_tension_n", self.feed_tension, "N", "0.005 to 0.05 N is usual",
                low=0.0, high=5.0)
        if self.fall not in get_args(FallKind):
            raise DomainError("line.fall", "must be one of " + ", ".join(get_args(FallKind)),
                              self.fall, "", "use fed if unsure")
        require("stance.drift_speed_m_s", self.drift_speed, "m/s", "0 if the boat does not drift",
                low=-3.0, high=3.0)
        require("zone.from_bottom_m", self.zone_from, "m", "height above the bottom", low=0.0)
        if not np.all(np.asarray(self.zone_to) > np.asarray(self.zone_from)):
            raise DomainError("zone.to_bottom_m", "must be above from_bottom_m", self.zone_to, "m",
                              "give the zone's upper edge")
        require("cast_m", self.cast, "m", "how far you cast", above=0.0, high=150.0)
        require("air.wind_to_cast_deg", self.wind_angle_deg, "°", TURN, low=0.0, high=180.0)
        require("swell.period_s", self.swell_period_s, "s", "4 to 20 s is usual", low=1.0,
                high=30.0)
        require("retrieve.speed_m_s", self.retrieve_speed, "m/s", "0.3 to 1 m/s is usual",
                above=0.0, high=5.0)

    @property
    def flow(self) -> Profile:
        """The current's profile, slowed inside the weed and by what shelters."""
        return Profile(self.profile, self.canopy, self.shelter)

    @property
    def swell(self) -> Swell:
        """No wave stands higher than eight tenths of the depth: it has broken further out (the
        usual ratio of the breaking height; Soulsby as in ``flow``; from memory)."""
        return Swell(np.minimum(self.swell_m, 0.8 * np.asarray(self.depth)), self.swell_period_s)

    @property
    def along(self) -> Array:
        """What the current adds to a retrieve's speed through the water, per surface current.

        The component along the line of the current's mean over the depth; its component across
        the line, which bows it sideways and carries it down-current, is neglected.
        """
        cos = np.cos(np.radians(self.cast_angle_deg))
        return np.where(np.abs(cos) < 1e-9, 0.0, cos * self.flow.mean_share)

    @property
    def tailwind(self) -> Array:
        """The wind's component along the cast, m/s, positive from behind."""
        cos = np.cos(np.radians(self.wind_angle_deg))
        return np.asarray(self.wind) * (0.0 if abs(cos) < 1e-9 else cos)

    @property
    def crosswind(self) -> Array:
        """The wind's component across the cast, m/s: it bows the line in the air."""
        return np.asarray(self.wind) * abs(float(np.sin(np.radians(self.wind_angle_deg))))

    @property
    def steps(self) -> int:
        return int(np.broadcast(self.depth, self.surface_speed, self.tip_height, self.wind,
                                self.temperature_c, self.salinity, self.swell_m,
                                self.cast_angle_deg).size)
