"""The open file ``ilha-data-1``: everything that Ilha keeps, out and in again.

``schema`` is the version of its tables; ``tables`` has every row of each as column: value. A file
of an older schema is brought up to date when it is read, a newer one is refused.
"""

from __future__ import annotations

import json
import sqlite3
from typing import Any

from ilha.formats.fields import FieldError
from ilha.store import db, everything

FORMAT = "ilha-data-1"


def write(conn: sqlite3.Connection) -> str:
    """All of a database as JSON."""
    rows = everything.read(conn)
    return json.dumps({"format": FORMAT, "schema": everything.version(conn), "tables": rows},
                      ensure_ascii=False, indent=1) + "\n"


def _checked(text: str) -> tuple[int, everything.Rows]:
    try:
        found: Any = json.loads(text)
    except ValueError as error:
        raise FieldError("file", f"`file` must be JSON: {error}") from error
    if not isinstance(found, dict) or found.get("format") != FORMAT:
        raise FieldError("format", f"`format` must be {FORMAT}: choose a file that Ilha exported")
    schema, newest = found.get("schema"), db.migrations()[-1][0]
    if not isinstance(schema, int) or isinstance(schema, bool) or schema < 1:
        raise FieldError("schema", f"`schema` must be a whole number from 1, got {schema!r}: choose"
                                   " a file that Ilha exported")
    if schema > newest:
        raise FieldError("schema", f"`schema` {schema} is newer than this Ilha knows, which is"
                                   f" {newest}: use a newer Ilha")
    tables = found.get("tables")
    if not isinstance(tables, dict) or not all(
            isinstance(rows, list) and all(isinstance(row, dict) for row in rows)
            for rows in tables.values()):
        raise FieldError("tables", "`tables` must be lists of rows by table: choose a file that"
                                   " Ilha exported")
    if len(tables.get("settings", [])) != 1:
        raise FieldError("tables.settings", "`tables.settings` must have its one row: choose a file"
                                            " that Ilha exported")
    return schema, tables


def read(conn: sqlite3.Connection, text: str) -> dict[str, int]:
    """Put a file's rows in place of all that a database has; returns how many by table.

    Raises
    ------
    FieldError
        Naming what is wrong; nothing is changed then.
    """
    schema, rows = _checked(text)
    try:
        if schema < everything.version(conn):
            rows = everything.from_older(rows, schema)
        everything.replace(conn, rows)
    except everything.Unfit as error:
        where = f"tables.{error.table}"
        raise FieldError(where, f"`{where}`: {error.why}: nothing was changed") from error
    return {table: len(found) for table, found in rows.items()}
