"""The rules and the fish on the wire."""

from __future__ import annotations

import json
from typing import cast

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import know
from ilha.desk.books import fish_book
from ilha.desk.facts_typed import NewFish, NewRule
from ilha.store import fish
from ilha.web.answers import answer, made
from ilha.web.database import connection
from ilha.web.know.dump import fish_payload, fishes, rules
from ilha.web.know.payloads import RuleChange

bp = Blueprint("know", __name__, url_prefix="/api")


def _all() -> Response:
    return answer(rules(know.all_rules(connection())))


@bp.get("/rules")
def get_rules() -> Response:
    return _all()


@bp.put("/rules/<key>")
def put_rule(key: str) -> Response:
    new = RuleChange.model_validate_json(request.get_data())
    know.change_rule(connection(), key, new.on, new.weight)
    return _all()


@bp.post("/rules")
def add_rule() -> Response:
    know.add_rule(connection(), NewRule.model_validate_json(request.get_data()).model_dump())
    return made(_all())


@bp.put("/rules/own/<int:row_id>")
def put_own_rule(row_id: int) -> Response:
    new = NewRule.model_validate_json(request.get_data())
    know.put_rule(connection(), row_id, new.model_dump())
    return _all()


@bp.delete("/rules/own/<int:row_id>")
def remove_own_rule(row_id: int) -> Response:
    know.remove_rule(connection(), row_id)
    return _all()


@bp.get("/fish")
def get_fish() -> Response:
    conn = connection()
    return answer(fishes(fish_book(conn), know.changed_fish(conn)))


def _facts() -> fish.Facts:
    new = NewFish.model_validate_json(request.get_data()).model_dump()
    return cast(fish.Facts, {**new, "eats": json.dumps(new["eats"]),
                             "minds": json.dumps(new["minds"])})


@bp.post("/fish")
def add_fish() -> Response:
    facts = _facts()
    one = know.add_fish(connection(), facts["name"], facts)
    return made(answer(fish_payload(one, {one.key})))


@bp.put("/fish/<key>")
def put_fish(key: str) -> Response:
    return answer(fish_payload(know.change_fish(connection(), key, _facts()), {key}))


@bp.delete("/fish/<key>")
def remove_fish(key: str) -> Response:
    """Answers with what it was."""
    return answer(fish_payload(know.remove_fish(connection(), key), {key}))
