"""Printed tide tables: understood before they are kept, then gone on with, corrected, replaced.

What a table is worth beyond its lines is worked out whenever it changes: its ranges, and from a
month on the constants that go on where it ends.
"""

from __future__ import annotations

import json
import sqlite3
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise
from typing import cast
from zoneinfo import ZoneInfo

import numpy as np

from ilha.core.tide.printed import FIT_TURNS_DAYS, Differences, fit_turns, ranges_by_moon
from ilha.core.tide.turns import RANGES_NEED_DAYS, HighLow, mean_ranges
from ilha.desk import convert
from ilha.desk.changes import whole
from ilha.desk.clock import day_of, time_zones
from ilha.desk.errors import found
from ilha.desk.records import MoreTide, NewSecondary, PrintedTide, ReadTide, TurnChange
from ilha.formats.fields import FieldError
from ilha.formats.tide_csv import told
from ilha.formats.tide_printed import Printed, Turn, read
from ilha.store import tides

LEAST = 3
"""Turns of a table: with fewer nothing can be said past its ends."""
JOINT_S = 4 * 3600
"""Where two tables meet, two alike nearer than this are one."""
GAP_S = 9.5 * 3600.0


def zone_of(name: str) -> ZoneInfo:
    """A zone of the IANA list.

    Raises
    ------
    FieldError
        For a name that is not there.
    """
    if name not in time_zones():
        raise FieldError("time_zone", f"`time_zone` must be a name of the IANA list, got {name}:"
                                      " for instance Atlantic/Azores")
    return ZoneInfo(name)


def understood(asked: ReadTide, now_s: float) -> Printed:
    """What a printed table says, for the angler to see."""
    zone = zone_of(asked.time_zone)
    today = datetime.fromtimestamp(now_s, UTC).astimezone(zone).date()
    first = None if asked.first_day is None else day_of(asked.first_day)
    return read(asked.text, zone, today, asked.unit, asked.order, asked.clock, first)


@dataclass(frozen=True)
class Cover:
    """The days that turns reach: whole ones, and what is wanting at either end, in words."""

    from_day: date | None
    to_day: date | None
    wants: list[str]


def cover(turns: list[tuple[float, str]], zone: ZoneInfo) -> Cover:
    """turns : instants (s UTC) and kinds, in order."""
    if not turns:
        return Cover(None, None, [])

    def midnight(day: date) -> float:
        return datetime(day.year, day.month, day.day, tzinfo=zone).timestamp()

    first, last = (datetime.fromtimestamp(at, zone).date() for at in (turns[0][0], turns[-1][0]))
    wants = []
    if turns[0][0] > midnight(first):
        wants.append(f"the {_other(turns[0][1])} water before {first:%A} {first.day} {first:%b}")
    if turns[-1][0] < midnight(last + timedelta(days=1)):
        wants.append(f"the {_other(turns[-1][1])} water after midnight of {last:%A} {last.day}"
                     f" {last:%b}")
    return Cover(first, last, wants)


def _other(kind: str) -> str:
    return "low" if kind == "high" else "high"


def _whole(asked: PrintedTide | MoreTide, now_s: float) -> list[Turn]:
    """A table's turns, all of its lines read or those that were not agreed to be left out.

    Raises
    ------
    FieldError
        Naming the lines that could not be read.
    """
    found_ = understood(asked, now_s)
    if found_.unread and not asked.leave_unread:
        raise told([f"`text` line {one.line} {one.why}: mend it, or leave it out"
                    for one in found_.unread], "text")
    if len(found_.turns) < LEAST:
        raise FieldError("text", f"`text` must hold at least {LEAST} high and low waters, got"
                                 f" {len(found_.turns)}: add the rest of the day")
    return found_.turns


def add_printed(conn: sqlite3.Connection, new: PrintedTide, now_s: float) -> tides.Port:
    """Keep a printed table as a tide of its own."""
    turns = _whole(new, now_s)
    with whole(conn, "tide"):
        port_id = tides.add_port(conn, new.name, 1.0, 2.0, ranges_assumed=True)
        tides.put_events(conn, port_id, _events(turns))
        _worked_out(conn, port_id, new.latitude_deg, (new.neap_range_m, new.spring_range_m))
    return found(conn, tides.port, port_id, "id", "tide")


def change_table(
    conn: sqlite3.Connection, row_id: int, new: MoreTide, now_s: float
) -> tides.Port:
    """Go on with a table, correct it where the new one speaks of the same days, or replace it."""
    port = _table(conn, row_id)
    turns = _whole(new, now_s)
    with whole(conn, "tide"):
        if new.mode == "replace":
            tides.clear_events(conn, row_id)
        else:
            tides.clear_events(conn, row_id, turns[0].at_s - 3600.0, turns[-1].at_s + 3600.0)
        tides.put_events(conn, row_id, _events(turns))
        _join(conn, row_id, turns)
        _worked_out(conn, row_id, port["latitude_deg"])
    return found(conn, tides.port, row_id, "id", "tide")


def _join(conn: sqlite3.Connection, port_id: int, turns: list[Turn]) -> None:
    """Where old and new meet, one turn that both have in another minute is one."""
    new = {round(t.at_s) for t in turns}
    every = tides.events_around(conn, port_id, int(turns[0].at_s) - 86400,
                                int(turns[-1].at_s) + 86400)
    for a, b in pairwise(every):
        if a["kind"] == b["kind"] and b["time_utc_s"] - a["time_utc_s"] < JOINT_S:
            old = a if b["time_utc_s"] in new else b
            tides.clear_events(conn, port_id, old["time_utc_s"], old["time_utc_s"])


def change_turn(
    conn: sqlite3.Connection, row_id: int, change: TurnChange
) -> tides.Port:
    """One high or low water put right, added, or taken out of a table.

    Raises
    ------
    FieldError
        Where it would not lie between its neighbours as a high or low water does.
    """
    port = _table(conn, row_id)
    with whole(conn, "tide"):
        if change.was_utc_s is not None:
            tides.clear_events(conn, row_id, change.was_utc_s, change.was_utc_s)
        if change.time_utc_s is not None and change.height_m is not None:
            at, height = int(change.time_utc_s), change.height_m
            beside = tides.events_around(conn, row_id, at, at)
            near = [e for e in beside if 0 < abs(e["time_utc_s"] - at) < GAP_S]
            above = [height > e["height_m"] for e in near]
            if any(above) and not all(above):
                raise FieldError("height_m", f"`height_m` {height:g} m lies between its neighbours:"
                                             " a high water is above both, a low water below")
            kind = "high" if not near or all(above) else "low"
            if any(e["kind"] == kind for e in near):
                raise FieldError("height_m", f"`height_m` {height:g} m would be a second {kind}"
                                             " water in a row: check it and its neighbours")
            tides.put_events(conn, row_id, [
                tides.Event(time_utc_s=at, kind=kind, height_m=height)])
        _worked_out(conn, row_id, port["latitude_deg"])
    return found(conn, tides.port, row_id, "id", "tide")


def turns_of(conn: sqlite3.Connection, row_id: int) -> list[tides.Event]:
    """All high and low waters of a table."""
    _table(conn, row_id)
    return _every(conn, row_id)


def _every(conn: sqlite3.Connection, port_id: int) -> list[tides.Event]:
    return tides.events_around(conn, port_id, -(1 << 40), 1 << 40)


def _table(conn: sqlite3.Connection, row_id: int) -> tides.Port:
    port = found(conn, tides.port, row_id, "id", "tide")
    if port["form"] != "turns" or port["standard_id"] is not None:
        raise FieldError("id", f"`id`: {port['name']} is no table of high and low waters: bring"
                               " the new one in beside it")
    return port


def _events(turns: list[Turn]) -> list[tides.Event]:
    return [tides.Event(time_utc_s=round(t.at_s), kind=t.kind, height_m=t.height_m) for t in turns]


def runs(every: list[tides.Event]) -> list[HighLow]:
    """A table's pieces without a gap, as they stand."""
    pieces: list[list[tides.Event]] = []
    for event in every:
        last = pieces[-1][-1] if pieces else None
        if last is None or last["kind"] == event["kind"] \
                or event["time_utc_s"] - last["time_utc_s"] > 2.0 * GAP_S:
            pieces.append([])
        pieces[-1].append(event)
    return [convert.core_tide(piece) for piece in pieces if len(piece) > 1]


def _worked_out(
    conn: sqlite3.Connection, port_id: int, latitude: float | None,
    typed: tuple[float | None, float | None] = (None, None),
) -> None:
    """The ranges and the fit of a table as it is now."""
    every = _every(conn, port_id)
    pieces = runs(every)
    longest = max(pieces, key=lambda one: float(one.time[-1] - one.time[0]), default=None)
    if longest is None:
        tides.put_fit(conn, port_id, latitude, None)
        return
    neap, spring = typed
    port = found(conn, tides.port, port_id, "id", "tide")
    days = float(longest.time[-1] - longest.time[0]) / 86400.0
    if neap is not None and spring is not None:
        if spring <= neap:
            raise FieldError("spring_range_m", "`spring_range_m` must be above neap_range_m, got"
                                               f" {spring:g} m: give the mean ranges")
        tides.put_ranges(conn, port_id, neap, spring, False)
    elif days >= RANGES_NEED_DAYS:
        neap, spring = mean_ranges(longest)
        tides.put_ranges(conn, port_id, neap, max(spring, neap + 0.01), False)
    elif port["ranges_assumed"]:
        neap, spring = ranges_by_moon(longest)
        tides.put_ranges(conn, port_id, neap, max(spring, neap + 0.01), True)
    fitted = None
    if days >= FIT_TURNS_DAYS and longest.time.size >= 50:
        made, left = fit_turns(longest, latitude or 0.0)
        fitted = (made.waves, made.mean_level, left)
    tides.put_fit(conn, port_id, latitude, fitted)


def add_secondary(conn: sqlite3.Connection, new: NewSecondary) -> tides.Port:
    """A port that is known by its differences from another."""
    zone_of(new.time_zone)
    standard = found(conn, tides.port, new.standard_id, "standard_id", "tide")
    if standard["standard_id"] is not None:
        raise FieldError("standard_id", f"`standard_id`: {standard['name']} is a secondary port"
                                        " itself: choose its standard port")
    made = Differences(
        tuple((60.0 * p.clock_min, 60.0 * p.later_min) for p in new.high_times),
        tuple((60.0 * p.clock_min, 60.0 * p.later_min) for p in new.low_times),
        cast(tuple[float, float, float, float], tuple(new.levels_m)),
        cast(tuple[float, float, float, float], tuple(new.heights_m)))
    levels = np.array(made.levels) + np.array(made.heights)
    neap, spring = float(levels[1] - levels[2]), float(levels[0] - levels[3])
    if not spring > neap > 0.0:
        raise FieldError("heights_m", "`heights_m` must leave springs a greater range than neaps,"
                                      f" got {spring:.1f} and {neap:.1f} m: check them")
    with whole(conn, "tide"):
        port_id = tides.add_port(conn, new.name, neap, spring)
        tides.put_differences(conn, {
            "port_id": port_id, "standard_id": new.standard_id, "time_zone": new.time_zone,
            "high_times": json.dumps(made.high_times), "low_times": json.dumps(made.low_times),
            "levels_m": json.dumps(made.levels), "heights_m": json.dumps(made.heights)})
    return found(conn, tides.port, port_id, "id", "tide")
