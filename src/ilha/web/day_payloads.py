"""Payloads of the day: the question that the sentence asks, and the board that answers it.

Every name carries its unit. Arrays run over the day's steps unless said.
"""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.core.choose.fish import Feeds
from ilha.core.choose.situation import Mood
from ilha.core.move.drift import LEEWAY
from ilha.core.water.conditions import FallKind
from ilha.web.payloads import Id, Payload, School, StanceKey

Verdict = Literal["right", "marginal", "too-light", "too-heavy", "unsafe-for-outfit"]
RiggingKey = Literal["one", "tandem", "sliding-sinker", "three-way"]


class WaterQuestion(Payload):
    """The water and the weather at a mark on a day, and what was typed of it."""

    mark_id: Id
    date: str | None = Field(None, pattern=r"^\d{4}-\d{2}-\d{2}$", description="local; today")
    school: School = "lightest-practical"
    stance: StanceKey | None = None
    tip_height_m: float | None = None
    cast_m: float | None = None
    wind_m_s: float = 3.0
    wind_from_deg: float | None = Field(None, ge=0.0, le=360.0, description="from north")
    leeway_percent: float = Field(100.0 * LEEWAY, ge=0.0, le=10.0, description="of the wind")
    drift_seen_m_s: float | None = Field(None, ge=0.0, le=5.0, description="over the ground, GPS")
    drift_seen_step: int = Field(0, ge=0, le=144, description="step at which it was seen")
    temperature_c: float = 18.0
    practical_salinity: float = 35.0
    typed_depth_m: float | None = None
    typed_depth_step: int = Field(0, ge=0, le=144, description="step at which it holds")
    typed_speed_m_s: float | None = None
    typed_speed_step: int = Field(0, ge=0, le=144, description="step at which it holds")
    swept_m_s: float | None = Field(
        None, ge=0.0, le=6.0, description="borne by the strongest head swept at typed_speed_step")
    held_m_s: float | None = Field(
        None, ge=0.0, le=6.0, description="borne by the weakest head that held there")
    profile: Literal["seventh-root", "uniform"] = "seventh-root"
    cover_height_m: float | None = Field(None, description="of the weed; the mark's own")


class DayQuestion(WaterQuestion):
    """The facts of the sentence; what is left out takes the mark's or the model's default."""

    plastic_id: Id
    line_id: Id
    rod_id: Id | None = None
    feed_tension_n: float = 0.01
    fish: str | None = Field(None, max_length=80, description="its height, where no zone is asked")
    mood: Mood = "steady"
    feeding: Feeds | None = Field(None, description="where in the water; null: as the fish does")
    zone_from_m: float | None = Field(None, description="null: where the fish feeds, else 0")
    zone_to_m: float | None = Field(None, description="null: where the fish feeds, else 1")
    swell_m: float | None = Field(None, ge=0.0, le=20.0, description="null: not said")
    thunder: bool = Field(False, description="thunder is forecast or heard")
    wade_m: float = Field(0.9, gt=0.0, le=2.0, description="water in which one still wades")
    fall: FallKind = "fed"
    lowered: bool = Field(False, description="let down below the rod, not cast")
    cast_to_current_deg: float = Field(90.0, description="0 cast down-current, 90 across, 180 up")
    wind_to_cast_deg: float = Field(90.0, description="0 from behind, 90 across, 180 in the face")
    steady: bool = Field(False, description="swum back, not lifted and dropped")
    retrieve_speed_m_s: float = 0.6
    rigging: RiggingKey = "one"
    front_head_id: Id | None = None
    sinker_g: float = 60.0
    dropper_m: float = 0.3
    lift_m: float = Field(1.5, description="a three-way rig's sinker wound up off the bottom")
    leader_m: float | None = None
    leader_mm: float = 0.37
    nail_g: float = Field(0.0, ge=0.0)
    nail_at: Literal["nose", "tail"] = "nose"
    change_minutes: float = Field(30.0, ge=0.0, le=1440.0, description="what one change is worth")
    every_head: bool = Field(False, description="also heads whose hook does not fit the plastic")


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


class HeadDay(Payload):
    """One head through the day. ``decided`` indexes ``DayBoard.limits``; its figure and bound."""

    id: int
    fit: str
    outcome: Literal["floats", "neutral", "sinks"]
    wet_weight_n: float
    fall_speed_m_s: float | None
    fall_pitch_deg: float | None = Field(description="of the body, nose below the horizontal")
    fall_path_deg: float | None = Field(description="of the way it falls, below the horizontal")
    front_fall_m_s: float | None = Field(description="of the second head by itself")
    package_g: float
    cast_m: float
    cast_is_guess: bool
    verdict: list[int | None]
    decided: list[int | None]
    eased: list[bool | None] = Field(description="too light, but not in four fifths of the current")
    figure: list[float | None]
    bound: list[float | None]
    count_s: list[float | None]
    middle_s: list[float | None]
    zone_s: list[float | None]
    lead_m: list[float | None] = Field(description="below 0: it comes in that far")
    hold_at_s: list[float | None] = Field(description="count at which the line is held")
    stop_s: list[float | None] = Field(description="count at which to stop a line let down")
    scope: list[float | None]
    line_out_m: list[float | None]
    span_m: list[float | None] = Field(description="rod tip to rig along the current")
    span_low_m: list[float | None] = Field(description="at 0.8 of the current")
    span_high_m: list[float | None] = Field(description="at 1.2 of the current")
    foot_m: list[float | None] = Field(description="lower end of the main line, off the bottom")
    rides_m: list[float | None] = Field(description="where the lure rides, off the bottom")
    fed_line_m: list[float | None]
    rest_deg: list[float | None] = Field(description="of the plastic off the bottom; 0: it lies")
    window_low_m_s: list[float | None]
    window_high_m_s: list[float | None]
    bears_m_s: list[float | None] = Field(description="greatest current in which it holds")
    minimum_mass_g: list[float | None]
    lift_off_m: list[float | None]
    zone_share: list[float | None]
    speed_low_m_s: list[float | None]
    speed_high_m_s: list[float | None]
    try_head: list[int | None] = Field(description="id of the nearest weight that is right")
    try_shape: list[int | None] = Field(description="id of another shape that is right")
    try_line_mm: list[float | None]
    wait_step: list[int | None]
    line_cm: list[list[int] | None] = Field(description="see DayBoard.line_share")
    fall_height_pm: list[list[int] | None] = Field(description="per mille of the depth")
    fall_shift_cm: list[list[int] | None]
    line_low_cm: list[list[int] | None] = Field(description="every third point, 0.8 of the current")
    line_high_cm: list[list[int] | None] = Field(description="every third point, 1.2 times it")
    path_cm: list[list[int] | None] = Field(description="from the tip, see DayBoard.path_share")


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


class TaughtHere(Payload):
    counts: list[TaughtCount] = Field(description="of this plastic on heads that were timed")
    current: Taught


class DayBoard(Payload):
    """The board of one mark through one day of 145 steps.

    ``line_cm[t][p]`` is how far up-current of its lower end the held line is at the height
    z0 + (d - z0) line_share[p], z0 = foot_m; ``fall_*`` are at equal shares of the count; a steady
    retrieve runs path_share[p] of the depth down at path_cm[t][p] from the rod tip.
    """

    mark_id: Id
    date: str
    time_zone: str
    school: School
    verdicts: list[Verdict]
    limits: list[Limit]
    step_s: float = Field(description="600 but where the clock is changed")
    clock: list[str]
    now_step: float | None
    height_m: list[float]
    depth_m: list[float]
    stream_m_s: list[float]
    depth_from: Literal["predicted", "charted", "typed"]
    speed_from: Literal["predicted", "scaled", "constant"]
    stance: StanceKey
    tip_height_m: float
    drift: Drift | None = Field(description="of a drifting boat; null where it is fixed")
    cast_m: float
    fall: FallKind
    swing_fitted: bool = Field(description="depth and cast as the held fall was fitted to")
    zone_from_m: float = Field(description="where the fish feed, above the bottom")
    zone_to_m: float
    lowered: bool
    steady: bool
    rigging: RiggingKey
    leader_m: float = Field(description="between the two heads, or from swivel to lure; 0 for one")
    retrieve_speed_m_s: float
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
    left_out: int
    picks: dict[str, list[int | None]]
