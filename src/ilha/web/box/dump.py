"""Stored tackle as its payloads."""

from __future__ import annotations

import sqlite3
from typing import Any

from ilha.core.bench.strength import hook_word
from ilha.core.units import m_from_mm
from ilha.desk import convert, typed_tackle
from ilha.desk.kinds import KINDS
from ilha.store import rods
from ilha.web.box import payloads as p
from ilha.web.payloads import Payload

SHOWN: dict[str, type[Payload]] = {
    "heads": p.Head, "plastics": p.Plastic, "lines": p.Line, "rods": p.Rod, "reels": p.Reel,
    "leaders": p.Leader, "hooks": p.Hook, "weights": p.Weight, "sundries": p.Sundry,
}


def shown(conn: sqlite3.Connection, key: str, found: list[Any]) -> list[dict[str, Any]]:
    """Stored rows as the payload of their kind has them."""
    kind = KINDS[key]
    if key == "rods":
        return [_rod(row) for row in found]
    if kind.lost is None:
        return [dict(row) for row in found]
    lost = kind.lost(conn)
    if key == "plastics":
        return [{**convert.shown_plastic(row, lost.get(row["id"], 0)),
                 "shape_g": typed_tackle.shape_g(row)} for row in found]
    return [{**row, "lost": lost.get(row["id"], 0), "name": convert.head_name(row),
             "hook_wire": hook_word(row["hook_size"], m_from_mm(row["hook_wire_mm"]))}
            for row in found]


def _rod(row: rods.Rod) -> dict[str, Any]:
    usual = {"usual_mass_g": row["cast_mass_g"], "usual_distance_m": row["cast_distance_m"]}
    typed = typed_tackle.rod_again(row)
    return typed | (usual if row["cast_assumed"] else dict.fromkeys(usual))


def box(conn: sqlite3.Connection) -> p.Box:
    """All that is carried."""
    return p.Box.model_validate({
        key: shown(conn, key, kind.listed(conn)) for key, kind in KINDS.items()})
