"""What the boat's own sounder saw, onto the chart: reduced by the tide of its minute."""

from __future__ import annotations

import sqlite3
from collections.abc import Sequence
from datetime import UTC, datetime
from typing import NamedTuple
from zoneinfo import ZoneInfo

import numpy as np

from ilha.core.distance import great_circle
from ilha.core.errors import Array, DomainError
from ilha.desk import sea_charts
from ilha.desk.changes import whole
from ilha.desk.clock import span_of
from ilha.desk.tide_here import tide_of
from ilha.formats.chart_shapes import Shape
from ilha.formats.fields import FieldError
from ilha.store import marks
from ilha.store import sea_charts as kept

NEAR_M = 30_000.0
"""Of a tide that is taken for that of a place (judgement: along an open coast high water is within
minutes of it, and the range within a tenth)."""


class Sounded(NamedTuple):
    """A place gone over (degrees), the depth there (m below the surface of the moment) and when
    (s UTC)."""

    latitude_deg: float
    longitude_deg: float
    depth_m: float
    at_utc_s: float


def keep(conn: sqlite3.Connection, track: Sequence[Sounded]) -> kept.SeaChart:
    """A track as a chart of its own. Where no mark near it has a tide for that day its depths stay
    those of the moment, and its name says so.

    Raises
    ------
    FieldError
        For a track of less than two places.
    """
    if len(track) < 2:
        raise FieldError("track", "`track` must have two places at least: nothing was sounded under"
                                  " way yet")
    lat, lon, depth, at = (np.array(column) for column in zip(*track, strict=True))
    mark, level = _level(conn, float(np.median(lat)), float(np.median(lon)), at)
    charted = depth - level
    day, begin, end = (datetime.fromtimestamp(one, UTC).strftime(form) for one, form in (
        (at[0], "%Y-%m-%d"), (at[0], "%H:%M"), (at[-1], "%H:%M")))
    by = "tide and all" if mark is None else f"by the tide at {mark['name']}"
    shape = Shape("track", "line", (tuple(
        (float(a), float(b), round(float(c), 2)) for a, b, c in zip(lat, lon, charted, strict=True)
    ),), f"depths {by}"[:80])
    name = f"sounder, {day} {begin} to {end} UTC, {by}"
    with whole(conn, "chart"):
        row_id = kept.add(conn, name[:80], sea_charts.as_stored([shape]))
    return sea_charts.one(conn, row_id)


def _level(
    conn: sqlite3.Connection, latitude: float, longitude: float, at: Array
) -> tuple[marks.Mark | None, Array]:
    """The nearest mark that has a tide, and its height over the chart's zero at instants; None and
    nought where there is none near."""
    far = [(float(great_circle(latitude, longitude, mark["latitude_deg"], mark["longitude_deg"])),
            mark["id"], mark) for mark in marks.listed(conn) if mark["tide_port_id"] is not None]
    for metres, _, mark in sorted(far, key=lambda one: one[:2]):
        if metres > NEAR_M:
            break
        try:
            heights = _heights(conn, mark, at)
        except DomainError:
            continue  # Its tide does not reach that day: the next one's may.
        if np.all(np.isfinite(heights)):
            return mark, heights
    return None, np.zeros_like(at)


def _heights(conn: sqlite3.Connection, mark: marks.Mark, at: Array) -> Array:
    zone = ZoneInfo(mark["time_zone"])
    dates = [datetime.fromtimestamp(one, UTC).astimezone(zone).date().isoformat() for one in at]
    out = np.full(at.size, np.nan)
    for date in dict.fromkeys(dates):
        here = np.array([one == date for one in dates])
        span = span_of(date, mark["time_zone"], float(at[here][0]))
        day = tide_of(conn, mark, span)
        if day.heights is not None:
            out[here] = np.interp(at[here], span.times, day.heights)
        elif day.tide is not None:
            out[here] = day.tide.height_at(at[here])
    return out
