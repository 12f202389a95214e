"""What worked, in honest numbers: fish per hour with intervals, and whether two differ at all.

Counts of rare events are Poisson; the interval is the exact one (Garwood 1936; in any text on
statistics as 0.5 chi²; from memory), which two fish make very wide.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.errors import require

LEVEL = 0.90
FEW = 5
"""Under so many events nothing is claimed (judgement)."""


@dataclass(frozen=True)
class Rate:
    """Events per hour, with the exact Poisson interval; ``few``: too few to claim anything."""

    events: int
    hours: float
    per_hour: float
    low: float
    high: float

    @property
    def few(self) -> bool:
        return self.events < FEW


def rate(events: int, hours: float, level: float = LEVEL) -> Rate:
    """The rate of ``events`` in ``hours``.

    Raises
    ------
    DomainError
        For negative events or hours not above 0.

    >>> r = rate(10, 1.0, 0.95)
    >>> round(r.low, 2), round(r.high, 2)
    (4.8, 18.39)
    """
    # Loaded here: every start of the server would pay for it, and few ask what worked.
    from scipy.special import gammaincinv

    n = int(require("events", events, "", "count what happened", low=0.0))
    hours = float(require("hours", hours, "h", "the time that was fished", above=0.0))
    tail = 0.5 * (1.0 - level)
    # 0.5 chi²(p; 2n) is the gamma distribution's own quantile.
    low = float(gammaincinv(n, tail)) if n else 0.0
    high = float(gammaincinv(n + 1, 1.0 - tail))
    return Rate(n, hours, n / hours, low / hours, high / hours)


def differ(a: Rate, b: Rate) -> float:
    """How easily chance alone makes two rates so different: the exact conditional test of two
    Poisson rates (Przyborowski and Wilenski 1940; from memory). 1 where there is nothing."""
    from scipy.special import gammaln

    total = a.events + b.events
    if total == 0:
        return 1.0
    share = a.hours / (a.hours + b.hours)
    k = np.arange(total + 1)
    ways = gammaln(total + 1) - gammaln(k + 1) - gammaln(total - k + 1)
    likely = np.exp(ways + k * np.log(share) + (total - k) * np.log1p(-share))
    # Two-sided: all that is no likelier than what was seen, but for rounding.
    return float(min(1.0, likely[likely <= likely[a.events] * (1.0 + 1e-7)].sum()))


def stands_out(ranked: Sequence[tuple[str, Rate]]) -> tuple[str, float | None]:
    """The best of which enough was seen, and how easily chance alone sets one of so many so far
    before all the rest together: Bonferroni's bound, since the best is picked after the fact.
    ("", None) where nothing can be claimed."""
    best = next(((name, rate_) for name, rate_ in ranked if not rate_.few), None)
    rest = [rate_ for name, rate_ in ranked if best is not None and name != best[0]]
    if best is None or not rest:
        return "", None
    others = rate(sum(r.events for r in rest), sum(r.hours for r in rest))
    return best[0], min(1.0, len(ranked) * differ(best[1], others))
