"""The current with height, over bare ground and through weed, and the drag of a line across it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Literal, get_args

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError

EXPONENTS = {"seventh-root": 1.0 / 7.0, "uniform": 0.0}
"""Exponent of the speed's growth with height above the bottom, by the profile's name."""
Shelter = Literal["even", "slow-below", "jet"]
ESTIMATES = (0.8, 1.0, 1.2)
"""Low, middle and high estimate of the current: known to perhaps 20 %."""
SLOW_SHARE, SLOW_TO, SLOW_OVER = 0.3, 0.5, 0.05
"""In the lee of a wall or a bank the lower half runs at this share of the flow; from the one to the
other over this share of the depth to either side (judgement)."""
JET = 1.5
"""Round a pile the water runs so many times as fast (judgement)."""
CANOPY_DECAY = 2.0
"""Decay of the current into weed, per height of the weed: 1 in thin weed, 3 in dense (judgement).
The law is Cionco's for plant canopies, J. Appl. Meteorol. 4 (1965) 517; from memory."""


@dataclass(frozen=True)
class Profile:
    """How the current grows with height: a power law, slowed inside weed of height ``canopy`` m,
    and by what shelters the lower half or speeds all of it.

    Over the weed the power law stands as it was: that the water pushed out of the weed runs a
    little faster above it is neglected, and so is the bending of the weed.

    Raises
    ------
    DomainError
        For a name that is not in ``EXPONENTS``, a shelter that is not known or a height that is not
        0 m or more.
    """

    name: str = "seventh-root"
    canopy: float = 0.0
    shelter: str = "even"

    def __post_init__(self) -> None:
        if self.name not in EXPONENTS:
            rule = "must be one of " + ", ".join(EXPONENTS)
            raise DomainError("flow.profile", rule, self.name, "", "use seventh-root if unsure")
        if self.shelter not in get_args(Shelter):
            raise DomainError("flow.shelter", "must be one of " + ", ".join(get_args(Shelter)),
                              self.shelter, "", "even if nothing stands in the way")
        if not 0.0 <= self.canopy < np.inf:
            raise DomainError("mark.cover_height_m", "must be at least 0 m", self.canopy, "m",
                              "enter the height of the weed, 0 if none", 0.0)

    @property
    def exponent(self) -> float:
        return EXPONENTS[self.name]

    def share(self, height: ArrayLike, depth: ArrayLike) -> Array:
        """U(z)/U_surface at ``height`` above the bottom, m; arguments broadcast.

        (z/d)^n above the weed; below its top h_c, U(h_c) exp(a (z/h_c - 1)). Times what shelters.
        """
        # What comes in single precision stays so.
        z, d = np.asarray(height), np.asarray(depth)
        if self.canopy == 0.0:
            up = np.asarray(z / d)
            open_water = np.asarray(up**self.exponent)
            return open_water if self.shelter == "even" else np.asarray(
                open_water * self.sheltered(up))
        top = np.minimum(self.canopy, d)
        above = (np.maximum(z, top) / d) ** self.exponent
        weed = np.exp(CANOPY_DECAY * np.minimum(z / top - 1.0, 0.0))
        return np.asarray(above * weed * self.sheltered(z / d))

    def sheltered(self, share: Array) -> Array | float:
        """What shelter makes of the flow at a height over the depth."""
        if self.shelter == "jet":
            return JET
        if self.shelter == "slow-below":
            up = np.clip((share - SLOW_TO) / (2.0 * SLOW_OVER) + 0.5, 0.0, 1.0)
            return np.asarray(SLOW_SHARE + (1.0 - SLOW_SHARE) * up)
        return 1.0

    @property
    def plain(self) -> bool:
        """Whether it is the power law alone, up to a factor."""
        return self.canopy == 0.0 and self.shelter != "slow-below"

    @property
    def factor(self) -> float:
        """What the whole of it is multiplied by."""
        return JET if self.shelter == "jet" else 1.0

    @cached_property
    def mean_share(self) -> float:
        """Mean of U(z)/U_surface over the water above any weed, 1/(1 + n) where nothing
        shelters."""
        if self.shelter == "even":
            return 1.0 / (1.0 + self.exponent)
        height: Array = (np.arange(400, dtype=float) + 0.5) / 400.0
        return float(np.mean(height**self.exponent * self.sheltered(height)))


SEVENTH_ROOT, UNIFORM = Profile(), Profile("uniform")


def speed_at(
    surface_speed: ArrayLike, height: ArrayLike, depth: ArrayLike, profile: Profile
) -> Array:
    """Current (m/s) at ``height`` above the bottom; arguments broadcast.

    The seventh-root power law is common in hydraulics for open-channel and tidal flow
    (for instance Soulsby, Dynamics of Marine Sands, 1997, section 3; from memory).
    """
    return np.asarray(np.asarray(surface_speed, dtype=float) * profile.share(height, depth))


def line_drag_coefficient(reynolds: ArrayLike) -> Array:
    """Cd of a line across the flow, 1 + 10 Re^(-2/3), Re on its diameter.

    White, Viscous Fluid Flow, fit for the circular cylinder, Re 1 to 2e5; from memory.
    A thin braid works at Re 20 to 300, where Cd is well above 1.2.
    """
    return np.asarray(1.0 + 10.0 * np.asarray(reynolds, dtype=float) ** (-2.0 / 3.0))
