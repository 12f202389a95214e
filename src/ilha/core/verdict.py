"""Limits and verdicts: which head is too light, right, too heavy, and why. Section 10."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.schools import MARGINAL, RIGHT, TOO_HEAVY, TOO_LIGHT, UNSAFE, School

LOWER, UPPER, OUTFIT = "lower", "upper", "outfit"
HANG_SHARE = 0.6
"""Zone time below this share of the lightest passing rig's is a plunge."""
TOUCH_RATIO = 1.5
"""Wet weight over the wind's pull on the line, at least."""


@dataclass(frozen=True)
class Limit:
    """One limit over (H, T): its figure against its bound, passed at the middle and high estimate.

    ``passed_high`` differs from ``passed`` only where the figure follows the current or the
    retrieve's speed. A figure without a number is NaN.
    """

    code: str
    kind: str
    unit: str
    figure: Array
    bound: Array
    passed: Flags
    passed_high: Flags


def limit(
    code: str, kind: str, unit: str, figure: Array, bound: Array | float, passed: Flags,
    passed_high: Flags | None = None,
) -> Limit:
    """A limit with the high estimate equal to the middle one unless given."""
    return Limit(code, kind, unit, figure, np.asarray(bound, dtype=float), passed,
                 passed if passed_high is None else passed_high)


def lightest_passing(mass: Array, passed: Flags, value: Array) -> Array:
    """``value`` of the lightest head that passed, per time; NaN where none did. (H, T) -> (T,)."""
    order = np.argsort(mass, kind="stable")
    first = order[np.argmax(passed[order], axis=0)]
    chosen = np.take_along_axis(value, first[None, :], axis=0)[0]
    return np.where(passed.any(axis=0), chosen, np.nan)


def hangs(mass: Array, passed: Flags, zone: Array) -> Limit:
    """Time in the zone on the fall against 0.6 of that of the lightest rig that passes the rest."""
    bound = HANG_SHARE * lightest_passing(mass, passed, zone)
    bound = np.broadcast_to(bound, zone.shape)
    # Where the zone is no water (or nothing passes) there is nothing to plunge through.
    return limit("hangs", UPPER, "s", zone, bound, ~(zone < bound))


@dataclass(frozen=True)
class Judgement:
    """verdict : (H, T) codes of ``schools.VERDICTS``; decided : (H, T) index into ``limits``."""

    limits: tuple[Limit, ...]
    verdict: Indices
    decided: Indices


def judge(limits: list[Limit], shape: tuple[int, int]) -> Judgement:
    """Verdict per head and time, and the limit that decided it.

    Unsafe if the outfit fails; too light if a lower limit fails at the middle estimate; marginal
    if one fails only at the high estimate; too heavy if it plunges or drags; else right, decided
    by the first limit (does it get there, or swim).
    """
    verdict = np.full(shape, RIGHT, dtype=np.intp)
    decided = np.zeros(shape, dtype=np.intp)
    undecided = np.ones(shape, dtype=bool)

    def settle(index: int, failed: Flags, code: int) -> None:
        nonlocal undecided
        now = undecided & np.broadcast_to(failed, shape)
        verdict[now], decided[now] = code, index
        undecided = undecided & ~now

    for kind, code in ((OUTFIT, UNSAFE), (LOWER, TOO_LIGHT)):
        for i, item in enumerate(limits):
            if item.kind == kind:
                settle(i, ~item.passed, code)
    for i, item in enumerate(limits):
        if item.kind == LOWER:
            settle(i, ~item.passed_high, MARGINAL)
    for i, item in enumerate(limits):
        if item.kind == UPPER:
            settle(i, ~item.passed, TOO_HEAVY)
    return Judgement(tuple(limits), verdict, decided)


def windows(
    mass: Array, high: Array, zone: Array, others: Flags, current: Array, school: School
) -> tuple[Array, Array]:
    """Edges (m/s) of the band of current in which each head is right; (H, T), NaN for none.

    Heads in order of mass: one *leads*, is the lightest that passes, from the greatest current
    that all lighter ones bear up to its own. Times in the zone do not follow the current, so a
    head plunges all through the lead of one that hangs 1/0.6 times as long. What is left below
    the head's own greatest current may be more than one band: the one that holds the present
    current is given, else the nearest above it, else the topmost.

    Parameters
    ----------
    mass : (H,) kg. high : (H, T) greatest current borne, NaN for none. zone : (H, T) s.
    others : (H, T) whether all limits but that of the current are passed.
    current : (T,) the present one, m/s.
    """
    order = np.argsort(mass, kind="stable")
    reach = np.where(others[order], np.nan_to_num(high[order], nan=-1.0), -1.0)
    start = np.full_like(reach, -1.0)
    start[1:] = np.maximum.accumulate(reach, axis=0)[:-1]
    plunges = np.zeros((mass.size, *reach.shape), dtype=bool)
    if school.hangs_count:
        # [head i, leader j, time]; a head never plunges under its own lead.
        plunges = zone[order][:, None] < HANG_SHARE * zone[order][None]
        plunges &= (reach > start)[None]

    def plunging(at: Array) -> Flags:
        """[i, time] whether head i plunges at the current at[i, time]."""
        under = (at[:, None] > start[None]) & (at[:, None] <= reach[None])
        return np.asarray(np.any(plunges & under, axis=1))

    top = np.where(others[order], high[order], np.nan)
    here = np.minimum(np.broadcast_to(current, reach.shape), np.nan_to_num(top, nan=0.0))
    above = np.where(plunges & (reach[None] >= here[:, None]), reach[None], np.inf)
    # Bands begin where a lead under which the head plunges ends; take the first free one.
    for _ in range(mass.size):
        next_start = np.min(np.where(above >= here[:, None], above, np.inf), axis=1)
        stuck = plunging(here) & np.isfinite(next_start)
        if not np.any(stuck):
            break
        here = np.where(stuck, np.nextafter(next_start, np.inf), here)
    low = np.max(np.where(plunges & (reach[None] < here[:, None]), reach[None], 0.0), axis=1)
    ends = np.where(plunges & (start[None] >= here[:, None]), start[None], np.inf)
    up = np.minimum(top, np.min(ends, axis=1))
    good = others[order] & (low < up) & ~plunging(np.minimum(here, up))
    out_low, out_high = np.full_like(reach, np.nan), np.full_like(reach, np.nan)
    out_low[order], out_high[order] = np.where(good, low, np.nan), np.where(good, up, np.nan)
    return out_low, out_high
