"""Sea water: density and viscosity."""

from __future__ import annotations

import gsw
import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, require

SA_PER_SP = 35.16504 / 35.0
"""Absolute salinity (g/kg) per unit of practical salinity where no position is known (TEOS-10)."""

_TEMPERATURE = "enter the water's temperature, between -2 and 40 °C"
_SALINITY = "enter the practical salinity, 35 in open sea, 0 in fresh water"


def density(temperature_c: ArrayLike, practical_salinity: ArrayLike) -> Array:
    """Density of sea water at the surface, kg/m³. Arguments broadcast.

    Parameters
    ----------
    temperature_c : in-situ temperature, °C, -2 to 40.
    practical_salinity : 0 to 42 (PSS-78).

    Raises
    ------
    DomainError
        Outside these ranges or not finite.

    Notes
    -----
    TEOS-10 (IOC, SCOR and IAPSO 2010) through the ``gsw`` package, ``rho_t_exact`` at p = 0.

    >>> round(float(density(5.0, 35.0)), 2)
    1027.68
    """
    t = require("water.temperature_c", temperature_c, "°C", _TEMPERATURE, low=-2.0, high=40.0)
    sp = require("water.practical_salinity", practical_salinity, "", _SALINITY, low=0.0, high=42.0)
    return np.asarray(gsw.rho_t_exact(sp * SA_PER_SP, t, 0.0), dtype=float)


def dynamic_viscosity(temperature_c: ArrayLike, practical_salinity: ArrayLike) -> Array:
    """Dynamic viscosity of sea water, Pa s. Arguments broadcast.

    Sharqawy, Lienhard and Zubair, "Thermophysical properties of seawater", Desalination and
    Water Treatment 16 (2010), eqs 22 and 23: 0 to 180 °C, 0 to 150 g/kg; from memory.
    Below 0 °C (to -2 °C) the fit is carried on.

    Raises
    ------
    DomainError
        Outside the ranges of :func:`density`.
    """
    t = require("water.temperature_c", temperature_c, "°C", _TEMPERATURE, low=-2.0, high=40.0)
    sp = require("water.practical_salinity", practical_salinity, "", _SALINITY, low=0.0, high=42.0)
    s = sp * SA_PER_SP / 1000.0
    mu_w = 4.2844e-5 + 1.0 / (0.157 * (t + 64.993) ** 2 - 91.296)
    a = 1.541 + 1.998e-2 * t - 9.52e-5 * t**2
    b = 7.974 - 7.561e-2 * t + 4.724e-4 * t**2
    return np.asarray(mu_w * (1.0 + a * s + b * s**2), dtype=float)


def kinematic_viscosity(temperature_c: ArrayLike, practical_salinity: ArrayLike) -> Array:
    """Kinematic viscosity of sea water, m²/s: dynamic viscosity over density.

    >>> round(float(kinematic_viscosity(15.0, 35.0)) * 1e6, 3)
    1.189
    """
    return dynamic_viscosity(temperature_c, practical_salinity) / density(
        temperature_c, practical_salinity
    )
