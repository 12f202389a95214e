"""The way of the casts at a mark and the ways of its streams: the angle between them, and the board
in a day of both."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.judge.board import Board, board
from ilha.core.move.held import held_fall
from ilha.core.water.conditions import CastWay, Conditions, between, current_to
from ilha.core.water.ground import Ground
from tests.rigs import JERK_127, ladder


@pytest.mark.parametrize(("one", "other", "angle"), [
    (0.0, 0.0, 0.0), (350.0, 10.0, 20.0), (10.0, 350.0, 20.0), (0.0, 180.0, 180.0),
    (270.0, 90.0, 180.0), (45.0, 315.0, 90.0), (360.0, 0.0, 0.0), (725.0, 5.0, 0.0),
])
def test_the_angle_between_two_ways_is_the_lesser_one(
    one: float, other: float, angle: float
) -> None:
    assert float(between(one, other)) == pytest.approx(angle)


def test_a_cast_lies_to_flood_and_ebb_as_the_compass_has_it() -> None:
    """A cast to 320° over a flood to 65°: 105° off it, and 75° off the ebb that runs against it; an
    ebb with a way of its own is held to that."""
    stream = np.array([0.4, -0.4, 0.0])
    assert CastWay(320.0, 65.0).on(stream) == pytest.approx([105.0, 75.0, 105.0])
    assert CastWay(10.0, 85.0, 250.0).on(stream) == pytest.approx([75.0, 120.0, 75.0])
    assert current_to(stream, 85.0, 250.0) == pytest.approx([85.0, 250.0, 85.0])


@pytest.mark.parametrize("way", [CastWay(None, 65.0), CastWay(320.0, None), CastWay(None, None)])
def test_where_one_of_them_is_not_known_it_is_across(way: CastWay) -> None:
    assert way.on(np.array([0.3, -0.3])) == pytest.approx([90.0, 90.0])


def _board(angle: object, steady: bool, fall: str, at: slice = slice(None)) -> Board:
    depth, current = np.linspace(3.0, 4.5, 8), np.array([0.5, 0.3, 0.1, 0.0, 0.0, 0.2, 0.4, 0.6])
    ground = None if steady else Ground(((0.0, 2.0), (25.0, 4.0), (50.0, 6.0)))
    return board(replace(
        Conditions(depth[at], current[at], 1.9e-4), cast_angle_deg=angle, steady=steady, fall=fall,
        ground=ground), JERK_127, ladder())


@pytest.mark.parametrize(("steady", "fall"), [(False, "fed"), (False, "held"), (True, "fed")])
def test_a_day_of_two_angles_is_as_each_by_itself(steady: bool, fall: str) -> None:
    """Flood and ebb in one board give what two boards give, each with its one angle."""
    angle = np.where(np.arange(8) < 4, 40.0, 140.0)
    both = _board(angle, steady, fall)
    for at, own in ((slice(0, 4), 40.0), (slice(4, 8), 140.0)):
        alone = _board(own, steady, fall, at)
        pairs = [(both.count, alone.count), (both.judgement.verdict, alone.judgement.verdict),
                 (both.lead, alone.lead), (both.beyond, alone.beyond)]
        if steady:
            pairs += [(both.figures.swum.above, alone.figures.swum.above),
                      (both.figures.slack, alone.figures.slack)]
        for of_both, of_one in pairs:
            got = np.broadcast_to(of_both, both.shape)[:, at]
            assert np.allclose(got, np.broadcast_to(of_one, alone.shape), rtol=2e-5, atol=1e-6,
                               equal_nan=True)
    # It matters: the same day with the angles changed about is another.
    other = _board(180.0 - angle, steady, fall)
    told = (lambda b: b.figures.swum.above) if steady else (lambda b: b.count)
    assert not np.allclose(told(both), told(other), rtol=1e-3, equal_nan=True)


def test_the_band_of_current_is_told_where_the_cast_lies_along_it() -> None:
    """Across it the current neither helps nor hinders the reel: no band, at those steps alone."""
    b = _board(np.array([90.0] * 4 + [20.0] * 4), True, "fed")
    assert np.all(np.isnan(b.window_low[:, :4]))
    assert np.any(np.isfinite(b.window_low[:, 4:]))


def test_held_falls_read_each_angle_from_its_own_table() -> None:
    some = np.linspace(0.1, 0.9, 40)
    angles = np.repeat([0.0, 37.0, 90.0, 180.0], 10)
    given = (4.0 + some, 0.3 * some + 0.1, some, some, 0.0 * some)
    whole = held_fall(*given, angles)
    for i in range(40):
        one = held_fall(*(np.asarray(v[i]) for v in given), float(angles[i]))
        for got, by_itself in zip(whole, one, strict=True):
            assert got[i] == pytest.approx(float(by_itself), rel=1e-9)


def test_an_angle_for_each_step_is_held_to_its_bounds_and_to_their_number() -> None:
    water = Conditions(np.full(3, 4.0), np.full(3, 0.3), 1.9e-4)
    with pytest.raises(DomainError, match=r"cast_to_current_deg` must be at most 180"):
        replace(water, cast_angle_deg=np.array([90.0, 200.0, 90.0])).checked()
    with pytest.raises(DomainError, match="one length"):
        replace(water, cast_angle_deg=np.array([90.0, 20.0])).checked()
    assert replace(water, depth=4.0, surface_speed=0.3,
                   cast_angle_deg=np.array([90.0, 20.0])).checked().steps == 2
