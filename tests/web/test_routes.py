"""Routes: answers, problems, and what guards them."""

from __future__ import annotations

import gzip
import re
from pathlib import Path

import brotli
import pytest
from flask import Flask
from flask.testing import FlaskClient
from openapi_spec_validator import validate

from ilha.desk.kinds import KINDS
from ilha.web import payloads
from ilha.web.app import create_app
from ilha.web.bench import payloads as bench_payloads
from ilha.web.day import payloads as day_payloads
from ilha.web.openapi import document
from ilha.web.operations import ROUTES
from tests.conftest import NOW_S

DAY = "/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2"


def test_day_answers_its_payload(client: FlaskClient) -> None:
    body = client.get(DAY).get_json()
    board = day_payloads.DayBoard.model_validate(body)
    assert (board.date, board.time_zone) == ("2026-07-15", "Atlantic/Azores")
    assert board.clock[0] == "00:00"
    # 12:00 UTC in July is 12:00 on the Azores: 72 steps of ten minutes.
    assert board.now_step == 72.0
    assert len(board.clock) == len(board.depth_m) == 145
    for head in board.heads:
        for name, value in head:
            # Of a level bottom there is no next touch.
            if isinstance(value, list) and name != "touches":
                assert len(value) == 145, name
        assert all(row is None or len(row) == len(board.line_share) for row in head.line_cm)
    assert {len(p) for p in board.picks.values()} == {145}
    assert board.heads[0].package_g < board.heads[-1].package_g


def test_picks_change_through_the_day(client: FlaskClient) -> None:
    picks = client.get(DAY).get_json()["picks"]["lightest-practical"]
    assert len(set(picks)) >= 2


def test_the_same_question_is_not_sent_twice(client: FlaskClient) -> None:
    first = client.get(DAY)
    again = client.get(DAY, headers={"If-None-Match": first.headers["ETag"]})
    assert (first.status_code, again.status_code, again.data) == (200, 304, b"")
    assert first.headers["Cache-Control"] == "no-store"


def test_answers_are_compressed(client: FlaskClient) -> None:
    plain = client.get(DAY)
    small = client.get(DAY, headers={"Accept-Encoding": "gzip"})
    assert small.headers["Content-Encoding"] == "gzip"
    assert len(small.data) < len(plain.data) / 3


def test_a_mark_that_dries_says_so(client: FlaskClient) -> None:
    body = client.get("/api/day?mark_id=2&plastic_id=3&line_id=2&date=2026-07-23").get_json()
    assert True in body["wet"]
    assert False in body["wet"]
    dry = body["wet"].index(False)
    assert body["picks"]["lightest-practical"][dry] is None
    assert all(head["count_s"][dry] is None for head in body["heads"])


@pytest.mark.parametrize(("query", "status", "field", "message"), [
    ("mark_id=8&plastic_id=1&line_id=3", 422, "typed_speed_m_s",
     "`typed_speed_m_s` is needed, this mark has no tide: type the current you see, or choose a"
     " mark with a tide"),
    ("mark_id=1&plastic_id=1&line_id=3&typed_depth_m=0", 422, "mark.depth_m",
     "`mark.depth_m` must be above 0 m, got 0 m: enter the depth at the mark"),
    ("mark_id=1&plastic_id=1&line_id=3&typed_depth_m=nan", 422, "typed_depth_m",
     "`typed_depth_m` must be a finite number, got nan: correct it"),
    ("mark_id=1&plastic_id=1&line_id=3&typed_speed_m_s=-1", 422, "flow.surface_speed_m_s",
     "`flow.surface_speed_m_s` must be at least 0 m/s, got -1 m/s: enter the current at the"
     " surface"),
    ("mark_id=1&plastic_id=1&line_id=3&date=2031-01-01", 422, "date",
     "`date` must lie inside the table of Cais Velho, Marela, got 2031-01-01: bring its"
     " next days, choose a nearer day, or type what you see"),
    ("mark_id=1&plastic_id=1&line_id=3&date=2026-02-31", 422, "date",
     "`date` must be a day of the calendar, got 2026-02-31: use YYYY-MM-DD"),
    ("mark_id=99&plastic_id=1&line_id=3", 404, "mark_id",
     "`mark_id`: there is no mark 99: choose another"),
    ("plastic_id=1&line_id=3", 422, "mark_id", "`mark_id` is needed: add it"),
    ("mark_id=1&plastic_id=1&line_id=3&colour=pink", 422, "colour",
     "`colour` is not known here: check its spelling or leave it out"),
])
def test_problems_name_the_field(
    client: FlaskClient, query: str, status: int, field: str, message: str
) -> None:
    answer = client.get(f"/api/day?{query}")
    assert answer.status_code == status
    assert answer.mimetype == "application/problem+json"
    problem = payloads.Problem.model_validate(answer.get_json())
    assert (problem.field, problem.message) == (field, message)


def test_a_mark_without_tide_answers_once_the_current_is_typed(client: FlaskClient) -> None:
    body = client.get("/api/day?mark_id=8&plastic_id=1&line_id=3&typed_speed_m_s=0.2").get_json()
    assert (body["speed_from"], body["depth_from"]) == ("constant", "charted")
    assert set(body["stream_m_s"]) == {0.2}


def test_an_empty_box_says_so(tmp_path: Path) -> None:
    empty = create_app(tmp_path / "empty.sqlite3", now_s=NOW_S).test_client()
    assert empty.get("/api/box").get_json() == {key: [] for key in KINDS}
    assert empty.get("/api/marks").get_json() == {"marks": []}


def test_fit(client: FlaskClient) -> None:
    fit = bench_payloads.Fit.model_validate(
        client.get("/api/fit?plastic_id=1&head_id=13").get_json())
    own = next(h for h in fit.hooks if h.of_head)
    # The hook of the hand-worked case: x_b 38, gape 15, back 8 mm.
    assert (own.size, own.exit_mm, own.clearance_mm) == ("3/0", 45.48, 7.0)
    assert fit.pick == "3/0"
    assert [h.straight_mm for h in fit.hooks] == sorted(h.straight_mm for h in fit.hooks)


def test_settings_are_saved_and_unknown_rows_refused(client: FlaskClient) -> None:
    now = client.get("/api/settings").get_json()
    saved = client.put("/api/settings", json={**now, "depth_unit": "ft", "mark_id": 3})
    assert saved.status_code == 200
    assert client.get("/api/settings").get_json()["mark_id"] == 3
    refused = client.put("/api/settings", json={**now, "line_id": 77})
    assert (refused.status_code, refused.get_json()["field"]) == (422, "line_id")
    assert client.put("/api/settings", data="{", content_type="application/json").status_code == 422


def test_security_headers_stand_on_every_answer(client: FlaskClient) -> None:
    for path in ("/api/health", "/api/nothing", DAY):
        headers = client.get(path).headers
        policy = headers["Content-Security-Policy"]
        assert "unsafe" not in policy
        assert "default-src 'self'" in policy
        assert "frame-ancestors 'none'" in policy
        assert headers["X-Content-Type-Options"] == "nosniff"
        assert headers["X-Frame-Options"] == "DENY"


@pytest.mark.parametrize("host", ["evil.example", "evil.example:8417", "127.0.0.1.evil.example"])
def test_unknown_hosts_are_refused(client: FlaskClient, host: str) -> None:
    answer = client.get("/api/health", headers={"Host": host})
    assert (answer.status_code, answer.get_json()["code"]) == (421, "unknown-host")


@pytest.mark.parametrize("headers", [
    {"Origin": "http://evil.example"}, {"Origin": "null"}, {"Origin": "http://127.0.0.1:1"},
    {"Sec-Fetch-Site": "cross-site"}])
def test_writes_from_elsewhere_are_refused(client: FlaskClient, headers: dict[str, str]) -> None:
    now = client.get("/api/settings").get_json()
    answer = client.put("/api/settings", json=now, headers=headers)
    assert (answer.status_code, answer.get_json()["code"]) == (403, "foreign-origin")
    own = client.put("/api/settings", json=now, headers={"Origin": "http://localhost"})
    assert own.status_code == 200


def test_unknown_paths_and_methods(client: FlaskClient) -> None:
    assert client.get("/api/nothing").status_code == 404
    wrong = client.delete("/api/settings")
    assert (wrong.status_code, wrong.mimetype) == (405, "application/problem+json")
    assert "PUT" in wrong.headers["Allow"]


def test_the_interface_and_its_caching(app: Flask, client: FlaskClient) -> None:
    page = client.get("/")
    assert page.headers["Cache-Control"] == "no-cache"
    assert client.get("/bench").data == page.data
    asset = next(line.split('"')[1] for line in page.text.split("src=")[1:] for _ in [0])
    got = client.get(asset)
    assert got.headers["Cache-Control"] == "public, max-age=31536000, immutable"
    # Packed when it was built: the same, and named by what it is.
    for how, unpacked in (("br", brotli.decompress), ("gzip", gzip.decompress)):
        packed = client.get(asset, headers={"Accept-Encoding": how})
        assert (packed.headers["Content-Encoding"], packed.mimetype) == (how, got.mimetype)
        assert packed.vary.as_set() == {"accept-encoding"}
        assert unpacked(packed.data) == got.data
    assert client.get(asset, headers={"Accept-Encoding": "identity"}).data == got.data
    for name in ("none.js", f"{'n' * 3000}.js", "%00.js", "../../app.py"):
        for how in ("br", "identity"):
            none = client.get(f"/assets/{name}", headers={"Accept-Encoding": how})
            assert none.status_code == 404, (name, how)
    assert client.get("/none.txt").status_code == 404
    assert client.get("/manifest.webmanifest").mimetype == "application/manifest+json"


def test_an_error_of_our_own_is_a_problem_too(
    client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    from ilha.desk import places

    def broken(_: object) -> None:
        raise ZeroDivisionError

    monkeypatch.setattr(places.marks, "listed", broken)
    answer = client.get("/api/marks")
    assert (answer.status_code, answer.get_json()["code"]) == (500, "unexpected")


def test_the_document_is_valid_and_lists_every_route(app: Flask) -> None:
    doc = document()
    validate(doc)
    served = {
        (re.sub(r"<(?:int:)?(\w+)>", r"{\1}", rule.rule), method.lower())
        for rule in app.url_map.iter_rules() if rule.rule.startswith("/api/")
        for method in (rule.methods or set()) - {"HEAD", "OPTIONS"}
    }
    assert served == {(route.path, route.method) for route in ROUTES}
