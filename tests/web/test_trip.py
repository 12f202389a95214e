"""Trips through the application: kept, planned, bound by what closes a mark."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import gpxpy
import icalendar
import numpy as np
import pytest
from flask.testing import FlaskClient

from ilha.demo import marela
from ilha.store import db
from ilha.web.app import create_app
from tests.conftest import NOW_S

DATE = datetime.fromtimestamp(NOW_S + 86400, UTC).date().isoformat()
SLIP = {"name": "the slip", "latitude_deg": 36.4021, "longitude_deg": -21.7043}
BASS = "european-seabass"


def asked(*marks: int, **more: Any) -> dict[str, Any]:
    return {"date": DATE, "from_hour": 6, "to_hour": 13, "home": SLIP, "craft": "kayak",
            "marks": [{"mark_id": m} for m in marks or (1, 2, 3)], "fish": BASS, **more}


def keep(client: FlaskClient, *marks: int, **more: Any) -> Any:
    return client.post("/api/trips", json=asked(*marks, **more)).get_json()


def plan(client: FlaskClient, *marks: int, **more: Any) -> Any:
    row = keep(client, *marks, **more)
    assert "id" in row, row
    return client.get(f"/api/trips/{row['id']}/plan").get_json()


@pytest.fixture(scope="module")
def morning(tmp_path_factory: pytest.TempPathFactory) -> tuple[FlaskClient, Any]:
    path = tmp_path_factory.mktemp("trip") / "demo.sqlite3"
    conn = db.ready(path)
    marela.load(conn, NOW_S)
    conn.close()
    client = create_app(path, now_s=NOW_S).test_client()
    return client, plan(client)


def test_a_trip_is_kept_changed_taken_out_and_put_back(client: FlaskClient) -> None:
    row = keep(client)
    again = client.put(f"/api/trips/{row['id']}", json=asked(1, craft="boat")).get_json()
    assert again["asked"]["craft"] == "boat"
    assert client.delete(f"/api/trips/{row['id']}").get_json()["id"] == row["id"]
    assert client.get("/api/trips").get_json()["trips"] == []
    client.post(f"/api/box/trips/{row['id']}/back")
    assert client.get("/api/trips").get_json()["trips"] == [again]


def test_a_trip_goes_out_and_in_with_everything_else(client: FlaskClient) -> None:
    row = keep(client)
    data = client.get("/api/data.json").data
    client.delete(f"/api/trips/{row['id']}")
    client.post("/api/data", data=data, content_type="application/json")
    assert client.get("/api/trips").get_json()["trips"] == [row]
    broken = json.loads(data)
    broken["tables"]["trips"][0]["asked"] = json.dumps({**asked(), "craft": "raft"})
    refused = client.post("/api/data", data=json.dumps(broken), content_type="application/json")
    assert refused.status_code == 422
    assert "tables.trips" in refused.get_json()["message"]


@pytest.mark.parametrize(("more", "field"), [
    ({"to_hour": 6.5}, "to_hour"), ({"marks": []}, "marks"),
    ({"marks": [{"mark_id": 1}, {"mark_id": 1}]}, "marks"),
    ({"marks": [{"mark_id": 99}]}, "marks[0].mark_id"), ({"craft": "raft"}, "craft"),
    ({"speed_m_s": 0.0}, "speed_m_s"), ({"date": "tomorrow"}, "date"),
    ({"home": {**SLIP, "latitude_deg": 95}}, "home.latitude_deg"),
    ({"holds": [{"mark_id": 7, "from_hour": 8, "to_hour": 9, "there": True}]}, "holds[0]"),
    ({"holds": [{"mark_id": 1, "from_hour": 9, "to_hour": 8, "there": True}]},
     "holds[0].to_hour"),
])
def test_what_is_no_trip_is_refused_by_its_field(
    client: FlaskClient, more: dict[str, Any], field: str
) -> None:
    refused = client.post("/api/trips", json={**asked(), **more})
    assert refused.status_code == 422
    assert refused.get_json()["field"] == field
    assert client.get("/api/trips").get_json()["trips"] == []


def test_the_round_keeps_to_what_is_open_and_is_back_in_time(
    morning: tuple[FlaskClient, Any]
) -> None:
    found = morning[1]
    last = len(found["clock"]) - 1
    for one in found["rounds"]:
        assert one["stays"]
        assert one["legs"][0]["origin"] == one["legs"][-1]["to"] == 3
        assert one["legs"][-1]["to_at"] <= last
        for stay in one["stays"]:
            assert stay["to_at"] - stay["from_at"] >= 6
            for shut in found["rows"][stay["row"]]["closed"]:
                assert shut["to_at"] <= stay["from_at"] or shut["from_at"] >= stay["to_at"]
        for leg in one["legs"]:
            assert leg["minutes"] <= 5.0 * (leg["to_at"] - leg["from_at"]) + 0.1
    worths = [one["worth_min"] for one in found["rounds"]]
    assert worths[0] == max(worths)
    orders = {tuple(stay["row"] for stay in one["stays"]) for one in found["rounds"]}
    assert len(orders) == 3


def test_every_quarter_of_an_hour_says_why(morning: tuple[FlaskClient, Any]) -> None:
    found = morning[1]
    for row in found["rows"]:
        hours = row["hours"]
        assert [h["from_at"] for h in hours] == list(range(0, 84, 3))
        for h in hours:
            known = np.prod(list(h["shares"].values()))
            # The product of what takes from it is what it is worth, but for rounding and what
            # takes less than three in a hundred.
            assert h["worth"] == pytest.approx(known, abs=0.08)
            assert bool(h["closed"]) == any(
                c["from_at"] <= h["to_at"] and c["to_at"] >= h["from_at"] for c in row["closed"])


def test_what_is_tied_on_is_what_the_day_says(morning: tuple[FlaskClient, Any]) -> None:
    client, found = morning
    row = found["rows"][0]
    query = {"mark_id": row["mark_id"], "date": DATE, "fish": BASS, "retrieve": row["retrieve"],
             "plastic_id": row["plastic_id"], "line_id": row["line_id"],
             "rod_id": row["rod_id"], "stance": row["stance"]}
    day = client.get("/api/day", query_string=query).get_json()
    own = [(run["head_id"], day["clock"][run["from_step"]]) for run in day["plan"]]
    for head in row["heads"][1:]:
        assert (head["head_id"], head["from_clock"]) in own


def test_in_the_dark_nobody_goes_without_a_lamp_and_that_is_said(client: FlaskClient) -> None:
    found = plan(client, from_hour=2, to_hour=5)
    assert found["rounds"] == [{"worth_min": 0.0, "stays": [], "legs": [], "unmet": []}]
    lamp = next(r for r in found["remedies"] if r["change"] == {"lamp": True})
    assert lamp["worth_min"] > 0.0
    lit = plan(client, from_hour=2, to_hour=5, lamp=True)
    assert lit["rounds"][0]["worth_min"] == pytest.approx(lamp["worth_min"], abs=0.1)
    assert lit["remedies"] == []


def test_a_pin_is_kept_and_hours_not_there_are_not(client: FlaskClient) -> None:
    pin = {"mark_id": 3, "from_hour": 8, "to_hour": 9, "there": True}
    no = {"mark_id": 1, "from_hour": 0, "to_hour": 24, "there": False}
    best = plan(client, holds=[pin, no])["rounds"][0]
    rows = {stay["row"]: stay for stay in best["stays"]}
    assert 0 not in rows
    assert rows[2]["from_at"] <= 24
    assert rows[2]["to_at"] >= 36
    assert best["unmet"] == []


def test_a_pin_that_cannot_be_kept_says_which_and_what_would(client: FlaskClient) -> None:
    pin = {"mark_id": 3, "from_hour": 6, "to_hour": 6.5, "there": True}
    found = plan(client, holds=[pin])
    assert found["rounds"][0]["unmet"][0]["from_clock"] == "06:00"
    assert {"holds": []} in [r["change"] for r in found["remedies"]]


def test_a_mark_whose_water_is_not_known_says_so_and_is_left_out(client: FlaskClient) -> None:
    found = plan(client, 1, 8, craft="boat")
    assert found["rows"][1]["field"] == "typed_speed_m_s"
    assert found["rows"][1]["why"]
    assert found["rounds"][0]["stays"]
    typed = client.post("/api/trips", json={
        **asked(craft="boat"), "marks": [{"mark_id": 8, "typed_speed_m_s": 0.3}]}).get_json()
    known = client.get(f"/api/trips/{typed['id']}/plan").get_json()
    assert known["rows"][0]["why"] == ""


def test_what_lies_offshore_is_not_walked_to(client: FlaskClient) -> None:
    found = plan(client, 7, craft="foot")
    assert "on foot" in found["rows"][0]["why"]
    assert {"craft": "boat", "speed_m_s": None} in [r["change"] for r in found["remedies"]]


def test_a_mark_that_is_gone_is_counted_and_the_rest_planned(client: FlaskClient) -> None:
    row = keep(client)
    client.delete("/api/marks/3")
    found = client.get(f"/api/trips/{row['id']}/plan").get_json()
    assert found["trip"]["gone"] == 1
    assert [r["mark_id"] for r in found["rows"]] == [1, 2]


def test_with_nothing_in_the_box_the_hours_are_still_told(tmp_path: Path) -> None:
    path = tmp_path / "bare.sqlite3"
    conn = db.ready(path)
    marela.load(conn, NOW_S)
    conn.execute("DELETE FROM heads")
    conn.commit()
    conn.close()
    found = plan(create_app(path, now_s=NOW_S).test_client(), 1)
    assert found["rows"][0]["plastic_id"] is None
    assert {h["head"] for h in found["rows"][0]["hours"]} == {"none"}


def test_the_calendar_keeps_its_events_when_the_trip_is_changed(client: FlaskClient) -> None:
    row = keep(client)

    def events() -> dict[str, Any]:
        raw = client.get(f"/api/trips/{row['id']}/plan.ics").data
        return {str(e["UID"]): e for e in icalendar.Calendar.from_ical(raw).walk("VEVENT")}

    before = events()
    client.put(f"/api/trips/{row['id']}", json=asked(to_hour=12.5))
    after = events()
    stays = {uid for uid in before if "-at-" in uid}
    assert len(stays) >= 1
    assert stays & set(after)
    assert all(int(e["SEQUENCE"]) > 0 for e in after.values())
    ends = [(e["DTSTART"].dt, e["DTEND"].dt) for e in after.values()]
    assert all(a <= b for a, b in ends)
    assert sorted(ends) == ends


def test_the_route_reads_in_another_library(client: FlaskClient) -> None:
    row = keep(client)
    found = client.get(f"/api/trips/{row['id']}/plan").get_json()["rounds"][0]
    route = gpxpy.parse(client.get(f"/api/trips/{row['id']}/route.gpx").text).routes[0]
    assert len(route.points) == len(found["legs"]) + 1
    assert route.points[0].name == route.points[-1].name == "the slip"
    assert route.points[0].latitude == pytest.approx(SLIP["latitude_deg"])
    times = [point.time for point in route.points]
    assert times == sorted(times)


def test_the_text_tells_the_round_and_what_to_mind(client: FlaskClient) -> None:
    row = keep(client)
    text = client.get(f"/api/trips/{row['id']}/plan.txt").text
    found = client.get(f"/api/trips/{row['id']}/plan").get_json()["rounds"][0]
    for stay in found["stays"]:
        assert f"{stay['from_clock']} to {stay['to_clock']}" in text
    assert "Local rules" in text
    assert "by kayak to" in text


def test_what_was_lived_stands_beside_what_was_planned(client: FlaskClient) -> None:
    row = keep(client, 1, 3, date=datetime.fromtimestamp(NOW_S, UTC).date().isoformat())
    start = client.get(f"/api/trips/{row['id']}/plan").get_json()["start_utc_s"]

    def told(n: int, kind: str, mark: int, minutes: float) -> dict[str, Any]:
        return {"id": f"lived-{n:04d}", "kind": kind, "at_utc_s": start + 60.0 * minutes,
                "mark_id": mark, "mark_name": "there", "head_name": f"head {n % 2}",
                "plastic_name": "paddle"}

    client.post("/api/log", json={"events": [
        told(1, "fish", 1, 30), told(2, "held", 1, 50), told(3, "lost", 3, 200),
        told(4, "fish", 2, 100), told(5, "bite", 1, -30), told(6, "bite", 1, -600)], "gone": []})
    found = client.get(f"/api/trips/{row['id']}/lived").get_json()
    assert [(e["kind"], e["row"], e["at"]) for e in found["events"]] == [
        ("bite", 0, -6.0), ("fish", 0, 6.0), ("held", 0, 10.0), ("lost", 1, 40.0)]
    assert found["elsewhere"] == 1
    first, last = found["marks"]
    assert first["counts"] == {"bite": 1, "fish": 1, "held": 1}
    assert (first["from_clock"], first["to_clock"]) == ("05:30", "06:50")
    assert first["heads"] == ["head 1", "head 0"]
    assert last["counts"] == {"lost": 1}
