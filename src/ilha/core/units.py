"""The only place in Python where units are converted (frontend/src/ui/units.ts is the other).

1 oz = 28.349523125 g, 1 ft = 0.3048 m and 1 in = 25.4 mm exactly; 1 kn = 1852/3600 m/s.
Source: NIST SP 811 (2008), appendix B; from memory.
"""

from __future__ import annotations

G = 9.80665
"""Standard acceleration of gravity, m/s² (3rd CGPM, 1901)."""

KG_PER_OZ = 0.028349523125
M_PER_FT = 0.3048
M_PER_IN = 0.0254
M_S_PER_KN = 1852 / 3600
N_PER_KGF = G


def kg_from_oz(mass_oz: float) -> float:
    """Mass in kg from avoirdupois ounces.

    >>> round(kg_from_oz(3 / 8) * 1000, 2)
    10.63
    """
    return mass_oz * KG_PER_OZ


def oz_from_kg(mass_kg: float) -> float:
    """Mass in avoirdupois ounces from kg."""
    return mass_kg / KG_PER_OZ


def m_s_from_kn(speed_kn: float) -> float:
    """Speed in m/s from knots."""
    return speed_kn * M_S_PER_KN


def m_from_ft(length_ft: float) -> float:
    """Length in m from feet."""
    return length_ft * M_PER_FT


def si(value: float, milli: int = 0) -> float:
    """``value`` scaled by 1000 ** -``milli``: mm to m (1), mm² or g·m (2) and so on."""
    return float(value * 1000.0**-milli)
