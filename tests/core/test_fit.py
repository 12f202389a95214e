"""Hook and plastic, against a case worked by hand and facts of the trade."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.fit import exit_point, fit_hooks, opening_load
from ilha.core.tables import HOOKS


def test_exit_and_clearance_by_hand() -> None:
    """x_b 38, gape 15, back 8 mm above the shank: r = 7.5, 8 - 7.5 = 0.5,
    sqrt(7.5² - 0.5²) = 7.483, so out at 45.48 mm; clearance 15 - 8 = 7 mm."""
    fit = fit_hooks(np.array([0.038]), np.array([0.015]), np.array([0.0012]), 0.127, 0.104, 0.016)
    assert float(fit.exit[0]) * 1e3 == pytest.approx(45.483, abs=0.001)
    assert float(fit.clearance[0]) * 1e3 == pytest.approx(7.0)
    assert float(fit.reach[0]) == pytest.approx(45.483 / 104, abs=1e-4)
    assert fit.verdict == ("fits",)


def test_deepest_reach_is_where_the_back_stands_at_the_middle_of_the_bend() -> None:
    backs = np.array([0.002, 0.0075, 0.013])
    out = exit_point(0.038, 0.015, backs)
    assert float(out[1]) == pytest.approx(0.038 + 0.0075)
    assert float(out[0]) == pytest.approx(float(out[2]))


def test_a_gape_under_the_back_has_no_exit() -> None:
    assert np.isnan(exit_point(0.03, 0.009, 0.010))
    fit = fit_hooks(np.array([0.03]), np.array([0.009]), np.array([0.001]), 0.127, 0.1, 0.020)
    assert fit.verdict == ("gape-under-body",)
    assert fit.pick == -1


def test_keeper_takes_its_part() -> None:
    assert float(exit_point(0.038, 0.015, 0.008, 0.003)) == pytest.approx(0.0425, abs=2e-5)


def test_opening_load_by_hand() -> None:
    # 1500 MPa * pi * 1.2³ / (32 * 8) = 31.8 N.
    assert float(opening_load(0.0012, 0.008)) == pytest.approx(31.8, abs=0.05)
    assert float(opening_load(0.0024, 0.008)) == pytest.approx(8 * 31.81, rel=1e-3)


def by_size(length: float, body: float, height: float) -> dict[str, str]:
    fit = fit_hooks(np.array([h.straight_mm for h in HOOKS]) / 1e3,
                    np.array([h.gape_mm for h in HOOKS]) / 1e3,
                    np.array([h.wire_mm for h in HOOKS]) / 1e3, length, body, height)
    return dict(zip([h.size for h in HOOKS], fit.verdict, strict=True)) | {
        "pick": HOOKS[fit.pick].size}


def test_sizes_that_practice_puts_in_a_127_mm_jerk_bait() -> None:
    # Common practice, no source: 2/0 and 3/0 both come out in the middle third, either is right.
    said = by_size(0.127, 0.104, 0.016)
    assert said["2/0"] == said["3/0"] == "fits"
    assert said["#2"] == "too-small"


def test_sizes_that_practice_puts_in_a_178_mm_jerk_bait() -> None:
    # Common practice, no source: 3/0 works and 5/0 is better.
    said = by_size(0.178, 0.146, 0.022)
    assert said["3/0"] == said["5/0"] == "fits"
    assert said["pick"] == "5/0"


@pytest.mark.parametrize(("field", "straight", "gape"), [
    ("hook.straight_mm", 0.0, 0.015), ("hook.gape_mm", 0.03, -0.01),
    ("hook.gape_mm", 0.03, np.nan)])
def test_bad_measures_name_the_field(field: str, straight: float, gape: float) -> None:
    with pytest.raises(DomainError, match=field):
        exit_point(straight, gape, 0.008)


def test_body_longer_than_the_whole_is_refused() -> None:
    with pytest.raises(DomainError, match=r"plastic\.body_length_mm"):
        fit_hooks(np.array([0.03]), np.array([0.015]), np.array([0.001]), 0.1, 0.11, 0.016)
