"""Table ``events``: the log of the water."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class Event(TypedDict):
    """One thing that happened. depth, current and counts as computed when it did."""

    id: str
    kind: str
    at_utc_s: float
    mark_id: int | None
    mark_name: str
    head_id: int | None
    head_name: str
    plastic_id: int | None
    plastic_name: str
    colour: str
    retrieve: str
    fish: str | None
    length_cm: float | None
    depth_m: float | None
    surface_speed_m_s: float | None
    bears_m_s: float | None
    stage: str | None
    light: str | None
    count_s: float | None
    expected_s: float | None
    note: str
    answer: str | None


def put(conn: sqlite3.Connection, event: Event) -> None:
    """Insert an event; one of its id that is there already is what was sent before: it stays, but
    for what is added to it later."""
    conn.execute(
        """
INSERT INTO events (
  id, kind, at_utc_s, mark_id, mark_name, head_id, head_name, plastic_id, plastic_name, colour,
  retrieve, fish, length_cm, depth_m, surface_speed_m_s, bears_m_s, stage, light, count_s,
  expected_s, note, answer
) VALUES (
  :id, :kind, :at_utc_s, :mark_id, :mark_name, :head_id, :head_name, :plastic_id, :plastic_name,
  :colour, :retrieve, :fish, :length_cm, :depth_m, :surface_speed_m_s, :bears_m_s, :stage, :light,
  :count_s, :expected_s, :note, :answer
)
ON CONFLICT (id) DO UPDATE SET
  fish = excluded.fish, length_cm = excluded.length_cm, note = excluded.note,
  answer = excluded.answer
""",
        event,
    )


def remove(conn: sqlite3.Connection, event_id: str) -> None:
    """Remove an event, if it is there."""
    conn.execute("DELETE FROM events WHERE id = ?", (event_id,))


def get(conn: sqlite3.Connection, event_id: str) -> Event:
    """An event that is there."""
    return cast(Event, dict(conn.execute(
        "SELECT * FROM events WHERE id = ?", (event_id,)).fetchone()))


def listed(
    conn: sqlite3.Connection, from_s: float = 0.0, to_s: float = 1e11
) -> list[Event]:
    """Events between two instants, the first first."""
    rows = conn.execute(
        """
SELECT
  id, kind, at_utc_s, mark_id, mark_name, head_id, head_name, plastic_id, plastic_name, colour,
  retrieve, fish, length_cm, depth_m, surface_speed_m_s, bears_m_s, stage, light, count_s,
  expected_s, note, answer
FROM events
WHERE at_utc_s BETWEEN ? AND ?
ORDER BY at_utc_s, id
""",
        (from_s, to_s),
    )
    return [cast(Event, dict(row)) for row in rows]


class Drop(TypedDict):
    """A timed drop of one head and plastic. answer : why it came out otherwise than computed."""

    id: str
    answer: str | None
    head_id: int
    plastic_id: int
    at_utc_s: float
    count_s: float
    expected_s: float


def drops(conn: sqlite3.Connection) -> list[Drop]:
    """All timed drops with a computed count beside them."""
    rows = conn.execute(
        """
SELECT id, answer, head_id, plastic_id, at_utc_s, count_s, expected_s
FROM events
WHERE kind = 'drop' AND head_id IS NOT NULL AND plastic_id IS NOT NULL
  AND count_s >= 1 AND expected_s >= 1
ORDER BY at_utc_s
"""
    )
    return [cast(Drop, dict(row)) for row in rows]


def deeper(conn: sqlite3.Connection) -> list[Event]:
    """Timed drops of which it was said that the mark is deeper than was thought."""
    rows = conn.execute(
        """
SELECT * FROM events
WHERE kind = 'drop' AND answer = 'deeper' AND mark_id IS NOT NULL AND depth_m IS NOT NULL
  AND count_s >= 1 AND expected_s >= 1
ORDER BY at_utc_s
"""
    )
    return [cast(Event, dict(row)) for row in rows]


def answer(conn: sqlite3.Connection, event_id: str, why: str) -> None:
    """Why a drop came out otherwise than computed."""
    conn.execute("UPDATE events SET answer = ? WHERE id = ?", (why, event_id))


def forget_depth(conn: sqlite3.Connection, mark_id: int) -> None:
    """What was said of a mark's depth was wrong: those drops count for nothing."""
    conn.execute(
        "UPDATE events SET answer = 'slip' WHERE kind = 'drop' AND answer = 'deeper'"
        " AND mark_id = ?", (mark_id,))


class Tried(TypedDict):
    """A head that held or was swept at a mark."""

    mark_id: int
    at_utc_s: float
    kind: str
    surface_speed_m_s: float
    bears_m_s: float


def tried(conn: sqlite3.Connection) -> list[Tried]:
    """All heads that held or were swept where a current was predicted."""
    rows = conn.execute(
        """
SELECT mark_id, at_utc_s, kind, surface_speed_m_s, bears_m_s
FROM events
WHERE kind IN ('held', 'swept') AND mark_id IS NOT NULL
  AND surface_speed_m_s > 0.02 AND bears_m_s > 0.02
ORDER BY at_utc_s
"""
    )
    return [cast(Tried, dict(row)) for row in rows]


class Learned(TypedDict):
    """How a factor is held: fast at a value, or learned afresh since an instant."""

    kind: str
    key: str
    frozen: float | None
    since_utc_s: float | None


def learned(conn: sqlite3.Connection) -> list[Learned]:
    """All that is held."""
    rows = conn.execute("SELECT kind, key, frozen, since_utc_s FROM learned ORDER BY kind, key")
    return [cast(Learned, dict(row)) for row in rows]


def put_learned(conn: sqlite3.Connection, row: Learned) -> None:
    """Hold a factor."""
    conn.execute(
        """
INSERT INTO learned (kind, key, frozen, since_utc_s)
VALUES (:kind, :key, :frozen, :since_utc_s)
ON CONFLICT (kind, key) DO UPDATE SET
  frozen = excluded.frozen, since_utc_s = excluded.since_utc_s
""",
        row,
    )


def clear_learned(conn: sqlite3.Connection, kind: str, key: str) -> None:
    """Let go of a factor."""
    conn.execute("DELETE FROM learned WHERE kind = ? AND key = ?", (kind, key))
