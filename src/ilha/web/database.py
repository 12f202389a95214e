"""One connection per request."""

from __future__ import annotations

import sqlite3

from flask import Flask, current_app, g

from ilha.store import db


def connection() -> sqlite3.Connection:
    """The request's connection, opened on first use."""
    if "conn" not in g:
        g.conn = db.connect(current_app.config["DATABASE"])
    conn: sqlite3.Connection = g.conn
    return conn


def register(app: Flask) -> None:
    """Close the request's connection when it ends."""

    @app.teardown_appcontext
    def close(_: BaseException | None) -> None:
        conn = g.pop("conn", None)
        if conn is not None:
            conn.close()
