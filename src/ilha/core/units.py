"""The only place in Python where units are converted (frontend/src/ui/units.ts is the other).

1 oz = 28.349523125 g exactly: NIST SP 811 (2008), appendix B; from memory.
"""

from __future__ import annotations

from fractions import Fraction

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


def si(value: float, milli: int = 0) -> float:
    """``value`` scaled by 1000 ** -``milli``: mm to m (1), mm² or g·m (2) and so on."""
    return float(value * 1000.0**-milli)


def newtons_of_kg(mass_kg: float) -> float:
    """The pull (N) that a line marked with a mass in kg holds."""
    return mass_kg * G


M_PER_FT = 0.3048
M_S_PER_KN = 1852.0 / 3600.0


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
