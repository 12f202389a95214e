"""How the water meets a rigging: as one head, or in a way of its own, tied as practice ties it."""

from __future__ import annotations

import numpy as np

from ilha.core.bench.hung import HUNG, across
from ilha.core.bench.line_rigs import ON_LEAD, TANDEM, carried, on_lead
from ilha.core.choose.combine import BY_THEMSELVES
from ilha.core.rig.bodies import Head
from ilha.core.rig.tackle import OnSinker, Rigging, TwoHeads, UnderFloat

LURE_N, LURE_AREA = 0.02, 4e-4
"""A light head with a plastic of 100 mm, wet N and drag area m²: what a sinker is chosen for before
the head is."""
HEAVIEST_SINKER = 0.45
FLOAT = UnderFloat(0.010, 3.5e-4)
"""A float of 30 mm across that carries a light head: kg, drag area in air m² (common practice for
the weight, no source; the area from its size)."""
LEADER_OVER_LINE = 2.0
"""Diameter of the leader over that of braid of about its strength (from memory)."""


def way_of_rigging(key: str) -> str:
    """How the water meets a rigging: on a line of its own kind, or as one head."""
    return key if key in BY_THEMSELVES else "one"


def tied(key: str, line: float, depth: float, front: Head, current: float) -> Rigging:
    """How a rigging is tied to a line of a diameter (m), over a depth (m); leaders of usual lengths
    (common practice), the sinker the common weight that holds in a current (m/s). front : the front
    head of two."""
    leader = LEADER_OVER_LINE * line
    if key == "float":
        return FLOAT
    if key in HUNG:
        return across(key)
    if key == "tandem":
        return TwoHeads(front, 0.5 * TANDEM, leader)
    if key in ON_LEAD:
        at = on_lead(key, depth=depth)
        size = carried(key, LURE_N, LURE_AREA, line, depth, current).size
        # Where none holds the heaviest is asked, and the water says what it thinks of it.
        mass = size if np.isfinite(size) else HEAVIEST_SINKER
        return OnSinker(mass, at.dropper, at.leader, leader, at.lift)
    return None


def lightest_zone_of(way: str) -> float | None:
    """s in the zone of the lightest rig that a heavier one is held against; None: of those tried.
    What hangs under a float stays there: none plunges past the fish."""
    return 1e-3 if way == "float" else None
