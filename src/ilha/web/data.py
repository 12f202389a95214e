"""Your data: everything out and in again, the log as CSV, catches as GPX."""

from __future__ import annotations

from pathlib import Path

from flask import Blueprint, Response, current_app, request
from werkzeug.wrappers import Response as Answer

from ilha.formats import log_files
from ilha.formats.fields import FieldError
from ilha.store import events, everything, marks
from ilha.web import data_file
from ilha.web.database import connection
from ilha.web.log_payloads import Imported
from ilha.web.resources import answer

bp = Blueprint("data", __name__, url_prefix="/api")

MOST_BYTES = 64 << 20


def _file(body: str, mimetype: str, name: str) -> Response:
    return Response(body, mimetype=mimetype, headers={
        "Content-Disposition": f'attachment; filename="{name}"'})


@bp.get("/data.json")
def export() -> Response:
    return _file(data_file.write(connection()), "application/json", "ilha-data.json")


@bp.post("/data")
def import_() -> Answer:
    """Put a file in place of everything; what was there is first copied beside the database."""
    request.max_content_length = MOST_BYTES
    try:
        text = request.get_data().decode("utf-8")
    except UnicodeDecodeError as error:
        raise FieldError("file", "`file` must be UTF-8 text: choose a file that Ilha exported"
                         ) from error
    conn = connection()
    database = Path(current_app.config["DATABASE"])
    kept = database.with_name(f"{database.stem}-before-import.sqlite3")
    everything.backup(conn, kept)
    rows = data_file.read(conn, text)
    return answer(Imported(rows=sum(rows.values()), kept_as=kept.name))


@bp.get("/log.csv")
def log_csv() -> Response:
    return _file(log_files.as_csv(events.listed(connection())), "text/csv", "ilha-log.csv")


@bp.get("/catches.gpx")
def catches() -> Response:
    conn = connection()
    places = {m["name"]: (m["latitude_deg"], m["longitude_deg"]) for m in marks.listed(conn)}
    return _file(log_files.catches_gpx(events.listed(conn), places), "application/gpx+xml",
                 "ilha-catches.gpx")
