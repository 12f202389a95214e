"""Fed fall, swing, mixed fall and retrieve against the lumped-mass chain of chain.py.

The tolerances are what docs/model.md states. The chain itself is tried first: on a pendulum in a
vacuum's stead, on the exact catenary, and on halving its rods.
"""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.move.hold import hold
from ilha.core.water.flow import UNIFORM
from tests.reference import chain
from tests.reference.chain_cases import FED, FED_HARD, LATER, SWINGS, Fed, Held
from tests.rigs import NU, RHO

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


@pytest.mark.parametrize("case", FED, ids=str)
def test_fed_fall(case: Fed) -> None:
    (seconds, count), (drift, shift) = case.pairs()
    assert count == pytest.approx(seconds, rel=0.03)
    assert shift == pytest.approx(drift, rel=0.08)


def test_fed_against_seven_tenths_of_its_weight_the_drift_is_overstated() -> None:
    """A known weakness, not hidden: the count stands, the drift comes out a quarter too long."""
    (seconds, count), (drift, shift) = FED_HARD.pairs()
    assert count == pytest.approx(seconds, rel=0.03)
    assert 1.15 < shift / drift < 1.3


@pytest.mark.parametrize("case", SWINGS, ids=str)
def test_swing(case: Held) -> None:
    (seconds, count), (come_in, ours) = case.pairs()
    assert count == pytest.approx(seconds, rel=0.11)
    assert ours == pytest.approx(come_in, rel=0.07)


@pytest.mark.parametrize("case", LATER, ids=str)
def test_held_after_a_slack_fall(case: Held) -> None:
    (seconds, count), (come_in, ours) = case.pairs()
    assert count == pytest.approx(seconds, rel=0.15)
    assert ours == pytest.approx(come_in, rel=0.15)
