"""Limits and verdicts: which head is too light, right, too heavy, and why. Section 10."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.schools import (
    FALLS_SHORT,
    MARGINAL,
    RIGHT,
    TOO_HEAVY,
    TOO_LIGHT,
    UNSAFE,
    School,
)

IN_TOUCH, REACHES = "in-touch", "reaches"
"""The limit of the cast: what fails it alone falls short."""
LOWER, UPPER, OUTFIT = "lower", "upper", "outfit"
HANG_SHARE = 0.6
"""Zone time below this share of the lightest passing rig's is a plunge."""


@dataclass(frozen=True)
class Limit:
    """One limit over (H, T): its figure against its bound, and whether it is passed.

    passed : (3, H, T), at the low, middle and high estimate of the current (or of the retrieve's
    speed), or (H, T) where they are alike. A figure without a number is NaN.
    """

    code: str
    kind: str
    unit: str
    figure: Array
    bound: Array | float
    passed: Flags


def lightest_passing(mass: Array, passed: Flags, value: Array) -> Array:
    """``value`` (H, T) of the lightest head that passed, per time; NaN where none did.

    passed : (..., H, T). Returns (..., T). Of equally light heads the largest value, so that the
    order in which they lie in a box decides nothing.
    """
    least = np.where(passed, mass[:, None], np.inf).min(axis=-2, keepdims=True)
    chosen = np.where(passed & (mass[:, None] == least), value, np.nan)
    return np.asarray(np.fmax.reduce(chosen, axis=-2))


def lightest_of_group(mass: Array, passed: Flags, value: Array, group: Indices) -> Array:
    """The same of each one's own group, (..., H, T).

    group : (H,) of whole numbers. By sorting and running extremes: no loop over groups.
    """
    order = np.argsort(group, kind="stable")
    starts = np.flatnonzero(np.concatenate([[True], np.diff(group[order]) != 0]))
    each = np.diff(np.append(starts, group.size))

    def spread(of_group: Array) -> Array:
        return np.asarray(np.repeat(of_group, each, axis=-2))

    went, weighs = passed[..., order, :], mass[order][:, None]
    least = np.minimum.reduceat(np.where(went, weighs, np.inf), starts, axis=-2)
    chosen = np.where(went & (weighs == spread(least)), value[order], np.nan)
    best = spread(np.fmax.reduceat(chosen, starts, axis=-2))
    out = np.empty_like(best)
    out[..., order, :] = best
    return out


def hangs(
    mass: Array, passed: Flags, zone: Array, group: Indices | None = None,
    known: Array | float | None = None,
) -> Limit:
    """Time in the zone on the fall against 0.6 of that of the lightest rig that passes the rest.

    passed : (3, H, T), every other limit at each estimate. zone : (H, T) s. group : (H,) which
    rigs are held against each other; None for all. known : that time, s, (T,) or one, where the
    lightest is not among these.
    """
    if known is not None:
        lightest = np.broadcast_to(np.asarray(known, dtype=float), (3, 1, zone.shape[1]))
    elif group is None:
        lightest = lightest_passing(mass, passed, zone)[:, None, :]
    else:
        lightest = lightest_of_group(mass, passed, zone, group)
    bound = HANG_SHARE * lightest
    # Where the zone is no water (or nothing passes) there is nothing to plunge through.
    return Limit("hangs", UPPER, "s", zone, np.broadcast_to(bound[1], zone.shape), ~(zone < bound))


@dataclass(frozen=True)
class Judgement:
    """verdict : (H, T) codes of ``schools.VERDICTS``; decided : (H, T) index into ``limits``.

    at_estimates : (3, H, T) the verdict at each estimate taken by itself; where they differ from
    the middle one the verdict is not sure. water, water_decided : the same as verdict and decided
    whatever the rod bears: what is over a rod stands beside what the water says.
    """

    limits: tuple[Limit, ...]
    verdict: Indices
    decided: Indices
    water: Indices
    water_decided: Indices
    fails: dict[str, Flags]
    """By kind of limit, (3, H, T): whether one fails at each estimate."""

    @cached_property
    def at_estimates(self) -> Indices:
        fails = self.fails
        return np.select([fails[OUTFIT], fails[LOWER], fails[UPPER]],
                         [UNSAFE, TOO_LIGHT, TOO_HEAVY], RIGHT)

    @property
    def only_wind(self) -> Flags:
        """Marginal, and for the wind's bow, not for the water."""
        windy = [item.code == IN_TOUCH for item in self.limits]
        return np.asarray((self.verdict == MARGINAL) & np.isin(self.decided, np.flatnonzero(windy)))

    @property
    def eased(self) -> Flags:
        """Too light as it stands, yet not at the low estimate: a fifth less current would do."""
        return np.asarray((self.verdict == TOO_LIGHT) & (self.at_estimates[0] != TOO_LIGHT))


def judge(limits: list[Limit], shape: tuple[int, int]) -> Judgement:
    """Verdict per head and time, and the limit that decided it.

    Unsafe if the outfit fails; too light if a lower limit fails at the middle estimate; marginal
    if one fails only at the high estimate; too heavy if it plunges or drags; else right, decided
    by the first limit (does it get there, or swim).
    """
    first = {kind: _first_failing(limits, kind, shape) for kind in (OUTFIT, LOWER, UPPER)}
    fails = {kind: index >= 0 for kind, index in first.items()}
    middle, high = 1, 2
    doubt = ~fails[LOWER][middle] & fails[LOWER][high]
    light, heavy = fails[LOWER][middle], fails[UPPER][middle]
    # (One after the other: numpy's select takes five times as long.)
    water = np.where(heavy, TOO_HEAVY, RIGHT)
    water[doubt], water[light] = MARGINAL, TOO_LIGHT
    by_water = np.where(heavy, first[UPPER][middle], np.int8(0))
    by_water = np.where(doubt, first[LOWER][high], by_water)
    by_water = np.where(light, first[LOWER][middle], by_water)
    # A cast that falls short is no matter of weight: the heavy head may be the one.
    short = [item.code == REACHES for item in limits]
    if any(short):
        water = np.where(light & (by_water == short.index(True)), FALLS_SHORT, water)
    unsafe = fails[OUTFIT][middle]
    return Judgement(
        tuple(limits), np.where(unsafe, UNSAFE, water),
        np.where(unsafe, first[OUTFIT][middle], by_water), water, by_water, fails)


def _first_failing(limits: list[Limit], kind: str, shape: tuple[int, int]) -> Indices:
    """Index of the first limit of a kind that fails, -1 for none; (3, H, T)."""
    # Small, since there are many; a list of limits is short.
    out: Any = np.full((3, *shape), -1, dtype=np.int8)
    for i in reversed([i for i, item in enumerate(limits) if item.kind == kind]):
        passed = limits[i].passed
        if not passed.all():
            out = np.where(passed, out, np.int8(i))
    return np.asarray(out)


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
    reach = np.where(others[order], np.fmax(high[order], -1.0), -1.0)
    top = np.where(others[order], high[order], np.nan)
    here = np.minimum(np.broadcast_to(current, reach.shape), np.fmax(top, 0.0))
    low, up = np.zeros_like(reach), top
    if school.hangs_count:
        low, up, here = _free_bands(reach, zone[order], here, top)
    good = others[order] & (low < up) & (here <= up)
    out_low, out_high = np.full_like(reach, np.nan), np.full_like(reach, np.nan)
    out_low[order], out_high[order] = np.where(good, low, np.nan), np.where(good, up, np.nan)
    return out_low, out_high


def _free_bands(
    reach: Array, zone: Array, here: Array, top: Array
) -> tuple[Array, Array, Array]:
    """The band in which a head does not plunge, and a current in it; by mass, (H, T) each."""
    count, own = reach.shape[0], np.nan_to_num(zone, nan=np.inf)
    borne = np.maximum.accumulate(reach, axis=0)
    start = np.concatenate([np.full_like(borne[:1], -1.0), borne[:-1]])
    leads = reach > start
    # A head plunges under the leads of which HANG_SHARE of the time is more than its own.
    asked = np.where(leads & np.isfinite(own), HANG_SHARE * own, -np.inf)
    spares, more = np.where(leads, -asked, -np.inf), np.nextafter(own, np.inf)
    at = first_at_least(borne, np.zeros(reach.shape, dtype=int), here)
    # From inside such a lead, on to the first one under which it does not plunge, or back.
    free = first_at_least(spares, at, -own)
    here = np.where(free > at, np.nextafter(_or_last(borne, free - 1), np.inf), here)
    back = count - 1 - first_at_least(spares[::-1], count - at, -own)
    goes_back = (here > np.fmax(top, -1.0)) & (back >= 0)
    free = np.where(goes_back, back, free)
    here = np.where(goes_back, np.minimum(_or_last(borne, back), top), here)
    before = count - 1 - first_at_least(asked[::-1], count - free, more)
    after = first_at_least(asked, free, more)
    low = np.where(before >= 0, _or_last(borne, before), 0.0)
    up = np.minimum(top, np.where(after < count, _or_last(start, after), np.inf))
    return low, up, here


def first_at_least(values: Array, begin: Indices, bound: Array) -> Indices:
    """The first row from ``begin`` on in which a column's value reaches ``bound``; H for none.

    values, begin, bound : (H, T), of each element its own search down its column. By maxima over
    windows of 1, 2, 4 ... rows: H log H steps, not H².
    """
    count, steps = values.shape
    # Under the last row one that reaches anything; places are those in the flat array.
    tops, width = [np.concatenate([values, np.full((1, steps), np.inf)])], 1
    while width < count:
        joined = tops[-1].copy()
        np.maximum(joined[:-width], tops[-1][width:], out=joined[:-width])
        tops.append(joined)
        width *= 2
    at = np.minimum(begin, count) * steps + np.arange(steps)
    for level, top in reversed(list(enumerate(tops))):
        at = at + (top.ravel().take(at) < bound) * (2**level * steps)
    return np.asarray(at // steps)


def _or_last(rows: Array, at: Indices) -> Array:
    """rows[at[i, t], t]; the nearest end where that lies outside. By places in the flat array:
    ``take_along_axis`` takes several times as long."""
    count, steps = rows.shape
    return np.asarray(
        rows.ravel().take(np.clip(at, 0, count - 1) * steps + np.arange(steps)))
