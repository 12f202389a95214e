"""Records as they are typed or told: tackle, marks, what happened. Every name carries its unit."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ilha.core.bench.rigging_numbers import Slit
from ilha.core.bench.strength import WireWord
from ilha.core.choose.situation import Bottom
from ilha.core.water.flow import Shelter
from ilha.core.water.line import LineKind
from ilha.desk.asked import Asked, Id
from ilha.formats.chart_shapes import DepthUnit, ShapeKind, Third
from ilha.formats.words import (
    HeadMaterial,
    HookSize,
    Keeper,
    Look,
    MarkKind,
    PlasticMaterial,
    Shape,
    StanceKey,
)

Price = Annotated[float, Field(ge=0.0, le=100_000.0, description="in the settings' currency")]
Count = Annotated[int, Field(ge=0, le=9999)]
Happening = Literal["began", "ended", "fish", "bite", "lost", "held", "swept", "changed", "drop"]


class NewPlastic(Asked):
    """A plastic laid out by its measures; its family follows from its look."""

    name: str = Field(min_length=1, max_length=80)
    look: Look
    material: PlasticMaterial
    colour: str = Field("", max_length=40)
    length_mm: float = Field(ge=20.0, le=500.0)
    body_length_mm: float | None = Field(
        None, gt=0.0, le=500.0, description="without a thin tail; null: typical of its look")
    width_mm: float | None = Field(None, ge=1.0, le=200.0, description="null: typical")
    height_mm: float | None = Field(None, ge=1.0, le=200.0, description="null: typical")
    mass_g: float | None = Field(
        None, ge=0.001, le=1000.0, description="null: from shape and material")
    profile: list[list[float]] | None = Field(
        None, max_length=40, description="traced: share of the working length, half height over"
        " half the greatest; null: by look")
    density_g_cm3: float | None = Field(None, ge=0.3, le=3.0, description="null: by material")
    extra_drag_cm2: float = Field(0.0, ge=0.0, le=100.0, description="of hair, legs, blades")
    slit: Slit = Field("none", description="a slit underneath, along the back, or a hollow")
    slit_mm: float = Field(0.0, ge=0.0, le=150.0, description="how deep; 0: half its height")
    carried: Count = 1
    condition: Literal["new", "good", "worn", "torn"] = "good"
    price: Price | None = None


class NewHead(Asked):
    """A head as it is typed; what is left out is typical of its hook's size. The printed weight or
    what the scale says: one of them at least."""

    printed_oz: float | None = Field(None, ge=0.005, le=16.0)
    mass_g: float | None = Field(None, ge=0.05, le=500.0, description="from the scale")
    shape: Shape
    material: HeadMaterial = "lead"
    hook_size: HookSize
    hook_mass_g: float | None = Field(None, gt=0.0, le=100.0)
    hook_gape_mm: float | None = Field(None, gt=0.0, le=100.0)
    hook_straight_mm: float | None = Field(None, gt=0.0, le=200.0)
    hook_wire_mm: float | None = Field(None, gt=0.0, le=10.0)
    hook_wire: WireWord | None = Field(
        None, description="beside the usual wire of its size, where none was measured; null: as it"
        " was, medium of a new one")
    keeper: Keeper = "wire barb"
    keeper_takes_mm: float = Field(0.0, ge=0.0, le=50.0)
    weight_x_mm: float | None = Field(None, gt=0.0, le=200.0, description="of an inside weight")
    extra_drag_cm2: float = Field(0.0, ge=0.0, le=100.0, description="of hair, blades, lips")
    colour: str = Field("", max_length=40)
    plastic_id: Id | None = Field(None, description="the plastic it is moulded in")
    carried: int = Field(1, ge=0, le=999)
    price: Price | None = None


class NewLine(Asked):
    name: str = Field(min_length=1, max_length=80)
    kind: LineKind = "braid"
    diameter_mm: float | None = Field(
        None, gt=0.0, le=2.0, description="null: usual of its kind and strength")
    strength_kg: float = Field(gt=0.0, le=200.0)


class NewRod(Asked):
    """A rod with its rating and a cast that it was seen to make; without one it is assumed to throw
    as rods of its rating and length do."""

    name: str = Field(min_length=1, max_length=80)
    lure_min_g: float = Field(ge=0.0, le=500.0)
    lure_max_g: float = Field(gt=0.0, le=500.0)
    effective_mass_g: float | None = Field(
        None, ge=0.0, le=2000.0, description="what is swung besides the package; by the rating")
    length_m: float | None = Field(None, ge=0.5, le=6.0)
    cast_mass_g: float | None = Field(
        None, gt=0.0, le=500.0, description="package of the cast that was seen")
    cast_distance_m: float | None = Field(None, ge=1.0, le=200.0)
    cast_line_mm: float | None = Field(None, gt=0.0, le=2.0)
    cast_drag_cm2: float | None = Field(None, ge=0.0, le=100.0)


class NewReel(Asked):
    name: str = Field(min_length=1, max_length=80)
    line_per_turn_cm: float = Field(ge=10.0, le=200.0)
    drag_max_kg: float | None = Field(None, gt=0.0, le=50.0)


class NewLeader(Asked):
    name: str = Field(min_length=1, max_length=80)
    material: Literal["fluorocarbon", "nylon", "wire"] = "fluorocarbon"
    diameter_mm: float = Field(gt=0.0, le=3.0)
    strength_kg: float = Field(gt=0.0, le=200.0)
    left_m: float | None = Field(None, ge=0.0, le=10_000.0, description="on the spool")
    price_m: Price | None = Field(None, description="of a metre")


class NewHook(Asked):
    """A loose hook; what is left out is typical of its size."""

    kind: Literal["straight", "offset", "offset, weighted", "wacky", "stinger"] = "straight"
    size: HookSize
    mass_g: float | None = Field(None, gt=0.0, le=100.0)
    straight_mm: float | None = Field(None, gt=0.0, le=200.0)
    gape_mm: float | None = Field(None, gt=0.0, le=100.0)
    wire_mm: float | None = Field(None, gt=0.0, le=10.0)
    carried: Count = 1
    price: Price | None = None


class NewWeight(Asked):
    kind: Literal["nail", "bullet", "sliding", "bottom", "shot"]
    mass_g: float = Field(gt=0.0, le=2000.0)
    material: HeadMaterial = "lead"
    carried: Count = 1
    price: Price | None = None


class NewSundry(Asked):
    name: str = Field(min_length=1, max_length=80)
    carried: Count = 1
    price: Price | None = None
    note: str = Field("", max_length=200)


class Event(Asked):
    """One thing that happened; the device makes the id. Depth, currents and counts as computed
    when it did, by the model alone."""

    id: str = Field(pattern=r"^[A-Za-z0-9-]{8,64}$")
    kind: Happening
    at_utc_s: float = Field(ge=0.0, le=1e11)
    mark_id: Id | None = None
    mark_name: str = Field(min_length=1, max_length=80)
    head_id: Id | None = None
    head_name: str = Field("", max_length=80)
    plastic_id: Id | None = None
    plastic_name: str = Field("", max_length=80)
    colour: str = Field("", max_length=40)
    retrieve: str = Field("", max_length=40)
    fish: str | None = Field(None, min_length=1, max_length=80)
    length_cm: float | None = Field(None, gt=0.0, le=400.0)
    depth_m: float | None = Field(None, gt=0.0, le=200.0)
    surface_speed_m_s: float | None = Field(None, ge=0.0, le=6.0, description="predicted")
    bears_m_s: float | None = Field(None, ge=0.0, le=6.0, description="what the head holds in")
    stage: Literal["flood", "ebb", "slack"] | None = None
    light: Literal["bright", "low", "night"] | None = None
    count_s: float | None = Field(None, gt=0.0, le=3600.0)
    expected_s: float | None = Field(None, gt=0.0, le=3600.0)
    note: str = Field("", max_length=400)
    answer: Literal["deeper", "slower", "slip"] | None = Field(
        None, description="why a drop came out otherwise than computed")


class NewMark(Asked):
    """A place to fish; rates and lag come together or not at all."""

    name: str = Field(min_length=1, max_length=80)
    kind: MarkKind
    latitude_deg: float = Field(ge=-90.0, le=90.0)
    longitude_deg: float = Field(ge=-180.0, le=180.0)
    time_zone: str = Field(max_length=60, description="a name of the IANA list")
    charted_depth_m: float = Field(ge=-15.0, le=200.0, description="below the zero of the tide")
    bottom: Bottom
    cover: str = Field(min_length=1, max_length=40, description="none, or what grows there")
    cover_height_m: float = Field(ge=0.0, le=20.0)
    stance: StanceKey
    cast_m: float = Field(gt=0.0, le=150.0)
    tide_port_id: Id | None
    neap_rate_m_s: float | None = Field(ge=0.0, le=6.0)
    spring_rate_m_s: float | None = Field(ge=0.0, le=6.0)
    slack_lag_min: float | None = Field(ge=-360.0, le=360.0)
    flood_to_deg: float | None = Field(ge=0.0, lt=360.0)
    ebb_to_deg: float | None = Field(
        None, ge=0.0, lt=360.0, description="null: against the flood")
    cast_to_deg: float | None = Field(None, ge=0.0, lt=360.0, description="null: not said")
    caution: str = Field(max_length=400)
    tide_offset_min: float = Field(ge=-360.0, le=360.0, description="later than its port")
    tide_height_offset_m: float = Field(ge=-5.0, le=5.0, description="higher than its port")
    stream_id: Id | None = Field(description="a stream of its own; null: derived from its tide")
    exposure: Literal["sheltered", "partly open", "open sea"]
    tip_height_m: float | None = Field(ge=0.0, le=30.0, description="null: as the stance has it")
    way_back_depth_m: float | None = Field(
        ge=-15.0, le=200.0, description="charted, of the deepest place on the way back")
    ground: list[list[float]] | None = Field(
        None, max_length=400, description="the bottom along the cast: distance from the rod and"
        " charted depth, m; null: level")
    shelter: Shelter = Field("even", description="what stands in the current's way")
    assumed: list[str] = Field(
        default_factory=list, max_length=30, description="of these fields, those that nobody"
        " measured: typical of the kind of place")


class NewSeaChart(Asked):
    """A file to draw the water with: GeoJSON, KML or GPX, and how it is to be understood."""

    name: str = Field(min_length=1, max_length=80)
    text: str = Field(min_length=1, max_length=8 << 20)
    unit: DepthUnit = Field("m", description="of its depths")
    third: Third | None = Field(
        None, description="what the third figure of a position is; null: a height, unless not one"
        " lies below zero")
    rest: ShapeKind | None = Field(None, description="what lines are that do not say")


class AskSection(Asked):
    """A cast whose bottom is asked for."""

    latitude_deg: float = Field(ge=-90.0, le=90.0)
    longitude_deg: float = Field(ge=-180.0, le=180.0)
    cast_to_deg: float = Field(ge=0.0, lt=360.0)
    cast_m: float = Field(gt=0.0, le=150.0)


class TideRanges(Asked):
    """A new tide's name and mean ranges; the ranges are computed where it is long enough."""

    name: str = Field(min_length=1, max_length=80)
    neap_range_m: float | None = Field(None, gt=0.0, le=20.0)
    spring_range_m: float | None = Field(None, gt=0.0, le=20.0)


class AskTide(TideRanges):
    """What to ask the tide service for."""

    latitude_deg: float = Field(ge=-90.0, le=90.0)
    longitude_deg: float = Field(ge=-180.0, le=180.0)
    from_utc_s: float | None = Field(None, ge=0.0, le=4e9, description="null: from yesterday on")
    days: int = Field(30, ge=1, le=366)


class NewTide(TideRanges):
    """A tide to bring in, as CSV."""

    form: Literal["turns", "heights", "constants", "fit"]
    text: str = Field(max_length=900_000)
    latitude_deg: float | None = Field(None, ge=-90.0, le=90.0, description="not for lists")


class ReadTide(Asked):
    """A printed table as it was pasted, and how it is to be understood; null: as it says itself."""

    text: str = Field(min_length=1, max_length=900_000)
    time_zone: str = Field(max_length=60, description="of the mark, a name of the IANA list")
    unit: Literal["m", "ft"] | None = None
    order: Literal["day-first", "month-first"] | None = Field(
        None, description="of days written in figures")
    clock: Literal["local", "standard", "utc"] | None = Field(
        None, description="on the wall, without summer time, or UTC")
    first_day: str | None = Field(
        None, pattern=r"^\d{4}-\d{2}-\d{2}$", description="where the table names no day")


class PrintedTide(ReadTide, TideRanges):
    """A printed table to keep."""

    leave_unread: bool = Field(False, description="keep the rest where lines cannot be read")
    latitude_deg: float | None = Field(None, ge=-90.0, le=90.0)


class MoreTide(ReadTide):
    """More of a table, or a better one."""

    mode: Literal["extend", "replace"] = "extend"
    leave_unread: bool = False


class TurnChange(Asked):
    """One high or low water of a table: as it was, and as it is; null: it is not."""

    was_utc_s: int | None = Field(None, ge=0, le=10**11)
    time_utc_s: float | None = Field(None, ge=0.0, le=1e11)
    height_m: float | None = Field(None, ge=-20.0, le=20.0)


class TimeDifference(Asked):
    """How much later than at the standard port, where its own comes at this time of day."""

    clock_min: float = Field(ge=0.0, lt=1440.0, description="without summer time")
    later_min: float = Field(ge=-720.0, le=720.0)


class NewSecondary(Asked):
    """A secondary port by its differences, as tables print them."""

    name: str = Field(min_length=1, max_length=80)
    standard_id: Id
    time_zone: str = Field(max_length=60)
    high_times: list[TimeDifference] = Field(max_length=8)
    low_times: list[TimeDifference] = Field(max_length=8)
    levels_m: list[float] = Field(
        min_length=4, max_length=4, description="of the standard port: high water at springs, at"
        " neaps, low water at neaps, at springs")
    heights_m: list[float] = Field(min_length=4, max_length=4, description="the differences")


class NewStream(Asked):
    """A stream to bring in, as CSV, flood positive."""

    name: str = Field(min_length=1, max_length=80)
    form: Literal["constants", "clock", "hours"]
    text: str = Field(max_length=900_000)
    latitude_deg: float | None = Field(None, ge=-90.0, le=90.0, description="with constants")
