"""Packing against brute force; spares against the Poisson distribution itself."""

from __future__ import annotations

from itertools import product

import numpy as np
import pytest
from scipy.stats import poisson

from ilha.core.errors import DomainError
from ilha.core.log.losses import ENOUGH, USUAL_AN_HOUR, bears, loss_rate
from ilha.core.trip.packing import pack

MANY = 9


def cost_of(pairs: tuple[int, ...], expected: np.ndarray, left: np.ndarray, plastics: int
            ) -> tuple[int, int]:
    """Kinds of which there are too few, and kinds, for one pair in each situation: straight from
    the Poisson distribution, no solver and no merging."""
    heads = left.size - plastics
    short = kinds = 0
    for kind in range(left.size):
        own = [s for s, q in enumerate(pairs)
               if (q // plastics if kind < heads else heads + q % plastics) == kind]
        if own:
            kinds += 1
            load = float(expected[own].sum())
            short += left[kind] == 0 or poisson.cdf(left[kind] - 1, load) < ENOUGH
    return int(short), kinds


@pytest.mark.parametrize("seed", range(60))
def test_none_is_fewer_than_what_brute_force_finds(seed: int) -> None:
    rng = np.random.default_rng(seed)
    situations, heads, plastics = 4, 3, 2
    # Few patterns and few rates, so that some situations are alike and are merged.
    suits = (rng.random((2, heads, plastics)) < 0.5)[rng.integers(0, 2, situations)]
    if seed % 3 == 0:
        suits = rng.random((situations, heads, plastics)) < 0.5
    expected = rng.choice([0.08, 0.3, 1.1], situations)
    left = rng.integers(0, 4, heads + plastics)
    found = pack(suits, expected, np.ones(situations), left[:heads], left[heads:])
    options = [np.flatnonzero(s) for s in suits.reshape(situations, -1)]
    some = [i for i, o in enumerate(options) if o.size]
    best = min((cost_of(pairs, expected[some], left, plastics)
                for pairs in product(*(options[i] for i in some))), default=(0, 0))
    pairs = tuple(int(found.head[i] * plastics + found.plastic[i]) for i in some)
    assert all(suits[i, found.head[i], found.plastic[i]] for i in some)
    assert cost_of(pairs, expected[some], left, plastics) == best
    taken = np.concatenate([found.heads, found.plastics])
    assert ((taken > left).sum(), (taken > 0).sum()) == best
    assert all(found.head[i] == -1 for i in range(situations) if i not in some)


@pytest.mark.parametrize("seed", range(20))
def test_of_what_is_carried_the_best_liked_is_fished(seed: int) -> None:
    rng = np.random.default_rng(100 + seed)
    suits = rng.random((4, 3, 2)) < 0.7
    liking = -rng.choice([0.0, 0.5, 1.0, 2.0], suits.shape)
    many = np.full(3, MANY), np.full(2, MANY)
    found = pack(suits, np.zeros(4), np.ones(4), *many, liking)
    for s in range(4):
        if found.head[s] >= 0:
            carried = suits[s] & (found.heads > 0)[:, None] & (found.plastics > 0)[None, :]
            assert liking[s, found.head[s], found.plastic[s]] == liking[s][carried].max()
    plain = pack(suits, np.zeros(4), np.ones(4), *many)
    assert (found.heads > 0).sum() + (found.plastics > 0).sum() == (
        plain.heads > 0).sum() + (plain.plastics > 0).sum()


def test_one_pair_for_the_whole_day_where_one_does() -> None:
    suits = np.zeros((6, 3, 2), dtype=bool)
    suits[:, 1, 0] = True
    suits[:3, 0, 1] = suits[3:, 2, 1] = True
    found = pack(suits, np.full(6, 0.01), np.ones(6), np.full(3, MANY), np.full(2, MANY))
    assert (found.heads.tolist(), found.plastics.tolist()) == ([0, 1, 0], [1, 0])


def test_spares_where_the_bottom_takes_them() -> None:
    """Three hours over rock, 1.2 rigs expected: P(N <= 2) = 0.879, P(N <= 3) = 0.966: four."""
    suits = np.ones((3, 1, 1), dtype=bool)
    found = pack(suits, np.full(3, 0.4), np.ones(3), np.array([2]), np.array([MANY]))
    assert (found.heads.tolist(), found.plastics.tolist()) == ([4], [4])


def test_what_is_there_is_taken_before_anything_is_bought() -> None:
    suits = np.ones((2, 2, 1), dtype=bool)
    found = pack(suits, np.zeros(2), np.ones(2), np.array([0, 1]), np.array([1]))
    assert found.heads.tolist() == [0, 1]


def test_what_is_alike_may_be_fished_with_different_heads() -> None:
    """One of each is left: 0.2 expected is too much for one, 0.1 for each is not."""
    suits = np.ones((2, 2, 1), dtype=bool)
    one = np.ones(2, dtype=int)
    found = pack(suits, np.full(2, 0.1), np.ones(2), one, np.array([MANY]))
    assert sorted(found.head.tolist()) == [0, 1]
    assert found.heads.tolist() == [1, 1]


@pytest.mark.parametrize("anglers", [1, 2, 3])
@pytest.mark.parametrize("lost", [0.0, 0.3])
def test_everyone_has_one_in_hand_at_once(anglers: int, lost: float) -> None:
    """Two hours, one kind: so many in hand as fish at once, and spares for what all of them lose,
    P(N <= spares) >= ENOUGH, by scipy's Poisson distribution."""
    slot = np.repeat([0, 1], anglers)
    found = pack(np.ones((2 * anglers, 1, 1), dtype=bool), np.full(2 * anglers, lost),
                 np.ones(2 * anglers), np.array([MANY]), np.array([MANY]), at_once=slot)
    spares = int(found.heads[0]) - anglers
    assert found.plastics.tolist() == found.heads.tolist()
    assert poisson.cdf(spares, 2 * anglers * lost) >= ENOUGH - 1e-9
    assert spares == 0 or poisson.cdf(spares - 1, 2 * anglers * lost) < ENOUGH


def test_two_at_once_do_not_share_the_last_of_a_kind() -> None:
    """One of the first head and three of the second: the second, though one alone takes either."""
    left = np.array([1, 3])
    for slot, kind in (([0, 1], {0, 1}), ([0, 0], {1})):
        found = pack(np.ones((2, 2, 1), dtype=bool), np.zeros(2), np.ones(2), left,
                     np.array([MANY]), at_once=np.array(slot))
        assert set(found.head.tolist()) <= kind
    assert found.heads.tolist() == [0, 2]


def test_ties_go_to_what_is_liked() -> None:
    suits = np.ones((3, 3, 2), dtype=bool)
    liking = -np.ones((3, 3, 2))
    liking[:, 2, 1] = 0.0
    found = pack(suits, np.zeros(3), np.ones(3), np.full(3, 2), np.full(2, 2), liking)
    assert (found.head.tolist(), found.plastic.tolist()) == ([2, 2, 2], [1, 1, 1])


def test_nothing_is_changed_for_a_hairs_breadth() -> None:
    """Two plastics are carried anyhow; where both suit, the one that is liked more on the whole
    stays on, visit by visit."""
    suits = np.ones((6, 1, 2), dtype=bool)
    suits[0, 0, 0] = suits[5, 0, 1] = False
    liking = np.zeros((6, 1, 2))
    liking[[1, 3], 0, 0] = liking[[2, 4], 0, 1] = -0.1
    liking[2, 0, 1] = -0.5
    many = np.array([MANY]), np.full(2, MANY)
    alone = pack(suits, np.zeros(6), np.ones(6), *many, liking)
    assert alone.plastic.tolist() == [1, 1, 0, 1, 0, 0]
    steady = pack(suits, np.zeros(6), np.ones(6), *many, liking, np.zeros(6, dtype=int))
    assert steady.plastic.tolist() == [1, 0, 0, 0, 0, 0]


def test_nothing_suits_nothing_is_packed() -> None:
    found = pack(np.zeros((2, 3, 2), dtype=bool), np.zeros(2), np.ones(2), np.full(3, 1),
                 np.full(2, 1))
    assert found.count == 0
    assert found.head.tolist() == [-1, -1]


def test_arrays_that_do_not_belong_together() -> None:
    with pytest.raises(DomainError, match="expected"):
        pack(np.ones((2, 1, 1), dtype=bool), np.zeros(3), np.ones(2), np.ones(1, dtype=int),
             np.ones(1, dtype=int))
    with pytest.raises(DomainError, match="expected"):
        pack(np.ones((1, 1, 1), dtype=bool), np.array([np.nan]), np.ones(1), np.ones(1, dtype=int),
             np.ones(1, dtype=int))


def test_what_a_number_bears_is_the_poisson_quantile() -> None:
    """The library's own distribution function, at the edge and on either side of it."""
    for k, edge in enumerate(bears(np.arange(1, 12)), 1):
        assert poisson.cdf(k - 1, edge) == pytest.approx(ENOUGH, abs=1e-9)
        assert poisson.cdf(k - 1, edge * 1.01) < ENOUGH < poisson.cdf(k - 1, edge * 0.99)


def test_the_log_corrects_what_is_usual() -> None:
    assert loss_rate("rock") == USUAL_AN_HOUR["rock"]
    assert loss_rate("sand", 40, 100.0) == pytest.approx(0.374, abs=1e-3)
    assert loss_rate("wreck", 0, 1000.0) < 0.01
    order = [loss_rate(b) for b in ("sand", "grass", "rock", "oyster", "wreck")]
    assert order == sorted(order)
    with pytest.raises(DomainError, match="lost"):
        loss_rate("rock", -1, 2.0)
