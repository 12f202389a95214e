"""Which heads under which plastics suit a situation: the search's combinations by pair."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.choose.box import Box
from ilha.core.choose.combine import Rows
from ilha.core.choose.rules import RULES, Rule
from ilha.core.choose.scoring import Scored, riggings_for, score_rows
from ilha.core.choose.search import search
from ilha.core.choose.situation import Situation
from ilha.core.errors import Array, Flags


@dataclass(frozen=True)
class Suits:
    """Of every pair the best combination, (H, P). points : -inf where none is worth a proposal.
    right : whether that one does the job, not marginally, not dragging. rigging : its key, "" for
    none.
    """

    points: Array
    right: Flags
    rigging: Array

    def near(self, apart: float) -> Flags:
        """Pairs within so many points of the best; only right ones where any is."""
        points = np.where(self.right, self.points, -np.inf) if self.right.any() else self.points
        best = float(points.max(initial=-np.inf))
        return np.asarray(np.isfinite(points) & (points >= best - apart))


def suits(situation: Situation, box: Box, rules: Sequence[Rule] = RULES) -> Suits:
    """Every pair of a box in a situation, by the rules and limits that choose an outfit. Colour,
    tip and retrieve, which can be had with any pair, are left out.

    Raises
    ------
    DomainError
        As the water model does.
    """
    return suits_each(situation, box, [range(len(box.rods))], rules)[0]


def suits_each(
    situation: Situation, box: Box, rods: Sequence[Sequence[int]], rules: Sequence[Rule] = RULES
) -> list[Suits]:
    """The same for each of several anglers, who fish out of one box with rods of their own.

    rods : of each their indices in the box. The water is asked once for all of them.
    """
    facts = situation.facts()
    fired = [rule for rule in rules if rule.fired(facts)]
    found = search(box, situation, riggings_for(fired))
    if found is None:
        return [Suits(*_none(box)) for _ in rods]
    scored = score_rows(found, box, situation, fired)
    return [_best(box, found.rows, [one.best(np.flatnonzero(np.isin(found.rod, mine)))
                                    for one in scored]) for mine in rods]


def _none(box: Box) -> tuple[Array, Flags, Array]:
    """Points, right and rigging of pairs none of which is worth a proposal."""
    shape = (len(box.heads), len(box.plastics))
    return np.full(shape, -np.inf), np.zeros(shape, dtype=bool), np.full(shape, "", dtype="<U40")


def _best(box: Box, rows: Rows, scored: Sequence[Scored]) -> Suits:
    """Of every pair the best of its rows."""
    points, right, rigging = _none(box)
    for one in scored:
        every = np.arange(one.column.size)
        is_right = one.traits.verdict[every, one.column] == "right"
        # What is right comes before what has more points and is not.
        ranked = np.where(one.usable, one.points + 1e6 * is_right, -np.inf)
        order = np.argsort(-ranked, kind="stable")
        order = order[one.usable[order]]
        # The first of each pair is its best.
        pair = rows.head[order] * len(box.plastics) + rows.plastic[order]
        _, first = np.unique(pair, return_index=True)
        row = order[first]
        at = (rows.head[row], rows.plastic[row])
        better = (is_right[row] & ~right[at]) | (
            (is_right[row] == right[at]) & (one.points[row] > points[at]))
        row, at = row[better], (at[0][better], at[1][better])
        points[at], right[at] = one.points[row], is_right[row]
        rigging[at] = rows.keys[row]
    return Suits(points, right, rigging)
