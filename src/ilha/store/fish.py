"""Table ``fish``: those added, and those shipped as the user has changed them."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class Facts(TypedDict):
    """A fish; ``eats`` and ``minds`` are JSON lists of words."""

    name: str
    scientific: str
    feeds: str
    mouth: str
    hardness: str
    teeth: str
    takes: str
    strength: str
    usual_kg: float
    runs: str
    holds: str
    comfort_low_c: float
    comfort_high_c: float
    forage_low_mm: float
    forage_high_mm: float
    eats: str
    minds: str


class Row(Facts):
    """A row of ``fish``."""

    key: str


def listed(conn: sqlite3.Connection) -> list[Row]:
    """All rows."""
    rows = conn.execute(
        """
SELECT
  key, name, scientific, feeds, mouth, hardness, teeth, takes, strength, usual_kg, runs, holds,
  comfort_low_c, comfort_high_c, forage_low_mm, forage_high_mm, eats, minds
FROM fish
ORDER BY name
"""
    )
    return [cast(Row, dict(row)) for row in rows]


def put(conn: sqlite3.Connection, row: Row) -> None:
    """Store a fish, in place of what was there of its key."""
    conn.execute(
        """
INSERT INTO fish (
  key, name, scientific, feeds, mouth, hardness, teeth, takes, strength, usual_kg, runs, holds,
  comfort_low_c, comfort_high_c, forage_low_mm, forage_high_mm, eats, minds
) VALUES (
  :key, :name, :scientific, :feeds, :mouth, :hardness, :teeth, :takes, :strength, :usual_kg, :runs,
  :holds,
  :comfort_low_c, :comfort_high_c, :forage_low_mm, :forage_high_mm, :eats, :minds
)
ON CONFLICT (key) DO UPDATE SET
  name = excluded.name, scientific = excluded.scientific, feeds = excluded.feeds,
  mouth = excluded.mouth, hardness = excluded.hardness, teeth = excluded.teeth,
  takes = excluded.takes, strength = excluded.strength, usual_kg = excluded.usual_kg,
  runs = excluded.runs,
  holds = excluded.holds, comfort_low_c = excluded.comfort_low_c,
  comfort_high_c = excluded.comfort_high_c, forage_low_mm = excluded.forage_low_mm,
  forage_high_mm = excluded.forage_high_mm, eats = excluded.eats, minds = excluded.minds
""",
        row,
    )


def remove(conn: sqlite3.Connection, key: str) -> bool:
    """Remove a row; whether there was one."""
    return conn.execute("DELETE FROM fish WHERE key = ?", (key,)).rowcount > 0
