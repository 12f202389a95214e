"""The situation in which an outfit is chosen: place, water, weather, fish. Facts for the rules."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Literal, get_args

import numpy as np

from ilha.core.bench.fit import SHANKS
from ilha.core.bench.strength import LEADERS
from ilha.core.choose.fish import Feeds, Fish
from ilha.core.errors import Array, DomainError, require
from ilha.core.judge.schools import SCHOOLS
from ilha.core.move.drift import LEEWAY
from ilha.core.tables import STANCES, read_table
from ilha.core.water.conditions import Conditions

PLACES: dict[str, dict[str, Any]] = read_table("places.toml")
Cover = Literal["none", "low-weed", "tall-weed", "overhang", "snags"]
Bottom = Literal["sand", "mud", "grass", "rock", "oyster", "wreck"]
Trend = Literal["falling", "steady", "rising"]
Clarity = Literal["clear", "stained", "dirty"]
Light = Literal["low", "bright", "night"]
Mood = Literal["keen", "steady", "shy"]
Symptom = Literal["follows", "short-bites", "tails-bitten", "pulled-down", "pests", "snags",
                  "no-bottom", "spins", "missed", "broken-off", "bent-hooks"]
WORDS: dict[str, tuple[str, ...]] = {
    "place": tuple(PLACES), "stance": tuple(STANCES), "bottom": get_args(Bottom),
    "cover": get_args(Cover), "temperature_trend": get_args(Trend), "clarity": get_args(Clarity),
    "light": get_args(Light), "mood": get_args(Mood), "feeding": get_args(Feeds),
    "symptom": get_args(Symptom), "school": tuple(SCHOOLS), "shank": tuple(SHANKS),
    "leader": tuple(LEADERS), "sinker": ("jig", "sinker"),
}
"""What each fact of a situation may be; rules may ask for nothing else."""

BOTTOM_ZONE, LOW_ZONE, TOP_ZONE = 0.5, 1.0, 1.0
"""Height (m) of the water in which fish take at the bottom, near it, and at the top."""
KEEN_RISE = 2.75
"""Fish that feed freely rise by 2.5 to 3 m."""
BURN_SPEED = 1.0
LET_DOWN_FROM = 25.0
"""From a boat, lines are let down rather than cast from this depth (m) on (judgement)."""


def zone_of(feeding: str, depth: float, mood: str = "steady") -> tuple[float, float]:
    """Heights (m above the bottom) between which the fish takes, at a depth (m).

    Bottom ambushers take within half a metre; suspended fish show 2 to 4 m above the bottom, or,
    where the water is shallower than 8 m, from half to three quarters of the way down; those that
    feed freely rise. Common practice, no source.
    """
    low, high = {
        "bottom": (0.0, min(BOTTOM_ZONE, 0.5 * depth)),
        "low": (0.0, min(LOW_ZONE, 0.7 * depth)),
        "mid": (0.35 * depth, 0.65 * depth),
        "suspended": (2.0, 4.0) if depth >= 8.0 else (0.25 * depth, 0.5 * depth),
        "top": (max(depth - TOP_ZONE, 0.5 * depth), depth),
    }[feeding]
    if mood == "keen":
        high = min(high + KEEN_RISE, max(high, 0.8 * depth))
    elif mood == "shy":
        high = low + 0.5 * (high - low)
    return low, high


LOW_WEED_SHARE = 0.5
"""Weed up to this share of the depth is low (judgement)."""


def cover_kind(words: str, height: float, depth: float) -> Cover:
    """The kind of cover that a mark's own words and its height (m) speak of, in a depth (m).

    >>> cover_kind("eelgrass", 0.35, 1.2), cover_kind("none", 0.0, 1.2)
    ('low-weed', 'none')
    """
    told = words.lower()
    if any(word in told for word in ("overhang", "mangrove", "deck", "branches")):
        return "overhang"
    if any(word in told for word in ("snag", "pile", "rope", "timber", "wood")):
        return "snags"
    if told == "none" and height <= 0.0:
        return "none"
    return "low-weed" if height <= LOW_WEED_SHARE * depth else "tall-weed"


@dataclass(frozen=True)
class Situation:
    """One question. depth m, surface_speed and wind m/s, line_diameter m (None: any in the box),
    cast m and tip_height m (None: the place's, the stance's). feeding : None as the fish does.
    shank, leader, sinker : the schools that the user holds with. drift_speed : of a drifting boat
    over the surface current, m/s (None: the usual leeway along it); drift_plane : as in
    :class:`ilha.core.water.conditions.Conditions`."""

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
    school: str = "lightest-practical"
    shank: str = "middle"
    leader: str = "bites"
    sinker: str = "jig"
    line_diameter: float | None = None
    cast: float | None = None
    tip_height: float | None = None
    drift_speed: float | None = None
    drift_plane: float = 1.0

    def __post_init__(self) -> None:
        for name, allowed in WORDS.items():
            value = getattr(self, name)
            if value not in allowed and not (value is None and name in ("feeding", "symptom")):
                raise DomainError(name, "must be one of " + ", ".join(allowed), value, "", "choose")
        require("depth_m", self.depth, "m", "enter the depth at the mark", above=0.0, high=200.0)
        require("surface_speed_m_s", self.surface_speed, "m/s", "enter the current at the surface",
                low=0.0, high=6.0)
        require("wind_m_s", self.wind, "m/s", "0 when calm", low=0.0, high=40.0)
        require("water_temperature_c", self.water_temperature_c, "°C", "enter the water's",
                low=-2.0, high=40.0)
        if self.line_diameter is not None:
            require("line_diameter_mm", self.line_diameter * 1e3, "mm", "braid is 0.1 to 0.3 mm",
                    above=0.0, high=2.0)

    @property
    def feeds(self) -> str:
        return self.feeding or self.fish.feeds

    @property
    def zone(self) -> tuple[float, float]:
        """Heights (m above the bottom) between which the fish takes."""
        return zone_of(self.feeds, self.depth, self.mood)

    @property
    def on_top(self) -> bool:
        return self.feeds == "top"

    @property
    def steady(self) -> bool:
        """Whether it is fished by swimming it back: the surf, and fish at the top."""
        return bool(PLACES[self.place]["steady"]) or self.on_top

    @property
    def cast_m(self) -> float:
        return float(PLACES[self.place]["cast_m"]) if self.cast is None else self.cast

    @property
    def tip(self) -> float:
        """Height of the rod tip over the water, m."""
        return STANCES[self.stance].tip_height_m if self.tip_height is None else self.tip_height

    def conditions(self, lines: Array) -> Conditions:
        """The water as the board has it, one column for each line diameter (m)."""
        stance = STANCES[self.stance]
        low, high = self.zone
        boat = self.stance in ("anchored", "drifting", "kayak")
        ones = np.ones(lines.shape)
        leeway = LEEWAY * self.wind if self.drift_speed is None else self.drift_speed
        return Conditions(
            depth=self.depth * ones, surface_speed=self.surface_speed * ones, line_diameter=lines,
            temperature_c=self.water_temperature_c, wind=self.wind,
            tip_height=self.tip,
            canopy=self.cover_height, zone_from=low, zone_to=high, cast=self.cast_m,
            lowered=boat and self.depth >= LET_DOWN_FROM,
            drift_follows=stance.drifts, drift_plane=self.drift_plane if stance.drifts else 1.0,
            drift_speed=leeway if stance.drifts else 0.0,
            retrieve_speed=(BURN_SPEED if self.on_top
                            else float(PLACES[self.place]["swim_m_s"])), steady=self.steady,
        ).checked()

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

    def but(self, **changed: Any) -> Situation:
        """The same with some facts changed."""
        return replace(self, **changed)
