"""The card: the day, or some hours of it, on one sheet."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass
from typing import Any

from pydantic import Field

from ilha.core.errors import DomainError
from ilha.core.tables import STANCES
from ilha.desk.board import DayOfMark, DayQuestion, day_of
from ilha.desk.plan import NOTE, tied_on, tied_runs, told_cautions, told_spells, units_of
from ilha.desk.sky import Sky
from ilha.formats.card import Card, Row
from ilha.formats.plan_text import Tied
from ilha.formats.sheet import Size


class CardQuestion(DayQuestion):
    """The day's question, the hours that the card shows, and the sheet."""

    from_hour: int = Field(0, ge=0, le=23, description="by the clock of the mark")
    to_hour: int = Field(24, ge=1, le=24)
    size: Size = "a6"


@dataclass(frozen=True)
class DayCard:
    """The card and the day that it is of."""

    card: Card
    date: str


def card_of(conn: sqlite3.Connection, now_s: float, asked: CardQuestion) -> DayCard:
    """The card that was asked for.

    Raises
    ------
    DomainError
        For hours that do not follow each other, or as the day does.
    """
    if asked.to_hour <= asked.from_hour:
        raise DomainError("to_hour", f"must be after from_hour, {asked.from_hour}", asked.to_hour,
                          "", "choose later hours")
    m, units = day_of(conn, now_s, asked, bare=True), units_of(conn)
    span, sky = m.at.span, m.sky
    within = (round(span.at_hour(asked.from_hour)), round(span.at_hour(asked.to_hour)))
    runs = tied_runs(m, units, within)
    turns = [(span.step(e["time_utc_s"]), e) for e in m.at.events]
    card = Card(
        title=m.at.mark["name"],
        day=f"{span.words}, {m.at.mark['time_zone']}",
        facts=[m.plastic["name"], *tied_on(conn, m, units), m.line["name"],
               STANCES[m.at.stance].words, f"wind {units.blow(asked.wind_m_s)}",
               f"by {asked.school.replace('-', ' ')}"],
        turns=[_turn(e["kind"], span.clock(e["time_utc_s"]), units.length(e["height_m"]))
               for step, e in turns if within[0] <= step <= within[1]],
        sky=_sky(sky, within),
        rows=[Row(r.from_clock, r.to_clock, (r.end - r.start) / 60.0, r.weight, r.head or r.why,
                  r.told(units)) for r in runs],
        spells=told_spells(sky.spells, within),
        cautions=told_cautions(m.minded, m.at.mark, units), note=NOTE,
        **_strip(m, sky, runs, within),
    )
    return DayCard(card, span.date)


def _turn(kind: str, clock: str, height: str) -> str:
    return f"{kind} {clock}{',' if ',' in clock else ''} {height}"


def _sky(sky: Sky, within: tuple[int, int]) -> list[str]:
    out = []
    for before, after in zip(sky.light, sky.light[1:], strict=False):
        if "day" in (before.sky, after.sky) and within[0] <= after.step <= within[1]:
            out.append(f"sun {'up' if after.sky == 'day' else 'down'} {after.clock}")
    moon = f"moon {sky.moon.removesuffix(' moon')}"
    return [*out, moon, *([sky.tide_state] if sky.tide_state else [])]


def _strip(
    m: DayOfMark, sky: Sky, runs: list[Tied], within: tuple[int, int]
) -> dict[str, Any]:
    """The tide's curve with nights and heads, in shares of the span and of its range."""
    span, (first, last) = m.at.span, within

    def share(step: float) -> float:
        return min(1.0, max(0.0, (step - first) / (last - first)))

    heights = m.at.way.height[first:last + 1]
    low, rise = float(heights.min()), float(heights.max() - heights.min())
    ends = [change.step for change in sky.light[1:]] + [144.0]
    hours = [hour for hour in range(24) if first < span.at_hour(hour) < last]
    # Twelve have room.
    every = max(1, round(len(hours) / 12))
    return {
        "curve": [round((float(h) - low) / rise, 4) for h in heights] if rise > 0.0 else [],
        "nights": [(share(c.step), share(end)) for c, end in zip(sky.light, ends, strict=True)
                   if c.sky == "night" and share(end) > share(c.step)],
        "bands": [(share(span.step(r.start)), share(span.step(r.end)),
                   r.weight.removesuffix(" oz").removesuffix(" g") or "–") for r in runs],
        "hours": [(share(span.at_hour(hour)), f"{hour:02d}") for hour in hours
                  if hour % every == 0],
    }
