"""Table ``plastics``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewPlastic(TypedDict):
    """One soft plastic in the box, as stored. profile : JSON of a traced outline; None: by look."""

    name: str
    family: str
    look: str
    material: str
    colour: str
    length_mm: float
    body_length_mm: float
    width_mm: float
    height_mm: float
    mass_g: float
    density_g_cm3: float
    extra_drag_cm2: float
    profile: str | None
    weighed: int
    carried: int
    condition: str
    price: float | None
    counted_utc_s: float
    measured: int
    slit: str
    slit_mm: float


class Plastic(NewPlastic):
    """A row of ``plastics``."""

    id: int


def listed(conn: sqlite3.Connection) -> list[Plastic]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, name, family, look, material, colour, length_mm, body_length_mm, width_mm,
  height_mm, mass_g, density_g_cm3, extra_drag_cm2, profile, weighed, carried, condition,
  price, counted_utc_s, measured, slit, slit_mm
FROM plastics
ORDER BY id
"""
    )
    return [cast(Plastic, dict(row)) for row in rows]


def get(conn: sqlite3.Connection, row_id: int) -> Plastic | None:
    """One row, None where there is none."""
    row = conn.execute(
        """
SELECT
  id, name, family, look, material, colour, length_mm, body_length_mm, width_mm,
  height_mm, mass_g, density_g_cm3, extra_drag_cm2, profile, weighed, carried, condition,
  price, counted_utc_s, measured, slit, slit_mm
FROM plastics
WHERE id = ?
""",
        (row_id,),
    ).fetchone()
    return None if row is None else cast(Plastic, dict(row))


def add(conn: sqlite3.Connection, new: NewPlastic) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO plastics (
  name, family, look, material, colour, length_mm, body_length_mm, width_mm, height_mm,
  mass_g, density_g_cm3, extra_drag_cm2, profile, weighed, carried, condition, price,
  counted_utc_s, measured, slit, slit_mm
) VALUES (
  :name, :family, :look, :material, :colour, :length_mm, :body_length_mm, :width_mm,
  :height_mm, :mass_g, :density_g_cm3, :extra_drag_cm2, :profile,
  :weighed, :carried, :condition, :price, :counted_utc_s, :measured,
  :slit, :slit_mm
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewPlastic) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE plastics SET
  name = :name, family = :family, look = :look, material = :material, colour = :colour,
  length_mm = :length_mm, body_length_mm = :body_length_mm, width_mm = :width_mm,
  height_mm = :height_mm, mass_g = :mass_g, density_g_cm3 = :density_g_cm3,
  extra_drag_cm2 = :extra_drag_cm2, profile = :profile, weighed = :weighed, carried = :carried,
  condition = :condition, price = :price, counted_utc_s = :counted_utc_s, measured = :measured,
  slit = :slit, slit_mm = :slit_mm
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1


def weigh(conn: sqlite3.Connection, row_id: int, mass_g: float, weighed: int) -> bool:
    """Put what the scale says in place of what its shape says, or back; whether there was one."""
    cursor = conn.execute(
        "UPDATE plastics SET mass_g = ?, weighed = ? WHERE id = ?", (mass_g, weighed, row_id))
    return cursor.rowcount == 1
