"""Shape constants of the families against integrals over their outlines."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.tables import FAMILIES

# Outlines: places (share of the length from the nose) and breadths (share of the greatest), drawn
# by eye from the kind of plastic; judgement. A tube is hollow: about half of it is water;
# of a brush of hair an eighth is hair.
OUTLINES: dict[str, tuple[list[float], list[float], float]] = {
    "t-tail": ([0, 0.08, 0.2, 0.35, 0.6, 0.85, 1], [0.4, 0.8, 1, 0.95, 0.55, 0.25, 0.2], 1.0),
    "shrimp": ([0, 0.1, 0.25, 0.4, 0.6, 0.8, 0.92, 1],
               [0.55, 0.9, 1, 0.95, 0.72, 0.48, 0.36, 0.5], 1.0),
    "crab": ([0, 0.15, 0.35, 0.55, 0.7, 1], [0.6, 0.95, 1, 0.9, 0.55, 0.25], 1.0),
    "tube": ([0, 0.06, 0.15, 0.7, 0.74, 1], [0.75, 0.95, 1, 1, 0.55, 0.5], 0.5),
    "hair": ([0, 0.1, 0.3, 0.6, 0.8, 1], [0.45, 0.6, 0.85, 1, 0.72, 0.3], 0.12),
    "surface": ([0, 0.12, 0.3, 0.5, 0.62, 1], [0.5, 0.9, 1, 0.82, 0.35, 0.2], 1.0),
}


@pytest.mark.parametrize("name", list(OUTLINES))
def test_constants_are_the_outlines_integrals(name: str) -> None:
    places, breadths, solid = OUTLINES[name]
    x = np.linspace(0.0, 1.0, 8001)
    b = np.interp(x, places, breadths)
    section = b**2
    volume, area = np.trapezoid(section, x), np.trapezoid(b, x)
    # The flow leaves where DATCOM puts it, x_0 = 0.378 + 0.527 x_1 of the length, x_1 the place at
    # which the section shrinks fastest (Hopkins, NACA TN 3715, 1951 report; from memory).
    x_e = 0.378 + 0.527 * x[np.argmin(np.diff(section))]
    ahead = x <= x_e
    row = FAMILIES[name]
    assert row.c_v == pytest.approx(solid * volume, abs=2e-3)
    assert row.c_a == pytest.approx(area, abs=2e-3)
    assert row.x_v == pytest.approx(np.trapezoid(x * section, x) / volume, abs=2e-3)
    assert row.x_a == pytest.approx(np.trapezoid(x * b, x) / area, abs=2e-3)
    assert row.x_e == pytest.approx(x_e, abs=2e-3)
    assert row.s_e == pytest.approx(np.interp(x_e, x, section), abs=3e-3)
    assert row.v_e == pytest.approx(np.trapezoid(section[ahead], x[ahead]) / volume, abs=2e-3)


def test_the_stick_obeys_the_same_rule() -> None:
    # A blunt end shrinks fastest at the very end: 0.378 + 0.527 = 0.905, as its row says.
    assert FAMILIES["stick"].x_e == pytest.approx(0.905)


@pytest.mark.parametrize("name", list(FAMILIES))
def test_every_row_is_a_shape(name: str) -> None:
    row = FAMILIES[name]
    assert 0.0 < row.c_v < row.c_a < 1.0 or name == "tube"
    for share in (row.x_v, row.x_a, row.x_e, row.s_e, row.v_e, row.plate_x):
        assert 0.0 < share < 1.0
    assert 0.0 <= row.least_speed_m_s <= 0.25
