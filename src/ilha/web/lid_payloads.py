"""Payloads of the lid chart."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.web.payloads import Id, Payload, School, StanceKey


class LidQuestion(Payload):
    """One plastic on one line: the regions in which each head of the box is the pick."""

    plastic_id: Id
    line_id: Id
    rod_id: Id | None = None
    school: School = "lightest-practical"
    stance: StanceKey = "kayak"
    cast_m: float = Field(25.0, gt=0.0, le=150.0)
    wind_m_s: float = Field(3.0, ge=0.0, le=40.0)
    temperature_c: float = 18.0
    steady: bool = Field(False, description="swum back, not lifted and dropped")
    retrieve_speed_m_s: float = 0.6
    depth_to_m: float = Field(8.0, gt=0.5, le=60.0)
    current_to_m_s: float = Field(1.0, gt=0.1, le=3.0)
    mark_id: Id | None = Field(None, description="whose day is drawn over it")
    date: str | None = Field(None, pattern=r"^\d{4}-\d{2}-\d{2}$", description="local; today")


class LidSheet(LidQuestion):
    """The same on paper, to the size of a lid."""

    width_mm: float = Field(90.0, ge=50.0, le=250.0)
    height_mm: float = Field(60.0, ge=40.0, le=180.0)
    weights: Literal["oz", "g"] = "oz"
    depths: Literal["m", "ft"] = "m"
    speeds: Literal["m/s", "kn"] = "m/s"


class LidPath(Payload):
    """The mark's day over the chart."""

    mark_id: Id
    name: str
    depth_m: list[float]
    current_m_s: list[float]
    empty_share: float = Field(description="of the day's steps at which no head is right")


class LidChart(Payload):
    """``pick[d][u]`` is a head's id, 0 where none is right."""

    depths_m: list[float]
    currents_m_s: list[float]
    pick: list[list[int]]
    marginal: list[list[bool]] = Field(
        description="whether the pick holds at the middle estimate of the current alone")
    empty_share: float = Field(description="of the chart's cells")
    left_out: int = Field(description="heads whose hook does not thread straight on it")
    path: LidPath | None
