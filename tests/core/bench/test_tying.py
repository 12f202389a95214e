"""Knots: their steps, turns and strengths. Common practice, no source."""

from __future__ import annotations

import pytest

from ilha.core.bench.strength import KNOTS
from ilha.core.bench.tying import KNOTS_DRAWN, SHEET, _stroke
from ilha.core.errors import DomainError


def test_the_knots_of_the_trade_are_there_with_two_schools_of_joining() -> None:
    assert {"loop knot", "dropper loop", "joining knot", "woven joint", "snell"} == set(KNOTS_DRAWN)
    for key, knot in KNOTS_DRAWN.items():
        assert knot.strength == KNOTS[key]
        assert 0.6 < knot.strength < 1.0
    assert KNOTS_DRAWN["dropper loop"].strength == min(k.strength for k in KNOTS_DRAWN.values())


@pytest.mark.parametrize("key", KNOTS_DRAWN)
def test_each_step_is_drawn_on_its_sheet(key: str) -> None:
    knot = KNOTS_DRAWN[key]
    assert len(knot.steps) >= 4
    # Wet before pulling, and where the finger goes.
    told = " ".join(step.says.lower() for step in knot.steps)
    assert "wet" in told
    assert "finger" in told or any(s.kind in ("finger", "pull")
                                   for step in knot.steps for s in step.strokes)
    for step in knot.steps:
        assert step.strokes
        for stroke in step.strokes:
            if stroke.kind in ("line", "tag", "other"):
                assert all(0.0 <= x <= SHEET[0] for x in stroke.at[::2])
                assert all(0.0 <= y <= SHEET[1] for y in stroke.at[1::2])


@pytest.mark.parametrize("key", KNOTS_DRAWN)
def test_a_stouter_line_never_takes_more_turns(key: str) -> None:
    turns = [KNOTS_DRAWN[key].turns_on(kg) for kg in (0.5, 2.0, 4.0, 6.0, 10.0, 18.0, 30.0, 2000.0)]
    assert turns == sorted(turns, reverse=True)
    assert turns[-1] >= 2
    with pytest.raises(DomainError, match="strength_kg"):
        KNOTS_DRAWN[key].turns_on(0.0)


def test_a_stroke_without_its_numbers_is_refused() -> None:
    for row in (["line", 1, 2, 3], ["knit", 1, 2], ["eye", 1], ["wrap", 1, 2, 3]):
        with pytest.raises(DomainError, match="stroke"):
            _stroke(row)
