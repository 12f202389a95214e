"""Tide from constants against a second harmonic library, and published periods."""

from __future__ import annotations

import time

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.tide.harmonic import Constants, fit, known, turns

# Ten main constituents with a range of about 4 m at springs: made up, of usual proportions.
TEN = {"M2": (1.30, 60.0), "S2": (0.45, 95.0), "N2": (0.27, 40.0), "K2": (0.12, 93.0),
       "K1": (0.07, 60.0), "O1": (0.06, 310.0), "P1": (0.02, 55.0), "Q1": (0.015, 270.0),
       "M4": (0.03, 120.0), "MS4": (0.02, 180.0)}
START = 1_767_225_600.0  # 2026-01-01 00:00 UTC
YEAR = START + 3600.0 * np.arange(365 * 24)


def by_utide(latitude: float, at: np.ndarray) -> np.ndarray:
    """The same constants through utide's own nodal factors and phases."""
    from utide._ut_constants import ut_constants
    from utide.harmonics import FUV

    names = [str(n).strip() for n in ut_constants["const"]["name"]]
    rows = np.array([names.index(n) for n in TEN])
    freq = ut_constants["const"]["freq"][rows]
    days = at / 86400.0 + 719163.0
    # Nodal factors and phases at every instant: no linearised times, Greenwich phases.
    f, u, v = FUV(days, days.mean(), rows, latitude, [0, 0, 0, 0])
    amp = np.array([a for a, _ in TEN.values()])
    phase = np.array([p for _, p in TEN.values()])
    assert freq.shape == amp.shape
    return np.sum(f * amp * np.cos(2.0 * np.pi * (u + v - phase / 360.0)), axis=1)


@pytest.mark.parametrize("latitude", [10.0, 36.0, 55.0])
def test_a_year_against_utide(latitude: float) -> None:
    """utide 0.4.0 (Codiga 2011): at most 10 mm apart; docs/model.md says how much."""
    ours = Constants(TEN, 0.0, latitude).value_at(YEAR)
    theirs = by_utide(latitude, YEAR)
    assert np.ptp(ours) > 3.6
    assert np.max(np.abs(ours - theirs)) < 0.010


def test_m2_has_its_published_period() -> None:
    # 12.4206 h: Doodson 1921; any tide table's introduction; from memory.
    tide = Constants({"M2": (1.0, 0.0)}, 0.0, 36.0)
    found = tide.high_and_low_waters(START, START + 300 * 86400.0)
    highs = found.time[found.height > 0.0]
    assert float(np.mean(np.diff(highs))) / 3600.0 == pytest.approx(12.4206, abs=2e-4)


def test_springs_come_every_14_77_days() -> None:
    """Published: half a synodic month, 29.5306 d / 2. M2 and S2 in step again."""
    tide = Constants({"M2": (1.0, 10.0), "S2": (0.35, 50.0)}, 0.0, 36.0)
    found = tide.high_and_low_waters(START, START + 360 * 86400.0)
    highs = found.height > 0.0
    springs, _ = turns(*even(found.time[highs], found.height[highs]))
    of_highs = springs[1::2] if np.diff(springs[:3])[0] < 0 else springs[::2]
    assert float(np.mean(np.diff(of_highs))) / 86400.0 == pytest.approx(14.77, abs=0.02)


def even(time: np.ndarray, height: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    at = np.arange(time[0], time[-1], 6 * 3600.0)
    return at, np.interp(at, time, smooth(height))


def smooth(values: np.ndarray) -> np.ndarray:
    return np.convolve(np.pad(values, 3, mode="edge"), np.ones(7) / 7.0, mode="valid")


def test_a_year_of_ten_minutes_and_the_turns_in_it() -> None:
    tide = Constants(TEN, 2.2, 36.0)
    begun = time.perf_counter()
    found = tide.high_and_low_waters(START, START + 365 * 86400.0)
    # A bound against a blunder, ten times what it takes; `make bench` has the figure.
    assert time.perf_counter() - begun < 20.0
    assert np.all(np.diff(found.time) > 3.0 * 3600.0)
    rises = np.diff(found.height)
    assert np.all(rises[1:] * rises[:-1] < 0.0)
    # Each turn is flat: within a quarter of a millimetre of the curve a minute to either side.
    for aside in (-60.0, 0.0, 60.0):
        assert np.max(np.abs(tide.value_at(found.time + aside) - found.height)) < 0.0004


def test_the_mean_level_is_added_and_phases_wrap() -> None:
    at = YEAR[:50]
    plain, raised = (Constants({"M2": (1.0, p)}, z, 36.0) for p, z in ((350.0, 0.0), (-10.0, 2.5)))
    assert raised.value_at(at) == pytest.approx(plain.value_at(at) + 2.5)


@pytest.mark.parametrize(("waves", "mean", "latitude", "said"), [
    ({}, 0.0, 36.0, "`constituent` must be given at least once"),
    ({"X9": (1.0, 0.0)}, 0.0, 36.0, "`constituent` must be a name that is known, got X9"),
    ({"M2": (130.0, 0.0)}, 0.0, 36.0, "`M2 amplitude` must be at most 10 m, got 130 m"),
    ({"M2": (1.0, 400.0)}, 0.0, 36.0, "`M2 phase_deg` must be at most 360"),
    ({"M2": (1.0, float("nan"))}, 0.0, 36.0, "`M2 phase_deg` must be"),
    ({"M2": (1.0, 0.0)}, 0.0, 95.0, "`latitude` must be at most 90"),
])
def test_bad_constants_are_named(
    waves: dict[str, tuple[float, float]], mean: float, latitude: float, said: str
) -> None:
    with pytest.raises(DomainError, match=said.replace("(", r"\(")):
        Constants(waves, mean, latitude)


def test_a_fit_of_a_generated_series_recovers_its_constants() -> None:
    """A year of hours: long enough to tell K2 from S2 and P1 from K1. Noise of 2 cm."""
    tide = Constants(TEN, 2.2, 36.0)
    noise = np.random.default_rng(1).normal(0.0, 0.02, YEAR.size)
    fitted, left = fit(YEAR, tide.value_at(YEAR) + noise, 36.0)
    assert left == pytest.approx(0.02, rel=0.05)
    assert fitted.mean_level == pytest.approx(2.2, abs=0.002)
    for name, (amplitude, phase) in TEN.items():
        got_amplitude, got_phase = fitted.waves[name]
        assert got_amplitude == pytest.approx(amplitude, abs=0.004)
        off = (got_phase - phase + 180.0) % 360.0 - 180.0
        assert abs(off) * np.pi / 180.0 * amplitude < 0.004


def test_a_short_fit_predicts_near_its_series_and_says_what_is_too_short() -> None:
    tide = Constants(TEN, 2.2, 36.0)
    at = START + 600.0 * np.arange(30 * 144)
    fitted, left = fit(at, tide.value_at(at), 36.0)
    assert left < 0.03
    later = at + 5 * 86400.0
    assert np.sqrt(np.mean((fitted.value_at(later) - tide.value_at(later)) ** 2)) < 0.08
    # In twenty days N2 is hidden in M2: what is left says so.
    _, hidden = fit(at[:2880], tide.value_at(at[:2880]), 36.0)
    assert 0.1 < hidden < 0.25
    with pytest.raises(DomainError, match="at least 15 days"):
        fit(at[:1000], tide.value_at(at[:1000]), 36.0)


def test_every_name_that_is_known_can_be_predicted() -> None:
    assert set(TEN) <= set(known())
    assert "SK3" not in known()
    for name in known().values():
        assert Constants({name: (1.0, 0.0)}, 0.0, 36.0).value_at(YEAR[:2]).shape == (2,)
