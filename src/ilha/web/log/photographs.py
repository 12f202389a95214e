"""Photographs of what is in the log, on the wire."""

from __future__ import annotations

from pathlib import Path

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import photographs
from ilha.formats import picture
from ilha.web.answers import answer, made
from ilha.web.database import connection, now_s, path
from ilha.web.errors import problem
from ilha.web.log import dump
from ilha.web.log.payloads import PhotographAsked, PictureAsked

bp = Blueprint("photographs", __name__, url_prefix="/api/photographs")


@bp.post("")
def add() -> Response:
    if request.mimetype not in picture.TYPES:
        return problem(415, "unsupported-media-type", "A photograph is sent as it is: Content-Type:"
                                                      " image/jpeg, image/png or image/webp.")
    request.max_content_length = picture.MOST_BYTES
    asked = PhotographAsked.model_validate(request.args.to_dict())
    return made(answer(dump.photograph(photographs.add(
        connection(), Path(path()), asked.event_id, request.get_data(), asked.keep_place,
        now_s()))))


@bp.get("/<int:row_id>.jpg")
def show(row_id: int) -> Response:
    asked = PictureAsked.model_validate(request.args.to_dict())
    data = photographs.picture(connection(), Path(path()), row_id, asked.small)
    return Response(data, content_type="image/jpeg")


@bp.delete("/<int:row_id>")
def take_out(row_id: int) -> Response:
    return answer(dump.photograph(photographs.take_out(connection(), row_id, now_s())))


@bp.post("/<int:row_id>/back")
def put_back(row_id: int) -> Response:
    return answer(dump.photograph(photographs.put_back(connection(), row_id)))
