"""Conversions are exact by definition."""

from __future__ import annotations

import doctest

import pytest

from ilha.core import fit, glide, units, water


def test_definitions() -> None:
    # NIST SP 811 (2008), appendix B.8: exact values; from memory.
    assert units.kg_from_oz(16.0) == pytest.approx(0.45359237, abs=1e-15)
    assert units.m_from_ft(1.0) == 0.3048
    assert units.m_s_from_kn(3600.0 / 1852.0) == pytest.approx(1.0, abs=1e-15)


@pytest.mark.parametrize("oz", [1 / 16, 1 / 8, 3 / 8, 1.5])
def test_ounces_round_trip(oz: float) -> None:
    assert units.oz_from_kg(units.kg_from_oz(oz)) == pytest.approx(oz, rel=1e-15)


def test_docstrings_hold() -> None:
    for module in (units, water, glide, fit):
        assert doctest.testmod(module).failed == 0
