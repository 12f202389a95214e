"""Packing, losses and money, and what to buy, through the application."""

from __future__ import annotations

from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from scipy.stats import poisson

from ilha.demo import marela
from ilha.store import db
from ilha.web.app import create_app
from tests.conftest import NOW_S

DATE = datetime.fromtimestamp(NOW_S + 86400, UTC).date().isoformat()
QUAY = {"mark_id": 1, "date": DATE, "from_hour": 6, "to_hour": 10, "fish": "european-seabass"}
MOUTH = {"mark_id": 4, "date": DATE, "from_hour": 12, "to_hour": 15.5, "fish": "bluefish"}


def pack(client: FlaskClient, *visits: dict[str, Any], **more: Any) -> Any:
    return client.post("/api/pack", json={"visits": list(visits), **more}).get_json()


def test_the_plan_is_covered_and_lasts(client: FlaskClient) -> None:
    made = pack(client, QUAY, MOUTH)
    carried = {kind: {one["id"]: one["take"] for one in made[kind]}
               for kind in ("heads", "plastics")}
    hours: dict[int, float] = {}
    for stretch in made["stretches"]:
        assert stretch["why"] in ("", "dry", "nothing suits")
        if not stretch["why"]:
            assert stretch["head_id"] in carried["heads"]
            assert stretch["plastic_id"] in carried["plastics"]
            assert stretch["rigging"]
            a, b = (int(stretch[k][:2]) + int(stretch[k][3:]) / 60
                    for k in ("from_clock", "to_clock"))
            rate = made["losses"][stretch["visit"]]["an_hour"]
            hours[stretch["head_id"]] = hours.get(stretch["head_id"], 0.0) + rate * (b - a)
    # Each kind lasts, and one fewer would not.
    for head_id, expected in hours.items():
        n = carried["heads"][head_id]
        assert poisson.cdf(n - 1, expected) >= made["lasts"] - 1e-3
        assert n == 1 or poisson.cdf(n - 2, expected) < made["lasts"] + 1e-3
    assert [loss["bottom"] for loss in made["losses"]] == ["sand", "rock"]
    assert [loss["hours"] for loss in made["losses"]] == [4.0, 3.5]


def test_every_hour_is_accounted_for(client: FlaskClient) -> None:
    flat = {**QUAY, "mark_id": 2, "from_hour": 0, "to_hour": 24}
    made = pack(client, flat)
    day = client.get(f"/api/day?mark_id=2&plastic_id=1&line_id=3&date={DATE}").get_json()
    dry = {s["from_clock"] for s in made["stretches"] if s["why"] == "dry"}
    assert bool(dry) == (not all(day["wet"]))
    clocks = [s["from_clock"] for s in made["stretches"]]
    ends = [s["to_clock"] for s in made["stretches"]]
    assert clocks[0] == "00:00"
    assert ends[:-1] == clocks[1:]


RUI = {"name": "Rui", "rods": "1"}


def test_who_comes_along_is_packed_for_with_rods_of_their_own(client: FlaskClient) -> None:
    alone = pack(client, QUAY, rod_id=2)
    theirs = pack(client, QUAY, rod_id=1)
    both = pack(client, QUAY, rod_id=2, crew=[RUI])
    by = {who: [s for s in both["stretches"] if s["who"] == who] for who in ("", "Rui")}
    for own in by.values():
        # Every hour of each is told.
        assert own[0]["from_clock"] == alone["stretches"][0]["from_clock"]
        assert own[-1]["to_clock"] == alone["stretches"][-1]["to_clock"]
        assert [s["to_clock"] for s in own[:-1]] == [s["from_clock"] for s in own[1:]]
    # The light rod throws none of what only the heavier one does.
    heads = {h["id"]: h for h in client.get("/api/box").get_json()["heads"]}
    rods = {r["id"]: r for r in client.get("/api/box").get_json()["rods"]}
    for who, rod in (("", 2), ("Rui", 1)):
        for stretch in by[who]:
            if stretch["head_id"] is not None:
                assert heads[stretch["head_id"]]["mass_g"] <= rods[rod]["lure_max_g"]
    assert both["losses"] == [{**alone["losses"][0], "anglers": 2}]
    assert alone["losses"][0]["anglers"] == 1
    # One carries no less for two than for either.
    total = [sum(one["take"] for kind in ("heads", "plastics") for one in made[kind])
             for made in (alone, theirs, both)]
    assert total[2] >= max(total[:2])


def test_what_two_lose_on_one_kind_is_added(client: FlaskClient) -> None:
    """Both with the same rod: what is lost is twice as much, and lasts with the same chance."""
    made = pack(client, QUAY, rod_id=2, crew=[{"name": "Rui", "rods": "2"}])
    hours: dict[int, float] = {}
    for s in made["stretches"]:
        if not s["why"]:
            a, b = (int(s[k][:2]) + int(s[k][3:]) / 60 for k in ("from_clock", "to_clock"))
            hours[s["head_id"]] = hours.get(s["head_id"], 0.0) + (b - a)
    assert sum(hours.values()) == pytest.approx(8.0, abs=0.5)
    rate = made["losses"][0]["an_hour"]
    mine, theirs = ({(s["head_id"], s["from_clock"]) for s in made["stretches"] if s["who"] == who}
                    for who in ("", "Rui"))
    assert mine & theirs
    for head in made["heads"]:
        in_hand = 2 if any(head["id"] == one for one, _ in mine & theirs) else 1
        assert poisson.cdf(head["take"] - in_hand, rate * hours[head["id"]]) >= made["lasts"] - 1e-3


@pytest.mark.parametrize(("crew", "field"), [
    ([{"name": "Rui", "rods": "99"}], "crew[0].rods"), ([RUI, RUI], "crew"),
    ([{"name": "", "rods": "1"}], "crew[0].name"), ([RUI] * 5, "crew")])
def test_a_crew_that_cannot_be_is_told(
    client: FlaskClient, crew: list[dict[str, str]], field: str
) -> None:
    assert pack(client, QUAY, crew=crew)["field"] == field


def test_what_the_box_lacks_is_missing_and_has_its_price(client: FlaskClient) -> None:
    made = pack(client, QUAY)
    for head in client.get("/api/box").get_json()["heads"]:
        client.put(f"/api/heads/{head['id']}", json={
            "printed_oz": head["printed_oz"] or 0.25, "shape": head["shape"], "carried": 1,
            "hook_size": head["hook_size"], "weight_x_mm": head["weight_x_mm"], "price": 0.5})
    client.post("/api/log", json={"events": [
        {"id": f"lost-{n:05d}", "kind": "lost", "at_utc_s": NOW_S + 60.0 * n, "mark_id": 1,
         "mark_name": "Cais Velho"} for n in range(30)]})
    again = pack(client, QUAY)
    assert again["losses"][0]["an_hour"] > 5 * made["losses"][0]["an_hour"]
    assert again["losses"][0]["logged_lost"] == 30
    missing = sum(one["missing"] for one in again["heads"])
    assert missing > 0
    soft = sum(one["missing"] * one["price"] for one in again["plastics"])
    assert again["cost"] == pytest.approx(0.5 * missing + soft)
    assert again["unpriced"] == 0


@pytest.mark.parametrize(("change", "field"), [
    ({"to_hour": 6}, "visits[0].to_hour"), ({"mark_id": 99}, "mark_id"),
    ({"fish": "kraken"}, "fish"), ({"date": "2099-01-01"}, "date"),
    ({"from_hour": 25}, "visits[0].from_hour"), ({"mark_id": 8}, "typed_speed_m_s")])
def test_a_visit_that_cannot_be_is_told(
    client: FlaskClient, change: dict[str, Any], field: str
) -> None:
    refused = pack(client, {**QUAY, **change})
    assert refused["field"] == field
    assert client.post("/api/pack", json={"visits": []}).get_json()["field"] == "visits"


def test_what_takes_too_long_is_told(
    client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("ilha.core.trip.program.SECONDS_MOST", 0.0)
    assert pack(client, QUAY, MOUTH)["field"] == "visits"


def test_an_hour_is_the_clocks_on_a_day_when_it_is_changed(client: FlaskClient) -> None:
    """The clock goes back at 01:00 on 25 October 2026 in the Azores: 06:00 is seven hours on."""
    mark = client.get("/api/marks").get_json()["marks"][0]
    client.put("/api/marks/1", json={k: v for k, v in mark.items() if k != "id"} | {
        "tide_port_id": None, "neap_rate_m_s": None, "spring_rate_m_s": None,
        "slack_lag_min": None, "stream_id": constant_stream(client)})
    made = pack(client, {**QUAY, "date": "2026-10-25", "from_hour": 6, "to_hour": 8})
    # That day's steps are ten minutes and a bit: the nearest one.
    assert made["stretches"][0]["from_clock"] == "05:56"
    assert abs(made["losses"][0]["hours"] - 2.0) < 0.2


def constant_stream(client: FlaskClient) -> int:
    made = client.post("/api/streams", json={
        "name": "steady", "form": "constants", "latitude_deg": 36.4,
        "text": "constituent,speed_m_s,phase_deg\nZ0,0.3,0\nM2,0.1,0\n"})
    return int(made.get_json()["id"])


def lose(client: FlaskClient, n: int, at: float, head_id: int | None = 9) -> None:
    client.post("/api/log", json={"events": [
        {"id": f"lose-{at:.0f}-{k}", "kind": "lost", "at_utc_s": at + 60.0 * k, "mark_id": 1,
         "mark_name": "Cais Velho", "head_id": head_id, "head_name": "1/4 oz ball",
         "plastic_id": 1, "plastic_name": "127 mm straight tail"} for k in range(n)]})


def test_losses_cost_what_head_and_plastic_cost(client: FlaskClient) -> None:
    box = client.get("/api/box").get_json()
    head = next(h for h in box["heads"] if h["id"] == 9)
    soft = next(p for p in box["plastics"] if p["id"] == 1)
    lose(client, 2, NOW_S - 86400.0)
    lose(client, 1, NOW_S - 40 * 86400.0, None)
    told = client.get("/api/restock").get_json()
    both = head["price"] + soft["price"]
    assert [trip["cost"] for trip in told["trips"]] == pytest.approx([2 * both, soft["price"]])
    assert [trip["unpriced"] for trip in told["trips"]] == [0, 1]
    assert {(one["kind"], one["id"]): one["lost"] for one in told["lost"]} == {
        ("heads", 9): 2, ("plastics", 1): 3}
    assert told["cost"] == pytest.approx(2 * head["price"] + 3 * soft["price"])
    assert told["total_lost"] == 3
    client.put("/api/box/plastics/1/counted", json={"counted_utc_s": None})
    assert [one["kind"] for one in client.get("/api/restock").get_json()["lost"]] == ["heads"]


LID = "plastic_id=1&line_id=3&rod_id=2&stance=kayak&cast_m=25"


def test_the_best_purchase_closes_what_it_says(client: FlaskClient) -> None:
    told = client.get(f"/api/lid/buy?{LID}&depth_to_m=12&days=5").get_json()
    before = client.get(f"/api/lid?{LID}&depth_to_m=12").get_json()
    assert told["empty_share"] == before["empty_share"] > 0.0
    assert 0.0 < told["empty_hours"] < told["hours"]
    assert len(told["places"]) == 6
    assert any("drifting" in words for words in told["left_out"])
    hours = [one["closes_hours"] for one in told["buys"]]
    assert hours == sorted(hours, reverse=True)
    # The first line that is not in the box, put into it, closes that share of the chart.
    line = next(one for one in told["buys"] if one["kind"] == "line" and one["have"])
    line_id = next(row["id"] for row in client.get("/api/box").get_json()["lines"]
                   if row["diameter_mm"] == line["diameter_mm"])
    after = client.get(f"/api/lid?{LID.replace('line_id=3', f'line_id={line_id}')}"
                       "&depth_to_m=12").get_json()
    closed = sum(a == 0 and b != 0 for was, now in zip(before["pick"], after["pick"], strict=True)
                 for a, b in zip(was, now, strict=True))
    empty = sum(a == 0 for row in before["pick"] for a in row)
    assert closed / empty == pytest.approx(line["closes_share"], abs=1e-3)


def test_a_head_that_is_bought_closes_its_share(client: FlaskClient) -> None:
    for head in client.get("/api/box").get_json()["heads"]:
        if head["mass_g"] > 8.0:
            client.delete(f"/api/heads/{head['id']}")
    # Without a rod nothing but weight is missing.
    query = LID.replace("&rod_id=2", "")
    told = client.get(f"/api/lid/buy?{query}&depth_to_m=12&days=3").get_json()
    best = next(one for one in told["buys"] if one["kind"] == "head")
    before = client.get(f"/api/lid?{query}&depth_to_m=12").get_json()
    client.post("/api/heads", json={
        "printed_oz": best["oz"], "shape": best["shape"], "material": best["material"],
        "hook_size": best["hook_size"], "keeper": "lead collar"})
    after = client.get(f"/api/lid?{query}&depth_to_m=12").get_json()
    fell = 1.0 - after["empty_share"] / before["empty_share"]
    assert fell == pytest.approx(best["closes_share"], abs=0.02)
    again = client.get(f"/api/lid/buy?{query}&depth_to_m=12&days=3").get_json()
    assert told["empty_hours"] - again["empty_hours"] == pytest.approx(
        best["closes_hours"], abs=0.5)


def test_the_demo_loses_more_on_rock(tmp_path: Path) -> None:
    path = tmp_path / "full.sqlite3"
    conn = db.connect(path)
    db.migrate(conn)
    marela.load(conn, NOW_S)
    conn.close()
    client = create_app(path, now_s=NOW_S).test_client()
    worked = client.get("/api/log/worked").get_json()
    lost = {row["name"]: row["per_hour"] for row in worked["lost_on"]}
    assert lost["rock"] > 2 * lost["sand"]
    assert client.get("/api/restock").get_json()["total_cost"] > 5.0


def test_a_mark_without_tide_is_packed_for_once_its_current_is_typed(client: FlaskClient) -> None:
    visit = {"mark_id": 8, "date": "2026-07-16", "from_hour": 6, "to_hour": 8,
             "fish": "red-porgy"}
    bare = client.post("/api/pack", json={"visits": [visit]})
    assert (bare.status_code, bare.get_json()["field"]) == (422, "typed_speed_m_s")
    slow, fast = (client.post("/api/pack", json={"visits": [{**visit, "typed_speed_m_s": u}]})
                  for u in (0.1, 0.6))
    assert slow.get_json()["heads"]
    assert slow.get_json()["heads"] != fast.get_json()["heads"]
