"""Which cautions hold at a mark in a weather, and when. The words and limits are data."""

from __future__ import annotations

from dataclasses import dataclass, fields
from itertools import pairwise
from typing import Any

import numpy as np

from ilha.core.errors import Array, Flags
from ilha.core.move.drift import Boat
from ilha.core.tables import read_table

AGAINST_DEG = 45.0
"""Wind within this of dead against the stream counts as against it (judgement)."""
FIRST = "Local rules, forecasts and trained people come first."


@dataclass(frozen=True)
class Caution:
    """One row of cautions.toml: where it holds, and in what weather."""

    code: str
    says: str
    kinds: tuple[str, ...] = ()
    stances: tuple[str, ...] = ()
    exposures: tuple[str, ...] = ()
    riggings: tuple[str, ...] = ()
    swell_from_m: float | None = None
    swell_not_said: bool = False
    wind_from_m_s: float | None = None
    stream_from_m_s: float | None = None
    against: bool = False
    thunder: bool = False
    temperature_below_c: float | None = None

    @property
    def always(self) -> bool:
        """Whether it holds in any weather."""
        weather = [f.name for f in fields(self) if f.name not in
                   ("code", "says", "kinds", "stances", "exposures", "riggings")]
        return not any(getattr(self, name) not in (None, False) for name in weather)

    def holds_at(self, place: Place) -> bool:
        return all(not allowed or given in allowed for allowed, given in (
            (self.kinds, place.kind), (self.stances, place.stance),
            (self.exposures, place.exposure), (self.riggings, place.rigging)))


@dataclass(frozen=True)
class Place:
    """A mark as cautions see it, and how what is fished there is rigged."""

    kind: str
    stance: str
    exposure: str
    rigging: str = "one"


@dataclass(frozen=True)
class Weather:
    """swell : m, None where not said. wind : m/s."""

    wind: float
    wind_from_deg: float | None
    swell: float | None
    thunder: bool
    temperature_c: float


def _rows() -> tuple[Caution, ...]:
    rows: dict[str, dict[str, Any]] = read_table("cautions.toml")

    def plain(row: dict[str, Any]) -> dict[str, Any]:
        return {k: tuple(v) if isinstance(v, list) else v for k, v in row.items()}

    return tuple(Caution(code, **plain(row)) for code, row in rows.items())


CAUTIONS = _rows()


@dataclass(frozen=True)
class Said:
    """A caution that holds: in the steps ``spans`` (start, end), or all day where empty."""

    caution: Caution
    spans: tuple[tuple[int, int], ...] = ()


def cautions(
    place: Place, weather: Weather, stream: Array, flood_to_deg: float | None,
    ebb_to_deg: float | None = None,
) -> list[Said]:
    """Cautions of a place through a day; stream : (T,) m/s, flood positive. ebb_to_deg : None:
    against the flood."""
    against = wind_against(weather.wind_from_deg, stream, flood_to_deg, ebb_to_deg)
    out = []
    for caution in CAUTIONS:
        if not caution.holds_at(place) or not _in_weather(caution, weather):
            continue
        if not caution.against and caution.stream_from_m_s is None:
            out.append(Said(caution))
            continue
        when = np.abs(stream) >= (caution.stream_from_m_s or 0.0)
        spans = runs(when & against if caution.against else when)
        if spans:
            out.append(Said(caution, tuple(spans)))
    return out


def _in_weather(c: Caution, weather: Weather) -> bool:
    swell = weather.swell
    return not (
        (c.swell_from_m is not None and (swell is None or swell < c.swell_from_m))
        or (c.swell_not_said and swell is not None)
        or (c.wind_from_m_s is not None and weather.wind < c.wind_from_m_s)
        or (c.thunder and not weather.thunder)
        or (c.temperature_below_c is not None and weather.temperature_c >= c.temperature_below_c)
    )


def wind_against(
    wind_from_deg: float | None, stream: Array, flood_to_deg: float | None,
    ebb_to_deg: float | None = None,
) -> Flags:
    """When wind blows against a stream, flood positive."""
    boat = Boat(0.0, wind_from_deg, flood_to_deg, ebb_to_deg)
    # Where a direction is not known nothing can be said.
    if not boat.known:
        return np.zeros(stream.shape, dtype=bool)
    return np.asarray(np.cos(boat.angle(stream)) < -np.cos(np.radians(AGAINST_DEG)))


def runs(when: Flags) -> list[tuple[int, int]]:
    """Steps (start, end) of the stretches in which something holds."""
    edges = np.flatnonzero(np.diff(np.concatenate([[False], when, [False]]).astype(int)))
    return [(int(a), min(int(b), when.size - 1)) for a, b in pairwise(edges)][::2]


def deeper_than(depth: Array, limit: float) -> list[tuple[float, float]]:
    """Steps, with fractions, between which the water stands over ``limit`` m; depth : (T,) m."""
    over = depth > limit
    out = []
    for start, end in runs(over):
        out.append((_crossing(depth, limit, start) if start else 0.0,
                    _crossing(depth, limit, end) if not over[end] else float(end)))
    return out


def _crossing(depth: Array, limit: float, step: int) -> float:
    before, after = float(depth[step - 1]), float(depth[step])
    return step - 1 + (limit - before) / (after - before)
