"""The trainer: rigs to be judged by eye, waters to be read, and what falls due again."""

from __future__ import annotations

import sqlite3
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ilha.core.advice.waters import WATERS, Task, waters
from ilha.core.bench.trainer import DAY_S, FAULTS, STRAIGHT, Drill, Known, answered, series
from ilha.desk.changes import whole
from ilha.store import trainer

CODES = (*FAULTS, *WATERS)
"""All that is trained."""


@dataclass(frozen=True)
class Standing:
    """How one thing that is trained stands with this learner."""

    code: str
    box: int
    due_in_days: float
    asked: int
    missed: int


def standing(
    conn: sqlite3.Connection, now_s: float, codes: Sequence[str] = FAULTS
) -> list[Standing]:
    """Every fault, or every water: those never asked too."""
    rows = {row["code"]: row for row in trainer.listed(conn)}
    out = []
    for code in codes:
        row = rows.get(code)
        due = round(max(0.0, (row["due_utc_s"] - now_s) / DAY_S), 2) if row else 0.0
        out.append(Standing(code, row["box"] if row else 0, due, row["asked"] if row else 0,
                            row["missed"] if row else 0))
    return out


def _known(conn: sqlite3.Connection) -> dict[str, Known]:
    return {row["code"]: Known(row["code"], row["box"], row["due_utc_s"])
            for row in trainer.listed(conn)}


def next_series(conn: sqlite3.Connection, now_s: float) -> list[Drill]:
    """The rigs that are to be judged now."""
    return series(_known(conn), now_s, seed=int(now_s * 1e3))


def next_waters(conn: sqlite3.Connection, now_s: float) -> list[Task]:
    """The waters that are to be read now."""
    return waters(_known(conn), now_s, seed=int(now_s * 1e3))


def take(conn: sqlite3.Connection, answers: Sequence[tuple[str, str]], now_s: float) -> None:
    """Keep a series' answers (what it was, what it was taken for): each fault moves by the worst
    of its own in it. A straight rig taken for a fault counts against that fault."""
    _keep(conn, {code: [was == said for was, said in answers
                        if code == was or (was == STRAIGHT and said == code)]
                 for code in FAULTS}, now_s)


def take_waters(conn: sqlite3.Connection, answers: Sequence[tuple[str, bool]], now_s: float
                ) -> None:
    """Keep a series' answers: which water, and whether head, count and lead were all right."""
    _keep(conn, {code: [right for was, right in answers if was == code] for code in WATERS}, now_s)


def _keep(conn: sqlite3.Connection, heard: Mapping[str, list[bool]], now_s: float) -> None:
    with whole(conn, "answer"):
        rows = {row["code"]: row for row in trainer.listed(conn)}
        for code, mine in heard.items():
            if not mine:
                continue
            row = rows.get(code)
            known = Known(code, row["box"], row["due_utc_s"]) if row else Known(code)
            then = answered(known, all(mine), now_s)
            trainer.put(conn, trainer.Standing(
                code=code, box=then.box, due_utc_s=then.due,
                asked=(row["asked"] if row else 0) + len(mine),
                missed=(row["missed"] if row else 0) + mine.count(False)))
