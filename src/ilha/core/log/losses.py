"""How many rigs a bottom takes, and how many to carry for it. Section 9 of docs/model.md."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, require

USUAL_AN_HOUR: dict[str, float] = {"sand": 0.05, "mud": 0.05, "grass": 0.10, "rock": 0.40,
                                   "oyster": 0.50, "wreck": 0.60}
"""Rigs lost an hour of fishing on each kind of bottom, before anything was logged (judgement)."""
USUAL_HOURS = 8.0
"""What is usual weighs as much as so many hours of one's own (judgement)."""
ENOUGH = 0.90
"""With this chance what is packed lasts."""


def loss_rate(bottom: str, lost: int = 0, hours: float = 0.0) -> float:
    """Rigs lost an hour: the mean of a gamma posterior, a Poisson count in ``hours`` under a prior
    worth USUAL_HOURS at the usual rate (conjugate pair, in any text on Bayesian statistics; from
    memory).

    Raises
    ------
    DomainError
        For negative counts or hours.

    >>> loss_rate("rock"), round(loss_rate("rock", 1, 32.0), 3)
    (0.4, 0.105)
    """
    require("lost", lost, "", "count what was lost", low=0.0)
    require("hours", hours, "h", "the time that was fished", low=0.0)
    return (USUAL_HOURS * USUAL_AN_HOUR[bottom] + lost) / (USUAL_HOURS + hours)


def bears(count: ArrayLike) -> Array:
    """Greatest expected number of losses for which so many rigs last with the chance ENOUGH: one is
    left in hand then.

    P(N <= k - 1) = Q(k, lambda), the regularised upper gamma function (Abramowitz and Stegun
    26.4.21; from memory), inverted for lambda.

    >>> bears([1, 2, 3]).round(3).tolist()
    [0.105, 0.532, 1.102]
    """
    # Loaded here: every start of the server would pay for it.
    from scipy.special import gammaincinv

    k = require("count", count, "", "one at least", low=1.0)
    return np.asarray(gammaincinv(k, 1.0 - ENOUGH))
