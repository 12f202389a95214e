"""The day that is asked for: its instants and its clock."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from functools import cache
from zoneinfo import ZoneInfo, available_timezones

import numpy as np

from ilha.core.errors import Array
from ilha.formats.fields import FieldError

STEPS = 145
"""From one midnight to the next, both included: ten minutes apart on all but two days a year."""
NOON = 12
"""Where the span of a night begins: its midnight lies in its middle."""


@dataclass(frozen=True)
class Span:
    """The day asked for: its local date, first instant and instants of the steps (s UTC).

    first_hour : by the clock, at which it begins: 0, or ``NOON`` for a night, which ends at the
    next day's noon.
    """

    date: str
    zone: ZoneInfo
    start_s: int
    step_s: float
    first_hour: int = 0

    @property
    def times(self) -> Array:
        return self.start_s + self.step_s * np.arange(STEPS, dtype=float)

    @property
    def step_h(self) -> float:
        """Hours from a step to the next."""
        return self.step_s / 3600.0

    def step(self, at_s: float) -> float:
        """Where an instant stands among the steps."""
        return round((at_s - self.start_s) / self.step_s, 3)

    @property
    def words(self) -> str:
        """The date as one says it."""
        day = datetime.fromisoformat(self.date)
        into = f", into {day + timedelta(days=1):%A}" if self.first_hour else ""
        return f"{day:%A} {day.day} {day:%B %Y}{into}"

    def clock_of(self, step: float) -> str:
        return self.clock(self.start_s + self.step_s * step)

    def at_hour(self, hour: int) -> float:
        """The step at an hour by the clock, 0 to 24, over it the next day's; the first where a
        clock set back shows it twice."""
        day = datetime.fromisoformat(self.date) + timedelta(hours=hour)
        return self.step(day.replace(tzinfo=self.zone).timestamp())

    def at_clock(self, hour: float) -> float:
        """The same of an hour with its part."""
        return self.at_hour(int(hour)) + (hour % 1.0) / self.step_h

    def clock(self, at_s: float) -> str:
        """HH:MM; where a clock set back shows it twice, with which of the two it is."""
        local = datetime.fromtimestamp(at_s, UTC).astimezone(self.zone)
        offsets = [local.replace(fold=fold).utcoffset() or timedelta() for fold in (0, 1)]
        twice = offsets[0] > offsets[1]
        which = f", {'second' if local.fold else 'first'}" if twice else ""
        return f"{local:%H:%M}{which}"


@cache
def time_zones() -> frozenset[str]:
    """The names of the IANA list, looked for on the disk once."""
    return frozenset(available_timezones())


FIRST_YEAR, LAST_YEAR = 1901, 2199
"""Between these the tables of tide, sun and moon hold."""


def day_of(given: str) -> date:
    """A day of the calendar.

    Raises
    ------
    FieldError
        For another, or one in no year that can be computed.
    """
    try:
        day = date.fromisoformat(given)
    except ValueError as error:
        raise FieldError("date", f"`date` must be a day of the calendar, got {given}: use"
                                 " YYYY-MM-DD") from error
    if not FIRST_YEAR <= day.year <= LAST_YEAR:
        raise FieldError("date", f"`date` must be from {FIRST_YEAR} to {LAST_YEAR}, got {given}:"
                                 " choose a day that can be fished")
    return day


def span_of(
    local: str | None, time_zone: str, now_s: float, first_hour: int = 0
) -> Span:
    """The day's 145 instants from local midnight, or a later hour, to the same of the next day;
    ``local`` None is today there."""
    zone = ZoneInfo(time_zone)
    if local is None:
        local = datetime.fromtimestamp(now_s, UTC).astimezone(zone).date().isoformat()
    first = datetime.combine(day_of(local), time(first_hour), zone)
    # Where the clock is changed the day is an hour shorter or longer, and so are its steps.
    end = (first.replace(tzinfo=None) + timedelta(days=1)).replace(tzinfo=zone)
    start = int(first.timestamp())
    return Span(local, zone, start, (end.timestamp() - start) / (STEPS - 1), first_hour)
