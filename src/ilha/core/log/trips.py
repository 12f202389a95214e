"""Trips out of what was logged: when they began and ended, what happened, what it gave."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from ilha.core.log.rates import Rate, rate

GAP_S = 4.0 * 3600.0
"""After so long without a word it is another trip."""
LEAST_S = 600.0
"""A trip with one tap lasted at least so long (judgement)."""


@dataclass(frozen=True)
class Happened:
    """What a trip needs of an event; ``with_`` : head, plastic, colour and so on, by name."""

    kind: str
    at: float
    place: str
    with_: dict[str, str]


@dataclass(frozen=True)
class Trip:
    """At one place, from the first word to the last, s since 1970."""

    place: str
    start: float
    end: float
    events: tuple[Happened, ...]

    @property
    def hours(self) -> float:
        return max(self.end - self.start, LEAST_S) / 3600.0

    def count(self, kind: str) -> int:
        return sum(event.kind == kind for event in self.events)


def trips(events: Iterable[Happened]) -> list[Trip]:
    """Trips, the first first: another place, a word of ending or a long silence ends one."""
    out: list[list[Happened]] = []
    for event in sorted(events, key=lambda e: e.at):
        last = out[-1][-1] if out else None
        if (last is None or event.place != last.place or last.kind == "ended"
                or event.at - last.at > GAP_S or event.kind == "began"):
            out.append([])
        out[-1].append(event)
    return [Trip(run[0].place, run[0].at, run[-1].at, tuple(run)) for run in out]


def worked(trips_: Sequence[Trip], by: str) -> dict[str, Rate]:
    """Fish per hour by one thing: "head", "plastic", "colour", "retrieve", "stage", "light" or
    "depth".

    A trip's hours are shared out over what was in use between two words of it: each stretch of time
    belongs to what the word at its end names.
    """
    hours: dict[str, float] = {}
    fish: dict[str, int] = {}
    for trip in trips_:
        before = trip.start
        for event in trip.events:
            key = event.with_.get(by, "")
            if key:
                hours[key] = hours.get(key, 0.0) + (event.at - before) / 3600.0
                fish[key] = fish.get(key, 0) + (event.kind == "fish")
            before = event.at
    return {key: rate(fish[key], max(hours[key], LEAST_S / 3600.0)) for key in hours}


DEPTH_EDGES = (0.0, 2.0, 4.0, 8.0, 15.0, 30.0)
"""Bands of depth, m, by which the log is read."""


def depth_band(depth: float) -> tuple[float, float | None]:
    """The band (m) that a depth falls in; the last has no end.

    >>> depth_band(4.0), depth_band(70.0)
    ((4.0, 8.0), (30.0, None))
    """
    at = bisect_right(DEPTH_EDGES, depth) - 1
    return DEPTH_EDGES[at], DEPTH_EDGES[at + 1] if at + 1 < len(DEPTH_EDGES) else None


def lost_by(trips_: Sequence[Trip], by: Callable[[Trip], str]) -> dict[str, Rate]:
    """Rigs lost per hour, by place or bottom."""
    hours: dict[str, float] = {}
    lost: dict[str, int] = {}
    for trip in trips_:
        key = by(trip)
        hours[key] = hours.get(key, 0.0) + trip.hours
        lost[key] = lost.get(key, 0) + trip.count("lost")
    return {key: rate(lost[key], hours[key]) for key in hours}
