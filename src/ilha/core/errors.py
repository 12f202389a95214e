"""Errors that carry their data, and the one place that checks a number's range."""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]
Flags = NDArray[np.bool_]
Indices = NDArray[np.intp]


class DomainError(ValueError):
    """A value outside the range in which the model means anything.

    Carries ``field``, ``value``, ``unit``, ``low``, ``high`` so that a caller can point at
    the control that holds the value (None where there is none); ``str()`` is a sentence for the
    person who typed it.
    """

    def __init__(
        self,
        field: str,
        rule: str,
        value: Any,
        unit: str,
        remedy: str,
        low: float | None = None,
        high: float | None = None,
    ) -> None:
        self.field, self.rule, self.value, self.unit = field, rule, value, unit
        self.low, self.high, self.remedy = low, high, remedy
        shown = f"{value:g}" if isinstance(value, (int, float)) else str(value)
        got = "" if value is None else ", got " + f"{shown} {unit}".strip()
        super().__init__(f"`{field}` {rule}{got}: {remedy}")

    def __reduce__(self) -> tuple[Any, ...]:
        # By what it was made of: a process of its own that computes sends it back.
        return type(self), (self.field, self.rule, self.value, self.unit, self.remedy, self.low,
                            self.high)


class NotConverged(ArithmeticError):
    """An iteration that did not settle; carries the worst remaining error."""

    def __init__(self, what: str, error: float) -> None:
        self.what, self.error = what, error
        super().__init__(f"{what} did not settle: {error:.3g} left")

    def __reduce__(self) -> tuple[Any, ...]:
        return type(self), (self.what, self.error)


def _bound(value: float, unit: str) -> str:
    return f"{value:g} {unit}".strip()


def require(
    field: str,
    value: ArrayLike,
    unit: str,
    remedy: str,
    *,
    above: float | None = None,
    low: float | None = None,
    high: float | None = None,
) -> Array:
    """Return ``value`` as a float array, or raise naming the first value that breaks a rule.

    ``above`` is an open lower bound, ``low`` and ``high`` are closed ones, in ``unit``.

    Raises
    ------
    DomainError
        For a value that is not a finite number or lies outside the bounds.
    """
    array = np.asarray(value, dtype=float)
    floor = above if above is not None else low
    if array.size == 0:
        return array
    # Not a number is neither within nor without: it fails both comparisons.
    least, most = array.min(), array.max()
    if (-np.inf < least and most < np.inf and (above is None or least > above)
            and (low is None or least >= low) and (high is None or most <= high)):
        return array
    rules: list[tuple[Any, str]] = [(~np.isfinite(array), "must be a finite number")]
    if above is not None:
        rules.append((array <= above, f"must be above {_bound(above, unit)}"))
    if low is not None:
        rules.append((array < low, f"must be at least {_bound(low, unit)}"))
    if high is not None:
        rules.append((array > high, f"must be at most {_bound(high, unit)}"))
    for broken, rule in rules:
        if np.any(broken):
            worst = float(array[broken].flat[0])
            raise DomainError(field, rule, worst, unit, remedy, floor, high)
    return array
