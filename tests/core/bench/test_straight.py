"""What is seen of a crooked rig, and where the mark goes instead."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.bench.straight import Seen, diagnose
from ilha.core.errors import DomainError


def one(**seen: float) -> tuple[str, float, float | None]:
    found = diagnose(Seen(**seen), 0.045)
    assert len(found) == 1
    return found[0].code, round(found[0].move * 1e3, 6), (
        None if found[0].exit is None else round(found[0].exit * 1e3, 6))


def test_a_gap_moves_the_mark_back_and_a_bunch_forward() -> None:
    """A gap of 3 mm: out 3 mm too far forward, so 48 instead of 45. A bunch of 4 mm: 41."""
    assert one(gap=0.003) == ("exit-forward", 3.0, 48.0)
    assert one(bunch=0.004) == ("exit-back", -4.0, 41.0)


def test_each_fault_is_moved_by_what_is_seen() -> None:
    assert one(side=0.002) == ("off-centre", -2.0, None)
    assert one(nose=-0.0015) == ("nose-off-centre", 1.5, None)
    assert one(bend=0.004) == ("bent-up", -4.0, None)
    assert one(bend=-0.004) == ("bent-down", 4.0, None)
    code, move, _ = one(roll=np.radians(20.0))
    assert code == "rolled"
    assert np.degrees(move / 1e3) == pytest.approx(-20.0, abs=1e-4)


def test_straight_is_nothing_and_what_is_not_seen_counts_for_nothing() -> None:
    assert diagnose(Seen(), 0.045) == []
    assert diagnose(Seen(gap=0.0003, side=0.0004, roll=0.01), 0.045) == []


def test_the_strongest_comes_first() -> None:
    found = diagnose(Seen(gap=0.002, side=0.005, nose=0.003), 0.045)
    assert [f.code for f in found] == ["off-centre", "nose-off-centre", "exit-forward"]


def test_a_gap_with_a_bunch_is_the_keeper() -> None:
    assert one(gap=0.002, bunch=0.003) == ("keeper-holds", 0.0, 45.0)


def test_measures_out_of_range_are_named() -> None:
    for bad in ({"gap": -0.001}, {"bunch": 0.2}, {"side": 0.05}, {"roll": 4.0}):
        with pytest.raises(DomainError):
            Seen(**bad)
    with pytest.raises(DomainError, match="exit_mm"):
        diagnose(Seen(bunch=0.046), 0.045)
