"""Table ``weights``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewWeight(TypedDict):
    """One kind of loose weight: nails, bullets, sinkers."""

    kind: str
    mass_g: float
    material: str
    carried: int
    price: float | None


class Weight(NewWeight):
    """A row of ``weights``."""

    id: int


def listed(conn: sqlite3.Connection) -> list[Weight]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, kind, mass_g, material, carried, price
FROM weights
ORDER BY kind, mass_g, id
"""
    )
    return [cast(Weight, dict(row)) for row in rows]


def add(conn: sqlite3.Connection, new: NewWeight) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO weights (
  kind, mass_g, material, carried, price
) VALUES (
  :kind, :mass_g, :material, :carried, :price
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewWeight) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE weights SET
  kind = :kind, mass_g = :mass_g, material = :material, carried = :carried, price = :price
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1
