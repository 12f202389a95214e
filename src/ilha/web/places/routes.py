"""Marks, tides and streams on the wire."""

from __future__ import annotations

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.desk import places, tides_in
from ilha.desk.records import NewMark
from ilha.store import marks, streams, tides
from ilha.web.answers import answer, as_file
from ilha.web.database import connection, now_s
from ilha.web.fetch import fetched
from ilha.web.places.payloads import (
    AskTide,
    Mark,
    Marks,
    MarksFile,
    NewStream,
    NewTide,
    Port,
    Ports,
    Stream,
    Streams,
)

bp = Blueprint("places", __name__, url_prefix="/api")


@bp.get("/marks")
def all_marks() -> Response:
    return answer(Marks.model_validate(
        {"marks": [places.shown(row) for row in marks.listed(connection())]}))


@bp.post("/marks")
def add_mark() -> Response:
    new = NewMark.model_validate_json(request.get_data())
    return answer(Mark.model_validate(places.shown(places.add(connection(), new))))


@bp.put("/marks/<int:row_id>")
def put_mark(row_id: int) -> Response:
    new = NewMark.model_validate_json(request.get_data())
    return answer(Mark.model_validate(places.shown(places.change(connection(), row_id, new))))


@bp.delete("/marks/<int:row_id>")
def remove_mark(row_id: int) -> Response:
    return answer(Mark.model_validate(places.shown(places.remove(connection(), row_id))))


@bp.get("/marks.gpx")
def get_gpx() -> Response:
    return as_file(places.as_gpx(connection()).encode(), "application/gpx+xml", "ilha-marks.gpx")


@bp.post("/marks/import")
def import_marks() -> Response:
    places.from_gpx(connection(), MarksFile.model_validate_json(request.get_data()).text)
    return all_marks()


@bp.get("/tides")
def all_tides() -> Response:
    return answer(Ports.model_validate({"ports": tides.ports(connection())}))


@bp.post("/tides")
def add_tide() -> Response:
    new = NewTide.model_validate_json(request.get_data())
    return answer(Port.model_validate(tides_in.add_tide(connection(), new)))


@bp.post("/tides/ask")
def ask_tide() -> Response:
    asked = AskTide.model_validate_json(request.get_data())
    address = tides_in.service_address(current_app.config.get("TIDE_SERVICE"), asked, now_s())
    return answer(Port.model_validate(tides_in.told_tide(connection(), asked, fetched(address))))


@bp.delete("/tides/<int:row_id>")
def remove_tide(row_id: int) -> Response:
    return answer(Port.model_validate(tides_in.remove_tide(connection(), row_id)))


@bp.get("/streams")
def all_streams() -> Response:
    return answer(Streams.model_validate({"streams": streams.listed(connection())}))


@bp.post("/streams")
def add_stream() -> Response:
    new = NewStream.model_validate_json(request.get_data())
    return answer(Stream.model_validate(tides_in.add_stream(connection(), new)))


@bp.delete("/streams/<int:row_id>")
def remove_stream(row_id: int) -> Response:
    return answer(Stream.model_validate(tides_in.remove_stream(connection(), row_id)))
