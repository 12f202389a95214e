"""Rigs that several tests share, in the units an angler would say them in."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.choose.box import Box, BoxPlastic, catalogue
from ilha.core.move.fall import Falling
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.units import kg_from_oz
from ilha.core.water.flow import SEVENTH_ROOT, Profile

RHO, NU = 1024.8, 1.05e-6  # S 35, 20 °C


def plastic(length: float, width: float, height: float, mass_g: float, family: str,
            density: float = 1080.0, extra_cm2: float = 0.0) -> Plastic:
    return Plastic(length / 1e3, width / 1e3, height / 1e3, mass_g / 1e3, density, family,
                   extra_cm2 * 1e-4)


def head(mass_g: float, shape: str = "ball", hook: tuple[float, float, float] = (1.2, 1.1, 13.0),
         hook_x: float | None = None, weight_x: float | None = None, name: str = "h") -> Head:
    """hook: mass g, wire mm, gape mm."""
    return Head(name, mass_g / 1e3, 11340.0, shape, hook[0] / 1e3, hook[2] / 1e3, hook[1] / 1e3,
                None if hook_x is None else hook_x / 1e3,
                None if weight_x is None else weight_x / 1e3)


PADDLE_76 = plastic(76, 11, 15, 5.0, "paddle")
PADDLE_102 = plastic(102, 14, 19, 10.0, "paddle")
JERK_127 = plastic(127, 14, 16, 10.5, "straight")
BULKY_102 = plastic(102, 16, 18, 12.0, "creature", extra_cm2=3.0)

LADDER_OZ = {"1/8": 1 / 8, "1/6": 1 / 6, "1/4": 1 / 4, "3/8": 3 / 8, "1/2": 1 / 2, "5/8": 5 / 8,
             "3/4": 3 / 4, "1": 1.0, "1.5": 1.5, "2": 2.0, "3": 3.0}


def ladder(names: dict[str, float] | None = None) -> list[Head]:
    """Ball heads of an ordinary box, 1/8 oz and up, hooks growing with them."""
    return [
        Head(name, kg_from_oz(oz), 11340.0, "ball",
             0.0012 if oz < 0.3 else 0.0015 if oz < 0.8 else 0.0025)
        for name, oz in (names or LADDER_OZ).items()
    ]


def falling(weight: ArrayLike, speed: ArrayLike, depth: ArrayLike = 6.0, current: ArrayLike = 0.3,
            pull: float = 0.01, line_mm: float = 0.19, profile: Profile = SEVENTH_ROOT) -> Falling:
    """A rig of this wet weight (N) and free speed (m/s) that falls on a line."""
    weight, speed, depth, current = (
        np.asarray(v, dtype=float) for v in (weight, speed, depth, current))
    return Falling(weight, speed, depth, np.asarray(line_mm / 1e3), np.asarray(RHO),
                   np.asarray(NU), np.asarray(pull), current, profile)


def with_a_long_one() -> Box:
    """The common sizes, and a paddle tail of 230 mm, which they end short of."""
    box = catalogue()
    long = BoxPlastic("230 mm paddle", plastic(230, 32, 42, 110.0, "paddle"), "paddle",
                      "plastisol", 0.19)
    return replace(box, plastics=(*box.plastics, long))
