"""The trainer's series as their payloads."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from ilha.core.advice.waters import Task, Tried
from ilha.core.bench.trainer import Drill
from ilha.core.judge.schools import SCHOOLS
from ilha.core.units import g_from_kg, mm_from_m
from ilha.desk.convert import one
from ilha.desk.trainer import Standing
from ilha.web.trainer import payloads as p


def series(drills: Iterable[Drill], standing: Iterable[Standing]) -> p.TrainerSeries:
    return p.TrainerSeries.model_validate({
        "drills": [{"code": d.code, **{f"{name}_mm": mm_from_m(getattr(d.seen, name))
                                       for name in ("gap", "bunch", "bend", "side", "nose")}}
                   for d in drills],
        "standing": [vars(s) for s in standing]})


def waters(tasks: Iterable[Task], standing: Iterable[Standing]) -> p.WaterSeries:
    return p.WaterSeries.model_validate({
        "waters": [_task(task) for task in tasks], "standing": [vars(s) for s in standing]})


def _task(task: Task) -> dict[str, Any]:
    w, scope = task.water, SCHOOLS["lightest-practical"].scope_limit
    return {
        "code": w.code, "depth_m": w.depth, "surface_speed_m_s": w.current,
        "line_mm": round(mm_from_m(w.line), 3), "wind_m_s": w.wind, "zone_from_m": w.zone[0],
        "zone_to_m": w.zone[1], "tip_height_m": w.tip,
        "line_most_m": None if scope is None else round(scope * (w.depth + w.tip), 2),
        "heads": [_tried(each) for each in task.tried], "best": task.best,
        "counts_s": task.counts, "count_at": task.count_at, "leads_m": task.leads,
        "lead_at": task.lead_at,
    }


def _tried(t: Tried) -> dict[str, Any]:
    code, figure, bound = t.decided
    return {
        "ounces": t.ounces, "mass_g": round(g_from_kg(t.head.mass), 2), "verdict": t.verdict,
        "decided": code, "figure": one(figure, 4), "bound": one(bound, 4),
        "zone_s": one(t.zone_seconds, 2), "least_g": one(g_from_kg(t.least), 2),
        "lead_m": one(t.lead, 2), "beyond_m": None, "count_s": one(t.count, 2),
        "line_out_m": one(t.line_out, 2),
        "fall_height": [round(v, 4) for v in t.drawn.fall_height],
        "fall_shift_m": [round(v, 3) for v in t.drawn.fall_shift],
        "line_height_m": [round(v, 3) for v in t.drawn.line_height],
        "line_span_m": [one(v, 3) for v in t.drawn.line_span],
    }
