"""Marks: kept after the rules that no single field can tell, and as GPX."""

from __future__ import annotations

import json
import sqlite3
from typing import Any, NamedTuple, cast

from pydantic import ValidationError

from ilha.core.choose.situation import PLACES
from ilha.core.water.ground import Ground
from ilha.desk.changes import whole
from ilha.desk.clock import time_zones
from ilha.desk.errors import NotFound, found
from ilha.desk.records import NewMark
from ilha.formats import gpx, tide_csv
from ilha.formats.fields import FieldError, first_error
from ilha.formats.text_in import as_typed
from ilha.store import marks, removed, streams, tides


def checked(conn: sqlite3.Connection, new: NewMark) -> marks.NewMark:
    """A mark to be kept, after the rules that no single field can tell."""
    if new.time_zone not in time_zones():
        raise FieldError("time_zone", f"`time_zone` must be a name of the IANA list, got"
                                      f" {new.time_zone}: for instance Atlantic/Azores")
    rates = (new.neap_rate_m_s, new.spring_rate_m_s, new.slack_lag_min)
    if new.tide_port_id is None:
        if any(value is not None for value in rates):
            raise FieldError("tide_port_id", "`tide_port_id` is needed where rates or a lag are"
                                             " given: choose a tide, or leave them out")
    else:
        if any(value is None for value in rates) and any(value is not None for value in rates):
            raise FieldError("spring_rate_m_s", "`spring_rate_m_s`, neap_rate_m_s and slack_lag_min"
                                                " come together: give all three, or none where"
                                                " nobody knows the stream")
        if tides.port(conn, new.tide_port_id) is None:
            raise NotFound("tide_port_id", "tide", new.tide_port_id)
        if new.spring_rate_m_s is not None and new.neap_rate_m_s is not None \
                and new.spring_rate_m_s < new.neap_rate_m_s:
            raise FieldError("spring_rate_m_s", "`spring_rate_m_s` must be at least neap_rate_m_s,"
                                                f" got {new.spring_rate_m_s:g} m/s: springs run"
                                                " harder")
    if new.stream_id is not None:
        own = streams.get(conn, new.stream_id)
        if own is None:
            raise NotFound("stream_id", "stream", new.stream_id)
        if own["form"] == "hours" and new.tide_port_id is None:
            raise FieldError("tide_port_id", "`tide_port_id` is needed with a stream by the hours"
                                             " of the tide: choose a tide")
    Ground.of(new.ground)
    row = new.model_dump()
    row["ground"] = None if not new.ground else json.dumps(new.ground)
    strange = [name for name in new.assumed if name not in NewMark.model_fields]
    if strange:
        raise FieldError("assumed", f"`assumed` must name facts of a mark, got {strange[0][:40]}:"
                                    " leave it out")
    row["assumed"] = json.dumps(sorted(set(new.assumed)))
    return cast(marks.NewMark, row)


def shown(row: marks.Mark) -> dict[str, Any]:
    """A mark as its payload has it."""
    return {**row, "ground": None if row["ground"] is None else json.loads(row["ground"]),
            "assumed": json.loads(row["assumed"])}


def one(conn: sqlite3.Connection, row_id: int) -> marks.Mark:
    return found(conn, marks.get, row_id, "id", "mark")


def add(conn: sqlite3.Connection, new: NewMark) -> marks.Mark:
    row = checked(conn, new)
    with whole(conn, "mark"):
        row_id = marks.add(conn, row)
    return one(conn, row_id)


def change(conn: sqlite3.Connection, row_id: int, new: NewMark) -> marks.Mark:
    row = checked(conn, new)
    with whole(conn, "mark"):
        if not marks.update(conn, row_id, row):
            raise NotFound("id", "mark", row_id)
    return one(conn, row_id)


def remove(conn: sqlite3.Connection, row_id: int) -> marks.Mark:
    """The mark as it was; it is kept to be put back."""
    gone = one(conn, row_id)
    with whole(conn, "mark"):
        removed.remove(conn, "marks", row_id)
    return gone


def as_gpx(conn: sqlite3.Connection) -> str:
    """All marks, with the names of their tides and streams."""
    ports = {port["id"]: port["name"] for port in tides.ports(conn)}
    own = {stream["id"]: stream["name"] for stream in streams.listed(conn)}
    return gpx.write([
        {key: value for key, value in row.items() if key not in ("tide_port_id", "stream_id")}
        | {"assumed": " ".join(json.loads(row["assumed"]))}
        | {"tide": ports.get(row["tide_port_id"] or 0), "stream": own.get(row["stream_id"] or 0)}
        for row in marks.listed(conn)
    ])


def from_gpx(conn: sqlite3.Connection, text: str) -> None:
    """Marks from a GPX document: all of them, or none and every fault named."""
    points, faults = gpx.read(text)
    listed = marks.listed(conn)
    known = _Known({port["name"]: port["id"] for port in tides.ports(conn)},
                   {stream["name"]: stream["id"] for stream in streams.listed(conn)})
    taken, new = {row["name"] for row in listed}, []
    for point in points:
        name = point.fields.get("name", "")
        if name in taken:
            faults.append(f"`name` {name} on line {point.line} must be new: rename it, or the mark"
                          " that is there")
        taken.add(name)
        if faults:
            continue
        try:
            new.append(checked(conn, _mark_of(point, known, listed[0] if listed else None)))
        except (FieldError, ValidationError) as error:
            told = first_error(error) if isinstance(error, ValidationError) else error
            faults.append(f"waypoint on line {point.line}: {told}")
    if faults:
        raise tide_csv.told(faults, "text")
    if not new:
        raise FieldError("text", "`text` must hold waypoints, it has none: save marks, not tracks")
    with whole(conn, "mark"):
        for row in new:
            marks.add(conn, row)


class _Known(NamedTuple):
    """Ids of tides and streams by name."""

    tides: dict[str, int]
    streams: dict[str, int]


def _points(text: str) -> list[list[float]]:
    """A bottom as GPX has it: JSON pairs.

    Raises
    ------
    FieldError
        For text that is not.
    """
    try:
        found = json.loads(text)
    except ValueError as error:
        raise FieldError("ground", "`ground` must be pairs of distance and depth, as [[0, 2], [20,"
                                   " 4]]: write it so, or leave it out") from error
    return cast(list[list[float]], found)


def _mark_of(point: gpx.Waypoint, known: _Known, near: marks.Mark | None) -> NewMark:
    """A waypoint as a mark; what it does not tell is assumed, and to be described."""
    given = dict(point.fields)
    given.pop("time", None)
    if "ground" in given:
        given["ground"] = _points(given["ground"])
    if "assumed" in given:
        given["assumed"] = [name for name in str(given["assumed"]).split() if name]
    for own, theirs in (("caution", "desc"), ("kind", "type")):
        if theirs in given:
            given[own] = given.pop(theirs)
    port = known.tides.get(given.pop("tide", ""))
    stream = known.streams.get(given.pop("stream", ""))
    if port is None:
        for key in ("neap_rate_m_s", "spring_rate_m_s", "slack_lag_min"):
            given.pop(key, None)
    if str(given.get("kind")).replace(" ", "-") not in PLACES:
        given["kind"] = "harbour"
    assumed = {
        "time_zone": near["time_zone"] if near else "UTC", "charted_depth_m": 3.0,
        "bottom": "sand", "cover": "none", "cover_height_m": 0.0, "stance": "bank", "cast_m": 25.0,
        "neap_rate_m_s": None, "spring_rate_m_s": None, "slack_lag_min": None,
        "flood_to_deg": None, "caution": "", "tide_offset_min": 0.0, "tide_height_offset_m": 0.0,
        "exposure": "sheltered", "tip_height_m": None, "way_back_depth_m": None,
        "ebb_to_deg": None, "cast_to_deg": None,
    }
    return as_typed(
        NewMark, assumed | given | {"tide_port_id": port, "stream_id": stream})
