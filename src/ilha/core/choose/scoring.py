"""Points by rules: of every row of a search, of what is chosen last, and where rules pull apart.

Points are of one outfit alone, never of one against another, so that a box with more in it never
scores less.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.choose.box import Box
from ilha.core.choose.combine import BY_THEMSELVES
from ilha.core.choose.features import SEARCHED
from ilha.core.choose.fish import Fish
from ilha.core.choose.found import Found, Judged
from ilha.core.choose.outfit import Overruled, Reason
from ilha.core.choose.rules import Rule, given, met
from ilha.core.choose.situation import Situation
from ilha.core.choose.traits import LINE_FEATURES, Still, Traits
from ilha.core.errors import Array, Flags, Indices

APART = ("colour", "tip", "retrieve")
"""Features that are chosen for an outfit when the rest is known: no column of the search."""
CHANGING = frozenset({"verdict", "weight_over_least", "fall_speed_m_s", "count_s",
                      "cast_over_reach", "over_rod", "load"})
"""Features that the way it is brought back decides."""
EVEN = 0.05
"""Points within this of each other are even: the lighter head is taken."""



def riggings_for(fired: Sequence[Rule]) -> tuple[str, ...]:
    """Those that the search tries: lengths of line only where a rule that holds asks for them."""
    asked = {word for rule in fired for word in rule.wants.get("rigging", ())}  # type: ignore[union-attr]
    return tuple(key for key in SEARCHED if key not in BY_THEMSELVES or key in asked)


def apart(rule: Rule) -> str | None:
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
    short : (N,) points by which it comes after all that is.
    """

    traits: Traits
    column: Indices
    points: Array
    usable: Flags
    short: Array


def _short(found: Found, judged: Judged, usable: Flags) -> Array:
    """What no tackle bears comes after what is usable, and what never gets to the fish after that:
    the heavier, the nearer."""
    never = 2e3 - 20.0 * np.log2(found.mass / 1e-3)[:, None]
    return np.where(usable, 0.0, np.where(judged.reached, 1e3, never))


@dataclass(frozen=True)
class EveryColumn:
    """Rows on every rod and line, as they are brought back in one way; (N, C). points : of the rig.
    tackle : of line and rod. usable, short : as ``Scored`` has them."""

    traits: Traits
    points: Array
    tackle: Array
    usable: Flags
    short: Array

    def best(self, columns: Indices | None = None) -> Scored:
        """Each row on the one of these columns (all, where None) that fishes it best: the most
        points of the rig, of those that are even the best tackle; what is usable comes first."""
        some = np.arange(self.points.shape[1]) if columns is None else columns
        points, usable = self.points[:, some], self.usable[:, some]
        first = np.where(usable, points, points - 1e3)
        even = first >= first.max(axis=1, keepdims=True) - EVEN
        at = np.argmax(np.where(even, self.tackle[:, some], -np.inf), axis=1)
        here = np.arange(at.size), some[at]
        return Scored(self.traits, here[1], self.points[here], self.usable[here], self.short[here])


def score_rows(
    found: Found, box: Box, situation: Situation, fired: Sequence[Rule]
) -> list[EveryColumn]:
    """Rows scored by the rules that hold; one for each way to bring them back."""
    main = [rule for rule in fired if apart(rule) is None]
    tackle_rules = [rule for rule in main if of_tackle(rule)]
    rig_rules = [rule for rule in main if not of_tackle(rule)]
    changing = [rule for rule in rig_rules
                if any(name in CHANGING for name in (*rule.gives, *rule.fits))]
    shape = found.judged[0].verdict.shape
    still: Array | None = None
    out = []
    for judged in found.judged:
        traits = Traits(box, found.rows, situation, found, judged)
        if still is None:
            still = scores(traits, [rule for rule in rig_rules if rule not in changing])
        points = np.broadcast_to(still + scores(traits, changing), shape)
        tackle = np.broadcast_to(scores(traits, tackle_rules), shape)
        usable = found.usable(judged)
        out.append(EveryColumn(traits, points, tackle, usable, _short(found, judged, usable)))
    return out


def choose_last(
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


def overruled_of(
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
