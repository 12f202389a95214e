"""The user's own chart: brought in, taken along, and asked for the bottom along a cast."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable, Sequence

from ilha.core.water.soundings import Section, along
from ilha.desk.changes import whole
from ilha.desk.errors import found
from ilha.desk.records import AskSection, NewSeaChart
from ilha.formats import chart_in, geojson, gpx_tracks, kml
from ilha.formats.chart_shapes import SHAPES, Reading, Shape, depths
from ilha.formats.fields import FieldError
from ilha.store import removed, sea_charts

FILES: dict[str, tuple[str, Callable[[Sequence[Shape]], bytes]]] = {
    "geojson": ("application/geo+json", geojson.write),
    "kml": ("application/xml", kml.write),
    "gpx": ("application/gpx+xml", gpx_tracks.write),
}
"""Media type and writer of each ending."""


def shapes_of(row: sea_charts.SeaChart) -> tuple[Shape, ...]:
    return SHAPES.validate_json(row["features"])


def as_stored(listed: Sequence[Shape]) -> str:
    return SHAPES.dump_json(tuple(listed), exclude_defaults=True).decode()


def one(conn: sqlite3.Connection, row_id: int) -> sea_charts.SeaChart:
    return found(conn, sea_charts.get, row_id, "id", "chart")


def bring(conn: sqlite3.Connection, new: NewSeaChart) -> sea_charts.SeaChart:
    """Keep what a file holds.

    Raises
    ------
    FieldError
        Naming every fault; nothing is kept then.
    """
    made = chart_in.read(new.text, Reading(new.unit, new.third, new.rest))
    with whole(conn, "chart"):
        row_id = sea_charts.add(conn, new.name, as_stored(made))
    return one(conn, row_id)


def remove(conn: sqlite3.Connection, row_id: int) -> sea_charts.SeaChart:
    """The chart as it was; it is kept to be put back."""
    gone = one(conn, row_id)
    with whole(conn, "chart"):
        removed.remove(conn, "sea_charts", row_id)
    return gone


def all_shapes(conn: sqlite3.Connection) -> list[Shape]:
    return [shape for row in sea_charts.listed(conn) for shape in shapes_of(row)]


def as_file(conn: sqlite3.Connection, ending: str) -> tuple[str, bytes]:
    """Everything brought in as one file: its media type and bytes."""
    kind, write = FILES[ending]
    return kind, write(all_shapes(conn))


def section(conn: sqlite3.Connection, asked: AskSection) -> Section:
    """The bottom along a cast from what is charted there."""
    known = list(depths(all_shapes(conn)))
    if not known:
        raise FieldError("mark.ground", "`mark.ground` is nowhere charted: bring soundings,"
                                        " contours or a recorded track in, or type the depths")
    return along(asked.latitude_deg, asked.longitude_deg, asked.cast_to_deg, asked.cast_m, known)
