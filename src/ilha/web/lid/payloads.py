"""Payloads of the lid chart and of what to buy for it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.desk.asked import Id
from ilha.desk.buying import BuyQuestion
from ilha.desk.chart import LidQuestion
from ilha.web.payloads import Payload


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
    left_out: int = Field(description="heads that cannot be rigged on it")
    path: LidPath | None


class Buy(Payload):
    """A head, a line or a rod of common sizes."""

    kind: Literal["head", "line", "rod"]
    have: bool = Field(description="it is in the box: it need only be chosen")
    oz: float | None = Field(None, description="of a head")
    shape: str = ""
    hook_size: str = ""
    material: str = ""
    diameter_mm: float | None = Field(None, description="of a line")
    rod: str = Field("", description="its name")
    closes_hours: float = Field(description="of the empty hours at one's own places")
    closes_share: float = Field(description="of the empty cells of the chart")


class BuyList(Payload):
    """The purchases that close most, the best first."""

    hours: float = Field(description="of water at the places in those days that are on the chart")
    empty_hours: float = Field(description="of these, in which no head in the box is right")
    empty_share: float = Field(description="of the chart's cells")
    places: list[str]
    left_out: list[str] = Field(description="places that the chart cannot show, or without a tide")
    buys: list[Buy]


__all__ = ["BuyList", "BuyQuestion", "LidChart", "LidQuestion", "LidSheet"]
