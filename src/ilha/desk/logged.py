"""The log as trips: what the log itself, packing and the account of losses read."""

from __future__ import annotations

import sqlite3

from ilha.core.log.rates import Rate
from ilha.core.log.trips import Happened, Trip, depth_band, lost_by, trips
from ilha.store import events, marks


def _happened(row: events.Event) -> Happened:
    return Happened(row["kind"], row["at_utc_s"], row["mark_name"], {
        "head": row["head_name"], "plastic": row["plastic_name"], "colour": row["colour"],
        "retrieve": row["retrieve"], "stage": row["stage"] or "", "light": row["light"] or "",
        "depth": "" if row["depth_m"] is None else band_words(row["depth_m"])})


def band_words(depth_m: float) -> str:
    low, high = depth_band(depth_m)
    return f"{low:g} m and over" if high is None else f"{low:g} to {high:g} m"


def trips_logged(conn: sqlite3.Connection) -> tuple[list[Trip], list[events.Event]]:
    rows = events.listed(conn)
    return trips(_happened(row) for row in rows), rows


def lost_by_bottom(conn: sqlite3.Connection, found: list[Trip]) -> dict[str, Rate]:
    """Rigs lost an hour on each kind of bottom; places that are gone are left out."""
    bottoms = {mark["name"]: mark["bottom"] for mark in marks.listed(conn)}
    return lost_by([trip for trip in found if trip.place in bottoms],
                   lambda trip: bottoms[trip.place])
