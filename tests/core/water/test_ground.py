"""The bottom along the cast, and what shelters the current."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.choose.retrieves import RETRIEVES, touches
from ilha.core.errors import DomainError
from ilha.core.judge.board import board
from ilha.core.water.conditions import Conditions
from ilha.core.water.flow import Profile
from ilha.core.water.ground import Ground
from tests.rigs import JERK_127, ladder

LEDGE = Ground(((0.0, 8.0), (12.0, 7.5), (14.0, 4.0), (30.0, 3.0)))


def test_it_is_straight_between_its_points_and_level_beyond() -> None:
    assert float(LEDGE.depth(13.0)) == pytest.approx(5.75)
    assert float(LEDGE.depth(60.0)) == 3.0
    assert float(LEDGE.deeper(12.0, 30.0)) == pytest.approx(4.5)
    assert float(LEDGE.under(0.1, 30.0, 12.0)) == 0.05


@pytest.mark.parametrize(("pairs", "says"), [
    ([[0.0, 1.0]], "two points"), ([[5.0, 1.0], [5.0, 2.0]], "outwards"),
    ([[0.0, 1.0, 2.0], [5.0, 2.0, 1.0]], "a distance and a depth"),
    ([[-1.0, 1.0], [5.0, 2.0]], "at least 0"),
])
def test_what_is_no_bottom_is_refused(pairs: list[list[float]], says: str) -> None:
    with pytest.raises(DomainError, match=says):
        Ground.of(pairs)
    assert Ground.of(None) is None


def test_a_level_bottom_changes_nothing() -> None:
    level = Ground(((0.0, 4.0), (50.0, 4.0)))
    for fall in ("fed", "held"):
        a, b = (board(Conditions(np.array([4.0]), np.array([0.3]), 1.9e-4, fall=fall, ground=g),
                      JERK_127, ladder()) for g in (None, level))
        assert np.allclose(a.count, b.count, rtol=1e-9, equal_nan=True)


@pytest.mark.parametrize("towards", [0.1, -0.1])
def test_a_held_fall_ends_at_the_depth_where_it_comes_in(towards: float) -> None:
    """It lands nearer the rod: a bottom that falls towards the rod is met later."""
    depth, cast = 5.0, 25.0
    ground = Ground(((0.0, depth + towards * cast), (cast, depth)))
    b = board(Conditions(np.array([depth]), np.array([0.0]), 1.9e-4, fall="held", cast=cast,
                         ground=ground), JERK_127, ladder())
    there = depth + towards * b.beyond[:, 0]
    level = board(Conditions(np.array([float(np.median(there))]), np.array([0.0]), 1.9e-4,
                             fall="held", cast=cast), JERK_127, ladder())
    assert b.figures.falling.depth[:, 0] == pytest.approx(there, rel=0.02)
    assert float(np.median(b.count)) == pytest.approx(float(np.median(level.count)), rel=0.05)


def test_a_fed_fall_down_current_ends_where_the_current_took_it() -> None:
    ground = Ground(((0.0, 3.0), (25.0, 5.0), (50.0, 7.0)))
    across, along = (board(Conditions(np.array([5.0]), np.array([0.4]), 1.9e-4, cast=25.0,
                                      cast_angle_deg=angle, ground=ground), JERK_127, ladder())
                     for angle in (90.0, 0.0))
    assert across.figures.falling.depth == pytest.approx(5.0)
    assert np.all(along.count > across.count)


def test_it_is_followed_down_the_ledge_by_its_counts() -> None:
    way = RETRIEVES["down-ledge"]
    found = touches(way, LEDGE, 30.0, 0.8)
    longest = max(found, key=lambda t: t.count)
    assert 12.0 <= longest.away <= 14.0
    # Lift and fall away, over the speed: 0.5 m and 0.7 m of a slope of 1.75, at 0.8 m/s.
    assert longest.count == pytest.approx((way.lift_m + 0.7 * 1.75) / 0.8, rel=0.01)
    assert found[-1].away == 0.0
    assert touches(RETRIEVES["steady"], LEDGE, 30.0, 0.8) == []
    assert touches(way, LEDGE, 30.0, float("nan")) == []


def test_what_shelters() -> None:
    slow, jet = (Profile("seventh-root", 0.0, kind) for kind in ("slow-below", "jet"))
    even = Profile()
    assert float(slow.share(0.2, 1.0)) == pytest.approx(0.3 * float(even.share(0.2, 1.0)))
    assert float(slow.share(0.8, 1.0)) == float(even.share(0.8, 1.0))
    assert float(jet.share(0.5, 1.0)) == pytest.approx(1.5 * float(even.share(0.5, 1.0)))
    assert jet.mean_share == pytest.approx(1.5 * even.mean_share, rel=2e-3)
    assert 0.6 * even.mean_share < slow.mean_share < 0.75 * even.mean_share
    with pytest.raises(DomainError, match=r"flow\.shelter"):
        Profile("seventh-root", 0.0, "reef")


def test_slow_below_it_drifts_less_and_in_a_jet_further() -> None:
    leads = [float(np.nanmedian(board(
        Conditions(np.array([5.0]), np.array([0.4]), 1.9e-4, shelter=kind), JERK_127,
        ladder()).lead)) for kind in ("slow-below", "even", "jet")]
    assert leads[0] < leads[1]
    assert leads[2] == pytest.approx(1.5 * leads[1], rel=1e-3)
