"""Packing and losses on the wire."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import packing, restock
from ilha.desk.packing import PackQuestion
from ilha.web.answers import answer
from ilha.web.database import connection, now_s
from ilha.web.pack import dump

bp = Blueprint("pack", __name__, url_prefix="/api")


@bp.post("/pack")
def post_pack() -> Response:
    asked = PackQuestion.model_validate_json(request.get_data())
    return answer(dump.pack_list(packing.pack_for(connection(), now_s(), asked)))


@bp.get("/restock")
def get_restock() -> Response:
    return answer(dump.restock(restock.restock(connection())))
