"""The best round against every round there is, on small trips; what must bind it does."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ilha.core.errors import DomainError
from ilha.core.trip.round import AWAY_COSTS, FRESH_MIN, MOVE_COSTS, TIRED, Round, rounds
from tests.core.trip.network import rounds_by_program

TICK = 5.0


FRESH = int(FRESH_MIN / TICK)


@dataclass
class Small:
    worth: np.ndarray
    barred: np.ndarray
    travel: np.ndarray
    least: int
    pinned: np.ndarray
    fresh: int = FRESH

    @property
    def marks(self) -> int:
        return self.worth.shape[0]

    @property
    def ticks(self) -> int:
        return self.worth.shape[1]


def stay_worth(small: Small, place: int, start: int, end: int) -> float:
    """Minutes of a stay, the first of it fresh."""
    of = small.worth[place]
    tires = min(end, start + max(small.least, small.fresh))
    return TICK * float(of[start:tires].sum() + TIRED * of[tires:end].sum())


def value_of(small: Small, found: Round) -> float:
    """What a round is worth with all that it costs, by walking it: nothing of the solver's."""
    if not found.stays:
        return 0.0
    out = -MOVE_COSTS * len(found.stays)
    out -= AWAY_COSTS * TICK * (found.legs[-1].end - found.legs[0].start)
    return out + sum(stay_worth(small, s.place, s.start, s.end) for s in found.stays)


def holds(small: Small, found: Round) -> None:
    """Every rule of a round, each by itself."""
    places = found.order
    assert len(set(places)) == len(places)
    assert len(found.legs) == (len(places) + 1 if places else 0)
    at, time = small.marks, 0
    for leg, stay in zip(found.legs[:-1], found.stays, strict=True):
        assert leg.origin == at
        assert leg.to == stay.place
        assert leg.start >= time
        assert leg.end == leg.start + small.travel[at, stay.place, leg.start] == stay.start
        assert small.travel[at, stay.place, leg.start] >= 0
        assert stay.end - stay.start >= small.least
        assert not small.barred[stay.place, stay.start:stay.end].any()
        at, time = stay.place, stay.end
        assert found.legs[found.stays.index(stay) + 1].start == stay.end
    if places:
        assert found.legs[-1].to == small.marks
        assert found.legs[-1].end <= small.ticks


def every_round(small: Small) -> dict[tuple[int, ...], float]:
    """The best value of each order of marks, by trying everything; pinned ticks must be kept."""
    best: dict[tuple[int, ...], float] = {}
    if not small.pinned.any():
        best[()] = 0.0

    def go(at: int, now: int, seen: tuple[int, ...], value: float, kept: int) -> None:
        # On to another mark, or home, at this moment.
        if at != small.marks:
            tau = small.travel[at, small.marks, now]
            if tau >= 0 and now + tau <= small.ticks and kept == small.pinned.sum():
                total = value - AWAY_COSTS * TICK * (now + tau)
                best[seen] = max(best.get(seen, -np.inf), total)
        for to in range(small.marks):
            tau = small.travel[at, to, now]
            if to == at or to in seen or tau < 0:
                continue
            start = now + tau
            left = AWAY_COSTS * TICK * now if at == small.marks else 0.0
            for end in range(start + small.least, small.ticks + 1):
                if small.barred[to, start:end].any():
                    break
                gain = stay_worth(small, to, start, end) - MOVE_COSTS + left
                go(to, end, (*seen, to), value + gain,
                   kept + int(small.pinned[to, start:end].sum()))

    for start in range(small.ticks + 1):
        go(small.marks, start, (), 0.0, 0)
    return best


@st.composite
def smalls(draw: st.DrawFn) -> Small:
    marks, ticks = draw(st.integers(1, 3)), draw(st.integers(4, 9))
    rng = np.random.default_rng(draw(st.integers(0, 2**32 - 1)))
    worth = rng.choice([0.0, 0.3, 0.7, 1.0], (marks, ticks)) + rng.random((marks, ticks)) * 1e-3
    barred = rng.random((marks, ticks)) < draw(st.sampled_from([0.0, 0.15, 0.4]))
    travel = rng.integers(0, 3, (marks + 1, marks + 1, ticks + 1))
    travel[rng.random(travel.shape) < draw(st.sampled_from([0.0, 0.2]))] = -1
    pinned = np.zeros((marks, ticks), dtype=bool)
    if draw(st.booleans()):
        pinned[rng.integers(marks), rng.integers(ticks)] = True
    return Small(worth, barred, travel, draw(st.integers(1, 3)), pinned, draw(st.integers(1, 9)))


@settings(max_examples=150, deadline=None)
@given(smalls())
def test_the_round_is_the_best_there_is_and_so_are_the_next(small: Small) -> None:
    found = rounds(small.worth, small.barred, small.travel, TICK, small.least, small.pinned,
                   fresh_min=TICK * small.fresh)
    every = every_round(small)
    if not every:
        # The pinned tick cannot be kept: that is said, not hidden.
        assert found[0].unmet.any()
        return
    ranked = sorted(every.values(), reverse=True)
    for k, one in enumerate(found):
        holds(small, one)
        if one.unmet.any():
            assert k > 0
            continue
        assert value_of(small, one) == pytest.approx(ranked[k], abs=1e-6)
        assert one.worth == pytest.approx(ranked[k], abs=1e-6)
        assert every[one.order] == pytest.approx(ranked[k], abs=1e-6)
    assert len({one.order for one in found}) == len(found)


def plain(marks: int = 2, ticks: int = 24, tau: int = 2) -> Small:
    travel = np.full((marks + 1, marks + 1, ticks + 1), tau)
    return Small(np.ones((marks, ticks)), np.zeros((marks, ticks), dtype=bool), travel, 6,
                 np.zeros((marks, ticks), dtype=bool))


def solved(small: Small) -> Round:
    found = rounds(small.worth, small.barred, small.travel, TICK, small.least, small.pinned)[0]
    holds(small, found)
    return found


def test_one_stays_where_it_is_good_and_goes_when_it_is_better_elsewhere() -> None:
    small = plain()
    small.worth[0, 12:] = 0.2
    small.worth[1, :12] = 0.2
    found = solved(small)
    assert found.order == (0, 1)
    assert found.stays[0].start == 2
    assert found.stays[0].end in range(10, 14)
    assert found.legs[-1].end == 24


def test_a_move_is_not_made_for_a_hair() -> None:
    small = plain()
    small.worth[1, 12:] = 1.05
    assert len(solved(small).order) == 1


def test_the_flat_is_left_before_it_dries() -> None:
    small = plain(marks=1)
    small.barred[0, 15:] = True
    assert solved(small).stays[0].end == 15


def test_the_way_back_against_the_stream_is_begun_in_time() -> None:
    small = plain(marks=1)
    small.travel[0, 1, 12:] = 9
    found = solved(small)
    assert found.legs[-1].start == 15
    assert found.legs[-1].end == 24


def test_where_there_is_no_way_back_later_one_goes_before() -> None:
    small = plain(marks=1)
    small.travel[0, 1, 14:] = -1
    assert solved(small).stays[0].end == 13


def test_nothing_open_is_a_round_of_none() -> None:
    small = plain()
    small.barred[:] = True
    found = rounds(small.worth, small.barred, small.travel, TICK, small.least)
    assert len(found) == 1
    assert found[0].stays == ()
    assert found[0].worth == 0.0


def test_a_pin_holds_though_it_costs_and_what_cannot_be_kept_is_told() -> None:
    small = plain()
    small.worth[1] = 0.0
    small.pinned[1, 10:12] = True
    found = solved(small)
    assert 1 in found.order
    assert not found.unmet.any()
    small.barred[1, 11] = True
    assert rounds(small.worth, small.barred, small.travel, TICK, small.least,
                  small.pinned)[0].unmet.sum() >= 1


@pytest.mark.parametrize(("seed", "marks", "ticks"), [(1, 4, 48), (2, 5, 60), (3, 6, 48)])
def test_rounds_of_many_marks_are_those_of_a_network_over_time(
    seed: int, marks: int, ticks: int
) -> None:
    rng = np.random.default_rng(seed)
    worth = np.repeat(rng.random((marks, ticks // 3)), 3, axis=1)
    barred = np.repeat(rng.random((marks, ticks // 3)) < 0.15, 3, axis=1)
    travel = (rng.integers(1, 9, (marks + 1, marks + 1, 1))
              + rng.integers(0, 2, (marks + 1, marks + 1, ticks + 1)))
    travel[rng.random(travel.shape) < 0.05] = -1
    pinned = rng.random(worth.shape) < 0.01
    found = rounds(worth, barred, travel, TICK, 6, pinned, fresh_min=12 * TICK)
    other = rounds_by_program(worth, barred, travel, TICK, 6, pinned, 12)
    assert [one.order for one in found] == [one.order for one in other]
    assert [one.worth for one in found] == pytest.approx([one.worth for one in other], abs=1e-6)
    assert [one.unmet.sum() for one in found] == [one.unmet.sum() for one in other]
    assert len(found) == 3


def test_a_day_of_eight_marks_is_solved() -> None:
    rng = np.random.default_rng(3)
    worth = np.repeat(rng.random((8, 36)), 3, axis=1)
    barred = np.repeat(rng.random((8, 36)) < 0.1, 3, axis=1)
    travel = np.broadcast_to(rng.integers(1, 9, (9, 9))[:, :, None], (9, 9, 109)).copy()
    found = rounds(worth, barred, travel, TICK, 6)
    assert len(found) == 3
    assert found[0].worth > 0.4 * 9 * 60
    values = [value_of(Small(worth, barred, travel, 6, barred & False), one) for one in found]
    assert values == sorted(values, reverse=True)


def test_arrays_that_do_not_belong_together_are_refused() -> None:
    small = plain()
    with pytest.raises(DomainError, match="travel"):
        rounds(small.worth, small.barred, small.travel[:, :, 1:], TICK, 6)
