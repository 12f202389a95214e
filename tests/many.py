"""A log of many seasons: the demo's own, over and over, further back in time."""

from __future__ import annotations

import sqlite3

SEASON_S = 380 * 86400
FRIEND_S = 5 * 3600
"""Ten seasons at most; more of it is friends who fish them at other hours."""
COLUMNS = ("kind, mark_id, mark_name, head_id, head_name, plastic_id, plastic_name, colour,"
           " retrieve, fish, length_cm, depth_m, surface_speed_m_s, bears_m_s, stage, light,"
           " count_s, expected_s, note, answer")


def grow(conn: sqlite3.Connection, count: int) -> None:
    """Bring the log of a database to about ``count`` events."""
    have = int(conn.execute("SELECT count(*) FROM events").fetchone()[0])
    conn.execute("BEGIN IMMEDIATE")
    conn.execute("CREATE TEMP TABLE season AS SELECT * FROM events")
    for k in range(1, -(-count // have)):
        conn.execute(
            f"INSERT INTO events (id, at_utc_s, {COLUMNS})"
            f" SELECT id || '-{k}', at_utc_s - {k % 10 * SEASON_S + k // 10 * FRIEND_S}, {COLUMNS}"
            " FROM season")
    conn.execute("DROP TABLE season")
    conn.execute("COMMIT")
