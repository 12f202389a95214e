"""The situation in which an outfit is chosen: place, water, weather, fish. Facts for the rules."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Literal, get_args

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.bench.fit import SHANKS
from ilha.core.bench.line_rigs import float_leader
from ilha.core.bench.strength import LEADERS, least_line_kg
from ilha.core.choose.fish import Feeds, Fish
from ilha.core.choose.retrieves import RETRIEVES, Presented
from ilha.core.choose.zones import Cover, zone_of
from ilha.core.errors import Array, DomainError, require
from ilha.core.judge.doubt import CURRENT
from ilha.core.judge.schools import SCHOOLS
from ilha.core.move.drift import LEEWAY
from ilha.core.tables import STANCES, read_table
from ilha.core.water.conditions import ACROSS, Conditions, FallKind
from ilha.core.water.ground import Ground
from ilha.core.water.line import Leader

PLACES: dict[str, dict[str, Any]] = read_table("places.toml")
Bottom = Literal["sand", "mud", "grass", "rock", "oyster", "wreck"]
Trend = Literal["falling", "steady", "rising"]
Clarity = Literal["clear", "stained", "dirty"]
Light = Literal["low", "bright", "night"]
Mood = Literal["keen", "steady", "shy"]
Finding = Literal["search", "found"]
Symptom = Literal["follows", "short-bites", "tails-bitten", "pulled-down", "pests", "snags",
                  "no-bottom", "spins", "missed", "broken-off", "bent-hooks"]
WORDS: dict[str, tuple[str, ...]] = {
    "place": tuple(PLACES), "stance": tuple(STANCES), "bottom": get_args(Bottom),
    "cover": get_args(Cover), "temperature_trend": get_args(Trend), "clarity": get_args(Clarity),
    "light": get_args(Light), "mood": get_args(Mood), "feeding": get_args(Feeds),
    "symptom": get_args(Symptom), "finding": get_args(Finding),
    "school": tuple(SCHOOLS), "shank": tuple(SHANKS),
    "leader": tuple(LEADERS), "sinker": ("jig", "sinker"),
}
"""What each fact of a situation may be; rules may ask for nothing else."""

OPEN_FACTS = ("feeding", "symptom", "finding")
"""Facts that may be left open."""
KEEPS_BOTTOM, KEEPS_FROM = ("bridge", "dock", "channel", "harbour", "jetty"), 0.3
"""Places, and the current (m/s) from which fish on the bottom there are fished in contact."""
HOPPED_SPEED = 0.6
"""Speed of the reel (m/s) that the retrieve's figures are of where nothing is swum."""
LET_DOWN_FROM = 25.0
"""From a boat, lines are let down rather than cast from this depth (m) on (judgement)."""
DOWN_A_LEDGE, LEDGE = "down-ledge", 0.05
"""A bottom that falls towards the rod by so much of the cast is followed down (judgement)."""
UNDER_A_FLOAT = 2.0
"""Floats are for water no deeper than this, m (judgement; practice says shallows)."""
AFLOAT = ("anchored", "drifting", "kayak")


@dataclass(frozen=True)
class Situation:
    """One question: place, water, weather, fish, and how it is fished.

    depth m, surface_speed and wind m/s, line_diameter m (None: any in the box), cast m and
    tip_height m (None: the place's, the stance's). feeding : None as the fish does. zone : m above
    the bottom, in place of the fish's own.
    finding : whether fish are still searched for or found. fish_kg : expected, None:
    of usual size. line_least_kg : what the line must hold, None: by fish and cover.
    shank, leader, sinker : the schools that the user holds with.
    retrieve : a key of ``RETRIEVES``, None: the rules choose; retrieve_speed : of
    the reel where it is swum, m/s, None: as the retrieve or the place has it. lowered : let down
    and not cast, None: by stance and charted depth (m; None: depth). fall, feed_tension,
    cast_angle_deg, wind_angle_deg, profile, salinity, drift_plane : as in
    :class:`ilha.core.water.conditions.Conditions`. drift_speed : of a drifting boat over the
    surface current, m/s (None: the usual leeway along it). swell_typed : m, None: the place's;
    swell_period : s. shelter, tied_leader, ground : as in Conditions. current_spread : of
    the logarithm of the current, as the log has narrowed it.
    """

    place: str
    depth: float
    surface_speed: float
    fish: Fish
    wind: float = 3.0
    stance: str = "bank"
    bottom: str = "sand"
    cover: str = "none"
    cover_height: float = 0.0
    water_temperature_c: float = 18.0
    temperature_trend: str = "steady"
    clarity: str = "stained"
    light: str = "bright"
    feeding: str | None = None
    mood: str = "steady"
    pests: bool = False
    symptom: str | None = None
    finding: str | None = None
    school: str = "lightest-practical"
    shank: str = "middle"
    leader: str = "bites"
    sinker: str = "jig"
    line_diameter: float | None = None
    cast: float | None = None
    tip_height: float | None = None
    drift_speed: float | None = None
    drift_plane: float = 1.0
    zone_typed: tuple[float, float] | None = None
    fish_kg: float | None = None
    line_least_kg: float | None = None
    retrieve: str | None = None
    retrieve_speed: float | None = None
    lowered: bool | None = None
    charted: float | None = None
    fall: FallKind = "fed"
    feed_tension: float = 0.01
    cast_angle_deg: float = ACROSS
    wind_angle_deg: float = ACROSS
    profile: str = "seventh-root"
    salinity: float = 35.0
    swell_typed: float | None = None
    swell_period: float = 7.0
    shelter: str = "even"
    tied_leader: Leader | None = None
    ground: Ground | None = None
    current_spread: float = CURRENT

    def __post_init__(self) -> None:
        for name, allowed in WORDS.items():
            value = getattr(self, name)
            if value not in allowed and not (value is None and name in OPEN_FACTS):
                raise DomainError(name, "must be one of " + ", ".join(allowed), value, "", "choose")
        if self.retrieve is not None and self.retrieve not in RETRIEVES:
            raise DomainError("retrieve", "must be one of " + ", ".join(RETRIEVES), self.retrieve,
                              "", "choose")
        require("depth_m", self.depth, "m", "enter the depth at the mark", above=0.0, high=200.0)
        require("surface_speed_m_s", self.surface_speed, "m/s", "enter the current at the surface",
                low=0.0, high=6.0)
        require("wind_m_s", self.wind, "m/s", "0 when calm", low=0.0, high=40.0)
        require("water_temperature_c", self.water_temperature_c, "°C", "enter the water's",
                low=-2.0, high=40.0)
        if self.line_diameter is not None:
            require("line_diameter_mm", self.line_diameter * 1e3, "mm", "braid is 0.1 to 0.3 mm",
                    above=0.0, high=2.0)
        if self.fish_kg is not None:
            require("fish_kg", self.fish_kg, "kg", "what you expect one to weigh", above=0.0,
                    high=500.0)
        if self.line_least_kg is not None:
            require("line_least_kg", self.line_least_kg, "kg", "what the line must hold",
                    above=0.0, high=200.0)

    @property
    def feeds(self) -> str:
        return self.feeding or self.fish.feeds

    @property
    def weighs_kg(self) -> float:
        """What a fish is expected to weigh."""
        return self.fish.usual_kg if self.fish_kg is None else self.fish_kg

    @property
    def needs_kg(self) -> float:
        """What the line must hold, at least."""
        if self.line_least_kg is not None:
            return self.line_least_kg
        return least_line_kg(self.fish.strength, self.weighs_kg, self.cover, self.fish.runs)

    @property
    def zone(self) -> tuple[float, float]:
        """Heights (m above the bottom) between which the fish takes."""
        low, high = self.zone_at(self.depth)
        return float(low), float(high)

    def zone_at(self, depth: ArrayLike) -> tuple[Array, Array]:
        """The same at other depths (m) of the place."""
        if self.zone_typed is not None:
            ones = np.ones(np.shape(depth))
            return self.zone_typed[0] * ones, self.zone_typed[1] * ones
        return zone_of(self.feeds, depth, self.mood)

    @property
    def off_bottom(self) -> bool:
        """Whether they take in the water, not down to the bottom."""
        return self.zone[0] > 0.0

    @property
    def keeps_bottom(self) -> bool:
        """Whether practice keeps the bottom here, whatever the school: fish that are taken on it,
        by a bridge, a dock, a jetty or in a channel, in a current (common practice, no source)."""
        return (self.feeds == "bottom" and self.zone_typed is None and self.place in KEEPS_BOTTOM
                and self.surface_speed >= KEEPS_FROM)

    @property
    def on_top(self) -> bool:
        return self.feeds == "top" and self.zone_typed is None

    @property
    def swum_place(self) -> bool:
        """Whether the place is one that is fished by swimming it back: the surf."""
        return bool(PLACES[self.place]["steady"])

    @property
    def cast_m(self) -> float:
        return float(PLACES[self.place]["cast_m"]) if self.cast is None else self.cast

    @property
    def swell(self) -> float:
        """Height of the swell over the mark, m: as typed, else what the place usually has."""
        return (float(PLACES[self.place]["swell_m"]) if self.swell_typed is None
                else self.swell_typed)

    @property
    def tip(self) -> float:
        """Height of the rod tip over the water, m."""
        return STANCES[self.stance].tip_height_m if self.tip_height is None else self.tip_height

    @property
    def first_retrieve(self) -> str:
        """What is done where nothing was chosen."""
        if self.retrieve is not None:
            return self.retrieve
        if self.on_top:
            return "burn"
        if self.swum_place:
            return "steady"
        if self.off_bottom and self.stance in AFLOAT:
            return "let-down"
        return "lift-drop"

    @property
    def retrieves(self) -> tuple[str, ...]:
        """Those that place and height of the fish allow, or the one chosen: what is fished by
        swimming is swum; for fish off the bottom nothing is worked along it."""
        if self.retrieve is not None:
            return (self.retrieve,)
        swum = self.swum_place or self.on_top
        found = tuple(
            key for key, r in RETRIEVES.items()
            if (r.steady or not swum) and (not r.feeds or self.feeds in r.feeds)
            and not (self.off_bottom and r.height == "bottom"
                     and not (r.climbs and self.feeds == "suspended"))
            and (not r.floats or self.depth <= UNDER_A_FLOAT)
            and (key != "let-down" or self.stance in AFLOAT)
            and (key != DOWN_A_LEDGE or self.falls_away))
        return found or (self.first_retrieve,)

    @property
    def falls_away(self) -> bool:
        """Whether the bottom falls towards the rod, so that a lure can be followed down it."""
        if self.ground is None:
            return False
        away = np.linspace(0.0, self.cast_m, 21)
        return bool(np.max(self.ground.deeper(away, self.cast_m)) > LEDGE * self.cast_m)

    def presented(self, retrieve: str) -> Presented:
        """How the water model meets a retrieve here."""
        r = RETRIEVES[retrieve]
        afloat = self.stance in AFLOAT
        lowered = self.lowered
        if lowered is None:
            lowered = afloat and not r.steady and (
                (self.charted or self.depth) >= LET_DOWN_FROM or retrieve == "let-down")
        usual = float(PLACES[self.place]["swim_m_s"]) if retrieve == "steady" else r.speed_m_s
        speed = usual if self.retrieve_speed is None else self.retrieve_speed
        return Presented(r.steady, speed if r.steady else HOPPED_SPEED, lowered)

    def conditions(
        self, lines: Array, presented: Presented | None = None, depth: Array | None = None,
        surface_speed: Array | None = None, density: Array | float | None = None,
        cast_angle_deg: Array | float | None = None,
    ) -> Conditions:
        """The water as the board has it: one column for each line (m) at this moment, or for each
        of a day's depths (m), currents (m/s) and ways of the cast to them (degrees; None: as now).
        presented : None as ``first_retrieve``. density : of the lines, kg/m³, None: not told.

        Everyone who asks the board asks it here.
        """
        how = self.presented(self.first_retrieve) if presented is None else presented
        ones = np.ones(np.shape(lines))
        depth = self.depth * ones if depth is None else depth
        low, high = self.zone_at(depth)
        drifts = STANCES[self.stance].drifts
        leeway = LEEWAY * self.wind if self.drift_speed is None else self.drift_speed
        return Conditions(
            depth=depth,
            surface_speed=self.surface_speed * ones if surface_speed is None else surface_speed,
            line_diameter=lines, temperature_c=self.water_temperature_c, salinity=self.salinity,
            wind=self.wind, wind_angle_deg=self.wind_angle_deg, tip_height=self.tip,
            profile=self.profile, canopy=self.cover_height, feed_tension=self.feed_tension,
            fall=self.fall, zone_from=low, zone_to=high, cast=self.cast_m,
            cast_angle_deg=self.cast_angle_deg if cast_angle_deg is None else cast_angle_deg,
            lowered=how.lowered, drift_follows=drifts,
            drift_plane=self.drift_plane if drifts else 1.0,
            drift_speed=leeway if drifts else 0.0,
            retrieve_speed=how.speed, steady=how.steady, swell_m=self.swell,
            swell_period_s=self.swell_period, shelter=self.shelter, line_density=density,
            leader=self.tied_leader, ground=None if how.lowered else self.ground,
        )

    def facts(self) -> dict[str, Any]:
        """What the conditions of rules are held against; lists are met by any of their words."""
        fish = self.fish
        low, high = fish.comfort_c
        degrees = self.water_temperature_c
        return {
            **{name: getattr(self, name) for name in WORDS}, "feeding": self.feeds,
            "waters": PLACES[self.place]["waters"], "pests": self.pests,
            "depth_m": self.depth, "surface_speed_m_s": self.surface_speed,
            "wind_m_s": self.wind, "cast_m": self.cast_m, "water_temperature_c": degrees,
            "comfort": "cold" if degrees < low else "warm" if degrees > high else "right",
            "fish": fish.key, "fish_mouth": fish.mouth, "fish_hardness": fish.hardness,
            "fish_teeth": fish.teeth, "fish_takes": fish.takes, "fish_strength": fish.strength,
            "fish_runs": fish.runs, "fish_holds": fish.holds, "fish_eats": fish.eats,
            "largest_forage_mm": fish.forage_mm[1], "smallest_forage_mm": fish.forage_mm[0],
        }

    def as_rigged(self, rigging: str) -> Situation:
        """The water that a rigging meets: under a float it hangs on its leader and drifts with the
        current, so that no depth, current, wind or bottom beyond that leader is its own."""
        if rigging != "float":
            return self
        leader = float(float_leader(self.depth))
        return self.but(depth=leader, surface_speed=0.0, zone_typed=(0.0, leader), wind=0.0,
                        swell_typed=0.0, ground=None, cover_height=0.0, lowered=False,
                        drift_speed=0.0)

    def but(self, **changed: Any) -> Situation:
        """The same with some facts changed."""
        return replace(self, **changed)
