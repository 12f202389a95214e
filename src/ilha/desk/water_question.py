"""What is asked of the water at a mark, and of the fish in it: what every asker has alike."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.core.choose.fish import Feeds
from ilha.core.choose.situation import Clarity, Finding, Light, Mood, Symptom, Trend
from ilha.core.choose.zones import Cover
from ilha.core.move.drift import LEEWAY
from ilha.core.water.conditions import FallKind
from ilha.core.water.flow import Shelter
from ilha.core.water.line import LineKind
from ilha.desk.asked import Asked, Id
from ilha.formats.words import Retrieve, School, StanceKey


class WaterQuestion(Asked):
    """The water and the weather at a mark on a day, and what was typed of it."""

    mark_id: Id
    date: str | None = Field(None, pattern=r"^\d{4}-\d{2}-\d{2}$", description="local; today")
    school: School = "lightest-practical"
    stance: StanceKey | None = None
    tip_height_m: float | None = None
    cast_m: float | None = None
    wind_m_s: float = 3.0
    wind_from_deg: float | None = Field(None, ge=0.0, le=360.0, description="from north")
    leeway_percent: float = Field(100.0 * LEEWAY, ge=0.0, le=10.0, description="of the wind")
    drift_seen_m_s: float | None = Field(None, ge=0.0, le=5.0, description="over the ground, GPS")
    drift_seen_step: int = Field(0, ge=0, le=144, description="step at which it was seen")
    temperature_c: float = 18.0
    practical_salinity: float = 35.0
    typed_depth_m: float | None = None
    typed_depth_step: int = Field(0, ge=0, le=144, description="step at which it holds")
    typed_speed_m_s: float | None = None
    typed_speed_step: int = Field(0, ge=0, le=144, description="step at which it holds")
    swept_m_s: float | None = Field(
        None, ge=0.0, le=6.0, description="borne by the strongest head swept at typed_speed_step")
    held_m_s: float | None = Field(
        None, ge=0.0, le=6.0, description="borne by the weakest head that held there")
    profile: Literal["seventh-root", "uniform"] = "seventh-root"
    shelter: Shelter | None = Field(None, description="null: as the mark has it")
    cover_height_m: float | None = Field(None, description="of the weed; the mark's own")


class SituationQuestion(WaterQuestion):
    """The fish, and how it is fished: what every asker of verdicts asks alike."""

    fish: str | None = Field(None, max_length=80, description="its height, where no zone is asked")
    fish_kg: float | None = Field(None, gt=0.0, le=500.0, description="expected; as usual")
    line_least_kg: float | None = Field(
        None, gt=0.0, le=200.0, description="what the line must hold; by fish and cover")
    mood: Mood = "steady"
    feeding: Feeds | None = Field(None, description="where in the water; null: as the fish does")
    zone_from_m: float | None = Field(None, description="null: where the fish feeds, else 0")
    zone_to_m: float | None = Field(None, description="null: where the fish feeds, else 1")
    retrieve: Retrieve | None = Field(None, description="null: as place, fish and rules have it")
    retrieve_speed_m_s: float | None = Field(
        None, gt=0.0, le=5.0, description="where it is swum; null: as the retrieve has it")
    fall: FallKind = "fed"
    feed_tension_n: float = 0.01
    lowered: bool | None = Field(None, description="let down, not cast; by stance and depth")
    cast_to_current_deg: float | None = Field(
        None, description="0 cast down-current, 90 across, 180 up; null: by the ways of the mark's"
        " casts and of its flood and ebb, across where one is not known or the boat drifts")
    wind_to_cast_deg: float | None = Field(
        None, description="0 from behind, 90 across, 180 in the face; null: by wind_from_deg and"
        " the way of the mark's casts, across where one is not known")
    leader_line_m: float = Field(
        0.0, ge=0.0, le=20.0, description="leader between line and rig; 0: tied to the line")
    leader_line_mm: float = Field(0.37, ge=0.05, le=2.0)
    leader_kind: LineKind = "fluorocarbon"
    swell_m: float | None = Field(None, ge=0.0, le=20.0, description="null: the place's usual one")
    swell_period_s: float = Field(7.0, ge=1.0, le=30.0)
    clarity: Clarity = "stained"
    light: Light | None = Field(None, description="null: by the sun at that step")
    temperature_trend: Trend = "steady"
    cover: Cover | None = Field(None, description="null: the mark's own")
    pests: bool = False
    symptom: Symptom | None = None
    finding: Finding | None = Field(None, description="still searched for, or found")
    shank: Literal["middle", "short", "long"] = "middle"
    leader: Literal["bites", "structure"] = "bites"
    sinker: Literal["jig", "sinker"] = "jig"
