"""Table ``taught``: what was learned of the events as they are. Triggers take a row away when an
event that it rests on comes, goes or changes."""

from __future__ import annotations

import sqlite3
from typing import Literal, TypedDict, cast

Kind = Literal["sink", "current"]


class Taught(TypedDict):
    """A factor; asked : JSON list of the ids of drops that are to be asked about."""

    kind: str
    key: str
    value: float
    low: float
    high: float
    used: int
    left_out: int
    spread: float
    asked: str


def listed(conn: sqlite3.Connection, kind: Kind) -> dict[str, Taught]:
    """All that stand, by key."""
    rows = conn.execute(
        """
SELECT kind, key, value, low, high, used, left_out, spread, asked
FROM taught
WHERE kind = ?
""",
        (kind,),
    )
    return {row["key"]: cast(Taught, dict(row)) for row in rows}


def put(conn: sqlite3.Connection, row: Taught) -> None:
    """Keep what was learned."""
    conn.execute(
        """
INSERT INTO taught (kind, key, value, low, high, used, left_out, spread, asked)
VALUES (:kind, :key, :value, :low, :high, :used, :left_out, :spread, :asked)
ON CONFLICT (kind, key) DO UPDATE SET
  value = excluded.value, low = excluded.low, high = excluded.high, used = excluded.used,
  left_out = excluded.left_out, spread = excluded.spread, asked = excluded.asked
""",
        row,
    )


def pairs(conn: sqlite3.Connection) -> list[str]:
    """Keys of the head and plastic of all timed drops."""
    rows = conn.execute(
        """
SELECT DISTINCT head_id, plastic_id
FROM events INDEXED BY events_drops
WHERE kind = 'drop' AND head_id IS NOT NULL AND plastic_id IS NOT NULL
"""
    )
    return [f"{row['head_id']}:{row['plastic_id']}" for row in rows]


def places(conn: sqlite3.Connection) -> list[str]:
    """Keys of the marks where a head held or was swept."""
    rows = conn.execute(
        """
SELECT DISTINCT mark_id
FROM events INDEXED BY events_tried
WHERE kind IN ('held', 'swept') AND mark_id IS NOT NULL
"""
    )
    return [f"{row['mark_id']}" for row in rows]
