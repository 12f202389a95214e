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
    each index stands for beside it. reasons : by head and step the inside of its JSON array, with
    ``_PLACE`` where it is said from when a head is right again.
    """

    ids: list[str]
    rho: Array
    nu: Array
    figures: dict[str, Group]
    words: dict[str, tuple[Indices, Sequence[str]]]
    package: Array
    verdict: Indices
    reasons: list[list[str]]
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
    return Told(
        [head.id for head in b.heads], b.rho, b.nu, groups,
        {name: (np.broadcast_to(index, shape).astype(np.int8), names)
         for name, (index, names) in words.items()},
        np.broadcast_to(b.figures.package, (shape[0], 1))[:, 0].copy(), b.judgement.verdict,
        _why(b), {key: b.picks[key] for key in SCHOOLS})


def _indexed(words: Array) -> tuple[Indices, list[str]]:
    names, index = np.unique(words, return_inverse=True)
    return index.reshape(np.shape(words)), names.tolist()


def as_json(b: Board, per_turn: float) -> dict[str, Any]:
    """The board as the JSON object of the open format. per_turn : m of line a turn of the reel."""
    told: dict[str, Any] = json.loads("".join(written([part(b, per_turn)])))
    return told


def written(parts: Sequence[Told]) -> Iterator[str]:
    """The same as text, of its parts in order, head by head: what is written need not be held."""
    import orjson

    yield f'{{"format": "{FORMAT}", "water": {json.dumps(_water(parts))}, "heads": ['
    for i, row in enumerate(_rows(parts, orjson.Fragment)):
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


def _rows(
    parts: Sequence[Told], as_it_is: Callable[[str], object]
) -> Iterator[dict[str, Any]]:
    """One head after the other: as Python's numbers they are many times as large as in arrays.
    as_it_is : makes of JSON text what is written without another look."""
    first = parts[0]
    quoted = {name: [f'"{word}"' for word in names] for name, (_, names) in first.words.items()}
    for i, head in enumerate(first.ids):
        row: dict[str, Any] = {"id": head}
        for group, values in first.figures.items():
            told = {name: np.ascontiguousarray(np.concatenate(
                [p.figures[group][name][i] for p in parts], axis=-1 if name == "height_m" else 0))
                for name in values}
            row.update({group: told} if group else told)
        for name, names in quoted.items():
            row[name] = as_it_is("[" + ",".join(
                [names[k] for p in parts for k in p.words[name][0][i].tolist()]) + "]")
        row["package_g"] = g_from_kg(float(first.package[i]))
        row["reasons"] = as_it_is(_reasons(parts, i))
        yield row


def _reasons(parts: Sequence[Told], head: int) -> str:
    """With the step from which the head is right again: it may lie in a later part."""
    verdict = np.concatenate([p.verdict[head] for p in parts])[None]
    again = waits(verdict, np.arange(verdict.size))[0]
    said = [one for p in parts for one in p.reasons[head]]
    for step in np.flatnonzero(again >= 0).tolist():
        said[step] = said[step].replace(_PLACE, f',"try-step {again[step]}"')
    return "[[" + "],[".join(said).replace(_PLACE, "") + "]]"


_ALWAYS = ("scope_low", "scope_high")
"""Figures of a hold at other currents: they have their own nulls."""
_BEYOND = ',"swing-outside-table: cast 1.1 to 32 depths, current to 1.3 of its speed"'
_PLACE = "\n"
"""Never in JSON's own text."""


def _said(limit: Limit, figures: Array, bounds: Array) -> list[str]:
    """A limit's code, its figures and what they are held against, as JSON strings."""
    code, unit = f'"{limit.code} ', f'{limit.unit and f" {limit.unit}"}"'
    if np.isfinite(figures).all() and np.isfinite(bounds).all():
        return [f"{code}{figure:.3g} against {bound:.3g}{unit}"
                for figure, bound in zip(figures.tolist(), bounds.tolist(), strict=True)]
    return [f"{code}{f'{figure:.3g}' if isfinite(figure) else 'never'}"
            f"{f' against {bound:.3g}' if isfinite(bound) else ''}{unit}"
            for figure, bound in zip(figures.tolist(), bounds.tolist(), strict=True)]


def _why(b: Board) -> list[list[str]]:
    """Of each head and step: the limit that decided, then every other that fails (code, figure,
    bound), then what would help, then where a figure reaches beyond what it was fitted to."""
    heads, steps = b.shape
    decided = b.judgement.decided
    first, others = [""] * decided.size, [""] * decided.size
    for which, limit in enumerate(b.judgement.limits):
        decides = decided == which
        fails = ~np.broadcast_to(limit.passed, (3, *b.shape))[1]
        figure, bound = (np.broadcast_to(v, b.shape) for v in (limit.figure, limit.bound))
        for cell, said in zip(np.flatnonzero(decides).tolist(),
                              _said(limit, figure[decides], bound[decides]), strict=True):
            first[cell] = said
        fails = fails & ~decides
        for cell, said in zip(np.flatnonzero(fails).tolist(),
                              _said(limit, figure[fails], bound[fails]), strict=True):
            others[cell] += "," + said
    eased = np.where(b.judgement.eased, ',"holds-at-four-fifths of the current"', "")
    beyond = ~np.broadcast_to(b.swing.tabled, b.shape) & np.isfinite(
        np.broadcast_to(b.swing.fall.count, b.shape))
    far = np.where(beyond, _PLACE + _BEYOND, _PLACE)
    guesses = [guess for guess in _guesses(b) for _ in range(steps)]
    told = list(map("".join, zip(first, others, eased.ravel().tolist(), _changes(b),
                                 far.ravel().tolist(), guesses, strict=True)))
    return [told[head * steps:(head + 1) * steps] for head in range(heads)]


def _guesses(b: Board) -> list[str]:
    """By head, where its cast is a guess."""
    rod, out = b.rod or Rod(), []
    for package in np.broadcast_to(b.figures.package, (b.shape[0], 1))[:, 0]:
        seen = rod.masses[np.argmin(np.abs(rod.masses - package))]
        out.append(f',"cast-guess {g_from_kg(package):.3g} against {g_from_kg(seen):.3g} g"'
                   if is_guess(rod, package) else "")
    return out


def _changes(b: Board) -> list[str]:
    """What would put each head right, one code each, by head and step."""
    fixes, steps = remedies(b), b.shape[1]
    ids = [json.dumps(head.id, ensure_ascii=False)[1:] for head in b.heads]
    shapes = [f',"try-shape {name}' for name in ids] + [""]
    out = []
    for head, weight, shape in zip(b.heads, fixes.weight.tolist(), fixes.shape.tolist(),
                                   strict=True):
        weights = [f',"try-{"heavier" if other.mass > head.mass else "lighter"} {name}'
                   for other, name in zip(b.heads, ids, strict=True)] + [""]
        out += [weights[i] + shapes[k] for i, k in zip(weight, shape, strict=True)]
    for i, step in zip(*(found.tolist() for found in np.nonzero(np.isfinite(fixes.line))),
                       strict=True):
        out[i * steps + step] += f',"try-line {mm_from_m(fixes.line[i, step]):.2f} mm"'
    return out
