"""Payloads of the choice: outfits with their reasons, the doctor, the fan of casts."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.core.choose.fish import Feeds
from ilha.core.choose.situation import Bottom, Clarity, Cover, Light, Mood, Symptom, Trend
from ilha.web.bench_payloads import RiggingNumber
from ilha.web.day_payloads import Verdict, WaterQuestion
from ilha.web.payloads import Id, Payload, School, StanceKey


class ChoiceQuestion(WaterQuestion):
    """A mark at a step of a day, the fish, and what the water is like."""

    step: int = Field(0, ge=0, le=144)
    fish: str = Field(max_length=80)
    feeding: Feeds | None = Field(None, description="null: as the fish does")
    mood: Mood = "steady"
    clarity: Clarity = "stained"
    light: Light | None = Field(None, description="null: by the sun at that step")
    temperature_trend: Trend = "steady"
    cover: Cover | None = Field(None, description="null: the mark's own")
    pests: bool = False
    symptom: Symptom | None = None
    shank: Literal["middle", "short", "long"] = "middle"
    leader: Literal["bites", "structure"] = "bites"
    sinker: Literal["jig", "sinker"] = "jig"
    line_id: Id | None = Field(None, description="null: any line in the box")


class DoctorQuestion(ChoiceQuestion):
    """What goes wrong with the first outfit; answers as ``question:answer``, with commas."""

    trouble: str = Field(max_length=40)
    answers: str = Field("", max_length=200)
    plastic_id: Id | None = Field(None, description="of the outfit in hand; null: the first one")
    head_id: Id | None = None


class FanQuestion(ChoiceQuestion):
    """A sector from one spot, or a stretch along which one moves."""

    sector_deg: float | None = Field(None, description="10 to 360; null with a stretch")
    stretch_m: float | None = None
    plastic_id: Id | None = Field(None, description="of the outfit in hand; null: the first one")
    head_id: Id | None = None


class Reason(Payload):
    rule: str
    part: str
    says: str
    gave: float


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


class Outfit(Payload):
    """One proposal. Its rows are of the box. Nulls where there is no number."""

    plastic_id: Id
    head_id: Id
    line_id: Id
    rod_id: Id
    rigging: str
    rigging_name: str
    covered: bool = Field(description="weedless: the point is not bare")
    colour: str
    own_colour: str = Field(description="the colour's own name in the box")
    tip: str
    leader_kg: float
    hook_size: str
    wire: Literal["fine", "medium", "heavy"]
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
    lead_m: float | None
    count_s: float | None
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
    schools: list[SchoolPick] = Field(description="what each ties on for this plastic and line")


class RuledOut(Payload):
    limit: Literal["does-not-fit", "too-light", "rod-rating", "line-too-weak", "hook-too-weak"]
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
    steady: bool = Field(description="fished by swimming it back")
    clock: str
    fish: str
    fish_name: str


class Choice(Payload):
    asked: Asked
    outfits: list[Outfit]
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
