"""Trips as they are kept: made, changed, taken out and put back."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass

from ilha.desk.changes import whole
from ilha.desk.clock import Span, span_of
from ilha.desk.errors import found
from ilha.desk.outfit import ids_of
from ilha.desk.trip_asked import TripQuestion
from ilha.formats.fields import FieldError
from ilha.formats.text_in import as_typed, parsed
from ilha.store import lines, marks, removed, rods, trips


@dataclass(frozen=True)
class KeptTrip:
    """A trip as it is kept. gone : marks it named that are no longer there. changed : s since 1970
    UTC. planned : what was planned of it, as JSON; None where nothing was."""

    id: int
    asked: TripQuestion
    gone: int
    changed: float
    planned: str | None = None


def asked_of(row: trips.Trip) -> TripQuestion:
    """What was asked of a trip, looked at as if it were typed."""
    return as_typed(TripQuestion, parsed(row["asked"]))


@dataclass(frozen=True)
class _Here:
    """Ids of what there is."""

    marks: set[int]
    rods: set[int]
    lines: set[int]

    @classmethod
    def of(cls, conn: sqlite3.Connection) -> _Here:
        return cls({row["id"] for row in marks.listed(conn)},
                   {row["id"] for row in rods.listed(conn)},
                   {row["id"] for row in lines.listed(conn)})


def _kept(row: trips.Trip, here: _Here) -> KeptTrip:
    """A trip with what it names that is there: marks, rods, lines. What has left the box takes no
    trip with it; where none is left of one's own, all in the box are with one."""
    asked = asked_of(row)
    there = [one for one in asked.marks if one.mark_id in here.marks]
    return KeptTrip(row["id"], asked.model_copy(update={
        "marks": there, "holds": [h for h in asked.holds if h.mark_id in here.marks],
        "rods": _left(asked.rods, here.rods), "lines": _left(asked.lines, here.lines),
        # Who has none left is told that nothing is right.
        "crew": [mate.model_copy(update={"rods": _left(mate.rods, here.rods) or mate.rods})
                 for mate in asked.crew]}),
        len(asked.marks) - len(there), row["changed_utc_s"], row["planned"])


def _left(asked: str | None, there: set[int]) -> str | None:
    return ",".join(str(each) for each in ids_of(asked) or [] if each in there) or None


def listed(conn: sqlite3.Connection) -> list[KeptTrip]:
    """All trips, the last day first."""
    here = _Here.of(conn)
    return [_kept(row, here) for row in trips.listed(conn)]


def one(conn: sqlite3.Connection, row_id: int) -> KeptTrip:
    """One trip.

    Raises
    ------
    NotFound
        Where there is none.
    """
    return _kept(found(conn, trips.get, row_id, "id", "trip"), _Here.of(conn))


def _there(conn: sqlite3.Connection, asked: TripQuestion) -> None:
    asked.check()
    here = {mark["id"] for mark in marks.listed(conn)}
    for i, mark in enumerate(asked.marks):
        if mark.mark_id not in here:
            where = f"marks[{i}].mark_id"
            raise FieldError(where, f"`{where}` {mark.mark_id} is no mark: choose one that is"
                                    " there")


def span(conn: sqlite3.Connection, trip: KeptTrip, now_s: float) -> Span:
    """The day of a trip, by the clock of its marks."""
    here = {mark["id"]: mark for mark in marks.listed(conn)}
    zone = here[trip.asked.marks[0].mark_id]["time_zone"] if trip.asked.marks else "UTC"
    return span_of(trip.asked.date, zone, now_s, trip.asked.first_hour)


def hours(day: Span, trip: KeptTrip) -> tuple[float, float]:
    """When a trip begins and ends, s since 1970 UTC."""
    first, last = (day.start_s + day.step_s * day.at_clock(hour)
                   for hour in (trip.asked.from_hour, trip.asked.to_hour))
    return first, last


def over(conn: sqlite3.Connection, trip: KeptTrip, now_s: float) -> bool:
    """Whether its hours lie behind: what is planned of it now is no plan any more."""
    return now_s > hours(span(conn, trip, now_s), trip)[1]


def keep_plan(conn: sqlite3.Connection, trip: KeptTrip, planned: str) -> None:
    """Keep what was planned of a trip, where it is another plan than the one that is kept."""
    if planned != trip.planned:
        with whole(conn, "trip"):
            trips.plan(conn, trip.id, planned)


def add(conn: sqlite3.Connection, asked: TripQuestion, now_s: float) -> KeptTrip:
    """Keep a new trip."""
    _there(conn, asked)
    with whole(conn, "trip"):
        row_id = trips.add(conn, asked.date, asked.model_dump_json(), now_s)
    return one(conn, row_id)


def change(
    conn: sqlite3.Connection, row_id: int, asked: TripQuestion, now_s: float
) -> KeptTrip:
    """Ask something else of a trip."""
    one(conn, row_id)
    _there(conn, asked)
    with whole(conn, "trip"):
        trips.change(conn, row_id, asked.date, asked.model_dump_json(), now_s)
    return one(conn, row_id)


def remove(conn: sqlite3.Connection, row_id: int) -> KeptTrip:
    """Take a trip out; it is kept to be put back."""
    gone = one(conn, row_id)
    with whole(conn, "trip"):
        removed.remove(conn, "trips", row_id)
    return gone
