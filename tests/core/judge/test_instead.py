"""Where no head is right something is said that would do, and what is said does."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ilha.core.judge.board import Board, board
from ilha.core.judge.instead import Instead, nothing_right
from ilha.core.judge.schools import FITS_BADLY, FITS_WELL, VERDICTS
from ilha.core.move.cast import Rod
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, head, ladder

FAST = Conditions(np.array(6.0), np.array(0.9), 0.19e-3)
SCHOOL = "lightest-practical"


def told(b: Board, fit: int = FITS_WELL) -> Instead:
    assert b.picks[SCHOOL][0] < 0
    return nothing_right(b, np.array([0]), np.full(len(b.heads), fit))


def package(b: Board) -> np.ndarray:
    return np.broadcast_to(b.figures.package, b.shape)[:, 0]


@settings(max_examples=40, deadline=None)
@given(depth=st.floats(0.5, 20.0), speed=st.floats(0.0, 1.5), wind=st.floats(0.0, 14.0),
       most_g=st.floats(5.0, 60.0), steady=st.booleans())
def test_it_is_never_silent(
    depth: float, speed: float, wind: float, most_g: float, steady: bool
) -> None:
    cond = replace(FAST, depth=np.array(depth), surface_speed=np.array(speed), wind=wind,
                   steady=steady)
    b = board(cond, JERK_127, ladder(), Rod(0.0, most_g / 1e3))
    if b.picks[SCHOOL][0] < 0:
        assert told(b) != Instead()


def test_a_head_of_the_least_mass_is_no_longer_swept_off() -> None:
    light = board(FAST, JERK_127, ladder()[:3])
    found = told(light)
    assert found.least is not None
    assert found.least[0] > max(h.mass for h in light.heads)
    for share, swept in ((0.9, True), (1.02, False)):
        b = board(FAST, JERK_127, [head(share * found.least[0] * 1e3)])
        assert (VERDICTS[b.judgement.verdict[0, 0]] == "too-light") == swept, share


def test_a_rod_so_much_stouter_throws_what_is_right() -> None:
    weak = board(FAST, JERK_127, ladder(), Rod(0.0, 0.020))
    found = told(weak)
    assert found.over is not None
    assert found.all_over is None
    stouter = Rod(0.0, 0.020 + found.over + 1e-6)
    assert board(FAST, JERK_127, ladder(), stouter).picks[SCHOOL][0] >= 0
    assert board(FAST, JERK_127, ladder(), Rod(0.0, 0.019 + found.over)).picks[SCHOOL][0] < 0


def test_all_over_the_rod_is_told_by_the_lightest() -> None:
    b = board(FAST, JERK_127, ladder(), Rod(0.0, 0.010))
    assert told(b) == Instead(all_over=pytest.approx(float(package(b).min()) - 0.010))


def test_a_hook_that_goes_badly_is_told_before_the_weight() -> None:
    fit = np.full(len(ladder()), FITS_BADLY)
    b = board(FAST, JERK_127, ladder(), fit=fit)
    found = told(b, FITS_BADLY)
    assert found.hooks
    assert (found.least, found.lighter, found.over) == (None, False, None)
