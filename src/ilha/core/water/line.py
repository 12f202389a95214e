"""What a line is: its kind's density and usual diameter, and the leader between it and the rig."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, require
from ilha.core.units import G, mm_from_m

LineKind = Literal["braid", "nylon", "fluorocarbon"]
DENSITY: dict[str, float] = {"braid": 970.0, "nylon": 1140.0, "fluorocarbon": 1780.0}
"""kg/m³ of polyethylene fibre, polyamide and PVDF: handbook values of plastics, from memory."""
THICKER: dict[str, float] = {"braid": 1.0, "nylon": 1.7, "fluorocarbon": 1.7}
"""Usual diameter over that of braid of one strength (common practice, no source)."""
BRAID_KG, BRAID_DIAMETER = 6.8, 0.19e-3
"""A braid of this strength (kg) is about so thick, m (common practice, no source)."""


def density_of(kind: str | None) -> float | None:
    """kg/m³ of a kind of line; None where it is not told: then its weight in water is left out.

    Raises
    ------
    DomainError
        For a kind that is not known.
    """
    if kind is None:
        return None
    if kind not in DENSITY:
        raise DomainError("line.kind", "must be one of " + ", ".join(get_args(LineKind)), kind, "",
                          "choose")
    return DENSITY[kind]


def usual_diameter(kind: str, strength_kg: float) -> float:
    """Diameter (m) that a line of a kind and a strength (kg) usually has: it goes with the root.

    >>> round(usual_diameter("nylon", 6.8) * 1e3, 2)
    0.32
    """
    return THICKER[kind] * BRAID_DIAMETER * float(np.sqrt(strength_kg / BRAID_KG))


@dataclass(frozen=True)
class Leader:
    """What is tied between the line and the rig: m thick, m long, of a density (kg/m³)."""

    diameter: float
    length: float
    density: float | None = DENSITY["fluorocarbon"]

    def __post_init__(self) -> None:
        measure = "measure the leader"
        require("leader.diameter_mm", mm_from_m(self.diameter), "mm", measure, low=0.05, high=2.0)
        require("leader.length_m", self.length, "m", measure, above=0.0, high=20.0)


def wet_weight(diameter: Array | float, density: Array | float | None, rho: Array | float) -> Array:
    """Weight in water (N/m) of a line, negative where it floats; 0 where no density is told.

    diameter : m. density, rho : of line and water, kg/m³.
    """
    if density is None:
        return np.zeros(np.shape(diameter))
    return np.asarray(G * (density - np.asarray(rho)) * 0.25 * np.pi * np.asarray(diameter) ** 2)


HARDLY = 0.005
"""A line that weighs under this share of the rig is taken as weightless: it moves the least weight
by less than a hundredth."""


def felt_weight(
    diameter: Array, density: ArrayLike | None, rho: Array, depth: Array, weight: Array
) -> Array:
    """N/m of line in the water, 0 where it hardly counts for any of the rigs."""
    if density is None:
        return np.zeros(())
    per_metre = wet_weight(diameter, np.asarray(density), rho)
    least = np.fmin.reduce(np.abs(weight), axis=None)
    return per_metre if np.max(np.abs(per_metre * depth)) > HARDLY * least else np.zeros(())
