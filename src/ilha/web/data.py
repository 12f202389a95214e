"""Your data: everything out and in again, the log as CSV, catches as GPX."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from flask import Blueprint, Response, current_app, request
from pydantic import ValidationError
from werkzeug.wrappers import Response as Answer

from ilha.formats import log_files
from ilha.formats.fields import FieldError, first_error
from ilha.formats.rows_csv import on_line
from ilha.formats.tide_csv import told
from ilha.store import events, everything, marks
from ilha.web import data_file
from ilha.web.database import connection, whole
from ilha.web.linked import Linked
from ilha.web.log_payloads import Imported
from ilha.web.payloads import FileIn, Taken
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


@bp.post("/log.csv")
def bring_log() -> Answer:
    """Events of a CSV file: all of them or none."""
    return _brought(log_files.read_csv)


@bp.post("/catches.gpx")
def bring_catches() -> Answer:
    """Fish of a GPX document: all of them or none."""
    return _brought(log_files.read_catches)


def _brought(read: Callable[[str], tuple[list[log_files.Told], list[str]]]) -> Answer:
    request.max_content_length = MOST_BYTES
    sent = FileIn.model_validate_json(request.get_data())
    found, faults = read(sent.text)
    if not found and not faults:
        raise FieldError("text", "`text` must tell of something, it is empty: choose a file with"
                                 " rows or waypoints")
    conn = connection()
    linked, here = Linked(), {row["id"]: row for row in events.listed(conn)}
    new, changed, same, met = [], [], 0, set()
    for one in found:
        try:
            row = linked.row(one)
        except (FieldError, ValidationError) as error:
            fault = first_error(error) if isinstance(error, ValidationError) else error
            faults.append(on_line(one.line, fault))
            continue
        if row["id"] in met:
            faults.append(f"`id` on line {one.line} must stand once, {row['id']} is there twice:"
                          " leave one out")
        met.add(row["id"])
        before = here.get(row["id"])
        if before is None:
            new.append(row)
        elif before == row:
            same += 1
        else:
            changed.append(row)
    if faults:
        raise told(faults, "text")
    with whole("event", keep=not sent.try_):
        for row in changed:
            events.remove(conn, row["id"])
        for row in (*changed, *new):
            events.put(conn, row)
    return answer(Taken(added=len(new), changed=len(changed), same=same))


@bp.get("/catches.gpx")
def catches() -> Response:
    conn = connection()
    places = {m["name"]: (m["latitude_deg"], m["longitude_deg"]) for m in marks.listed(conn)}
    return _file(log_files.catches_gpx(events.listed(conn), places), "application/gpx+xml",
                 "ilha-catches.gpx")
