"""Leader, ground, shelter, doubt, an odd drop: typed, answered, kept."""

from __future__ import annotations

from typing import Any

import pytest
from flask.testing import FlaskClient

from tests.web.test_log import DAY, event, tell

GROUND = [[0.0, 6.0], [12.0, 5.0], [16.0, 3.0], [40.0, 2.6]]


def board(client: FlaskClient, more: str = "") -> dict[str, Any]:
    answer = client.get(DAY + more)
    assert answer.status_code == 200, answer.text
    found: dict[str, Any] = answer.get_json()
    return found


def head_of(day: dict[str, Any], head_id: int = 13) -> dict[str, Any]:
    return next(h for h in day["heads"] if h["id"] == head_id)


def change_mark(client: FlaskClient, **more: Any) -> Any:
    marks = client.get("/api/marks").get_json()["marks"]
    mark = {k: v for k, v in marks[0].items() if k != "id"}
    return client.put("/api/marks/1", json={**mark, **more})


def test_a_leader_hangs_on_the_line_and_asks_for_more(client: FlaskClient) -> None:
    bare, led = board(client), board(client, "&leader_line_m=2&leader_line_mm=0.5")
    assert (bare["leader_line_m"], led["leader_line_m"]) == (0.0, 2.0)
    for day_bare, day_led in zip(head_of(bare)["bears_m_s"], head_of(led)["bears_m_s"],
                                 strict=True):
        if day_bare is not None and day_led is not None:
            assert day_led < day_bare
    refused = client.get(DAY + "&leader_line_m=2&leader_line_mm=0.01")
    assert refused.status_code == 422


def test_a_mark_has_a_bottom_and_a_shelter(client: FlaskClient) -> None:
    level = board(client)
    assert (level["ground"], level["shelter"]) == ([], "even")
    kept = change_mark(client, ground=GROUND, shelter="slow-below")
    assert (kept.get_json()["ground"], kept.get_json()["shelter"]) == (GROUND, "slow-below")
    uneven = board(client)
    assert uneven["ground"][0] == {"away_m": 0.0, "deeper_m": pytest.approx(6.0 - 2.85)}
    assert uneven["shelter"] == "slow-below"
    # The depth is that where the cast lands, 25 m off.
    assert uneven["depth_m"][0] - level["depth_m"][0] == pytest.approx(2.85 - 2.6, abs=0.01)
    assert uneven["profile"][0]["speed_share"] < level["profile"][0]["speed_share"]
    assert head_of(uneven)["touches"]
    assert board(client, "&shelter=even")["shelter"] == "even"
    for wrong in ([[0.0, 6.0]], [[5.0, 1.0], [2.0, 2.0]], [[0.0], [2.0, 1.0]]):
        assert change_mark(client, ground=wrong).status_code == 422


def wade_of(client: FlaskClient) -> dict[str, Any]:
    answer = client.get("/api/day?mark_id=2&plastic_id=1&line_id=3&rod_id=2")
    assert answer.status_code == 200, answer.text
    found: dict[str, Any] = answer.get_json()["wade"]
    return found


def test_who_wades_is_warned_by_the_depth_at_the_feet(client: FlaskClient) -> None:
    """A bottom that is deeper or shallower where the cast lands changes neither the water about
    the legs nor the way back; a drop that told of shallower water does not either."""
    level = wade_of(client)
    assert level["here"]
    assert level["way_back"]
    mark = {k: v for k, v in client.get("/api/marks").get_json()["marks"][1].items() if k != "id"}
    feet = mark["charted_depth_m"]
    for far in (feet + 0.8, feet - 0.3):
        kept = client.put("/api/marks/2", json={**mark, "ground": [[0.0, feet], [20.0, far]]})
        assert kept.status_code == 200, kept.text
        assert wade_of(client) == level
    client.put("/api/marks/2", json=mark)
    tell(client, {**drop(9, 5.0, 8.0), "mark_id": 2, "depth_m": 1.0, "answer": "deeper"})
    assert wade_of(client) == level


def test_the_bottom_goes_out_and_in_with_the_marks(client: FlaskClient) -> None:
    change_mark(client, ground=GROUND, shelter="jet")
    text = client.get("/api/marks.gpx").get_data(as_text=True)
    client.delete("/api/marks/1")
    others = text.split("<wpt")
    only = others[0] + "<wpt" + others[1] + "</gpx>"
    answer = client.post("/api/marks/import", json={"text": only})
    assert answer.status_code == 200, answer.text
    mark = answer.get_json()["marks"][-1]
    assert (mark["ground"], mark["shelter"]) == (GROUND, "jet")


def test_a_count_has_its_range_and_right_its_share(client: FlaskClient) -> None:
    day = board(client)
    head = head_of(day)
    for low, count, high, most, share in zip(
            head["count_low_s"], head["count_s"], head["count_high_s"], head["doubted"],
            head["right_share"], strict=True):
        if count is not None:
            assert low < count < high
            assert day["inputs"][most] in ("current", "rig", "line", "diameter", "depth", "feed")
            assert 0.0 <= share <= 1.0


def drop(n: int, count_s: float, expected_s: float, **more: Any) -> dict[str, Any]:
    return event(n, "drop", count_s=count_s, expected_s=expected_s, depth_m=4.0, **more)


def test_an_odd_drop_is_asked_about_and_learned_from_only_once_it_is_answered(
    client: FlaskClient,
) -> None:
    before = board(client)
    tell(client, drop(1, 4.0, 11.0))
    learned = client.get("/api/log/learned").get_json()
    assert [one["drop"]["id"] for one in learned["asked"]] == ["device-000001"]
    assert learned["asked"][0]["told_s"] == pytest.approx(11.0)
    assert head_of(board(client))["count_s"] == head_of(before)["count_s"]
    tell(client, {**drop(1, 4.0, 11.0), "answer": "slower"})
    answered = board(client)
    assert client.get("/api/log/learned").get_json()["asked"] == []
    assert answered["taught"]["counts"][0]["used"] == 1
    assert head_of(answered)["count_s"][0] < head_of(before)["count_s"][0]


def test_a_drop_that_took_longer_may_tell_of_the_depth(client: FlaskClient) -> None:
    before = board(client)
    tell(client, {**drop(2, 15.0, 10.0), "answer": "deeper"})
    after = board(client)
    assert after["taught"]["depth"] == {"deeper_m": pytest.approx(2.0), "used": 1}
    assert after["depth_m"][0] - before["depth_m"][0] == pytest.approx(2.0, abs=0.01)
    assert after["taught"]["counts"] == before["taught"]["counts"]
    learned = client.get("/api/log/learned").get_json()
    assert [(d["name"], d["used"]) for d in learned["depths"]] == [("Cais Velho", 1)]
    back = client.put("/api/log/learned/depth", json={"mark_id": 1}).get_json()
    assert back["depths"] == []
    assert board(client)["depth_m"] == before["depth_m"]


def test_a_slip_of_the_thumb_counts_for_nothing(client: FlaskClient) -> None:
    tell(client, {**drop(3, 2.0, 10.0), "answer": "slip"})
    learned = client.get("/api/log/learned").get_json()
    assert (learned["asked"], learned["factors"], learned["depths"]) == ([], [], [])


def test_the_card_and_the_plan_say_how_sure_a_count_is(client: FlaskClient) -> None:
    tied = next(run["head_id"] for run in board(client)["plan"] if run["head_id"] is not None)
    for n in range(3):
        tell(client, {**drop(n, 11.0, 10.0), "head_id": tied})
    text = client.get(DAY.replace("/api/day", "/api/plan.txt")).get_data(as_text=True)
    assert "count" in text
    assert "from your 3 drops" in text
    assert "±" in client.get(DAY.replace("/api/day", "/api/plan.txt")
                             + "&feed_tension_n=0.02").get_data(as_text=True)


def test_a_rod_that_nobody_measured_is_assumed(client: FlaskClient) -> None:
    new = {"name": "borrowed", "lure_min_g": 10, "lure_max_g": 30, "length_m": 2.7}
    made = client.post("/api/rods", json=new)
    assert made.status_code in (200, 201), made.text
    rod = next(r for r in client.get("/api/box").get_json()["rods"] if r["name"] == "borrowed")
    assert rod["cast_distance_m"] is None
    assert rod["usual_distance_m"] == pytest.approx(55.0, rel=0.02)
    day = board(client, f"&rod_id={rod['id']}".replace("&rod_id=2", ""))
    assert day["heads"]
    half = client.post("/api/rods", json={**new, "name": "half", "cast_mass_g": 20})
    assert half.status_code == 422
    assert "cast_distance_m" in half.get_json()["field"]


def test_a_line_has_a_kind_and_its_usual_diameter(client: FlaskClient) -> None:
    made = client.post("/api/lines", json={"name": "mono", "kind": "nylon", "strength_kg": 6.8})
    assert made.status_code in (200, 201), made.text
    line = next(x for x in client.get("/api/box").get_json()["lines"] if x["name"] == "mono")
    assert (line["kind"], line["diameter_mm"]) == ("nylon", 0.32)
