"""Which heads under which plastics suit a situation: the search's combinations by pair."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.choose.box import Box
from ilha.core.choose.rules import RULES, Rule
from ilha.core.choose.scoring import riggings_for, score_rows
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
    shape = (len(box.heads), len(box.plastics))
    facts = situation.facts()
    fired = [rule for rule in rules if rule.fired(facts)]
    found = search(box, situation, riggings_for(fired))
    points = np.full(shape, -np.inf)
    right = np.zeros(shape, dtype=bool)
    rigging = np.full(shape, "", dtype="<U40")
    if found is None:
        return Suits(points, right, rigging)
    for scored in score_rows(found, box, situation, fired):
        every = np.arange(scored.column.size)
        is_right = scored.traits.verdict[every, scored.column] == "right"
        # What is right comes before what has more points and is not.
        ranked = np.where(scored.usable, scored.points + 1e6 * is_right, -np.inf)
        order = np.argsort(-ranked, kind="stable")
        order = order[scored.usable[order]]
        # The first of each pair is its best.
        pair = found.rows.head[order] * len(box.plastics) + found.rows.plastic[order]
        _, first = np.unique(pair, return_index=True)
        row = order[first]
        at = (found.rows.head[row], found.rows.plastic[row])
        better = (is_right[row] & ~right[at]) | (
            (is_right[row] == right[at]) & (scored.points[row] > points[at]))
        row, at = row[better], (at[0][better], at[1][better])
        points[at], right[at] = scored.points[row], is_right[row]
        rigging[at] = found.rows.keys[row]
    return Suits(points, right, rigging)
