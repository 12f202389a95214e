"""Marks: what the Places view reads and writes, and GPX."""

from __future__ import annotations

from typing import NamedTuple, cast, get_args
from zoneinfo import available_timezones

from flask import Blueprint, request
from pydantic import ValidationError
from werkzeug.wrappers import Response

from ilha.formats import gpx, tide_csv
from ilha.formats.fields import FieldError, first_error
from ilha.store import marks, removed, streams, tides
from ilha.web.database import connection, whole
from ilha.web.errors import NotFound
from ilha.web.payloads import Mark, MarkKind, MarksFile, NewMark
from ilha.web.resources import all_marks, answer

bp = Blueprint("places", __name__, url_prefix="/api")


def _checked(new: NewMark) -> marks.NewMark:
    """A mark to be kept, after the rules that no single field can tell."""
    if new.time_zone not in available_timezones():
        raise FieldError("time_zone", f"`time_zone` must be a name of the IANA list, got"
                                      f" {new.time_zone}: for instance Atlantic/Azores")
    rates = (new.neap_rate_m_s, new.spring_rate_m_s, new.slack_lag_min)
    if new.tide_port_id is None:
        if any(value is not None for value in rates):
            raise FieldError("tide_port_id", "`tide_port_id` is needed where rates or a lag are"
                                             " given: choose a tide, or leave them out")
    else:
        if any(value is None for value in rates):
            raise FieldError("spring_rate_m_s", "`spring_rate_m_s`, neap_rate_m_s and slack_lag_min"
                                                " are needed with a tide: 0 where there is none")
        if tides.port(connection(), new.tide_port_id) is None:
            raise NotFound("tide_port_id", "tide", new.tide_port_id)
        if cast(float, new.spring_rate_m_s) < cast(float, new.neap_rate_m_s):
            raise FieldError("spring_rate_m_s", "`spring_rate_m_s` must be at least neap_rate_m_s,"
                                                f" got {new.spring_rate_m_s:g} m/s: springs run"
                                                " harder")
    if new.stream_id is not None:
        own = streams.get(connection(), new.stream_id)
        if own is None:
            raise NotFound("stream_id", "stream", new.stream_id)
        if own["form"] == "hours" and new.tide_port_id is None:
            raise FieldError("tide_port_id", "`tide_port_id` is needed with a stream by the hours"
                                             " of the tide: choose a tide")
    return cast(marks.NewMark, new.model_dump())


def _one(row_id: int) -> Response:
    row = marks.get(connection(), row_id)
    if row is None:
        raise NotFound("id", "mark", row_id)
    return answer(Mark.model_validate(row))


@bp.post("/marks")
def add_mark() -> Response:
    new = _checked(NewMark.model_validate_json(request.get_data()))
    with whole("mark") as conn:
        row_id = marks.add(conn, new)
    return _one(row_id)


@bp.put("/marks/<int:row_id>")
def put_mark(row_id: int) -> Response:
    new = _checked(NewMark.model_validate_json(request.get_data()))
    with whole("mark") as conn:
        if not marks.update(conn, row_id, new):
            raise NotFound("id", "mark", row_id)
    return _one(row_id)


@bp.delete("/marks/<int:row_id>")
def remove_mark(row_id: int) -> Response:
    """Answers with the mark as it was; it is kept to be put back."""
    gone = _one(row_id)
    with whole("mark") as conn:
        removed.remove(conn, "marks", row_id)
    return gone


@bp.get("/marks.gpx")
def get_gpx() -> Response:
    ports = {port["id"]: port["name"] for port in tides.ports(connection())}
    own = {stream["id"]: stream["name"] for stream in streams.listed(connection())}
    rows = [
        {key: value for key, value in row.items() if key not in ("tide_port_id", "stream_id")}
        | {"tide": ports.get(row["tide_port_id"] or 0), "stream": own.get(row["stream_id"] or 0)}
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
    known = _Known({port["name"]: port["id"] for port in tides.ports(connection())},
                   {stream["name"]: stream["id"] for stream in streams.listed(connection())})
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
            new.append(_checked(_mark_of(point, known, listed[0] if listed else None)))
        except (FieldError, ValidationError) as error:
            told = first_error(error) if isinstance(error, ValidationError) else error
            faults.append(f"waypoint on line {point.line}: {told}")
    if faults:
        raise tide_csv.told(faults, "text")
    if not new:
        raise FieldError("text", "`text` must hold waypoints, it has none: save marks, not tracks")
    with whole("mark") as conn:
        for row in new:
            marks.add(conn, row)
    return all_marks()


class _Known(NamedTuple):
    """Ids of tides and streams by name."""

    tides: dict[str, int]
    streams: dict[str, int]


def _mark_of(point: gpx.Waypoint, known: _Known, near: marks.Mark | None) -> NewMark:
    """A waypoint as a mark; what it does not tell is assumed, and to be described."""
    given = dict(point.fields)
    given.pop("time", None)
    for own, theirs in (("caution", "desc"), ("kind", "type")):
        if theirs in given:
            given[own] = given.pop(theirs)
    port = known.tides.get(given.pop("tide", ""))
    stream = known.streams.get(given.pop("stream", ""))
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
        "exposure": "sheltered", "tip_height_m": None, "way_back_depth_m": None,
    }
    return NewMark.model_validate(assumed | given | {"tide_port_id": port, "stream_id": stream})
