"""A printed tide table: seen before it is kept, gone on with, corrected, and what a day makes of
it where it ends."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Any
from zoneinfo import ZoneInfo

import numpy as np
import pytest
from flask.testing import FlaskClient

from ilha.core.tide.harmonic import Constants
from ilha.core.tide.turns import HighLow
from tests.conftest import NOW_S
from tests.web.test_places import WAVES, mark_like

# With a K2, as every real tide has: a month cannot tell it from S2, and takes it to be there.
TIDE = Constants(WAVES | {"K2": (0.082, 95.0)}, 1.6, 36.4)

ZONE = "Atlantic/Azores"
DAY_S = 86400.0
TODAY = datetime.fromtimestamp(NOW_S, UTC).astimezone(ZoneInfo(ZONE)).date()
MIDNIGHT = datetime(TODAY.year, TODAY.month, TODAY.day, tzinfo=ZoneInfo(ZONE)).timestamp()


def turns(first_day: int, days: int) -> HighLow:
    """Those of some days from today, none beside them."""
    start, end = MIDNIGHT + first_day * DAY_S, MIDNIGHT + (first_day + days) * DAY_S
    found = TIDE.high_and_low_waters(start, end)
    inside = (found.time >= start) & (found.time < end)
    return HighLow(found.time[inside], np.round(found.height[inside], 2))


def printed(tide: HighLow) -> str:
    """As a table prints it: the day, the clock of the place, metres."""
    rows = []
    for at, height in zip(tide.time, tide.height, strict=True):
        here = datetime.fromtimestamp(at, UTC).astimezone(ZoneInfo(ZONE))
        rows.append(f"{here:%a} {here.day} {here:%b} {here:%H:%M}  {height:.2f} m")
    return "\n".join(rows)


def keep(client: FlaskClient, text: str, **more: Any) -> dict[str, Any]:
    answer = client.post("/api/tides/printed", json={
        "name": "from the wall", "text": text, "time_zone": ZONE, "latitude_deg": 36.4, **more})
    assert answer.status_code == 201, answer.text
    return dict(answer.get_json())


def at_mark(client: FlaskClient, port_id: int, **more: Any) -> int:
    answer = client.post("/api/marks", json=mark_like(
        client, name=f"at {port_id}", tide_port_id=port_id, stream_id=None, tide_offset_min=0,
        tide_height_offset_m=0, time_zone=ZONE, **more))
    assert answer.status_code == 201, answer.text
    return int(answer.get_json()["id"])


def day(client: FlaskClient, mark_id: int, ahead: int = 1, more: str = "") -> Any:
    date = (TODAY + timedelta(days=ahead)).isoformat()
    return client.get(f"/api/day?mark_id={mark_id}&plastic_id=1&line_id=3&date={date}{more}")


def test_a_table_is_seen_before_it_is_kept(client: FlaskClient) -> None:
    before = client.get("/api/tides").get_json()
    read = client.post("/api/tides/read", json={
        "text": printed(turns(1, 1)) + "\nWed 99", "time_zone": ZONE}).get_json()
    tomorrow = (TODAY + timedelta(days=1)).isoformat()
    assert {t["day"] for t in read["turns"]} == {tomorrow}
    assert read["from_day"] == read["to_day"] == tomorrow
    assert any("water after midnight" in want for want in read["wants"])
    assert [one["line"] for one in read["unread"]] == [len(read["turns"]) + 1]
    assert client.get("/api/tides").get_json() == before


def test_the_turns_of_tomorrow_alone_make_tomorrow(client: FlaskClient) -> None:
    """Four turns, none beside midnight: the day is drawn, and says what it assumed."""
    port = keep(client, printed(turns(1, 1)))
    assert port["ranges_assumed"]
    assert 0.0 < port["neap_range_m"] < port["spring_range_m"]
    board = day(client, at_mark(client, port["id"])).get_json()
    assert board["tide"]["source"] == "ends"
    times = MIDNIGHT + DAY_S + 600.0 * np.arange(145)
    assert np.abs(np.array(board["height_m"]) - TIDE.value_at(times)).max() < 0.3
    refused = day(client, at_mark(client, keep(client, printed(turns(1, 1)), name="b")["id"]), 3)
    assert refused.status_code == 422
    assert "bring its next days, choose a nearer day, or type what you see" in refused.text


def test_water_typed_answers_a_day_that_no_table_reaches(client: FlaskClient) -> None:
    mark = at_mark(client, keep(client, printed(turns(1, 1)))["id"])
    answer = day(client, mark, 20, "&typed_speed_m_s=0.4&typed_depth_m=3")
    assert answer.status_code == 200, answer.text
    board = answer.get_json()
    assert (board["tide"]["source"], board["depth_from"], board["speed_from"]) == (
        "none", "typed", "constant")


def test_a_table_is_gone_on_with_and_joins_on(client: FlaskClient) -> None:
    port = keep(client, printed(turns(0, 3)))
    mark = at_mark(client, port["id"])
    path = f"/api/tides/{port['id']}/turns"
    more = client.post(path, json={"text": printed(turns(2, 4)), "time_zone": ZONE})
    assert more.status_code == 200, more.text
    kept = client.get(path).get_json()["turns"]
    assert len(kept) == turns(0, 6).time.size
    assert [a["kind"] != b["kind"] for a, b in pairwise(kept)] == [True] * (
        len(kept) - 1)
    assert day(client, mark, 4).get_json()["tide"]["source"] == "table"
    better = client.post(path, json={
        "text": printed(turns(4, 1)), "time_zone": ZONE, "mode": "replace"})
    assert better.status_code == 200
    assert len(client.get(path).get_json()["turns"]) == turns(4, 1).time.size


def test_a_month_goes_on_with_its_constants_and_says_how_well(client: FlaskClient) -> None:
    port = keep(client, printed(turns(-20, 31)))
    assert not port["ranges_assumed"]
    assert 0.0 < port["residual_m"] < 0.03
    board = day(client, at_mark(client, port["id"]), 25).get_json()
    assert board["tide"]["source"] == "fitted"
    times = MIDNIGHT + 25 * DAY_S + 600.0 * np.arange(145)
    assert np.abs(np.array(board["height_m"]) - TIDE.value_at(times)).max() < 0.08
    edge = day(client, at_mark(client, keep(
        client, printed(turns(-20, 31)), name="c")["id"]), 10).get_json()
    assert edge["tide"]["source"] == "fitted"


def test_one_turn_is_put_right_taken_out_and_added(client: FlaskClient) -> None:
    port = keep(client, printed(turns(0, 4)))
    path = f"/api/tides/{port['id']}/turns"
    kept = client.get(path).get_json()["turns"]
    one = kept[6]
    moved = {"was_utc_s": one["time_utc_s"], "time_utc_s": one["time_utc_s"] + 300,
             "height_m": one["height_m"] + (0.05 if one["kind"] == "high" else -0.05)}
    assert client.put(path, json=moved).status_code == 200
    assert client.get(path).get_json()["turns"][6]["time_utc_s"] == one["time_utc_s"] + 300
    wrong = client.put(path, json=moved | {"was_utc_s": one["time_utc_s"] + 300,
                                           "height_m": kept[5]["height_m"]})
    assert wrong.status_code == 422
    assert wrong.get_json()["field"] == "height_m"
    assert client.get(path).get_json()["turns"][6]["time_utc_s"] == one["time_utc_s"] + 300
    out = client.put(path, json={"was_utc_s": one["time_utc_s"] + 300})
    assert out.status_code == 200
    assert len(client.get(path).get_json()["turns"]) == len(kept) - 1
    # The day with the gap says so; another is there as before.
    mark = at_mark(client, port["id"])
    here = datetime.fromtimestamp(one["time_utc_s"], UTC).astimezone(ZoneInfo(ZONE)).date()
    gap = day(client, mark, (here - TODAY).days)
    assert gap.status_code == 422
    assert "must not have a gap in the table" in gap.text


def test_lines_that_cannot_be_read_are_named_or_left_out(client: FlaskClient) -> None:
    text = printed(turns(1, 2)) + "\nFri 14:2O 3.3"
    refused = client.post("/api/tides/printed", json={
        "name": "mess", "text": text, "time_zone": ZONE})
    assert refused.status_code == 422
    assert "14:2O" in refused.get_json()["message"]
    assert keep(client, text, leave_unread=True)["form"] == "turns"


def test_nobody_knows_the_stream(client: FlaskClient) -> None:
    """Unknown is not slack: it is asked for, and then comes and goes with the tide."""
    port = keep(client, printed(turns(0, 20)))
    mark = at_mark(client, port["id"], neap_rate_m_s=None, spring_rate_m_s=None,
                   slack_lag_min=None)
    shown = next(m for m in client.get("/api/marks").get_json()["marks"] if m["id"] == mark)
    assert shown["spring_rate_m_s"] is None
    asked = day(client, mark)
    assert (asked.status_code, asked.get_json()["field"]) == (422, "typed_speed_m_s")
    assert "a tide whose stream nobody has told" in asked.text
    at = TIDE.high_and_low_waters(MIDNIGHT + DAY_S, MIDNIGHT + 2 * DAY_S).time
    step = round((0.5 * (at[1] + at[2]) - MIDNIGHT - DAY_S) / 600.0)
    board = day(client, mark, 1, f"&typed_speed_m_s=0.5&typed_speed_step={step}").get_json()
    stream = np.abs(board["stream_m_s"])
    assert board["speed_from"] == "scaled"
    assert stream[step] == pytest.approx(0.5, abs=1e-3)
    assert stream.min() < 0.05


def test_a_secondary_port_by_its_differences(client: FlaskClient) -> None:
    port = keep(client, printed(turns(0, 20)))
    every = [{"clock_min": 0, "later_min": 20}]
    new = {"name": "up the creek", "standard_id": port["id"], "time_zone": ZONE,
           "high_times": every, "low_times": [{"clock_min": 0, "later_min": 40}],
           "levels_m": [3.0, 2.4, 1.0, 0.4], "heights_m": [-0.3, -0.2, 0.0, 0.0]}
    answer = client.post("/api/tides/secondary", json=new)
    assert answer.status_code == 201, answer.text
    second = answer.get_json()
    a, b = (day(client, at_mark(client, i), 2).get_json()["turns"] for i in (
        port["id"], second["id"]))
    for x, y in zip(a[1:-1], b[1:-1], strict=True):
        later = 20 if x["kind"] == "high" else 40
        assert (y["step"] - x["step"]) * 10 == pytest.approx(later, abs=0.1)
        assert (y["height_m"] < x["height_m"]) == (x["kind"] == "high")
    held = client.delete(f"/api/tides/{port['id']}")
    assert held.status_code == 422
    refused = client.post("/api/tides/secondary", json=new | {"levels_m": [1.0, 2.0, 0.5, 0.1]})
    assert refused.status_code == 422
    assert "must fall" in refused.text


def test_what_is_no_table_is_left_alone(client: FlaskClient) -> None:
    other = client.post("/api/tides", json={
        "name": "m2", "form": "constants", "text": "constituent,amplitude_m,phase_deg\nM2,1,60\n",
        "latitude_deg": 36.4}).get_json()
    answer = client.get(f"/api/tides/{other['id']}/turns")
    assert answer.status_code == 422
    assert "is no table of high and low waters" in answer.text
