"""What follows the hour but no head: light, slacks, spells, cautions, the depth to wade."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.advice.cautions import Place, Weather, cautions, deeper_than
from ilha.core.errors import Array
from ilha.core.tide.light import light
from ilha.core.tide.spells import spells
from ilha.desk.clock import Span
from ilha.desk.water import Moment
from ilha.store import tides


@dataclass(frozen=True)
class During:
    """A part of the day: its steps and its clocks."""

    from_step: float
    to_step: float
    from_clock: str
    to_clock: str

    def within(self, first: float, last: float) -> bool:
        return self.to_step > first and self.from_step < last

    @property
    def words(self) -> str:
        return f"{self.from_clock} to {until(self.to_clock)}"


def until(clock: str) -> str:
    """The clock of an end: midnight is the end of this day, not the start of it."""
    return "24:00" if clock == "00:00" else clock


@dataclass(frozen=True)
class SkyChange:
    """From this step on."""

    step: float
    clock: str
    sky: str


@dataclass(frozen=True)
class Spell:
    """A spell worth being there; ``best`` where the tide turns in low light."""

    during: During
    reasons: tuple[str, ...]
    best: bool


@dataclass(frozen=True)
class Sky:
    """Light, moon, slack water and the spells of a day."""

    light: list[SkyChange]
    moon: str
    moon_lit: float
    tide_state: str | None
    slacks: list[float]
    spells: list[Spell]


def sky_of(at: Moment) -> Sky:
    """Of a mark's day."""
    span, mark, stream = at.span, at.mark, at.way.stream
    start, end = float(span.times[0]), float(span.times[-1])
    seen = light(mark["latitude_deg"], mark["longitude_deg"], start, end)
    return Sky(
        [SkyChange(span.step(t), span.clock(t), sky) for t, sky in seen.changes],
        seen.moon, seen.moon_lit, seen.tide_state if at.events else None, _slacks(stream),
        [Spell(During(span.step(s.start), span.step(s.end), span.clock(s.start),
                      span.clock(s.end)), tuple(s.reasons), s.best)
         for s in spells(_turned(at.events), seen, start, end)])


def _turned(events: list[tides.Event]) -> list[tuple[float, str]]:
    return [(float(e["time_utc_s"]), e["kind"]) for e in events]


def _slacks(stream: Array) -> list[float]:
    """Steps at which it turns: one that is nought at a step turns there, once."""
    crossed = np.flatnonzero((stream[:-1] < 0.0) != (stream[1:] < 0.0))
    at = crossed + stream[crossed] / (stream[crossed] - stream[crossed + 1])
    return [float(step) for step in at]


@dataclass(frozen=True)
class CautionNow:
    """What to mind; in ``when``, or all day where that is empty."""

    code: str
    says: str
    when: list[During]


@dataclass(frozen=True)
class Wade:
    """For who wades: when the water is over the height that was chosen; the way back None where
    its depth is not known."""

    limit_m: float
    here: list[During]
    way_back: list[During] | None


@dataclass(frozen=True)
class Minded:
    """What to mind at a mark in the weather that was told."""

    cautions: list[CautionNow]
    wade: Wade | None


def minded(at: Moment, weather: Weather, wade_m: float, rigging: str = "one") -> Minded:
    """Cautions of place, rig and weather, and when the water is too deep to wade."""
    mark, span, way = at.mark, at.span, at.way

    def during(found: Sequence[tuple[float, float]]) -> list[During]:
        return [_during(span, a, b) for a, b in found]

    said = cautions(Place(mark["kind"], at.stance, mark["exposure"], rigging), weather,
                    way.stream, mark["flood_to_deg"], mark["ebb_to_deg"])
    wade, back = None, mark["way_back_depth_m"]
    if at.stance == "wading":
        # Where one stands, which over a bottom that is not level is not where the cast lands.
        wade = Wade(wade_m, during(deeper_than(way.depth + at.at_the_rod, wade_m)),
                    None if back is None else during(deeper_than(
                        back + way.depth - at.charted, wade_m)))
    return Minded([CautionNow(s.caution.code, s.caution.says, during(s.spans)) for s in said], wade)


def _during(span: Span, a: float, b: float) -> During:
    return During(a, b, span.clock_of(a), span.clock_of(b))
