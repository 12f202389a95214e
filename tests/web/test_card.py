"""The card and what would spare a change, over HTTP."""

from __future__ import annotations

import itertools
import re
from io import BytesIO
from pathlib import Path

import pdfplumber
import pytest
from flask.testing import FlaskClient

from ilha.demo import marela
from ilha.store import db
from ilha.web.app import create_app

BASE = "mark_id=1&plastic_id=1&line_id=3&rod_id=2"


def test_the_card_has_the_plan_of_its_hours(client: FlaskClient) -> None:
    day = client.get(f"/api/day?{BASE}").get_json()
    card = client.get(f"/api/card?{BASE}&from_hour=5&to_hour=17").get_json()
    assert card["rows"][0]["from_clock"] == "05:00"
    assert card["rows"][-1]["to_clock"] == "17:00"
    inside = [r for r in day["plan"] if r["to_step"] > 30 and r["from_step"] < 102]
    assert len(card["rows"]) == len(inside)
    assert len(card["curve"]) == 73
    assert (min(card["curve"]), max(card["curve"])) == (0.0, 1.0)
    assert card["bands"][0]["from_share"] == 0.0
    assert card["bands"][-1]["to_share"] == 1.0
    assert any("Anchor from the bow" in c for c in card["cautions"])
    whole = client.get(f"/api/card?{BASE}").get_json()
    assert whole["rows"][-1]["to_clock"] == "24:00"
    assert len(whole["turns"]) >= 3


@pytest.mark.parametrize("size", ["a6", "a5", "a4", "letter"])
def test_pdf_and_page_say_the_same(client: FlaskClient, size: str) -> None:
    """Both give every change of head with its clock, on the sheet in a line of its own or among
    what was joined."""
    card = client.get(f"/api/card?{BASE}").get_json()
    pdf = client.get(f"/api/card.pdf?{BASE}&size={size}")
    assert pdf.mimetype == "application/pdf"
    assert f"{size}.pdf" in pdf.headers["Content-Disposition"]
    with pdfplumber.open(BytesIO(pdf.data)) as found:
        text = " ".join(" ".join(page.extract_text().split()) for page in found.pages)
        assert len(found.pages) <= 2
    page = client.get(f"/api/card.html?{BASE}&size={size}").text
    for row in card["rows"]:
        assert (f"{row['from_clock']}–" in text
                or f"{row['from_clock']} to {row['to_clock']} {row['weight']}" in text)
        assert f"{row['from_clock']}–{row['to_clock']}" in page


def test_plan_and_card_say_how_the_plastic_is_rigged(client: FlaskClient) -> None:
    """As the Day does, and nothing where it simply sits on its head."""
    bare = rigged_so = 0
    for mark, plastic, more, said in (
            (1, 1, "", ""), (1, 5, "", ""), (4, 5, "&nail_g=1.5", "a nail of 1.5 g in its nose"),
            (1, 1, "&rigging=wacky", ""), (1, 1, "&rigging=float", "under a float"),
            (1, 1, "&rigging=drop-shot", "drop-shot, above the sinker, 14 g"),
            (1, 1, "&rigging=sliding-sinker&sinker_g=90", "behind a sliding sinker, 90 g"),
            (1, 1, "&rigging=tandem&front_head_id=4", "two heads on one leader, 1/8 oz in front")):
        asked = f"mark_id={mark}&plastic_id={plastic}&line_id=3&rod_id=2{more}"
        day = client.get(f"/api/day?{asked}").get_json()
        heads = {head["id"]: head for head in day["heads"]}
        tied = [run for run in day["plan"] if run["head_id"] is not None]
        card = client.get(f"/api/card?{asked}").get_json()
        rows = [row for row in card["rows"] if row["weight"]]
        assert len(rows) == len(tied)
        text = client.get(f"/api/plan.txt?{asked}").text
        assert said in text
        assert said == "" or said in card["facts"]
        for row, run in zip(rows, tied, strict=True):
            head = heads[run["head_id"]]
            rigged = head["rigging"] != "straight"
            assert (head["rigging_name"] in row["head"]) == rigged, row["head"]
            assert row["head"] in text
            bare, rigged_so = bare + (not rigged), rigged_so + rigged
    assert min(bare, rigged_so) >= 3


def test_weather_and_wading_are_on_the_card(client: FlaskClient) -> None:
    flat = next(m for m in client.get("/api/marks").get_json()["marks"] if m["kind"] == "flat")
    asked = f"mark_id={flat['id']}&plastic_id=1&line_id=3&temperature_c=11&thunder=true&wade_m=0.5"
    said = " ".join(client.get(f"/api/card?{asked}").get_json()["cautions"])
    for words in ("Over 0.5 m here from", "on the way back from", "Thunder about",
                  "Water this cold"):
        assert words in said


@pytest.mark.parametrize(("rigging", "words"), [
    ("drop-shot", "Lower a heavy sinker, do not swing it."),
    ("tandem&front_head_id=3", "Two hooks: mind")])
def test_the_caution_of_a_rig_is_on_every_paper_that_names_it(
    client: FlaskClient, rigging: str, words: str
) -> None:
    one = f"{BASE}&rigging={rigging}"
    assert any(words in said for said in client.get(f"/api/card?{one}").get_json()["cautions"])
    # A calendar's lines are folded (RFC 5545, 3.1).
    ics = client.get(f"/api/plan.ics?{one}").text.replace("\r\n ", "").replace("\\", "")
    for text in (client.get(f"/api/plan.txt?{one}").text, client.get(f"/api/card.html?{one}").text,
                 ics):
        assert words in text
    assert words not in client.get(f"/api/plan.txt?{BASE}").text


def test_where_nothing_is_right_the_papers_say_what_would_do(client: FlaskClient) -> None:
    """A race of 3.2 m/s: what is needed at its height is more than any head of the box, and what a
    stouter rod could throw is over this one."""
    asked = f"{BASE}&typed_speed_m_s=3.2"
    day = client.get(f"/api/day?{asked}").get_json()
    card = client.get(f"/api/card?{asked}").get_json()
    text = client.get(f"/api/plan.txt?{asked}").text
    none = [row for row in card["rows"] if row["head"] == "no head in the box is right"]
    assert len(none) >= 4
    needed = []
    for row in none:
        assert len(row["work"]) == 1
        assert row["work"][0] in text
        assert "over your rod by" in row["work"][0]
        span = re.search(r"it needs at least (\S+) to (\S+) g", row["work"][0])
        assert span
        needed += [float(span[1]), float(span[2])]
    wet = [i for i, w in enumerate(day["wet"]) if w]
    least = [min(filter(None, (head["minimum_mass_g"][k] for head in day["heads"])), default=0.0)
             for k in range(len(wet))]
    assert max(needed) == pytest.approx(max(least), abs=0.05)
    heaviest = max(head["mass_g"] for head in client.get("/api/box").get_json()["heads"])
    assert max(needed) > heaviest


def test_a_rod_too_light_for_every_package_is_told_on_paper(client: FlaskClient) -> None:
    asked = "mark_id=2&plastic_id=5&line_id=3&rod_id=1"
    day = client.get(f"/api/day?{asked}").get_json()
    assert all(head["over_g"] is not None for head in day["heads"])
    least = min(head["over_g"] for head in day["heads"])
    said = [row["work"] for row in client.get(f"/api/card?{asked}").get_json()["rows"]
            if row["head"] == "no head in the box is right"]
    assert said
    assert all(one == [f"every package is over your rod, the lightest by {least:.1f} g: a lighter"
                       " rig or a stouter rod"] for one in said)


def test_the_night_of_two_same_hours_says_which(tmp_path: Path) -> None:
    """Azores, 25 October 2026: 00:59:59 summer time is followed by 00:00:00, an hour further west
    (tz database)."""
    database, now = tmp_path / "october.sqlite3", 1_792_800_000.0
    conn = db.ready(database)
    marela.load(conn, int(now), log=False)
    conn.close()
    client = create_app(database, now_s=now).test_client()
    asked = f"{BASE}&date=2026-10-25&change_minutes=0"
    card = client.get(f"/api/card?{asked}").get_json()
    assert card["rows"][0]["from_clock"] == "00:00, first"
    assert card["rows"][0]["to_clock"].endswith(", second")
    assert card["rows"][0]["minutes"] > 60.0
    day = client.get(f"/api/day?{asked}").get_json()
    assert sum("second" in clock for clock in day["clock"]) == sum(
        "first" in clock for clock in day["clock"]) > 4
    assert len(set(day["clock"][:-1])) == len(day["clock"]) - 1
    with pdfplumber.open(BytesIO(client.get(f"/api/card.pdf?{asked}").data)) as found:
        assert "00:00, first–" in found.pages[0].extract_text()
    plain = client.get(f"/api/day?{BASE}&date=2026-10-26").get_json()
    assert not any("," in clock for clock in plain["clock"])


def test_hours_the_wrong_way_round_are_refused(client: FlaskClient) -> None:
    refused = client.get(f"/api/card?{BASE}&from_hour=9&to_hour=4")
    assert refused.status_code == 422
    assert refused.get_json()["field"] == "to_hour"


def test_a_mark_without_tide_has_a_card_too(client: FlaskClient) -> None:
    asked = "mark_id=8&plastic_id=1&line_id=3&typed_speed_m_s=0.2"
    card = client.get(f"/api/card?{asked}").get_json()
    assert card["curve"] == []
    assert client.get(f"/api/card.pdf?{asked}").status_code == 200


def changes_of(client: FlaskClient, asked: str) -> int:
    plan = client.get(f"/api/day?{asked}").get_json()["plan"]
    heads = [run["head_id"] for run in plan if run["head_id"] is not None]
    return sum(a != b for a, b in itertools.pairwise(heads))


def test_savings_are_those_of_the_plans_themselves(client: FlaskClient) -> None:
    """Each saving asked for by itself has the changes that it promises."""
    found = 0
    for mark in (1, 3, 4, 7):
        asked = f"mark_id={mark}&plastic_id=1&rod_id=2&change_minutes=0"
        answer = client.get(f"/api/plan/savings?{asked}&line_id=5").get_json()
        assert answer["changes"] == changes_of(client, f"{asked}&line_id=5")
        for saving in answer["savings"]:
            found += 1
            change = (f"line_id={saving['line_id']}" if saving["kind"] == "line"
                      else f"line_id=5&stance={saving['stance']}")
            assert changes_of(client, f"{asked}&{change}") == saving["changes"]
            assert saving["changes"] < answer["changes"]
    assert found > 0
