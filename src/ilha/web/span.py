"""The day that is asked for: its instants and its clock."""

from __future__ import annotations

import time
from dataclasses import dataclass
from datetime import UTC, datetime
from zoneinfo import ZoneInfo

import numpy as np
from flask import Flask

from ilha.core.errors import Array
from ilha.formats.fields import FieldError

STEP_S = 600
STEPS = 145


@dataclass(frozen=True)
class Span:
    """The day asked for: its local date, first instant and instants of the steps (s UTC)."""

    date: str
    zone: ZoneInfo
    start_s: int

    @property
    def times(self) -> Array:
        return self.start_s + STEP_S * np.arange(STEPS, dtype=float)

    def step(self, at_s: float) -> float:
        """Where an instant stands among the steps."""
        return round((at_s - self.start_s) / STEP_S, 3)

    @property
    def words(self) -> str:
        """The date as one says it."""
        day = datetime.fromisoformat(self.date)
        return f"{day:%A} {day.day} {day:%B %Y}"

    def clock(self, at_s: float) -> str:
        return datetime.fromtimestamp(at_s, UTC).astimezone(self.zone).strftime("%H:%M")


def now_s(app: Flask) -> float:
    """The application's clock, s since 1970 UTC."""
    return float(app.config.get("NOW") or time.time())


def span_of(date: str | None, time_zone: str, now_s: float) -> Span:
    """The day's 145 instants from local midnight on; ``date`` None is today at the mark."""
    zone = ZoneInfo(time_zone)
    if date is None:
        date = datetime.fromtimestamp(now_s, UTC).astimezone(zone).date().isoformat()
    try:
        midnight = datetime.fromisoformat(date).replace(tzinfo=zone)
    except ValueError as error:
        raise FieldError("date", f"`date` must be a day of the calendar, got {date}: use"
                                 " YYYY-MM-DD") from error
    return Span(date, zone, int(midnight.timestamp()))
