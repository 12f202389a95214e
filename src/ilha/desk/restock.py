"""What the log took from the box since it was counted, and what that cost."""

from __future__ import annotations

import sqlite3
from bisect import bisect_right
from collections import defaultdict
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ilha.core.log.trips import Trip
from ilha.desk.convert import head_name
from ilha.desk.logged import trips_logged
from ilha.store import events, heads, plastics, stock


@dataclass(frozen=True)
class Kind:
    """A kind of head or plastic: how many were counted, and lost since."""

    kind: Literal["heads", "plastics"]
    id: int
    name: str
    carried: int
    lost: int
    price: float | None
    counted_utc_s: float

    @property
    def left(self) -> int:
        return max(0, self.carried - self.lost)


def kinds_of(conn: sqlite3.Connection) -> tuple[dict[int, Kind], dict[int, Kind]]:
    """All heads and all plastics, by id."""
    gone, torn = stock.heads_lost(conn), stock.plastics_lost(conn)
    own = [Kind("heads", row["id"], head_name(row), row["carried"], gone.get(row["id"], 0),
                row["price"], row["counted_utc_s"]) for row in heads.listed(conn)]
    soft = [Kind("plastics", row["id"], row["name"], row["carried"], torn.get(row["id"], 0),
                 row["price"], row["counted_utc_s"]) for row in plastics.listed(conn)]
    return {one.id: one for one in own}, {one.id: one for one in soft}


@dataclass(frozen=True)
class Cost:
    """What things cost today; what has no price, or is gone, is counted."""

    money: float
    unpriced: int


@dataclass(frozen=True)
class LostTrip:
    """A trip on which something was lost."""

    trip: Trip
    lost: int
    cost: Cost


@dataclass(frozen=True)
class Restock:
    """What the log took since each kind was counted, and what every trip cost, the last first."""

    lost: list[Kind]
    cost: Cost
    trips: list[LostTrip]
    hours: float


def restock(conn: sqlite3.Connection) -> Restock:
    """What is to be had again."""
    kinds = kinds_of(conn)
    gone = [one for part in kinds for one in part.values() if one.lost]
    trips, log = trips_logged(conn)
    # Both are in the order of the log: the n-th that was lost is the n-th lost word.
    lost_at = np.flatnonzero(log.kind.where("lost")).tolist()
    begins = [trip.first for trip in trips]
    by_trip: dict[int, list[events.Event]] = defaultdict(list)
    for at, event in zip(lost_at, events.lost(conn), strict=True):
        by_trip[bisect_right(begins, at) - 1].append(event)
    costs = [LostTrip(trips[i], len(lost), _cost(lost, kinds))
             for i, lost in sorted(by_trip.items(), reverse=True)]
    return Restock(
        gone, Cost(sum(one.lost * (one.price or 0.0) for one in gone),
                   sum(one.lost for one in gone if one.price is None)),
        costs, sum(trip.hours for trip in trips))


def _cost(
    lost: list[events.Event], kinds: tuple[dict[int, Kind], dict[int, Kind]]
) -> Cost:
    """What lost rigs cost today, head and plastic."""
    of = [one for event in lost for one in (kinds[0].get(event["head_id"] or 0),
                                            kinds[1].get(event["plastic_id"] or 0))]
    prices = [None if one is None else one.price for one in of]
    return Cost(sum(p for p in prices if p is not None), sum(p is None for p in prices))
