"""Tide and stream against the handbook's rules."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.tide.tideway import Typed, tideway
from ilha.core.tide.turns import (
    HighLow,
    StreamRates,
    read_current,
    series_at,
    stream_at,
    with_typed_speed,
)

HOUR = 3600.0
TIDE = HighLow(np.array([0.0, 6.0, 12.0, 18.0]) * HOUR, np.array([0.5, 2.5, 0.7, 2.3]))
RATES = StreamRates(0.4, 1.0, 1.0, 2.0)


def test_rule_of_twelfths() -> None:
    """1, 2, 3, 3, 2, 1 twelfths of the range in the six sixths of the time: the mariner's
    handbook approximation of the half cosine; from memory. It is within 2.5 % of the range."""
    sixths = TIDE.height_at(np.arange(7) * HOUR)
    rule = 0.5 + 2.0 * np.cumsum([0, 1, 2, 3, 3, 2, 1]) / 12.0
    assert np.abs(sixths - rule).max() < 0.025 * 2.0


def test_fifty_ninety_rule() -> None:
    """50 % of the peak one sixth of the way from slack to slack, 90 % at two sixths, 100 % half
    way: the handbook's rule; from memory. A sine gives 50, 86.6, 100."""
    peak = float(RATES.peak(np.array(2.0)))
    shares = stream_at(TIDE, RATES, np.array([1.0, 2.0, 3.0]) * HOUR) / peak
    assert shares == pytest.approx([0.50, 0.90, 1.00], abs=0.04)


def test_heights_at_the_turns_and_outside() -> None:
    assert TIDE.height_at(TIDE.time).tolist() == pytest.approx(TIDE.height.tolist())
    assert np.isnan(TIDE.height_at(np.array([-1.0, 18.1 * HOUR]))).all()


def test_peak_rate_is_linear_in_range() -> None:
    # Range 1.8 lies 0.8 of the way from neaps (0.4 m/s) to springs (1.0): 0.88.
    assert float(stream_at(TIDE, RATES, np.array(9.0 * HOUR))) == pytest.approx(-0.88)


def test_lag_moves_the_slack() -> None:
    late = StreamRates(0.4, 1.0, 1.0, 2.0, lag=0.5 * HOUR)
    at = np.array([6.0, 6.5]) * HOUR
    before, slack = stream_at(TIDE, late, at)
    assert before > 0.1
    assert slack == pytest.approx(0.0, abs=1e-12)


@pytest.mark.parametrize("heights", [[0.5, 2.5, 2.6], [1.0, 1.0, 2.0]])
def test_waters_must_alternate(heights: list[float]) -> None:
    with pytest.raises(DomainError, match="must alternate between high and low"):
        HighLow(np.array([0.0, 6.0, 12.0]), np.array(heights))


def test_times_must_ascend_and_two_are_needed() -> None:
    with pytest.raises(DomainError, match="must have times that ascend"):
        HighLow(np.array([0.0, 0.0]), np.array([1.0, 2.0]))
    with pytest.raises(DomainError, match="at least two"):
        HighLow(np.array([0.0]), np.array([1.0]))


def test_typed_current_scales_the_day_and_agrees_where_it_was_typed() -> None:
    stream = np.array([0.1, 0.4, 0.5, -0.2])
    scaled, how = with_typed_speed(stream, 1, 0.6)
    assert how == "scaled"
    assert scaled == pytest.approx(stream * 1.5)


def test_typed_current_near_slack_stands_all_day() -> None:
    flat, how = with_typed_speed(np.array([0.01, 0.4, -0.5]), 0, 0.3)
    assert how == "constant"
    assert flat.tolist() == [0.3, 0.3, 0.3]


def test_a_typed_current_never_scales_the_day_beyond_what_tides_run() -> None:
    flat, how = with_typed_speed(np.array([0.3, 1.0, -1.0]), 0, 5.0)
    assert how == "constant"
    assert np.abs(flat).max() == 5.0


def test_typed_depth_shifts_the_day() -> None:
    times = np.arange(0.0, 12.0, 1.0) * HOUR
    plain = tideway(times, 2.0, TIDE, RATES, Typed())
    typed = tideway(times, 2.0, TIDE, RATES, Typed(depth=5.0, depth_step=3))
    assert float(typed.depth[3]) == 5.0
    assert np.ptp(typed.depth - plain.depth) == pytest.approx(0.0, abs=1e-12)
    assert (plain.depth_from, typed.depth_from) == ("predicted", "typed")


def test_mark_without_tide_needs_a_typed_current() -> None:
    times = np.arange(3.0)
    with pytest.raises(DomainError, match="`typed_speed_m_s` is needed, this mark has no tide"):
        tideway(times, 18.0, None, None, Typed())
    way = tideway(times, 18.0, None, None, Typed(speed=0.3))
    assert way.stream.tolist() == [0.3, 0.3, 0.3]
    assert way.depth.tolist() == [18.0, 18.0, 18.0]
    assert (way.depth_from, way.speed_from) == ("charted", "constant")


def test_a_day_outside_the_table_is_refused() -> None:
    with pytest.raises(DomainError, match="`date` must lie inside the tide table"):
        tideway(np.array([40.0 * HOUR]), 2.0, TIDE, RATES, Typed())


@pytest.mark.parametrize(("swept", "held", "expected", "read"), [
    (0.4, 0.6, 0.2, 0.5), (0.4, 0.8, 0.2, 0.6), (0.4, 0.6, 0.55, 0.55), (None, 0.6, 0.3, 0.3),
    (0.4, 0.6, None, 0.5), (0.6, None, 0.3, 0.7), (None, 0.6, 0.9, 0.5),
    (None, 0.6, None, 0.5), (0.6, None, 0.8, 0.8)])
def test_the_current_is_read_from_heads(
    swept: float | None, held: float | None, expected: float | None, read: float
) -> None:
    assert read_current(swept, held, expected) == pytest.approx(read)


@pytest.mark.parametrize(("swept", "held"), [(0.6, 0.4), (0.5, 0.5), (None, None)])
def test_heads_that_contradict_or_say_nothing_are_refused(
    swept: float | None, held: float | None
) -> None:
    with pytest.raises(DomainError, match="swept_m_s"):
        read_current(swept, held, 0.3)


UNEVEN = HighLow(1_700_000_000.0 + np.array([0.0, 6.35, 12.21, 18.6]) * HOUR,
                 np.array([0.5, 2.5, 0.7, 2.3]))


def test_between_turns_that_are_unevenly_apart() -> None:
    """By hand, from the turn before: half the way up is half the rise, a quarter of it
    (1 - cos 45°)/2; the stream at a quarter is sin 45° of its peak, of either sign."""
    span = np.diff(UNEVEN.time)
    for share, way, flow in ((0.25, 0.1464466, 0.7071068), (0.5, 0.5, 1.0), (0.9, 0.9755283,
                                                                              0.3090170)):
        at = UNEVEN.time[:-1] + share * span
        assert UNEVEN.height_at(at) == pytest.approx(
            UNEVEN.height[:-1] + way * np.diff(UNEVEN.height), abs=1e-6)
        assert stream_at(UNEVEN, RATES, at) == pytest.approx(
            flow * np.array([1.0, -0.88, 0.76]), abs=1e-6)


@pytest.mark.parametrize("lag", [0.5 * HOUR, -0.5 * HOUR])
def test_a_stream_is_known_as_far_past_the_table_as_it_lags(lag: float) -> None:
    late = StreamRates(0.4, 1.0, 1.0, 2.0, lag=lag)
    ends = UNEVEN.time[[0, -1]] + lag
    reach = ends + abs(lag) * np.array([-1.0, 1.0])
    assert np.isfinite(stream_at(UNEVEN, late, reach)).all()
    assert np.isnan(stream_at(UNEVEN, late, reach + np.array([-1.0, 1.0]))).all()


def test_those_around_a_span_have_one_before_and_one_after() -> None:
    t = UNEVEN.time

    def around(from_s: float, to_s: float) -> list[float]:
        return UNEVEN.around(from_s, to_s).time.tolist()

    assert around(t[1] + 1.0, t[2] - 1.0) == t[1:3].tolist()
    assert around(t[1] + 1.0, t[2] + 1.0) == t[1:].tolist()
    assert around(t[1], t[1]) == t[:3].tolist()
    assert around(t[0] - 5.0, t[0] + 5.0) == t[:2].tolist()
    assert around(t[2] + 1.0, t[3] + 5.0) == t[2:].tolist()


def test_a_current_typed_on_the_ebb_is_an_ebb() -> None:
    flat, how = with_typed_speed(np.array([-0.01, 0.4, -0.5]), 0, 0.3)
    assert (flat.tolist(), how) == ([-0.3, -0.3, -0.3], "constant")
    still, how = with_typed_speed(np.zeros(3), 1, 0.2)
    assert (still.tolist(), how) == ([0.2, 0.2, 0.2], "constant")


def test_what_heads_do_not_tell_is_refused_with_the_way_out() -> None:
    with pytest.raises(DomainError) as none:
        read_current(None, None, 0.3)
    assert (none.value.field, none.value.unit, none.value.remedy) == (
        "held_m_s", "m/s", "try a head first")
    with pytest.raises(DomainError) as two:
        read_current(0.6, 0.4, 0.3)
    assert (two.value.field, two.value.value, two.value.unit) == ("held_m_s", 0.4, "m/s")
    assert "a head that bears less was swept" in str(two.value)
    assert read_current(0.4, 0.6, 0.4) == 0.4
    assert read_current(0.4, 0.6, 0.6) == 0.6


@pytest.mark.parametrize(("times", "heights", "field"), [
    ([0.0], [1.0], "tide"), ([0.0, 0.0], [1.0, 2.0], "tide"),
    ([0.0, 6.0, 12.0], [1.0, 2.0, 3.0], "tide")])
def test_a_table_that_is_none_names_the_tide_and_what_to_do(
    times: list[float], heights: list[float], field: str
) -> None:
    with pytest.raises(DomainError) as refused:
        HighLow(np.array(times), np.array(heights))
    assert refused.value.field == field
    assert refused.value.remedy in ("add tide times for this day",
                                    "check times and heights of the high and low waters")


def test_peaks_between_springs_and_neaps_and_beyond() -> None:
    """0.6 m/s more over 1.5 m more of range: 0.4 a metre; never below nought."""
    rates = StreamRates(0.4, 1.0, 1.0, 2.5)
    assert rates.peak(np.array([0.5, 1.0, 2.0, 2.5, 3.0])) == pytest.approx(
        [0.2, 0.4, 0.8, 1.0, 1.2])
    assert StreamRates(0.1, 1.0, 1.0, 2.0).peak(np.array([0.1])).tolist() == [0.0]


@pytest.mark.parametrize("begins", [0.0, 1_700_000_123.0])
def test_a_series_is_read_as_the_cubic_through_its_neighbours(begins: float) -> None:
    """A cubic comes back as itself, at its ends too; of what is none, the four nearest count: by
    hand, between 3 and 4 of 0, 0, 0, 1, 0, 0, 0, half way, 9/16 (Lagrange's weights -1 9 9 -1)."""
    times = begins + 600.0 * np.arange(7)

    def cubic(t: np.ndarray) -> np.ndarray:
        x = (t - begins) / 600.0
        return np.asarray(0.3 * x**3 - 2.0 * x**2 + x - 0.7)

    at = begins + np.array([0.0, 130.0, 600.0, 1000.0, 2399.0, 2999.0, 3420.0, 3600.0])
    assert series_at(times, cubic(times), at) == pytest.approx(cubic(at), abs=1e-6)
    one = np.array([0.0, 0, 0, 1, 0, 0, 0])
    mid = series_at(times, one, times[:-1] + 300.0)
    assert mid == pytest.approx(np.array([1, -1, 9, 9, -1, 1]) / 16.0)
    out = series_at(times, one, np.array([times[0] - 1.0, times[-1] + 1.0]))
    assert np.isnan(out).all()
