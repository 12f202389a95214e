"""A trip as it was lived: what the log has of its hours and marks, beside what was planned."""

from __future__ import annotations

import sqlite3
from collections import Counter
from dataclasses import dataclass

from ilha.desk.clock import Span
from ilha.desk.taught import learned_until, pair_key
from ilha.desk.trips import KeptTrip, hours, span
from ilha.store import events, photographs, taught

ABOUT_S = 3600.0
"""What happened so long before or after the hours that were planned belongs to the trip too."""
ENDS = ("began", "ended")
"""They say when it was, not that something happened."""


@dataclass(frozen=True)
class LivedAt:
    """One mark of a trip: when the first and the last word of it came (s UTC), None where none
    did; how often each kind of thing happened, but for its ends; the heads that were said, in
    their order."""

    mark_id: int
    first: float | None
    last: float | None
    counts: dict[str, int]
    heads: list[str]


@dataclass(frozen=True)
class Taught:
    """A factor on what the model says, before the trip and after it, of the current at a mark or
    (None) of the count of a head on a plastic; ``used`` : how much of the trip told of it."""

    mark_id: int | None
    head_name: str
    plastic_name: str
    before: float
    after: float
    used: int


@dataclass(frozen=True)
class Lived:
    """events : at the marks of the trip, the first first, and their photographs. elsewhere : how
    many at other marks. taught : what the log knows better since."""

    span: Span
    events: list[events.Event]
    photographs: list[photographs.Photograph]
    marks: list[LivedAt]
    elsewhere: int
    taught: list[Taught]


def lived(conn: sqlite3.Connection, trip: KeptTrip, now_s: float) -> Lived:
    """What the log tells of a trip."""
    asked = trip.asked
    day = span(conn, trip, now_s)
    start, end = hours(day, trip)
    told = events.listed(conn, start - ABOUT_S, end + ABOUT_S)
    out = []
    for one in asked.marks:
        own = [event for event in told if event["mark_id"] == one.mark_id]
        out.append(LivedAt(
            one.mark_id, own[0]["at_utc_s"] if own else None, own[-1]["at_utc_s"] if own else None,
            dict(Counter(event["kind"] for event in own if event["kind"] not in ENDS)),
            list(dict.fromkeys(event["head_name"] for event in own if event["head_name"]))))
    ids = {one.mark_id for one in asked.marks}
    mine = [event for event in told if event["mark_id"] in ids]
    return Lived(day, mine, photographs.of_events(conn, (event["id"] for event in mine)), out,
                 len(told) - len(mine),
                 _taught(conn, ids, mine, start - ABOUT_S, end + ABOUT_S))


def _taught(
    conn: sqlite3.Connection, ids: set[int], mine: list[events.Event], start: float, end: float
) -> list[Taught]:
    """What was known before the trip, and after it, of its marks and of what was dropped there."""
    keys: list[tuple[taught.Kind, str]] = [("current", str(mark_id)) for mark_id in sorted(ids)]
    pairs = {pair_key(e["head_id"], e["plastic_id"]): (e["head_name"], e["plastic_name"])
             for e in mine if e["kind"] == "drop" and e["head_id"] and e["plastic_id"]}
    keys += [("sink", key) for key in pairs]
    out = []
    for kind, key in keys:
        before, after = (learned_until(conn, kind, key, until) for until in (start, end))
        told = after["used"] - before["used"]
        if told > 0:
            head, plastic = pairs.get(key, ("", ""))
            out.append(Taught(int(key) if kind == "current" else None, head, plastic,
                              before["value"], after["value"], told))
    return out
