"""Conversions are exact by definition."""

from __future__ import annotations

import doctest

import pytest

from ilha.core import fit, glide, units, water


def test_definitions() -> None:
    # NIST SP 811 (2008), appendix B.8: exact values; from memory.
    assert units.kg_from_oz(16.0) == pytest.approx(0.45359237, abs=1e-15)
    assert units.si(127.0, 1) == pytest.approx(0.127, rel=1e-15)


def test_docstrings_hold() -> None:
    for module in (units, water, glide, fit):
        assert doctest.testmod(module).failed == 0
