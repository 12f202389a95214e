"""Covering the water: no point is left out, and no cast is one too many."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ilha.core.advice.fan import HANDLING, fan_angles, plan, sight, two_plans, walk_steps
from ilha.core.choose.fish import fish_named
from ilha.core.choose.ranking import choose
from ilha.core.choose.retrieves import RETRIEVES, way_of
from ilha.core.choose.situation import Situation
from ilha.core.errors import DomainError

FLAT = Situation("flat", 1.2, 0.15, fish_named("red drum"), stance="wading", clarity="clear")


def farthest(angles: np.ndarray, cast: float, sector: float) -> float:
    """The greatest distance of a point of the sector from a cast's way, by brute force."""
    between = np.append(0.5 * (angles[1:] + angles[:-1]), [0.0, sector])
    turns = np.append(np.linspace(0.0, sector, 181), between)
    r, a = np.meshgrid(np.linspace(0.0, cast, 12), turns, indexing="ij")
    off = np.abs(a[..., None] - angles)
    # Beyond a right angle the nearest point of a way is the angler.
    away = r[..., None] * np.sin(np.minimum(off, np.pi / 2))
    return float(away.min(axis=-1).max())


@settings(deadline=None, max_examples=60)
@given(st.floats(5.0, 60.0), st.floats(20.0, 360.0), st.floats(0.3, 6.0))
def test_every_point_is_within_sight_of_a_cast(cast: float, degrees: float, reach: float) -> None:
    sector = np.radians(degrees)
    angles = fan_angles(cast, sector, reach)
    assert farthest(angles, cast, sector) <= reach * 1.0001
    if angles.size > 1:
        # One cast fewer, spread as well as it can be, leaves something out.
        count = angles.size - 1
        fewer = (np.arange(count) + 0.5) * sector / count
        assert farthest(fewer, cast, sector) > reach * 0.999


@given(st.floats(1.0, 300.0), st.floats(0.3, 6.0))
def test_a_stretch_walked_along(stretch: float, reach: float) -> None:
    steps = walk_steps(stretch, reach)
    along = np.linspace(0.0, stretch, 500)
    assert np.abs(along[:, None] - steps).min(axis=1).max() <= reach * 1.0001
    assert (steps.size - 1) * 2.0 * reach < stretch


def test_sight_by_water_light_and_lure() -> None:
    base = sight("stained", "bright", 0.1, False, 0.6)
    assert sight("clear", "bright", 0.1, False, 0.6) > base
    assert sight("dirty", "bright", 0.1, False, 0.6) < base
    assert sight("stained", "night", 0.1, False, 0.6) == pytest.approx(0.5 * base)
    assert sight("stained", "bright", 0.4, False, 0.6) == pytest.approx(2.0 * base)
    assert sight("stained", "bright", 0.1, True, 0.6) > base > sight(
        "stained", "bright", 0.1, False, 0.1)
    with pytest.raises(DomainError):
        sight("clear", "bright", 0.0, False, 0.6)


def test_searching_against_creeping() -> None:
    outfit = choose(FLAT).outfits[0]
    plans = two_plans(FLAT, outfit, 0.6, 2.0, np.radians(120.0), None)
    (fast, search), (slow, creep) = plans["search"], plans["creep"]
    assert (fast, slow) == ("steady", "drag")
    assert search.casts <= creep.casts
    assert search.seconds < creep.seconds
    way = way_of(RETRIEVES["steady"], FLAT.cast_m, FLAT.depth, FLAT.zone, 0.6)
    assert search.seconds_each == pytest.approx(HANDLING + 2.0 + way.seconds)
    assert search.apart <= 2.0 * search.sight * 1.0001


def test_walking_and_standing() -> None:
    outfit = choose(FLAT).outfits[0]
    walked = plan(FLAT, outfit, "steady", 0.6, 2.0, None, 80.0)
    assert walked.angles == ()
    assert walked.casts == len(walked.steps)
    assert walked.apart == pytest.approx(80.0 / walked.casts)


@pytest.mark.parametrize(("cast", "degrees", "field"), [
    (0.0, 90.0, "cast_m"), (20.0, 5.0, "sector_deg"), (20.0, 400.0, "sector_deg")])
def test_bad_stretches_are_refused(cast: float, degrees: float, field: str) -> None:
    with pytest.raises(DomainError) as caught:
        fan_angles(cast, np.radians(degrees), 2.0)
    assert caught.value.field == field
    with pytest.raises(DomainError, match="stretch_m"):
        walk_steps(0.0, 2.0)


@pytest.mark.parametrize("key", RETRIEVES)
def test_the_way_of_every_retrieve(key: str) -> None:
    """From the cast to the rod, never back, never under the bottom nor out of the water."""
    retrieve = RETRIEVES[key]
    way = way_of(retrieve, 20.0, 3.0, (0.0, 1.0), 0.5)
    assert way.away[0] == 20.0
    assert way.away[-1] == 0.0
    assert np.all(np.diff(way.away) <= 1e-12)
    assert np.all(np.diff(way.at) >= -1e-12)
    assert np.all((way.up >= 0.0) & (way.up <= 3.0))
    moving = np.diff(way.at) > 0.0
    speed = -np.diff(way.away)[moving] / np.diff(way.at)[moving]
    assert speed.max() == pytest.approx(retrieve.speed_m_s, rel=0.01)
    if way.period is not None and retrieve.rest == "fall":
        falls = np.diff(way.up)[2::4] if way.up.size > 4 else np.diff(way.up)
        assert way.period >= retrieve.move_s
        assert falls.min() <= 0.0


def test_what_does_not_sink_does_not_fall_between_moves() -> None:
    way = way_of(RETRIEVES["hop"], 10.0, 2.0, (0.0, 0.5), float("nan"))
    assert np.isfinite(way.at).all()
