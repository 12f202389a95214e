"""The day's change plan to take along: as text and as a calendar; what would spare a change."""

from __future__ import annotations

from typing import Any

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.core.advice.cautions import FIRST
from ilha.core.errors import DomainError
from ilha.core.tables import STANCES
from ilha.core.trip.plan import changes, covered, other_stances
from ilha.formats.plan_text import PlanUnits, Tied, Work, as_calendar, as_text
from ilha.store import heads, lines, marks, settings
from ilha.web import day
from ilha.web.database import connection
from ilha.web.day_payloads import DayQuestion
from ilha.web.day_sky import plan_runs
from ilha.web.plan_payloads import PlanSaving, PlanSavings
from ilha.web.resources import answer
from ilha.web.span import now_s, span_of

bp = Blueprint("plan", __name__, url_prefix="/api")

NOTE = ("Times and figures are computed; the current at a mark is known to perhaps a fifth. "
        + FIRST)


def the_units() -> PlanUnits:
    chosen = settings.get(connection())
    return PlanUnits(chosen["head_unit"], chosen["depth_unit"], chosen["speed_unit"],
                     chosen["wind_unit"])


def planned(asked: DayQuestion) -> tuple[dict[str, Any], marks.Mark, PlanUnits]:
    return day.answer(asked), day.found(marks.get, asked.mark_id, "mark_id", "mark"), the_units()


def _work(
    body: dict[str, Any], figures: dict[str, Any], first: int, last: int, asked: DayQuestion
) -> Work:
    def ends(values: list[Any]) -> tuple[float, float] | None:
        found = [abs(v) if values is stream else v for v in values[first:last] if v is not None]
        return (min(found), max(found)) if found else None

    stream = body["stream_m_s"]
    return Work(
        ends(body["depth_m"]) or (0.0, 0.0), ends(stream) or (0.0, 0.0),
        ends(figures["count_s"]), ends(figures["middle_s"]), ends(figures["stop_s"]),
        ends(figures["lead_m"]), ends(figures["zone_s"]), (body["zone_from_m"], body["zone_to_m"]),
        asked.retrieve_speed_m_s if asked.steady else None, asked.lowered,
        body["drift"] is not None,
    )


def until(clock: str) -> str:
    """The clock of an end: midnight is the end of this day, not the start of it."""
    return "24:00" if clock == "00:00" else clock


def tied_runs(
    body: dict[str, Any], mark: marks.Mark, units: PlanUnits, asked: DayQuestion,
    within: tuple[int, int] = (0, 144),
) -> list[Tied]:
    """The plan's runs within some steps of the day."""
    times = span_of(body["date"], mark["time_zone"], 0.0).times
    rows = {row["id"]: row for row in heads.listed(connection())}
    figures = {head["id"]: head for head in body["heads"]}
    out = []
    for run in body["plan"]:
        first, last = max(run["from_step"], within[0]), min(run["to_step"], within[1])
        if first >= last:
            continue
        clocks = (body["clock"][first], until(body["clock"][last]))
        span = (float(times[first]), float(times[last]))
        if run["head_id"] is None:
            why = "the mark is dry" if run["dry"] else "no head in the box is right"
            out.append(Tied(*span, *clocks, why=why))
            continue
        row = rows[run["head_id"]]
        weight = units.weight(row["printed_oz"], row["mass_g"])
        real = f", {row['mass_g']:.1f} g" if weight.endswith("oz") else ""
        out.append(Tied(
            *span, *clocks, f"{row['shape'].replace('-', ' ')} {row['hook_size']}{real}", weight,
            work=_work(body, figures[run["head_id"]], first, last, asked)))
    return out


@bp.get("/plan.txt")
def get_text() -> Response:
    asked = DayQuestion.model_validate(request.args.to_dict())
    body, mark, units = planned(asked)
    title = f"{mark['name']}, {body['date']} ({body['time_zone']}), by {body['school']}"
    notes = ["Worth being there:", *told_spells(body), "", *told_cautions(body, mark, units), NOTE]
    text = as_text(title, tied_runs(body, mark, units, asked), notes, units)
    return as_file(text.encode(), "text/plain", f"ilha-plan-{body['date']}.txt")


@bp.get("/plan.ics")
def get_calendar() -> Response:
    asked = DayQuestion.model_validate(request.args.to_dict())
    body, mark, units = planned(asked)
    note = " ".join((*told_cautions(body, mark, units), NOTE))
    data = as_calendar(mark["name"], (mark["latitude_deg"], mark["longitude_deg"]),
                       tied_runs(body, mark, units, asked), note, now_s(current_app), units)
    return as_file(data, "text/calendar", f"ilha-plan-{body['date']}.ics")


def told_spells(body: dict[str, Any], within: tuple[int, int] = (0, 144)) -> list[str]:
    return [f"{s['from_clock']} to {until(s['to_clock'])} {' and '.join(s['reasons'])}"
            for s in body["spells"] if s["to_step"] > within[0] and s["from_step"] < within[1]]


def _times(spans: list[dict[str, Any]]) -> str:
    return ", ".join(f"{s['from_clock']} to {until(s['to_clock'])}" for s in spans)


def told_cautions(body: dict[str, Any], mark: marks.Mark, units: PlanUnits) -> list[str]:
    """The mark's own, what the weather adds with its times, and when it is too deep to wade."""
    out = [mark["caution"]] if mark["caution"] else []
    for caution in body["cautions"]:
        when = _times(caution["when"])
        out.append(f"{when + ': ' if when else ''}{caution['says']}")
    wade = body["wade"]
    if wade is not None:
        limit = units.length(wade["limit_m"])
        for where, spans in (("here", wade["here"]), ("on the way back", wade["way_back"])):
            if spans:
                out.append(f"Over {limit} {where} from {_times(spans)}.")
        if wade["way_back"] is None:
            out.append("The depth of the way back is not known: it may fill first.")
    return out


@bp.get("/plan/savings")
def get_savings() -> Response:
    """Which thinner line of the box, or which other stance, would spare a change."""
    asked = DayQuestion.model_validate(request.args.to_dict())
    now = _counted(asked)
    line = day.found(lines.get, asked.line_id, "line_id", "line")
    ways: list[tuple[str, str, dict[str, Any]]] = [
        ("line", row["name"], {"line_id": row["id"]})
        for row in sorted(lines.listed(connection()), key=lambda row: -row["diameter_mm"])
        if row["diameter_mm"] < line["diameter_mm"]]
    mark = day.found(marks.get, asked.mark_id, "mark_id", "mark")
    stance = asked.stance or mark["stance"]
    ways += [("stance", STANCES[key].words, {"stance": key, "tip_height_m": None})
             for key in other_stances(stance, mark["exposure"])]
    savings: list[PlanSaving] = []
    for kind, words, change in ways:
        then = _counted(asked.model_copy(update=change))
        # A still thinner line must spare more than the one before it.
        best = min((s.changes for s in savings if s.kind == kind), default=now[0])
        if then[0] < best and then[1] >= now[1]:
            savings.append(PlanSaving.model_validate(
                {"kind": kind, "words": words, "changes": then[0], **change}))
    return answer(PlanSavings(changes=now[0], savings=sorted(savings, key=lambda s: s.changes)))


def _counted(asked: DayQuestion) -> tuple[int, int]:
    """Changes of head in the day's plan, and steps with a head. A stance in which the line would
    never hold is no answer, an error of it none either."""
    try:
        made = day.made(asked, bare=True)
    except DomainError:
        return 1000, 0
    runs = plan_runs(made.day, made.shown, asked.school, asked.change_minutes,
                     made.span.step_s)
    return changes(runs), covered(runs)


def as_file(data: bytes, kind: str, name: str) -> Response:
    text = kind.startswith("text/")
    response = Response(data, content_type=f"{kind}; charset=utf-8" if text else kind)
    response.headers["Content-Disposition"] = f'attachment; filename="{name}"'
    response.cache_control.no_cache = True
    return response
