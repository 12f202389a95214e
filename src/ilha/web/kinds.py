"""The kinds of tackle: how each is typed, stored, shown and written as CSV."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from ilha.store import (
    heads,
    hooks,
    leaders,
    lines,
    plastics,
    reels,
    rods,
    stock,
    sundries,
    weights,
)
from ilha.web import convert, rows
from ilha.web import gear_payloads as p
from ilha.web.database import connection
from ilha.web.payloads import Payload


def _as_typed(new: Any, _: Any) -> Any:
    return new.model_dump()


@dataclass(frozen=True)
class Kind:
    """what : one of them, in words. row : what was typed, and the row before, to be stored.
    again : a stored row as it would be typed. show : stored rows as payloads."""

    what: str
    new: type[Payload]
    shown: type[Payload]
    listed: Callable[[sqlite3.Connection], list[Any]]
    add: Callable[[sqlite3.Connection, Any], int]
    update: Callable[[sqlite3.Connection, int, Any], bool]
    row: Callable[[Any, Any], Any] = _as_typed
    again: Callable[[Any], Mapping[str, Any]] = dict
    lost: Callable[[sqlite3.Connection], dict[int, int]] | None = None
    count: Callable[[sqlite3.Connection, int, float], bool] | None = None
    least: int = 0
    """Some must stay: the Day cannot do without."""

    def show(self, found: list[Any]) -> list[dict[str, Any]]:
        if self.lost is None:
            return [dict(row) for row in found]
        lost = self.lost(connection())
        if self.shown is p.Plastic:
            return [{**convert.shown_plastic(row, lost.get(row["id"], 0)),
                     "shape_g": rows.shape_g(row)} for row in found]
        return [{**row, "lost": lost.get(row["id"], 0), "name": convert.head_name(row)}
                for row in found]


KINDS: dict[str, Kind] = {
    "heads": Kind("head", p.NewHead, p.Head, heads.listed, heads.add, heads.update, rows.head,
                  rows.head_again, stock.heads_lost, stock.count_head, 1),
    "plastics": Kind("plastic", p.NewPlastic, p.Plastic, plastics.listed, plastics.add,
                     plastics.update, rows.plastic, rows.plastic_again, stock.plastics_lost,
                     stock.count_plastic, 1),
    "lines": Kind("line", p.NewLine, p.Line, lines.listed, lines.add, lines.update, least=1),
    "rods": Kind("rod", p.NewRod, p.Rod, rods.listed, rods.add, rods.update,
                 lambda new, _: rows.rod(new), least=1),
    "reels": Kind("reel", p.NewReel, p.Reel, reels.listed, reels.add, reels.update),
    "leaders": Kind("leader", p.NewLeader, p.Leader, leaders.listed, leaders.add, leaders.update),
    "hooks": Kind("hook", p.NewHook, p.Hook, hooks.listed, hooks.add, hooks.update,
                  lambda new, _: rows.hook(new)),
    "weights": Kind("weight", p.NewWeight, p.Weight, weights.listed, weights.add, weights.update),
    "sundries": Kind("sundry", p.NewSundry, p.Sundry, sundries.listed, sundries.add,
                     sundries.update),
}


def box() -> p.Box:
    """All that is carried."""
    conn = connection()
    return p.Box.model_validate({
        key: kind.show(kind.listed(conn)) for key, kind in KINDS.items()})


def row_of(key: str, row_id: int) -> Any | None:
    """A stored row of a kind, None where there is none."""
    return next((row for row in KINDS[key].listed(connection()) if row["id"] == row_id), None)
