"""What the store does not have."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from typing import TypeVar

Row = TypeVar("Row")


class NotFound(LookupError):
    """A row that a question names and the store does not have."""

    def __init__(self, field: str, what: str, row_id: int | str) -> None:
        self.field = field
        super().__init__(f"`{field}`: there is no {what} {row_id}: choose another")


def found(conn: sqlite3.Connection, get: Callable[[sqlite3.Connection, int], Row | None],
          row_id: int, field: str, what: str) -> Row:
    """A row by id, or NotFound naming the field."""
    row = get(conn, row_id)
    if row is None:
        raise NotFound(field, what, row_id)
    return row
