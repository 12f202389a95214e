"""The current with height, over bare ground and in weed."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.move.hold import hold
from ilha.core.water.flow import CANOPY_DECAY, SEVENTH_ROOT, UNIFORM, Profile, speed_at
from tests.rigs import NU, RHO

WEED = Profile("seventh-root", 0.8)


def test_weed_slows_the_current_inside_it_and_nowhere_else() -> None:
    z = np.linspace(0.05, 4.0, 80)
    bare, weedy = SEVENTH_ROOT.share(z, 4.0), WEED.share(z, 4.0)
    assert weedy[z >= 0.8] == pytest.approx(bare[z >= 0.8])
    assert np.all(weedy[z < 0.79] < bare[z < 0.79])
    assert np.all(np.diff(weedy) > 0.0)


def test_it_falls_off_by_the_canopy_law() -> None:
    # Cionco 1965: U(z)/U(h) = exp(a (z/h - 1)).
    top = float(WEED.share(0.8, 4.0))
    assert float(WEED.share(0.4, 4.0)) == pytest.approx(top * np.exp(-0.5 * CANOPY_DECAY))
    below, above = WEED.share(0.8 - 1e-9, 4.0), WEED.share(0.8 + 1e-9, 4.0)
    assert float(below) == pytest.approx(float(above))


def test_weed_up_to_the_surface_still_has_the_surface_current() -> None:
    tall = Profile("uniform", 2.0)
    assert float(tall.share(1.0, 1.0)) == 1.0
    assert float(tall.share(0.5, 1.0)) == pytest.approx(np.exp(-0.5 * CANOPY_DECAY))


def test_weed_lets_a_lighter_rig_hold() -> None:
    bare, weedy = (float(hold(0.06, 2e-4, 0.19e-3, 2.0, 1.5, 0.5, rho=RHO, nu=NU, profile=p).scope)
                   for p in (SEVENTH_ROOT, Profile("seventh-root", 0.7)))
    assert weedy < bare


def test_no_weed_is_weed_of_no_height() -> None:
    z = np.linspace(0.01, 3.0, 30)
    thin = Profile("seventh-root", 1e-9).share(z, 3.0)
    assert thin == pytest.approx(SEVENTH_ROOT.share(z, 3.0))
    assert float(speed_at(0.7, 0.2, 3.0, UNIFORM)) == 0.7


@pytest.mark.parametrize("height", [-0.1, np.nan, np.inf])
def test_a_bad_height_of_weed_is_named(height: float) -> None:
    with pytest.raises(DomainError, match=r"`mark\.cover_height_m` must be at least 0 m"):
        Profile("seventh-root", height)


def test_the_mean_over_the_water_column() -> None:
    z = np.linspace(0.0, 1.0, 200001)[1:]
    assert SEVENTH_ROOT.mean_share == pytest.approx(np.mean(SEVENTH_ROOT.share(z, 1.0)), abs=1e-4)
    assert UNIFORM.mean_share == 1.0
