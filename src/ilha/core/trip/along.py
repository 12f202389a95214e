"""What is computed ahead of a trip, to be looked up where nothing computes.

A day is judged at some of its steps, each with the stream as predicted, weaker and stronger.
Figures that change smoothly are kept at a few strengths of the stream and looked up between them;
what is one thing or another (a verdict, a pick) is kept with the strength at which it changes.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from ilha.core.errors import Array, Indices
from ilha.core.tide.tideway import Tideway

FACTORS = np.array([0.5, 0.75, 1.0, 1.25, 1.5])
"""Times the predicted stream at which figures are kept."""
COARSE = 8
"""Levels between two of them at which a change of verdict is told."""
LEVELS = COARSE * (FACTORS.size - 1) + 1

Ask = Callable[[Indices, Indices], Indices]


def factor_of(level: Indices) -> Array:
    """Times the predicted stream at levels, 0 to ``LEVELS`` - 1."""
    return np.asarray(FACTORS[0] + (FACTORS[-1] - FACTORS[0]) * level / (LEVELS - 1))


def water_at(way: Tideway, steps: Indices, factor: Array) -> Tideway:
    """The water of some steps of a day, the stream so many times as strong; (N,) each."""
    return Tideway(way.height[steps], way.depth[steps], way.stream[steps] * factor,
                   way.depth_from, way.speed_from)


def settled(ask: Ask, steps: Indices, telling: int, known: Indices) -> Indices:
    """What ``ask`` says at every level and step, asked only where it changes.

    ask : of levels (N,) and steps (N,) the answers (K, N), whole numbers. telling : the first so
    many of the K tell where to look closer. known : (K, F, W), its answers at ``FACTORS``. Asked is
    at every half of a strength; between two levels at which the answers agree all levels are taken
    to be as the lower one, between two at which they do not the middle one is asked, until they
    are neighbours. Returns (K, LEVELS, W).
    """
    stride = COARSE // 2
    halves = np.arange(stride, LEVELS, COARSE)
    levels, columns = (x.ravel() for x in np.meshgrid(halves, np.arange(steps.size), indexing="ij"))
    out = np.zeros((known.shape[0], LEVELS, steps.size), dtype=known.dtype)
    out[:, ::COARSE] = known
    out[:, levels, columns] = ask(levels, steps[columns])
    while stride > 1:
        low, half = np.arange(0, LEVELS - 1, stride), stride // 2
        differ = np.any(out[:telling, low] != out[:telling, low + stride], axis=0)
        out[:, low + half] = out[:, low]
        at, columns = np.nonzero(differ)
        if at.size:
            out[:, low[at] + half, columns] = ask(low[at] + half, steps[columns])
        stride = half
    return out


def edges(told: Indices) -> tuple[Indices, Indices]:
    """What is told at every level, (K, LEVELS, W), as its changes.

    Returns
    -------
    How many values each of K and W has, (K, W), and of each in turn the first level that it holds
    from and the value, (N, 2).
    """
    rows = np.moveaxis(told, 1, 2)
    new = np.ones(rows.shape, dtype=bool)
    new[..., 1:] = rows[..., 1:] != rows[..., :-1]
    return new.sum(axis=-1), np.stack([np.nonzero(new)[-1], rows[new]], axis=-1)
