"""From place to place: the triangle of velocities, and the stream as it changes on the way."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ilha.core.distance import great_circle
from ilha.core.errors import DomainError
from ilha.core.trip.ways import CRAFTS, bearing, durations, made_good

KAYAK = replace(CRAFTS["kayak"], roundabout=1.0)
NORTH = (np.array([40.0, 40.009]), np.array([-8.0, -8.0]))
"""Two places a kilometre apart, the second due north of the first."""
TICKS = 37


def to_north(stream: float, speed: float = 1.5, flows: float = 0.0) -> np.ndarray:
    water = np.full((2, TICKS), stream)
    return durations(*NORTH, water, np.full((2, TICKS), flows), speed, KAYAK, 300.0)


def test_in_still_water_it_is_distance_over_speed() -> None:
    far = float(great_circle(40.0, -8.0, 40.009, -8.0))
    assert far == pytest.approx(1000.8, abs=0.5)
    assert to_north(0.0)[0, 1, 0] == pytest.approx(far / 1.5)


def test_with_the_stream_and_against_it() -> None:
    far = float(great_circle(40.0, -8.0, 40.009, -8.0))
    there = to_north(0.5)
    assert there[0, 1, 0] == pytest.approx(far / 2.0)
    assert there[1, 0, 0] == pytest.approx(far / 1.0)


def test_across_the_stream_the_bow_is_pointed_up_by_the_triangle_of_velocities() -> None:
    # A worked example of every text on navigation: 5 kn through the water, 3 kn of stream square
    # across the track: the boat makes good the third side, 4 kn.
    kn = 1852.0 / 3600.0
    assert float(made_good(5 * kn, np.array(3 * kn), np.array(0.0), np.array(0.0))) == \
        pytest.approx(4 * kn)


def test_against_more_stream_than_one_can_go_there_is_no_way() -> None:
    assert np.isinf(to_north(1.6)[1, 0]).all()
    assert np.isinf(to_north(1.6, flows=90.0)[0, 1]).all()


def test_one_waits_out_a_stream_that_eases() -> None:
    water = np.where(np.arange(TICKS) < 10, 1.6, 0.0) * np.ones((2, 1))
    way = durations(*NORTH, water, np.full((2, TICKS), 0.0), 1.5, KAYAK, 300.0)
    far = float(great_circle(40.0, -8.0, 40.009, -8.0))
    assert way[1, 0, 0] == pytest.approx(3000.0 + far / 1.5)
    assert way[1, 0, 9] == pytest.approx(300.0 + far / 1.5)


def test_who_walks_does_not_mind_the_stream_but_goes_round() -> None:
    foot = CRAFTS["foot"]
    water = np.full((2, TICKS), 1.0)
    way = durations(*NORTH, water, np.full((2, TICKS), 0.0), 1.2, foot, 300.0)
    assert way[0, 1, 0] == pytest.approx(way[1, 0, 0])
    assert way[0, 1, 0] == pytest.approx(1.3 * 1000.8 / 1.2, rel=1e-3)


def test_a_stream_whose_way_is_not_known_counts_as_still() -> None:
    water = np.full((2, TICKS), 1.0)
    way = durations(*NORTH, water, np.full((2, TICKS), np.nan), 1.5, KAYAK, 300.0)
    assert way[0, 1, 0] == pytest.approx(way[1, 0, 0])


@settings(max_examples=60, deadline=None)
@given(st.floats(0.2, 3.0), st.integers(0, 2**32 - 1))
def test_who_leaves_later_is_never_there_sooner(speed: float, seed: int) -> None:
    rng = np.random.default_rng(seed)
    water = np.cumsum(rng.normal(0.0, 0.2, (2, TICKS)), axis=1)
    way = durations(*NORTH, np.abs(water), np.where(water > 0, 20.0, 200.0), speed, KAYAK, 300.0)
    there = 300.0 * np.arange(TICKS) + way[0, 1]
    there = there[np.isfinite(there)]
    assert (np.diff(there) >= -1e-6).all()
    assert np.isfinite(way[0, 1]).sum() == np.argmax(~np.isfinite(way[0, 1])) or \
        np.isfinite(way[0, 1]).all()


def test_bearings_by_the_compass() -> None:
    assert np.degrees(bearing(0.0, 0.0, 0.0, 1.0)) == pytest.approx(90.0)
    assert np.degrees(bearing(10.0, 5.0, 9.0, 5.0)) % 360 == pytest.approx(180.0)


def test_no_speed_is_refused() -> None:
    with pytest.raises(DomainError, match="speed_m_s"):
        to_north(0.0, speed=0.0)


def test_a_craft_takes_a_marks_stance_or_does_not_get_there() -> None:
    assert CRAFTS["foot"].stance("anchored") == ""
    assert CRAFTS["kayak"].stance("drifting") == "kayak"
    assert CRAFTS["boat"].stance("wading") == "anchored"
    assert CRAFTS["foot"].stance("wading") == "wading"
