"""Parts of ``ilha-scenario-1``: the water, the tackle, the rig; what the schema says of each field.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, WithJsonSchema

from ilha.core.errors import DomainError
from ilha.core.move.cast import Rod, SeenCast, usual_cast
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.rig.bodies import Part as AddedToIt
from ilha.core.rig.tackle import Across, OnSinker, Rigging, TwoHeads, UnderFloat
from ilha.core.units import kg_from_g, kg_m3_from_g_cm3, m2_from_cm2, m_from_mm
from ilha.core.water.conditions import ACROSS, FallKind
from ilha.core.water.flow import Shelter
from ilha.core.water.line import Leader, LineKind, density_of
from ilha.formats.words import Family, Shape

Steps = float | Annotated[list[float], Field(min_length=1)]


def told(**bounds: float) -> WithJsonSchema:
    """What the schema says of a number: minimum, exclusiveMinimum, maximum. The core holds it to
    the same, in words of its own; a test holds the two together."""
    return WithJsonSchema({"type": "number", **bounds})


def each(**bounds: float) -> WithJsonSchema:
    """The same of a number, or of a list of one for each step."""
    one = {"type": "number", **bounds}
    return WithJsonSchema({"anyOf": [one, {"type": "array", "items": one, "minItems": 1}]})


AT_LEAST_ONE = Field(json_schema_extra={"minItems": 1})
Mm = Annotated[float, told(exclusiveMinimum=0, maximum=500)]
Metal = Annotated[float, told(minimum=1, maximum=20)]
Area = Annotated[float, told(minimum=0)]
Turn = Annotated[float, told(minimum=0, maximum=180)]


class Part(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class WaterPart(Part):
    temperature_c: Annotated[Steps, each(minimum=-2, maximum=40)] = 18.0
    practical_salinity: Annotated[Steps, each(minimum=0, maximum=42)] = 35.0


class AirPart(Part):
    wind_m_s: Annotated[Steps, each(minimum=0, maximum=40)] = 0.0
    wind_to_cast_deg: Turn = ACROSS


class MarkPart(Part):
    depth_m: Annotated[Steps, each(exclusiveMinimum=0, maximum=200)]
    bottom: str = "sand"
    cover_height_m: Annotated[float, told(minimum=0, maximum=20)] = Field(default=0.0, ge=0.0)
    ground: list[list[float]] | None = Field(
        default=None, description="distance from the rod and depth, m, outwards: the bottom along"
        " the cast. The depth where the cast lands is then its own; with a list of depths they are"
        " those there, and only its differences count.")


class FlowPart(Part):
    surface_speed_m_s: Annotated[Steps, each(minimum=0, maximum=6)]
    profile: Literal["seventh-root", "uniform"] = "seventh-root"
    shelter: Shelter = Field(default="even", description="slow-below: the lower half at three"
                             " tenths of the flow; jet: all of it half as fast again")


class LeaderPart(Part):
    """What is tied between line and rig."""

    kind: LineKind = "fluorocarbon"
    diameter_mm: Annotated[float, told(minimum=0.05, maximum=2)]
    length_m: Annotated[float, told(exclusiveMinimum=0, maximum=20)]

    def core(self) -> Leader:
        return Leader(m_from_mm(self.diameter_mm), self.length_m, density_of(self.kind))


class SwellPart(Part):
    height_m: Annotated[Steps, each(minimum=0, maximum=20)] = 0.0
    period_s: Annotated[float, told(minimum=1, maximum=30)] = 7.0


class StancePart(Part):
    kind: Literal["fixed", "drifting"] = "fixed"
    tip_height_m: Annotated[Steps, each(minimum=0, maximum=30)] = 1.5
    drift_speed_m_s: Annotated[float, told(minimum=-3, maximum=3)] = 0.0
    drift_follows: bool = Field(
        default=False, description="the boat drifts at the surface current plus the drift speed")
    drift_plane: float = Field(
        default=1.0, description="share of the current's shear in the plane of the line")


class LinePart(Part):
    kind: LineKind | None = Field(
        default=None, description="null: its weight in the water is left out")
    diameter_mm: Annotated[float, told(exclusiveMinimum=0, maximum=2)]
    feed_tension_n: Annotated[float, told(minimum=0, maximum=5)] = 0.01
    fall: FallKind = "fed"


class ZonePart(Part):
    from_bottom_m: Annotated[float, told(minimum=0)] = 0.0
    to_bottom_m: float = 1.0
    lightest_s: float | None = Field(
        default=None, ge=0.0, description="seconds in the zone of the lightest rig that does the"
        " job, where it is none of these heads")


class RetrievePart(Part):
    speed_m_s: Annotated[float, told(exclusiveMinimum=0, maximum=5)] = 0.6
    reel_cm_per_turn: float = Field(default=75.0, gt=0.0)
    steady: bool = False


class ReferenceCast(Part):
    mass_g: Annotated[float, told(exclusiveMinimum=0, maximum=500)] = 10.0
    distance_m: Annotated[float, told(minimum=3, maximum=150)] = 35.0
    line_diameter_mm: Annotated[float, told(exclusiveMinimum=0)] = 0.19
    drag_area_cm2: Area = 2.5

    def core(self) -> SeenCast:
        return SeenCast(kg_from_g(self.mass_g), self.distance_m, m_from_mm(self.line_diameter_mm),
                        m2_from_cm2(self.drag_area_cm2))


class RodPart(Part):
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


class PlasticPart(Part):
    length_mm: Annotated[float, told(minimum=20, maximum=500)]
    width_mm: Annotated[float, told(minimum=2, maximum=120)]
    height_mm: Annotated[float, told(minimum=2, maximum=150)]
    mass_g: Annotated[float, told(exclusiveMinimum=0, maximum=500)]
    density_g_cm3: Annotated[float, told(minimum=0.3, maximum=3)] = 1.08
    tail: Family = "straight"
    extra_drag_cm2: Area = 0.0

    def core(self) -> Plastic:
        return Plastic(m_from_mm(self.length_mm), m_from_mm(self.width_mm),
                       m_from_mm(self.height_mm), kg_from_g(self.mass_g),
                       kg_m3_from_g_cm3(self.density_g_cm3), self.tail,
                       m2_from_cm2(self.extra_drag_cm2))


class HeadPart(Part):
    id: str
    mass_g: Annotated[float, told(exclusiveMinimum=0, maximum=1000)]
    density_g_cm3: Metal = 11.34
    shape: Shape = "ball"
    hook_mass_g: Annotated[float, told(exclusiveMinimum=0, maximum=100)] = 1.2
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


class AddedPart(Part):
    """A nail or belly weight, a stinger or a blade; x from the nose, z below the axis."""

    mass_g: Annotated[float, told(exclusiveMinimum=0, maximum=200)]
    density_g_cm3: Annotated[float, told(minimum=0.3, maximum=20)] = 11.34
    x_mm: Annotated[float, told(minimum=-100, maximum=500)]
    z_mm: Annotated[float, told(minimum=-100, maximum=200)] = 0.0
    drag_area_cm2: Annotated[float, told(minimum=0, maximum=50)] = 0.0

    def core(self) -> AddedToIt:
        return AddedToIt(kg_from_g(self.mass_g), kg_m3_from_g_cm3(self.density_g_cm3),
                    m_from_mm(self.x_mm), m_from_mm(self.z_mm), m2_from_cm2(self.drag_area_cm2))


class TandemPart(Part):
    """A second head with the same plastic, on a loop above the first."""

    kind: Literal["tandem"]
    front: HeadPart
    spacing_m: Annotated[float, told(minimum=0.05, maximum=6)] = 0.6
    leader_mm: Annotated[float, told(minimum=0.1, maximum=2)] = 0.37

    def core(self) -> Rigging:
        return TwoHeads(self.front.core(), self.spacing_m, m_from_mm(self.leader_mm))


class FloatPart(Part):
    """A float on the line: it is thrown with the rig, and the depth is that of its leader."""

    kind: Literal["under-float"]
    float_g: Annotated[float, told(exclusiveMinimum=0, maximum=200)] = 10.0
    float_area_cm2: Annotated[float, told(minimum=0, maximum=100)] = 3.5

    def core(self) -> Rigging:
        return UnderFloat(kg_from_g(self.float_g), m2_from_cm2(self.float_area_cm2))


class AcrossPart(Part):
    """Hooked across the plastic's middle: head and hook are there, both ends are free."""

    kind: Literal["hooked-across"]

    def core(self) -> Rigging:
        return Across()


class SinkerPart(Part):
    """A sinker that slides above a swivel, or hangs on a dropper of a three-way rig."""

    kind: Literal["sliding-sinker", "three-way"]
    sinker_g: Annotated[float, told(exclusiveMinimum=0, maximum=2000)]
    dropper_m: Annotated[float, told(minimum=0, maximum=3)] | None = None
    leader_m: Annotated[float, told(minimum=0.05, maximum=6)] | None = None
    leader_mm: Annotated[float, told(minimum=0.1, maximum=2)] = 0.37
    lift_m: Annotated[float, told(minimum=0, maximum=10)] | None = None

    def core(self) -> Rigging:
        three_way = self.kind == "three-way"
        if not three_way and self.dropper_m:
            raise DomainError("rigging.dropper_m", "must be 0 m on a sliding sinker",
                              self.dropper_m, "m", "or make it a three-way rig")
        dropper = (0.3 if three_way else 0.0) if self.dropper_m is None else self.dropper_m
        leader = (1.5 if three_way else 0.6) if self.leader_m is None else self.leader_m
        lift = (1.5 if three_way else 0.0) if self.lift_m is None else self.lift_m
        return OnSinker(kg_from_g(self.sinker_g), dropper, leader, m_from_mm(self.leader_mm), lift)
