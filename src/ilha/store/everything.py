"""All that is stored, out and in again. The one place where SQL is put together from names: those
of tables and columns, read in the database itself."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from contextlib import closing
from functools import lru_cache
from pathlib import Path
from typing import Any
from urllib.parse import quote

from ilha.store import db

Rows = dict[str, list[dict[str, Any]]]


def version(conn: sqlite3.Connection) -> int:
    """Of the schema."""
    return int(conn.execute("PRAGMA user_version").fetchone()[0])


def tables(conn: sqlite3.Connection) -> list[str]:
    """Own tables, by name, without what is only reckoned from the others."""
    rows = conn.execute(
        "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'"
        " ORDER BY name")
    return [row["name"] for row in rows if row["name"] != "taught"]


def columns(conn: sqlite3.Connection, table: str) -> list[str]:
    """Columns of one of ``tables``."""
    return [row["name"] for row in conn.execute(f'PRAGMA table_info("{table}")')]


def outside(
    conn: sqlite3.Connection, table: str, column: str, low: float, high: float
) -> bool:
    """Whether a number of a column lies outside two bounds."""
    return conn.execute(
        f'SELECT 1 FROM "{table}" WHERE "{column}" NOT BETWEEN ? AND ? LIMIT 1', (low, high)
    ).fetchone() is not None


def read(conn: sqlite3.Connection) -> Rows:
    """Every row of every table, in one view of the database."""
    conn.execute("BEGIN")
    try:
        return {table: [dict(row) for row in conn.execute(f'SELECT * FROM "{table}"')]
                for table in tables(conn)}
    finally:
        conn.execute("COMMIT")


class Unfit(ValueError):
    """Rows that this database cannot take: the table, and why."""

    def __init__(self, table: str, why: str) -> None:
        self.table, self.why = table, why
        super().__init__(f"{table}: {why}")


def replace(conn: sqlite3.Connection, rows: Rows, first: Callable[[], None] | None = None
            ) -> None:
    """Put these rows in place of all there are, or change nothing. first : called under the write
    lock, before anything is touched: what it sees is what is replaced.

    Raises
    ------
    Unfit
        For a table or a column that is not known, or a row that breaks a rule of its table.
    """
    known = tables(conn)
    for table in rows:
        if table not in known:
            raise Unfit(table, "there is no such table")
    conn.execute("PRAGMA foreign_keys = OFF")
    try:
        conn.execute("BEGIN IMMEDIATE")
        try:
            if first is not None:
                first()
            for table in known:
                conn.execute(f'DELETE FROM "{table}"')
                _fill(conn, table, rows.get(table, []))
            broken = conn.execute("PRAGMA foreign_key_check").fetchone()
            if broken is not None:
                raise Unfit(broken["table"],
                            f"a row points at {broken['parent']} that is not there")
            conn.execute("COMMIT")
        except BaseException:
            conn.execute("ROLLBACK")
            raise
    finally:
        conn.execute("PRAGMA foreign_keys = ON")


def insert(conn: sqlite3.Connection, table: str, row: dict[str, Any]) -> int:
    """Insert a row as columns and values, of one of ``tables``; returns its id."""
    strange = next((name for name in row if name not in columns(conn, table)), None)
    if strange is not None:
        raise Unfit(table, f"there is no column {strange}")
    return _insert(conn, table, row)


def _insert(conn: sqlite3.Connection, table: str, row: dict[str, Any]) -> int:
    quoted = ", ".join(f'"{name}"' for name in row)
    marks = ", ".join("?" for _ in row)
    cursor = conn.execute(f'INSERT INTO "{table}" ({quoted}) VALUES ({marks})', list(row.values()))
    return int(cursor.lastrowid or 0)


def _fill(conn: sqlite3.Connection, table: str, rows: list[dict[str, Any]]) -> None:
    names = columns(conn, table)
    for number, row in enumerate(rows, 1):
        strange = next((name for name in row if name not in names), None)
        if strange is not None:
            raise Unfit(table, f"row {number} has a column {strange} that is not known")
        try:
            _insert(conn, table, row)
        except (sqlite3.Error, OverflowError, UnicodeError) as error:
            raise Unfit(table, f"row {number} is refused: {error}") from error


@lru_cache(maxsize=4)
def _empty(version: int) -> bytes:
    """A database of a schema without rows: to run through all its changes takes longer than to look
    at a file of data."""
    with closing(db.connect(":memory:")) as conn:
        db.migrate(conn, to=version)
        return conn.serialize()


def built(rows: Rows, written: int) -> sqlite3.Connection:
    """A database in memory that has these rows, of the schema they were written in or the present
    one, and is brought up to date.

    Raises
    ------
    Unfit
        As :func:`replace`.
    """
    conn = db.connect(":memory:")
    try:
        if written > 0:  # Of no schema is nothing, which cannot be taken over.
            conn.deserialize(_empty(written))
        replace(conn, rows)
        try:
            db.migrate(conn)
        except sqlite3.Error as error:
            raise Unfit("schema", f"it cannot be brought up to date: {error}") from error
    except BaseException:
        conn.close()
        raise
    return conn


def of_file(path: Path) -> tuple[Rows, int]:
    """All rows of a database that lies elsewhere, which is left as it is, and its schema."""
    conn = sqlite3.connect(f"file:{quote(str(path.absolute()))}?mode=ro&immutable=1", uri=True)
    conn.row_factory = sqlite3.Row
    try:
        return read(conn), version(conn)
    finally:
        conn.close()


def backup(conn: sqlite3.Connection, to: Path) -> None:
    """A consistent copy of the database while it is in use: SQLite's online backup."""
    target = sqlite3.connect(to)
    try:
        conn.backup(target)
    finally:
        target.close()
    to.chmod(db.PRIVATE)
