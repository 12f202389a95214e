"""Changes of the store: all of one or nothing of it."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager

from ilha.formats.fields import FieldError


@contextmanager
def whole(conn: sqlite3.Connection, what: str, keep: bool = True) -> Iterator[sqlite3.Connection]:
    """All of a change or nothing of it; a name that is taken is told by field. keep : False to see
    whether it would be taken, and change nothing."""
    conn.execute("BEGIN IMMEDIATE")
    try:
        yield conn
        conn.execute("COMMIT" if keep else "ROLLBACK")
    except BaseException as error:
        conn.execute("ROLLBACK")
        if isinstance(error, sqlite3.IntegrityError) and "UNIQUE" in str(error):
            raise FieldError("name", f"`name` must be new, there is a {what} of that name: choose"
                                     " another") from error
        raise
