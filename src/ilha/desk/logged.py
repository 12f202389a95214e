"""The log as trips: what the log itself, packing and the account of losses read."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable, Mapping

import numpy as np

from ilha.core.log.rates import Rate
from ilha.core.log.trips import Coded, Logged, Trip, lost_by, trips
from ilha.store import events, marks


def _read(told: str) -> Mapping[str, str]:
    return dict(zip(events.TOLD, told.split(events.SPLIT), strict=True))


def _logged(words: Iterable[events.Word]) -> Logged:
    told, at, depth = list(zip(*words, strict=True)) or [()] * 3
    return Logged(Coded.of(told), np.array(at, dtype=float), np.array(depth, dtype=float), _read)


def logged_of(rows: Iterable[events.Event]) -> Logged:
    """Events, the first first, as trips are made of them."""
    return _logged(events.word(row) for row in rows)


def trips_logged(conn: sqlite3.Connection) -> tuple[list[Trip], Logged]:
    """All trips, the first first, and what they are made of."""
    log = _logged(events.words(conn))
    return trips(log), log


def lost_by_bottom(conn: sqlite3.Connection, found: list[Trip]) -> dict[str, Rate]:
    """Rigs lost an hour on each kind of bottom; places that are gone are left out."""
    bottoms = {mark["name"]: mark["bottom"] for mark in marks.listed(conn)}
    return lost_by([trip for trip in found if trip.place in bottoms],
                   lambda trip: bottoms[trip.place])
