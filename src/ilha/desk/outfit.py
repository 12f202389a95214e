"""The choice: from fish and water to whole outfits; what moves them; the doctor; the fan."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from pydantic import Field

from ilha.core.advice.doctor import Advice, advise
from ilha.core.advice.fan import Plan, two_plans
from ilha.core.advice.patient import Patient
from ilha.core.bench.rigging_numbers import Bench, Numbers
from ilha.core.bench.riggings import NUMBERS_OF
from ilha.core.bench.strength import hook_word
from ilha.core.choose.box import Box, BoxHead, leader_of
from ilha.core.choose.leaders import leader_asked
from ilha.core.choose.other_schools import SchoolTies, by_school
from ilha.core.choose.outfit import Choice, Outfit
from ilha.core.choose.proposal import (
    Figures,
    Moved,
    figures_of,
    rungs_for,
    what_moves,
)
from ilha.core.choose.ranking import choose
from ilha.core.choose.rules import Rule
from ilha.core.choose.situation import Situation
from ilha.core.rig.outline import PROFILES, Outline
from ilha.core.tables import COMPRESS
from ilha.desk.asked import Id
from ilha.desk.board import plastic_of
from ilha.desk.books import box_of, rule_book
from ilha.desk.errors import NotFound, found
from ilha.desk.water import Moment, moment, situation_of
from ilha.desk.water_question import SituationQuestion
from ilha.formats.choice_file import proposed
from ilha.formats.fields import FieldError
from ilha.formats.outfit_scenario import scenario_of
from ilha.store import heads

Ids = Field(None, pattern=r"^\d{1,15}(,\d{1,15}){0,39}$",
            description="with you today, comma between; null: all in the box")


def ids_of(text: str | None) -> list[int] | None:
    return None if text is None else [int(each) for each in text.split(",")]


class ChoiceQuestion(SituationQuestion):
    """A mark at a step of a day, the fish, and the rods and lines that are with one."""

    step: int = Field(0, ge=0, le=144)
    fish: str = Field(max_length=80)
    rods: str | None = Ids
    lines: str | None = Ids


class OutfitQuestion(ChoiceQuestion):
    """The same of one outfit, in the box or not; without any of its parts the first proposal."""

    plastic_id: Id | None = None
    head_id: Id | None = None
    line_id: Id | None = None
    rod_id: Id | None = None
    rigging: str | None = Field(None, max_length=40)


class DoctorQuestion(OutfitQuestion):
    """What goes wrong with an outfit; answers as ``question:answer``, with commas."""

    trouble: str = Field(max_length=40)
    answers: str = Field("", max_length=200)


class FanQuestion(OutfitQuestion):
    """A sector from one spot, or a stretch along which one moves."""

    sector_deg: float | None = Field(None, description="10 to 360; null with a stretch")
    stretch_m: float | None = None


@dataclass(frozen=True)
class Chosen:
    """A choice with what led to it."""

    asked: ChoiceQuestion
    at: Moment
    box: Box
    rules: tuple[Rule, ...]
    choice: Choice

    @property
    def situation(self) -> Situation:
        return self.choice.situation

    @property
    def outfits(self) -> list[Outfit]:
        return proposed(self.choice)

    @property
    def pair(self) -> list[int]:
        """Which two of the outfits go together, the covered one first; or none."""
        if self.choice.pair is None:
            return []
        outfits = self.outfits
        return [next(i for i, o in enumerate(outfits) if o.parts == side.parts)
                for side in self.choice.pair]

    def figures(self, outfit: Outfit) -> Figures:
        return figures_of(self.situation, outfit, self.box, self.rules)

    def scenario(self, outfit: Outfit, figures: Figures) -> dict[str, object]:
        slow = self.box.slow.get((outfit.head.head.id, outfit.plastic.id), 1.0)
        return scenario_of(self.situation, outfit, figures, slow)

    def drops(self, outfit: Outfit) -> int:
        """Timed drops of its head and plastic that its count was corrected by; of two heads none
        was timed."""
        if outfit.front is not None:
            return 0
        timed = self.box.timed.get((outfit.head.head.id, outfit.plastic.id))
        return 0 if timed is None else timed.drops

    def schools(self, outfit: Outfit) -> dict[str, SchoolTies]:
        return by_school(self.situation, self.box, outfit, self.rules)

    def numbers(self, o: Outfit) -> Numbers:
        """What the bench says of the outfit's rigging."""
        s, plastic = self.situation, o.plastic
        body = Outline(plastic.body_length, plastic.plastic.height, PROFILES[plastic.look])
        return NUMBERS_OF[o.rigging](Bench(
            plastic.plastic, body, plastic.look, o.head.head, o.head.straight, o.head.gape,
            o.head.keeper_takes, depth=s.depth, cover=s.cover, current=s.surface_speed,
            line=o.line.diameter, compress=COMPRESS[plastic.material]))


def chosen(
    conn: sqlite3.Connection, now_s: float, asked: ChoiceQuestion, first_hour: int = 0
) -> Chosen:
    """The choice that was asked for; steps count from ``first_hour``.

    Raises
    ------
    NotFound, DomainError, FieldError
        Naming the field.
    """
    at = moment(conn, now_s, asked, first_hour)
    box = box_of(conn, ids_of(asked.lines), ids_of(asked.rods))
    rules = rule_book(conn)
    return Chosen(asked, at, box, rules,
                  choose(situation_of(conn, at, asked, asked.step), box, rules))


def moves(c: Chosen) -> list[Moved]:
    """What would change the first proposal: each fact by itself."""
    return what_moves(c.choice, c.box, c.rules)


def in_hand(conn: sqlite3.Connection, c: Chosen, asked: OutfitQuestion) -> tuple[Box, Outfit]:
    """The outfit that is meant: the one whose parts are named, proposed or not; without any the
    first proposal.

    Raises
    ------
    NotFound
        For a part that is not there.
    FieldError
        Where nothing is named and nothing is proposed, or it cannot be rigged so.
    """
    outfits = c.outfits
    if asked.plastic_id is None and asked.head_id is None:
        if not outfits:
            raise FieldError("fish", "`fish`: nothing in the box does here: change the box or the"
                                     " hour")
        return c.box, outfits[0]
    box = c.box
    if asked.head_id is not None and all(
            h.head.id != str(asked.head_id) for h in box.heads):
        found(conn, heads.get, asked.head_id, "head_id", "head")
        box = box_of(conn, ids_of(asked.lines), ids_of(asked.rods), (asked.head_id,))
    wanted = {name: None if value is None else str(value) for name, value in (
        ("plastic", asked.plastic_id), ("head", asked.head_id), ("line", asked.line_id),
        ("rod", asked.rod_id), ("rigging", asked.rigging))}
    for o in outfits:
        parts = {"plastic": o.plastic.id, "head": o.head.head.id, "line": o.line.id,
                 "rod": o.rod.id, "rigging": o.rigging}
        if all(value is None or parts[name] == value for name, value in wanted.items()) and (
                asked.retrieve in (None, o.retrieve)):
            return box, o
    return box, _made(c, box, asked)


def _made(c: Chosen, box: Box, asked: OutfitQuestion) -> Outfit:
    """An outfit of parts that are named; others are as the first proposal or the box has them."""
    s, first = c.situation, next(iter(c.outfits), c.choice.nearest)

    def part(parts: tuple[Any, ...], row_id: int | None, field: str, own: Any) -> Any:
        if row_id is None:
            return own or parts[0]
        one = next((p for p in parts if _id(p) == str(row_id)), None)
        if one is None:
            raise NotFound(field, field.removesuffix("_id"), row_id)
        return one

    plastic = (box.plastics[plastic_of(box, asked.plastic_id)] if asked.plastic_id is not None
               else first.plastic if first else box.plastics[0])
    line = part(box.lines, asked.line_id, "line_id", first.line if first else None)
    rod = part(box.rods, asked.rod_id, "rod_id", first.rod if first else None)
    head = part(box.heads, asked.head_id, "head_id", first.head if first else None)
    ties = leader_asked(s.facts())
    leader, spool = leader_of(s.leader, line.holds, ties.kg, box.leaders)
    blank = Outfit(
        score=0.0, plastic=plastic, head=head, line=line, rod=rod,
        rigging=asked.rigging or "straight", colour=plastic.colour or "natural", tip="plain",
        retrieve=asked.retrieve or s.first_retrieve, leader=leader,
        leader_id=None if spool is None else spool.id, leader_says=ties.says, beside=ties.beside,
        verdict="right", reach=0.0, clear=0.0, fit=2, fit_word="",
        wire=hook_word(head.hook_size, head.wire), needs_kg=s.needs_kg,
        front=first.front if first and asked.rigging == "tandem" else None,
        placing=(), reasons=(),
        overruled=())
    rung = next((r for r in rungs_for(s, box, blank, c.rules)
                 if r.head.head.id == head.head.id), None)
    if rung is None:
        raise FieldError("head_id", "`head_id`: this head cannot be rigged on this plastic: choose"
                                    " another of either")
    return replace(blank, rigging=asked.rigging or rung.rigging, reach=rung.reach,
                   clear=rung.clear, fit=rung.fit, fit_word=rung.word)


def _id(part: Any) -> str:
    return str(part.head.id if isinstance(part, BoxHead) else part.id)


def doctor(conn: sqlite3.Connection, c: Chosen, asked: DoctorQuestion) -> list[Advice]:
    """What to change first."""
    given = dict(part.partition(":")[::2] for part in asked.answers.split(",") if part)
    box, outfit = in_hand(conn, c, asked)
    return advise(Patient(c.situation, box, outfit, c.rules), asked.trouble, given)


def fan(
    conn: sqlite3.Connection, c: Chosen, asked: FanQuestion
) -> dict[str, tuple[str, Plan]]:
    """How to cover the water with an outfit: searching and creeping."""
    if (asked.sector_deg is None) == (asked.stretch_m is None):
        raise FieldError("sector_deg", "`sector_deg` or stretch_m must be given, not both: leave"
                                       " one out")
    box, outfit = in_hand(conn, c, asked)
    f = figures_of(c.situation, outfit, box, c.rules)
    sector = None if asked.sector_deg is None else float(np.radians(asked.sector_deg))
    return two_plans(c.situation, outfit, f.fall_speed, f.count, sector, asked.stretch_m)
