"""A drifting boat against vector sums worked by hand."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.judge.day import day
from ilha.core.move.drift import Boat, drift, leeway_seen
from ilha.core.move.hold import hold
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.tide.tideway import Typed, tideway
from ilha.core.water.conditions import Conditions
from ilha.core.water.flow import SEVENTH_ROOT, UNIFORM


def A(*values: float) -> np.ndarray:
    return np.array(values, dtype=float)


def test_way_over_the_ground_by_hand() -> None:
    """Flood to the east at 0.4 m/s, wind from the south giving 0.3: 3-4-5, so 0.5 m/s; the course
    is atan2(0.4 east, 0.3 north) = 53.13° from north."""
    found = drift(Boat(0.3, 180.0, 90.0), A(0.4, -0.4), UNIFORM)
    assert found.over_ground == pytest.approx([0.5, 0.5])
    assert found.to_deg == pytest.approx([53.13, 306.87], abs=0.01)


def test_the_water_past_the_line_by_hand() -> None:
    """At the bottom of 4 m, seventh root at 0.05 m: s = (0.0125)^(1/7) = 0.535; the shear is
    0.4 * 0.465 = 0.186 m/s, square to a leeway of 0.3: hypot = 0.353. At the surface 0.3."""
    found = drift(Boat(0.3, 180.0, 90.0), A(0.4), SEVENTH_ROOT)
    assert found.past(0.05, 4.0) == pytest.approx([0.353], abs=0.001)
    assert found.past(4.0, 4.0) == pytest.approx([0.3])


def test_with_and_against_the_current() -> None:
    """Down the wind with the current nothing turns; against it the shear takes off the leeway."""
    along = drift(Boat(0.2, 270.0, 90.0), A(0.4), SEVENTH_ROOT)
    assert along.current_share == pytest.approx([1.0])
    assert along.wind_share == pytest.approx([1.0])
    assert along.past(0.05, 4.0) == pytest.approx([0.2 + 0.186], abs=0.001)
    against = drift(Boat(0.2, 90.0, 90.0), A(0.4), SEVENTH_ROOT)
    assert against.past(0.05, 4.0) == pytest.approx([0.014], abs=0.001)
    assert against.over_ground == pytest.approx([0.2])
    # The mean of the water past the line goes with the wind: 0.2 against 0.4 / 8.
    assert against.wind_share == pytest.approx([1.0])
    assert against.current_share == pytest.approx([-1.0])


def test_unknown_directions_are_along_the_current() -> None:
    for boat in (Boat(0.2), Boat(0.2, 40.0), Boat(0.2, None, 40.0)):
        found = drift(boat, A(-0.3, 0.3), SEVENTH_ROOT)
        assert found.to_deg is None
        assert found.over_ground == pytest.approx([0.5, 0.5])
        assert found.current_share == pytest.approx([1.0, 1.0])


def test_calm_and_slack_have_no_direction() -> None:
    found = drift(Boat(0.0, 0.0, 90.0), A(0.0), SEVENTH_ROOT)
    assert np.isfinite([found.over_ground, found.current_share, found.wind_share]).all()


@pytest.mark.parametrize("wind_from", [0.0, 90.0, 200.0, 300.0])
def test_what_is_seen_gives_the_leeway_back(wind_from: float) -> None:
    boat = Boat(0.25, wind_from, 70.0)
    seen = float(drift(boat, A(0.2), SEVENTH_ROOT).over_ground[0])
    assert leeway_seen(seen, boat, 0.2) == pytest.approx(0.25)


def test_a_drift_that_cannot_be() -> None:
    with pytest.raises(DomainError, match=r"does not fit a current of 0\.50 m/s"):
        leeway_seen(0.1, Boat(0.0, 180.0, 90.0), 0.5)


def test_the_line_hangs_in_the_plane_of_the_mean() -> None:
    """Across: the plane's line against one solved in a flow of the full strength at each depth."""
    depth, diameter = 15.0, 0.19e-3
    found = drift(Boat(0.2, 180.0, 90.0), A(0.3), SEVENTH_ROOT)
    rig = {"rho": 1025.0, "nu": 1.1e-6}
    c, k = float(found.current_share[0]), float(found.wind_share[0])
    plane = hold(0.1, 3e-4, diameter, depth, 1.0, c * 0.3, drift_speed=c * 0.3 + k * 0.2, **rig)
    # No less than leeway alone, no more than leeway and shear in line.
    least = hold(0.1, 3e-4, diameter, depth, 1.0, 0.0, drift_speed=0.2, **rig)
    most = hold(0.1, 3e-4, diameter, depth, 1.0, 0.3, drift_speed=0.5, **rig)
    assert float(least.scope) < float(plane.scope) < float(most.scope)


def test_a_day_adrift_follows_the_wind() -> None:
    way = tideway(np.arange(6) * 600.0, 15.0, None, None, Typed(speed=0.3))
    plastic = Plastic(0.127, 0.014, 0.016, 0.0105, 1080.0, "straight")
    heads = [Head("a", 0.0106, 11340.0, "ball", 0.0012)]
    cond = Conditions(15.0, 0.3, 0.19e-3)
    scopes = {}
    for wind_from in (None, 90.0, 180.0, 270.0):
        made = day(way, cond, plastic, heads, None, "lightest-practical",
                   drifting=drift(Boat(0.15, wind_from, 90.0), way.stream, SEVENTH_ROOT))
        assert made.board is not None
        scopes[wind_from] = float(made.board.holds.scope[1, 0, 0])
    assert scopes[None] == pytest.approx(scopes[270.0])
    assert scopes[90.0] < scopes[180.0] < scopes[270.0]
