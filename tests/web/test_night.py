"""A trip over midnight: the water of both days, hours counted on, and what it says of them."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from typing import Any

import icalendar
import pytest
from flask.testing import FlaskClient

from ilha.desk.clock import NOON, STEPS, span_of
from tests.conftest import NOW_S
from tests.web.test_trip import BASS, DATE, asked, keep, plan, served

NEXT = (date.fromisoformat(DATE) + timedelta(days=1)).isoformat()
NIGHT: dict[str, Any] = {"from_hour": 20, "to_hour": 26, "lamp": True}


@pytest.fixture(scope="module")
def night(tmp_path_factory: pytest.TempPathFactory) -> tuple[FlaskClient, Any]:
    client = served(tmp_path_factory.mktemp("night"))
    return client, plan(client, **NIGHT)


def test_from_noon_to_noon_by_the_clock() -> None:
    span = span_of("2026-12-31", "UTC", NOW_S, NOON)
    assert [span.at_clock(hour) for hour in (12.0, 24.0, 25.5, 36.0)] == [0.0, 72.0, 81.0, 144.0]
    assert [span.clock_of(step) for step in (0, 72, 81)] == ["12:00", "00:00", "01:30"]
    assert span.words == "Thursday 31 December 2026, into Friday"


def test_the_night_that_the_clock_goes_back_has_an_hour_more() -> None:
    span = span_of("2026-10-24", "Europe/Lisbon", NOW_S, NOON)
    assert span.times[-1] - span.start_s == 25 * 3600.0
    assert len(span.times) == STEPS
    assert span.at_hour(36) == pytest.approx(144.0)
    # Noon by the clock on either side, which the hour between moves by one of UTC.
    assert datetime.fromtimestamp(span.start_s, UTC).hour == 11
    assert datetime.fromtimestamp(float(span.times[-1]), UTC).hour == 12


def test_its_water_is_that_of_both_days(night: tuple[FlaskClient, Any]) -> None:
    client, found = night
    evening = plan(client, **NIGHT | {"to_hour": 24})
    early = plan(client, **NIGHT | {"date": NEXT, "from_hour": 0, "to_hour": 2})
    assert (found["clock"][0], found["clock"][-1]) == ("20:00", "02:00")
    assert found["start_utc_s"] == evening["start_utc_s"]
    turn = len(evening["clock"]) - 1
    for row, before, after in zip(found["rows"], evening["rows"], early["rows"], strict=True):
        for of in ("stream_m_s", "depth_m"):
            assert row[of][:turn + 1] == pytest.approx(before[of], abs=2e-3)
            assert row[of][turn:] == pytest.approx(after[of], abs=2e-3)
        skies = [hour["sky"] for hour in row["hours"]]
        assert skies == [h["sky"] for h in before["hours"]] + [h["sky"] for h in after["hours"]]


def test_what_is_tied_on_after_midnight_is_what_the_next_day_says(
    night: tuple[FlaskClient, Any]
) -> None:
    client, found = night
    tied = 0
    for row in found["rows"]:
        query = {"mark_id": row["mark_id"], "fish": BASS, "retrieve": row["retrieve"],
                 "plastic_id": row["plastic_id"], "line_id": row["line_id"],
                 "rod_id": row["rod_id"], "stance": row["stance"]}
        own = []
        for on in (DATE, NEXT):
            day = client.get("/api/day", query_string={**query, "date": on}).get_json()
            own += [run["head_id"] for run in day["plan"]]
        assert {head["head_id"] for head in row["heads"]} <= set(own)
        tied += len(row["heads"])
    assert tied > 0


def test_a_pin_after_midnight_is_kept(night: tuple[FlaskClient, Any]) -> None:
    client, _ = night
    pin = {"mark_id": 1, "from_hour": 24.5, "to_hour": 25.25, "there": True}
    best = plan(client, **NIGHT, holds=[pin])["rounds"][0]
    assert best["unmet"] == []
    stay = next(stay for stay in best["stays"] if stay["row"] == 0)
    assert stay["from_at"] <= 54
    assert stay["to_at"] >= 63
    assert best["legs"][-1]["to_at"] <= 72


def test_without_a_lamp_the_night_is_closed_and_that_is_said(
    night: tuple[FlaskClient, Any]
) -> None:
    found = plan(night[0], **NIGHT | {"from_hour": 22.5, "lamp": False})
    assert found["rounds"][0]["stays"] == []
    assert {"lamp": True} in [r["change"] for r in found["remedies"]]


def test_later_than_midnight_can_be_what_a_short_evening_wants(client: FlaskClient) -> None:
    pin = {"mark_id": 3, "from_hour": 23.25, "to_hour": 24, "there": True}
    found = plan(client, 3, from_hour=22.5, to_hour=24, lamp=True, holds=[pin])
    assert found["rounds"][0]["unmet"]
    later = next(r for r in found["remedies"] if r["words"] == "come back two hours later")
    assert later["change"] == {"to_hour": 26.0}
    kept = plan(client, 3, lamp=True, holds=[pin], from_hour=22.5, **later["change"])
    assert kept["rounds"][0]["unmet"] == []
    assert kept["rounds"][0]["worth_min"] == pytest.approx(later["worth_min"], abs=0.1)


def test_the_calendar_and_the_text_go_on_into_the_next_day(
    night: tuple[FlaskClient, Any]
) -> None:
    client, found = night
    row = keep(client, **NIGHT)
    raw = client.get(f"/api/trips/{row['id']}/plan.ics").data
    events = icalendar.Calendar.from_ical(raw).walk("VEVENT")
    ends = [(e["DTSTART"].dt.timestamp(), e["DTEND"].dt.timestamp()) for e in events]
    assert all(a <= b for a, b in ends)
    start = found["start_utc_s"]
    assert all(start <= a and b <= start + 6 * 3600 for a, b in ends)
    text = client.get(f"/api/trips/{row['id']}/plan.txt").text
    assert f", into {date.fromisoformat(NEXT):%A}" in text


def test_what_was_lived_after_midnight_belongs_to_it(tmp_path: Path) -> None:
    client = served(tmp_path, NOW_S + 3 * 86400)
    row = keep(client, **NIGHT)
    start = client.get(f"/api/trips/{row['id']}/plan").get_json()["start_utc_s"]
    said = [{"id": f"night-{n:04d}", "kind": "fish", "at_utc_s": start + 3600.0 * hour,
             "mark_id": 1, "mark_name": "there", "head_name": "head", "plastic_name": "paddle"}
            for n, hour in enumerate((1.0, 4.75, 9.0))]
    client.post("/api/log", json={"events": said, "gone": []})
    found = client.get(f"/api/trips/{row['id']}/lived").get_json()
    assert [(e["at"], e["clock"]) for e in found["events"]] == [(12.0, "21:00"), (57.0, "00:45")]
    sheet = client.get(f"/api/trips/{row['id']}/told.pdf")
    assert sheet.status_code == 200, sheet.text


@pytest.mark.parametrize(("more", "field"), [
    ({"from_hour": 10, "to_hour": 26}, "from_hour"), ({"from_hour": 20, "to_hour": 36.5},
                                                      "to_hour"),
    ({"from_hour": 23.5, "to_hour": 24.25}, "to_hour"),
    ({"holds": [{"mark_id": 1, "from_hour": 25, "to_hour": 24.5, "there": True}]},
     "holds[0].to_hour"),
])
def test_what_is_no_night_is_refused_by_its_field(
    client: FlaskClient, more: dict[str, Any], field: str
) -> None:
    refused = client.post("/api/trips", json=asked(**NIGHT | more))
    assert refused.status_code == 422
    assert refused.get_json()["field"] == field
