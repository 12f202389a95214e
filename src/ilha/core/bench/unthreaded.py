"""The numbers of riggings that are not threaded: hooked across, tied on, moulded on their weight.

Lengths in metres from the nose unless said, masses kg. Common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ilha.core.bench.fit import REACH_BEST
from ilha.core.bench.rigging_numbers import SALT_20, Bench, Number, Numbers, rule, small
from ilha.core.rig.bodies import SKIN, Part, Plastic
from ilha.core.tables import FAMILIES, HEAD_MATERIALS, PLASTIC_MATERIALS

NAIL, NAIL_AT = 0.0009, 0.012
"""A common nail weight, kg, and how far in its own middle lies, m."""
NAILED = Part(NAIL, HEAD_MATERIALS["lead"], NAIL_AT)
"""The same as a part of a rig."""


BLADE = Part(0.0006, 8500.0, 0.0, 0.0, 1.2e-4)
"""A small brass blade with its stay, at the tail: what it weighs and the drag of it turning
(judgement)."""


def bladed(plastic: Plastic) -> Part:
    """The blade where it hangs on a plastic."""
    return replace(BLADE, x=plastic.length)


@rule("wacky-blade")
def _wacky_blade(b: Bench) -> Numbers:
    """As across the middle; what hangs at the tail draws the balance back, by mass in the hand."""
    middle = b.plastic.shape.x_v * b.plastic.length
    balance = (b.plastic.mass * middle + BLADE.mass * b.plastic.length) / (
        b.plastic.mass + BLADE.mass)
    return {"hook_at": Number(balance), "own_middle": Number(middle),
            "blade": Number(BLADE.mass, "mass")}


@rule("wacky")
def _wacky(b: Bench) -> Numbers:
    """The middle is where it balances in water; the nail lies with its own middle 12 mm in."""
    rho = SALT_20
    own = b.plastic.mass * (1.0 - rho / b.plastic.density)
    nail = NAIL * (1.0 - rho / HEAD_MATERIALS["lead"])
    middle = b.plastic.shape.x_v * b.plastic.length
    # What floats and sinks together has no balance point: then by mass.
    if own <= 0.0:
        own, nail = b.plastic.mass, NAIL
    balance = (own * middle + nail * NAIL_AT) / (own + nail)
    return {"middle": Number(middle), "nail": Number(NAIL, "mass"), "balance": Number(balance)}


BOUND, PAST_BEND = 0.006, 0.02
"""Length of a binding, and how far hair ends behind the bend, m (judgement)."""
TRAILER = 0.8
"""A trailer's length over the hair's at most (judgement)."""
TRAILER_SLIM = 0.12
"""Its height and breadth over its length (judgement: a split tail, a thin minnow)."""


@dataclass(frozen=True)
class Trailer:
    """The longest slim plastic that goes behind hair, in plastisol: m, kg."""

    length: float
    thick: float
    mass: float


def trailer_of(hair: Plastic) -> Trailer:
    """Of hair of a length."""
    length = TRAILER * hair.length
    thick = TRAILER_SLIM * length
    volume = FAMILIES["straight"].c_v * 0.25 * np.pi * thick**2 * length
    return Trailer(length, thick, float(volume * PLASTIC_MATERIALS["plastisol"]))


def trailing(hair: Plastic) -> Part:
    """The same as a part of the rig: threaded up to the binding, its skin in the flow."""
    slim, soft = FAMILIES["straight"], trailer_of(hair)
    skin = SKIN * slim.c_a * np.pi * soft.thick * soft.length
    return Part(soft.mass, PLASTIC_MATERIALS["plastisol"], BOUND + slim.x_v * soft.length, 0.0,
                skin)


@rule("tied-trailer")
def _tied_trailer(b: Bench) -> Numbers:
    """How long a trailer may be, and what it weighs then."""
    soft = trailer_of(b.plastic)
    return {**small(trailer=soft.length), "trailer_weighs": Number(soft.mass, "mass"),
            **small(bound=BOUND)}


@rule("tied")
def _tied(b: Bench) -> Numbers:
    """Nothing to thread: what is looked at, and how long a trailer may be."""
    behind = b.plastic.length - b.hook_straight - 0.5 * b.gape
    return small(past=max(PAST_BEND, behind), bound=BOUND, trailer=TRAILER * b.plastic.length)


@rule("as-moulded")
def _as_moulded(b: Bench) -> Numbers:
    """Where the hook that was moulded in stands up, and where its weight lies."""
    at = 0.30 * b.plastic.length if b.head.weight_x is None else b.head.weight_x
    return small(stands_at=REACH_BEST * b.body.length, weight_at=at)
