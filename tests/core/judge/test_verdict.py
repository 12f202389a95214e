"""Verdicts and windows on small boards made by hand."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ilha.core.judge.schools import (
    CONTACT,
    LIGHTEST,
    MARGINAL,
    RIGHT,
    TOO_HEAVY,
    TOO_LIGHT,
    UNSAFE,
    by_depth_table,
    lightest,
)
from ilha.core.judge.verdict import (
    HANG_SHARE,
    LOWER,
    OUTFIT,
    UPPER,
    Limit,
    hangs,
    judge,
    lightest_passing,
    windows,
)

A = np.array
YES, NO = A([[True]]), A([[False]])


def one(code: str, kind: str, passed: np.ndarray, high: np.ndarray | None = None,
        low: np.ndarray = YES) -> Limit:
    at = passed if high is None else np.stack([low, passed, high])
    return Limit(code, kind, "", A([[1.0]]), 2.0, at)


@pytest.mark.parametrize(("limits", "verdict", "decided"), [
    ([one("gets-there", LOWER, YES)], RIGHT, 0),
    ([one("gets-there", LOWER, YES, NO)], MARGINAL, 0),
    ([one("gets-there", LOWER, NO)], TOO_LIGHT, 0),
    ([one("gets-there", LOWER, YES), one("waits", LOWER, NO)], TOO_LIGHT, 1),
    ([one("gets-there", LOWER, YES), one("hangs", UPPER, NO)], TOO_HEAVY, 1),
    # In doubt about getting there comes before plunging.
    ([one("gets-there", LOWER, YES, NO), one("hangs", UPPER, NO)], MARGINAL, 0),
    # Too much for the outfit comes before everything.
    ([one("gets-there", LOWER, NO), one("outfit", OUTFIT, NO)], UNSAFE, 1),
])
def test_order_of_verdicts(limits: list, verdict: int, decided: int) -> None:  # type: ignore[type-arg]
    got = judge(limits, (1, 1))
    assert (int(got.verdict[0, 0]), int(got.decided[0, 0])) == (verdict, decided)


def test_each_estimate_is_judged_and_an_eased_verdict_is_told() -> None:
    got = judge([one("gets-there", LOWER, NO, NO, YES)], (1, 1))
    assert got.at_estimates[:, 0, 0].tolist() == [RIGHT, TOO_LIGHT, TOO_LIGHT]
    assert bool(got.eased[0, 0])
    sure = judge([one("gets-there", LOWER, NO, NO, NO)], (1, 1))
    assert not sure.eased[0, 0]


def test_lightest_passing_goes_by_mass_not_by_order() -> None:
    mass = A([3.0, 1.0, 2.0])
    passed = A([[True, True], [False, False], [True, False]])
    value = A([[30.0, 31.0], [10.0, 11.0], [20.0, 21.0]])
    assert lightest_passing(mass, passed, value).tolist() == [20.0, 31.0]
    assert np.isnan(lightest_passing(mass, passed & False, value)).all()


def test_plunges_below_six_tenths_of_the_lightest_that_passes() -> None:
    mass, zone = A([1.0, 2.0, 3.0]), A([[2.0], [1.25], [1.15]])
    all_pass = np.ones((3, 3, 1), dtype=bool)
    assert hangs(mass, all_pass, zone).passed[1, :, 0].tolist() == [True, True, False]
    # With the lightest swept off, the next is the measure.
    without = all_pass.copy()
    without[1:, 0] = False
    got = hangs(mass, without, zone).passed[:, :, 0].tolist()
    assert got == [[True, True, False], [True, True, True], [True, True, True]]


MASS = A([1.0, 2.0, 3.0])
HIGH = A([[0.3], [0.5], [0.7]])
ZONE = A([[3.0], [1.7], [1.2]])
FREE = np.ones((3, 1), dtype=bool)


def edges(current: float, high: np.ndarray = HIGH, zone: np.ndarray = ZONE,
          school: object = LIGHTEST) -> list[tuple[float, float]]:
    low, up = windows(MASS, high, zone, FREE, A([current]), school)  # type: ignore[arg-type]
    return [(float(a), float(b)) for a, b in zip(low[:, 0], up[:, 0], strict=True)]


def test_windows_follow_one_another_up_the_ladder() -> None:
    # Each head plunges while the first holds (3.0 * 0.6 = 1.8), not while the second does.
    assert edges(0.2) == [(0.0, 0.3), (0.3, 0.5), (0.3, 0.7)]


def test_windows_do_not_depend_on_the_order_of_the_box() -> None:
    order = [2, 0, 1]
    low, up = windows(MASS[order], HIGH[order], ZONE[order], FREE, A([0.2]), LIGHTEST)
    assert low[:, 0].tolist() == [0.3, 0.0, 0.3]
    assert up[:, 0].tolist() == [0.7, 0.3, 0.5]


def test_bottom_contact_has_no_lower_edge() -> None:
    assert edges(0.2, school=CONTACT) == [(0.0, 0.3), (0.0, 0.5), (0.0, 0.7)]


def test_a_head_that_bears_less_than_a_lighter_one_hides_nothing() -> None:
    # The second is bulky: it is swept off before the first, and never leads.
    got = edges(0.2, high=A([[0.4], [0.35], [0.7]]))
    assert np.isnan(got[1]).all()
    assert got[2] == (0.4, 0.7)


def test_of_two_bands_the_one_with_the_present_current_is_given() -> None:
    # The third is right under the lead of the first, plunges under that of the long-hanging second.
    zone = A([[1.5], [3.0], [1.2]])
    assert edges(0.1, zone=zone)[2] == (0.0, 0.3)
    assert edges(0.6, zone=zone)[2] == (0.5, 0.7)
    # While it plunges, the band above is the one to wait for.
    assert edges(0.4, zone=zone)[2] == (0.5, 0.7)


@given(st.integers(1, 9), st.integers(0, 10**6))
def test_windows_are_what_asking_at_every_current_finds(heads: int, seed: int) -> None:
    """By the rule itself: at a current, the lightest that passes leads; a head is right if it
    passes and hangs six tenths as long as the leader. Currents in steps of 0.1, edges between."""
    rng = np.random.default_rng(seed)
    mass = rng.permutation(np.arange(1.0, heads + 1.0))
    high = np.round(rng.uniform(0.0, 1.2, (heads, 1)), 1) + 0.05
    zone, others = rng.uniform(0.3, 6.0, (heads, 1)), rng.random((heads, 1)) < 0.8
    now = float(rng.uniform(0.0, 1.2))
    low, up = windows(mass, high, zone, others, A([now]), LIGHTEST)
    tried = np.arange(0.0, 1.41, 0.1)
    for i in range(heads):
        right = []
        for u in tried:
            passing = np.flatnonzero(others[:, 0] & (high[:, 0] >= u))
            leader = passing[np.argmin(mass[passing])] if passing.size else -1
            right.append(i in passing and bool(zone[i, 0] >= HANG_SHARE * zone[leader, 0]))
        inside = (tried > low[i, 0]) & (tried <= up[i, 0])
        inside |= (low[i, 0] == 0.0) & (tried == 0.0)
        assert np.all(np.array(right)[inside])
        assert np.any(right) == np.any(inside)
        beside = tried[~inside & np.array(right)]
        if np.any(inside) and beside.size:
            # What else is right is another band: one that does not hold the present current.
            gap = sorted([float(np.clip(now, low[i, 0], up[i, 0])), float(beside[0])])
            assert not np.all(np.array(right)[(tried >= gap[0]) & (tried <= gap[1])])


def test_a_head_held_back_by_another_limit_has_no_window() -> None:
    others = FREE.copy()
    others[0] = False
    low, up = windows(MASS, HIGH, ZONE, others, A([0.2]), LIGHTEST)
    assert np.isnan(low[0, 0])
    assert np.isnan(up[0, 0])
    # And it no longer makes the others plunge.
    assert low[1, 0] == 0.0


def test_the_pick_is_the_lightest_right_then_the_lightest_marginal() -> None:
    mass = A([3.0, 1.0, 2.0])
    verdict = A([[RIGHT, TOO_HEAVY, MARGINAL, TOO_LIGHT],
                 [TOO_LIGHT, TOO_LIGHT, TOO_LIGHT, TOO_LIGHT],
                 [RIGHT, MARGINAL, MARGINAL, TOO_LIGHT]])
    assert lightest(mass, verdict).tolist() == [2, 2, 2, -1]


def test_the_depth_table_without_a_head_that_fits() -> None:
    nothing = by_depth_table(A([0.01]), A([False]), A([2.0]), A([0.1]))
    assert nothing.tolist() == [-1]
