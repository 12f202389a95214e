"""The least weight that does the job, which heads are held against."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ilha.core.judge.board import board
from ilha.core.judge.least import MASSES, least_that_does
from ilha.core.water.conditions import Conditions
from tests.rigs import BULKY_102, LADDER_OZ, PADDLE_76, ladder

SURF = {"steady": True, "swell_m": 0.8, "retrieve_speed": 0.9, "cast": 40.0, "tip_height": 2.2,
        "line_diameter": 0.28e-3}


@pytest.mark.parametrize("current", [0.1, 0.3])
@pytest.mark.parametrize("how", [SURF, {"steady": True, "line_diameter": 0.19e-3},
                                 {"line_diameter": 0.19e-3},
                                 {"line_diameter": 0.19e-3, "fall": "held"}])
def test_a_wind_never_makes_it_lighter_than_none(how: dict[str, Any], current: float) -> None:
    """Common practice, no source: in a wind one ties on more. Where it leaves none right, what the
    water makes marginal is not taken for what the wind does."""
    winds, plastics = np.arange(0.0, 13.0), [PADDLE_76, BULKY_102]
    found = np.array([least_that_does(
        Conditions(np.asarray(3.0), np.asarray(current), wind=wind, **how), plastics,
        "lightest-practical") for wind in winds])
    assert np.all(found >= found[0])
    if "steady" not in how:
        assert np.all(found[-1] > found[0])
    assert np.all(np.isin(found, MASSES))
    # So with what is picked on the Day.
    box = ladder(LADDER_OZ)
    for plastic in plastics:
        b = board(Conditions(np.full(13, 3.0), np.full(13, current), wind=winds, **how), plastic,
                  box)
        at = b.picks["lightest-practical"]
        picked = np.array([head.mass for head in box])[at]
        assert np.all(at >= 0)
        assert np.all(picked >= picked[0])
