"""Table ``rods``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewRod(TypedDict):
    """One rod with its rating and a cast it was seen to make, or, ``cast_assumed`` 1, one that is
    usual of its rating, as stored."""

    name: str
    lure_min_g: float
    lure_max_g: float
    effective_mass_g: float
    cast_mass_g: float
    cast_distance_m: float
    cast_line_mm: float
    cast_drag_cm2: float
    length_m: float | None
    cast_assumed: int


class Rod(NewRod):
    """A row of ``rods``."""

    id: int


def listed(conn: sqlite3.Connection) -> list[Rod]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, name, lure_min_g, lure_max_g, effective_mass_g, cast_mass_g, cast_distance_m,
  cast_line_mm, cast_drag_cm2, length_m, cast_assumed
FROM rods
ORDER BY lure_max_g, id
"""
    )
    return [cast(Rod, dict(row)) for row in rows]


def get(conn: sqlite3.Connection, row_id: int) -> Rod | None:
    """One row, None where there is none."""
    row = conn.execute(
        """
SELECT
  id, name, lure_min_g, lure_max_g, effective_mass_g, cast_mass_g, cast_distance_m,
  cast_line_mm, cast_drag_cm2, length_m, cast_assumed
FROM rods
WHERE id = ?
""",
        (row_id,),
    ).fetchone()
    return None if row is None else cast(Rod, dict(row))


def add(conn: sqlite3.Connection, new: NewRod) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO rods (
  name, lure_min_g, lure_max_g, effective_mass_g, cast_mass_g, cast_distance_m,
  cast_line_mm, cast_drag_cm2, length_m, cast_assumed
) VALUES (
  :name, :lure_min_g, :lure_max_g, :effective_mass_g, :cast_mass_g, :cast_distance_m,
  :cast_line_mm, :cast_drag_cm2, :length_m, :cast_assumed
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewRod) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE rods SET
  name = :name, lure_min_g = :lure_min_g, lure_max_g = :lure_max_g, effective_mass_g =
  :effective_mass_g, cast_mass_g = :cast_mass_g, cast_distance_m = :cast_distance_m, cast_line_mm
  = :cast_line_mm, cast_drag_cm2 = :cast_drag_cm2, length_m = :length_m,
  cast_assumed = :cast_assumed
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1
