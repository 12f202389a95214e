"""What a rigging adds to head and plastic in the water: a nail, a blade, a belly stinger."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np

from ilha.core.bench.fit import REACH_BEST
from ilha.core.bench.seat import HOOKED_ACROSS
from ilha.core.bench.stinger import stinger_for
from ilha.core.bench.unthreaded import NAILED, bladed
from ilha.core.errors import Indices
from ilha.core.rig.bodies import Part, Plastic
from ilha.core.rig.tackle import Across

HUNG = ("wacky", "wacky-blade", "stinger")
"""Riggings that add something, and so fall and hold by themselves."""


def across(key: str) -> Across | None:
    """How a rigging hangs on its line, where that is by its middle."""
    return Across() if key in HOOKED_ACROSS else None


def hung_on(key: str, plastic: Plastic, working: float, pull: float = 0.0) -> tuple[Part, ...]:
    """What a rigging adds to a plastic of a working length (m), whatever its head: the stinger as
    it hangs where the main hook comes out at its best place; pull : N that it must hold."""
    if key == "wacky":
        return (NAILED,)
    if key == "wacky-blade":
        return (bladed(plastic),)
    if key == "stinger":
        hung = stinger_for(plastic.height, plastic.length, REACH_BEST * working, pull)
        return (hung.part(plastic.height),)
    return ()


def hung_on_each(
    key: str, plastics: Sequence[tuple[Plastic, float]], which: Indices, pull: float = 0.0
) -> tuple[Part, ...]:
    """The same of several plastics, each with its working length, picked by index: columns."""
    each = [hung_on(key, plastic, working, pull) for plastic, working in plastics]

    def up(i: int, name: str) -> Any:
        return np.array([getattr(parts[i], name) for parts in each]).reshape(-1, 1)[which]

    return tuple(Part(up(i, "mass"), up(i, "density"), up(i, "x"), up(i, "z"), up(i, "drag_area"))
                 for i in range(len(each[0])))
