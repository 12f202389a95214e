"""Payloads of the card and of what would spare a change of heads."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.desk.asked import Id
from ilha.desk.card import CardQuestion
from ilha.formats.words import StanceKey
from ilha.web.payloads import Payload


class CardRow(Payload):
    from_clock: str
    to_clock: str
    minutes: float
    weight: str
    head: str
    work: list[str]


class ShareSpan(Payload):
    """A part of the card's strip, in shares of its width."""

    from_share: float
    to_share: float
    words: str


class ShareAt(Payload):
    at_share: float
    words: str


class CardSheet(Payload):
    """The card in words and in the angler's units; the strip in shares of its span."""

    title: str
    day: str
    facts: list[str]
    turns: list[str]
    sky: list[str]
    rows: list[CardRow]
    spells: list[str]
    cautions: list[str]
    note: str
    curve: list[float]
    nights: list[ShareSpan]
    bands: list[ShareSpan]
    hours: list[ShareAt]


class PlanSaving(Payload):
    """A change of tackle or stance with which the plan has fewer changes of head."""

    kind: Literal["line", "stance"]
    words: str
    changes: int
    line_id: Id | None = None
    stance: StanceKey | None = None
    tip_height_m: float | None = None


class PlanSavings(Payload):
    changes: int = Field(description="of head in the day's plan")
    savings: list[PlanSaving]


__all__ = ["CardQuestion", "CardSheet", "PlanSavings"]
