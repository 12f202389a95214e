"""The trainer's series and boxes, over HTTP too."""

from __future__ import annotations

import pytest
from flask.testing import FlaskClient

from ilha.core.bench.straight import diagnose
from ilha.core.bench.trainer import AMOUNTS, DAY_S, FAULTS, STRAIGHT, Known, answered, series
from ilha.core.errors import DomainError

NOW = 1_000_000.0


def test_what_is_drawn_is_what_is_found() -> None:
    """The diagnosis of what each drill shows names the drill's own fault, and nothing else."""
    for seed in range(40):
        for drill in series({}, NOW, seed):
            found = [f.code for f in diagnose(drill.seen, 0.045)]
            assert found == ([] if drill.code == STRAIGHT else [drill.code])


def test_a_series_is_mixed_and_the_same_for_a_seed() -> None:
    drills = series({}, NOW, 7)
    assert drills == series({}, NOW, 7)
    assert drills != series({}, NOW, 8)
    codes = [d.code for d in drills]
    assert codes.count(STRAIGHT) == 3
    assert set(FAULTS) <= set(codes)


def test_what_was_missed_falls_due_first() -> None:
    known = {code: Known(code, 3, NOW + 7 * DAY_S) for code in FAULTS}
    known["off-centre"] = Known("off-centre", 0, NOW)
    codes = [d.code for d in series(known, NOW, 1, count=1 + 1)]
    assert "off-centre" in codes


def test_boxes_by_hand() -> None:
    """Seen: 1, 3, 7, 21 days; missed: back to the first, due at once. The better, the finer."""
    fault = Known("bent-up")
    waits = []
    for _ in range(5):
        fault = answered(fault, True, NOW)
        waits.append((fault.due - NOW) / DAY_S)
    assert waits == [1.0, 3.0, 7.0, 21.0, 21.0]
    assert answered(fault, False, NOW) == Known("bent-up", 0, NOW)
    fine = next(d for d in series({"bent-up": fault}, NOW + 30 * DAY_S, 3) if d.code == "bent-up")
    assert fine.seen.bend == AMOUNTS[4] < AMOUNTS[0]


def test_an_empty_series_is_refused() -> None:
    with pytest.raises(DomainError, match="count"):
        series({}, NOW, 1, count=0)


def test_answers_move_the_boxes(client: FlaskClient) -> None:
    first = client.get("/api/trainer").get_json()
    assert len(first["drills"]) == 10
    assert {s["asked"] for s in first["standing"]} == {0}
    answers = [{"code": d["code"], "said": d["code"]} for d in first["drills"]]
    missed = next(a for a in answers if a["code"] == "bent-up")
    missed["said"] = STRAIGHT
    done = client.post("/api/trainer", json={"answers": answers}).get_json()
    assert (done["right"], done["asked"]) == (9, 10)
    standing = {s["code"]: s for s in done["standing"]}
    assert (standing["bent-up"]["box"], standing["bent-up"]["due_in_days"]) == (0, 0.0)
    assert standing["bent-up"]["missed"] == 1
    assert standing["off-centre"]["box"] == 1
    assert standing["off-centre"]["due_in_days"] == 1.0
    # A straight rig taken for a fault counts against that fault.
    wrong = client.post("/api/trainer", json={"answers": [
        {"code": STRAIGHT, "said": "off-centre"}]}).get_json()
    assert {s["code"]: s["box"] for s in wrong["standing"]}["off-centre"] == 0
    assert client.post("/api/trainer", json={"answers": []}).status_code == 422
