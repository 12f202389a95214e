"""``ilha-board-1``: the answer of a board as JSON, arrays over the time steps for every head."""

from __future__ import annotations

from typing import Any

import numpy as np

from ilha.core.errors import Array
from ilha.core.judge.board import Board
from ilha.core.judge.doubt import INPUTS
from ilha.core.judge.remedy import Remedies, remedies
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.move.cast import Rod, is_guess
from ilha.core.move.glide import OUTCOMES
from ilha.core.units import g_from_kg, mm_from_m
from ilha.formats.numbers import nullable

Group = dict[str, Array]


def _fields(b: Board) -> Group:
    deg = np.degrees
    return {
        "wet_weight_n": b.glide.wet_weight, "drag_area_m2": b.body.drag_area,
        "fall_speed_m_s": b.glide.vertical, "fall_pitch_deg": deg(b.glide.pitch),
        "count_s": b.count, "zone_s": b.fall.zone, "lead_m": b.lead,
        "come_in_m": b.beyond, "bottom_s": b.fall.count,
        "stop_count_s": b.stop, "minimum_mass_g": g_from_kg(b.least_mass),
        "rest_angle_deg": deg(b.rest.angle), "cast_m": b.cast,
        "right_share": b.right_share, "line_off_spool_m": b.off_spool,
    }


def _groups(b: Board, per_turn: float) -> dict[str, Group]:
    held = b.holds
    reel = b.retrieve
    return {
        "hold": {"scope": held.scope[1], "line_out_m": held.line_out[1], "span_m": held.span[1],
                 "tension_n": held.tension[1], "tip_angle_deg": np.degrees(held.tip_angle[1]),
                 "scope_low": held.scope[0], "scope_high": held.scope[2]},
        "rides_m": {"lure": held.lure[1], "line_end": held.foot[1]},
        "window_m_s": {"low": b.window_low, "high": b.window_high},
        "swing": {"count_s": b.swing.fall.count, "come_in_m": b.swing.fall.come_in,
                  "lead_m": b.swing.fall.shift},
        "fed_then_held": {"count_s": b.fed_then_held.count, "hold_at_s": b.fed_then_held.hold_at,
                          "come_in_m": b.fed_then_held.come_in,
                          "lead_m": b.fed_then_held.shift},
        "retrieve": {"lift_off_m": reel.lift_off, "contact_share": reel.bottom_share,
                     "bottom_share": reel.bottom_share, "zone_share": reel.zone_share,
                     "speed_low_m_s": reel.speed_low,
                     "speed_high_m_s": reel.speed_high, "turns_low_s": reel.speed_low / per_turn,
                     "turns_high_s": reel.speed_high / per_turn},
    }


def as_json(b: Board, per_turn: float) -> dict[str, Any]:
    """The board as the JSON object of the open format. per_turn : m of line a turn of the reel."""
    shape = b.shape
    heads, steps = shape
    flat = {name: nullable(np.broadcast_to(value, shape)) for name, value in _fields(b).items()}
    nested = {
        group: {name: nullable(np.broadcast_to(value, shape)) for name, value in parts.items()}
        for group, parts in _groups(b, per_turn).items()
    }
    never = np.broadcast_to(b.holds.never[1], shape)
    heights = np.broadcast_to(np.where(b.figures.sinks, b.retrieve.heights, np.nan), (3, *shape))
    low, high = nullable(b.doubt.low), nullable(b.doubt.high)
    words = np.broadcast_to(b.rest.words, shape).tolist()
    package = np.broadcast_to(b.figures.package, (heads, 1))
    outcome = np.broadcast_to(b.glide.outcome, shape)
    fixes = remedies(b)
    rows = []
    for i, head in enumerate(b.heads):
        row: dict[str, Any] = {"id": head.id}
        row.update({name: value[i] for name, value in flat.items()})
        for group, parts in nested.items():
            row[group] = {name: value[i] for name, value in parts.items()}
        row["hold"] = _null_where_never(row["hold"], never[i])
        row["count_range_s"] = list(map(list, zip(low[i], high[i], strict=True)))
        row["doubted"] = [INPUTS[k] for k in b.doubt.most[i]]
        row["retrieve"]["height_m"] = nullable(heights[:, i])
        row["outcome"] = [OUTCOMES[o] for o in outcome[i]]
        row["rest"] = words[i]
        row["package_g"] = g_from_kg(float(package[i, 0]))
        row["verdict"] = [VERDICTS[v] for v in b.judgement.verdict[i]]
        row["verdict_low"] = [VERDICTS[v] for v in b.judgement.at_estimates[0, i]]
        row["verdict_high"] = [VERDICTS[v] for v in b.judgement.at_estimates[2, i]]
        row["reasons"] = [_reasons(b, fixes, i, t) for t in range(steps)]
        rows.append(row)
    ids = [head.id for head in b.heads]
    picks = {key: [ids[p] if p >= 0 else None for p in b.picks[key]] for key in SCHOOLS}
    return {
        "format": "ilha-board-1",
        "water": {"density_kg_m3": b.rho.tolist(), "kinematic_viscosity_m2_s": b.nu.tolist()},
        "heads": rows,
        "pick": picks,
    }


_ALWAYS = ("scope_low", "scope_high")
"""Figures of a hold at other currents: they have their own nulls."""


def _null_where_never(hold: dict[str, list[Any]], never: Array) -> dict[str, list[Any]]:
    return {
        name: values if name in _ALWAYS else [
            None if gone else value for value, gone in zip(values, never, strict=True)]
        for name, values in hold.items()
    }


def _notes(b: Board, head: int, step: int) -> list[str]:
    """Where a figure reaches beyond what it was fitted to."""
    out = []
    fitted = np.broadcast_to(b.swing.tabled, b.shape)[head, step]
    if not fitted and np.isfinite(np.broadcast_to(b.swing.fall.count, b.shape)[head, step]):
        out.append("swing-outside-table: cast 1.1 to 32 depths, current to 1.3 of its speed")
    rod = b.rod or Rod()
    package = float(np.broadcast_to(b.figures.package, (b.shape[0], 1))[head, 0])
    if is_guess(rod, np.asarray(package)):
        seen = rod.masses[np.argmin(np.abs(rod.masses - package))]
        out.append(f"cast-guess {g_from_kg(package):.3g} against {g_from_kg(seen):.3g} g")
    return out


def _changes(b: Board, fixes: Remedies, head: int, step: int) -> list[str]:
    """What would put this head right, one code each."""
    out = []
    ids = [h.id for h in b.heads]
    mass = [h.mass for h in b.heads]
    if (other := int(fixes.weight[head, step])) >= 0:
        out.append(f"try-{'heavier' if mass[other] > mass[head] else 'lighter'} {ids[other]}")
    if (other := int(fixes.shape[head, step])) >= 0:
        out.append(f"try-shape {ids[other]}")
    if np.isfinite(fixes.line[head, step]):
        out.append(f"try-line {mm_from_m(fixes.line[head, step]):.2f} mm")
    if (later := int(fixes.wait[head, step])) >= 0:
        out.append(f"try-step {later}")
    return out


def _reasons(b: Board, fixes: Remedies, head: int, step: int) -> list[str]:
    """The limit that decided, then every other that fails (code, figure, bound), then what would
    help, then notes."""
    j = b.judgement
    decided = int(j.decided[head, step])
    order = [decided] + [i for i in range(len(j.limits)) if i != decided]
    out = []
    for i in order:
        item = j.limits[i]
        passed = np.broadcast_to(item.passed, (3, *b.shape))[1, head, step]
        if i != decided and passed:
            continue
        figure = float(np.broadcast_to(item.figure, b.shape)[head, step])
        bound = float(np.broadcast_to(item.bound, b.shape)[head, step])
        said = f"{figure:.3g}" if np.isfinite(figure) else "never"
        against = f" against {bound:.3g}" if np.isfinite(bound) else ""
        unit = f" {item.unit}" if item.unit else ""
        out.append(f"{item.code} {said}{against}{unit}")
    if j.eased[head, step]:
        out.append("holds-at-four-fifths of the current")
    return out + _changes(b, fixes, head, step) + _notes(b, head, step)
