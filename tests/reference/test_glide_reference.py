"""Free fall: the model's check table, Lamb's coefficients, a bare sphere."""

from __future__ import annotations

import fluids
import numpy as np
import pytest
from scipy.integrate import quad

from ilha.core.move.glide import free_fall, inertia_coefficients
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Head, Plastic, ball_diameter
from ilha.core.tables import SHAPES
from ilha.core.units import G
from tests.rigs import BULKY_102, JERK_127, PADDLE_76, PADDLE_102, RHO, head, plastic

STICK_70 = plastic(70, 10, 10, 4.3, "stick", density=960.0)
JERK_178 = plastic(178, 19, 22, 28.0, "straight")

# docs/model.md, section 2: W mN, angle of flow and pitch in degrees, vertical speed m/s. The
# table comes from the prototype that the model was settled with; its own statement is 3 %.
TABLE = [
    (head(3.5, hook=(1.0, 1.0, 12)), PADDLE_76, 42.3, 0.0, 90.0, 0.64),
    (head(7.0, hook=(1.4, 1.2, 15)), PADDLE_102, 79.4, 0.0, 90.0, 0.70),
    (head(7.0, hook=(1.4, 1.2, 15)), JERK_127, 79.6, 3.4, 85.0, 0.95),
    (head(14.0, hook=(3.0, 1.5, 20)), JERK_178, 164.5, 3.5, 85.0, 1.01),
    (head(5.0, "belly-weighted", (2.2, 1.3, 17), 32, 0.30 * 127), JERK_127, 68.6, 28.0, 28.0, 0.55),
    (head(5.0, "belly-weighted", (2.2, 1.3, 17), 32, 0.45 * 127), JERK_127, 68.6, 64.0, 3.0, 0.38),
    (head(1.8, "mushroom", (0.6, 0.8, 9)), STICK_70, 18.3, 6.1, 81.0, 0.61),
    (head(28.0, hook=(2.5, 1.5, 19)), BULKY_102, 277.1, 3.7, 88.0, 0.94),
]


@pytest.mark.parametrize(("rig_head", "soft", "weight", "angle", "pitch", "speed"), TABLE)
def test_fall_table(
    rig_head: Head, soft: Plastic, weight: float, angle: float, pitch: float, speed: float
) -> None:
    glide = free_fall(assemble(soft, [rig_head]), RHO)
    assert float(glide.wet_weight[0, 0]) * 1e3 == pytest.approx(weight, rel=0.03)
    # Printed to a whole degree (or a tenth): half a digit on top of 3 %.
    assert float(np.degrees(glide.angle[0, 0])) == pytest.approx(angle, rel=0.03, abs=0.5)
    assert float(np.degrees(glide.pitch[0, 0])) == pytest.approx(pitch, rel=0.03, abs=0.5)
    assert float(glide.vertical[0, 0]) == pytest.approx(speed, rel=0.03)


@pytest.mark.parametrize("fineness", [1.0, 1.00005, 1.01, 1.5, 4.0, 9.0, 20.0])
def test_lamb_coefficients_against_quadrature(fineness: float) -> None:
    # Lamb, Hydrodynamics (1932), art. 114: alpha0, beta0 as integrals over the confocal family;
    # from memory. Semi-axes a = f, b = c = 1.
    f = fineness

    def integral(kind: str) -> float:
        def under(s: float) -> float:
            root = np.sqrt(f**2 + s) * (1.0 + s)
            return float(f / (root * ((f**2 + s) if kind == "along" else (1.0 + s))))

        return quad(under, 0.0, np.inf, epsabs=1e-12, limit=200)[0]

    along, across = integral("along"), integral("across")
    k1, k2 = inertia_coefficients(f)
    assert float(k1) == pytest.approx(along / (2.0 - along), rel=2e-4)
    assert float(k2) == pytest.approx(across / (2.0 - across), rel=2e-4)


@pytest.mark.parametrize("mass_g", [1.8, 3.5, 7.0, 14.0, 28.0])
def test_bare_ball_against_a_published_drag_correlation(mass_g: float) -> None:
    """The ball's drag coefficient, 0.50, against Clift's for the smooth sphere as it sinks.

    fluids: Clift, Grace and Weber, Bubbles, Drops and Particles (1978). A lead ball falls at Re
    1e4 to 5e4, where the smooth sphere has 0.40 to 0.48; ours carries an eye, a collar and a
    parting line, so it must be slower, but not by more than the ratio of the coefficients.
    """
    rho, mu = RHO, RHO * 1.05e-6
    mass = mass_g / 1e3
    d = float(ball_diameter(mass, 11340.0))
    published = fluids.v_terminal(D=d, rhop=11340.0, rho=rho, mu=mu, Method="Clift")
    re = rho * published * d / mu
    cd = fluids.drag_sphere(re, Method="Clift")
    weight = mass * G * (1.0 - rho / 11340.0)
    ours = np.sqrt(2.0 * weight / (rho * SHAPES["ball"].cd * np.pi / 4.0 * d**2))
    assert 0.38 < cd < 0.50
    assert ours / published == pytest.approx(np.sqrt(cd / 0.50), rel=0.01)
    assert 0.88 < ours / published < 1.0


def test_ball_diameter_of_a_known_ball() -> None:
    # A lead ball of 10 mm: pi/6 * 1 cm³ * 11.34 = 5.938 g, by hand.
    assert float(ball_diameter(5.938e-3, 11340.0)) == pytest.approx(0.0100, rel=1e-4)
