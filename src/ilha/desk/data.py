"""Your data: everything out and in again, the log as CSV, catches as GPX."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from pathlib import Path

from pydantic import ValidationError

from ilha.desk import data_file, taught
from ilha.desk.changes import whole
from ilha.desk.linked import Linked
from ilha.desk.tackle import Taken
from ilha.formats import log_files
from ilha.formats.fields import FieldError, first_error
from ilha.formats.rows_csv import on_line
from ilha.formats.tide_csv import told
from ilha.store import events, marks


def put_in(
    conn: sqlite3.Connection, database: Path, body: bytes, now_s: float
) -> tuple[int, str]:
    """A file in place of everything: its rows, and the name of the copy of what was there."""
    rows = data_file.looked_at(body)
    kept = data_file.put_in(conn, database, rows, now_s)
    return sum(len(found) for found in rows.values()), kept.name


Reader = Callable[[str], tuple[list[log_files.Told], list[str]]]


def bring(
    conn: sqlite3.Connection, read: Reader, text: str, only_try: bool, once: bool = False
) -> Taken:
    """Events of a log or of catches kept elsewhere: all of them or none. once : what was undone
    here since stays so; else the file gives it back."""
    found, faults = read(text)
    if not found and not faults:
        raise FieldError("text", "`text` must tell of something, it is empty: choose a file with"
                                 " rows or waypoints")
    linked, here = Linked(conn), {row["id"]: row for row in events.listed(conn)}
    undone = set(events.all_undone(conn)) if once else set()
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
        if row["id"] in undone:
            # It was here, and was taken out here: a file that is brought again does not say more.
            same += 1
        elif before is None:
            new.append(row)
        elif before == row:
            same += 1
        else:
            changed.append(row)
    if faults:
        raise told(faults, "text")
    with whole(conn, "event", keep=not only_try):
        for row in changed:
            events.remove(conn, row["id"])
        for row in (*changed, *new):
            events.put(conn, row)
        taught.keep(conn)
    return Taken(len(new), len(changed), same)


def catches(conn: sqlite3.Connection) -> str:
    """All fish as GPX waypoints at their marks."""
    return catches_of(conn, events.listed(conn))


def catches_of(conn: sqlite3.Connection, told: list[events.Event]) -> str:
    """The fish among some events as GPX waypoints."""
    places = {m["name"]: (m["latitude_deg"], m["longitude_deg"]) for m in marks.listed(conn)}
    return log_files.catches_gpx(told, places)
