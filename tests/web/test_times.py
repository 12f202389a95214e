"""Days with one tide or three turns, tides across midnight, and days of 23 and 25 hours."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Any

import numpy as np
import pytest
from flask.testing import FlaskClient

from ilha.core.tide.harmonic import Constants
from tests.web.test_places import mark_like

DAILY = {"K1": (0.5, 20.0), "O1": (0.45, 130.0), "M2": (0.08, 10.0)}
MIXED = {"M2": (0.6, 62.0), "S2": (0.2, 95.0), "K1": (0.35, 10.0), "O1": (0.25, 200.0)}


def mark_with(client: FlaskClient, waves: dict[str, tuple[float, float]]) -> int:
    rows = "".join(f"{name},{a},{p}\n" for name, (a, p) in waves.items())
    port = client.post("/api/tides", json={
        "name": "constants", "form": "constants", "latitude_deg": 36.4,
        "text": f"constituent,amplitude_m,phase_deg\nZ0,1.6,0\n{rows}"})
    assert port.status_code == 201, port.text
    made = client.post("/api/marks", json=mark_like(client, tide_port_id=port.get_json()["id"]))
    return int(made.get_json()["id"])


def days(client: FlaskClient, mark: int, first: str, count: int) -> list[dict[str, Any]]:
    out = []
    for i in range(count):
        date = str(np.datetime64(first) + i)
        answer = client.get(f"/api/day?mark_id={mark}&plastic_id=1&line_id=3&date={date}")
        assert answer.status_code == 200, answer.text
        out.append(answer.get_json())
    return out


def turned(day: dict[str, Any]) -> list[str]:
    return [t["kind"] for t in day["turns"] if 0.0 <= t["step"] < 144.0]


@pytest.mark.parametrize(("waves", "counts"), [(DAILY, {1, 2}), (MIXED, {3, 4})])
def test_days_of_one_two_three_and_four_turns(
    client: FlaskClient, waves: dict[str, tuple[float, float]], counts: set[int]
) -> None:
    """A lunar day is 24 h 50 min: where a day has two turns some days have one, and where it has
    four some have three (facts of the tide)."""
    # A day with a turn less comes about once a week: a fortnight has both kinds.
    month = days(client, mark_with(client, waves), "2026-07-01", 15)
    found = {len(turned(day)) for day in month}
    assert counts <= found
    for day in month:
        plan = day["plan"]
        assert (plan[0]["from_step"], plan[-1]["to_step"]) == (0, 144)
        assert all(a["to_step"] == b["from_step"] for a, b in pairwise(plan))
    # High and low alternate through all midnights.
    kinds = [kind for day in month for kind in turned(day)]
    assert all(a != b for a, b in pairwise(kinds))


def test_the_tide_goes_through_midnight_without_a_step(client: FlaskClient) -> None:
    a, b = days(client, mark_with(client, MIXED), "2026-07-14", 2)
    for name in ("height_m", "depth_m", "stream_m_s"):
        assert a[name][-1] == pytest.approx(b[name][0], abs=1e-3)


@pytest.mark.parametrize(("date", "hours"), [("2026-03-29", 23), ("2026-10-25", 25)])
def test_the_day_that_the_clock_is_changed_on(
    client: FlaskClient, date: str, hours: int
) -> None:
    """Heights stand at their own instants, and the plan's calendar in UTC covers the whole day."""
    mark = mark_with(client, MIXED)
    day = days(client, mark, date, 1)[0]
    assert day["step_s"] == pytest.approx(hours * 25.0)
    # Midnight on the Azores before the change: 01:00 UTC in winter, 00:00 UTC in summer.
    start = datetime.fromisoformat(date).replace(tzinfo=UTC) + timedelta(hours=hours == 23)
    at = start.timestamp() + day["step_s"] * np.arange(145.0)
    exact = Constants(MIXED, 1.6, 36.4).value_at(at)
    assert np.array(day["height_m"]) == pytest.approx(exact, abs=1e-3)
    text = client.get(f"/api/plan.txt?mark_id={mark}&plastic_id=1&line_id=3&date={date}").text
    rows = [line for line in text.splitlines() if " to " in line[:16]]
    assert rows[0].startswith("01:00" if hours == 23 else "00:00")
    assert any("to 24:00" in row for row in rows)
    card = client.get(f"/api/card?mark_id={mark}&plastic_id=1&line_id=3&date={date}"
                      "&from_hour=5&to_hour=12").get_json()
    assert "04:54" < card["rows"][0]["from_clock"] < "05:06"
