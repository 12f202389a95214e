"""``ilha choose``: the open file in and out, and every refusal one line that names its field."""

from __future__ import annotations

import json
from importlib.resources import files
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from ilha.cli import main
from ilha.core.choose.features import SEARCHED
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.choose.rules import RULES

QUESTION: dict[str, Any] = {
    "format": "ilha-question-1", "place": "reef", "depth_m": 17.0, "surface_speed_m_s": 0.2,
    "wind_m_s": 3.0, "stance": "drifting", "bottom": "rock", "cover": "none",
    "water_temperature_c": 19.0, "temperature_trend": "steady", "clarity": "clear", "light": "low",
    "fish": "red porgy", "feeding": "bottom", "pests": False, "symptom": None,
    "school": "lightest-practical", "line_diameter_mm": 0.24,
}
BOX: dict[str, Any] = {
    "plastics": [{"id": "p", "look": "paddle", "length_mm": 102, "body_length_mm": 80,
                  "width_mm": 14, "height_mm": 19, "mass_g": 10, "colour": "pearl"}],
    "heads": [{"id": "a", "oz": 0.25, "hook_size": "3/0", "shape": "keeled-arrow"},
              {"id": "b", "mass_g": 10.6, "hook_size": "3/0"}],
    "lines": [{"id": "l", "diameter_mm": 0.19, "strength_kg": 6.8}],
    "rods": [{"id": "r", "lure_min_g": 5, "lure_max_g": 40}],
}


def asked(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], question: Any
) -> tuple[int, str, str]:
    path = tmp_path / "question.json"
    path.write_text(question if isinstance(question, str) else json.dumps(question), "utf-8")
    code = main(["choose", str(path)])
    said = capsys.readouterr()
    return code, said.out, said.err


def schema(name: str) -> dict[str, Any]:
    return json.loads(files("ilha.formats").joinpath("schemas", name).read_text("utf-8"))


def test_the_example_is_answered_as_the_format_says(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    jsonschema.validate(QUESTION, schema("ilha-question-1.schema.json"))
    code, out, err = asked(tmp_path, capsys, QUESTION)
    assert (code, err) == (0, "")
    found = json.loads(out)
    jsonschema.validate(found, schema("ilha-choice-1.schema.json"))
    keys = {rule.key for rule in RULES}
    assert 2 <= len(found["outfits"]) <= 3
    for outfit in found["outfits"]:
        assert outfit["rigging"] in SEARCHED
        assert outfit["retrieve"] in RETRIEVES
        assert outfit["line"]["diameter_mm"] == 0.24
        assert {r["rule"] for r in outfit["reasons"]} <= keys
        assert sum(r["gave"] for r in outfit["reasons"]) == pytest.approx(outfit["score"], abs=0.05)
    assert any("red porgy" in r["says"] for r in found["outfits"][0]["reasons"])
    assert found["cautions"][0].startswith("Local rules")
    assert any("Spines" in words for words in found["cautions"])


def test_the_least_that_is_needed(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    least = {name: QUESTION[name] for name in ("format", "place", "depth_m", "surface_speed_m_s",
                                               "fish")}
    code, out, _ = asked(tmp_path, capsys, least)
    assert code == 0
    assert json.loads(out)["outfits"]


def test_a_box_in_the_file(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    question = {**QUESTION, "line_diameter_mm": None, "place": "harbour", "depth_m": 4.0,
                "stance": "dock", "fish": "European seabass", "feeding": "low", "box": BOX}
    code, out, err = asked(tmp_path, capsys, question)
    assert code == 0, err
    outfits = json.loads(out)["outfits"]
    assert [o["plastic"]["family"] for o in outfits] == ["paddle"]
    assert outfits[0]["plastic"]["colour"] == "white"
    assert outfits[0]["head"]["mass_g"] in (7.09, 10.6)
    assert outfits[0]["line"]["diameter_mm"] == 0.19


def test_a_pair_is_among_the_outfits(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    question = {**QUESTION, "place": "flat", "depth_m": 1.0, "cover": "tall-weed", "stance":
                "wading", "fish": "red drum", "line_diameter_mm": None, "bottom": "grass"}
    _, out, _ = asked(tmp_path, capsys, question)
    riggings = [o["rigging"] for o in json.loads(out)["outfits"]]
    covered = {"weedless", "weedless-swinging", "hidden-point", "buried"}
    assert any(r in covered for r in riggings)
    assert any(r not in covered for r in riggings)


def test_nothing_in_the_box_does(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    question = {**QUESTION, "depth_m": 60.0, "surface_speed_m_s": 3.0, "stance": "anchored"}
    code, out, _ = asked(tmp_path, capsys, question)
    assert code == 0
    assert json.loads(out)["outfits"] == []


@pytest.mark.parametrize(("change", "named"), [
    ({"fish": "dragon"}, "`fish`"), ({"place": "moon"}, "`place`"), ({"depth_m": 0}, "`depth_m`"),
    ({"depth_m": "deep"}, "`depth_m`"), ({"surface_speed_m_s": -1}, "`surface_speed_m_s`"),
    ({"clarity": "murky"}, "`clarity`"), ({"symptom": "bored"}, "`symptom`"),
    ({"line_diameter_mm": 0}, "`line_diameter_mm`"), ({"colour": "red"}, "`colour`"),
    ({"wind_m_s": 1e9}, "`wind_m_s`"), ({"format": "ilha-question-2"}, "`format`"),
    ({"box": {**BOX, "heads": []}}, "`box.heads`"),
    ({"box": {**BOX, "heads": [{"id": "a", "hook_size": "3/0"}]}}, "`box.heads.oz`"),
    ({"box": {**BOX, "heads": [{"id": "a", "oz": 1, "hook_size": "3/0", "keeper": "nail"}]}},
     "`box.heads.keeper`"),
    ({"box": {**BOX, "lines": BOX["lines"] * 2}}, "`box.lines`"),
    ({"box": {**BOX, "plastics": [{**BOX["plastics"][0], "body_length_mm": 130}]}},
     "`box.plastics.body_length_mm`"),
    ({"box": {**BOX, "plastics": [{**BOX["plastics"][0], "look": "spoon"}]}},
     "`box.plastics[0].look`"),
])
def test_bad_input_is_one_line(
    change: dict[str, Any], named: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    code, out, err = asked(tmp_path, capsys, {**QUESTION, **change})
    assert (code, out) == (2, "")
    assert named in err
    assert err.count("\n") == 1


def test_what_is_no_json_or_lacks_a_field(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert asked(tmp_path, capsys, "{")[0] == 2
    code, _, err = asked(tmp_path, capsys, {k: v for k, v in QUESTION.items() if k != "fish"})
    assert code == 2
    assert "`fish` is needed" in err


def test_where_nothing_does_it_says_why_and_what_comes_nearest(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    torrent = {**QUESTION, "surface_speed_m_s": 5.5, "depth_m": 60.0, "stance": "anchored"}
    code, out, _ = asked(tmp_path, capsys, torrent)
    found = json.loads(out)
    jsonschema.validate(found, schema("ilha-choice-1.schema.json"))
    assert (code, found["outfits"], found["why"]["limit"]) == (0, [], "too-light")
    assert "gets to the fish" in found["why"]["says"]
    # Of what is swept off the heaviest comes nearest.
    assert found["why"]["nearest"]["head"]["oz"] >= 2.0
    weak = {**QUESTION, "fish": "European seabass", "fish_kg": 300.0, "box": BOX,
            "line_diameter_mm": None}
    _, out, _ = asked(tmp_path, capsys, weak)
    assert json.loads(out)["why"]["limit"] in ("line-too-weak", "hook-too-weak")


@pytest.mark.parametrize("more", [
    {"feeding": "suspended"},
    {"shelter": "slow-below", "tied_leader": {"diameter_mm": 0.4, "length_m": 1.5}},
    {"place": "harbour", "stance": "bank", "ground": [[0, 9], [15, 7], [25, 4], [40, 4]],
     "fall": "held", "fish": "European seabass", "line_diameter_mm": 0.19},
    {"place": "surf", "stance": "bank", "depth_m": 3.0, "fish": "European seabass",
     "shelter": "jet", "swell": {"height_m": 0.6}},
], ids=["suspended", "leader", "ground", "surf"])
def test_each_outfits_scenario_is_answered_alike_on_the_command_line(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], more: dict[str, Any]
) -> None:
    _, out, _ = asked(tmp_path, capsys, {**QUESTION, **more})
    outfits = json.loads(out)["outfits"]
    assert outfits
    for outfit in outfits:
        path = tmp_path / "scenario.json"
        path.write_text(json.dumps(outfit["scenario"]), "utf-8")
        assert main(["board", str(path)]) == 0
        head = json.loads(capsys.readouterr().out)["heads"][0]
        assert head["verdict"][0] == outfit["verdict"]
        for name in ("count_s", "lead_m", "come_in_m"):
            assert head[name][0] == pytest.approx(outfit[name], abs=0.02)
