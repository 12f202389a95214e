"""The log: told twice and kept once, undone, grouped into trips, and what it teaches the Day."""

from __future__ import annotations

import multiprocessing
import os
import signal
import time
import urllib.request
from multiprocessing.connection import Connection
from pathlib import Path
from typing import Any

import orjson
import pytest
from flask.testing import FlaskClient
from waitress import create_server

from ilha.store import db, events
from ilha.web.app import create_app
from tests.conftest import NOW_S

DAY = "/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2"


def event(n: int, kind: str = "fish", **more: Any) -> dict[str, Any]:
    return {"id": f"device-{n:06d}", "kind": kind, "at_utc_s": NOW_S + 600.0 * n, "mark_id": 1,
            "mark_name": "Cais Velho", "head_id": 13, "head_name": "3/8 oz keeled arrow",
            "plastic_id": 1, "plastic_name": "127 mm straight tail", **more}


def tell(client: FlaskClient, *events: dict[str, Any], gone: tuple[str, ...] = ()) -> Any:
    answer = client.post("/api/log", json={"events": list(events), "gone": list(gone)})
    assert answer.status_code == 200, answer.text
    return answer.get_json()["ids"]


def logged(client: FlaskClient) -> list[dict[str, Any]]:
    return [e for trip in client.get("/api/log").get_json()["trips"] for e in trip["events"]]


def test_what_is_told_twice_is_kept_once(client: FlaskClient) -> None:
    batch = [event(n) for n in range(20)]
    assert tell(client, *batch) == [e["id"] for e in batch]
    tell(client, *batch)
    tell(client, *batch[5:], event(21, "bite"))
    assert len(logged(client)) == 21


def test_size_is_added_later_and_an_event_undone(client: FlaskClient) -> None:
    tell(client, event(1))
    tell(client, event(1, fish="European seabass", length_cm=54.0))
    assert logged(client)[0]["length_cm"] == 54.0
    tell(client, gone=("device-000001",))
    assert logged(client) == []
    tell(client, gone=("device-000001",))


def test_what_left_the_box_stays_in_the_log_by_name(client: FlaskClient) -> None:
    tell(client, event(1), event(2, head_id=999, plastic_id=888))
    rows = {e["id"]: e for e in logged(client)}
    assert rows["device-000002"]["head_id"] is None
    assert rows["device-000002"]["head_name"] == "3/8 oz keeled arrow"
    new = {"name": "own", "look": "paddle", "material": "plastisol", "colour": "olive",
           "length_mm": 90.0, "body_length_mm": 70.0, "width_mm": 12.0, "height_mm": 16.0,
           "mass_g": None, "profile": None}
    own = client.post("/api/plastics", json=new).get_json()["id"]
    tell(client, event(3, plastic_id=own, plastic_name="own"))
    client.delete(f"/api/plastics/{own}")
    assert {e["id"]: e for e in logged(client)}["device-000003"]["plastic_name"] == "own"


def test_trips_by_place_silence_and_word(client: FlaskClient) -> None:
    tell(client, event(0, "began"), event(1), event(2, "bite"), event(3, "lost"),
         event(4, "ended"), event(5, mark_name="Lajinha", mark_id=6), event(80))
    trips = client.get("/api/log").get_json()["trips"]
    assert [t["place"] for t in trips] == ["Cais Velho", "Lajinha", "Cais Velho"]
    first = trips[-1]
    assert (first["fish"], first["bites"], first["lost"]) == (1, 1, 1)
    assert first["hours"] == pytest.approx(2400 / 3600, abs=0.001)


def test_the_count_follows_the_drops(client: FlaskClient) -> None:
    """Ten drops that took a third longer: the Day's count does, and says from what."""
    before = client.get(DAY).get_json()
    head = next(h for h in before["heads"] if h["id"] == 13)
    model = next(c for c in head["count_s"] if c is not None)
    tell(client, *(event(n, "drop", count_s=13.0, expected_s=10.0) for n in range(10)))
    after = client.get(DAY).get_json()
    now = next(h for h in after["heads"] if h["id"] == 13)
    ids = [t["head_id"] for t in after["taught"]["counts"]]
    assert ids == sorted(ids)  # the same question, the same bytes
    taught = next(t for t in after["taught"]["counts"] if t["head_id"] == 13)
    assert taught["used"] == 10
    assert 1.24 < taught["factor"] < 1.32
    count = next(c for c in now["count_s"] if c is not None)
    assert count / model == pytest.approx(taught["factor"], rel=0.03)
    # Another plastic on the same head is another pair.
    other = client.get(DAY.replace("plastic_id=1", "plastic_id=4")).get_json()
    assert other["taught"]["counts"] == []


def test_the_current_follows_heads_that_were_tried(client: FlaskClient) -> None:
    before = client.get(DAY).get_json()["stream_m_s"]
    tell(client, *(event(n, "swept", surface_speed_m_s=0.5, bears_m_s=0.55) for n in range(8)))
    after = client.get(DAY).get_json()
    factor = after["taught"]["current"]["factor"]
    assert factor > 1.1
    assert after["stream_m_s"][40] == pytest.approx(before[40] * factor, abs=0.002)
    # What is typed is not corrected.
    typed = client.get(DAY + "&typed_speed_m_s=0.4&typed_speed_step=40").get_json()
    assert abs(typed["stream_m_s"][40]) == pytest.approx(0.4, abs=0.001)


def test_a_factor_is_held_forgotten_and_followed_again(client: FlaskClient) -> None:
    tell(client, *(event(-n - 1, "drop", count_s=13.0, expected_s=10.0) for n in range(10)))

    def factor() -> dict[str, Any]:
        return client.get("/api/log/learned").get_json()["factors"][0]

    def act(action: str) -> Any:
        return client.put("/api/log/learned", json={"kind": "sink", "key": "13:1",
                                                    "action": action})

    learned = factor()
    assert learned["name"] == "127 mm straight tail on 3/8 oz keeled arrow"
    assert learned["low"] < 1.3 < learned["high"] * 1.02
    act("freeze")
    tell(client, *(event(-n - 50, "drop", count_s=30.0, expected_s=10.0) for n in range(9)))
    assert factor()["frozen"] == pytest.approx(learned["factor"], abs=1e-3)
    assert client.get(DAY).get_json()["taught"]["counts"][0]["factor"] == factor()["frozen"]
    act("forget")
    assert factor()["used"] == 0
    act("follow")
    # The nine that took three times as long are asked about, not learned from.
    assert factor()["used"] == 10
    assert act("vanish").status_code == 422
    gone = client.put("/api/log/learned", json={"kind": "sink", "key": "1:1", "action": "freeze"})
    assert gone.get_json()["field"] == "key"


def test_what_worked_is_told_with_its_doubt(client: FlaskClient) -> None:
    tell(client, event(0, "began"), *(event(n, colour="white") for n in range(1, 8)),
         event(12, "bite", colour="dark", head_name="1/4 oz ball"), event(13, "ended"))
    told = client.get("/api/log/worked").get_json()
    by = {t["by"]: t for t in told["tables"]}
    first = by["colour"]["rows"][0]
    assert (first["name"], first["fish"], first["few"]) == ("white", 7, False)
    assert first["low"] < first["per_hour"] < first["high"]
    assert by["colour"]["rows"][1]["few"]
    assert by["colour"]["chance"] is not None
    here, = by["place"]["rows"]
    assert (here["name"], here["fish"]) == (event(1)["mark_name"], 7)
    assert told["hours"] == pytest.approx(13 * 600 / 3600, abs=0.01)


@pytest.mark.parametrize(("change", "field"), [
    ({"id": "short"}, "events[0].id"), ({"kind": "sang"}, "events[0].kind"),
    ({"count_s": 0}, "events[0].count_s"), ({"mark_name": ""}, "events[0].mark_name"),
    ({"at_utc_s": -5}, "events[0].at_utc_s"), ({"length_cm": 1e9}, "events[0].length_cm"),
    ({"mood": "good"}, "events[0].mood")])
def test_a_bad_event_is_refused_and_nothing_of_its_batch_kept(
    change: dict[str, Any], field: str, client: FlaskClient
) -> None:
    answer = client.post("/api/log", json={"events": [event(1) | change, event(2)]})
    assert (answer.status_code, answer.get_json()["field"]) == (422, field)
    assert logged(client) == []


def _serves(database: Path, told: Connection) -> None:
    """The real application behind the real server, in a process that can be killed."""
    server = create_server(create_app(database), host="127.0.0.1", port=0, threads=4)
    told.send(server.effective_port)
    server.run()


def test_killed_in_the_middle_of_writes_nothing_answered_is_lost(tmp_path: Path) -> None:
    """Fifty times SIGKILL while events come in: each one that was answered is there, none twice.

    Forked, so that a server is up at once: what is killed is the process that writes.
    """
    database, told = tmp_path / "killed.sqlite3", []
    fork = multiprocessing.get_context("fork")
    for round_ in range(50):
        ours, theirs = fork.Pipe()
        server = fork.Process(target=_serves, args=(database, theirs))
        server.start()
        url, n = f"http://127.0.0.1:{ours.recv()}", 0
        deadline = time.monotonic() + 0.02 + 0.004 * (round_ % 13)
        while time.monotonic() < deadline or n == 0:
            one = {"id": f"round-{round_:03d}-{n:05d}", "kind": "bite", "at_utc_s": 1000.0 + n,
                   "mark_name": "Cais Velho"}
            asked = urllib.request.Request(
                f"{url}/api/log", orjson.dumps({"events": [one]}),
                {"Content-Type": "application/json"})
            with urllib.request.urlopen(asked) as answer:
                told += orjson.loads(answer.read())["ids"]
            n += 1
        assert server.pid is not None
        os.kill(server.pid, signal.SIGKILL)
        server.join()
        assert server.exitcode == -signal.SIGKILL
    conn = db.connect(database)
    there = [row["id"] for row in events.listed(conn)]
    conn.close()
    assert set(told) <= set(there)
    assert len(there) == len(set(there))
    assert len(told) >= 50
