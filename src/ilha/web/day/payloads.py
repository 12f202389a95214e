"""Payloads of the day: the board that answers the sentence's question.

Every name carries its unit. Arrays run over the day's steps unless said.
"""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.core.water.conditions import FallKind
from ilha.core.water.flow import Shelter
from ilha.desk.asked import Id
from ilha.desk.board import DayQuestion, RiggingKey
from ilha.desk.compare import CompareQuestion
from ilha.formats.words import Retrieve, School, StanceKey, Verdict
from ilha.web.payloads import Payload


class TideTurn(Payload):
    step: float
    clock: str
    kind: Literal["high", "low"]
    height_m: float


class SkyChange(Payload):
    """From this step on; the first is the day's start."""

    step: float
    clock: str
    sky: Literal["night", "twilight", "day"]


class Slack(Payload):
    step: float
    clock: str


class SpellSpan(Payload):
    """A spell worth being there; ``best`` where the tide turns in low light."""

    from_step: float
    to_step: float
    from_clock: str
    to_clock: str
    reasons: list[Literal["high water", "low water", "dawn", "dusk"]]
    best: bool


class PlanRun(Payload):
    """One head for a while; ``head_id`` null where none is right or the mark is dry."""

    from_step: int
    to_step: int
    head_id: int | None
    dry: bool


class Limit(Payload):
    code: str
    unit: str


class Touch(Payload):
    """The lure on the bottom again: where, how much deeper than where it first lay, and the count
    to it."""

    away_m: float
    deeper_m: float
    count_s: float


class GroundPoint(Payload):
    """The bottom along the cast: m from the rod, m deeper than where the cast lands."""

    away_m: float
    deeper_m: float


class HeadDay(Payload):
    """One head through the day. ``decided`` indexes ``DayBoard.limits``; its figure and bound."""

    id: int
    rigging: str = Field(description="its best here, by key")
    rigging_name: str
    fit: Literal["well", "at a pinch", "badly"] = Field(description="how its hook sits")
    fit_word: str = Field(description="why not well; empty where well")
    over_g: float | None = Field(description="package over the rod's most; null: it is not")
    outcome: Literal["floats", "neutral", "sinks"]
    wet_weight_n: float
    fall_speed_m_s: float | None
    fall_pitch_deg: float | None = Field(description="of the body, nose below the horizontal")
    fall_path_deg: float | None = Field(description="of the way it falls, below the horizontal")
    front_fall_m_s: float | None = Field(description="of the second head by itself")
    touches: list[Touch] = Field(
        description="lifted and dropped over a bottom that is not level; else empty")
    package_g: float
    cast_m: float
    cast_is_guess: bool
    verdict: list[int | None]
    decided: list[int | None]
    eased: list[bool | None] = Field(description="too light, but not in four fifths of the current")
    figure: list[float | None]
    bound: list[float | None]
    count_s: list[float | None] = Field(description="to the fish, as DayBoard.aim says")
    count_low_s: list[float | None] = Field(description="with count_high_s the middle 80 %")
    count_high_s: list[float | None]
    doubted: list[int | None] = Field(description="what moves it most: see DayBoard.inputs")
    right_share: list[float | None] = Field(description="how sure right is, 0 to 1")
    bottom_s: list[float | None] = Field(description="count to the bottom")
    zone_s: list[float | None]
    lead_m: list[float | None] = Field(description="how far up-current of the fish to land it")
    beyond_m: list[float | None] = Field(description="how far beyond: it comes in so far when held")
    hold_at_s: list[float | None] = Field(description="count at which the line is held")
    scope: list[float | None]
    line_out_m: list[float | None]
    span_m: list[float | None] = Field(description="rod tip to rig along the current")
    span_low_m: list[float | None] = Field(description="at 0.8 of the current")
    span_high_m: list[float | None] = Field(description="at 1.2 of the current")
    foot_m: list[float | None] = Field(description="lower end of the main line, off the bottom")
    rides_m: list[float | None] = Field(description="where the lure rides, off the bottom")
    fed_line_m: list[float | None]
    line_off_m: list[float | None] = Field(
        description="off the spool when it is down, cast and all")
    line_rate_m_s: list[float | None] = Field(description="at which a let-down takes line")
    rest_deg: list[float | None] = Field(description="of the plastic off the bottom; 0: it lies")
    window_low_m_s: list[float | None]
    window_high_m_s: list[float | None]
    bears_m_s: list[float | None] = Field(description="greatest current in which it holds")
    minimum_mass_g: list[float | None]
    lift_off_m: list[float | None]
    zone_share: list[float | None]
    bottom_share: list[float | None] = Field(description="of the middle half of the cast")
    speed_low_m_s: list[float | None]
    speed_high_m_s: list[float | None]
    try_head: list[int | None] = Field(description="id of the nearest weight that is right")
    try_shape: list[int | None] = Field(description="id of another shape that is right")
    try_line_mm: list[float | None]
    wait_step: list[int | None]
    low_tip: list[bool | None] = Field(description="a tip held low puts right what the wind does")
    line_cm: list[list[int] | None] = Field(description="see DayBoard.line_share")
    fall_height_pm: list[list[int] | None] = Field(description="per mille of the depth")
    fall_shift_cm: list[list[int] | None]
    line_low_cm: list[list[int] | None] = Field(description="every third point, 0.8 of the current")
    line_high_cm: list[list[int] | None] = Field(description="every third point, 1.2 times it")
    path_cm: list[list[int] | None] = Field(description="off the bottom, see DayBoard.path_share")


class ProfilePoint(Payload):
    """The current at a height, as shares of the depth and of the surface current."""

    height_share: float
    speed_share: float


class Drift(Payload):
    """A drifting boat: its way over the ground, and the water past the line.

    ``to_deg`` null where the wind's or the flood's direction is not known: along the current.
    """

    leeway_m_s: float = Field(description="through the water, so at the surface past the line")
    over_ground_m_s: list[float]
    to_deg: list[float] | None
    past_bottom_m_s: list[float]


class StepSpan(Payload):
    from_step: float
    to_step: float
    from_clock: str
    to_clock: str


class CautionNow(Payload):
    """What to mind; in ``when``, or all day where that is empty."""

    code: str
    says: str
    when: list[StepSpan]


class Wade(Payload):
    """For who wades: when the water is over the height that was chosen."""

    limit_m: float
    here: list[StepSpan]
    way_back: list[StepSpan] | None = Field(description="null where its depth is not known")


class Taught(Payload):
    """A correction learned from the log: ``factor`` times what the model alone says."""

    factor: float
    used: int = Field(description="drops, or heads that held or were swept")
    settled: Literal["nothing seen", "unsettled", "settling", "settled"]
    frozen: bool


class TaughtCount(Taught):
    head_id: Id


class TaughtDepth(Payload):
    """How much deeper the mark is than was thought, as the angler said of drops."""

    deeper_m: float
    used: int


class TaughtHere(Payload):
    counts: list[TaughtCount] = Field(description="of this plastic on heads that were timed")
    current: Taught
    depth: TaughtDepth


class LeftOut(Payload):
    """A head that is not on the ladder, why, and which plastic takes it."""

    head_id: Id
    why: str
    takes: str | None = Field(description="a plastic of the box; null: none does")


class TideSaid(Payload):
    """Where the day's tide comes from, and how far that goes."""

    source: Literal["none", "constants", "heights", "table", "ends", "fitted"] = Field(
        description="ends: a table with a turn assumed past it; fitted: past a table, by the"
        " constants that it gave")
    until_utc_s: float | None
    residual_m: float | None = Field(description="what a fit leaves, root mean square")


class DayBoard(Payload):
    """The board of one mark through one day of 145 steps.

    ``line_cm[t][p]`` is how far up-current of its lower end the held line is at the height
    z0 + (d - z0) line_share[p], z0 = foot_m; ``fall_*`` are at equal shares of the count; a steady
    retrieve runs path_cm[t][p] above the bottom with path_share[p] of the cast to go.
    """

    mark_id: Id
    date: str
    time_zone: str
    school: School
    verdicts: list[Verdict]
    inputs: list[str] = Field(description="what a count depends on")
    limits: list[Limit]
    step_s: float = Field(description="600 but where the clock is changed")
    clock: list[str]
    now_step: float | None
    computed_utc_s: float = Field(description="when it was computed, to the minute")
    start_utc_s: float = Field(description="of step 0")
    height_m: list[float]
    depth_m: list[float]
    stream_m_s: list[float]
    depth_from: Literal["predicted", "charted", "typed"]
    speed_from: Literal["predicted", "scaled", "constant"]
    tide: TideSaid
    stance: StanceKey
    tip_height_m: float
    ground: list[GroundPoint] = Field(description="empty where it is level")
    shelter: Shelter
    leader_line_m: float = Field(description="leader between line and rig; 0: none")
    drift: Drift | None = Field(description="of a drifting boat; null where it is fixed")
    cast_m: float
    fall: FallKind
    aim: Literal["bottom", "zone", "stop"] = Field(
        description="what is counted to: the bottom, the zone's middle, or where a line let down"
        " is stopped")
    swing_fitted: bool = Field(description="depth and cast as the held fall was fitted to")
    zone_from_m: list[float] = Field(description="where the fish feed, above the bottom")
    zone_to_m: list[float]
    needs_kg: float = Field(description="what the line must hold, by fish and cover")
    weighs_kg: float = Field(description="what the fish is expected to weigh")
    line_kg: float = Field(description="what the line holds")
    retrieve: Retrieve
    retrieve_name: str
    lowered: bool
    steady: bool
    rigging: RiggingKey
    leader_m: float = Field(description="between the two heads, or from swivel to lure; 0 for one")
    retrieve_speed_m_s: float
    swell_m: float = Field(description="as typed, else what the place usually has")
    wind_to_cast_deg: float = Field(description="as typed, else by the ways of wind and cast")
    cast_to_current_deg: list[float] = Field(
        description="at each step; as typed, else by the ways of cast and current")
    cast_from: Literal["typed", "ways", "assumed"] = Field(
        description="what tells it; assumed: across")
    cover_height_m: float
    wet: list[bool]
    turns: list[TideTurn]
    light: list[SkyChange]
    moon: str
    moon_lit: float = Field(description="share of its disc")
    tide_state: str | None = Field(description="springs or neaps by the moon; null without a tide")
    slacks: list[Slack]
    cautions: list[CautionNow]
    wade: Wade | None
    spells: list[SpellSpan]
    plan: list[PlanRun] = Field(description="by the chosen school, without gap or overlap")
    line_share: list[float]
    path_share: list[float]
    profile: list[ProfilePoint]
    heads: list[HeadDay]
    taught: TaughtHere
    left_out: list[LeftOut]
    picks: dict[str, list[int | None]]


__all__ = ["CompareQuestion", "DayBoard", "DayQuestion"]
