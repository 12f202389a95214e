"""Sun and moon against skyfield with a JPL ephemeris, and against the calendar."""

from __future__ import annotations

from datetime import UTC, datetime

import numpy as np
import pytest
from skyfield import almanac
from skyfield.api import Loader, wgs84
from skyfield_data import get_skyfield_data_path

from ilha.core.errors import DomainError
from ilha.core.tide.light import crossings, light

load = Loader(get_skyfield_data_path(), expire=False, verbose=False)
EARTH = load("de421.bsp")
SCALE = load.timescale(builtin=True)


def seconds(text: str) -> float:
    return datetime.fromisoformat(text).replace(tzinfo=UTC).timestamp()


@pytest.mark.parametrize(("latitude", "longitude"), [(36.4, -21.7), (0.0, 100.0), (-43.5, 172.6),
                                                     (58.0, -6.0)])
@pytest.mark.parametrize("month", [1, 3, 6, 9, 12])
def test_sunrise_and_sunset_within_a_minute_of_skyfield(
    latitude: float, longitude: float, month: int
) -> None:
    start = seconds(f"2026-{month:02d}-10T00:00")
    end = start + 3 * 86400.0
    ours = crossings(latitude, longitude, start, end, "-0:34", False)
    times, rises = almanac.find_discrete(
        SCALE.from_datetime(datetime.fromtimestamp(start, UTC)),
        SCALE.from_datetime(datetime.fromtimestamp(end, UTC)),
        almanac.sunrise_sunset(EARTH, wgs84.latlon(latitude, longitude)))
    theirs = [t.utc_datetime().timestamp() for t in times]
    assert [up for _, up in ours] == [bool(r) for r in rises]
    assert [at for at, _ in ours] == pytest.approx(theirs, abs=60.0)


def test_civil_twilight_within_a_minute_of_skyfield() -> None:
    start = seconds("2026-04-20T00:00")
    ours = light(36.4, -21.7, start, start + 86400.0).changes[1:]
    times, kinds = almanac.find_discrete(
        SCALE.from_datetime(datetime.fromtimestamp(start, UTC)),
        SCALE.from_datetime(datetime.fromtimestamp(start + 86400.0, UTC)),
        almanac.dark_twilight_day(EARTH, wgs84.latlon(36.4, -21.7)))
    # skyfield: 3 is civil twilight, 4 is day.
    pairs = [(t.utc_datetime().timestamp(), k) for t, k in zip(times, kinds, strict=True)]
    dawn, sunrise = (next(at for at, k in pairs if k == kind) for kind in (3, 4))
    dusk = next(at for at, k in pairs if k == 2 and at > sunrise)
    ours_dawn, ours_rise, ours_set, ours_dusk = (at for at, _ in ours)
    assert [ours_dawn, ours_rise, ours_dusk] == pytest.approx([dawn, sunrise, dusk], abs=60.0)
    assert ours_rise < ours_set < ours_dusk
    assert [sky for _, sky in ours] == ["twilight", "day", "twilight", "night"]


def test_the_moons_phase_against_skyfield() -> None:
    for day in range(1, 29, 3):
        start = seconds(f"2026-05-{day:02d}T00:00")
        angle = float(almanac.moon_phase(EARTH, SCALE.from_datetime(
            datetime.fromtimestamp(start + 43200.0, UTC))).degrees)
        ours = light(36.4, -21.7, start, start + 86400.0)
        assert ours.moon_lit == pytest.approx(0.5 * (1 - np.cos(np.radians(angle))), abs=0.01)
        # The moon runs unevenly: its age tells its angle to about 13°.
        off = (ours.moon_age_days / 29.530588 * 360.0 - angle + 180.0) % 360.0 - 180.0
        assert abs(off) < 14.0


@pytest.mark.parametrize(("date", "moon", "state"), [
    # New moon 2026-05-16 20:01, full moon 2026-05-31 08:45 UTC (almanac, from memory).
    ("2026-05-16", "new moon", None), ("2026-05-18", "new moon", "springs"),
    ("2026-05-31", "full moon", None), ("2026-05-25", "first quarter", "neaps"),
    ("2026-05-21", None, "coming to neaps"), ("2026-05-29", None, "coming to springs"),
])
def test_springs_follow_new_and_full_moon(date: str, moon: str | None, state: str | None) -> None:
    start = seconds(f"{date}T00:00")
    found = light(36.4, -21.7, start, start + 86400.0)
    assert moon in (None, found.moon)
    assert state in (None, found.tide_state)


def test_polar_days_and_nights_do_not_end() -> None:
    for month, sky in ((6, "day"), (12, "night")):
        start = seconds(f"2026-{month:02d}-20T00:00")
        assert light(80.0, 20.0, start, start + 2 * 86400.0).changes == ((start, sky),)


def test_a_place_off_the_globe_is_named() -> None:
    with pytest.raises(DomainError, match="latitude_deg"):
        light(100.0, 0.0, 0.0, 1.0)
