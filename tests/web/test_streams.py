"""Streams of a mark's own, and tides asked of a service over HTTP."""

from __future__ import annotations

import json
import socket
import threading
from collections.abc import Iterator
from contextlib import suppress
from datetime import datetime, timedelta
from pathlib import Path
from time import monotonic
from typing import Any

import numpy as np
import pytest
from flask import Flask, Response
from flask.testing import FlaskClient
from werkzeug.serving import make_server

from ilha.formats.fields import FieldError
from ilha.formats.tide_service import write
from ilha.standins.tide_service import TIDE, create_service
from ilha.web import fetch
from ilha.web.app import create_app
from ilha.web.errors import ServiceAway
from ilha.web.fetch import checked_address, fetched
from tests.conftest import NOW_S
from tests.web.test_places import mark_like

HOURS = "hour,neap_m_s,spring_m_s\n" + "".join(
    f"{h},{-0.3 * np.sin(h / 2):.3f},{-0.7 * np.sin(h / 2):.3f}\n" for h in range(-6, 7))


def clock_table(days: int = 3) -> str:
    """A stream of the clock: a sine of 0.6 m/s, slack at the test's noon."""
    rows = []
    for i in range(-24 * days, 24 * days):
        at = np.datetime64(int(NOW_S) + i * 3600, "s")
        rows.append(f"{at}Z,{0.6 * np.sin(2 * np.pi * i / 12.42):.4f}")
    return "time_utc,speed_m_s\n" + "\n".join(rows)


def day_with(client: FlaskClient, form: str, text: str, **change: Any) -> dict[str, Any]:
    stream = client.post("/api/streams", json={
        "name": f"by {form}", "form": form, "text": text, "latitude_deg": 36.4})
    assert stream.status_code == 201, stream.text
    mark = client.post("/api/marks", json=mark_like(
        client, stream_id=stream.get_json()["id"], **change))
    assert mark.status_code == 201, mark.text
    day = client.get(f"/api/day?mark_id={mark.get_json()['id']}&plastic_id=1&line_id=3")
    assert day.status_code == 200, day.text
    found: dict[str, Any] = day.get_json()
    return found


def test_a_stream_by_the_clock_needs_no_tide(client: FlaskClient) -> None:
    none = dict.fromkeys(("tide_port_id", "neap_rate_m_s", "spring_rate_m_s", "slack_lag_min"))
    day = day_with(client, "clock", clock_table(), **none)
    stream = np.array(day["stream_m_s"])
    assert day["speed_from"] == "predicted"
    assert day["turns"] == []
    assert stream.max() == pytest.approx(0.6, abs=0.01)
    assert stream.min() == pytest.approx(-0.6, abs=0.01)
    assert len(day["slacks"]) in (3, 4)
    # The depth stands at what the chart has.
    assert len(set(day["depth_m"])) == 1


def test_a_stream_of_constants_and_one_by_hours(client: FlaskClient) -> None:
    by_waves = day_with(client, "constants", "constituent,speed_m_s,phase_deg\nM2,0.8,30\n")
    assert np.abs(by_waves["stream_m_s"]).max() == pytest.approx(0.8, abs=0.04)
    by_hours = day_with(client, "hours", HOURS, name="Ponta Velha")
    high = [t for t in by_hours["turns"] if t["kind"] == "high" and 0 <= t["step"] <= 144]
    # The table has slack at high water, and the flood before it.
    for turn in high:
        step = round(turn["step"])
        assert abs(by_hours["stream_m_s"][step]) < 0.06
        if step > 12:
            assert by_hours["stream_m_s"][step - 12] > 0.1


def test_beyond_the_table_is_refused(client: FlaskClient) -> None:
    day = day_with(client, "clock", clock_table())
    far = client.get(f"/api/day?mark_id={day['mark_id']}&plastic_id=1&line_id=3&date=2031-01-01")
    assert far.status_code == 422
    assert far.get_json()["field"] == "date"


@pytest.mark.parametrize(("form", "text", "says"), [
    ("clock", "time_utc,speed_m_s\n2026-01-01T00:00Z,9\nx,1\n", "2 faults"),
    ("clock", "time_utc,speed_m_s\n" + "".join(
        f"2026-01-01T{h:02d}:00Z,0.1\n" for h in (0, 3, 9, 12, 15)), "within 4 h"),
    ("hours", "hour,neap_m_s,spring_m_s\n-6,0.1,0.2\n-7,0.1,a\n9,1,1\n", "2 faults"),
    ("hours", "hour,neap_m_s,spring_m_s\n0,0.1,0.2\n", "at least 6"),
    ("constants", "constituent,speed_m_s,phase_deg\nM2,80,30\n", "metres a second, not knots"),
])
def test_bad_tables_are_refused_whole(
    client: FlaskClient, form: str, text: str, says: str
) -> None:
    answer = client.post("/api/streams", json={
        "name": "bad", "form": form, "text": text, "latitude_deg": 36.4})
    assert answer.status_code == 422
    assert says in answer.get_json()["message"]
    assert "bad" not in [s["name"] for s in client.get("/api/streams").get_json()["streams"]]


def test_a_stream_in_use_is_not_removed(client: FlaskClient) -> None:
    streams = client.get("/api/streams").get_json()["streams"]
    answer = client.delete(f"/api/streams/{streams[0]['id']}")
    assert answer.status_code == 422
    assert "Boca do Porto" in answer.get_json()["message"]


def test_a_stream_by_hours_needs_a_tide(client: FlaskClient) -> None:
    stream = client.post("/api/streams", json={"name": "h", "form": "hours", "text": HOURS})
    none = dict.fromkeys(("tide_port_id", "neap_rate_m_s", "spring_rate_m_s", "slack_lag_min"))
    refused = client.post("/api/marks", json=mark_like(
        client, stream_id=stream.get_json()["id"], **none))
    assert refused.get_json()["field"] == "tide_port_id"


def served(app: Flask) -> Iterator[str]:
    server = make_server("127.0.0.1", 0, app)
    thread = threading.Thread(target=server.serve_forever)
    thread.start()
    yield f"http://127.0.0.1:{server.server_port}"
    server.shutdown()
    thread.join()


@pytest.fixture
def service() -> Iterator[str]:
    yield from served(create_service())


ASKED = {"name": "from the service", "latitude_deg": 36.4, "longitude_deg": -21.7,
         "from_utc_s": NOW_S - 86400.0, "days": 20}


def client_with(database: Path, address: str | None) -> FlaskClient:
    return create_app(database, now_s=NOW_S, tide_service=address).test_client()


def test_a_tide_is_fetched_over_http(database: Path, service: str) -> None:
    client = client_with(database, service)
    assert client.get("/api/reference").get_json()["tide_service"] is True
    port = client.post("/api/tides/ask", json=ASKED)
    assert port.status_code == 201, port.text
    mark = client.post("/api/marks", json=mark_like(
        client, tide_port_id=port.get_json()["id"])).get_json()
    day = client.get(f"/api/day?mark_id={mark['id']}&plastic_id=1&line_id=3").get_json()
    exact = TIDE.value_at(NOW_S + np.array([0.0]))
    step = day["now_step"]
    assert day["height_m"][round(step)] == pytest.approx(float(exact[0]), abs=0.12)


def test_without_a_service_none_is_asked(client: FlaskClient) -> None:
    assert client.get("/api/reference").get_json()["tide_service"] is False
    refused = client.post("/api/tides/ask", json=ASKED)
    assert refused.status_code == 422
    assert "--tide-service" in refused.get_json()["message"]


def test_the_service_says_no(database: Path, service: str) -> None:
    client = client_with(database, service)
    far = client.post("/api/tides/ask", json=ASKED | {"latitude_deg": -10.0})
    assert far.status_code == 502
    assert "no tide is known" in far.get_json()["message"]
    assert far.get_json()["field"] == "tide_service"


def test_the_service_is_away(database: Path) -> None:
    # Port 9 of this machine: nothing answers there.
    refused = client_with(database, "http://127.0.0.1:9").post("/api/tides/ask", json=ASKED)
    assert refused.status_code == 502
    assert "does not answer" in refused.get_json()["message"]


def turns_of(**changes: Any) -> dict[str, Any]:
    """What a service would answer ``ASKED`` with, with something changed; ``shift_s`` moves it."""
    start = (NOW_S - 86400.0) // 86400.0 * 86400.0
    tide = TIDE.high_and_low_waters(start, start + 20 * 86400.0)
    told = json.loads(write("x", (36.4, -21.7), "z", tide))
    shift_s = changes.pop("shift_s", 0)
    for turn in told["turns"]:
        at = datetime.fromisoformat(turn["time_utc"]) + timedelta(seconds=shift_s)
        turn["time_utc"] = at.isoformat()
    return told | {name: change(told["turns"]) if callable(change) else change
                   for name, change in changes.items()}


@pytest.mark.parametrize(("said", "why"), [
    ("no JSON", "ilha-tides-1"), ('{"format": "other"}', "ilha-tides-1"),
    (turns_of(turns=lambda t: [{**one, "kind": "low"} for one in t]), "ilha-tides-1"),
    (turns_of(latitude_deg=91.0), "latitude_deg"),
    # Another hemisphere, another year, two turns for twenty days, what no tide does.
    (turns_of(latitude_deg=-36.4), "km from the place asked for"),
    (turns_of(longitude_deg=-20.2), "km from the place asked for"),
    (turns_of(shift_s=365 * 86400), "must reach over the 20 days"),
    (turns_of(shift_s=-365 * 86400), "must reach over the 20 days"),
    (turns_of(turns=lambda t: [t[0], {**t[-1], "kind": "low" if t[0]["kind"] == "high" else "high",
                                      "height_m": 1.5}]), "one to thirty hours apart"),
    (turns_of(turns=lambda t: t[:-2]), "must reach over the 20 days"),
    (turns_of(turns=lambda t: [{**one, "height_m": 19.0 if one["kind"] == "high" else -1.0}
                               for one in t]), "as no tide does"),
    (turns_of(turns=[]), "no `turns`"),
])
def test_nonsense_and_answers_to_other_questions_are_refused(
    database: Path, said: Any, why: str
) -> None:
    liar = Flask("liar")
    text = said if isinstance(said, str) else json.dumps(said)
    liar.add_url_rule("/tides", view_func=lambda: Response(text))
    for address in served(liar):
        client = client_with(database, address)
        before = client.get("/api/tides").get_json()
        refused = client.post("/api/tides/ask", json=ASKED)
        assert refused.status_code == 422, refused.text
        assert why in refused.get_json()["message"]
        assert refused.get_json()["field"] == "tide_service"
        assert client.get("/api/tides").get_json() == before


def test_what_the_stand_in_would_answer_is_taken(database: Path) -> None:
    """So that the refusals above are for what was changed, and nothing else."""
    honest = Flask("honest")
    honest.add_url_rule("/tides", view_func=lambda: Response(json.dumps(turns_of())))
    for address in served(honest):
        assert client_with(database, address).post("/api/tides/ask", json=ASKED).status_code == 201


def test_no_redirect_is_followed(database: Path) -> None:
    asked: list[str] = []
    guide = Flask("guide")

    @guide.get("/tides")
    def elsewhere() -> Response:
        return Response(status=302, headers={"Location": "/other"})

    @guide.get("/other")
    def other() -> Response:
        asked.append("other")
        return Response(json.dumps(turns_of()))

    for address in served(guide):
        refused = client_with(database, address).post("/api/tides/ask", json=ASKED)
        assert (refused.status_code, "302" in refused.get_json()["message"]) == (502, True)
    assert asked == []


@pytest.mark.parametrize("head", [
    b"", b"HTTP/1.1 200 OK\r\nContent-Type: application/json\r\nContent-Length: 90000\r\n\r\n"])
def test_one_patience_for_the_whole_answer(
    head: bytes, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A service that says a letter now and then, in its head or in its body, is given up."""
    monkeypatch.setattr(fetch, "PATIENCE_S", 0.8)
    over = threading.Event()
    with socket.create_server(("127.0.0.1", 0)) as listener:

        def drip() -> None:
            line, _ = listener.accept()
            with line, suppress(OSError):
                line.sendall(head)
                while not over.is_set():
                    line.sendall(b"H")
                    over.wait(0.2)

        thread = threading.Thread(target=drip)
        thread.start()
        begun = monotonic()
        with pytest.raises(ServiceAway, match="longer than"):
            fetched(f"http://127.0.0.1:{listener.getsockname()[1]}/tides?x=1")
        # A patience of each read would wait for ever; this is far beyond one, on a busy machine.
        assert monotonic() - begun < 30.0
        over.set()
        thread.join()


@pytest.mark.parametrize("address", [
    "https://127.0.0.1:1", "http://192.0.2.1/", "file:///etc/passwd", "http://a@127.0.0.1",
])
def test_other_machines_are_not_asked(address: str) -> None:
    with pytest.raises(FieldError, match="on this machine"):
        checked_address(address)
