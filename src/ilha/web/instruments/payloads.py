"""Payloads of the instruments."""

from __future__ import annotations

from pydantic import Field

from ilha.web.payloads import Payload


class Figure(Payload):
    """One figure: ``to_deg`` is where it goes (the wind: where it comes from), null where that is
    not said; it is no figure of now where it is ``stale``."""

    value: float
    to_deg: float | None
    age_s: float
    stale: bool


class Instruments(Payload):
    """What the instruments say now; ``source`` null: none is listened to."""

    source: str | None
    said: str = Field(description="what is wrong with the source; empty where nothing is")
    depth_m: Figure | None
    water_c: Figure | None
    drift_m_s: Figure | None = Field(description="over the ground")
    stream_m_s: Figure | None = Field(description="over the ground less through the water")
    wind_m_s: Figure | None
    fish_m: list[Figure] = Field(description="depths of the last minute, the last first")
    track_points: int
    read: int
    bad: int = Field(description="lines that were none, or whose checksum did not fit")
    other: int = Field(description="sentences that are not for us")


__all__ = ["Instruments"]
