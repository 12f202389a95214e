"""From fish and water to a whole outfit, with reasons: rules over every combination of a box.

First the rig and how it is brought back, then the rod and the line that fish it best: what rods and
lines there are beside never makes the rig heavier. Points are of one outfit alone, never of one
against another, so that a box with more in it never scores less.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.bench.strength import hook_word
from ilha.core.choose.box import Box, catalogue, leader_of
from ilha.core.choose.combine import WEEDLESS
from ilha.core.choose.features import COLOURS, TIPS
from ilha.core.choose.found import Found
from ilha.core.choose.leaders import leader_asked
from ilha.core.choose.outfit import Choice, Outfit, Reason
from ilha.core.choose.placing import placing_says
from ilha.core.choose.rules import RULES, Rule, conflicts, given
from ilha.core.choose.scoring import (
    APART,
    EVEN,
    apart,
    choose_last,
    of_tackle,
    overruled_of,
    riggings_for,
    score_rows,
)
from ilha.core.choose.search import search
from ilha.core.choose.situation import Situation
from ilha.core.errors import Array, Indices
from ilha.core.judge.schools import VERDICTS

SHOWN = 3
NOISE = 1e-6

Kept = dict[tuple[object, ...], "Found | None"]
"""Searches made before, by what the water model asked of the situation: facts that only rules read
cost no new one."""
ONLY_RULES = frozenset({"clarity", "light", "temperature_trend", "cover", "pests", "symptom",
                        "finding", "shank", "leader", "sinker", "bottom"})
CANDIDATES = 400
"""The best so many rows are looked at with what is chosen last: those rules give too little to
bring up one from below."""


class _Ranking:
    """The rows in order of their points, with what is chosen last."""

    def __init__(self, found: Found, box: Box, situation: Situation, fired: Sequence[Rule]) -> None:
        self.found, self.box, self.situation, self.fired = found, box, situation, fired
        self.facts = situation.facts()
        self.scored = [one.best() for one in score_rows(found, box, situation, fired)]
        self.ways = ways = [self._finish(k) for k in range(len(self.scored))]
        self.way = np.concatenate([np.full(w.row.size, k) for k, w in enumerate(ways)])
        self.at = np.concatenate([np.arange(w.row.size) for w in ways])
        self.total = np.concatenate([w.total for w in ways])
        self.usable = np.concatenate([self.scored[k].usable[w.row] for k, w in enumerate(ways)])
        row = np.concatenate([w.row for w in ways])
        self.row = row
        mass = found.mass[row]
        short = np.concatenate([self.scored[k].short[w.row] for k, w in enumerate(ways)])
        # Points are sums of hundredths: a half step must not fall by the noise of the addition.
        rank = np.floor((self.total - short) / EVEN + 0.5 + NOISE)
        # Of even ones the lightest; then by what it is, not by where it lies in the box.
        self.order = np.lexsort((found.rows.rigging[row], self._names(row), mass, -rank))

    def _names(self, row: Indices) -> Indices:
        """Rows by what they are made of: the same however the box is shuffled or named."""
        box, rows = self.box, self.found.rows
        keys = [(p.look, p.material, p.plastic.length, p.plastic.mass, p.colour_name)
                for p in box.plastics]
        heads = [(h.head.shape, h.hook_size, h.head.density, h.wire, h.keeper) for h in box.heads]
        p_rank, h_rank = _ranks(keys), _ranks(heads)
        size = len(heads) + 1
        front = np.where(rows.front < 0, 0, np.append(h_rank, -1)[rows.front] + 1)
        return np.asarray((p_rank[rows.plastic[row]] * size + h_rank[rows.head[row]]) * size
                          + front[row])

    def _top(self, k: int) -> Indices:
        """The best rows of one way, of either side of weedless."""
        scored = self.scored[k]
        ranked = scored.points - scored.short
        covered = scored.traits.weedless[:, 0].astype(bool)
        half = CANDIDATES // 2
        return np.unique(np.concatenate([
            np.flatnonzero(side)[np.argsort(-ranked[side], kind="stable")[:half]]
            for side in (covered, ~covered)]))

    def _finish(self, k: int) -> _Last:
        """Choose what is chosen last, for each of the best rows, and add it up."""
        scored, fish = self.scored[k], self.situation.fish
        traits = scored.traits
        row = self._top(k)
        column = scored.column[row]
        shape = traits.judged.verdict.shape
        features: dict[str, Array] = {}
        names = {n for rule in self.fired for n in (*rule.gives, *rule.fits) if n not in APART}
        for name in names:
            values = np.broadcast_to(traits.of(name), shape)
            features[name] = values[row, column][:, None]
        words, total = {}, scored.points[row].copy()
        retrieves = [key for key in self.situation.retrieves
                     if self.situation.presented(key) == traits.judged.presented]
        for name, offered in (("colour", COLOURS), ("tip", TIPS), ("retrieve", retrieves)):
            rules = [rule for rule in self.fired if apart(rule) == name]
            own = ([self.box.plastics[p].colour for p in self.found.rows.plastic[row]]
                   if name == "colour" else None)
            words[name], gave = choose_last(name, offered, features, rules, fish, row.size, own)
            total += gave
        return _Last(row, column, features, words, total)

    def outfit(self, i: int) -> Outfit:
        """The i-th of the candidates, with its account."""
        box, found, fish = self.box, self.found, self.situation.fish
        k, at = int(self.way[i]), int(self.at[i])
        last = self.ways[k]
        judged = self.scored[k].traits.judged
        row, column = int(last.row[at]), int(last.column[at])
        line, head = box.lines[int(found.line[column])], box.heads[int(found.rows.head[row])]
        words = {name: str(found_[at]) for name, found_ in last.words.items()}
        features = {name: values[at:at + 1] for name, values in last.features.items()}
        features.update({name: np.array([[word]]) for name, word in words.items()})
        reasons = [Reason(rule, rule.worded(fish), float(np.ravel(given(rule, features, fish))[0]),
                          of_tackle(rule)) for rule in self.fired]
        overruled = overruled_of(reasons, features, fish)
        reasons = sorted((r for r in reasons if r.gave != 0.0), key=lambda r: -abs(r.gave))
        asked = leader_asked(self.facts)
        leader, spool = leader_of(self.situation.leader, line.holds, asked.kg, box.leaders)
        return Outfit(
            score=float(self.total[i]), plastic=box.plastics[int(found.rows.plastic[row])],
            head=head, line=line, rod=box.rods[int(found.rod[column])],
            rigging=str(found.rows.keys[row]), **words, leader=leader,
            leader_id=None if spool is None else spool.id, leader_says=asked.says,
            beside=asked.beside,
            verdict=VERDICTS[int(judged.verdict[row, column])],
            reach=float(found.rows.reach[row]), clear=float(found.rows.clear[row]),
            fit=int(found.rows.fit[row]), fit_word=str(found.rows.word[row]),
            wire=hook_word(head.hook_size, head.wire),
            needs_kg=self.situation.needs_kg,
            front=None if found.rows.front[row] < 0 else box.heads[int(found.rows.front[row])],
            placing=placing_says(
                self.facts, str(found.rows.keys[row]),
                box.plastics[int(found.rows.plastic[row])].look,
                float(self.scored[k].traits.skips[row, 0])),
            reasons=tuple(reasons), overruled=overruled,
        )

    def apart(self, count: int) -> tuple[Outfit, ...]:
        """The best, then the best of another kind of plastic, and so on; of what is usable."""
        looks: list[str] = []
        out = []
        for i in self.order:
            look = self.box.plastics[int(self.found.rows.plastic[self.row[i]])].look
            if look in looks or not self.usable[i]:
                continue
            looks.append(look)
            out.append(self.outfit(int(i)))
            if len(out) == count:
                break
        return tuple(out)

    def nearest(self) -> Outfit:
        """What comes nearest to a proposal where there is none."""
        return self.outfit(int(self.order[0]))

    def pair(self) -> tuple[Outfit, Outfit] | None:
        """One covered and one open, where there is cover and something to open water beside it."""
        if self.situation.cover == "none":
            return None
        covered = np.isin(self.found.rows.keys[self.row], WEEDLESS) & self.usable
        sides = []
        for side in (covered, ~covered & self.usable):
            good = [int(i) for i in self.order if side[i]]
            if not good:
                return None
            sides.append(self.outfit(good[0]))
        return sides[0], sides[1]


@dataclass(frozen=True)
class _Last:
    """The best rows of one way with what was chosen last: words by feature, and the total."""

    row: Indices
    column: Indices
    features: Mapping[str, Array]
    words: Mapping[str, Array]
    total: Array


def _ranks(keys: Sequence[tuple[object, ...]]) -> Indices:
    order = {key: i for i, key in enumerate(sorted(set(keys), key=repr))}
    return np.array([order[key] for key in keys])


def _searched(
    box: Box, situation: Situation, riggings: tuple[str, ...], kept: Kept
) -> Found | None:
    # Cover and what the fish weighs reach the water through what the line must hold.
    asked = {name: value for name, value in vars(situation).items() if name not in ONLY_RULES}
    key = (riggings, situation.needs_kg, *asked.values())
    if key not in kept:
        kept[key] = search(box, situation, riggings)
    return kept[key]


def choose(
    situation: Situation, box: Box | None = None, rules: Sequence[Rule] = RULES,
    kept: Kept | None = None,
) -> Choice:
    """The outfits of a box (of common sizes where None), ranked, with the account of each.

    kept : of earlier questions about the same box.

    Raises
    ------
    DomainError
        As the water model does.
    """
    whole = (box or catalogue()).on_line(situation.line_diameter)
    facts = situation.facts()
    fired = tuple(rule for rule in rules if rule.fired(facts))
    quarrels = tuple(conflicts(fired, situation.fish))
    found = _searched(whole, situation, riggings_for(fired), {} if kept is None else kept)
    if found is None:
        return Choice(situation, (), None, fired, quarrels, {}, 0)
    ranking = _Ranking(found, whole, situation, fired)
    outfits = ranking.apart(SHOWN)
    on_lead = False
    if not outfits and not (situation.swum_place or situation.on_top):
        # No head does: what a sinker carries is looked at before nothing is said.
        way = "three-way" if situation.stance == "drifting" else "sliding-sinker"
        more = _searched(whole, situation, (way,), {} if kept is None else kept)
        if more is not None:
            carried = _Ranking(more, whole, situation, fired)
            outfits = carried.apart(SHOWN)
            ranking, on_lead = (carried, True) if outfits else (ranking, False)
    return Choice(situation, outfits, ranking.pair(), fired, quarrels, found.ruled_out,
                  found.tried, None if outfits else ranking.nearest(), on_lead)
