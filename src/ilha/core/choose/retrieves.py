"""Retrieves: what is done with rod and reel, and the way the lure goes over the bottom."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ilha.core.errors import Array
from ilha.core.tables import read_table
from ilha.core.water.ground import Ground


@dataclass(frozen=True)
class Retrieve:
    """One way to bring it back: see data/retrieves.toml. Speeds m/s, lifts m, times s."""

    key: str
    name: str
    says: str
    speed_m_s: float
    lift_m: float
    move_s: float
    rest: Literal["fall", "hang", "lie", "none"]
    rest_s: float
    steady: bool
    height: Literal["bottom", "zone", "top"]
    feeds: tuple[str, ...] = ()
    climbs: bool = False
    floats: bool = False


RETRIEVES = {key: Retrieve(key=key, **{**row, "feeds": tuple(row.get("feeds", ()))})
             for key, row in read_table("retrieves.toml").items()}


@dataclass(frozen=True)
class Presented:
    """How the water model meets a retrieve: swum at a speed (m/s) or not, let down or cast."""

    steady: bool
    speed: float
    lowered: bool


@dataclass(frozen=True)
class Way:
    """The lure's way. away : m from the rod, falling. up : m above the bottom. at : s from the
    first move. period : s of one move and its rest; None where it is swum without a stop."""

    away: Array
    up: Array
    at: Array
    period: float | None

    @property
    def seconds(self) -> float:
        """From the first move to the rod, s."""
        return float(self.at[-1])


@dataclass(frozen=True)
class Touch:
    """The lure on the bottom again: m from the rod, m deeper than where it first lay, s since it
    was let fall."""

    away: float
    deeper: float
    count: float


def touches(
    retrieve: Retrieve, ground: Ground, cast: float, fall_speed: float
) -> list[Touch]:
    """Where a lure that is lifted and dropped touches next, each time, from ``cast`` m off to the
    rod, and the count to it: the lift and what the bottom falls away on the way, at ``fall_speed``
    (m/s). A bottom that rises by more than the lift is met on the way up: 0 s. Empty where it is
    not let fall or does not sink."""
    gain = retrieve.speed_m_s * retrieve.move_s
    if retrieve.rest != "fall" or not fall_speed > 0.0 or gain <= 0.0:
        return []
    away = np.maximum(cast - gain * np.arange(1, int(np.ceil(cast / gain)) + 1), 0.0)
    deeper = ground.deeper(away, cast)
    falls = np.diff(np.concatenate([[0.0], deeper]))
    counts = np.maximum(retrieve.lift_m + falls, 0.0) / fall_speed
    return [Touch(*each) for each in zip(
        away.tolist(), deeper.tolist(), counts.tolist(), strict=True)]


TOP_RUN = 0.3
"""A lure burnt on top runs about so deep, m (judgement)."""


def way_of(
    retrieve: Retrieve, cast: float, depth: float, zone: tuple[float, float], fall_speed: float,
    swum: float | None = None,
) -> Way:
    """The way of a lure from ``cast`` m off to the rod, from the bottom or the zone's middle.

    fall_speed : down on slack line, m/s; NaN for what floats, which then is let lie. What the
    current does to it between two moves is left out: the picture says so. swum : m/s, of a steady
    one, in place of its usual speed.
    """
    middle = 0.5 * (min(zone[0], depth) + min(zone[1], depth))
    start = {"bottom": 0.0, "zone": middle, "top": depth - min(TOP_RUN, 0.5 * depth)}[
        retrieve.height]
    if retrieve.rest == "none":
        ends = np.array([0.0, cast])
        speed = retrieve.speed_m_s if swum is None else swum
        return Way(cast - ends, np.full(2, start), ends / speed, None)
    gain = retrieve.speed_m_s * retrieve.move_s
    lift = min(retrieve.lift_m, depth - start)
    falls = lift / fall_speed if retrieve.rest == "fall" and fall_speed > 0.0 else 0.0
    waits = retrieve.rest_s
    period = retrieve.move_s + falls + waits
    count = max(1, int(np.ceil(cast / gain)))
    begins = np.arange(count)[:, None] * period
    at = begins + np.array([0.0, retrieve.move_s, retrieve.move_s + falls, period])
    moved = np.arange(count)[:, None] * gain + np.array([0.0, gain, gain, gain])
    up = start + np.tile([0.0, lift, 0.0 if falls else lift, 0.0], (count, 1))
    return Way(np.maximum(cast - moved.ravel(), 0.0), up.ravel(), at.ravel(), period)
