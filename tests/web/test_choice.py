"""The choice, its doctor and its fan over the demo box; the rules and the fish."""

from __future__ import annotations

from typing import Any

import pytest
from flask.testing import FlaskClient

from ilha.core.tables import SHAPES

ASK = "/api/choice?mark_id=1&step=72&fish=european-seabass"
FISH: dict[str, Any] = {
    "name": "Marela bream", "scientific": "", "feeds": "bottom", "mouth": "small",
    "hardness": "bony", "teeth": "crushing", "takes": "inhale", "strength": "light",
    "runs": "structure", "holds": "rock", "comfort_low_c": 12, "comfort_high_c": 24,
    "usual_kg": 0.6, "forage_low_mm": 20, "forage_high_mm": 45, "eats": ["crab"],
    "minds": ["spines"],
}


def get(client: FlaskClient, path: str) -> Any:
    answer = client.get(path)
    assert answer.status_code == 200, answer.text
    return answer.get_json()


def test_outfits_of_the_box_with_their_account(client: FlaskClient) -> None:
    found = get(client, ASK)
    box = get(client, "/api/box")
    assert len(found["outfits"]) == 3
    for outfit in found["outfits"]:
        for kind in ("plastic", "head", "line", "rod"):
            assert outfit[f"{kind}_id"] in {row["id"] for row in box[f"{kind}s"]}
        of_rig = [r["gave"] for r in outfit["reasons"] if not r["tackle"]]
        assert sum(of_rig) == pytest.approx(outfit["score"], abs=0.2)
        assert outfit["line_height_m"][-1] == pytest.approx(found["asked"]["depth_m"], abs=0.01)
        assert len(outfit["schools"]) == 5
        assert outfit["way"]["away_m"][-1] == 0.0
    assert found["asked"]["fish_name"] == "European seabass"
    assert found["asked"]["light_from"] == "sun"
    assert found["asked"]["light"] == "bright"
    assert "match-what-they-eat" in found["fired"]
    assert found["tried"] > 1000


def test_it_agrees_with_the_day(client: FlaskClient) -> None:
    """The proposed head on the board of the day: the verdict and the count that the choice says."""
    found = get(client, ASK)
    o, asked = found["outfits"][0], found["asked"]
    day = get(client, f"/api/day?mark_id=1&plastic_id={o['plastic_id']}&line_id={o['line_id']}"
                      f"&rod_id={o['rod_id']}&fish=european-seabass&retrieve={o['way']['key']}"
                      f"&head_id={o['head_id']}")
    wet = [i for i, w in enumerate(day["wet"]) if w]
    head = next(h for h in day["heads"] if h["id"] == o["head_id"])
    at = wet.index(72) if len(head["count_s"]) == len(wet) else 72
    assert head["count_s"][at] == pytest.approx(o["count_s"], abs=0.1)
    assert day["depth_m"][72] == pytest.approx(asked["depth_m"], abs=0.01)
    assert day["verdicts"][head["verdict"][at]] == o["verdict"]


def test_the_hour_the_light_and_the_mark_enter(client: FlaskClient) -> None:
    night = get(client, ASK.replace("step=72", "step=6"))["asked"]
    assert night["light"] == "night"
    assert get(client, ASK + "&light=low")["asked"]["light_from"] == "chosen"
    flat = get(client, "/api/choice?mark_id=2&step=100&fish=red-drum&typed_depth_m=0.9"
                       "&typed_depth_step=100")
    assert flat["asked"]["cover"] == "low-weed"
    assert len(flat["pair"]) == 2
    covered, bare = (flat["outfits"][i] for i in flat["pair"])
    assert covered["covered"]
    assert not bare["covered"]


def test_a_dry_mark_and_an_unknown_fish_are_told(client: FlaskClient) -> None:
    dry = client.get("/api/choice?mark_id=2&step=100&fish=red-drum&typed_depth_m=0.02"
                     "&typed_depth_step=100")
    assert (dry.status_code, dry.get_json()["field"]) == (422, "step")
    gone = client.get("/api/choice?mark_id=1&fish=dragon")
    assert (gone.status_code, gone.get_json()["field"]) == (422, "fish")


def test_a_drifting_boat(client: FlaskClient) -> None:
    reef = get(client, "/api/choice?mark_id=7&step=72&fish=red-porgy&wind_m_s=6")
    assert reef["asked"]["stance"] == "drifting"
    calm = get(client, "/api/choice?mark_id=7&step=72&fish=red-porgy&wind_m_s=0")
    box = {h["id"]: h["mass_g"] for h in get(client, "/api/box")["heads"]}
    assert (box[reef["outfits"][0]["head_id"]] > box[calm["outfits"][0]["head_id"]])


def test_what_moves_it(client: FlaskClient) -> None:
    moves = get(client, ASK.replace("/choice", "/choice/moves"))["moves"]
    assert {"clarity", "light", "cover", "surface_speed"} <= {m["fact"] for m in moves}
    assert any(m["parts"] for m in moves)
    for move in moves:
        assert (move["plastic_id"] is None) == (move["head_id"] is None)


def test_loose_pieces_are_proposed_and_tied_up(client: FlaskClient) -> None:
    """With one head left, far too heavy, a bullet and an offset hook of the box do it; put in the
    box they are an outfit like any other, and are not proposed to be tied again."""
    weedless = {key for key, shape in SHAPES.items() if shape.weedless}
    *others, _ = sorted(get(client, "/api/box")["heads"], key=lambda head: head["mass_g"])
    for head in others:
        assert client.delete(f"/api/heads/{head['id']}").status_code == 200
    for size, grams in (("1/0", 3.5), ("2/0", 5.0)):
        assert client.post("/api/hooks", json={"kind": "offset", "size": size}).status_code == 201
        assert client.post("/api/weights", json={
            "kind": "bullet", "mass_g": grams, "material": "lead"}).status_code == 201
    loose = get(client, ASK.replace("/choice", "/choice/loose"))["outfits"]
    assert [t["place"] for t in loose] == list(range(1, len(loose) + 1))
    first = loose[0]
    assert first["head"]["shape"] in weedless
    assert first["verdict"] in ("right", "marginal")
    made = client.post("/api/heads", json=first["head"])
    assert made.status_code == 201, made.text
    assert made.get_json()["hook_measured"]
    found = get(client, ASK)["outfits"][0]
    assert (found["head_id"], found["plastic_id"], found["rigging"]) == (
        made.get_json()["id"], first["plastic_id"], first["rigging"])
    assert found["count_s"] == pytest.approx(first["count_s"], rel=0.02)
    again = get(client, ASK.replace("/choice", "/choice/loose"))["outfits"]
    assert (first["hook_id"], first["weight_id"]) not in {
        (t["hook_id"], t["weight_id"]) for t in again}


def test_without_offset_hooks_nothing_is_tied(client: FlaskClient) -> None:
    for hook in get(client, "/api/box")["hooks"]:
        assert client.delete(f"/api/hooks/{hook['id']}").status_code == 200
    assert get(client, ASK.replace("/choice", "/choice/loose")) == {"outfits": []}


def test_the_doctor_and_the_fan(client: FlaskClient) -> None:
    lifted = ASK.replace("/choice", "/choice/doctor") + "&retrieve=lift-drop"
    doctor = get(client, lifted + "&trouble=swept")
    assert doctor["questions"][0]["answers"]
    heavier = next(c for c in doctor["changes"] if c["key"] == "heavier")
    assert heavier["unit"] == "head"
    assert heavier["value"] > 0
    answered = get(client, ASK.replace("/choice", "/choice/doctor")
                   + "&trouble=swept&answers=stay:stay")
    assert "wait" not in [c["key"] for c in answered["changes"]]
    bad = client.get(ASK.replace("/choice", "/choice/doctor") + "&trouble=bored")
    assert bad.get_json()["field"] == "symptom"
    fans = get(client, ASK.replace("/choice", "/choice/fan") + "&sector_deg=120")
    kinds = {p["kind"]: p for p in fans["plans"]}
    assert kinds["search"]["casts"] == len(kinds["search"]["angles_deg"])
    assert kinds["search"]["seconds"] < kinds["creep"]["seconds"]
    along = get(client, ASK.replace("/choice", "/choice/fan") + "&stretch_m=60")
    assert along["plans"][0]["steps_m"]
    both = client.get(ASK.replace("/choice", "/choice/fan") + "&stretch_m=60&sector_deg=90")
    assert both.get_json()["field"] == "sector_deg"


def test_a_rule_is_switched_off_weighed_and_put_back(client: FlaskClient) -> None:
    night = ASK.replace("step=72", "step=6")
    assert "dark-in-the-dark" in get(client, night)["fired"]
    off = client.put("/api/rules/dark-in-the-dark", json={"on": False})
    assert off.status_code == 200
    shown = {r["key"]: r for r in off.get_json()["rules"]}["dark-in-the-dark"]
    assert not shown["on"]
    assert "dark-in-the-dark" not in get(client, night)["fired"]
    weighed = client.put("/api/rules/dark-in-the-dark", json={"on": True, "weight": 3.5})
    row = {r["key"]: r for r in weighed.get_json()["rules"]}["dark-in-the-dark"]
    assert (row["weight"], row["ships"]) == (3.5, 1.0)
    back = client.put("/api/rules/dark-in-the-dark", json={"on": True})
    assert {r["key"]: r for r in back.get_json()["rules"]}["dark-in-the-dark"]["weight"] == 1.0
    assert client.put("/api/rules/nothing", json={"on": False}).get_json()["field"] == "key"
    assert client.put("/api/rules/sits-well", json={"on": True, "weight": 0}).status_code == 422


def test_a_rule_of_ones_own(client: FlaskClient) -> None:
    mine = {"says": "Sticks here.", "weight": 9.0, "when": {"place": ["harbour"]},
            "wants": {"look": ["stick"]}}
    made = client.post("/api/rules", json=mine)
    assert made.status_code == 201, made.text
    own = [r for r in made.get_json()["rules"] if r["part"] == "own"]
    assert [c["words"] for c in own[0]["when"]] == ["harbour"]
    sticks = {p["id"] for p in get(client, "/api/box")["plastics"] if p["look"] == "stick"}
    assert get(client, ASK)["outfits"][0]["plastic_id"] in sticks
    row_id = own[0]["key"].partition(":")[2]
    changed = client.put(f"/api/rules/own/{row_id}", json={**mine, "wants": {"look": ["jerk"]}})
    assert changed.status_code == 200
    jerks = {p["id"] for p in get(client, "/api/box")["plastics"] if p["look"] == "jerk"}
    assert get(client, ASK)["outfits"][0]["plastic_id"] in jerks
    gone = client.delete(f"/api/rules/own/{row_id}")
    assert not [r for r in gone.get_json()["rules"] if r["part"] == "own"]
    assert client.delete(f"/api/rules/own/{row_id}").status_code == 404
    bad = client.post("/api/rules", json={**mine, "wants": {"look": ["trout"]}})
    assert bad.get_json()["field"] == "rules[new].wants.look"


def test_the_fish_are_read_changed_added_and_put_back(client: FlaskClient) -> None:
    book = get(client, "/api/fish")
    assert len(book["fish"]) >= 40
    assert "memory" in book["from_memory"]
    made = client.post("/api/fish", json=FISH)
    assert made.status_code == 201, made.text
    assert made.get_json()["key"] == "marela-bream"
    found = get(client, ASK.replace("european-seabass", "marela-bream"))
    assert any("Marela bream" in r["says"] for r in found["outfits"][0]["reasons"])
    assert client.post("/api/fish", json=FISH).get_json()["field"] == "name"
    bass = next(f for f in book["fish"] if f["key"] == "european-seabass")
    facts = {k: bass[k] for k in FISH}
    client.put("/api/fish/european-seabass", json={**facts, "feeds": "top"})
    assert get(client, ASK)["asked"]["feeding"] == "top"
    taken = client.put("/api/fish/european-seabass", json={**facts, "name": "red porgy"})
    assert taken.get_json()["field"] == "name"
    back = client.delete("/api/fish/european-seabass").get_json()
    assert back["changed"]
    assert get(client, ASK)["asked"]["feeding"] == "low"
    assert client.delete("/api/fish/european-seabass").status_code == 422
    assert client.delete("/api/fish/marela-bream").status_code == 200
    assert client.put("/api/fish/marela-bream", json=FISH).status_code == 422


@pytest.mark.parametrize(("change", "field"), [
    ({"name": ""}, "name"), ({"feeds": "sky"}, "feeds"), ({"eats": []}, "eats"),
    ({"eats": ["bread"]}, "fish[marela-bream].eats"), ({"minds": ["love"]},
                                                       "fish[marela-bream].minds"),
    ({"comfort_high_c": 5}, "fish[marela-bream].comfort_c"),
    ({"forage_low_mm": 1}, "forage_low_mm")])
def test_a_bad_fish_is_refused(change: dict[str, Any], field: str, client: FlaskClient) -> None:
    answer = client.post("/api/fish", json={**FISH, **change})
    assert answer.status_code == 422
    assert answer.get_json()["field"] == field


def test_the_day_follows_the_fish_and_its_mood(client: FlaskClient) -> None:
    ask = "/api/day?mark_id=1&plastic_id=1&line_id=3"
    plain = get(client, ask)
    assert (set(plain["zone_from_m"]), set(plain["zone_to_m"])) == ({0.0}, {1.0})
    bottom = get(client, ask + "&fish=gilthead-seabream")
    assert set(bottom["zone_to_m"]) == {0.5}
    mid = get(client, ask + "&fish=bluefish")
    assert min(mid["zone_from_m"]) > 0.5
    assert mid["heads"][0]["zone_s"] != plain["heads"][0]["zone_s"]
    keen = get(client, ask + "&fish=gilthead-seabream&mood=keen")
    assert min(keen["zone_to_m"]) > 2.0
    typed = get(client, ask + "&fish=bluefish&zone_from_m=0&zone_to_m=0.8")
    assert (set(typed["zone_from_m"]), set(typed["zone_to_m"])) == ({0.0}, {0.8})


@pytest.mark.parametrize("view", ["doctor?trouble=snags&", "fan?sector_deg=120&"])
@pytest.mark.parametrize("part", ["plastic_id", "head_id", "line_id", "rod_id"])
def test_a_part_that_is_not_there_is_refused(client: FlaskClient, view: str, part: str) -> None:
    named = {"plastic_id": 1, "head_id": 3} | {part: 999}
    ids = "&".join(f"{key}={value}" for key, value in named.items())
    answer = client.get(f"/api/choice/{view}mark_id=1&step=72&fish=european-seabass&{ids}")
    assert (answer.status_code, answer.get_json()["field"]) == (404, part)


def test_the_doctor_answers_for_the_outfit_that_is_asked_about(client: FlaskClient) -> None:
    """Numbers are of its own head, proposed or not."""
    ask = (ASK.replace("/choice", "/choice/doctor")
           + "&trouble=swept&retrieve=lift-drop&plastic_id=1")
    light, heavy = (get(client, f"{ask}&head_id={head}") for head in (3, 13))
    value = {name: {c["key"]: c["value"] for c in body["changes"]}
             for name, body in (("light", light), ("heavy", heavy))}
    assert value["light"]["lead"] > value["heavy"]["lead"]


def test_wire_is_for_fish_that_cut_and_no_leader_is_below_its_line(client: FlaskClient) -> None:
    for fish in ("southern-flounder", "spotted-seatrout", "red-drum", "european-seabass"):
        ask = f"/api/choice?mark_id=1&step=72&fish={fish}&leader=structure"
        for o in get(client, ask)["outfits"]:
            assert o["tip"] != "wire", fish
            assert o["leader_kg"] >= o["line_kg"], fish
    teeth = get(client, "/api/choice?mark_id=1&step=72&fish=bluefish")["outfits"]
    assert {o["tip"] for o in teeth} <= {"wire", "bite piece"}


def test_the_bottom_is_kept_where_practice_keeps_it_and_that_is_said(client: FlaskClient) -> None:
    """Flounder in a running harbour: said, and as heavy as the depth table has it; not for bass,
    not in slack, and not where the rule was switched off."""
    water = "&typed_depth_m=3.0&typed_depth_step=72&typed_speed_m_s={}&typed_speed_step=72"
    ask = "/api/choice?mark_id=1&step=72&fish={}&cover=none" + water
    flounder = get(client, ask.format("southern-flounder", 0.4))
    assert flounder["asked"]["keeps_bottom"]
    box = {h["id"]: h for h in get(client, "/api/box")["heads"]}
    assert box[flounder["outfits"][0]["head_id"]]["mass_g"] >= 6.5
    assert flounder["outfits"][0]["leader_says"].startswith("Flatfish")
    assert not get(client, ask.format("european-seabass", 0.4))["asked"]["keeps_bottom"]
    assert not get(client, ask.format("southern-flounder", 0.1))["asked"]["keeps_bottom"]
    assert client.put("/api/rules/keeps-the-bottom", json={"on": False}).status_code == 200
    assert not get(client, ask.format("southern-flounder", 0.4))["asked"]["keeps_bottom"]


def test_searching_or_found_is_asked(client: FlaskClient) -> None:
    found = get(client, ASK + "&finding=found")
    assert found["asked"]["finding"] == "found"
    plans = get(client, "/api/choice/fan?mark_id=1&step=72&fish=european-seabass&sector_deg=90"
                        "&finding=found")["plans"]
    assert [p["kind"] for p in plans] == ["creep", "search"]
    assert client.get(ASK + "&finding=lost").status_code == 422


def test_a_plastic_keeps_its_slit(client: FlaskClient) -> None:
    new = {"name": "slit", "look": "paddle", "material": "elastomer", "length_mm": 102,
           "height_mm": 19, "slit": "belly"}
    made = client.post("/api/plastics", json=new).get_json()
    # How deep was not told: half its height.
    assert (made["slit"], made["slit_mm"]) == ("belly", 9.5)
    deep = client.post("/api/plastics", json={**new, "name": "deep", "slit_mm": 19})
    assert (deep.status_code, deep.get_json()["field"]) == (422, "slit_mm")
    fit = get(client, f"/api/fit?plastic_id={made['id']}&head_id=1")
    assert "oil soaks in" in fit["scent"]
