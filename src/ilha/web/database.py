"""One connection per request."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager

from flask import Flask, current_app, g

from ilha.formats.fields import FieldError
from ilha.store import db


def connection() -> sqlite3.Connection:
    """The request's connection, opened on first use."""
    if "conn" not in g:
        g.conn = db.connect(current_app.config["DATABASE"])
    conn: sqlite3.Connection = g.conn
    return conn


@contextmanager
def whole(what: str, keep: bool = True) -> Iterator[sqlite3.Connection]:
    """All of a change or nothing of it; a name that is taken is told by field. keep : False to see
    whether it would be taken, and change nothing."""
    conn = connection()
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


def register(app: Flask) -> None:
    """Close the request's connection when it ends."""

    @app.teardown_appcontext
    def close(_: BaseException | None) -> None:
        conn = g.pop("conn", None)
        if conn is not None:
            conn.close()
