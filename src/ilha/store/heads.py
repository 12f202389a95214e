"""Table ``heads``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewHead(TypedDict):
    """One jig head in the box, as stored; ``weighed`` tells a scale's mass from the printed one;
    ``carried`` holds from ``counted_utc_s``, the log takes off what was lost since."""

    printed_oz: float | None
    mass_g: float
    weighed: int
    shape: str
    material: str
    density_g_cm3: float
    hook_size: str
    hook_mass_g: float
    hook_gape_mm: float
    hook_straight_mm: float
    hook_wire_mm: float
    hook_measured: int
    keeper: str
    keeper_takes_mm: float
    weight_x_mm: float | None
    extra_drag_cm2: float
    carried: int
    price: float | None
    counted_utc_s: float
    colour: str
    plastic_id: int | None


class Head(NewHead):
    """A row of ``heads``."""

    id: int


def measure_hook(
    conn: sqlite3.Connection, row_id: int, straight_mm: float, gape_mm: float, wire_mm: float
) -> bool:
    """Put measured dimensions of a head's hook in place of typical ones; whether there was one."""
    cursor = conn.execute(
        """
UPDATE heads
SET hook_straight_mm = ?, hook_gape_mm = ?, hook_wire_mm = ?, hook_measured = 1
WHERE id = ?
""",
        (straight_mm, gape_mm, wire_mm, row_id),
    )
    return cursor.rowcount == 1


def listed(conn: sqlite3.Connection) -> list[Head]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, printed_oz, mass_g, weighed, shape, material, density_g_cm3, hook_size,
  hook_mass_g, hook_gape_mm, hook_straight_mm, hook_wire_mm, hook_measured, keeper,
  keeper_takes_mm, weight_x_mm, extra_drag_cm2, carried, price,
  counted_utc_s, colour, plastic_id
FROM heads
ORDER BY mass_g, id
"""
    )
    return [cast(Head, dict(row)) for row in rows]


def get(conn: sqlite3.Connection, row_id: int) -> Head | None:
    """One row, None where there is none."""
    row = conn.execute(
        """
SELECT
  id, printed_oz, mass_g, weighed, shape, material, density_g_cm3, hook_size,
  hook_mass_g, hook_gape_mm, hook_straight_mm, hook_wire_mm, hook_measured, keeper,
  keeper_takes_mm, weight_x_mm, extra_drag_cm2, carried, price,
  counted_utc_s, colour, plastic_id
FROM heads
WHERE id = ?
""",
        (row_id,),
    ).fetchone()
    return None if row is None else cast(Head, dict(row))


def add(conn: sqlite3.Connection, new: NewHead) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO heads (
  printed_oz, mass_g, weighed, shape, material, density_g_cm3, hook_size, hook_mass_g,
  hook_gape_mm, hook_straight_mm, hook_wire_mm, hook_measured, keeper, keeper_takes_mm,
  weight_x_mm, extra_drag_cm2, carried, price, counted_utc_s, colour, plastic_id
) VALUES (
  :printed_oz, :mass_g, :weighed, :shape, :material, :density_g_cm3, :hook_size,
  :hook_mass_g, :hook_gape_mm, :hook_straight_mm, :hook_wire_mm, :hook_measured,
  :keeper, :keeper_takes_mm, :weight_x_mm, :extra_drag_cm2, :carried, :price,
  :counted_utc_s, :colour, :plastic_id
)
""",
        new,
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewHead) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE heads SET
  printed_oz = :printed_oz, mass_g = :mass_g, weighed = :weighed, shape = :shape,
  material = :material, density_g_cm3 = :density_g_cm3, hook_size = :hook_size,
  hook_mass_g = :hook_mass_g, hook_gape_mm = :hook_gape_mm, hook_straight_mm = :hook_straight_mm,
  hook_wire_mm = :hook_wire_mm, hook_measured = :hook_measured, keeper = :keeper,
  keeper_takes_mm = :keeper_takes_mm, weight_x_mm = :weight_x_mm,
  extra_drag_cm2 = :extra_drag_cm2, carried = :carried, price = :price,
  counted_utc_s = :counted_utc_s, colour = :colour, plastic_id = :plastic_id
WHERE id = :id
""",
        {**new, "id": row_id},
    )
    return cursor.rowcount == 1


def weigh(conn: sqlite3.Connection, row_id: int, mass_g: float, weighed: int) -> bool:
    """Put what the scale says in place of what is printed, or back; whether there was one."""
    cursor = conn.execute(
        "UPDATE heads SET mass_g = ?, weighed = ? WHERE id = ?", (mass_g, weighed, row_id))
    return cursor.rowcount == 1
