"""The trainer on the wire."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.advice.waters import WATERS
from ilha.desk import trainer
from ilha.web.answers import answer
from ilha.web.database import connection, now_s
from ilha.web.trainer import dump
from ilha.web.trainer.payloads import TrainerAnswers, TrainerScore, WaterAnswers, WaterScore

bp = Blueprint("trainer", __name__, url_prefix="/api")


@bp.get("/trainer")
def get_series() -> Response:
    conn, now = connection(), now_s()
    return answer(dump.series(trainer.next_series(conn, now), trainer.standing(conn, now)))


@bp.post("/trainer")
def post_answers() -> Response:
    sent = TrainerAnswers.model_validate_json(request.get_data())
    conn, now = connection(), now_s()
    trainer.take(conn, [(a.code, a.said) for a in sent.answers], now)
    return answer(TrainerScore.model_validate({
        "right": sum(a.code == a.said for a in sent.answers), "asked": len(sent.answers),
        "standing": [vars(s) for s in trainer.standing(conn, now)]}))


@bp.get("/trainer/waters")
def get_waters() -> Response:
    conn, now = connection(), now_s()
    return answer(dump.waters(trainer.next_waters(conn, now), trainer.standing(conn, now, WATERS)))


@bp.post("/trainer/waters")
def post_waters() -> Response:
    sent = WaterAnswers.model_validate_json(request.get_data())
    conn, now = connection(), now_s()
    trainer.take_waters(conn, [(a.code, a.right) for a in sent.answers], now)
    return answer(WaterScore.model_validate({
        "right": sum(a.right for a in sent.answers), "asked": len(sent.answers),
        "standing": [vars(s) for s in trainer.standing(conn, now, WATERS)]}))
