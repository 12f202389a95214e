"""What a device tells without its water is filled in from the mark's own tide of that minute."""

from __future__ import annotations

from typing import Any

import pytest
from flask.testing import FlaskClient

from tests.conftest import NOW_S


def told(n: int, **more: Any) -> dict[str, Any]:
    return {"id": f"then-{n:05d}", "kind": "bite", "at_utc_s": float(NOW_S), "mark_id": 1,
            "mark_name": "Cais Velho", **more}


def kept(client: FlaskClient, *events: dict[str, Any]) -> list[dict[str, Any]]:
    assert client.post("/api/log", json={"events": list(events)}).status_code == 200
    trips = client.get("/api/log?trips=1000").get_json()["trips"]
    by_id = {e["id"]: e for trip in trips for e in trip["events"]}
    return [by_id[event["id"]] for event in events]


def test_the_minute_is_that_of_the_board(client: FlaskClient) -> None:
    """At ten instants of the day, on a step each: depth, current, stage as the Day has them."""
    day = client.get("/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2").get_json()
    steps = range(6, 140, 14)
    found = kept(client, *(told(k, at_utc_s=day["start_utc_s"] + k * day["step_s"])
                           for k in steps))
    for step, event in zip(steps, found, strict=True):
        stream = day["stream_m_s"][step]
        assert event["depth_m"] == pytest.approx(day["depth_m"][step], abs=0.006)
        assert event["surface_speed_m_s"] == pytest.approx(abs(stream), abs=2e-4)
        assert event["stage"] == ("slack" if abs(stream) < 0.05 else
                                  "flood" if stream > 0 else "ebb")
        sky = [c["sky"] for c in day["light"] if c["step"] <= step][-1]
        assert event["light"] == {"day": "bright", "night": "night", "twilight": "low"}[sky]
    assert len({e["stage"] for e in found}) > 1


def test_what_the_device_knew_stays(client: FlaskClient) -> None:
    found, = kept(client, told(1, depth_m=9.0, stage="slack", light="night"))
    assert (found["depth_m"], found["stage"], found["light"]) == (9.0, "slack", "night")
    assert found["surface_speed_m_s"] is None


def test_what_nothing_is_known_of_stays_out(client: FlaskClient) -> None:
    """A mark without tide, an instant beyond the table, a place that is gone: the sun is known."""
    none, far, gone = kept(
        client, told(1, mark_id=8, mark_name="Baixa do Norte"),
        told(2, at_utc_s=NOW_S + 86400.0 * 400), told(3, mark_id=None, mark_name="Gone"))
    assert [none["depth_m"], none["stage"], none["surface_speed_m_s"]] == [None] * 3
    assert none["light"] == "bright"
    assert far["depth_m"] is None
    assert gone["light"] is None


def test_learning_uses_the_filled_water(client: FlaskClient) -> None:
    """`held` without a current teaches nothing of it: what the head bears was not told."""
    before = client.get("/api/log/learned").get_json()["factors"]
    kept(client, told(1, kind="held", head_id=3, head_name="x"))
    after = client.get("/api/log/learned").get_json()["factors"]
    assert [f["used"] for f in after if f["used"]] == [f["used"] for f in before if f["used"]]
