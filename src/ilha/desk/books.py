"""Fish and rules as they stand: what ships, as the user has changed it, and the user's own."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Sequence
from typing import Any, TypeVar

from ilha.core.choose import fish as core_fish
from ilha.core.choose.box import (
    Box,
    BoxHead,
    BoxLeader,
    BoxLine,
    BoxPlastic,
    BoxRod,
    Timed,
    colour_of,
)
from ilha.core.choose.fish import FISH, Fish, of_plain
from ilha.core.choose.loose import LooseHook, LooseWeight, Pair, pairs
from ilha.core.choose.rules import Changed, Rule, own_rule, rulebook
from ilha.core.units import kg_from_g, m_from_mm, newtons_of_kg
from ilha.desk import convert, taught
from ilha.desk.errors import NotFound
from ilha.store import fish, heads, hooks, leaders, lines, plastics, rods, rules, stock, weights

Row = TypeVar("Row", bound=Any)


def core_fish_of(row: fish.Row) -> Fish:
    return of_plain({**row, "eats": json.loads(row["eats"]), "minds": json.loads(row["minds"])})


def fish_book(conn: sqlite3.Connection) -> dict[str, Fish]:
    """All fish by key, changed ones in place of those shipped."""
    return {**FISH, **{row["key"]: core_fish_of(row) for row in fish.listed(conn)}}


def fish_named(conn: sqlite3.Connection, name: str) -> Fish:
    """A fish by key or name.

    Raises
    ------
    DomainError
        For one that is not known.
    """
    return core_fish.fish_named(name, fish_book(conn))


def own_key(row_id: int) -> str:
    return f"own:{row_id}"


def own_rules(conn: sqlite3.Connection) -> list[Rule]:
    return [own_rule(own_key(row["id"]), json.loads(row["body"]))
            for row in rules.own(conn)]


def changes(conn: sqlite3.Connection) -> dict[str, Changed]:
    return {row["key"]: Changed(bool(row["is_on"]), row["weight"])
            for row in rules.changes(conn)}


def rule_book(conn: sqlite3.Connection) -> tuple[Rule, ...]:
    """The rules in force."""
    return rulebook(changes(conn), own_rules(conn))


def box_head(row: heads.Head) -> BoxHead:
    return BoxHead(
        convert.core_head(row), row["hook_size"], m_from_mm(row["hook_straight_mm"]),
        m_from_mm(row["hook_gape_mm"]), m_from_mm(row["hook_wire_mm"]), row["keeper"],
        m_from_mm(row["keeper_takes_mm"]), row["printed_oz"],
        None if row["plastic_id"] is None else str(row["plastic_id"]))


def box_plastic(row: plastics.Plastic) -> BoxPlastic:
    return BoxPlastic(str(row["id"]), convert.core_plastic(row), row["look"], row["material"],
                      m_from_mm(row["body_length_mm"]), colour_of(row["colour"]), row["colour"],
                      m_from_mm(row["slit_mm"]))


def loose_pairs(conn: sqlite3.Connection, have: Sequence[BoxHead] = ()) -> list[Pair]:
    """What can be tied of the loose offset hooks and weights, without what is there already."""
    return pairs(
        [LooseHook(row["id"], row["size"], kg_from_g(row["mass_g"]), m_from_mm(row["straight_mm"]),
                   m_from_mm(row["gape_mm"]), m_from_mm(row["wire_mm"]), row["carried"])
         for row in hooks.listed(conn) if row["kind"] == "offset"],
        [LooseWeight(row["id"], row["kind"], kg_from_g(row["mass_g"]), row["material"],
                     row["carried"]) for row in weights.listed(conn)], have)


def _chosen(
    rows: Sequence[Row], ids: Sequence[int] | None, field: str, what: str
) -> list[Row]:
    """Those that are with the angler today; all where none is named."""
    if ids is None:
        return list(rows)
    by_id = {row["id"]: row for row in rows}
    for row_id in ids:
        if row_id not in by_id:
            raise NotFound(field, what, row_id)
    return [row for row in rows if row["id"] in ids]


def box_of(
    conn: sqlite3.Connection, line_ids: Sequence[int] | None = None,
    rod_ids: Sequence[int] | None = None, with_heads: Sequence[int] = (), tied: bool = False,
) -> Box:
    """The box as it is stored; ids are the rows'. Of heads those of which some are left once the
    log has taken off what was lost, and ``with_heads``. line_ids, rod_ids : with the angler
    today, all where None. tied : with the heads that can be tied of loose hooks and weights.

    Raises
    ------
    DomainError
        Where a part of it is empty.
    NotFound
        For a line or a rod that is not there.
    """
    lost = stock.heads_lost(conn)
    learned = taught.sink_factors(conn)
    slow, timed = {}, {}
    for key, held in learned.items():
        head_id, _, plastic_id = key.partition(":")
        slow[head_id, plastic_id] = held.value
        if held.factor.used > 0:
            timed[head_id, plastic_id] = Timed(held.factor.spread, held.factor.used)
    own = [box_head(row) for row in heads.listed(conn)
           if row["carried"] > lost.get(row["id"], 0) or row["id"] in with_heads]
    return Box(
        tuple(box_plastic(row) for row in plastics.listed(conn)),
        (*own, *(pair.head for pair in (loose_pairs(conn, own) if tied else ()))),
        tuple(BoxLine(str(row["id"]), m_from_mm(row["diameter_mm"]),
                      newtons_of_kg(row["strength_kg"]), row["kind"])
              for row in _chosen(lines.listed(conn), line_ids, "line_ids", "line")),
        tuple(BoxRod(str(row["id"]), convert.core_rod(row))
              for row in _chosen(rods.listed(conn), rod_ids, "rod_ids", "rod")),
        tuple(BoxLeader(str(row["id"]), row["material"], m_from_mm(row["diameter_mm"]),
                        newtons_of_kg(row["strength_kg"])) for row in leaders.listed(conn)),
        slow, timed)
