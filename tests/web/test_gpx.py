"""Marks taken along and brought in as GPX."""

from __future__ import annotations

import gpxpy
import pytest
from flask.testing import FlaskClient

HEAD = ('<?xml version="1.0"?>\n<gpx xmlns="http://www.topografix.com/GPX/1/1" version="1.1"'
        ' creator="a plotter">\n')


def bring(client: FlaskClient, text: str) -> tuple[int, str, int]:
    """Status, what is said, and how many marks there are then."""
    answer = client.post("/api/marks/import", json={"text": text})
    body = answer.get_json()
    return answer.status_code, body.get("message", ""), len(
        client.get("/api/marks").get_json()["marks"])


def test_marks_come_back_as_they_were(client: FlaskClient) -> None:
    first = client.get("/api/marks").get_json()["marks"][0]
    client.put("/api/marks/1", json={k: v for k, v in first.items() if k != "id"} | {
        "cover": 'kelp "tall" & <thick>', "caution": "one\ntwo"})
    before = client.get("/api/marks").get_json()["marks"]
    text = client.get("/api/marks.gpx").text
    for mark in before:
        client.delete(f"/api/marks/{mark['id']}")
    status, _, count = bring(client, text)
    assert (status, count) == (200, len(before))
    after = client.get("/api/marks").get_json()["marks"]
    for a, b in zip(before, after, strict=True):
        assert a | {"id": 0} == b | {"id": 0}


def test_another_reader_finds_the_waypoints(client: FlaskClient) -> None:
    answer = client.get("/api/marks.gpx")
    assert answer.mimetype == "application/gpx+xml"
    points = gpxpy.parse(answer.text).waypoints
    first = client.get("/api/marks").get_json()["marks"][0]
    assert len(points) == 8
    assert (points[0].name, points[0].type) == (first["name"], first["kind"])
    assert points[0].latitude == pytest.approx(first["latitude_deg"])
    assert "ferry" in (points[0].description or "")


def test_a_strange_waypoint_takes_what_is_assumed(client: FlaskClient) -> None:
    text = HEAD + '<wpt lat="36.41" lon="-21.69"><name>Stone</name><sym>Anchor</sym></wpt></gpx>'
    status, _, count = bring(client, text)
    assert (status, count) == (200, 9)
    mark = client.get("/api/marks").get_json()["marks"][-1]
    assert (mark["name"], mark["charted_depth_m"], mark["tide_port_id"]) == ("Stone", 3.0, None)
    assert mark["time_zone"] == "Atlantic/Azores"


def test_every_fault_has_its_line_and_nothing_is_half_brought_in(client: FlaskClient) -> None:
    text = HEAD + (
        '<wpt lat="36.41" lon="-21.69"><name>Good</name></wpt>\n'
        '<wpt lat="nan" lon="-21.69"><name>Nowhere</name></wpt>\n'
        '<wpt lat="36.41" lon="999"><name>Far</name></wpt>\n'
        '<wpt lat="36.41" lon="-21.69"></wpt>\n'
        '<wpt lat="36.41" lon="-21.69"><name>Cais Velho</name></wpt>\n</gpx>')
    status, said, count = bring(client, text)
    assert (status, count) == (422, 8)
    assert said.startswith("4 faults: `lat` on line 4 must be a number of at most 90, got nan")
    assert "`lon` on line 5 must be a number of at most 180, got 999" in said
    assert "`name` of the waypoint on line 6 is needed" in said
    assert "`name` Cais Velho on line 7 must be new" in said


@pytest.mark.parametrize(("text", "said"), [
    ("not xml", "`text` must be GPX, line 1: "),
    ("<kml></kml>", "`text` must be GPX, line 1 begins with kml"),
    (HEAD + "</gpx>", "`text` must hold waypoints, it has none"),
    (HEAD + '<wpt lat="1" lon="2"><name>x</name>', "`text` must be GPX, line 3: "),
    ('<!DOCTYPE gpx [<!ENTITY a "b">]><gpx></gpx>', "`text` must not declare a document type"),
    (HEAD + '<wpt lat="1" lon="2"><name>x</name><extensions><m:mark xmlns:m="urn:ilha:mark:1"'
            ' stance="flying"/></extensions></wpt></gpx>', "waypoint on line 3: `stance` must be"),
    (HEAD + '<wpt lat="1" lon="2"><name>x</name><extensions><m:mark xmlns:m="urn:ilha:mark:1"'
            ' charted_depth_m="deep"/></extensions></wpt></gpx>',
     "`charted_depth_m` on line 3 must be a number, got deep"),
])
def test_a_file_at_fault_is_refused_with_its_reason(
    client: FlaskClient, text: str, said: str
) -> None:
    status, message, count = bring(client, text)
    assert (status, count) == (422, 8)
    assert message.startswith(said)
