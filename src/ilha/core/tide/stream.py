"""A stream from a table: by the clock, or by the hours from high water. Section 6 of docs/model.md.

Flood positive, ebb negative, m/s at the surface. (A stream from constants of its own is
:class:`ilha.core.tide.harmonic.Constants` in m/s; one derived from the tide is in
:mod:`ilha.core.tide.turns`.)
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, DomainError
from ilha.core.tide.turns import HighLow

TIDE_HOURS = 12.4206
"""From one high water to the next, the period of M2 in hours: the hours of the table are those of
a mean tide, and are stretched to the tide that there is."""
GAP_MAX_S = 4.0 * 3600.0
"""Between two entries of a table by the clock: from slack to peak it is about 3 h."""
SLACK_SHARE = 0.02
"""Entries under this share of the table's peak are slacks."""
DAILY_FROM_S = 18.0 * 3600.0


def between(times: Array, speeds: Array, at: Array) -> Array:
    """Speeds (m/s) at instants ``at`` (s) from a table by the clock, (N,) s ascending and m/s.

    From a slack to a peak and back a quarter of a sine, as in the stream derived from a tide;
    elsewhere cubics that keep to the table's own peaks (Fritsch & Carlson 1980, through scipy), so
    that it turns where the table turns and nowhere else. NaN before the first entry, after the
    last, and in gaps of more than ``GAP_MAX_S``.
    """
    from scipy.interpolate import PchipInterpolator

    at = np.asarray(at, dtype=float)
    value = np.asarray(PchipInterpolator(times, speeds, extrapolate=False)(at))
    i = np.clip(np.searchsorted(times, at, side="right") - 1, 0, times.size - 2)
    slack = np.abs(speeds) <= SLACK_SHARE * np.max(np.abs(speeds))
    rises = np.sign(np.diff(speeds))
    peak = np.concatenate([[True], rises[1:] * rises[:-1] <= 0.0, [True]]) & ~slack
    turn = 0.5 * np.pi * (at - times[i]) / (times[i + 1] - times[i])
    inside = np.isfinite(value)
    value = np.where(inside & slack[i] & peak[i + 1], speeds[i + 1] * np.sin(turn), value)
    value = np.where(inside & peak[i] & slack[i + 1], speeds[i] * np.cos(turn), value)
    return np.where(times[i + 1] - times[i] > GAP_MAX_S, np.nan, value)


@dataclass(frozen=True)
class ByHours:
    """Rates (m/s) by hours from high water, at neaps and at springs, (N,) each, hours ascending.

    Raises
    ------
    DomainError
        For fewer than six hours, hours that do not ascend, or a span of over a tide.
    """

    hour: Array
    neap: Array
    spring: Array

    def __post_init__(self) -> None:
        remedy = "give the hours -6 to 6 from high water"
        if self.hour.size < 6:
            raise DomainError("hour", "must be given at least 6 times", int(self.hour.size), "",
                              remedy)
        if np.any(np.diff(self.hour) <= 0.0):
            raise DomainError("hour", "must ascend", "a step back", "", remedy)
        if not self.hour[-1] - self.hour[0] < TIDE_HOURS:
            raise DomainError("hour", "must span less than a tide", self.hour[-1] - self.hour[0],
                              "h", remedy)

    def at(self, tide: HighLow, ranges: tuple[float, float], at: Array) -> Array:
        """Speeds (m/s) at instants ``at`` (s) of a tide, given its mean neap and
        spring ranges (m).

        Linear in the range of the tide, as tidal atlases compute it; NaN where no high water is
        known before or after.

        Raises
        ------
        DomainError
            Where high waters are a day apart: the hours mean nothing there.
        """
        from scipy.interpolate import CubicSpline

        times, spans = self._highs(tide)
        if times.size < 2:
            return np.full(np.shape(at), np.nan)
        i = np.clip(np.searchsorted(times, at, side="right") - 1, 0, times.size - 2)
        length = times[i + 1] - times[i]
        if np.any(length > DAILY_FROM_S):
            raise DomainError("stream_id", "by the hours of the tide needs two high waters a day,"
                              " they are apart by", round(float(np.max(length)) / 3600.0, 1), "h",
                              "bring the stream by the clock or as constants")
        hour = (at - times[i]) / length * TIDE_HOURS
        # One tide and the same again, so that the table joins on to itself.
        around = np.append(self.hour, self.hour[0] + TIDE_HOURS)
        neap, spring = (
            CubicSpline(around, np.append(rate, rate[0]), bc_type="periodic")(
                self.hour[0] + (hour - self.hour[0]) % TIDE_HOURS)
            for rate in (self.neap, self.spring)
        )
        share = (np.interp(at, times, spans) - ranges[0]) / (ranges[1] - ranges[0])
        inside = (at >= times[0]) & (at <= times[-1])
        return np.where(inside, neap + (spring - neap) * share, np.nan)

    @staticmethod
    def _highs(tide: HighLow) -> tuple[Array, Array]:
        """Times (s) of the high waters, and the mean (m) of each one's rise and fall."""
        high = tide.is_high
        steps = np.abs(np.diff(tide.height))
        mean = 0.5 * (np.append(steps[:1], steps) + np.append(steps, steps[-1:]))
        return tide.time[high], mean[high]
