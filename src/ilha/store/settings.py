"""Table ``settings``: one row, what the angler chose last."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class Settings(TypedDict):
    """Units, sheet, school, and the mark, plastic, line and rod last chosen (None: the first)."""

    head_unit: str
    depth_unit: str
    speed_unit: str
    small_unit: str
    temperature_unit: str
    strength_unit: str
    wind_unit: str
    sheet: str
    school: str
    mark_id: int | None
    plastic_id: int | None
    line_id: int | None
    rod_id: int | None
    currency: str


def get(conn: sqlite3.Connection) -> Settings:
    """The settings."""
    row = conn.execute(
        """
SELECT head_unit, depth_unit, speed_unit, small_unit, temperature_unit, wind_unit,
  strength_unit, sheet,
       school, mark_id, plastic_id, line_id, rod_id, currency
FROM settings
WHERE id = 1
"""
    ).fetchone()
    return cast(Settings, dict(row))


def put(conn: sqlite3.Connection, new: Settings) -> None:
    """Replace the settings."""
    conn.execute(
        """
UPDATE settings
SET head_unit = :head_unit, depth_unit = :depth_unit, speed_unit = :speed_unit,
    small_unit = :small_unit, temperature_unit = :temperature_unit, wind_unit = :wind_unit,
    strength_unit = :strength_unit,
    sheet = :sheet, school = :school, mark_id = :mark_id, plastic_id = :plastic_id,
    line_id = :line_id, rod_id = :rod_id, currency = :currency
WHERE id = 1
""",
        new,
    )
