"""What a rigging adds to head and plastic in the water: a nail, a blade, a belly stinger."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.bench.seat import HOOKED_ACROSS
from ilha.core.bench.stinger import stinger_for
from ilha.core.bench.strength import greatest_drag
from ilha.core.bench.unthreaded import NAILED, bladed, trailing
from ilha.core.rig.bodies import Part, Plastic
from ilha.core.rig.tackle import Across

HUNG = ("wacky", "wacky-blade", "stinger", "tied-trailer")
"""Riggings that add something, and so fall and hold by themselves."""


def across(key: str) -> Across | None:
    """How a rigging hangs on its line, where that is by its middle."""
    return Across() if key in HOOKED_ACROSS else None


def hung_on(
    key: str, plastics: Sequence[Plastic], out: ArrayLike, needs_kg: float
) -> tuple[Part, ...]:
    """What a rigging adds to each of N rigs, as columns (N, 1).

    out : (N,) where each main hook comes out, m from the nose. needs_kg : what the line must hold
    for the fish, by whose drag a stinger's treble is chosen.
    """
    if key not in HUNG:
        return ()
    pull = greatest_drag(needs_kg)
    each = [_part(key, plastic, float(at), pull)
            for plastic, at in zip(plastics, np.ravel(out), strict=True)]
    columns = (np.array(values).reshape(-1, 1) for values in zip(
        *((p.mass, p.density, p.x, p.z, p.drag_area) for p in each), strict=True))
    return (Part(*columns),)


def _part(key: str, plastic: Plastic, out: float, pull: float) -> Part:
    if key == "wacky":
        return NAILED
    if key == "wacky-blade":
        return bladed(plastic)
    if key == "tied-trailer":
        return trailing(plastic)
    return stinger_for(plastic.height, plastic.length, out, pull).part(plastic.height)
