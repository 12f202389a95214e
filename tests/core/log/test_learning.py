"""Learning against simulated truth: how near, how honest, and never much worse than the model."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
import pytest
from scipy.stats import norm

from ilha.core.errors import DomainError
from ilha.core.log.learning import (
    ASKED_BEYOND,
    HOLD_SCATTER,
    NOTHING_SINK,
    PRIOR_CURRENT,
    PRIOR_SINK,
    REACTION,
    SCATTER,
    current_factor,
    deeper_by,
    odd,
    scatter_of,
    sink_factor,
)
from ilha.core.normal import normal_cdf

RUNS = 600


def drops(rng: np.random.Generator, truth: float, expected: np.ndarray) -> np.ndarray:
    """Counts as an angler takes them: the water's scatter, then the watch, to the tenth."""
    shaken = truth * expected * np.exp(rng.normal(0.0, SCATTER, expected.size))
    return np.maximum(np.round(shaken + rng.normal(0.0, REACTION, expected.size), 1), 1.0)


@pytest.mark.parametrize("truth", [0.7, 0.85, 1.0, 1.2, 1.45])
def test_after_five_drops_the_count_is_within_a_tenth(truth: float) -> None:
    """In at least 90 % of runs, for counts from 8 s on."""
    rng = np.random.default_rng(int(truth * 100))
    expected = rng.uniform(8.0, 30.0, (RUNS, 5))
    learned = np.array([sink_factor(drops(rng, truth, e), e).value for e in expected])
    assert np.mean(np.abs(learned / truth - 1.0) < 0.10) >= 0.90


def test_where_the_model_is_right_learning_costs_little() -> None:
    """Not worse than the model alone by more than 5 % on average from the fifth drop on; a first
    drop alone may cost 7 %, which the prior's own accuracy allows."""
    rng = np.random.default_rng(4)
    for count, most in ((1, 0.07), (2, 0.06), (5, 0.05), (20, 0.03)):
        expected = rng.uniform(4.0, 25.0, (RUNS, count))
        off = [abs(sink_factor(drops(rng, 1.0, e), e).value - 1.0) for e in expected]
        assert np.mean(off) < most


def test_the_sink_interval_covers_at_its_rate() -> None:
    rng = np.random.default_rng(5)
    truths = np.exp(rng.normal(0.0, PRIOR_SINK, RUNS))
    hits = 0
    for truth in truths:
        expected = rng.uniform(6.0, 25.0, 6)
        f = sink_factor(drops(rng, truth, expected), expected)
        hits += f.low <= truth <= f.high
    assert 0.86 <= hits / RUNS <= 0.95


def test_one_odd_count_does_not_rule() -> None:
    alone = sink_factor([18.0], [12.0])
    assert 1.0 < alone.value < 1.5
    assert alone.low < 1.45
    many = sink_factor([12.0] * 8 + [18.0], [12.0] * 9)
    assert abs(many.value - 1.0) < 0.06
    # Six times the model's count is a slip of the thumb: left out, and said.
    slip = sink_factor([12.0, 72.0], [12.0, 12.0])
    assert (slip.used, slip.left_out) == (1, 1)
    assert slip.value == pytest.approx(1.0)


def test_it_settles_as_drops_come_in() -> None:
    words = [sink_factor([15.0] * n, [15.0] * n).settled for n in (1, 2, 3, 6, 20)]
    assert words[0] != "settled"
    assert words[-1] == "settled"
    assert NOTHING_SINK.settled == "nothing seen"
    spreads = [sink_factor([15.0] * n, [15.0] * n).spread for n in (1, 5, 25)]
    assert spreads == sorted(spreads, reverse=True)


def test_by_hand() -> None:
    """Two counts of 11 and 13 s where 10 is computed: weights 1/(0.08² + 0.07²) = 88.5 each."""
    weight = 1.0 / (0.08**2 + 0.07**2)
    middle = weight * (np.log(1.1) + np.log(1.3)) / (2.0 * weight + 25.0)
    f = sink_factor([11.0, 13.0], [10.0, 10.0])
    assert f.value == pytest.approx(np.exp(middle), rel=1e-9)
    assert f.spread == pytest.approx((2.0 * weight + 25.0) ** -0.5, rel=1e-9)
    assert scatter_of(10.0) == pytest.approx(np.hypot(0.08, 0.07))


def simulated(rng: np.random.Generator, truth: float, count: int) -> tuple[list, list, list]:
    """Heads tried at a place whose current is ``truth`` times the predicted one."""
    predicted = rng.uniform(0.2, 0.8, count)
    bears = predicted * rng.uniform(0.6, 1.6, count)
    told = np.log(bears / (truth * predicted)) + rng.normal(0.0, HOLD_SCATTER, count) >= 0.0
    return predicted.tolist(), bears.tolist(), told.tolist()


@pytest.mark.parametrize("truth", [0.75, 1.0, 1.3])
def test_the_current_is_read_from_heads(truth: float) -> None:
    rng = np.random.default_rng(int(truth * 100))
    learned = np.array([current_factor(*simulated(rng, truth, 20)).value for _ in range(200)])
    assert abs(np.median(learned) / truth - 1.0) < 0.07
    assert np.mean(np.abs(learned / truth - 1.0) < 0.15) > 0.85


def test_the_current_interval_covers_at_its_rate() -> None:
    rng = np.random.default_rng(9)
    hits = 0
    for truth in np.exp(rng.normal(0.0, PRIOR_CURRENT, RUNS)):
        f = current_factor(*simulated(rng, truth, 8))
        hits += f.low <= truth <= f.high
    assert 0.86 <= hits / RUNS <= 0.95


def test_held_and_swept_pull_their_own_way() -> None:
    assert current_factor([0.5], [0.5], [True]).value < 1.0
    assert current_factor([0.5], [0.5], [False]).value > 1.0
    # What could not have been otherwise teaches next to nothing.
    assert current_factor([0.2], [2.0], [True]).value == pytest.approx(1.0, abs=0.001)
    assert current_factor([], [], []).used == 0


def test_the_normal_distribution_is_the_reference_library_s() -> None:
    x = np.linspace(-6.0, 6.0, 101)
    assert np.max(np.abs(normal_cdf(x) - norm.cdf(x))) < 1e-6


@pytest.mark.parametrize(("observed", "expected", "field"), [
    ([0.4], [10.0], "count_s"), ([np.nan], [10.0], "count_s"), ([10.0], [0.0], "expected_s")])
def test_counts_that_are_none_are_refused(
    observed: list[float], expected: list[float], field: str
) -> None:
    with pytest.raises(DomainError) as caught:
        sink_factor(observed, expected)
    assert caught.value.field == field


def test_currents_that_are_none_are_refused() -> None:
    with pytest.raises(DomainError, match="surface_speed_m_s"):
        current_factor([0.0], [0.5], [True])
    with pytest.raises(DomainError, match="bears_m_s"):
        current_factor([0.5], [float("nan")], [True])


def test_a_drop_far_from_the_model_is_asked_about_not_learned() -> None:
    """Four seconds where eleven are expected; and a fifth more is learned without a word."""
    assert odd([4.0], [11.0]).tolist() == [True]
    assert odd([12.5], [11.0]).tolist() == [False]
    assert odd([4.0, 11.0, 11.5], [11.0, 11.0, 11.0]).tolist() == [True, False, False]


def test_three_drops_that_agree_are_believed_whatever_the_model_says() -> None:
    assert odd([15.0, 15.0], [10.0, 10.0]).tolist() == [True, True]
    assert odd([15.0, 15.2, 14.8, 10.0], [10.0] * 4).tolist() == [False, False, False, True]
    # Those that do not agree are none the wiser for being many.
    assert odd([4.0, 9.0, 22.0], [10.0] * 3).tolist() == [True, False, True]


def test_short_counts_are_given_the_watch_s_own_scatter() -> None:
    assert not odd([2.7], [2.0])[0]
    assert odd([27.0], [18.0])[0]


def test_depth_from_a_count() -> None:
    """A fall's time goes with its depth: half as long again in 6 m is 9 m."""
    assert deeper_by([6.0], [15.0], [10.0]) == pytest.approx(3.0)
    assert deeper_by([6.0, 6.0, 4.0], [15.0, 14.0, 5.0], [10.0, 10.0, 10.0]) == pytest.approx(2.4)


def test_the_currents_posterior_is_that_of_the_integral() -> None:
    """Middle, spread and limits against quadrature of prior times likelihood."""
    from scipy.integrate import quad
    from scipy.stats import norm

    flow, bears, held = [0.5, 0.6, 0.4], [0.55, 0.5, 0.7], [True, False, True]

    def likely(x: float) -> float:
        out = norm.pdf(x, scale=PRIOR_CURRENT)
        for f, b, h in zip(flow, bears, held, strict=True):
            share = norm.cdf((np.log(b / f) - x) / HOLD_SCATTER)
            out *= share if h else 1.0 - share
        return float(out)

    total = quad(likely, -1.3, 1.3)[0]
    middle = quad(lambda x: x * likely(x), -1.3, 1.3)[0] / total
    spread = (quad(lambda x: (x - middle) ** 2 * likely(x), -1.3, 1.3)[0] / total) ** 0.5
    found = current_factor(flow, bears, held)
    assert np.log(found.value) == pytest.approx(middle, abs=1e-4)
    assert found.spread == pytest.approx(spread, rel=1e-3)
    for edge, share in ((found.low, 0.05), (found.high, 0.95)):
        assert quad(likely, -1.3, np.log(edge))[0] / total == pytest.approx(share, abs=0.003)
    assert (found.used, found.left_out) == (3, 0)


def test_what_is_used_left_out_and_how_wide() -> None:
    found = sink_factor([12.0, 11.0, 60.0, 13.0], [10.0, 10.0, 10.0, 10.0])
    assert (found.used, found.left_out) == (3, 1)
    # On the logarithm the interval lies evenly about the middle.
    assert found.low * found.high == pytest.approx(found.value**2)
    assert np.log(found.high / found.value) == pytest.approx(1.6448536 * found.spread)
    weight = 3.0 / scatter_of(10.0) ** 2 + 1.0 / PRIOR_SINK**2
    assert found.spread == pytest.approx(float(weight) ** -0.5)


def test_three_that_agree_are_believed_and_two_are_not() -> None:
    """All half as long again as the model says: two are asked about, three are what it is."""
    assert odd([18.0, 18.0], [10.0, 10.0]).tolist() == [True, True]
    assert odd([18.0, 18.0, 18.0], [10.0, 10.0, 10.0]).tolist() == [False] * 3
    # Three of six agree, which is under six tenths: none is believed.
    apart = [18.0, 18.0, 18.0, 5.0, 26.0, 36.0]
    assert odd(apart, [10.0] * 6)[:3].tolist() == [True] * 3
    # About their middle they may lie as far apart as two counts do.
    near = 10.0 * 1.8 * np.exp(1.9 * ASKED_BEYOND * float(scatter_of(10.0)))
    far = 10.0 * 1.8 * np.exp(2.1 * ASKED_BEYOND * float(scatter_of(10.0)))
    assert odd([18.0, 18.0, near], [10.0] * 3)[0].tolist() is False
    assert odd([18.0, 18.0, far], [10.0] * 3)[0].tolist() is True


@pytest.mark.parametrize(("call", "says"), [
    (lambda: sink_factor([0.5], [5.0]), "`count_s` must be at least 1 s, got 0.5 s"),
    (lambda: sink_factor([5.0], [0.5]), "`expected_s` must be at least 1 s, got 0.5 s"),
    (lambda: current_factor([0.0], [0.5], [True]), "`surface_speed_m_s` must be above 0 m/s"),
    (lambda: current_factor([0.5], [0.0], [True]), "`bears_m_s` must be above 0 m/s")])
def test_what_cannot_be_learned_from_is_said(call: Callable[[], object], says: str) -> None:
    with pytest.raises(DomainError) as said:
        call()
    assert str(said.value).startswith(says)
    assert "a count of a second" in str(said.value) or "ing" in str(said.value)
