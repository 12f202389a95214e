"""Few of many steps: those between which everything that is given runs straight.

What is smooth in depth and current is computed at the knots of a day and read between them. A list
of steps that jump about has a knot at each: then nothing is read between.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ilha.core.errors import Array, Indices

ALMOST_ALL = 0.7
"""With so large a share of the steps as knots nothing is gained."""


def knots(curves: Sequence[tuple[Array, float]], steps: int) -> Indices:
    """Indices of some of the steps, the first and the last among them.

    curves : (values (T,) or of size 1, tolerance) each; between the knots none of them is off the
    straight line by more than its tolerance.
    """
    every = np.arange(steps)
    if steps <= 4:
        return every
    given = [np.ravel(v).astype(float) / t for v, t in curves if np.size(v) == steps]
    scaled = np.stack(given or [np.zeros(steps)])
    chosen = np.zeros(steps, dtype=bool)
    chosen[[0, -1]] = True
    while True:
        at = np.flatnonzero(chosen)
        if at.size >= ALMOST_ALL * steps:
            return every
        off = np.max([np.abs(row - np.interp(every, at, row[at])) for row in scaled], axis=0)
        # The worst of each stretch at once: few rounds are enough.
        worst = np.repeat(np.maximum.reduceat(off, at), np.diff(np.append(at, steps)))
        more = (off > 1.0) & (off == worst)
        if not more.any():
            return at
        chosen |= more


def spread(values: Array, at: Indices, steps: int) -> Array:
    """Values (..., K) at the knots, read at every step, (..., T): straight between two, NaN where
    the nearer is."""
    every = np.arange(steps)
    low = np.clip(np.searchsorted(at, every, side="right") - 1, 0, at.size - 2)
    share = (every - at[low]) / (at[low + 1] - at[low])
    a, b = values[..., low], values[..., low + 1]
    near = np.where(share < 0.5, a, b)
    out = a + share * (b - a)
    return np.asarray(np.where(np.isnan(out), near, out))
