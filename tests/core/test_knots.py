"""Few of many steps: none is read between that jumps about."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ilha.core.judge.board import board
from ilha.core.knots import knots, spread
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, ladder

STEPS = 145
TIME = np.linspace(0.0, 4.0 * np.pi, STEPS)


@settings(max_examples=60)
@given(st.floats(0.1, 3.0), st.floats(0.0, 1.0), st.floats(0.5, 4.0))
def test_nothing_is_off_the_straight_line_by_more_than_its_tolerance(
    rise: float, run: float, often: float
) -> None:
    depth, current = 4.0 + rise * np.sin(often * TIME), run * np.abs(np.cos(often * TIME))
    at = knots([(depth, 0.03), (current, 0.02)], STEPS)
    assert (at[0], at[-1]) == (0, STEPS - 1)
    assert np.all(np.abs(spread(depth[at], at, STEPS) - depth) <= 0.03 + 1e-12)
    assert np.all(np.abs(spread(current[at], at, STEPS) - current) <= 0.02 + 1e-12)


def test_a_smooth_day_has_few_and_a_list_that_jumps_has_all() -> None:
    smooth = knots([(4.0 + np.sin(TIME), 0.05)], STEPS)
    assert smooth.size < 40
    jumps = knots([(np.random.default_rng(1).uniform(2.0, 9.0, STEPS), 0.05)], STEPS)
    assert jumps.size == STEPS
    assert knots([(np.array([3.0]), 0.1)], STEPS).size == 2
    assert knots([(np.array([3.0, 9.0, 3.0]), 0.1)], 3).tolist() == [0, 1, 2]


def test_what_is_read_between_keeps_its_gaps() -> None:
    at = np.array([0, 4, 8])
    got = spread(np.array([1.0, np.nan, 3.0]), at, 9)
    assert np.isnan(got[4])
    assert (got[0], got[8]) == (1.0, 3.0)


@pytest.mark.parametrize("jumps", [False, True])
def test_a_list_of_steps_is_judged_as_each_of_them_alone(jumps: bool) -> None:
    """Swum back, over a day and over a list in no order: verdicts and bands of speed."""
    rng = np.random.default_rng(3)
    depth = rng.uniform(2.0, 8.0, 61) if jumps else 4.0 + np.sin(TIME[:61])
    current = rng.uniform(0.0, 0.5, 61) if jumps else 0.4 * np.abs(np.cos(TIME[:61]))
    water = {"line_diameter": 1.9e-4, "steady": True, "retrieve_speed": 0.7,
             "cast_angle_deg": 45.0}
    many = board(Conditions(depth, current, **water), JERK_127, ladder())  # type: ignore[arg-type]
    same, bands = [], []
    for i in range(0, 61, 5):
        one = board(Conditions(depth[i:i + 1], current[i:i + 1], **water), JERK_127,  # type: ignore[arg-type]
                    ladder())
        same.append(one.judgement.verdict[:, 0] == many.judgement.verdict[:, i])
        bands.append(one.retrieve.speed_high[:, 0] - many.retrieve.speed_high[:, i])
    assert np.mean(same) > (0.999 if jumps else 0.97)
    off = np.concatenate(bands)
    assert np.nanmax(np.abs(off)) < (1e-5 if jumps else 0.25)
