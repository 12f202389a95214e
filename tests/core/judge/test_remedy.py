"""What would put a head right: and that it does."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.judge.board import Board, board
from ilha.core.judge.remedy import remedies
from ilha.core.judge.schools import RIGHT, TOO_HEAVY
from ilha.core.rig.bodies import Head
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, head, ladder

A = np.array
DAY = Conditions(A(4.2), np.abs(0.7 * np.cos(np.linspace(0.0, 6.28, 40))), 0.19e-3)


def tried(heads: list[Head] | None = None, cond: Conditions = DAY, **kw: str) -> Board:
    return board(cond, JERK_127, heads or ladder(), **kw)


def cells(b: Board, found: np.ndarray) -> list[tuple[int, int]]:
    return [(int(i), int(t)) for i, t in zip(*np.nonzero(found), strict=True)]


@pytest.mark.parametrize("school", ["lightest-practical", "bottom-contact", "down-then-work"])
def test_the_weight_named_is_right_and_none_between_is(school: str) -> None:
    b = tried(school=school)
    fix = remedies(b).weight
    mass = [h.mass for h in b.heads]
    told = cells(b, fix >= 0)
    assert len(told) > 30
    for i, t in told:
        other = fix[i, t]
        assert b.judgement.verdict[other, t] == RIGHT
        assert b.judgement.verdict[i, t] != RIGHT
        heavier = b.judgement.verdict[i, t] != TOO_HEAVY
        assert (mass[other] > mass[i]) == heavier
        low, high = sorted((mass[i], mass[other]))
        between = [k for k, m in enumerate(mass) if low < m < high]
        assert all(b.judgement.verdict[k, t] != RIGHT for k in between)


def test_the_hour_named_is_the_first_at_which_it_is_right() -> None:
    b = tried()
    wait = remedies(b).wait
    told = cells(b, wait >= 0)
    assert told
    for i, t in told:
        later = b.judgement.verdict[i, t:] == RIGHT
        assert wait[i, t] == t + int(np.argmax(later))
    assert np.all(wait[b.judgement.verdict == RIGHT] == -1)


def test_the_line_named_lets_it_hold_and_the_next_thicker_does_not() -> None:
    b = tried()
    lines = [0.10e-3, 0.13e-3, 0.15e-3, 0.17e-3, 0.19e-3]
    fix = remedies(b, lines).line
    told = cells(b, np.isfinite(fix))
    assert told
    for i, t in told[::7]:
        d = float(fix[i, t])
        one = replace(DAY, surface_speed=DAY.surface_speed[t])
        thin = tried([b.heads[i]], replace(one, line_diameter=d))
        assert thin.holds.scope[1, 0, 0] <= 3.0
        assert thin.holds.scope[2, 0, 0] <= 3.0
        thicker = min(x for x in lines if x > d)
        thick = tried([b.heads[i]], replace(one, line_diameter=thicker))
        assert not (thick.holds.scope[2, 0, 0] <= 3.0)


def test_another_shape_of_the_same_weight() -> None:
    # A belly weight hangs; the ball of its mass plunges. The shape is the cure, not the weight.
    box = [head(7.0, "belly-weighted", (1.2, 1.1, 13), 32.0, 50.0, "belly"), head(7.0, name="ball"),
           head(14.0, name="big")]
    b = tried(box, replace(DAY, surface_speed=A([0.1])))
    fix = remedies(b)
    assert b.judgement.verdict[1, 0] == TOO_HEAVY
    assert fix.shape[1, 0] == 0
    assert fix.shape[2, 0] == -1


def test_a_box_of_one_head_and_one_hour_has_only_the_line_to_change() -> None:
    one = tried([ladder()[0]], replace(DAY, surface_speed=A([0.5])))
    fix = remedies(one)
    assert (fix.weight[0, 0], fix.shape[0, 0], fix.wait[0, 0]) == (-1, -1, -1)


def test_a_right_head_needs_no_change() -> None:
    b = tried()
    right = b.judgement.verdict == RIGHT
    fix = remedies(b)
    assert np.all(fix.weight[right] == -1)
    assert np.all(fix.shape[right] == -1)
    assert np.isnan(fix.line[right]).all()
