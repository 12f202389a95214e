"""The board of one mark through one day: every head of the box on one plastic."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, partial
from typing import Literal

import numpy as np
from pydantic import Field

from ilha.core.advice.cautions import Weather
from ilha.core.bench.hung import HUNG, across
from ilha.core.bench.line_rigs import DROP_SHOT_DROPPER, ON_LEAD, float_leader
from ilha.core.bench.riggings import NAMES
from ilha.core.choose.box import Box
from ilha.core.choose.proposal import Rung, hung_in, ladder
from ilha.core.choose.situation import Situation
from ilha.core.choose.ways import FLOAT, lightest_zone_of
from ilha.core.errors import Array
from ilha.core.judge.day import Day, day
from ilha.core.judge.doubt import Sure
from ilha.core.move.cast import Rod
from ilha.core.move.drift import Drift
from ilha.core.rig.bodies import Part, Plastic
from ilha.core.rig.tackle import OnSinker, Rigging, TwoHeads, UnderFloat
from ilha.core.tables import HEAD_MATERIALS
from ilha.core.tide.tideway import Tideway
from ilha.core.trip.plan import DRY, NONE, Run, change_plan, part_of
from ilha.core.units import kg_from_g, m_from_mm
from ilha.core.water.conditions import Conditions
from ilha.core.water.line import density_of
from ilha.desk import convert
from ilha.desk.asked import Id
from ilha.desk.books import box_of, rule_book
from ilha.desk.clock import STEPS
from ilha.desk.errors import NotFound, found
from ilha.desk.sky import Minded, Sky, minded, sky_of
from ilha.desk.taught import TaughtHere, taught_here
from ilha.desk.water import Moment, casts_at, moment, situation_of
from ilha.desk.water_question import SituationQuestion
from ilha.formats.fields import FieldError
from ilha.store import heads, lines, plastics, rods

RiggingKey = Literal[
    "one", "tandem", "sliding-sinker", "three-way", "drop-shot", "float", "wacky", "wacky-blade",
    "stinger", "tied-trailer"]
LEADERS = {"tandem": 0.6, "sliding-sinker": 0.6, "three-way": 1.5, "drop-shot": 0.05}
"""Length of leader, m, where none is asked for (common practice, no source); of others none. A
drop-shot's hook is tied into the line itself."""
DROPPERS = {"three-way": 0.3, "drop-shot": DROP_SHOT_DROPPER}
"""What hangs below the swivel or the hook, m, where no other is asked for."""
NAIL_AT = {"nose": 0.12, "tail": 0.72}
"""Where a nail weight sits, share of the plastic's length (common practice, no source)."""


class DayQuestion(SituationQuestion):
    """The facts of the sentence; what is left out takes the mark's or the model's default."""

    plastic_id: Id
    line_id: Id
    rod_id: Id | None = None
    thunder: bool = Field(False, description="thunder is forecast or heard")
    wade_m: float = Field(0.9, gt=0.0, le=2.0, description="water in which one still wades")
    rigging: RiggingKey = "one"
    front_head_id: Id | None = None
    sinker_g: float | None = Field(None, description="as is usual for the rig, where left out")
    dropper_m: float | None = None
    lift_m: float = Field(1.5, description="a three-way rig's sinker wound up off the bottom")
    leader_m: float | None = None
    leader_mm: float = 0.37
    nail_g: float = Field(0.0, ge=0.0)
    nail_at: Literal["nose", "tail"] = "nose"
    change_minutes: float = Field(30.0, ge=0.0, le=1440.0, description="what one change is worth")
    head_id: Id | None = Field(None, description="one that is shown whatever is left of it")

    @property
    def sinker_weighs(self) -> float:
        """g"""
        usual = 14.0 if self.rigging == "drop-shot" else 60.0
        return usual if self.sinker_g is None else self.sinker_g

    @property
    def leader_length(self) -> float:
        return LEADERS.get(self.rigging, 0.0) if self.leader_m is None else self.leader_m


@dataclass(frozen=True)
class Judge:
    """What a day is judged with, whatever its water: outfit, situation, and what the log says."""

    situation: Situation
    casts: Callable[[Array], Array]
    """The angle (degrees) of the cast to the current in streams (m/s, the ebb negative)."""
    line: lines.Line
    plastic: Plastic
    rungs: list[Rung]
    rod: Rod | None
    school: str
    key: str
    rigging: Rigging
    parts: list[Part]
    lines: list[float]
    slow: list[float]
    sure: Sure

    def conditions(self, way: Tideway) -> Conditions:
        """On the day's line, at the depths and streams of ``way``."""
        return self._conditions(self.situation, way)

    def _conditions(self, situation: Situation, way: Tideway) -> Conditions:
        return situation.conditions(
            np.asarray(m_from_mm(self.line["diameter_mm"])), depth=way.depth,
            surface_speed=np.abs(way.stream), density=density_of(self.line["kind"]),
            cast_angle_deg=self.casts(way.stream))

    def day(
        self, way: Tideway, drifting: Drift | None, *, bare: bool = False, verdicts: bool = False
    ) -> Day:
        """The board in that water. drifting : the way of a boat that is not fixed, in it. bare,
        verdicts : as the core has them."""
        if isinstance(self.rigging, UnderFloat):
            # It drifts with the water, on its leader: the rest of the depth is not its own.
            upper = replace(way, depth=float_leader(way.depth), stream=np.zeros_like(way.stream))
            return self._day(upper, self._conditions(
                self.situation.as_rigged("float"), upper), None, bare, verdicts).in_water(way)
        return self._day(way, self.conditions(way), drifting, bare, verdicts)

    def _day(
        self, way: Tideway, cond: Conditions, drifting: Drift | None, bare: bool, verdicts: bool
    ) -> Day:
        return day(
            way, cond, self.plastic, [rung.head.head for rung in self.rungs],
            self.rod, self.school, rigging=self.rigging, parts=self.parts, lines=self.lines,
            drifting=drifting, bare=bare, slow=self.slow,
            fit=np.array([rung.fit for rung in self.rungs], dtype=int), sure=self.sure,
            verdicts=verdicts, lightest_zone=lightest_zone_of(self.key))


@dataclass(frozen=True)
class DayOfMark:
    """A day as it was judged, and the rows and facts that led to it."""

    asked: DayQuestion
    at: Moment
    judge: Judge
    cond: Conditions
    plastic: plastics.Plastic
    rod: rods.Rod | None
    rows: list[heads.Head]
    box: Box
    bare: bool
    """Without what is only drawn."""
    drops: list[int]
    """Of each head on the plastic, drops that were timed."""

    @cached_property
    def day(self) -> Day:
        """Judged when it is first asked for.

        Raises
        ------
        DomainError
            Naming the field.
        """
        return self.judge.day(self.at.way, self.at.drift, bare=self.bare)

    @property
    def situation(self) -> Situation:
        return self.judge.situation

    @property
    def line(self) -> lines.Line:
        return self.judge.line

    @property
    def rungs(self) -> list[Rung]:
        return self.judge.rungs

    def rigged(self, head: int) -> str:
        """How the plastic lies on a head, "" for threaded straight."""
        way = self.rungs[head].rigging
        return "" if way == "straight" else NAMES[way]

    @property
    def runs(self) -> list[Run]:
        """The change plan by the chosen school, over the day's steps."""
        wet = np.zeros(STEPS, dtype=bool)
        wet[self.day.wet] = True
        count = max(len(self.rows), 1)
        picks, verdicts = np.full(STEPS, NONE), np.zeros((count, STEPS), dtype=int)
        if self.day.board is not None:
            picks[self.day.wet] = self.day.board.picks[self.asked.school]
            verdicts[:, self.day.wet] = self.day.board.judgement.verdict
        masses = np.array([row["mass_g"] for row in self.rows] or [1.0])
        runs = change_plan(picks, verdicts, wet, self.at.span.step_s / 60.0,
                           self.asked.change_minutes, masses)
        # The last step is the day's end: a run of it alone has no length.
        return [run for run in runs if run.start < STEPS - 1]

    def tied(self, first: float, last: float) -> list[tuple[float, float, int]]:
        """Start, end and head (its row, or none of them) of what the plan ties on between two
        steps."""
        whole = [replace(run, end=min(run.end, STEPS - 1)) for run in self.runs]
        return part_of(whole, first, last)

    def head_of(self, run: Run) -> heads.Head | None:
        return self.rows[run.head] if run.head >= 0 else None

    @property
    def sky(self) -> Sky:
        return sky_of(self.at)

    @property
    def minded(self) -> Minded:
        q = self.asked
        return minded(self.at, Weather(q.wind_m_s, q.wind_from_deg, q.swell_m, q.thunder,
                                       q.temperature_c), q.wade_m, q.rigging)


def is_dry(run: Run) -> bool:
    return run.head == DRY


def _rigging(conn: sqlite3.Connection, asked: DayQuestion) -> Rigging:
    if asked.rigging == "tandem":
        if asked.front_head_id is None:
            raise FieldError("front_head_id",
                             "`front_head_id` is needed with two heads: choose one")
        front = found(conn, heads.get, asked.front_head_id, "front_head_id", "head")
        return TwoHeads(convert.core_head(front), asked.leader_length, m_from_mm(asked.leader_mm))
    if asked.rigging in ON_LEAD:
        dropper = DROPPERS.get(asked.rigging, 0.0)
        if dropper > 0.0 and asked.dropper_m is not None:
            dropper = asked.dropper_m
        return OnSinker(
            kg_from_g(asked.sinker_weighs), dropper, asked.leader_length,
            m_from_mm(asked.leader_mm), asked.lift_m if asked.rigging == "three-way" else 0.0)
    return FLOAT if asked.rigging == "float" else across(asked.rigging)


def _nail(asked: DayQuestion, plastic: Plastic) -> list[Part]:
    if asked.nail_g == 0.0:
        return []
    return [Part(kg_from_g(asked.nail_g), HEAD_MATERIALS["lead"], NAIL_AT[asked.nail_at] *
                 plastic.length)]


def plastic_of(box: Box, plastic_id: int) -> int:
    """A plastic's index in a box.

    Raises
    ------
    NotFound
        Where it is not there.
    """
    at = next((i for i, p in enumerate(box.plastics) if p.id == str(plastic_id)), None)
    if at is None:
        raise NotFound("plastic_id", "plastic", plastic_id)
    return at


def day_of(
    conn: sqlite3.Connection, now_s: float, asked: DayQuestion, *, bare: bool = False,
    first_hour: int = 0,
) -> DayOfMark:
    """The day that was asked for, to be judged; ``bare`` without what is only drawn; from
    ``first_hour`` by the clock to the same of the next day.

    Raises
    ------
    NotFound, DomainError, FieldError
        Naming the field.
    """
    at = moment(conn, now_s, asked, first_hour)
    row = found(conn, plastics.get, asked.plastic_id, "plastic_id", "plastic")
    line = found(conn, lines.get, asked.line_id, "line_id", "line")
    rod = None if asked.rod_id is None else found(conn, rods.get, asked.rod_id, "rod_id", "rod")
    situation = situation_of(conn, at, asked, None)
    box = box_of(conn, with_heads=() if asked.head_id is None else (asked.head_id,))
    rungs = ladder(box, plastic_of(box, row["id"]), situation, rule_book(conn),
                   asked.rigging if asked.rigging in HUNG else "one")
    if not rungs and asked.rigging in HUNG:
        raise FieldError("rigging", f"`rigging` {NAMES[asked.rigging]}: no head of the box goes on"
                                    f" {row['name']} so; choose one head, or another plastic")
    plastic = convert.core_plastic(row)
    hung = hung_in(rungs, asked.rigging, plastic, m_from_mm(row["body_length_mm"]),
                   situation.needs_kg)
    by_id = {str(head["id"]): head for head in heads.listed(conn)}
    judge = Judge(
        situation, partial(casts_at, at, asked), line, plastic, rungs,
        None if rod is None else convert.core_rod(rod), asked.school, asked.rigging,
        _rigging(conn, asked),
        [*_nail(asked, plastic), *hung],
        [one.diameter for one in box.lines],
        [box.slow.get((rung.head.head.id, str(row["id"])), 1.0) for rung in rungs],
        Sure(at.current_spread, box.timed_of(
            str(row["id"]), [rung.head.head.id for rung in rungs])))
    return DayOfMark(
        asked, at, judge, judge.conditions(at.way), row, rod,
        [by_id[rung.head.head.id] for rung in rungs], box, bare,
        [0 if (timed := box.timed.get((rung.head.head.id, str(row["id"])))) is None
         else timed.drops for rung in rungs])


def taught_of(conn: sqlite3.Connection, m: DayOfMark) -> TaughtHere:
    """What the log corrected in this day."""
    return taught_here(conn, m.at.mark["id"], m.plastic["id"])
