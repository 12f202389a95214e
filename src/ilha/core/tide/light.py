"""Sun and moon at a place through ``ephem``. Section 6 of docs/model.md.

Instants are seconds since 1970 UTC. Sunrise and sunset are the upper limb on a sea horizon with
34' of refraction; civil twilight ends with the sun's centre 6° below.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any, Literal

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import require

_HORIZONS: tuple[tuple[str, str, bool], ...] = (("day", "-0:34", False), ("civil", "-6", True))
LUNATION_DAYS = 29.530588
SPRINGS_LAG_DAYS = 1.5
"""Springs come a day or two after new and full moon (common practice, no source)."""

Sky = Literal["night", "twilight", "day"]
FISHED: dict[Sky, str] = {"night": "night", "twilight": "low", "day": "bright"}
"""What each sky is to fish, and in the log."""


@dataclass(frozen=True)
class Light:
    """The light of a span: ``changes`` are (instant, the sky from then on), the first at its start.

    moon_age_days : since new moon, at the middle of the span. moon_lit : share of its disc.
    """

    changes: tuple[tuple[float, Sky], ...]
    moon_age_days: float
    moon_lit: float

    def fished_at(self, times: ArrayLike) -> list[str]:
        """The light that fish have at instants of the span: "night", "low" or "bright"."""
        starts = [when for when, _ in self.changes]
        at = np.searchsorted(starts, np.atleast_1d(times), side="right") - 1
        return [FISHED[self.changes[max(0, int(i))][1]] for i in at]

    @property
    def moon(self) -> str:
        """The phase in words."""
        names = ("new moon", "waxing crescent", "first quarter", "waxing gibbous", "full moon",
                 "waning gibbous", "last quarter", "waning crescent")
        return names[int(self.moon_age_days / LUNATION_DAYS * 8.0 + 0.5) % 8]

    @property
    def tide_state(self) -> str:
        """Springs, neaps or between, by the moon's age; the tide table itself may know better."""
        half = LUNATION_DAYS / 2.0
        since = (self.moon_age_days - SPRINGS_LAG_DAYS) % half
        if min(since, half - since) < half / 8.0:
            return "springs"
        if abs(since - half / 2.0) < half / 8.0:
            return "neaps"
        return "coming to neaps" if since < half / 2.0 else "coming to springs"


def _observer(latitude_deg: float, longitude_deg: float, at: float) -> Any:
    import ephem

    place = ephem.Observer()
    place.lat, place.lon = str(latitude_deg), str(longitude_deg)
    place.pressure, place.elevation = 0.0, 0.0
    place.date = ephem.Date(datetime.fromtimestamp(at, UTC).replace(tzinfo=None))
    return place


def _seconds(date: Any) -> float:
    return float(date.datetime().replace(tzinfo=UTC).timestamp())


def crossings(
    latitude_deg: float, longitude_deg: float, from_s: float, to_s: float, horizon: str,
    centre: bool,
) -> list[tuple[float, bool]]:
    """Instants in a span at which the sun crosses a horizon, and whether it comes up."""
    import ephem

    out: list[tuple[float, bool]] = []
    for rises in (True, False):
        at = from_s
        while at < to_s:
            place = _observer(latitude_deg, longitude_deg, at)
            place.horizon = horizon
            follow = place.next_rising if rises else place.next_setting
            try:
                found = _seconds(follow(ephem.Sun(), use_center=centre))
            except (ephem.AlwaysUpError, ephem.NeverUpError):
                # No such crossing within a day: look again from the next one on.
                at += 86400.0
                continue
            if found < to_s:
                out.append((found, rises))
            at = found + 60.0
    return sorted(out)


def light(latitude_deg: float, longitude_deg: float, from_s: float, to_s: float) -> Light:
    """The light of a span at a place.

    Raises
    ------
    DomainError
        For a place off the globe.
    """
    import ephem

    require("latitude_deg", latitude_deg, "°", "north is positive", low=-90.0, high=90.0)
    require("longitude_deg", longitude_deg, "°", "east is positive", low=-180.0, high=180.0)
    place = _observer(latitude_deg, longitude_deg, from_s)
    sun = ephem.Sun(place)
    # The limb stands a quarter of a degree above the centre.
    height = math.degrees(sun.alt)
    up = {"day": height > -0.567 - 0.267, "civil": height > -6.0}
    events = [
        (at, name, rises)
        for name, horizon, centre in _HORIZONS
        for at, rises in crossings(latitude_deg, longitude_deg, from_s, to_s, horizon, centre)
    ]
    changes: list[tuple[float, Sky]] = [(from_s, _sky(up))]
    for at, name, rises in sorted(events):
        up[name] = rises
        changes.append((at, _sky(up)))
    middle = _observer(latitude_deg, longitude_deg, 0.5 * (from_s + to_s))
    age = float(middle.date - ephem.previous_new_moon(middle.date))
    return Light(tuple(changes), age, float(ephem.Moon(middle).phase) / 100.0)


def _sky(up: dict[str, bool]) -> Sky:
    return "day" if up["day"] else "twilight" if up["civil"] else "night"
