"""Photographs of what is in the log: brought in, taken out, put back, let go of."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable
from pathlib import Path

from ilha.desk.changes import whole
from ilha.desk.errors import NotFound
from ilha.formats.fields import FieldError
from ilha.formats.picture import picture_of
from ilha.store import events, photographs

MOST = 12
"""Of one event."""


def add(
    conn: sqlite3.Connection, database: Path, event_id: str, data: bytes, keep_place: bool,
    now_s: float,
) -> photographs.Photograph:
    """Keep a photograph of an event; the same one twice is there once. keep_place : where it was
    taken too, where the camera says so.

    Raises
    ------
    NotFound
        If the log has no such event (yet).
    FieldError
        For what is no picture, more than ``MOST``, or where there is no room on the disk.
    """
    if not events.there(conn, event_id):
        raise NotFound("event_id", "event in the log", event_id)
    made = picture_of(data)
    mine = photographs.of_events(conn, [event_id])
    if len(mine) >= MOST and all(one["file"] != made.name for one in mine):
        raise FieldError("photograph", f"`photograph` must be one of at most {MOST} of the same"
                                       " event: take one out first")
    try:
        photographs.keep(database, made.name, made.large, made.small)
    except OSError as error:
        raise FieldError("photograph", f"`photograph` cannot be kept ({error.strerror}): make room"
                                       " beside the database, and bring it again") from error
    with whole(conn, "photograph"):
        row_id = photographs.put(conn, event_id, made.name, made.size,
                                 made.place if keep_place else None)
    let_go(conn, database, now_s)
    return found(conn, row_id)


def found(conn: sqlite3.Connection, row_id: int) -> photographs.Photograph:
    """One by its id, or NotFound."""
    row = photographs.get(conn, row_id)
    if row is None:
        raise NotFound("row_id", "photograph", row_id)
    return row


def picture(conn: sqlite3.Connection, database: Path, row_id: int, small: bool) -> bytes:
    """Its picture, JPEG; NotFound where the file is not there."""
    row = found(conn, row_id)
    try:
        return photographs.path_of(database, row["file"], small).read_bytes()
    except OSError as error:
        raise NotFound("row_id", "picture on this computer of photograph", row_id) from error


def take_out(conn: sqlite3.Connection, row_id: int, now_s: float) -> photographs.Photograph:
    """Take one out; for a day it can be put back."""
    found(conn, row_id)
    with whole(conn, "photograph"):
        photographs.take_out(conn, row_id, now_s)
    return found(conn, row_id)


def put_back(conn: sqlite3.Connection, row_id: int) -> photographs.Photograph:
    """Put back what was taken out."""
    found(conn, row_id)
    with whole(conn, "photograph"):
        photographs.take_out(conn, row_id, None)
    return found(conn, row_id)


def let_go(conn: sqlite3.Connection, database: Path, now_s: float) -> None:
    """Delete what was taken out, or whose event was, more than a day ago: row first, so that no
    row is ever without its picture."""
    with whole(conn, "photograph"):
        files = photographs.forget(conn, now_s)
    photographs.let_go(database, files)


def small(database: Path, of: Iterable[photographs.Photograph]) -> dict[int, bytes]:
    """The small pictures of some, by their ids; without those that are not there."""
    out = {}
    for one in of:
        path = photographs.path_of(database, one["file"], small=True)
        if path.exists():
            out[one["id"]] = path.read_bytes()
    return out
