"""The one place that turns errors into problem+json (RFC 9457)."""

from __future__ import annotations

import json
import logging
import sqlite3

from flask import Flask, Response
from pydantic import ValidationError
from werkzeug.exceptions import HTTPException

from ilha.core.errors import DomainError
from ilha.desk.errors import NotFound
from ilha.formats.fields import FieldError, first_error
from ilha.store.db import Unusable, unusable
from ilha.web.database import path

log = logging.getLogger("ilha")


class ServiceAway(ConnectionError):
    """The tide service does not answer, or answers with an error of its own."""


def problem(status: int, code: str, message: str, field: str | None = None) -> Response:
    """A problem+json response."""
    body = {"type": "about:blank", "title": code, "status": status, "code": code,
            "field": field, "message": message}
    return Response(json.dumps(body), status, mimetype="application/problem+json")


def register(app: Flask) -> None:
    """Hook the handlers into ``app``."""

    @app.errorhandler(DomainError)
    def out_of_range(error: DomainError) -> Response:
        return problem(422, "out-of-range", str(error), error.field)

    @app.errorhandler(FieldError)
    def bad_field(error: FieldError) -> Response:
        return problem(422, "bad-field", str(error), error.field)

    @app.errorhandler(ValidationError)
    def invalid(error: ValidationError) -> Response:
        first = first_error(error)
        return problem(422, "bad-field", str(first), first.field)

    @app.errorhandler(NotFound)
    def missing(error: NotFound) -> Response:
        return problem(404, "not-found", str(error), error.field)

    @app.errorhandler(ServiceAway)
    def away(error: ServiceAway) -> Response:
        return problem(502, "service-away", f"The tide service is away ({error}): nothing was"
                       " stored. Try again, or bring a file.", "tide_service")

    @app.errorhandler(Unusable)
    def without_database(error: Unusable) -> Response:
        log.error("%s", error)
        response = problem(503, "no-database", f"{error}. What was just told is not kept: it stays"
                           " on the device that told it.", "database")
        response.headers["Retry-After"] = "5"
        return response

    @app.errorhandler(sqlite3.OperationalError)
    @app.errorhandler(sqlite3.DatabaseError)
    def broken_database(error: sqlite3.Error) -> Response:
        if isinstance(error, sqlite3.IntegrityError | sqlite3.ProgrammingError):
            return unexpected(error)
        return without_database(unusable(path(), error))

    @app.errorhandler(HTTPException)
    def http(error: HTTPException) -> Response:
        code = (error.name or "error").lower().replace(" ", "-")
        response = problem(error.code or 500, code, error.description or code)
        for name, value in error.get_headers():
            if name in ("Allow", "Retry-After"):
                response.headers[name] = value
        return response

    @app.errorhandler(Exception)
    def unexpected(error: Exception) -> Response:
        log.exception("unexpected error", exc_info=error)
        return problem(500, "unexpected", "Ilha met an error of its own. What it had acknowledged"
                       " is kept; what was just sent is not.")
