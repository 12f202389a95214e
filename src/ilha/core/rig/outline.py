"""The side outline of a plastic's body, as half heights along its working length."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, require
from ilha.core.tables import FAMILIES, read_table

Points = tuple[tuple[float, float], ...]
PROFILES: dict[str, Points] = {
    look: tuple((float(at), float(half)) for at, half in points)
    for look, points in read_table("profiles.toml").items()
}


def shape_mass(
    family: str, length: float, width: float, height: float, density: float
) -> float:
    """Mass (kg) of a plastic of a family's shape, m and kg/m³: cV pi/4 w h L rho (section 2)."""
    return float(FAMILIES[family].c_v * 0.25 * np.pi * width * height * length * density)


@dataclass(frozen=True)
class Outline:
    """A body ``length`` m long and ``height`` m high: half heights over half the height at shares
    of the length, from 0 to 1.

    Raises
    ------
    DomainError
        For points that do not go from nose to tail, or an outline that crosses itself.
    """

    length: float
    height: float
    points: Points

    def __post_init__(self) -> None:
        require("body_length_mm", self.length * 1e3, "mm", "measure it", above=0.0)
        require("height_mm", self.height * 1e3, "mm", "measure it", above=0.0)
        at = [share for share, _ in self.points]
        if len(at) < 3 or at[0] != 0.0 or at[-1] != 1.0:
            raise DomainError("profile", "must go from the nose, 0, to the end of the body, 1, over"
                              " three points or more", len(at), "points", "add the ends")
        if any(b <= a for a, b in pairwise(at)):
            raise DomainError("profile", "must not turn back: its points follow each other from"
                              " nose to tail", "a step back", "",
                              "move the point between its neighbours")
        for share, half in self.points:
            if not 0.0 < half <= 1.0:
                raise DomainError("profile", "must not cross itself: each half height is above 0"
                                  " and at most 1", half, f"at {share:g} of the length",
                                  "move the point off the axis")

    def half_height(self, x: ArrayLike) -> Array:
        """Half the body's height (m) at x m from the nose, straight between points; 0 beyond."""
        at, half = np.array(self.points).T
        share = np.asarray(x, dtype=float) / self.length
        inside = (share >= 0.0) & (share <= 1.0)
        return np.where(inside, 0.5 * self.height * np.interp(share, at, half), 0.0)

    def trim_to(self, diameter: float) -> float:
        """How much of the nose (m) is cut away for the body to be as high as a head's diameter (m).

        0 where the nose is as high already.

        Raises
        ------
        DomainError
            Where the body is nowhere so high.
        """
        if diameter > self.height:
            raise DomainError("head_diameter_mm", "must be at most the body's height,"
                              f" {self.height * 1e3:g} mm", diameter * 1e3, "mm",
                              "take a smaller head or a deeper plastic")
        x = np.linspace(0.0, self.length, 2001)
        return float(x[np.argmax(2.0 * self.half_height(x) >= diameter - 1e-12)])
