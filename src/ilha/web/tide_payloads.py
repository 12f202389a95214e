"""Payloads of tides and streams brought in."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.web.payloads import Payload


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


class TideRanges(Payload):
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


class Stream(Payload):
    """Where a stream comes from."""

    id: int
    name: str
    form: Literal["constants", "clock", "hours"]
    latitude_deg: float | None
    mean_m_s: float | None


class Streams(Payload):
    streams: list[Stream]


class NewStream(Payload):
    """A stream to bring in, as CSV, flood positive."""

    name: str = Field(min_length=1, max_length=80)
    form: Literal["constants", "clock", "hours"]
    text: str = Field(max_length=900_000)
    latitude_deg: float | None = Field(None, ge=-90.0, le=90.0, description="with constants")
