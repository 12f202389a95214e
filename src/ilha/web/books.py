"""Fish and rules as they stand: what ships, as the user has changed it, and the user's own."""

from __future__ import annotations

import json

from ilha.core.choose import fish as core_fish
from ilha.core.choose.box import Box, BoxHead, BoxLine, BoxPlastic, BoxRod, colour_of
from ilha.core.choose.fish import FISH, Fish
from ilha.core.choose.rules import Changed, Rule, own_rule, rulebook
from ilha.core.units import newtons_of_kg, si
from ilha.store import fish, heads, lines, plastics, rods, rules
from ilha.web import convert
from ilha.web.database import connection


def core_fish_of(row: fish.Row) -> Fish:
    return Fish(
        key=row["key"], name=row["name"], scientific=row["scientific"], feeds=row["feeds"],
        mouth=row["mouth"], hardness=row["hardness"], teeth=row["teeth"], takes=row["takes"],
        strength=row["strength"], runs=row["runs"], holds=row["holds"],
        comfort_c=(row["comfort_low_c"], row["comfort_high_c"]),
        forage_mm=(row["forage_low_mm"], row["forage_high_mm"]),
        eats=tuple(json.loads(row["eats"])), minds=tuple(json.loads(row["minds"])))


def fish_book() -> dict[str, Fish]:
    """All fish by key, changed ones in place of those shipped."""
    return {**FISH, **{row["key"]: core_fish_of(row) for row in fish.listed(connection())}}


def fish_named(name: str) -> Fish:
    """A fish by key or name.

    Raises
    ------
    DomainError
        For one that is not known.
    """
    return core_fish.fish_named(name, fish_book())


def own_key(row_id: int) -> str:
    return f"own:{row_id}"


def own_rules() -> list[Rule]:
    return [own_rule(own_key(row["id"]), json.loads(row["body"]))
            for row in rules.own(connection())]


def changes() -> dict[str, Changed]:
    return {row["key"]: Changed(bool(row["is_on"]), row["weight"])
            for row in rules.changes(connection())}


def rule_book() -> tuple[Rule, ...]:
    """The rules in force."""
    return rulebook(changes(), own_rules())


def _head(row: heads.Head) -> BoxHead:
    return BoxHead(
        convert.core_head(row), row["hook_size"], si(row["hook_straight_mm"], 1),
        si(row["hook_gape_mm"], 1), si(row["hook_wire_mm"], 1), row["keeper"],
        si(row["keeper_takes_mm"], 1), row["printed_oz"])


def box_of(line_id: int | None = None, rod_id: int | None = None) -> Box:
    """The box as it is stored, with one line or rod alone where one is chosen; ids are the rows'.

    Raises
    ------
    DomainError
        Where a part of it is empty.
    """
    conn = connection()
    return Box(
        tuple(BoxPlastic(str(row["id"]), convert.core_plastic(row), row["look"], row["material"],
                         si(row["body_length_mm"], 1), colour_of(row["colour"]), row["colour"])
              for row in plastics.listed(conn)),
        tuple(_head(row) for row in heads.listed(conn) if row["carried"] > 0),
        tuple(BoxLine(str(row["id"]), si(row["diameter_mm"], 1), newtons_of_kg(row["strength_kg"]))
              for row in lines.listed(conn) if line_id in (None, row["id"])),
        tuple(BoxRod(str(row["id"]), convert.core_rod(row)) for row in rods.listed(conn)
              if rod_id in (None, row["id"])))
