"""GET /api/day beyond the plain case: zones of time, stances, feeds, fits, typed values."""

from __future__ import annotations

import sqlite3
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from flask.testing import FlaskClient

from ilha.desk.clock import STEPS, span_of
from ilha.store import db
from tests.conftest import NOW_S

BASE = "/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2"


def day(client: FlaskClient, more: str = "") -> dict[str, Any]:
    answer = client.get(BASE + more)
    assert answer.status_code == 200, answer.text
    body: dict[str, Any] = answer.get_json()
    return body


@pytest.mark.parametrize(("date", "zone", "clocks"), [
    # The clock goes forward at 00:00 to 01:00 on the Azores, back at 01:00 to 00:00 (IANA tzdata).
    ("2026-03-29", "Atlantic/Azores", ["01:00", "01:09", "00:00", 23]),
    ("2026-10-25", "Atlantic/Azores", ["00:00, first", "00:10, first", "00:00", 25]),
    ("2026-07-15", "Atlantic/Azores", ["00:00", "00:10", "00:00", 24]),
    ("2026-03-29", "UTC", ["00:00", "00:10", "00:00", 24]),
])
def test_a_day_goes_from_midnight_to_midnight_on_the_marks_own_clock(
    date: str, zone: str, clocks: list[str | int]
) -> None:
    span = span_of(date, zone, NOW_S)
    said = [span.clock(t) for t in span.times]
    hours = (span.times[-1] - span.times[0]) / 3600.0
    assert [said[0], said[1], said[-1], hours] == clocks
    assert np.ptp(np.diff(span.times)) < 1e-6
    # The next day begins where this one ends.
    after = str(np.datetime64(date) + 1)
    assert span_of(after, zone, NOW_S).start_s == span.times[-1]


def test_hours_by_the_clock_where_it_is_set_back() -> None:
    span = span_of("2026-10-25", "Atlantic/Azores", NOW_S)
    # 25 hours in 144 steps: 00:00 is shown twice, 01:00 comes two hours after the start.
    assert span.at_hour(0) == 0.0
    assert span.at_hour(1) == pytest.approx(2.0 * 144.0 / 25.0, abs=1e-3)
    assert span.at_hour(24) == pytest.approx(144.0)


def test_today_is_the_marks_day_not_the_servers() -> None:
    just_after_midnight_utc = NOW_S + 12 * 3600 + 600
    assert span_of(None, "UTC", just_after_midnight_utc).date == "2026-07-16"
    assert span_of(None, "America/New_York", just_after_midnight_utc).date == "2026-07-15"


def test_now_is_told_only_on_its_own_day(client: FlaskClient) -> None:
    assert day(client)["now_step"] == 72.0
    assert day(client, "&date=2026-07-16")["now_step"] is None


def test_turns_of_the_tide_stand_on_the_curve(client: FlaskClient) -> None:
    body = day(client)
    inside = [t for t in body["turns"] if 1 <= t["step"] <= STEPS - 2]
    assert len(inside) in (3, 4)
    for turn in inside:
        near = body["height_m"][round(turn["step"])]
        assert near == pytest.approx(turn["height_m"], abs=0.02)


def test_typed_values_hold_where_they_were_typed(client: FlaskClient) -> None:
    body = day(client, "&typed_depth_m=9.5&typed_depth_step=30&typed_speed_m_s=0.6"
                       "&typed_speed_step=60")
    assert body["depth_m"][30] == 9.5
    assert body["depth_from"] == "typed"
    assert abs(body["stream_m_s"][60]) == pytest.approx(0.6, abs=1e-4)
    assert body["speed_from"] in ("scaled", "constant")


def test_feeding_by_hand_takes_longer(client: FlaskClient) -> None:
    free, by_hand = day(client, "&feed_tension_n=0"), day(client, "&feed_tension_n=0.03")
    for one, other in zip(free["heads"], by_hand["heads"], strict=True):
        if other["count_s"][40] is not None:
            assert other["count_s"][40] > one["count_s"][40]


def test_stances_bring_their_rod_tip(client: FlaskClient) -> None:
    assert day(client, "&stance=dock")["tip_height_m"] == 3.2
    assert day(client, "&stance=dock&tip_height_m=5")["tip_height_m"] == 5.0
    drifting = day(client, "&stance=drifting")
    assert drifting["drift"]["leeway_m_s"] == pytest.approx(0.105)
    assert drifting["drift"]["to_deg"] is None


def test_every_head_that_can_be_rigged_stands_there_with_its_rigging(client: FlaskClient) -> None:
    body = day(client)
    heads = {h["id"]: h for h in client.get("/api/box").get_json()["heads"]}
    assert len(body["heads"]) + len(body["left_out"]) == len(heads)
    # The jerk bait goes weedless on belly-weighted hooks, and straight on a ball.
    by_shape = {heads[h["id"]]["shape"]: h for h in body["heads"]}
    assert "weedless" in by_shape["belly-weighted"]["rigging"]
    assert "weedless" not in by_shape["ball"]["rigging"]
    assert {h["fit"] for h in body["heads"]} >= {"well", "at a pinch"}
    for out in body["left_out"]:
        assert out["why"]
        assert out["head_id"] not in {h["id"] for h in body["heads"]}


def test_a_crab_on_the_day_has_its_heads(client: FlaskClient) -> None:
    crab = next(p for p in client.get("/api/box").get_json()["plastics"] if p["look"] == "crab")
    body = client.get(f"/api/day?mark_id=1&plastic_id={crab['id']}&line_id=3&rod_id=2").get_json()
    assert body["heads"]
    assert {h["rigging"] for h in body["heads"]} & {"crab", "straight", "crab-weedless"}
    said = {out["why"] for out in body["left_out"]}
    assert said
    assert all(why and "add a head" not in why for why in said)


def test_without_a_rod_nothing_is_over_it_and_casts_are_guesses(client: FlaskClient) -> None:
    body = client.get("/api/day?mark_id=1&plastic_id=1&line_id=3").get_json()
    unsafe = body["verdicts"].index("unsafe-for-outfit")
    assert all(unsafe not in h["verdict"] for h in body["heads"])
    assert all(h["cast_is_guess"] for h in body["heads"])


def test_a_box_without_heads_is_told_by_field(client: FlaskClient, database: Path) -> None:
    conn: sqlite3.Connection = db.connect(database)
    conn.execute("DELETE FROM heads")
    conn.close()
    answer = client.get(BASE)
    assert (answer.status_code, answer.get_json()["field"]) == (422, "box.heads")
    assert "add" in answer.get_json()["message"]


def first(body: dict[str, Any], name: str, head: int = 4) -> Any:
    """A head's value at the first wet step."""
    return body["heads"][head][name][body["wet"].index(True)]


def test_the_answer_has_the_fall_that_was_asked_for(client: FlaskClient) -> None:
    held, mixed = day(client, "&fall=held"), day(client, "&fall=fed-then-held")
    assert first(held, "beyond_m") > first(mixed, "beyond_m") > 0.0
    assert min(first(held, "lead_m"), first(mixed, "lead_m")) > 0.0
    assert first(day(client, "&fall=fed"), "beyond_m") == 0.0
    assert first(held, "hold_at_s") is None
    assert 0.0 < first(mixed, "hold_at_s") < first(mixed, "count_s") < first(held, "count_s")
    shift = first(held, "fall_shift_cm")
    assert shift[0] == 0
    assert shift[-1] == pytest.approx(100.0 * first(held, "beyond_m"), abs=1.0)


def test_the_answer_has_the_retrieve_only_where_it_is_swum(client: FlaskClient) -> None:
    swum, lifted = day(client, "&retrieve=steady"), day(client, "&retrieve=lift-drop")
    assert len(first(swum, "path_cm")) == len(swum["path_share"])
    path, share = first(swum, "path_cm"), swum["path_share"]
    assert path[0] == 0
    assert path[-1] == max(path) > 0
    # It leaves the bottom where the answer says so.
    lies = [go for go, height in zip(share, path, strict=True) if height <= 3]
    assert min(lies) * swum["cast_m"] == pytest.approx(first(swum, "lift_off_m"), abs=2.0)
    assert first(lifted, "path_cm") == []
    assert first(lifted, "lift_off_m") is None


def test_the_answer_says_where_other_rigs_ride(client: FlaskClient) -> None:
    one = day(client)
    two = day(client, "&rigging=tandem&front_head_id=5&leader_m=0.5")
    shot = day(client, "&rigging=drop-shot&sinker_g=28&rod_id=3")
    # The hook is in the line itself, 0.45 m over the sinker that is just lifted.
    assert first(shot, "foot_m") == pytest.approx(0.05 + 0.45)
    assert first(shot, "rides_m") == pytest.approx(0.5, abs=0.06)
    three = day(client, "&rigging=three-way&sinker_g=200&rod_id=3")
    assert (one["leader_m"], two["leader_m"], three["leader_m"]) == (0.0, 0.5, 1.5)
    assert first(one, "foot_m") == first(one, "rides_m") == pytest.approx(0.05)
    assert 0.05 < first(two, "foot_m") <= 0.55
    assert first(two, "rides_m") == pytest.approx(0.05, abs=0.01)
    assert first(three, "foot_m") == pytest.approx(0.05 + 0.3 + 1.5, abs=0.01)
    assert first(three, "rides_m") < first(three, "foot_m")


@pytest.mark.parametrize(("asked", "field", "rule"), [
    ("sinker_g=-5&rigging=sliding-sinker", "rigging.sinker_g", "must be above 0 g, got -5 g"),
    ("leader_m=90&rigging=tandem&front_head_id=1", "rigging.spacing_m", "must be at most 6 m"),
    ("leader_m=0&rigging=three-way", "rigging.leader_m", "must be at least 0.05 m, got 0 m"),
    ("dropper_m=-1&rigging=three-way", "rigging.dropper_m", "must be at least 0 m"),
    ("rigging=tandem", "front_head_id", "is needed with two heads"),
    ("nail_g=500", "added.mass_g", "must be at most 200 g"),
    ("nail_g=nan", "nail_g", "must be a finite number"),
    ("cast_to_current_deg=200", "cast_to_current_deg", "must be at most 180 °"),
    ("wind_to_cast_deg=-1", "air.wind_to_cast_deg", "must be at least 0 °"),
    ("fall=slow", "fall", "must be 'fed', 'held' or 'fed-then-held'"),
    ("cover_height_m=-1", "mark.cover_height_m", "must be at least 0 m, got -1 m"),
    ("retrieve_speed_m_s=0", "retrieve_speed_m_s", "must be greater than 0"),
    ("zone_from_m=2&zone_to_m=1", "zone.to_bottom_m", "must be above from_bottom_m"),
])
def test_each_new_field_is_refused_by_name_rule_and_remedy(
    client: FlaskClient, asked: str, field: str, rule: str
) -> None:
    answer = client.get(f"{BASE}&{asked}")
    assert answer.status_code == 422
    body = answer.get_json()
    assert body["field"] == field
    assert rule in body["message"]
    # What to do about it comes after the colon.
    assert len(body["message"].split(": ", 1)[1]) > 8


def test_a_boat_drifts_with_wind_and_current(client: FlaskClient) -> None:
    """Recife de Fora: the flood runs to 60°; a wind from 240° blows the same way, one from 60°
    against it."""
    reef = next(m for m in client.get("/api/marks").get_json()["marks"] if m["kind"] == "reef")
    url = f"/api/day?mark_id={reef['id']}&plastic_id=1&line_id=3&wind_m_s=6&wind_from_deg="
    along, against = (client.get(url + d).get_json() for d in ("240", "60"))
    flood = int(np.argmax(along["stream_m_s"]))
    speed = along["stream_m_s"][flood]
    assert along["drift"]["over_ground_m_s"][flood] == pytest.approx(speed + 0.21, abs=0.002)
    assert along["drift"]["to_deg"][flood] == pytest.approx(60.0)
    assert against["drift"]["over_ground_m_s"][flood] == pytest.approx(abs(speed - 0.21), abs=0.002)
    assert along["drift"]["past_bottom_m_s"][flood] > against["drift"]["past_bottom_m_s"][flood]
    codes = [c["code"] for c in against["cautions"]]
    assert ("wind-against-stream" in codes) == (max(map(abs, against["stream_m_s"])) >= 0.4)
    # Seen to drift so, the leeway is what it was.
    seen = client.get(url + f"240&leeway_percent=1&drift_seen_m_s={speed + 0.21:.3f}"
                      f"&drift_seen_step={flood}").get_json()
    assert seen["drift"]["leeway_m_s"] == pytest.approx(0.21, abs=0.002)


def test_who_wades_is_told_when(client: FlaskClient) -> None:
    flat = next(m for m in client.get("/api/marks").get_json()["marks"] if m["kind"] == "flat")
    url = f"/api/day?mark_id={flat['id']}&plastic_id=1&line_id=3&wade_m="
    day = client.get(url + "0.6").get_json()
    depth = np.array(day["depth_m"])
    for span in day["wade"]["here"]:
        inside = depth[int(np.ceil(span["from_step"])):int(span["to_step"]) + 1]
        assert (inside >= 0.6).all()
    # The way back lies a quarter of a metre lower: it fills first and drains last.
    here, back = day["wade"]["here"][0], day["wade"]["way_back"][0]
    assert back["to_step"] > here["to_step"]
    assert back["from_step"] <= here["from_step"]
    assert len(client.get(url + "0.3").get_json()["wade"]["here"]) >= len(day["wade"]["here"])
    assert client.get(url + "0.6&stance=kayak").get_json()["wade"] is None


def test_under_a_float_it_hangs_on_its_leader_whatever_the_tide(client: FlaskClient) -> None:
    """Common practice, no source: 250 to 500 mm. It goes with the water: no current lifts it, and
    as the tide rises it hangs as much higher over the bottom."""
    hung = day(client, "&rigging=float")
    deep = np.array(hung["depth_m"], dtype=float)
    leader = np.minimum(np.interp(deep, [0.5, 1.5], [0.25, 0.5]), 0.8 * deep)
    for head in hung["heads"]:
        down = deep - np.array(head["rides_m"], dtype=float)
        assert down == pytest.approx(leader - 0.05, abs=0.02)
        counts = np.array(head["count_s"], dtype=float)
        assert np.nanmax(counts) < 6.0
        line = np.array(head["line_cm"], dtype=float)
        assert np.abs(line).max() <= 30.0
        # Drawn from the surface down to the leader's length and no lower.
        last = np.array([points[-1] for points in head["fall_height_pm"]], dtype=float) / 1000.0
        assert last == pytest.approx(1.0 - leader / deep, abs=0.02)
