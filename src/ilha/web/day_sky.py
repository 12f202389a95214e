"""The parts of GET /api/day that follow the hour but no head: light, slacks, spells, the plan."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np

from ilha.core.advice.cautions import Place, Weather, cautions, deeper_than
from ilha.core.errors import Array
from ilha.core.judge.day import Day
from ilha.core.move.drift import Drift
from ilha.core.move.hold import lowest_height
from ilha.core.tide.light import light
from ilha.core.tide.spells import spells
from ilha.core.tide.tideway import DRY_BELOW, Tideway
from ilha.core.trip.plan import DRY, NONE, Run, change_plan
from ilha.formats.numbers import nullable
from ilha.store import heads, marks, tides
from ilha.web.day_payloads import DayQuestion
from ilha.web.span import STEPS, Span


def sky_part(
    mark: marks.Mark, span: Span, stream: Array, events: list[tides.Event]
) -> dict[str, Any]:
    """Light, moon, slack water and the spells worth being there."""
    start, end = float(span.times[0]), float(span.times[-1])
    found = light(mark["latitude_deg"], mark["longitude_deg"], start, end)
    turned = [(float(e["time_utc_s"]), e["kind"]) for e in events]
    # A stream that is nought at a step turns there, once.
    crossed = np.flatnonzero((stream[:-1] < 0.0) != (stream[1:] < 0.0))
    slacks = crossed + stream[crossed] / (stream[crossed] - stream[crossed + 1])
    return {
        "light": [{"step": span.step(at), "clock": span.clock(at), "sky": sky}
                  for at, sky in found.changes],
        "moon": found.moon, "moon_lit": round(found.moon_lit, 2),
        "tide_state": found.tide_state if events else None,
        "slacks": [{"step": round(float(s), 3), "clock": span.clock_of(float(s))}
                   for s in slacks],
        "spells": [{
            "from_step": span.step(s.start), "to_step": span.step(s.end),
            "from_clock": span.clock(s.start), "to_clock": span.clock(s.end),
            "reasons": list(s.reasons), "best": s.best,
        } for s in spells(turned, found, start, end)],
    }


def drift_part(drift: Drift | None, way: Tideway) -> dict[str, Any] | None:
    """Where a drifting boat goes, and the water past its line."""
    if drift is None:
        return None
    depth = np.maximum(way.depth, DRY_BELOW)
    return {
        "leeway_m_s": round(drift.leeway, 3),
        "over_ground_m_s": nullable(drift.over_ground, 3),
        "to_deg": None if drift.to_deg is None else nullable(drift.to_deg, 0),
        "past_bottom_m_s": nullable(drift.past(lowest_height(depth), depth), 3),
    }


def caution_part(
    asked: DayQuestion, mark: marks.Mark, stance: str, span: Span, way: Tideway
) -> dict[str, Any]:
    """What to mind at the mark in the weather that was told, and when the water is too deep."""
    weather = Weather(asked.wind_m_s, asked.wind_from_deg, asked.swell_m, asked.thunder,
                      asked.temperature_c)
    said = cautions(Place(mark["kind"], stance, mark["exposure"]), weather, way.stream,
                    mark["flood_to_deg"])

    def spans(found: Sequence[tuple[float, float]]) -> list[dict[str, Any]]:
        return [{"from_step": round(a, 3), "to_step": round(b, 3),
                 "from_clock": span.clock_of(a), "to_clock": span.clock_of(b)}
                for a, b in found]

    wade, back = None, mark["way_back_depth_m"]
    if stance == "wading":
        wade = {
            "limit_m": asked.wade_m, "here": spans(deeper_than(way.depth, asked.wade_m)),
            "way_back": None if back is None else spans(deeper_than(
                back + way.depth - mark["charted_depth_m"], asked.wade_m)),
        }
    return {"wade": wade, "cautions": [
        {"code": s.caution.code, "says": s.caution.says, "when": spans(s.spans)} for s in said]}


def plan_runs(
    result: Day, shown: list[heads.Head], school: str, change_minutes: float, step_s: float
) -> list[Run]:
    """The change plan by the chosen school, over the day's steps."""
    wet = np.zeros(STEPS, dtype=bool)
    wet[result.wet] = True
    picks, verdicts = np.full(STEPS, NONE), np.zeros((max(len(shown), 1), STEPS), dtype=int)
    if result.board is not None:
        picks[result.wet] = result.board.picks[school]
        verdicts[:, result.wet] = result.board.judgement.verdict
    masses = np.array([row["mass_g"] for row in shown] or [1.0])
    runs = change_plan(picks, verdicts, wet, step_s / 60.0, change_minutes, masses)
    # The last step is the day's end: a run of it alone has no length.
    return [run for run in runs if run.start < STEPS - 1]


def plan_part(
    result: Day, shown: list[heads.Head], school: str, change_minutes: float, step_s: float
) -> list[dict[str, Any]]:
    """The plan as the payload has it."""
    return [
        {"from_step": run.start, "to_step": min(run.end, STEPS - 1),
         "head_id": shown[run.head]["id"] if run.head >= 0 else None, "dry": run.head == DRY}
        for run in plan_runs(result, shown, school, change_minutes, step_s)
    ]
