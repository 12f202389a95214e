"""How long it takes from place to place, with the stream and against it. Section 12 of
docs/model.md."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.distance import great_circle
from ilha.core.errors import Array, require
from ilha.core.tables import read_table

CRAWL = 0.1
"""Over the ground slower than this (m/s) nothing is made good: one waits (judgement)."""


@dataclass(frozen=True)
class Craft:
    """One row of crafts.toml: how one gets about."""

    key: str
    words: str
    speed_m_s: float
    least_depth_m: float
    roundabout: float
    drifts: bool
    stances: dict[str, str]

    def stance(self, own: str) -> str:
        """A mark's stance with it, "" where the mark is not fished so."""
        return self.stances.get(own, own)


CRAFTS = {key: Craft(key, **row) for key, row in read_table("crafts.toml").items()}


def bearing(lat1: Array, lon1: Array, lat2: Array, lon2: Array) -> Array:
    """Way (rad from north, clockwise) in which a place is first seen from another, degrees in. The
    great circle's first bearing (in any text on navigation; from memory)."""
    a, b, c, d = (np.radians(np.asarray(x, dtype=float)) for x in (lat1, lon1, lat2, lon2))
    east = np.sin(d - b) * np.cos(c)
    north = np.cos(a) * np.sin(c) - np.sin(a) * np.cos(c) * np.cos(d - b)
    return np.asarray(np.arctan2(east, north))


def made_good(speed: float, east: Array, north: Array, way: Array) -> Array:
    """Speed (m/s) along ``way`` (rad from north) of what goes ``speed`` through water that itself
    goes ``east`` and ``north`` (m/s), pointed up so that it keeps to the way; below 0 where it is
    carried back, NaN where it is carried off."""
    along = east * np.sin(way) + north * np.cos(way)
    across = east * np.cos(way) - north * np.sin(way)
    left = speed**2 - across**2
    return np.asarray(np.where(left >= 0.0, np.sqrt(np.maximum(left, 0.0)) + along, np.nan))


def durations(
    latitude_deg: Array, longitude_deg: Array, stream: Array, flows_to_deg: Array, speed: float,
    craft: Craft, tick_s: float,
) -> Array:
    """Seconds from place to place when one leaves at the start of each tick, (P, P, T); inf where
    one is not there by the end, 0 from a place to itself.

    Parameters
    ----------
    latitude_deg, longitude_deg : (P,). stream : (P, T) m/s, by how fast the water goes at each
    place. flows_to_deg : (P, T) degrees from north, NaN where none is known. speed : m/s through
    the water. On a way the water is the mean of those of its ends that are known, at each moment
    as it then is; still where neither is.

    Raises
    ------
    DomainError
        For a speed that is none.
    """
    require("speed_m_s", speed, "m/s", "how fast one gets along", low=0.05, high=40.0)
    count, ticks = stream.shape
    way = bearing(latitude_deg[:, None], longitude_deg[:, None], latitude_deg, longitude_deg)
    far = craft.roundabout * great_circle(latitude_deg[:, None], longitude_deg[:, None],
                                          latitude_deg, longitude_deg)
    known = craft.drifts & np.isfinite(flows_to_deg)
    to = np.radians(np.where(known, flows_to_deg, 0.0))
    east, north = (np.where(known, stream * of(to), 0.0) for of in (np.sin, np.cos))
    ends = np.maximum(known[:, None] * 1.0 + known[None, :], 1.0)
    east, north = ((part[:, None] + part[None, :]) / ends for part in (east, north))
    good = made_good(speed, east, north, way[:, :, None])
    good = np.where(good > CRAWL, good, 0.0)
    # Metres made good since the first tick, straight between the ticks.
    made = np.concatenate([np.zeros((count, count, 1)), np.cumsum(good * tick_s, axis=2)], axis=2)
    out = np.full((count, count, ticks), np.inf)
    starts = tick_s * np.arange(ticks + 1)
    for a in range(count):
        for b in range(count):
            if a == b or far[a, b] == 0.0:
                out[a, b] = 0.0
                continue
            target = made[a, b, :-1] + far[a, b]
            there = target <= made[a, b, -1]
            # Where nothing is made good the line is level: the first time counts.
            rises = np.concatenate([[True], np.diff(made[a, b]) > 0.0])
            arrives = np.interp(target, made[a, b][rises], starts[rises])
            out[a, b, there] = arrives[there] - starts[:-1][there]
    return out
