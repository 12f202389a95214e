"""Table ``events``: the log of the water."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable
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


def undo(conn: sqlite3.Connection, event_id: str) -> None:
    """Remove an event for good, whether it has come already or not: it is not put again."""
    remove(conn, event_id)
    conn.execute("INSERT INTO gone (id) VALUES (?) ON CONFLICT (id) DO NOTHING", (event_id,))


def undone(conn: sqlite3.Connection, ids: Iterable[str]) -> set[str]:
    """Which of some ids were undone."""
    return {event_id for event_id in ids if conn.execute(
        "SELECT 1 FROM gone WHERE id = ?", (event_id,)).fetchone()}


def all_undone(conn: sqlite3.Connection) -> list[str]:
    """Ids of all events that were undone."""
    return [row["id"] for row in conn.execute("SELECT id FROM gone ORDER BY id")]


def there(conn: sqlite3.Connection, event_id: str) -> bool:
    """Whether the log has an event."""
    return conn.execute("SELECT 1 FROM events WHERE id = ?", (event_id,)).fetchone() is not None


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


def before(
    conn: sqlite3.Connection, at_utc_s: float, event_id: str, most: int
) -> list[Event]:
    """The last events before one, the last first."""
    rows = conn.execute(
        """
SELECT
  id, kind, at_utc_s, mark_id, mark_name, head_id, head_name, plastic_id, plastic_name, colour,
  retrieve, fish, length_cm, depth_m, surface_speed_m_s, bears_m_s, stage, light, count_s,
  expected_s, note, answer
FROM events
WHERE (at_utc_s, id) < (?, ?)
ORDER BY at_utc_s DESC, id DESC
LIMIT ?
""",
        (at_utc_s, event_id, most),
    )
    return [cast(Event, dict(row)) for row in rows]


Word = tuple[str, float, float | None]
"""Of an event what its trip is made of: in one text all that is words, instant (s UTC), depth
(m)."""
SPLIT = "\x1f"
TOLD = ("kind", "place", "head", "plastic", "colour", "retrieve", "stage", "light")
"""What the text has, one after the other between ``SPLIT``, which no name can hold: a log of many
seasons has few different ones, and is read by them."""


def words(conn: sqlite3.Connection) -> list[Word]:
    """Of all events, the first first."""
    cursor = conn.cursor()
    cursor.row_factory = None
    return cursor.execute(
        """
SELECT
  kind || char(31) || mark_name || char(31) || head_name || char(31) || plastic_name || char(31)
  || colour || char(31) || retrieve || char(31) || coalesce(stage, '') || char(31)
  || coalesce(light, ''),
  at_utc_s, depth_m
FROM events INDEXED BY events_words
ORDER BY at_utc_s, id
"""
    ).fetchall()


def word(event: Event) -> Word:
    """As :func:`words` has it."""
    told = (event["kind"], event["mark_name"], event["head_name"], event["plastic_name"],
            event["colour"], event["retrieve"], event["stage"] or "", event["light"] or "")
    return SPLIT.join(told), event["at_utc_s"], event["depth_m"]


def lost(conn: sqlite3.Connection) -> list[Event]:
    """Rigs that were lost, the first first."""
    rows = conn.execute("SELECT * FROM events WHERE kind = 'lost' ORDER BY at_utc_s, id")
    return [cast(Event, dict(row)) for row in rows]


def last(conn: sqlite3.Connection) -> str | None:
    """The id of some event; None where nothing was logged."""
    row = conn.execute("SELECT id FROM events LIMIT 1").fetchone()
    return None if row is None else str(row["id"])


class Drop(TypedDict):
    """A timed drop of one head and plastic. answer : why it came out otherwise than computed."""

    id: str
    answer: str | None
    head_id: int
    plastic_id: int
    at_utc_s: float
    count_s: float
    expected_s: float


def drops(
    conn: sqlite3.Connection, head_id: int, plastic_id: int, most: int = -1
) -> list[Drop]:
    """The timed drops of a head and a plastic with a computed count beside them, the first first.
    most : so many of the last; -1: all."""
    rows = conn.execute(
        """
SELECT id, answer, head_id, plastic_id, at_utc_s, count_s, expected_s
FROM events
WHERE kind = 'drop' AND head_id = ? AND plastic_id = ? AND count_s >= 1 AND expected_s >= 1
ORDER BY at_utc_s DESC
LIMIT ?
""",
        (head_id, plastic_id, most),
    )
    return [cast(Drop, dict(row)) for row in rows][::-1]


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


def tried(conn: sqlite3.Connection, mark_id: int, most: int = -1) -> list[Tried]:
    """Heads that held or were swept at a mark where a current was predicted; as :func:`drops`."""
    rows = conn.execute(
        """
SELECT mark_id, at_utc_s, kind, surface_speed_m_s, bears_m_s
FROM events
WHERE kind IN ('held', 'swept') AND mark_id = ?
  AND surface_speed_m_s > 0.02 AND bears_m_s > 0.02
ORDER BY at_utc_s DESC
LIMIT ?
""",
        (mark_id, most),
    )
    return [cast(Tried, dict(row)) for row in rows][::-1]


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
