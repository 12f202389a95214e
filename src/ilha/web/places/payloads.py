"""Payloads of marks, tides and streams."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.desk.records import AskTide, NewMark, NewStream, NewTide
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


class Ports(Payload):
    ports: list[Port]


class Stream(Payload):
    """Where a stream comes from."""

    id: int
    name: str
    form: Literal["constants", "clock", "hours"]
    latitude_deg: float | None
    mean_m_s: float | None


class Streams(Payload):
    streams: list[Stream]


__all__ = ["AskTide", "Mark", "Marks", "MarksFile", "NewStream", "NewTide", "Port", "Ports",
           "Stream", "Streams"]
