"""``ilha fit``: the open file in and out, and every refusal one line that names its field."""

from __future__ import annotations

import json
from importlib.resources import files
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from ilha.cli import main

QUESTION: dict[str, Any] = {
    "format": "ilha-fit-1",
    "plastic": {"length_mm": 127, "body_length_mm": 104, "width_mm": 14, "height_mm": 16,
                "family": "straight", "material": "plastisol"},
    "thread": {"kind": "centre", "depth_mm": None}, "keeper_takes_mm": 0.0,
    "hooks": [{"id": "3/0", "straight_mm": 38.0, "gape_mm": 15.0, "wire_mm": 1.2,
               "yield_mpa": 1500},
              {"id": "#4", "straight_mm": 14.0, "gape_mm": 7.0, "wire_mm": 0.8}],
}


def asked(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], question: Any
) -> tuple[int, str, str]:
    path = tmp_path / "fit.json"
    path.write_text(question if isinstance(question, str) else json.dumps(question), "utf-8")
    code = main(["fit", str(path)])
    said = capsys.readouterr()
    return code, said.out, said.err


def schema(name: str) -> dict[str, Any]:
    return json.loads(files("ilha.formats").joinpath("schemas", name).read_text("utf-8"))


def test_the_worked_example(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """x_b 38, gape 15, back 8 mm: out at 45.483, clears 7; 45.483/104 = 0.4373; yields at
    1500 * pi * 1.2³ / (32 * 15) = 16.96 N. The #4's gape is under the back: no exit."""
    jsonschema.validate(QUESTION, schema("ilha-fit-1.schema.json"))
    code, out, err = asked(tmp_path, capsys, QUESTION)
    assert (code, err) == (0, "")
    found = json.loads(out)
    jsonschema.validate(found, schema("ilha-fit-result-1.schema.json"))
    first, second = found["hooks"]
    assert first == {
        "id": "3/0", "exit_mm": 45.483, "clearance_mm": 7.0, "reach_ratio": 0.4373,
        "opening_load_n": 16.965, "verdict": "fits",
        "reasons": ["reach 0.44", "clears 7.0 mm", "yields 17.0 N"]}
    assert (second["exit_mm"], second["reach_ratio"]) == (None, None)
    assert second["verdict"] == "gape-under-body"
    assert second["reasons"] == ["under 1.0 mm"]
    assert found["pick"] == "3/0"


def test_threaded_high_and_a_keeper(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    high = QUESTION | {"thread": {"kind": "high", "depth_mm": 7.0}, "keeper_takes_mm": 3.0}
    found = json.loads(asked(tmp_path, capsys, high)[1])
    # sqrt(7.5² - 0.5²) = 7.483 as before, less the keeper's 3; the point clears 15 - 7.
    assert found["hooks"][0]["exit_mm"] == pytest.approx(42.483)
    assert found["hooks"][0]["clearance_mm"] == 8.0


def test_a_hook_longer_than_the_plastic_is_too_long(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    long = QUESTION | {"hooks": [{"id": "x", "straight_mm": 140, "gape_mm": 20, "wire_mm": 2}]}
    found = json.loads(asked(tmp_path, capsys, long)[1])
    assert found["hooks"][0]["verdict"] == "too-long"
    assert found["pick"] is None


def hook(**change: Any) -> dict[str, Any]:
    return QUESTION | {"hooks": [QUESTION["hooks"][0] | change]}


@pytest.mark.parametrize(("question", "says"), [
    (hook(wire_mm=0), "`hook.wire_mm` must be above 0 mm, got 0 mm"),
    (hook(gape_mm=-1), "`hook.gape_mm` must be above 0 mm, got -1 mm"),
    (hook(yield_mpa=0), "`hook.yield_mpa` must be above 0 MPa"),
    (QUESTION | {"hooks": []}, "`hooks`"),
    (QUESTION | {"hooks": QUESTION["hooks"][:1] * 2}, "3/0 is there twice"),
    (QUESTION | {"thread": {"kind": "high", "depth_mm": 9.0}}, "`thread.depth_mm` must be above 0"),
    (QUESTION | {"plastic": QUESTION["plastic"] | {"body_length_mm": 130}},
     "`plastic.body_length_mm` must be above 0 and at most the length"),
    (QUESTION | {"shape": "ball"}, "`shape` is not known here"),
    ("{", "`file` must be JSON"),
])
def test_refusals_name_the_field_in_one_line(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], question: Any, says: str
) -> None:
    code, out, err = asked(tmp_path, capsys, question)
    assert (code, out) == (2, "")
    assert err.count("\n") == 1
    assert says in err
