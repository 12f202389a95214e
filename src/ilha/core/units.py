"""The only place in Python where units are converted (frontend/src/ui/units.ts is the other).

1 oz = 28.349523125 g exactly: NIST SP 811 (2008), appendix B; from memory.
"""

from __future__ import annotations

from fractions import Fraction
from typing import TypeVar

from ilha.core.errors import Array

G = 9.80665
"""Standard acceleration of gravity, m/s² (3rd CGPM, 1901)."""

KG_PER_OZ = 0.028349523125


def kg_from_oz(mass_oz: float) -> float:
    """Mass in kg from avoirdupois ounces.

    >>> round(kg_from_oz(3 / 8) * 1000, 2)
    10.63
    """
    return mass_oz * KG_PER_OZ


def oz_from_kg(mass_kg: float) -> float:
    """Avoirdupois ounces of a mass in kg."""
    return mass_kg / KG_PER_OZ


def ounces_words(oz: float) -> str:
    """Ounces as a packet prints them; in decimals where no usual fraction is near.

    >>> ounces_words(0.375), ounces_words(1.5), ounces_words(0.1667), ounces_words(0.43)
    ('3/8', '1 1/2', '1/6', '0.43')
    """
    for over in (1, 2, 4, 8, 16, 6, 10):
        parts = round(oz * over)
        if parts and abs(parts / over - oz) < 0.004 * oz:
            whole, rest = divmod(parts, over)
            fraction = str(Fraction(rest, over)) if rest else ""
            return " ".join(part for part in (str(whole) if whole else "", fraction) if part)
    return f"{oz:.2f}"


T = TypeVar("T", float, Array)


def m_from_mm(length_mm: T) -> T:
    """Metres of a length in millimetres; numbers or arrays.

    >>> m_from_mm(127.0)
    0.127
    """
    return length_mm * 1e-3


def mm_from_m(length_m: T) -> T:
    """Millimetres of a length in metres."""
    return length_m * 1e3


def m_from_ft(length_ft: T) -> T:
    """Metres of a length in international feet, 0.3048 m exactly (NIST SP 811; from memory)."""
    return length_ft * 0.3048


def kg_from_g(mass_g: T) -> T:
    """Kilograms of a mass in grams."""
    return mass_g * 1e-3


def g_from_kg(mass_kg: T) -> T:
    """Grams of a mass in kilograms."""
    return mass_kg * 1e3


def m2_from_cm2(area_cm2: T) -> T:
    """Square metres of an area in square centimetres."""
    return area_cm2 * 1e-4


def cm2_from_m2(area: T) -> T:
    """Square centimetres of a number of m²."""
    return area * 1e4


def kg_m3_from_g_cm3(density_g_cm3: T) -> T:
    """kg/m³ of a density in g/cm³."""
    return density_g_cm3 * 1e3


def newtons_of_kg(mass_kg: float) -> float:
    """The pull (N) that a line marked with a mass in kg holds."""
    return mass_kg * G


M_PER_FT = 0.3048
M_S_PER_KN = 1852.0 / 3600.0


def degrees_of(degrees: float, minutes: float, seconds: float) -> float:
    """Degrees, minutes and seconds of arc as degrees."""
    return degrees + minutes / 60.0 + seconds / 3600.0


def feet(metres: float) -> float:
    """International feet: 0.3048 m exactly."""
    return metres / M_PER_FT


BEAUFORT = 0.836
"""v = 0.836 B^(3/2) m/s: World Meteorological Organization, Manual on codes, code table 1100 and
its equivalent speeds; from memory."""


def beaufort_of(speed: float) -> float:
    """Beaufort number of a wind in m/s, fractions too.

    >>> round(beaufort_of(9.3))
    5
    """
    return float((speed / BEAUFORT) ** (2.0 / 3.0))


def knots(speed: float) -> float:
    """Knots of a speed in m/s: 1852 m an hour exactly."""
    return speed / M_S_PER_KN
