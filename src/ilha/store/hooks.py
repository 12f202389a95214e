"""Table ``hooks``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewHook(TypedDict):
    """One kind of loose hook."""

    kind: str
    size: str
    mass_g: float
    straight_mm: float
    gape_mm: float
    wire_mm: float
    carried: int
    price: float | None


class Hook(NewHook):
    """A row of ``hooks``."""

    id: int


def listed(conn: sqlite3.Connection) -> list[Hook]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, kind, size, mass_g, straight_mm, gape_mm, wire_mm, carried, price
FROM hooks
ORDER BY kind, gape_mm, id
"""
    )
    return [cast(Hook, dict(row)) for row in rows]


def add(conn: sqlite3.Connection, new: NewHook) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO hooks (
  kind, size, mass_g, straight_mm, gape_mm, wire_mm, carried, price
) VALUES (
  :kind, :size, :mass_g, :straight_mm, :gape_mm, :wire_mm, :carried, :price
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewHook) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE hooks SET
  kind = :kind, size = :size, mass_g = :mass_g, straight_mm = :straight_mm, gape_mm = :gape_mm,
  wire_mm = :wire_mm, carried = :carried, price = :price
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1
