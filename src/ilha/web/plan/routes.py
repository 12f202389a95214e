"""The change plan and the card on the wire, to take along."""

from __future__ import annotations

from dataclasses import asdict

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import plan
from ilha.desk.board import DayOfMark, DayQuestion, day_of
from ilha.desk.card import CardQuestion, DayCard, card_of
from ilha.formats.card import as_html, as_pdf
from ilha.formats.plan_text import PlanUnits, as_calendar, as_text
from ilha.web.answers import answer, as_file
from ilha.web.database import connection, now_s
from ilha.web.plan.payloads import CardSheet, PlanSaving, PlanSavings, ShareAt, ShareSpan

bp = Blueprint("plan", __name__, url_prefix="/api")


def _day() -> DayOfMark:
    asked = DayQuestion.model_validate(request.args.to_dict())
    return day_of(connection(), now_s(), asked, bare=True)


def _with(m: DayOfMark, units: PlanUnits) -> str:
    """What is tied on all day, whatever the head."""
    return ", ".join((m.plastic["name"], *plan.tied_on(connection(), m, units), m.line["name"]))


@bp.get("/plan.txt")
def get_text() -> Response:
    m, units = _day(), plan.units_of(connection())
    mark, date = m.at.mark, m.at.span.date
    title = (f"{mark['name']}, {date} ({mark['time_zone']}), by {m.asked.school}\n"
             f"{_with(m, units)}")
    notes = ["Worth being there:", *plan.told_spells(m.sky.spells), "",
             *plan.told_cautions(m.minded, mark, units), plan.NOTE]
    text = as_text(title, plan.tied_runs(m, units), notes, units)
    return as_file(text.encode(), "text/plain", f"ilha-plan-{date}.txt")


@bp.get("/plan.ics")
def get_calendar() -> Response:
    m, units = _day(), plan.units_of(connection())
    mark = m.at.mark
    note = " ".join((f"{_with(m, units)}.", *plan.told_cautions(m.minded, mark, units), plan.NOTE))
    data = as_calendar(
        (mark["id"], mark["name"]), (mark["latitude_deg"], mark["longitude_deg"]),
        m.at.span.date, plan.tied_runs(m, units), note, now_s(), units)
    return as_file(data, "text/calendar", f"ilha-plan-{m.at.span.date}.ics")


@bp.get("/plan/savings")
def get_savings() -> Response:
    asked = DayQuestion.model_validate(request.args.to_dict())
    found = plan.savings(connection(), now_s(), asked)
    return answer(PlanSavings(changes=found.changes, savings=[PlanSaving.model_validate(
        {"kind": s.kind, "words": s.words, "changes": s.changes, **s.change})
        for s in found.savings]))


def _card() -> tuple[DayCard, CardQuestion]:
    asked = CardQuestion.model_validate(request.args.to_dict())
    return card_of(connection(), now_s(), asked), asked


@bp.get("/card")
def get_card() -> Response:
    card = _card()[0].card
    spans = [ShareSpan(from_share=a, to_share=b, words=words) for a, b, words in card.bands]
    nights = [ShareSpan(from_share=a, to_share=b, words="night") for a, b in card.nights]
    hours = [ShareAt(at_share=at, words=words) for at, words in card.hours]
    return answer(CardSheet.model_validate(
        asdict(card) | {"bands": spans, "nights": nights, "hours": hours}))


@bp.get("/card.html")
def get_html() -> Response:
    made, asked = _card()
    return as_file(as_html(made.card, asked.size).encode(), "text/html",
                   f"ilha-card-{made.date}.html")


@bp.get("/card.pdf")
def get_pdf() -> Response:
    made, asked = _card()
    return as_file(as_pdf(made.card, asked.size), "application/pdf",
                   f"ilha-card-{made.date}-{asked.size}.pdf")
