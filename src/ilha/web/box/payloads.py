"""Payloads of what is carried: as typed, and as shown. Every name carries its unit."""

from __future__ import annotations

from pydantic import Field

from ilha.core.bench.rigging_numbers import Slit
from ilha.core.bench.strength import WireWord
from ilha.desk.asked import Id
from ilha.desk.records import (
    NewLeader,
    NewLine,
    NewReel,
    NewRod,
    NewSundry,
    NewWeight,
)
from ilha.web.payloads import Payload


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
    measured: bool = Field(description="all round; else typical of its look and length")
    slit: Slit
    slit_mm: float
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
    hook_wire: WireWord = Field(description="beside the usual wire of its size")
    keeper: str
    keeper_takes_mm: float
    weight_x_mm: float | None
    extra_drag_cm2: float
    colour: str
    plastic_id: Id | None = Field(description="the plastic it is moulded in")
    carried: int
    price: float | None
    counted_utc_s: float = Field(description="when they were so many")
    lost: int = Field(description="since they were counted")


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


class Line(NewLine):
    id: int
    diameter_mm: float


class Rod(NewRod):
    """The cast that was seen is null where one is assumed: then the usual one stands here."""

    id: int
    usual_mass_g: float | None
    usual_distance_m: float | None


class Reel(NewReel):
    id: int


class Leader(NewLeader):
    id: int


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


class Weight(NewWeight):
    id: int


class Sundry(NewSundry):
    id: int


class HookMeasures(Payload):
    """A head's hook as it was measured."""

    straight_mm: float = Field(gt=0.0, le=200.0)
    gape_mm: float = Field(gt=0.0, le=80.0)
    wire_mm: float = Field(gt=0.0, le=6.0)


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
