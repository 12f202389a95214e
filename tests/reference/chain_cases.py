"""Where the core's closed forms meet the chain: tried in test_chain_reference.py, tabled in
docs/model.md. None of LATER is among the runs that their form was fitted to.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np

from ilha.core.move.fall import fed_fall, swing
from ilha.core.units import G
from tests.reference import chain
from tests.rigs import falling

A = np.array
Pair = tuple[float, float]
"""What the chain does and what the core says of it."""


def in_water(weight: float) -> str:
    """Newton as the grams that weigh so."""
    return f"{weight / G * 1e3:.1f} g in water"


@dataclass(frozen=True)
class Fed:
    weight: float
    speed: float
    depth: float
    current: float
    line_mm: float
    pull: float

    def __str__(self) -> str:
        return (f"fed {self.depth:g} m, {in_water(self.weight)}, {self.current} m/s,"
                f" {self.line_mm} mm, pull"
                f" {self.pull / self.weight:.2f} of the weight")

    @cache  # noqa: B019 - a dozen cases, which live as long as the run
    def pairs(self) -> tuple[Pair, Pair]:
        """Seconds, and metres of drift."""
        d = self.depth
        seconds, drift = chain.fed_fall(
            self.weight, self.speed, d, self.line_mm / 1e3, self.pull,
            lambda z: self.current * np.clip((z + d) / d, 1e-6, 1.0) ** (1.0 / 7.0))
        ours = fed_fall(falling(self.weight, self.speed, d, self.current, self.pull, self.line_mm),
                        0.0, 1.0)
        return (seconds, float(ours.count)), (drift, float(ours.shift))


@dataclass(frozen=True)
class Held:
    weight: float
    speed: float
    depth: float
    line_mm: float
    cast: float
    start: float = 0.0

    def __str__(self) -> str:
        after = f" from {self.start:g} m down" if self.start else ""
        return (f"held{after}, {self.depth:g} m, {in_water(self.weight)}, cast {self.cast:g} m,"
                f" {self.line_mm} mm")

    @cache  # noqa: B019 - a dozen cases, which live as long as the run
    def pairs(self) -> tuple[Pair, Pair]:
        """Seconds on the held line, and metres it comes in."""
        seconds, come_in = chain.swing(self.weight, self.speed, self.depth, self.line_mm / 1e3,
                                       self.cast, 1.5, self.start)
        pull = 0.0 if self.start else 0.01
        fall = swing(falling(self.weight, self.speed, self.depth, 0.0, pull, self.line_mm),
                     A(self.cast), A(1.5), 0.0, 1.0, A(self.start)).fall
        held = float(fall.count) - float(np.nan_to_num(fall.hold_at))
        return (seconds, held), (come_in, float(fall.come_in))


FED = (
    Fed(0.0735, 0.84, 4.0, 0.5, 0.19, 0.01), Fed(0.0796, 0.95, 18.0, 0.2, 0.11, 0.01),
    Fed(0.0423, 0.64, 15.0, 0.1, 0.19, 0.01), Fed(0.0735, 0.84, 9.0, 0.5, 0.19, 0.02),
)
FED_HARD = Fed(0.0423, 0.64, 15.0, 0.1, 0.19, 0.03)
SWINGS = (
    Held(0.0423, 0.64, 4.0, 0.19, 25.0), Held(0.0735, 0.84, 4.0, 0.19, 25.0),
    Held(0.155, 1.05, 4.0, 0.19, 25.0), Held(0.08, 0.95, 2.0, 0.15, 15.0),
    Held(0.08, 0.95, 7.0, 0.15, 35.0),
)
LATER = (
    Held(0.0423, 0.64, 4.0, 0.19, 25.0, 3.0), Held(0.0735, 0.84, 4.0, 0.19, 25.0, 2.0),
    Held(0.0735, 0.84, 6.0, 0.19, 25.0, 5.0), Held(0.155, 1.05, 4.0, 0.19, 25.0, 3.0),
    Held(0.08, 0.95, 7.0, 0.15, 35.0, 5.0),
)
