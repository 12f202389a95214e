"""GET /api/fit: the bench. Hooks in one plastic, its riggings, its strength, how it falls."""

from __future__ import annotations

from typing import Any

import numpy as np
from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.bench.fit import CENTRE, HookFit, Thread, fit_hooks
from ilha.core.bench.keeper import keeper_for
from ilha.core.bench.rigging_numbers import Bench
from ilha.core.bench.riggings import Rigging, riggings
from ilha.core.bench.strength import (
    LEADERS,
    Chain,
    bends,
    chain,
    hardware_link,
    leader_for,
    opens_at,
    setting_pull,
    snagged,
    wire_for,
)
from ilha.core.errors import Array, DomainError
from ilha.core.move.glide import free_fall
from ilha.core.move.rest import balance_point, lean, lifting_moment
from ilha.core.rig.assembly import assemble
from ilha.core.rig.outline import Outline
from ilha.core.tables import HOOKS
from ilha.core.units import newtons_of_kg, si
from ilha.core.water.seawater import density
from ilha.store import heads, lines, plastics
from ilha.web import convert
from ilha.web.bench_payloads import Fit, FitQuestion
from ilha.web.books import fish_named
from ilha.web.day import found
from ilha.web.resources import answer

bp = Blueprint("fit", __name__, url_prefix="/api")

COMMON_LINE = 0.19e-3
"""Diameter (m) of the line where none was chosen."""
Row = tuple[str, float, float, float, bool, bool]


def candidates(head: heads.Head) -> list[Row]:
    """Typical hooks by size, the head's own in place of its size; by length of shank."""
    own: Row = (head["hook_size"], head["hook_straight_mm"], head["hook_gape_mm"],
                head["hook_wire_mm"], bool(head["hook_measured"]), True)
    others: list[Row] = [
        (hook.size, hook.straight_mm, hook.gape_mm, hook.wire_mm, False, False)
        for hook in HOOKS if hook.size != head["hook_size"]
    ]
    return sorted([own, *others], key=lambda row: row[1])


def outline_of(plastic: plastics.Plastic) -> Outline:
    """The body as it is drawn."""
    return Outline(si(plastic["body_length_mm"], 1), si(plastic["height_mm"], 1),
                   convert.profile_of(plastic))


@bp.get("/fit")
def get_fit() -> Response:
    asked = FitQuestion.model_validate(request.args.to_dict())
    plastic = found(plastics.get, asked.plastic_id, "plastic_id", "plastic")
    head = found(heads.get, asked.head_id, "head_id", "head")
    line = None if asked.line_id is None else found(lines.get, asked.line_id, "line_id", "line")
    rows = candidates(head)
    chosen = next((i for i, row in enumerate(rows)
                   if (row[0] == asked.hook_size if asked.hook_size else row[5])), None)
    if chosen is None:
        raise DomainError("hook_size", "must be one of " + ", ".join(row[0] for row in rows),
                          asked.hook_size, "", "choose")

    def column(index: int) -> Array:
        return np.array([si(float(row[index]), 1) for row in rows])

    depth = asked.thread_depth_mm
    thread = CENTRE if asked.thread == "centre" else Thread(
        "high", None if depth is None else si(depth, 1))
    mouth = "large" if asked.fish is None else fish_named(asked.fish).mouth
    fit = fit_hooks(column(1), column(2), column(3), si(plastic["length_mm"], 1),
                    si(plastic["body_length_mm"], 1), si(plastic["height_mm"], 1),
                    si(head["keeper_takes_mm"], 1), thread, asked.shank, mouth)
    diameter = COMMON_LINE if line is None else si(line["diameter_mm"], 1)
    opens = opens_at(column(3), column(2))
    holds = None if line is None else newtons_of_kg(line["strength_kg"])
    good, says = keeper_for(head["keeper"], plastic["material"], si(plastic["height_mm"], 1))
    body = {
        **_whole(plastic, head),
        "plastic_id": plastic["id"], "head_id": head["id"],
        "thread_depth_mm": round(thread.back(si(plastic["height_mm"], 1)) * 1e3, 2),
        "hook_size": rows[chosen][0],
        "pick": rows[fit.pick][0] if fit.pick >= 0 else None,
        "hooks": _hooks(rows, fit, opens, column(3), holds),
        "strength": None if holds is None else _strength(
            asked, holds, float(opens[chosen]), float(fit.opening_load[chosen])),
        "leaders": [] if line is None else [
            {"key": key, "holds_kg": leader_for(key, line["strength_kg"])}
            for key in LEADERS],
        "keeper": {"good": good, "says": says},
        "riggings": [_plan(r) for r in riggings(_bench(
            asked, plastic, head, rows, chosen, diameter))],
    }
    return answer(Fit.model_validate(body))


def _whole(plastic: plastics.Plastic, head: heads.Head) -> dict[str, Any]:
    """The rig as one body: weight, balance, fall, rest."""
    rho = np.atleast_1d(density(18.0, 35.0))
    body = assemble(convert.core_plastic(plastic), [convert.core_head(head)])
    glide = free_fall(body, rho)
    rests = lean(lifting_moment(body, rho), np.zeros(1), body, rho)
    return {
        "package_g": convert.one(body.package * 1e3, 2),
        "balance_mm": convert.one(balance_point(body) * 1e3, 1),
        "stands_deg": convert.one(np.degrees(rests), 0),
        "wet_weight_n": convert.one(glide.wet_weight, 5),
        "fall_speed_m_s": convert.one(glide.vertical, 3),
        "fall_pitch_deg": convert.one(np.degrees(glide.pitch), 1),
        "head_diameter_mm": round(convert.head_diameter(head) * 1e3, 2),
    }


def _hooks(
    rows: list[Row], fit: HookFit, opens: Array, wire: Array, holds: float | None
) -> list[dict[str, Any]]:
    return [
        {"size": row[0], "straight_mm": row[1], "gape_mm": row[2], "wire_mm": row[3],
         "measured": row[4], "of_head": row[5],
         "exit_mm": convert.one(fit.exit[i] * 1e3, 1),
         "clearance_mm": convert.one(fit.clearance[i] * 1e3, 1),
         "reach_ratio": convert.one(fit.reach[i], 3),
         "working_share": convert.one(fit.working_share[i], 3),
         "bulk": convert.one(fit.bulk[i], 2),
         "opening_load_n": convert.one(fit.opening_load[i], 1),
         "opens_at_n": convert.one(opens[i], 1),
         "setting_pull": convert.one(setting_pull(wire[i]), 2),
         "wire": None if holds is None else wire_for(holds, float(opens[i])),
         "verdict": fit.verdict[i], "taken": bool(fit.taken[i])}
        for i, row in enumerate(rows)
    ]


def _strength(
    asked: FitQuestion, holds: float, opens: float, yields: float
) -> dict[str, Any]:
    leader = None if asked.leader_kg is None else newtons_of_kg(asked.leader_kg)
    parts = [] if asked.hardware is None else [hardware_link(asked.hardware)]
    made: Chain = chain(holds, leader, opens, end=asked.end_knot, hardware=parts)
    low, high = made.drag
    snag = snagged(made)
    return {
        "links": [{"name": link.name, "kind": link.kind, "holds_n": round(link.holds, 2),
                   "weakest": i == made.weakest} for i, link in enumerate(made.links)],
        "drag_low_n": round(low, 2), "drag_high_n": round(high, 2),
        "bends_hook": bends(high, yields),
        "snag": snag.outcome, "snag_load_n": round(snag.load, 2), "lost": list(snag.lost),
    }


def _bench(
    asked: FitQuestion, plastic: plastics.Plastic, head: heads.Head, rows: list[Row], chosen: int,
    diameter: float,
) -> Bench:
    def hook(i: int) -> tuple[float, float]:
        return si(rows[i][1], 1), si(rows[i][2], 1)

    straight, gape = hook(chosen)
    return Bench(
        convert.core_plastic(plastic), outline_of(plastic), plastic["look"],
        convert.core_head(head), straight, gape, si(head["keeper_takes_mm"], 1),
        hook(chosen - 1) if chosen else None, asked.depth_m, asked.cover,
        asked.surface_speed_m_s, diameter, asked.reel_cm_per_turn / 100.0)


def _plan(r: Rigging) -> dict[str, Any]:
    return {
        "key": r.key, "name": r.name, "says": r.says, "suits": r.suits, "reason": r.reason,
        "numbers": convert.plan_numbers(r.numbers),
        "steps": [{"title": title, "says": says} for title, says in r.steps],
    }
