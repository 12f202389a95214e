"""The log and the catches, out as files and in again: the same, from elsewhere, refused."""

from __future__ import annotations

import csv
import json
from io import StringIO
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from ilha.demo import marela
from ilha.formats.log_files import COLUMNS
from ilha.store import db, events
from ilha.web.app import create_app
from tests.conftest import NOW_S


@pytest.fixture
def full(tmp_path: Path) -> Path:
    path = tmp_path / "full.sqlite3"
    conn = db.connect(path)
    db.migrate(conn)
    marela.load(conn, NOW_S)
    conn.close()
    return path


def logged(path: Path) -> list[events.Event]:
    conn = db.connect(path)
    try:
        return events.listed(conn)
    finally:
        conn.close()


def bring(client: FlaskClient, name: str, text: str, only_try: bool = False) -> Any:
    answer = client.post(f"/api/{name}", json={"text": text, "try": only_try})
    return answer.get_json() if answer.status_code == 200 else answer.get_json()["message"]


@pytest.mark.parametrize(("name", "kind"), [("log.csv", None), ("catches.gpx", "fish")])
def test_what_went_out_comes_in_the_same(full: Path, name: str, kind: str | None) -> None:
    client = create_app(full, now_s=NOW_S).test_client()
    client.post("/api/log", json={"events": [{
        "id": "odd-words", "kind": "fish", "at_utc_s": NOW_S - 0.123, "mark_id": 1,
        "mark_name": "Cais Velho", "note": "'=1, \"quoted\"", "fish": "garfish"}]})
    before, text = logged(full), client.get(f"/api/{name}").text
    count = sum(kind in (None, e["kind"]) for e in before)
    assert bring(client, name, text) == {"added": 0, "changed": 0, "same": count}
    conn = db.connect(full)
    conn.execute("DELETE FROM events" + (f" WHERE kind = '{kind}'" if kind else ""))
    conn.close()
    assert bring(client, name, text, only_try=True)["added"] == count
    assert len(logged(full)) == len(before) - count
    assert bring(client, name, text)["added"] == count
    assert logged(full) == before


def table(*rows: dict[str, str]) -> str:
    out = StringIO()
    writer = csv.DictWriter(out, COLUMNS)
    writer.writeheader()
    writer.writerows(rows)
    return out.getvalue()


MINE = {"time_utc": "2026-05-01T06:30Z", "kind": "fish", "mark_name": "Cais Velho",
        "head_name": "1/4 oz ball", "plastic_name": "127 mm straight tail", "length_cm": "44"}


def test_a_log_kept_elsewhere_is_tied_by_name_and_kept_once(
    client: FlaskClient, database: Path
) -> None:
    text = table(MINE, {**MINE, "kind": "lost", "mark_name": "a rock nobody knows"})
    assert bring(client, "log.csv", text) == {"added": 2, "changed": 0, "same": 0}
    assert bring(client, "log.csv", text)["same"] == 2
    fish, lost = sorted(logged(database), key=lambda e: e["kind"])
    assert (fish["mark_id"], fish["plastic_id"], fish["length_cm"]) == (1, 1, 44.0)
    assert fish["head_id"] is not None
    assert lost["mark_id"] is None


def test_two_fish_of_one_minute_are_two(client: FlaskClient, database: Path) -> None:
    text = table(MINE, MINE)
    assert bring(client, "log.csv", text)["added"] == 2
    assert bring(client, "log.csv", text)["same"] == 2
    assert len(logged(database)) == 2
    twice = table({**MINE, "id": "mine-0001"}, {**MINE, "id": "mine-0001", "kind": "bite"})
    assert "`id` on line 3 must stand once" in bring(client, "log.csv", twice)


def test_a_row_that_was_changed_is_changed(client: FlaskClient, database: Path) -> None:
    bring(client, "log.csv", table(MINE))
    text = client.get("/api/log.csv").text.replace(",44.0,", ",52,")
    assert bring(client, "log.csv", text) == {"added": 0, "changed": 1, "same": 0}
    assert logged(database)[0]["length_cm"] == 52.0


@pytest.mark.parametrize(("change", "words"), [
    ({"time_utc": "yesterday"}, "`time_utc` on line 3 must be a time"),
    ({"kind": "eel"}, "`kind` on line 3"),
    ({"length_cm": "long"}, "`length_cm` on line 3"),
    ({"length_cm": "-4"}, "`length_cm` on line 3"),
    ({"mark_name": ""}, "`mark_name` on line 3 is needed"),
    ({"id": "x"}, "`id` on line 3"), ({"mark_id": "one"}, "`mark_id` on line 3"),
    ({"time_utc": "", "kind": "eel"}, "`time_utc` on line 3"),
])
def test_a_bad_row_stops_the_file(
    client: FlaskClient, database: Path, change: dict[str, str], words: str
) -> None:
    assert words in bring(client, "log.csv", table(MINE, {**MINE, **change}))
    assert logged(database) == []


@pytest.mark.parametrize(("name", "text", "words"), [
    ("log.csv", table(), "it is empty"), ("log.csv", "time,kind\n", "`header` must be time_utc"),
    ("catches.gpx", "<gpx></gpx>", "it is empty"), ("catches.gpx", "{", "must be GPX"),
    ("catches.gpx", '<!DOCTYPE gpx [<!ENTITY a "b">]><gpx>&a;</gpx>', "entities"),
])
def test_what_is_no_log_is_refused(client: FlaskClient, name: str, text: str, words: str) -> None:
    assert words in bring(client, name, text)


def plotter(lat: str, lon: str, time: str = "<time>2026-05-01T06:30:00Z</time>") -> str:
    return (f'<gpx version="1.1"><wpt lat="{lat}" lon="{lon}">{time}<name>bass 3 lb</name>'
            "<desc>on the drop</desc></wpt></gpx>")


def test_a_catch_from_another_program_belongs_to_the_nearest_mark(
    client: FlaskClient, database: Path
) -> None:
    assert bring(client, "catches.gpx", plotter("36.4022", "-21.7040"))["added"] == 1
    caught, = logged(database)
    assert (caught["kind"], caught["mark_id"]) == ("fish", 1)
    assert caught["note"] == "bass 3 lb, on the drop"
    assert bring(client, "catches.gpx", plotter("36.4022", "-21.7040"))["same"] == 1
    for text, words in ((plotter("36.9", "-21.7"), "`lat` on line 1, lon: no mark lies within"),
                        (plotter("36.4", "-21.7", ""), "`time` on line 1 must be a time"),
                        (plotter("nan", "-21.7"), "`lat` on line 1 must be a number")):
        assert words in bring(client, "catches.gpx", text)


def test_what_a_trips_file_hands_back_is_taken_once(client: FlaskClient) -> None:
    event = {"id": "0123456789abcdef", "kind": "fish", "at_utc_s": NOW_S, "mark_id": 1,
             "mark_name": "Cais Velho", "head_name": "", "plastic_name": "", "colour": "",
             "fish": "european-seabass", "length_cm": None, "note": "", "retrieve": ""}
    text = json.dumps({"format": "ilha-log-1", "events": [event]})
    assert bring(client, "log.json", text) == {"added": 1, "changed": 0, "same": 0}
    assert bring(client, "log.json", text) == {"added": 0, "changed": 0, "same": 1}


@pytest.mark.parametrize(("text", "says"), [
    ("[]", "`format` must be ilha-log-1"),
    ('{"format": "ilha-log-1"}', "`format` must be ilha-log-1"),
    ('{"format": "ilha-log-2", "events": []}', "`format` must be ilha-log-1"),
    ('{"format": "ilha-log-1", "events": [{"kind": "fish"}]}', "event 1 must be an object with an"),
    ("{", "must be JSON"),
])
def test_what_is_no_such_file_is_refused(client: FlaskClient, text: str, says: str) -> None:
    assert says in bring(client, "log.json", text)


def test_what_was_taken_out_here_does_not_come_back_with_the_file(client: FlaskClient) -> None:
    event = {"id": "0123456789abcdef", "kind": "fish", "at_utc_s": NOW_S, "mark_id": 1,
             "mark_name": "Cais Velho", "fish": "garfish"}
    text = json.dumps({"format": "ilha-log-1", "events": [event]})
    assert bring(client, "log.json", text)["added"] == 1
    client.post("/api/log", json={"events": [], "gone": [event["id"]]})
    assert bring(client, "log.json", text) == {"added": 0, "changed": 0, "same": 1}
    assert client.get("/api/log").get_json()["trips"] == []


def test_a_table_that_is_brought_again_gives_back_what_was_taken_out(client: FlaskClient) -> None:
    text = table(MINE)
    count = bring(client, "log.csv", text)["added"]
    assert count > 0
    ids = [e["id"] for trip in client.get("/api/log").get_json()["trips"] for e in trip["events"]]
    client.post("/api/log", json={"events": [], "gone": ids})
    assert bring(client, "log.csv", text)["added"] == count
