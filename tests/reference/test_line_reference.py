"""The line in the current: exact catenary, general integrator, check value."""

from __future__ import annotations

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from ilha.core.move.hold import hold, lowest_height
from ilha.core.water.flow import UNIFORM
from tests.rigs import NU, RHO

CT = 0.01


def test_check_value() -> None:
    # docs/model.md, section 3; from the prototype.
    held = hold(0.0735, 2.1e-4, 0.19e-3, 4.2, 1.5, 0.5, rho=RHO, nu=NU)
    assert float(held.scope) == pytest.approx(2.158, abs=0.0015)


@pytest.mark.parametrize("speed", [0.1, 0.3, 0.5, 0.8])
def test_uniform_flow_is_a_catenary(speed: float) -> None:
    """Pode 1951, David Taylor Model Basin report 687: constant load across the line, no skin
    friction: T constant, y linear in z, span = T/f (cosh y1 - cosh y0)."""
    weight, area, d, depth, cd = 0.12, 2e-4, 0.2e-3, 6.0, 1.4
    held = hold(weight, area, d, depth, 0.0, speed, rho=RHO, nu=NU, profile=UNIFORM, cd=cd,
                ct=0.0, steps=48, exact=True)
    f = 0.5 * RHO * cd * d * speed**2
    drag = 0.5 * RHO * area * speed**2
    tension = np.hypot(weight, drag)
    y0 = np.arcsinh(drag / weight)
    y1 = y0 + f * (depth - float(lowest_height(depth))) / tension
    assert float(held.tension) == pytest.approx(tension, rel=1e-12)
    assert float(held.span) == pytest.approx(tension / f * (np.cosh(y1) - np.cosh(y0)), rel=1e-5)
    length = tension / f * (np.sinh(y1) - np.sinh(y0))
    assert float(held.line_out) == pytest.approx(length, rel=1e-5)


def arc_length_scope(
    weight: float, area: float, d: float, depth: float, tip: float, speed: float
) -> float:
    """The same line by its arc length s: dtheta/ds, dT/ds, dx/ds, dz/ds; nothing of ours in it."""
    z0 = min(0.05, depth / 2.0)

    def slope(_: float, state: np.ndarray) -> list[float]:
        z, theta, tension = state
        u = speed * (z / depth) ** (1.0 / 7.0)
        re = max(u * np.sin(theta) * d / NU, 1e-12)
        cd = 1.0 + 10.0 * re ** (-2.0 / 3.0)
        across = 0.5 * RHO * cd * d * (u * np.sin(theta)) ** 2
        along = 0.5 * RHO * CT * np.pi * d * (u * np.cos(theta)) ** 2
        # Pull downstream turns the line towards the flow (theta, to the horizontal, falls).
        return [np.sin(theta), -across / tension, along]

    def at_surface(_: float, state: np.ndarray) -> float:
        return float(state[0] - depth)

    at_surface.terminal = True  # type: ignore[attr-defined]
    u0 = speed * (z0 / depth) ** (1.0 / 7.0)
    drag = 0.5 * RHO * area * u0**2
    start = [z0, np.arctan2(weight, drag), np.hypot(weight, drag)]
    run = solve_ivp(slope, (0.0, 40.0 * (depth + tip)), start, events=at_surface, rtol=1e-9,
                    atol=1e-10)
    if not run.t_events[0].size:
        return float("inf")
    theta = float(run.y_events[0][0][1])
    return float((run.t_events[0][0] + tip / np.sin(theta)) / (depth + tip))


def test_hold_against_solve_ivp_over_a_random_sweep() -> None:
    rng = np.random.default_rng(20261125)
    n = 150
    weight = np.exp(rng.uniform(np.log(0.02), np.log(0.6), n))
    area = np.exp(rng.uniform(np.log(5e-5), np.log(6e-4), n))
    d = rng.uniform(0.1e-3, 0.3e-3, n)
    depth = np.exp(rng.uniform(np.log(0.6), np.log(25.0), n))
    tip = rng.uniform(0.3, 3.0, n)
    speed = rng.uniform(0.03, 1.0, n)
    held = hold(weight, area, d, depth, tip, speed, rho=RHO, nu=NU)
    exact = np.array([arc_length_scope(*row) for row in
                      zip(weight, area, d, depth, tip, speed, strict=True)])
    under_ten = exact < 10.0
    assert under_ten.sum() > 70
    assert not np.any(held.never[under_ten])
    error = np.abs(held.scope[under_ten] / exact[under_ten] - 1.0)
    assert error.max() < 0.005
    # And what solve_ivp puts far out, ours does not call a hold.
    far = exact > 25.0
    assert far.sum() > 5
    assert np.all(held.never[far])
