"""Tide from high and low waters, and a stream derived from it. Section 6 of docs/model.md."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, DomainError, Flags

SCALE_FROM = 0.25
"""A typed current scales the day's stream where the predicted one is at least this share of the
day's peak; nearer slack the ratio would mean nothing, and the typed value stands all day."""
SCALE_TO = 6.0
"""Nor does it scale the day beyond this, m/s: no tide runs so."""


@dataclass(frozen=True)
class HighLow:
    """High and low waters: seconds from an epoch (ascending) and heights (m), (N,) each.

    Raises
    ------
    DomainError
        If there are fewer than two, they do not ascend, or do not alternate in height.
    """

    time: Array
    height: Array

    def __post_init__(self) -> None:
        remedy = "check times and heights of the high and low waters"
        if self.time.size < 2:
            raise DomainError("tide", "must hold at least two high and low waters",
                              int(self.time.size), "", "add tide times for this day")
        if np.any(np.diff(self.time) <= 0.0):
            raise DomainError("tide", "must have times that ascend", "a step back", "", remedy)
        steps = np.sign(np.diff(self.height))
        if np.any(steps == 0.0) or np.any(steps[1:] == steps[:-1]):
            raise DomainError("tide", "must alternate between high and low", "two alike", "",
                              remedy)

    @property
    def is_high(self) -> Flags:
        """Which of them are high waters."""
        falls = np.diff(self.height) < 0.0
        return np.append(falls, not falls[-1])

    def _segment(self, at: Array) -> Array:
        return np.clip(np.searchsorted(self.time, at, side="right") - 1, 0, self.time.size - 2)

    def around(self, from_s: float, to_s: float) -> HighLow:
        """Those of a span, with the one before and the one after it where they are known."""
        before = max(int(np.searchsorted(self.time, from_s)) - 1, 0)
        after = int(np.searchsorted(self.time, to_s, side="right")) + 1
        return HighLow(self.time[before:after], self.height[before:after])

    def height_at(self, at: Array) -> Array:
        """Height of tide (m) at times ``at`` (s): half a cosine between neighbours.

        NaN before the first and after the last. The rule of twelfths is the handbook's
        approximation of it.
        """
        at = np.asarray(at, dtype=float)
        i = self._segment(at)
        t0, t1 = self.time[i], self.time[i + 1]
        h0, h1 = self.height[i], self.height[i + 1]
        value = h0 + (h1 - h0) * 0.5 * (1.0 - np.cos(np.pi * (at - t0) / (t1 - t0)))
        return np.where((at >= self.time[0]) & (at <= self.time[-1]), value, np.nan)


@dataclass(frozen=True)
class StreamRates:
    """Peak rates (m/s) at neaps and springs, the ranges (m) that go with them, and the lag (s)
    of slack water after high and low water."""

    neap_rate: float
    spring_rate: float
    neap_range: float
    spring_range: float
    lag: float = 0.0

    def __post_init__(self) -> None:
        if not self.spring_range > self.neap_range > 0.0:
            raise DomainError("spring_range_m", "must be above neap_range_m, which is above 0",
                              self.spring_range, "m", "give the mean ranges of the port")

    def peak(self, tide_range: Array) -> Array:
        """Peak rate (m/s) of a tide of this range: linear in range, as tidal atlases compute it."""
        slope = (self.spring_rate - self.neap_rate) / (self.spring_range - self.neap_range)
        return np.maximum(self.neap_rate + slope * (tide_range - self.neap_range), 0.0)


def unknown_rates(tide: HighLow) -> StreamRates:
    """Rates of a stream of which only the shape is known: in proportion to the range of its tide,
    1 m/s at the greatest."""
    most = float(np.max(np.abs(np.diff(tide.height))))
    return StreamRates(0.5, 1.0, 0.5 * most, most)


def stream_at(tide: HighLow, rates: StreamRates, at: Array) -> Array:
    """Stream (m/s) at times ``at`` (s): flood positive, ebb negative, sine between slacks.

    Slack stands ``rates.lag`` after each high and low water. NaN outside the tide table.
    """
    at = np.asarray(at, dtype=float) - rates.lag
    i = tide._segment(at)
    t0, t1 = tide.time[i], tide.time[i + 1]
    rise = tide.height[i + 1] - tide.height[i]
    value = np.sign(rise) * rates.peak(np.abs(rise)) * np.sin(np.pi * (at - t0) / (t1 - t0))
    # The lag may reach past either end of the table by its own length; no farther.
    inside = (at >= tide.time[0] - abs(rates.lag)) & (at <= tide.time[-1] + abs(rates.lag))
    return np.where(inside, value, np.nan)


def with_typed_speed(stream: Array, step: int, typed: float) -> tuple[Array, str]:
    """The day's stream made to agree with a current typed (m/s, no sign) at one step.

    Returns
    -------
    The stream and how it was made to agree: "scaled" or "constant" (near slack, where a ratio
    to the predicted stream would mean nothing).
    """
    here, peak = abs(float(stream[step])), float(np.nanmax(np.abs(stream), initial=0.0))
    if peak > 0.0 and here >= SCALE_FROM * peak and typed * peak <= SCALE_TO * here:
        return stream * (typed / here), "scaled"
    sign = -1.0 if float(stream[step]) < 0.0 else 1.0
    return np.full_like(stream, sign * typed), "constant"


BEYOND = 1.0 / 6.0
"""Where heads tell one side of the current only, it is taken this share beyond it (judgement)."""


def read_current(swept: float | None, held: float | None, expected: float | None) -> float:
    """The current (m/s) that heads tell: what was swept bears less than there is, what held more.

    Parameters
    ----------
    swept, held : the greatest current (m/s) that the strongest of the swept and the weakest of
        the held heads bear; None for none. expected : the current otherwise thought of; it stands
        where it fits.

    Raises
    ------
    DomainError
        Where the two contradict each other, or neither is given.
    """
    if swept is None and held is None:
        raise DomainError("held_m_s", "or swept_m_s is needed", None, "m/s", "try a head first")
    low, high = swept or 0.0, np.inf if held is None else held
    if low >= high:
        raise DomainError("held_m_s", f"must be above swept_m_s, {low:g} m/s", high, "m/s",
                          "a head that bears less was swept: forget one of the two")
    if expected is not None and low <= expected <= high:
        return expected
    if swept is not None and held is not None:
        return 0.5 * (low + high)
    return low * (1.0 + BEYOND) if held is None else high * (1.0 - BEYOND)


RANGES_NEED_DAYS = 13.0
"""Neaps and springs are a week apart: a shorter list need not hold both."""


def mean_ranges(tide: HighLow) -> tuple[float, float]:
    """The neap and the spring range (m) of a list of high and low waters.

    The smallest and the greatest tenth of its ranges, two neighbours averaged, because one of two
    tides a day is often the higher.

    Raises
    ------
    DomainError
        If it covers less than ``RANGES_NEED_DAYS``.
    """
    days = float(tide.time[-1] - tide.time[0]) / 86400.0
    if days < RANGES_NEED_DAYS:
        raise DomainError("neap_range_m", "is needed: the list is too short to tell neaps from"
                          " springs, it covers", round(days, 1), "days",
                          f"type the mean ranges, or bring {RANGES_NEED_DAYS:g} days or more")
    ranges = np.abs(np.diff(tide.height))
    ranges = 0.5 * (ranges[1:] + ranges[:-1])
    return float(np.quantile(ranges, 0.1)), float(np.quantile(ranges, 0.9))


def series_at(times: Array, heights: Array, at: Array) -> Array:
    """Height (m) at instants between those of an even series: cubic through four neighbours.

    times, heights : (N,), N at least 4, even steps. NaN before the first and after the last.
    """
    at = np.asarray(at, dtype=float)
    step = float(times[1] - times[0])
    i = np.clip(((at - times[0]) // step).astype(int), 1, times.size - 3)
    x = (at - times[i]) / step
    a, b, c, d = (heights[i + k] for k in (-1, 0, 1, 2))
    # Lagrange's cubic at -1, 0, 1, 2.
    value = (-x * (x - 1.0) * (x - 2.0) / 6.0 * a + (x + 1.0) * (x - 1.0) * (x - 2.0) / 2.0 * b
             - (x + 1.0) * x * (x - 2.0) / 2.0 * c + (x + 1.0) * x * (x - 1.0) / 6.0 * d)
    return np.where((at >= times[0]) & (at <= times[-1]), value, np.nan)
