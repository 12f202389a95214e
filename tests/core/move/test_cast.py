"""Casts that nobody measured, and what stands in the air."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.judge.board import board
from ilha.core.judge.schools import MARGINAL, VERDICTS
from ilha.core.move.cast import (
    Rod,
    SeenCast,
    cast_distance,
    is_guess,
    package_drag_area,
    usual_cast,
)
from ilha.core.rig.assembly import assemble
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, head, ladder, plastic


@pytest.mark.parametrize(("most_g", "length", "metres"), [
    (7.0, 2.1, 30.0), (20.0, None, 40.0), (30.0, 2.7, 55.0), (85.0, 3.3, 80.0)])
def test_usual_casts(most_g: float, length: float | None, metres: float) -> None:
    """Common practice, no source: at two thirds of the rating."""
    cast = usual_cast(most_g / 1e3, length)
    assert cast.distance == pytest.approx(metres, rel=0.01)
    assert cast.mass == pytest.approx(most_g / 1.5e3)


def test_usual_casts_are_smooth_and_grow() -> None:
    far = np.array([usual_cast(g / 1e3).distance for g in np.geomspace(3.0, 200.0, 60)])
    assert np.all(np.diff(far) > 0.0)
    assert np.all(far[1:] / far[:-1] < 1.06)
    assert usual_cast(0.03, 3.0).distance > usual_cast(0.03, 2.4).distance
    with pytest.raises(DomainError, match=r"rod\.lure_max_g"):
        usual_cast(0.0)


def test_a_cast_that_is_assumed_flies_its_reference_and_is_a_guess() -> None:
    seen = usual_cast(0.03)
    rod = Rod(0.01, 0.03, None, (seen,), assumed=True)
    far = cast_distance(rod, np.array([[seen.mass]]), np.array([[seen.drag_area]]), seen.diameter,
                        np.zeros(1))
    assert float(far[0, 0]) == pytest.approx(seen.distance, rel=2e-3)
    assert bool(is_guess(rod, np.array([seen.mass]))[0])


def test_a_guess_never_erases_a_head() -> None:
    """However far one wants to cast: at most only just."""
    water = Conditions(np.array([4.0]), np.array([0.1]), 1.9e-4, cast=60.0)
    rods = [Rod(0.0, 0.3, None, (usual_cast(0.03),), assumed=assumed) for assumed in (False, True)]
    measured, assumed = (board(water, JERK_127, ladder(), rod).judgement.verdict for rod in rods)
    assert VERDICTS.index("falls-short") in measured
    assert VERDICTS.index("falls-short") not in assumed
    assert MARGINAL in assumed


def test_hair_and_bulk_stand_in_the_air() -> None:
    slim, hairy = (plastic(102, 14, 19, 10.0, "paddle", extra_cm2=cm2) for cm2 in (0.0, 3.0))
    areas = [float(package_drag_area(assemble(p, [head(14.0)]))[0, 0]) for p in (slim, hairy)]
    assert areas[1] - areas[0] == pytest.approx(3e-4)
    rod = Rod(0.01, 0.03, None, (usual_cast(0.03),))
    far = [float(cast_distance(rod, np.array([[0.025]]), np.array([[a]]), 1.9e-4,
                               np.zeros(1))[0, 0]) for a in areas]
    assert far[1] < far[0]


@pytest.mark.parametrize(("name", "si", "field", "unit", "low", "high"), [
    ("mass", 1e-3, "mass_g", "g", 0.0, 500.0),
    ("distance", 1.0, "distance_m", "m", 3.0, 150.0),
    ("diameter", 1e-3, "line_diameter_mm", "mm", 0.0, None),
    ("drag_area", 1e-4, "drag_area_cm2", "cm²", 0.0, None)])
def test_a_seen_cast_is_refused_by_its_field(
    name: str, si: float, field: str, unit: str, low: float, high: float | None
) -> None:
    """Just inside is taken; just outside is told with what was typed, in its unit, and the way out.
    """
    inside = [low + 1e-6 if low == 0.0 else low] + ([] if high is None else [high])
    for value in inside:
        assert getattr(SeenCast(**{name: value * si}), name) == pytest.approx(value * si)
    for value in [low - 0.5] + ([] if high is None else [high + 0.5]):
        with pytest.raises(DomainError) as refused:
            SeenCast(**{name: value * si})
        told = refused.value
        assert told.field == f"rod.reference_cast.{field}"
        assert (told.value, told.unit) == (pytest.approx(value), unit)
        assert str(told).endswith("enter one cast this rod was seen to make")


def test_the_usual_cast_of_a_rating_that_none_has_is_refused_or_the_nearest() -> None:
    """Between 2 and 400 g as it is; beyond them, to 500, as at the end."""
    assert usual_cast(0.001).distance == usual_cast(0.002).distance
    assert usual_cast(0.45).distance == usual_cast(0.4).distance == 120.0
    assert usual_cast(0.001).mass == pytest.approx(0.002 / 1.5)
    # Between two of the table line and area go with the power between those two.
    one, two, between = (usual_cast(kg) for kg in (0.020, 0.030, float(np.sqrt(0.020 * 0.030))))
    for name in ("distance", "diameter", "drag_area"):
        ends = [getattr(one, name), getattr(two, name)]
        assert getattr(between, name) == pytest.approx(np.sqrt(ends[0] * ends[1]))
    assert usual_cast(0.5).mass == pytest.approx(0.5 / 1.5)
    for grams in (0.0, 500.5):
        with pytest.raises(DomainError) as refused:
            usual_cast(grams / 1e3)
        told = refused.value
        assert (told.field, told.value, told.unit) == (
            "rod.lure_max_g", pytest.approx(grams), "g")
        assert str(told).endswith("see the rod's rating")
