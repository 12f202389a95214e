"""The bench on the wire."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import bench
from ilha.desk.template import template
from ilha.formats.template import as_pdf
from ilha.web.answers import answer, as_file
from ilha.web.bench import dump
from ilha.web.bench.payloads import (
    FitQuestion,
    SeenQuestion,
    TemplateQuestion,
)
from ilha.web.database import connection

bp = Blueprint("bench", __name__, url_prefix="/api")


@bp.get("/fit")
def get_fit() -> Response:
    asked = FitQuestion.model_validate(request.args.to_dict())
    return answer(dump.fit(bench.on_bench(connection(), asked)))


@bp.get("/straight")
def get_straight() -> Response:
    asked = SeenQuestion.model_validate(request.args.to_dict())
    return answer(dump.findings(bench.crooked(asked)))


@bp.get("/template.pdf")
def get_template() -> Response:
    asked = TemplateQuestion.model_validate(request.args.to_dict())
    return as_file(as_pdf(template(connection(), asked), asked.paper), "application/pdf",
                   f"ilha-template-{asked.paper}.pdf")
