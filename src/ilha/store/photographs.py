"""Table ``photographs``, and the pictures beside the database.

A picture's name is a hash of what is in it: the same one comes twice to the same place, and a row
that is written after its picture never points at half of one.
"""

from __future__ import annotations

import json
import os
import sqlite3
from collections.abc import Iterable
from pathlib import Path
from typing import TypedDict, cast
from uuid import uuid4

from ilha.store import db

KEPT_S = 86400.0
"""So long a photograph that was taken out can be put back."""


class Photograph(TypedDict):
    """Of an event; file is its picture's name. gone_utc_s : when it was taken out, None where it
    was not; alone_utc_s : the same of its event, when that was first seen."""

    id: int
    event_id: str
    file: str
    width: int
    height: int
    latitude_deg: float | None
    longitude_deg: float | None
    gone_utc_s: float | None
    alone_utc_s: float | None


def listed(conn: sqlite3.Connection) -> list[Photograph]:
    """All of them, those taken out too."""
    rows = conn.execute("SELECT * FROM photographs ORDER BY id")
    return [cast(Photograph, dict(row)) for row in rows]


def get(conn: sqlite3.Connection, row_id: int) -> Photograph | None:
    """One by its id, whether it was taken out or not."""
    row = conn.execute("SELECT * FROM photographs WHERE id = ?", (row_id,)).fetchone()
    return None if row is None else cast(Photograph, dict(row))


def of_events(conn: sqlite3.Connection, ids: Iterable[str]) -> list[Photograph]:
    """Of some events, without those taken out, in the order in which they came."""
    rows = conn.execute("""
SELECT * FROM photographs
WHERE event_id IN (SELECT value FROM json_each(?)) AND gone_utc_s IS NULL
ORDER BY id
""", (json.dumps(list(ids)),))
    return [cast(Photograph, dict(row)) for row in rows]


def put(
    conn: sqlite3.Connection, event_id: str, file: str, size: tuple[int, int],
    place: tuple[float, float] | None,
) -> int:
    """Insert one; returns its id. One that is there already is there once, and not taken out."""
    latitude, longitude = place or (None, None)
    row = conn.execute(
        """
INSERT INTO photographs (event_id, file, width, height, latitude_deg, longitude_deg)
VALUES (?, ?, ?, ?, ?, ?)
ON CONFLICT (event_id, file) DO UPDATE SET
  gone_utc_s = NULL, latitude_deg = excluded.latitude_deg, longitude_deg = excluded.longitude_deg
RETURNING id
""",
        (event_id, file, *size, latitude, longitude)).fetchone()
    return int(row["id"])


def take_out(conn: sqlite3.Connection, row_id: int, at_utc_s: float | None) -> None:
    """Take one out at an instant, or (None) put it back."""
    conn.execute("UPDATE photographs SET gone_utc_s = ? WHERE id = ?", (at_utc_s, row_id))


def follow(conn: sqlite3.Connection, was: str, event_id: str) -> None:
    """The photographs of one event become those of another, which stands for it."""
    conn.execute("""
UPDATE OR IGNORE photographs SET event_id = ?, alone_utc_s = NULL WHERE event_id = ?
""", (event_id, was))


def forget(conn: sqlite3.Connection, now_s: float) -> list[str]:
    """Delete the rows of what was taken out, or whose event was, more than ``KEPT_S`` ago; returns
    the names of pictures that no row has any more."""
    conn.execute("""
UPDATE photographs
SET alone_utc_s = CASE WHEN event_id IN (SELECT id FROM events) THEN NULL
                  ELSE ifnull(alone_utc_s, ?) END
""", (now_s,))
    since = now_s - KEPT_S
    gone = conn.execute("SELECT id, file FROM photographs WHERE gone_utc_s < ? OR alone_utc_s < ?",
                        (since, since)).fetchall()
    conn.executemany("DELETE FROM photographs WHERE id = ?", [(row["id"],) for row in gone])
    return [name for name in {row["file"] for row in gone} if conn.execute(
        "SELECT 1 FROM photographs WHERE file = ?", (name,)).fetchone() is None]


def folder(database: Path) -> Path:
    """Where the pictures of a database lie."""
    return database.with_name(f"{database.stem}-photographs")


def path_of(database: Path, file: str, small: bool = False) -> Path:
    """A picture's own path; whether it is there is not said."""
    return folder(database) / f"{file}{'-small' if small else ''}.jpg"


def keep(database: Path, file: str, picture: bytes, small: bytes) -> None:
    """Write a picture and its small one; both are on the disk, whole, when this returns.

    Raises
    ------
    OSError
        If they cannot be written: then there is nothing, or what was there before.
    """
    here = folder(database)
    here.mkdir(mode=db.PRIVATE_FOLDER, exist_ok=True)
    for to, data in ((path_of(database, file, small=True), small),
                     (path_of(database, file), picture)):
        # The same picture may come twice at once.
        part = to.with_suffix(f".{uuid4().hex}.part")
        try:
            with open(os.open(part, os.O_CREAT | os.O_WRONLY | os.O_TRUNC, db.PRIVATE), "wb") as f:
                f.write(data)
                f.flush()
                os.fsync(f.fileno())
            os.replace(part, to)
        except BaseException:
            part.unlink(missing_ok=True)
            raise
    db.settle(here)


def let_go(database: Path, files: Iterable[str]) -> None:
    """Delete pictures."""
    for file in files:
        for small in (True, False):
            path_of(database, file, small).unlink(missing_ok=True)


def copied(database: Path, to: Path, files: Iterable[str]) -> int:
    """Copy pictures to where a copy of the database has its own; how many there were to copy."""
    n = 0
    for file in files:
        large, small = path_of(database, file), path_of(database, file, small=True)
        if large.exists() and small.exists():
            keep(to, file, large.read_bytes(), small.read_bytes())
            n += 1
    return n
