"""Who may come in to a server for many: anglers, invitations, and what is signed in.

A database of its own beside the anglers' own ones. Of invitations and of what is signed in only
hashes are kept; of passwords what ``werkzeug.security`` makes of them.
"""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from urllib.parse import quote

from ilha.store.db import Unusable, make_private

VERSION = 1
_SCHEMA = """
CREATE TABLE anglers (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE COLLATE NOCASE,
  password TEXT NOT NULL,
  made_utc_s REAL NOT NULL,
  wrong INTEGER NOT NULL DEFAULT 0,
  wait_until_s REAL NOT NULL DEFAULT 0
) STRICT;
CREATE TABLE invitations (
  hash TEXT PRIMARY KEY,
  angler_id TEXT REFERENCES anglers(id) ON DELETE CASCADE,
  until_utc_s REAL NOT NULL
) STRICT;
CREATE TABLE signed_in (
  hash TEXT PRIMARY KEY,
  angler_id TEXT NOT NULL REFERENCES anglers(id) ON DELETE CASCADE,
  seen_utc_s REAL NOT NULL
) STRICT;
CREATE INDEX signed_in_by ON signed_in(angler_id, seen_utc_s);
"""


@dataclass(frozen=True)
class Angler:
    """One who has an account. wrong : passwords in a row; wait_until_s : none is looked at before
    (s UTC)."""

    id: str
    name: str
    password: str
    made_utc_s: float
    wrong: int
    wait_until_s: float


@dataclass(frozen=True)
class Invitation:
    """angler_id : whose new password it is for; None: a new angler's."""

    hash: str
    angler_id: str | None
    until_utc_s: float


@contextmanager
def opened(path: Path, write: bool = True) -> Iterator[sqlite3.Connection]:
    """A connection within one transaction, made where there is none; what raises changes nothing.

    Raises
    ------
    Unusable
        For a file of another version, or that is none of ours.
    """
    if not path.exists():
        make_private(path)
    conn = sqlite3.connect(f"file:{quote(str(path.absolute()))}?mode=rw", isolation_level=None,
                           timeout=5.0, uri=True)
    conn.row_factory = sqlite3.Row
    try:
        conn.execute("PRAGMA foreign_keys = ON")
        conn.execute("PRAGMA journal_mode = WAL")
        conn.execute("BEGIN IMMEDIATE" if write else "BEGIN")
        version = conn.execute("PRAGMA user_version").fetchone()[0]
        if version == 0 and not conn.execute("SELECT 1 FROM sqlite_master").fetchone():
            for statement in _SCHEMA.split(";"):
                conn.execute(statement)
            conn.execute(f"PRAGMA user_version = {VERSION}")
        elif version != VERSION:
            raise Unusable(path, f"has version {version}, this program knows {VERSION}",
                           "use a newer Ilha, or the folder that it made")
        yield conn
        conn.execute("COMMIT")
    finally:
        conn.close()


def add_angler(conn: sqlite3.Connection, id: str, name: str, password: str, at_s: float) -> bool:
    """Whether the name was free."""
    try:
        conn.execute("INSERT INTO anglers (id, name, password, made_utc_s) VALUES (?, ?, ?, ?)",
                     (id, name, password, at_s))
    except sqlite3.IntegrityError:
        return False
    return True


def by_name(conn: sqlite3.Connection, name: str) -> Angler | None:
    return _angler(conn.execute("SELECT * FROM anglers WHERE name = ?", (name,)).fetchone())


def by_id(conn: sqlite3.Connection, id: str) -> Angler | None:
    return _angler(conn.execute("SELECT * FROM anglers WHERE id = ?", (id,)).fetchone())


def listed(conn: sqlite3.Connection) -> list[tuple[Angler, float | None]]:
    """By name, with when each was last seen (s UTC)."""
    rows = conn.execute("SELECT a.*, (SELECT max(seen_utc_s) FROM signed_in WHERE angler_id = a.id)"
                        " AS seen FROM anglers a ORDER BY name").fetchall()
    return [(found, row["seen"]) for row in rows if (found := _angler(row)) is not None]


def set_password(conn: sqlite3.Connection, id: str, password: str) -> None:
    conn.execute("UPDATE anglers SET password = ?, wrong = 0, wait_until_s = 0 WHERE id = ?",
                 (password, id))


def set_wrong(conn: sqlite3.Connection, id: str, wrong: int, wait_until_s: float) -> None:
    conn.execute("UPDATE anglers SET wrong = ?, wait_until_s = ? WHERE id = ?",
                 (wrong, wait_until_s, id))


def remove(conn: sqlite3.Connection, id: str) -> None:
    """An angler, with what is signed in and invited; the own database is the caller's."""
    conn.execute("DELETE FROM anglers WHERE id = ?", (id,))


def add_invitation(conn: sqlite3.Connection, made: Invitation, now_s: float) -> None:
    """Those that are over go."""
    conn.execute("DELETE FROM invitations WHERE until_utc_s < ?", (now_s,))
    conn.execute("INSERT INTO invitations (hash, angler_id, until_utc_s) VALUES (?, ?, ?)",
                 (made.hash, made.angler_id, made.until_utc_s))


def invitation(conn: sqlite3.Connection, hash: str) -> Invitation | None:
    row = conn.execute("SELECT * FROM invitations WHERE hash = ?", (hash,)).fetchone()
    return None if row is None else Invitation(**dict(row))


def use_invitation(conn: sqlite3.Connection, hash: str) -> None:
    conn.execute("DELETE FROM invitations WHERE hash = ?", (hash,))


def sign_in(conn: sqlite3.Connection, hash: str, angler_id: str, at_s: float, most: int) -> None:
    """One more; of more than ``most`` the longest unseen go."""
    conn.execute("INSERT INTO signed_in (hash, angler_id, seen_utc_s) VALUES (?, ?, ?)",
                 (hash, angler_id, at_s))
    conn.execute("DELETE FROM signed_in WHERE angler_id = ? AND hash NOT IN (SELECT hash FROM"
                 " signed_in WHERE angler_id = ? ORDER BY seen_utc_s DESC, rowid DESC LIMIT ?)",
                 (angler_id, angler_id, most))


def signed_in(conn: sqlite3.Connection, hash: str) -> tuple[Angler, float] | None:
    """Whose it is, and when that was last seen (s UTC)."""
    row = conn.execute("SELECT a.*, s.seen_utc_s FROM signed_in s JOIN anglers a ON a.id ="
                       " s.angler_id WHERE s.hash = ?", (hash,)).fetchone()
    found = _angler(row)
    return None if found is None else (found, float(row["seen_utc_s"]))


def saw(conn: sqlite3.Connection, hash: str, at_s: float) -> None:
    conn.execute("UPDATE signed_in SET seen_utc_s = ? WHERE hash = ?", (at_s, hash))


def sign_out(conn: sqlite3.Connection, hash: str) -> None:
    conn.execute("DELETE FROM signed_in WHERE hash = ?", (hash,))


def sign_out_all(conn: sqlite3.Connection, angler_id: str) -> None:
    conn.execute("DELETE FROM signed_in WHERE angler_id = ?", (angler_id,))


def _angler(row: sqlite3.Row | None) -> Angler | None:
    if row is None:
        return None
    return Angler(row["id"], row["name"], row["password"], row["made_utc_s"], row["wrong"],
                  row["wait_until_s"])
