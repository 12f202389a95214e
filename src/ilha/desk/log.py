"""The log: told in batches that may come twice; trips, what was learned, what worked."""

from __future__ import annotations

import sqlite3
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, cast

from ilha.core.log.rates import Rate, stands_out
from ilha.core.log.trips import DEPTH_EDGES, Trip, band_name, depth_band, lost_by, trips, worked
from ilha.desk import taught
from ilha.desk.changes import whole
from ilha.desk.convert import head_name
from ilha.desk.logged import logged_of, lost_by_bottom, trips_logged
from ilha.desk.records import Event
from ilha.desk.then import with_water
from ilha.formats.fields import FieldError
from ilha.store import events, heads, marks, photographs, plastics

BY = ("head", "plastic", "colour", "retrieve", "stage", "light", "depth", "place")


def keep(
    conn: sqlite3.Connection, told: list[Event], gone: list[str],
    instead: Mapping[str, str] | None = None,
) -> None:
    """Keep what a device tells, once, in one transaction: what is answered is on the disk. What was
    undone stays so, in whatever order, and however often, the two come. instead : of events, those
    that they stand for: they have their photographs."""
    known = {name: {row["id"] for row in module.listed(conn)} for name, module in (
        ("mark_id", marks), ("head_id", heads), ("plastic_id", plastics))}
    filled = with_water(conn, told)
    with whole(conn, "event"):
        late = events.undone(conn, (event.id for event in filled))
        for event in filled:
            if event.id in late:
                continue
            row = event.model_dump()
            for name, ids in known.items():
                # What was in the box then may have left it since: its name stays.
                if row[name] not in ids:
                    row[name] = None
            events.put(conn, cast(events.Event, row))
            if instead and event.id in instead:
                photographs.follow(conn, instead[event.id], event.id)
        for event_id in gone:
            events.undo(conn, event_id)
        taught.keep(conn)


@dataclass(frozen=True)
class Page:
    """Trips with what happened on each, and its photographs, the last first; and where the next
    page begins: before this event, None where there is no more."""

    trips: list[tuple[Trip, list[events.Event], list[photographs.Photograph]]]
    before: tuple[float, str] | None


END = (1e12, "")
"""Before this comes everything."""


def page(conn: sqlite3.Connection, before: tuple[float, str] = END, most: int = 40) -> Page:
    """A page of the log. Only as much of it is read as the page has."""
    reach = 40 * most
    while True:
        rows = events.before(conn, *before, reach)
        whole_log = len(rows) < reach
        rows.reverse()
        found = trips(logged_of(rows))
        # The first of them may have begun before what was read.
        known = found if whole_log else found[1:]
        if whole_log or len(known) > most:
            break
        reach *= 2
    shown = known[-most:]
    first = None if not shown else rows[shown[0].first]
    more = first is not None and shown[0].first > 0
    own = [rows[trip.first:trip.last + 1] for trip in shown]
    seen = [photographs.of_events(conn, (event["id"] for event in some)) for some in own]
    return Page(list(zip(reversed(shown), reversed(own), reversed(seen), strict=True)),
                (first["at_utc_s"], first["id"]) if first is not None and more else None)


Band = tuple[float, float | None]
Ranked = list[tuple[str, Rate]]


@dataclass(frozen=True)
class Worked:
    """Fish an hour by one thing, the best first. bands : m, of rows that are depths."""

    by: str
    rows: Ranked
    best: str
    chance: float | None
    bands: dict[str, Band]


@dataclass(frozen=True)
class WorkedAll:
    """tables : by each thing. lost, lost_on : rigs an hour by place and by bottom."""

    tables: list[Worked]
    lost: Ranked
    lost_on: Ranked
    hours: float


def _ranked(rates: dict[str, Rate]) -> Ranked:
    return sorted(rates.items(), key=lambda item: -item[1].per_hour)


def what_worked(conn: sqlite3.Connection) -> WorkedAll:
    """Fish an hour by head, plastic, colour and so on, each with its interval."""
    found, log = trips_logged(conn)
    bands = {band_name(low): depth_band(low) for low in DEPTH_EDGES}
    tables = []
    for by in BY:
        ranked = _ranked(worked(log, found, by))
        best, chance = stands_out(ranked)
        tables.append(Worked(by, ranked, best, chance, bands if by == "depth" else {}))
    return WorkedAll(tables, _ranked(lost_by(found, lambda trip: trip.place)),
                     _ranked(lost_by_bottom(conn, found)), sum(trip.hours for trip in found))


SHOWN = 100
"""Of what a factor was learned from, so many of the last are shown."""


@dataclass(frozen=True)
class Learned:
    """A factor with what it is of, in words."""

    kind: Literal["sink", "current"]
    key: str
    name: str
    held: taught.Held
    seen: list[taught.Seen]


def all_learned(conn: sqlite3.Connection) -> list[Learned]:
    """What the log taught of rigs and places that are still there."""
    heads_ = {row["id"]: head_name(row) for row in heads.listed(conn)}
    plastics_ = {row["id"]: row["name"] for row in plastics.listed(conn)}
    marks_ = {row["id"]: row["name"] for row in marks.listed(conn)}
    out = []
    for key, held in sorted(taught.sink_factors(conn).items()):
        head_id, plastic_id = (int(part) for part in key.split(":"))
        if head_id in heads_ and plastic_id in plastics_:
            out.append(Learned("sink", key, f"{plastics_[plastic_id]} on {heads_[head_id]}", held,
                               taught.seen_of(conn, "sink", key, held, SHOWN)))
    for key, held in sorted(taught.current_factors(conn).items()):
        if int(key) in marks_:
            out.append(Learned("current", key, marks_[int(key)], held,
                               taught.seen_of(conn, "current", key, held, SHOWN)))
    return out


def all_depths(conn: sqlite3.Connection) -> list[tuple[marks.Mark, taught.Depth]]:
    """Marks that are deeper than was thought."""
    known = {mark["id"]: mark for mark in marks.listed(conn)}
    return [(known[mark_id], depth) for mark_id, depth in taught.depths(conn).items()
            if mark_id in known]


def asked(conn: sqlite3.Connection) -> list[tuple[events.Event, float]]:
    """Drops that are to be asked about, the last first, with the count (s) that is expected."""
    return [(events.get(conn, event_id), told) for event_id, told in taught.asked(conn)]


def forget_depth(conn: sqlite3.Connection, mark_id: int) -> None:
    """What was said of a mark's depth is taken back."""
    with whole(conn, "event"):
        events.forget_depth(conn, mark_id)
        taught.keep(conn)


def change_learned(
    conn: sqlite3.Connection, kind: str, key: str, action: Literal["freeze", "forget", "follow"],
    now_s: float,
) -> None:
    """Hold a factor, begin it afresh, or let it follow all that was seen."""
    factors = taught.sink_factors(conn) if kind == "sink" else taught.current_factors(conn)
    if key not in factors:
        raise FieldError("key", f"`key`: nothing was learned of {key}: choose another")
    with whole(conn, "factor"):
        if action == "follow":
            events.clear_learned(conn, kind, key)
        else:
            held = factors[key]
            freeze = action == "freeze"
            events.put_learned(conn, {
                "kind": kind, "key": key, "frozen": round(held.value, 4) if freeze else None,
                "since_utc_s": held.since if freeze else now_s})
        taught.keep(conn)
