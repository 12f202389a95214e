"""The fewest kinds of head and plastic that cover a plan, with spares for what the bottom takes.

An exact cover: a mixed-integer program for HiGHS through ``scipy.optimize.milp``. Section 9 of
docs/model.md.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, DomainError, Flags, Indices
from ilha.core.log.losses import bears
from ilha.core.trip.program import Program

KIND_COSTS, SHORT_COSTS = 1000, 100_000
"""Costs are whole numbers, which the solver proves least far sooner. A kind of which there are too
few costs as much as a hundred kinds more: nothing is bought that the box can do without."""
LIKING_COSTS, LIKING_MOST = 10, 5.0
"""For each point by which a kind is liked less than the best, on average, up to so many points: all
ties of twenty kinds together stay under one kind."""
STAYS = 2.0
"""Points by which a pair that suits all of a visit goes before one that suits none (judgement)."""


@dataclass(frozen=True)
class Packed:
    """What to take. heads (H,), plastics (P,) : how many of each; head, plastic (S,) : indices of
    what each situation is fished with, -1 where nothing suits it."""

    heads: Indices
    plastics: Indices
    head: Indices
    plastic: Indices

    @property
    def count(self) -> int:
        return int(self.heads.sum() + self.plastics.sum())


@dataclass(frozen=True)
class _Merged:
    """Situations that the same pairs suit alike and that last and lose alike, as one with a count.

    suits : (M, Q); expected, hours, count : (M,), of one of them, and how many they are; liking
    (M, Q); head, plastic (Q,) of each pair; back (S,) from situations, -1 for none.
    """

    suits: Flags
    expected: Array
    hours: Array
    count: Indices
    liking: Array
    head: Indices
    plastic: Indices
    back: Indices


def _merged(suits: Flags, liking: Array, expected: Array, hours: Array) -> _Merged:
    flat, liked = suits.reshape(len(suits), -1), liking.reshape(len(suits), -1)
    used = np.flatnonzero(flat.any(axis=0))
    some = np.flatnonzero(flat.any(axis=1))
    flat, liked = flat[some][:, used], np.round(liked[some][:, used], 3)
    keys = np.column_stack([flat, liked, expected[some], hours[some]])
    _, first, inverse = np.unique(keys, axis=0, return_index=True, return_inverse=True)
    back = np.full(len(suits), -1)
    back[some] = inverse.reshape(-1)
    head, plastic = np.divmod(used, suits.shape[2])
    return _Merged(flat[first], expected[some[first]], hours[some[first]],
                   np.bincount(back[some]), liked[first], head, plastic, back)


def pack(
    suits: Flags, expected: Array, hours: Array, left_heads: Indices, left_plastics: Indices,
    liking: Array | None = None, group: Indices | None = None, at_once: Indices | None = None,
) -> Packed:
    """Choose what to carry.

    Parameters
    ----------
    suits : (S, H, P) whether a head under a plastic suits a situation. expected : (S,) rigs lost
    in it. hours : (S,) that it lasts. left_heads (H,), left_plastics (P,) : how many there are.
    liking : (S, H, P), 0 for what is liked best and below for the rest; ties go to it. group : (S,)
    of situations that follow on each other: among what suits, the same pair is preferred in all of
    them, so that nothing is changed for a hair's breadth; None: each by itself. at_once : (S,) of
    situations that several fish at the same time; None: one after the other.

    Each situation is fished with one pair. The fewest kinds of head and plastic are taken, of each
    so many as last with the chance ``losses.ENOUGH`` (one is in hand at the end; where several fish
    it at once, one in each of their hands). A kind of which there are not enough for that, as if
    everyone had it in hand, is taken only where nothing else does; the rest is missing then. Fewer
    kinds share the spares: two that are lost alike need more of them than one.

    Raises
    ------
    DomainError
        For arrays that do not belong together or losses below 0.
    NotConverged
        Where the solver gives up.
    """
    count, heads, plastics = suits.shape
    if expected.shape != (count,) or hours.shape != (count,) or np.any(~(expected >= 0.0)):
        raise DomainError("expected", "must be a number from 0 for each situation", None, "",
                          "rate times hours")
    nothing = np.full(count, -1)
    if not suits.any():
        return Packed(np.zeros(heads, dtype=int), np.zeros(plastics, dtype=int), nothing, nothing)
    points = np.zeros(suits.shape) if liking is None else np.maximum(liking, -LIKING_MOST)
    slot = np.arange(count) if at_once is None else at_once
    hands = int(np.bincount(slot).max())
    left = np.maximum(np.concatenate([left_heads, left_plastics]) - (hands - 1), 0)
    kinds, short = _kinds(_merged(suits, np.zeros(suits.shape), expected, hours), left, heads,
                          _disliked(suits, points))
    allowed = suits & kinds[:heads, None] & kinds[None, heads:]
    if group is not None:
        points = _steadied(allowed, points, group)
    m = _merged(allowed, points, expected, hours)
    chosen = np.full(count, -1)
    for i, pairs in enumerate(_shared_out(m, left, heads, short)):
        # Those that are alike are shared out in order: no more changes than there must be.
        chosen[m.back == i] = np.repeat(np.arange(pairs.size), pairs)
    head = np.where(chosen >= 0, m.head[chosen], -1)
    plastic = np.where(chosen >= 0, m.plastic[chosen], -1)
    return Packed(_needed(head, expected, heads, slot), _needed(plastic, expected, plastics, slot),
                  head, plastic)


def _steadied(suits: Flags, points: Array, group: Indices) -> Array:
    """How each pair is liked on average over the situations of a group that it suits, less for
    those that it does not: what does for longer stays on."""
    out = np.zeros(points.shape)
    for one in np.unique(group):
        own = group == one
        count = np.maximum(suits[own].sum(axis=0), 1)
        out[own] = np.where(suits[own], points[own], 0.0).sum(axis=0) / count
        out[own] -= STAYS * (1.0 - suits[own].mean(axis=0))
    return out


def _disliked(suits: Flags, points: Array) -> Array:
    """How much less than the best each kind is liked where it suits, on average, (H + P,)."""
    liked = np.where(suits, points, -np.inf)
    out = []
    for axis in (2, 1):
        best = liked.max(axis=axis)
        some = np.isfinite(best)
        total = np.where(some, best, 0.0).sum(axis=0)
        out.append(-total / np.maximum(some.sum(axis=0), 1))
    return np.concatenate(out)


def _needed(of: Indices, expected: Array, kinds: int, slot: Indices) -> Indices:
    """How many of each kind last for what is lost on it and for those who have it in hand at once,
    (K,)."""
    used = of >= 0
    load = np.bincount(of[used], expected[used], kinds)
    in_hand = np.zeros((int(slot.max()) + 1, kinds), dtype=int)
    np.add.at(in_hand, (slot[used], of[used]), 1)
    most = in_hand.max(axis=0)
    steps = bears(np.arange(1, 200))
    return np.asarray(np.where(most > 0, most + np.searchsorted(steps, load - 1e-9), 0))


def _kinds(m: _Merged, left: Indices, heads: int, disliked: Array) -> tuple[Flags, Flags]:
    """The kinds that are carried, the fewest, and of which of them there are too few, (H + P,)."""
    program, used = _program(m, left, heads)
    cost = np.zeros(program.size)
    cost[program.start::2] = KIND_COSTS + np.round(LIKING_COSTS * disliked[used])
    cost[program.start + 1::2] = SHORT_COSTS
    found = program.solved(cost, "the packing list")
    carried, short = np.zeros((2, left.size), dtype=bool)
    carried[used] = found[program.start::2] > 0.5
    short[used] = found[program.start + 1::2] > 0.5
    return carried, short


def _shared_out(m: _Merged, left: Indices, heads: int, short: Flags) -> Indices:
    """How many of each merged situation are fished with each pair, (M, Q): what is liked best among
    the kinds that are carried, and no more of them run short."""
    program, used = _program(m, left, heads)
    program.most[program.start + 1::2] = short[used]
    situation, pair = np.nonzero(m.suits)
    cost = np.zeros(program.size)
    cost[:program.start] = np.round(-LIKING_COSTS * m.liking[situation, pair] * m.hours[situation])
    out = np.zeros(m.suits.shape, dtype=int)
    out[situation, pair] = np.round(
        program.solved(cost, "the packing list")[:program.start]).astype(int)
    return out


def _program(m: _Merged, left: Indices, heads: int) -> tuple[Program, Indices]:
    """What must hold of a packing, and the kinds that can be carried.

    Integers x[s, q], that many of s are fished with pair q; then for each kind binaries y, that it
    is carried, and z, that there are too few of it. sum_q x = count, x <= count y, and what is lost
    on a kind is at most what those that are left bear, or anything where z is 1.
    """
    situation, pair = np.nonzero(m.suits)
    kinds = np.stack([m.head[pair], heads + m.plastic[pair]])
    used = np.unique(kinds)
    program = Program(m.count[situation], 2 * used.size)
    for s, count in enumerate(m.count):
        own = np.flatnonzero(situation == s)
        program.add(own, np.ones(own.size), count, count)
    for k, kind in enumerate(used):
        y, z = program.start + 2 * k, program.start + 2 * k + 1
        own = np.flatnonzero((kinds == kind).any(axis=0))
        if left[kind]:
            load = m.expected[situation[own]]
            every = float((load * m.count[situation[own]]).sum())
            program.add(np.append(own, z), np.append(load, -every), -np.inf,
                        float(bears(left[kind])))
        else:
            program.add(np.array([y, z]), np.array([1.0, -1.0]), -np.inf, 0.0)
        for s in np.unique(situation[own]):
            mine = own[situation[own] == s]
            # All pairs of the kind together: a tighter bound than one by one.
            program.add(np.append(mine, y), np.append(np.ones(mine.size), -float(m.count[s])),
                        -np.inf, 0.0)
    return program, used
