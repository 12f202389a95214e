"""GET /api/log/again: when a trip that went well could be made once more."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.core.errors import DomainError
from ilha.core.log.again import Past, most, past_of, windows
from ilha.core.tide.light import light
from ilha.core.tide.tideway import DRY_BELOW, Typed, tideway
from ilha.formats.fields import FieldError
from ilha.store import events, marks
from ilha.web.convert import one
from ilha.web.database import connection
from ilha.web.log_payloads import Again, AgainQuestion
from ilha.web.resources import answer
from ilha.web.span import Span, now_s, span_of
from ilha.web.tide_of import tide_of

bp = Blueprint("again", __name__, url_prefix="/api")

DAYS_AHEAD = 30
SHOWN = 6


def _fish_of(asked: AgainQuestion) -> list[events.Event]:
    """Fish of a trip, of which depth and current are known."""
    rows = events.listed(connection(), asked.from_utc_s, asked.to_utc_s)
    return [row for row in rows if row["kind"] == "fish" and row["mark_id"] == asked.mark_id
            and row["depth_m"] is not None and row["surface_speed_m_s"] is not None]


def _most(rows: list[events.Event], name: str) -> Any:
    """What most of them have of a field; None where none says."""
    return most([row[name] for row in rows])  # type: ignore[literal-required]


def _on_day(mark: marks.Mark, span: Span, past: Past, after_s: float, without: tuple[str, ...]
            ) -> list[dict[str, Any]]:
    """Windows of one day that end after an instant."""
    here = tide_of(mark, span)
    # The log keeps what was predicted by the model alone: so it is held against that.
    way = tideway(span.times, mark["charted_depth_m"], here.tide, here.rates, Typed(),
                  here.heights, here.stream)
    sky = light(mark["latitude_deg"], mark["longitude_deg"], float(span.times[0]),
                float(span.times[-1])).fished_at(span.times)
    wet = (way.depth >= DRY_BELOW) & (span.times >= after_s)
    return [{
        "date": span.date, "from_step": w.first, "to_step": w.last,
        "from_clock": span.clock_of(w.first), "to_clock": span.clock_of(w.last),
        "at_utc_s": float(span.times[w.first]), "closeness": round(w.closeness, 3),
        "but": list(w.but),
    } for w in windows(past, way.depth, way.stream, sky, wet, span.step_s, without)]


@bp.get("/log/again")
def get_again() -> Response:
    asked = AgainQuestion.model_validate(request.args.to_dict())
    mark = marks.get(connection(), asked.mark_id)
    rows = _fish_of(asked)
    if mark is None or not rows:
        raise FieldError("mark_id", "`mark_id`: no fish with its depth and current was logged there"
                                    " then: choose another trip")
    past = past_of([row["depth_m"] or 0.0 for row in rows],
                   [row["surface_speed_m_s"] or 0.0 for row in rows],
                   [row["stage"] for row in rows], [row["light"] for row in rows])
    now = now_s(current_app)
    first = date.fromisoformat(span_of(None, mark["time_zone"], now).date)
    alike: list[dict[str, Any]] = []
    near: list[dict[str, Any]] = []
    reach, why = 0, ""
    for n in range(DAYS_AHEAD):
        span = span_of((first + timedelta(days=n)).isoformat(), mark["time_zone"], now)
        try:
            alike += _on_day(mark, span, past, now, ())
            if not alike:
                near += [w for w in _on_day(mark, span, past, now, ("light",)) if w["but"]]
        except DomainError as error:
            why = str(error)
            break
        reach = n + 1
        if len(alike) >= SHOWN:
            break
    best = max(rows, key=lambda row: row["length_cm"] or 0.0)
    return answer(Again.model_validate({
        "fish": len(rows), "depth_m": one(past.depth, 2), "stream_m_s": one(past.stream, 3),
        "stage": _most(rows, "stage"), "light": past.light, "head_id": best["head_id"],
        "head_name": _most(rows, "head_name") or "", "plastic_id": best["plastic_id"],
        "plastic_name": _most(rows, "plastic_name") or "", "colour": _most(rows, "colour") or "",
        "retrieve": _most(rows, "retrieve") or "", "species": _most(rows, "fish"),
        "days": reach, "why": why, "windows": (alike or near)[:SHOWN]}))
