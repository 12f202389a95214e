"""Payloads of the rules and the fish."""

from __future__ import annotations

from typing import Any

from pydantic import Field

from ilha.desk.facts_typed import NewFish
from ilha.web.payloads import Payload


class Clause(Payload):
    """One thing that a rule asks: of a fact or a feature, in words."""

    name: str
    words: str


class Rule(Payload):
    """A rule as it stands. ``ships`` : its weight as it ships; null for the user's own."""

    key: str
    part: str
    says: str
    on: bool
    weight: float
    ships: float | None
    school: str
    when: list[Clause]
    fits: list[Clause]
    wants: list[Clause]
    avoids: list[Clause]
    body: dict[str, Any] | None = Field(description="of the user's own, as it was written")


class Part(Payload):
    key: str
    name: str


class Word(Payload):
    """A fact or a feature that rules may speak of; words: what it may be; unit: of numbers."""

    key: str
    name: str
    kind: str = Field(description="words, flag or number")
    words: list[str]
    unit: str


class Rules(Payload):
    parts: list[Part]
    rules: list[Rule]
    facts: list[Word]
    features: list[Word]


class RuleChange(Payload):
    on: bool
    weight: float | None = Field(None, gt=0.0, le=10.0, description="null: as it ships")


class Fish(NewFish):
    key: str
    cautions: list[str]
    shipped: bool = Field(description="comes with Ilha")
    changed: bool = Field(description="by the user; or the user's own")


class FishBook(Payload):
    fish: list[Fish]
    eats: list[str]
    minds: list[Clause]
    from_memory: str
