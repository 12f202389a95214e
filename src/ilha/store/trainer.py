"""Table ``trainer``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class Standing(TypedDict):
    """How one fault stands; asked and missed count since the beginning."""

    code: str
    box: int
    due_utc_s: float
    asked: int
    missed: int


def listed(conn: sqlite3.Connection) -> list[Standing]:
    """All faults met so far."""
    rows = conn.execute("SELECT code, box, due_utc_s, asked, missed FROM trainer ORDER BY code")
    return [cast(Standing, dict(row)) for row in rows]


def put(conn: sqlite3.Connection, row: Standing) -> None:
    """Store how a fault stands."""
    conn.execute(
        """
INSERT INTO trainer (code, box, due_utc_s, asked, missed)
VALUES (:code, :box, :due_utc_s, :asked, :missed)
ON CONFLICT (code) DO UPDATE SET
  box = excluded.box, due_utc_s = excluded.due_utc_s, asked = excluded.asked,
  missed = excluded.missed
""",
        row,
    )
