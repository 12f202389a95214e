"""Health, what the core knows by name, settings."""

from __future__ import annotations

import os
from typing import cast

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha import __version__
from ilha.core.advice.cautions import CAUTIONS, FIRST
from ilha.core.advice.doctor import SYMPTOMS
from ilha.core.advice.glossary import GLOSSARY
from ilha.core.bench.strength import HARDWARE
from ilha.core.bench.tying import KNOTS_DRAWN
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.choose.situation import PLACES
from ilha.core.judge.schools import SCHOOLS
from ilha.core.tables import STANCES
from ilha.core.trip.ways import CRAFTS
from ilha.core.trip.worth import wind_most
from ilha.desk.books import fish_book
from ilha.desk.facts_typed import Settings
from ilha.desk.settings import keep
from ilha.store import settings
from ilha.web.answers import answer
from ilha.web.database import connection
from ilha.web.errors import problem
from ilha.web.look_round import HOME, NotThere
from ilha.web.reference.payloads import (
    CautionNote,
    CraftNote,
    Elsewhere,
    FishNote,
    Health,
    KnotNote,
    PlaceNote,
    Reference,
    RetrieveNote,
    SchoolNote,
    StanceNote,
    SymptomNote,
    TermNote,
)

bp = Blueprint("reference", __name__, url_prefix="/api")


@bp.get("/health")
def health() -> Response:
    return answer(Health(ok=True, version=__version__))


@bp.get("/reference")
def reference() -> Response:
    return answer(Reference(
        schools=[SchoolNote.model_validate({
            "key": s.key, "name": s.name, "says": s.says, "scope_limit": s.scope_limit,
            "hangs_count": s.hangs_count, "because": s.because,
        }) for s in SCHOOLS.values()],
        crafts=[CraftNote(
            key=key, words=c.words, speed_m_s=c.speed_m_s, least_depth_m=c.least_depth_m,
            wind_most_m_s=wind_most(c) if c.drifts else None) for key, c in CRAFTS.items()],
        stances=[StanceNote.model_validate({"key": key, **vars(s)}) for key, s in STANCES.items()],
        places=[PlaceNote.model_validate(
            {"kind": key.replace("-", " ")} | {name: row[name] for name in PlaceNote.model_fields
                                               if name != "kind"})
            for key, row in PLACES.items()],
        cautions=[CautionNote(code=c.code, says=c.says, kinds=list(c.kinds),
                              stances=list(c.stances), exposures=list(c.exposures),
                              riggings=list(c.riggings))
                  for c in CAUTIONS if c.always],
        local_first=FIRST,
        fish=[FishNote.model_validate({name: getattr(f, name) for name in FishNote.model_fields})
              for f in sorted(fish_book(connection()).values(), key=lambda f: f.name.lower())],
        retrieves=[RetrieveNote(key=r.key, name=r.name, says=r.says, steady=r.steady,
                                speed_m_s=r.speed_m_s) for r in RETRIEVES.values()],
        symptoms=[SymptomNote(key=s.key, name=s.name, says=s.says) for s in SYMPTOMS.values()],
        hardware=list(HARDWARE),
        glossary=[TermNote(term=t.term, says=t.says, also=list(t.also)) for t in GLOSSARY],
        knots=[KnotNote.model_validate({
            "key": k.key, "name": k.name, "says": k.says, "strength": k.strength,
            "turns": [{"to_kg": most, "turns": n} for most, n in k.turns],
            "steps": [{"says": s.says,
                       "strokes": [{"kind": w.kind, "at": list(w.at)} for w in s.strokes]}
                      for s in k.steps],
        }) for k in KNOTS_DRAWN.values()],
        home_url=os.environ.get(HOME) or None,
        tide_service=current_app.config.get("TIDE_SERVICE") is not None,
    ))


@bp.post("/look-round")
def look_round() -> Response:
    sample = current_app.extensions.get("look-round")
    if os.environ.get(HOME) or sample is None:
        return problem(409, "not-here", "The sample island is not shown from here.")
    try:
        return answer(Elsewhere(url=sample.url(request.host_url)))
    except NotThere as error:
        return problem(503, "not-there", f"{str(error).capitalize()}.")


@bp.get("/settings")
def get_settings() -> Response:
    return answer(Settings.model_validate(settings.get(connection())))


@bp.put("/settings")
def put_settings() -> Response:
    new = Settings.model_validate_json(request.get_data())
    keep(connection(), cast(settings.Settings, new.model_dump()))
    return answer(new)
