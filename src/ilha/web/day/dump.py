"""The day as its payloads: arrays over its steps."""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise
from typing import Any

import numpy as np
import orjson

from ilha.core.bench.riggings import NAMES
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.judge.schools import VERDICTS
from ilha.core.move.drift import Drift
from ilha.core.move.hold import lowest_height
from ilha.core.tide.tideway import DRY_BELOW, Tideway
from ilha.desk import convert
from ilha.desk.board import DayOfMark, is_dry
from ilha.desk.clock import STEPS
from ilha.desk.compare import Compared, Side
from ilha.desk.left_out import LeftOut
from ilha.desk.sky import During, Minded, Sky
from ilha.desk.taught import Held, TaughtHere
from ilha.desk.water import cast_from
from ilha.formats.numbers import nullable
from ilha.web.day import compared as payloads
from ilha.web.day.heads import heads, shapes, spreader

PROFILE_HEIGHTS = (0.06, 0.25, 0.44, 0.63, 0.82, 0.98)

GROUND_POINTS = 41


def _ground(m: DayOfMark) -> list[dict[str, float]]:
    """The bottom out to half as far again as the cast."""
    if m.cond.ground is None:
        return []
    away = np.linspace(0.0, 1.5 * m.cond.cast, GROUND_POINTS)
    deeper = m.cond.ground.deeper(away, m.cond.cast)
    return [{"away_m": round(float(x), 2), "deeper_m": round(float(z), 3)}
            for x, z in zip(away, deeper, strict=True)]


def _aim(m: DayOfMark) -> str:
    if not m.situation.off_bottom:
        return "bottom"
    return "stop" if m.cond.lowered else "zone"


def board(m: DayOfMark, left_out: list[LeftOut], taught: TaughtHere) -> bytes:
    """The board as JSON, as the payload DayBoard has it."""
    return orjson.dumps(whole_day(m, left_out, taught) | {"plan": _plan(m), **heads(m)},
                        option=orjson.OPT_SERIALIZE_NUMPY)


def whole_day(m: DayOfMark, left_out: list[LeftOut], taught: TaughtHere) -> dict[str, Any]:
    """All of the board but its heads and its plan."""
    at, way, cond, s = m.at, m.at.way, m.cond, m.situation
    mark, span, asked = at.mark, at.span, m.asked
    now_step = (at.now_s - span.start_s) / span.step_s
    low, high = (np.broadcast_to(v, way.depth.shape) for v in (cond.zone_from, cond.zone_to))
    return {
        "mark_id": mark["id"], "date": span.date, "time_zone": mark["time_zone"],
        "school": asked.school, "step_s": span.step_s,
        "clock": [span.clock(t) for t in span.times],
        "now_step": round(now_step, 3) if 0.0 <= now_step < STEPS - 1 else None,
        "computed_utc_s": at.now_s, "start_utc_s": float(span.start_s),
        "height_m": nullable(way.height, 3), "depth_m": nullable(way.depth, 3),
        "stream_m_s": nullable(way.stream, 4), "depth_from": way.depth_from,
        "speed_from": way.speed_from, "tide": {
            "source": at.tide_source, "until_utc_s": at.tide_until_s,
            "residual_m": at.tide_residual},
        "stance": at.stance, "tip_height_m": float(cond.tip_height),
        "drift": drift_in(at.drift, way), "cast_m": cond.cast, "fall": cond.fall, "aim": _aim(m),
        "zone_from_m": nullable(low, 2),
        "zone_to_m": nullable(high, 2), "needs_kg": round(s.needs_kg, 2),
        "weighs_kg": round(s.weighs_kg, 2), "line_kg": m.line["strength_kg"],
        "retrieve": s.first_retrieve, "retrieve_name": RETRIEVES[s.first_retrieve].name,
        "lowered": cond.lowered, "steady": cond.steady, "rigging": asked.rigging,
        "leader_m": asked.leader_length, "retrieve_speed_m_s": cond.retrieve_speed,
        "swell_m": m.situation.swell, "wind_to_cast_deg": m.situation.wind_angle_deg,
        "cast_to_current_deg": np.broadcast_to(
            np.round(cond.cast_angle_deg, 1), way.depth.shape).tolist(),
        "cast_from": cast_from(at, asked), "ground": _ground(m), "shelter": at.shelter,
        "leader_line_m": asked.leader_line_m,
        "cover_height_m": cond.canopy, "wet": way.wet.tolist(),
        "turns": [
            {"step": span.step(e["time_utc_s"]), "clock": span.clock(e["time_utc_s"]),
             "kind": e["kind"], "height_m": e["height_m"]}
            for e in at.events
        ],
        "profile": _profile(m), "left_out": [vars(one) for one in left_out],
        "taught": {"counts": [{"head_id": head_id, **_taught(held)}
                              for head_id, held in taught.counts],
                   "current": _taught(taught.current),
                   "depth": {"deeper_m": round(taught.depth.deeper, 2),
                             "used": taught.depth.used}},
        **_minded(m.minded), **_sky(m.sky, span.clock_of),
    }


def _taught(held: Held) -> dict[str, Any]:
    return {"factor": round(held.value, 4), "used": held.factor.used,
            "settled": held.factor.settled, "frozen": held.frozen is not None}


def _profile(m: DayOfMark) -> list[dict[str, float]]:
    """The current's shares at some heights, over the day's mean depth."""
    way = m.at.way
    depth = float(np.mean(way.depth[way.wet])) if np.any(way.wet) else 1.0
    return [{"height_share": z, "speed_share": round(float(m.cond.flow.share(z * depth, depth)), 3)}
            for z in PROFILE_HEIGHTS]


def drift_in(drift: Drift | None, way: Tideway) -> dict[str, Any] | None:
    """Where a drifting boat goes in that water, and the water past its line."""
    if drift is None:
        return None
    depth = np.maximum(way.depth, DRY_BELOW)
    return {
        "leeway_m_s": round(drift.leeway, 3), "over_ground_m_s": nullable(drift.over_ground, 3),
        "to_deg": None if drift.to_deg is None else nullable(drift.to_deg, 0),
        "past_bottom_m_s": nullable(drift.past(lowest_height(depth), depth), 3),
    }


def _sky(sky: Sky, clock_of: Callable[[float], str]) -> dict[str, Any]:
    return {
        "light": [vars(change) for change in sky.light], "moon": sky.moon,
        "moon_lit": round(sky.moon_lit, 2), "tide_state": sky.tide_state,
        "slacks": [{"step": round(step, 3), "clock": clock_of(step)} for step in sky.slacks],
        "spells": [{**_during(s.during), "reasons": list(s.reasons), "best": s.best}
                   for s in sky.spells],
    }


def _during(d: During) -> dict[str, Any]:
    return {**vars(d), "from_step": round(d.from_step, 3), "to_step": round(d.to_step, 3)}


def _minded(found: Minded) -> dict[str, Any]:
    wade = found.wade
    return {
        "cautions": [{"code": c.code, "says": c.says, "when": [_during(d) for d in c.when]}
                     for c in found.cautions],
        "wade": None if wade is None else {
            "limit_m": wade.limit_m, "here": [_during(d) for d in wade.here],
            "way_back": None if wade.way_back is None else [_during(d) for d in wade.way_back]},
    }


def _plan(m: DayOfMark) -> list[dict[str, Any]]:
    out = []
    for run in m.runs:
        row = m.head_of(run)
        out.append({"from_step": run.start, "to_step": min(run.end, STEPS - 1),
                    "head_id": None if row is None else row["id"], "dry": is_dry(run)})
    return out


def compared(c: Compared) -> payloads.Compared:
    """Two rigs on one water."""
    m = c.a.day
    span, way = m.at.span, m.at.way
    low, high = (np.broadcast_to(v, way.depth.shape) for v in (m.cond.zone_from, m.cond.zone_to))
    edges = [0, *(np.flatnonzero(np.diff(c.better)) + 1).tolist(), STEPS - 1]
    spans = [{"from_step": a, "to_step": z, "from_clock": span.clock_of(a),
              "to_clock": span.clock_of(z), "better": {0: "a", 1: "b"}.get(int(c.better[a]))}
             for a, z in pairwise(edges) if a < z and c.better[a] != -2]
    return payloads.Compared.model_validate({
        "clock": [span.clock(t) for t in span.times], "wet": way.wet.tolist(),
        "depth_m": nullable(way.depth, 3), "zone_from_m": nullable(low, 2),
        "zone_to_m": nullable(high, 2), "a": _side(c.a), "b": _side(c.b), "spans": spans})


def _side(side: Side) -> dict[str, Any]:
    m, i = side.day, side.at
    b, traces = m.day.board, m.day.traces
    rung = m.rungs[i]
    out: dict[str, Any] = {
        "plastic_id": m.plastic["id"], "head_id": m.rows[i]["id"],
        "rigging_name": NAMES[rung.rigging]}
    none: list[None] = [None] * STEPS
    if b is None or traces is None:
        return out | {"fall_speed_m_s": None} | dict.fromkeys((
            "verdict", "count_s", "zone_s", "lead_m", "beyond_m", "fall_height_pm",
            "fall_shift_cm"), none)
    spread = spreader(m.day.wet, STEPS)
    drawn = {name: np.round(v).astype(int).tolist()[i] for name, v in shapes(traces).items()
              if name.startswith("fall_")}
    return out | {
        "verdict": spread([VERDICTS[v] for v in b.judgement.water[i]]),
        "count_s": nullable(side.steps(b.count), 2), "zone_s": nullable(side.steps(b.fall.zone), 2),
        "lead_m": nullable(side.steps(b.lead), 2),
        "beyond_m": nullable(side.steps(b.beyond), 2),
        "fall_speed_m_s": convert.one(b.glide.vertical[i], 4),
        **{name: spread(values) for name, values in drawn.items()}}
