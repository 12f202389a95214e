"""Typed payloads: they make the OpenAPI document, which makes the TypeScript types.

Every name carries its unit. Arrays run over the day's steps unless said.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

HeadUnit = Literal["oz", "g"]
School = Literal[
    "lightest-practical", "bottom-contact", "depth-table", "fed-fall", "down-then-work"
]
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
    because: str
    scope_limit: float | None
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
