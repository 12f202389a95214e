"""A trip told on one page, from what was planned and what the log has of it."""

from __future__ import annotations

import sqlite3
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ilha.core.advice.cautions import FIRST
from ilha.core.trip.ways import CRAFTS
from ilha.desk.books import fish_named
from ilha.desk.clock import Span
from ilha.desk.plan import units_of
from ilha.desk.trip_lived import Lived, Taught
from ilha.desk.trips import KeptTrip, hours, over
from ilha.formats.trip_sheet import SheetRow, TripSheet
from ilha.store import events, marks

KINDS = {"began": "began", "ended": "ended", "fish": "fish", "bite": "bite", "lost": "lost rig",
         "held": "held", "swept": "swept", "changed": "changed head", "drop": "timed drop"}
COUNTED = ("bite", "lost", "changed", "drop")
NOTE = "From the log as it was told, and from the plan as it was computed. " + FIRST


@dataclass(frozen=True)
class PlannedStay:
    """What was planned of a mark, s since 1970 UTC."""

    mark_id: int
    start: float
    end: float


def sheet(
    conn: sqlite3.Connection, trip: KeptTrip, found: Lived, stays: Sequence[PlannedStay],
    planned_at: float | None, now_s: float, pictures: Mapping[int, bytes],
) -> TripSheet:
    """planned_at : when it was planned (s UTC); None: just now. pictures : of its photographs, as
    JPEG, by their ids."""
    asked, span, units = trip.asked, found.span, units_of(conn)
    first, last = hours(span, trip)
    names = {mark["id"]: mark["name"] for mark in marks.listed(conn)}

    def share(at: float) -> float:
        return min(1.0, max(0.0, (at - first) / (last - first)))

    happened = {event["id"]: event for event in found.events}
    rows = []
    for one in found.marks:
        mine = [e for e in found.events if e["mark_id"] == one.mark_id]
        own = [s for s in stays if s.mark_id == one.mark_id]
        words = [f"planned {span.clock(s.start)} to {span.clock(s.end)}" for s in own] or [
            "not planned"]
        if one.first is not None and one.last is not None:
            counts = ", ".join(_many(kind, n) for kind, n in one.counts.items())
            words.append(": ".join(filter(None, [
                f"logged {span.clock(one.first)} to {span.clock(one.last)}", counts])))
            if one.heads:
                words.append(f"on {', '.join(one.heads)}")
        else:
            words.append("nothing logged there")
        rows.append(SheetRow(
            names.get(one.mark_id, "a mark that is gone"),
            [(share(s.start), share(s.end)) for s in own],
            None if one.first is None or one.last is None else (share(one.first), share(one.last)),
            [(share(e["at_utc_s"]), e["kind"] == "fish") for e in mine], "; ".join(words) + "."))
    ticks = range(round(asked.from_hour + 0.499), int(asked.to_hour) + 1)
    return TripSheet(
        f"Trip of {span.words}",
        [fish_named(conn, asked.fish).name, CRAFTS[asked.craft].words,
         f"wind {units.blow(asked.wind_m_s)}"],
        _came(over(conn, trip, now_s), planned_at is not None),
        [(share(span.start_s + span.step_s * span.at_clock(hour)), f"{hour % 24:02d}")
         for hour in ticks], rows,
        [_caught(e, span.clock(e["at_utc_s"]), names) for e in found.events
         if e["kind"] == "fish"],
        [_taught(one, names) for one in found.taught], NOTE,
        [(pictures[one["id"]], _seen(happened[one["event_id"]], span)) for one in found.photographs
         if one["id"] in pictures])


def _seen(event: events.Event, span: Span) -> str:
    fish = (event["fish"] or KINDS[event["kind"]]).replace("-", " ")
    return f"{span.clock(event['at_utc_s'])} {fish}"


def _came(over_: bool, kept: bool) -> str:
    """How the plan that is shown came about."""
    if not over_:
        return "As it is planned by now."
    return ("As it was last planned before its end." if kept else
            "Planned afterwards: what was planned then was not kept.")


def _many(kind: str, count: int) -> str:
    return f"{count} {KINDS[kind]}{'s' if count > 1 and kind in COUNTED else ''}"


def _caught(event: events.Event, clock: str, names: dict[int, str]) -> str:
    fish = (event["fish"] or "fish").replace("-", " ")
    long = "" if event["length_cm"] is None else f", {event['length_cm']:g} cm"
    rig = " on ".join(filter(None, [event["plastic_name"], event["head_name"]]))
    where = names.get(event["mark_id"] or 0, event["mark_name"])
    return f"{clock} {fish}{long}, {where}{', ' + rig if rig else ''}"


def _taught(one: Taught, names: dict[int, str]) -> str:
    if one.mark_id is not None:
        what = f"The current at {names.get(one.mark_id, 'a mark that is gone')}"
        told = "head tried" if one.used == 1 else "heads tried"
    else:
        what = f"The count of {one.head_name} on {one.plastic_name}"
        told = "drop timed" if one.used == 1 else "drops timed"
    return (f"{what} is {one.after:.2f} times the computed one, {one.before:.2f} before"
            f" ({one.used} {told}).")
