"""A trip as it was lived: what the log has of its hours and marks, beside what was planned."""

from __future__ import annotations

import sqlite3
from collections import Counter
from dataclasses import dataclass

from ilha.desk.clock import Span, span_of
from ilha.desk.trips import KeptTrip
from ilha.store import events, marks

ABOUT_S = 3600.0
"""What happened so long before or after the hours that were planned belongs to the trip too."""


@dataclass(frozen=True)
class LivedAt:
    """One mark of a trip: when the first and the last word of it came (s UTC), None where none
    did; how often each kind of thing happened; the heads that were said, in their order."""

    mark_id: int
    first: float | None
    last: float | None
    counts: dict[str, int]
    heads: list[str]


@dataclass(frozen=True)
class Lived:
    """events : at the marks of the trip, the first first. elsewhere : how many at other marks."""

    span: Span
    events: list[events.Event]
    marks: list[LivedAt]
    elsewhere: int


def lived(conn: sqlite3.Connection, trip: KeptTrip, now_s: float) -> Lived:
    """What the log tells of a trip."""
    asked, here = trip.asked, {mark["id"]: mark for mark in marks.listed(conn)}
    zone = here[asked.marks[0].mark_id]["time_zone"] if asked.marks else "UTC"
    span = span_of(asked.date, zone, now_s)
    start, end = (span.start_s + span.step_s * span.at_clock(hour)
                  for hour in (asked.from_hour, asked.to_hour))
    told = events.listed(conn, start - ABOUT_S, end + ABOUT_S)
    out = []
    for one in asked.marks:
        own = [event for event in told if event["mark_id"] == one.mark_id]
        out.append(LivedAt(
            one.mark_id, own[0]["at_utc_s"] if own else None, own[-1]["at_utc_s"] if own else None,
            dict(Counter(event["kind"] for event in own)),
            list(dict.fromkeys(event["head_name"] for event in own if event["head_name"]))))
    ids = {one.mark_id for one in asked.marks}
    mine = [event for event in told if event["mark_id"] in ids]
    return Lived(span, mine, out, len(told) - len(mine))
