"""A belly stinger: the treble that goes with the body and the pull, its ring and swivel, what they
weigh and hold. Sizes and strengths are typical, from memory."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.bench.strength import HARDWARE, Link, opens_at
from ilha.core.rig.bodies import RHO_STEEL, Part
from ilha.core.tables import read_table
from ilha.core.units import kg_from_g, m_from_mm

SWIVEL = 0.016
"""A swivel's length, m."""
TREBLE = 0.5
"""How wide the treble is, share of the height of the body (judgement)."""
STINGER_AT = 0.62
"""Short bites come about here, share of the length."""
CD_TREBLE = 0.8
"""Drag of the treble's bars on the area that they show (judgement)."""
_TABLE = read_table("strength.toml")


@dataclass(frozen=True)
class Treble:
    """A treble with the ring and swivel that go with it: m, kg."""

    size: str
    across: float
    gape: float
    wire: float
    mass: float
    ring: float
    swivel: str

    @property
    def ring_name(self) -> str:
        return f"split ring, {self.ring * 1e3:g} mm"

    @property
    def opens(self) -> float:
        """Load (N) that opens one of its points, as of a single hook."""
        return float(opens_at(self.wire, self.gape))

    @property
    def holds(self) -> float:
        """What the least of treble, ring and swivel holds, N."""
        return min(self.opens, HARDWARE[self.ring_name], HARDWARE[self.swivel])


TREBLES = tuple(
    Treble(size, m_from_mm(row["across_mm"]), m_from_mm(row["gape_mm"]), m_from_mm(row["wire_mm"]),
           kg_from_g(row["mass_g"]), m_from_mm(row["ring_mm"]), row["swivel"])
    for size, row in _TABLE["treble"].items())


@dataclass(frozen=True)
class Stinger:
    """What hangs under the body. rings : how many. hang, reaches : m below the hole and from the
    nose. mass : of all of it, kg. strong : it holds what pulls."""

    treble: Treble
    rings: int
    hang: float
    reaches: float
    mass: float
    strong: bool

    @property
    def links(self) -> tuple[Link, ...]:
        """From the main hook to the treble's point."""
        t = self.treble
        return (Link(t.swivel, "hardware", HARDWARE[t.swivel]),
                Link(f"{self.rings} × {t.ring_name}", "hardware", HARDWARE[t.ring_name]),
                Link(f"treble {t.size}", "hook", t.opens))

    def part(self, height: float) -> Part:
        """As a part of a rig on a body of a height (m): it trails back under the belly."""
        t = self.treble
        return Part(self.mass, RHO_STEEL, self.reaches - 0.5 * self.hang, 0.5 * height,
                    CD_TREBLE * 3.0 * t.wire * t.gape)


def stinger_for(height: float, length: float, out: float, pull: float = 0.0) -> Stinger:
    """The stinger of a body of a height and length (m) whose main hook comes out at ``out`` m.

    The treble nearest to half the body's height; a larger one, up to the body's own height, where
    it would open under ``pull`` N, the greatest drag that is set. As many rings as bring it nearest
    to where short bites come: two or three in practice.
    """
    near = min(range(len(TREBLES)), key=lambda i: abs(TREBLES[i].across - TREBLE * height))
    able = [i for i in range(near, len(TREBLES))
            if i == near or TREBLES[i].across <= height]
    at = next((i for i in able if TREBLES[i].holds >= pull), able[-1])
    t = TREBLES[at]
    wanted = STINGER_AT * length - out - SWIVEL
    rings = int(np.clip(np.round(np.nan_to_num(wanted / t.ring)), 2, 3))
    hang = SWIVEL + rings * t.ring
    weighs = _TABLE["hardware_g"]
    mass = t.mass + kg_from_g(weighs[t.swivel] + rings * weighs[t.ring_name])
    return Stinger(t, rings, hang, out + hang, mass, t.holds >= pull)
