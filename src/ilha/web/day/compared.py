"""Payloads of two rigs compared on one water."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.desk.asked import Id
from ilha.formats.words import Verdict
from ilha.web.payloads import Payload


class ComparedSide(Payload):
    """One of two rigs through the day; its fall as DayBoard draws it."""

    plastic_id: Id
    head_id: Id
    rigging_name: str
    verdict: list[Verdict | None]
    count_s: list[float | None]
    zone_s: list[float | None]
    lead_m: list[float | None]
    beyond_m: list[float | None]
    fall_speed_m_s: float | None
    fall_height_pm: list[list[int] | None] = Field(description="per mille of the depth")
    fall_shift_cm: list[list[int] | None]


class Span(Payload):
    """Hours in which one is the better; null: they are even."""

    from_clock: str
    to_clock: str
    from_step: int
    to_step: int
    better: Literal["a", "b"] | None


class Compared(Payload):
    """Two rigs on the same water."""

    clock: list[str]
    wet: list[bool]
    depth_m: list[float]
    zone_from_m: list[float]
    zone_to_m: list[float]
    a: ComparedSide
    b: ComparedSide
    spans: list[Span]
