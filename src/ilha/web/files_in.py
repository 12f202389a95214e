"""Files that are sent: in JSON, as the interface does, or as they are, under their own media type.

No form of another site can send these media types without being asked first (they are not of the
Fetch standard's safelist), so they are let in where JSON is.
"""

from __future__ import annotations

from flask import request

from ilha.formats import picture
from ilha.formats.text_in import decoded
from ilha.web.payloads import FileIn

PLAIN = {"/api/log.csv": ("text/csv",), "/api/catches.gpx": ("application/gpx+xml",),
         "/api/photographs": picture.TYPES}
"""Paths at which a file is sent as it is, and its media types; and every kind of tackle's CSV."""


def plain_at(path: str) -> tuple[str, ...]:
    """The media types that a file may be sent as; none where only JSON is read."""
    if path.startswith("/api/box/") and path.endswith(".csv"):
        return ("text/csv",)
    return PLAIN.get(path, ())


def file_in(kind: str) -> FileIn:
    """What was sent; ``kind`` is the media type that it may have beside JSON.

    Raises
    ------
    FieldError
        If it is in no encoding that is known.
    ValidationError
        If it is too long, or as JSON not what it should be.
    """
    data = request.get_data()
    if not kind or request.mimetype != kind:
        return FileIn.model_validate_json(data)
    return FileIn.model_validate({"text": decoded(data, "text"),
                                  "try": request.args.get("try") in ("1", "true")})
