"""Rows taken out whole and put back whole: with the log, the settings and what was learned of them.

A row's id may have been given to another since; then it comes back under a new one, and all that
pointed at it follows.
"""

from __future__ import annotations

import json
import sqlite3
from typing import Any, TypedDict, cast
from uuid import uuid4

from ilha.store import everything

KINDS = ("marks", "heads", "plastics", "lines", "rods", "reels", "leaders", "hooks", "weights",
         "sundries", "sea_charts", "trips")
_LOGGED = {"marks": "mark_id", "heads": "head_id", "plastics": "plastic_id"}
_CHOSEN = {"marks": "mark_id", "plastics": "plastic_id", "lines": "line_id", "rods": "rod_id"}
"""Columns of the log and of the settings that point at each kind."""


def _learned(kind: str, row_id: int) -> list[str]:
    """Keys of learned factors of a row, as patterns of SQL's GLOB."""
    return {"marks": [f"{row_id}"], "heads": [f"{row_id}:*"],
            "plastics": [f"*:{row_id}"]}.get(kind, [])


def _factor(kind: str) -> str:
    return "current" if kind == "marks" else "sink"


def remove(conn: sqlite3.Connection, kind: str, row_id: int) -> bool:
    """Take a row out and keep it; whether there was one. kind : of ``KINDS``."""
    row = conn.execute(f'SELECT * FROM "{kind}" WHERE id = ?', (row_id,)).fetchone()
    if row is None:
        return False
    pointers: dict[str, Any] = {"events": [], "settings": False, "learned": []}
    if kind in _LOGGED:
        pointers["events"] = [r["id"] for r in conn.execute(
            f"SELECT id FROM events WHERE {_LOGGED[kind]} = ?", (row_id,))]
    if kind in _CHOSEN:
        chosen = conn.execute(f"SELECT {_CHOSEN[kind]} AS it FROM settings").fetchone()
        pointers["settings"] = chosen["it"] == row_id
    for pattern in _learned(kind, row_id):
        where = (_factor(kind), pattern)
        pointers["learned"] += [dict(r) for r in conn.execute(
            "SELECT kind, key, frozen, since_utc_s FROM learned WHERE kind = ? AND key GLOB ?",
            where)]
        # The next row may get this id: it must not inherit what was learned of this one.
        conn.execute("DELETE FROM learned WHERE kind = ? AND key GLOB ?", where)
    conn.execute(
        """
INSERT INTO removed (kind, row_id, body, pointers) VALUES (?, ?, ?, ?)
ON CONFLICT (kind, row_id) DO UPDATE SET body = excluded.body, pointers = excluded.pointers
""",
        (kind, row_id, json.dumps(dict(row)), json.dumps(pointers)))
    conn.execute(f'DELETE FROM "{kind}" WHERE id = ?', (row_id,))
    return True


class Removed(TypedDict):
    """What was removed; body and pointers are JSON."""

    kind: str
    row_id: int
    body: str
    pointers: str


def listed(conn: sqlite3.Connection) -> list[Removed]:
    """All that was removed."""
    rows = conn.execute("SELECT kind, row_id, body, pointers FROM removed ORDER BY kind, row_id")
    return [cast(Removed, dict(row)) for row in rows]


def check(conn: sqlite3.Connection, row: Removed) -> None:
    """Whether what was removed has the columns of its table, and its pointers are what they are.

    Raises
    ------
    everything.Unfit
        Where not.
    """
    kind, body, pointers = row["kind"], json.loads(row["body"]), json.loads(row["pointers"])
    known = everything.columns(conn, kind)
    if not isinstance(body, dict) or not all(
            name in known and isinstance(value, str | float | int | None)
            for name, value in body.items()):
        raise everything.Unfit("removed", f"its body is no row of {kind}")
    if not isinstance(pointers, dict) or set(pointers) != {"events", "settings", "learned"} or not (
            all(isinstance(event, str) for event in pointers["events"])
            and isinstance(pointers["settings"], bool)
            and all(_is_learned(conn, factor) for factor in pointers["learned"])):
        raise everything.Unfit("removed", "its pointers are none")


def tried(conn: sqlite3.Connection, row: Removed) -> int:
    """Insert what was removed under an id and a name that nothing else has; returns the id.

    Raises
    ------
    sqlite3.IntegrityError
        Where it breaks a rule of its table, or what it needs is gone.
    """
    body = {name: value for name, value in json.loads(row["body"]).items() if name != "id"}
    if "name" in body:
        body["name"] = f"{uuid4()}"
    return everything.insert(conn, row["kind"], body)


def _is_learned(conn: sqlite3.Connection, factor: Any) -> bool:
    return isinstance(factor, dict) and factor.get("kind") in ("sink", "current") and (
        set(factor) == set(everything.columns(conn, "learned")) and isinstance(factor["key"], str))


def put_back(conn: sqlite3.Connection, kind: str, row_id: int) -> int | None:
    """Put a row back that was removed; returns its id, None where none was kept.

    Raises
    ------
    sqlite3.IntegrityError
        Where its name has been given to another since.
    """
    kept = conn.execute("SELECT body, pointers FROM removed WHERE kind = ? AND row_id = ?",
                        (kind, row_id)).fetchone()
    if kept is None:
        return None
    body, pointers = json.loads(kept["body"]), json.loads(kept["pointers"])
    if conn.execute(f'SELECT 1 FROM "{kind}" WHERE id = ?', (row_id,)).fetchone() is not None:
        del body["id"]
    new_id = everything.insert(conn, kind, body)
    if kind in _LOGGED:
        conn.executemany(f"UPDATE events SET {_LOGGED[kind]} = ? WHERE id = ?",
                         [(new_id, event) for event in pointers["events"]])
    if pointers["settings"]:
        column = _CHOSEN[kind]
        conn.execute(f"UPDATE settings SET {column} = ? WHERE {column} IS NULL", (new_id,))
    for factor in pointers["learned"]:
        everything.insert(conn, "learned", {**factor, "key": _moved(kind, factor["key"], new_id)})
    conn.execute("DELETE FROM removed WHERE kind = ? AND row_id = ?", (kind, row_id))
    return new_id


def _moved(kind: str, key: str, new_id: int) -> str:
    """A learned factor's key with the row's new id in it."""
    first, _, last = key.partition(":")
    return {"marks": f"{new_id}", "heads": f"{new_id}:{last}"}.get(kind, f"{first}:{new_id}")
