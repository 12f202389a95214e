"""Tables ``tide_ports``, ``tide_events``, ``tide_heights``, ``tide_constants`` and
``tide_differences``."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable
from typing import TypedDict, cast


class Port(TypedDict):
    """A place whose tide is known, with its mean ranges.

    form : "turns", "heights" or "constants"; the last has a latitude and a mean level, and so have
    turns to which constants were fitted. standard_id : of a secondary port, whose tide this is.
    """

    id: int
    name: str
    form: str
    neap_range_m: float
    spring_range_m: float
    latitude_deg: float | None
    mean_level_m: float | None
    residual_m: float | None
    ranges_assumed: int
    standard_id: int | None


class NewDifferences(TypedDict):
    """A secondary port's own: lists as JSON, clocks s of the day in ``time_zone``."""

    port_id: int
    standard_id: int
    time_zone: str
    high_times: str
    low_times: str
    levels_m: str
    heights_m: str


class Event(TypedDict):
    """One high or low water: seconds since 1970 UTC, "high" or "low", height above zero."""

    time_utc_s: int
    kind: str
    height_m: float


def ports(conn: sqlite3.Connection) -> list[Port]:
    """All ports by name."""
    rows = conn.execute(
        """
SELECT id, name, form, neap_range_m, spring_range_m, latitude_deg, mean_level_m,
  residual_m, ranges_assumed, standard_id
FROM tide_ports LEFT JOIN tide_differences ON port_id = id
ORDER BY name
"""
    )
    return [cast(Port, dict(row)) for row in rows]


def port(conn: sqlite3.Connection, port_id: int) -> Port | None:
    """One port, None where there is none."""
    row = conn.execute(
        """
SELECT id, name, form, neap_range_m, spring_range_m, latitude_deg, mean_level_m,
  residual_m, ranges_assumed, standard_id
FROM tide_ports LEFT JOIN tide_differences ON port_id = id
WHERE id = ?
""",
        (port_id,),
    ).fetchone()
    return None if row is None else cast(Port, dict(row))


def add_port(
    conn: sqlite3.Connection, name: str, neap_range_m: float, spring_range_m: float,
    form: str = "turns", latitude_deg: float | None = None, mean_level_m: float | None = None,
    residual_m: float | None = None, ranges_assumed: bool = False,
) -> int:
    """Insert a port; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO tide_ports
  (name, neap_range_m, spring_range_m, form, latitude_deg, mean_level_m, residual_m,
   ranges_assumed)
VALUES (?, ?, ?, ?, ?, ?, ?, ?)
""",
        (name, neap_range_m, spring_range_m, form, latitude_deg, mean_level_m, residual_m,
         int(ranges_assumed)),
    )
    return int(cursor.lastrowid or 0)


def put_ranges(
    conn: sqlite3.Connection, port_id: int, neap_range_m: float, spring_range_m: float,
    assumed: bool
) -> None:
    """Ranges of a port as they are known now."""
    conn.execute(
        """
UPDATE tide_ports SET neap_range_m = ?, spring_range_m = ?, ranges_assumed = ? WHERE id = ?
""",
        (neap_range_m, spring_range_m, int(assumed), port_id),
    )


def put_fit(
    conn: sqlite3.Connection, port_id: int, latitude_deg: float | None,
    fitted: tuple[dict[str, tuple[float, float]], float, float] | None
) -> None:
    """Constants fitted to a port's turns, with mean level and what they leave (m); None: none."""
    conn.execute("DELETE FROM tide_constants WHERE port_id = ?", (port_id,))
    waves, mean, left = fitted or ({}, None, None)
    conn.execute(
        """
UPDATE tide_ports SET latitude_deg = coalesce(?, latitude_deg), mean_level_m = ?, residual_m = ?
WHERE id = ?
""",
        (latitude_deg, mean, left, port_id),
    )
    put_constants(conn, port_id, waves)


def put_differences(conn: sqlite3.Connection, new: NewDifferences) -> None:
    """What makes a port a secondary one."""
    conn.execute(
        """
INSERT INTO tide_differences
  (port_id, standard_id, time_zone, high_times, low_times, levels_m, heights_m)
VALUES (:port_id, :standard_id, :time_zone, :high_times, :low_times, :levels_m, :heights_m)
""",
        new,
    )


def differences(conn: sqlite3.Connection, port_id: int) -> NewDifferences | None:
    """A secondary port's own; None where it is none."""
    row = conn.execute(
        """
SELECT port_id, standard_id, time_zone, high_times, low_times, levels_m, heights_m
FROM tide_differences
WHERE port_id = ?
""",
        (port_id,),
    ).fetchone()
    return None if row is None else cast(NewDifferences, dict(row))


def remove_port(conn: sqlite3.Connection, port_id: int) -> bool:
    """Delete a port and its tide; whether there was one. A mark that uses it forbids it."""
    return conn.execute("DELETE FROM tide_ports WHERE id = ?", (port_id,)).rowcount == 1


def put_heights(
    conn: sqlite3.Connection, port_id: int, heights: Iterable[tuple[int, float]]
) -> None:
    """Store a series of instants (s UTC) and heights (m)."""
    conn.executemany(
        "INSERT INTO tide_heights (port_id, time_utc_s, height_m) VALUES (?, ?, ?)",
        [(port_id, at, height) for at, height in heights],
    )


def heights(
    conn: sqlite3.Connection, port_id: int, from_s: int, to_s: int
) -> list[tuple[int, float]]:
    """The series between two instants, in order."""
    rows = conn.execute(
        """
SELECT time_utc_s, height_m
FROM tide_heights
WHERE port_id = ? AND time_utc_s BETWEEN ? AND ?
ORDER BY time_utc_s
""",
        (port_id, from_s, to_s),
    )
    return [(row["time_utc_s"], row["height_m"]) for row in rows]


def put_constants(
    conn: sqlite3.Connection, port_id: int, waves: dict[str, tuple[float, float]]
) -> None:
    """Store harmonic constants: name to amplitude (m) and Greenwich phase lag (degrees)."""
    conn.executemany(
        """
INSERT INTO tide_constants (port_id, constituent, amplitude_m, phase_deg)
VALUES (?, ?, ?, ?)
""",
        [(port_id, name, *wave) for name, wave in waves.items()],
    )


def constants(conn: sqlite3.Connection, port_id: int) -> dict[str, tuple[float, float]]:
    """A port's harmonic constants."""
    rows = conn.execute(
        "SELECT constituent, amplitude_m, phase_deg FROM tide_constants WHERE port_id = ?",
        (port_id,),
    )
    return {row["constituent"]: (row["amplitude_m"], row["phase_deg"]) for row in rows}


def put_events(conn: sqlite3.Connection, port_id: int, events: Iterable[Event]) -> None:
    """Store high and low waters; one that is there at the same second is replaced."""
    conn.executemany(
        """
INSERT INTO tide_events (port_id, time_utc_s, kind, height_m)
VALUES (:port_id, :time_utc_s, :kind, :height_m)
ON CONFLICT (port_id, time_utc_s) DO UPDATE SET kind = excluded.kind, height_m = excluded.height_m
""",
        [{"port_id": port_id, **event} for event in events],
    )


def clear_events(
    conn: sqlite3.Connection, port_id: int, from_s: float = -1e18, to_s: float = 1e18
) -> None:
    """Forget a port's high and low waters between two instants."""
    conn.execute(
        "DELETE FROM tide_events WHERE port_id = ? AND time_utc_s BETWEEN ? AND ?",
        (port_id, int(from_s), int(to_s)))


def events_around(
    conn: sqlite3.Connection, port_id: int, from_s: int, to_s: int
) -> list[Event]:
    """Events of a span of time with the last one before and the first one after it, by time."""
    rows = conn.execute(
        """
SELECT time_utc_s, kind, height_m
FROM tide_events
WHERE port_id = :port_id
  AND time_utc_s >= coalesce(
    (SELECT max(time_utc_s) FROM tide_events WHERE port_id = :port_id AND time_utc_s <= :from_s),
    :from_s)
  AND time_utc_s <= coalesce(
    (SELECT min(time_utc_s) FROM tide_events WHERE port_id = :port_id AND time_utc_s >= :to_s),
    :to_s)
ORDER BY time_utc_s
""",
        {"port_id": port_id, "from_s": from_s, "to_s": to_s},
    )
    return [cast(Event, dict(row)) for row in rows]


def reach(conn: sqlite3.Connection, port_id: int) -> tuple[int, int] | None:
    """First and last instant of a port's list, s UTC; None where it has none."""
    row = conn.execute(
        """
SELECT min(time_utc_s) AS first_s, max(time_utc_s) AS last_s
FROM (
  SELECT time_utc_s FROM tide_events WHERE port_id = :port_id
  UNION ALL SELECT time_utc_s FROM tide_heights WHERE port_id = :port_id)
""",
        {"port_id": port_id},
    ).fetchone()
    return None if row["first_s"] is None else (int(row["first_s"]), int(row["last_s"]))
