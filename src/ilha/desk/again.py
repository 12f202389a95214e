"""When a trip that went well could be made once more."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from ilha.core.errors import DomainError
from ilha.core.log.again import Past, Window, most, past_of, windows
from ilha.core.tide.light import light
from ilha.core.tide.tideway import DRY_BELOW, Typed, tideway
from ilha.desk.clock import Span, day_of, span_of
from ilha.desk.taught import depth_of
from ilha.desk.tide_here import tide_of
from ilha.desk.water import charted_at
from ilha.formats.fields import FieldError
from ilha.store import events, marks

DAYS_AHEAD = 30
SHOWN = 6
TOLD = ("stage", "head_name", "plastic_name", "colour", "retrieve", "fish")
"""What is said of a trip by what most of its fish had."""


@dataclass(frozen=True)
class On:
    """A window of one day."""

    span: Span
    window: Window


@dataclass(frozen=True)
class Again:
    """A past water and when it comes round. best : of the longest fish. most : by name of
    ``TOLD``, None where none says. windows : alike, or but for the light where none is."""

    fish: int
    past: Past
    best: events.Event
    most: dict[str, Any]
    days: int
    why: str
    windows: list[On]


def _fish_of(
    conn: sqlite3.Connection, mark_id: int, from_s: float, to_s: float
) -> list[events.Event]:
    """Fish of a trip, of which depth and current are known."""
    return [row for row in events.listed(conn, from_s, to_s)
            if row["kind"] == "fish" and row["mark_id"] == mark_id
            and row["depth_m"] is not None and row["surface_speed_m_s"] is not None]


def _on_day(
    conn: sqlite3.Connection, mark: marks.Mark, span: Span, past: Past, after_s: float,
    without: tuple[str, ...],
) -> list[On]:
    """Windows of one day that end after an instant."""
    here = tide_of(conn, mark, span)
    # The log keeps what was predicted by the model alone: so it is held against that.
    charted = charted_at(mark, mark["cast_m"]) + depth_of(conn, mark["id"]).deeper
    way = tideway(span.times, charted, here.tide, here.rates, Typed(), here.heights, here.stream)
    sky = light(mark["latitude_deg"], mark["longitude_deg"], float(span.times[0]),
                float(span.times[-1])).fished_at(span.times)
    wet = (way.depth >= DRY_BELOW) & (span.times >= after_s)
    return [On(span, w) for w in windows(past, way.depth, way.stream, sky, wet, span.step_s,
                                         without)]


def again(
    conn: sqlite3.Connection, mark_id: int, from_s: float, to_s: float, now_s: float
) -> Again:
    """The water of a trip's fish, and when in the days ahead it is alike.

    Raises
    ------
    FieldError
        Where no fish with its water was logged then.
    """
    mark = marks.get(conn, mark_id)
    rows = _fish_of(conn, mark_id, from_s, to_s)
    if mark is None or not rows:
        raise FieldError("mark_id", "`mark_id`: no fish with its depth and current was logged there"
                                    " then: choose another trip")
    past = past_of([row["depth_m"] or 0.0 for row in rows],
                   [row["surface_speed_m_s"] or 0.0 for row in rows],
                   [row["stage"] for row in rows], [row["light"] for row in rows])
    first = day_of(span_of(None, mark["time_zone"], now_s).date)
    alike: list[On] = []
    near: list[On] = []
    reach, why = 0, ""
    for n in range(DAYS_AHEAD):
        span = span_of((first + timedelta(days=n)).isoformat(), mark["time_zone"], now_s)
        try:
            alike += _on_day(conn, mark, span, past, now_s, ())
            if not alike:
                near += [on for on in _on_day(conn, mark, span, past, now_s, ("light",))
                         if on.window.but]
        except DomainError as error:
            why = str(error)
            break
        reach = n + 1
        if len(alike) >= SHOWN:
            break
    best = max(rows, key=lambda row: row["length_cm"] or 0.0)
    told = {name: most([row[name] for row in rows])  # type: ignore[literal-required]
            for name in TOLD}
    return Again(len(rows), past, best, told, reach, why, (alike or near)[:SHOWN])
