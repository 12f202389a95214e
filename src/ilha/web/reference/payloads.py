"""Payloads of what the core knows by name, of settings and of health."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.core.choose.situation import Bottom
from ilha.formats.words import MarkKind, Retrieve, School, StanceKey
from ilha.web.payloads import Payload


class Health(Payload):
    ok: bool
    version: str


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
    riggings: list[str] = Field(default=[], description="with one of them on the line alone; empty:"
                                                        " with any")


class PlaceNote(Payload):
    """A kind of place, and what a mark of it is assumed to have until it is described."""

    kind: MarkKind
    waters: str
    cast_m: float
    depth_m: float
    bottom: Bottom
    stance: StanceKey
    exposure: Literal["sheltered", "partly open", "open sea"]


class FishNote(Payload):
    """A fish as plain facts, from memory."""

    key: str
    name: str
    scientific: str
    also: list[str] = Field(description="what anglers call it elsewhere")
    feeds: str
    mouth: str
    teeth: str
    takes: str
    strength: str
    usual_kg: float
    cautions: list[str]


class SymptomNote(Payload):
    key: str
    name: str
    says: str


class RetrieveNote(Payload):
    key: Retrieve
    name: str
    says: str
    steady: bool = Field(description="swum without a stop")
    speed_m_s: float


class TermNote(Payload):
    """A word of the trade and its meaning."""

    term: str
    says: str
    also: list[str]


class TurnsNote(Payload):
    """Turns on lines that hold so much or less; the last for all above."""

    to_kg: float
    turns: int


class KnotStroke(Payload):
    kind: Literal["line", "tag", "other", "wrap", "eye", "shank", "pull", "finger"]
    at: list[float] = Field(description="on a sheet of 120 by 60")


class KnotStep(Payload):
    says: str = Field(description="{turns} stands for the turns")
    strokes: list[KnotStroke]


class KnotNote(Payload):
    """A knot, step by step."""

    key: str
    name: str
    says: str
    strength: float = Field(description="share of the line's that it leaves; judgement")
    turns: list[TurnsNote]
    steps: list[KnotStep]


class Elsewhere(Payload):
    """An address to go to."""

    url: str


class CraftNote(Payload):
    """How one gets from mark to mark. wind_most_m_s: from which it stays in, null on foot."""

    key: str
    words: str
    speed_m_s: float
    least_depth_m: float
    wind_most_m_s: float | None


class Reference(Payload):
    """What the core knows by name."""

    schools: list[SchoolNote]
    stances: list[StanceNote]
    crafts: list[CraftNote]
    places: list[PlaceNote]
    cautions: list[CautionNote]
    local_first: str
    fish: list[FishNote]
    retrieves: list[RetrieveNote]
    symptoms: list[SymptomNote] = Field(description="what the doctor knows")
    hardware: list[str] = Field(description="swivels and rings that are known")
    glossary: list[TermNote]
    knots: list[KnotNote]
    home_url: str | None = Field(description="in the sample: where one came from")
    tide_service: bool = Field(description="whether a tide service is set up")
