"""``ilha-board-1``: the answer of a board as JSON, arrays over the time steps for every head."""

from __future__ import annotations

import json
from collections.abc import Iterator
from math import isfinite
from typing import Any

import numpy as np

from ilha.core.errors import Array
from ilha.core.judge.board import Board
from ilha.core.judge.doubt import INPUTS
from ilha.core.judge.remedy import remedies
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.move.cast import Rod, is_guess
from ilha.core.move.glide import OUTCOMES
from ilha.core.units import g_from_kg, mm_from_m
from ilha.formats.numbers import nullable

FORMAT = "ilha-board-1"
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
    return {"format": FORMAT, "water": _water(b), "heads": list(_rows(b, per_turn)),
            "pick": _picks(b)}


def written(b: Board, per_turn: float) -> Iterator[str]:
    """The same as text, head by head: what is written need not be held."""
    yield f'{{"format": "{FORMAT}", "water": {json.dumps(_water(b))}, "heads": ['
    for i, row in enumerate(_rows(b, per_turn)):
        yield (", " if i else "") + json.dumps(row, allow_nan=False)
    yield f'], "pick": {json.dumps(_picks(b))}}}\n'


def _water(b: Board) -> dict[str, Any]:
    return {"density_kg_m3": b.rho.tolist(), "kinematic_viscosity_m2_s": b.nu.tolist()}


def _picks(b: Board) -> dict[str, Any]:
    ids = [head.id for head in b.heads]
    return {key: [ids[p] if p >= 0 else None for p in b.picks[key]] for key in SCHOOLS}


def _rows(b: Board, per_turn: float) -> Iterator[dict[str, Any]]:
    """One head after the other: as Python's numbers they are many times as large as in arrays."""
    shape = b.shape
    flat = {name: np.broadcast_to(value, shape) for name, value in _fields(b).items()}
    nested = {
        group: {name: np.broadcast_to(value, shape) for name, value in parts.items()}
        for group, parts in _groups(b, per_turn).items()
    }
    never = np.broadcast_to(b.holds.never[1], shape)
    heights = np.broadcast_to(np.where(b.figures.sinks, b.retrieve.heights, np.nan), (3, *shape))
    words = np.broadcast_to(b.rest.words, shape)
    package = np.broadcast_to(b.figures.package, (shape[0], 1))
    outcome = np.broadcast_to(b.glide.outcome, shape)
    estimates = b.judgement.at_estimates
    reasons = _Reasons(b)
    for i, head in enumerate(b.heads):
        row: dict[str, Any] = {"id": head.id}
        row.update({name: nullable(value[i]) for name, value in flat.items()})
        for group, parts in nested.items():
            row[group] = {name: nullable(value[i]) for name, value in parts.items()}
        row["hold"] = _null_where_never(row["hold"], never[i])
        row["count_range_s"] = list(map(list, zip(
            nullable(b.doubt.low[i]), nullable(b.doubt.high[i]), strict=True)))
        row["doubted"] = [INPUTS[k] for k in b.doubt.most[i]]
        row["retrieve"]["height_m"] = nullable(heights[:, i])
        row["outcome"] = [OUTCOMES[o] for o in outcome[i]]
        row["rest"] = words[i].tolist()
        row["package_g"] = g_from_kg(float(package[i, 0]))
        row["verdict"] = [VERDICTS[v] for v in b.judgement.verdict[i]]
        row["verdict_low"] = [VERDICTS[v] for v in estimates[0, i]]
        row["verdict_high"] = [VERDICTS[v] for v in estimates[2, i]]
        row["reasons"] = reasons.of(i)
        yield row


_ALWAYS = ("scope_low", "scope_high")
"""Figures of a hold at other currents: they have their own nulls."""


def _null_where_never(hold: dict[str, list[Any]], never: Array) -> dict[str, list[Any]]:
    return {
        name: values if name in _ALWAYS else [
            None if gone else value for value, gone in zip(values, never, strict=True)]
        for name, values in hold.items()
    }


class _Reasons:
    """Of each head and step: the limit that decided, then every other that fails (code, figure,
    bound), then what would help, then where a figure reaches beyond what it was fitted to."""

    def __init__(self, b: Board) -> None:
        shape, limits = b.shape, b.judgement.limits
        self.b, self.fixes = b, remedies(b)
        self.failed = np.stack([~np.broadcast_to(x.passed, (3, *shape))[1] for x in limits])
        self.figure = [np.broadcast_to(x.figure, shape) for x in limits]
        self.bound = [np.broadcast_to(x.bound, shape) for x in limits]
        self.eased = b.judgement.eased
        self.beyond = ~np.broadcast_to(b.swing.tabled, shape) & np.isfinite(
            np.broadcast_to(b.swing.fall.count, shape))
        self.package = np.broadcast_to(b.figures.package, (shape[0], 1))

    def of(self, head: int) -> list[list[str]]:
        """Of one head, by step."""
        steps = self.b.shape[1]
        out: list[list[str]] = [[] for _ in range(steps)]
        decided = self.b.judgement.decided[head].tolist()
        for step, which in enumerate(decided):
            out[step].append(self._limit(which, head, step))
        for which, step in zip(*(found.tolist() for found in np.nonzero(self.failed[:, head])),
                               strict=True):
            if which != decided[step]:
                out[step].append(self._limit(which, head, step))
        guess = self._guess(head)
        changes = self._changes(head)
        for step, (said, eased, beyond) in enumerate(zip(
                out, self.eased[head].tolist(), self.beyond[head].tolist(), strict=True)):
            if eased:
                said.append("holds-at-four-fifths of the current")
            said.extend(changes[step])
            if beyond:
                said.append("swing-outside-table: cast 1.1 to 32 depths, current to 1.3 of its"
                            " speed")
            said.extend(guess)
        return out

    def _limit(self, which: int, head: int, step: int) -> str:
        item = self.b.judgement.limits[which]
        figure, bound = float(self.figure[which][head, step]), float(self.bound[which][head, step])
        said = f"{figure:.3g}" if isfinite(figure) else "never"
        against = f" against {bound:.3g}" if isfinite(bound) else ""
        return f"{item.code} {said}{against}{f' {item.unit}' if item.unit else ''}"

    def _guess(self, head: int) -> list[str]:
        rod, package = self.b.rod or Rod(), float(self.package[head, 0])
        if not is_guess(rod, np.asarray(package)):
            return []
        seen = rod.masses[np.argmin(np.abs(rod.masses - package))]
        return [f"cast-guess {g_from_kg(package):.3g} against {g_from_kg(seen):.3g} g"]

    def _changes(self, head: int) -> list[list[str]]:
        """What would put this head right, one code each, by step."""
        heads, fixes = self.b.heads, self.fixes
        own = heads[head].mass
        out: list[list[str]] = []
        for weight, shape, line, wait in zip(
                fixes.weight[head].tolist(), fixes.shape[head].tolist(), fixes.line[head].tolist(),
                fixes.wait[head].tolist(), strict=True):
            said = []
            if weight >= 0:
                other = heads[int(weight)]
                said.append(f"try-{'heavier' if other.mass > own else 'lighter'} {other.id}")
            if shape >= 0:
                said.append(f"try-shape {heads[int(shape)].id}")
            if isfinite(line):
                said.append(f"try-line {mm_from_m(line):.2f} mm")
            if wait >= 0:
                said.append(f"try-step {int(wait)}")
            out.append(said)
        return out
