"""The day on the wire: one mark, every head of the box; two rigs compared."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk.board import DayQuestion, day_of, taught_of
from ilha.desk.compare import CompareQuestion, compare
from ilha.desk.left_out import left_out
from ilha.web.answers import answer, json_answer
from ilha.web.database import connection, now_s
from ilha.web.day import dump

bp = Blueprint("day", __name__, url_prefix="/api")


@bp.get("/day")
def get_day() -> Response:
    return _day(DayQuestion.model_validate(request.args.to_dict()))


@bp.post("/day")
def post_day() -> Response:
    """The same, asked as one question: it changes nothing."""
    return _day(DayQuestion.model_validate_json(request.get_data()))


def _day(asked: DayQuestion) -> Response:
    conn = connection()
    m = day_of(conn, now_s(), asked)
    return json_answer(dump.board(m, left_out(conn, m), taught_of(conn, m)))


@bp.get("/compare")
def get_compare() -> Response:
    asked = CompareQuestion.model_validate(request.args.to_dict())
    return answer(dump.compared(compare(connection(), now_s(), asked)))
