"""The nearest change that would put a head right: weight, shape, line, or the hour."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.board import Board
from ilha.core.judge.limits import HALF_FEEL, NEXT_LIFT, lower_limits
from ilha.core.judge.schools import MARGINAL, RIGHT, TOO_HEAVY, TOO_LIGHT
from ilha.core.judge.verdict import IN_TOUCH
from ilha.core.move.bow import wind_slack
from ilha.core.rig.tackle import SINGLE
from ilha.core.water.flow import ESTIMATES

COMMON_LINES = tuple(mm * 1e-3 for mm in (0.33, 0.28, 0.24, 0.19, 0.17, 0.15, 0.13, 0.11, 0.09))
"""Line diameters (m) on the market, to look for a thinner one where no box of lines is given."""
LINES_TRIED = 3
SAME_WEIGHT = 0.12
"""Heads whose masses differ by less than this share are one weight in another shape."""


@dataclass(frozen=True)
class Remedies:
    """For every head that is not right, (H, T); -1 or NaN where that change does not help.

    weight : index of the nearest head by mass, heavier (lighter for one too heavy), that is right.
    shape : of one of the same weight in another shape that is. line : diameter (m) of the thickest
    thinner line on which this head is right. wait : step from which this head is right again.
    low_tip : whether a tip held low puts right what only the wind on the line makes wrong.
    """

    weight: Indices
    shape: Indices
    line: Array
    wait: Indices
    low_tip: Flags


def _next_right(right: Flags, at: Indices) -> Indices:
    """Along the first axis: the first row from ``at[i]`` on that is right; size where none is.

    right : (N, T). at : (M,) rows. Returns (M, T).
    """
    size = right.shape[0]
    rows = np.where(right, np.arange(size)[:, None], size)
    ahead = np.minimum.accumulate(rows[::-1], axis=0)[::-1]
    ahead = np.vstack([ahead, np.full((1, right.shape[1]), size)])
    return np.asarray(ahead[at])


def _by_weight(mass: Array, right: Flags) -> tuple[Indices, Indices]:
    """Nearest right head heavier, and lighter, than each: (H, T) indices, -1 for none."""
    order = np.argsort(mass, kind="stable")
    ranked, size = mass[order], mass.size
    up = _next_right(right[order], np.searchsorted(ranked, mass * 1.02, side="right"))
    down = _next_right(right[order][::-1],
                       size - np.searchsorted(ranked, mass / 1.02, side="left"))
    names = np.append(order, -1)
    back = np.append(order[::-1], -1)
    return names[up], back[down]


def _by_shape(mass: Array, shapes: list[str], right: Flags) -> Indices:
    """The right head of the same weight in another shape that is nearest in mass; (H, T)."""
    apart = np.abs(np.log(mass[:, None] / mass[None, :]))
    names = np.array(shapes)
    alike = (names[:, None] != names[None, :]) & (apart < SAME_WEIGHT)
    # Of a long box few are alike: those, the nearest first, and no others are looked through.
    nearest = np.argsort(np.where(alike, apart, np.inf), axis=1, kind="stable")
    nearest = nearest[:, :max(1, int(alike.sum(axis=1).max()))]
    found = right[nearest] & np.take_along_axis(alike, nearest, axis=1)[:, :, None]
    best = np.take_along_axis(nearest, np.argmax(found, axis=1), axis=1)
    return np.where(found.any(axis=1), best, -1)


def _by_line(b: Board, diameters: Sequence[float], swept: Flags) -> Array:
    """The thickest of the thinner lines on which a head that is swept off holds, else NaN."""
    f, limit = b.figures, b.school.scope_limit
    out = np.full(b.shape, np.nan)
    if limit is None or f.cond.steady or not np.any(swept):
        return out
    others = np.logical_and.reduce([
        np.broadcast_to(item.passed, (3, *b.shape))[1]
        for item in lower_limits(f, b.school, b.shape)[1:]])
    wanted = swept & others
    # From a fixed stance what holds in the high estimate of the current holds in the middle one.
    drifts = f.cond.drift_follows or np.any(np.asarray(f.cond.drift_speed) != 0.0)
    tried = np.asarray(ESTIMATES[1:] if drifts else ESTIMATES[2:]).reshape(-1, 1, 1)
    current = tried * np.asarray(f.cond.surface_speed)
    thinner = sorted((d for d in diameters if d < f.cond.line_diameter * 0.98), reverse=True)
    if not np.any(wanted):
        return out
    # Most of a board is not swept off: only its rows and columns that are need a hold.
    rows, columns = np.any(wanted, axis=1), np.any(wanted, axis=0)
    whole = f.ends.tackle is not SINGLE
    if whole:
        rows, columns = np.ones_like(rows), np.ones_like(columns)
    held = f.held if whole else f.held.only(rows, columns)
    current = np.broadcast_to(current, (tried.size, *b.shape))[:, rows][:, :, columns]
    at = np.ix_(rows, columns)
    for d in thinner[:LINES_TRIED]:
        tried_line = replace(held, diameter=np.asarray(d))
        holds = np.all(tried_line.at(current, bare=True).scope <= limit, axis=0)
        found = wanted[at] & np.isnan(out[at]) & np.broadcast_to(holds, out[at].shape)
        out[at] = np.where(found, d, out[at])
    return out


def waits(verdict: Indices, at: Indices) -> Indices:
    """Of some steps (N,) the index, among them, from which each head is right again; (H, N), -1
    where it is right or never is. verdict : (H, T)."""
    right = verdict[:, at] == RIGHT
    later = _next_right(right.T, np.arange(1, at.size + 1)).T
    return np.where(right | (later >= at.size), -1, later)


def remedies(b: Board, diameters: Sequence[float] = COMMON_LINES) -> Remedies:
    """What would put each head right. ``diameters`` : of the lines there are, m."""
    j = b.judgement
    mass = np.array([h.mass for h in b.heads])
    right = j.verdict == RIGHT
    light = (j.verdict == TOO_LIGHT) | (j.verdict == MARGINAL)
    heavier, lighter = _by_weight(mass, right)
    weight = np.where(light, heavier, np.where(j.verdict == TOO_HEAVY, lighter, -1))
    codes = np.array([item.code for item in j.limits])
    swept = light & (codes[j.decided] == "gets-there")
    shape = np.where(right, -1, _by_shape(mass, [h.shape for h in b.heads], right))
    return Remedies(weight, shape, _by_line(b, diameters, swept),
                    waits(j.verdict, np.arange(b.shape[1])), _by_low_tip(b))


LOW_TIP = 0.3
"""A tip held low, m above the water."""


def _by_low_tip(b: Board) -> Flags:
    """Where the wind's bow alone hides the rig, and a low tip shortens it enough to be no
    matter."""
    f, j = b.figures, b.judgement
    codes = np.array([item.code for item in j.limits])
    windy = (codes[j.decided] == IN_TOUCH) & (j.verdict != RIGHT)
    if not np.any(windy):
        return np.asarray(windy)
    cond = f.cond
    low = np.minimum(LOW_TIP, np.asarray(cond.tip_height))
    slack = wind_slack(cond.line_diameter, cond.crosswind, low, cond.cast, f.ends.weight)
    others = np.logical_and.reduce([np.broadcast_to(item.passed, (3, *b.shape))[1]
                                    for item in j.limits if item.code != IN_TOUCH])
    return np.asarray(windy & others & np.broadcast_to(slack <= HALF_FEEL * NEXT_LIFT, b.shape))
