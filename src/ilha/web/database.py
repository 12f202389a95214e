"""One connection per request, and the clock."""

from __future__ import annotations

import sqlite3
import time

from flask import Flask, current_app, g

from ilha.store import db


def connection() -> sqlite3.Connection:
    """The request's connection, opened on first use."""
    if "conn" not in g:
        g.conn = db.connect(current_app.config["DATABASE"])
    conn: sqlite3.Connection = g.conn
    return conn


def now_s() -> float:
    """The application's clock, s since 1970 UTC."""
    return float(current_app.config.get("NOW") or time.time())


def register(app: Flask) -> None:
    """Close the request's connection when it ends."""

    @app.teardown_appcontext
    def close(_: BaseException | None) -> None:
        conn = g.pop("conn", None)
        if conn is not None:
            conn.close()
