"""Table ``lines``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewLine(TypedDict):
    """One line, as stored."""

    name: str
    diameter_mm: float
    strength_kg: float
    kind: str


class Line(NewLine):
    """A row of ``lines``."""

    id: int


def listed(conn: sqlite3.Connection) -> list[Line]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, name, diameter_mm, strength_kg, kind
FROM lines
ORDER BY diameter_mm, id
"""
    )
    return [cast(Line, dict(row)) for row in rows]


def get(conn: sqlite3.Connection, row_id: int) -> Line | None:
    """One row, None where there is none."""
    row = conn.execute(
        """
SELECT
  id, name, diameter_mm, strength_kg, kind
FROM lines
WHERE id = ?
""",
        (row_id,),
    ).fetchone()
    return None if row is None else cast(Line, dict(row))


def add(conn: sqlite3.Connection, new: NewLine) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO lines (
  name, diameter_mm, strength_kg, kind
) VALUES (
  :name, :diameter_mm, :strength_kg, :kind
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewLine) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE lines SET
  name = :name, diameter_mm = :diameter_mm, strength_kg = :strength_kg, kind = :kind
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1
