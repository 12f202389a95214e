"""Typed payloads: they make the OpenAPI document, which makes the TypeScript types.

Every name carries its unit. Arrays run over the day's steps unless said.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

from ilha.formats.fields import FieldError

HeadUnit = Literal["oz", "g"]
School = Literal[
    "lightest-practical", "bottom-contact", "depth-table", "fed-fall", "down-then-work"
]
StanceKey = Literal["wading", "bank", "dock", "kayak", "anchored", "drifting"]


Id = Annotated[int, Field(ge=1, le=2**53 - 1)]
"""A row's id: what both SQLite and JavaScript hold exactly."""


class Payload(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    @model_validator(mode="before")
    @classmethod
    def _without_nul(cls, given: Any) -> Any:
        """SQLite takes a NUL for the end of a word: what follows would be lost."""
        if isinstance(given, dict):
            for name, value in given.items():
                if isinstance(value, str) and "\0" in value:
                    raise FieldError(str(name), f"`{name}` must not hold a NUL character: type it"
                                                " again")
        return given


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


MarkKind = Literal[
    "flat", "pothole", "bar", "creek bend", "marsh edge", "dock", "bridge", "channel", "harbour",
    "jetty", "surf", "wash", "shallow reef", "reef", "ledge", "wreck", "open structure",
]


class NewMark(Payload):
    """A place to fish; rates, lag and port come together or not at all."""

    name: str = Field(min_length=1, max_length=80)
    kind: MarkKind
    latitude_deg: float = Field(ge=-90.0, le=90.0)
    longitude_deg: float = Field(ge=-180.0, le=180.0)
    time_zone: str = Field(max_length=60, description="a name of the IANA list")
    charted_depth_m: float = Field(ge=-15.0, le=200.0, description="below the zero of the tide")
    bottom: Literal["sand", "mud", "grass", "rock", "oyster", "wreck"]
    cover: str = Field(min_length=1, max_length=40, description="none, or what grows there")
    cover_height_m: float = Field(ge=0.0, le=20.0)
    stance: StanceKey
    cast_m: float = Field(gt=0.0, le=150.0)
    tide_port_id: Id | None
    neap_rate_m_s: float | None = Field(ge=0.0, le=6.0)
    spring_rate_m_s: float | None = Field(ge=0.0, le=6.0)
    slack_lag_min: float | None = Field(ge=-360.0, le=360.0)
    flood_to_deg: float | None = Field(ge=0.0, lt=360.0)
    caution: str = Field(max_length=400)
    tide_offset_min: float = Field(ge=-360.0, le=360.0, description="later than its port")
    tide_height_offset_m: float = Field(ge=-5.0, le=5.0, description="higher than its port")
    stream_id: Id | None = Field(description="a stream of its own; null: derived from its tide")
    exposure: Literal["sheltered", "partly open", "open sea"]
    tip_height_m: float | None = Field(ge=0.0, le=30.0, description="null: as the stance has it")
    way_back_depth_m: float | None = Field(
        ge=-15.0, le=200.0, description="charted, of the deepest place on the way back")


class Mark(NewMark):
    id: int


class MarksFile(Payload):
    """A GPX document."""

    text: str = Field(max_length=900_000)


class Marks(Payload):
    marks: list[Mark]


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


class CautionNote(Payload):
    """A caution that holds in any weather; an empty list: everywhere."""

    code: str
    says: str
    kinds: list[str]
    stances: list[str]
    exposures: list[str]


class FishNote(Payload):
    """A fish as plain facts, from memory."""

    key: str
    name: str
    scientific: str
    feeds: str
    mouth: str
    teeth: str
    takes: str
    strength: str
    cautions: list[str]


class SymptomNote(Payload):
    key: str
    name: str
    says: str


class Reference(Payload):
    """What the core knows by name."""

    schools: list[SchoolNote]
    stances: list[StanceNote]
    cautions: list[CautionNote]
    local_first: str
    fish: list[FishNote]
    symptoms: list[SymptomNote] = Field(description="what the doctor knows")
    hardware: list[str] = Field(description="swivels and rings that are known")
    tide_service: bool = Field(description="whether a tide service is set up")


class Settings(Payload):
    head_unit: HeadUnit
    depth_unit: Literal["m", "ft"]
    speed_unit: Literal["m/s", "kn"]
    small_unit: Literal["mm", "in"]
    temperature_unit: Literal["°C", "°F"]
    wind_unit: Literal["m/s", "kn", "Bft"]
    sheet: Literal["daylight", "dark"]
    school: School
    mark_id: Id | None
    plastic_id: Id | None
    line_id: Id | None
    rod_id: Id | None
    currency: str = Field("€", min_length=1, max_length=4, description="that prices are in")


class FileIn(Payload):
    """A file to be read. In CSV of the box a row with an id of the box changes that one, any other
    is added."""

    text: str = Field(max_length=20_000_000)
    try_: bool = Field(False, alias="try", description="say what would come of it, change nothing")


class Taken(Payload):
    """What came of it, or would."""

    added: int
    changed: int
    same: int
