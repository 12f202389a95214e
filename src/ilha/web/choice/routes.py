"""The choice on the wire: outfits, what moves them, the doctor, the fan."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import outfit, tying_up
from ilha.desk.outfit import ChoiceQuestion, Chosen, DoctorQuestion, FanQuestion
from ilha.web.answers import answer
from ilha.web.choice import dump
from ilha.web.database import connection, now_s

bp = Blueprint("choice", __name__, url_prefix="/api")


def _chosen(asked: ChoiceQuestion) -> Chosen:
    return outfit.chosen(connection(), now_s(), asked)


@bp.get("/choice")
def get_choice() -> Response:
    return answer(dump.choice(_chosen(ChoiceQuestion.model_validate(request.args.to_dict()))))


@bp.get("/choice/moves")
def get_moves() -> Response:
    asked = ChoiceQuestion.model_validate(request.args.to_dict())
    return answer(dump.moves(outfit.moves(_chosen(asked))))


@bp.get("/choice/loose")
def get_loose() -> Response:
    asked = ChoiceQuestion.model_validate(request.args.to_dict())
    return answer(dump.loose(tying_up.loose(connection(), now_s(), asked)))


@bp.get("/choice/doctor")
def get_doctor() -> Response:
    asked = DoctorQuestion.model_validate(request.args.to_dict())
    return answer(dump.doctor(asked.trouble, outfit.doctor(connection(), _chosen(asked), asked)))


@bp.get("/choice/fan")
def get_fan() -> Response:
    asked = FanQuestion.model_validate(request.args.to_dict())
    c = _chosen(asked)
    return answer(dump.fans(c, outfit.fan(connection(), c, asked), asked.sector_deg,
                            asked.stretch_m))
