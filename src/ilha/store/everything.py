"""All that is stored, out and in again. The one place where SQL is put together from names: those
of tables and columns, read in the database itself."""

from __future__ import annotations

import sqlite3
from pathlib import Path
from typing import Any

from ilha.store import db

Rows = dict[str, list[dict[str, Any]]]


def version(conn: sqlite3.Connection) -> int:
    """Of the schema."""
    return int(conn.execute("PRAGMA user_version").fetchone()[0])


def tables(conn: sqlite3.Connection) -> list[str]:
    """Own tables, by name."""
    rows = conn.execute(
        "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'"
        " ORDER BY name")
    return [row["name"] for row in rows]


def columns(conn: sqlite3.Connection, table: str) -> list[str]:
    """Columns of one of ``tables``."""
    return [row["name"] for row in conn.execute(f'PRAGMA table_info("{table}")')]


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


def replace(conn: sqlite3.Connection, rows: Rows) -> None:
    """Put these rows in place of all there are, or change nothing.

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
    conn.execute("BEGIN IMMEDIATE")
    try:
        for table in known:
            conn.execute(f'DELETE FROM "{table}"')
            _fill(conn, table, rows.get(table, []))
        broken = conn.execute("PRAGMA foreign_key_check").fetchone()
        if broken is not None:
            raise Unfit(broken["table"], f"a row points at {broken['parent']} that is not there")
        conn.execute("COMMIT")
    except BaseException:
        conn.execute("ROLLBACK")
        raise
    finally:
        conn.execute("PRAGMA foreign_keys = ON")


def insert(conn: sqlite3.Connection, table: str, row: dict[str, Any]) -> int:
    """Insert a row as columns and values, of one of ``tables``; returns its id."""
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
            insert(conn, table, row)
        except (sqlite3.Error, OverflowError) as error:
            raise Unfit(table, f"row {number} is refused: {error}") from error


def from_older(rows: Rows, written: int) -> Rows:
    """Rows of an older schema as the present one has them: put into a database of that schema and
    migrated.

    Raises
    ------
    Unfit
        As :func:`replace`.
    """
    conn = db.connect(":memory:")
    try:
        db.migrate(conn, to=written)
        replace(conn, rows)
        db.migrate(conn)
        return read(conn)
    finally:
        conn.close()


def backup(conn: sqlite3.Connection, to: Path) -> None:
    """A consistent copy of the database while it is in use: SQLite's online backup."""
    target = sqlite3.connect(to)
    try:
        conn.backup(target)
    finally:
        target.close()
