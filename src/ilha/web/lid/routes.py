"""The lid chart on the screen and on paper; what would close its gaps."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk.buying import BuyQuestion, what_to_buy
from ilha.desk.chart import LidQuestion, chart_of, path_of
from ilha.formats.lid_pdf import as_pdf
from ilha.web.answers import answer, as_file
from ilha.web.database import connection, now_s
from ilha.web.lid import dump
from ilha.web.lid.payloads import LidSheet

bp = Blueprint("lid", __name__, url_prefix="/api")


@bp.get("/lid")
def get_lid() -> Response:
    asked = LidQuestion.model_validate(request.args.to_dict())
    conn = connection()
    own = chart_of(conn, asked)
    chart = own.lid
    return answer(dump.chart(own, chart, path_of(conn, now_s(), asked, chart)))


@bp.get("/lid.pdf")
def get_lid_pdf() -> Response:
    asked = LidSheet.model_validate(request.args.to_dict())
    conn = connection()
    own = chart_of(conn, asked)
    chart = own.lid
    sheet = dump.sheet(asked, own, chart, path_of(conn, now_s(), asked, chart))
    return as_file(as_pdf(sheet), "application/pdf", "ilha-lid.pdf")


@bp.get("/lid/buy")
def get_buy() -> Response:
    asked = BuyQuestion.model_validate(request.args.to_dict())
    return answer(dump.buys(what_to_buy(connection(), now_s(), asked)))
