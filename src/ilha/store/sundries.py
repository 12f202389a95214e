"""Table ``sundries``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewSundry(TypedDict):
    """Anything else that is carried."""

    name: str
    carried: int
    price: float | None
    note: str


class Sundry(NewSundry):
    """A row of ``sundries``."""

    id: int


def listed(conn: sqlite3.Connection) -> list[Sundry]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, name, carried, price, note
FROM sundries
ORDER BY name, id
"""
    )
    return [cast(Sundry, dict(row)) for row in rows]


def add(conn: sqlite3.Connection, new: NewSundry) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO sundries (
  name, carried, price, note
) VALUES (
  :name, :carried, :price, :note
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewSundry) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE sundries SET
  name = :name, carried = :carried, price = :price, note = :note
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1
