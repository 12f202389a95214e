"""Everything out and in again: the same data, refused files, older ones, a copy while it runs."""

from __future__ import annotations

import csv
import json
import shutil
from io import StringIO
from pathlib import Path

import gpxpy
import pytest
from flask import Flask
from flask.testing import FlaskClient

from ilha.cli import main
from ilha.desk import data_file
from ilha.store import copies, db, events, everything, marks
from ilha.web.app import create_app
from tests.conftest import NOW_S

JSON = "application/json"


@pytest.fixture
def full(tmp_path: Path, marela_with_trips: Path) -> Path:
    """Marela with its trips, and rows in every table."""
    path = tmp_path / "full.sqlite3"
    shutil.copyfile(marela_with_trips, path)
    conn = db.connect(path)
    conn.execute("INSERT INTO own_rules (body) VALUES ('{\"says\": \"x\","
                 " \"wants\": {\"look\": [\"stick\"]}}')")
    conn.execute("INSERT INTO rule_changes VALUES ('no-plunge', 0, NULL)")
    conn.execute("INSERT INTO learned VALUES ('sink', '3:1', 1.1, NULL)")
    conn.execute("INSERT INTO trainer VALUES ('bent-up', 1, 5.0, 2, 1)")
    conn.close()
    return path


def client_of(path: Path) -> FlaskClient:
    return create_app(path, now_s=NOW_S).test_client()


def test_out_and_in_again_is_the_same(full: Path, tmp_path: Path) -> None:
    text = client_of(full).get("/api/data.json").text
    other = tmp_path / "other.sqlite3"
    client = client_of(other)
    answer = client.post("/api/data", data=text.encode(), content_type=JSON)
    assert answer.status_code == 200, answer.text
    assert client.get("/api/data.json").text == text
    assert (copies.folder(other) / answer.get_json()["kept_as"]).exists()


def test_by_the_command_line(
    full: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["export", "--database", str(full)]) == 0
    text = capsys.readouterr().out
    file, other = tmp_path / "all.json", tmp_path / "new.sqlite3"
    file.write_text(text, "utf-8")
    assert main(["import", str(file), "--database", str(other)]) == 0
    assert "rows are in" in capsys.readouterr().out
    assert main(["export", "--database", str(other)]) == 0
    assert capsys.readouterr().out == text
    assert main(["export", "--database", str(tmp_path / "gone.sqlite3")]) == 2
    assert "`database`" in capsys.readouterr().err
    file.write_text("{}", "utf-8")
    assert main(["import", str(file), "--database", str(other)]) == 2
    assert capsys.readouterr().err.startswith("`format` must be ilha-data-1")


def test_a_copy_while_it_runs(full: Path, tmp_path: Path) -> None:
    """A write that is not committed yet is not in the copy; what is committed is."""
    writer = db.connect(full)
    writer.execute("BEGIN IMMEDIATE")
    writer.execute("DELETE FROM events")
    copy = tmp_path / "copy.sqlite3"
    assert main(["backup", str(copy), "--database", str(full)]) == 0
    writer.execute("ROLLBACK")
    writer.close()
    conn = db.connect(copy)
    assert len(events.listed(conn)) > 100
    assert conn.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
    conn.close()


def test_an_older_file_is_brought_up_to_date(app: Flask, client: FlaskClient) -> None:
    """One written before there were streams, fish and a log."""
    old = db.connect(":memory:")
    db.migrate(old, to=3)
    old.execute(
        "INSERT INTO marks (id, name, kind, latitude_deg, longitude_deg, time_zone,"
        " charted_depth_m, bottom, cover, cover_height_m, stance, cast_m, caution) VALUES"
        " (1, 'Old mark', 'flat', 36, -21, 'UTC', 1.5, 'sand', 'none', 0, 'wading', 20, 'mind')")
    text = json.dumps({"format": "ilha-data-1", "schema": 3, "tables": everything.read(old)})
    assert client.post("/api/data", data=text.encode(), content_type=JSON).status_code == 200
    mark = client.get("/api/marks").get_json()["marks"][0]
    assert (mark["name"], mark["exposure"]) == ("Old mark", "sheltered")


def _broken(change: str, text: str) -> str:
    found = json.loads(text)
    if change == "newer":
        found["schema"] = 999
    elif change == "format":
        found["format"] = "other"
    elif change == "schema":
        found["schema"] = "eight"
    elif change == "table":
        found["tables"]["boats"] = []
    elif change == "column":
        found["tables"]["lines"][0]["colour"] = "red"
    elif change == "row":
        found["tables"]["lines"][1]["diameter_mm"] = -1
    elif change == "reference":
        found["tables"]["marks"][0]["tide_port_id"] = 99
    elif change == "settings":
        found["tables"]["settings"] = []
    elif change == "rows":
        found["tables"]["lines"] = [1]
    return json.dumps(found)


@pytest.mark.parametrize(("change", "field"), [
    ("newer", "schema"), ("format", "format"), ("schema", "schema"), ("table", "tables.boats"),
    ("column", "tables.lines"), ("row", "tables.lines"), ("reference", "tables.marks"),
    ("rows", "tables"), ("settings", "tables.settings")])
def test_a_bad_file_changes_nothing(change: str, field: str, client: FlaskClient) -> None:
    before = client.get("/api/data.json").text
    answer = client.post("/api/data", data=_broken(change, before).encode(), content_type=JSON)
    assert (answer.status_code, answer.get_json()["field"]) == (422, field)
    assert client.get("/api/data.json").text == before


@pytest.mark.parametrize("body", [b"{", b"[1]", b"\xff\xfe"])
def test_what_is_no_file_is_refused(body: bytes, client: FlaskClient) -> None:
    assert client.post("/api/data", data=body, content_type=JSON).status_code == 422


def test_the_log_as_csv_reads_back(full: Path) -> None:
    client = client_of(full)
    rows = list(csv.DictReader(StringIO(client.get("/api/log.csv").text)))
    told = [e for t in client.get("/api/log?trips=1000").get_json()["trips"] for e in t["events"]]
    assert len(rows) == len(told)
    by_id = {e["id"]: e for e in told}
    for row in rows:
        event = by_id[row["id"]]
        assert row["kind"] == event["kind"]
        assert row["time_utc"].endswith("Z")
        for name in ("length_cm", "count_s", "expected_s", "depth_m"):
            assert (float(row[name]) if row[name] else None) == event[name]


def test_a_cell_is_no_formula(client: FlaskClient) -> None:
    client.post("/api/log", json={"events": [{
        "id": "formula-1", "kind": "bite", "at_utc_s": 5.0, "mark_name": "=1+1"}]})
    assert next(csv.DictReader(StringIO(client.get("/api/log.csv").text)))["mark_name"] == "'=1+1"


def test_catches_as_gpx_read_back(full: Path) -> None:
    found = gpxpy.parse(client_of(full).get("/api/catches.gpx").text)
    conn = db.connect(full)
    places = {(round(m["latitude_deg"], 4), round(m["longitude_deg"], 4))
              for m in marks.listed(conn)}
    fish = [e for e in events.listed(conn) if e["kind"] == "fish"]
    conn.close()
    assert len(found.waypoints) == len(fish)
    assert {(round(w.latitude, 4), round(w.longitude, 4)) for w in found.waypoints} <= places


def test_numbers_too_large_for_a_column_are_told(tmp_path: Path) -> None:
    conn = db.connect(tmp_path / "a.sqlite3")
    db.migrate(conn)
    found = json.loads(data_file.write(conn))
    found["tables"]["own_rules"] = [{"id": 2**70, "body": "{}"}]
    with pytest.raises(ValueError, match="own_rules"):
        data_file.read(conn, json.dumps(found))
    assert not conn.in_transaction
    conn.close()
