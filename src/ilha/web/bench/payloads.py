"""Payloads of the bench: hooks, riggings, the strength chain."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.desk.asked import Id
from ilha.desk.bench import FitQuestion, SeenQuestion
from ilha.desk.template import TemplateQuestion
from ilha.web.payloads import Payload


class HookFit(Payload):
    """One hook in the plastic; mm along the axis from the nose, null where it never clears."""

    size: str
    straight_mm: float
    gape_mm: float
    wire_mm: float
    measured: bool
    of_head: bool
    exit_mm: float | None
    clearance_mm: float
    reach_ratio: float | None
    working_share: float | None
    bulk: float
    opening_load_n: float = Field(description="first yield, the lever its gape")
    opens_at_n: float = Field(description="plastic collapse, the lever half its gape")
    setting_pull: float = Field(description="over that of 1 mm wire")
    wire: Literal["fine", "medium", "heavy"] | None = Field(description="for the line")
    verdict: Literal["fits", "too-small", "too-long", "gape-under-body"]
    pinch: bool = Field(description="does not fit well, and goes all the same")
    taken: bool = Field(description="by a mouth of that size")


class ChainLink(Payload):
    name: str
    kind: str
    holds_n: float
    weakest: bool


class LeaderSchool(Payload):
    """What a school of leaders ties on this line."""

    key: Literal["bites", "structure"]
    holds_kg: float


class Strength(Payload):
    """From the rod to the hook; the drag from a quarter to a third of the weakest."""

    links: list[ChainLink]
    side: list[ChainLink] = Field(description="what branches off: to a sinker or a stinger")
    side_breaks_first: bool = Field(description="the branch parts before the rest does")
    drag_low_n: float
    drag_high_n: float
    bends_hook: bool = Field(description="the drag is near the hook's first yield")
    snag: Literal["bends-free", "breaks-off"]
    snag_load_n: float
    lost: list[str]


class RiggingNumber(Payload):
    key: str
    value: float | None = Field(description="m, kg, degrees, s, times or N, by kind")
    kind: Literal["small", "length", "mass", "angle", "seconds", "count", "pull"]
    word: str | None = Field(description="what the trade calls it, as the size of a hook")


class RiggingStep(Payload):
    """``says`` has numbers by their keys in braces."""

    title: str
    says: str


class RiggingPlan(Payload):
    key: str
    name: str
    says: str
    suits: Literal["suits", "possible", "no"]
    reason: str
    numbers: list[RiggingNumber]
    steps: list[RiggingStep]


class Fit(Payload):
    plastic_id: Id
    head_id: Id
    package_g: float
    balance_mm: float = Field(description="where it balances in air, from the nose")
    stands_deg: float = Field(description="at rest in still water; 0: it lies")
    fall_speed_m_s: float | None
    fall_pitch_deg: float | None
    wet_weight_n: float
    head_diameter_mm: float
    thread_depth_mm: float = Field(description="body above the shank")
    hooks: list[HookFit]
    hook_size: str = Field(description="the hook that riggings and strength are of")
    pick: str | None
    leaders: list[LeaderSchool] = Field(description="for the line; empty without one")
    strength: Strength | None = Field(description="null without a line")
    keeper: KeeperNote
    scent: str = Field(description="how long scent lasts in this material")
    rigging: str = Field(description="that the hooks are judged in: as asked, else the usual")
    riggings: list[RiggingPlan]


class KeeperNote(Payload):
    """How the head's keeper goes with the plastic."""

    good: bool
    says: str


Fit.model_rebuild()


class Finding(Payload):
    """A fault and what mends it: a mark moved along the body to ``exit_mm``, or across it."""

    code: Literal["exit-forward", "exit-back", "keeper-holds", "bent-up", "bent-down",
                  "off-centre", "nose-off-centre", "rolled"]
    move_mm: float | None
    turn_deg: float | None
    exit_mm: float | None


class Findings(Payload):
    findings: list[Finding]


__all__ = [
    "Findings",
    "Fit",
    "FitQuestion",
    "SeenQuestion",
    "TemplateQuestion",
]
