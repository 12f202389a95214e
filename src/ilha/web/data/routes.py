"""Everything out and in again, on the wire."""

from __future__ import annotations

from pathlib import Path

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import data, data_file
from ilha.formats import log_files
from ilha.store import copies, events
from ilha.web.answers import answer, as_file
from ilha.web.database import connection, now_s, path
from ilha.web.files_in import file_in
from ilha.web.log.payloads import Copies, Copy, Imported, RestoreCopy
from ilha.web.payloads import Taken

bp = Blueprint("data", __name__, url_prefix="/api")

MOST_BYTES = 64 << 20


@bp.get("/data.json")
def export() -> Response:
    return as_file(data_file.write(connection()).encode(), "application/json", "ilha-data.json")


@bp.post("/data")
def import_() -> Response:
    request.max_content_length = MOST_BYTES
    rows, kept = data.put_in(connection(), _database(), request.get_data(), now_s())
    return answer(Imported(rows=rows, kept_as=kept))


@bp.get("/copies")
def all_copies() -> Response:
    return answer(Copies(copies=[Copy.model_validate(vars(one))
                                 for one in copies.listed(_database())]))


@bp.post("/copies/restore")
def restore() -> Response:
    name = RestoreCopy.model_validate_json(request.get_data()).name
    rows, kept = data_file.restore(connection(), _database(), name, now_s())
    return answer(Imported(rows=rows, kept_as=kept.name))


def _database() -> Path:
    return Path(path())


@bp.get("/log.csv")
def log_csv() -> Response:
    body = log_files.as_csv(events.listed(connection()))
    return as_file(body.encode(), "text/csv", "ilha-log.csv")


@bp.post("/log.csv")
def bring_log() -> Response:
    return _brought(log_files.read_csv, "text/csv")


@bp.post("/log.json")
def bring_handed_back() -> Response:
    return _brought(log_files.read_json, "", once=True)


@bp.post("/catches.gpx")
def bring_catches() -> Response:
    return _brought(log_files.read_catches, "application/gpx+xml")


def _brought(read: data.Reader, kind: str, once: bool = False) -> Response:
    request.max_content_length = MOST_BYTES
    sent = file_in(kind)
    return answer(Taken.model_validate(vars(data.bring(
        connection(), read, sent.text, sent.try_, once))))


@bp.get("/catches.gpx")
def catches() -> Response:
    return as_file(data.catches(connection()).encode(), "application/gpx+xml", "ilha-catches.gpx")
