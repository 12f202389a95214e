"""Arrays to JSON: what is not a number becomes null."""

from __future__ import annotations

from typing import Any

import numpy as np

from ilha.core.errors import Array


def nullable(value: Array, digits: int | None = None) -> list[Any]:
    """Nested lists of ``value``, rounded to ``digits`` decimals if given, None where not finite."""
    numbers = np.asarray(value, dtype=float)
    if digits is not None:
        # The repr of a rounded float64 is short: the JSON stays small.
        numbers = np.round(numbers, digits)
    cells = numbers.astype(object)
    cells[~np.isfinite(numbers)] = None
    out: list[Any] = cells.tolist()
    return out
