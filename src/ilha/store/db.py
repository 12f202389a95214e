"""Connection and migrations."""

from __future__ import annotations

import sqlite3
from importlib.resources import files
from pathlib import Path


def connect(path: Path | str) -> sqlite3.Connection:
    """Open the database at ``path`` (``":memory:"`` for none on disk).

    Rows come as ``sqlite3.Row``; foreign keys are on, the journal is write-ahead, and
    transactions are begun by hand.
    """
    conn = sqlite3.connect(path, isolation_level=None, timeout=5.0)
    conn.row_factory = sqlite3.Row
    conn.execute("PRAGMA foreign_keys = ON")
    conn.execute("PRAGMA journal_mode = WAL")
    conn.execute("PRAGMA synchronous = NORMAL")
    return conn


def migrations() -> list[tuple[int, str]]:
    """Numbered scripts in order: (version, SQL)."""
    found = [
        (int(item.name[:4]), item.read_text("utf-8"))
        for item in files("ilha.store").joinpath("migrations").iterdir()
        if item.name.endswith(".sql")
    ]
    return sorted(found)


def migrate(conn: sqlite3.Connection, to: int | None = None) -> int:
    """Bring the schema up to date, or up to a version; returns its version.

    Each script runs in one transaction with its version number, so that a script that fails
    leaves the database as it was.

    Raises
    ------
    RuntimeError
        If the file was written by a newer version of the application.
    sqlite3.Error
        If a script fails.
    """
    version = int(conn.execute("PRAGMA user_version").fetchone()[0])
    scripts = migrations()
    newest = scripts[-1][0]
    if version > newest:
        raise RuntimeError(
            f"the database has version {version}, this program knows {newest}: use a newer Ilha"
        )
    for number, script in scripts:
        if number > version and (to is None or number <= to):
            try:
                conn.executescript(
                    f"BEGIN IMMEDIATE;\n{script}\nPRAGMA user_version = {number};\nCOMMIT;"
                )
            except sqlite3.Error:
                if conn.in_transaction:
                    conn.execute("ROLLBACK")
                raise
    return newest if to is None else to
