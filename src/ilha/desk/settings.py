"""What was chosen last."""

from __future__ import annotations

import sqlite3

from ilha.formats.fields import FieldError
from ilha.store import lines, marks, plastics, rods, settings


def keep(conn: sqlite3.Connection, new: settings.Settings) -> None:
    """Keep what is chosen.

    Raises
    ------
    FieldError
        For a row that is not there.
    """
    for field, module in (("mark_id", marks), ("plastic_id", plastics), ("line_id", lines),
                          ("rod_id", rods)):
        wanted = new[field]  # type: ignore[literal-required]
        if wanted is not None and module.get(conn, wanted) is None:
            raise FieldError(field, f"`{field}`: there is no {wanted} in the box: choose another")
    settings.put(conn, new)
