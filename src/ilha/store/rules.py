"""Tables ``rule_changes`` and ``own_rules``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class Change(TypedDict):
    """What was changed of a rule; weight None: as it ships."""

    key: str
    is_on: int
    weight: float | None


class Own(TypedDict):
    """A rule of the user's own; ``body`` is JSON."""

    id: int
    body: str


def changes(conn: sqlite3.Connection) -> list[Change]:
    """All changes."""
    rows = conn.execute("SELECT key, is_on, weight FROM rule_changes ORDER BY key")
    return [cast(Change, dict(row)) for row in rows]


def put_change(conn: sqlite3.Connection, change: Change) -> None:
    """Store a change in place of an earlier one."""
    conn.execute(
        """
INSERT INTO rule_changes (key, is_on, weight)
VALUES (:key, :is_on, :weight)
ON CONFLICT (key) DO UPDATE SET is_on = excluded.is_on, weight = excluded.weight
""",
        change,
    )


def clear_change(conn: sqlite3.Connection, key: str) -> None:
    """A rule as it ships again."""
    conn.execute("DELETE FROM rule_changes WHERE key = ?", (key,))


def own(conn: sqlite3.Connection) -> list[Own]:
    """All rules of the user's own."""
    rows = conn.execute("SELECT id, body FROM own_rules ORDER BY id")
    return [cast(Own, dict(row)) for row in rows]


def get_own(conn: sqlite3.Connection, row_id: int) -> Own | None:
    """One, None where there is none."""
    row = conn.execute("SELECT id, body FROM own_rules WHERE id = ?", (row_id,)).fetchone()
    return None if row is None else cast(Own, dict(row))


def add_own(conn: sqlite3.Connection, body: str) -> int:
    """Insert one; returns its id."""
    cursor = conn.execute("INSERT INTO own_rules (body) VALUES (?)", (body,))
    return int(cursor.lastrowid or 0)


def put_own(conn: sqlite3.Connection, row_id: int, body: str) -> None:
    """Change one."""
    conn.execute("UPDATE own_rules SET body = ? WHERE id = ?", (body, row_id))


def remove_own(conn: sqlite3.Connection, row_id: int) -> None:
    """Remove one."""
    conn.execute("DELETE FROM own_rules WHERE id = ?", (row_id,))
