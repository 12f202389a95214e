"""The open file ``ilha-data-1``: everything that Ilha keeps, out and in again.

``schema`` is the version of its tables; ``tables`` has every row of each as column: value. A file
of an older schema is brought up to date when it is read, a newer one is refused.
"""

from __future__ import annotations

import json
import sqlite3
from contextlib import closing
from pathlib import Path

from ilha.desk import taught
from ilha.desk.vetted import vet
from ilha.formats.fields import FieldError
from ilha.formats.text_in import parsed
from ilha.store import copies, db, everything

FORMAT = "ilha-data-1"


def write(conn: sqlite3.Connection) -> str:
    """All of a database as JSON."""
    rows = everything.read(conn)
    return json.dumps({"format": FORMAT, "schema": everything.version(conn), "tables": rows},
                      ensure_ascii=False, indent=1) + "\n"


def _checked(data: str | bytes) -> tuple[int, everything.Rows]:
    found = parsed(data)
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


def looked_at(data: str | bytes) -> everything.Rows:
    """A file's rows as the present schema has them, each as strictly looked at as if it had been
    typed; nothing is touched by it.

    Raises
    ------
    FieldError
        Naming what is wrong.
    """
    schema, tables = _checked(data)
    try:
        conn = everything.built(tables, schema)
    except everything.Unfit as error:
        raise _refused(error) from error
    try:
        vet(conn)
        return everything.read(conn)
    finally:
        conn.close()


def read(conn: sqlite3.Connection, data: str | bytes) -> dict[str, int]:
    """Put a file's rows in place of all that a database has; returns how many by table.

    Raises
    ------
    FieldError
        Naming what is wrong; nothing is changed then.
    """
    rows = looked_at(data)
    everything.replace(conn, rows)
    return {table: len(found) for table, found in rows.items()}


def _refused(error: everything.Unfit) -> FieldError:
    where = f"tables.{error.table}"
    return FieldError(where, f"`{where}`: {error.why}: nothing was changed")


def put_in(
    conn: sqlite3.Connection, database: Path, rows: everything.Rows, now_s: float
) -> Path:
    """Rows in place of everything, in one transaction that copies what was there first; returns
    the copy. A copy of what was not replaced does not stay."""
    made: list[Path] = []
    try:
        everything.replace(conn, rows, lambda: made.append(copies.make(database, now_s)))
    except BaseException:
        for path in made:
            path.unlink(missing_ok=True)
        raise
    copies.prune(database)
    taught.keep_now(conn)
    return made[0]


def restore(conn: sqlite3.Connection, database: Path, name: str, now_s: float) -> tuple[int, Path]:
    """A safety copy in place of everything, which is copied first; its rows and that copy.

    Raises
    ------
    FieldError
        For a copy that is not there or cannot be read.
    """
    path = copies.path_of(database, name)
    if path is None:
        raise FieldError("name", f"`name`: there is no copy {name}: choose one that is listed")
    try:
        rows, schema = everything.of_file(path)
        if schema < everything.version(conn):
            with closing(everything.built(rows, schema)) as newer:
                rows = everything.read(newer)
    except (db.Unusable, everything.Unfit, sqlite3.Error) as error:
        raise FieldError("name", f"`name`: the copy {name} cannot be read ({error}): choose"
                                 " another") from error
    kept = put_in(conn, database, rows, now_s)
    return sum(len(found) for found in rows.values()), kept
