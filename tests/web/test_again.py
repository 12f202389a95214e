"""A trip that went well, and when its water comes round alike."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from ilha.web.app import create_app
from tests.conftest import NOW_S

DAY = "/api/day?mark_id=1&plastic_id=1&line_id=3&date="


def tell(client: FlaskClient, **more: Any) -> None:
    one = {"kind": "fish", "mark_id": 1, "mark_name": "Cais Velho", "head_id": 13,
           "head_name": "3/8 oz keeled arrow", "plastic_id": 1, "colour": "sand eel",
           "plastic_name": "127 mm straight tail", "stage": "ebb", "light": "low",
           "depth_m": 4.2, "surface_speed_m_s": 0.5, "fish": "european-seabass"}
    client.post("/api/log", json={"events": [
        {**one, "id": f"again-{n:04d}", "at_utc_s": NOW_S - 86400 + 60 * n, **more}
        for n in range(3)]})


def again(client: FlaskClient, mark_id: int = 1) -> Any:
    return client.get(f"/api/log/again?mark_id={mark_id}&from_utc_s={NOW_S - 90000}"
                      f"&to_utc_s={NOW_S - 80000}")


def test_the_windows_are_alike_on_the_day_itself(client: FlaskClient) -> None:
    tell(client, light=None)
    found = again(client).get_json()
    assert (found["fish"], found["stage"], found["head_id"]) == (3, "ebb", 13)
    assert found["stream_m_s"] == -0.5
    assert len(found["windows"]) >= 3
    for window in found["windows"]:
        assert window["but"] == []
        day = client.get(DAY + window["date"]).get_json()
        for step in (window["from_step"], window["to_step"]):
            assert day["stream_m_s"][step] < 0.0
            assert abs(day["stream_m_s"][step]) == pytest.approx(0.5, abs=0.126)
            assert day["depth_m"][step] == pytest.approx(4.2, abs=0.64)
        assert day["clock"][window["from_step"]] == window["from_clock"]
        assert window["at_utc_s"] >= NOW_S


def test_the_light_must_be_alike_or_it_is_said(client: FlaskClient) -> None:
    tell(client)
    found = again(client).get_json()
    assert found["days"] > 20
    but = {tuple(window["but"]) for window in found["windows"]}
    assert but in ({()}, {("light",)})
    assert found["windows"]
    for window in found["windows"]:
        day = client.get(DAY + window["date"]).get_json()
        at = window["from_step"]
        sky = next(s["sky"] for s in reversed(day["light"]) if s["step"] <= at + 1e-3)
        assert (sky == "twilight") == (window["but"] == [])


def test_water_that_never_comes_has_no_window(client: FlaskClient) -> None:
    tell(client, surface_speed_m_s=3.0)
    found = again(client).get_json()
    assert found["windows"] == []
    assert found["days"] == 30


def test_a_tide_that_ends_says_so(client: FlaskClient, database: Path) -> None:
    tell(client, surface_speed_m_s=3.0)
    late = create_app(database, now_s=NOW_S + 30 * 86400).test_client()
    found = again(late).get_json()
    assert 5 <= found["days"] < 12
    assert "table" in found["why"]


def test_a_trip_without_fish_has_nothing_to_do_again(client: FlaskClient) -> None:
    tell(client, kind="bite")
    assert again(client).get_json()["field"] == "mark_id"
    tell(client, depth_m=None)
    assert again(client).status_code == 422
    assert again(client, 999).status_code == 422
