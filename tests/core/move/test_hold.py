"""The held line: limits, monotony, symmetry, its drawn shape."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.move.climb import height_share
from ilha.core.move.hold import SCOPE_NEVER, Hold, hold, lowest_height
from ilha.core.rig.tackle import Sinker
from ilha.core.water.flow import SEVENTH_ROOT, UNIFORM, Profile, line_drag_coefficient, speed_at
from ilha.core.water.line import Leader
from tests.rigs import NU, RHO

BASE: dict[str, Any] = {"weight": 0.08, "drag_area": 2e-4, "diameter": 0.19e-3, "depth": 4.0,
                        "tip_height": 1.5, "surface_speed": 0.45}


def held(**change: Any) -> Hold:
    args = {**BASE, **change}
    names = ("weight", "drag_area", "diameter", "depth", "tip_height", "surface_speed")
    rest = {k: v for k, v in args.items() if k not in names}
    return hold(*(args[n] for n in names), rho=RHO, nu=NU, **rest)


def test_slack_water_hangs_the_line_straight_down() -> None:
    slack = held(surface_speed=0.0)
    assert float(slack.line_out) == pytest.approx(4.0 + 1.5 - 0.05)
    assert float(slack.span) == 0.0
    assert float(np.degrees(slack.tip_angle)) == pytest.approx(90.0)
    assert float(slack.tension) == pytest.approx(0.08)


@pytest.mark.parametrize(("name", "values", "grows"), [
    ("weight", [0.06, 0.08, 0.12, 0.3], False),
    ("drag_area", [0.5e-4, 2e-4, 5e-4], True),
    ("diameter", [0.1e-3, 0.15e-3, 0.19e-3], True),
    ("surface_speed", [0.0, 0.1, 0.3, 0.45], True),
])
def test_scope_is_monotone(name: str, values: list[float], grows: bool) -> None:
    scope = held(**{name: np.array(values)}).scope
    steps = np.diff(scope)
    assert np.all(steps > 0.0) if grows else np.all(steps < 0.0)


def test_a_uniform_current_is_worse_than_the_seventh_root() -> None:
    assert float(held(profile=UNIFORM).scope) > float(held().scope)


def test_single_precision_is_as_good_as_double() -> None:
    """Within a hundred thousandth, where it holds; what never holds is the same."""
    rng = np.random.default_rng(8)
    many = {"weight": rng.uniform(0.03, 0.4, 600), "drag_area": rng.uniform(5e-5, 6e-4, 600),
            "depth": rng.uniform(0.5, 40.0, 600), "surface_speed": rng.uniform(0.0, 1.2, 600),
            "diameter": rng.uniform(0.1e-3, 0.4e-3, 600), "drift_speed": rng.uniform(0.0, 0.3, 600)}
    sinker = Sinker(np.asarray(0.3), np.asarray(3e-4), 0.0, 0.8, 0.3e-3)
    for more in ({}, {"line_density": 1140.0}, {"leader": Leader(0.5e-3, 1.5)}, {"tackle": sinker}):
        single, double = held(**many, **more), held(**many, **more, exact=True)
        assert np.mean(double.never) < 0.6
        assert np.mean(single.never != double.never) <= 1.0 / 600.0
        for name in ("scope", "line_out", "tension", "tip_angle"):
            one, other = getattr(single, name), getattr(double, name)
            assert np.nanmax(np.abs(one / other - 1.0)) < 5e-5, name
        assert np.nanmax(np.abs(single.span - double.span) / (1.0 + np.abs(double.span))) < 1e-4


def test_drifting_as_fast_as_a_uniform_current_is_slack() -> None:
    both = held(profile=UNIFORM, drift_speed=0.45)
    assert float(both.scope) == pytest.approx(float(held(surface_speed=0.0).scope))


def test_a_flow_from_the_other_side_mirrors_the_line() -> None:
    one, other = held(), held(surface_speed=-0.45)
    assert float(one.span) == pytest.approx(-float(other.span))
    assert float(one.scope) == pytest.approx(float(other.scope))


def test_never_has_no_number_but_still_grows_with_the_current() -> None:
    far = held(surface_speed=np.array([1.0, 1.2, 3.0, 5.0]))
    assert far.never.all()
    for value in (far.scope, far.line_out, far.span, far.tension, far.tip_angle):
        assert np.isnan(value).all()
    assert np.all(np.diff(far.y_top) > 0.0)


def test_scope_never_exceeds_its_bound() -> None:
    scope = held(surface_speed=np.linspace(0.0, 1.5, 300)).scope
    assert np.nanmax(scope) <= SCOPE_NEVER


def test_a_rig_without_weight_gives_nothing() -> None:
    assert np.isnan(held(weight=np.nan).scope)


def test_more_steps_change_little() -> None:
    speeds = np.linspace(0.05, 0.55, 40)
    few, many = held(surface_speed=speeds), held(surface_speed=speeds, steps=200)
    assert np.nanmax(np.abs(few.scope / many.scope - 1.0)) < 3e-3


def test_the_trace_runs_from_the_rig_to_the_surface() -> None:
    drawn = held(trace=True)
    assert drawn.trace is not None
    z, spans = drawn.trace
    assert float(z[0]) == pytest.approx(0.05)
    assert float(z[-1]) == pytest.approx(4.0)
    assert float(spans[0]) == 0.0
    assert np.all(np.diff(spans) > 0.0)
    # From the surface it goes straight to the tip.
    air = 1.5 * np.sinh(float(drawn.y_top))
    assert float(spans[-1]) + air == pytest.approx(float(drawn.span))
    # The line is at least as long as its chords.
    chords = np.hypot(np.diff(spans), np.diff(z)).sum() + np.hypot(air, 1.5)
    assert chords <= float(drawn.line_out) * 1.001
    assert chords == pytest.approx(float(drawn.line_out), rel=0.01)


def test_the_trace_and_the_totals_agree() -> None:
    speeds = np.array([0.1, 0.3, 0.45])
    with_shape, without = held(surface_speed=speeds, trace=True), held(surface_speed=speeds)
    assert with_shape.line_out == pytest.approx(without.line_out, rel=1e-12)
    # Added up in another order, in single precision.
    assert with_shape.span == pytest.approx(without.span, rel=1e-6)


def test_shallow_water_keeps_the_rig_at_half_the_depth() -> None:
    assert float(lowest_height(0.06)) == 0.03
    assert float(lowest_height(8.0)) == 0.05
    assert np.isfinite(held(depth=0.06, surface_speed=0.2).scope)


def test_height_shares_run_from_nothing_to_one() -> None:
    share = height_share(np.linspace(0.0, 1.0, 101))
    assert (share[0], share[-1]) == (0.0, pytest.approx(1.0))
    assert np.all(np.diff(share) > 0.0)


@pytest.mark.parametrize("change", [{"depth": 0.0}, {"depth": -1.0}, {"diameter": 0.0},
                                    {"depth": np.nan}])
def test_bad_geometry_raises(change: dict[str, float]) -> None:
    with pytest.raises(DomainError):
        held(**change)


def test_unknown_profile_is_named() -> None:
    with pytest.raises(DomainError, match=r"flow\.profile"):
        Profile("log")


def test_current_profile_and_line_drag() -> None:
    assert float(speed_at(0.5, 4.0, 4.0, SEVENTH_ROOT)) == 0.5
    assert float(speed_at(0.5, 4.0 / 128, 4.0, SEVENTH_ROOT)) == pytest.approx(0.25)
    assert float(speed_at(0.5, 0.1, 4.0, UNIFORM)) == 0.5
    # White's fit at Re 1000: 1 + 10/100.
    assert float(line_drag_coefficient(1000.0)) == pytest.approx(1.1)


def test_a_rig_hung_higher_has_less_line_out() -> None:
    still = held(surface_speed=0.0, height=np.array([0.05, 1.0, 3.0]))
    assert still.line_out == pytest.approx([5.45, 4.5, 2.5])
    assert still.lure == pytest.approx([0.05, 1.0, 3.0])
    # In a current, less of it is in the stream.
    assert np.all(np.diff(held(height=np.array([0.05, 1.0, 3.0])).span) < 0.0)


def test_a_leader_of_the_lines_own_kind_is_line_with_a_constant_drag_too() -> None:
    for cd in (None, 1.2):
        one, other = held(cd=cd), held(cd=cd, leader=Leader(0.19e-3, 1.0))
        assert float(other.scope) == pytest.approx(float(one.scope), rel=3e-3)
    assert float(held(cd=1.2, leader=Leader(0.5e-3, 2.0)).scope) > float(held(cd=1.2).scope)


def test_a_line_gone_flat_says_how_far_up_it_got() -> None:
    """The stronger the current the nearer the bottom it goes flat, to either side alike."""
    far = held(surface_speed=np.array([1.5, 3.0, -1.5, -3.0]))
    assert far.never.all()
    assert far.y_top[2:] == pytest.approx(far.y_top[:2])
    # Y_NEVER over the share of the depth at which it does: between the bottom and the surface.
    assert np.all((far.y_top > 6.0) & (far.y_top < 6.0 * 4.0 / 0.05))
