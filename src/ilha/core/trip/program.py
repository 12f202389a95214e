"""A mixed-integer program, built row by row and solved to proof by HiGHS."""

from __future__ import annotations

import numpy as np

from ilha.core.errors import Array, Indices, NotConverged

SECONDS_MOST = 30.0


class Program:
    """A mixed-integer program: integers from 0 to ``most``, then so many binaries; its rows as they
    come up. start : column of the first binary."""

    def __init__(self, most: Indices, binaries: int) -> None:
        self.start = most.size
        self.size = most.size + binaries
        self.most = np.append(most, np.ones(binaries))
        self._columns: list[Indices] = []
        self._values: list[Array] = []
        self._bounds: list[tuple[float, float]] = []

    def add(self, columns: Indices, values: Array, low: float, high: float) -> None:
        """low <= sum of values times columns <= high."""
        self._columns.append(columns)
        self._values.append(values)
        self._bounds.append((low, high))

    def solved(self, cost: Array, what: str) -> Array:
        """The cheapest, proven to be so; ``what`` is sought, for the error.

        Raises
        ------
        NotConverged
            Where the solver gives up.
        """
        from scipy.optimize import Bounds, LinearConstraint, milp
        from scipy.sparse import coo_array

        rows = np.repeat(np.arange(len(self._columns)), [c.size for c in self._columns])
        at = (rows, np.concatenate(self._columns))
        matrix = coo_array((np.concatenate(self._values), at), shape=(len(self._bounds), self.size))
        found = milp(cost, constraints=LinearConstraint(matrix.tocsr(), *np.array(self._bounds).T),
                     bounds=Bounds(0, self.most), integrality=np.ones(self.size),
                     options={"mip_rel_gap": 0.0, "time_limit": SECONDS_MOST})
        if found.x is None or found.status != 0:
            raise NotConverged(what, float(found.mip_gap or np.inf))
        return np.asarray(found.x)
