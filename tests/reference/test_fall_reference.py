"""Fed fall, swing, retrieve, rest and cast against integration, limits and check values."""

from __future__ import annotations

import numpy as np
import pytest
from scipy.integrate import quad, solve_ivp

from ilha.core.move.cast import (
    Rod,
    SeenCast,
    cast_distance,
    flight,
    launch_energy,
    package_drag_area,
    vacuum_distance,
)
from ilha.core.move.fall import fed_fall, line_needed, swing
from ilha.core.move.glide import free_fall
from ilha.core.move.rest import lean, lifting_moment
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.units import G
from ilha.core.water.flow import SEVENTH_ROOT, UNIFORM, Profile
from tests.rigs import (
    BULKY_102,
    JERK_127,
    PADDLE_76,
    PADDLE_102,
    RHO,
    falling,
    head,
    plastic,
)

A = np.array


@pytest.mark.parametrize("depth", [0.5, 4.0, 18.0, 60.0])
@pytest.mark.parametrize("pull", [0.0, 0.01, 0.03])
def test_closed_form_count_against_quadrature(depth: float, pull: float) -> None:
    weight, speed, d = 0.0735, 0.84, 0.19e-3
    k = 0.5 * RHO * 0.01 * np.pi * d
    big_k = weight / speed**2
    exact = quad(lambda z: np.sqrt((big_k + k * z) / (weight - pull)), 0.0, depth, epsabs=1e-12)[0]
    ours = falling(weight, speed, depth, pull=pull).seconds(A(depth))
    assert float(ours) == pytest.approx(exact, rel=1e-9)


@pytest.mark.parametrize("profile", [SEVENTH_ROOT, UNIFORM, Profile("seventh-root", 1.2)])
def test_drift_against_quadrature(profile: Profile) -> None:
    weight, speed, d, depth, pull, u = 0.0735, 0.84, 0.19e-3, 9.0, 0.02, 0.4
    k = 0.5 * RHO * 0.01 * np.pi * d
    big_k = weight / speed**2

    def drift(t: float) -> float:
        def rate(z: float) -> float:
            return float(u * profile.share(depth - z, depth) * np.sqrt(
                (big_k + k * z) / (weight - t)))

        return quad(rate, 0.0, depth, epsabs=1e-10, points=[depth - 1.2])[0]

    ours = fed_fall(falling(weight, speed, depth, u, pull, profile=profile), 0.0, 1.0)
    # The kink at the top of the weed costs the quadrature a digit.
    near = 1e-4 if profile.canopy == 0.0 else 2e-4
    assert float(ours.shift) == pytest.approx(0.5 * (drift(0.0) + drift(pull)), rel=near)


@pytest.mark.parametrize(
    ("rig_head", "soft", "depth", "u", "d_mm", "count", "drift"),
    # docs/model.md section 2, from the prototype; the last digit printed is the tolerance.
    [(head(7.0, hook=(1.0, 1.0, 12)), PADDLE_76, 4.0, 0.5, 0.19, 5.3, 2.2),
     (head(7.0, hook=(1.4, 1.2, 15)), JERK_127, 18.0, 0.2, 0.11, 22.0, 3.7),
     (head(3.5, hook=(1.0, 1.0, 12)), PADDLE_76, 15.0, 0.1, 0.19, 29.8, 2.4)],
)
def test_fed_fall_checks(
    rig_head: Head, soft: Plastic, depth: float, u: float, d_mm: float, count: float, drift: float
) -> None:
    glide = free_fall(assemble(soft, [rig_head]), RHO)
    fall = fed_fall(falling(glide.wet_weight, glide.vertical, depth, u, line_mm=d_mm), 0.0, 1.0)
    # The prototype's smallest head had an eye as large as the others': ours is 0.7 % faster.
    small = 0.008 if rig_head.mass < 0.005 else 0.0
    assert float(fall.count[0, 0]) == pytest.approx(count, abs=0.1, rel=small)
    assert float(fall.shift[0, 0]) == pytest.approx(drift, abs=0.06)


@pytest.mark.parametrize(
    ("rig_head", "soft", "seconds"),
    [(head(3.5, hook=(1.0, 1.0, 12)), PADDLE_76, 11.2),
     (head(7.0, hook=(1.0, 1.0, 12)), PADDLE_76, 8.3),
     (head(14.0, hook=(3.0, 1.5, 20)), PADDLE_102, 6.4)],
)
def test_swing_checks(rig_head: Head, soft: Plastic, seconds: float) -> None:
    # docs/model.md section 2: X 25 m, d 4 m, tip 1.5 m, 0.19 mm. The hook of the third is not
    # stated there: 3.0 g is heavy for it, hence 4 %; the fit itself claims 11 %.
    glide = free_fall(assemble(soft, [rig_head]), RHO)
    got = swing(falling(glide.wet_weight, glide.vertical, 4.0, 0.0), A(25.0), A(1.5), 0.0, 1.0)
    assert float(got.fall.count[0, 0]) == pytest.approx(seconds, rel=0.04)
    assert bool(got.tabled[0, 0])


def test_swing_come_in_and_too_short_a_cast() -> None:
    glide = free_fall(assemble(PADDLE_76, [head(3.5, hook=(1.0, 1.0, 12))]), RHO)
    rig = falling(glide.wet_weight, glide.vertical, 4.0, 0.0)
    come_in = swing(rig, A(25.0), A(1.5), 0.0, 1.0).fall.come_in
    assert float(come_in[0, 0]) == pytest.approx(1.8, abs=0.06)
    assert np.isnan(swing(rig, A(5.0), A(1.5), 0.0, 1.0).fall.count[0, 0])


@pytest.mark.parametrize(
    ("soft", "rig_head", "angles"),
    # docs/model.md section 2, mushroom under an elastomer stick at 0, 0.1 and 0.3 m/s.
    [(plastic(70, 10, 10, 4.3, "stick", 960.0), head(1.8, "mushroom", (0.5, 0.8, 9), 15.0),
      (90, 43, 15)),
     (plastic(100, 11, 11, 7.6, "stick", 960.0), head(2.8, "mushroom", (0.8, 0.9, 10), 18.0),
      (90, 47, 17))],
)
def test_standing_checks(soft: Plastic, rig_head: Head, angles: tuple[int, ...]) -> None:
    body = assemble(soft, [rig_head])
    moment = lifting_moment(body, A(RHO))
    for u, angle in zip((0.0, 0.1, 0.3), angles, strict=True):
        theta = np.degrees(lean(moment, A(u), body, A(RHO)))
        assert float(theta[0, 0]) == pytest.approx(angle, abs=1)


def test_line_needed_limits() -> None:
    assert float(line_needed(5.0, 0.0)) == 5.0
    assert float(line_needed(0.0, 3.0)) == 3.0


def test_vacuum_flight_against_the_closed_form() -> None:
    # No air and no line: the parabola from 1.5 m up.
    speed = A([10.0, 20.0, 30.0])
    assert flight(speed, 0.01, 0.0, 1e-12, 0.0) == pytest.approx(vacuum_distance(speed), rel=1e-4)


@pytest.mark.parametrize("wind", [-6.0, 0.0, 6.0])
@pytest.mark.parametrize(("mass", "area", "speed"), [
    (0.010, 2.5e-4, 27.0), (0.001, 8e-4, 45.0), (3e-4, 6e-3, 60.0), (0.110, 3e-3, 30.0)])
def test_flight_against_solve_ivp(mass: float, area: float, speed: float, wind: float) -> None:
    """From a heavy swimbait to fluff that the air stops within a step of the flight."""
    d = 0.19e-3
    lam = 750.0 * np.pi * d**2 / 4.0

    def slope(_: float, s: np.ndarray) -> list[float]:
        _, _, vx, vz, out = s
        v = np.hypot(vx, vz)
        rel = vx - wind
        air = 0.6 * area * np.hypot(rel, vz)
        line = (lam + 0.6 * 0.012 * np.pi * d * out) * v
        return [vx, vz, -(air * rel + line * vx) / mass, -G - (air + line) * vz / mass, v]

    def landed(_: float, s: np.ndarray) -> float:
        return float(s[1])

    landed.terminal = True  # type: ignore[attr-defined]
    landed.direction = -1  # type: ignore[attr-defined]
    a = np.radians(40.0)
    run = solve_ivp(slope, (0.0, 20.0), [0.0, 1.5, speed * np.cos(a), speed * np.sin(a), 0.0],
                    events=landed, rtol=1e-9, atol=1e-9)
    assert float(flight(speed, mass, area, d, wind)) == pytest.approx(
        float(run.y_events[0][0][0]), rel=2e-3)


def test_reference_cast_comes_back_and_the_check_package_flies_as_stated() -> None:
    rod = Rod(effective_mass=0.008)
    (seen,) = rod.casts
    energy = launch_energy(seen, rod.inertia)
    speed = np.sqrt(2.0 * energy / (seen.mass + rod.inertia))
    assert float(flight(speed, seen.mass, seen.drag_area, seen.diameter, 0.0)) == (
        pytest.approx(35.0, abs=0.05))
    # With 8 g swung besides, 7 g on 0.15 mm flies 28 to 31.5 m for 4 to 3 cm² (the design page).
    speed = np.sqrt(2.0 * energy / (0.007 + rod.inertia))
    thrown = flight(speed, 0.007, A([4e-4, 3e-4]), 0.15e-3, 0.0)
    assert thrown == pytest.approx([28.0, 31.5], abs=0.1)


def test_a_surf_rod_throws_as_stated_and_farthest_below_its_greatest_lure() -> None:
    """30 to 120 g that throws 45 g 60 m: 15, 30, 70, 96 g fly about 40, 54, 64, 62 m (the design
    page), the reference its own distance, and there is one maximum."""
    rod = Rod(0.030, 0.120, None, (SeenCast(0.045, 60.0, 0.24e-3, 5e-4),))
    assert rod.inertia == pytest.approx(0.156)
    mass = A([0.015, 0.030, 0.045, 0.070, 0.096])
    far = cast_distance(rod, mass, A(5e-4), 0.24e-3, A(0.0))
    assert far == pytest.approx([40.0, 54.0, 60.0, 64.0, 62.0], rel=0.02)
    assert float(far[2]) == pytest.approx(60.0, abs=0.05)
    fine = np.linspace(0.01, 0.12, 111)
    thrown = cast_distance(rod, fine, A(5e-4), 0.24e-3, A(0.0))
    best = float(fine[int(np.argmax(thrown))])
    assert 0.55 * 0.120 <= best <= 0.120
    rising = np.diff(thrown) > 0.0
    assert np.all(rising[: int(np.argmax(thrown))])
    assert not np.any(rising[int(np.argmax(thrown)):])


def test_bulk_casts_shorter() -> None:
    # Common practice, no source: of two heads of one weight the bulky rig casts shorter.
    rod = Rod()
    slim, bulky = (
        cast_distance(rod, body.package, package_drag_area(body), 2e-4, A(0.0))
        for body in (assemble(soft, [head(14.0)])
                     for soft in (plastic(102, 12, 13, 12.0, "stick"), BULKY_102)))
    assert float(bulky[0, 0]) < float(slim[0, 0])
