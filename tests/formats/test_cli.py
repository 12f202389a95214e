"""``ilha board``: the open file in, the board out, bad input in one line."""

from __future__ import annotations

import json
import os
import pickle
import signal
import subprocess
import sys
import time
from importlib.resources import files
from pathlib import Path
from typing import Any

import jsonschema
import numpy as np
import pytest

from ilha.cli import main
from ilha.core.errors import DomainError, NotConverged
from ilha.formats import scenario
from ilha.formats.fields import FieldError

SCENARIO: dict[str, Any] = {
    "format": "ilha-scenario-1",
    "water": {"temperature_c": 18.0, "practical_salinity": 35.0},
    "air": {"wind_m_s": 0.0},
    "mark": {"depth_m": 4.5, "bottom": "sand", "cover_height_m": 0.0},
    "flow": {"surface_speed_m_s": [0.1, 0.5], "profile": "seventh-root"},
    "stance": {"kind": "fixed", "tip_height_m": 1.5, "drift_speed_m_s": 0.0},
    "line": {"diameter_mm": 0.19, "feed_tension_n": 0.01},
    "zone": {"from_bottom_m": 0.0, "to_bottom_m": 1.0},
    "school": "lightest-practical",
    "cast_m": 25.0,
    "retrieve": {"speed_m_s": 0.6, "reel_cm_per_turn": 75, "steady": False},
    "rod": {"lure_min_g": 5, "lure_max_g": 21, "effective_mass_g": 8,
            "reference_cast": {"mass_g": 10, "distance_m": 35, "line_diameter_mm": 0.19,
                               "drag_area_cm2": 2.5}},
    "plastic": {"length_mm": 127, "width_mm": 14, "height_mm": 16, "mass_g": 10.5,
                "density_g_cm3": 1.08, "tail": "straight", "extra_drag_cm2": 0.0},
    "heads": [{"id": "a", "mass_g": 3.54, "density_g_cm3": 11.34, "shape": "ball",
               "hook_mass_g": 1.2},
              {"id": "b", "mass_g": 7.09, "hook_mass_g": 1.4},
              {"id": "c", "mass_g": 17.7, "hook_mass_g": 2.0}],
}
NEEDED = ("format", "mark", "flow", "line", "plastic", "heads")


def schema(name: str) -> dict[str, Any]:
    return json.loads(files("ilha.formats").joinpath("schemas", name).read_text("utf-8"))


def run(tmp_path: Path, capsys: pytest.CaptureFixture[str], scenario: Any) -> tuple[int, str, str]:
    path = tmp_path / "scenario.json"
    path.write_text(scenario if isinstance(scenario, str) else json.dumps(scenario), "utf-8")
    code = main(["board", str(path)])
    said = capsys.readouterr()
    return code, said.out, said.err


def changed(path: str, value: Any) -> dict[str, Any]:
    out: dict[str, Any] = json.loads(json.dumps(SCENARIO))
    *way, last = path.split(".")
    place = out
    for part in way:
        place = place[int(part)] if isinstance(place, list) else place[part]  # type: ignore[index]
    place[last] = value
    return out


def test_the_answer_has_the_form_of_the_open_file(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    jsonschema.validate(SCENARIO, schema("ilha-scenario-1.schema.json"))
    code, out, err = run(tmp_path, capsys, SCENARIO)
    assert (code, err) == (0, "")
    board = json.loads(out)
    jsonschema.validate(board, schema("ilha-board-1.schema.json"))
    assert [h["id"] for h in board["heads"]] == ["a", "b", "c"]
    assert all(len(h["count_s"]) == 2 for h in board["heads"])
    a = board["heads"][0]
    assert a["verdict"] == ["right", "too-light"]
    assert a["reasons"][1][0].startswith("gets-there")
    assert board["heads"][2]["verdict"] == ["unsafe-for-outfit"] * 2
    assert board["pick"]["lightest-practical"] == ["a", "b"]
    # Drifting past the fish, or not straight down in time, in 0.5 m/s: no head of this rod's.
    assert (board["pick"]["fed-fall"], board["pick"]["down-then-work"]) == (["a", None],
                                                                            ["b", None])


def test_every_school_answers(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    for school in ("bottom-contact", "depth-table", "fed-fall", "down-then-work"):
        code, out, err = run(tmp_path, capsys, changed("school", school))
        assert (code, err) == (0, "")
        jsonschema.validate(json.loads(out), schema("ilha-board-1.schema.json"))


@pytest.mark.parametrize("rigging", [
    {"kind": "tandem", "front": {"id": "front", "mass_g": 7.09}},
    {"kind": "sliding-sinker", "sinker_g": 75},
    {"kind": "three-way", "sinker_g": 450, "leader_mm": 0.6},
])
def test_other_rigs_and_added_parts(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], rigging: dict[str, Any]
) -> None:
    asked = {**SCENARIO, "rigging": rigging, "rod": None,
             "added": [{"mass_g": 1.3, "x_mm": 15}, {"mass_g": 2, "density_g_cm3": 7.85, "x_mm": 70,
                                                     "z_mm": 20, "drag_area_cm2": 2}]}
    jsonschema.validate(asked, schema("ilha-scenario-1.schema.json"))
    code, out, err = run(tmp_path, capsys, asked)
    assert (code, err) == (0, "")
    with_rig = json.loads(out)
    jsonschema.validate(with_rig, schema("ilha-board-1.schema.json"))
    plain = json.loads(run(tmp_path, capsys, {**SCENARIO, "rod": None})[1])
    a, before = with_rig["heads"][0], plain["heads"][0]
    assert a["hold"]["scope"][1] < (before["hold"]["scope"][1] or 99.0)
    assert a["package_g"] > before["package_g"] + 3.2
    if rigging["kind"] != "sliding-sinker":
        assert a["rides_m"]["line_end"][1] > before["rides_m"]["line_end"][1] + 0.2


def test_each_way_to_fall_has_its_count(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    by = {fall: json.loads(run(tmp_path, capsys, changed("line", {
        "diameter_mm": 0.19, "fall": fall}))[1])["heads"][0] for fall in
        ("fed", "held", "fed-then-held")}
    fed, held, mixed = (by[k]["count_s"][0] for k in ("fed", "held", "fed-then-held"))
    assert fed < mixed < held
    assert by["held"]["count_s"] == by["fed"]["swing"]["count_s"]
    assert by["fed-then-held"]["count_s"] == by["fed"]["fed_then_held"]["count_s"]
    # A held line brings the rig in towards the rod, and drifts with the current as a fed one does.
    assert by["fed"]["come_in_m"][0] == 0.0
    assert by["held"]["come_in_m"][0] > 1.0
    assert min(by[k]["lead_m"][0] for k in by) > 0.0
    assert by["held"]["zone_s"][0] > by["fed"]["zone_s"][0]


def test_what_would_help_is_told(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    board = json.loads(run(tmp_path, capsys, changed("flow.surface_speed_m_s", [0.36, 0.1]))[1])
    reasons = board["heads"][0]["reasons"][0]
    assert "try-heavier b" in reasons
    assert "try-step 1" in reasons
    assert any(r.startswith("try-line 0.1") for r in reasons)
    assert not any(r.startswith("try") for r in board["heads"][0]["reasons"][1])


def test_what_is_left_out_takes_its_default(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    short = {key: SCENARIO[key] for key in NEEDED}
    full = {**SCENARIO}
    del full["rod"]
    assert run(tmp_path, capsys, short)[1] == run(tmp_path, capsys, full)[1]
    # Without a rod nothing is over its rating.
    assert "unsafe-for-outfit" not in run(tmp_path, capsys, short)[1]


def test_a_number_is_one_step(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    one = json.loads(run(tmp_path, capsys, changed("flow.surface_speed_m_s", 0.5))[1])
    two = json.loads(run(tmp_path, capsys, SCENARIO)[1])
    assert one["heads"][1]["hold"]["scope"][0] == two["heads"][1]["hold"]["scope"][1]
    assert len(one["water"]["density_kg_m3"]) == 1


def test_five_metres_a_second_is_null_not_a_number(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    board = json.loads(run(tmp_path, capsys, changed("flow.surface_speed_m_s", 5.0))[1])
    for head in board["heads"]:
        assert set(map(tuple, head["hold"].values())) == {(None,)}
    assert board["heads"][0]["reasons"][0][0] == "gets-there never against 3"


def test_figures_beyond_their_fit_say_so(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    still = changed("flow.surface_speed_m_s", 0.0)
    still["mark"]["depth_m"] = 22.8
    deep = json.loads(run(tmp_path, capsys, still)[1])
    shallow = json.loads(run(tmp_path, capsys, SCENARIO)[1])
    beyond = "swing-outside-table: cast 1.1 to 32 depths, current to 1.3 of its speed"
    assert beyond in deep["heads"][0]["reasons"][0]
    assert beyond not in shallow["heads"][0]["reasons"][0]
    # 17.7 + 2.0 + 10.5 g lies more than half above the reference cast's 10 g.
    assert "cast-guess 30.2 against 10 g" in shallow["heads"][2]["reasons"][0]


@pytest.mark.parametrize(("path", "value", "line"), [
    ("mark.depth_m", -3, "`mark.depth_m` must be above 0 m, got -3 m: enter the depth at the mark"),
    ("mark.depth_m", 0, "`mark.depth_m` must be above 0 m, got 0 m: enter the depth at the mark"),
    ("mark.depth_m", float("nan"), "`mark.depth_m` must be a finite number, got nan: correct it"),
    ("mark.depth_m", [1.0, 2.0, 3.0], "`mark.depth_m` and the other lists must have one length, got"
     " [2, 3] steps: give numbers or lists of one length"),
    ("mark.deep", 1, "`mark.deep` is not known here: check its spelling or leave it out"),
    ("heads", [], "`heads` must hold at least one head, got none: add a head"),
    ("heads.0.mass_g", "heavy", "`heads[0].mass_g` must be a valid number, got 'heavy': correct"
     " it"),
    ("heads.0.mass_g", 0, "`heads[a].mass_g` must be above 0 g, got 0 g: enter what the scale"
     " says"),
    ("plastic.length_mm", 10, "`plastic.length_mm` must be at least 20 mm, got 10 mm: measure it"
     " with a ruler"),
    ("school", "heaviest", "`school` must be 'lightest-practical', 'bottom-contact', 'depth-table',"
     " 'fed-fall' or 'down-then-work', got 'heaviest': correct it"),
    ("line.fall", "free", "`line.fall` must be 'fed', 'held' or 'fed-then-held', got 'free':"
     " correct it"),
    ("cast_to_current_deg", 200, "`cast_to_current_deg` must be at most 180 °, got 200 °: degrees,"
     " 0 to 180; 90 is across"),
    ("air.wind_to_cast_deg", -1, "`air.wind_to_cast_deg` must be at least 0 °, got -1 °: degrees, 0"
     " to 180; 90 is across"),
    ("mark.cover_height_m", 30, "`mark.cover_height_m` must be at most 20 m, got 30 m: height of"
     " the weed, 0 if none"),
    ("rigging", {"kind": "sliding-sinker", "sinker_g": 0}, "`rigging.sinker_g` must be above 0 g,"
     " got 0 g: enter what the scale says"),
    ("rigging", {"kind": "sliding-sinker", "sinker_g": 60, "dropper_m": 0.3}, "`rigging.dropper_m`"
     " must be 0 m on a sliding sinker, got 0.3 m: or make it a three-way rig"),
    ("rigging", {"kind": "tandem"}, "`rigging.front` is needed: add it"),
    ("added", [{"mass_g": 0, "x_mm": 10}], "`added.mass_g` must be above 0 g, got 0 g: enter what"
     " the scale says"),
    ("rod.reference_cast", [], "`rod.reference_cast` must be at least one, each of another mass,"
     " got 0 casts: enter one cast for each package"),
    ("stance.drift_speed_m_s", 0.3, "`stance.drift_speed_m_s` must be 0 for a fixed stance, got 0.3"
     " m/s: or set stance.kind to drifting"),
    ("rod.lure_max_g", 2, "`rod.lure_max_g` must not be below lure_min_g, got 2 g: see the rod's"
     " rating"),
    ("format", "ilha-scenario-9", "`format` must be 'ilha-scenario-1', got 'ilha-scenario-9':"
     " correct it"),
])
def test_bad_input_is_one_line_and_exit_2(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], path: str, value: Any, line: str
) -> None:
    assert run(tmp_path, capsys, changed(path, value)) == (2, "", line + "\n")


def test_no_json_and_no_file(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    code, out, err = run(tmp_path, capsys, "{")
    assert (code, out, err.count("\n")) == (2, "", 1)
    assert err.startswith("`file` must be JSON:")
    assert main(["board", str(tmp_path / "none.json")]) == 2
    assert "cannot be read" in capsys.readouterr().err


def test_the_command_reads_standard_input() -> None:
    done = subprocess.run([sys.executable, "-m", "ilha.cli", "board", "-"], text=True,
                          input=json.dumps(SCENARIO), capture_output=True, check=False)
    assert (done.returncode, done.stderr) == (0, "")
    assert json.loads(done.stdout)["format"] == "ilha-board-1"


def test_what_is_written_head_by_head_is_the_whole() -> None:
    """The command writes the board in parts; a board of a log's proposals is one object."""
    asked = scenario.read(json.dumps(SCENARIO))
    parts = list(scenario.answered(asked))
    assert len(parts) == 2 + len(SCENARIO["heads"])
    assert json.loads("".join(parts)) == json.loads(json.dumps(scenario.answer(asked)))


def test_a_long_board_is_refused_in_one_line_too(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    """What a process of its own refuses is said as if it were this one."""
    monkeypatch.setattr(scenario, "AT_ONCE", len(SCENARIO["heads"]))
    monkeypatch.setattr(os, "cpu_count", lambda: 2)
    assert run(tmp_path, capsys, SCENARIO)[0] == 0
    code, out, err = run(tmp_path, capsys, changed("plastic.length_mm", 5))
    assert (code, out, err.count("\n")) == (2, "", 1)
    assert err.startswith("`plastic.length_mm` must be at least 20 mm, got 5 mm")


@pytest.mark.parametrize("error", [
    DomainError("depth_m", "must be above 0 m", -1.0, "m", "measure it", 0.0, None),
    DomainError("depth_m", "and the other lists must have one length", [3, 4], "", "shorten one"),
    FieldError("fish", "`fish` is needed: add it"), NotConverged("the hold", 0.25)])
def test_an_error_comes_back_from_another_process_as_it_was(error: Exception) -> None:
    back = pickle.loads(pickle.dumps(error))
    assert (type(back), str(back), vars(back)) == (type(error), str(error), vars(error))


def _heard() -> None:
    """A shell lets what runs behind it ignore interrupts: the tests may run so."""
    signal.signal(signal.SIGINT, signal.SIG_DFL)


def test_an_interrupted_board_ends_at_once_and_leaves_nobody(tmp_path: Path) -> None:
    turn = np.linspace(0.1, 1.0, 3000).round(4).tolist()
    file = tmp_path / "long.json"
    file.write_text(json.dumps({**SCENARIO, "flow": {"surface_speed_m_s": turn}, "heads": [
        {**SCENARIO["heads"][0], "id": f"h{i}", "mass_g": 5.0 + i} for i in range(60)]}))
    with subprocess.Popen([sys.executable, "-m", "ilha.cli", "board", str(file)], text=True,
                          stdout=subprocess.PIPE, stderr=subprocess.PIPE,
                          start_new_session=True, preexec_fn=_heard) as asked:
        mine = f"/proc/{asked.pid}/task/{asked.pid}/children"
        late = time.monotonic() + 60.0
        while not (workers := Path(mine).read_text().split()) and time.monotonic() < late:
            time.sleep(0.01)
        os.killpg(asked.pid, signal.SIGINT)
        said = asked.communicate(timeout=60)
    assert (asked.returncode, said) == (130, ("", ""))
    while any(Path(f"/proc/{pid}").exists() for pid in workers) and time.monotonic() < late:
        time.sleep(0.02)
    assert not any(Path(f"/proc/{pid}").exists() for pid in workers)


def test_a_long_board_is_judged_some_steps_at_a_time(monkeypatch: pytest.MonkeyPatch) -> None:
    """What is told is that of the whole; what a later step helps may lie in a later part."""
    turn = np.arange(40) / 40 * 2 * np.pi
    asked = scenario.read(json.dumps({
        **SCENARIO, "flow": {"surface_speed_m_s": [0.5 - 0.45 * float(np.cos(t)) for t in turn]},
        "mark": {"depth_m": [5.0 + float(np.sin(t)) for t in turn]}}))
    whole = scenario.answer(asked)
    monkeypatch.setattr(scenario, "AT_ONCE", 7 * len(SCENARIO["heads"]))
    told: list[tuple[int, int]] = []
    parts = json.loads("".join(scenario.answered(asked, lambda *way: told.append(way))))
    assert "".join(scenario.answered(asked, workers=2)) == "".join(scenario.answered(asked))
    assert told == [*((n, 40) for n in range(7, 40, 7)), (40, 40)]
    assert parts["pick"] == whole["pick"]
    said = 0
    for one, other in zip(parts["heads"], whole["heads"], strict=True):
        for name in ("verdict", "reasons", "outcome", "rest"):
            assert one[name] == other[name]
        said += sum(r.startswith("try-step") for reasons in one["reasons"] for r in reasons)
        for name in ("count_s", "minimum_mass_g", "cast_m", "lead_m", "count_range_s"):
            assert np.array(one[name], dtype=float) == pytest.approx(
                np.array(other[name], dtype=float), rel=1e-3, nan_ok=True), name
    assert said > 0
