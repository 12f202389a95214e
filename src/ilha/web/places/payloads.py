"""Payloads of marks, tides and streams."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.desk.records import (
    AskSection,
    AskTide,
    MoreTide,
    NewMark,
    NewSeaChart,
    NewSecondary,
    NewStream,
    NewTide,
    PrintedTide,
    ReadTide,
    TurnChange,
)
from ilha.formats.chart_shapes import ShapeForm, ShapeKind
from ilha.web.payloads import Payload


class Mark(NewMark):
    id: int


class MarksFile(Payload):
    """A GPX document."""

    text: str = Field(max_length=900_000)


class Marks(Payload):
    marks: list[Mark]


class Port(Payload):
    """Where a tide comes from."""

    id: int
    name: str
    form: Literal["turns", "heights", "constants"]
    neap_range_m: float
    spring_range_m: float
    latitude_deg: float | None
    mean_level_m: float | None
    residual_m: float | None = Field(description="of a fit, root mean square")
    ranges_assumed: bool = Field(description="from a few days of it, by the moon")
    standard_id: int | None = Field(description="of a secondary port")
    first_utc_s: float | None = Field(description="where its list begins; null: without end")
    last_utc_s: float | None


class Ports(Payload):
    ports: list[Port]


class TurnRead(Payload):
    """A high or low water as it was understood, in the clock of the mark."""

    line: int
    time_utc_s: float
    day: str
    clock: str
    height_m: float
    kind: Literal["high", "low"]


class LineUnread(Payload):
    line: int
    text: str
    why: str


class GapRead(Payload):
    after: str
    before: str


class TideRead(Payload):
    """What was understood of a printed table."""

    turns: list[TurnRead]
    unread: list[LineUnread]
    unit: Literal["m", "ft"]
    order: Literal["day-first", "month-first"] | None
    clock: Literal["local", "standard", "utc"]
    first_day: str | None = Field(description="the day it was taken to begin with")
    gaps: list[GapRead]
    from_day: str | None
    to_day: str | None
    wants: list[str] = Field(description="what is missing beside its days")


class TableTurn(Payload):
    time_utc_s: int
    kind: Literal["high", "low"]
    height_m: float


class TideTurns(Payload):
    turns: list[TableTurn]


class SeaChart(Payload):
    """What a file held."""

    id: int
    name: str
    features: list[ChartShape]


class ChartShape(Payload):
    """A line, an area of rings, or points; positions are latitude, longitude and, where it is
    known, the charted depth, m."""

    kind: ShapeKind
    form: ShapeForm
    parts: list[list[list[float]]]
    name: str = ""
    depth_m: float | None = Field(None, description="of a contour")


class SeaCharts(Payload):
    charts: list[SeaChart]


class GroundSection(Payload):
    """The bottom along a cast: distance from the rod and charted depth, m."""

    points: list[list[float]]
    used: int = Field(description="soundings that it rests on")
    beside: bool = Field(description="read off what lies beside the cast")


class Stream(Payload):
    """Where a stream comes from."""

    id: int
    name: str
    form: Literal["constants", "clock", "hours"]
    latitude_deg: float | None
    mean_m_s: float | None


class Streams(Payload):
    streams: list[Stream]


__all__ = [
    "AskSection",
    "AskTide",
    "ChartShape",
    "GapRead",
    "GroundSection",
    "LineUnread",
    "Mark",
    "Marks",
    "MarksFile",
    "MoreTide",
    "NewSeaChart",
    "NewSecondary",
    "NewStream",
    "NewTide",
    "Port",
    "Ports",
    "PrintedTide",
    "ReadTide",
    "SeaChart",
    "SeaCharts",
    "Stream",
    "Streams",
    "TableTurn",
    "TideRead",
    "TideTurns",
    "TurnChange",
    "TurnRead",
]
