"""Answers as JSON and as files; no cache keeps them (ilha.web.security)."""

from __future__ import annotations

import gzip

from flask import request
from pydantic import BaseModel
from werkzeug.wrappers import Response


def json_answer(text: str | bytes) -> Response:
    """A JSON response, or 304 where the caller has it already."""
    response = Response(text, mimetype="application/json")
    # Weak: the text may go out compressed.
    response.add_etag(weak=True)
    return response.make_conditional(request)


GZIP = "application/gzip"


def json_or_gzip(text: bytes) -> Response:
    """The same, or the JSON as a gzip file to be kept as it is, where the caller accepts that
    before JSON: a device then neither unpacks nor packs it."""
    if request.accept_mimetypes.best_match(("application/json", GZIP)) != GZIP:
        return json_answer(text)
    return Response(gzip.compress(text, compresslevel=2, mtime=0), mimetype=GZIP)


def answer(payload: BaseModel) -> Response:
    """A payload as JSON."""
    return json_answer(payload.model_dump_json())


def made(response: Response) -> Response:
    """The answer to what has added something."""
    response.status_code = 201
    return response


def as_file(data: bytes, kind: str, name: str) -> Response:
    """A file to be saved under a name."""
    text = kind.startswith("text/")
    response = Response(data, content_type=f"{kind}; charset=utf-8" if text else kind)
    response.headers["Content-Disposition"] = f'attachment; filename="{name}"'
    return response
