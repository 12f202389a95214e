"""What takes long to make and is the same for every test: made once a session."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from functools import cache
from pathlib import Path

from werkzeug.routing import Rule

from ilha.demo import marela
from ilha.store import db

_FOLDER = tempfile.TemporaryDirectory(prefix="marela-")
"""Goes with the process that made it; a fork of it that ends at once leaves it."""


def compile_routes_once() -> None:
    """Most of the time that an application takes to be made goes into code that builds addresses of
    its routes, which are the same for every test's: it is compiled once."""
    compiled = Rule._compile_builder
    kept: dict[tuple[object, ...], Callable[..., tuple[str, str]]] = {}

    def builder(rule: Rule, append_unknown: bool = True) -> Callable[..., tuple[str, str]]:
        key = (append_unknown, repr(rule.defaults), *rule._trace)
        if key not in kept:
            kept[key] = compiled(rule, append_unknown)
        return kept[key]

    Rule._compile_builder = builder  # type: ignore[method-assign]


@cache
def marela_file(now_s: int, log: bool) -> Path:
    """A file with the demo data as of now_s (s since 1970 UTC), to be copied.

    log : with its trips.
    """
    path = Path(_FOLDER.name) / f"{now_s}-{log}.sqlite3"
    conn = db.ready(path)
    marela.load(conn, now_s, log=log)
    conn.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    conn.close()
    return path
