"""What the log took from the box since each kind was last counted."""

from __future__ import annotations

import sqlite3


def heads_lost(conn: sqlite3.Connection) -> dict[int, int]:
    """Rigs lost since each head was counted, by its id; heads that lost none are left out."""
    rows = conn.execute(
        """
SELECT heads.id AS id, COUNT(*) AS lost
FROM heads JOIN events ON events.head_id = heads.id
WHERE events.kind = 'lost' AND events.at_utc_s > heads.counted_utc_s
GROUP BY heads.id
"""
    )
    return {row["id"]: row["lost"] for row in rows}


def plastics_lost(conn: sqlite3.Connection) -> dict[int, int]:
    """As :func:`heads_lost`, of plastics."""
    rows = conn.execute(
        """
SELECT plastics.id AS id, COUNT(*) AS lost
FROM plastics JOIN events ON events.plastic_id = plastics.id
WHERE events.kind = 'lost' AND events.at_utc_s > plastics.counted_utc_s
GROUP BY plastics.id
"""
    )
    return {row["id"]: row["lost"] for row in rows}


def count_head(conn: sqlite3.Connection, row_id: int, counted_utc_s: float) -> bool:
    """Say when a head was counted to be as many as are carried; whether there was one."""
    cursor = conn.execute("UPDATE heads SET counted_utc_s = ? WHERE id = ?",
                          (counted_utc_s, row_id))
    return cursor.rowcount == 1


def count_plastic(conn: sqlite3.Connection, row_id: int, counted_utc_s: float) -> bool:
    """As :func:`count_head`, of a plastic."""
    cursor = conn.execute("UPDATE plastics SET counted_utc_s = ? WHERE id = ?",
                          (counted_utc_s, row_id))
    return cursor.rowcount == 1
