"""The change plan in the day's answer, as text and as a calendar."""

from __future__ import annotations

from itertools import pairwise
from pathlib import Path
from typing import Any

import pytest
import vobject
from flask import Flask
from flask.testing import FlaskClient
from icalendar import Calendar

from ilha.formats.plan_text import CARRIED
from ilha.web.app import create_app

BOX = "plastic_id=1&line_id=3&rod_id=2"
BASE = f"mark_id=1&{BOX}"


def day(client: FlaskClient, more: str = "", mark: int = 1) -> dict[str, Any]:
    answer = client.get(f"/api/day?mark_id={mark}&{BOX}{more}")
    assert answer.status_code == 200, answer.text
    body: dict[str, Any] = answer.get_json()
    return body


@pytest.mark.parametrize("mark", [1, 2, 4, 5])
def test_the_plan_covers_the_day_and_spares_short_changes(client: FlaskClient, mark: int) -> None:
    body = day(client, mark=mark)
    plan = body["plan"]
    assert (plan[0]["from_step"], plan[-1]["to_step"]) == (0, 144)
    assert all(a["to_step"] == b["from_step"] for a, b in pairwise(plan))
    assert len(plan) <= len(day(client, "&change_minutes=0", mark)["plan"])


def test_picks_are_followed_where_changes_cost_nothing(client: FlaskClient) -> None:
    body = day(client, "&change_minutes=0")
    picks = body["picks"][body["school"]]
    for run in body["plan"]:
        for step in range(run["from_step"], run["to_step"]):
            assert run["head_id"] == picks[step]
            assert run["dry"] == (not body["wet"][step])


def test_light_slacks_and_spells_of_a_summers_day(client: FlaskClient) -> None:
    body = day(client)
    skies = [change["sky"] for change in body["light"]]
    assert skies == ["night", "twilight", "day", "twilight", "night"]
    # Summer near 36° N, on the clock of the Azores: sunrise before eight, sunset before ten.
    assert "05:30" < body["light"][2]["clock"] < "08:00"
    assert "20:00" < body["light"][3]["clock"] < "22:00"
    assert 3 <= len(body["slacks"]) <= 4
    for slack in body["slacks"]:
        i = int(slack["step"])
        assert body["stream_m_s"][i] * body["stream_m_s"][i + 1] <= 0.0
    assert body["tide_state"] in ("springs", "neaps", "coming to springs", "coming to neaps")
    reasons = {r for spell in body["spells"] for r in spell["reasons"]}
    assert {"high water", "low water", "dawn", "dusk"} == reasons
    assert all(a["to_step"] <= b["from_step"] for a, b in pairwise(body["spells"]))


def test_a_mark_without_a_tide_has_light_all_the_same(client: FlaskClient) -> None:
    answer = client.get("/api/day?mark_id=8&plastic_id=1&line_id=3&typed_speed_m_s=0.2")
    body = answer.get_json()
    assert body["tide_state"] is None
    assert body["slacks"] == []
    assert {r for s in body["spells"] for r in s["reasons"]} == {"dawn", "dusk"}


def test_the_calendar_has_the_plan_in_utc(client: FlaskClient) -> None:
    body = day(client, "&date=2026-07-15")
    answer = client.get(f"/api/plan.ics?{BASE}&date=2026-07-15")
    assert answer.mimetype == "text/calendar"
    assert "ilha-plan-2026-07-15.ics" in answer.headers["Content-Disposition"]
    events = Calendar.from_ical(answer.data).walk("VEVENT")
    tied = [run for run in body["plan"] if run["head_id"] is not None]
    assert len(events) == len(tied)
    for event, run in zip(events, tied, strict=True):
        start = event.decoded("dtstart")
        assert start.utcoffset().total_seconds() == 0.0
        # The Azores are on UTC in summer.
        assert start.strftime("%H:%M") == body["clock"][run["from_step"]]
        hours = (event.decoded("dtend") - start).total_seconds() / 600.0
        assert hours == run["to_step"] - run["from_step"]
        assert "Cais Velho" in str(event["summary"])
        assert "Anchor from the bow only" in str(event["description"])
    assert len({str(e["uid"]) for e in events}) == len(events)


def test_a_changed_plan_replaces_the_events_of_before(app: Flask) -> None:
    """RFC 5545, 3.8.7.4: the same thing keeps its UID, and a change has a greater SEQUENCE."""
    def events(now: float, more: str, day: str = "2026-07-15") -> dict[str, Any]:
        client = create_app(app.config["DATABASE"], now_s=now).test_client()
        data = client.get(f"/api/plan.ics?{BASE}&date={day}{more}").data
        # A second reader takes the file too.
        assert len(vobject.readOne(data.decode()).vevent_list) == data.count(b"BEGIN:VEVENT")
        return {str(e["uid"]): e for e in Calendar.from_ical(data).walk("VEVENT")}

    before = events(1_784_116_800, "")
    after = events(1_784_116_800 + 3600, "&wind_m_s=9&change_minutes=0")
    assert [e.decoded("dtstart") for e in before.values()] != [
        e.decoded("dtstart") for e in after.values()][:len(before)]
    shorter, longer = sorted((set(before), set(after)), key=len)
    assert shorter <= longer
    for uid in shorter:
        assert int(after[uid]["sequence"]) > int(before[uid]["sequence"])
    assert not set(before) & set(events(1_784_116_800, "", "2026-07-16"))


def test_the_text_reads_in_the_anglers_units(client: FlaskClient) -> None:
    plain = client.get(f"/api/plan.txt?{BASE}").text
    assert plain.startswith("Cais Velho, 2026-07-15 (Atlantic/Azores), by lightest-practical")
    assert "1/8 oz belly weighted 4/0, 3.5 g" in plain
    assert " m deep, " in plain
    assert "Worth being there:" in plain
    assert "Local rules, forecasts and trained people come first." in plain
    chosen = client.get("/api/settings").get_json()
    client.put("/api/settings", json={**chosen, "head_unit": "g", "depth_unit": "ft",
                                      "speed_unit": "kn"})
    other = client.get(f"/api/plan.txt?{BASE}").text
    assert " ft deep, " in other
    assert " kn at the surface" in other
    assert " oz" not in other


@pytest.mark.parametrize("rigging", CARRIED)
def test_what_a_sinker_or_a_float_carries_is_fished_as_the_day_says(
    client: FlaskClient, rigging: str
) -> None:
    """Plan, card and calendar say what the Day's figures say: no lift and drop, and no count under
    a float."""
    said = (Path(__file__).parents[2] / "frontend/src/features/day/words.ts").read_text()
    assert f'"{CARRIED[rigging]}"' in said
    asked = BASE.replace("rod_id=2", "rod_id=3") + f"&rigging={rigging}&sinker_g=40"
    plan = client.get(f"/api/plan.txt?{asked}").text
    assert CARRIED[rigging] in " ".join(plan.split())
    assert "let it fall" not in plan
    assert ("count" in plan) == (rigging != "float")


def test_a_bad_question_is_refused_as_elsewhere(client: FlaskClient) -> None:
    answer = client.get(f"/api/plan.ics?{BASE}&change_minutes=-5")
    assert answer.status_code == 422
    assert answer.get_json()["field"] == "change_minutes"


def test_the_day_follows_what_heads_told(client: FlaskClient) -> None:
    plain = day(client)
    step = max(range(145), key=lambda i: abs(plain["stream_m_s"][i]))
    here = abs(plain["stream_m_s"][step])
    asked = f"&typed_speed_step={step}&swept_m_s={here + 0.1}&held_m_s={here + 0.3}"
    told = day(client, asked)
    assert abs(told["stream_m_s"][step]) == pytest.approx(here + 0.2, abs=1e-3)
    assert told["speed_from"] == "scaled"
    # Where the prediction fits what was seen, it stands.
    fits = day(client, f"&typed_speed_step={step}&held_m_s={here + 0.1}")
    assert fits["stream_m_s"] == plain["stream_m_s"]
    refused = client.get(f"/api/day?{BASE}&swept_m_s=0.8&held_m_s=0.4")
    assert refused.status_code == 422
    assert refused.get_json()["field"] == "held_m_s"
