"""Rules of the trade as data: what holds when, what it asks for, how much it counts.

The rules are in data/rules, one file to a part of the trade; the user switches them off, weighs
them anew and adds own ones. Common practice, no source.
"""

from __future__ import annotations

import tomllib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import partial, reduce
from importlib.resources import files
from operator import or_
from typing import Any

import numpy as np

from ilha.core.choose.features import FACTS, FEATURES, FORAGE, Asked, Kind
from ilha.core.choose.fish import Fish
from ilha.core.errors import Array, DomainError

PARTS = {
    "weight": "Weight", "fall": "The fall", "heads": "Shape of head", "hooks": "Hook",
    "rigging": "Rigging", "plastics": "Plastic", "conditions": "Conditions",
    "retrieves": "Retrieve", "outfit": "Rod, line and leader", "own": "Your own",
}
EDGE = 1.5
"""Beyond a wanted range a number counts less and less, and not at all at this factor."""
SIDES = ("wants", "avoids", "per_doubling")
"""What a rule says of features: one of them."""
WEIGHT_MOST = 10.0


@dataclass(frozen=True)
class Rule:
    """One rule. when : facts that must hold. fits : what the outfit must be for the rule to speak
    of it. wants : what it asks for, avoids : what it warns of; of ``weight`` points. per_doubling :
    numbers of which each doubling over 1 takes ``weight`` points, each halving gives them, counted
    between the two numbers. school : "" or "group:name", for those who hold with it."""

    key: str
    part: str
    says: str
    weight: float
    when: Mapping[str, Asked]
    fits: Mapping[str, Asked]
    wants: Mapping[str, Asked]
    avoids: Mapping[str, Asked]
    per_doubling: Mapping[str, Asked]
    school: str = ""

    def __post_init__(self) -> None:
        where = f"rules[{self.key}]"
        if self.part not in PARTS:
            raise DomainError(f"{where}.part", "must be one of " + ", ".join(PARTS), self.part, "",
                              "choose")
        if not self.says.strip():
            raise DomainError(f"{where}.says", "must say what the rule is", "nothing", "",
                              "write one sentence")
        if not 0.0 < self.weight <= WEIGHT_MOST:
            raise DomainError(f"{where}.weight", f"must be above 0 and at most {WEIGHT_MOST:g}",
                              self.weight, "points", "1 is usual")
        if sum(bool(getattr(self, side)) for side in SIDES) != 1:
            raise DomainError(f"{where}.wants", "or avoids must be given, not both", "none or both",
                              "", "say what it asks for, or what it warns of")
        for part, known in (("when", FACTS), ("fits", FEATURES), ("wants", FEATURES),
                            ("avoids", FEATURES), ("per_doubling", FEATURES)):
            for name, asked in getattr(self, part).items():
                _check(f"{where}.{part}.{name}", name, asked, known)
        group, _, name = self.school.partition(":")
        if self.school and not (group in FACTS and name in FACTS[group].words):
            raise DomainError(f"{where}.school", "must be a known group:name", self.school, "",
                              "for instance shank:long, or leave it out")

    @property
    def gives(self) -> Mapping[str, Asked]:
        return self.wants or self.avoids or self.per_doubling

    def fired(self, facts: Mapping[str, Any]) -> bool:
        """Whether it holds in a situation: every condition met, and its school the user's."""
        group, _, name = self.school.partition(":")
        if self.school and facts[group] != name:
            return False
        return holds_in(self.when, facts)

    def worded(self, fish: Fish) -> str:
        """What it says, with the fish by name."""
        return self.says.replace("{fish}", fish.name)


def holds_in(when: Mapping[str, Asked], facts: Mapping[str, Any]) -> bool:
    """Whether every condition is met by the facts of a situation."""
    return all(_holds(facts[fact], asked) for fact, asked in when.items())


def _check(where: str, name: str, asked: Asked, known: Mapping[str, Kind]) -> None:
    if name not in known:
        raise DomainError(where, "is not known to rules", name, "", "use one of "
                          + ", ".join(known))
    kind = known[name]
    if isinstance(asked, (bool, str)):
        good = (kind.flag and isinstance(asked, bool)) or asked in kind.tokens
    elif not isinstance(asked, (list, tuple)):
        good = False
    elif all(isinstance(one, str) for one in asked):
        good = bool(asked) and all(one in kind.words for one in asked)
    else:
        numbers = all(isinstance(one, (int, float)) and not isinstance(one, bool) for one in asked)
        good = kind.number and len(asked) == 2 and numbers and asked[0] <= asked[1]
    if not good:
        raise DomainError(where, f"must be {kind.told}", str(asked), "", "correct it")


def _holds(fact: Any, asked: Asked) -> bool:
    if isinstance(asked, bool):
        return bool(fact == asked)
    if isinstance(asked, str):
        raise AssertionError(asked)
    if isinstance(asked[0], str):
        given = fact if isinstance(fact, tuple) else (fact,)
        return any(one in asked for one in given)
    low, high = float(asked[0]), float(asked[1])
    return low <= float(fact) <= high


TOP_CUT = (30.0, 100.0)
"""Fish at the top that follow and do not take want it so long, mm (common practice, no source)."""


def lengths(token: str, fish: Fish) -> tuple[float, float]:
    """The lengths (mm) that a token stands for: what a fish eats, or a third to a half less."""
    low, high = fish.forage_mm
    if token == FORAGE:
        return low, high
    return TOP_CUT if fish.feeds == "top" else (0.5 * low, high * 2.0 / 3.0)


def nearness(value: Array, low: float, high: float) -> Array:
    """1 inside a range, falling with the logarithm to 0 at ``EDGE`` times outside; NaN gives 0.

    >>> nearness(np.array([50.0, 75.0, 150.0]), 60.0, 100.0).round(2).tolist()
    [0.55, 1.0, 0.0]
    """
    with np.errstate(divide="ignore", invalid="ignore"):
        below = np.log(low / value) if low > 0.0 else np.zeros(np.shape(value))
        above = np.log(value / high) if np.isfinite(high) else np.zeros(np.shape(value))
        miss = np.maximum(np.maximum(below, above), 0.0)
    return np.asarray(np.nan_to_num(np.clip(1.0 - miss / np.log(EDGE), 0.0, 1.0)))


def met(values: Array, asked: Asked, fish: Fish) -> Array:
    """How far outfits meet what is asked of one feature, 0 to 1."""
    if isinstance(asked, bool):
        return np.asarray(values == asked, dtype=float)
    if isinstance(asked, str):
        return nearness(values, *lengths(asked, fish))
    if isinstance(asked[0], str):
        return np.asarray(reduce(or_, (values == word for word in asked)), dtype=float)
    return nearness(values, float(asked[0]), float(asked[1]))


def doublings(values: Array, asked: Asked) -> Array:
    """How many times a number doubles 1, below 0 where it halves it; NaN gives 0.

    >>> doublings(np.array([0.5, 1.0, 4.0, 99.0]), [0.25, 8]).tolist()
    [-1.0, 0.0, 2.0, 3.0]
    """
    assert not isinstance(asked, (bool, str))
    bounded = np.clip(values, float(asked[0]), float(asked[1]))
    return np.asarray(np.nan_to_num(np.log2(bounded)))


def given(rule: Rule, features: Mapping[str, Array], fish: Fish) -> Array:
    """What a rule gives each outfit, in points: the mean of what it wants, or less the most of
    what it avoids; 0 where it does not speak of it. Shape of the features it names, broadcast."""
    measure = doublings if rule.per_doubling else partial(met, fish=fish)
    parts = [measure(features[name], asked) for name, asked in rule.gives.items()]
    if rule.per_doubling:
        gave = -rule.weight * sum(parts, start=np.zeros(()))
    elif rule.wants:
        gave = rule.weight * sum(parts, start=np.zeros(())) / len(parts)
    else:
        gave = -rule.weight * np.maximum.reduce(np.broadcast_arrays(*parts))
    for name, asked in rule.fits.items():
        gave = gave * (met(features[name], asked, fish) >= 1.0)
    return np.asarray(gave)


def _rule(part: str, key: str, row: dict[str, Any]) -> Rule:
    known = {"says", "weight", "when", "fits", *SIDES, "school"}
    for name in row:
        if name not in known:
            raise DomainError(f"rules[{key}].{name}", "is not known here", name, "",
                              "use " + ", ".join(sorted(known)))
    sides = {name: row.get(name, {}) for name in ("when", "fits", *SIDES)}
    return Rule(key, part, row.get("says", ""), float(row.get("weight", 1.0)), **sides,
                school=row.get("school", ""))


def rules_of(part: str, text: str) -> list[Rule]:
    """The rules of one file, TOML: a table to each rule, its name the rule's key.

    Raises
    ------
    DomainError
        Naming the rule and the part of it at fault.
    """
    try:
        rows = tomllib.loads(text)
    except tomllib.TOMLDecodeError as error:
        raise DomainError("rules", f"must be TOML: {error}", part, "", "correct it") from error
    return [_rule(part, key, row) for key, row in rows.items()]


def own_rule(key: str, row: dict[str, Any]) -> Rule:
    """A rule that the user adds."""
    return _rule("own", key, row)


def _shipped() -> tuple[Rule, ...]:
    folder = files("ilha.core.data").joinpath("rules")
    out: list[Rule] = []
    for part in PARTS:
        if part != "own":
            out += rules_of(part, folder.joinpath(f"{part}.toml").read_text("utf-8"))
    doubles = {r.key for r in out if [x.key for x in out].count(r.key) > 1}
    if doubles:
        raise DomainError("rules", "must each have a key of their own", ", ".join(doubles), "",
                          "rename one")
    return tuple(out)


RULES = _shipped()


@dataclass(frozen=True)
class Changed:
    """What the user changed of a rule; None: as it ships."""

    on: bool = True
    weight: float | None = None


def rulebook(changes: Mapping[str, Changed], own: Sequence[Rule] = ()) -> tuple[Rule, ...]:
    """The rules in force: those shipped, as changed, and the user's own; what is off is left out.

    Raises
    ------
    DomainError
        For a weight outside its range.
    """
    out = []
    for rule in (*RULES, *own):
        change = changes.get(rule.key, Changed())
        if change.on:
            out.append(rule if change.weight is None else replace(rule, weight=change.weight))
    return tuple(out)


@dataclass(frozen=True)
class Conflict:
    """Two rules that hold at once and ask for what cannot both be had."""

    feature: str
    first: Rule
    second: Rule

    @property
    def outweighs(self) -> Rule | None:
        """The one that counts more; None where they count alike."""
        if self.first.weight == self.second.weight:
            return None
        return self.first if self.first.weight > self.second.weight else self.second


def conflicts(fired: Sequence[Rule], fish: Fish) -> list[Conflict]:
    """Pairs that pull apart: one wants what the other avoids, or both want what does not meet.

    Of rules that hold in this situation and not everywhere; those that each speak of outfits the
    other does not speak of are not in conflict.
    """
    fired = [rule for rule in fired if rule.when]
    out = []
    for i, a in enumerate(fired):
        for b in fired[i + 1:]:
            shared = [name for name in a.gives if name in b.gives]
            apart = [name for name in a.fits if name in b.fits and not _meet(
                a.fits[name], b.fits[name], fish)]
            out += [Conflict(name, a, b) for name in shared
                    if not apart and _against(a, b, name, fish)]
    return out


def _against(a: Rule, b: Rule, name: str, fish: Fish) -> bool:
    meets = _meet(a.gives[name], b.gives[name], fish)
    return meets if bool(a.wants) != bool(b.wants) else bool(a.wants) and not meets


def _meet(a: Asked, b: Asked, fish: Fish) -> bool:
    if isinstance(a, bool) or isinstance(b, bool):
        return a == b
    first = lengths(a, fish) if isinstance(a, str) else a
    second = lengths(b, fish) if isinstance(b, str) else b
    if isinstance(first[0], str):
        return bool(set(first) & set(second))
    return float(first[0]) <= float(second[1]) and float(second[0]) <= float(first[1])
