"""Fed fall, swing, mixed fall and retrieve against the lumped-mass chain of chain.py.

The tolerances are what docs/model.md states. The chain itself is tried first: on a pendulum in a
vacuum's stead, on the exact catenary, and on halving its rods.
"""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.fall import fed_fall, swing
from ilha.core.flow import UNIFORM
from ilha.core.hold import hold
from ilha.core.retrieve import Water, distance_at
from ilha.core.rig import assemble
from tests.reference import chain
from tests.rigs import BULKY_102, NU, RHO, falling, head

A = np.array


def test_the_cores_held_line_is_at_rest_in_the_chain() -> None:
    """Put down on the core's curve in a uniform current it stays: one statics, two programs."""
    weight, area, d, u, depth = 0.06, 2e-4, 0.19e-3, 0.3, 3.0
    held = hold(weight, area, d, depth, 0.0, u, rho=RHO, nu=NU, profile=UNIFORM, height=1.0,
                steps=40, trace=True)
    assert held.trace is not None
    heights, spans = (np.ravel(v) for v in held.trace)
    curve = np.column_stack([float(held.span) - spans, heights - depth])
    along = np.append(0.0, np.cumsum(np.hypot(*np.diff(curve, axis=0).T)))
    even = np.linspace(0.0, along[-1], 17)
    x = np.column_stack([np.interp(even, along, curve[:, i]) for i in (0, 1)])
    c = chain.Chain(x, np.zeros_like(x), np.hypot(*np.diff(x, axis=0).T), weight,
                    0.5 * RHO * area, 0.012, d, A([0.0, 0.0]),
                    current=lambda z: np.full_like(z, u))
    for _ in range(1500):
        c.step(1e-3)
    assert c.x[0] == pytest.approx(x[0], abs=0.005)
    assert float(np.hypot(*c.v[0])) < 0.005


def test_the_chain_falls_freely_at_its_terminal_speed() -> None:
    seconds, drift = chain.fed_fall(0.08, 0.9, 6.0, 1e-6, 0.0, lambda z: 0.0 * z)
    # From rest, with quadratic drag, it is late by ln 2 m v/W; m is 2 W/g there.
    assert seconds == pytest.approx(6.0 / 0.9 + np.log(2.0) * 2.0 * 0.9 / 9.8, rel=2e-3)
    assert drift == 0.0


def test_halving_the_rods_moves_the_swing_little() -> None:
    coarse, fine = (chain.swing(0.0735, 0.84, 4.0, 0.19e-3, 25.0, 1.5, rods=n) for n in (36, 72))
    assert coarse == pytest.approx(fine, rel=0.02)


@pytest.mark.parametrize(("weight", "speed", "depth", "u", "line_mm", "pull"), [
    (0.0735, 0.84, 4.0, 0.5, 0.19, 0.01), (0.0796, 0.95, 18.0, 0.2, 0.11, 0.01),
    (0.0423, 0.64, 15.0, 0.1, 0.19, 0.01), (0.0735, 0.84, 9.0, 0.5, 0.19, 0.02),
])
def test_fed_fall(
    weight: float, speed: float, depth: float, u: float, line_mm: float, pull: float
) -> None:
    seconds, drift = chain.fed_fall(
        weight, speed, depth, line_mm / 1e3, pull,
        lambda z: u * np.clip((z + depth) / depth, 1e-6, 1.0) ** (1.0 / 7.0))
    ours = fed_fall(falling(weight, speed, depth, u, pull, line_mm), 0.0, 1.0)
    assert float(ours.count) == pytest.approx(seconds, rel=0.03)
    assert float(ours.shift) == pytest.approx(drift, rel=0.08)


def test_fed_against_seven_tenths_of_its_weight_the_drift_is_overstated() -> None:
    """A known weakness, not hidden: the count stands, the drift comes out a quarter too long."""
    seconds, drift = chain.fed_fall(
        0.0423, 0.64, 15.0, 0.19e-3, 0.03, lambda z: 0.1 * np.clip(1 + z / 15, 1e-6, 1) ** (1 / 7))
    ours = fed_fall(falling(0.0423, 0.64, 15.0, 0.1, 0.03), 0.0, 1.0)
    assert float(ours.count) == pytest.approx(seconds, rel=0.03)
    assert 1.15 < float(ours.shift) / drift < 1.3


@pytest.mark.parametrize(("weight", "speed", "depth", "line_mm", "cast"), [
    (0.0423, 0.64, 4.0, 0.19, 25.0), (0.0735, 0.84, 4.0, 0.19, 25.0),
    (0.155, 1.05, 4.0, 0.19, 25.0), (0.08, 0.95, 2.0, 0.15, 15.0), (0.08, 0.95, 7.0, 0.15, 35.0),
])
def test_swing(weight: float, speed: float, depth: float, line_mm: float, cast: float) -> None:
    seconds, come_in = chain.swing(weight, speed, depth, line_mm / 1e3, cast, 1.5)
    ours = swing(falling(weight, speed, depth, 0.0, line_mm=line_mm), A(cast), A(1.5), 0.0, 1.0)
    assert float(ours.fall.count) == pytest.approx(seconds, rel=0.11)
    assert -float(ours.fall.shift) == pytest.approx(come_in, rel=0.07)


@pytest.mark.parametrize(("weight", "speed", "depth", "line_mm", "cast", "start"), [
    (0.0423, 0.64, 4.0, 0.19, 25.0, 3.0), (0.0735, 0.84, 4.0, 0.19, 25.0, 2.0),
    (0.0735, 0.84, 6.0, 0.19, 25.0, 5.0), (0.155, 1.05, 4.0, 0.19, 25.0, 3.0),
    (0.08, 0.95, 7.0, 0.15, 35.0, 5.0),
])
def test_held_after_a_slack_fall(
    weight: float, speed: float, depth: float, line_mm: float, cast: float, start: float
) -> None:
    """None of these is among the runs that the form was fitted to."""
    seconds, come_in = chain.swing(weight, speed, depth, line_mm / 1e3, cast, 1.5, start)
    fall = swing(falling(weight, speed, depth, 0.0, 0.0, line_mm), A(cast), A(1.5), 0.0, 1.0,
                 A(start)).fall
    assert float(fall.count - fall.hold_at) == pytest.approx(seconds, rel=0.15)
    assert -float(fall.shift) == pytest.approx(come_in, rel=0.13)


@pytest.mark.parametrize(("grams", "speed", "cast", "near"), [
    (28.0, 0.9, 45.0, 0.13), (28.0, 0.7, 30.0, 0.13), (21.0, 0.9, 45.0, 0.17)])
def test_retrieve(grams: float, speed: float, cast: float, near: float) -> None:
    """Lift-off within 13 % (17 % of the lightest of these). Once up it runs 0.1 to 0.95 m deeper
    than computed: it takes its time to rise, and the form has it level at every distance.
    """
    body = assemble(BULKY_102, [head(grams, hook=(2.5, 1.5, 19))])
    weight, area = float(body.wet_weight(RHO)[0, 0]), float(body.drag_area[0, 0])
    path = chain.retrieve(weight, area, 0.28e-3, 3.4, 2.5, speed, cast, 6.0)
    water = Water(A([[weight]]), A([[area]]), A(0.28e-3), A(3.4), A(2.5), A(RHO), A(NU))
    lift_off = path[np.nonzero(path[:, 1] > 3.39)[0][-1], 0]
    ours = float(distance_at(water, A(speed), A(3.4))[0, 0])
    assert ours == pytest.approx(lift_off, rel=near)
    for away in (6.5, 8.0, 10.0, 12.0):
        if away < min(lift_off, ours):
            there = float(np.interp(-away, -path[:, 0], path[:, 1]))
            deep = np.linspace(0.05, 3.4, 200)
            at = [float(distance_at(water, A(speed), A(z))[0, 0]) for z in deep]
            assert 0.1 < there - float(np.interp(away, at, deep)) < 0.95
