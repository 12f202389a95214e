"""GET /api/day: one mark through one day, every head of the box."""

from __future__ import annotations

import sqlite3
import time
from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any, TypeVar
from zoneinfo import ZoneInfo

import numpy as np
import orjson
from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.core.board import Board
from ilha.core.cast import is_guess
from ilha.core.conditions import Conditions
from ilha.core.day import Day, Typed, day, tideway
from ilha.core.errors import Array, DomainError, Flags
from ilha.core.fit import FITS, fit_hooks
from ilha.core.flow import speed_at
from ilha.core.tables import SHAPES, STANCES
from ilha.core.tide import HighLow, StreamRates
from ilha.core.units import si
from ilha.formats.fields import FieldError
from ilha.formats.numbers import nullable
from ilha.store import heads, lines, marks, plastics, rods, tides
from ilha.web import convert
from ilha.web.answers import json_answer
from ilha.web.database import connection
from ilha.web.errors import NotFound
from ilha.web.payloads import DayQuestion

bp = Blueprint("day", __name__, url_prefix="/api")

STEP_S = 600
STEPS = 145
PROFILE_HEIGHTS = (0.06, 0.25, 0.44, 0.63, 0.82, 0.98)
WIND_DRIFT = 0.035
"""A boat's drift over the wind's speed, 3 to 4 % (common practice, no source)."""

Row = TypeVar("Row")


def found(get: Callable[[sqlite3.Connection, int], Row | None], row_id: int, field: str,
          what: str) -> Row:
    """A row by id, or NotFound naming the field."""
    row = get(connection(), row_id)
    if row is None:
        raise NotFound(field, what, row_id)
    return row


@dataclass(frozen=True)
class Span:
    """The day asked for: its local date, first instant and instants of the steps (s UTC)."""

    date: str
    zone: ZoneInfo
    start_s: int

    @property
    def times(self) -> Array:
        return self.start_s + STEP_S * np.arange(STEPS, dtype=float)

    def clock(self, at_s: float) -> str:
        return datetime.fromtimestamp(at_s, UTC).astimezone(self.zone).strftime("%H:%M")


def span_of(date: str | None, time_zone: str, now_s: float) -> Span:
    """The day's 145 instants from local midnight on; ``date`` None is today at the mark."""
    zone = ZoneInfo(time_zone)
    if date is None:
        date = datetime.fromtimestamp(now_s, UTC).astimezone(zone).date().isoformat()
    try:
        midnight = datetime.fromisoformat(date).replace(tzinfo=zone)
    except ValueError as error:
        raise FieldError("date", f"`date` must be a day of the calendar, got {date}: use"
                                 " YYYY-MM-DD") from error
    return Span(date, zone, int(midnight.timestamp()))


def _tide(mark: marks.Mark, span: Span) -> tuple[HighLow | None, StreamRates | None,
                                                 list[tides.Event]]:
    port = None if mark["tide_port_id"] is None else tides.port(connection(), mark["tide_port_id"])
    if port is None:
        return None, None, []
    # A lag reaches back past midnight: take in the tides before and after by its length.
    margin = int(abs(mark["slack_lag_min"] or 0.0) * 60.0) + 1
    events = tides.events_around(
        connection(), port["id"], span.start_s - margin,
        span.start_s + (STEPS - 1) * STEP_S + margin,
    )
    if len(events) < 2:
        raise DomainError("date", f"must lie inside the tide table of {port['name']}", span.date,
                          "", "choose a nearer day")
    return convert.core_tide(events), convert.core_rates(mark, port), events


def _fits(plastic: plastics.Plastic, row: heads.Head) -> str:
    """The verdict on a head's hook threaded straight; "weedless" for those that never are."""
    if SHAPES[row["shape"]].weedless:
        return "weedless"
    height = plastic["height_mm"]
    fit = fit_hooks(
        np.array([si(row["hook_straight_mm"], 1)]), np.array([si(row["hook_gape_mm"], 1)]),
        np.array([si(row["hook_wire_mm"], 1)]), si(plastic["length_mm"], 1),
        si(plastic["body_length_mm"], 1), si(height, 1), si(row["keeper_takes_mm"], 1),
    )
    return fit.verdict[0]


@bp.get("/day")
def get_day() -> Response:
    asked = DayQuestion.model_validate(request.args.to_dict())
    mark = found(marks.get, asked.mark_id, "mark_id", "mark")
    plastic = found(plastics.get, asked.plastic_id, "plastic_id", "plastic")
    line = found(lines.get, asked.line_id, "line_id", "line")
    rod = None if asked.rod_id is None else found(rods.get, asked.rod_id, "rod_id", "rod")
    now_s = float(current_app.config.get("NOW") or time.time())
    span = span_of(asked.date, mark["time_zone"], now_s)
    tide, rates, events = _tide(mark, span)
    stance = asked.stance or mark["stance"]
    kind = STANCES[stance]
    tip = kind.tip_height_m if asked.tip_height_m is None else asked.tip_height_m
    cast = mark["cast_m"] if asked.cast_m is None else asked.cast_m
    if asked.typed_depth_m is not None and not asked.typed_depth_m > 0.0:
        raise DomainError("mark.depth_m", "must be above 0 m", asked.typed_depth_m, "m",
                          "enter the depth at the mark")
    if asked.typed_speed_m_s is not None and not asked.typed_speed_m_s >= 0.0:
        raise DomainError("flow.surface_speed_m_s", "must be at least 0 m/s",
                          asked.typed_speed_m_s, "m/s", "enter the current at the surface")
    way = tideway(span.times, mark["charted_depth_m"], tide, rates,
                  Typed(asked.typed_depth_m, asked.typed_depth_step, asked.typed_speed_m_s,
                        asked.typed_speed_step))
    cond = Conditions(
        depth=way.depth, surface_speed=way.stream, line_diameter=si(line["diameter_mm"], 1),
        temperature_c=asked.temperature_c, salinity=asked.practical_salinity, wind=asked.wind_m_s,
        tip_height=tip, drift_speed=WIND_DRIFT * asked.wind_m_s if kind.drifts else 0.0,
        drift_follows=kind.drifts, feed_tension=asked.feed_tension_n, zone_from=asked.zone_from_m,
        zone_to=asked.zone_to_m, cast=cast,
    )
    box = heads.listed(connection())
    fits = {row["id"]: _fits(plastic, row) for row in box}
    shown = [row for row in box if asked.every_head or fits[row["id"]] == FITS]
    result = day(way, cond, convert.core_plastic(plastic), [convert.core_head(r) for r in shown],
                 None if rod is None else convert.core_rod(rod), asked.school)
    now_step = (now_s - span.start_s) / STEP_S
    body: dict[str, Any] = {
        "mark_id": mark["id"], "date": span.date, "time_zone": mark["time_zone"],
        "school": asked.school, "step_s": STEP_S,
        "clock": [span.clock(t) for t in span.times],
        "now_step": round(now_step, 3) if 0.0 <= now_step < STEPS - 1 else None,
        "height_m": nullable(way.height, 3), "depth_m": nullable(way.depth, 3),
        "stream_m_s": nullable(way.stream, 4), "depth_from": way.depth_from,
        "speed_from": way.speed_from, "stance": stance, "tip_height_m": tip,
        "drifting": kind.drifts, "cast_m": cast, "wet": way.wet.tolist(),
        "turns": [
            {"step": round((e["time_utc_s"] - span.start_s) / STEP_S, 3),
             "clock": span.clock(e["time_utc_s"]), "kind": e["kind"], "height_m": e["height_m"]}
            for e in events
        ],
        "profile": [
            {"height_share": z, "speed_share": round(float(speed_at(1.0, z, 1.0, cond.profile)), 3)}
            for z in PROFILE_HEIGHTS
        ],
        "left_out": len(box) - len(shown),
        **_board_part(result, shown, fits, rod is not None),
    }
    return json_answer(orjson.dumps(body))


def _board_part(result: Day, shown: list[heads.Head], fits: dict[int, str],
                has_rod: bool) -> dict[str, Any]:
    """The heads' part of the answer, spread from the wet steps over the day."""
    from ilha.core.schools import SCHOOLS, VERDICTS

    b, traces, wet = result.board, result.traces, result.wet
    if b is None or traces is None:
        return {"verdicts": list(VERDICTS), "limits": [], "line_share": [], "heads": [],
                "picks": {key: [None] * STEPS for key in SCHOOLS}}

    def spread(values: list[Any]) -> list[Any]:
        out: list[Any] = [None] * STEPS
        for at, value in zip(wet.tolist(), values, strict=True):
            out[at] = value
        return out

    ids = np.array([row["id"] for row in shown])
    columns = _columns(b)
    arrays = {name: nullable(np.broadcast_to(v, b.shape), digits)
              for name, (v, digits) in columns.items()}
    whole = {
        "line_cm": np.moveaxis(np.nan_to_num(traces.line) * 100.0, 0, -1),
        "fall_height_pm": np.moveaxis(np.nan_to_num(traces.fall_height) * 1000.0, 0, -1),
        "fall_drift_cm": np.moveaxis(np.nan_to_num(traces.fall_drift) * 100.0, 0, -1),
    }
    shapes = {name: np.round(v).astype(int).tolist() for name, v in whole.items()}
    guess = np.broadcast_to(is_guess_array(b, has_rod), (len(shown), 1))
    rows = []
    for i, row in enumerate(shown):
        rows.append({
            "id": row["id"], "fit": fits[row["id"]],
            "wet_weight_n": convert.one(b.glide.wet_weight[i], 5),
            "fall_speed_m_s": convert.one(b.glide.vertical[i], 4),
            "fall_pitch_deg": convert.one(np.degrees(b.glide.pitch[i]), 1),
            "package_g": convert.one(b.body.package[i] * 1e3, 2),
            "cast_m": convert.one(b.cast[i], 1), "cast_is_guess": bool(guess[i, 0]),
            "verdict": spread(b.judgement.verdict[i].tolist()),
            "decided": spread(b.judgement.decided[i].tolist()),
            **{name: spread(values[i]) for name, values in arrays.items()},
            **{name: spread(values[i]) for name, values in shapes.items()},
        })
    return {
        "verdicts": list(VERDICTS), "line_share": nullable(traces.line_share, 5),
        "limits": [{"code": item.code, "unit": item.unit} for item in b.judgement.limits],
        "heads": rows,
        "picks": {key: spread([int(ids[p]) if p >= 0 else None for p in b.picks[key]])
                  for key in SCHOOLS},
    }


def is_guess_array(b: Board, has_rod: bool) -> Flags:
    """Casts are a guess without a rod, or far from the rod's reference cast."""
    if not has_rod or b.rod is None:
        return np.ones((1, 1), dtype=bool)
    return is_guess(b.rod, b.body)


def _columns(b: Board) -> dict[str, tuple[Array, int]]:
    figure = np.zeros(b.shape)
    bound = np.zeros(b.shape)
    for i, item in enumerate(b.judgement.limits):
        here = b.judgement.decided == i
        figure = np.where(here, np.broadcast_to(item.figure, b.shape), figure)
        bound = np.where(here, np.broadcast_to(item.bound, b.shape), bound)
    return {
        "figure": (figure, 4), "bound": (bound, 4), "count_s": (b.fall.count, 2),
        "middle_s": (b.fall.middle, 2), "zone_s": (b.fall.zone, 2), "lead_m": (b.fall.drift, 2),
        "scope": (b.holds.scope[1], 3), "line_out_m": (b.holds.line_out[1], 2),
        "span_m": (b.holds.span[1], 2), "fed_line_m": (b.fall.line, 2),
        "window_low_m_s": (b.window_low, 3), "window_high_m_s": (b.window_high, 3),
        "minimum_mass_g": (b.least_mass * 1e3, 2),
    }
