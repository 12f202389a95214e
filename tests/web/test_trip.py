"""Trips through the application: kept, planned, bound by what closes a mark."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from io import BytesIO
from pathlib import Path
from typing import Any

import gpxpy
import icalendar
import numpy as np
import pdfplumber
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


def served(folder: Path, now_s: float = NOW_S) -> FlaskClient:
    """The demo as it is at the tests' instant, looked at then or later."""
    path = folder / "demo.sqlite3"
    conn = db.ready(path)
    marela.load(conn, NOW_S)
    conn.close()
    return create_app(path, now_s=now_s).test_client()


@pytest.fixture(scope="module")
def morning(tmp_path_factory: pytest.TempPathFactory) -> tuple[FlaskClient, Any]:
    client = served(tmp_path_factory.mktemp("trip"))
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
    names = {head["id"]: "" if head["rigging"] == "straight" else head["rigging_name"]
             for head in day["heads"]}
    assert [head["rigged"] for head in row["heads"]] == [
        names.get(head["head_id"], "") for head in row["heads"]]
    assert any(head["rigged"] for head in row["heads"])


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


def test_rods_and_lines_that_left_the_box_take_no_trip_with_them(client: FlaskClient) -> None:
    box = client.get("/api/box").get_json()
    rods, lines = ([one["id"] for one in box[kind]] for kind in ("rods", "lines"))
    row = keep(client, 1, rods=f"{rods[0]},{rods[1]}", lines=str(lines[0]),
               crew=[{"name": "Rui", "rods": f"{rods[0]},{rods[1]}"}])
    for path in (f"/api/rods/{rods[0]}", f"/api/lines/{lines[0]}"):
        assert client.delete(path).status_code < 300
    kept = client.get("/api/trips").get_json()["trips"][0]["asked"]
    assert (kept["rods"], kept["lines"], kept["crew"][0]["rods"]) == (
        str(rods[1]), None, str(rods[1]))
    found = client.get(f"/api/trips/{row['id']}/plan").get_json()["rows"][0]
    assert found["rod_id"] == found["crew"][0]["rod_id"] == rods[1]
    # None of it is forgotten: what is put back comes along again.
    assert client.post(f"/api/box/rods/{rods[0]}/back").status_code < 300
    kept = client.get("/api/trips").get_json()["trips"][0]["asked"]
    assert kept["rods"] == f"{rods[0]},{rods[1]}"


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
        told(4, "fish", 2, 100), told(5, "bite", 1, -30), told(6, "bite", 1, -600),
        told(7, "began", 3, 190), told(8, "ended", 3, 210)], "gone": []})
    found = client.get(f"/api/trips/{row['id']}/lived").get_json()
    assert [(e["kind"], e["row"], e["at"]) for e in found["events"]] == [
        ("bite", 0, -6.0), ("fish", 0, 6.0), ("held", 0, 10.0), ("began", 1, 38.0),
        ("lost", 1, 40.0), ("ended", 1, 42.0)]
    assert found["elsewhere"] == 1
    first, last = found["marks"]
    assert first["counts"] == {"bite": 1, "fish": 1, "held": 1}
    assert (first["from_clock"], first["to_clock"]) == ("05:30", "06:50")
    assert first["heads"] == ["head 1", "head 0"]
    # When one began and ended is told by the clocks, and is no catch.
    assert last["counts"] == {"lost": 1}
    assert (last["from_clock"], last["to_clock"]) == ("09:10", "09:30")


TODAY = datetime.fromtimestamp(NOW_S, UTC).date().isoformat()


def lived_event(n: int, kind: str, at: float, **more: Any) -> dict[str, Any]:
    return {"id": f"afterwards-{n:04d}", "kind": kind, "at_utc_s": at, "mark_id": 1,
            "mark_name": "Cais Velho", "head_id": 9, "head_name": "1/4 oz ball", "plastic_id": 5,
            "plastic_name": "paddle", **more}


def test_a_trip_that_is_over_shows_what_was_planned_then(database: Path) -> None:
    before = create_app(database, now_s=NOW_S).test_client()
    row = keep(before, 1, 3, date=TODAY)
    then = before.get(f"/api/trips/{row['id']}/plan").get_json()
    assert then["planned_utc_s"] is None
    # The box of afterwards would plan otherwise; the trip was made with that of then.
    for head in before.get("/api/box").get_json()["heads"][:-1]:
        assert before.delete(f"/api/heads/{head['id']}").status_code == 200
    after = create_app(database, now_s=NOW_S + 86400).test_client()
    found = after.get(f"/api/trips/{row['id']}/plan").get_json()
    assert found["planned_utc_s"] == NOW_S
    assert found["rounds"] == then["rounds"]
    assert found["rows"] == then["rows"]
    # Asked otherwise it is another trip: nothing was planned of that.
    after.put(f"/api/trips/{row['id']}", json=row["asked"] | {"craft": "boat"})
    other = after.get(f"/api/trips/{row['id']}/plan").get_json()
    assert other["planned_utc_s"] is None


def test_what_was_planned_goes_out_and_in_and_what_is_no_plan_is_planned_anew(
    database: Path
) -> None:
    client = create_app(database, now_s=NOW_S).test_client()
    row = keep(client, 1, date=TODAY)
    plan_then = client.get(f"/api/trips/{row['id']}/plan").get_json()
    data = client.get("/api/data.json").get_json()
    kept = data["tables"]["trips"] if "tables" in data else data["trips"]
    assert json.loads(kept[0]["planned"])["rounds"] == plan_then["rounds"]
    assert client.post("/api/data", json=data).status_code == 200
    kept[0]["planned"] = "[]"
    assert client.post("/api/data", json=data).status_code == 422
    kept[0]["planned"] = json.dumps({"rounds": "none"})
    assert client.post("/api/data", json=data).status_code == 200
    after = create_app(database, now_s=NOW_S + 86400).test_client()
    found = after.get(f"/api/trips/{row['id']}/plan").get_json()
    assert found["planned_utc_s"] is None
    assert found["rounds"][0]["stays"]


def test_what_a_trip_taught_is_told_from_before_to_after(client: FlaskClient) -> None:
    row = keep(client, 1, 3, date=TODAY)
    start = client.get(f"/api/trips/{row['id']}/plan").get_json()["start_utc_s"]
    weeks = [lived_event(n, "drop", start - 86400.0 * (20 + n), count_s=10.0, expected_s=10.0)
             for n in range(3)]
    here = [lived_event(10 + n, "drop", start + 600.0 * n, count_s=13.0, expected_s=10.0)
            for n in range(4)]
    here += [lived_event(20 + n, "swept", start + 700.0 * n, surface_speed_m_s=0.4,
                         bears_m_s=0.6) for n in range(3)]
    later = [lived_event(30, "drop", start + 86400.0 * 2, count_s=20.0, expected_s=10.0)]
    client.post("/api/log", json={"events": weeks + here + later, "gone": []})
    taught = client.get(f"/api/trips/{row['id']}/lived").get_json()["taught"]
    current, count = taught
    assert (current["mark_id"], current["used"], current["before"]) == (1, 3, 1.0)
    assert current["after"] > 1.05
    assert (count["mark_id"], count["head_name"], count["used"]) == (None, "1/4 oz ball", 4)
    # Until then it fell as computed; now it takes about a fifth longer. What came later is not it.
    assert count["before"] == pytest.approx(1.0, abs=0.01)
    assert 1.05 < count["after"] < 1.3


def test_a_trip_is_told_on_one_page_and_its_catches_as_waypoints(client: FlaskClient) -> None:
    row = keep(client, 1, 3, date=TODAY)
    start = client.get(f"/api/trips/{row['id']}/plan").get_json()["start_utc_s"]
    client.post("/api/log", json={"events": [
        lived_event(1, "fish", start + 3600, fish="european-seabass", length_cm=54.0),
        lived_event(2, "swept", start + 4000, surface_speed_m_s=0.4, bears_m_s=0.6),
        lived_event(3, "fish", start + 90000, fish="garfish")], "gone": []})
    for size, width in (("a4", 595.3), ("letter", 612.0)):
        answer = client.get(f"/api/trips/{row['id']}/told.pdf?size={size}")
        with pdfplumber.open(BytesIO(answer.get_data())) as pdf:
            assert len(pdf.pages) == 1
            assert pdf.pages[0].width == pytest.approx(width, abs=0.1)
            words = " ".join((pdf.pages[0].extract_text() or "").split())
    assert "07:00 european seabass, 54 cm, Cais Velho, paddle on 1/4 oz ball" in words
    assert "The current at Cais Velho is" in words
    assert "1 fish, 1 swept" in words
    assert "As it is planned by now." in words
    assert "nothing logged there" in words
    assert "Local rules" in words
    assert client.get(f"/api/trips/{row['id']}/told.pdf?size=a6").status_code == 422
    gpx = gpxpy.parse(client.get(f"/api/trips/{row['id']}/told.gpx").get_data(as_text=True))
    assert [w.name for w in gpx.waypoints] == ["european-seabass, 54 cm"]


def test_a_page_of_eight_marks_with_long_names_still_fits(client: FlaskClient) -> None:
    marks = client.get("/api/marks").get_json()["marks"][:8]
    for mark in marks:
        body = {k: v for k, v in mark.items() if k != "id"} | {
            "name": "The long " * 6 + f"reef {mark['id']}"}
        assert client.put(f"/api/marks/{mark['id']}", json=body).status_code == 200
    row = keep(client, *[m["id"] for m in marks], date=TODAY, to_hour=20)
    answer = client.get(f"/api/trips/{row['id']}/told.pdf")
    assert answer.status_code == 200
    with pdfplumber.open(BytesIO(answer.get_data())) as pdf:
        assert len(pdf.pages) == 1


def test_who_comes_along_is_chosen_for_with_their_own_rods(client: FlaskClient) -> None:
    rods = [rod["id"] for rod in client.get("/api/box").get_json()["rods"]]
    one, two = rods[0], rods[-1]
    found = plan(client, 1, 3, rods=str(one), crew=[
        {"name": "Rui", "rods": str(two)}, {"name": "Ana", "rods": f"{one},{two}"}])
    # As if it were their own trip.
    alone = plan(client, 1, 3, rods=str(two))
    for row, own in zip(found["rows"], alone["rows"], strict=True):
        assert row["rod_id"] == one
        rui, ana = row["crew"]
        assert (rui["name"], ana["name"]) == ("Rui", "Ana")
        for name in ("rod_id", "plastic_id", "line_id", "retrieve"):
            assert rui[name] == own[name], name
        assert rui["rod_id"] == two
        assert ana["rod_id"] in (one, two)
        assert own["heads"]
    text = client.get("/api/trips/1/plan.txt").text
    assert "Rui, for the best moment there: " in text
    names = {rod["id"]: rod["name"] for rod in client.get("/api/box").get_json()["rods"]}
    assert f"{names[two]} with " in text


def test_who_has_no_rod_of_the_box_is_told_that_nothing_is_right(client: FlaskClient) -> None:
    row = plan(client, 1, crew=[{"name": "Rui", "rods": "999"}])["rows"][0]
    assert row["crew"] == [{"name": "Rui", "rod_id": None, "line_id": None, "plastic_id": None,
                            "head_id": None, "retrieve": ""}]
    assert row["plastic_id"] is not None
    text = client.get("/api/trips/1/plan.txt").text
    assert "Rui, for the best moment there: nothing of the box" in text


@pytest.mark.parametrize("crew", [
    [{"name": "Rui", "rods": "1"}, {"name": "Rui", "rods": "2"}], [{"name": "", "rods": "1"}],
    [{"name": "Rui", "rods": ""}], [{"name": "Rui"}],
    [{"name": f"one {n}", "rods": "1"} for n in range(5)]])
def test_a_crew_that_is_none_is_refused_by_its_field(client: FlaskClient, crew: Any) -> None:
    answer = client.post("/api/trips", json=asked(crew=crew))
    assert answer.status_code == 422
    assert answer.get_json()["field"].startswith("crew")


def test_a_trip_that_was_kept_before_anyone_came_along_still_opens(
    client: FlaskClient, database: Path
) -> None:
    row = keep(client, 1, date=TODAY)
    conn = db.connect(database)
    before = json.loads(conn.execute("SELECT asked FROM trips").fetchone()[0])
    del before["crew"]
    conn.execute("UPDATE trips SET asked = ?", (json.dumps(before),))
    conn.close()
    found = client.get(f"/api/trips/{row['id']}/plan").get_json()
    assert [one["crew"] for one in found["rows"]] == [[]]
