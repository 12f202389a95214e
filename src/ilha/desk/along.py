"""A day at a mark taken along: some of its hours, for weaker and stronger streams too."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass, replace

import numpy as np
from pydantic import Field

from ilha.core.errors import Indices
from ilha.core.judge.board import Board
from ilha.core.judge.day import Day
from ilha.core.judge.remedy import waits
from ilha.core.trip.along import FACTORS, LEVELS, factor_of, settled, water_at
from ilha.core.trip.plan import NONE, Run, change_plan
from ilha.desk.board import DayOfMark, DayQuestion, day_of
from ilha.formats.fields import FieldError

NOTHING = 255
"""No head; no verdict where the mark is dry."""


class AlongQuestion(DayQuestion):
    """A day, and the hours of it to take along."""

    from_step: int = Field(ge=0, le=144)
    to_step: int = Field(ge=0, le=144)


@dataclass(frozen=True)
class Along:
    """Part of a day to be looked up.

    day : as it was asked, at the predicted stream. steps : (W,) of the day. wide : the board at
    every strength of ``FACTORS`` and step, in this order. told : (K, LEVELS, W), by school its
    pick, then by school of each head the verdict and 8 times the limit that decided.
    """

    day: DayOfMark
    steps: Indices
    wide: Day
    told: Indices

    @property
    def schools(self) -> list[str]:
        """Whose picks and verdicts are told, the one that was asked for first."""
        board = self.wide.board
        return [] if board is None else _schools(board, self.day.asked.school)

    def plans(self, school: str) -> list[list[Run]]:
        """A school's change plan through the steps, at each strength of the stream."""
        m, key = self.day, self.schools.index(school)
        heads, first = len(m.rows), len(self.schools) + key * len(m.rows)
        out = []
        for level in np.linspace(0, LEVELS - 1, FACTORS.size).astype(int):
            picks = self.told[key, level].astype(int)
            wet = self.told[first, level] != NOTHING
            verdicts = np.where(wet, self.told[first:first + heads, level] % 8, 0)
            out.append(change_plan(
                np.where(picks == NOTHING, NONE, picks), verdicts, wet,
                m.at.span.step_s / 60.0, m.asked.change_minutes,
                np.array([row["mass_g"] for row in m.rows])))
        return out


def _schools(board: Board, asked: str) -> list[str]:
    return [asked, *(key for key in board.judged if key != asked)]


def along(conn: sqlite3.Connection, now_s: float, asked: AlongQuestion) -> Along:
    """The part of a day to be taken along.

    Raises
    ------
    NotFound, DomainError, FieldError
        Naming the field.
    """
    if asked.to_step <= asked.from_step:
        raise FieldError("to_step", f"`to_step` must be later than from_step, got {asked.to_step}"
                                    f" after {asked.from_step}: choose a later hour")
    m = day_of(conn, now_s, asked, bare=True)
    steps = np.arange(asked.from_step, asked.to_step + 1)
    way = water_at(m.at.way, np.tile(steps, FACTORS.size), np.repeat(FACTORS, steps.size))
    if not np.any(way.wet) or not m.rows:
        return Along(m, steps, Day(way, np.flatnonzero(way.wet)),
                     np.zeros((0, LEVELS, steps.size), dtype=int))
    wide = m.judge.day(way, m.at.drift_in(way))
    return Along(m, steps, _waiting(wide, steps.size), _told(m, steps, wide))


def _told(m: DayOfMark, steps: Indices, wide: Day) -> Indices:
    def ask(levels: Indices, at: Indices) -> Indices:
        way = water_at(m.at.way, at, factor_of(levels))
        return said(m.judge.day(way, m.at.drift_in(way), verdicts=True), at.size)

    def said(seen: Day, count: int) -> Indices:
        out = np.full((len(schools) * (1 + len(m.rows)), count), NOTHING)
        if seen.board is not None:
            judged = [seen.board.judged[key] for key in schools]
            picks = np.stack([seen.board.picks[key] for key in schools])
            out[:, seen.wet] = np.concatenate([
                np.where(picks < 0, NOTHING, picks),
                *(one.water + 8 * one.water_decided for one in judged)])
        return out

    assert wide.board is not None
    schools = _schools(wide.board, m.asked.school)
    known = said(wide, FACTORS.size * steps.size).reshape(-1, FACTORS.size, steps.size)
    return settled(ask, steps, len(schools) + len(m.rows), known)


def _waiting(wide: Day, steps: int) -> Day:
    """With the steps to wait for found within each strength of the stream by itself; they count
    from the first of them."""
    b, fixes = wide.board, wide.remedies
    assert b is not None
    assert fixes is not None
    wait = np.full(fixes.wait.shape, -1)
    for i in range(FACTORS.size):
        here = np.flatnonzero(wide.wet // steps == i)
        found = waits(b.judgement.verdict, here)
        wait[:, here] = np.where(found < 0, -1, wide.wet[here][found] % steps)
    return replace(wide, remedies=replace(fixes, wait=wait))
