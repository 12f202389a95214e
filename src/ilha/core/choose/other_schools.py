"""What the other schools of weight would tie on in a proposal's stead, or why nothing."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.choose.box import Box, BoxHead, densities
from ilha.core.choose.combine import WEEDLESS, Rows
from ilha.core.choose.outfit import Outfit
from ilha.core.choose.proposal import Rung, rungs_for
from ilha.core.choose.rules import Rule
from ilha.core.choose.search import tie
from ilha.core.choose.situation import Situation
from ilha.core.choose.ways import lightest_zone_of, way_of_rigging
from ilha.core.errors import Array, Indices
from ilha.core.judge.least import ORDINARY_OZ
from ilha.core.judge.limits import judge_school
from ilha.core.judge.schools import (
    AT_A_PINCH,
    FED,
    FITS_BADLY,
    RIGHT,
    SCHOOLS,
    TABLE,
    TOO_LIGHT,
    by_depth_table,
    lightest,
    of_a_size,
)
from ilha.core.judge.verdict import Judgement
from ilha.core.units import kg_from_oz


@dataclass(frozen=True)
class Picked:
    """What a school ties on: an index into the heads; None, and the limit that stops them all."""

    head: int | None
    stopped: str


def picks_of(
    box: Box, situation: Situation, retrieve: str, plastic: int, heads: Sequence[int],
    fit: Indices, way: str, front: int = -1,
) -> dict[str, Picked]:
    """What each school ties on for a plastic: the lightest over all rods and lines of the box.

    plastic, heads : indices. fit : (H,) of the heads. way : how the water meets the rigging.
    front : of two heads the one in front, -1 for none. The depth table has its own way: left out.
    """
    lines = np.array([line.diameter for line in box.lines])
    count = len(heads)
    zero = np.zeros(count)
    rows = Rows(np.full(count, plastic), np.asarray(heads), np.zeros(count, dtype=int), zero, zero,
                fit, np.full(count, ""), 0, np.full(count, front))
    presented = situation.presented(retrieve)
    cond = situation.conditions(lines, presented, density=densities(box.lines)).checked()
    one = tie(box, cond, rows, way, np.arange(count), lines, situation.needs_kg)
    wide = replace(one.brought_back(presented, len(box.rods)),
                   counts=(fit > FITS_BADLY)[one.order])
    shape = (count, one.wide.cast.shape[1])
    mass = np.array([box.heads[h].head.mass for h in heads])[one.order]
    out: dict[str, Picked] = {}
    for key, school in SCHOOLS.items():
        if key == TABLE.key:
            continue
        judgement, _ = judge_school(wide, school, shape, lightest_zone_of(way))
        scope = (None if presented.steady
                 else np.broadcast_to(wide.holds.scope[1], shape))
        found = lightest(mass, np.where(judgement.verdict == RIGHT, RIGHT, TOO_LIGHT),
                         fit[one.order], scope)
        found = found[found >= 0]
        by_size = np.lexsort((found, of_a_size(mass[found])))
        best = None if found.size == 0 else int(found[by_size[0]])
        out[key] = (Picked(None, _stopped(judgement, mass, fit[one.order])) if best is None
                    else Picked(int(one.order[best]), ""))
    return out


def _stopped(judgement: Judgement, mass: Array, fit: Indices) -> str:
    """The limit that stops the heaviest head whose hook does not sit badly, on its best tackle."""
    able = np.flatnonzero(fit > FITS_BADLY)
    if able.size == 0:
        return "does-not-fit"
    last = able[np.argmax(mass[able])]
    verdicts, decided = judgement.water[last], judgement.water_decided[last]
    return judgement.limits[int(decided[np.argmin(verdicts)])].code



FED_CURRENT = 0.35
"""Fed falls want light current, m/s (judgement; practice says "light")."""
TABLE_ENDS = 6.0
"""The depth table was made for water to 4.5 m; a little deeper it still serves, m."""


def _no_answer(situation: Situation) -> dict[str, str]:
    """Schools that have no answer in a water, and why."""
    out = {}
    if situation.swum_place or situation.on_top:
        out = {FED.key: "swum-here", TABLE.key: "swum-here"}
    elif situation.surface_speed > FED_CURRENT:
        out[FED.key] = "light-current"
    if situation.depth > TABLE_ENDS:
        out[TABLE.key] = "table-ends"
    return out


@dataclass(frozen=True)
class SchoolTies:
    """The head that a school ties on; None, and the limit that stops every one."""

    head: BoxHead | None
    stopped: str


def _alike(rung: Rung, outfit: Outfit) -> bool:
    """Whether a head is rigged as the proposal is, covered or open, and of the ordinary weights
    where the proposal is: what another school would tie on in its stead."""
    own = outfit.head.head
    if (rung.rigging in WEEDLESS) != outfit.weedless:
        return False
    least = min(own.mass, kg_from_oz(ORDINARY_OZ))
    props = rung.head.head.shape == "crab" and outfit.plastic.look not in ("crab", "craw")
    return rung.head.head.id == own.id or (not props and rung.head.head.mass >= 0.99 * least)


def by_school(
    situation: Situation, box: Box, outfit: Outfit, rules: Sequence[Rule]
) -> dict[str, SchoolTies]:
    """What each school of weight ties on for this plastic: the lightest over every rod and line
    of the box that is right; the depth table's on the outfit's own."""
    rungs = [rung for rung in rungs_for(situation, box, outfit, rules) if _alike(rung, outfit)]
    ahead = () if outfit.front is None else (outfit.front,)
    whole = replace(box, plastics=(outfit.plastic,), heads=(*(r.head for r in rungs), *ahead))
    situation = situation.as_rigged(outfit.rigging)
    # Of the proposal's own shape before any other.
    fit = np.array([rung.fit if rung.head.head.shape == outfit.head.head.shape
                    else min(rung.fit, AT_A_PINCH) for rung in rungs])
    found = picks_of(whole, situation, outfit.retrieve, 0, range(len(rungs)), fit,
                     way_of_rigging(outfit.rigging), len(rungs) if ahead else -1)
    cond = situation.conditions(np.array([outfit.line.diameter]))
    package = np.array([[r.head.head.mass + r.head.head.hook_mass + outfit.plastic.plastic.mass]
                        for r in rungs])
    usable = (package <= outfit.rod.rod.lure_max) & (fit > FITS_BADLY)[:, None]
    table = by_depth_table(np.array([r.head.head.mass for r in rungs]), usable,
                           np.atleast_1d(cond.depth), np.atleast_1d(cond.surface_speed))
    found[TABLE.key] = Picked(int(table[0]), "") if table[0] >= 0 else Picked(None, "outfit")
    out = {key: SchoolTies(None if (at := found[key].head) is None else rungs[at].head,
                           found[key].stopped) for key in SCHOOLS}
    return out | {key: SchoolTies(None, why) for key, why in _no_answer(situation).items()}
