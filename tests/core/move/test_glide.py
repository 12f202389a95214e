"""Free fall: what anglers see, for every head and tail; limits and continuity."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from scipy.optimize import brentq

from ilha.core.errors import DomainError
from ilha.core.move.glide import (
    OUTCOMES,
    Glide,
    _trim_angle,
    _trim_terms,
    crossflow_factor,
    free_fall,
    inertia_coefficients,
)
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Part, Plastic
from ilha.core.tables import FAMILIES, SHAPES
from tests.rigs import BULKY_102, JERK_127, PADDLE_102, RHO, head, plastic

AHEAD = [name for name, shape in SHAPES.items() if not shape.inside]
SOFT = {
    "straight": JERK_127,
    "stick": plastic(100, 11, 11, 9.0, "stick"),
    "paddle": PADDLE_102,
    "curl": plastic(64, 11, 12, 3.2, "curl"),
    "creature": plastic(76, 18, 14, 8.0, "creature"),
    "t-tail": plastic(90, 12, 15, 6.5, "t-tail"),
    "shrimp": plastic(90, 13, 15, 9.0, "shrimp"),
    "crab": plastic(50, 32, 14, 11.0, "crab"),
    "tube": plastic(90, 15, 15, 7.0, "tube"),
    "surface": plastic(90, 28, 20, 19.0, "surface"),
    "hair": plastic(90, 16, 16, 1.5, "hair", density=1150.0),
}


def fall(soft: Plastic, grams: float = 7.0, shape: str = "ball", **kw: float) -> Glide:
    return free_fall(assemble(soft, [head(grams, shape, **kw)]), RHO)


def deg(value: np.ndarray) -> float:
    return float(np.degrees(value[0, 0]))


@pytest.mark.parametrize("family", list(FAMILIES))
@pytest.mark.parametrize("shape", AHEAD)
def test_nose_weighted_rigs_fall_nose_first(shape: str, family: str) -> None:
    """Common practice, no source: nose-weighted, it falls within about 15° of the vertical.

    The path does for every shape and tail. The axis lies up to 21° off it (a crab's 40°): a keel or
    a flat foot below the axis, or a slim bullet before a blunt stick, holds the nose up;
    docs/model.md says so.
    """
    glide = fall(SOFT[family], 10.0, shape)
    # A crab is as broad as a plate: with its weight hung low it glides, to 19° off the vertical.
    flat = family == "crab"
    assert abs(deg(glide.path) - 90.0) < (19.0 if flat else 15.0)
    assert deg(glide.pitch) > (50.0 if flat else 69.0)
    assert 0.2 < float(glide.vertical[0, 0]) < 2.0


@pytest.mark.parametrize("family", ["straight", "stick", "paddle"])
def test_belly_weighted_rigs_fall_flatter_and_slower(family: str) -> None:
    # Common practice, no source.
    nose, belly = fall(SOFT[family], 5.0), fall(SOFT[family], 5.0, "belly-weighted")
    assert deg(belly.pitch) < deg(nose.pitch) - 20.0
    assert float(belly.vertical[0, 0]) < float(nose.vertical[0, 0])


def test_a_belly_weight_farther_back_flattens_the_fall() -> None:
    places = [0.25, 0.30, 0.35, 0.40, 0.45]
    pitches = [deg(fall(JERK_127, 5.0, "belly-weighted", weight_x=127 * x, hook_x=32.0).pitch)
               for x in places]
    assert pitches == sorted(pitches, reverse=True)


def test_a_paddle_falls_straighter_and_slower_than_a_straight_tail() -> None:
    # Common practice, no source. Same body, same mass, another tail.
    straight = fall(plastic(102, 14, 19, 10.0, "straight"))
    paddle = fall(plastic(102, 14, 19, 10.0, "paddle"))
    assert deg(paddle.pitch) > deg(straight.pitch)
    assert float(paddle.vertical[0, 0]) < float(straight.vertical[0, 0])


def test_bulk_sinks_slower_at_the_same_weight() -> None:
    # Common practice, no source: of two heads of one weight the bulky one rides higher.
    slim = plastic(102, 12, 13, 12.0, "creature")
    assert float(fall(BULKY_102, 28.0).vertical[0, 0]) < float(fall(slim, 28.0).vertical[0, 0])


def test_a_less_dense_head_of_the_same_mass_sinks_slower() -> None:
    lead = head(10.0)
    resin = replace(lead, density=5000.0, shape="resin")
    glide = free_fall(assemble(JERK_127, [lead, resin]), RHO)
    assert glide.vertical[1, 0] < glide.vertical[0, 0]


def test_floating_sinking_and_hanging_are_told_apart() -> None:
    cork = plastic(100, 11, 11, 6.0, "stick", density=800.0)
    masses = np.array([[0.2], [0.9], [3.0]]) / 1e3
    rigs = [head(1.0, hook=(0.3, 0.7, 8), name=str(i)) for i in range(3)]
    glide = free_fall(assemble(cork, rigs, masses), RHO)
    assert list(np.sign(glide.wet_weight[:, 0])) == [-1.0, -1.0, 1.0]
    assert list(glide.sinks[:, 0]) == [False, False, True]
    assert np.isnan(glide.pitch[:2]).all()


def test_neither_sinking_nor_floating_is_its_own_outcome() -> None:
    # A rig that a thousandth of its weight would turn over: no fall speed is made up for it.
    stick = plastic(100, 11, 11, 7.6, "stick", 960.0)
    hook = head(1.0, hook=(0.3, 0.7, 8))
    grams = np.linspace(0.05, 0.4, 400)[:, None] / 1e3
    body = assemble(stick, [replace(hook, id=str(i)) for i in range(400)], grams)
    glide = free_fall(body, RHO)
    said = [OUTCOMES[o] for o in glide.outcome[:, 0]]
    assert said == sorted(said)  # floats, neutral, sinks, in this order of mass
    assert set(said) == set(OUTCOMES)
    still = np.array(said) == "neutral"
    assert np.isnan(glide.vertical[still]).all()
    assert np.abs(glide.wet_weight[still]).max() < 0.004 * 9.8 * 0.0084


@pytest.mark.parametrize(("x", "turns"), [(10.0, "nose"), (88.0, "tail")])
def test_a_nail_weight_turns_the_end_it_sits_in_down(x: float, turns: str) -> None:
    stick = plastic(100, 11, 11, 9.0, "stick")
    rig = [head(0.2, "buried", (0.6, 0.8, 9), weight_x=50.0, hook_x=50.0)]
    nail = Part(1.3e-3, 11340.0, x * 1e-3)
    pitch = deg(free_fall(assemble(stick, rig, parts=[nail]), RHO).pitch)
    assert pitch > 20.0 if turns == "nose" else pitch < -12.0


def test_a_stinger_and_a_blade_slow_nothing_but_the_fall() -> None:
    plain = assemble(JERK_127, [head(14.0)])
    hung = assemble(JERK_127, [head(14.0)], parts=[
        Part(2.5e-3, 7850.0, 0.07, 0.02, 2e-4), Part(1.0e-3, 7850.0, -0.01, 0.01, 1.5e-4)])
    assert float(hung.package[0, 0] - plain.package[0, 0]) == pytest.approx(3.5e-3)
    assert float(hung.axial_drag[0, 0] - plain.axial_drag[0, 0]) == pytest.approx(3.5e-4)
    before, after = free_fall(plain, RHO), free_fall(hung, RHO)
    assert after.wet_weight[0, 0] > before.wet_weight[0, 0]
    assert after.vertical[0, 0] < before.vertical[0, 0]


def test_parts_of_no_mass_change_nothing_and_bad_ones_are_named() -> None:
    nothing = Part(1e-9, 11340.0, 0.05)
    one, other = (free_fall(assemble(JERK_127, [head(7.0)], parts=p), RHO)
                  for p in ([], [nothing]))
    assert float(one.vertical[0, 0]) == pytest.approx(float(other.vertical[0, 0]), rel=1e-6)
    with pytest.raises(DomainError, match=r"added\.mass_g` must be above 0 g, got -1 g"):
        Part(-1e-3, 11340.0, 0.05)


def test_a_weight_in_the_tail_falls_tail_first() -> None:
    stick = plastic(100, 11, 11, 9.0, "stick")
    glide = fall(stick, 2.0, "buried", weight_x=97.0, hook_x=90.0)
    assert deg(glide.angle) > 150.0
    assert deg(glide.pitch) < -45.0


def test_speed_grows_with_the_root_of_weight() -> None:
    # One attitude (nose first), one drag area: U² is proportional to W.
    glide = fall(PADDLE_102, 7.0)
    denser = free_fall(assemble(PADDLE_102, [head(7.0)]), RHO * 1.02)
    ratio = float((glide.vertical / denser.vertical)[0, 0])
    expected = np.sqrt(float((glide.wet_weight / denser.wet_weight)[0, 0]) * 1.02)
    assert ratio == pytest.approx(expected, rel=1e-6)


def test_attitude_is_continuous_in_the_weights_place() -> None:
    x = np.linspace(20.0, 60.0, 400)
    rigs = [head(5.0, "belly-weighted", (2.2, 1.3, 17), 32.0, float(v), str(v)) for v in x]
    glide = free_fall(assemble(JERK_127, rigs), RHO)
    assert np.abs(np.diff(np.degrees(glide.pitch[:, 0]))).max() < 1.5


def test_heads_and_times_broadcast() -> None:
    rho = np.array([1000.0, 1010.0, 1026.0])
    rigs = [head(3.5, name="a"), head(7.0, name="b")]
    glide = free_fall(assemble(JERK_127, rigs), rho)
    assert glide.vertical.shape == (2, 3)
    for i, rig in enumerate(rigs):
        for t in range(3):
            one = free_fall(assemble(JERK_127, [rig]), rho[t])
            assert float(one.vertical[0, 0]) == float(glide.vertical[i, t])


def test_inertia_coefficients_limits() -> None:
    k1, k2 = inertia_coefficients(np.array([1.0, 1e3]))
    assert k1.tolist() == pytest.approx([0.5, 0.0], abs=1e-4)
    assert k2.tolist() == pytest.approx([0.5, 1.0], abs=1e-4)


def test_crossflow_factor_stays_in_its_range() -> None:
    assert crossflow_factor(np.array([0.5, 1.0, 1e9])).tolist() == [0.5, 0.52, 1.0]


@pytest.mark.parametrize("name", sorted(SOFT))
def test_the_trim_is_where_the_moment_passes_nought(name: str) -> None:
    """By scipy's Brent between the two degrees at which it changes its sign."""
    body = assemble(SOFT[name], [head(g, shape) for g in (2.0, 7.0, 40.0) for shape in AHEAD[:4]])
    terms, _ = _trim_terms(body, np.asarray(RHO))
    found = _trim_angle(terms, body.m_head.shape)[:, 0]

    def moment(of: int, angle: float) -> float:
        return float(np.broadcast_to(terms.moment(np.array(angle)), body.m_head.shape)[of, 0])

    between = 0
    for i, angle in enumerate(found):
        if 1e-9 < angle < np.pi - 1e-9:
            low, high = angle - 1e-3, angle + 1e-3
            assert moment(i, low) > 0.0 > moment(i, high)
            assert angle == pytest.approx(brentq(lambda a, i=i: moment(i, a), low, high,
                                                 xtol=1e-14), abs=1e-10)
            between += 1
    assert between > 0 or name in ("hair",)
