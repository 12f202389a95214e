"""Facts of the trade: what competent people tie on. Common practice, no source: see tests/facts.py.

docs/model.md carries the table of all of them, made by ``make model-report``; those that fall
outside are pinned here as outside, so that a change in either direction shows.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.judge.board import Board
from ilha.core.judge.schools import VERDICTS
from tests.facts import FACTS, Fact
from tests.rigs import JERK_127, PADDLE_102

BY_NAME = {fact.name: fact for fact in FACTS}
EITHER = {f.name for f in FACTS if f.soft is JERK_127}


@pytest.mark.parametrize("fact", FACTS, ids=[f.name for f in FACTS])
def test_the_pick_is_what_practitioners_tie_on(fact: Fact) -> None:
    pick = fact.pick()
    assert (pick in fact.tied_on) == fact.inside, f"{fact.name}: {pick}"


@pytest.mark.parametrize("name", sorted(EITHER))
def test_a_paddle_of_the_same_size_makes_no_difference_to_it(name: str) -> None:
    fact = BY_NAME[name]
    assert (fact.pick(PADDLE_102) in fact.tied_on) == fact.inside


def test_every_fact_is_tried_and_few_lie_outside() -> None:
    named = {f.name.split(",")[0] for f in FACTS}
    assert named == {f"W{i}" for i in range(1, 20)}
    assert [f.name for f in FACTS if not f.inside] == ["W3", "W10", "W13, picks up", "W18"]
    assert all(f.note for f in FACTS if not f.inside)


@pytest.mark.parametrize(("name", "current", "tied"), [
    ("W10", 0.22, "1/4"), ("W13, picks up", 0.22, "3/8"), ("W11", 0.20, "1/4"),
    ("W11", 0.27, "1/2")])
def test_how_near_the_misses_are(name: str, current: float, tied: str) -> None:
    assert replace(BY_NAME[name], current=current).pick() == tied


def verdicts(b: Board) -> dict[str, str]:
    return {h.id: VERDICTS[b.judgement.verdict[i, 0]] for i, h in enumerate(b.heads)}


def test_w7_an_eighth_never_gets_there_in_a_hard_tide() -> None:
    assert verdicts(BY_NAME["W7"].board())["1/8"] == "too-light"


def test_w11_five_eighths_crashes_to_the_bottom() -> None:
    """In a slight current; at 0.25 m/s, where 1/4 oz is only just, the model lets 5/8 pass."""
    said = verdicts(replace(BY_NAME["W11"], current=0.20).board())
    assert said["5/8"] == said["3/4"] == "too-heavy"


def test_w9_two_ounces_drag_in_the_open_surf() -> None:
    said = verdicts(BY_NAME["W9"].board())
    assert (said["3/4"], said["1"], said["2"]) == ("marginal", "right", "too-heavy")


def test_w16_three_ounces_are_only_just_enough_where_it_is_worst() -> None:
    assert verdicts(BY_NAME["W16, worst"].board())["3"] == "marginal"


def test_thin_line_gets_light_heads_down() -> None:
    thick, thin = (replace(BY_NAME["W7"], line_mm=mm).board() for mm in (0.28, 0.11))
    assert np.all(thin.holds.scope[1] <= np.nan_to_num(thick.holds.scope[1], nan=np.inf))
    light, heavy = (b.heads[int(b.picks["lightest-practical"][0])].mass for b in (thin, thick))
    assert light < heavy
