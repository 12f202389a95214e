"""Days taken along on the wire."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk.along import AlongQuestion, along
from ilha.desk.board import taught_of
from ilha.desk.left_out import left_out
from ilha.web.along import dump
from ilha.web.answers import json_or_gzip
from ilha.web.database import connection, now_s

bp = Blueprint("along", __name__, url_prefix="/api")


@bp.get("/along")
def get_along() -> Response:
    asked = AlongQuestion.model_validate(request.args.to_dict())
    conn = connection()
    found = along(conn, now_s(), asked)
    return json_or_gzip(dump.along(
        found, left_out(conn, found.day), taught_of(conn, found.day)))
