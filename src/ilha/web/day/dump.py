"""The day as its payloads: arrays over its steps."""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise
from typing import Any

import numpy as np
import orjson

from ilha.core.bench.riggings import NAMES
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.board import Board
from ilha.core.judge.day import Day, Traces
from ilha.core.judge.remedy import Remedies
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.move.cast import is_guess
from ilha.core.move.glide import OUTCOMES
from ilha.core.move.hold import lowest_height
from ilha.core.tide.tideway import DRY_BELOW
from ilha.core.units import g_from_kg, mm_from_m
from ilha.desk import convert
from ilha.desk.board import DayOfMark, LeftOut, is_dry
from ilha.desk.clock import STEPS
from ilha.desk.compare import Compared, Side
from ilha.desk.sky import During, Minded, Sky
from ilha.desk.taught import Held, TaughtHere
from ilha.formats.numbers import nullable
from ilha.web.day import payloads as p

PROFILE_HEIGHTS = (0.06, 0.25, 0.44, 0.63, 0.82, 0.98)
FITS = ("badly", "at a pinch", "well")

NOTHING = np.full((1, 1), np.nan)
Spread = Callable[[list[Any]], list[Any]]


def _spreader(wet: Indices, steps: int) -> Spread:
    """From the wet steps to the day's, null where the mark is dry."""
    at = wet.tolist()
    if len(at) == steps:
        return lambda values: values

    def spread(values: list[Any]) -> list[Any]:
        out: list[Any] = [None] * steps
        for i, value in zip(at, values, strict=True):
            out[i] = value
        return out

    return spread


def _heads(m: DayOfMark) -> dict[str, Any]:
    """The heads, spread from the wet steps over the day."""
    result = m.day
    b, traces, fixes = result.board, result.traces, result.remedies
    steps = result.tideway.depth.size
    if b is None or traces is None or fixes is None:
        return {"verdicts": list(VERDICTS), "limits": [], "line_share": [], "heads": [],
                "path_share": [], "picks": {key: [None] * steps for key in SCHOOLS}}
    spread = _spreader(result.wet, steps)
    ids = np.array([row["id"] for row in m.rows])
    columns = {name: nullable(np.broadcast_to(v, b.shape), digits)
               for name, (v, digits) in _columns(b, fixes).items()}
    columns |= {"try_head": _named(fixes.weight, ids), "try_shape": _named(fixes.shape, ids),
                "wait_step": _named(fixes.wait, result.wet)}
    shapes = {name: np.round(v).astype(int).tolist() for name, v in _shapes(traces).items()}
    rows = []
    for i, row in enumerate(m.rows):
        rows.append({
            "id": row["id"], **_constants(m, b, i),
            "verdict": spread(b.judgement.water[i].tolist()),
            "decided": spread(b.judgement.water_decided[i].tolist()),
            "eased": spread(b.judgement.eased[i].tolist()),
            **{name: spread(values[i]) for name, values in columns.items()},
            **{name: spread(values[i]) for name, values in shapes.items()},
        })
    return {
        "verdicts": list(VERDICTS), "line_share": nullable(traces.line_share, 5),
        "path_share": nullable(traces.path_share, 5),
        "limits": [{"code": item.code, "unit": item.unit} for item in b.judgement.limits],
        "heads": rows,
        "picks": {key: spread([int(ids[p]) if p >= 0 else None for p in b.picks[key]])
                  for key in SCHOOLS},
    }


def _constants(m: DayOfMark, b: Board, i: int) -> dict[str, Any]:
    """What does not follow the hour."""
    glide, rung = b.glide, m.rungs[i]
    package = np.broadcast_to(b.figures.package, (b.shape[0], 1))[i]
    front = b.figures.ends.front
    guess: Flags = np.ones(1, dtype=bool)
    over = float("nan")
    if b.rod is not None:
        over = float(package[0]) - b.rod.lure_max
        guess = is_guess(b.rod, package)
    return {
        "rigging": rung.rigging, "rigging_name": NAMES[rung.rigging], "fit": FITS[rung.fit],
        "fit_word": rung.word, "over_g": round(g_from_kg(over), 2) if over > 0.0 else None,
        "outcome": OUTCOMES[int(glide.outcome[i, 0])],
        "wet_weight_n": convert.one(glide.wet_weight[i], 5),
        "fall_speed_m_s": convert.one(glide.vertical[i], 4),
        "fall_pitch_deg": convert.one(np.degrees(glide.pitch[i]), 1),
        "fall_path_deg": convert.one(np.degrees(glide.path[i]), 1),
        "front_fall_m_s": None if front is None else convert.one(front.vertical, 4),
        "package_g": convert.one(g_from_kg(package), 2),
        "cast_m": convert.one(np.broadcast_to(b.cast, (b.shape[0], b.cast.shape[-1]))[i], 1),
        "cast_is_guess": bool(guess[0]),
    }


def _shapes(t: Traces) -> dict[str, Array]:
    """Traces as whole centimetres and per mille, the points last."""
    low, middle, high = (np.moveaxis(np.nan_to_num(line) * 100.0, 0, -1) for line in t.line)
    out = {
        "line_cm": middle, "line_low_cm": low[..., ::3], "line_high_cm": high[..., ::3],
        "fall_height_pm": np.moveaxis(np.nan_to_num(t.fall_height) * 1000.0, 0, -1),
        "fall_shift_cm": np.moveaxis(np.nan_to_num(t.fall_shift) * 100.0, 0, -1),
    }
    path = np.zeros((0, *middle.shape[:2])) if t.path is None else t.path
    return {**out, "path_cm": np.moveaxis(np.nan_to_num(path) * 100.0, 0, -1)}


def _columns(b: Board, fixes: Remedies) -> dict[str, tuple[Array, int]]:
    figure, bound = np.zeros(b.shape), np.zeros(b.shape)
    for i, item in enumerate(b.judgement.limits):
        here = b.judgement.water_decided == i
        figure = np.where(here, np.broadcast_to(item.figure, b.shape), figure)
        bound = np.where(here, np.broadcast_to(item.bound, b.shape), bound)
    held, fall = b.holds, b.fall
    out = {
        "figure": (figure, 4), "bound": (bound, 4), "count_s": (b.count, 2),
        "bottom_s": (fall.count, 2), "zone_s": (fall.zone, 2), "lead_m": (b.lead, 2),
        "beyond_m": (b.beyond, 2),
        "hold_at_s": (fall.hold_at, 2),
        "scope": (held.scope[1], 3), "line_out_m": (held.line_out[1], 2),
        "span_m": (held.span[1], 2), "span_low_m": (held.span[0], 2),
        "span_high_m": (held.span[2], 2), "foot_m": (held.foot[1], 3), "rides_m": (held.lure[1], 3),
        "fed_line_m": (fall.line, 2), "rest_deg": (np.degrees(b.rest.angle), 0),
        "window_low_m_s": (b.window_low, 3), "window_high_m_s": (b.window_high, 3),
        "bears_m_s": (b.bears, 3),
        "minimum_mass_g": (g_from_kg(b.least_mass), 2), "try_line_mm": (mm_from_m(fixes.line), 3),
    }
    if b.figures.cond.steady:
        reel = b.retrieve
        out |= {"lift_off_m": (reel.lift_off, 1), "zone_share": (reel.zone_share, 3),
                "bottom_share": (reel.bottom_share, 3),
                "speed_low_m_s": (reel.speed_low, 3), "speed_high_m_s": (reel.speed_high, 3)}
    else:
        names = ("lift_off_m", "zone_share", "bottom_share", "speed_low_m_s", "speed_high_m_s")
        out |= dict.fromkeys(names, (NOTHING, 3))
    return out


def _named(index: Indices, names: Indices) -> list[list[int | None]]:
    """What each index names, null for -1; (H, T)."""
    return [[int(names[i]) if i >= 0 else None for i in row] for row in index]


def _swing_fitted(result: Day) -> bool:
    """Whether the day's held falls stay within what their form was fitted to."""
    swung = None if result.board is None else result.board.figures.swing
    return swung is None or bool(np.all(swung.tabled | ~np.isfinite(swung.fall.count)))


def _aim(m: DayOfMark) -> str:
    if not m.situation.off_bottom:
        return "bottom"
    return "stop" if m.cond.lowered else "zone"


def board(m: DayOfMark, left_out: list[LeftOut], taught: TaughtHere) -> bytes:
    """The board as JSON, as the payload DayBoard has it."""
    at, way, cond, s = m.at, m.at.way, m.cond, m.situation
    mark, span, asked = at.mark, at.span, m.asked
    now_step = (at.now_s - span.start_s) / span.step_s
    low, high = (np.broadcast_to(v, way.depth.shape) for v in (cond.zone_from, cond.zone_to))
    return orjson.dumps({
        "mark_id": mark["id"], "date": span.date, "time_zone": mark["time_zone"],
        "school": asked.school, "step_s": span.step_s,
        "clock": [span.clock(t) for t in span.times],
        "now_step": round(now_step, 3) if 0.0 <= now_step < STEPS - 1 else None,
        "height_m": nullable(way.height, 3), "depth_m": nullable(way.depth, 3),
        "stream_m_s": nullable(way.stream, 4), "depth_from": way.depth_from,
        "speed_from": way.speed_from, "stance": at.stance, "tip_height_m": float(cond.tip_height),
        "drift": _drift(m), "cast_m": cond.cast, "fall": cond.fall, "aim": _aim(m),
        "swing_fitted": _swing_fitted(m.day), "zone_from_m": nullable(low, 2),
        "zone_to_m": nullable(high, 2), "needs_kg": round(s.needs_kg, 2),
        "weighs_kg": round(s.weighs_kg, 2), "line_kg": m.line["strength_kg"],
        "retrieve": s.first_retrieve, "retrieve_name": RETRIEVES[s.first_retrieve].name,
        "lowered": cond.lowered, "steady": cond.steady, "rigging": asked.rigging,
        "leader_m": asked.leader_length, "retrieve_speed_m_s": cond.retrieve_speed,
        "swell_m": m.situation.swell,
        "cover_height_m": cond.canopy, "wet": way.wet.tolist(),
        "turns": [
            {"step": span.step(e["time_utc_s"]), "clock": span.clock(e["time_utc_s"]),
             "kind": e["kind"], "height_m": e["height_m"]}
            for e in at.events
        ],
        "profile": _profile(m), "left_out": [vars(one) for one in left_out],
        "taught": {"counts": [{"head_id": head_id, **_taught(held)}
                              for head_id, held in taught.counts],
                   "current": _taught(taught.current)},
        **_minded(m.minded), **_sky(m.sky, span.clock_of), "plan": _plan(m), **_heads(m),
    })


def _taught(held: Held) -> dict[str, Any]:
    return {"factor": round(held.value, 4), "used": held.factor.used,
            "settled": held.factor.settled, "frozen": held.frozen is not None}


def _profile(m: DayOfMark) -> list[dict[str, float]]:
    """The current's shares at some heights, over the day's mean depth."""
    way = m.at.way
    depth = float(np.mean(way.depth[way.wet])) if np.any(way.wet) else 1.0
    return [{"height_share": z, "speed_share": round(float(m.cond.flow.share(z * depth, depth)), 3)}
            for z in PROFILE_HEIGHTS]


def _drift(m: DayOfMark) -> dict[str, Any] | None:
    """Where a drifting boat goes, and the water past its line."""
    drift = m.at.drift
    if drift is None:
        return None
    depth = np.maximum(m.at.way.depth, DRY_BELOW)
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


def compared(c: Compared) -> p.Compared:
    """Two rigs on one water."""
    m = c.a.day
    span, way = m.at.span, m.at.way
    low, high = (np.broadcast_to(v, way.depth.shape) for v in (m.cond.zone_from, m.cond.zone_to))
    edges = [0, *(np.flatnonzero(np.diff(c.better)) + 1).tolist(), STEPS - 1]
    spans = [{"from_step": a, "to_step": z, "from_clock": span.clock_of(a),
              "to_clock": span.clock_of(z), "better": {0: "a", 1: "b"}.get(int(c.better[a]))}
             for a, z in pairwise(edges) if a < z and c.better[a] != -2]
    return p.Compared.model_validate({
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
    spread = _spreader(m.day.wet, STEPS)
    shapes = {name: np.round(v).astype(int).tolist()[i] for name, v in _shapes(traces).items()
              if name.startswith("fall_")}
    return out | {
        "verdict": spread([VERDICTS[v] for v in b.judgement.water[i]]),
        "count_s": nullable(side.steps(b.count), 2), "zone_s": nullable(side.steps(b.fall.zone), 2),
        "lead_m": nullable(side.steps(b.lead), 2),
        "beyond_m": nullable(side.steps(b.beyond), 2),
        "fall_speed_m_s": convert.one(b.glide.vertical[i], 4),
        **{name: spread(values) for name, values in shapes.items()}}
