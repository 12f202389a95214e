"""The log for other programs: events as CSV, catches as GPX waypoints."""

from __future__ import annotations

import csv
from collections.abc import Mapping, Sequence
from datetime import UTC, datetime
from io import StringIO
from typing import Any

COLUMNS = ("time_utc", "kind", "mark_name", "head_name", "plastic_name", "colour", "retrieve",
           "fish", "length_cm", "depth_m", "surface_speed_m_s", "bears_m_s", "stage", "light",
           "count_s", "expected_s", "note", "id")
"""In this order; times as ISO 8601 in UTC, numbers with the unit of the column's name."""


def instant(at_utc_s: float) -> str:
    at = datetime.fromtimestamp(at_utc_s, UTC)
    return at.isoformat(timespec="seconds").replace("+00:00", "Z")


def as_csv(events: Sequence[Mapping[str, Any]]) -> str:
    """Events with a header row. A cell that a spreadsheet would take for a formula is quoted with
    an apostrophe."""
    out = StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for event in events:
        row = {**event, "time_utc": instant(event["at_utc_s"])}
        writer.writerow([_plain(row[name]) for name in COLUMNS])
    return out.getvalue()


def _plain(value: Any) -> Any:
    if isinstance(value, str) and value[:1] in ("=", "+", "-", "@"):
        return f"'{value}"
    return "" if value is None else value


def catches_gpx(events: Sequence[Mapping[str, Any]], places: Mapping[str, tuple[float, float]]
                ) -> str:
    """Fish as GPX 1.1 waypoints at their marks; places : latitude and longitude by name."""
    from gpxpy.gpx import GPX, GPXWaypoint

    document = GPX()
    document.creator = "Ilha"
    for event in events:
        if event["kind"] != "fish" or event["mark_name"] not in places:
            continue
        latitude, longitude = places[event["mark_name"]]
        size = "" if event["length_cm"] is None else f", {event['length_cm']:g} cm"
        words = [event["head_name"], event["plastic_name"], event["colour"], event["stage"] or ""]
        document.waypoints.append(GPXWaypoint(
            latitude, longitude, time=datetime.fromtimestamp(event["at_utc_s"], UTC),
            name=f"{event['fish'] or 'fish'}{size}", type="catch",
            description=", ".join(word for word in words if word)))
    return str(document.to_xml(version="1.1"))
