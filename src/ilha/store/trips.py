"""Table ``trips``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class Trip(TypedDict):
    """A trip: its local date, and what was asked and what was planned of it, as JSON."""

    id: int
    date: str
    asked: str
    changed_utc_s: float
    planned: str | None


def listed(conn: sqlite3.Connection) -> list[Trip]:
    """All trips, the last day first."""
    return [cast(Trip, dict(row)) for row in conn.execute(
        "SELECT id, date, asked, changed_utc_s, planned FROM trips ORDER BY date DESC, id DESC")]


def get(conn: sqlite3.Connection, row_id: int) -> Trip | None:
    """One trip, None where there is none."""
    row = conn.execute(
        "SELECT id, date, asked, changed_utc_s, planned FROM trips WHERE id = ?",
        (row_id,)).fetchone()
    return None if row is None else cast(Trip, dict(row))


def add(conn: sqlite3.Connection, date: str, asked: str, at_s: float) -> int:
    """Insert a trip; returns its id."""
    return int(conn.execute("INSERT INTO trips (date, asked, changed_utc_s) VALUES (?, ?, ?)",
                            (date, asked, at_s)).lastrowid or 0)


def change(conn: sqlite3.Connection, row_id: int, date: str, asked: str, at_s: float) -> None:
    """Ask something else of a trip: what was planned was of another question."""
    conn.execute(
        "UPDATE trips SET date = ?, asked = ?, changed_utc_s = ?, planned = NULL WHERE id = ?",
        (date, asked, at_s, row_id))


def plan(conn: sqlite3.Connection, row_id: int, planned: str) -> None:
    """Keep what was planned of a trip."""
    conn.execute("UPDATE trips SET planned = ? WHERE id = ?", (planned, row_id))
