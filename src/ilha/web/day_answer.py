"""The heads' part of the answer to GET /api/day: arrays over the day's steps."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.board import Board
from ilha.core.judge.day import Day, Traces
from ilha.core.judge.remedy import Remedies
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.move.cast import is_guess
from ilha.core.move.glide import OUTCOMES
from ilha.formats.numbers import nullable
from ilha.store import heads
from ilha.web import convert

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


def board_part(
    result: Day, shown: list[heads.Head], fits: dict[int, str], has_rod: bool
) -> dict[str, Any]:
    """The heads, spread from the wet steps over the day."""
    b, traces, fixes = result.board, result.traces, result.remedies
    steps = result.tideway.depth.size
    if b is None or traces is None or fixes is None:
        return {"verdicts": list(VERDICTS), "limits": [], "line_share": [], "heads": [],
                "path_share": [], "picks": {key: [None] * steps for key in SCHOOLS}}
    spread = _spreader(result.wet, steps)
    ids = np.array([row["id"] for row in shown])
    columns = {name: nullable(np.broadcast_to(v, b.shape), digits)
               for name, (v, digits) in _columns(b, fixes).items()}
    columns |= {"try_head": _named(fixes.weight, ids), "try_shape": _named(fixes.shape, ids),
                "wait_step": _named(fixes.wait, result.wet)}
    shapes = {name: np.round(v).astype(int).tolist() for name, v in _shapes(traces).items()}
    rows = []
    for i, row in enumerate(shown):
        rows.append({
            **_constants(b, i, row, fits[row["id"]], has_rod),
            "verdict": spread(b.judgement.verdict[i].tolist()),
            "decided": spread(b.judgement.decided[i].tolist()),
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


def _constants(b: Board, i: int, row: heads.Head, fit: str, has_rod: bool) -> dict[str, Any]:
    """What does not follow the hour."""
    glide = b.glide
    package = np.broadcast_to(b.figures.package, (b.shape[0], 1))[i]
    front = b.figures.ends.front
    guess: Flags = np.ones(1, dtype=bool)
    if has_rod and b.rod is not None:
        guess = is_guess(b.rod, package)
    return {
        "id": row["id"], "fit": fit, "outcome": OUTCOMES[int(glide.outcome[i, 0])],
        "wet_weight_n": convert.one(glide.wet_weight[i], 5),
        "fall_speed_m_s": convert.one(glide.vertical[i], 4),
        "fall_pitch_deg": convert.one(np.degrees(glide.pitch[i]), 1),
        "fall_path_deg": convert.one(np.degrees(glide.path[i]), 1),
        "front_fall_m_s": None if front is None else convert.one(front.vertical, 4),
        "package_g": convert.one(package * 1e3, 2),
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
        here = b.judgement.decided == i
        figure = np.where(here, np.broadcast_to(item.figure, b.shape), figure)
        bound = np.where(here, np.broadcast_to(item.bound, b.shape), bound)
    held, fall = b.holds, b.fall
    stop = b.stop if b.figures.cond.lowered else NOTHING
    out = {
        "figure": (figure, 4), "bound": (bound, 4), "count_s": (fall.count, 2),
        "middle_s": (fall.middle, 2), "zone_s": (fall.zone, 2), "lead_m": (fall.shift, 2),
        "hold_at_s": (fall.hold_at, 2), "stop_s": (stop, 2),
        "scope": (held.scope[1], 3), "line_out_m": (held.line_out[1], 2),
        "span_m": (held.span[1], 2), "span_low_m": (held.span[0], 2),
        "span_high_m": (held.span[2], 2), "foot_m": (held.foot[1], 3), "rides_m": (held.lure[1], 3),
        "fed_line_m": (fall.line, 2), "rest_deg": (np.degrees(b.rest.angle), 0),
        "window_low_m_s": (b.window_low, 3), "window_high_m_s": (b.window_high, 3),
        "bears_m_s": (b.bears, 3),
        "minimum_mass_g": (b.least_mass * 1e3, 2), "try_line_mm": (fixes.line * 1e3, 3),
    }
    if b.figures.cond.steady:
        reel = b.retrieve
        out |= {"lift_off_m": (reel.lift_off, 1), "zone_share": (reel.zone_share, 3),
                "speed_low_m_s": (reel.speed_low, 3), "speed_high_m_s": (reel.speed_high, 3)}
    else:
        names = ("lift_off_m", "zone_share", "speed_low_m_s", "speed_high_m_s")
        out |= dict.fromkeys(names, (NOTHING, 3))
    return out


def _named(index: Indices, names: Indices) -> list[list[int | None]]:
    """What each index names, null for -1; (H, T)."""
    return [[int(names[i]) if i >= 0 else None for i in row] for row in index]


def swing_fitted(result: Day) -> bool:
    """Whether the day's held falls stay within what their form was fitted to."""
    swung = None if result.board is None else result.board.figures.swing
    return swung is None or bool(np.all(swung.fitted))
