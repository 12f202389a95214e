"""The log on the wire."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import again, log
from ilha.web.answers import answer
from ilha.web.database import connection, now_s
from ilha.web.log import dump
from ilha.web.log.payloads import (
    AgainQuestion,
    Batch,
    ForgetDepth,
    Kept,
    LearnedChange,
    LogQuestion,
)

bp = Blueprint("log", __name__, url_prefix="/api")


@bp.post("/log")
def post_log() -> Response:
    batch = Batch.model_validate_json(request.get_data())
    log.keep(connection(), batch.events, batch.gone, batch.instead)
    return answer(Kept(ids=[*(event.id for event in batch.events), *batch.gone]))


@bp.get("/log")
def get_log() -> Response:
    asked = LogQuestion.model_validate(request.args.to_dict())
    return answer(dump.trips(log.page(
        connection(), (asked.before_utc_s, asked.before_id), asked.trips)))


@bp.get("/log/worked")
def get_worked() -> Response:
    return answer(dump.worked(log.what_worked(connection())))


@bp.get("/log/learned")
def get_learned() -> Response:
    return answer(dump.learned(
        log.all_learned(connection()), log.all_depths(connection()), log.asked(connection())))


@bp.put("/log/learned")
def put_learned() -> Response:
    new = LearnedChange.model_validate_json(request.get_data())
    log.change_learned(connection(), new.kind, new.key, new.action, now_s())
    return get_learned()


@bp.put("/log/learned/depth")
def forget_depth() -> Response:
    log.forget_depth(connection(), ForgetDepth.model_validate_json(request.get_data()).mark_id)
    return get_learned()


@bp.get("/log/again")
def get_again() -> Response:
    asked = AgainQuestion.model_validate(request.args.to_dict())
    return answer(dump.again(again.again(
        connection(), asked.mark_id, asked.from_utc_s, asked.to_utc_s, now_s())))
