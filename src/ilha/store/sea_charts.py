"""Table ``sea_charts``: what was brought in to draw the water with, one row a file."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class SeaChart(TypedDict):
    """A file's shapes, as JSON."""

    id: int
    name: str
    features: str


def listed(conn: sqlite3.Connection) -> list[SeaChart]:
    """All of them, as they came."""
    return [cast(SeaChart, dict(row)) for row in conn.execute(
        "SELECT id, name, features FROM sea_charts ORDER BY id")]


def get(conn: sqlite3.Connection, row_id: int) -> SeaChart | None:
    """One row, None where there is none."""
    row = conn.execute(
        "SELECT id, name, features FROM sea_charts WHERE id = ?", (row_id,)).fetchone()
    return None if row is None else cast(SeaChart, dict(row))


def add(conn: sqlite3.Connection, name: str, features: str) -> int:
    """Insert a row; returns its id."""
    return int(conn.execute("INSERT INTO sea_charts (name, features) VALUES (?, ?)",
                            (name, features)).lastrowid or 0)
