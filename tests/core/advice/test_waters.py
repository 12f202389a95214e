"""The trainer's second course: what is right comes from the board, nothing gives it away."""

from __future__ import annotations

from collections import Counter

import numpy as np
import pytest
from flask.testing import FlaskClient

from ilha.core.advice.waters import ANSWERS, WATERS, Task, waters
from ilha.core.bench.trainer import DAY_S, Known
from ilha.core.choose.box import catalogue
from ilha.core.errors import DomainError
from ilha.core.judge.board import board
from ilha.core.judge.schools import RIGHT
from ilha.core.water.conditions import Conditions

NOW = 1_000_000.0
SEEDS = range(25)


@pytest.fixture(scope="module")
def many() -> list[Task]:
    return [task for seed in SEEDS for task in waters({}, NOW, seed)]


def test_every_kind_is_drawn_and_a_seed_gives_the_same(many: list[Task]) -> None:
    assert Counter(t.water.code for t in many) == dict.fromkeys(WATERS, len(SEEDS))

    def told(seed: int) -> list[object]:
        return [(t.water, t.counts, t.leads, t.best) for t in waters({}, NOW, seed)]

    assert told(4) == told(4) != told(5)


def test_the_right_head_is_the_boards_own_lightest(many: list[Task]) -> None:
    """Asked anew, each head alone on a board of its own: the same verdict, count and lead."""
    plastic = next(p.plastic for p in catalogue().plastics
                   if p.look == "paddle" and 0.09 <= p.plastic.length <= 0.11)
    for task in many[::7]:
        w = task.water
        cond = Conditions(depth=np.array([w.depth]), surface_speed=np.array([w.current]),
                          line_diameter=w.line, wind=np.array([w.wind]), zone_from=w.zone[0],
                          zone_to=w.zone[1])
        best = task.tried[task.best]
        alone = board(cond, plastic, [best.head])
        assert alone.judgement.verdict[0, 0] == RIGHT
        assert alone.count[0, 0] == pytest.approx(best.count, rel=1e-9)
        assert alone.lead[0, 0] == pytest.approx(best.lead, rel=1e-9)
    for task in many:
        assert task.tried[task.best].verdict == "right"
        assert all(t.verdict != "right" for t in task.tried[:task.best])
        assert [t.ounces for t in task.tried] == sorted(t.ounces for t in task.tried)


def test_answers_stand_apart_and_their_place_tells_nothing(many: list[Task]) -> None:
    for task in many:
        for options, at, true in ((task.counts, task.count_at, task.tried[task.best].count),
                                  (task.leads, task.lead_at, task.tried[task.best].lead)):
            assert len(set(options)) == len(options) == ANSWERS
            assert all(value >= 0.0 for value in options)
            assert int(np.argmin(np.abs(np.array(options) - true))) == at
    for places in ([t.count_at for t in many], [t.best for t in many]):
        assert max(Counter(places).values()) < 0.7 * len(many)


def test_who_reads_well_is_asked_finer() -> None:
    known = {code: Known(code, 4, NOW) for code in WATERS}

    def apart(tasks: list[Task]) -> float:
        return float(np.mean([t.tried[1].ounces / t.tried[0].ounces for t in tasks]))

    coarse = [t for s in range(6) for t in waters({}, NOW, s)]
    fine = [t for s in range(6) for t in waters(known, NOW, s)]
    assert apart(fine) < 0.75 * apart(coarse)


def test_what_is_due_comes_first_and_an_empty_series_is_refused() -> None:
    known = {code: Known(code, 2, NOW + 5 * DAY_S) for code in WATERS}
    known["water-wind"] = Known("water-wind", 0, NOW)
    assert [t.water.code for t in waters(known, NOW, 3, count=1)] == ["water-wind"]
    with pytest.raises(DomainError, match="count"):
        waters({}, NOW, 1, count=0)


def test_answers_move_the_boxes(client: FlaskClient) -> None:
    first = client.get("/api/trainer/waters").get_json()
    assert len(first["waters"]) == 6
    assert {s["asked"] for s in first["standing"]} == {0}
    score = client.post("/api/trainer/waters", json={"answers": [
        {"code": "water-slack", "right": True}, {"code": "water-deep", "right": False}]}).get_json()
    assert (score["right"], score["asked"]) == (1, 2)
    standing = {s["code"]: s for s in score["standing"]}
    assert standing["water-slack"]["due_in_days"] == 1.0
    assert standing["water-deep"]["missed"] == 1
    # The first course has its own standing.
    assert {s["asked"] for s in client.get("/api/trainer").get_json()["standing"]} == {0}
    refused = client.post("/api/trainer/waters", json={"answers": [{"code": "x", "right": True}]})
    assert refused.status_code == 422
