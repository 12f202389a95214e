"""Things to do as a calendar, RFC 5545."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, datetime

SEQUENCE_FROM_S = 1_577_836_800.0
"""2020-01-01: the number of a change counts minutes since, so that a later one is greater."""


@dataclass(frozen=True)
class Entry:
    """One thing. key : the same for the same thing of a changed plan, so that a calendar replaces
    it. start, end : s UTC. place : latitude and longitude, degrees."""

    key: str
    start: float
    end: float
    title: str
    words: str
    place: tuple[float, float]
    where: str = ""


def as_calendar(purpose: str, entries: Iterable[Entry], changed_s: float, now_s: float) -> bytes:
    """An event for each. changed_s : when the plan was last changed, s UTC."""
    from icalendar import Calendar, Event

    calendar = Calendar()
    calendar.add("prodid", f"-//Ilha//{purpose}//EN")
    calendar.add("version", "2.0")
    for entry in entries:
        event = Event()
        event.add("uid", f"{entry.key}@ilha")
        event.add("sequence", max(0, int((changed_s - SEQUENCE_FROM_S) // 60.0)))
        event.add("dtstamp", datetime.fromtimestamp(now_s, UTC))
        event.add("dtstart", datetime.fromtimestamp(entry.start, UTC))
        event.add("dtend", datetime.fromtimestamp(entry.end, UTC))
        event.add("summary", entry.title)
        if entry.where:
            event.add("location", entry.where)
        event.add("geo", entry.place)
        event.add("description", entry.words)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
