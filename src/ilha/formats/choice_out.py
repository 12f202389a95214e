"""The answer ``ilha-choice-1`` as it is written."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

from ilha.core.bench.strength import WireWord
from ilha.formats.scenario import Scenario
from ilha.formats.words import Verdict


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class PlasticOut(_Part):
    id: str
    family: str
    length_mm: float
    material: str
    colour: str


class HeadOut(_Part):
    id: str
    oz: float
    mass_g: float
    shape: str


class HookOut(_Part):
    size: str
    wire: WireWord


class LineOut(_Part):
    id: str
    diameter_mm: float
    leader_kg: float
    leader_says: str


class RodOut(_Part):
    id: str
    lure_min_g: float
    lure_max_g: float | None


class ReasonOut(_Part):
    rule: str
    says: str
    gave: float


class BesideOut(_Part):
    """The line and leader that others fish there, and why."""

    line_kg: float
    leader_kg: float
    says: str


class OutfitOut(_Part):
    """lead_m, count_s : to the fish; null where the rig does not sink. fit : how the hook sits.
    scenario : an ``ilha-scenario-1`` to which ``ilha board`` answers the same verdict, count and
    lead. reasons : of the rig; what they gave is the score. tackle_reasons : of the rod and the
    line that fish it best; they do not count in it. front : the head in front of two. beside : what
    others fish there."""

    score: float
    plastic: PlasticOut
    rigging: str
    head: HeadOut
    hook: HookOut
    front: HeadOut | None
    keeper: str
    line: LineOut
    rod: RodOut
    verdict: Verdict
    decided: str
    fit: Literal["fits", "hook long", "hook short", "gape tight"]
    line_least_kg: float
    retrieve_speed_m_s: float
    scenario: Scenario
    lead_m: float | None
    come_in_m: float | None = None
    count_s: float | None
    retrieve: str
    beside: BesideOut | None
    placing: list[str]
    reasons: list[ReasonOut]
    tackle_reasons: list[ReasonOut]


class WhyOut(_Part):
    """Why there is no outfit: the nearest one, the limit that stops it, and in words."""

    limit: str
    says: str
    nearest: OutfitOut | None


class ChoiceOut(_Part):
    """The answer; ``why`` where nothing in the box is worth a proposal. on_lead : no head does, so
    that a sinker carries what is proposed. keeps_bottom : weights are those that keep the bottom
    there, heavier than the water asks for."""

    format: Literal["ilha-choice-1"]
    outfits: list[OutfitOut]
    on_lead: bool
    keeps_bottom: bool
    why: WhyOut | None
    cautions: list[str]
