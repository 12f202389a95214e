"""How sure a count and a verdict are: limits, properties, and sampling of the same doubts."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.judge.board import Board, board
from ilha.core.judge.doubt import (
    CURRENT,
    DEPTH,
    DIAMETER,
    FEED,
    INPUTS,
    LINE_DRAG,
    RIG_DRAG,
    Sure,
)
from ilha.core.move.fall import Falling
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, ladder


def asked(sure: Sure | None = None, **water: float | str) -> Board:
    given = {"depth": np.array([5.0]), "surface_speed": np.array([0.3]), **water}
    return board(Conditions(line_diameter=1.9e-4, **given), JERK_127, ladder(),  # type: ignore[arg-type]
                 sure=Sure() if sure is None else sure)


def test_the_range_holds_the_count() -> None:
    for fall in ("fed", "held", "fed-then-held"):
        b = asked(fall=fall)
        good = np.isfinite(b.count)
        assert np.all((b.doubt.low < b.count)[good] & (b.count < b.doubt.high)[good])
        assert np.all((b.right_share >= 0.0) & (b.right_share <= 1.0))


def test_the_range_is_that_of_sampled_doubts() -> None:
    """The middle 80 % of 4,000 falls whose inputs are drawn by the same doubts."""
    b = asked()
    rng = np.random.default_rng(5)
    f = b.figures.falling

    def drawn(spread: float) -> np.ndarray:
        return np.exp(rng.normal(0.0, np.log1p(spread), 4000))

    many: Falling = replace(
        f, weight=f.weight[:, :1], speed=f.speed[:, :1] * drawn(RIG_DRAG) ** -0.5,
        depth=5.0 * drawn(DEPTH), diameter=1.9e-4 * drawn(LINE_DRAG) * drawn(DIAMETER),
        pull=0.01 * drawn(FEED), current=0.3 * drawn(CURRENT))
    low, high = np.quantile(many.seconds(many.depth), [0.1, 0.9], axis=1)
    heavy = f.weight[:, 0] > 0.05
    assert b.doubt.low[heavy, 0] == pytest.approx(low[heavy], rel=0.02)
    assert b.doubt.high[heavy, 0] == pytest.approx(high[heavy], rel=0.02)


def test_what_the_log_settled_narrows_it() -> None:
    loose, settled = asked(), asked(Sure(0.05, np.full((len(ladder()), 1), 0.01)))
    assert np.all(settled.doubt.spread < loose.doubt.spread)
    assert INPUTS[int(loose.doubt.most[5, 0])] == "rig"
    assert INPUTS[int(settled.doubt.most[5, 0])] != "rig"


def test_right_is_sure_in_slack_water_and_a_toss_at_its_edge() -> None:
    still = asked(surface_speed=np.array([1e-6]))
    pick = int(still.picks["lightest-practical"][0])
    assert still.right_share[pick, 0] > 0.97
    some = asked()
    head = int(some.picks["lightest-practical"][0])
    edge = float(some.window_high[head, 0])
    at_edge = asked(surface_speed=np.array([edge * 0.999]))
    assert float(at_edge.right_share[head, 0]) == pytest.approx(0.5, abs=0.1)
    beyond = asked(surface_speed=np.array([1.6 * edge]))
    assert float(beyond.right_share[head, 0]) < 0.05


def test_a_swum_rig_is_as_sure_as_its_band_of_speeds() -> None:
    b = asked(steady=True, retrieve_speed=0.6)  # type: ignore[arg-type]
    share = b.right_share[:, 0]
    inside = (b.retrieve.speed_low[:, 0] < 0.6) & (b.retrieve.speed_high[:, 0] > 0.6)
    assert np.all(share[inside] > 0.4)
    assert np.all(share[~inside] <= 0.55)


def test_a_long_day_is_read_between_its_steps() -> None:
    steps = 97
    depth = 4.0 + np.sin(np.linspace(0.0, 6.0, steps))
    day = asked(depth=depth, surface_speed=0.3 * np.abs(np.cos(np.linspace(0.0, 6.0, steps))))  # type: ignore[arg-type]
    for at in (10, 53):
        one = asked(depth=depth[at:at + 1], surface_speed=np.atleast_1d(  # type: ignore[arg-type]
            day.figures.cond.surface_speed[at]))
        assert day.doubt.high[:, at] == pytest.approx(one.doubt.high[:, 0], rel=0.01)
