"""Rules and fish as their payloads."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any

from ilha.core.choose import rules as core
from ilha.core.choose.features import FACTS, FEATURES, Asked, Kind
from ilha.core.choose.fish import EATS, FISH, MINDS
from ilha.core.choose.fish import Fish as CoreFish
from ilha.desk.know import Stands
from ilha.web.know.payloads import Fish, FishBook, Rules

FROM_MEMORY = ("Common knowledge, from memory: change what you know better. Local size, bag and"
               " season rules come first.")


def _told(kind: Kind, asked: Asked) -> str:
    if isinstance(asked, bool):
        return "yes" if asked else "no"
    if isinstance(asked, str):
        return "as long as what the fish eats"
    if isinstance(asked[0], str):
        return " or ".join(word.replace("-", " ") for word in asked)
    low, high = asked
    return f"{low:g} to {high:g} {kind.unit}".strip()


def _clauses(asked: Mapping[str, Asked], known: Mapping[str, Kind]) -> list[dict[str, str]]:
    return [{"name": known[name].name, "words": _told(known[name], value)}
            for name, value in asked.items()]


def _rule(one: Stands) -> dict[str, Any]:
    rule, change = one.rule, one.change
    return {
        "key": rule.key, "part": rule.part, "says": rule.says, "on": change.on,
        "weight": rule.weight if change.weight is None else change.weight,
        "ships": rule.weight if one.body is None else None, "school": rule.school,
        "when": _clauses(rule.when, FACTS), "fits": _clauses(rule.fits, FEATURES),
        "wants": _clauses(rule.wants, FEATURES), "avoids": _clauses(rule.avoids, FEATURES),
        "body": one.body,
    }


def _words(known: Mapping[str, Kind]) -> list[dict[str, Any]]:
    return [{"key": key, "name": kind.name, "words": list(kind.words), "unit": kind.unit,
             "kind": "flag" if kind.flag else "number" if kind.number else "words"}
            for key, kind in known.items()]


def rules(stand: Iterable[Stands]) -> Rules:
    return Rules.model_validate({
        "parts": [{"key": key, "name": name} for key, name in core.PARTS.items()],
        "rules": [_rule(one) for one in stand], "facts": _words(FACTS),
        "features": _words(FEATURES)})


def _fish(one: CoreFish, changed: set[str]) -> dict[str, Any]:
    return {
        **one.plain, "cautions": list(one.cautions), "shipped": one.key in FISH,
        "changed": one.key in changed,
    }


def fish_payload(one: CoreFish, changed: set[str]) -> Fish:
    return Fish.model_validate(_fish(one, changed))


def fishes(book: Mapping[str, CoreFish], changed: set[str]) -> FishBook:
    return FishBook.model_validate({
        "fish": [_fish(one, changed)
                 for one in sorted(book.values(), key=lambda f: f.name.lower())],
        "eats": list(EATS),
        "minds": [{"name": key, "words": words} for key, words in MINDS.items()],
        "from_memory": FROM_MEMORY})
