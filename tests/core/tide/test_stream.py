"""Streams from tables: what the table says, and nothing made up between."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.tide.harmonic import Constants
from ilha.core.tide.stream import ByHours, between
from ilha.core.tide.turns import HighLow

HOUR = 3600.0
TIDE_S = 12.4206 * HOUR
# Six tides from neaps (1 m) to springs (2 m), the ranges growing evenly.
TURNS = HighLow(np.arange(13) * TIDE_S / 2.0, np.array(
    [1.0 + 0.5 * (1 + i / 12.0) * (1 if i % 2 == 0 else -1) for i in range(13)]))
HOURS = np.arange(-6.0, 7.0)


def sine_table() -> ByHours:
    wave = np.sin(2.0 * np.pi * HOURS / 12.4206)
    return ByHours(HOURS, -0.4 * wave, -1.0 * wave)


def test_slacks_and_peaks_alone_give_the_wave_between() -> None:
    """A table of slacks and peaks of a sine: the sine itself."""
    times = np.arange(9) * TIDE_S / 4.0
    speeds = np.array([0.0, 1.0, 0.0, -1.0] * 2 + [0.0])
    at = np.linspace(0.0, times[-1], 500)
    found = between(times, speeds, at)
    assert np.abs(found - np.sin(2.0 * np.pi * at / TIDE_S)).max() < 1e-9
    assert between(times, speeds, times) == pytest.approx(speeds)
    # At even half hours it is a cubic: within 1 %.
    even = np.arange(0.0, times[-1], 1800.0)
    found = between(even, np.sin(2.0 * np.pi * even / TIDE_S), at[at < even[-1]])
    assert np.abs(found - np.sin(2.0 * np.pi * at[at < even[-1]] / TIDE_S)).max() < 0.01
    assert np.abs(found).max() <= 1.0


def test_gaps_and_ends_have_no_number() -> None:
    times = np.array([0.0, 3.0, 8.0, 11.0]) * HOUR
    at = np.array([-1.0, 1.0, 5.0, 9.0, 12.0]) * HOUR
    found = between(times, np.array([0.0, 1.0, 0.5, 0.0]), at)
    assert np.isnan(found).tolist() == [True, False, True, False, True]


def test_hours_of_the_tide_follow_its_range() -> None:
    """By hand: the tide around the third high water (index 4) has ranges of 1.29 and 1.38 m,
    mean 4/3, a third of the way from neaps to springs: the peak is 0.4 + 0.6 / 3 = 0.6 m/s."""
    table = sine_table()
    at = TURNS.time[4] + np.array([-TIDE_S / 4.0, 0.0])
    ebb = table.at(TURNS, (1.0, 2.0), at)
    ranges = np.abs(np.diff(TURNS.height))
    assert ranges[3:5].mean() == pytest.approx(4.0 / 3.0, abs=0.01)
    # A quarter of a tide before that high water the range is a quarter of the way back to the
    # one before, 1.167: 0.4 + 0.6 * (1.333 - 0.25 * 0.167 - 1) = 0.575.
    assert ebb[0] == pytest.approx(0.575, abs=0.006)
    assert ebb[1] == pytest.approx(0.0, abs=1e-9)


def test_hours_repeat_without_a_step() -> None:
    at = np.arange(TURNS.time[0], TURNS.time[-1], 60.0)
    found = sine_table().at(TURNS, (1.0, 2.0), at)
    assert np.isfinite(found).all()
    # A minute at 1 m/s peak changes it by at most 2 pi / (12.42 * 60) m/s.
    assert np.abs(np.diff(found)).max() < 1.1 * 2.0 * np.pi / (12.42 * 60.0)


def test_hours_need_two_tides_a_day() -> None:
    daily = HighLow(np.arange(5) * 12.4206 * HOUR, np.array([1.0, 2.0, 1.0, 2.0, 1.0]))
    with pytest.raises(DomainError, match="two high waters a day"):
        sine_table().at(daily, (1.0, 2.0), np.array([20.0 * HOUR]))


@pytest.mark.parametrize(("hour", "says"), [
    (np.arange(4.0), "at least 6"), (np.array([0.0, 1, 2, 2, 3, 4]), "ascend"),
    (np.linspace(-7.0, 7.0, 8), "less than a tide"),
])
def test_hours_that_make_no_tide(hour: np.ndarray, says: str) -> None:
    with pytest.raises(DomainError, match=says):
        ByHours(hour, hour * 0.0, hour * 0.0)


def test_constants_in_metres_a_second() -> None:
    """M2 alone of 1 m/s: swings between -1 and 1 (nodal factor within 4 %) about its mean."""
    own = Constants({"M2": (1.0, 0.0)}, 0.1, 36.4, "m/s")
    found = own.value_at(1.7e9 + 60.0 * np.arange(2 * 745.0))
    assert (found.max() + found.min()) / 2.0 == pytest.approx(0.1, abs=0.005)
    assert (found.max() - found.min()) / 2.0 == pytest.approx(1.0, abs=0.04)
    with pytest.raises(DomainError, match="at most 6 m/s"):
        Constants({"M2": (7.0, 0.0)}, 0.0, 36.4, "m/s")


def test_between_two_hours_of_the_table_and_at_its_ends() -> None:
    """Of a rate that is 1 at one hour and 0 elsewhere: nearest to it at that hour of each tide,
    known from the first high water to the last, and not a second beyond."""
    at_two = (HOURS == 2.0).astype(float)
    table = ByHours(HOURS, at_two, at_two)
    highs = TURNS.time[TURNS.is_high]
    length = np.diff(highs)
    at = highs[:-1] + 2.0 / (TIDE_S / HOUR) * length
    assert table.at(TURNS, (1.0, 2.0), at) == pytest.approx(np.ones(at.size), abs=1e-3)
    assert table.at(TURNS, (1.0, 2.0), at + HOUR) == pytest.approx(np.zeros(at.size), abs=0.01)
    ends = table.at(TURNS, (1.0, 2.0), np.array([highs[0] - 1, highs[0], highs[-1], highs[-1] + 1]))
    assert np.isnan(ends).tolist() == [True, False, False, True]


def test_hours_that_are_refused_say_how_far_apart_the_tides_are() -> None:
    daily = HighLow(np.arange(5) * 12.4206 * HOUR, np.array([1.0, 2.0, 1.0, 2.0, 1.0]))
    with pytest.raises(DomainError) as refused:
        sine_table().at(daily, (1.0, 2.0), np.array([20.0 * HOUR]))
    told = refused.value
    assert (told.field, told.value, told.unit) == ("stream_id", 24.8, "h")
    assert told.remedy == "bring the stream by the clock or as constants"


@pytest.mark.parametrize(("hour", "value"), [
    (np.arange(5.0), 5), (np.array([0.0, 1, 2, 2, 3, 4]), "a step back"),
    (np.arange(14.0), 13.0)])
def test_hours_that_make_no_tide_are_told_as_typed(hour: np.ndarray, value: object) -> None:
    with pytest.raises(DomainError) as refused:
        ByHours(hour, hour, hour)
    assert (refused.value.field, refused.value.value) == ("hour", value)
    assert refused.value.remedy == "give the hours -6 to 6 from high water"


def test_peaks_at_both_ends_and_against_each_other() -> None:
    """A list that begins and ends with a peak: a quarter of a wave to each slack."""
    times = np.array([0.0, 3.0, 6.0]) * HOUR
    found = between(times, np.array([1.0, 0.0, -0.8]), np.array([1.0, 1.5, 4.5, 5.0]) * HOUR)
    assert found == pytest.approx(
        [np.cos(np.pi / 6), np.cos(np.pi / 4), -0.8 * np.sin(np.pi / 4), -0.8 * np.sin(np.pi / 3)])


def test_rates_go_with_the_range_between_any_two_ranges() -> None:
    """Neaps of 1 m at 0.4 and springs of 2.5 m at 1: the tide of 4/3 m, two ninths of the way."""
    at = np.array([TURNS.time[4] - TIDE_S / 4.0])
    ebb = sine_table().at(TURNS, (1.0, 2.5), at)
    assert ebb[0] == pytest.approx(0.4 + 0.6 * (4.0 / 3.0 - 0.25 / 6.0 - 1.0) / 1.5, abs=0.006)


def test_slack_is_little_beside_the_strongest_however_strong_that_is() -> None:
    """0.02 beside 0.2 is a tenth: no slack. The same wave, ten times weaker, is the same."""
    times = np.array([0.0, 3.0, 6.0, 9.0]) * HOUR
    at = np.linspace(0.0, times[-1], 40)
    speeds = np.array([2.0, 0.0, -1.5, 0.2])
    assert between(times, speeds / 10.0, at) == pytest.approx(between(times, speeds, at) / 10.0)
