"""One connection per request, and the clock."""

from __future__ import annotations

import sqlite3
import time

from flask import Flask, current_app, g, request

from ilha.store import db
from ilha.web.environ import DATABASE


def path() -> str:
    """The database that the request is about."""
    found: str = request.environ.get(DATABASE, current_app.config["DATABASE"])
    return found


def connection() -> sqlite3.Connection:
    """The request's connection, opened on first use."""
    if "conn" not in g:
        g.conn = db.connect(path(), new=False)
    conn: sqlite3.Connection = g.conn
    return conn


def now_s() -> float:
    """The application's clock, s since 1970 UTC. What is asked is answered as of the whole minute:
    within it the same question has the same answer (ilha.web.farm)."""
    at = float(current_app.config.get("NOW") or time.time())
    return at // 60.0 * 60.0 if request.method == "GET" else at


def register(app: Flask) -> None:
    """Close the request's connection when it ends."""

    @app.teardown_appcontext
    def close(_: BaseException | None) -> None:
        conn = g.pop("conn", None)
        if conn is not None:
            conn.close()
