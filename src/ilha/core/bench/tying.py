"""Knots: their steps as they are drawn, their turns by the line, what they leave of its strength.

Common practice, no source; the strengths are judgement from memory, measured ones replace them.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from ilha.core.bench.strength import KNOTS
from ilha.core.errors import DomainError, require
from ilha.core.tables import read_table

STROKES: dict[str, int | None] = {
    "line": None, "tag": None, "other": None, "wrap": 5, "eye": 2, "shank": 4, "pull": 4,
    "finger": 2}
"""What is drawn, and of how many numbers; None: points, two and more."""
SHEET = (120.0, 60.0)
"""Width and height of the sheet that steps are drawn on."""


@dataclass(frozen=True)
class Stroke:
    """One thing drawn: its kind of ``STROKES`` and its numbers on the sheet."""

    kind: str
    at: tuple[float, ...]


@dataclass(frozen=True)
class Step:
    """What is done, {turns} standing for the turns, and the strokes in their order."""

    says: str
    strokes: tuple[Stroke, ...]


@dataclass(frozen=True)
class Knot:
    """One knot. turns : (kg up to, number), the last for all lines above. strength : share of the
    line's that it leaves."""

    key: str
    name: str
    says: str
    turns: tuple[tuple[float, int], ...]
    steps: tuple[Step, ...]
    strength: float

    def turns_on(self, holds_kg: float) -> int:
        """Turns on a line that holds so much, kg: fewer on a stouter one.

        >>> [KNOTS_DRAWN["loop knot"].turns_on(kg) for kg in (3.0, 5.0, 13.6, 22.7, 40.0)]
        [7, 5, 4, 3, 2]
        """
        require("line.strength_kg", holds_kg, "kg", "enter what it holds", above=0.0)
        return next(n for most, n in self.turns if holds_kg <= most or most == self.turns[-1][0])


def _stroke(row: list[Any]) -> Stroke:
    kind, *at = row
    wanted = STROKES.get(kind, -1)
    if wanted == -1 or (wanted is not None and len(at) != wanted) or (
            wanted is None and (len(at) < 4 or len(at) % 2)):
        raise DomainError("knots.draw", "must be a stroke with its numbers", str(row), "",
                          "correct it")
    return Stroke(kind, tuple(float(value) for value in at))


def _knot(row: dict[str, Any]) -> Knot:
    return Knot(row["key"], row["name"], row["says"],
                tuple((float(most), int(n)) for most, n in row["turns"]),
                tuple(Step(s["says"], tuple(_stroke(each) for each in s["draw"]))
                      for s in row["steps"]), KNOTS[row["key"]])


KNOTS_DRAWN: dict[str, Knot] = {row["key"]: _knot(row) for row in read_table("knots.toml")["knot"]}
