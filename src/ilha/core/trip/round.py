"""Where to be when: the best round over several marks, proven best.

Each mark is visited once at most. What is best from here on depends on which marks were visited,
where one is and when: it is worked out backwards for all of these (dynamic programming over sets,
as Held and Karp's of the travelling salesman, 1962, from memory). With it known how much each
beginning of an order can still come to, orders are followed up best first, and the first that are
complete are the best. Section 12 of docs/model.md.
"""

from __future__ import annotations

import heapq
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ilha.core.errors import Array, DomainError, Flags, Indices

MOVE_COSTS = 6.0
"""Minutes of good fishing that one gives up for a move less: anchor up, tackle stowed, water
disturbed (judgement)."""
AWAY_COSTS = 0.02
"""Minutes for each minute away from home: of two rounds worth the same the shorter (judgement)."""
FRESH_MIN, TIRED = 120.0, 0.6
"""For so many minutes a mark is fresh; then a minute there is worth this share: who has not found
them in two hours of it looks elsewhere (judgement)."""
UNMET_COSTS = 5000.0
"""Minutes for a pinned tick that cannot be met: never for want of worth, only where it must be."""


@dataclass(frozen=True)
class Stay:
    """At a mark from tick ``start`` to tick ``end``."""

    place: int
    start: int
    end: int


@dataclass(frozen=True)
class Leg:
    """A way from a place to another: leaves at ``start``, is there at ``end``; the number of marks
    stands for home."""

    origin: int
    to: int
    start: int
    end: int


@dataclass(frozen=True)
class Round:
    """worth : minutes of good fishing, less what going about costs. unmet : (M, T) pinned ticks
    that it does not keep."""

    stays: tuple[Stay, ...]
    legs: tuple[Leg, ...]
    worth: float
    unmet: Flags

    @property
    def order(self) -> tuple[int, ...]:
        return tuple(stay.place for stay in self.stays)


def rounds(
    worth: Array, barred: Flags, travel: Indices, tick_min: float, least_stay: int,
    pinned: Flags | None = None, count: int = 3, fresh_min: float = FRESH_MIN,
) -> list[Round]:
    """The best round and those next to it that visit other marks or in another order, best first.

    Parameters
    ----------
    worth : (M, T) of a minute at each mark in each tick, 0 to 1. barred : (M, T) ticks in which one
    must not be there. travel : (M + 1, M + 1, T + 1) ticks from place to place when one leaves at
    the start of a tick or at the end of the last, -1 where there is no way; the last place is
    home. tick_min : minutes of a tick. least_stay : ticks. pinned : (M, T) ticks in which one is
    there. count : rounds at most. fresh_min : minutes for which a mark is fresh.

    A round of none is staying at home. A pinned tick that cannot be met is left unmet, and said.
    Time and memory grow with 2 to the number of marks.

    Raises
    ------
    DomainError
        For arrays that do not belong together.
    """
    marks, ticks = worth.shape
    if barred.shape != worth.shape or travel.shape != (
            marks + 1, marks + 1, ticks + 1):
        raise DomainError("travel", "must have one row for each mark and one for home", None, "",
                          "give worth, barred and travel for the same marks and ticks")
    pins = np.zeros(worth.shape, dtype=bool) if pinned is None else pinned
    return _Day(worth, barred, travel, tick_min, least_stay, round(fresh_min / tick_min),
                pins).best(count)


@dataclass(frozen=True)
class _Begun:
    """An order as far as it has come. arrived : (T + 1,) minutes at best when one is at its last
    mark at each tick; free : when one goes from there. before : it without its last mark."""

    order: tuple[int, ...]
    free: Array
    arrived: Array | None = None
    before: _Begun | None = None

    @property
    def visited(self) -> int:
        return sum(1 << m for m in self.order)


@dataclass(frozen=True)
class _Day:
    """All that is given. A set of marks is a number of their bits; minutes are of good fishing,
    less what it costs, and for each pinned tick kept what it costs when it is not."""

    worth: Array
    barred: Flags
    travel: Indices
    tick_min: float
    least: int
    fresh: int
    pins: Flags

    @property
    def marks(self) -> int:
        return int(self.worth.shape[0])

    @property
    def ticks(self) -> int:
        return int(self.worth.shape[1])

    @cached_property
    def arrives(self) -> Indices:
        """(M + 1, M + 1, T + 1) ticks; T + 1, which is never, where there is no way in time."""
        there = np.arange(self.ticks + 1) + self.travel
        return np.where((self.travel < 0) | (there > self.ticks), self.ticks + 1, there)

    @cached_property
    def stays(self) -> Array:
        """(M, T + 1, T + 1) minutes of a stay from one tick to another, -inf where none may be."""
        ticks = self.ticks
        # Up to which tick one may stay from each tick on.
        until = np.full((self.marks, ticks + 1), ticks)
        for tick in range(ticks - 1, -1, -1):
            until[:, tick] = np.where(self.barred[:, tick], tick, until[:, tick + 1])
        start, end = np.arange(ticks + 1)[:, None], np.arange(ticks + 1)[None, :]
        tires = np.minimum(end, start + max(self.least, self.fresh))

        def summed(values: Array) -> Array:
            return np.concatenate([np.zeros((self.marks, 1)), np.cumsum(values, axis=1)], axis=1)

        good, kept = summed(self.worth), summed(UNMET_COSTS * self.pins.astype(float))
        minutes = self.tick_min * (
            good[:, tires] - good[:, start] + TIRED * (good[:, end] - good[:, tires])
            + kept[:, end] - kept[:, start])
        may = (end - start >= self.least) & (end <= until[:, :, None])
        return np.where(may, minutes, -np.inf)

    @cached_property
    def back(self) -> Array:
        """(M, T + 1) minutes that it costs to go home from a mark at a tick."""
        there = self.arrives[:-1, -1]
        return np.where(there > self.ticks, -np.inf, -AWAY_COSTS * self.tick_min * there)

    @cached_property
    def ahead(self) -> Array:
        """(2^M, M, T + 1) minutes that come at best after a mark is left at a tick, when those of a
        set have been visited, it among them."""
        marks, never = self.marks, self.ticks + 1
        ahead = np.full((1 << marks, marks, never), -np.inf)
        # Of a mark when one arrives; the last column is of never.
        reached = np.full((1 << marks, marks, never + 1), -np.inf)
        bits = np.arange(marks)
        for visited in range((1 << marks) - 1, 0, -1):
            there = (visited >> bits & 1).astype(bool)
            here, to = np.flatnonzero(there), np.flatnonzero(~there)
            best = self.back[here]
            if to.size:
                then = reached[visited | 1 << to, to]
                gone = then[np.arange(to.size)[None, :, None], self.arrives[np.ix_(here, to)]]
                best = np.maximum(best, gone.max(axis=1) - MOVE_COSTS)
            ahead[visited, here] = best
            reached[visited, here, :never] = (self.stays[here] + best[:, None, :]).max(axis=2)
        return ahead

    def best(self, count: int) -> list[Round]:
        """The best orders, each at its best; staying at home is one of them, and the last."""
        home = _Begun((), AWAY_COSTS * self.tick_min * np.arange(self.ticks + 1.0))
        # Most minutes first; of two alike that which came up first. Whether an order ends there.
        waiting: list[tuple[float, int, bool, _Begun]] = [(0.0, 0, True, home)]
        came = 1
        out: list[Round] = []

        def put(minutes: float, ends: bool, begun: _Begun) -> None:
            nonlocal came
            if minutes > -np.inf:
                heapq.heappush(waiting, (-minutes, came, ends, begun))
                came += 1

        def follow(begun: _Begun) -> None:
            for m in range(self.marks):
                if m not in begun.order:
                    longer = self._onto(begun, m)
                    put(float((longer.free + self.ahead[longer.visited, m]).max()), False, longer)

        follow(home)
        while len(out) < count:
            _, _, ends, begun = heapq.heappop(waiting)
            if not ends:
                put(float((begun.free + self.back[begun.order[-1]]).max()), True, begun)
                follow(begun)
                continue
            if not out or begun.order:
                out.append(self._read(begun))
            if not begun.order:
                # What is worth less than staying at home is no plan.
                break
        return out

    def _onto(self, begun: _Begun, mark: int) -> _Begun:
        """An order with one mark more."""
        at = begun.order[-1] if begun.order else self.marks
        arrived = np.full(self.ticks + 2, -np.inf)
        np.maximum.at(arrived, self.arrives[at, mark], begun.free - MOVE_COSTS)
        arrived = arrived[:-1]
        free = (arrived[:, None] + self.stays[mark]).max(axis=0)
        return _Begun((*begun.order, mark), free, arrived, begun)

    def _read(self, whole: _Begun) -> Round:
        """An order walked back from its end."""
        stays: list[Stay] = []
        legs: list[Leg] = []
        met = np.zeros(self.worth.shape, dtype=bool)
        minutes, one = 0.0, whole
        if whole.order:
            mark = whole.order[-1]
            ends = whole.free + self.back[mark]
            leaves = int(np.argmax(ends))
            minutes = float(ends[leaves])
            legs.append(Leg(mark, self.marks, leaves, int(self.arrives[mark, -1, leaves])))
        while one.before is not None and one.arrived is not None:
            mark, end = one.order[-1], legs[0].start
            start = int(np.argmax(one.arrived + self.stays[mark, :, end]))
            origin = one.before.order[-1] if one.before.order else self.marks
            left = np.where(self.arrives[origin, mark] == start, one.before.free, -np.inf)
            met[mark, start:end] = True
            stays.insert(0, Stay(mark, start, end))
            legs.insert(0, Leg(origin, mark, int(np.argmax(left)), start))
            one = one.before
        kept = UNMET_COSTS * self.tick_min * float(np.count_nonzero(self.pins & met))
        return Round(tuple(stays), tuple(legs), minutes - kept, self.pins & ~met)
