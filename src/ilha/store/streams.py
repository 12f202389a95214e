"""Table ``streams`` and what its rows are made of."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable
from typing import TypedDict, cast


class Stream(TypedDict):
    """Where a stream comes from. form : "constants" (with latitude and mean), "clock", "hours"."""

    id: int
    name: str
    form: str
    latitude_deg: float | None
    mean_m_s: float | None


def listed(conn: sqlite3.Connection) -> list[Stream]:
    """All streams by name."""
    rows = conn.execute(
        "SELECT id, name, form, latitude_deg, mean_m_s FROM streams ORDER BY name")
    return [cast(Stream, dict(row)) for row in rows]


def get(conn: sqlite3.Connection, row_id: int) -> Stream | None:
    """One stream, None where there is none."""
    row = conn.execute(
        "SELECT id, name, form, latitude_deg, mean_m_s FROM streams WHERE id = ?", (row_id,)
    ).fetchone()
    return None if row is None else cast(Stream, dict(row))


def add(
    conn: sqlite3.Connection, name: str, form: str, latitude_deg: float | None = None,
    mean_m_s: float | None = None,
) -> int:
    """Insert a stream; returns its id."""
    cursor = conn.execute(
        "INSERT INTO streams (name, form, latitude_deg, mean_m_s) VALUES (?, ?, ?, ?)",
        (name, form, latitude_deg, mean_m_s),
    )
    return int(cursor.lastrowid or 0)


def remove(conn: sqlite3.Connection, row_id: int) -> bool:
    """Delete a stream; whether there was one. A mark that uses it forbids it."""
    return conn.execute("DELETE FROM streams WHERE id = ?", (row_id,)).rowcount == 1


def put_constants(
    conn: sqlite3.Connection, stream_id: int, waves: dict[str, tuple[float, float]]
) -> None:
    """Store harmonic constants: name to speed (m/s) and Greenwich phase lag (degrees)."""
    conn.executemany(
        """
INSERT INTO stream_constants (stream_id, constituent, speed_m_s, phase_deg)
VALUES (?, ?, ?, ?)
""",
        [(stream_id, name, *wave) for name, wave in waves.items()],
    )


def constants(conn: sqlite3.Connection, stream_id: int) -> dict[str, tuple[float, float]]:
    """A stream's harmonic constants."""
    rows = conn.execute(
        "SELECT constituent, speed_m_s, phase_deg FROM stream_constants WHERE stream_id = ?",
        (stream_id,),
    )
    return {row["constituent"]: (row["speed_m_s"], row["phase_deg"]) for row in rows}


def put_speeds(
    conn: sqlite3.Connection, stream_id: int, speeds: Iterable[tuple[int, float]]
) -> None:
    """Store instants (s UTC) and speeds (m/s, flood positive)."""
    conn.executemany(
        "INSERT INTO stream_speeds (stream_id, time_utc_s, speed_m_s) VALUES (?, ?, ?)",
        [(stream_id, at, speed) for at, speed in speeds],
    )


def speeds(
    conn: sqlite3.Connection, stream_id: int, from_s: int, to_s: int
) -> list[tuple[int, float]]:
    """The speeds between two instants, in order."""
    rows = conn.execute(
        """
SELECT time_utc_s, speed_m_s
FROM stream_speeds
WHERE stream_id = ? AND time_utc_s BETWEEN ? AND ?
ORDER BY time_utc_s
""",
        (stream_id, from_s, to_s),
    )
    return [(row["time_utc_s"], row["speed_m_s"]) for row in rows]


def put_hours(
    conn: sqlite3.Connection, stream_id: int, rows: Iterable[tuple[float, float, float]]
) -> None:
    """Store hours from high water with the rates (m/s) of neaps and springs."""
    conn.executemany(
        """
INSERT INTO stream_hours (stream_id, hour, neap_m_s, spring_m_s)
VALUES (?, ?, ?, ?)
""",
        [(stream_id, *row) for row in rows],
    )


def hours(conn: sqlite3.Connection, stream_id: int) -> list[tuple[float, float, float]]:
    """Hour from high water, rate at neaps and at springs (m/s), in order."""
    rows = conn.execute(
        """
SELECT hour, neap_m_s, spring_m_s
FROM stream_hours
WHERE stream_id = ?
ORDER BY hour
""",
        (stream_id,),
    )
    return [(row["hour"], row["neap_m_s"], row["spring_m_s"]) for row in rows]
