"""JSON answers: asked for again each time, with an ETag so that the same is not sent twice."""

from __future__ import annotations

from flask import request
from werkzeug.wrappers import Response


def json_answer(text: str | bytes) -> Response:
    """A JSON response, or 304 where the caller has it already."""
    response = Response(text, mimetype="application/json")
    response.cache_control.no_cache = True
    # Weak: the text may go out compressed.
    response.add_etag(weak=True)
    return response.make_conditional(request)
