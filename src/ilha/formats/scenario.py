"""The open file of one question, ``ilha-scenario-1``, and its answer."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import BaseModel, ConfigDict, Field, ValidationError, WithJsonSchema

from ilha.core.errors import DomainError
from ilha.core.judge.board import Board, board
from ilha.core.move.cast import Rod, SeenCast, usual_cast
from ilha.core.rig.bodies import Head, Part, Plastic
from ilha.core.rig.tackle import OnSinker, Rigging, TwoHeads
from ilha.core.units import kg_from_g, kg_m3_from_g_cm3, m2_from_cm2, m_from_mm
from ilha.core.water.conditions import ACROSS, Conditions, FallKind
from ilha.core.water.flow import Shelter
from ilha.core.water.ground import Ground
from ilha.core.water.line import Leader, LineKind, density_of
from ilha.formats.board_json import as_json, part, written
from ilha.formats.fields import first_error
from ilha.formats.words import Family, School, Shape

Steps = float | Annotated[list[float], Field(min_length=1)]


def _from(**bounds: float) -> WithJsonSchema:
    """What the schema says of a number: minimum, exclusiveMinimum, maximum. The core holds it to
    the same, in words of its own; a test holds the two together."""
    return WithJsonSchema({"type": "number", **bounds})


def _each(**bounds: float) -> WithJsonSchema:
    """The same of a number, or of a list of one for each step."""
    one = {"type": "number", **bounds}
    return WithJsonSchema({"anyOf": [one, {"type": "array", "items": one, "minItems": 1}]})


_AT_LEAST_ONE = Field(json_schema_extra={"minItems": 1})
Mm = Annotated[float, _from(exclusiveMinimum=0, maximum=500)]
Metal = Annotated[float, _from(minimum=1, maximum=20)]
Area = Annotated[float, _from(minimum=0)]
Turn = Annotated[float, _from(minimum=0, maximum=180)]


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class WaterPart(_Part):
    temperature_c: Annotated[Steps, _each(minimum=-2, maximum=40)] = 18.0
    practical_salinity: Annotated[Steps, _each(minimum=0, maximum=42)] = 35.0


class AirPart(_Part):
    wind_m_s: Annotated[Steps, _each(minimum=0, maximum=40)] = 0.0
    wind_to_cast_deg: Turn = ACROSS


class MarkPart(_Part):
    depth_m: Annotated[Steps, _each(exclusiveMinimum=0, maximum=200)]
    bottom: str = "sand"
    cover_height_m: Annotated[float, _from(minimum=0, maximum=20)] = Field(default=0.0, ge=0.0)
    ground: list[list[float]] | None = Field(
        default=None, description="distance from the rod and depth, m, outwards: the bottom along"
        " the cast. The depth where the cast lands is then its own; with a list of depths they are"
        " those there, and only its differences count.")


class FlowPart(_Part):
    surface_speed_m_s: Annotated[Steps, _each(minimum=0, maximum=6)]
    profile: Literal["seventh-root", "uniform"] = "seventh-root"
    shelter: Shelter = Field(default="even", description="slow-below: the lower half at three"
                             " tenths of the flow; jet: all of it half as fast again")


class LeaderPart(_Part):
    """What is tied between line and rig."""

    kind: LineKind = "fluorocarbon"
    diameter_mm: Annotated[float, _from(minimum=0.05, maximum=2)]
    length_m: Annotated[float, _from(exclusiveMinimum=0, maximum=20)]

    def core(self) -> Leader:
        return Leader(m_from_mm(self.diameter_mm), self.length_m, density_of(self.kind))


class SwellPart(_Part):
    height_m: Annotated[Steps, _each(minimum=0, maximum=20)] = 0.0
    period_s: Annotated[float, _from(minimum=1, maximum=30)] = 7.0


class StancePart(_Part):
    kind: Literal["fixed", "drifting"] = "fixed"
    tip_height_m: Annotated[Steps, _each(minimum=0, maximum=30)] = 1.5
    drift_speed_m_s: Annotated[float, _from(minimum=-3, maximum=3)] = 0.0
    drift_follows: bool = Field(
        default=False, description="the boat drifts at the surface current plus the drift speed")
    drift_plane: float = Field(
        default=1.0, description="share of the current's shear in the plane of the line")


class LinePart(_Part):
    kind: LineKind | None = Field(
        default=None, description="null: its weight in the water is left out")
    diameter_mm: Annotated[float, _from(exclusiveMinimum=0, maximum=2)]
    feed_tension_n: Annotated[float, _from(minimum=0, maximum=5)] = 0.01
    fall: FallKind = "fed"


class ZonePart(_Part):
    from_bottom_m: Annotated[float, _from(minimum=0)] = 0.0
    to_bottom_m: float = 1.0
    lightest_s: float | None = Field(
        default=None, ge=0.0, description="seconds in the zone of the lightest rig that does the"
        " job, where it is none of these heads")


class RetrievePart(_Part):
    speed_m_s: Annotated[float, _from(exclusiveMinimum=0, maximum=5)] = 0.6
    reel_cm_per_turn: float = Field(default=75.0, gt=0.0)
    steady: bool = False


class ReferenceCast(_Part):
    mass_g: Annotated[float, _from(exclusiveMinimum=0, maximum=500)] = 10.0
    distance_m: Annotated[float, _from(minimum=3, maximum=150)] = 35.0
    line_diameter_mm: Annotated[float, _from(exclusiveMinimum=0)] = 0.19
    drag_area_cm2: Area = 2.5

    def core(self) -> SeenCast:
        return SeenCast(kg_from_g(self.mass_g), self.distance_m, m_from_mm(self.line_diameter_mm),
                        m2_from_cm2(self.drag_area_cm2))


class RodPart(_Part):
    lure_min_g: Area = 0.0
    lure_max_g: float | None = None
    effective_mass_g: Area | None = Field(default=None, description="null: by the rating")
    length_m: float | None = Field(default=None, ge=0.5, le=6.0)
    reference_cast: ReferenceCast | list[ReferenceCast] | None = Field(
        default=None, description="null: the usual one of a rod of its rating and length; without"
        " a rating 10 g over 35 m")

    def core(self) -> Rod:
        assumed = self.reference_cast is None and self.lure_max_g is not None
        if assumed:
            casts: tuple[SeenCast, ...] = (
                usual_cast(kg_from_g(self.lure_max_g or 0.0), self.length_m),)
        else:
            seen = ReferenceCast() if self.reference_cast is None else self.reference_cast
            casts = tuple(c.core() for c in (seen if isinstance(seen, list) else [seen]))
        most = float("inf") if self.lure_max_g is None else kg_from_g(self.lure_max_g)
        swung = None if self.effective_mass_g is None else kg_from_g(self.effective_mass_g)
        return Rod(kg_from_g(self.lure_min_g), most, swung, casts, assumed=assumed,
                   length=self.length_m)


class PlasticPart(_Part):
    length_mm: Annotated[float, _from(minimum=20, maximum=500)]
    width_mm: Annotated[float, _from(minimum=2, maximum=120)]
    height_mm: Annotated[float, _from(minimum=2, maximum=150)]
    mass_g: Annotated[float, _from(exclusiveMinimum=0, maximum=500)]
    density_g_cm3: Annotated[float, _from(minimum=0.3, maximum=3)] = 1.08
    tail: Family = "straight"
    extra_drag_cm2: Area = 0.0

    def core(self) -> Plastic:
        return Plastic(m_from_mm(self.length_mm), m_from_mm(self.width_mm),
                       m_from_mm(self.height_mm), kg_from_g(self.mass_g),
                       kg_m3_from_g_cm3(self.density_g_cm3), self.tail,
                       m2_from_cm2(self.extra_drag_cm2))


class HeadPart(_Part):
    id: str
    mass_g: Annotated[float, _from(exclusiveMinimum=0, maximum=1000)]
    density_g_cm3: Metal = 11.34
    shape: Shape = "ball"
    hook_mass_g: Annotated[float, _from(exclusiveMinimum=0, maximum=100)] = 1.2
    hook_gape_mm: Mm | None = None
    hook_wire_mm: Mm | None = None
    hook_x_mm: Mm | None = None
    weight_x_mm: Mm | None = None
    extra_drag_cm2: Area = 0.0
    slow_factor: float = Field(
        default=1.0, gt=0.0, description="times longer that it was seen to fall than computed")

    def core(self) -> Head:
        def m(value_mm: float | None) -> float | None:
            return None if value_mm is None else m_from_mm(value_mm)

        return Head(self.id, kg_from_g(self.mass_g), kg_m3_from_g_cm3(self.density_g_cm3),
                    self.shape, kg_from_g(self.hook_mass_g), m(self.hook_gape_mm),
                    m(self.hook_wire_mm),
                    m(self.hook_x_mm), m(self.weight_x_mm), m2_from_cm2(self.extra_drag_cm2))


class AddedPart(_Part):
    """A nail or belly weight, a stinger or a blade; x from the nose, z below the axis."""

    mass_g: Annotated[float, _from(exclusiveMinimum=0, maximum=200)]
    density_g_cm3: Annotated[float, _from(minimum=0.3, maximum=20)] = 11.34
    x_mm: Annotated[float, _from(minimum=-100, maximum=500)]
    z_mm: Annotated[float, _from(minimum=-100, maximum=200)] = 0.0
    drag_area_cm2: Annotated[float, _from(minimum=0, maximum=50)] = 0.0

    def core(self) -> Part:
        return Part(kg_from_g(self.mass_g), kg_m3_from_g_cm3(self.density_g_cm3),
                    m_from_mm(self.x_mm), m_from_mm(self.z_mm), m2_from_cm2(self.drag_area_cm2))


class TandemPart(_Part):
    """A second head with the same plastic, on a loop above the first."""

    kind: Literal["tandem"]
    front: HeadPart
    spacing_m: Annotated[float, _from(minimum=0.05, maximum=6)] = 0.6
    leader_mm: Annotated[float, _from(minimum=0.1, maximum=2)] = 0.37

    def core(self) -> Rigging:
        return TwoHeads(self.front.core(), self.spacing_m, m_from_mm(self.leader_mm))


class SinkerPart(_Part):
    """A sinker that slides above a swivel, or hangs on a dropper of a three-way rig."""

    kind: Literal["sliding-sinker", "three-way"]
    sinker_g: Annotated[float, _from(exclusiveMinimum=0, maximum=2000)]
    dropper_m: Annotated[float, _from(minimum=0, maximum=3)] | None = None
    leader_m: Annotated[float, _from(minimum=0.05, maximum=6)] | None = None
    leader_mm: Annotated[float, _from(minimum=0.1, maximum=2)] = 0.37
    lift_m: Annotated[float, _from(minimum=0, maximum=10)] | None = None

    def core(self) -> Rigging:
        three_way = self.kind == "three-way"
        if not three_way and self.dropper_m:
            raise DomainError("rigging.dropper_m", "must be 0 m on a sliding sinker",
                              self.dropper_m, "m", "or make it a three-way rig")
        dropper = (0.3 if three_way else 0.0) if self.dropper_m is None else self.dropper_m
        leader = (1.5 if three_way else 0.6) if self.leader_m is None else self.leader_m
        lift = (1.5 if three_way else 0.0) if self.lift_m is None else self.lift_m
        return OnSinker(kg_from_g(self.sinker_g), dropper, leader, m_from_mm(self.leader_mm), lift)


class Scenario(_Part):
    """Input of ``ilha board``: all numbers SI or with the suffix said."""

    format: Literal["ilha-scenario-1"]
    water: WaterPart = WaterPart()
    air: AirPart = AirPart()
    mark: MarkPart
    flow: FlowPart
    swell: SwellPart = SwellPart()
    stance: StancePart = StancePart()
    line: LinePart
    leader: LeaderPart | None = None
    zone: ZonePart = ZonePart()
    school: School = "lightest-practical"
    cast_m: Annotated[float, _from(exclusiveMinimum=0, maximum=150)] = 25.0
    cast_to_current_deg: Turn = ACROSS
    lowered: bool = False
    retrieve: RetrievePart = RetrievePart()
    rod: RodPart | None = None
    plastic: PlasticPart
    added: list[AddedPart] = []
    rigging: Annotated[TandemPart | SinkerPart, Field(discriminator="kind")] | None = None
    heads: Annotated[list[HeadPart], _AT_LEAST_ONE]

    def conditions(self) -> Conditions:
        """The scenario's water, stance and line in SI, for the core."""
        if self.stance.kind == "fixed" and (
                self.stance.drift_speed_m_s != 0.0 or self.stance.drift_follows):
            raise DomainError("stance.drift_speed_m_s", "must be 0 for a fixed stance",
                              self.stance.drift_speed_m_s, "m/s", "or set stance.kind to drifting")
        ground = Ground.of(self.mark.ground)
        depth = np.asarray(self.mark.depth_m)
        if ground is not None and depth.ndim == 0:
            depth = ground.depth(self.cast_m)
        return Conditions(
            depth=depth, ground=None if self.lowered else ground, shelter=self.flow.shelter,
            line_density=density_of(self.line.kind),
            leader=None if self.leader is None else self.leader.core(), profile=self.flow.profile,
            canopy=self.mark.cover_height_m,
            surface_speed=np.asarray(self.flow.surface_speed_m_s),
            line_diameter=m_from_mm(self.line.diameter_mm), feed_tension=self.line.feed_tension_n,
            fall=self.line.fall, temperature_c=np.asarray(self.water.temperature_c),
            salinity=np.asarray(self.water.practical_salinity),
            wind=np.asarray(self.air.wind_m_s), wind_angle_deg=self.air.wind_to_cast_deg,
            tip_height=np.asarray(self.stance.tip_height_m),
            drift_speed=self.stance.drift_speed_m_s, drift_follows=self.stance.drift_follows,
            drift_plane=self.stance.drift_plane, zone_from=self.zone.from_bottom_m,
            zone_to=self.zone.to_bottom_m, cast=self.cast_m,
            cast_angle_deg=self.cast_to_current_deg, lowered=self.lowered,
            retrieve_speed=self.retrieve.speed_m_s, steady=self.retrieve.steady,
            swell_m=np.asarray(self.swell.height_m), swell_period_s=self.swell.period_s,
        )


def read(text: str) -> Scenario:
    """Parse a scenario.

    Raises
    ------
    FieldError
        For text that is not JSON, numbers that are not finite, and fields that are missing,
        unknown or of the wrong kind; one line naming the field, the rule and the remedy.
    """
    try:
        return Scenario.model_validate_json(text, strict=True)
    except ValidationError as error:
        raise first_error(error) from error


def answer(scenario: Scenario) -> dict[str, Any]:
    """The board of a scenario as the JSON object of ``ilha-board-1``.

    Raises
    ------
    DomainError, FieldError
        Naming the field that is out of range.
    """
    return as_json(*_judged(scenario))


AT_ONCE = 20_000
"""Heads times steps that are judged together: each takes some 5 kB while it is."""
_BY_STEP = ("depth", "surface_speed", "tip_height", "wind", "temperature_c", "salinity", "swell_m",
            "drift_speed", "zone_from", "zone_to")


def answered(
    scenario: Scenario, progress: Callable[[int, int], None] = lambda done, of: None
) -> Iterator[str]:
    """The same as text, part by part; raises the same, before the first of them. A long board is
    judged some steps at a time, of which ``progress`` is told."""
    cond = scenario.conditions().checked()
    most = max(1, AT_ONCE // max(1, len(scenario.heads)))
    parts = []
    for start in range(0, cond.steps, most):
        parts.append(part(*_judged(scenario, _steps(cond, start, start + most))))
        progress(min(start + most, cond.steps), cond.steps)
    return written(parts)


def _steps(cond: Conditions, start: int, end: int) -> Conditions:
    """Some of the steps."""
    values = {name: np.asarray(getattr(cond, name)) for name in _BY_STEP}
    some: dict[str, Any] = {name: value[start:end] for name, value in values.items()
                            if value.ndim == 1 and value.size == cond.steps > 1}
    return replace(cond, **some)


def _judged(scenario: Scenario, cond: Conditions | None = None) -> tuple[Board, float]:
    result = board(
        scenario.conditions() if cond is None else cond, scenario.plastic.core(),
        [h.core() for h in scenario.heads],
        None if scenario.rod is None else scenario.rod.core(), scenario.school,
        None if scenario.rigging is None else scenario.rigging.core(),
        [part.core() for part in scenario.added],
        slow=[head.slow_factor for head in scenario.heads],
        lightest_zone=scenario.zone.lightest_s,
    )
    return result, scenario.retrieve.reel_cm_per_turn * 1e-2
