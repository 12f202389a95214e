"""Which day each line of a printed tide table is on, and the instants of its times."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, date, datetime, timedelta
from typing import Literal, NamedTuple
from zoneinfo import ZoneInfo

import numpy as np

from ilha.formats.printed_line import Day, Kind, LineRead, Order

ClockKind = Literal["local", "standard", "utc"]
"""By the clock on the wall, without summer time, or UTC."""
Unit = Literal["m", "ft"]


class Raw(NamedTuple):
    """One time and height of a line, before its instant is known."""

    line: int
    at_s: float
    height: float
    unit: Unit | None
    marked: Kind | None


def order_of(read_: Sequence[tuple[int, LineRead]], today: date) -> Order:
    """Whether days written in figures have the day first: by what can be a month, by the names of
    weekdays, and by which runs on from day to day."""
    days = [found.day for _, found in read_ if found.day and not found.day.is_settled]
    if any(day.first > 12 for day in days):
        return "day-first"
    if any((day.second or 0) > 12 for day in days):
        return "month-first"

    def runs_on(order: Order) -> int:
        score = 0
        before = None
        for day in days:
            here = date_of(day, order, today)
            if here is None:
                score -= 5
                continue
            score += 2 * (day.weekday is not None and here.weekday() == day.weekday)
            score += before is not None and (here - before).days in (0, 1)
            before = here
        return score

    return "month-first" if runs_on("month-first") > runs_on("day-first") else "day-first"


def date_of(day: Day, order: Order, today: date) -> date | None:
    """The day of the calendar that is written; None where there is none."""
    number, month = day.first, day.second
    if not day.is_settled and order == "month-first":
        number, month = month or 0, day.first
    if month is None:
        return None
    years = [day.year] if day.year else [today.year, today.year + 1, today.year - 1]
    found = []
    for year in years:
        try:
            found.append(date(year, month, number))
        except ValueError:
            continue
    # Two months back at most, else it is the next one.
    return min(found, default=None, key=lambda one: abs((one - today).days - 120))


class Days:
    """Goes down the lines and knows which day each is on."""

    def __init__(
        self, zone: ZoneInfo, today: date, order: Order, clock: ClockKind, first: date | None,
        has_days: bool,
    ) -> None:
        self.zone, self.today, self.order, self.clock = zone, today, order, clock
        self.here: date | None = None if has_days else first or today
        self.assumed = None if has_days else self.here
        self.month: tuple[int, int] | None = None
        self.last: datetime | None = None
        self.last_s = -np.inf

    def turns(self, number: int, found: LineRead) -> list[Raw]:
        """The turns of a line.

        Raises
        ------
        ValueError
            With what is wrong, in words.
        """
        if found.month is not None:
            self.month = (found.month[1], found.month[0])
        stated = found.day is not None
        if found.day is not None:
            self.here, self.last = self._stated(found.day), None
        if not found.clocks:
            return []
        if self.here is None:
            raise ValueError("has no day above it: write the day first")
        clocks = [datetime(self.here.year, self.here.month, self.here.day, c.hour, c.minute)
                  for c in found.clocks]
        if not stated and self.last is not None and min(clocks) <= self.last:
            if self.assumed is None:
                raise ValueError("comes before the line above it on the same day: write its day")
            self.here += timedelta(days=1)
            clocks = [one + timedelta(days=1) for one in clocks]
        self.last = max(clocks)
        kinds = found.kinds
        marks: list[Kind | None] = [None] * len(clocks)
        if len(kinds) == len(clocks):
            marks = list(kinds)
        elif len(kinds) == 1:
            marks = [kinds[0]] * len(clocks)
        return [
            Raw(number, self._instant(one, clock.offset_min), height.value, height.unit, mark)
            for one, clock, height, mark in zip(clocks, found.clocks, found.heights, marks,
                                                strict=True)]

    def _stated(self, day: Day) -> date:
        found = self._of_month(day) if day.second is None else date_of(day, self.order, self.today)
        if found is None:
            raise ValueError("names no day of the calendar")
        if day.weekday is not None and found.weekday() != day.weekday:
            raise ValueError(f"names another weekday: {found.day} {found:%B %Y} is a {found:%A}")
        return found

    def _of_month(self, day: Day) -> date | None:
        """A day of a month that a heading names, or the next that fits."""
        year, month = self.month or (self.today.year, self.today.month)
        if self.here is not None and self.month is None:
            year, month = self.here.year, self.here.month
        for ahead in range(1 if self.month else 12):
            at = month - 1 + ahead
            try:
                found = date(year + at // 12, at % 12 + 1, day.first)
            except ValueError:
                continue
            late = self.month is None and found < (self.here or self.today - timedelta(days=31))
            if not late and (self.month or day.weekday in (None, found.weekday())):
                return found
        return None

    def _instant(self, wall: datetime, offset_min: int | None) -> float:
        if offset_min is not None:
            return wall.replace(tzinfo=UTC).timestamp() - 60.0 * offset_min
        if self.clock == "utc":
            return wall.replace(tzinfo=UTC).timestamp()
        here = wall.replace(tzinfo=self.zone)
        if self.clock == "local" and here.utcoffset() == here.replace(fold=1).utcoffset():
            # Neither left out nor shown twice: so of almost every hour of the year.
            self.last_s = here.timestamp()
            return self.last_s
        if self.clock == "standard":
            offset = (here.utcoffset() or timedelta()) - (here.dst() or timedelta())
            return (wall.replace(tzinfo=UTC) - offset).timestamp()
        at = here.timestamp()
        if datetime.fromtimestamp(at, self.zone).replace(tzinfo=None) != wall:
            raise ValueError(f"{wall:%H:%M} is left out by the clock that day: is the table"
                             " without summer time?")
        if at <= self.last_s < here.replace(fold=1).timestamp():
            # The hour that the clock shows twice: the second time.
            at = here.replace(fold=1).timestamp()
        self.last_s = at
        return at
