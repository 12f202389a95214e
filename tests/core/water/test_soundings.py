"""The bottom along a cast: exact on what has a closed form, refused where nothing is known."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ilha.core.distance import great_circle
from ilha.core.errors import DomainError
from ilha.core.water.ground import Ground
from ilha.core.water.soundings import BESIDE, STEP, TRUE_TO, along

LAT, LON = 36.4, -21.7
M_PER_DEG = 111_195.1
"""Of a great circle on the mean sphere: 2 pi 6371009 / 360."""


def _place(east: float, north: float, lat: float = LAT, lon: float = LON) -> tuple[float, float]:
    return lat + north / M_PER_DEG, lon + east / (M_PER_DEG * np.cos(np.radians(lat)))


def _plane(a: float, b: float, c: float, seed: int = 3) -> np.ndarray:
    """Soundings of a sloping plane, depth = a + b east + c north, all round the mark."""
    rng = np.random.default_rng(seed)
    xy = np.vstack([rng.uniform(-90.0, 90.0, (60, 2)),
                    [[-95, -95], [-95, 95], [95, -95], [95, 95]]])
    return np.array([[*_place(x, y), a + b * x + c * y] for x, y in xy])


@given(to=st.floats(0.0, 359.9), b=st.floats(-0.04, 0.04), c=st.floats(-0.04, 0.04))
def test_a_sloping_plane_comes_back_as_it_is(to: float, b: float, c: float) -> None:
    found = along(LAT, LON, to, 40.0, _plane(6.0, b, c))
    out = (b * np.sin(np.radians(to)) + c * np.cos(np.radians(to)))
    for away, depth in found.points:
        assert depth == pytest.approx(6.0 + out * away, abs=0.01 + abs(out) * 0.05)
    assert (found.points[0][0], found.points[-1][0]) == (0.0, 40.0)
    assert not found.beside


def test_the_way_is_from_north_by_east() -> None:
    deeper_east = _plane(5.0, 0.05, 0.0)
    assert along(LAT, LON, 90.0, 40.0, deeper_east).points[-1][1] == pytest.approx(7.0, abs=0.02)
    assert along(LAT, LON, 270.0, 40.0, deeper_east).points[-1][1] == pytest.approx(3.0, abs=0.02)
    assert along(LAT, LON, 0.0, 40.0, deeper_east).points[-1][1] == pytest.approx(5.0, abs=0.02)


@pytest.mark.parametrize("lat", [-62.0, -20.0, 0.0, 36.4, 71.0])
@pytest.mark.parametrize("lon", [-179.9999, 0.0, 179.9999])
def test_its_metres_are_those_of_the_globe(lat: float, lon: float) -> None:
    """A ledge 30 m to the east is found where the great circle has it, at any latitude and on
    either side of the date line."""
    east = 30.0 / (M_PER_DEG * np.cos(np.radians(lat)))
    ledge = (lon + east + 180.0) % 360.0 - 180.0
    assert float(great_circle(lat, lon, lat, ledge)) == pytest.approx(30.0, rel=1e-4)
    places = [(lat, lon, 2.0), (lat, ledge, 8.0),
              (lat, (lon + 2.0 * east + 180.0) % 360.0 - 180.0, 8.0)]
    found = Ground(along(lat, lon, 90.0, 50.0, places).points)
    assert float(found.depth(15.0)) == pytest.approx(5.0, abs=0.1)
    assert float(found.depth(45.0)) == pytest.approx(8.0, abs=0.1)


def test_a_ledge_keeps_its_edges() -> None:
    """Points are thinned out, but no depth between them is off by more than charts write."""
    rng = np.random.default_rng(5)
    xy = rng.uniform(-80.0, 80.0, (4000, 2))
    deep = np.where(xy[:, 1] < 20.0, 2.0, 2.0 + np.minimum(xy[:, 1] - 20.0, 6.0))
    places = [[*_place(x, y), z] for (x, y), z in zip(xy, deep, strict=True)]
    found = along(LAT, LON, 0.0, 50.0, places)
    ground = Ground(found.points)
    for away, depth in ((10.0, 2.0), (23.0, 5.0), (40.0, 8.0)):
        assert float(ground.depth(away)) == pytest.approx(depth, abs=3.0 * TRUE_TO)
    assert len(found.points) < 50.0 / STEP / 4.0


def test_a_track_beside_the_cast_is_laid_onto_it() -> None:
    track = [[*_place(4.0, y), 2.0 + 0.1 * y] for y in np.arange(-5.0, 46.0, 3.0)]
    found = along(LAT, LON, 0.0, 40.0, track)
    assert found.beside
    assert [p[1] for p in found.points] == pytest.approx([2.0, 6.0], abs=0.02)
    aside = [[*_place(BESIDE + 3.0, y), 2.0] for y in np.arange(-5.0, 46.0, 3.0)]
    with pytest.raises(DomainError, match="along half of the cast"):
        along(LAT, LON, 0.0, 40.0, aside)


@pytest.mark.parametrize("places", [[], [(LAT, LON, 3.0)], [(LAT + 1.0, LON, 3.0)] * 9])
def test_where_nothing_is_known_nothing_is_said(places: list[tuple[float, float, float]]) -> None:
    with pytest.raises(DomainError, match="type the depths"):
        along(LAT, LON, 0.0, 30.0, places)


def test_a_half_known_cast_is_level_beyond_what_is_known() -> None:
    near = [[*_place(x, y), 3.0] for x in (-20.0, 20.0) for y in (-5.0, 10.0, 24.0)]
    found = along(LAT, LON, 0.0, 40.0, near)
    assert found.points[-1][0] == pytest.approx(24.0, abs=STEP)
    with pytest.raises(DomainError):
        along(LAT, LON, 0.0, 100.0, near)
