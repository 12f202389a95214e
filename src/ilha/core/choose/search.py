"""Every outfit of a box in one water: what can be rigged, what the water says, what tackle bears.

Rows are plastics in a rigging on a head, columns lines on rods. All of them go through one pass of
the water model for each way to tie them on and each way to bring them back, not one call each.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from ilha.core.bench.hung import across, hung_on
from ilha.core.bench.line_rigs import ON_LEAD
from ilha.core.bench.strength import DRAG_HIGH, LONG_FIGHT_FROM, opens_at
from ilha.core.choose.box import Box, catalogue, densities
from ilha.core.choose.combine import (
    NEVER_CAST,
    Rows,
    combine,
    sits,
    with_fronts,
)
from ilha.core.choose.found import Found, Judged
from ilha.core.choose.retrieves import Presented
from ilha.core.choose.situation import Situation
from ilha.core.choose.ways import lightest_zone_of, tied, way_of_rigging
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.figures import Figures, Known, figures
from ilha.core.judge.least import least_that_does
from ilha.core.judge.limits import judge_school
from ilha.core.judge.schools import (
    SCHOOLS,
)
from ilha.core.move.cast import Rods, cast_distance, is_guess
from ilha.core.move.way_in import Shares
from ilha.core.rig.assembly import assemble, columns, stack
from ilha.core.rig.bodies import Body
from ilha.core.units import newtons_of_kg
from ilha.core.water.conditions import Conditions

OVER_BY_LITTLE = 1.25
"""A package over the rod's most by no more than this is thrown with care; beyond, not at all
(judgement)."""
LIFTS = 5.0
"""A rod lifts several times what it casts: this many times its most, for what is let down
(judgement)."""
HARD = ("gets-there", "drifts-by", "swims", "sinks", "sinks-on-line", "line-short")
"""Limits of the water itself: what fails one never gets to the fish."""


def reference_line(needs_kg: float) -> float:
    """Diameter (m) of the thinnest braid of common sizes that holds so much, kg."""
    lines = sorted(catalogue().lines, key=lambda line: line.diameter)
    holds = np.log([line.holds for line in lines])
    wide = np.log([line.diameter for line in lines])
    return float(np.exp(np.interp(np.log(newtons_of_kg(needs_kg)), holds, wide)))


def _figures(
    box: Box, cond: Conditions, way: str, body: Body, slow: Array, front: Body | None = None
) -> Figures:
    rigging = tied(way, float(np.median(cond.line_diameter)), float(np.min(cond.depth)),
                   box.heads[0].head, float(np.max(np.abs(cond.surface_speed))))
    return figures(cond, body, box.rods[0].rod, rigging, front, slow=slow, bare=True)


_MASSES, _AREAS = 17, 5


def casts(box: Box, f: Figures, lines: Array) -> Array:
    """How far each rod throws each package on each line, m, (N, L, R).

    Flights are smooth in mass and area: a grid of them is flown, and the box read off it in
    logarithms (within 1 %, which tests hold against direct flights).
    """
    mass, area = f.ends.package[:, 0], np.broadcast_to(f.ends.package_area, f.ends.package.shape)[
        :, 0]
    grid_m = np.geomspace(mass.min() * 0.999, mass.max() * 1.001, _MASSES)
    grid_a = np.geomspace(area.min() * 0.999, area.max() * 1.001, _AREAS)
    m, a, d = np.meshgrid(grid_m, grid_a, lines, indexing="ij")
    at_m = np.clip(np.searchsorted(grid_m, mass) - 1, 0, _MASSES - 2)
    at_a = np.clip(np.searchsorted(grid_a, area) - 1, 0, _AREAS - 2)
    s = (np.log(mass / grid_m[at_m]) / np.log(grid_m[1] / grid_m[0]))[:, None]
    t = (np.log(area / grid_a[at_a]) / np.log(grid_a[1] / grid_a[0]))[:, None]
    out = np.empty((mass.size, lines.size, len(box.rods)))
    for r, rod in enumerate(box.rods):
        far = cast_distance(rod.rod, m, a, d, f.cond.tailwind)
        out[:, :, r] = ((1 - s) * (1 - t) * far[at_m, at_a] + s * (1 - t) * far[at_m + 1, at_a]
                        + (1 - s) * t * far[at_m, at_a + 1] + s * t * far[at_m + 1, at_a + 1])
    return out


def _spread(f: Figures, box: Box, thrown: Array, plastic: Indices) -> Figures:
    """The figures of the lines repeated for every rod, with each rod's rating and cast."""
    rods, lines = len(box.rods), len(box.lines)
    shape = (plastic.size, lines)

    def wide(values: Array) -> Array:
        full = np.broadcast_to(values, (*np.shape(values)[:-2], *shape))
        return np.repeat(full, rods, axis=-1)

    rated = Rods(np.tile([r.rod.lure_min for r in box.rods], lines),
                 np.tile([r.rod.lure_max for r in box.rods], lines))
    cond = f.cond
    depth, current, low, high, diameter = (
        np.repeat(np.broadcast_to(v, lines), rods) for v in (
            cond.depth, cond.surface_speed, cond.zone_from, cond.zone_to, cond.line_diameter))
    far = np.full((plastic.size, lines * rods), np.inf) if cond.lowered else thrown
    return replace(
        f, rod=rated, cast=far, group=plastic, guess=np.tile(np.concatenate(
            [is_guess(r.rod, f.package) for r in box.rods], axis=1), (1, lines)),
        cond=replace(cond, line_diameter=diameter, depth=depth, surface_speed=current,
                     zone_from=low, zone_to=high),
        ends=replace(f.ends, weight=wide(f.ends.weight), speed=wide(f.ends.speed)),
        fall=replace(f.fall, count=wide(f.fall.count), zone=wide(f.fall.zone),
                     leaves=wide(f.fall.leaves)),
        falling=replace(f.falling, depth=depth, current=current, diameter=diameter),
    )


@dataclass(frozen=True)
class Tied:
    """The rows that are tied on in one way: the way, which rows, of which pair each is, and the
    figures of the pairs, of every line and with each rod. Riggings of one plastic on one head fall
    and hold alike: each pair is computed once."""

    way: str
    mine: Indices
    back: Indices
    plastic: Indices
    of_lines: Figures
    wide: Figures

    @property
    def order(self) -> Indices:
        """A row of each pair, (P,)."""
        out = np.zeros(self.plastic.size, dtype=int)
        out[self.back] = self.mine
        return out

    def brought_back(self, presented: Presented, rods: int) -> Figures:
        """The figures of every line with each of the rods, brought back in a way. What no rod
        changes is computed for each line once."""
        shape = (self.plastic.size, self.wide.cast.shape[1] // rods)

        def each(values: Any) -> Any:
            full = np.broadcast_to(values, (*np.shape(values)[:-2], *shape))
            return np.repeat(full, rods, axis=-1)

        if not presented.steady:
            held = self.of_lines.holds
            known = Known(holds=replace(held, scope=each(held.scope)))
        else:
            narrow = _presented(self.of_lines, presented)
            s = narrow.swum
            off = np.broadcast_to(s.off_bottom, shape)
            known = Known(swum=Shares(each(s.bottom), each(s.above), each(s.below), each(off)),
                          rides_up=each(narrow.rides_up))
        return replace(_presented(self.wide, presented), known=known)


def tie(
    box: Box, cond: Conditions, rows: Rows, way: str, mine: Indices, lines: Array,
    needs_kg: float,
) -> Tied:
    """needs_kg : what the line must hold, for what a rigging hangs on."""
    heads = len(box.heads)
    pairs, back = np.unique(
        (rows.plastic[mine] * heads + rows.head[mine]) * (heads + 1) + rows.front[mine] + 1,
        return_inverse=True)
    pairs, ahead = np.divmod(pairs, heads + 1)
    p, h = np.divmod(pairs, heads)
    soft, metal = stack([one.plastic for one in box.plastics], p), columns(
        [one.head for one in box.heads])
    first = mine[np.unique(back, return_index=True)[1]]
    body_length = np.array([one.body_length for one in box.plastics])[p]
    parts = hung_on(way, [box.plastics[i].plastic for i in p], rows.reach[first] * body_length,
                    needs_kg)
    body = assemble(soft, metal.taken(h), parts=parts, across=across(way) is not None)
    front = assemble(soft, metal.taken(ahead - 1)) if way == "tandem" else None
    f = _figures(box, cond, way, body, box.slow_of(p, h), front)
    thrown = (np.full((p.size, lines.size * len(box.rods)), np.inf) if cond.lowered
              else casts(box, f, lines).reshape(p.size, -1))
    return Tied(way, mine, back, p, f, _spread(f, box, thrown, p))


def _judged(box: Box, situation: Situation, tied_: Sequence[Tied], presented: Presented) -> Judged:
    """All rows as they are brought back in one way."""
    put = np.argsort(np.concatenate([one.mine for one in tied_]))
    parts: list[dict[str, Any]] = []
    codes: tuple[str, ...] = ()
    for one in tied_:
        f = one.brought_back(presented, len(box.rods))
        shape = (one.plastic.size, one.wide.cast.shape[1])
        judgement, _ = judge_school(f, SCHOOLS[situation.school], shape,
                                    lightest_zone_of(one.way))
        failed = [~np.broadcast_to(item.passed, (3, *shape))[1] for item in judgement.limits
                  if item.code in HARD]
        aim = _presented(one.of_lines, presented).aim
        count = np.broadcast_to(aim.count, (shape[0], shape[1] // len(box.rods)))
        codes = max(codes, tuple(item.code for item in judgement.limits), key=len)
        whole = {"verdict": judgement.water, "decided": judgement.water_decided,
                 "reached": ~np.logical_or.reduce(failed), "fall": f.ends.speed,
                 "count": np.repeat(count, len(box.rods), axis=-1), "package": f.package,
                 "cast": f.cast}
        parts.append({name: np.broadcast_to(values, shape)[one.back]
                      for name, values in whole.items()})
    put_ = {name: np.concatenate([part[name] for part in parts])[put] for name in parts[0]}
    near = np.array([reference_line(situation.needs_kg)])
    least = least_that_does(situation.conditions(near, presented),
                            [one.plastic for one in box.plastics], situation.school)
    return Judged(presented, codes=codes, least=least, **put_)


def _presented(f: Figures, presented: Presented) -> Figures:
    return replace(f, cond=replace(f.cond, steady=presented.steady,
                                   retrieve_speed=presented.speed))


def search(box: Box, situation: Situation, riggings: Sequence[str]) -> Found | None:
    """All combinations of a box in a situation; None where nothing can be rigged.

    riggings : those to try, of ``features.SEARCHED``.
    """
    box = box.on_line(situation.line_diameter)
    rows, badly = sits(combine(box, tuple(riggings)))
    rows = with_fronts(box, rows)
    if rows.plastic.size == 0:
        return None
    lines = np.array([line.diameter for line in box.lines])
    ways = dict.fromkeys(situation.presented(key) for key in situation.retrieves)
    tied_: dict[bool, list[Tied]] = {}
    kinds = np.array([way_of_rigging(key) for key in rows.keys])
    for presented in ways:
        # What is let down is not cast; beside that the way it is brought back changes no figure.
        if presented.lowered not in tied_:
            tied_[presented.lowered] = [
                tie(box, situation.as_rigged(kind).conditions(
                    lines, presented, density=densities(box.lines)).checked(),
                    rows, kind, np.flatnonzero(kinds == kind), lines,
                    situation.needs_kg)
                for kind in dict.fromkeys(kinds.tolist())]
    on_sinker = np.isin(kinds, (*ON_LEAD, "float"))
    judged = tuple(_judged(box, situation, tied_[way.lowered], way) for way in ways)
    # What a sinker or a float carries is lifted, let down, held or pulled at: never swum.
    judged = tuple(replace(one, least=np.where(on_sinker, np.nan, one.least[rows.plastic]),
                           reached=one.reached & ~(on_sinker[:, None] & one.presented.steady))
                   for one in judged)
    line, rod = (part.ravel() for part in np.meshgrid(
        np.arange(lines.size), np.arange(len(box.rods)), indexing="ij"))
    mass = np.array([head.head.mass for head in box.heads])[rows.head]
    return Found(rows, line, rod, mass, judged, badly,
                 _hard(box, situation, rows, line, rod, judged[0],
                       all(way.lowered for way in ways)))


def _hard(
    box: Box, situation: Situation, rows: Rows, line: Indices, rod: Indices, judged: Judged,
    all_lowered: bool,
) -> dict[str, Flags]:
    """What no preference makes good, (N, C) each: far over the rod, line or hook that would go.
    all_lowered : whether it is let down however it is brought back."""
    need = newtons_of_kg(situation.needs_kg)
    holds = np.array([one.holds for one in box.lines])[line]
    most = np.array([one.rod.lure_max for one in box.rods])[rod]
    opens = opens_at(np.array([h.wire for h in box.heads]), np.array([h.gape for h in box.heads]))
    opens = np.minimum(opens[rows.head], np.where(rows.front < 0, np.inf, opens[rows.front]))
    shape = judged.verdict.shape
    # A rating is of casts: what is let down is only lifted.
    lowered = np.isin(rows.keys, NEVER_CAST)[:, None] | all_lowered
    return {
        "rod-rating": judged.package <= np.where(lowered, LIFTS, OVER_BY_LITTLE) * most,
        "line-too-weak": np.broadcast_to(holds >= LONG_FIGHT_FROM * need, shape),
        "hook-too-weak": np.broadcast_to(
            (opens >= LONG_FIGHT_FROM * DRAG_HIGH * need)[:, None], shape),
    }

