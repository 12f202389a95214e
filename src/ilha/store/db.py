"""Connection and migrations."""

from __future__ import annotations

import os
import sqlite3
from importlib.resources import files
from pathlib import Path
from urllib.parse import quote

PRIVATE, PRIVATE_FOLDER = 0o600, 0o700
"""A log of where one fishes is nobody else's."""


class Unusable(Exception):
    """A database that cannot be worked with: which file, why, and what to do."""

    def __init__(self, path: Path | str, why: str, remedy: str) -> None:
        super().__init__(f"`database` {path} {why}: {remedy}")


def connect(path: Path | str, new: bool = True) -> sqlite3.Connection:
    """Open the database at ``path`` (``":memory:"`` for none on disk).

    Rows come as ``sqlite3.Row``; foreign keys are on, the journal is write-ahead, and transactions
    are begun by hand. A COMMIT comes back when what it wrote is on the disk, not before
    (synchronous = FULL): what is acknowledged outlives a power cut. new : make the file, for its
    owner alone, if it is missing.

    Raises
    ------
    Unusable
        If the file is missing (and not to be made), no database, another program's, damaged, or not
        to be written.
    """
    on_disk = str(path) != ":memory:"
    if on_disk and not Path(path).exists():
        if not new:
            raise Unusable(path, "is not there", "put the file back, or name another with"
                                                 " --database")
        make_private(Path(path))
    try:
        # mode=rw: a file that is taken away in between is not made anew, and empty.
        conn = sqlite3.connect(
            f"file:{quote(str(Path(path).absolute()))}?mode=rw" if on_disk else path,
            isolation_level=None, timeout=5.0, uri=on_disk)
    except sqlite3.OperationalError as error:
        raise Unusable(path, f"cannot be opened ({error})", "see to its folder and its rights"
                       ) from error
    conn.row_factory = sqlite3.Row
    try:
        if conn.execute("PRAGMA user_version").fetchone()[0] == 0 and conn.execute(
                "SELECT 1 FROM sqlite_master").fetchone():
            raise Unusable(path, "was made by another program", "name the file that Ilha made")
        conn.execute("PRAGMA foreign_keys = ON")
        conn.execute("PRAGMA journal_mode = WAL")
        conn.execute("PRAGMA synchronous = FULL")
        # The journal's mode is read from the file; of one that may not be written it says nothing.
        if on_disk and not os.access(path, os.W_OK):
            raise sqlite3.OperationalError("it is read-only")
    except sqlite3.DatabaseError as error:
        conn.close()
        raise unusable(path, error) from error
    except Unusable:
        conn.close()
        raise
    return conn


def unusable(path: Path | str, error: sqlite3.Error) -> Unusable:
    """What SQLite says of a file, as one would."""
    told = str(error)
    if "not a database" in told:
        return Unusable(path, "is no database", "name the file that Ilha made")
    if "malformed" in told or "corrupt" in told:
        return Unusable(path, "is damaged", "put a copy in its place (ilha copies, ilha restore)")
    if "readonly" in told or "read-only" in told:
        return Unusable(path, "may not be written", "give yourself the right to write it and its"
                                                    " folder")
    if "full" in told:
        return Unusable(path, "cannot grow, the disk is full", "make room; what was acknowledged"
                                                               " is kept")
    if "locked" in told:
        return Unusable(path, "is busy", "try again in a moment")
    if "no such table" in told or "unable to open" in told:
        return Unusable(path, "is not there any more, or is not what it was",
                        "put the file back and start Ilha again")
    return Unusable(path, f"cannot be used ({told})", "put a copy in its place (ilha copies)")


def make_private(path: Path) -> None:
    """An empty file that its owner alone can read, in a folder of the same kind if that is new."""
    try:
        if not path.parent.exists():
            path.parent.mkdir(parents=True, mode=PRIVATE_FOLDER)
        os.close(os.open(path, os.O_CREAT | os.O_RDWR, PRIVATE))
    except OSError as error:
        raise Unusable(path, f"cannot be made ({error.strerror})", "name another with --database"
                       ) from error


def settle(folder: Path) -> None:
    """The names in a folder are on the disk when this returns."""
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)


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


def ready(path: Path | str, new: bool = True) -> sqlite3.Connection:
    """A connection to a database that is whole and up to date.

    Raises
    ------
    Unusable
        As :func:`connect`; also for a file of a newer Ilha.
    """
    conn = connect(path, new)
    try:
        told = conn.execute("PRAGMA quick_check(1)").fetchone()[0]
        if told != "ok":
            raise sqlite3.DatabaseError("malformed")
        migrate(conn)
    except RuntimeError as error:
        conn.close()
        raise Unusable(path, "was written by a newer Ilha", "use that one") from error
    except sqlite3.Error as error:
        conn.close()
        raise unusable(path, error) from error
    except Unusable:
        conn.close()
        raise
    return conn
