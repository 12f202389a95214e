"""Conversions are exact by definition."""

from __future__ import annotations

import doctest

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ilha.core import units
from ilha.core.bench import fit
from ilha.core.move import glide
from ilha.core.water import seawater as water


def test_definitions() -> None:
    # NIST SP 811 (2008), appendix B.8: exact values; from memory.
    assert units.kg_from_oz(16.0) == pytest.approx(0.45359237, abs=1e-15)
    assert units.m_from_mm(127.0) == pytest.approx(0.127, rel=1e-15)


@given(st.floats(1e-3, 1e3))
def test_round_trips_are_exact_to_the_last_place(value: float) -> None:
    assert units.kg_from_oz(value) / units.KG_PER_OZ == pytest.approx(value, rel=3e-16)
    for there, back in ((units.m_from_mm, units.mm_from_m), (units.kg_from_g, units.g_from_kg)):
        assert back(there(value)) == pytest.approx(value, rel=3e-16)


def test_docstrings_hold() -> None:
    for module in (units, water, glide, fit):
        assert doctest.testmod(module).failed == 0


def test_beaufort() -> None:
    """Bounds of the published scale, m/s (World Meteorological Organization, code table 1100; from
    memory): force 3 is 3.4 to 5.4, 5 is 8.0 to 10.7, 8 is 17.2 to 20.7."""
    for force, low, high in ((3, 3.4, 5.4), (5, 8.0, 10.7), (8, 17.2, 20.7)):
        assert round(units.beaufort_of(low + 0.05)) == force
        assert round(units.beaufort_of(high - 0.05)) == force
