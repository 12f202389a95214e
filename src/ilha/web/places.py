"""Marks and tides: what the Places view reads and writes."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from typing import cast, get_args
from zoneinfo import available_timezones

import numpy as np
from flask import Blueprint, request
from pydantic import ValidationError
from werkzeug.wrappers import Response

from ilha.core.errors import Array
from ilha.core.harmonic import Constants, fit, turns
from ilha.core.tide import HighLow, mean_ranges, series_at
from ilha.formats import gpx, tide_csv
from ilha.formats.fields import FieldError, first_error
from ilha.store import marks, tides
from ilha.web.database import connection
from ilha.web.errors import NotFound
from ilha.web.payloads import Mark, MarkKind, MarksFile, NewMark, NewTide, Port, Ports
from ilha.web.resources import all_marks, answer

bp = Blueprint("places", __name__, url_prefix="/api")


@contextmanager
def _whole(what: str) -> Iterator[sqlite3.Connection]:
    """All of a change or nothing of it; a name that is taken is told by field."""
    conn = connection()
    conn.execute("BEGIN IMMEDIATE")
    try:
        yield conn
        conn.execute("COMMIT")
    except BaseException as error:
        conn.execute("ROLLBACK")
        if isinstance(error, sqlite3.IntegrityError) and "UNIQUE" in str(error):
            raise FieldError("name", f"`name` must be new, there is a {what} of that name: choose"
                                     " another") from error
        raise


def _checked(new: NewMark) -> marks.NewMark:
    """A mark to be kept, after the rules that no single field can tell."""
    if new.time_zone not in available_timezones():
        raise FieldError("time_zone", f"`time_zone` must be a name of the IANA list, got"
                                      f" {new.time_zone}: for instance Atlantic/Azores")
    own = (new.neap_rate_m_s, new.spring_rate_m_s, new.slack_lag_min)
    if new.tide_port_id is None:
        if any(value is not None for value in own):
            raise FieldError("tide_port_id", "`tide_port_id` is needed where rates or a lag are"
                                             " given: choose a tide, or leave them out")
    else:
        if any(value is None for value in own):
            raise FieldError("spring_rate_m_s", "`spring_rate_m_s`, neap_rate_m_s and slack_lag_min"
                                                " are needed with a tide: 0 where there is none")
        if tides.port(connection(), new.tide_port_id) is None:
            raise NotFound("tide_port_id", "tide", new.tide_port_id)
        if cast(float, new.spring_rate_m_s) < cast(float, new.neap_rate_m_s):
            raise FieldError("spring_rate_m_s", "`spring_rate_m_s` must be at least neap_rate_m_s,"
                                                f" got {new.spring_rate_m_s:g} m/s: springs run"
                                                " harder")
    return cast(marks.NewMark, new.model_dump())


def _one(row_id: int) -> Response:
    row = marks.get(connection(), row_id)
    if row is None:
        raise NotFound("id", "mark", row_id)
    return answer(Mark.model_validate(row))


@bp.post("/marks")
def add_mark() -> Response:
    new = _checked(NewMark.model_validate_json(request.get_data()))
    with _whole("mark") as conn:
        row_id = marks.add(conn, new)
    return _one(row_id)


@bp.put("/marks/<int:row_id>")
def put_mark(row_id: int) -> Response:
    new = _checked(NewMark.model_validate_json(request.get_data()))
    with _whole("mark") as conn:
        if not marks.update(conn, row_id, new):
            raise NotFound("id", "mark", row_id)
    return _one(row_id)


@bp.delete("/marks/<int:row_id>")
def remove_mark(row_id: int) -> Response:
    """Answers with the mark as it was, so that it can be put back."""
    gone = _one(row_id)
    with _whole("mark") as conn:
        marks.remove(conn, row_id)
    return gone


@bp.get("/marks.gpx")
def get_gpx() -> Response:
    ports = {port["id"]: port["name"] for port in tides.ports(connection())}
    rows = [
        {key: value for key, value in row.items() if key != "tide_port_id"}
        | {"tide": ports.get(row["tide_port_id"] or 0)}
        for row in marks.listed(connection())
    ]
    response = Response(gpx.write(rows), content_type="application/gpx+xml; charset=utf-8")
    response.headers["Content-Disposition"] = 'attachment; filename="ilha-marks.gpx"'
    return response


@bp.post("/marks/import")
def import_marks() -> Response:
    """Marks from a GPX document: all of them, or none and every fault named."""
    sent = MarksFile.model_validate_json(request.get_data())
    found, faults = gpx.read(sent.text)
    listed = marks.listed(connection())
    ports = {port["name"]: port["id"] for port in tides.ports(connection())}
    taken, new = {row["name"] for row in listed}, []
    for point in found:
        name = point.fields.get("name", "")
        if name in taken:
            faults.append(f"`name` {name} on line {point.line} must be new: rename it, or the mark"
                          " that is there")
        taken.add(name)
        if faults:
            continue
        try:
            new.append(_checked(_mark_of(point, ports, listed[0] if listed else None)))
        except (FieldError, ValidationError) as error:
            told = first_error(error) if isinstance(error, ValidationError) else error
            faults.append(f"waypoint on line {point.line}: {told}")
    if faults:
        raise tide_csv.told(faults, "text")
    if not new:
        raise FieldError("text", "`text` must hold waypoints, it has none: save marks, not tracks")
    with _whole("mark") as conn:
        for row in new:
            marks.add(conn, row)
    return all_marks()


def _mark_of(point: gpx.Waypoint, ports: dict[str, int], near: marks.Mark | None) -> NewMark:
    """A waypoint as a mark; what it does not tell is assumed, and to be described."""
    given = dict(point.fields)
    port = ports.get(given.pop("tide", ""))
    if port is None:
        for key in ("neap_rate_m_s", "spring_rate_m_s", "slack_lag_min"):
            given.pop(key, None)
    if given.get("kind") not in get_args(MarkKind):
        given["kind"] = "harbour"
    assumed = {
        "time_zone": near["time_zone"] if near else "UTC", "charted_depth_m": 3.0,
        "bottom": "sand", "cover": "none", "cover_height_m": 0.0, "stance": "bank", "cast_m": 25.0,
        "neap_rate_m_s": None, "spring_rate_m_s": None, "slack_lag_min": None,
        "flood_to_deg": None, "caution": "", "tide_offset_min": 0.0, "tide_height_offset_m": 0.0,
    }
    return NewMark.model_validate(assumed | given | {"tide_port_id": port})


@bp.get("/tides")
def all_tides() -> Response:
    return answer(Ports.model_validate({"ports": tides.ports(connection())}))


@bp.post("/tides")
def add_tide() -> Response:
    """Bring a tide in: all of it, or nothing and every fault named."""
    new = NewTide.model_validate_json(request.get_data())
    read = {"turns": _turns, "heights": _heights, "constants": _constants, "fit": _fit}[new.form]
    with _whole("tide") as conn:
        port_id = read(conn, new)
        port = tides.port(conn, port_id)
    return answer(Port.model_validate(port))


def _turns(conn: sqlite3.Connection, new: NewTide) -> int:
    tide = tide_csv.read_turns(new.text)
    port_id = tides.add_port(conn, new.name, *_ranges(new, tide))
    rises = np.append(np.diff(tide.height), tide.height[-2] - tide.height[-1]) < 0.0
    tides.put_events(conn, port_id, [
        tides.Event(time_utc_s=round(at), kind="high" if high else "low", height_m=height)
        for at, height, high in zip(tide.time.tolist(), tide.height.tolist(), rises, strict=True)
    ])
    return port_id


def _heights(conn: sqlite3.Connection, new: NewTide) -> int:
    times, heights = tide_csv.read_heights(new.text)
    fine: Array = np.arange(times[0], times[-1], 600.0)
    found = turns(fine, series_at(times, heights, fine))
    if found[0].size < 2:
        raise FieldError("text", "`text` must hold a tide: the heights hardly turn: check the file")
    port_id = tides.add_port(conn, new.name, *_ranges(new, HighLow(*found)), form="heights")
    tides.put_heights(conn, port_id, [
        (round(at), height) for at, height in zip(times.tolist(), heights.tolist(), strict=True)])
    return port_id


def _constants(conn: sqlite3.Connection, new: NewTide) -> int:
    return _keep(conn, new, tide_csv.read_constants(new.text, _latitude(new)), None)


def _fit(conn: sqlite3.Connection, new: NewTide) -> int:
    return _keep(conn, new, *fit(*tide_csv.read_heights(new.text), _latitude(new)))


def _latitude(new: NewTide) -> float:
    if new.latitude_deg is None:
        raise FieldError("latitude_deg", "`latitude_deg` is needed with constants: where the tide"
                                         " was measured")
    return new.latitude_deg


def _keep(conn: sqlite3.Connection, new: NewTide, tide: Constants, left: float | None) -> int:
    port_id = tides.add_port(conn, new.name, *_ranges(new, _month_of(tide)), form="constants",
                             latitude_deg=tide.latitude_deg, mean_level_m=tide.mean_level,
                             residual_m=left)
    tides.put_constants(conn, port_id, tide.waves)
    return port_id


MONTH_S = 59.0 * 86400.0
"""Two months: four springs and four neaps."""


def _month_of(tide: Constants) -> HighLow:
    return tide.high_and_low_waters(0.0, MONTH_S)


def _ranges(new: NewTide, tide: HighLow) -> tuple[float, float]:
    """What was typed, else what the tide itself tells."""
    if new.neap_range_m is not None and new.spring_range_m is not None:
        if new.spring_range_m <= new.neap_range_m:
            raise FieldError("spring_range_m", "`spring_range_m` must be above neap_range_m, got"
                                               f" {new.spring_range_m:g} m: give the mean ranges")
        return new.neap_range_m, new.spring_range_m
    neap, spring = mean_ranges(tide)
    # Where neaps and springs do not differ, the stream's rates must not either.
    return neap, max(spring, neap + 0.01)


@bp.delete("/tides/<int:row_id>")
def remove_tide(row_id: int) -> Response:
    port = tides.port(connection(), row_id)
    if port is None:
        raise NotFound("id", "tide", row_id)
    users = [m["name"] for m in marks.listed(connection()) if m["tide_port_id"] == row_id]
    if users:
        raise FieldError("id", f"`id`: {port['name']} is the tide of {', '.join(users[:4])}: give"
                               " them another first")
    with _whole("tide") as conn:
        tides.remove_port(conn, row_id)
    return answer(Port.model_validate(port))
