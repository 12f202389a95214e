"""What lies on the bench as its payloads."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Any

import numpy as np

from ilha.core.bench.riggings import Rigging
from ilha.core.bench.seat import can, graded
from ilha.core.bench.straight import Finding as Found
from ilha.core.bench.strength import Link
from ilha.core.judge.schools import AT_A_PINCH, FITS_BADLY
from ilha.core.tables import SCENT
from ilha.core.units import g_from_kg, mm_from_m
from ilha.desk import convert
from ilha.desk.bench import OnBench, Strength
from ilha.web.bench import payloads as p


def fit(b: OnBench) -> p.Fit:
    """All that the bench shows."""
    whole = b.whole
    return p.Fit.model_validate({
        "plastic_id": b.plastic["id"], "head_id": b.head["id"],
        "package_g": convert.one(g_from_kg(whole.body.package), 2),
        "balance_mm": convert.one(mm_from_m(whole.balance), 1),
        "stands_deg": convert.one(np.degrees(whole.rests), 0),
        "wet_weight_n": convert.one(whole.glide.wet_weight, 5),
        "fall_speed_m_s": convert.one(whole.glide.vertical, 3),
        "fall_pitch_deg": convert.one(np.degrees(whole.glide.pitch), 1),
        "head_diameter_mm": round(mm_from_m(convert.head_diameter(b.head)), 2),
        "thread_depth_mm": round(mm_from_m(b.thread_depth), 2),
        "hook_size": b.hooks[b.chosen].size,
        "pick": b.hooks[b.fit.pick].size if b.fit.pick >= 0 else None,
        "hooks": _hooks(b),
        "strength": None if b.strength is None else _strength(b.strength),
        "leaders": [{"key": key, "holds_kg": kg} for key, kg in b.leaders.items()],
        "scent": SCENT[b.plastic["material"]],
        "keeper": {"good": b.keeper[0], "says": b.keeper[1]},
        "rigging": b.shown,
        "riggings": [_plan(r) for r in b.riggings],
    })


def _hooks(b: OnBench) -> list[dict[str, Any]]:
    fit_ = b.fit
    level, _ = graded(fit_.reach, fit_.clearance)
    level = np.where(can(fit_.reach, fit_.clearance), level, FITS_BADLY)
    return [
        {**hook._asdict(),
         "exit_mm": convert.one(mm_from_m(fit_.exit[i]), 2),
         "clearance_mm": convert.one(mm_from_m(fit_.clearance[i]), 2),
         "reach_ratio": convert.one(fit_.reach[i], 3),
         "working_share": convert.one(fit_.working_share[i], 3),
         "bulk": convert.one(fit_.bulk[i], 2),
         "opening_load_n": convert.one(fit_.opening_load[i], 1),
         "opens_at_n": convert.one(b.opens[i], 1),
         "setting_pull": convert.one(b.setting[i], 2),
         "wire": None if b.wires is None else b.wires[i],
         "verdict": fit_.verdict[i], "pinch": level[i] == AT_A_PINCH, "taken": bool(fit_.taken[i])}
        for i, hook in enumerate(b.hooks)
    ]


def _strength(s: Strength) -> dict[str, Any]:
    low, high = s.chain.drag

    def told(links: Sequence[Link], weakest: int) -> list[dict[str, Any]]:
        return [{"name": link.name, "kind": link.kind, "holds_n": round(link.holds, 2),
                 "weakest": i == weakest} for i, link in enumerate(links)]

    side = s.chain.side
    least = min(range(len(side)), key=lambda i: side[i].holds, default=-1)
    return {
        "links": told(s.chain.links, s.chain.weakest), "side": told(side, least),
        "side_breaks_first": s.chain.side_breaks_first,
        "drag_low_n": round(low, 2), "drag_high_n": round(high, 2),
        "bends_hook": s.bends_hook, "snag": s.snag.outcome,
        "snag_load_n": round(s.snag.load, 2), "lost": list(s.snag.lost),
    }


def _plan(r: Rigging) -> dict[str, Any]:
    return {
        "key": r.key, "name": r.name, "says": r.says, "suits": r.suits, "reason": r.reason,
        "numbers": convert.plan_numbers(r.numbers),
        "steps": [{"title": title, "says": says} for title, says in r.steps],
    }


def findings(found: Iterable[Found]) -> p.Findings:
    return p.Findings(findings=[
        p.Finding.model_validate({
            "code": f.code,
            "move_mm": None if f.code == "rolled" else round(mm_from_m(f.move), 2),
            "turn_deg": round(float(np.degrees(f.move)), 1) if f.code == "rolled" else None,
            "exit_mm": None if f.exit is None else round(mm_from_m(f.exit), 2),
        }) for f in found])
