"""The heads of a day as their payloads: arrays over its steps."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np

from ilha.core.bench.riggings import NAMES
from ilha.core.choose.retrieves import RETRIEVES, touches
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.board import Board
from ilha.core.judge.day import Day, Traces
from ilha.core.judge.doubt import INPUTS
from ilha.core.judge.remedy import Remedies
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.judge.verdict import Judgement
from ilha.core.move.cast import is_guess
from ilha.core.move.glide import OUTCOMES
from ilha.core.move.payout import rate
from ilha.core.units import g_from_kg, mm_from_m
from ilha.desk import convert
from ilha.desk.board import DayOfMark
from ilha.formats.numbers import nullable

FITS = ("badly", "at a pinch", "well")

NOTHING = np.full((1, 1), np.nan)
Spread = Callable[[list[Any]], list[Any]]


def spreader(wet: Indices, steps: int) -> Spread:
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


def heads(m: DayOfMark) -> dict[str, Any]:
    """The heads, spread from the wet steps over the day."""
    result = m.day
    b, traces, fixes = result.board, result.traces, result.remedies
    steps = result.tideway.depth.size
    if b is None or traces is None or fixes is None:
        return legend(result) | {
            "heads": [], "picks": {key: [None] * steps for key in SCHOOLS}}
    spread = spreader(result.wet, steps)
    ids = np.array([row["id"] for row in m.rows])
    # Numbers stay arrays: the writer knows them, and writes what is not finite as null.
    cells: dict[str, Any] = {
        name: _whole_day(np.broadcast_to(v, b.shape), digits, result.wet, steps)
        for name, (v, digits) in columns(b, fixes, result.over).items()}
    named = {"try_head": _named(fixes.weight, ids), "try_shape": _named(fixes.shape, ids),
                "wait_step": _named(fixes.wait, result.wet), "low_tip": fixes.low_tip.tolist(),
              "doubted": b.doubt.most.tolist()}
    drawn = {name: _counts(v) for name, v in shapes(traces).items()}
    rows = []
    for i, row in enumerate(m.rows):
        rows.append({
            "id": row["id"], **constants(m, b, i),
            "verdict": spread(b.judgement.water[i].tolist()),
            "decided": spread(b.judgement.water_decided[i].tolist()),
            "eased": spread(b.judgement.eased[i].tolist()),
            **{name: values[i] for name, values in cells.items()},
            **{name: spread(values[i]) for name, values in named.items()},
            **{name: _rows(values[i], result.wet, steps) for name, values in drawn.items()},
        })
    return legend(result) | {
        "heads": rows,
        "picks": {key: spread([int(ids[p]) if p >= 0 else None for p in b.picks[key]])
                  for key in SCHOOLS},
    }


def _swing_fitted(result: Day) -> bool:
    """Whether the day's held falls stay within what their form was fitted to."""
    swung = None if result.board is None else result.board.figures.swing
    return swung is None or bool(np.all(swung.tabled | ~np.isfinite(swung.fall.count)))


def legend(result: Day) -> dict[str, Any]:
    """What the heads' figures and drawings are to be read by."""
    b, traces = result.board, result.traces
    return {
        "verdicts": list(VERDICTS), "inputs": list(INPUTS), "swing_fitted": _swing_fitted(result),
        "line_share": [] if traces is None else nullable(traces.line_share, 5),
        "path_share": [] if traces is None else nullable(traces.path_share, 5),
        "limits": [] if b is None else [
            {"code": item.code, "unit": item.unit} for item in b.judgement.limits],
    }


def _whole_day(values: Array, digits: int, wet: Indices, steps: int) -> Array:
    """Figures of the wet steps over all of the day's, nan where the mark is dry; (H, T)."""
    out = np.full((values.shape[0], steps), np.nan)
    out[:, wet] = np.round(values, digits)
    return out


def _counts(values: Array) -> Indices:
    return np.ascontiguousarray(np.round(values), dtype=np.int32)


def _rows(values: Indices, wet: Indices, steps: int) -> Any:
    """One head's drawing (T, points), with null for the steps at which there is none."""
    if wet.size == steps:
        return values
    out: list[Any] = [None] * steps
    for i, points in zip(wet.tolist(), values, strict=True):
        out[i] = points
    return out


def constants(m: DayOfMark, b: Board, i: int) -> dict[str, Any]:
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
        "touches": _touches(m, b, i),
        "package_g": convert.one(g_from_kg(package), 2),
        "cast_m": convert.one(np.broadcast_to(b.cast, (b.shape[0], b.cast.shape[-1]))[i], 1),
        "cast_is_guess": bool(guess[0]),
    }


def _touches(m: DayOfMark, b: Board, i: int) -> list[dict[str, float]]:
    if m.cond.ground is None:
        return []
    found = touches(RETRIEVES[m.situation.first_retrieve], m.cond.ground, m.cond.cast,
                    float(b.glide.vertical[i, 0]))
    return [{"away_m": round(t.away, 2), "deeper_m": round(t.deeper, 2),
             "count_s": round(t.count, 2)} for t in found]


def shapes(t: Traces) -> dict[str, Array]:
    """Traces as whole centimetres and per mille, the points last."""
    low, middle, high = (np.moveaxis(np.nan_to_num(line) * 100.0, 0, -1) for line in t.line)
    out = {
        "line_cm": middle, "line_low_cm": low[..., ::3], "line_high_cm": high[..., ::3],
        "fall_height_pm": np.moveaxis(np.nan_to_num(t.fall_height) * 1000.0, 0, -1),
        "fall_shift_cm": np.moveaxis(np.nan_to_num(t.fall_shift) * 100.0, 0, -1),
    }
    path = np.zeros((0, *middle.shape[:2])) if t.path is None else t.path
    return {**out, "path_cm": np.moveaxis(np.nan_to_num(path) * 100.0, 0, -1)}


def decided_by(j: Judgement, shape: tuple[int, int]) -> tuple[Array, Array]:
    """Figure and bound of the limit that decided, (H, W)."""
    figure, bound = np.zeros(shape), np.zeros(shape)
    for i, item in enumerate(j.limits):
        here = j.water_decided == i
        figure = np.where(here, np.broadcast_to(item.figure, shape), figure)
        bound = np.where(here, np.broadcast_to(item.bound, shape), bound)
    return figure, bound


def columns(b: Board, fixes: Remedies, over: Array | float = 0.0) -> dict[str, tuple[Array, int]]:
    """The figures of each head and wet step by their name, (H, W), with the digits they are told
    to. over : m of water below what was judged."""
    figure, bound = decided_by(b.judgement, b.shape)
    held, fall = b.holds, b.fall
    out = {
        "figure": (figure, 4), "bound": (bound, 4), "count_s": (b.count, 2),
        "bottom_s": (fall.count, 2), "zone_s": (fall.zone, 2), "lead_m": (b.lead, 2),
        "beyond_m": (b.beyond, 2),
        "hold_at_s": (fall.hold_at, 2),
        "scope": (held.scope[1], 3), "line_out_m": (held.line_out[1], 2),
        "span_m": (held.span[1], 2), "span_low_m": (held.span[0], 2),
        "span_high_m": (held.span[2], 2), "foot_m": (held.foot[1] + over, 3),
        "rides_m": (held.lure[1] + over, 3),
        "fed_line_m": (fall.line, 2), "line_off_m": (b.off_spool, 2),
        "line_rate_m_s": (rate(fall), 3), "count_low_s": (b.doubt.low, 2),
        "count_high_s": (b.doubt.high, 2), "right_share": (b.right_share, 3),
        "rest_deg": (np.degrees(b.rest.angle), 0),
        "window_low_m_s": (b.window_low, 3), "window_high_m_s": (b.window_high, 3),
        "bears_m_s": (b.bears, 3),
        # What would hold on a line that is let down says nothing of one that is swum back.
        "minimum_mass_g": (NOTHING if b.figures.cond.steady else g_from_kg(b.least_mass), 2),
        "try_line_mm": (mm_from_m(fixes.line), 3),
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
