"""When the water of a past success comes round: on tides whose answer is known by hand."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.log.again import LEAST_S, Past, past_of, stage_of, windows

STEP = 600.0
HOURS = np.arange(0.0, 48.0, STEP / 3600.0)
PERIOD = 12.0
DEPTH = 4.0 + np.cos(2.0 * np.pi * HOURS / PERIOD)
STREAM = -0.6 * np.sin(2.0 * np.pi * HOURS / PERIOD)
"""High water at 0, 12, 24 h; the ebb runs from 0 to 6 h, hardest at 3 h in 4.0 m."""
BRIGHT = ["bright" if 6.0 <= h % 24.0 < 18.0 else "night" for h in HOURS]
WET = np.ones(HOURS.shape, dtype=bool)


def hours(past: Past, without: tuple[str, ...] = ()) -> list[tuple[float, float]]:
    return [(float(HOURS[w.first]), float(HOURS[w.last]))
            for w in windows(past, DEPTH, STREAM, BRIGHT, WET, STEP, without)]


def test_the_hardest_ebb_comes_once_each_tide_and_by_day_every_other() -> None:
    at = [sum(span) / 2.0 for span in hours(Past(4.0, -0.6, None))]
    assert at == pytest.approx([3.0, 15.0, 27.0, 39.0], abs=0.1)
    assert [sum(s) / 2.0 for s in hours(Past(4.0, -0.6, "bright"))] == pytest.approx(
        [15.0, 39.0], abs=0.1)


def test_edges_are_where_depth_leaves_its_width() -> None:
    """15 % of 4 m is 0.6 m: cos = ±0.6 at 1.77 and 4.23 h; 25 % of the current: sin = 0.75 at 1.62
    and 4.38 h, so the depth ends it."""
    first, last = hours(Past(4.0, -0.6, None))[0]
    assert first == pytest.approx(1.77, abs=0.17)
    assert last == pytest.approx(4.23, abs=0.17)


def test_the_flood_is_not_the_ebb() -> None:
    assert [sum(s) / 2.0 for s in hours(Past(4.0, 0.6, None))] == pytest.approx(
        [9.0, 21.0, 33.0, 45.0], abs=0.1)
    assert stage_of(np.array([-0.2, -0.01, 0.04, 0.3])).tolist() == [-1.0, 0.0, 0.0, 1.0]


def test_the_best_step_is_the_closest() -> None:
    exact = windows(Past(4.0, -0.6, None), DEPTH, STREAM, BRIGHT, WET, STEP)[0]
    off = windows(Past(4.3, -0.5, None), DEPTH, STREAM, BRIGHT, WET, STEP)[0]
    assert exact.closeness == pytest.approx(1.0, abs=1e-9)
    assert 0.0 < off.closeness < 1.0


def test_without_the_light_it_says_what_differs() -> None:
    found = windows(Past(4.0, -0.6, "bright"), DEPTH, STREAM, BRIGHT, WET, STEP, ("light",))
    assert [w.but for w in found] == [("light",), (), ("light",), ()]


def test_dry_steps_and_short_windows_are_no_plan() -> None:
    dry = WET & (DEPTH > 4.55)
    assert windows(Past(4.0, -0.6, None), DEPTH, STREAM, BRIGHT, dry, STEP) == []
    every = np.arange(WET.size) % 3 > 0
    assert windows(Past(4.0, -0.6, None), DEPTH, STREAM, BRIGHT, every, STEP) == []
    assert LEAST_S > 2 * STEP


def test_nonsense_is_refused() -> None:
    with pytest.raises(DomainError, match="depth_m"):
        windows(Past(0.0, 0.1, None), DEPTH, STREAM, BRIGHT, WET, STEP)
    with pytest.raises(DomainError, match="step_s"):
        windows(Past(4.0, 0.1, None), DEPTH, STREAM, BRIGHT, WET, 0.0)


def test_the_water_of_a_trip_is_the_middle_of_its_fish() -> None:
    past = past_of([4.0, 4.4, 9.0], [0.5, 0.4, 0.45], ["ebb", "ebb", "slack"], [None, "low", None])
    assert past == Past(4.4, -0.45, "low")
    assert past_of([4.0], [0.5], [None], [None]) == Past(4.0, 0.5, None)
    with pytest.raises(DomainError, match="depth_m"):
        past_of([], [], [], [])
