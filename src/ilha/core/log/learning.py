"""Learning from counts, and from heads that held or were swept. Section 9 of docs/model.md.

Factors are kept as logarithms: half as fast and twice as fast are equally far from 1. The prior is
that the model is right, to the accuracy that it claims (sections 2 and 9), so that one odd count
does not rule.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, Flags, require
from ilha.core.normal import normal_cdf

PRIOR_SINK, PRIOR_CURRENT = 0.20, 0.20
"""Standard deviation of the logarithm of a factor before anything was seen: speeds are good to
about 20 %, currents known to 20 %."""
SCATTER, REACTION = 0.08, 0.7
"""What one count scatters by: a share of it (waves, the way it was released), and seconds of the
watch (splash and slack are seen late or early). Judgement."""
HOLD_SCATTER = 0.15
"""Of the logarithm of the current at which an angler says that a head holds (judgement)."""
COUNT_LEAST = 1.0
FACTOR_MOST = 4.0
"""A count so many times off the model's is a slip of the thumb, not water."""
INTERVAL = 0.90
_Z90 = 1.6448536269514722
SETTLED = 0.06
"""A factor is settled when its interval is within about a tenth (judgement)."""


@dataclass(frozen=True)
class Factor:
    """What was learned. value : the factor, low, high : its 90 % interval; used : observations
    that entered, left_out : those too far off to be believed. spread : of its logarithm."""

    value: float
    low: float
    high: float
    used: int
    left_out: int
    spread: float

    @property
    def settled(self) -> str:
        """"nothing seen", "unsettled", "settling" or "settled"."""
        if self.used == 0:
            return "nothing seen"
        if self.spread > 2.0 * SETTLED:
            return "unsettled"
        return "settling" if self.spread > SETTLED else "settled"


NOTHING_SINK = Factor(1.0, float(np.exp(-_Z90 * PRIOR_SINK)), float(np.exp(_Z90 * PRIOR_SINK)), 0,
                      0, PRIOR_SINK)
NOTHING_CURRENT = Factor(1.0, float(np.exp(-_Z90 * PRIOR_CURRENT)),
                         float(np.exp(_Z90 * PRIOR_CURRENT)), 0, 0, PRIOR_CURRENT)


def _factor(middle: float, spread: float, used: int, left_out: int) -> Factor:
    return Factor(float(np.exp(middle)), float(np.exp(middle - _Z90 * spread)),
                  float(np.exp(middle + _Z90 * spread)), used, left_out, spread)


def scatter_of(count: ArrayLike) -> Array:
    """Standard deviation of the logarithm of one count (s): the share and the watch together."""
    count = np.asarray(count, dtype=float)
    return np.hypot(SCATTER, REACTION / count)


def sink_factor(observed: ArrayLike, expected: ArrayLike) -> Factor:
    """How many times the model's count a rig really takes, from its timed drops.

    Parameters
    ----------
    observed, expected : (N,) counts seen and computed, s, at least 1.

    Least squares of log(observed/expected), each weighed by its own scatter, with a prior of 1:
    m = sum(w r)/(sum(w) + 1/prior²), spread = 1/sqrt(sum(w) + 1/prior²).

    Raises
    ------
    DomainError
        For counts under 1 s or that are not finite.

    >>> round(sink_factor([12.0] * 5, [10.0] * 5).value, 2)
    1.19
    """
    remedy = "a count of a second or more"
    seen = np.atleast_1d(require("count_s", observed, "s", remedy, low=COUNT_LEAST))
    model = np.atleast_1d(require("expected_s", expected, "s", remedy, low=COUNT_LEAST))
    residual = np.log(seen / model)
    good = np.abs(residual) <= np.log(FACTOR_MOST)
    weight = 1.0 / scatter_of(model[good]) ** 2
    total = float(weight.sum()) + 1.0 / PRIOR_SINK**2
    middle = float((weight * residual[good]).sum()) / total
    return _factor(middle, total**-0.5, int(good.sum()), int((~good).sum()))


ASKED_BEYOND = 1.2816
"""Standard deviations from the model, the middle 80 %, beyond which a drop is asked about."""
ENOUGH = 3
"""Drops that agree among each other are believed from so many on, whatever the model says."""


def odd(observed: ArrayLike, expected: ArrayLike) -> Flags:
    """Which timed drops of one rig are to be asked about, not learned from: (N,).

    Those that are off the model's count by more than both its own doubt and the scatter of one
    count. Where three and more were timed and most of them agree, off what these say.
    """
    seen, model = np.atleast_1d(observed), np.atleast_1d(expected)
    residual = np.log(np.asarray(seen, dtype=float) / np.asarray(model, dtype=float))
    limit = ASKED_BEYOND * np.hypot(PRIOR_SINK, scatter_of(model))
    centre = 0.0
    if residual.size >= ENOUGH:
        middle = float(np.median(residual))
        near = np.abs(residual - middle) <= ASKED_BEYOND * 2.0 * scatter_of(model)
        if near.sum() >= max(ENOUGH, 0.6 * residual.size):
            centre = middle
    return np.asarray(np.abs(residual - centre) > limit)


def deeper_by(depth: ArrayLike, observed: ArrayLike, expected: ArrayLike) -> float:
    """How much deeper (m) it is than was thought, from drops that took longer for that alone: a
    fall's time goes with its depth; their median. depth : m, that each was computed for."""
    ratio = np.asarray(observed, dtype=float) / np.asarray(expected, dtype=float)
    return float(np.median(np.asarray(depth, dtype=float) * (ratio - 1.0)))


MANY, ALIKE = 300, HOLD_SCATTER / 30.0
"""Beyond so many heads tried they are taken together where their logarithms are so near."""
_GRID = np.linspace(np.log(0.25), np.log(4.0), 1201)


def current_factor(
    predicted: Sequence[float], bears: Sequence[float], held: Sequence[bool]
) -> Factor:
    """How many times the predicted current really runs at a place, from heads that held or were
    swept there.

    Parameters
    ----------
    predicted : m/s at the surface; bears : greatest current (m/s) that each head holds in;
    held : whether it held. (N,) each; above 0.

    A head holds where factor * predicted <= bears, told with a log-normal scatter. The posterior
    over a grid of the logarithm, prior and likelihood multiplied; middle and spread are its mean
    and standard deviation, the interval its own 5 and 95 %.

    Raises
    ------
    DomainError
        For currents not above 0.
    """
    flow = np.atleast_1d(require("surface_speed_m_s", np.asarray(predicted, dtype=float), "m/s",
                                 "near slack water nothing is learned", above=0.0))
    reach = np.atleast_1d(require("bears_m_s", np.asarray(bears, dtype=float), "m/s",
                                  "a head that never holds teaches nothing", above=0.0))
    if flow.size == 0:
        return NOTHING_CURRENT
    ratio = np.log(reach / flow)
    times: Array = np.ones(flow.size)
    did = np.asarray(held, dtype=bool)
    if flow.size > MANY:
        # Alike to a thirtieth of the scatter is alike: a season's are counted, not each looked at.
        told, counted = np.unique(np.stack([np.round(ratio / ALIKE), did]), axis=1,
                                return_counts=True)
        ratio, did, times = told[0] * ALIKE, told[1] > 0.5, counted.astype(float)
    holds = normal_cdf((ratio[:, None] - _GRID[None, :]) / HOLD_SCATTER)
    likely = np.log(np.maximum(np.where(did[:, None], holds, 1.0 - holds), 1e-12))
    log_post = times @ likely - 0.5 * (_GRID / PRIOR_CURRENT) ** 2
    post = np.exp(log_post - log_post.max())
    post /= post.sum()
    middle = float((post * _GRID).sum())
    spread = float(np.sqrt((post * (_GRID - middle) ** 2).sum()))
    edges = np.interp([0.5 - 0.5 * INTERVAL, 0.5 + 0.5 * INTERVAL], np.cumsum(post), _GRID)
    return Factor(float(np.exp(middle)), float(np.exp(edges[0])), float(np.exp(edges[1])),
                  flow.size, 0, spread)
