"""The rules and the fish: switched, weighed, added, put back as they ship."""

from __future__ import annotations

import json
import re
import sqlite3
from dataclasses import dataclass
from typing import Any

from ilha.core.choose import rules as core
from ilha.core.choose.fish import Fish
from ilha.desk import books
from ilha.desk.changes import whole
from ilha.desk.errors import NotFound
from ilha.formats.fields import FieldError
from ilha.store import fish, rules


@dataclass(frozen=True)
class Stands:
    """A rule as it stands: what was changed of it, and its body where it is the user's own."""

    rule: core.Rule
    change: core.Changed
    body: dict[str, Any] | None


def all_rules(conn: sqlite3.Connection) -> list[Stands]:
    """Those that ship, then the user's own."""
    changes = books.changes(conn)
    out = [Stands(rule, changes.get(rule.key, core.Changed()), None) for rule in core.RULES]
    for row in rules.own(conn):
        key, body = books.own_key(row["id"]), json.loads(row["body"])
        out.append(Stands(core.own_rule(key, dict(body)), changes.get(key, core.Changed()), body))
    return out


def change_rule(conn: sqlite3.Connection, key: str, on: bool, weight: float | None) -> None:
    """Switch a rule off or on, or weigh it anew; None puts its weight back as it ships."""
    if key not in {one.rule.key for one in all_rules(conn)}:
        raise FieldError("key", f"`key`: there is no rule {key}: choose another")
    with whole(conn, "rule"):
        if on and weight is None:
            rules.clear_change(conn, key)
        else:
            rules.put_change(conn, {"key": key, "is_on": int(on), "weight": weight})


def checked_rule(key: str, new: dict[str, Any]) -> str:
    """A rule of one's own, to be stored."""
    body = {name: value for name, value in new.items() if value}
    core.own_rule(key, dict(body))
    return json.dumps(body)


def add_rule(conn: sqlite3.Connection, new: dict[str, Any]) -> None:
    body = checked_rule("new", new)
    with whole(conn, "rule"):
        rules.add_own(conn, body)


def _own(conn: sqlite3.Connection, row_id: int) -> None:
    if rules.get_own(conn, row_id) is None:
        raise NotFound("id", "rule of your own", row_id)


def put_rule(conn: sqlite3.Connection, row_id: int, new: dict[str, Any]) -> None:
    _own(conn, row_id)
    body = checked_rule(books.own_key(row_id), new)
    with whole(conn, "rule"):
        rules.put_own(conn, row_id, body)


def remove_rule(conn: sqlite3.Connection, row_id: int) -> None:
    _own(conn, row_id)
    with whole(conn, "rule"):
        rules.remove_own(conn, row_id)
        rules.clear_change(conn, books.own_key(row_id))


def changed_fish(conn: sqlite3.Connection) -> set[str]:
    """Keys of the fish that are not as they ship."""
    return {row["key"] for row in fish.listed(conn)}


def add_fish(conn: sqlite3.Connection, name: str, row: fish.Facts) -> Fish:
    """A fish of one's own; its key is made of its name."""
    key = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "fish"
    if key in books.fish_book(conn):
        raise FieldError("name", f"`name` must be new, there is a {name}: choose another")
    return _put_fish(conn, key, row)


def change_fish(conn: sqlite3.Connection, key: str, row: fish.Facts) -> Fish:
    if key not in books.fish_book(conn):
        raise FieldError("key", f"`key`: there is no fish {key}: add it first")
    return _put_fish(conn, key, row)


def _put_fish(conn: sqlite3.Connection, key: str, new: fish.Facts) -> Fish:
    row: fish.Row = {"key": key, **new}
    one = books.core_fish_of(row)
    taken = next((f for f in books.fish_book(conn).values()
                  if f.key != key and f.name.lower() == one.name.lower()), None)
    if taken is not None:
        raise FieldError("name", f"`name` must be new, there is a {taken.name}: choose another")
    with whole(conn, "fish"):
        fish.put(conn, row)
    return one


def remove_fish(conn: sqlite3.Connection, key: str) -> Fish:
    """A changed fish as it ships again, or one's own removed; what it was."""
    found = books.fish_book(conn).get(key)
    if found is None:
        raise FieldError("key", f"`key`: there is no fish {key}: choose another")
    with whole(conn, "fish"):
        if not fish.remove(conn, key):
            raise FieldError("key", f"`key`: {found.name} is as it ships: there is nothing to undo")
    return found
