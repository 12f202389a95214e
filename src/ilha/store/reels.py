"""Table ``reels``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewReel(TypedDict):
    """One reel; line_per_turn_cm : as measured with a usual fill."""

    name: str
    line_per_turn_cm: float
    drag_max_kg: float | None


class Reel(NewReel):
    """A row of ``reels``."""

    id: int


def listed(conn: sqlite3.Connection) -> list[Reel]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, name, line_per_turn_cm, drag_max_kg
FROM reels
ORDER BY name, id
"""
    )
    return [cast(Reel, dict(row)) for row in rows]


def add(conn: sqlite3.Connection, new: NewReel) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO reels (
  name, line_per_turn_cm, drag_max_kg
) VALUES (
  :name, :line_per_turn_cm, :drag_max_kg
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewReel) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE reels SET
  name = :name, line_per_turn_cm = :line_per_turn_cm, drag_max_kg = :drag_max_kg
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1
