"""What the sounder saw, onto the chart: less the tide of its minute, whatever day it was."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from pathlib import Path

import numpy as np
import pytest
from flask.testing import FlaskClient

from ilha.desk import sea_charts, surveyed
from ilha.desk.surveyed import Sounded
from ilha.formats.fields import FieldError
from ilha.store import db, marks
from tests.conftest import NOW_S

HOUR = 3600.0
BEGIN = NOW_S - 8.0 * HOUR


@pytest.fixture
def conn(database: Path) -> Iterator[sqlite3.Connection]:
    conn = db.connect(database)
    yield conn
    conn.close()


def at(conn: sqlite3.Connection, row_id: int = 1) -> marks.Mark:
    mark = marks.get(conn, row_id)
    assert mark is not None
    return mark


def gone_over(mark: marks.Mark, depth_m: float = 6.0, hours: float = 7.0,
              begin: float = BEGIN, steps: int = 43) -> list[Sounded]:
    """North from a mark, a few metres each time."""
    return [Sounded(mark["latitude_deg"] + 5e-5 * n, mark["longitude_deg"], depth_m,
                    begin + hours * HOUR * n / (steps - 1)) for n in range(steps)]


def depths_of(conn: sqlite3.Connection, track: list[Sounded]) -> tuple[str, np.ndarray]:
    kept = surveyed.keep(conn, track)
    (shape,) = sea_charts.shapes_of(kept)
    assert shape.kind == "track"
    (part,) = shape.parts
    return kept["name"], np.array([place[2] for place in part])


def test_over_flat_ground_the_tide_is_all_that_is_taken_off(
    conn: sqlite3.Connection, client: FlaskClient
) -> None:
    track = gone_over(at(conn))
    name, charted = depths_of(conn, track)
    assert name == "sounder, 2026-07-15 04:00 to 11:00 UTC, by the tide at Cais Velho"
    # Another way to the same: what the Day says of the depth there.
    day = client.get("/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2&date=2026-07-15"
                     ).get_json()
    own = at(conn)["charted_depth_m"]
    assert own is not None
    start = day["start_utc_s"]
    steps = start + day["step_s"] * np.arange(len(day["depth_m"]))
    tide = np.interp([one.at_utc_s for one in track], steps, np.array(day["depth_m"]) - own)
    assert charted == pytest.approx(6.0 - tide, abs=0.03)
    # A tide of more than half a metre went through it.
    assert np.ptp(charted) > 0.5


def test_a_night_over_two_days_is_reduced_by_both(conn: sqlite3.Connection) -> None:
    night = gone_over(at(conn), hours=10.0, begin=NOW_S + 7.0 * HOUR, steps=121)
    _, charted = depths_of(conn, night)
    # Smooth through midnight: half a cosine in six hours rises by some 5 cm in five minutes.
    assert np.max(np.abs(np.diff(charted))) < 0.06


def test_what_is_charted_of_a_level_is_the_same_at_any_state_of_the_tide(
    conn: sqlite3.Connection
) -> None:
    """The use of it: sounded at high and at low water, the ground is one."""
    mark = at(conn)
    _, taken_off = depths_of(conn, gone_over(mark, 0.0))
    ground = 4.2
    track = [one._replace(depth_m=ground - float(off))
             for one, off in zip(gone_over(mark), taken_off, strict=True)]
    _, charted = depths_of(conn, track)
    assert charted == pytest.approx(ground, abs=0.011)


@pytest.mark.parametrize("far", [False, True])
def test_without_a_tide_they_are_those_of_the_moment_and_said_so(
    conn: sqlite3.Connection, far: bool
) -> None:
    track = gone_over(at(conn)) if not far else [
        one._replace(latitude_deg=one.latitude_deg + 1.0) for one in gone_over(at(conn))]
    if not far:
        conn.execute("UPDATE marks SET tide_port_id = NULL, neap_rate_m_s = NULL,"
                     " spring_rate_m_s = NULL, slack_lag_min = NULL, stream_id = NULL")
    name, charted = depths_of(conn, track)
    assert name.endswith("tide and all")
    assert charted == pytest.approx(6.0)


def test_a_day_that_no_tide_reaches_is_as_it_was_sounded(conn: sqlite3.Connection) -> None:
    name, charted = depths_of(conn, gone_over(at(conn), begin=NOW_S - 4000.0 * 86400.0))
    assert name.endswith("tide and all")
    assert charted == pytest.approx(6.0)


@pytest.mark.parametrize("places", [0, 1])
def test_nothing_gone_over_is_no_chart(conn: sqlite3.Connection, places: int) -> None:
    before = len(sea_charts.all_shapes(conn))
    with pytest.raises(FieldError, match="two places at least"):
        surveyed.keep(conn, gone_over(at(conn))[:places])
    assert len(sea_charts.all_shapes(conn)) == before


def test_the_bottom_along_a_cast_is_what_was_sounded(
    conn: sqlite3.Connection, client: FlaskClient
) -> None:
    conn.execute("DELETE FROM sea_charts")
    mark = at(conn)
    _, off = depths_of(conn, gone_over(mark, 0.0, steps=15))
    conn.execute("DELETE FROM sea_charts")
    # Falls from 2 to 4.8 m to the north.
    surveyed.keep(conn, [one._replace(depth_m=2.0 + 0.2 * n - float(o)) for n, (one, o) in
                         enumerate(zip(gone_over(mark, steps=15), off, strict=True))])
    found = client.post("/api/sea-charts/section", json={
        "latitude_deg": mark["latitude_deg"], "longitude_deg": mark["longitude_deg"],
        "cast_to_deg": 0.0, "cast_m": 60.0}).get_json()
    metres, depth = np.array(found["points"]).T
    # 5e-5 of a degree of latitude is 5.56 m: 0.2 m deeper each.
    assert depth == pytest.approx(2.0 + metres / 5.56 * 0.2, abs=0.1)
    assert found["used"] >= 10
