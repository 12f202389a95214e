"""What the second edition of the scenario adds: kind of line, leader, ground, shelter, doubt."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

import pytest

from ilha.cli import main
from tests.formats.test_cli import SCENARIO


def answered(tmp_path: Path, capsys: pytest.CaptureFixture[str], **parts: Any) -> dict[str, Any]:
    """The first head's row; ``parts`` are merged into the scenario's."""
    asked = copy.deepcopy(SCENARIO)
    for name, part in parts.items():
        whole = asked.get(name)
        asked[name] = {**whole, **part} if isinstance(whole, dict) and isinstance(
            part, dict) else part
    path = tmp_path / "asked.json"
    path.write_text(json.dumps(asked), "utf-8")
    assert main(["board", str(path)]) == 0, capsys.readouterr().err
    found: dict[str, Any] = json.loads(capsys.readouterr().out)["heads"][0]
    return found


def test_every_count_has_its_range_and_every_verdict_its_share(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    head = answered(tmp_path, capsys)
    for (low, high), count in zip(head["count_range_s"], head["count_s"], strict=True):
        assert low < count < high
    assert all(0.0 <= share <= 1.0 for share in head["right_share"])
    assert all(off > 25.0 for off in head["line_off_spool_m"])


def test_kind_leader_and_shelter_change_what_holds(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    def least(**parts: Any) -> float:
        return float(answered(tmp_path, capsys, **parts)["minimum_mass_g"][-1])

    bare = least()
    assert least(line={"kind": "nylon"}) == pytest.approx(bare, rel=0.06)
    assert least(leader={"diameter_mm": 0.5, "length_m": 2.0}) > 1.1 * bare
    assert least(flow={"shelter": "slow-below"}) < 0.8 * bare
    assert least(flow={"shelter": "jet"}) > 1.5 * bare


def test_a_ground_gives_the_depth_where_the_cast_lands(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    ground = [[0.0, 2.0], [25.0, 4.5], [50.0, 6.0]]
    level = answered(tmp_path, capsys, mark={"depth_m": 4.5})
    uneven = answered(tmp_path, capsys, mark={"depth_m": 9.0, "ground": ground})
    assert uneven["count_s"] == pytest.approx(level["count_s"])
    swum = {"steady": True, "speed_m_s": 0.6}
    flat = answered(tmp_path, capsys, retrieve=swum)
    shoals = answered(tmp_path, capsys, mark={"ground": ground}, retrieve=swum)
    assert shoals["retrieve"]["zone_share"][0] > flat["retrieve"]["zone_share"][0]


def test_a_rod_without_a_cast_is_assumed_by_its_rating(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    rod = {"lure_min_g": 5, "lure_max_g": 30, "effective_mass_g": None, "reference_cast": None}
    short, long = (answered(tmp_path, capsys, rod={**rod, "length_m": m}) for m in (2.1, 3.3))
    assert long["cast_m"][0] > 1.1 * short["cast_m"][0]
    assert any("cast-guess" in said for said in short["reasons"][0])


@pytest.mark.parametrize(("parts", "field"), [
    ({"line": {"kind": "wool"}}, "line.kind"), ({"flow": {"shelter": "reef"}}, "flow.shelter"),
    ({"leader": {"diameter_mm": 9.0, "length_m": 1.0}}, "leader.diameter_mm"),
    ({"mark": {"ground": [[3.0, 1.0], [2.0, 1.0]]}}, "mark.ground"),
    ({"mark": {"ground": [[3.0], [2.0, 1.0]]}}, "mark.ground[0]"),
])
def test_bad_input_names_its_field(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], parts: dict[str, Any], field: str
) -> None:
    asked = copy.deepcopy(SCENARIO)
    for name, part in parts.items():
        asked[name] = {**asked.get(name, {}), **part}
    path = tmp_path / "asked.json"
    path.write_text(json.dumps(asked), "utf-8")
    assert main(["board", str(path)]) == 2
    said = capsys.readouterr().err
    assert f"`{field}`" in said
    assert said.count("\n") == 1
