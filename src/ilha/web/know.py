"""The rules and the fish: read, switched, weighed, added, put back as they ship."""

from __future__ import annotations

import json
import re
from collections.abc import Mapping
from typing import Any

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.choose import rules as core
from ilha.core.choose.features import FACTS, FEATURES, Asked, Kind
from ilha.core.choose.fish import EATS, FISH, MINDS
from ilha.core.choose.fish import Fish as CoreFish
from ilha.formats.fields import FieldError
from ilha.store import fish, rules
from ilha.web import books
from ilha.web.database import connection, whole
from ilha.web.errors import NotFound
from ilha.web.know_payloads import Fish, FishBook, NewFish, NewRule, RuleChange, Rules
from ilha.web.resources import answer

bp = Blueprint("know", __name__, url_prefix="/api")

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


def _rule(rule: core.Rule, change: core.Changed, body: dict[str, Any] | None) -> dict[str, Any]:
    return {
        "key": rule.key, "part": rule.part, "says": rule.says, "on": change.on,
        "weight": rule.weight if change.weight is None else change.weight,
        "ships": rule.weight if body is None else None, "school": rule.school,
        "when": _clauses(rule.when, FACTS), "fits": _clauses(rule.fits, FEATURES),
        "wants": _clauses(rule.wants, FEATURES), "avoids": _clauses(rule.avoids, FEATURES),
        "body": body,
    }


def _words(known: Mapping[str, Kind]) -> list[dict[str, Any]]:
    return [{"key": key, "name": kind.name, "words": list(kind.words), "unit": kind.unit,
             "kind": "flag" if kind.flag else "number" if kind.number else "words"}
            for key, kind in known.items()]


def _all() -> Response:
    changes = books.changes()
    own = [(books.own_key(row["id"]), json.loads(row["body"])) for row in rules.own(connection())]
    shown = [_rule(rule, changes.get(rule.key, core.Changed()), None) for rule in core.RULES]
    shown += [_rule(core.own_rule(key, dict(body)), changes.get(key, core.Changed()), body)
              for key, body in own]
    return answer(Rules.model_validate({
        "parts": [{"key": key, "name": name} for key, name in core.PARTS.items()],
        "rules": shown, "facts": _words(FACTS), "features": _words(FEATURES)}))


@bp.get("/rules")
def get_rules() -> Response:
    return _all()


def _known(key: str) -> None:
    keys = {rule.key for rule in core.RULES} | {rule.key for rule in books.own_rules()}
    if key not in keys:
        raise FieldError("key", f"`key`: there is no rule {key}: choose another")


@bp.put("/rules/<key>")
def put_rule(key: str) -> Response:
    """Switch a rule off or on, or weigh it anew; null puts its weight back as it ships."""
    new = RuleChange.model_validate_json(request.get_data())
    _known(key)
    with whole("rule") as conn:
        if new.on and new.weight is None:
            rules.clear_change(conn, key)
        else:
            rules.put_change(conn, {"key": key, "is_on": int(new.on), "weight": new.weight})
    return _all()


def _body(key: str) -> str:
    new = NewRule.model_validate_json(request.get_data())
    body = {name: value for name, value in new.model_dump().items() if value}
    core.own_rule(key, dict(body))
    return json.dumps(body)


@bp.post("/rules")
def add_rule() -> Response:
    body = _body("new")
    with whole("rule") as conn:
        rules.add_own(conn, body)
    return _all()


def _own(row_id: int) -> None:
    if rules.get_own(connection(), row_id) is None:
        raise NotFound("id", "rule of your own", row_id)


@bp.put("/rules/own/<int:row_id>")
def put_own_rule(row_id: int) -> Response:
    _own(row_id)
    body = _body(books.own_key(row_id))
    with whole("rule") as conn:
        rules.put_own(conn, row_id, body)
    return _all()


@bp.delete("/rules/own/<int:row_id>")
def remove_own_rule(row_id: int) -> Response:
    _own(row_id)
    with whole("rule") as conn:
        rules.remove_own(conn, row_id)
        rules.clear_change(conn, books.own_key(row_id))
    return _all()


def _fish(one: CoreFish, changed: set[str]) -> dict[str, Any]:
    return {
        "key": one.key, "name": one.name, "scientific": one.scientific, "feeds": one.feeds,
        "mouth": one.mouth, "hardness": one.hardness, "teeth": one.teeth, "takes": one.takes,
        "strength": one.strength, "runs": one.runs, "holds": one.holds,
        "comfort_low_c": one.comfort_c[0], "comfort_high_c": one.comfort_c[1],
        "forage_low_mm": one.forage_mm[0], "forage_high_mm": one.forage_mm[1],
        "eats": list(one.eats), "minds": list(one.minds), "cautions": list(one.cautions),
        "shipped": one.key in FISH, "changed": one.key in changed,
    }


@bp.get("/fish")
def get_fish() -> Response:
    changed = {row["key"] for row in fish.listed(connection())}
    book = sorted(books.fish_book().values(), key=lambda f: f.name.lower())
    return answer(FishBook.model_validate({
        "fish": [_fish(one, changed) for one in book], "eats": list(EATS),
        "minds": [{"name": key, "words": words} for key, words in MINDS.items()],
        "from_memory": FROM_MEMORY}))


def _put(key: str, new: NewFish) -> Response:
    row: fish.Row = {
        "key": key, **new.model_dump(exclude={"eats", "minds"}),  # type: ignore[typeddict-item]
        "eats": json.dumps(new.eats), "minds": json.dumps(new.minds)}
    one = books.core_fish_of(row)
    taken = next((f for f in books.fish_book().values()
                  if f.key != key and f.name.lower() == new.name.lower()), None)
    if taken is not None:
        raise FieldError("name", f"`name` must be new, there is a {taken.name}: choose another")
    with whole("fish") as conn:
        fish.put(conn, row)
    return answer(Fish.model_validate(_fish(one, {key})))


@bp.post("/fish")
def add_fish() -> Response:
    new = NewFish.model_validate_json(request.get_data())
    key = re.sub(r"[^a-z0-9]+", "-", new.name.lower()).strip("-") or "fish"
    if key in books.fish_book():
        raise FieldError("name", f"`name` must be new, there is a {new.name}: choose another")
    return _put(key, new)


@bp.put("/fish/<key>")
def put_fish(key: str) -> Response:
    if key not in books.fish_book():
        raise FieldError("key", f"`key`: there is no fish {key}: add it first")
    return _put(key, NewFish.model_validate_json(request.get_data()))


@bp.delete("/fish/<key>")
def remove_fish(key: str) -> Response:
    """A changed fish as it ships again, or one's own removed; answers with what it was."""
    found = books.fish_book().get(key)
    if found is None:
        raise FieldError("key", f"`key`: there is no fish {key}: choose another")
    with whole("fish") as conn:
        if not fish.remove(conn, key):
            raise FieldError("key", f"`key`: {found.name} is as it ships: there is nothing to undo")
    return answer(Fish.model_validate(_fish(found, {key})))
