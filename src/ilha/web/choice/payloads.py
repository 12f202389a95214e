"""Payloads of the choice: outfits with their reasons, the doctor, the fan of casts."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.core.bench.strength import WireWord
from ilha.core.choose.fish import Feeds
from ilha.core.choose.situation import Bottom, Finding, Light
from ilha.core.choose.zones import Cover
from ilha.desk.asked import Id
from ilha.desk.outfit import ChoiceQuestion, DoctorQuestion, FanQuestion
from ilha.desk.records import NewHead
from ilha.formats.scenario import Scenario
from ilha.formats.words import Retrieve, School, StanceKey, Verdict
from ilha.web.bench.payloads import RiggingNumber
from ilha.web.payloads import Payload


class Reason(Payload):
    rule: str
    part: str
    says: str
    gave: float
    tackle: bool = Field(description="of rod and line: not counted in the score")


class Overruled(Payload):
    """A rule that holds but lost on a feature of this outfit, to others."""

    rule: str
    says: str
    feature: str
    by: list[str]


class WayOfLure(Payload):
    """The lure over the bottom: m from the rod, m above the bottom, s from the first move."""

    key: str
    name: str
    says: str
    speed_m_s: float
    away_m: list[float]
    up_m: list[float]
    at_s: list[float]
    period_s: float | None = Field(description="of a move and its rest; null: without a stop")


class SchoolPick(Payload):
    school: School
    head_id: Id | None
    stopped: str = Field(description="the limit that stops every head, where there is none")


class BesideLine(Payload):
    """What others fish there."""

    line_kg: float
    leader_kg: float
    says: str


class Outfit(Payload):
    """One proposal. Its rows are of the box. Nulls where there is no number."""

    plastic_id: Id
    head_id: Id
    front_head_id: Id | None = Field(description="of two heads the one in front; null: one head")
    line_id: Id
    rod_id: Id
    rigging: str
    rigging_name: str
    covered: bool = Field(description="weedless: the point is not bare")
    colour: str
    own_colour: str = Field(description="the colour's own name in the box")
    tip: str
    leader_kg: float
    leader_says: str = Field(description="why practice ties it; empty: as the school has it")
    placing: list[str] = Field(description="how it is put there: skipped, glued")
    beside: BesideLine | None = Field(description="the line and leader that others fish there")
    leader_id: Id | None = Field(description="of a spool in the box; null: none there suits")
    line_kg: float
    needs_kg: float = Field(description="what the line must hold, by fish and cover")
    over_g: float | None = Field(description="package over the rod's most; null: it is not")
    fit: Literal["well", "at a pinch", "badly"] = Field(description="how its hook sits")
    fit_word: str
    cast_is_guess: bool
    hook_size: str
    wire: WireWord = Field(description="of the hook, beside its size")
    score: float
    verdict: Verdict
    decided: str = Field(description="the limit's code")
    figure: float | None
    bound: float | None
    unit: str
    exit_mm: float
    clear_mm: float
    head_diameter_mm: float
    numbers: list[RiggingNumber] = Field(description="of its rigging")
    lead_m: float | None = Field(description="to the fish, as the count is")
    beyond_m: float | None = Field(description="how far beyond them: what a held line comes in")
    count_s: float | None
    count_low_s: float | None = Field(description="with count_high_s the middle 80 %")
    count_high_s: float | None
    doubted: str = Field(description="what moves it most")
    right_share: float | None = Field(description="how sure right is, 0 to 1")
    drops: int = Field(description="timed drops that corrected it")
    line_off_m: float | None = Field(description="off the spool when it is down")
    lowered: bool
    steady: bool
    aim: Literal["bottom", "zone", "stop"]
    zone_s: float | None
    scope: float | None
    line_out_m: float | None
    right_from_m_s: float | None
    right_to_m_s: float | None
    fall_m_s: float | None
    cast_m: float | None
    package_g: float
    fall_height: list[float] = Field(description="share of the depth above the bottom")
    fall_shift_m: list[float]
    line_height_m: list[float]
    line_span_m: list[float | None]
    way: WayOfLure
    reasons: list[Reason]
    overruled: list[Overruled]
    scenario: Scenario = Field(description="to which `ilha board` answers alike")
    schools: list[SchoolPick] = Field(
        description="the lightest each ties on for this plastic, over the rods and lines")


class RuledOut(Payload):
    limit: Literal["does-not-fit", "fits-badly", "too-light", "rod-rating", "line-too-weak",
                   "hook-too-weak"]
    count: int


class Conflict(Payload):
    feature: str
    first: str
    second: str
    outweighs: str | None


class Asked(Payload):
    """The situation as it was understood."""

    place: str
    bottom: Bottom
    depth_m: float
    surface_speed_m_s: float
    stance: StanceKey
    cover: Cover
    cover_from: Literal["chosen", "mark"]
    light: Light
    light_from: Literal["chosen", "sun"]
    feeding: Feeds
    zone_from_m: float
    zone_to_m: float
    cast_m: float
    tip_height_m: float
    retrieve: Retrieve | None = Field(description="chosen; null: the rules chose")
    weighs_kg: float
    needs_kg: float
    keeps_bottom: bool = Field(
        description="practice keeps the bottom for these fish here, whatever the school")
    finding: Finding | None
    fall: str
    profile: str
    practical_salinity: float
    wind_m_s: float
    clock: str
    fish: str
    fish_name: str


class Why(Payload):
    """Why nothing is proposed: the limit, in words, and what comes nearest."""

    limit: str
    says: str
    nearest: Outfit | None


class Choice(Payload):
    asked: Asked
    computed_utc_s: float = Field(description="when it was computed, to the minute")
    outfits: list[Outfit]
    why: Why | None = Field(description="why there is none")
    on_lead: bool = Field(description="no head does here: a sinker carries what is proposed")
    pair: list[int] = Field(description="two of the outfits, the covered one first; or none")
    fired: list[str]
    conflicts: list[Conflict]
    ruled_out: list[RuledOut]
    tried: int
    cautions: list[str]


class Move(Payload):
    """One fact changed by itself, and the first proposal then."""

    fact: str
    value: str
    parts: list[str] = Field(description="of the outfit that are others; none: nothing moves")
    plastic_id: Id | None
    head_id: Id | None
    rigging_name: str | None
    retrieve_name: str | None
    colour: str | None


class Moves(Payload):
    moves: list[Move]


class TiedUp(Payload):
    """An outfit on a head of loose pieces. head : the two as they are put in the box."""

    place: int | None = Field(description="among all that would be proposed, from 1; null: what is"
                              " in the box does better")
    hook_id: Id
    weight_id: Id | None = Field(description="null: the hook alone")
    head: NewHead
    plastic_id: Id
    line_id: Id
    rod_id: Id
    rigging: str
    rigging_name: str
    retrieve_name: str
    colour: str
    verdict: Verdict
    count_s: float | None


class Loose(Payload):
    """What can be tied of loose offset hooks and weights and would be proposed, best first; where
    none would be, the best of it."""

    outfits: list[TiedUp]


class Answerable(Payload):
    key: str
    words: str


class DoctorAsks(Payload):
    key: str
    ask: str
    answers: list[Answerable]


class DoctorSays(Payload):
    """A change; {n} in its words stands for the number."""

    key: str
    says: str
    unit: Literal["head", "small", "length", "speed", "seconds", "force", "hook"] | None
    value: float | None = Field(description="kg, m, m/s, s or N")
    word: str


class Doctor(Payload):
    trouble: str
    name: str
    says: str
    questions: list[DoctorAsks]
    changes: list[DoctorSays]


class Fan(Payload):
    """One way to cover the water."""

    kind: Literal["search", "creep"]
    retrieve: str
    retrieve_name: str
    sight_m: float
    casts: int
    angles_deg: list[float]
    steps_m: list[float]
    apart_m: float
    seconds_each: float
    seconds: float


class Fans(Payload):
    cast_m: float
    sector_deg: float | None
    stretch_m: float | None
    plans: list[Fan]


__all__ = ["Choice", "ChoiceQuestion", "Doctor", "DoctorQuestion", "FanQuestion", "Fans", "Loose",
           "Moves"]
