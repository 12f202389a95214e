"""Payloads of the trainer: rigs judged by eye, waters to be read, how each stands."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.formats.words import Verdict
from ilha.web.payloads import Payload

TrainerCode = Literal["straight", "exit-forward", "exit-back", "bent-up", "bent-down", "off-centre",
                      "nose-off-centre"]


class Drill(Payload):
    """One rig to be judged by eye: what is to be seen of it, mm."""

    code: TrainerCode
    gap_mm: float
    bunch_mm: float
    bend_mm: float
    side_mm: float
    nose_mm: float


class Standing(Payload):
    code: TrainerCode
    box: int
    due_in_days: float
    asked: int
    missed: int


class TrainerSeries(Payload):
    """A series, and how each fault stands."""

    drills: list[Drill]
    standing: list[Standing]


class Judged(Payload):
    """One answer: what it was, and what it was taken for."""

    code: TrainerCode
    said: TrainerCode


class TrainerAnswers(Payload):
    answers: list[Judged] = Field(min_length=1, max_length=50)


class TrainerScore(Payload):
    right: int
    asked: int
    standing: list[Standing]


WaterCode = Literal["water-slack", "water-tide", "water-deep", "water-line", "water-wind",
                    "water-raised"]


class _DrawnFall(Payload):
    """A fall and a held line, to be drawn; nulls where there is none."""

    lead_m: float | None
    beyond_m: float | None
    count_s: float | None
    line_out_m: float | None
    fall_height: list[float] = Field(description="share of the depth above the bottom")
    fall_shift_m: list[float]
    line_height_m: list[float]
    line_span_m: list[float | None]


class TriedHead(_DrawnFall):
    """What a head does in a water; ``decided`` is the limit's code, with its figure and bound."""

    ounces: float
    mass_g: float
    verdict: Verdict
    decided: str
    figure: float | None
    bound: float | None
    zone_s: float | None
    least_g: float | None = Field(description="of a head that holds here")


class WaterTask(Payload):
    """A water, heads to pick from, counts and leads to choose among; ``*_at``: where the right one
    stands."""

    code: WaterCode
    depth_m: float
    surface_speed_m_s: float
    line_mm: float
    wind_m_s: float
    zone_from_m: float
    zone_to_m: float
    tip_height_m: float
    line_most_m: float | None = Field(description="of line that the school allows")
    heads: list[TriedHead]
    best: int
    counts_s: list[float]
    count_at: int
    leads_m: list[float]
    lead_at: int


class WaterStanding(Payload):
    code: WaterCode
    box: int
    due_in_days: float
    asked: int
    missed: int


class WaterSeries(Payload):
    """A series of waters, and how each kind stands."""

    waters: list[WaterTask]
    standing: list[WaterStanding]


class WaterRead(Payload):
    """One answer: which water, and whether head, count and lead were all right."""

    code: WaterCode
    right: bool


class WaterAnswers(Payload):
    answers: list[WaterRead] = Field(min_length=1, max_length=50)


class WaterScore(Payload):
    right: int
    asked: int
    standing: list[WaterStanding]


__all__ = [
    "TrainerAnswers",
    "TrainerScore",
    "TrainerSeries",
    "WaterAnswers",
    "WaterScore",
    "WaterSeries",
]
