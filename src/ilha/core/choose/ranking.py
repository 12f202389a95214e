"""From fish and water to a whole outfit, with reasons: rules over every combination of a box."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.bench.strength import leader_for, opens_at, wire_for
from ilha.core.choose.box import Box, catalogue
from ilha.core.choose.combine import ON_A_LINE, WEEDLESS
from ilha.core.choose.features import COLOURS, SEARCHED, TIPS
from ilha.core.choose.fish import Fish
from ilha.core.choose.outfit import Choice, Outfit, Overruled, Reason
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.choose.rules import RULES, Rule, conflicts, given, met
from ilha.core.choose.search import Found, search
from ilha.core.choose.situation import Situation
from ilha.core.choose.traits import Traits
from ilha.core.errors import Array, Indices
from ilha.core.judge.schools import VERDICTS
from ilha.core.units import G, newtons_of_kg

APART = ("colour", "tip", "retrieve")
"""Features that are chosen for an outfit when the rest is known: no column of the search."""
SHOWN = 3


Kept = dict[tuple[object, ...], "Found | None"]
"""Searches made before, by what the water model asked of the situation: facts that only rules read
cost no new one."""
PHYSICAL = ("place", "depth", "surface_speed", "wind", "stance", "cover_height",
            "water_temperature_c", "feeding", "mood", "school", "line_diameter", "cast",
            "tip_height", "drift_speed", "drift_plane", "fish")


def riggings_for(fired: Sequence[Rule]) -> tuple[str, ...]:
    """Those that the search tries: lengths of line only where a rule that holds asks for them."""
    asked = {word for rule in fired for word in rule.wants.get("rigging", ())}  # type: ignore[union-attr]
    return tuple(key for key in SEARCHED if key not in ON_A_LINE or key in asked)


def _apart(rule: Rule) -> str | None:
    """Which of the features chosen last a rule speaks of."""
    names = [name for name in APART if name in rule.gives]
    return names[0] if names else None


def scores(columns: Traits, rules: Sequence[Rule]) -> Array:
    """Points of every combination, (N, C); what is chosen last is left out.

    Rules that speak of rows alone or of columns alone are summed there first: the full grid is
    touched once for each of the few that speak of both.
    """
    shape = columns.found.verdict.shape
    rows, across, both = np.zeros((shape[0], 1)), np.zeros((1, shape[1])), np.zeros(shape)
    kept: dict[str, Array] = {}
    for rule in rules:
        gave = _gave(columns, rule, kept)
        if gave.shape[1:] == (1,) or gave.ndim == 0:
            rows += gave
        elif gave.shape[0] == 1:
            across += gave
        else:
            both += gave
    return np.asarray(both + rows + across)


def _gave(columns: Traits, rule: Rule, kept: dict[str, Array]) -> Array:
    for name in (*rule.gives, *rule.fits):
        if name not in kept:
            kept[name] = columns.of(name)
    return given(rule, kept, columns.fish)


@dataclass(frozen=True)
class _Last:
    """What was chosen last of one feature for a set of outfits: words, and what they gave."""

    words: Array
    gave: Array


def _choose_last(
    name: str, words: Sequence[str], features: Mapping[str, Array], rules: Sequence[Rule],
    fish: Fish, count: int,
) -> _Last:
    """The word of one feature that rules give most to, for each of ``count`` outfits."""
    points = np.zeros((count, len(words)))
    for rule in rules:
        for k, word in enumerate(words):
            gave = given(rule, {**features, name: np.full((count, 1), word)}, fish)
            points[:, k] += np.broadcast_to(gave, (count, 1))[:, 0]
    best = np.argmax(points, axis=1)
    return _Last(np.asarray(words)[best], points[np.arange(count), best])


def _overruled(
    reasons: Sequence[Reason], features: Mapping[str, Array], fish: Fish
) -> tuple[Overruled, ...]:
    """Where rules pull apart on an outfit: who lost, and to whom."""
    got = {r.rule.key: r.gave / r.rule.weight for r in reasons}
    speaks = [r.rule for r in reasons if all(
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


def _retrieves(situation: Situation) -> tuple[str, ...]:
    """Those that the place and the height of the fish allow: what is fished by swimming is swum."""
    return tuple(k for k, r in RETRIEVES.items() if (r.steady or not situation.steady)
                 and (not r.feeds or situation.feeds in r.feeds))


CANDIDATES = 400
"""The best so many combinations are looked at with what is chosen last: those rules give too
little to bring up one from below."""


def _searched(
    box: Box, situation: Situation, riggings: tuple[str, ...], kept: Kept
) -> Found | None:
    key = (riggings, *(getattr(situation, name) for name in PHYSICAL))
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
    fired = [rule for rule in rules if rule.fired(facts)]
    found = _searched(whole, situation, riggings_for(fired), {} if kept is None else kept)
    quarrels = tuple(conflicts(fired, situation.fish))
    if found is None or not np.any(found.passed):
        counts = {} if found is None else found.ruled_out
        tried = 0 if found is None else found.verdict.size + counts["does-not-fit"]
        return Choice(situation, (), None, tuple(fired), quarrels, counts, tried)
    columns = Traits(whole, found, situation.fish)
    main = [rule for rule in fired if _apart(rule) is None]
    points = np.where(found.passed, scores(columns, main), -np.inf)
    ranking = _Ranking(situation, columns, fired, points)
    outfits = ranking.apart(SHOWN)
    pair = ranking.pair()
    tried = found.verdict.size + found.ruled_out["does-not-fit"]
    return Choice(situation, outfits, pair, tuple(fired), quarrels, found.ruled_out, tried)


class _Ranking:
    """The combinations in order of their points, with what is chosen last."""

    def __init__(
        self, situation: Situation, columns: Traits, fired: Sequence[Rule], points: Array
    ) -> None:
        self.situation, self.columns, self.fired = situation, columns, fired
        self.points = points
        covered = columns.weedless[:, 0]
        sides = [self._best(np.where(side[:, None], points, -np.inf))
                 for side in (covered, np.logical_not(covered))]
        self.at = np.unique(np.concatenate([self._best(points), *sides]))
        self._finish()

    def _best(self, points: Array) -> Indices:
        """Flat indices of the best, from the best of each row: another rod or line is no other
        outfit."""
        top = np.argmax(points, axis=1)
        of_row = points[np.arange(points.shape[0]), top]
        rows = np.argsort(-of_row, kind="stable")[:CANDIDATES]
        rows = rows[np.isfinite(of_row[rows])]
        return np.asarray(rows * points.shape[1] + top[rows])

    def _finish(self) -> None:
        """Choose what is chosen last, for each candidate, and add it up."""
        columns, fish = self.columns, self.situation.fish
        self.row, self.column = np.divmod(self.at, self.points.shape[1])
        count = self.at.size
        features: dict[str, Array] = {}
        names = {n for rule in self.fired for n in (*rule.gives, *rule.fits) if n not in APART}
        for name in names:
            values = np.broadcast_to(columns.of(name), self.points.shape)
            features[name] = values[self.row, self.column][:, None]
        self.features = features
        self.last = {}
        for name, words in (("colour", COLOURS), ("tip", TIPS),
                            ("retrieve", _retrieves(self.situation))):
            rules = [rule for rule in self.fired if _apart(rule) == name]
            self.last[name] = _choose_last(name, words, features, rules, fish, count)
        self._own_colours()
        total = self.points[self.row, self.column] + sum(
            (last.gave for last in self.last.values()), start=np.zeros(count))
        self.total = total
        self.order = np.argsort(-total, kind="stable")

    def _own_colours(self) -> None:
        """A plastic of the box has the colour that it has."""
        own = [self.columns.box.plastics[p].colour for p in self.columns.found.rows.plastic[
            self.row]]
        rules = [rule for rule in self.fired if _apart(rule) == "colour"]
        last = self.last["colour"]
        words = np.array([had or free for had, free in zip(own, last.words, strict=True)])
        features = {**self.features, "colour": words[:, None]}
        gave = sum((np.broadcast_to(given(rule, features, self.situation.fish),
                                    (words.size, 1))[:, 0] for rule in rules),
                   start=np.zeros(words.size))
        self.last["colour"] = _Last(words, gave)

    def outfit(self, i: int) -> Outfit:
        """The i-th of the candidates, with its account."""
        box, found = self.columns.box, self.columns.found
        row, column = int(self.row[i]), int(self.column[i])
        line = box.lines[int(found.line[column])]
        head = box.heads[int(found.rows.head[row])]
        words = {name: str(last.words[i]) for name, last in self.last.items()}
        features = {name: values[i:i + 1] for name, values in self.features.items()}
        features.update({name: np.array([[word]]) for name, word in words.items()})
        fish = self.situation.fish
        reasons = [Reason(rule, rule.worded(fish), float(np.ravel(given(rule, features, fish))[0]))
                   for rule in self.fired]
        overruled = _overruled(reasons, features, fish)
        reasons = sorted((r for r in reasons if r.gave != 0.0), key=lambda r: -abs(r.gave))
        holds_kg = line.holds / G
        return Outfit(
            score=float(self.total[i]), plastic=box.plastics[int(found.rows.plastic[row])],
            head=head, line=line, rod=box.rods[int(found.rod[column])],
            rigging=str(found.rows.keys[row]), **words,
            leader=newtons_of_kg(leader_for(self.situation.leader, holds_kg)),
            verdict=VERDICTS[int(found.verdict[row, column])],
            reach=float(found.rows.reach[row]), clear=float(found.rows.clear[row]),
            wire=wire_for(line.holds, float(opens_at(head.wire, head.gape))),
            reasons=tuple(reasons), overruled=overruled,
        )

    def apart(self, count: int) -> tuple[Outfit, ...]:
        """The best, then the best of another kind of plastic, and so on."""
        looks: list[str] = []
        out = []
        plastics = self.columns.box.plastics
        for i in self.order:
            look = plastics[int(self.columns.found.rows.plastic[self.row[i]])].look
            if look in looks:
                continue
            looks.append(look)
            out.append(self.outfit(int(i)))
            if len(out) == count:
                break
        return tuple(out)

    def pair(self) -> tuple[Outfit, Outfit] | None:
        """One covered and one open, where there is cover and something to open water beside it."""
        if self.situation.cover == "none":
            return None
        covered = np.isin(self.columns.found.rows.keys[self.row], WEEDLESS)
        sides = []
        for side in (covered, np.logical_not(covered)):
            good = [int(i) for i in self.order if side[i]]
            if not good:
                return None
            sides.append(self.outfit(good[0]))
        return sides[0], sides[1]
