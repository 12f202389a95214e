"""The lid chart: depth across, current up, and which head is the pick where. Section 9."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.errors import Array, DomainError, Flags, Indices
from ilha.core.judge.figures import Figures, Known, figures
from ilha.core.judge.limits import judge_school, lower_limits
from ilha.core.judge.schools import (
    FITS_BADLY,
    MARGINAL,
    RIGHT,
    SCHOOLS,
    School,
    by_depth_table,
    lightest,
)
from ilha.core.judge.verdict import LOWER, OUTFIT, Judgement, Limit, hangs, judge
from ilha.core.move.cast import Rod
from ilha.core.move.invert import greatest_current
from ilha.core.move.way_in import OUT_OF_ZONE, Shares
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.water.conditions import Conditions
from ilha.core.water.flow import ESTIMATES


@dataclass(frozen=True)
class Lid:
    """depths (D,) m, currents (U,) m/s; pick (D, U) index of the head, -1 where none is right;
    verdict (H, D, U) codes of ``schools.VERDICTS``. reach (H, D) m/s that each head bears, NaN
    where it is swum back."""

    depths: Array
    currents: Array
    pick: Indices
    verdict: Indices
    reach: Array


ZoneAt = Callable[[Array], tuple[Array, Array]]
"""Heights (m above the bottom) between which the fish takes, at depths (m)."""


def _zoned(cond: Conditions, depth: Array, zone: ZoneAt | None) -> Conditions:
    low, high = (cond.zone_from, cond.zone_to) if zone is None else zone(depth)
    return replace(cond, depth=depth, zone_from=low, zone_to=high)


def lid(
    cond: Conditions, depths: Array, currents: Array, plastic: Plastic, heads: Sequence[Head],
    rod: Rod | None = None, school: str = "lightest-practical",
    slow: Sequence[float] | None = None, alone: bool = False, fit: Indices | None = None,
    zone: ZoneAt | None = None,
) -> Lid:
    """The chart of a box. ``cond`` gives all but depth and current; of a fixed stance. alone : each
    head judged as if it were the only one, so that none plunges beside a lighter one. fit : (H,) as
    the board has it. zone : where the fish takes at depths (m); None: as ``cond`` has it.

    Only one limit knows the current: whether the line holds. It is inverted once for each depth,
    which gives the greatest current that a head bears; all cells of the grid then follow by
    comparison, at the three estimates of the current, by the board's own limits and verdicts.
    Those of a rig that is swum back do not come apart so: there every cell is a step of the board.

    Raises
    ------
    DomainError
        For an empty box.
    """
    if not heads:
        raise DomainError("heads", "must hold at least one head", "none", "", "add a head")
    chosen = SCHOOLS[school]
    if cond.steady:
        return _swum(_zoned(cond, np.repeat(depths, currents.size), zone), depths, currents,
                     plastic, heads, rod, chosen, slow, fit)
    still = replace(_zoned(cond, depths, zone), surface_speed=np.zeros(depths.shape)).checked()
    learned = np.ones((len(heads), 1)) if slow is None else np.asarray(slow).reshape(-1, 1)
    f = figures(still, assemble(plastic, heads), rod or Rod(limits=False), slow=learned)
    shape = (len(heads), depths.size)
    reach = _reach(f, chosen, shape)
    lower = lower_limits(f, chosen, shape)
    grid = (len(heads), depths.size * currents.size)

    def spread(values: Array | Flags) -> Array:
        """(..., H, D) to the grid's cells, depth by depth."""
        full = np.broadcast_to(values, (*np.shape(values)[:-2], *shape))
        return np.repeat(full, currents.size, axis=-1)

    flow = np.tile(currents, depths.size)
    gets = np.stack([e * flow <= spread(reach) for e in ESTIMATES])
    limits = [Limit("gets-there", LOWER, "m/s", spread(reach), flow, gets)]
    limits += [Limit(item.code, LOWER, item.unit, spread(np.asarray(item.figure)), 0.0,
                     spread(item.passed).astype(bool)) for item in lower[1:]]
    others = np.logical_and.reduce(
        [np.broadcast_to(item.passed, gets.shape) for item in limits[1:]])
    fits = spread(np.asarray(f.package <= f.rod.lure_max)).astype(bool)
    limits.append(Limit("outfit", OUTFIT, "kg", spread(f.package), 0.0, fits))
    if chosen.hangs_count and not alone:
        passed = gets & others if fit is None else gets & others & (fit > FITS_BADLY)[:, None]
        limits.append(hangs(f.mass, passed, spread(f.fall.zone)))
    # What bears most holds best.
    return _picked(f, judge(limits, grid), chosen, depths, currents, reach, fit,
                   -spread(reach))


def _picked(
    f: Figures, judged: Judgement, school: School, depths: Array, currents: Array, reach: Array,
    fit: Indices | None, scope: Array | None,
) -> Lid:
    """The school's pick of every cell. judged, scope : (H, D U)."""
    if school.key == "depth-table":
        usable = f.package <= f.rod.lure_max
        if fit is not None:
            usable = usable & (fit > FITS_BADLY)[:, None]
        pick = by_depth_table(f.mass, usable,
                              np.repeat(depths, currents.size), np.tile(currents, depths.size))
    else:
        pick = lightest(f.mass, judged.verdict, fit, scope, judged.only_wind)
    return Lid(depths, currents, pick.reshape(depths.size, currents.size),
               judged.verdict.reshape(-1, depths.size, currents.size), reach)


def _swum(
    cond: Conditions, depths: Array, currents: Array, plastic: Plastic, heads: Sequence[Head],
    rod: Rod | None, school: School, slow: Sequence[float] | None, fit: Indices | None,
) -> Lid:
    """The chart of heads that are swum back: every cell is judged by itself, by shares of the way
    in that are computed at some depths and currents and read between them."""
    here = replace(cond, surface_speed=np.tile(currents, depths.size)).checked()
    learned = np.ones((len(heads), 1)) if slow is None else np.asarray(slow).reshape(-1, 1)
    f = figures(here, assemble(plastic, heads), rod or Rod(limits=False), slow=learned, bare=True)
    if fit is not None:
        f = replace(f, counts=fit > FITS_BADLY)
    shape = (len(heads), here.depth.size)
    judgement, _ = judge_school(replace(f, known=_between(f, depths, currents)), school, shape)
    return _picked(f, judgement, school, depths, currents,
                   np.full((len(heads), depths.size), np.nan), fit, None)


NODES = 13
"""Of depths and of currents so many are computed for a chart of rigs that are swum back."""


def _between(f: Figures, depths: Array, currents: Array) -> Known:
    """Shares at every cell, from those at a coarser grid of the chart's own cells."""
    at_d, at_u = (np.unique(np.linspace(0, v.size - 1, min(v.size, NODES)).round().astype(int))
                  for v in (depths, currents))
    some = (at_d[:, None] * currents.size + at_u[None, :]).ravel()
    few = f.at_steps(some)
    to_d, to_u = (_straight(at, v.size) for at, v in ((at_d, depths), (at_u, currents)))

    def every(values: Array) -> Array:
        grid = np.reshape(values, (*values.shape[:-1], at_d.size, at_u.size))
        full = to_d @ grid @ to_u.T
        return np.asarray(full.reshape(*values.shape[:-1], -1))

    s = few.swum
    cells = (len(f.mass), depths.size * currents.size)
    off = np.broadcast_to(np.asarray(f.cond.zone_from) > 0.0, cells)
    swum = Shares(every(s.bottom), every(s.above), every(s.below), off)
    high = ESTIMATES[2]
    above = few.asked.in_current(high).judged(high * np.asarray(f.cond.retrieve_speed)).above
    over = every(np.broadcast_to(above, (cells[0], some.size))) > OUT_OF_ZONE
    return Known(swum=swum, rides_up=np.stack(
        [swum.rides_up, swum.rides_up, over | swum.rides_up]))


def _straight(at: Indices, size: int) -> Array:
    """(size, K): what each of ``at`` gives to every index between."""
    return np.stack([np.interp(np.arange(size), at, row) for row in np.eye(at.size)], axis=1)


def _reach(f: Figures, school: School, shape: tuple[int, int]) -> Array:
    """The greatest current (m/s) that each head bears at each depth; below 0 for none."""
    if school.scope_limit is None:
        found = f.greatest_drift_current()
    else:
        # The inversion begins from a current, and slack water is none.
        begun = replace(f.held, depth=np.asarray(f.cond.depth))
        found = greatest_current(begun, school.scope_limit)
    return np.asarray(np.where(f.sinks, np.nan_to_num(np.broadcast_to(found, shape), nan=-1.0),
                               -1.0))


def cells_at(chart: Lid, depth: Array, current: Array) -> tuple[Indices, Indices, Flags]:
    """Where depths (m) and currents (m/s) fall on a chart: indices, and whether they are on it.

    A cell reaches from the depth before it to its own, and half a step of current to either side.
    """
    inside = (depth <= chart.depths[-1]) & (current <= chart.currents[-1])
    at_d = np.searchsorted(chart.depths, depth).clip(0, chart.depths.size - 1)
    step = chart.currents[-1] / (chart.currents.size - 1)
    at_u = np.round(current / step).astype(int).clip(0, chart.currents.size - 1)
    return at_d, at_u, inside


@dataclass(frozen=True)
class Gap:
    """Where the box is empty: how many cells, and of how many looked at."""

    empty: int
    cells: int


def gaps(chart: Lid, looked: Flags | None = None) -> Gap:
    """Cells in which no head is right, of those looked at ((D, U); all where None)."""
    mask = np.ones(chart.pick.shape, dtype=bool) if looked is None else looked
    return Gap(int(((chart.pick < 0) & mask).sum()), int(mask.sum()))


def closes(chart: Lid, candidates: Lid, weight: Array) -> Array:
    """How much of what a box leaves empty each candidate would fill, (C,); not for swum back rigs,
    where a lighter head that drags may make one that swims plunge.

    candidates : their own chart over the same cells, each judged alone. weight : (D, U) of the
    cells: hours there, or ones.

    A box covers a cell where some head passes all limits but hanging: the lightest of those always
    hangs. So a head that is added covers what it covers alone, beside what was covered before.
    """
    gap = np.where(chart.pick < 0, weight, 0.0)
    passes = (candidates.verdict == RIGHT) | (candidates.verdict == MARGINAL)
    return np.asarray((passes * gap).sum(axis=(1, 2)))
