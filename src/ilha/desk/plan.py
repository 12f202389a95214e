"""The day's change plan in words; what would spare a change."""

from __future__ import annotations

import math
import sqlite3
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ilha.core.advice.cautions import FIRST
from ilha.core.bench.line_rigs import ON_LEAD
from ilha.core.bench.riggings import NAMES
from ilha.core.errors import Array, DomainError
from ilha.core.judge.instead import nothing_right
from ilha.core.tables import STANCES
from ilha.core.trip.plan import DRY, changes, covered, other_stances
from ilha.core.units import g_from_kg
from ilha.desk.board import DayOfMark, DayQuestion, day_of
from ilha.desk.clock import STEPS
from ilha.desk.errors import found
from ilha.desk.sky import Minded, Spell, until
from ilha.formats.plan_text import PlanUnits, Range, Tied, Work, spread
from ilha.store import heads, lines, marks, settings

NOTE = ("Times and figures are computed; the current at a mark is known to perhaps a fifth. "
        + FIRST)
ALL_DAY = (0, STEPS - 1)


def units_of(conn: sqlite3.Connection) -> PlanUnits:
    """What the angler reads in."""
    chosen = settings.get(conn)
    return PlanUnits(chosen["head_unit"], chosen["depth_unit"], chosen["speed_unit"],
                     chosen["wind_unit"])


def _ends(values: Array) -> Range | None:
    finite = values[np.isfinite(values)]
    return (float(finite.min()), float(finite.max())) if finite.size else None


def _work(m: DayOfMark, head: int, first: float, last: float) -> Work:
    """What is done with a head through some steps of the day."""
    b, cond = m.day.board, m.cond
    assert b is not None
    at = np.flatnonzero((m.day.wet >= math.floor(first)) & (m.day.wet < last))
    steps = m.day.wet[at]

    def of(values: Array) -> Range | None:
        return _ends(np.broadcast_to(values, b.shape)[head, at])

    depth, stream = m.at.way.depth[steps], np.abs(m.at.way.stream[steps])
    zone = _ends(np.broadcast_to(b.figures.cond.zone_from, b.shape[1])[at]) or (0.0, 0.0)
    upper = _ends(np.broadcast_to(b.figures.cond.zone_to, b.shape[1])[at]) or (1.0, 1.0)
    wide = of(0.5 * (b.doubt.high - b.doubt.low))
    return Work(
        _ends(depth) or (0.0, 0.0), _ends(stream) or (0.0, 0.0), of(b.count),
        0.0 if wide is None else wide[1], m.drops[head], of(b.lead),
        of(b.beyond), of(b.fall.zone), (zone[0], upper[1]),
        cond.retrieve_speed if cond.steady else None, cond.lowered, m.at.drift is not None,
        m.asked.rigging)


def _instead(m: DayOfMark, first: float, last: float) -> str:
    """What would do where none is right; the Day says the same of the hour."""
    at = np.flatnonzero((m.day.wet >= math.floor(first)) & (m.day.wet < last))
    if m.day.board is None or not at.size:
        return ""
    found = nothing_right(m.day.board, at, np.array([rung.fit for rung in m.rungs]))
    if found.all_over is not None:
        return (f"every package is over your rod, the lightest by {_grams(found.all_over)}: a"
                " lighter rig or a stouter rod")
    out = []
    if found.over is not None:
        out.append(f"what would do is over your rod by {_grams(found.over)} or more: a stouter rod,"
                   " or thinner line")
    if found.hooks:
        out.append("the hooks of what would do go badly with this plastic: another plastic or"
                   " head")
    if found.wind:
        out.append("the wind bows the line: a heavier head, or a cast with the wind")
    if found.reel_slower and found.reel_faster:
        out.append("another speed of the reel or a weight between")
    elif found.reel_slower:
        out.append("a slower reel, a heavier head or thinner line")
    elif found.reel_faster:
        out.append("a faster reel or a lighter head")
    if found.lighter:
        out.append("a lighter head")
    if found.least is not None:
        least = spread((g_from_kg(found.least[0]), g_from_kg(found.least[1])), 1, "g")
        out.append(f"it needs at least {least}, or thinner line")
    if found.other:
        out.append("another head, or thinner line")
    return "; ".join(out)


def _grams(mass: float) -> str:
    return f"{g_from_kg(mass):.1f} g"


def tied_runs(
    m: DayOfMark, units: PlanUnits, within: tuple[float, float] = ALL_DAY
) -> list[Tied]:
    """The plan's runs within some steps of the day."""
    span, out = m.at.span, []
    for first, last, head in m.tied(*within):
        clocks = (span.clock_of(first), until(span.clock_of(last)))
        ends = (span.start_s + span.step_s * first, span.start_s + span.step_s * last)
        if head < 0:
            why, instead = (("the mark is dry", "") if head == DRY else
                            ("no head in the box is right", _instead(m, first, last)))
            out.append(Tied(*ends, *clocks, why=why, instead=instead))
            continue
        row = m.rows[head]
        weight = units.weight(row["printed_oz"], row["mass_g"])
        real = units.scale(row["printed_oz"], row["mass_g"])
        out.append(Tied(
            *ends, *clocks, ", ".join(
                filter(None, [f"{row['shape'].replace('-', ' ')} {row['hook_size']}", real,
                              m.rigged(head)])),
            weight, work=_work(m, head, first, last)))
    return out


def tied_on(conn: sqlite3.Connection, m: DayOfMark, units: PlanUnits) -> list[str]:
    """What is on the line besides: a second head, a sinker, a float, a nail. What is hung on the
    plastic itself is said of each head."""
    asked, out = m.asked, []
    if asked.rigging == "tandem" and asked.front_head_id is not None:
        front = found(conn, heads.get, asked.front_head_id, "front_head_id", "head")
        out.append(f"{NAMES['tandem']}, "
                   f"{units.weight(front['printed_oz'], front['mass_g'])} in front")
    elif asked.rigging in ON_LEAD:
        out.append(f"{NAMES[asked.rigging]}, {asked.sinker_weighs:.0f} g")
    elif asked.rigging == "float":
        out.append(NAMES["float"])
    if asked.nail_g > 0.0:
        out.append(f"a nail of {asked.nail_g:.1f} g in its {asked.nail_at}")
    return out


def told_spells(spells: list[Spell], within: tuple[float, float] = ALL_DAY) -> list[str]:
    return [f"{s.during.words} {' and '.join(s.reasons)}"
            for s in spells if s.during.within(*within)]


def told_cautions(found_: Minded, mark: marks.Mark, units: PlanUnits) -> list[str]:
    """The mark's own, what the weather adds with its times, and when it is too deep to wade."""
    out = [mark["caution"]] if mark["caution"] else []
    for caution in found_.cautions:
        when = ", ".join(during.words for during in caution.when)
        out.append(f"{when + ': ' if when else ''}{caution.says}")
    wade = found_.wade
    if wade is not None:
        limit = units.length(wade.limit_m)
        for where, spans in (("here", wade.here), ("on the way back", wade.way_back)):
            if spans:
                out.append(f"Over {limit} {where} from "
                           f"{', '.join(during.words for during in spans)}.")
        if wade.way_back is None:
            out.append("The depth of the way back is not known: it may fill first.")
    return out


@dataclass(frozen=True)
class Saving:
    """A change of tackle or stance with which the plan has fewer changes of head; ``change`` of the
    day's question."""

    kind: Literal["line", "stance"]
    words: str
    changes: int
    change: dict[str, Any]


@dataclass(frozen=True)
class Savings:
    """changes : of head in the day's plan as it is."""

    changes: int
    savings: list[Saving]


def savings(conn: sqlite3.Connection, now_s: float, asked: DayQuestion) -> Savings:
    """Which thinner line of the box, or which other stance, would spare a change."""
    now = _counted(conn, now_s, asked)
    line = found(conn, lines.get, asked.line_id, "line_id", "line")
    mark = found(conn, marks.get, asked.mark_id, "mark_id", "mark")
    ways: list[tuple[Literal["line", "stance"], str, dict[str, Any]]] = [
        ("line", row["name"], {"line_id": row["id"]})
        for row in sorted(lines.listed(conn), key=lambda row: -row["diameter_mm"])
        if row["diameter_mm"] < line["diameter_mm"]]
    ways += [("stance", STANCES[key].words, {"stance": key, "tip_height_m": None})
             for key in other_stances(asked.stance or mark["stance"], mark["exposure"])]
    out: list[Saving] = []
    for kind, words, change in ways:
        then = _counted(conn, now_s, asked.model_copy(update=change))
        # A still thinner line must spare more than the one before it.
        best = min((s.changes for s in out if s.kind == kind), default=now[0])
        if then[0] < best and then[1] >= now[1]:
            out.append(Saving(kind, words, then[0], change))
    return Savings(now[0], sorted(out, key=lambda s: s.changes))


def _counted(conn: sqlite3.Connection, now_s: float, asked: DayQuestion) -> tuple[int, int]:
    """Changes of head in the day's plan, and steps with a head. A stance in which the line would
    never hold is no answer, an error of it none either."""
    try:
        runs = day_of(conn, now_s, asked, bare=True).runs
    except DomainError:
        return 1000, 0
    return changes(runs), covered(runs)
