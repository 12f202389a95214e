"""``ilha-board-1``: the answer of a board as JSON, arrays over the time steps for every head."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from math import isfinite
from typing import Any

import numpy as np

from ilha.core.errors import Array, Indices
from ilha.core.judge.board import Board
from ilha.core.judge.doubt import INPUTS
from ilha.core.judge.remedy import remedies, waits
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.judge.verdict import Limit
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


@dataclass(frozen=True)
class Told:
    """Some steps of a board, as far as they are told; what else was computed may be let go.

    figures : (H, T) or (H, T, 2) by name, in groups ("" those of no group). words : (H, T), what
    each index stands for beside it. reasons : by head and step, and after how many of them it is
    said from when a head is right again.
    """

    ids: list[str]
    rho: Array
    nu: Array
    figures: dict[str, Group]
    words: dict[str, tuple[Indices, Sequence[str]]]
    package: Array
    verdict: Indices
    reasons: list[list[tuple[list[str], int]]]
    picks: dict[str, Indices]


def part(b: Board, per_turn: float) -> Told:
    """What is told of a board. per_turn : m of line a turn of the reel."""
    shape = b.shape
    never = np.broadcast_to(b.holds.never[1], shape)

    def kept(values: Group) -> Group:
        return {name: np.ascontiguousarray(np.broadcast_to(value, shape), dtype=float)
                for name, value in values.items()}

    groups = {"": kept(_fields(b)), **{name: kept(values)
                                       for name, values in _groups(b, per_turn).items()}}
    groups["hold"] = {name: value if name in _ALWAYS else np.where(never, np.nan, value)
                      for name, value in groups["hold"].items()}
    groups[""]["count_range_s"] = np.stack((b.doubt.low, b.doubt.high), axis=-1)
    # By head, as it is told: (H, 3, T).
    groups["retrieve"]["height_m"] = np.ascontiguousarray(np.moveaxis(np.broadcast_to(
        np.where(b.figures.sinks, b.retrieve.heights, np.nan), (3, *shape)), 0, 1))
    estimates = b.judgement.at_estimates
    words = {
        "doubted": (b.doubt.most, INPUTS), "outcome": (b.glide.outcome, OUTCOMES),
        "rest": _indexed(b.rest.words),
        "verdict": (b.judgement.verdict, VERDICTS), "verdict_low": (estimates[0], VERDICTS),
        "verdict_high": (estimates[2], VERDICTS)}
    reasons = _Reasons(b)
    return Told(
        [head.id for head in b.heads], b.rho, b.nu, groups,
        {name: (np.broadcast_to(index, shape).astype(np.int8), names)
         for name, (index, names) in words.items()},
        np.broadcast_to(b.figures.package, (shape[0], 1))[:, 0].copy(), b.judgement.verdict,
        [reasons.of(i) for i in range(shape[0])], {key: b.picks[key] for key in SCHOOLS})


def _indexed(words: Array) -> tuple[Indices, list[str]]:
    names, index = np.unique(words, return_inverse=True)
    return index.reshape(np.shape(words)), names.tolist()


def as_json(b: Board, per_turn: float) -> dict[str, Any]:
    """The board as the JSON object of the open format. per_turn : m of line a turn of the reel."""
    parts = [part(b, per_turn)]
    return {"format": FORMAT, "water": _water(parts), "heads": list(_rows(parts, nullable)),
            "pick": _picks(parts)}


def written(parts: Sequence[Told]) -> Iterator[str]:
    """The same as text, of its parts in order, head by head: what is written need not be held."""
    import orjson

    yield f'{{"format": "{FORMAT}", "water": {json.dumps(_water(parts))}, "heads": ['
    for i, row in enumerate(_rows(parts, np.ascontiguousarray)):
        # It writes arrays as they are, and null for what is no number.
        yield (", " if i else "") + orjson.dumps(row, option=orjson.OPT_SERIALIZE_NUMPY).decode()
    yield f'], "pick": {json.dumps(_picks(parts))}}}\n'


def _water(parts: Sequence[Told]) -> dict[str, Any]:
    return {"density_kg_m3": np.concatenate([p.rho for p in parts]).tolist(),
            "kinematic_viscosity_m2_s": np.concatenate([p.nu for p in parts]).tolist()}


def _picks(parts: Sequence[Told]) -> dict[str, Any]:
    ids = parts[0].ids
    return {key: [ids[p] if p >= 0 else None for one in parts for p in one.picks[key].tolist()]
            for key in SCHOOLS}


def _rows(parts: Sequence[Told], as_figures: Callable[[Array], Any]) -> Iterator[dict[str, Any]]:
    """One head after the other: as Python's numbers they are many times as large as in arrays."""
    first = parts[0]
    for i, head in enumerate(first.ids):
        row: dict[str, Any] = {"id": head}
        for group, values in first.figures.items():
            told = {name: as_figures(np.concatenate(
                [p.figures[group][name][i] for p in parts], axis=-1 if name == "height_m" else 0))
                for name in values}
            row.update({group: told} if group else told)
        for name in first.words:
            row[name] = [names[k] for p in parts for index, names in (p.words[name],)
                         for k in index[i].tolist()]
        row["package_g"] = g_from_kg(float(first.package[i]))
        row["reasons"] = _reasons(parts, i)
        yield row


def _reasons(parts: Sequence[Told], head: int) -> list[list[str]]:
    """With the step from which the head is right again: it may lie in a later part."""
    verdict = np.concatenate([p.verdict[head] for p in parts])[None]
    again = waits(verdict, np.arange(verdict.size))[0].tolist()
    out = []
    for wait, (said, at) in zip(again, (one for p in parts for one in p.reasons[head]),
                                strict=True):
        out.append(said if wait < 0 else [*said[:at], f"try-step {wait}", *said[at:]])
    return out


_ALWAYS = ("scope_low", "scope_high")
"""Figures of a hold at other currents: they have their own nulls."""


def _said(limit: Limit, figure: float, bound: float) -> str:
    """A limit's code, its figure and what it is held against."""
    said = f"{figure:.3g}" if isfinite(figure) else "never"
    against = f" against {bound:.3g}" if isfinite(bound) else ""
    return f"{limit.code} {said}{against}{limit.unit and f' {limit.unit}'}"


class _Reasons:
    """Of each head and step: the limit that decided, then every other that fails (code, figure,
    bound), then what would help, then where a figure reaches beyond what it was fitted to."""

    def __init__(self, b: Board) -> None:
        shape, limits = b.shape, b.judgement.limits
        self.b, self.fixes, self.limits = b, remedies(b), limits
        self.failed = np.stack([~np.broadcast_to(x.passed, (3, *shape))[1] for x in limits])
        self.figure = [np.broadcast_to(x.figure, shape) for x in limits]
        self.bound = [np.broadcast_to(x.bound, shape) for x in limits]
        self.eased = b.judgement.eased
        self.beyond = ~np.broadcast_to(b.swing.tabled, shape) & np.isfinite(
            np.broadcast_to(b.swing.fall.count, shape))
        self.package = np.broadcast_to(b.figures.package, (shape[0], 1))

    def of(self, head: int) -> list[tuple[list[str], int]]:
        """Of one head, by step, and where among them what a later step helps has its place."""
        steps = self.b.shape[1]
        out: list[list[str]] = [[] for _ in range(steps)]
        decided = self.b.judgement.decided[head].tolist()
        figures = [figure[head].tolist() for figure in self.figure]
        bounds = [bound[head].tolist() for bound in self.bound]
        for step, which in enumerate(decided):
            out[step].append(_said(self.limits[which], figures[which][step], bounds[which][step]))
        for which, step in zip(*(found.tolist() for found in np.nonzero(self.failed[:, head])),
                               strict=True):
            if which != decided[step]:
                out[step].append(
                    _said(self.limits[which], figures[which][step], bounds[which][step]))
        guess = self._guess(head)
        changes = self._changes(head)
        places = []
        for step, (said, eased, beyond) in enumerate(zip(
                out, self.eased[head].tolist(), self.beyond[head].tolist(), strict=True)):
            if eased:
                said.append("holds-at-four-fifths of the current")
            said.extend(changes[step])
            places.append(len(said))
            if beyond:
                said.append("swing-outside-table: cast 1.1 to 32 depths, current to 1.3 of its"
                            " speed")
            said.extend(guess)
        return list(zip(out, places, strict=True))

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
        for weight, shape, line in zip(
                fixes.weight[head].tolist(), fixes.shape[head].tolist(), fixes.line[head].tolist(),
                strict=True):
            said = []
            if weight >= 0:
                other = heads[int(weight)]
                said.append(f"try-{'heavier' if other.mass > own else 'lighter'} {other.id}")
            if shape >= 0:
                said.append(f"try-shape {heads[int(shape)].id}")
            if isfinite(line):
                said.append(f"try-line {mm_from_m(line):.2f} mm")
            out.append(said)
        return out
