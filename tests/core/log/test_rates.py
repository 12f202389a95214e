"""Rates with intervals, against tables and worked examples."""

from __future__ import annotations

import pytest
from scipy.stats import binomtest, poisson

from ilha.core.errors import DomainError
from ilha.core.log.rates import FEW, differ, rate, stands_out


@pytest.mark.parametrize(("events", "low", "high"), [
    (0, 0.0, 3.69), (1, 0.0253, 5.57), (2, 0.242, 7.22), (5, 1.62, 11.67), (10, 4.80, 18.39),
    (20, 12.22, 30.89)])
def test_the_exact_poisson_limits_of_the_tables(events: int, low: float, high: float) -> None:
    """95 % limits of a Poisson count as tabled in texts on epidemiology (Garwood's limits; from
    memory)."""
    found = rate(events, 1.0, 0.95)
    assert found.low == pytest.approx(low, abs=0.006)
    assert found.high == pytest.approx(high, abs=0.006)


def test_by_its_definition() -> None:
    """At the upper limit so few events have a chance of 5 %, at the lower limit so many."""
    found = rate(7, 3.5)
    assert poisson.cdf(7, found.high * 3.5) == pytest.approx(0.05, abs=1e-9)
    assert poisson.sf(6, found.low * 3.5) == pytest.approx(0.05, abs=1e-9)
    assert found.per_hour == 2.0


def test_two_fish_prove_nothing() -> None:
    assert rate(2, 4.0).few
    assert not rate(FEW, 4.0).few
    assert differ(rate(2, 4.0), rate(0, 4.0)) > 0.4
    assert differ(rate(20, 4.0), rate(4, 4.0)) < 0.01
    assert differ(rate(0, 1.0), rate(0, 2.0)) == 1.0


def test_a_worked_example_of_two_rates() -> None:
    """30 events in 200 hours against 12 in 200: of 42, 30 or more by halves, both tails, 0.0079."""
    both = 2 * sum(_choose(42, k) for k in range(30, 43)) / 2**42
    assert differ(rate(30, 200.0), rate(12, 200.0)) == pytest.approx(both, rel=1e-9)
    assert both == pytest.approx(0.0079, abs=0.0003)


def test_the_best_of_many_is_held_against_all_the_rest() -> None:
    """Of ten alike one is always ahead: that alone claims nothing."""
    alike = [(f"{n}", rate(20 - n % 2, 20.0)) for n in range(10)]
    assert stands_out(alike) == ("0", 1.0)
    flood = [("few", rate(2, 1.0)), ("flood", rate(60, 60.0)), ("ebb", rate(20, 60.0))]
    name, chance = stands_out(flood)
    assert name == "flood"
    rest = differ(rate(60, 60.0), rate(22, 61.0))
    assert chance == pytest.approx(3.0 * rest)
    assert stands_out(flood[:1]) == ("", None)
    assert stands_out(flood[1:2]) == ("", None)


def test_the_reference_library_agrees() -> None:
    for a, b, hours in ((3, 9, 0.4), (0, 4, 2.0), (17, 5, 3.3), (1, 1, 1.0)):
        expected = binomtest(a, a + b, hours / (hours + 1.0)).pvalue
        assert differ(rate(a, hours), rate(b, 1.0)) == pytest.approx(expected, rel=1e-9)


def _choose(n: int, k: int) -> int:
    out = 1
    for i in range(k):
        out = out * (n - i) // (i + 1)
    return out


def test_no_hours_no_rate() -> None:
    with pytest.raises(DomainError, match="hours"):
        rate(1, 0.0)
    with pytest.raises(DomainError, match="events"):
        rate(-1, 1.0)
