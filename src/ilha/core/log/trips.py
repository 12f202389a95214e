"""Trips out of what was logged: when they began and ended, what happened, what it gave."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.log.rates import Rate, rate

GAP_S = 4.0 * 3600.0
"""After so long without a word it is another trip."""
LEAST_S = 600.0
"""A trip with one tap lasted at least so long (judgement)."""


DEPTH_EDGES = (0.0, 2.0, 4.0, 8.0, 15.0, 30.0)
"""Bands of depth, m, by which the log is read."""


def band_name(depth: float) -> str:
    """The band of a depth (m), in words.

    >>> band_name(4.0), band_name(70.0)
    ('4 to 8 m', '30 m and over')
    """
    low, high = depth_band(depth)
    return f"{low:g} m and over" if high is None else f"{low:g} to {high:g} m"


def depth_band(depth: float) -> tuple[float, float | None]:
    """The band (m) that a depth falls in; the last has no end.

    >>> depth_band(4.0), depth_band(70.0)
    ((4.0, 8.0), (30.0, None))
    """
    at = bisect_right(DEPTH_EDGES, depth) - 1
    return DEPTH_EDGES[at], DEPTH_EDGES[at + 1] if at + 1 < len(DEPTH_EDGES) else None


@dataclass(frozen=True)
class Coded:
    """Words by their numbers: ``names`` each once, ``code`` (N,) which of them stands where."""

    names: tuple[str, ...]
    code: Indices

    @classmethod
    def of(cls, words: Iterable[str]) -> Coded:
        known: dict[str, int] = {}
        code = np.array([known.setdefault(word, len(known)) for word in words], dtype=int)
        return cls(tuple(known), code)

    def where(self, name: str) -> Flags:
        return np.asarray(self.code == (self.names.index(name) if name in self.names else -1))


@dataclass(frozen=True)
class Logged:
    """A log by columns, the first word of it first: what was told (``read`` tells of a word of it
    kind, place, head, plastic, colour and so on by name), the instant (s since 1970) and the depth
    (m, NaN where it is not known)."""

    told: Coded
    at: Array
    depth: Array
    read: Callable[[str], Mapping[str, str]]

    def by(self, what: str) -> Coded:
        """One thing of it, "" for nothing."""
        if what == "depth":
            names = ("", *(band_name(low) for low in DEPTH_EDGES))
            band = np.searchsorted(DEPTH_EDGES, self.depth, side="right")
            return Coded(names, np.where(np.isnan(self.depth), 0, band))
        of_told = Coded.of(self.read(told).get(what, "") for told in self.told.names)
        return Coded(of_told.names, of_told.code[self.told.code])

    @cached_property
    def kind(self) -> Coded:
        return self.by("kind")

    @cached_property
    def place(self) -> Coded:
        return self.by("place")


@dataclass(frozen=True)
class Trip:
    """At one place, from the first word to the last, s since 1970; first, last : where these stand
    in the log; counts : of each kind."""

    place: str
    start: float
    end: float
    first: int
    last: int
    counts: Mapping[str, int]

    @property
    def hours(self) -> float:
        return max(self.end - self.start, LEAST_S) / 3600.0

    def count(self, kind: str) -> int:
        return self.counts.get(kind, 0)


def trips(log: Logged) -> list[Trip]:
    """Trips, the first first: another place, a word of ending or a long silence ends one."""
    if log.at.size == 0:
        return []
    place, kinds = log.place.code, log.kind.names
    begins = np.concatenate([[True], (place[1:] != place[:-1]) | log.kind.where("began")[1:]
                             | log.kind.where("ended")[:-1] | (np.diff(log.at) > GAP_S)])
    first = np.flatnonzero(begins)
    last = np.append(first[1:], log.at.size) - 1
    number = np.cumsum(begins) - 1
    counts = np.bincount(number * len(kinds) + log.kind.code,
                         minlength=first.size * len(kinds)).reshape(-1, len(kinds))
    return [Trip(log.place.names[place[a]], float(log.at[a]), float(log.at[b]), int(a), int(b),
                 dict(zip(kinds, row, strict=True)))
            for a, b, row in zip(first, last, counts.tolist(), strict=True)]


def worked(log: Logged, trips_: Sequence[Trip], by: str) -> dict[str, Rate]:
    """Fish per hour by one thing: "head", "plastic", "colour", "retrieve", "stage", "light",
    "depth" or "place".

    A trip's hours are shared out over what was in use between two words of it: each stretch of time
    belongs to what the word at its end names.
    """
    stretch = np.diff(log.at, prepend=log.at[:1])
    stretch[[trip.first for trip in trips_]] = 0.0
    of = log.by(by)
    hours = np.bincount(of.code, stretch, len(of.names)) / 3600.0
    fish = np.bincount(of.code, log.kind.where("fish").astype(float), len(of.names))
    met = np.bincount(of.code, minlength=len(of.names)) > 0
    return {name: rate(int(fish[i]), max(float(hours[i]), LEAST_S / 3600.0))
            for i, name in enumerate(of.names) if name and met[i]}


def lost_by(trips_: Sequence[Trip], by: Callable[[Trip], str]) -> dict[str, Rate]:
    """Rigs lost per hour, by place or bottom."""
    hours: dict[str, float] = {}
    lost: dict[str, int] = {}
    for trip in trips_:
        key = by(trip)
        hours[key] = hours.get(key, 0.0) + trip.hours
        lost[key] = lost.get(key, 0) + trip.count("lost")
    return {key: rate(lost[key], hours[key]) for key in hours}
