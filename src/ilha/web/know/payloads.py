"""Payloads of the rules and the fish."""

from __future__ import annotations

from typing import Any

from pydantic import Field

from ilha.core.choose.fish import Feeds, Hardness, Holds, Mouth, Runs, Strength, Takes, Teeth
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


class NewRule(Payload):
    """A rule of the user's own, as the rule files have them."""

    says: str = Field(min_length=1, max_length=200)
    weight: float = Field(1.0, gt=0.0, le=10.0)
    when: dict[str, Any] = Field(default_factory=dict)
    fits: dict[str, Any] = Field(default_factory=dict)
    wants: dict[str, Any] = Field(default_factory=dict)
    avoids: dict[str, Any] = Field(default_factory=dict)


class NewFish(Payload):
    """A fish as plain facts; common knowledge, from memory."""

    name: str = Field(min_length=1, max_length=80)
    scientific: str = Field(max_length=80)
    feeds: Feeds
    mouth: Mouth
    hardness: Hardness
    teeth: Teeth
    takes: Takes
    strength: Strength
    usual_kg: float = Field(ge=0.01, le=500.0, description="of usual size")
    runs: Runs
    holds: Holds
    comfort_low_c: float = Field(ge=-2.0, le=40.0)
    comfort_high_c: float = Field(ge=-2.0, le=40.0)
    forage_low_mm: float = Field(ge=5.0, le=500.0)
    forage_high_mm: float = Field(ge=5.0, le=500.0)
    eats: list[str] = Field(min_length=1)
    minds: list[str]


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
