"""What the instruments aboard say now: each figure with its age, none older than it may be."""

from __future__ import annotations

import math
from collections import deque
from dataclasses import dataclass, field
from statistics import median
from threading import Lock

from ilha.core.distance import great_circle
from ilha.formats.nmea import Kind, NotRead, Reading, read

STALE_S = 10.0
"""Older than this a figure is no figure of now."""
MEDIAN_OF = 7
"""Soundings jump: of so many the one in the middle counts (judgement)."""
FISH_OF = 20
TRACK_MOST, TRACK_M = 5000, 3.0
"""Places with a depth that are kept, and how far apart."""


@dataclass(frozen=True)
class Now:
    """A figure, its age (s), and whether it is too old."""

    value: tuple[float, ...]
    age_s: float

    @property
    def stale(self) -> bool:
        return self.age_s > STALE_S


@dataclass(frozen=True)
class Aboard:
    """All of it. depth : m below the surface. water : °C. drift, stream, wind : m/s and degrees
    true; the drift and the stream where they go, the wind where it comes from, NaN where that is
    not known. fish : m below the surface, the last that were seen. position : degrees. read, bad,
    other : lines."""

    depth: Now | None
    water: Now | None
    drift: Now | None
    stream: Now | None
    wind: Now | None
    position: Now | None
    fish: tuple[Now, ...]
    read: int
    bad: int
    other: int


@dataclass
class Instruments:
    """The last word of each instrument. ``heard`` is called by who listens, ``aboard`` by who
    asks; any thread may."""

    lines: int = 0
    bad: int = 0
    other: int = 0
    _last: dict[Kind, tuple[Reading, float]] = field(default_factory=dict)
    _depths: deque[tuple[float, float]] = field(default_factory=lambda: deque(maxlen=MEDIAN_OF))
    _fish: deque[tuple[float, float]] = field(default_factory=lambda: deque(maxlen=FISH_OF))
    _track: deque[tuple[float, float, float, float]] = field(
        default_factory=lambda: deque(maxlen=TRACK_MOST))
    _lock: Lock = field(default_factory=Lock)

    def heard(self, line: str, at_s: float) -> None:
        """One line, and when it came (s of a clock that only goes on)."""
        try:
            found = read(line)
        except NotRead:
            with self._lock:
                self.bad += 1
            return
        with self._lock:
            self.lines += 1
            self.other += not found
            for one in found:
                # Wind off the bow is no wind of the place without a compass.
                if one.kind == "wind" and one.relative:
                    continue
                self._last[one.kind] = (one, at_s)
                if one.kind == "depth":
                    self._depths.append((one.value[0], at_s))
                elif one.kind == "fish":
                    self._fish.append((one.value[0], at_s))
                elif one.kind == "position":
                    self._went(one, at_s)

    def _went(self, one: Reading, at_s: float) -> None:
        depth = self._depth(at_s)
        if depth is None or depth.stale:
            return
        lat, lon = one.value
        if self._track and float(great_circle(*self._track[-1][:2], lat, lon)) < TRACK_M:
            return
        self._track.append((lat, lon, depth.value[0], at_s))

    def _depth(self, now_s: float) -> Now | None:
        if not self._depths:
            return None
        newest = self._depths[-1][1]
        near = [depth for depth, at in self._depths if newest - at <= STALE_S]
        return Now((median(near),), now_s - newest)

    def _now(self, kind: Kind, now_s: float) -> Now | None:
        had = self._last.get(kind)
        return None if had is None else Now(had[0].value, now_s - had[1])

    def aboard(self, now_s: float) -> Aboard:
        """What is known at an instant of the same clock."""
        with self._lock:
            drift = self._now("over-ground", now_s)
            return Aboard(
                self._depth(now_s), self._now("water", now_s), drift,
                _stream(drift, self._now("through-water", now_s)), self._now("wind", now_s),
                self._now("position", now_s),
                tuple(Now((depth,), now_s - at) for depth, at in reversed(self._fish)
                      if now_s - at <= 6.0 * STALE_S),
                self.lines, self.bad, self.other)

    def track(self) -> list[tuple[float, float, float, float]]:
        """Places gone over, degrees, with the depth there, m below the surface of the moment, and
        when, by the clock that lines come by."""
        with self._lock:
            return list(self._track)


def _stream(ground: Now | None, water: Now | None) -> Now | None:
    """How the water goes over the ground: the boat's way over it less its way through it; at anchor
    what passes, adrift what carries. None where one of them is old or has no direction."""
    if ground is None or water is None or ground.stale or water.stale:
        return None
    (over, course), (through, heading) = ground.value, water.value
    if over < 0.05:
        course = 0.0
    if math.isnan(course) or math.isnan(heading):
        return None
    a, b = math.radians(course), math.radians(heading)
    east = over * math.sin(a) - through * math.sin(b)
    north = over * math.cos(a) - through * math.cos(b)
    return Now((math.hypot(east, north), math.degrees(math.atan2(east, north)) % 360.0),
               max(ground.age_s, water.age_s))
