"""The rounds of a trip by another way than the core's: a network over time that HiGHS solves to
proof, each next round without the orders before it. Slow, and with nothing of the core's search."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.trip.program import Program
from ilha.core.trip.round import (
    AWAY_COSTS,
    MOVE_COSTS,
    TIRED,
    UNMET_COSTS,
    Leg,
    Round,
    Stay,
)


@dataclass(frozen=True)
class _Arcs:
    """What can be done, each (N,) index arrays. ways : origin, place, leaves, arrives. fresh :
    place, arrives, leaves again at the earliest. on : place, tick, stayed on when it is fresh no
    more. home : place, leaves, is home."""

    ways: Indices
    fresh: Indices
    on: Indices
    home: Indices

    @property
    def first(self) -> tuple[int, int, int, int, int]:
        """Columns at which each of them begins, and those after them."""
        sizes = [part.shape[1] for part in (self.ways, self.fresh, self.on, self.home)]
        a, b, c, d = np.cumsum(sizes).tolist()
        return 0, a, b, c, d


def rounds_by_program(
    worth: Array, barred: Flags, travel: Indices, tick_min: float, least_stay: int, pinned: Flags,
    fresh: int, count: int = 3,
) -> list[Round]:
    """As ``rounds`` has it; fresh : ticks for which a mark is fresh."""
    arcs = _arcs(barred, travel, least_stay, fresh)
    out: list[Round] = []
    while len(out) < count:
        found = _best(worth, arcs, pinned, tick_min, [r.order for r in out])
        if not out or found.stays:
            out.append(found)
        if not found.stays:
            break
    return out


def _arcs(barred: Flags, travel: Indices, least: int, fresh: int) -> _Arcs:
    marks, ticks = barred.shape
    # Up to which tick one may stay from each tick on.
    until = np.full((marks, ticks + 1), ticks)
    for tick in range(ticks - 1, -1, -1):
        until[:, tick] = np.where(barred[:, tick], tick, until[:, tick + 1])
    free = until - np.arange(ticks + 1) >= least
    origin, place, leaves = np.nonzero(travel[:, :marks] >= 0)
    arrives = leaves + travel[origin, place, leaves]
    good = (origin != place) & (arrives < ticks)
    good[good] &= free[place[good], arrives[good]]
    ways = np.stack([origin, place, leaves, arrives])[:, good]
    lasts = np.arange(least, max(least, fresh) + 1)
    mark, t, k = np.nonzero(free[:, :, None] & (
        np.arange(ticks + 1)[:, None] + lasts <= until[:, :, None]))
    place, leaves = np.nonzero(travel[:marks, marks] >= 0)
    home = leaves + travel[place, marks, leaves]
    return _Arcs(ways, np.stack([mark, t, t + lasts[k]]), np.stack(np.nonzero(~barred)),
                 np.stack([place, leaves, home])[:, home <= ticks])


def _best(
    worth: Array, arcs: _Arcs, pins: Flags, tick_min: float, gone: Sequence[tuple[int, ...]],
) -> Round:
    marks, ticks = worth.shape
    if arcs.ways.shape[1] == 0 or arcs.home.shape[1] == 0:
        return Round((), (), 0.0, pins)
    ways, fresh, on, home, pinned = arcs.first
    pin_at = np.stack(np.nonzero(pins))
    program = Program(np.zeros(0, dtype=int), pinned + pin_at.shape[1])
    origin, place, leaves, _ = arcs.ways
    total = np.concatenate([np.zeros((marks, 1)), np.cumsum(worth, axis=1)], axis=1)
    cost = np.zeros(program.size)
    out = origin == marks
    cost[ways:fresh] = MOVE_COSTS - np.where(out, AWAY_COSTS * tick_min * leaves, 0.0)
    cost[fresh:on] = -tick_min * (
        total[arcs.fresh[0], arcs.fresh[2]] - total[arcs.fresh[0], arcs.fresh[1]])
    cost[on:home] = -tick_min * TIRED * worth[arcs.on[0], arcs.on[1]]
    cost[home:pinned] = AWAY_COSTS * tick_min * arcs.home[2]
    cost[pinned:] = UNMET_COSTS * tick_min
    # One goes out once at most, to each mark once at most.
    program.add(np.flatnonzero(out), np.ones(int(out.sum())), -np.inf, 1.0)
    for m in range(marks):
        own = np.flatnonzero(place == m)
        program.add(own, np.ones(own.size), -np.inf, 1.0)
    _conserve(program, arcs, marks, ticks)
    for k, (m, t) in enumerate(pin_at.T):
        there = (arcs.fresh[0] == m) & (arcs.fresh[1] <= t) & (t < arcs.fresh[2])
        stays = (arcs.on[0] == m) & (arcs.on[1] == t)
        columns = np.concatenate([fresh + np.flatnonzero(there), on + np.flatnonzero(stays),
                                  [pinned + k]])
        program.add(columns, np.ones(columns.size), 1.0, np.inf)
    for order in gone:
        _forbid(program, arcs, marks, order)
    taken = program.solved(cost, "the round") > 0.5
    return _read(worth, arcs, taken, tick_min, pins)


def _conserve(program: Program, arcs: _Arcs, marks: int, ticks: int) -> None:
    """Who arrives fishes; who is free to go at a mark and tick goes, home or on, or stays: two
    nodes for each mark and tick."""
    ways, fresh, on, home, _ = arcs.first
    free = marks * (ticks + 1)
    from_mark = np.flatnonzero(arcs.ways[0] < marks)

    def flow(columns: Indices, place: Indices, tick: Indices, sign: float, node: int) -> Array:
        return np.stack([node + place * (ticks + 1) + tick, columns,
                         np.full(columns.size, sign)])

    def every(first: int, part: Indices) -> Indices:
        return first + np.arange(part.shape[1])

    flows = np.concatenate([
        flow(every(ways, arcs.ways), arcs.ways[1], arcs.ways[3], 1.0, 0),
        flow(every(fresh, arcs.fresh), arcs.fresh[0], arcs.fresh[1], -1.0, 0),
        flow(every(fresh, arcs.fresh), arcs.fresh[0], arcs.fresh[2], 1.0, free),
        flow(every(on, arcs.on), arcs.on[0], arcs.on[1] + 1, 1.0, free),
        flow(every(on, arcs.on), arcs.on[0], arcs.on[1], -1.0, free),
        flow(from_mark, arcs.ways[0][from_mark], arcs.ways[2][from_mark], -1.0, free),
        flow(every(home, arcs.home), arcs.home[0], arcs.home[1], -1.0, free)], axis=1)
    flows = flows[:, np.argsort(flows[0], kind="stable")]
    edges = np.flatnonzero(np.diff(flows[0])) + 1
    for columns, signs in zip(np.split(flows[1].astype(int), edges), np.split(flows[2], edges),
                              strict=True):
        program.add(columns, signs, 0.0, 0.0)


def _forbid(program: Program, arcs: _Arcs, marks: int, order: tuple[int, ...]) -> None:
    """Not this order again: of its ways at least one is not gone."""
    columns = [np.flatnonzero((arcs.ways[0] == a) & (arcs.ways[1] == b))
               for a, b in zip((marks, *order[:-1]), order, strict=True)]
    columns.append(arcs.first[3] + np.flatnonzero(arcs.home[0] == order[-1]))
    every = np.concatenate(columns)
    program.add(every, np.ones(every.size), -np.inf, float(len(columns) - 1))


def _read(worth: Array, arcs: _Arcs, taken: Flags, tick_min: float, pins: Flags) -> Round:
    marks = worth.shape[0]
    ways, fresh, on, home, pinned = arcs.first
    gone = arcs.ways[:, np.flatnonzero(taken[ways:fresh])].T
    fished = {int(m): (int(a), int(b)) for m, a, b in
              arcs.fresh[:, np.flatnonzero(taken[fresh:on])].T}
    stayed = arcs.on[0, np.flatnonzero(taken[on:home])]
    stays, legs, good = [], [], 0.0
    met = np.zeros(worth.shape, dtype=bool)
    for origin, place, leaves, arrives in gone[np.argsort(gone[:, 3], kind="stable")].tolist():
        start, tires = fished[place]
        end = tires + int(np.count_nonzero(stayed == place))
        stays.append(Stay(place, start, end))
        legs.append(Leg(origin, place, leaves, arrives))
        good += float(worth[place, start:tires].sum() + TIRED * worth[place, tires:end].sum())
        met[place, start:end] = True
    legs += [Leg(m, marks, leaves, back) for m, leaves, back in
             arcs.home[:, np.flatnonzero(taken[home:pinned])].T.tolist()]
    away = legs[-1].end - legs[0].start if legs else 0
    return Round(tuple(stays), tuple(legs), tick_min * (good - AWAY_COSTS * away)
                 - MOVE_COSTS * len(stays), pins & ~met)
