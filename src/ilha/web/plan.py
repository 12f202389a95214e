"""GET /api/plan.txt and /api/plan.ics: the day's change plan to take along."""

from __future__ import annotations

import time
from typing import Any

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.formats.plan_text import PlanUnits, Tied, as_calendar, as_text
from ilha.store import heads, marks, settings
from ilha.web import day
from ilha.web.database import connection
from ilha.web.day_payloads import DayQuestion
from ilha.web.span import STEP_S, span_of

bp = Blueprint("plan", __name__, url_prefix="/api")

NOTE = ("Times and figures are computed, the current at a mark is known to perhaps a fifth. Local"
        " rules, forecasts and what you see come first.")


def _question() -> tuple[dict[str, Any], marks.Mark, PlanUnits]:
    asked = DayQuestion.model_validate(request.args.to_dict())
    body = day.answer(asked)
    mark = day.found(marks.get, asked.mark_id, "mark_id", "mark")
    chosen = settings.get(connection())
    units = PlanUnits(chosen["head_unit"], chosen["depth_unit"], chosen["speed_unit"])
    return body, mark, units


def _runs(body: dict[str, Any], mark: marks.Mark, units: PlanUnits) -> list[Tied]:
    start = span_of(body["date"], mark["time_zone"], 0.0).start_s
    rows = {row["id"]: row for row in heads.listed(connection())}
    figures = {head["id"]: head for head in body["heads"]}
    out = []
    for run in body["plan"]:
        first, last = run["from_step"], run["to_step"]
        clocks = (body["clock"][first], body["clock"][last])
        span = (float(start + STEP_S * first), float(start + STEP_S * last))
        if run["head_id"] is None:
            why = "the mark is dry" if run["dry"] else "no head in the box is right"
            out.append(Tied(*span, *clocks, None, why))
            continue
        row, middle = rows[run["head_id"]], (first + last) // 2
        name = (f"{units.weight(row['printed_oz'], row['mass_g'])}"
                f" {row['shape'].replace('-', ' ')} {row['hook_size']}")
        seen = figures[run["head_id"]]
        out.append(Tied(*span, *clocks, name, count=seen["count_s"][middle],
                        lead=seen["lead_m"][middle], depth=body["depth_m"][middle],
                        speed=abs(body["stream_m_s"][middle])))
    return out


@bp.get("/plan.txt")
def get_text() -> Response:
    body, mark, units = _question()
    title = f"{mark['name']}, {body['date']} ({body['time_zone']}), by {body['school']}"
    best = [f"{s['from_clock']} to {s['to_clock']}: {' and '.join(s['reasons'])}"
            for s in body["spells"]]
    notes = ["Worth being there:", *best, "", mark["caution"], NOTE]
    text = as_text(title, _runs(body, mark, units), notes, units)
    return _file(text.encode(), "text/plain", f"ilha-plan-{body['date']}.txt")


@bp.get("/plan.ics")
def get_calendar() -> Response:
    body, mark, units = _question()
    now_s = float(current_app.config.get("NOW") or time.time())
    data = as_calendar(mark["name"], (mark["latitude_deg"], mark["longitude_deg"]),
                       _runs(body, mark, units), f"{mark['caution']} {NOTE}", now_s, units)
    return _file(data, "text/calendar", f"ilha-plan-{body['date']}.ics")


def _file(data: bytes, kind: str, name: str) -> Response:
    response = Response(data, content_type=f"{kind}; charset=utf-8")
    response.headers["Content-Disposition"] = f'attachment; filename="{name}"'
    response.cache_control.no_cache = True
    return response
