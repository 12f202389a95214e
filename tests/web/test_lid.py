"""Heads weighed, added, changed, removed and put back; the lid chart and its paper."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import numpy as np
import pdfplumber
import pytest
from flask.testing import FlaskClient

NEW: dict[str, Any] = {"printed_oz": 0.25, "shape": "ball", "hook_size": "2/0", "carried": 3}
LID = "/api/lid?plastic_id=1&line_id=3&rod_id=2"


def test_a_head_is_weighed_and_as_printed_again(client: FlaskClient) -> None:
    weighed = client.put("/api/heads/9/mass", json={"mass_g": 5.9}).get_json()
    assert (weighed["mass_g"], weighed["weighed"], weighed["printed_oz"]) == (5.9, True, 0.25)
    day = client.get("/api/day?mark_id=1&plastic_id=1&line_id=3").get_json()
    light = next(h for h in day["heads"] if h["id"] == 9)
    back = client.put("/api/heads/9/mass", json={"mass_g": None}).get_json()
    assert (back["mass_g"], back["weighed"]) == (7.09, False)
    day = client.get("/api/day?mark_id=1&plastic_id=1&line_id=3").get_json()
    assert next(h for h in day["heads"] if h["id"] == 9)["package_g"] > light["package_g"]


def test_the_hook_on_the_scale_is_taken_off(client: FlaskClient) -> None:
    weighed = client.put("/api/heads/9/mass", json={"mass_g": 8.1, "with_hook": True}).get_json()
    assert weighed["mass_g"] == pytest.approx(8.1 - weighed["hook_mass_g"])
    light = client.put("/api/heads/9/mass", json={"mass_g": 0.5, "with_hook": True})
    assert light.get_json()["field"] == "mass_g"


def test_a_head_is_added_changed_removed_and_put_back(client: FlaskClient) -> None:
    made = client.post("/api/heads", json=NEW).get_json()
    assert made["mass_g"] == 7.09
    assert made["hook_gape_mm"] == 13.0
    changed = client.put(f"/api/heads/{made['id']}", json={**NEW, "mass_g": 6.5, "carried": 0})
    assert changed.get_json()["weighed"]
    gone = client.delete(f"/api/heads/{made['id']}").get_json()
    assert gone["mass_g"] == 6.5
    assert client.delete(f"/api/heads/{made['id']}").status_code == 404
    assert client.post(f"/api/box/heads/{made['id']}/back").status_code == 200


def test_a_measured_hook_stays_while_its_size_does(client: FlaskClient) -> None:
    made = client.post("/api/heads", json=NEW).get_json()
    client.put(f"/api/heads/{made['id']}/hook",
               json={"straight_mm": 33.0, "gape_mm": 14.0, "wire_mm": 1.2})
    same = client.put(f"/api/heads/{made['id']}", json={**NEW, "carried": 9}).get_json()
    assert (same["hook_gape_mm"], same["hook_measured"]) == (14.0, True)
    other = client.put(f"/api/heads/{made['id']}", json={**NEW, "hook_size": "3/0"}).get_json()
    assert (other["hook_gape_mm"], other["hook_measured"]) == (15.0, False)


def test_a_card_of_heads_has_its_wire_said(client: FlaskClient) -> None:
    """Heavy and light wire of one hook: stouter and heavier than the usual, kept when something
    else is typed anew, and out of the file and in again as it was."""
    usual, heavy, light = (client.post("/api/heads", json={**NEW, "hook_wire": wire}).get_json()
                           for wire in (None, "heavy", "light"))
    assert light["hook_wire_mm"] < usual["hook_wire_mm"] < heavy["hook_wire_mm"]
    assert light["hook_mass_g"] < usual["hook_mass_g"] < heavy["hook_mass_g"]
    assert [h["hook_wire"] for h in (light, usual, heavy)] == ["light", "medium", "heavy"]
    assert not heavy["hook_measured"]
    at = f"/api/heads/{heavy['id']}"
    assert client.put(at, json={**NEW, "carried": 3}).get_json()["hook_wire"] == "heavy"
    file = client.get("/api/box/heads.csv").get_data(as_text=True)
    back = client.post("/api/box/heads.csv", json={"text": file})
    assert back.status_code == 200, back.get_json()
    again = {h["id"]: h for h in client.get("/api/box").get_json()["heads"]}
    assert again[heavy["id"]]["hook_wire_mm"] == heavy["hook_wire_mm"]
    assert not again[heavy["id"]]["hook_measured"]
    assert client.put(at, json={**NEW, "hook_wire": "medium"}).get_json()["hook_wire_mm"] == usual[
        "hook_wire_mm"]
    # The form sends the mass that it was given: what was usual follows the hook.
    sent = {**NEW, "hook_wire": "light", "hook_mass_g": usual["hook_mass_g"]}
    assert client.put(at, json=sent).get_json()["hook_mass_g"] == light["hook_mass_g"]
    weighed = {**NEW, "hook_mass_g": 1.234}
    assert client.put(at, json=weighed).get_json()["hook_mass_g"] == 1.234
    stout = client.put(at, json={**NEW, "hook_wire": "thick"})
    assert (stout.status_code, stout.get_json()["field"]) == (422, "hook_wire")


@pytest.mark.parametrize(("change", "field"), [
    ({"printed_oz": None}, "printed_oz"), ({"shape": "cube"}, "shape"),
    ({"hook_size": "11/0"}, "hook_size"), ({"printed_oz": 0}, "printed_oz"),
    ({"carried": -1}, "carried"), ({"paint": "red"}, "paint")])
def test_a_bad_head_is_refused(change: dict[str, Any], field: str, client: FlaskClient) -> None:
    answer = client.post("/api/heads", json={**NEW, **change})
    assert (answer.status_code, answer.get_json()["field"]) == (422, field)


def test_a_head_without_print_must_be_weighed(client: FlaskClient) -> None:
    made = client.post("/api/heads", json={**NEW, "printed_oz": None, "mass_g": 8.0}).get_json()
    answer = client.put(f"/api/heads/{made['id']}/mass", json={"mass_g": None})
    assert answer.get_json()["field"] == "mass_g"
    assert client.put(f"/api/heads/{made['id']}/mass", json={"mass_g": 0}).status_code == 422


def test_the_lid_agrees_with_the_day(client: FlaskClient) -> None:
    chart = client.get(LID + "&mark_id=1").get_json()
    day = client.get("/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2").get_json()
    depths, currents = np.array(chart["depths_m"]), np.array(chart["currents_m_s"])
    picks, same = day["picks"]["lightest-practical"], 0
    mass = {h["id"]: h["mass_g"] for h in client.get("/api/box").get_json()["heads"]} | {0: 0.0}
    for step in range(0, 145, 4):
        d = int(np.argmin(np.abs(depths - day["depth_m"][step])))
        u = int(np.argmin(np.abs(currents - abs(day["stream_m_s"][step]))))
        # A cell is 0.13 m by 0.017 m/s: beside an edge it may be the next head's.
        near = {mass[chart["pick"][a][b]] for a in (d - 1, d, d + 1) for b in (u - 1, u, u + 1)
                if 0 <= a < 60 and 0 <= b < 60}
        same += mass[picks[step] or 0] in near
    assert same >= 36
    assert chart["path"]["name"] == "Cais Velho"
    assert chart["left_out"] == len(day["left_out"])
    assert 0.0 <= chart["path"]["empty_share"] <= 1.0


def test_an_empty_region_is_told_and_filled_by_a_purchase(client: FlaskClient) -> None:
    hard = LID + "&depth_to_m=20&current_to_m_s=1.5"
    before = client.get(hard).get_json()["empty_share"]
    assert before > 0.2
    client.post("/api/heads", json={**NEW, "printed_oz": 3.0, "hook_size": "3/0"})
    assert client.get(hard.replace("rod_id=2", "rod_id=3")).get_json()["empty_share"] < before


def test_the_lid_of_what_is_swum_knows_the_marks_own_swell(client: FlaskClient) -> None:
    """On the beach (mark 5) it is that of 0.8 m of swell, which typed flat changes."""
    asked = LID + "&retrieve=steady&depth_to_m=4&current_to_m_s=0.4&cast_m=40"
    own, typed, flat = (client.get(f"{asked}&mark_id=5{more}").get_json()
                        for more in ("", "&swell_m=0.8", "&swell_m=0"))
    for answer in (own, typed, flat):
        answer.pop("path", None)
    assert own == typed
    assert own != flat


def test_the_lid_on_paper_has_the_size_that_was_measured(client: FlaskClient) -> None:
    answer = client.get(LID.replace("/lid?", "/lid.pdf?") + "&width_mm=120&height_mm=75&mark_id=1")
    assert answer.mimetype == "application/pdf"
    with pdfplumber.open(BytesIO(answer.data)) as pdf:
        page = pdf.pages[0]
        frame = max(page.rects, key=lambda r: r["width"] * r["height"])
        assert frame["width"] * 25.4 / 72 == pytest.approx(120.0, abs=0.05)
        assert frame["height"] * 25.4 / 72 == pytest.approx(75.0, abs=0.05)
        bars = [line for line in page.lines if abs(line["width"] * 25.4 / 72 - 50.0) < 0.05]
        assert bars
        words = page.extract_text()
    assert "1/8" in words
    assert "127 mm straight tail" in words
    assert "Cais Velho" in words


@pytest.mark.parametrize(("change", "field"), [
    ("plastic_id=999", "plastic_id"), ("line_id=999", "line_id"), ("depth_to_m=0", "depth_to_m"),
    ("current_to_m_s=9", "current_to_m_s"), ("width_mm=9", "width_mm")])
def test_a_bad_lid_is_refused(change: str, field: str, client: FlaskClient) -> None:
    name = change.partition("=")[0]
    base = "&".join(part for part in ("plastic_id=1", "line_id=3") if not part.startswith(name))
    answer = client.get(f"/api/lid.pdf?{base}&{change}")
    assert answer.status_code in (404, 422)
    assert answer.get_json()["field"] == field


def test_swum_back_it_is_charted_too(client: FlaskClient) -> None:
    swum = client.get(LID + "&retrieve=steady&retrieve_speed_m_s=0.8&depth_to_m=4").get_json()
    slow = client.get(LID + "&retrieve=steady&retrieve_speed_m_s=0.4&depth_to_m=4").get_json()
    assert len(swum["pick"]) == len(swum["pick"][0]) == len(swum["depths_m"])
    assert swum["pick"] != slow["pick"]
    refused = client.get(LID.replace("/lid", "/lid/buy") + "&retrieve=steady").get_json()
    assert refused["field"] == "retrieve"
