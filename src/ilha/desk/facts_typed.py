"""Rules, fish and settings as they are typed."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from ilha.core.choose.fish import Feeds, Hardness, Holds, Mouth, Runs, Strength, Takes, Teeth
from ilha.desk.asked import Asked, Id
from ilha.formats.words import School

HeadUnit = Literal["oz", "g"]


class NewRule(Asked):
    """A rule of the user's own, as the rule files have them."""

    says: str = Field(min_length=1, max_length=200)
    weight: float = Field(1.0, gt=0.0, le=10.0)
    when: dict[str, Any] = Field(default_factory=dict)
    fits: dict[str, Any] = Field(default_factory=dict)
    wants: dict[str, Any] = Field(default_factory=dict)
    avoids: dict[str, Any] = Field(default_factory=dict)


class NewFish(Asked):
    """A fish as plain facts; common knowledge, from memory."""

    name: str = Field(min_length=1, max_length=80)
    scientific: str = Field(max_length=80)
    feeds: Feeds
    mouth: Mouth
    hardness: Hardness
    teeth: Teeth
    takes: Takes
    strength: Strength
    usual_kg: float = Field(ge=0.01, le=500.0, description="of usual size")
    runs: Runs
    holds: Holds
    comfort_low_c: float = Field(ge=-2.0, le=40.0)
    comfort_high_c: float = Field(ge=-2.0, le=40.0)
    forage_low_mm: float = Field(ge=5.0, le=500.0)
    forage_high_mm: float = Field(ge=5.0, le=500.0)
    eats: list[str] = Field(min_length=1)
    minds: list[str]


class Settings(Asked):
    head_unit: HeadUnit
    depth_unit: Literal["m", "ft"]
    speed_unit: Literal["m/s", "kn"]
    small_unit: Literal["mm", "in"]
    temperature_unit: Literal["°C", "°F"]
    strength_unit: Literal["kg", "lb"] = Field("kg", description="what lines hold, fish weigh")
    wind_unit: Literal["m/s", "kn", "Bft"]
    sheet: Literal["daylight", "sunlight", "dark", "night"]
    school: School
    mark_id: Id | None
    plastic_id: Id | None
    line_id: Id | None
    rod_id: Id | None
    currency: str = Field("€", min_length=1, max_length=4, description="that prices are in")
