"""The water of a question: mark and everything typed, seen, predicted, assumed or learned.

The one place where it is made, for every asker: the board of a day, the choice, the plan, the card,
packing, the lid chart.
"""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

import numpy as np

from ilha.core.choose.situation import Situation
from ilha.core.choose.zones import cover_kind
from ilha.core.errors import Array, DomainError
from ilha.core.judge.doubt import CURRENT
from ilha.core.move.drift import Boat, Drift, drift, leeway_seen
from ilha.core.tables import STANCES
from ilha.core.tide.light import light
from ilha.core.tide.tideway import Tideway, Typed, tideway
from ilha.core.units import m_from_mm
from ilha.core.water.conditions import ACROSS, CastWay, wind_on_cast
from ilha.core.water.flow import Profile
from ilha.core.water.ground import Ground
from ilha.core.water.line import Leader, density_of
from ilha.desk import convert, taught
from ilha.desk.books import fish_named
from ilha.desk.clock import Span, span_of
from ilha.desk.errors import found
from ilha.desk.tide_here import TideHere, TideSource, tide_of
from ilha.desk.water_question import SituationQuestion, WaterQuestion
from ilha.formats.fields import FieldError
from ilha.store import marks, tides

ASSUMED_FISH = "european-seabass"
"""Whose rules are taken where no fish is named; it then has no height of its own."""
ZONE = (0.0, 1.0)
"""Where fish feed, m above the bottom, when nothing is said of them."""


def place_of(mark: marks.Mark) -> str:
    """The kind of place a mark is, as the core names it."""
    return mark["kind"].replace(" ", "-")


@dataclass(frozen=True)
class Moment:
    """A mark on a day: its instants, its tide and stream, how the angler stands and drifts."""

    mark: marks.Mark
    span: Span
    now_s: float
    stance: str
    events: list[tides.Event]
    way: Tideway
    canopy: float
    boat: Boat | None
    """One that drifts."""
    profile: Profile
    """Of the current over the depth."""
    shelter: str
    charted: float
    """Depth (m) below the zero of the tide where the cast lands."""
    ground: Ground | None
    current_spread: float
    """Of the logarithm of the current, as far as heads that held or were swept have narrowed it."""
    at_the_rod: float
    """How much deeper (m) it is where one stands than where the cast lands."""
    tide_source: TideSource
    tide_until_s: int | None
    """Last turn (s UTC) of the list that the tide is from; None: it has no end."""
    tide_residual: float | None
    """What a fit leaves (m, root mean square) of what it was made from."""

    @cached_property
    def drift(self) -> Drift | None:
        """Of a boat that is not fixed, over the day's steps."""
        return self.drift_in(self.way)

    def drift_in(self, way: Tideway) -> Drift | None:
        """The same in other water at this mark."""
        return None if self.boat is None else drift(self.boat, way.stream, self.profile)

    def light_at(self, step: int) -> str:
        """By the sun over the mark."""
        times = self.span.times
        sky = light(self.mark["latitude_deg"], self.mark["longitude_deg"], float(times[0]),
                    float(times[-1]))
        return sky.fished_at(times[step])[0]


def _typed(asked: WaterQuestion) -> Typed:
    if asked.typed_depth_m is not None and not asked.typed_depth_m > 0.0:
        raise DomainError("mark.depth_m", "must be above 0 m", asked.typed_depth_m, "m",
                          "enter the depth at the mark")
    if asked.typed_speed_m_s is not None and not asked.typed_speed_m_s >= 0.0:
        raise DomainError("flow.surface_speed_m_s", "must be at least 0 m/s",
                          asked.typed_speed_m_s, "m/s", "enter the current at the surface")
    return Typed(asked.typed_depth_m, asked.typed_depth_step, asked.typed_speed_m_s,
                 asked.typed_speed_step, asked.swept_m_s, asked.held_m_s)


def _boat(asked: WaterQuestion, mark: marks.Mark, way: Tideway) -> Boat:
    """A drifting boat: under the wind as asked, or as it was seen to drift."""
    boat = Boat(asked.leeway_percent / 100.0 * asked.wind_m_s, asked.wind_from_deg,
                mark["flood_to_deg"], mark["ebb_to_deg"])
    if asked.drift_seen_m_s is None:
        return boat
    return replace(boat, leeway=leeway_seen(
        asked.drift_seen_m_s, boat, float(way.stream[asked.drift_seen_step])))


def _wind_to_cast(asked: SituationQuestion, mark: marks.Mark) -> float:
    if asked.wind_to_cast_deg is not None:
        return asked.wind_to_cast_deg
    if asked.wind_from_deg is None or mark["cast_to_deg"] is None:
        return ACROSS
    return wind_on_cast(asked.wind_from_deg, mark["cast_to_deg"])


def cast_from(at: Moment, asked: SituationQuestion) -> Literal["typed", "ways", "assumed"]:
    """What tells how the cast lies to the current: typed, the ways of cast and current, or nothing:
    then it is taken to lie across.

    A boat that drifts turns with wind and current: no way over the ground is its cast's own. Where
    neither tide nor stream is known nothing tells flood from ebb.
    """
    mark = at.mark
    if asked.cast_to_current_deg is not None:
        return "typed"
    turns = at.tide_source != "none" or mark["stream_id"] is not None
    ways = None not in (mark["cast_to_deg"], mark["flood_to_deg"])
    return "ways" if turns and ways and at.boat is None else "assumed"


def casts_at(at: Moment, asked: SituationQuestion, stream: Array | float) -> Array:
    """The angle (degrees) of the cast to the current in streams (m/s, the ebb negative)."""
    if asked.cast_to_current_deg is not None:
        return np.full(np.shape(stream), asked.cast_to_current_deg)
    mark = at.mark
    to = mark["cast_to_deg"] if cast_from(at, asked) == "ways" else None
    return CastWay(to, mark["flood_to_deg"], mark["ebb_to_deg"]).on(stream)


def charted_at(mark: marks.Mark, cast: float) -> float:
    """Depth (m) below the zero of the tide where a cast lands, as charted."""
    ground = convert.core_ground(mark)
    return mark["charted_depth_m"] if ground is None else float(ground.depth(cast))


def moment(
    conn: sqlite3.Connection, now_s: float, asked: WaterQuestion, first_hour: int = 0
) -> Moment:
    """The water of a mark on a day, or from a later hour on to the same of the next day, with what
    was typed of it.

    Raises
    ------
    NotFound
        For a mark that is not there.
    DomainError
        Where nothing tells the stream, or the tide's table does not reach that day.
    """
    mark = found(conn, marks.get, asked.mark_id, "mark_id", "mark")
    span = span_of(asked.date, mark["time_zone"], now_s, first_hour)
    here = _tide(conn, mark, span, asked)
    current = taught.current_of(conn, mark["id"])
    ground = convert.core_ground(mark)
    cast = mark["cast_m"] if asked.cast_m is None else asked.cast_m
    deeper = taught.depth_of(conn, mark["id"]).deeper
    charted = charted_at(mark, cast) + deeper
    # What a drop told of shallower water is no ground to stand on: who wades is not told of it.
    at_the_rod = max(0.0, -deeper) + (
        0.0 if ground is None else float(ground.deeper(0.0, cast)))
    way = tideway(span.times, charted, here.tide, here.rates, _typed(asked),
                  here.heights, here.stream, current.value)
    stance = asked.stance or mark["stance"]
    shelter = asked.shelter or mark["shelter"]
    weed = mark["cover_height_m"] if asked.cover_height_m is None else asked.cover_height_m
    boat = _boat(asked, mark, way) if STANCES[stance].drifts else None
    return Moment(mark, span, now_s, stance, here.events, way, weed, boat,
                  Profile(asked.profile, weed, shelter), shelter, charted,
                  ground, min(CURRENT, current.factor.spread), at_the_rod, here.source,
                  *_reach(conn, mark))


def _tide(
    conn: sqlite3.Connection, mark: marks.Mark, span: Span, asked: WaterQuestion
) -> TideHere:
    """The tide of the day; none where the table does not reach it and the water is typed."""
    try:
        return tide_of(conn, mark, span)
    except DomainError as error:
        if error.field != "date" or asked.typed_speed_m_s is None:
            raise
        return TideHere(None, None, [], None, None)


def _reach(conn: sqlite3.Connection, mark: marks.Mark) -> tuple[int | None, float | None]:
    """Until when a mark's list of the tide goes, and what its fit leaves."""
    port = None if mark["tide_port_id"] is None else tides.port(conn, mark["tide_port_id"])
    if port is not None and port["standard_id"] is not None:
        port = tides.port(conn, port["standard_id"])
    if port is None:
        return None, None
    reach = tides.reach(conn, port["id"])
    return None if reach is None else reach[1], port["residual_m"]


def _leader(asked: SituationQuestion) -> Leader | None:
    if asked.leader_line_m == 0.0:
        return None
    return Leader(m_from_mm(asked.leader_line_mm), asked.leader_line_m,
                  density_of(asked.leader_kind))


def _zone(asked: SituationQuestion, situation: Situation) -> tuple[float, float] | None:
    """What was asked of the zone; None where the fish has its own."""
    if asked.zone_from_m is None and asked.zone_to_m is None:
        return ZONE if asked.fish is None and asked.feeding is None else None
    low, high = ZONE if asked.fish is None and asked.feeding is None else situation.zone
    return (low if asked.zone_from_m is None else asked.zone_from_m,
            high if asked.zone_to_m is None else asked.zone_to_m)


def situation_of(
    conn: sqlite3.Connection, at: Moment, asked: SituationQuestion, step: int | None
) -> Situation:
    """The situation at a step of the day; ``step`` None: in its middle water.

    Raises
    ------
    FieldError
        Where the mark is dry then.
    """
    mark, way = at.mark, at.way
    if step is not None and not way.wet[step]:
        raise FieldError("step", f"`step`: {mark['name']} is dry at {at.span.clock_of(step)}:"
                                 " choose another hour")
    stream = np.abs(way.stream)
    wet = way.wet if np.any(way.wet) else np.ones(way.wet.shape, dtype=bool)
    depth = float(way.depth[step] if step is not None else max(0.3, np.median(way.depth[wet])))
    current = float(stream[step] if step is not None else np.median(stream[wet]))
    # The mark's tip height belongs to the stance that it was given with.
    own_tip = mark["tip_height_m"] if at.stance == mark["stance"] else None
    # In its middle water it runs neither way.
    casts = (float(casts_at(at, asked, float(way.stream[step]))) if step is not None
             else ACROSS if asked.cast_to_current_deg is None else asked.cast_to_current_deg)
    speed, plane = None, 1.0
    if at.drift is not None and step is not None:
        speed = float(at.drift.leeway * at.drift.wind_share[step])
        plane = float(at.drift.current_share[step])
    sky = asked.light or (at.light_at(step) if step is not None else "bright")
    situation = Situation(
        place=place_of(mark), depth=depth, surface_speed=current,
        fish=fish_named(conn, asked.fish or ASSUMED_FISH), wind=asked.wind_m_s, stance=at.stance,
        bottom=mark["bottom"], cover=asked.cover or cover_kind(mark["cover"], at.canopy, depth),
        cover_height=at.canopy, water_temperature_c=asked.temperature_c,
        temperature_trend=asked.temperature_trend, clarity=asked.clarity, light=sky,
        feeding=asked.feeding, mood=asked.mood, pests=asked.pests, symptom=asked.symptom,
        finding=asked.finding,
        school=asked.school, shank=asked.shank, leader=asked.leader, sinker=asked.sinker,
        cast=mark["cast_m"] if asked.cast_m is None else asked.cast_m,
        tip_height=own_tip if asked.tip_height_m is None else asked.tip_height_m,
        drift_speed=speed, drift_plane=plane, fish_kg=asked.fish_kg,
        line_least_kg=asked.line_least_kg, retrieve=asked.retrieve,
        retrieve_speed=asked.retrieve_speed_m_s, lowered=asked.lowered,
        charted=max(0.1, at.charted), shelter=at.shelter, ground=at.ground,
        tied_leader=_leader(asked), current_spread=at.current_spread, fall=asked.fall,
        feed_tension=asked.feed_tension_n, cast_angle_deg=casts,
        wind_angle_deg=_wind_to_cast(asked, mark), profile=asked.profile,
        salinity=asked.practical_salinity, swell_typed=asked.swell_m,
        swell_period=asked.swell_period_s)
    return situation.but(zone_typed=_zone(asked, situation))
