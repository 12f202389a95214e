"""JSON Schemas of the open files; they ship with the package in ``formats/schemas``."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict

from ilha.formats.scenario import Scenario

Numbers = list[float]
Maybes = list[float | None]
Verdict = Literal["right", "marginal", "too-light", "too-heavy", "unsafe-for-outfit"]


class _Out(BaseModel):
    model_config = ConfigDict(extra="forbid")


class WaterOut(_Out):
    density_kg_m3: Numbers
    kinematic_viscosity_m2_s: Numbers


class HoldOut(_Out):
    """Null where the line never holds."""

    scope: Maybes
    line_out_m: Maybes
    span_m: Maybes
    tension_n: Maybes
    tip_angle_deg: Maybes


class WindowOut(_Out):
    low: Maybes
    high: Maybes


class SwingOut(_Out):
    count_s: Maybes
    come_in_m: Maybes


class RetrieveOut(_Out):
    lift_off_m: Maybes
    contact_share: Maybes
    zone_share: Maybes
    speed_low_m_s: Maybes
    speed_high_m_s: Maybes


class HeadOut(_Out):
    """Arrays over the time steps."""

    id: str
    wet_weight_n: Numbers
    drag_area_m2: Numbers
    fall_speed_m_s: Maybes
    fall_pitch_deg: Maybes
    count_s: Maybes
    zone_s: Maybes
    lead_m: Maybes
    hold: HoldOut
    window_m_s: WindowOut
    minimum_mass_g: Maybes
    swing: SwingOut
    retrieve: RetrieveOut
    rest: list[Literal["lies", "stands", "leans"]]
    rest_angle_deg: Numbers
    cast_m: Numbers
    package_g: float
    verdict: list[Verdict]
    reasons: list[list[str]]


Pick = list[str | None]


class BoardOut(_Out):
    """``ilha-board-1``: the answer of ``ilha board``."""

    format: Literal["ilha-board-1"]
    water: WaterOut
    heads: list[HeadOut]
    pick: dict[
        Literal["lightest-practical", "bottom-contact", "depth-table", "fed-fall",
                "down-then-work"],
        Pick,
    ]


def schemas() -> dict[str, dict[str, Any]]:
    """File name to JSON Schema."""
    dialect = {"$schema": "https://json-schema.org/draft/2020-12/schema"}
    return {
        "ilha-scenario-1.schema.json": dialect | Scenario.model_json_schema(),
        "ilha-board-1.schema.json": dialect | BoardOut.model_json_schema(),
    }
