"""Distances on the globe, against the sea mile and what must hold on a sphere."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.distance import EARTH, great_circle
from ilha.core.errors import DomainError


def test_a_minute_of_latitude_is_a_sea_mile() -> None:
    """By the definition of the nautical mile, 1852 m; the mean radius gives 1853.2."""
    assert great_circle(36.0, -21.0, 36.0 + 1 / 60, -21.0) == pytest.approx(1852.0, rel=1e-3)


def test_a_minute_of_longitude_shrinks_with_the_cosine() -> None:
    east = great_circle(36.4, -21.0, 36.4, -21.0 + 1 / 60)
    assert east == pytest.approx(1853.2 * np.cos(np.radians(36.4)), rel=1e-4)


def test_half_way_round_and_nowhere() -> None:
    assert great_circle(0.0, 0.0, 0.0, 180.0) == pytest.approx(np.pi * EARTH)
    assert great_circle(90.0, 0.0, -90.0, 50.0) == pytest.approx(np.pi * EARTH)
    assert great_circle(36.0, -21.0, [36.0, 36.0], [-21.0, -21.0]).tolist() == [0.0, 0.0]


def test_it_is_the_same_both_ways_and_across_the_date_line() -> None:
    there = great_circle(10.0, 179.9, 12.0, -179.9)
    assert there == pytest.approx(float(great_circle(12.0, -179.9, 10.0, 179.9)))
    assert there < 250_000.0


def test_a_place_off_the_globe_is_refused() -> None:
    with pytest.raises(DomainError, match="latitude_deg"):
        great_circle(91.0, 0.0, 0.0, 0.0)
