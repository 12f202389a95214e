"""The current with height, and the drag of a line across it."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError

PROFILES = {"seventh-root": 1.0 / 7.0, "uniform": 0.0}
"""Exponent of the speed's growth with height above the bottom."""


def exponent(profile: str) -> float:
    """The power-law exponent of a named profile.

    Raises
    ------
    DomainError
        For a name that is not in ``PROFILES``.
    """
    if profile not in PROFILES:
        rule = "must be one of " + ", ".join(PROFILES)
        raise DomainError("flow.profile", rule, profile, "", "use seventh-root if unsure")
    return PROFILES[profile]


def speed_at(surface_speed: ArrayLike, height: ArrayLike, depth: ArrayLike, profile: str) -> Array:
    """Current (m/s) at ``height`` above the bottom, U_s (z/d)^(1/7); arguments broadcast.

    The seventh-root power law is common in hydraulics for open-channel and tidal flow
    (for instance Soulsby, Dynamics of Marine Sands, 1997, section 3; from memory).
    """
    share = np.asarray(height, dtype=float) / np.asarray(depth, dtype=float)
    return np.asarray(np.asarray(surface_speed, dtype=float) * share ** exponent(profile))


def line_drag_coefficient(reynolds: ArrayLike) -> Array:
    """Cd of a line across the flow, 1 + 10 Re^(-2/3), Re on its diameter.

    White, Viscous Fluid Flow, fit for the circular cylinder, Re 1 to 2e5; from memory.
    A thin braid works at Re 20 to 300, where Cd is well above 1.2.
    """
    return np.asarray(1.0 + 10.0 * np.asarray(reynolds, dtype=float) ** (-2.0 / 3.0))
