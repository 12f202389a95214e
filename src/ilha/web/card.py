"""The card: the day, or some hours of it, on one sheet."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.errors import DomainError
from ilha.core.tables import STANCES
from ilha.formats.card import Card, Row, as_html, as_pdf
from ilha.formats.plan_text import Tied
from ilha.store import lines, plastics
from ilha.web import day
from ilha.web.plan import NOTE, as_file, planned, tied_runs, told_cautions, told_spells
from ilha.web.plan_payloads import CardQuestion, CardSheet, ShareAt, ShareSpan
from ilha.web.resources import answer
from ilha.web.span import Span, span_of

bp = Blueprint("card", __name__, url_prefix="/api")


def _card() -> tuple[Card, CardQuestion, dict[str, Any]]:
    asked = CardQuestion.model_validate(request.args.to_dict())
    if asked.to_hour <= asked.from_hour:
        raise DomainError("to_hour", f"must be after from_hour, {asked.from_hour}", asked.to_hour,
                          "", "choose later hours")
    body, mark, units = planned(asked)
    plastic = day.found(plastics.get, asked.plastic_id, "plastic_id", "plastic")
    line = day.found(lines.get, asked.line_id, "line_id", "line")
    span = span_of(body["date"], mark["time_zone"], 0.0)
    within = (round(span.at_hour(asked.from_hour)), round(span.at_hour(asked.to_hour)))
    runs = tied_runs(body, mark, units, asked, within)
    wind = units.blow(asked.wind_m_s)
    return Card(
        title=mark["name"],
        day=f"{span.words}, {body['time_zone']}",
        facts=[plastic["name"], line["name"], STANCES[body["stance"]].words, f"wind {wind}",
               f"by {body['school'].replace('-', ' ')}"],
        turns=[f"{t['kind']} {t['clock']} {units.length(t['height_m'])}" for t in body["turns"]
               if within[0] <= t["step"] <= within[1]],
        sky=_sky(body, within),
        rows=[Row(r.from_clock, r.to_clock, r.weight, r.head or r.why,
                  r.work.all(units) if r.work else []) for r in runs],
        spells=told_spells(body, within), cautions=told_cautions(body, mark, units), note=NOTE,
        **_strip(body, span, runs, within),
    ), asked, body


def _sky(body: dict[str, Any], within: tuple[int, int]) -> list[str]:
    out = []
    for before, after in zip(body["light"], body["light"][1:], strict=False):
        if "day" in (before["sky"], after["sky"]) and within[0] <= after["step"] <= within[1]:
            out.append(f"sun {'up' if after['sky'] == 'day' else 'down'} {after['clock']}")
    moon = f"moon {body['moon'].removesuffix(' moon')}"
    return [*out, moon, *([body["tide_state"]] if body["tide_state"] else [])]


def _strip(
    body: dict[str, Any], span: Span, runs: list[Tied], within: tuple[int, int]
) -> dict[str, Any]:
    """The tide's curve with nights and heads, in shares of the span and of its range."""
    first, last = within

    def share(step: float) -> float:
        return min(1.0, max(0.0, (step - first) / (last - first)))

    heights = body["height_m"][first:last + 1]
    low, rise = min(heights), max(heights) - min(heights)
    ends = [change["step"] for change in body["light"][1:]] + [144.0]
    hours = [hour for hour in range(24) if first < span.at_hour(hour) < last]
    # Twelve have room.
    every = max(1, round(len(hours) / 12))
    return {
        "curve": [round((h - low) / rise, 4) for h in heights] if rise > 0.0 else [],
        "nights": [(share(c["step"]), share(end)) for c, end in
                   zip(body["light"], ends, strict=True)
                   if c["sky"] == "night" and share(end) > share(c["step"])],
        "bands": [(share(span.step(r.start)), share(span.step(r.end)),
                   r.weight.removesuffix(" oz").removesuffix(" g") or "–") for r in runs],
        "hours": [(share(span.at_hour(hour)), f"{hour:02d}") for hour in hours
                  if hour % every == 0],
    }


@bp.get("/card")
def get_card() -> Response:
    card, _, _ = _card()
    spans = [ShareSpan(from_share=a, to_share=b, words=words) for a, b, words in card.bands]
    nights = [ShareSpan(from_share=a, to_share=b, words="night") for a, b in card.nights]
    hours = [ShareAt(at_share=at, words=words) for at, words in card.hours]
    return answer(CardSheet.model_validate(
        asdict(card) | {"bands": spans, "nights": nights, "hours": hours}))


@bp.get("/card.html")
def get_html() -> Response:
    card, asked, body = _card()
    return as_file(as_html(card, asked.size).encode(), "text/html",
                   f"ilha-card-{body['date']}.html")


@bp.get("/card.pdf")
def get_pdf() -> Response:
    card, asked, body = _card()
    return as_file(as_pdf(card, asked.size), "application/pdf",
                 f"ilha-card-{body['date']}-{asked.size}.pdf")
