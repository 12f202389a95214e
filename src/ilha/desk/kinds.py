"""The kinds of tackle: how each is typed, stored and written as CSV."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from ilha.desk import records as p
from ilha.desk import typed_tackle as rows
from ilha.desk.asked import Asked
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


def _as_typed(new: Any, before: Any, now_s: float) -> Any:
    return new.model_dump()


@dataclass(frozen=True)
class Kind:
    """what : one of them, in words. row : what was typed, and the row before, to be stored.
    again : a stored row as it would be typed. lost, count : where the log takes some off."""

    what: str
    new: type[Asked]
    listed: Callable[[sqlite3.Connection], list[Any]]
    add: Callable[[sqlite3.Connection, Any], int]
    update: Callable[[sqlite3.Connection, int, Any], bool]
    row: Callable[[Any, Any, float], Any] = _as_typed
    again: Callable[[Any], Mapping[str, Any]] = dict
    lost: Callable[[sqlite3.Connection], dict[int, int]] | None = None
    count: Callable[[sqlite3.Connection, int, float], bool] | None = None
    least: int = 0
    """Some must stay: the Day cannot do without."""


KINDS: dict[str, Kind] = {
    "heads": Kind("head", p.NewHead, heads.listed, heads.add, heads.update, rows.head,
                  rows.head_again, stock.heads_lost, stock.count_head, 1),
    "plastics": Kind("plastic", p.NewPlastic, plastics.listed, plastics.add, plastics.update,
                     rows.plastic, rows.plastic_again, stock.plastics_lost, stock.count_plastic, 1),
    "lines": Kind("line", p.NewLine, lines.listed, lines.add, lines.update,
                  lambda new, _, __: rows.line(new), least=1),
    "rods": Kind("rod", p.NewRod, rods.listed, rods.add, rods.update,
                 lambda new, _, __: rows.rod(new), rows.rod_again, least=1),
    "reels": Kind("reel", p.NewReel, reels.listed, reels.add, reels.update),
    "leaders": Kind("leader", p.NewLeader, leaders.listed, leaders.add, leaders.update),
    "hooks": Kind("hook", p.NewHook, hooks.listed, hooks.add, hooks.update,
                  lambda new, _, __: rows.hook(new)),
    "weights": Kind("weight", p.NewWeight, weights.listed, weights.add, weights.update),
    "sundries": Kind("sundry", p.NewSundry, sundries.listed, sundries.add, sundries.update),
}
