"""What a printed list is worth beyond its own lines."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.tide.harmonic import Constants
from ilha.core.tide.printed import (
    Differences,
    fit_turns,
    ranges_by_moon,
    reaching,
    spliced,
)
from ilha.core.tide.turns import HighLow

HOUR, DAY = 3600.0, 86400.0
BEGIN = 1_796_083_200.0  # 2026-12-01 00:00 UTC
MADE = Constants({"M2": (1.0, 60.0), "S2": (0.33, 95.0), "N2": (0.2, 40.0), "K1": (0.07, 50.0),
                  "O1": (0.06, 310.0), "K2": (0.09, 95.0), "P1": (0.023, 50.0),
                  "M4": (0.03, 120.0)}, 2.0, 36.4)


def test_one_turn_past_either_end_and_no_more() -> None:
    day = HighLow(BEGIN + np.array([4.4, 10.6, 16.8, 23.0]) * HOUR, np.array([3.2, 0.9, 3.4, 0.7]))
    whole, reached = reaching(day, BEGIN, BEGIN + DAY)
    assert reached
    assert whole.time.size == 6
    assert not np.isnan(whole.height_at(BEGIN + np.linspace(0.0, DAY, 145))).any()
    assert whole.height[-1] == 3.2  # of the same half of the lunar day
    assert whole.height[0] == 0.7
    assert np.isnan(reaching(day, BEGIN, BEGIN + 2 * DAY)[0].height_at(np.array(BEGIN + 2 * DAY)))
    same, more = reaching(whole, BEGIN, BEGIN + DAY)
    assert not more
    assert same.time.size == 6


def test_the_turn_past_the_end_is_near_the_true_one() -> None:
    """Held to a month of a made tide: within 20 minutes and 0.2 m of the turn that comes."""
    true = MADE.high_and_low_waters(BEGIN, BEGIN + 29 * DAY)
    for i in range(6, true.time.size - 1):
        cut = HighLow(true.time[i - 5:i], true.height[i - 5:i])
        guess = reaching(cut, cut.time[0], cut.time[-1] + HOUR)[0]
        assert abs(guess.time[-1] - true.time[i]) < 20 * 60.0
        assert abs(guess.height[-1] - true.height[i]) < 0.2


def test_ranges_from_four_turns_lie_about_those_of_the_month() -> None:
    month = MADE.high_and_low_waters(BEGIN, BEGIN + 59 * DAY)
    spans = np.abs(np.diff(month.height))
    for start in range(0, 50, 5):
        some = month.around(BEGIN + start * DAY, BEGIN + (start + 1) * DAY)
        neap, spring = ranges_by_moon(some)
        assert neap == pytest.approx(np.quantile(spans, 0.05), rel=0.35)
        assert spring == pytest.approx(np.quantile(spans, 0.95), rel=0.35)


@pytest.mark.parametrize("days", [29, 59, 355])
def test_a_fit_gives_back_the_constants_that_made_the_table(days: int) -> None:
    """The table as it is printed: whole minutes, centimetres."""
    true = MADE.high_and_low_waters(BEGIN, BEGIN + days * DAY)
    table = HighLow(np.round(true.time / 60.0) * 60.0, np.round(true.height, 2))
    found, left = fit_turns(table, 36.4)
    assert left < 0.03
    assert found.mean_level == pytest.approx(2.0, abs=0.01)
    for name in ("M2", "S2", "N2", "K1", "O1"):
        size, phase = found.waves[name]
        assert size == pytest.approx(MADE.waves[name][0], abs=0.02)
        apart = (phase - MADE.waves[name][1] + 180.0) % 360.0 - 180.0
        assert abs(apart) * size < 2.0  # in degrees of a metre: 3.5 cm
    at = BEGIN + (days + np.linspace(0.0, 30.0, 500)) * DAY
    assert np.sqrt(np.mean((found.value_at(at) - MADE.value_at(at)) ** 2)) < 0.05


def test_too_little_is_not_fitted() -> None:
    with pytest.raises(DomainError, match=r"must cover at least 27\.5 days"):
        fit_turns(MADE.high_and_low_waters(BEGIN, BEGIN + 20 * DAY), 36.4)


def test_a_list_goes_on_with_the_fit_in_turn() -> None:
    true = MADE.high_and_low_waters(BEGIN, BEGIN + 31 * DAY)
    found, _ = fit_turns(true, 36.4)
    for cut in range(40, true.time.size - 6):
        known = HighLow(true.time[cut - 12:cut], true.height[cut - 12:cut])
        beyond = found.high_and_low_waters(known.time[0] - DAY, known.time[-1] + DAY)
        whole = spliced(known, beyond)
        assert whole.time[-1] >= known.time[-1] + 0.7 * DAY
        inside = whole.time[(whole.time >= true.time[0]) & (whole.time <= true.time[-1])]
        ours = true.time[(true.time >= inside[0] - HOUR) & (true.time <= inside[-1] + HOUR)]
        assert inside.size == ours.size
        assert np.abs(inside - ours).max() < 20 * 60.0


def test_a_secondary_port_as_the_handbook_works_it() -> None:
    """The layout of a nautical handbook's worked example, from memory: standard port levels 5.5,
    4.4, 2.2, 0.8 m; at the secondary port high water of 00 and 12 h +00 10, of 06 and 18 h -00 20;
    low water of 00 and 12 h +00 05, of 06 and 18 h -00 15; heights -0.2, -0.3, -0.1, -0.1. By hand:
    high water 03:00, 4.95 m (half way between both): -00 05, -0.25 m; low water 09:00, 1.5 m (half
    way): -00 05, -0.1 m; high water 15:30, 5.5 m: -00 07.5 (7/12 of the way from +10 to -20),
    -0.2 m."""
    port = Differences(
        tuple((h * HOUR, m * 60.0) for h, m in ((0, 10), (6, -20), (12, 10), (18, -20))),
        tuple((h * HOUR, m * 60.0) for h, m in ((0, 5), (6, -15), (12, 5), (18, -15))),
        (5.5, 4.4, 2.2, 0.8), (-0.2, -0.3, -0.1, -0.1))
    standard = HighLow(BEGIN + np.array([3.0, 9.0, 15.5]) * HOUR, np.array([4.95, 1.5, 5.5]))
    there = port.of(standard, (standard.time - BEGIN) % DAY)
    assert (there.time - standard.time).tolist() == pytest.approx([-300.0, -300.0, -450.0])
    assert (there.height - standard.height).tolist() == pytest.approx([-0.25, -0.1, -0.2])


def test_differences_outside_springs_and_neaps_go_on() -> None:
    port = Differences((), (), (5.0, 4.0, 2.0, 1.0), (0.4, 0.2, 0.0, -0.2))
    standard = HighLow(np.array([0.0, 6.0]) * HOUR, np.array([5.5, 0.5]))
    there = port.of(standard, standard.time)
    assert (there.height - standard.height).tolist() == pytest.approx([0.5, -0.3])
    with pytest.raises(DomainError, match="must fall"):
        Differences((), (), (5.0, 4.0, 4.5, 1.0), (0.0, 0.0, 0.0, 0.0))
