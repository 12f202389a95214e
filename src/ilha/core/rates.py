"""What worked, in honest numbers: fish per hour with intervals, and whether two differ at all.

Counts of rare events are Poisson; the interval is the exact one (Garwood 1936; in any text on
statistics as 0.5 chi²; from memory), which two fish make very wide.
"""

from __future__ import annotations

from dataclasses import dataclass

from scipy.stats import binomtest, chi2

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
    n = int(require("events", events, "", "count what happened", low=0.0))
    hours = float(require("hours", hours, "h", "the time that was fished", above=0.0))
    tail = 0.5 * (1.0 - level)
    low = 0.5 * float(chi2.ppf(tail, 2 * n)) if n else 0.0
    high = 0.5 * float(chi2.ppf(1.0 - tail, 2 * (n + 1)))
    return Rate(n, hours, n / hours, low / hours, high / hours)


def differ(a: Rate, b: Rate) -> float:
    """How easily chance alone makes two rates so different: the exact conditional test of two
    Poisson rates (Przyborowski and Wilenski 1940; from memory). 1 where there is nothing."""
    total = a.events + b.events
    if total == 0:
        return 1.0
    return float(binomtest(a.events, total, a.hours / (a.hours + b.hours)).pvalue)
