"""GET /api/day: one mark through one day, every head of the box."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, Literal, TypeVar

import numpy as np
import orjson
from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.core.bench.fit import FITS, fit_hooks
from ilha.core.choose.situation import zone_of
from ilha.core.errors import Array, DomainError
from ilha.core.judge.day import Day, day
from ilha.core.move.drift import Boat, leeway_seen
from ilha.core.rig.bodies import Part, Plastic
from ilha.core.rig.tackle import OnSinker, Rigging, TwoHeads
from ilha.core.tables import HEAD_MATERIALS, SHAPES, STANCES, Stance
from ilha.core.tide.tideway import Tideway, Typed, tideway
from ilha.core.units import si
from ilha.core.water.conditions import Conditions
from ilha.formats.fields import FieldError
from ilha.formats.numbers import nullable
from ilha.store import heads, lines, marks, plastics, rods, tides
from ilha.web import convert, learned
from ilha.web.answers import json_answer
from ilha.web.books import fish_named
from ilha.web.database import connection
from ilha.web.day_answer import board_part, swing_fitted
from ilha.web.day_payloads import DayQuestion, WaterQuestion
from ilha.web.day_sky import caution_part, drift_part, plan_part, sky_part
from ilha.web.day_taught import taught_part
from ilha.web.errors import NotFound
from ilha.web.span import STEPS, Span, now_s, span_of
from ilha.web.tide_of import tide_of

bp = Blueprint("day", __name__, url_prefix="/api")

PROFILE_HEIGHTS = (0.06, 0.25, 0.44, 0.63, 0.82, 0.98)
Row = TypeVar("Row")


def found(get: Callable[[sqlite3.Connection, int], Row | None], row_id: int, field: str,
          what: str) -> Row:
    """A row by id, or NotFound naming the field."""
    row = get(connection(), row_id)
    if row is None:
        raise NotFound(field, what, row_id)
    return row


def fits_of(plastic: plastics.Plastic, box: list[heads.Head]) -> dict[int, str]:
    """By head, the verdict on its hook threaded straight; "weedless" for those that never are."""
    if not box:
        return {}

    def column(name: Literal["hook_straight_mm", "hook_gape_mm", "hook_wire_mm",
                             "keeper_takes_mm"]) -> Array:
        return np.array([si(row[name], 1) for row in box])

    fit = fit_hooks(
        column("hook_straight_mm"), column("hook_gape_mm"), column("hook_wire_mm"),
        si(plastic["length_mm"], 1), si(plastic["body_length_mm"], 1), si(plastic["height_mm"], 1),
        column("keeper_takes_mm"),
    )
    return {row["id"]: "weedless" if SHAPES[row["shape"]].weedless else verdict
            for row, verdict in zip(box, fit.verdict, strict=True)}


def _conditions(asked: DayQuestion, mark: marks.Mark, line: lines.Line, stance: Stance,
                way: Tideway) -> Conditions:
    """What was asked, with the mark's or the stance's own where it was not."""
    # The mark's tip height belongs to the stance that it was given with.
    own_tip = mark["tip_height_m"] if stance is STANCES[mark["stance"]] else None
    tip = next(t for t in (asked.tip_height_m, own_tip, stance.tip_height_m) if t is not None)
    weed = asked.cover_height_m
    low, high = _zone(asked, way)
    return Conditions(
        depth=way.depth, surface_speed=way.stream, line_diameter=si(line["diameter_mm"], 1),
        temperature_c=asked.temperature_c, salinity=asked.practical_salinity, wind=asked.wind_m_s,
        wind_angle_deg=asked.wind_to_cast_deg, tip_height=tip, profile=asked.profile,
        canopy=mark["cover_height_m"] if weed is None else weed,
        feed_tension=asked.feed_tension_n, fall=asked.fall,
        zone_from=low, zone_to=high,
        cast=mark["cast_m"] if asked.cast_m is None else asked.cast_m,
        cast_angle_deg=asked.cast_to_current_deg, lowered=asked.lowered,
        retrieve_speed=asked.retrieve_speed_m_s, steady=asked.steady,
    )


ZONE = (0.0, 1.0)
"""Where fish feed, m above the bottom, when nothing else is said."""


def _zone(asked: DayQuestion, way: Tideway) -> tuple[float, float]:
    """As asked; else where the fish feeds, at the day's middle depth; else near the bottom."""
    low, high = ZONE
    if asked.fish is not None or asked.feeding is not None:
        feeds = asked.feeding or fish_named(asked.fish or "").feeds
        depth = float(np.median(way.depth[way.wet])) if np.any(way.wet) else 1.0
        low, high = (round(edge, 2) for edge in zone_of(feeds, depth, asked.mood))
    return (low if asked.zone_from_m is None else asked.zone_from_m,
            high if asked.zone_to_m is None else asked.zone_to_m)


def boat_of(asked: WaterQuestion, mark: marks.Mark, way: Tideway) -> Boat:
    """A drifting boat: under the wind as asked, or as it was seen to drift."""
    boat = Boat(asked.leeway_percent / 100.0 * asked.wind_m_s, asked.wind_from_deg,
                mark["flood_to_deg"])
    if asked.drift_seen_m_s is None:
        return boat
    return replace(boat, leeway=leeway_seen(
        asked.drift_seen_m_s, boat, float(way.stream[asked.drift_seen_step])))


LEADERS = {"one": 0.0, "tandem": 0.6, "sliding-sinker": 0.6, "three-way": 1.5}
"""Length of leader, m, where none is asked for (common practice, no source)."""


def _leader(asked: DayQuestion) -> float:
    return LEADERS[asked.rigging] if asked.leader_m is None else asked.leader_m


def _rigging(asked: DayQuestion) -> Rigging:
    if asked.rigging == "tandem":
        if asked.front_head_id is None:
            raise FieldError("front_head_id",
                             "`front_head_id` is needed with two heads: choose one")
        front = found(heads.get, asked.front_head_id, "front_head_id", "head")
        return TwoHeads(convert.core_head(front), _leader(asked), si(asked.leader_mm, 1))
    if asked.rigging in ("sliding-sinker", "three-way"):
        three_way = asked.rigging == "three-way"
        return OnSinker(
            si(asked.sinker_g, 1), asked.dropper_m if three_way else 0.0,
            _leader(asked), si(asked.leader_mm, 1),
            asked.lift_m if three_way else 0.0)
    return None


NAIL_AT = {"nose": 0.12, "tail": 0.72}
"""Where a nail weight sits, share of the plastic's length (common practice, no source)."""


def _nail(asked: DayQuestion, plastic: Plastic) -> list[Part]:
    if asked.nail_g == 0.0:
        return []
    return [Part(si(asked.nail_g, 1), HEAD_MATERIALS["lead"], NAIL_AT[asked.nail_at] *
                 plastic.length)]


def _typed(asked: WaterQuestion) -> Typed:
    if asked.typed_depth_m is not None and not asked.typed_depth_m > 0.0:
        raise DomainError("mark.depth_m", "must be above 0 m", asked.typed_depth_m, "m",
                          "enter the depth at the mark")
    if asked.typed_speed_m_s is not None and not asked.typed_speed_m_s >= 0.0:
        raise DomainError("flow.surface_speed_m_s", "must be at least 0 m/s",
                          asked.typed_speed_m_s, "m/s", "enter the current at the surface")
    return Typed(asked.typed_depth_m, asked.typed_depth_step, asked.typed_speed_m_s,
                 asked.typed_speed_step, asked.swept_m_s, asked.held_m_s)


@bp.get("/day")
def get_day() -> Response:
    return json_answer(orjson.dumps(answer(DayQuestion.model_validate(request.args.to_dict()))))


@dataclass(frozen=True)
class Moment:
    """A mark on a day: its instants, its tide and stream, how the angler stands."""

    mark: marks.Mark
    span: Span
    now_s: float
    stance: str
    events: list[tides.Event]
    way: Tideway


def moment(asked: WaterQuestion) -> Moment:
    """The water of a mark on a day, with what was typed of it."""
    mark = found(marks.get, asked.mark_id, "mark_id", "mark")
    clock = now_s(current_app)
    span = span_of(asked.date, mark["time_zone"], clock)
    here = tide_of(mark, span)
    way = tideway(span.times, mark["charted_depth_m"], here.tide, here.rates, _typed(asked),
                  here.heights, here.stream, learned.current_of(mark["id"]).value)
    return Moment(mark, span, clock, asked.stance or mark["stance"], here.events, way)


@dataclass(frozen=True)
class Made:
    """A day as it was computed, and the rows and facts that led to it."""

    mark: marks.Mark
    span: Span
    now_s: float
    stance: str
    events: list[tides.Event]
    cond: Conditions
    box: list[heads.Head]
    shown: list[heads.Head]
    fits: dict[int, str]
    has_rod: bool
    day: Day

    @property
    def way(self) -> Tideway:
        return self.day.tideway


def made(asked: DayQuestion, *, bare: bool = False) -> Made:
    """Compute the day that was asked for; ``bare`` without what is only drawn."""
    at = moment(asked)
    mark = at.mark
    row = found(plastics.get, asked.plastic_id, "plastic_id", "plastic")
    line = found(lines.get, asked.line_id, "line_id", "line")
    rod = None if asked.rod_id is None else found(rods.get, asked.rod_id, "rod_id", "rod")
    way, stance = at.way, at.stance
    cond = _conditions(asked, mark, line, STANCES[stance], way)
    box = heads.listed(connection())
    fits = fits_of(row, box)
    shown = [head for head in box if asked.every_head or fits[head["id"]] == FITS]
    plastic = convert.core_plastic(row)
    taught = learned.sink_factors()
    slow = [taught[key].value if (key := learned.pair_key(head["id"], row["id"])) in taught else 1.0
            for head in shown]
    result = day(
        way, cond, plastic, [convert.core_head(head) for head in shown],
        None if rod is None else convert.core_rod(rod), asked.school, rigging=_rigging(asked),
        parts=_nail(asked, plastic),
        lines=[si(one["diameter_mm"], 1) for one in lines.listed(connection())],
        boat=boat_of(asked, mark, way) if STANCES[stance].drifts else None, bare=bare,
        slow=slow)
    return Made(mark, at.span, at.now_s, stance, at.events, cond, box, shown, fits,
                rod is not None, result)


def answer(asked: DayQuestion) -> dict[str, Any]:
    """The board of the day that was asked for, as the payload DayBoard has it."""
    m = made(asked)
    mark, span, way, cond, result = m.mark, m.span, m.way, m.cond, m.day
    now_step = (m.now_s - span.start_s) / span.step_s
    return {
        "mark_id": mark["id"], "date": span.date, "time_zone": mark["time_zone"],
        "school": asked.school, "step_s": span.step_s,
        "clock": [span.clock(t) for t in span.times],
        "now_step": round(now_step, 3) if 0.0 <= now_step < STEPS - 1 else None,
        "height_m": nullable(way.height, 3), "depth_m": nullable(way.depth, 3),
        "stream_m_s": nullable(way.stream, 4), "depth_from": way.depth_from,
        "speed_from": way.speed_from, "stance": m.stance, "tip_height_m": float(cond.tip_height),
        "drift": drift_part(result.drift, way), "cast_m": cond.cast, "fall": cond.fall,
        "swing_fitted": swing_fitted(result),
        "zone_from_m": cond.zone_from, "zone_to_m": cond.zone_to,
        "lowered": cond.lowered, "steady": cond.steady, "rigging": asked.rigging,
        "leader_m": _leader(asked), "retrieve_speed_m_s": cond.retrieve_speed,
        "cover_height_m": cond.canopy, "wet": way.wet.tolist(),
        "turns": [
            {"step": span.step(e["time_utc_s"]), "clock": span.clock(e["time_utc_s"]),
             "kind": e["kind"], "height_m": e["height_m"]}
            for e in m.events
        ],
        "profile": _profile(cond, way),
        "left_out": len(m.box) - len(m.shown), "taught": taught_part(mark["id"], asked.plastic_id),
        **caution_part(asked, mark, m.stance, span, way),
        **sky_part(mark, span, way.stream, m.events),
        "plan": plan_part(result, m.shown, asked.school, asked.change_minutes, span.step_s),
        **board_part(result, m.shown, m.fits, m.has_rod),
    }


def _profile(cond: Conditions, way: Tideway) -> list[dict[str, float]]:
    """The current's shares at some heights, over the day's mean depth."""
    depth = float(np.mean(way.depth[way.wet])) if np.any(way.wet) else 1.0
    return [
        {"height_share": z, "speed_share": round(float(cond.flow.share(z * depth, depth)), 3)}
        for z in PROFILE_HEIGHTS
    ]
