"""From fish and water to a whole outfit, with reasons: rules over every combination of a box.

First the rig and how it is brought back, then the rod and the line that fish it best: what rods and
lines there are beside never makes the rig heavier. Points are of one outfit alone, never of one
against another, so that a box with more in it never scores less.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.bench.strength import leader_for, opens_at, wire_for
from ilha.core.choose.box import Box, BoxLeader, catalogue
from ilha.core.choose.combine import ON_A_LINE, WEEDLESS
from ilha.core.choose.features import COLOURS, SEARCHED, TIPS
from ilha.core.choose.fish import Fish
from ilha.core.choose.outfit import Choice, Outfit, Overruled, Reason
from ilha.core.choose.rules import RULES, Rule, conflicts, given, met
from ilha.core.choose.search import Found, search
from ilha.core.choose.situation import Situation
from ilha.core.choose.traits import LINE_FEATURES, Still, Traits
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.schools import VERDICTS
from ilha.core.units import G, newtons_of_kg

APART = ("colour", "tip", "retrieve")
"""Features that are chosen for an outfit when the rest is known: no column of the search."""
CHANGING = frozenset({"verdict", "weight_over_least", "fall_speed_m_s", "count_s",
                      "cast_over_reach", "over_rod", "load"})
"""Features that the way it is brought back decides."""
SHOWN = 3
EVEN = 0.05
"""Points within this of each other are even: the lighter head is taken."""

Kept = dict[tuple[object, ...], "Found | None"]
"""Searches made before, by what the water model asked of the situation: facts that only rules read
cost no new one."""
ONLY_RULES = frozenset({"clarity", "light", "temperature_trend", "cover", "pests", "symptom",
                        "shank", "leader", "sinker", "bottom"})


def riggings_for(fired: Sequence[Rule]) -> tuple[str, ...]:
    """Those that the search tries: lengths of line only where a rule that holds asks for them."""
    asked = {word for rule in fired for word in rule.wants.get("rigging", ())}  # type: ignore[union-attr]
    return tuple(key for key in SEARCHED if key not in ON_A_LINE or key in asked)


def _apart(rule: Rule) -> str | None:
    """Which of the features chosen last a rule speaks of."""
    return next((name for name in APART if name in rule.gives), None)


def of_tackle(rule: Rule) -> bool:
    """Whether a rule speaks of rod and line, which are chosen after the rig."""
    return any(name in LINE_FEATURES for name in rule.gives)


def scores(columns: Still, rules: Sequence[Rule]) -> Array:
    """Points of every combination, broadcast to at most (N, C)."""
    rows, across, both = np.zeros((1, 1)), np.zeros((1, 1)), np.zeros((1, 1))
    kept: dict[str, Array] = {}
    for rule in rules:
        for name in (*rule.gives, *rule.fits):
            if name not in kept:
                kept[name] = columns.of(name)
        gave = given(rule, kept, columns.fish)
        if gave.shape[1:] == (1,) or gave.ndim == 0:
            rows = rows + gave
        elif gave.shape[0] == 1:
            across = across + gave
        else:
            both = both + gave
    return np.asarray(both + rows + across)


@dataclass(frozen=True)
class Scored:
    """Every row on the rod and line that fish it best, as it is brought back in one way.

    column : (N,). points : (N,), of the rig. usable : (N,), whether it is worth a proposal.
    """

    traits: Traits
    column: Indices
    points: Array
    usable: Flags


def _best_columns(points: Array, tackle: Array, usable: Flags) -> Indices:
    """The column of each row: the most points of the rig, of those that are even the best tackle;
    what is usable comes first."""
    first = np.where(usable, points, points - 1e3)
    even = first >= first.max(axis=1, keepdims=True) - EVEN
    return np.asarray(np.argmax(np.where(even, tackle, -np.inf), axis=1))


def score_rows(
    found: Found, box: Box, situation: Situation, fired: Sequence[Rule]
) -> list[Scored]:
    """Rows scored by the rules that hold; one for each way to bring them back."""
    main = [rule for rule in fired if _apart(rule) is None]
    tackle_rules = [rule for rule in main if of_tackle(rule)]
    rig_rules = [rule for rule in main if not of_tackle(rule)]
    changing = [rule for rule in rig_rules
                if any(name in CHANGING for name in (*rule.gives, *rule.fits))]
    shape = found.judged[0].verdict.shape
    still: Array | None = None
    out = []
    for judged in found.judged:
        traits = Traits(box, found.rows, situation.fish, situation.needs_kg, found,
                        situation.cast_m, judged)
        if still is None:
            still = scores(traits, [rule for rule in rig_rules if rule not in changing])
        points = np.broadcast_to(still + scores(traits, changing), shape)
        tackle = np.broadcast_to(scores(traits, tackle_rules), shape)
        usable = found.usable(judged)
        column = _best_columns(points, tackle, usable)
        at = (np.arange(shape[0]), column)
        out.append(Scored(traits, column, points[at], usable[at]))
    return out


CANDIDATES = 400
"""The best so many rows are looked at with what is chosen last: those rules give too little to
bring up one from below."""


class _Ranking:
    """The rows in order of their points, with what is chosen last."""

    def __init__(self, found: Found, box: Box, situation: Situation, fired: Sequence[Rule]) -> None:
        self.found, self.box, self.situation, self.fired = found, box, situation, fired
        self.scored = score_rows(found, box, situation, fired)
        self.ways = ways = [self._finish(k) for k in range(len(self.scored))]
        self.way = np.concatenate([np.full(w.row.size, k) for k, w in enumerate(ways)])
        self.at = np.concatenate([np.arange(w.row.size) for w in ways])
        self.total = np.concatenate([w.total for w in ways])
        self.usable = np.concatenate([self.scored[k].usable[w.row] for k, w in enumerate(ways)])
        row = np.concatenate([w.row for w in ways])
        self.row = row
        mass = found.mass[row]
        rank = np.round(np.where(self.usable, self.total, self.total - 1e3) / EVEN)
        # Of even ones the lightest; then by what it is, not by where it lies in the box.
        self.order = np.lexsort((found.rows.rigging[row], self._names(row), mass, -rank))

    def _names(self, row: Indices) -> Indices:
        """Rows by what they are made of: the same however the box is shuffled or named."""
        box, rows = self.box, self.found.rows
        keys = [(p.look, p.material, p.plastic.length, p.plastic.mass, p.colour_name)
                for p in box.plastics]
        heads = [(h.head.shape, h.hook_size, h.head.density, h.wire, h.keeper) for h in box.heads]
        p_rank, h_rank = _ranks(keys), _ranks(heads)
        return np.asarray(p_rank[rows.plastic[row]] * (len(heads) + 1) + h_rank[rows.head[row]])

    def _top(self, k: int) -> Indices:
        """The best rows of one way, of either side of weedless."""
        scored = self.scored[k]
        ranked = np.where(scored.usable, scored.points, scored.points - 1e3)
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
            rules = [rule for rule in self.fired if _apart(rule) == name]
            own = ([self.box.plastics[p].colour for p in self.found.rows.plastic[row]]
                   if name == "colour" else None)
            words[name], gave = _choose_last(name, offered, features, rules, fish, row.size, own)
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
        overruled = _overruled(reasons, features, fish)
        reasons = sorted((r for r in reasons if r.gave != 0.0), key=lambda r: -abs(r.gave))
        opens = float(opens_at(head.wire, head.gape))
        leader, spool = leader_of(self.situation.leader, line.holds, words["tip"], box.leaders)
        return Outfit(
            score=float(self.total[i]), plastic=box.plastics[int(found.rows.plastic[row])],
            head=head, line=line, rod=box.rods[int(found.rod[column])],
            rigging=str(found.rows.keys[row]), **words, leader=leader,
            leader_id=None if spool is None else spool.id,
            verdict=VERDICTS[int(judged.verdict[row, column])],
            reach=float(found.rows.reach[row]), clear=float(found.rows.clear[row]),
            fit=int(found.rows.fit[row]), fit_word=str(found.rows.word[row]),
            wire=wire_for(newtons_of_kg(self.situation.needs_kg), opens),
            needs_kg=self.situation.needs_kg, reasons=tuple(reasons), overruled=overruled,
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


def leader_of(
    school: str, line_holds: float, tip: str, spools: Sequence[BoxLeader]
) -> tuple[float, BoxLeader | None]:
    """What a leader holds (N) on a line (N), and the spool of the box it comes from.

    The spool nearest to what the school ties, never one below the line where the school does not
    mean it to be; without one, what the school would tie.
    """
    wanted = newtons_of_kg(leader_for(school, line_holds / G))
    least = min(wanted, line_holds) * 0.85
    most = 1.25 * line_holds if wanted < line_holds else np.inf
    good = [one for one in spools if one.material != "wire" and least <= one.holds <= most]
    if not good:
        return wanted, None
    best = min(good, key=lambda one: (abs(np.log(one.holds / wanted)), one.diameter, one.id))
    return best.holds, best


def _choose_last(
    name: str, offered: Sequence[str], features: Mapping[str, Array], rules: Sequence[Rule],
    fish: Fish, count: int, own: Sequence[str | None] | None,
) -> tuple[Array, Array]:
    """The word of one feature that rules give most to, for each of ``count`` outfits, and what they
    give it; where an outfit has its own, that."""
    points = np.zeros((count, len(offered)))
    for rule in rules:
        for k, word in enumerate(offered):
            gave = given(rule, {**features, name: np.full((count, 1), word)}, fish)
            points[:, k] += np.broadcast_to(gave, (count, 1))[:, 0]
    best = np.argmax(points, axis=1)
    if own is not None:
        best = np.array([free if had is None else offered.index(had)
                         for had, free in zip(own, best, strict=True)])
    return np.asarray(offered)[best], points[np.arange(count), best]


def _overruled(
    reasons: Sequence[Reason], features: Mapping[str, Array], fish: Fish
) -> tuple[Overruled, ...]:
    """Where rules pull apart on an outfit: who lost, and to whom."""
    got = {r.rule.key: r.gave / r.rule.weight for r in reasons}
    speaks = [r.rule for r in reasons if not r.rule.per_doubling and all(
        bool(np.all(met(features[name], asked, fish) >= 1.0))
        for name, asked in r.rule.fits.items())]

    def pleased(rule: Rule) -> bool:
        return got[rule.key] > (0.5 if rule.wants else -0.5)

    out = []
    for rule in speaks:
        for name in rule.gives:
            by = tuple(r for r in speaks if name in r.gives and pleased(r) and r.wants)
            if not pleased(rule) and by:
                out.append(Overruled(rule, name, by))
    return tuple(out)


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
    return Choice(situation, outfits, ranking.pair(), fired, quarrels, found.ruled_out,
                  found.tried, None if outfits else ranking.nearest())
