"""What goes out is read by libraries that did not write it, and says the same there."""

from __future__ import annotations

import csv
import io
import re
from pathlib import Path
from typing import Any

import pyogrio.raw
import pytest
import vobject
from flask.testing import FlaskClient

BASE = "mark_id=1&plastic_id=1&line_id=3&rod_id=2"


def opened(data: bytes, name: str, folder: Path, **how: Any) -> tuple[dict[str, Any], Any]:
    """Columns and geometries of a file as GDAL reads it."""
    path = folder / name
    path.write_bytes(data)
    told, _, shapes, columns = pyogrio.raw.read(path, **how)
    return dict(zip(told["fields"], columns, strict=True)), shapes


def test_marks_as_gpx(client: FlaskClient, tmp_path: Path) -> None:
    marks = client.get("/api/marks").get_json()["marks"]
    columns, shapes = opened(client.get("/api/marks.gpx").data, "marks.gpx", tmp_path,
                             layer="waypoints")
    assert list(columns["name"]) == [m["name"] for m in marks]
    assert len(shapes) == len(marks)


def test_the_date_line_is_within_the_bounds_of_gpx(client: FlaskClient, tmp_path: Path) -> None:
    """GPX 1.1, longitudeType: from -180, less than 180."""
    mark = client.get("/api/marks").get_json()["marks"][0]
    typed = {k: v for k, v in mark.items() if k not in ("id", "removed")}
    answer = client.put(f"/api/marks/{mark['id']}", json={**typed, "longitude_deg": 180.0})
    assert answer.status_code == 200, answer.text
    text = client.get("/api/marks.gpx").text
    assert 'lon="180' not in text
    assert 'lon="-180' in text
    new = text.replace(f"<name>{mark['name']}<", "<name>At the date line<", 1)
    only = re.sub(r"<wpt(?:(?!<wpt).)*?</wpt>", lambda m: m[0] * ("date line" in m[0]), new,
                  flags=re.DOTALL)
    again = client.post("/api/marks/import", json={"text": only})
    assert again.status_code == 200, again.text
    assert again.get_json()["marks"][-1]["longitude_deg"] == -180.0


@pytest.mark.parametrize("kind", ["heads", "plastics", "rods", "lines"])
def test_the_box_as_csv(client: FlaskClient, kind: str) -> None:
    """RFC 4180: each line ends with CR and LF, the header as long as every row."""
    data = client.get(f"/api/box/{kind}.csv").data
    assert data.count(b"\r\n") == data.count(b"\n")
    rows = list(csv.reader(io.StringIO(data.decode(), newline=""), strict=True))
    assert len({len(row) for row in rows}) == 1
    assert len(rows) - 1 == len(client.get("/api/box").get_json()[kind])


def test_the_log_as_csv(client: FlaskClient, tmp_path: Path) -> None:
    event = {"id": "7b1f9a1e-0000-4000-8000-000000000001", "kind": "fish", "fish": "mackerel",
             "at_utc_s": 1_784_110_000, "note": 'says "so", and more', "mark_name": "Cais Velho"}
    told = client.post("/api/log", json={"events": [event]})
    assert told.status_code == 200, told.text
    data = client.get("/api/log.csv").data
    columns, _ = opened(data, "log.csv", tmp_path)
    assert list(columns["note"]) == [event["note"]]
    again = client.post("/api/log.csv", json={"text": data.decode(), "try": True})
    assert again.status_code == 200, again.text


def test_the_days_plan_as_a_calendar(client: FlaskClient) -> None:
    data = client.get(f"/api/plan.ics?{BASE}").data.decode()
    events = vobject.readOne(data).vevent_list
    plan = client.get(f"/api/day?{BASE}").get_json()["plan"]
    assert len(events) == sum(run["head_id"] is not None for run in plan)
    assert all("Cais Velho" in event.summary.value for event in events)
    assert max(len(line.encode()) for line in data.split("\r\n")) <= 75
