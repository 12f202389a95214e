"""All kinds of tackle: typed, changed, taken out and put back whole; counted; CSV out and in."""

from __future__ import annotations

import csv
from io import StringIO
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient

from ilha.desk.kinds import KINDS
from tests.conftest import NOW_S

NEW: dict[str, dict[str, Any]] = {
    "heads": {"printed_oz": 0.25, "shape": "ball", "hook_size": "2/0", "carried": 3, "price": 0.8},
    "plastics": {"name": "90 mm paddle", "look": "paddle", "material": "plastisol", "colour": "red",
                 "length_mm": 90, "body_length_mm": 72, "width_mm": 12, "height_mm": 16,
                 "mass_g": None, "profile": None, "carried": 4, "condition": "worn"},
    "lines": {"name": "0.33 mm braid", "diameter_mm": 0.33, "strength_kg": 18.0},
    "rods": {"name": "travel rod", "lure_min_g": 4, "lure_max_g": 21, "effective_mass_g": 8,
             "cast_mass_g": 12, "cast_distance_m": 38, "cast_line_mm": 0.15, "cast_drag_cm2": 2.6},
    "reels": {"name": "1000", "line_per_turn_cm": 61.0},
    "leaders": {"name": "0.40 mm nylon", "material": "nylon", "diameter_mm": 0.4,
                "strength_kg": 9.0, "left_m": 12.5},
    "hooks": {"kind": "offset", "size": "4/0", "carried": 6},
    "weights": {"kind": "shot", "mass_g": 1.2, "carried": 20},
    "sundries": {"name": "=head lamp", "note": "spare cell"},
}
KEYS = list(KINDS)


def box(client: FlaskClient) -> dict[str, list[dict[str, Any]]]:
    found: dict[str, list[dict[str, Any]]] = client.get("/api/box").get_json()
    return found


@pytest.mark.parametrize("key", KEYS)
def test_each_kind_is_added_changed_taken_out_and_put_back(client: FlaskClient, key: str) -> None:
    before = box(client)[key]
    made = client.post(f"/api/{key}", json=NEW[key]).get_json()
    for name, value in NEW[key].items():
        assert value is None or made[name] == value
    field = next(f for f in ("carried", "strength_kg", "cast_distance_m", "line_per_turn_cm")
                 if f in made)
    changed = client.put(f"/api/{key}/{made['id']}", json={**NEW[key], field: 17}).get_json()
    assert changed[field] == 17
    gone = client.delete(f"/api/{key}/{made['id']}").get_json()
    assert gone == changed
    assert box(client)[key] == before
    back = client.post(f"/api/box/{key}/{made['id']}/back").get_json()
    assert back == {"kind": key, "id": made["id"]}
    assert next(row for row in box(client)[key] if row["id"] == made["id"]) == changed
    assert client.post(f"/api/box/{key}/{made['id']}/back").status_code == 404


def drop(n: int, head_id: int = 9, plastic_id: int = 1) -> dict[str, Any]:
    return {"id": f"drop-{n:06d}", "kind": "drop", "at_utc_s": NOW_S - 1000.0 + n, "mark_id": 1,
            "mark_name": "Cais Velho", "head_id": head_id, "head_name": "1/4 oz ball",
            "plastic_id": plastic_id, "plastic_name": "127 mm straight tail", "count_s": 12.0,
            "expected_s": 10.0}


def test_what_the_log_taught_comes_back_with_a_head(client: FlaskClient) -> None:
    client.post("/api/log", json={"events": [drop(n) for n in range(5)]})
    client.put("/api/log/learned", json={"kind": "sink", "key": "9:1", "action": "freeze"})
    before = client.get("/api/log/learned").get_json()
    client.put("/api/settings", json={**client.get("/api/settings").get_json(), "plastic_id": 1})
    client.delete("/api/heads/9")
    client.delete("/api/plastics/1")
    assert client.get("/api/log/learned").get_json()["factors"] == []
    assert client.get("/api/settings").get_json()["plastic_id"] is None
    client.post("/api/box/plastics/1/back")
    client.post("/api/box/heads/9/back")
    assert client.get("/api/log/learned").get_json() == before
    assert client.get("/api/settings").get_json()["plastic_id"] == 1


def test_a_head_whose_number_was_given_away_comes_back_under_another(client: FlaskClient) -> None:
    made = client.post("/api/heads", json=NEW["heads"]).get_json()["id"]
    client.post("/api/log", json={"events": [drop(n, made) for n in range(3)]})
    client.put("/api/log/learned", json={"kind": "sink", "key": f"{made}:1", "action": "freeze"})
    client.delete(f"/api/heads/{made}")
    other = client.post("/api/heads", json={**NEW["heads"], "printed_oz": 0.5}).get_json()["id"]
    assert other == made
    assert client.get("/api/log/learned").get_json()["factors"] == []
    back = client.post(f"/api/box/heads/{made}/back").get_json()["id"]
    assert back != made
    factor, = client.get("/api/log/learned").get_json()["factors"]
    assert (factor["key"], factor["used"]) == (f"{back}:1", 3)
    assert factor["frozen"] is not None


def test_a_mark_comes_back_with_its_log(client: FlaskClient) -> None:
    client.post("/api/log", json={"events": [
        {**drop(n), "kind": "swept", "surface_speed_m_s": 0.4, "bears_m_s": 0.5}
        for n in range(3)]})
    before = client.get("/api/log/learned").get_json()
    client.delete("/api/marks/1")
    assert client.get("/api/log/learned").get_json()["factors"] == []
    assert client.post("/api/box/marks/1/back").get_json() == {"kind": "marks", "id": 1}
    assert client.get("/api/log/learned").get_json() == before


def test_a_name_given_away_is_told(client: FlaskClient) -> None:
    client.delete("/api/reels/1")
    client.post("/api/reels", json={**NEW["reels"], "name": "2500 on the finesse rod"})
    back = client.post("/api/box/reels/1/back")
    assert (back.status_code, back.get_json()["field"]) == (422, "name")


@pytest.mark.parametrize(("path", "status"), [
    ("/api/box/boats/1/back", 422), ("/api/box/heads/999/back", 404)])
def test_what_was_never_there_is_told(client: FlaskClient, path: str, status: int) -> None:
    assert client.post(path).status_code == status


@pytest.mark.parametrize("key", ["heads", "plastics", "lines", "rods"])
def test_the_last_of_what_the_day_needs_stays(client: FlaskClient, key: str) -> None:
    rows = box(client)[key]
    for row in rows[:-1]:
        assert client.delete(f"/api/{key}/{row['id']}").status_code == 200
    assert client.delete(f"/api/{key}/{rows[-1]['id']}").get_json()["field"] == "id"
    assert len(box(client)[key]) == 1


def test_the_log_takes_off_what_was_lost_until_it_is_counted(client: FlaskClient) -> None:
    lost = [{**drop(n), "kind": "lost", "id": f"lost-{n:06d}"} for n in range(2)]
    client.post("/api/log", json={"events": lost})
    here = box(client)
    assert next(h for h in here["heads"] if h["id"] == 9)["lost"] == 2
    assert next(p for p in here["plastics"] if p["id"] == 1)["lost"] == 2
    was = next(h for h in here["heads"] if h["id"] == 9)["counted_utc_s"]
    now = client.put("/api/box/heads/9/counted", json={"counted_utc_s": None}).get_json()
    assert now == {"counted_utc_s": NOW_S}
    assert next(h for h in box(client)["heads"] if h["id"] == 9)["lost"] == 0
    client.put("/api/box/heads/9/counted", json={"counted_utc_s": was})
    assert next(h for h in box(client)["heads"] if h["id"] == 9)["lost"] == 2
    # A number typed anew is a count of its own; another field leaves the count as it is.
    typed = {"printed_oz": 0.25, "shape": "ball", "hook_size": "2/0", "carried": 8, "price": 0.9}
    client.put("/api/heads/9", json=typed)
    assert next(h for h in box(client)["heads"] if h["id"] == 9)["lost"] == 2
    client.put("/api/heads/9", json={**typed, "carried": 6})
    assert next(h for h in box(client)["heads"] if h["id"] == 9)["lost"] == 0
    refused = client.put("/api/box/reels/1/counted", json={"counted_utc_s": None})
    assert refused.get_json()["field"] == "kind"


def test_a_plastic_is_weighed_and_as_its_shape_has_it_again(client: FlaskClient) -> None:
    before = next(p for p in box(client)["plastics"] if p["id"] == 1)
    weighed = client.put("/api/plastics/1/mass", json={"mass_g": 12.5}).get_json()
    assert (weighed["mass_g"], weighed["weighed"]) == (12.5, True)
    assert weighed["shape_g"] == before["shape_g"] == pytest.approx(10.5, rel=0.3)
    shape = client.put("/api/plastics/1/mass", json={"mass_g": None}).get_json()
    assert (shape["mass_g"], shape["weighed"]) == (shape["shape_g"], False)
    hook = client.put("/api/plastics/1/mass", json={"mass_g": 9.0, "with_hook": True}).get_json()
    assert hook["field"] == "with_hook"


@pytest.mark.parametrize("key", KEYS)
def test_csv_out_and_in_changes_nothing(client: FlaskClient, key: str) -> None:
    client.post(f"/api/{key}", json=NEW[key])
    before = box(client)[key]
    text = client.get(f"/api/box/{key}.csv").text
    came = client.post(f"/api/box/{key}.csv", json={"text": text}).get_json()
    assert came == {"added": 0, "changed": 0, "same": len(before)}
    assert box(client)[key] == before


@pytest.mark.parametrize("key", KEYS)
def test_csv_brings_a_box_to_another_machine(client: FlaskClient, app: Flask, key: str) -> None:
    client.post(f"/api/{key}", json=NEW[key])
    before = box(client)[key]
    text = client.get(f"/api/box/{key}.csv").text
    for row in before[KINDS[key].least:]:
        client.delete(f"/api/{key}/{row['id']}")
    came = client.post(f"/api/box/{key}.csv", json={"text": text}).get_json()
    assert came["added"] == len(before) - KINDS[key].least

    def bare(rows: list[dict[str, Any]]) -> list[dict[str, Any]]:
        return sorted(({k: v for k, v in row.items() if k not in ("id", "counted_utc_s")}
                       for row in rows), key=str)

    assert bare(box(client)[key]) == bare(before)


def test_csv_changes_adds_and_swaps_names_or_only_tries(client: FlaskClient) -> None:
    rows = list(csv.reader(StringIO(client.get("/api/box/reels.csv").text)))
    rows[1][1], rows[2][1] = rows[2][1], rows[1][1]
    rows.append(["", "spare", "80", ""])
    out = StringIO()
    csv.writer(out).writerows(rows)
    before = box(client)["reels"]
    tried = client.post("/api/box/reels.csv", json={"text": out.getvalue(), "try": True})
    assert tried.get_json() == {"added": 1, "changed": 2, "same": 1}
    assert box(client)["reels"] == before
    client.post("/api/box/reels.csv", json={"text": out.getvalue()})
    after = {row["id"]: row["name"] for row in box(client)["reels"]}
    assert after[int(rows[1][0])] == rows[1][1]
    assert "spare" in after.values()


HEADER = "id,name,line_per_turn_cm,drag_max_kg\n"


@pytest.mark.parametrize(("text", "words"), [
    ("name,id\n", "`header` must be id,name,line_per_turn_cm"),
    (HEADER, "must hold reels"),
    (HEADER + ",good,70,\n,bad,seventy,\n", "`line_per_turn_cm` on line 3"),
    (HEADER + ",good,70,\n,bad,700,\n", "`line_per_turn_cm` on line 3 must be less than or equal"),
    (HEADER + ",good,70,\n,,70,\n", "`name` on line 3 is needed"),
    (HEADER + ",one,70,\n,one,71,\n", "`name` on line 3 must be new"),
    (HEADER + ",2500 on the finesse rod,70,\n", "`name` on line 2 must be new"),
    (HEADER + "1,a,70,\n1,b,71,\n", "`id` on line 3 must stand once"),
    (HEADER + "first,a,70,\n", "`id` on line 2 must be a whole number"),
    (HEADER + ",a,70\n", "must have 4 values"),
    (HEADER + ",a,7,\n,b,8,\n", "2 faults"),
])
def test_a_bad_row_is_told_by_line_and_nothing_is_taken(
    client: FlaskClient, text: str, words: str
) -> None:
    before = box(client)
    refused = client.post("/api/box/reels.csv", json={"text": text})
    assert refused.status_code == 422
    assert words in refused.get_json()["message"]
    assert box(client) == before


def test_rules_of_several_fields_hold_for_csv_too(client: FlaskClient) -> None:
    names = KINDS["heads"].new.model_fields
    for fields, field in (({"shape": "ball", "hook_size": "2/0"}, "printed_oz"),
                          ({"printed_oz": "0.25", "shape": "ball", "hook_size": "2/0",
                            "hook_wire_mm": "1.1"}, "hook_gape_mm")):
        text = ",".join(["id", *names]) + "\n" + ",".join(
            ["", *(fields.get(name, "") for name in names)]) + "\n"
        refused = client.post("/api/box/heads.csv", json={"text": text}).get_json()
        assert f"`{field}` on line 2" in refused["message"]
    rod = client.post("/api/rods", json={**NEW["rods"], "lure_max_g": 3}).get_json()
    assert rod["field"] == "lure_max_g"


def test_a_word_with_a_nul_is_told(client: FlaskClient) -> None:
    """Of which SQLite would keep what stands before it."""
    for name in ("\0", "0.33\0 mm braid"):
        refused = client.post("/api/lines", json={**NEW["lines"], "name": name})
        assert (refused.status_code, refused.get_json()["field"]) == (422, "name")
    text = client.get("/api/box/lines.csv").text.replace("0.11 mm braid", "0.11\0 mm")
    refused = client.post("/api/box/lines.csv", json={"text": text})
    assert (refused.status_code, refused.get_json()["field"]) == (422, "text")


def test_an_unknown_kind_has_no_csv(client: FlaskClient) -> None:
    assert client.get("/api/box/boats.csv").get_json()["field"] == "kind"
