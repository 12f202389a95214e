"""Inversions: they give back what they were made from, by the short way and the long."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import NotConverged
from ilha.core.move.hold import hold
from ilha.core.move.invert import CURRENT_MAX, Held, _solve, greatest_current, least_mass
from ilha.core.rig.assembly import assemble
from ilha.core.water.flow import SEVENTH_ROOT
from tests.rigs import JERK_127, NU, RHO, ladder, plastic

A = np.array
BODY = assemble(JERK_127, ladder())
WEIGHT = BODY.wet_weight(RHO)


def greatest(
    depth: np.ndarray, limit: float = 3.0, line: float = 0.19e-3, **kw: float
) -> np.ndarray:
    held = Held(WEIGHT, BODY.drag_area, A(line), depth, A(1.5), A(RHO), A(NU), SEVENTH_ROOT,
                **kw)  # type: ignore[arg-type]
    return greatest_current(held, limit)


@pytest.mark.parametrize("limit", [1.2, 1.5, 3.0])
def test_the_greatest_current_gives_the_limit_back(limit: float) -> None:
    depth = A([0.5, 4.0, 18.0])
    u = greatest(depth, limit)
    back = hold(WEIGHT, BODY.drag_area, 0.19e-3, depth, 1.5, u, rho=RHO, nu=NU)
    below = u < CURRENT_MAX * 0.999
    assert below.sum() > 20
    assert back.scope[below] == pytest.approx(limit, rel=2e-3)


@pytest.mark.parametrize(("shallow", "deep"), [(0.11, 1.3), (3.0, 5.0), (15.0, 18.0)])
def test_the_day_by_a_few_depths_is_the_day_by_all(shallow: float, deep: float) -> None:
    depth = 0.5 * (shallow + deep) + 0.5 * (deep - shallow) * np.sin(np.linspace(0.0, 12.0, 145))
    whole = greatest(depth)
    for t in range(0, 145, 29):
        assert whole[:, t] == pytest.approx(greatest(depth[t : t + 1])[:, 0], rel=1e-3)


def test_equal_depths_all_day_take_the_long_way() -> None:
    u = greatest(np.full(60, 4.0))
    assert np.ptp(u, axis=1).max() < 1e-3


def test_heavier_heads_and_thinner_lines_bear_more() -> None:
    assert np.all(np.diff(greatest(A([4.0])), axis=0) > 0.0)
    assert np.all(greatest(A([4.0]), line=0.12e-3) > greatest(A([4.0])))


def test_a_rig_that_floats_bears_nothing() -> None:
    cork = assemble(plastic(127, 14, 16, 10.5, "straight", density=500.0), ladder({"1/8": 0.125}))
    held = Held(cork.wet_weight(RHO), cork.drag_area, A(0.19e-3), A([4.0]), A(1.5), A(RHO), A(NU),
                SEVENTH_ROOT)
    assert np.isnan(greatest_current(held, 3.0)).all()


def test_a_boat_at_a_fixed_drift_bears_a_band_around_it() -> None:
    u = greatest(A([4.0]), drift_speed=0.3)
    still = greatest(A([4.0]))
    assert np.all(u > still)
    assert np.all(u > 0.3)


def test_a_boat_that_outruns_every_line_bears_nothing() -> None:
    fast = greatest(A([18.0]), drift_speed=1.5, drift_follows=True)
    assert np.isnan(fast[0, 0])


def mass(current: np.ndarray, limit: float = 3.0) -> np.ndarray:
    heads = ladder()
    held = Held(WEIGHT, BODY.drag_area, A(0.19e-3), A([4.0]), A(1.5), A(RHO), A(NU), SEVENTH_ROOT)
    return least_mass(lambda m: assemble(JERK_127, heads, m), BODY, held, current, limit)


def test_in_slack_water_no_head_is_needed() -> None:
    assert np.all(mass(A([0.0, 0.05])) == 0.0)


def test_nothing_holds_in_a_torrent() -> None:
    assert np.isnan(mass(A([5.0]))).all()


def test_bottom_contact_needs_more_than_the_lightest_practical() -> None:
    u = A([0.3, 0.5, 0.7])
    assert np.all(mass(u, 1.5) > mass(u, 3.0))


def test_the_solver_takes_the_nearer_end_where_nothing_crosses() -> None:
    always = _solve(lambda x: x + 10.0, A([0.5]), 1.0, 0.0, 1.0)
    never = _solve(lambda x: x - 10.0, A([0.5]), 1.0, 0.0, 1.0)
    assert (float(always[0]), float(never[0])) == (0.0, 1.0)


def test_the_solver_says_when_it_does_not_settle() -> None:
    with pytest.raises(NotConverged, match="did not settle"):
        _solve(lambda x: np.where(np.isfinite(x), np.nan, x), A([0.5]), 1.0, 0.0, 1.0)
