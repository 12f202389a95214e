"""The day that is asked for: its instants and its clock."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

import numpy as np

from ilha.core.errors import Array
from ilha.formats.fields import FieldError

STEPS = 145
"""From one midnight to the next, both included: ten minutes apart on all but two days a year."""


@dataclass(frozen=True)
class Span:
    """The day asked for: its local date, first instant and instants of the steps (s UTC)."""

    date: str
    zone: ZoneInfo
    start_s: int
    step_s: float

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
        return f"{day:%A} {day.day} {day:%B %Y}"

    def clock_of(self, step: float) -> str:
        return self.clock(self.start_s + self.step_s * step)

    def at_hour(self, hour: int) -> float:
        """The step at an hour by the clock, 0 to 24; the first where a clock set back shows it
        twice."""
        day = datetime.fromisoformat(self.date) + timedelta(hours=hour)
        return self.step(day.replace(tzinfo=self.zone).timestamp())

    def clock(self, at_s: float) -> str:
        return datetime.fromtimestamp(at_s, UTC).astimezone(self.zone).strftime("%H:%M")


def span_of(date: str | None, time_zone: str, now_s: float) -> Span:
    """The day's 145 instants from local midnight to the next; ``date`` None is today there."""
    zone = ZoneInfo(time_zone)
    if date is None:
        date = datetime.fromtimestamp(now_s, UTC).astimezone(zone).date().isoformat()
    try:
        midnight = datetime.fromisoformat(date).replace(tzinfo=zone)
    except ValueError as error:
        raise FieldError("date", f"`date` must be a day of the calendar, got {date}: use"
                                 " YYYY-MM-DD") from error
    # Where the clock is changed the day is an hour shorter or longer, and so are its steps.
    next_midnight = (midnight.replace(tzinfo=None) + timedelta(days=1)).replace(tzinfo=zone)
    start = int(midnight.timestamp())
    return Span(date, zone, start, (next_midnight.timestamp() - start) / (STEPS - 1))
