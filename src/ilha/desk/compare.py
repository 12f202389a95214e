"""Two rigs on the same water: how each falls, and the hours in which each is the better."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass

import numpy as np
from pydantic import Field

from ilha.core.errors import Array, Indices
from ilha.core.judge.schools import FALLS_SHORT, MARGINAL, RIGHT, TOO_HEAVY, TOO_LIGHT, UNSAFE
from ilha.desk.asked import Id
from ilha.desk.board import DayOfMark, DayQuestion, day_of
from ilha.desk.clock import STEPS
from ilha.desk.errors import NotFound

ORDER = {RIGHT: 0, MARGINAL: 1, TOO_HEAVY: 2, FALLS_SHORT: 3, TOO_LIGHT: 4, UNSAFE: 5}
"""Verdicts from the best to the worst."""
EVEN = 0.1
"""Times in the zone within this share of each other are even."""


class CompareQuestion(DayQuestion):
    """The day's question, and two pairs of plastic and head."""

    a_plastic_id: Id
    a_head_id: Id
    b_plastic_id: Id
    b_head_id: Id
    plastic_id: Id = Field(1, description="not asked here: of each side its own")


@dataclass(frozen=True)
class Side:
    """One of the two through the day: its board and where it stands on it."""

    day: DayOfMark
    at: int

    def steps(self, values: Array) -> Array:
        """A figure at every step of the day, NaN where the mark is dry; (T,)."""
        b = self.day.day.board
        out = np.full(STEPS, np.nan)
        if b is not None:
            out[self.day.day.wet] = np.broadcast_to(values, b.shape)[self.at]
        return out


@dataclass(frozen=True)
class Compared:
    """better : (T,) 0 or 1 for the side that is the better at each step, -1 where they are even,
    -2 where the mark is dry."""

    a: Side
    b: Side
    better: Indices


def compare(conn: sqlite3.Connection, now_s: float, asked: CompareQuestion) -> Compared:
    """Both on the same water, each judged on the ladder of its own plastic.

    The better verdict is the better; of one verdict that which hangs longer in the zone.

    Raises
    ------
    NotFound
        For a head that cannot be rigged on its plastic.
    """
    sides = []
    for name, plastic_id, head_id in (("a", asked.a_plastic_id, asked.a_head_id),
                                      ("b", asked.b_plastic_id, asked.b_head_id)):
        m = day_of(conn, now_s, asked.model_copy(update={
            "plastic_id": plastic_id, "head_id": head_id}))
        at = next((i for i, row in enumerate(m.rows) if row["id"] == head_id), None)
        if at is None:
            raise NotFound(f"{name}_head_id", "way to rig on this plastic head", head_id)
        sides.append(Side(m, at))
    a, b = sides
    better = np.full(STEPS, -2)
    wet = a.day.day.wet
    if wet.size and a.day.day.board is not None and b.day.day.board is not None:
        ranks = [np.vectorize(ORDER.__getitem__)(side.day.day.board.judgement.verdict[side.at])
                 for side in sides if side.day.day.board is not None]
        zones = [np.nan_to_num(side.steps(side.day.day.board.fall.zone)[wet])
                 for side in sides if side.day.day.board is not None]
        longer = np.where(zones[0] > (1.0 + EVEN) * zones[1], 0,
                          np.where(zones[1] > (1.0 + EVEN) * zones[0], 1, -1))
        better[wet] = np.where(ranks[0] < ranks[1], 0, np.where(ranks[1] < ranks[0], 1, longer))
    return Compared(a, b, better)
