"""Outfits on heads that are yet to be tied of the box's loose hooks and weights."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass, replace

from ilha.core.choose.box import Box
from ilha.core.choose.loose import Pair
from ilha.core.choose.outfit import Outfit
from ilha.core.choose.proposal import Figures
from ilha.core.choose.ranking import choose
from ilha.desk.books import box_of, loose_pairs, rule_book
from ilha.desk.outfit import ChoiceQuestion, Chosen, ids_of
from ilha.desk.water import moment, situation_of

DOES = ("right", "marginal")


@dataclass(frozen=True)
class Tied:
    """An outfit on a head of loose pieces. place : among all that would be proposed with it, from
    1; None: what is in the box does better."""

    place: int | None
    outfit: Outfit
    figures: Figures
    pair: Pair


def loose(conn: sqlite3.Connection, now_s: float, asked: ChoiceQuestion) -> list[Tied]:
    """Of what would be proposed if all that can be tied of loose offset hooks and weights were in
    the box, the outfits on one of those heads, best first; where none of them is, the best that
    there is of them, if it does here at all.

    Raises
    ------
    NotFound, DomainError, FieldError
        Naming the field.
    """
    found = {pair.head.head.id: pair for pair in loose_pairs(conn)}
    if not found:
        return []
    at, rules = moment(conn, now_s, asked), rule_book(conn)
    box = box_of(conn, ids_of(asked.lines), ids_of(asked.rods), tied=True)
    situation = situation_of(conn, at, asked, asked.step)

    def of(wanted: Box, ranked: bool) -> list[Tied]:
        c = Chosen(asked, at, wanted, rules, choose(situation, wanted, rules))
        tied = [Tied(i if ranked else None, o, c.figures(o), found[o.head.head.id])
                for i, o in enumerate(c.outfits, 1) if o.head.head.id in found]
        return tied if ranked else [t for t in tied if t.figures.verdict in DOES][:1]

    bare = {key for key, pair in found.items() if pair.weight is None}
    # A hook alone hangs longest of all, but hardly a rod throws it: all else would plunge beside
    # it. It is asked for by itself, at last.
    with_weight = tuple(h for h in box.heads if h.head.id not in bare)
    for heads, ranked in ((with_weight, True),
                          (tuple(h for h in with_weight if h.head.id in found), False),
                          (tuple(h for h in box.heads if h.head.id in bare), False)):
        tied = of(replace(box, heads=heads), ranked) if heads else []
        if tied:
            return tied
    return []
