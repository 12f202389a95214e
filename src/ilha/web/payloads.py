"""Typed payloads: they make the OpenAPI document, which makes the TypeScript types.

Every name carries its unit. Arrays run over the day's steps unless said.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

HeadUnit = Literal["oz", "g"]
School = Literal["lightest-practical", "bottom-contact", "depth-table"]
Verdict = Literal["right", "marginal", "too-light", "too-heavy", "unsafe-for-outfit"]
StanceKey = Literal["wading", "bank", "dock", "kayak", "anchored", "drifting"]


Id = Annotated[int, Field(ge=1, le=2**53 - 1)]
"""A row's id: what both SQLite and JavaScript hold exactly."""


class Payload(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Problem(Payload):
    """RFC 9457 problem details; ``field`` names the control at fault."""

    type: str
    title: str
    status: int
    code: str
    field: str | None
    message: str


class Health(Payload):
    ok: bool
    version: str


class Mark(Payload):
    id: int
    name: str
    kind: str
    latitude_deg: float
    longitude_deg: float
    time_zone: str
    charted_depth_m: float
    bottom: str
    cover: str
    cover_height_m: float
    stance: StanceKey
    cast_m: float
    tide_port_id: Id | None
    neap_rate_m_s: float | None
    spring_rate_m_s: float | None
    slack_lag_min: float | None
    flood_to_deg: float | None
    caution: str


class Marks(Payload):
    marks: list[Mark]


class Plastic(Payload):
    id: int
    name: str
    family: str
    look: str
    material: str
    colour: str
    length_mm: float
    body_length_mm: float
    width_mm: float
    height_mm: float
    mass_g: float
    density_g_cm3: float
    extra_drag_cm2: float


class Head(Payload):
    id: int
    printed_oz: float | None
    mass_g: float
    weighed: bool
    shape: str
    material: str
    density_g_cm3: float
    hook_size: str
    hook_mass_g: float
    hook_gape_mm: float
    hook_straight_mm: float
    hook_wire_mm: float
    hook_measured: bool
    keeper: str
    keeper_takes_mm: float
    weight_x_mm: float | None
    extra_drag_cm2: float
    carried: int


class Line(Payload):
    id: int
    name: str
    diameter_mm: float
    strength_kg: float


class Rod(Payload):
    id: int
    name: str
    lure_min_g: float
    lure_max_g: float
    effective_mass_g: float
    cast_mass_g: float
    cast_distance_m: float
    cast_line_mm: float
    cast_drag_cm2: float


class Box(Payload):
    plastics: list[Plastic]
    heads: list[Head]
    lines: list[Line]
    rods: list[Rod]


class SchoolNote(Payload):
    key: School
    name: str
    says: str
    scope_limit: float
    hangs_count: bool


class StanceNote(Payload):
    key: StanceKey
    words: str
    tip_height_m: float
    drifts: bool


class Reference(Payload):
    """What the core knows by name."""

    schools: list[SchoolNote]
    stances: list[StanceNote]


class Settings(Payload):
    head_unit: HeadUnit
    depth_unit: Literal["m", "ft"]
    speed_unit: Literal["m/s", "kn"]
    small_unit: Literal["mm", "in"]
    temperature_unit: Literal["°C", "°F"]
    sheet: Literal["daylight", "dark"]
    school: School
    mark_id: Id | None
    plastic_id: Id | None
    line_id: Id | None
    rod_id: Id | None


class DayQuestion(Payload):
    """The facts of the sentence; what is left out takes the mark's or the model's default."""

    mark_id: Id
    plastic_id: Id
    line_id: Id
    rod_id: Id | None = None
    date: str | None = Field(None, pattern=r"^\d{4}-\d{2}-\d{2}$", description="local; today")
    school: School = "lightest-practical"
    stance: StanceKey | None = None
    tip_height_m: float | None = None
    cast_m: float | None = None
    feed_tension_n: float = 0.01
    zone_from_m: float = 0.0
    zone_to_m: float = 1.0
    wind_m_s: float = 3.0
    temperature_c: float = 18.0
    practical_salinity: float = 35.0
    typed_depth_m: float | None = None
    typed_depth_step: int = Field(0, ge=0, le=144, description="step at which it holds")
    typed_speed_m_s: float | None = None
    typed_speed_step: int = Field(0, ge=0, le=144, description="step at which it holds")
    every_head: bool = Field(False, description="also heads whose hook does not fit the plastic")


class TideTurn(Payload):
    step: float
    clock: str
    kind: Literal["high", "low"]
    height_m: float


class Limit(Payload):
    code: str
    unit: str


class HeadDay(Payload):
    """One head through the day. ``decided`` indexes ``DayBoard.limits``; its figure and bound."""

    id: int
    fit: str
    wet_weight_n: float
    fall_speed_m_s: float | None
    fall_pitch_deg: float | None
    package_g: float
    cast_m: float
    cast_is_guess: bool
    verdict: list[int | None]
    decided: list[int | None]
    figure: list[float | None]
    bound: list[float | None]
    count_s: list[float | None]
    middle_s: list[float | None]
    zone_s: list[float | None]
    lead_m: list[float | None]
    scope: list[float | None]
    line_out_m: list[float | None]
    span_m: list[float | None] = Field(description="rod tip to rig along the current")
    fed_line_m: list[float | None]
    window_low_m_s: list[float | None]
    window_high_m_s: list[float | None]
    minimum_mass_g: list[float | None]
    line_cm: list[list[int] | None] = Field(description="see DayBoard.line_share")
    fall_height_pm: list[list[int] | None] = Field(description="per mille of the depth")
    fall_drift_cm: list[list[int] | None]


class ProfilePoint(Payload):
    """The current at a height, as shares of the depth and of the surface current."""

    height_share: float
    speed_share: float


class DayBoard(Payload):
    """The board of one mark through one day of 145 steps.

    ``line_cm[t][p]`` is how far up-current of the rig the held line is at the height
    z0 + (d - z0) line_share[p], z0 = min(0.05 m, d/2); ``fall_*`` are at equal shares of the count.
    """

    mark_id: Id
    date: str
    time_zone: str
    school: School
    verdicts: list[Verdict]
    limits: list[Limit]
    step_s: int
    clock: list[str]
    now_step: float | None
    height_m: list[float]
    depth_m: list[float]
    stream_m_s: list[float]
    depth_from: Literal["predicted", "charted", "typed"]
    speed_from: Literal["predicted", "scaled", "constant"]
    stance: StanceKey
    tip_height_m: float
    drifting: bool
    cast_m: float
    wet: list[bool]
    turns: list[TideTurn]
    line_share: list[float]
    profile: list[ProfilePoint]
    heads: list[HeadDay]
    left_out: int
    picks: dict[str, list[int | None]]


class FitQuestion(Payload):
    plastic_id: Id
    head_id: Id


class HookFit(Payload):
    """One hook in the plastic; mm along the axis from the nose, null where it never clears."""

    size: str
    straight_mm: float
    gape_mm: float
    wire_mm: float
    measured: bool
    of_head: bool
    exit_mm: float | None
    clearance_mm: float
    reach_ratio: float | None
    working_share: float | None
    bulk: float
    opening_load_n: float
    verdict: Literal["fits", "too-small", "too-long", "gape-under-body"]


class Fit(Payload):
    plastic_id: Id
    head_id: Id
    package_g: float
    fall_speed_m_s: float | None
    fall_pitch_deg: float | None
    wet_weight_n: float
    head_diameter_mm: float
    hooks: list[HookFit]
    pick: str | None
