"""The chain of moving.py proven on closed forms and on an independent chain's figures, and the
core's retrieve held against it."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.move.fall import fed_fall
from ilha.core.move.hold import hold
from ilha.core.move.payout import off_spool, rate
from tests.reference import moving
from tests.reference import moving_cases as cases
from tests.reference.moving_cases import (
    HELD_TABLE,
    SURF_OZ,
    SURF_TABLE,
    SWUM_TABLE,
    WIND_TABLE,
    Swum,
)
from tests.rigs import falling

A = np.array


def test_it_comes_to_rest_on_the_line_of_the_hold() -> None:
    """Left hanging in a current it takes the shape that the static hold computes."""
    weight, free, depth = 0.15, 0.9, 5.0
    static = hold(weight, 2.0 * weight / free**2 / moving.RHO, 0.19e-3, depth, 1.5, 0.4,
                  rho=moving.RHO, nu=moving.NU, height=2.0)
    chain = moving.Chain(moving.Setting(depth, weight, free, 0.19e-3, 3.0, 1.5, 0.4, 0.0,
                                        start=2.5), 40)
    chain.length = np.array([float(static.line_out)])
    for _ in range(3000):
        chain.step(0.05)
    assert -chain.x[0, 0, 2] == pytest.approx(depth - 2.0, abs=0.05)
    assert chain.x[0, 0, 0] == pytest.approx(float(static.span), rel=0.02)


def test_a_line_that_does_not_drag_falls_as_a_pendulum_does() -> None:
    """A hair-thin line: the rig sinks on the arc about the tip, and comes in as geometry has it."""
    _, come_in, _ = moving.held_fall(moving.Setting(4.0, 0.1, 0.8, 1e-9, 20.0), 12, 0.02)
    r2 = 20.0**2 + 1.5**2
    assert come_in[0] == pytest.approx(20.0 - np.sqrt(r2 - 5.5**2), rel=0.02)


def test_a_rig_alone_falls_at_its_own_speed() -> None:
    """From rest it is late by m v/W ln 2: the closed form of a fall against squared drag."""
    count, _, drift = moving.held_fall(
        moving.Setting(4.0, 0.1, 0.8, 1e-9, 200.0, current=0.3), 12, 0.02)
    ours = fed_fall(falling(0.1, 0.8, 4.0, 0.3, 0.0, 1e-3), 0.0, 1.0)
    late = 1.3 * 0.8 / moving.G * np.log(2.0)
    assert count[0] == pytest.approx(float(ours.count) + late, rel=0.01)
    assert drift[0] == pytest.approx(float(ours.shift), rel=0.04)


def test_held_falls_are_those_of_the_independent_chain() -> None:
    """15 settings of physics by another hand: count within 6 %, come-in 8 %, drift 5 %."""
    count, come_in, drift = cases.falls(tuple(row[0] for row in HELD_TABLE))
    told = A([row[1:] for row in HELD_TABLE]).T
    assert count == pytest.approx(told[0], rel=0.06)
    assert come_in == pytest.approx(told[1], rel=0.08, abs=0.1)
    assert drift == pytest.approx(told[2], rel=0.05, abs=0.02)


def test_retrieves_are_those_of_the_independent_chain() -> None:
    found = cases.figures_of(*cases.by_chain(tuple(row[0] for row in SWUM_TABLE)))
    told = A([row[1:] for row in SWUM_TABLE]).T
    assert np.abs(found[0] - told[0]).max() < 0.06
    assert np.sqrt(np.mean((found[1:3] - told[1:]) ** 2)) < 0.12


def test_the_surf_is_that_of_the_independent_chain() -> None:
    for speed, swell, told in SURF_TABLE:
        rows = tuple(Swum(3.4, 0.28, oz, "p102", 45, speed, swell=swell, tip=3.0) for oz in SURF_OZ)
        found = cases.figures_of(*cases.by_chain(rows))[3]
        assert np.abs(found - told).max() < 0.17


def test_retrieve_rows() -> None:
    """Of the independent chain: shares within 0.05 rms and 0.15 worst, heights 0.25 m rms."""
    off = A([cases.figures_of(*_arrays(cases.by_core(c)))[:3, 0] - told for c, *told in SWUM_TABLE])
    assert np.sqrt(np.mean(off[:, 0] ** 2)) < 0.05
    assert np.abs(off[:, 0]).max() < 0.15
    assert np.sqrt(np.mean(off[:, 1:] ** 2)) < 0.25


def test_retrieve_in_the_surf() -> None:
    """Shares on the bottom of the independent chain, within 0.15."""
    for speed, swell, told in SURF_TABLE:
        found = A([cases.figures_of(*_arrays(cases.by_core(
            Swum(3.4, 0.28, oz, "p102", 45, speed, swell=swell, tip=3.0))))[3, 0]
            for oz in SURF_OZ])
        assert np.abs(found - told).max() < 0.15


def test_retrieve_against_the_chain() -> None:
    """A dozen of the hypercube, as the whole of it in docs/model.md: shares within 0.05 rms and
    0.15 worst, heights 0.25 m rms."""
    some = cases.hypercube()[::6]
    chain = cases.figures_of(*cases.by_chain(some))
    core = np.stack([cases.figures_of(*_arrays(cases.by_core(c)))[:, 0] for c in some], axis=1)
    assert np.sqrt(np.mean((core[0] - chain[0]) ** 2)) < 0.05
    assert np.abs(core[0] - chain[0]).max() < 0.15
    assert np.sqrt(np.mean((core[1:3] - chain[1:3]) ** 2)) < 0.25


def test_retrieves_in_a_swell_against_the_chain() -> None:
    """A dozen and a half beyond the page's table: the share in the lowest metre and the heights
    as without a swell. On the bottom ours lies longer than the page's own chain (its table, above),
    so that share is held to what lies between the two."""
    some = cases.surf()[::5]
    chain = cases.figures_of(*cases.by_chain(some))
    core = np.stack([cases.figures_of(*_arrays(cases.by_core(c)))[:, 0] for c in some], axis=1)
    off = core - chain
    assert np.sqrt(np.mean(off[0] ** 2)) < 0.05
    assert np.abs(off[0]).max() < 0.15
    assert np.sqrt(np.mean(off[1:3] ** 2)) < 0.25
    assert np.sqrt(np.mean(off[3] ** 2)) < 0.12


def test_retrieves_in_a_swell_and_a_current_against_the_chain() -> None:
    """Settings on which nothing was tried, the current along, across or against the cast."""
    some = tuple(replace(c, current=0.1 * (i % 4 + 1), angle=45.0 * (i % 5))
                 for i, c in enumerate(cases.surf(60, 321)[::3]))
    chain = cases.figures_of(*cases.by_chain(some))
    core = np.stack([cases.figures_of(*_arrays(cases.by_core(c)))[:, 0] for c in some], axis=1)
    off = core - chain
    assert np.sqrt(np.mean(off[0] ** 2)) < 0.05
    assert np.sqrt(np.mean(off[1:3] ** 2)) < 0.25
    assert np.sqrt(np.mean(off[3] ** 2)) < 0.15


def test_a_shoaling_ground() -> None:
    """Level .85 of the cast, shoaling 1:20 towards the rod .98, deepening .67 (the chain of the
    page; ours has .74 level, which its own table gives for this rig, so only the change is tried).
    """
    rows = tuple(Swum(4, .19, .375, "p102", 25, .7, slope=s) for s in (0.0, 0.05, -0.05))
    chain = cases.figures_of(*cases.by_chain(rows))[0]
    core = A([cases.figures_of(*_arrays(cases.by_core(c)))[0, 0] for c in rows])
    assert core == pytest.approx(chain, abs=0.08)
    assert core[1] > core[0] + 0.08 > core[2] + 0.16


def test_held_rows() -> None:
    """Count within 12 %, come-in within 15 %, drift within 10 % of the independent chain."""
    found = A([cases.by_table(row[0]) for row in HELD_TABLE]).T
    told = A([row[1:] for row in HELD_TABLE]).T
    assert found[0] == pytest.approx(told[0], rel=0.12)
    assert found[1] == pytest.approx(told[1], rel=0.15)
    assert found[2] == pytest.approx(told[2], rel=0.10, abs=0.02)


def test_held_against_the_chain() -> None:
    """A dozen and a half of the hypercube that get there; all of it stands in docs/model.md."""
    some = tuple(c for c in cases.held_hypercube()[::3] if cases.gets_there(c))
    chain = A(cases.falls(some, longest=200.0))
    down = np.isfinite(chain[0])
    core = A([cases.by_table(c) for c in some]).T[:, down]
    chain = chain[:, down]
    assert down.sum() >= 12
    assert np.sqrt(np.mean((core[0] / chain[0] - 1.0) ** 2)) < 0.10
    off = np.abs(core[1:] - chain[1:]) / np.maximum(chain[1:], 1.0)
    assert np.sqrt(np.mean(off**2)) < 0.08


def test_wind_rows() -> None:
    """Count within 12 %, come-in within 15 % of the independent chain."""
    found = A([cases.by_table(row[0]) for row in WIND_TABLE]).T
    assert found[0] == pytest.approx(A([row[1] for row in WIND_TABLE]), rel=0.12)
    assert found[1, :3] == pytest.approx(A([row[2] for row in WIND_TABLE[:3]]), rel=0.15)


FED = (
    (0.25, "p102", 5.0, 0.19, 25.0, 0.2), (0.5, "p102", 8.0, 0.19, 30.0, 0.4),
    (0.25, "p76", 3.0, 0.15, 20.0, 0.35), (1.0, "s127", 15.0, 0.15, 40.0, 0.3),
    (0.75, "s127", 10.0, 0.24, 15.0, 0.5), (0.375, "p102", 4.0, 0.19, 12.0, 0.1),
)
"""oz, plastic, m deep, mm, m cast, m/s across."""


def fed(oz: float, plastic: str, depth: float, mm: float, cast: float, current: float,
        wind: float = 0.0) -> tuple[float, float]:
    """The core's count (s) and line off the spool (m)."""
    weight, free = cases.rig(oz, plastic)
    fall = fed_fall(falling(weight, free, depth, current, line_mm=mm), 0.0, 1.0)
    off = off_spool(fall, A(depth), cast, A(1.5), A(wind), lowered=False, held=False)
    return float(fall.count), float(off)


def test_line_off_the_spool_against_the_chain() -> None:
    """Six casts in still air: within 6 %; counts within 5 %, the chain starts at rest."""
    rigs = [cases.rig(oz, plastic) for oz, plastic, *_ in FED]
    count, line = moving.fed_fall(moving.Setting(
        [f[2] for f in FED], [w for w, _ in rigs], [v for _, v in rigs],
        [f[3] / 1e3 for f in FED], [f[4] for f in FED], current=[f[5] for f in FED], feed=0.01))
    ours = A([fed(*row) for row in FED]).T
    assert ours[0] == pytest.approx(count, rel=0.05)
    assert ours[1] == pytest.approx(line, rel=0.06)


def test_line_that_the_wind_takes() -> None:
    """28, 38 and 57 m off the spool in 0, 5 and 10 m/s across, the count the same: of another
    hand's chain, within 5 %."""
    found = A([fed(0.25, "p102", 5.0, 0.19, 25.0, 0.2, wind) for wind in (0.0, 5.0, 10.0)])
    assert found[:, 1] == pytest.approx(A([28.0, 38.0, 57.0]), rel=0.05)
    assert np.ptp(found[:, 0]) == 0.0
    assert found[0, 0] == pytest.approx(8.7, rel=0.03)


def test_a_let_down_s_line_is_depth_drift_and_tip() -> None:
    fall = fed_fall(falling(0.1, 0.8, 20.0, 0.0), 0.0, 1.0)
    off = off_spool(fall, A(20.0), 25.0, A(1.2), A(8.0), lowered=True, held=False)
    assert float(off) == pytest.approx(21.2)
    assert float(rate(fall)) == pytest.approx(20.0 / float(fall.count))


def _arrays(path: cases.WayIn) -> tuple[np.ndarray, np.ndarray]:
    return path.go, path.height
