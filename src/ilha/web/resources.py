"""Plain resources: health, marks, box, reference, settings."""

from __future__ import annotations

from typing import cast

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha import __version__
from ilha.core.advice.cautions import CAUTIONS, FIRST
from ilha.core.advice.doctor import SYMPTOMS
from ilha.core.bench.strength import HARDWARE
from ilha.core.judge.schools import SCHOOLS
from ilha.core.tables import STANCES
from ilha.formats.fields import FieldError
from ilha.store import lines, marks, plastics, rods, settings
from ilha.web import kinds
from ilha.web.answers import json_answer
from ilha.web.books import fish_book
from ilha.web.database import connection
from ilha.web.payloads import (
    CautionNote,
    FishNote,
    Health,
    Marks,
    Payload,
    Reference,
    SchoolNote,
    Settings,
    StanceNote,
    SymptomNote,
)

bp = Blueprint("resources", __name__, url_prefix="/api")


def answer(payload: Payload) -> Response:
    """A payload as JSON."""
    return json_answer(payload.model_dump_json())


@bp.get("/health")
def health() -> Response:
    return answer(Health(ok=True, version=__version__))


@bp.get("/marks")
def all_marks() -> Response:
    return answer(Marks.model_validate({"marks": marks.listed(connection())}))


@bp.get("/box")
def box() -> Response:
    return answer(kinds.box())


@bp.get("/reference")
def reference() -> Response:
    return answer(Reference(
        schools=[SchoolNote.model_validate({
            "key": s.key, "name": s.name, "says": s.says, "scope_limit": s.scope_limit,
            "hangs_count": s.hangs_count, "because": s.because,
        }) for s in SCHOOLS.values()],
        stances=[StanceNote.model_validate({"key": key, **vars(s)}) for key, s in STANCES.items()],
        cautions=[CautionNote(code=c.code, says=c.says, kinds=list(c.kinds),
                              stances=list(c.stances), exposures=list(c.exposures))
                  for c in CAUTIONS if c.always],
        local_first=FIRST,
        fish=[FishNote(
            key=f.key, name=f.name, scientific=f.scientific, feeds=f.feeds, mouth=f.mouth,
            teeth=f.teeth, takes=f.takes, strength=f.strength, cautions=list(f.cautions),
        ) for f in sorted(fish_book().values(), key=lambda f: f.name.lower())],
        symptoms=[SymptomNote(key=s.key, name=s.name, says=s.says) for s in SYMPTOMS.values()],
        hardware=list(HARDWARE),
        tide_service=current_app.config.get("TIDE_SERVICE") is not None,
    ))


@bp.get("/settings")
def get_settings() -> Response:
    return answer(Settings.model_validate(settings.get(connection())))


@bp.put("/settings")
def put_settings() -> Response:
    new = Settings.model_validate_json(request.get_data())
    conn = connection()
    for field, module in (("mark_id", marks), ("plastic_id", plastics), ("line_id", lines),
                          ("rod_id", rods)):
        wanted = getattr(new, field)
        if wanted is not None and module.get(conn, wanted) is None:
            raise FieldError(field, f"`{field}`: there is no {wanted} in the box: choose another")
    settings.put(conn, cast(settings.Settings, new.model_dump()))
    return answer(new)
