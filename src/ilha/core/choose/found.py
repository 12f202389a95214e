"""What a search of a box finds: every combination judged in one water."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.choose.combine import Rows
from ilha.core.choose.retrieves import Presented
from ilha.core.errors import Array, Flags, Indices


@dataclass(frozen=True)
class Judged:
    """All combinations as they are brought back in one way, (N, C) over rows and columns.

    verdict, decided : codes and limits, by the water alone. reached : whether no limit of the
    water itself fails. fall m/s, count s to the fish, package kg. cast : m. least : (N,) kg, the
    least weight that does the job with the row's plastic; NaN where a sinker carries it.
    """

    presented: Presented
    verdict: Indices
    decided: Indices
    codes: tuple[str, ...]
    reached: Flags
    fall: Array
    count: Array
    package: Array
    cast: Array
    least: Array


@dataclass(frozen=True)
class Found:
    """The combinations of a box. line, rod : (C,) indices. mass : (N,) kg, of the heads. judged :
    one for each way to bring them back. badly : combinations whose hook sits badly, left out.
    hard : name to (N, C), whether each hard limit of the tackle is passed."""

    rows: Rows
    line: Indices
    rod: Indices
    mass: Array
    judged: tuple[Judged, ...]
    badly: int
    hard: dict[str, Flags]

    def usable(self, judged: Judged) -> Flags:
        """What is worth a proposal, (N, C): the rest is long, short or slow, and ranks lower."""
        return np.asarray(np.logical_and.reduce([judged.reached, *self.hard.values()]))

    @property
    def ruled_out(self) -> dict[str, int]:
        """How many combinations each hard limit stops by itself."""
        reached = np.logical_or.reduce([j.reached for j in self.judged])
        out = {"too-light": int((~reached).sum())}
        out |= {name: int((~passed).sum()) for name, passed in self.hard.items()}
        columns = self.line.size
        return {"does-not-fit": self.rows.misfits * columns,
                "fits-badly": self.badly * columns, **out}

    @property
    def tried(self) -> int:
        """How many combinations there are, those that cannot be rigged too."""
        return (self.rows.plastic.size + self.badly + self.rows.misfits) * self.line.size
