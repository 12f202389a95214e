"""The day's change plan: which head when, with no change for a few minutes' sake.

The cheapest way through the day, by dynamic programming: every step costs by how wrong the head
then tied on is, every change costs the minutes that the angler would put up with to be spared it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from ilha.core.errors import Array, Flags, Indices, require
from ilha.core.judge.schools import FALLS_SHORT, MARGINAL, RIGHT, TOO_HEAVY, TOO_LIGHT, UNSAFE

DRY, NONE = -2, -1
CHANGE_MINUTES = 30.0
"""Minutes with a head that is not the pick but right that one puts up with for a change less."""
COSTS = {RIGHT: 1.0, MARGINAL: 2.0, TOO_HEAVY: 3.0, FALLS_SHORT: 4.0, TOO_LIGHT: 6.0,
         UNSAFE: 1e3}
"""What a minute with a head that is not the pick costs, by its verdict (judgement)."""
_COST_OF = np.array([COSTS[verdict] for verdict in sorted(COSTS)])
SAME_WEIGHT = 0.1
"""A minute with a right head of the pick's own weight but of another shape: hardly anything, nobody
changes for that (judgement)."""
WEIGHT_STEP = 0.06
"""Weights within this share of each other are one: printed ones differ by a fifth at least."""
LEAST_STEPS = 1.5
"""Steps for which nobody ties a head on just before going, or just after coming (judgement)."""
EMPTY_MINUTE = 6.0
"""A minute without a head where one would be right costs as much as with one too light."""


@dataclass(frozen=True)
class Run:
    """Steps ``start`` to ``end`` (the last not of it) with one head: its index, NONE or DRY."""

    start: int
    end: int
    head: int


def change_plan(
    picks: Indices, verdicts: Indices, wet: Flags, step_minutes: float,
    change_minutes: float = CHANGE_MINUTES, masses: Array | None = None,
) -> list[Run]:
    """Runs that cover the day without gap or overlap, two neighbours never alike.

    Parameters
    ----------
    picks : (T,) index of the school's pick, -1 for none. verdicts : (H, T). wet : (T,).
    change_minutes : what one change is worth; 0 gives the picks themselves. masses : (H,) of the
    heads, in any unit; None: no two weigh the same.

    Raises
    ------
    DomainError
        For change_minutes below 0 or above a day.
    """
    require("change_minutes", change_minutes, "min", "0 changes at every pick", low=0.0,
            high=1440.0)
    heads, steps = verdicts.shape
    costs = _COST_OF[verdicts] * step_minutes
    none = np.where(picks < 0, 0.0, EMPTY_MINUTE * step_minutes)
    costs = np.concatenate([costs, none[None]])
    at = np.flatnonzero(picks >= 0)
    if masses is not None and at.size:
        same = np.abs(masses[:, None] / masses[picks[at]] - 1.0) < WEIGHT_STEP
        spared = same & (verdicts[:, at] == RIGHT)
        costs[:heads, at] = np.where(spared, SAME_WEIGHT * step_minutes, costs[:heads, at])
    costs[picks[at], at] = 0.0
    costs[:, ~wet] = 0.0
    way = _cheapest(costs, wet, change_minutes)
    way = np.where(wet, np.where(way == heads, NONE, way), DRY)
    edges = np.concatenate([[0], np.flatnonzero(np.diff(way)) + 1, [steps]])
    return [Run(int(a), int(b), int(way[a])) for a, b in pairwise(edges)]


def _cheapest(costs: Array, wet: Flags, change: float) -> Indices:
    """The row to be in at each step; to change where it is dry costs nothing.

    Backward through the day: a step's costs with the cheapest that follows, then forward. The loop
    is over steps because each needs the one after it.
    """
    steps = costs.shape[1]
    # A step's costs side by side in the memory: each is gone through as a whole.
    total = np.ascontiguousarray(costs.T)
    spare = np.where(wet[:-1] & wet[1:], change, 0.0)
    least = np.minimum.reduce
    after = total[-1]
    for t in range(steps - 2, -1, -1):
        now = total[t]
        now += np.minimum(after, least(after) + spare[t])
        after = now
    best, lowest = np.argmin(total, axis=1), total.min(axis=1) + np.append(0.0, spare)
    way = np.empty(steps, dtype=int)
    here = way[0] = best[0]
    for t in range(1, steps):
        if total[t, here] > lowest[t]:
            here = best[t]
        way[t] = here
    return way


def part_of(runs: Sequence[Run], first: float, last: float) -> list[tuple[float, float, int]]:
    """What of a plan lies between two steps: start, end and head of each run.

    A head that would be there for less than ``LEAST_STEPS`` because it is cut off is not tied on:
    the one beside it is, all through.
    """
    cut = [(run, max(run.start, first), min(run.end, last)) for run in runs]
    cut = [one for one in cut if one[2] > one[1]]
    out = [(start, end, run.head) for run, start, end in cut]

    def spared(at: int, beside: int) -> bool:
        run, start, end = cut[at]
        short = end - start < LEAST_STEPS and end - start < run.end - run.start
        return short and min(run.head, cut[beside][0].head) >= 0

    if len(cut) > 1 and spared(0, 1):
        out[:2] = [(out[0][0], out[1][1], out[1][2])]
    if len(out) > 1 and spared(-1, -2):
        out[-2:] = [(out[-2][0], out[-1][1], out[-2][2])]
    return out


OTHER_STANCES = {
    "kayak": ("anchored", "drifting"), "anchored": ("kayak", "drifting"),
    "drifting": ("kayak", "anchored"), "bank": ("dock",), "dock": ("bank",),
    "wading": ("bank", "kayak"),
}
"""Stances that one may take up instead at the same place."""


def other_stances(stance: str, exposure: str) -> list[str]:
    """What one may do instead; nobody is sent to open water in a kayak to be spared a change."""
    return [other for other in OTHER_STANCES.get(stance, ())
            if other != "kayak" or exposure == "sheltered"]


def changes(runs: Sequence[Run]) -> int:
    """How often a plan has one untie a head and tie on another."""
    tied = [run.head for run in runs if run.head >= 0]
    return sum(a != b for a, b in pairwise(tied))


def covered(runs: Sequence[Run]) -> int:
    """Steps of a plan with a head."""
    return sum(run.end - run.start for run in runs if run.head >= 0)
