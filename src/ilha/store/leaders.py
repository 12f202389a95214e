"""Table ``leaders``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewLeader(TypedDict):
    """One spool of leader: what is left on it, and what a metre costs."""

    name: str
    material: str
    diameter_mm: float
    strength_kg: float
    left_m: float | None
    price_m: float | None


class Leader(NewLeader):
    """A row of ``leaders``."""

    id: int


def listed(conn: sqlite3.Connection) -> list[Leader]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, name, material, diameter_mm, strength_kg, left_m, price_m
FROM leaders
ORDER BY strength_kg, id
"""
    )
    return [cast(Leader, dict(row)) for row in rows]


def add(conn: sqlite3.Connection, new: NewLeader) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO leaders (
  name, material, diameter_mm, strength_kg, left_m, price_m
) VALUES (
  :name, :material, :diameter_mm, :strength_kg, :left_m, :price_m
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewLeader) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE leaders SET
  name = :name, material = :material, diameter_mm = :diameter_mm, strength_kg = :strength_kg,
  left_m = :left_m, price_m = :price_m
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1
