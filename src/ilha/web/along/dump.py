"""A day taken along as its payload."""

from __future__ import annotations

from typing import Any

import numpy as np
import orjson

from ilha.core.errors import Array, Indices
from ilha.core.judge.board import Board
from ilha.core.judge.day import Day
from ilha.core.tide.turns import BEYOND, SCALE_FROM, SCALE_TO
from ilha.core.trip.along import FACTORS, LEVELS, edges
from ilha.core.trip.plan import DRY
from ilha.desk.along import Along
from ilha.desk.board import DayQuestion
from ilha.desk.left_out import LeftOut
from ilha.desk.taught import TaughtHere
from ilha.formats.packed import NOTHING, bytes_of, figures, whole
from ilha.web.day.dump import drift_in, whole_day
from ilha.web.day.heads import columns, constants, decided_by, legend, shapes
from ilha.web.day.payloads import HeadDay

VERSION = 1
"""Of what is packed: a device that holds another says so and asks anew."""
DRAWN = FACTORS[[0, FACTORS.size // 2, -1]]


def along(a: Along, left_out: list[LeftOut], taught: TaughtHere) -> bytes:
    """As JSON, as the payload AlongDay has it."""
    m = a.day
    asked = m.asked.model_dump(exclude={"from_step", "to_step"})
    counts, changes = edges(a.told)
    board = whole_day(m, left_out, taught) | legend(a.wide) | {
        "plan": [], "picks": {}, "heads": _heads(a)}
    return orjson.dumps({
        "version": VERSION, "asked": asked,
        "assumed": DayQuestion.model_validate(
            {name: asked[name] for name in ("mark_id", "plastic_id", "line_id")}).model_dump(),
        "from_step": int(a.steps[0]), "to_step": int(a.steps[-1]), "factors": FACTORS.tolist(),
        "levels": LEVELS, "board": board, "told": bytes_of(counts) + "." + bytes_of(changes),
        "reading": {"scale_from": SCALE_FROM, "scale_to": SCALE_TO, "beyond": BEYOND},
        "drift": _drift(a), **_packed(a),
    }, option=orjson.OPT_SERIALIZE_NUMPY)


def _drift(a: Along) -> dict[str, Any]:
    way = a.wide.tideway
    told = drift_in(a.day.at.drift_in(way), way)
    if told is None:
        return {}
    return {name: figures(np.array(told[name], dtype=float).reshape(FACTORS.size, -1))
            for name in ("over_ground_m_s", "to_deg", "past_bottom_m_s")
            if told[name] is not None}


def _heads(a: Along) -> list[dict[str, Any]]:
    b = a.wide.board
    if b is None:
        return []
    blank: dict[str, Any] = {name: [] for name in HeadDay.model_fields}
    return [{**blank, "id": row["id"], **constants(a.day, b, i)}
            for i, row in enumerate(a.day.rows)]


def _packed(a: Along) -> dict[str, Any]:
    b, fixes, traces = a.wide.board, a.wide.remedies, a.wide.traces
    if b is None or fixes is None or traces is None:
        return {"schools": [], "columns": {}, "named": {}, "drawn": {}, "points": {}}
    cells = FACTORS.size * a.steps.size
    ids = np.array([row["id"] for row in a.day.rows])

    def spread(values: Array, digits: int) -> dict[str, Any] | None:
        out = np.full((b.shape[0], cells), np.nan)
        out[:, a.wide.wet] = np.round(np.broadcast_to(values, b.shape), digits)
        return figures(out.reshape(*_shape(a)))

    def named(values: Indices) -> str:
        out = np.full((b.shape[0], cells), -1)
        out[:, a.wide.wet] = values
        return whole(out.reshape(*_shape(a)))

    def by_name(index: Indices) -> Indices:
        return np.where(index < 0, -1, ids[index])

    drawn = {name: np.round(values).astype(int) for name, values in shapes(traces).items()}
    return {
        "schools": [_school(a, b, key, spread) for key in a.schools],
        "columns": {name: spread(values, digits)
                    for name, (values, digits) in columns(b, fixes, a.wide.over).items()
                    if name not in ("figure", "bound")},
        "named": {"try_head": named(by_name(fixes.weight)),
                  "try_shape": named(by_name(fixes.shape)),
                  "wait_step": named(np.where(fixes.wait < 0, -1, fixes.wait + a.steps[0])),
                  "low_tip": named(fixes.low_tip.astype(int)),
                  "doubted": named(b.doubt.most), "eased": named(b.judgement.eased.astype(int))},
        "drawn": {name: _drawn(a, a.wide, values) for name, values in drawn.items()},
        "points": {name: values.shape[-1] for name, values in drawn.items()},
    }


def _shape(a: Along) -> tuple[int, int, int]:
    return len(a.day.rows), FACTORS.size, a.steps.size


def _school(a: Along, b: Board, key: str, spread: Any) -> dict[str, Any]:
    j = b.judged[key]
    out = {
        "key": key, "limits": [{"code": item.code, "unit": item.unit} for item in j.limits],
        "figure": None, "bound": None, "plans": [[{"from_step": int(run.start + a.steps[0]),
                    "to_step": int(min(run.end, a.steps.size - 1) + a.steps[0]),
                    "head_id": a.day.rows[run.head]["id"] if run.head >= 0 else None,
                    "dry": run.head == DRY} for run in runs if run.start < a.steps.size - 1]
                  for runs in a.plans(key)]}
    if key == a.day.asked.school:
        figure, bound = decided_by(j, b.shape)
        out |= {"figure": spread(figure, 4), "bound": spread(bound, 4)}
    return out


def _drawn(a: Along, wide: Day, values: Indices) -> str:
    """(H, N, P) of the wet cells as (H, 3, P, W) of all, the steps last: they change least."""
    heads, factors, steps = _shape(a)
    out = np.full((heads, factors * steps, values.shape[-1]), NOTHING)
    out[:, wide.wet] = values
    at = np.searchsorted(FACTORS, DRAWN)
    return whole(np.moveaxis(out.reshape(heads, factors, steps, -1)[:, at], 3, 2))
