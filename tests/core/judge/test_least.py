"""The least weight that does the job, which heads are held against."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ilha.core.judge.least import MASSES, least_that_does
from ilha.core.water.conditions import Conditions
from tests.rigs import BULKY_102, PADDLE_76

SURF = {"steady": True, "swell_m": 0.8, "retrieve_speed": 0.9, "cast": 40.0, "tip_height": 2.2,
        "line_diameter": 0.28e-3}


@pytest.mark.parametrize("current", [0.1, 0.3])
@pytest.mark.parametrize("how", [SURF, {"steady": True, "line_diameter": 0.19e-3},
                                 {"line_diameter": 0.19e-3},
                                 {"line_diameter": 0.19e-3, "fall": "held"}])
def test_a_wind_never_makes_it_lighter_than_none(how: dict[str, Any], current: float) -> None:
    """Common practice, no source: in a wind one ties on more. Where it leaves none right, what the
    water makes marginal is not taken for what the wind does."""
    found = np.array([least_that_does(
        Conditions(np.asarray(3.0), np.asarray(current), wind=wind, **how), [PADDLE_76, BULKY_102],
        "lightest-practical") for wind in np.arange(0.0, 13.0)])
    assert np.all(found >= found[0])
    if "steady" not in how:
        assert np.all(found[-1] > found[0])
    assert np.all(np.isin(found, MASSES))
