"""The strength chain from rod to fish, the drag it allows, what a snag does to it. Section 7.

Forces in newtons. What a knot leaves of a line's strength, and the strengths of hardware, are
common practice from memory: measured ones replace them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, get_args

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.bench.fit import YIELD_STRESS, opening_load
from ilha.core.errors import Array, DomainError, require
from ilha.core.tables import HOOKS, read_table
from ilha.core.units import newtons_of_kg

KNOTS: dict[str, float] = read_table("strength.toml")["knots"]
"""Share of the line's strength that each knot leaves."""
HARDWARE: dict[str, float] = read_table("strength.toml")["hardware"]
"""What swivels and rings of common sizes hold, N."""
DRAG_LOW, DRAG_HIGH = 0.25, 1.0 / 3.0
"""The drag is set between a quarter and a third of the weakest link (common practice)."""
COLLAPSE = 16.0 / (3.0 * np.pi)
"""Of a round bar: load at plastic collapse over load at first yield."""
LEADERS = {"bites": 0.75, "structure": 1.5}
"""Leader's strength over the line's: lighter for more bites, heavier by structure (common practice,
no source; the figures are judgement)."""
PULL_KG = {"light": 2.5, "medium": 2.5, "strong": 3.0, "very-strong": 3.3}
"""What the line must hold for a fish of 1 kg, by its strength; it grows with the root of the fish's
weight (judgement; common practice ties 4 to 6 lb on the lightest and 30 lb on the strongest)."""
COVER_ASKS = {"none": 1.0, "low-weed": 1.0, "tall-weed": 1.2, "overhang": 1.3, "snags": 1.5}
"""How many times that where the fish must be turned from cover (judgement)."""
RUNS_TO_IT = 1.2
"""The same for fish that run for structure."""
LONG_FIGHT_FROM = 0.5
"""On line under this share of what a fish needs it is hardly landed (judgement)."""
FINE_BELOW, HEAVY_ABOVE = 0.5, 1.2
"""Pull that opens a hook over what the line holds: below, the wire is fine for light drags; above,
it wants heavier line and a stiffer rod to be set (judgement)."""
YIELD_SHARE = 0.8
"""A drag over this share of the hook's first yield bends it a little with every fish."""


def greatest_drag(holds_kg: float) -> float:
    """The greatest drag (N) that is set on a line that holds so much."""
    return DRAG_HIGH * newtons_of_kg(holds_kg)


@dataclass(frozen=True)
class Link:
    """One link: its name, its kind and what it holds, N."""

    name: str
    kind: str
    holds: float

    def __post_init__(self) -> None:
        require(f"{self.kind}.strength_kg", self.holds, "N", "enter what it holds", above=0.0)


def hardware_link(name: str) -> Link:
    """A swivel or a ring by its common size.

    Raises
    ------
    DomainError
        For one that is not known.
    """
    if name not in HARDWARE:
        raise DomainError("hardware", "must be one of " + ", ".join(HARDWARE), name, "", "choose")
    return Link(name, "hardware", HARDWARE[name])


@dataclass(frozen=True)
class Chain:
    """Links from the rod to the fish. side : what branches off, to a sinker or a stinger."""

    links: tuple[Link, ...]
    side: tuple[Link, ...] = ()

    def __post_init__(self) -> None:
        if not self.links:
            raise DomainError("chain", "must have at least one link", 0, "", "add the line")

    @property
    def weakest(self) -> int:
        """Index of the link that goes first; of equals the one nearest the rod."""
        return int(np.argmin([link.holds for link in self.links]))

    @property
    def side_breaks_first(self) -> bool:
        """A snagged branch parts before the rest does: that is what a dropper is for, and what a
        stinger must not do."""
        least = min((link.holds for link in self.side), default=float("inf"))
        return least < min(link.holds for link in self.links)

    @property
    def drag(self) -> tuple[float, float]:
        """The least and the greatest drag (N) to be set, from the weakest link."""
        holds = self.links[self.weakest].holds
        return DRAG_LOW * holds, DRAG_HIGH * holds


def chain(
    line: float, leader: float | None, hook_opens: float, *, joint: str = "joining knot",
    end: str = "loop knot", hardware: Sequence[Link] = (), loops: Sequence[str] = (),
    side: Sequence[Link] = (),
) -> Chain:
    """The chain of a line (N), a leader (N, None for none) and a hook that opens at a load (N).

    joint, end : knots by name, between line and leader and at the head. hardware : swivels, rings.
    loops : knots tied into the leader on the way. side : what branches off.

    Raises
    ------
    DomainError
        For an unknown knot or a strength that is not above 0.
    """
    for name in (joint, end, *loops):
        if name not in KNOTS:
            raise DomainError("knot", "must be one of " + ", ".join(KNOTS), name, "", "choose")
    links = [Link("line", "line", line)]
    tied_to = line
    if leader is not None:
        links += [Link(joint, "knot", KNOTS[joint] * min(line, leader)),
                  Link("leader", "leader", leader)]
        tied_to = leader
    links += [Link(name, "knot", KNOTS[name] * tied_to) for name in loops]
    links += [*hardware, Link(end, "knot", KNOTS[end] * tied_to), Link("hook", "hook", hook_opens)]
    return Chain(tuple(links), tuple(side))


DROPPER_SHARE = 0.6
"""A dropper to a sinker is of lighter line, so that it parts first and the rest comes home: this
share of the leader (judgement)."""


def dropper(leader: float, knot: str = "clinch knot") -> tuple[Link, ...]:
    """The branch to a sinker below a leader (N): its own line, and the knot at the sinker."""
    holds = DROPPER_SHARE * leader
    return Link("dropper", "leader", holds), Link(f"{knot} at the sinker", "knot",
                                                  KNOTS[knot] * holds)


@dataclass(frozen=True)
class Snag:
    """What a steady pull on a snagged hook ends in: "bends-free" at a load (N), or "breaks-off",
    with what is lost from there on."""

    outcome: str
    load: float
    lost: tuple[str, ...]


def leader_for(school: str, line_kg: float) -> float:
    """What a school's leader holds on a line, both in kg, to the half kilogram."""
    return round(2.0 * LEADERS[school] * line_kg) / 2.0


def least_line_kg(strength: str, weighs_kg: float, cover: str, runs: str) -> float:
    """What a line must hold for a fish of a weight (kg), kg.

    >>> round(least_line_kg("medium", 2.0, "none", "open"), 1)
    3.5
    """
    away = COVER_ASKS[cover] * (RUNS_TO_IT if runs == "structure" else 1.0)
    return float(PULL_KG[strength] * np.sqrt(weighs_kg) * away)


def bends(drag: float, first_yield: float) -> bool:
    """Whether a drag (N) bends a hook a little with every fish: near the first yield (N, the lever
    its gape), with half its gape for a lever, as a fish pulls."""
    return drag > YIELD_SHARE * 2.0 * first_yield


def snagged(chain_: Chain) -> Snag:
    """A hook that opens under less than the weakest of the rest holds bends free and is bent back;
    a stronger one takes the rig with it."""
    hook = next(link for link in chain_.links if link.kind == "hook")
    rest = [link for link in chain_.links if link.kind != "hook"]
    weakest = min(rest, key=lambda link: link.holds)
    if hook.holds < weakest.holds:
        return Snag("bends-free", hook.holds, ())
    after = rest[rest.index(weakest) + 1:]
    lost = [link.name for link in after if link.kind != "knot"]
    return Snag("breaks-off", weakest.holds, (*lost, "head and plastic"))


def wire_for(line: float, hook_opens: float) -> str:
    """Whether a hook's wire is "fine", "medium" or "heavy" for a line (N)."""
    ratio = hook_opens / line
    return "fine" if ratio < FINE_BELOW else "heavy" if ratio > HEAVY_ABOVE else "medium"


WireWord = Literal["light", "medium", "heavy"]
WIRES: tuple[WireWord, ...] = get_args(WireWord)
LIGHT_BELOW, HEAVY_FROM = 0.93, 1.10
WIRE_OVER = {"light": 0.88, "medium": 1.0, "heavy": 1.2}
"""A hook's wire over the usual one of its size: below it is called light, from there on heavy; the
common sizes are bent of wire a tenth thinner and a fifth thicker too (judgement, from memory)."""


def hook_word(size: str, wire: float) -> WireWord:
    """Whether a hook of a size is of "light", "medium" or "heavy" wire (m), beside the usual."""
    usual = next(hook.wire_mm for hook in HOOKS if hook.size == size) * 1e-3
    return WIRES[int(wire > LIGHT_BELOW * usual) + int(wire >= HEAVY_FROM * usual)]


def opens_at(wire: ArrayLike, gape: ArrayLike, yield_stress: float = YIELD_STRESS) -> Array:
    """Load (N) that opens a hook: plastic collapse of its round wire, the lever half its gape.

    >>> round(float(opens_at(0.0012, 0.016)), 0)
    54.0
    """
    return np.asarray(COLLAPSE * opening_load(wire, 0.5 * np.asarray(gape), yield_stress))


def setting_pull(wire: ArrayLike) -> Array:
    """Pull that drives a point of ``wire`` m home, over that of 1 mm wire: as the wire's area."""
    wire = require("hook.wire_mm", wire, "m", "measure the wire", above=0.0)
    return np.asarray((wire / 1e-3) ** 2)
