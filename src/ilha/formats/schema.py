"""JSON Schemas of the open files; they ship with the package in ``formats/schemas``."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict

from ilha.formats.choice_file import QuestionFile
from ilha.formats.choice_out import ChoiceOut
from ilha.formats.fit_file import FitFile, FitOut
from ilha.formats.scenario import Scenario
from ilha.formats.tide_service import Answer
from ilha.formats.words import School

Numbers = list[float]
Maybes = list[float | None]
Verdict = Literal["right", "marginal", "too-light", "too-heavy", "unsafe-for-outfit",
                  "falls-short"]


class _Out(BaseModel):
    model_config = ConfigDict(extra="forbid")


class WaterOut(_Out):
    density_kg_m3: Numbers
    kinematic_viscosity_m2_s: Numbers


class HoldOut(_Out):
    """Null where the line never holds; scope_low, scope_high at 0.8 and 1.2 of the current."""

    scope: Maybes
    scope_low: Maybes
    scope_high: Maybes
    line_out_m: Maybes
    span_m: Maybes
    tension_n: Maybes
    tip_angle_deg: Maybes


class RidesOut(_Out):
    """m above the bottom, held: the lure, and the lower end of the main line."""

    lure: Maybes
    line_end: Maybes


class WindowOut(_Out):
    low: Maybes
    high: Maybes


class SwingOut(_Out):
    """Held from the splash: lead up-current, come-in towards the rod."""

    count_s: Maybes
    come_in_m: Maybes
    lead_m: Maybes


class FedThenHeldOut(_Out):
    """Fed to the zone's top, held from there."""

    count_s: Maybes
    hold_at_s: Maybes
    come_in_m: Maybes
    lead_m: Maybes


class RetrieveOut(_Out):
    lift_off_m: Maybes
    contact_share: Maybes
    """The same as bottom_share: the name of the first edition."""
    bottom_share: Maybes
    """Of the middle half of the cast, on the bottom."""
    zone_share: Maybes
    height_m: list[Maybes]
    """With 3/4, 1/2 and 1/4 of the cast to go, above the bottom."""
    speed_low_m_s: Maybes
    speed_high_m_s: Maybes
    turns_low_s: Maybes
    turns_high_s: Maybes


class HeadOut(_Out):
    """Arrays over the time steps."""

    id: str
    wet_weight_n: Numbers
    drag_area_m2: Numbers
    fall_speed_m_s: Maybes
    fall_pitch_deg: Maybes
    count_s: Maybes
    count_range_s: list[list[float | None]]
    """The middle 80 % of the count: low, high."""
    doubted: list[Literal["current", "rig", "line", "diameter", "depth", "feed"]]
    """What moves it most."""
    right_share: Numbers
    """How sure "right" is, 0 to 1."""
    line_off_spool_m: Maybes
    """When it is down, that of the cast with it."""
    zone_s: Maybes
    lead_m: Maybes
    """How far up-current of the fish to land it."""
    come_in_m: Maybes
    """How far beyond them: what it comes in on a held line."""
    bottom_s: Maybes
    stop_count_s: Maybes
    outcome: list[Literal["floats", "neutral", "sinks"]]
    hold: HoldOut
    rides_m: RidesOut
    window_m_s: WindowOut
    minimum_mass_g: Maybes
    swing: SwingOut
    fed_then_held: FedThenHeldOut
    retrieve: RetrieveOut
    rest: list[Literal["lies", "stands", "leans"]]
    rest_angle_deg: Numbers
    cast_m: Numbers
    package_g: float
    verdict: list[Verdict]
    verdict_low: list[Verdict]
    verdict_high: list[Verdict]
    reasons: list[list[str]]


Pick = list[str | None]


class BoardOut(_Out):
    """``ilha-board-1``: the answer of ``ilha board``."""

    format: Literal["ilha-board-1"]
    water: WaterOut
    heads: list[HeadOut]
    pick: dict[School, Pick]


def schemas() -> dict[str, dict[str, Any]]:
    """File name to JSON Schema. Each is named by a URN: it is looked for nowhere."""
    forms: dict[str, type[BaseModel]] = {
        "ilha-scenario-1": Scenario, "ilha-board-1": BoardOut, "ilha-fit-1": FitFile,
        "ilha-fit-result-1": FitOut, "ilha-question-1": QuestionFile, "ilha-choice-1": ChoiceOut,
        "ilha-tides-1": Answer,
    }
    return {f"{name}.schema.json": {
        "$schema": "https://json-schema.org/draft/2020-12/schema", "$id": f"urn:ilha:{name}",
        **form.model_json_schema()} for name, form in forms.items()}
