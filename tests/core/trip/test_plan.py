"""The change plan and the spells of a day."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ilha.core.errors import DomainError
from ilha.core.judge.schools import MARGINAL, RIGHT, TOO_HEAVY, TOO_LIGHT
from ilha.core.tide.light import Light
from ilha.core.tide.spells import TURN_S, Spell, spells
from ilha.core.trip.plan import DRY, NONE, Run, change_plan, changes, covered, part_of

A = np.array
WET = np.ones(12, dtype=bool)


def plan(picks: list[int], minutes: float = 30.0, wet: np.ndarray = WET,
         other: int = RIGHT) -> list[tuple[int, int, int]]:
    heads = max(picks) + 1
    verdicts = np.full((max(heads, 1), len(picks)), other)
    for t, p in enumerate(picks):
        if p >= 0:
            verdicts[p, t] = RIGHT
        else:
            verdicts[:, t] = TOO_LIGHT
    return [(r.start, r.end, r.head) for r in change_plan(A(picks), verdicts, wet, 10.0, minutes)]


def test_a_change_for_ten_minutes_is_spared() -> None:
    assert plan([0] * 5 + [1] + [0] * 6) == [(0, 12, 0)]
    assert plan([0] * 5 + [1] + [0] * 6, minutes=0.0) == [(0, 5, 0), (5, 6, 1), (6, 12, 0)]


def test_a_long_spell_of_another_head_is_worth_its_two_changes() -> None:
    assert plan([0] * 2 + [1] * 8 + [0] * 2) == [(0, 12, 1)]
    assert plan([0] * 4 + [1] * 8) == [(0, 4, 0), (4, 12, 1)]


def test_too_light_weighs_more_than_only_just() -> None:
    picks = [0] * 5 + [1] + [0] * 6
    assert plan(picks, other=MARGINAL) == [(0, 12, 0)]
    assert plan(picks, minutes=25.0, other=TOO_LIGHT) == [(0, 5, 0), (5, 6, 1), (6, 12, 0)]
    assert plan(picks, minutes=25.0, other=TOO_HEAVY) == [(0, 12, 0)]


def test_where_nothing_is_right_it_says_so_if_it_lasts() -> None:
    assert plan([0] * 4 + [-1] * 4 + [0] * 4) == [(0, 4, 0), (4, 8, NONE), (8, 12, 0)]
    # Ten minutes of it are fished through.
    assert plan([0] * 6 + [-1] + [0] * 5, minutes=60.0) == [(0, 12, 0)]


def test_a_mark_that_dries_says_so_and_changing_there_is_free() -> None:
    wet = WET.copy()
    wet[4:7] = False
    assert plan([0] * 4 + [-1] * 3 + [1] + [0] * 4, wet=wet) == [
        (0, 4, 0), (4, 7, DRY), (7, 12, 0)]
    assert plan([0] * 4 + [-1] * 3 + [1] * 2 + [0] * 3, minutes=5.0, wet=wet) == [
        (0, 4, 0), (4, 7, DRY), (7, 9, 1), (9, 12, 0)]


@given(st.lists(st.integers(-1, 3), min_size=2, max_size=60), st.integers(0, 90),
       st.integers(0, 2**30))
def test_it_covers_the_day_without_gap_or_overlap(
    picks: list[int], minutes: int, seed: int
) -> None:
    rng = np.random.default_rng(seed)
    verdicts = rng.integers(0, 5, (4, len(picks)))
    wet = rng.random(len(picks)) < 0.85
    runs = change_plan(A(picks), verdicts, wet, 10.0, float(minutes))
    assert runs[0].start == 0
    assert runs[-1].end == len(picks)
    for a, b in pairwise(runs):
        assert a.end == b.start
        assert a.head != b.head
    assert all(r.start < r.end for r in runs)
    assert [t for r in runs if r.head == DRY for t in range(r.start, r.end)] == [
        int(t) for t in np.flatnonzero(~wet)]
    assert isinstance(runs[0], Run)


@given(st.lists(st.integers(-1, 3), min_size=2, max_size=40), st.integers(0, 2**30))
def test_dearer_changes_are_never_more_of_them(picks: list[int], seed: int) -> None:
    verdicts = np.random.default_rng(seed).integers(0, 5, (4, len(picks)))
    wet = np.ones(len(picks), dtype=bool)
    counts = [len(change_plan(A(picks), verdicts, wet, 10.0, m)) for m in (1.0, 20.0, 60.0, 300.0)]
    assert counts == sorted(counts, reverse=True)


def test_minutes_below_nothing_are_refused() -> None:
    with pytest.raises(DomainError, match="change_minutes"):
        plan([0, 0], minutes=-1.0, wet=WET[:2])


HOUR = 3600.0
DAY = Light(((0.0, "night"), (6 * HOUR, "twilight"), (6.5 * HOUR, "day"), (20 * HOUR, "twilight"),
             (20.5 * HOUR, "night")), 3.0, 0.1)


def test_turns_and_low_light_are_spells_with_their_reasons() -> None:
    found = spells([(1 * HOUR, "low"), (12 * HOUR, "high")], DAY, 0.0, 24 * HOUR)
    assert [s.reasons for s in found] == [("low water",), ("dawn",), ("high water",), ("dusk",)]
    assert found[0] == Spell(1 * HOUR - TURN_S, 1 * HOUR + TURN_S, ("low water",))
    assert found[1].start == 6 * HOUR
    assert not any(s.best for s in found)


def test_a_turn_at_dawn_is_one_spell_and_the_best() -> None:
    found = spells([(6.3 * HOUR, "high")], DAY, 0.0, 24 * HOUR)
    assert [s.reasons for s in found] == [("high water", "dawn"), ("dusk",)]
    assert found[0].best
    assert not found[1].best


def test_spells_end_with_the_span() -> None:
    found = spells([(-0.5 * HOUR, "high"), (24.2 * HOUR, "low")], DAY, 0.0, 24 * HOUR)
    assert found[0].start == 0.0
    assert found[-1].end == 24 * HOUR
    assert spells([(-2 * HOUR, "high")], DAY, 0.0, 5 * HOUR) == []


def test_nobody_changes_for_a_head_of_the_same_weight() -> None:
    """Two hours each of two shapes of 3/8 oz, both right all day: one is left on. With a pick that
    weighs less the change is worth it, as it is where the other is not right."""
    picks = [0] * 6 + [1] * 12
    verdicts = np.full((2, 18), RIGHT)
    wet = np.ones(18, dtype=bool)

    def heads(masses: list[float], verdicts: np.ndarray) -> list[int]:
        found = change_plan(A(picks), verdicts, wet, 10.0, 30.0, A(masses))
        return [run.head for run in found]

    assert heads([10.6, 10.6], verdicts) == [1]
    assert heads([10.6, 7.1], verdicts) == [0, 1]
    light = verdicts.copy()
    light[0, 6:], light[1, :6] = TOO_LIGHT, TOO_LIGHT
    assert heads([10.6, 10.6], light) == [0, 1]


def test_changes_and_cover_by_hand() -> None:
    runs = [Run(0, 4, 2), Run(4, 6, NONE), Run(6, 9, 2), Run(9, 12, DRY), Run(12, 20, 1)]
    assert changes(runs) == 1
    assert covered(runs) == 4 + 3 + 8


RUNS = [Run(0, 10, 2), Run(10, 20, 0), Run(20, 30, 1)]


def test_of_a_plan_a_part_is_taken_as_it_lies() -> None:
    assert part_of(RUNS, 0, 30) == [(0, 10, 2), (10, 20, 0), (20, 30, 1)]
    assert part_of(RUNS, 4.5, 24.0) == [(4.5, 10, 2), (10, 20, 0), (20, 24.0, 1)]
    assert part_of(RUNS, 12, 18) == [(12, 18, 0)]
    assert part_of(RUNS, 30, 40) == []


def test_nobody_ties_a_head_on_for_the_first_or_the_last_minutes() -> None:
    assert part_of(RUNS, 9, 25) == [(9, 20, 0), (20, 25, 1)]
    assert part_of(RUNS, 5, 21) == [(5, 10, 2), (10, 21, 0)]
    assert part_of(RUNS, 9, 21) == [(9, 21, 0)]
    # A step and a half is worth a knot.
    assert part_of(RUNS, 8.5, 21.5) == [(8.5, 10, 2), (10, 20, 0), (20, 21.5, 1)]


def test_minutes_without_water_or_without_a_head_are_told_however_short() -> None:
    for other in (DRY, NONE):
        runs = [Run(0, 10, other), Run(10, 20, 0), Run(20, 30, other)]
        assert part_of(runs, 9, 21) == [(9, 10, other), (10, 20, 0), (20, 21, other)]
        # And a head is not left on where the water, or any that is right, has gone.
        runs = [Run(0, 10, 0), Run(10, 20, other), Run(20, 30, 0)]
        assert part_of(runs, 9, 21) == [(9, 10, 0), (10, 20, other), (20, 21, 0)]


def test_a_short_run_of_the_plan_itself_stays() -> None:
    runs = [Run(0, 10, 2), Run(10, 11, 0), Run(11, 30, 1)]
    assert part_of(runs, 10, 30) == [(10, 11, 0), (11, 30, 1)]
