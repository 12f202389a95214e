"""The log for other programs, out and in again: events as CSV, catches as GPX waypoints."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from hashlib import sha256
from typing import Any

from ilha.formats import gpx
from ilha.formats.fields import FieldError
from ilha.formats.rows_csv import bare, write
from ilha.formats.text_in import parsed
from ilha.formats.tide_csv import instant, rows_under

COLUMNS = ("time_utc", "kind", "mark_name", "head_name", "plastic_name", "colour", "retrieve",
           "fish", "length_cm", "depth_m", "surface_speed_m_s", "bears_m_s", "stage", "light",
           "count_s", "expected_s", "note", "answer", "id", "mark_id", "head_id", "plastic_id")
"""In this order; times as ISO 8601 in UTC, numbers with the unit of the column's name."""
CATCH = gpx.Extra("catch", frozenset({
    "length_cm", "depth_m", "surface_speed_m_s", "bears_m_s", "count_s", "expected_s", "mark_id",
    "head_id", "plastic_id"}), frozenset({
        "id", "mark_name", "head_name", "plastic_name", "colour", "retrieve", "fish", "stage",
        "light", "note", "answer"}))
FORMAT = "ilha-log-1"
"""What a trip's page hands back: ``{"format": FORMAT, "events": [...]}``, each with the fields of
the columns and at_utc_s."""
_WHOLE = ("mark_id", "head_id", "plastic_id")


def _stamp(at_utc_s: float) -> str:
    return datetime.fromtimestamp(at_utc_s, UTC).isoformat().replace("+00:00", "Z")


def as_csv(events: Sequence[Mapping[str, Any]]) -> str:
    """Events with a header row."""
    return write(COLUMNS, ({**e, "time_utc": _stamp(e["at_utc_s"])} for e in events))


@dataclass(frozen=True)
class Told:
    """An event as a file tells it: the line it stands on, and its fields by name. ``own`` : it was
    written by Ilha, with an id; any other gets one made from what it says (and which of those that
    say the same it is: two fish of one minute are two), so that a file that is read twice is kept
    once."""

    line: int
    fields: dict[str, Any]
    own: bool


def _identified(line: int, fields: dict[str, Any], made_of: str, met: Counter[str]) -> Told:
    own = bool(fields.get("id"))
    if not own:
        told = f"{made_of} {met[made_of]}"
        met[made_of] += 1
        fields["id"] = f"file-{sha256(told.encode()).hexdigest()[:32]}"
    return Told(line, fields, own)


def read_csv(text: str) -> tuple[list[Told], list[str]]:
    """Events of a CSV file with the columns of :func:`as_csv`, and what is wrong by line.

    Raises
    ------
    FieldError
        For another header, or what is no CSV.
    """
    found, faults, met = [], [], Counter[str]()
    for line, cells in rows_under(text, COLUMNS):
        fields: dict[str, Any] = {
            name: bare(cell) for name, cell in zip(COLUMNS, cells, strict=True) if cell}
        try:
            fields["at_utc_s"] = instant(fields.pop("time_utc", ""), "time_utc", line)
        except FieldError as error:
            faults.append(str(error))
            continue
        found.append(_identified(line, fields, ",".join(cells), met))
    return found, faults


def read_json(text: str) -> tuple[list[Told], list[str]]:
    """Events that a trip's file hands back (``FORMAT``), and what is wrong by their number.

    Raises
    ------
    FieldError
        For what is no such file.
    """
    found = parsed(text)
    rows = found.get("events") if isinstance(found, dict) else None
    if not isinstance(found, dict) or found.get("format") != FORMAT or not isinstance(rows, list):
        raise FieldError("format", f"`format` must be {FORMAT}, with its events: choose the file"
                                   " that the trip's page handed back")
    told, faults = [], []
    for number, row in enumerate(rows, 1):
        if isinstance(row, dict) and isinstance(row.get("id"), str):
            told.append(Told(number, {k: v for k, v in row.items() if v is not None}, True))
        else:
            faults.append(f"event {number} must be an object with an id: take the file as it was"
                          " handed back")
    return told, faults


def catches_gpx(events: Sequence[Mapping[str, Any]], places: Mapping[str, tuple[float, float]]
                ) -> str:
    """Fish as GPX 1.1 waypoints at their marks, with all that was logged in an extension of our
    own; places : latitude and longitude by name. A fish from a mark that is gone has no place."""
    from xml.etree.ElementTree import Element

    from gpxpy.gpx import GPX, GPXWaypoint

    document = GPX()
    document.creator = "Ilha"
    document.nsmap["ilha"] = gpx.SPACE
    for event in events:
        if event["kind"] != "fish" or event["mark_name"] not in places:
            continue
        latitude, longitude = places[event["mark_name"]]
        size = "" if event["length_cm"] is None else f", {event['length_cm']:g} cm"
        words = [event["head_name"], event["plastic_name"], event["colour"], event["stage"] or ""]
        point = GPXWaypoint(
            latitude, gpx.longitude(longitude), time=datetime.fromtimestamp(event["at_utc_s"], UTC),
            name=f"{event['fish'] or 'fish'}{size}", type="catch",
            description=", ".join(word for word in words if word))
        catch = Element(f"{{{gpx.SPACE}}}catch")
        for key in sorted(CATCH.numbers | CATCH.words):
            if event[key] not in (None, ""):
                catch.set(key, gpx.attribute(event[key]))
        point.extensions.append(catch)
        document.waypoints.append(point)
    return str(document.to_xml(version="1.1"))


def read_catches(text: str) -> tuple[list[Told], list[str]]:
    """Waypoints of a GPX document as fish, and what is wrong by line. Each needs its time. From
    another program, its name and description become the note.

    Raises
    ------
    FieldError
        As :func:`ilha.formats.gpx.read`.
    """
    points, faults = gpx.read(text, CATCH)
    found, met = [], Counter[str]()
    for point in points:
        fields = dict(point.fields)
        name, words = fields.pop("name", ""), fields.pop("desc", "")
        fields.pop("type", None)
        stamp = fields.pop("time", "")
        try:
            at = instant(stamp, "time", point.line)
        except FieldError as error:
            faults.append(str(error))
            continue
        for key in _WHOLE:
            if key in fields:
                fields[key] = int(fields[key])
        if "mark_name" not in fields:
            fields["note"] = ", ".join(word for word in (name, words) if word)[:400]
        here = f"{stamp} {fields.get('latitude_deg')} {fields.get('longitude_deg')} {name}"
        told = {**fields, "kind": "fish", "at_utc_s": at}
        found.append(_identified(point.line, told, here, met))
    return found, faults
