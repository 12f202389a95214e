"""The lid chart: depth across, current up, and where each head of the box is the pick."""

from __future__ import annotations

import sqlite3
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from pydantic import Field

from ilha.core.choose.box import Box
from ilha.core.choose.proposal import Rung, ladder
from ilha.core.choose.situation import Situation
from ilha.core.choose.zones import cover_kind
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.chart import Lid, cells_at, gaps, lid
from ilha.core.judge.schools import MARGINAL
from ilha.core.move.cast import Rod
from ilha.core.rig.bodies import Head
from ilha.core.units import m_from_mm
from ilha.core.water.line import density_of
from ilha.desk import convert
from ilha.desk.asked import Asked, Id
from ilha.desk.board import plastic_of
from ilha.desk.books import box_of, fish_named, rule_book
from ilha.desk.errors import found
from ilha.desk.water import ASSUMED_FISH, ZONE, moment, place_of
from ilha.desk.water_question import WaterQuestion
from ilha.formats.fields import FieldError
from ilha.formats.words import Retrieve, School, StanceKey
from ilha.store import heads, lines, marks, plastics, rods

CELLS, CELLS_SWUM = 60, 36
"""Each way; fewer where every cell is computed by itself."""


class LidQuestion(Asked):
    """One plastic on one line: the regions in which each head of the box is the pick."""

    plastic_id: Id
    line_id: Id
    rod_id: Id | None = None
    school: School = "lightest-practical"
    stance: StanceKey = "kayak"
    tip_height_m: float | None = None
    cast_m: float = Field(25.0, gt=0.0, le=150.0)
    wind_m_s: float = Field(3.0, ge=0.0, le=40.0)
    temperature_c: float = 18.0
    practical_salinity: float = 35.0
    cover_height_m: float = Field(0.0, ge=0.0, le=20.0, description="of weed on the bottom")
    fish: str | None = Field(None, max_length=80, description="its height; null: near the bottom")
    retrieve: Retrieve = "lift-drop"
    retrieve_speed_m_s: float | None = Field(None, gt=0.0, le=5.0)
    swell_m: float | None = Field(None, ge=0.0, le=20.0, description="null: the place's usual one")
    depth_to_m: float = Field(8.0, gt=0.5, le=60.0)
    current_to_m_s: float = Field(1.0, gt=0.1, le=3.0)
    mark_id: Id | None = Field(None, description="whose day is drawn over it")
    date: str | None = Field(None, pattern=r"^\d{4}-\d{2}-\d{2}$", description="local; today")


@dataclass(frozen=True)
class Chart:
    """A chart's question with what it is of; ``rows`` the heads as they are stored."""

    question: LidQuestion
    situation: Situation
    plastic: plastics.Plastic
    line: lines.Line
    line_m: float
    rod: Rod | None
    rungs: list[Rung]
    slow: tuple[float, ...]
    rows: list[heads.Head]
    left_out: int

    def but(self, **changed: Any) -> Chart:
        return replace(self, **changed)

    def of(
        self, heads_: Sequence[Head], slow: Sequence[float] | None = None, alone: bool = False,
        fit: Indices | None = None,
    ) -> Lid:
        """The chart of any heads in this water."""
        q, s = self.question, self.situation
        cond = s.conditions(np.asarray(self.line_m), s.presented(q.retrieve),
                            density=density_of(self.line["kind"]))
        cells = CELLS_SWUM if cond.steady else CELLS
        return lid(cond, np.linspace(q.depth_to_m / cells, q.depth_to_m, cells),
                   np.linspace(0.0, q.current_to_m_s, cells), convert.core_plastic(self.plastic),
                   heads_, self.rod, q.school, slow, alone, fit, s.zone_at)

    @property
    def lid(self) -> Lid:
        """The chart of the box."""
        return self.of([rung.head.head for rung in self.rungs], self.slow,
                       fit=np.array([rung.fit for rung in self.rungs]))


def _situation(conn: sqlite3.Connection, q: LidQuestion) -> Situation:
    """Of no mark, or of the kind of place that its mark is, which has its own swell and speed."""
    middle = 0.5 * q.depth_to_m
    mark = None if q.mark_id is None else marks.get(conn, q.mark_id)
    return Situation(
        place="harbour" if mark is None else place_of(mark), depth=middle, surface_speed=0.0,
        fish=fish_named(conn, q.fish or ASSUMED_FISH), wind=q.wind_m_s, stance=q.stance,
        cover=cover_kind("weed" if q.cover_height_m > 0.0 else "none", q.cover_height_m, middle),
        cover_height=q.cover_height_m, water_temperature_c=q.temperature_c, school=q.school,
        cast=q.cast_m, tip_height=q.tip_height_m, zone_typed=ZONE if q.fish is None else None,
        retrieve=q.retrieve, retrieve_speed=q.retrieve_speed_m_s, lowered=False,
        salinity=q.practical_salinity, drift_speed=0.0, swell_typed=q.swell_m,
        shelter="even" if mark is None else mark["shelter"])


def chart_of(conn: sqlite3.Connection, q: LidQuestion) -> Chart:
    """The chart that was asked for: of heads of which some are left and that can be rigged.

    Raises
    ------
    NotFound
        For a plastic, line or rod that is not there.
    FieldError
        Where no head can be rigged on it.
    """
    row = found(conn, plastics.get, q.plastic_id, "plastic_id", "plastic")
    line = found(conn, lines.get, q.line_id, "line_id", "line")
    rod = None if q.rod_id is None else convert.core_rod(
        found(conn, rods.get, q.rod_id, "rod_id", "rod"))
    box: Box = box_of(conn)
    situation = _situation(conn, q)
    rungs = ladder(box, plastic_of(box, row["id"]), situation, rule_book(conn))
    if not rungs:
        raise FieldError("plastic_id", "`plastic_id`: no head in the box can be rigged on this"
                                       " plastic: choose another")
    by_id = {str(head["id"]): head for head in heads.listed(conn)}
    slow = tuple(box.slow.get((rung.head.head.id, str(row["id"])), 1.0) for rung in rungs)
    return Chart(q, situation, row, line, m_from_mm(line["diameter_mm"]), rod, rungs, slow,
                 [by_id[rung.head.head.id] for rung in rungs], len(by_id) - len(rungs))


def marginal_of(chart: Lid) -> Flags:
    """Where the pick is no more than marginal, (D, U)."""
    verdict = np.take_along_axis(chart.verdict, np.maximum(chart.pick, 0)[None], axis=0)[0]
    return np.asarray((chart.pick >= 0) & (verdict == MARGINAL))


@dataclass(frozen=True)
class Path:
    """A mark's depth (m) and current (m/s) through the wet hours of its day, and the share of them
    at which no head is right."""

    mark: marks.Mark
    depth: Array
    current: Array
    empty_share: float


def path_of(
    conn: sqlite3.Connection, now_s: float, q: LidQuestion, chart: Lid
) -> Path | None:
    """The day of the mark that was named, over the chart."""
    if q.mark_id is None:
        return None
    at = moment(conn, now_s, WaterQuestion.model_validate(
        {"mark_id": q.mark_id, "date": q.date}))
    depth, current = at.way.depth[at.way.wet], np.abs(at.way.stream[at.way.wet])
    at_d, at_u, inside = cells_at(chart, depth, current)
    empty = (chart.pick[at_d, at_u] < 0) | ~inside
    return Path(at.mark, depth, current, float(np.mean(empty)) if empty.size else 0.0)


def empty_share(chart: Lid) -> float:
    """Of the chart's cells those in which no head is right."""
    every = gaps(chart)
    return every.empty / every.cells
