"""The five schools over one board: what each asks, and how their picks stand to each other."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.judge.board import Board, board
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.move.cast import Rod
from ilha.core.move.fall import fed_fall
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, LADDER_OZ, PADDLE_76, ladder

A = np.array
FINE = {"1/32": 1 / 32, "1/16": 1 / 16, "1/10": 0.1, **LADDER_OZ}
LEDGE = Conditions(A(15.0), A(0.1), 0.13e-3, zone_from=2.0, zone_to=4.0)


def tried(school: str, cond: Conditions = LEDGE, rod: Rod | None = None) -> Board:
    return board(cond, PADDLE_76, ladder(FINE), rod, school)


def mass_of(b: Board, school: str) -> float:
    at = int(b.picks[school][0])
    return b.heads[at].mass if at >= 0 else np.inf


def test_there_are_five_and_each_says_what_it_asks_and_why_it_picks() -> None:
    assert list(SCHOOLS) == ["lightest-practical", "bottom-contact", "depth-table", "fed-fall",
                             "down-then-work"]
    assert len({s.says for s in SCHOOLS.values()} | {s.because for s in SCHOOLS.values()}) == 10


@pytest.mark.parametrize("u", [0.1, 0.3, 0.5])
def test_the_stricter_the_scope_the_heavier_the_pick(u: float) -> None:
    b = board(Conditions(A(5.0), A(u), 0.19e-3), JERK_127, ladder())
    light, contact, down = (mass_of(b, key) for key in
                            ("lightest-practical", "bottom-contact", "down-then-work"))
    assert light <= contact <= down


def test_fed_fall_goes_by_the_drift_past_the_fish() -> None:
    b = tried("fed-fall")
    _, per_current = b.figures.hand_fed
    drift = per_current[:, 0] * 0.1
    first = b.judgement.limits[0]
    assert first.code == "drifts-by"
    assert first.figure[:, 0] == pytest.approx(drift)
    assert float(np.asarray(first.bound).ravel()[0]) == pytest.approx(0.3 * 12.0)
    # And it is the drift of a line fed by hand, 0.02 N, down to the zone's middle.
    by_hand = fed_fall(replace(b.figures.falling, pull=A(0.02)), 2.0, 4.0)
    assert np.all(drift[3:] < by_hand.shift[3:, 0])
    assert np.all(drift[3:] > 0.8 * by_hand.shift[3:, 0])  # 12 of 15 m, in the faster water


def test_fed_fall_needs_a_light_current() -> None:
    slow, fast = (tried("fed-fall", replace(LEDGE, surface_speed=A(u))) for u in (0.05, 0.25))
    assert mass_of(slow, "fed-fall") < mass_of(fast, "fed-fall")
    assert mass_of(tried("fed-fall", replace(LEDGE, surface_speed=A(0.9))), "fed-fall") == np.inf


def test_what_hand_feeding_holds_up_never_sinks() -> None:
    b = tried("fed-fall")
    weights = b.glide.wet_weight[:, 0]
    sinks = next(x for x in b.judgement.limits if x.code == "sinks-on-line")
    assert np.array_equal(np.broadcast_to(sinks.passed, b.shape)[:, 0], weights > 0.02)


def test_a_fed_line_is_not_cast() -> None:
    rod = Rod(lure_min=0.02)
    judged = tried("fed-fall", rod=rod).judged
    codes = {key: {x.code for x in j.limits} for key, j in judged.items()}
    assert "casts" not in codes["fed-fall"]
    assert "reaches" not in codes["fed-fall"]
    assert {"casts", "reaches"} <= codes["lightest-practical"]
    let_down = tried("bottom-contact", replace(LEDGE, lowered=True), rod)
    assert "casts" not in {x.code for x in let_down.judgement.limits}


def test_fed_fall_window_is_where_the_drift_meets_its_share() -> None:
    b = tried("fed-fall")
    i = [h.id for h in b.heads].index("1/8")
    edge = b.window_high[i]
    there = tried("fed-fall", replace(LEDGE, surface_speed=edge))
    drift, bound = there.judgement.limits[0].figure[i, 0], 0.3 * 12.0
    assert float(drift) == pytest.approx(bound, rel=1e-6)


@pytest.mark.parametrize(("depth", "seconds"), [(10.0, 15.0), (4.0, 6.0), (20.0, 30.0)])
def test_down_fast_counts_fifteen_in_ten_metres_and_in_proportion(
    depth: float, seconds: float
) -> None:
    b = board(Conditions(A(depth), A(0.05), 0.13e-3), JERK_127, ladder(), school="down-then-work")
    waits = next(x for x in b.judgement.limits if x.code == "waits")
    assert float(np.asarray(waits.bound).ravel()[0]) == pytest.approx(seconds)
    ok = b.fall.count[:, 0] <= seconds
    assert np.array_equal(np.broadcast_to(waits.passed, b.shape)[:, 0], ok)
    assert "hangs" not in {x.code for x in b.judgement.limits}


@pytest.mark.parametrize("school", list(SCHOOLS))
def test_every_pick_is_right_or_marginal_by_its_own_school(school: str) -> None:
    u = np.linspace(0.02, 0.8, 14)
    b = board(Conditions(A(6.0), u, 0.15e-3), JERK_127, ladder(), school=school)
    pick = b.picks[school]
    if school == "depth-table":
        assert np.all(pick >= 0)  # it never asks the water
        return
    said = [VERDICTS[b.judgement.verdict[p, t]] for t, p in enumerate(pick) if p >= 0]
    assert said
    assert set(said) <= {"right", "marginal"}


@pytest.mark.parametrize("school", list(SCHOOLS))
def test_more_current_never_needs_less_weight(school: str) -> None:
    u = np.linspace(0.02, 1.0, 40)
    b = board(Conditions(A(5.0), u, 0.17e-3), JERK_127, ladder(FINE), school=school)
    light = np.array([[v in (0, 1, 3) for v in row] for row in b.judgement.verdict])
    first = np.argmax(light, axis=0)  # lightest head that is not too light
    some = light.any(axis=0)
    assert np.all(np.diff(first[some]) >= 0)


def test_estimates_run_through_every_verdict() -> None:
    u = np.linspace(0.05, 0.9, 30)
    b = board(Conditions(A(5.0), u, 0.19e-3), JERK_127, ladder())
    j = b.judgement
    low, middle, high = (board(Conditions(A(5.0), k * u, 0.19e-3), JERK_127, ladder()).judgement
                         for k in (0.8, 1.0, 1.2))
    for i, one in enumerate((low, middle, high)):
        assert np.array_equal(j.at_estimates[i], one.at_estimates[1])
    # Marginal is what the high estimate alone would call too light.
    marginal = j.verdict == VERDICTS.index("marginal")
    light = VERDICTS.index("too-light")
    assert np.array_equal(marginal, (j.at_estimates[2] == light) & (j.at_estimates[1] != light))
    assert j.eased.any()
    assert np.all(j.verdict[j.eased] == light)
