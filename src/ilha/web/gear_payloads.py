"""Payloads of what is carried: as typed, and as shown. Every name carries its unit."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ilha.web.payloads import Payload

Price = Annotated[float, Field(ge=0.0, le=100_000.0, description="in the settings' currency")]
Count = Annotated[int, Field(ge=0, le=9999)]
HookSize = Literal["#4", "#2", "#1", "1/0", "2/0", "3/0", "4/0", "5/0", "7/0", "9/0"]
HeadMaterial = Literal["lead", "tungsten alloy", "tin", "bismuth-tin", "steel", "zinc",
                       "resin and lead"]
Look = Literal["jerk", "stick", "paddle", "t-tail", "curl", "shrimp", "crab", "craw", "bulky",
               "tube", "surface"]


class NewPlastic(Payload):
    """A plastic laid out by its measures; its family follows from its look."""

    name: str = Field(min_length=1, max_length=80)
    look: Look
    material: Literal["plastisol", "salted plastisol", "elastomer", "biodegradable"]
    colour: str = Field("", max_length=40)
    length_mm: float = Field(ge=20.0, le=500.0)
    body_length_mm: float = Field(gt=0.0, le=500.0, description="without a thin tail")
    width_mm: float = Field(ge=1.0, le=200.0)
    height_mm: float = Field(ge=1.0, le=200.0)
    mass_g: float | None = Field(
        None, ge=0.001, le=1000.0, description="null: from shape and material")
    profile: list[list[float]] | None = Field(
        None, max_length=40, description="traced: share of the working length, half height over"
        " half the greatest; null: by look")
    density_g_cm3: float | None = Field(None, ge=0.3, le=3.0, description="null: by material")
    extra_drag_cm2: float = Field(0.0, ge=0.0, le=100.0, description="of hair, legs, blades")
    carried: Count = 1
    condition: Literal["new", "good", "worn", "torn"] = "good"
    price: Price | None = None


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
    profile: list[list[float]] = Field(
        description="share of the working length, half height over half the greatest")
    traced: bool
    weighed: bool = Field(description="on a scale; else from shape and material")
    shape_g: float = Field(description="what its shape and material say of its weight")
    carried: int
    condition: str
    price: float | None
    counted_utc_s: float = Field(description="when they were so many")
    lost: int = Field(description="since they were counted")


class Head(Payload):
    id: int
    name: str = Field(description="as the log calls it, whatever units are shown")
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
    price: float | None
    counted_utc_s: float = Field(description="when they were so many")
    lost: int = Field(description="since they were counted")


class NewHead(Payload):
    """A head as it is typed; what is left out is typical of its hook's size. The printed weight or
    what the scale says: one of them at least."""

    printed_oz: float | None = Field(None, ge=0.005, le=16.0)
    mass_g: float | None = Field(None, ge=0.05, le=500.0, description="from the scale")
    shape: Literal["ball", "keeled-arrow", "bullet", "darter", "stand-up", "mushroom", "football",
                   "buried", "swinging", "belly-weighted", "resin", "bladed", "crab"]
    material: HeadMaterial = "lead"
    hook_size: HookSize
    hook_mass_g: float | None = Field(None, gt=0.0, le=100.0)
    hook_gape_mm: float | None = Field(None, gt=0.0, le=100.0)
    hook_straight_mm: float | None = Field(None, gt=0.0, le=200.0)
    hook_wire_mm: float | None = Field(None, gt=0.0, le=10.0)
    keeper: Literal["wire barb", "lead collar", "flat collar", "screw", "twist lock"] = "wire barb"
    keeper_takes_mm: float = Field(0.0, ge=0.0, le=50.0)
    weight_x_mm: float | None = Field(None, gt=0.0, le=200.0, description="of an inside weight")
    extra_drag_cm2: float = Field(0.0, ge=0.0, le=100.0, description="of blades, lips")
    carried: int = Field(1, ge=0, le=999)
    price: Price | None = None


class Weighing(Payload):
    """What the scale says; null: as printed, or as its shape has it, again."""

    mass_g: float | None = Field(ge=0.05, le=500.0)
    with_hook: bool = Field(False, description="the hook lay on the scale too: its own mass is"
                                               " taken off")


class Counted(Payload):
    """When a kind was counted to be as many as are carried; null: now."""

    counted_utc_s: float | None = Field(ge=0.0, le=1e11)


class PutBack(Payload):
    """A row that is there again."""

    kind: str
    id: int


class NewLine(Payload):
    name: str = Field(min_length=1, max_length=80)
    diameter_mm: float = Field(gt=0.0, le=2.0)
    strength_kg: float = Field(gt=0.0, le=200.0)


class Line(NewLine):
    id: int


class NewRod(Payload):
    """A rod with its rating and a cast that it was seen to make."""

    name: str = Field(min_length=1, max_length=80)
    lure_min_g: float = Field(ge=0.0, le=500.0)
    lure_max_g: float = Field(gt=0.0, le=500.0)
    effective_mass_g: float = Field(ge=0.0, le=500.0, description="of the tip that is thrown too")
    cast_mass_g: float = Field(gt=0.0, le=500.0, description="package of the cast that was seen")
    cast_distance_m: float = Field(ge=1.0, le=200.0)
    cast_line_mm: float = Field(gt=0.0, le=2.0)
    cast_drag_cm2: float = Field(ge=0.0, le=100.0)


class Rod(NewRod):
    id: int


class NewReel(Payload):
    name: str = Field(min_length=1, max_length=80)
    line_per_turn_cm: float = Field(ge=10.0, le=200.0)
    drag_max_kg: float | None = Field(None, gt=0.0, le=50.0)


class Reel(NewReel):
    id: int


class NewLeader(Payload):
    name: str = Field(min_length=1, max_length=80)
    material: Literal["fluorocarbon", "nylon", "wire"] = "fluorocarbon"
    diameter_mm: float = Field(gt=0.0, le=3.0)
    strength_kg: float = Field(gt=0.0, le=200.0)
    left_m: float | None = Field(None, ge=0.0, le=10_000.0, description="on the spool")
    price_m: Price | None = Field(None, description="of a metre")


class Leader(NewLeader):
    id: int


class NewHook(Payload):
    """A loose hook; what is left out is typical of its size."""

    kind: Literal["straight", "offset", "offset, weighted", "wacky", "stinger"] = "straight"
    size: HookSize
    mass_g: float | None = Field(None, gt=0.0, le=100.0)
    straight_mm: float | None = Field(None, gt=0.0, le=200.0)
    gape_mm: float | None = Field(None, gt=0.0, le=100.0)
    wire_mm: float | None = Field(None, gt=0.0, le=10.0)
    carried: Count = 1
    price: Price | None = None


class Hook(Payload):
    id: int
    kind: str
    size: str
    mass_g: float
    straight_mm: float
    gape_mm: float
    wire_mm: float
    carried: int
    price: float | None


class NewWeight(Payload):
    kind: Literal["nail", "bullet", "sliding", "bottom", "shot"]
    mass_g: float = Field(gt=0.0, le=2000.0)
    material: HeadMaterial = "lead"
    carried: Count = 1
    price: Price | None = None


class Weight(NewWeight):
    id: int


class NewSundry(Payload):
    name: str = Field(min_length=1, max_length=80)
    carried: Count = 1
    price: Price | None = None
    note: str = Field("", max_length=200)


class Sundry(NewSundry):
    id: int


class Box(Payload):
    plastics: list[Plastic]
    heads: list[Head]
    lines: list[Line]
    rods: list[Rod]
    reels: list[Reel]
    leaders: list[Leader]
    hooks: list[Hook]
    weights: list[Weight]
    sundries: list[Sundry]


