"""The fewest heads and plastics for a plan."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass, replace

import numpy as np
from pydantic import Field

from ilha.core.bench.riggings import NAMES
from ilha.core.choose.box import Box
from ilha.core.choose.situation import Clarity, Mood, Trend
from ilha.core.errors import Array, Indices, NotConverged
from ilha.core.log.losses import USUAL_AN_HOUR, loss_rate
from ilha.core.log.rates import Rate
from ilha.core.trip.packing import Packed, pack
from ilha.core.trip.suits import Suits, suits_each
from ilha.desk.asked import Asked, Id
from ilha.desk.books import box_of, rule_book
from ilha.desk.errors import NotFound
from ilha.desk.logged import lost_by_bottom, trips_logged
from ilha.desk.outfit import ChoiceQuestion, ids_of
from ilha.desk.restock import Kind, kinds_of
from ilha.desk.trip_asked import CREW_MOST, Mate, check_crew
from ilha.desk.water import Moment, moment, situation_of
from ilha.formats.fields import FieldError
from ilha.formats.words import School

EVERY = 3
"""The plan is looked at every third step: half an hour."""
NEAR = 2.5
"""A pair within so many points of the best does well enough (judgement: between two and three rules
of usual weight; less of it packs a second plastic for half an hour)."""


class Visit(Asked):
    """A mark that is to be fished, between two hours of a day by its own clock."""

    mark_id: Id
    date: str = Field(pattern=r"^\d{4}-\d{2}-\d{2}$", description="local")
    from_hour: float = Field(ge=0.0, le=24.0)
    to_hour: float = Field(ge=0.0, le=24.0)
    fish: str = Field(max_length=80)
    typed_speed_m_s: float | None = Field(
        None, ge=0.0, le=6.0, description="current that is seen, where the mark has no tide")


class PackQuestion(Asked):
    """What is planned, and what the water is expected to be like."""

    visits: list[Visit] = Field(min_length=1, max_length=12)
    school: School = "lightest-practical"
    wind_m_s: float = 3.0
    temperature_c: float = 18.0
    temperature_trend: Trend = "steady"
    clarity: Clarity = "stained"
    mood: Mood = "steady"
    pests: bool = False
    line_id: Id | None = Field(None, description="null: any line in the box")
    rod_id: Id | None = Field(None, description="null: any rod in the box")
    crew: list[Mate] = Field(default=[], max_length=CREW_MOST, description="besides oneself; the"
                                                                            " box is one")


@dataclass(frozen=True)
class Looked:
    """One visit at one step for one angler, "" oneself: what suits it; None where it is dry."""

    visit: int
    who: str
    at: Moment
    step: int
    hours: float
    suits: Suits | None

    @property
    def bottom(self) -> str:
        return self.at.mark["bottom"]

    @property
    def end_clock(self) -> str:
        return self.at.span.clock_of(self.step + self.hours / self.at.span.step_h)


def _steps(i: int, visit: Visit, at: Moment) -> range:
    low, high = at.span.at_clock(visit.from_hour), at.span.at_clock(visit.to_hour)
    if high - low < 1.0:
        raise FieldError(f"visits[{i}].to_hour", f"`visits[{i}].to_hour` must be later than"
                                                 f" from_hour, got {visit.to_hour:g}: choose a"
                                                 " later hour")
    return range(round(low), min(round(high), 144), EVERY)


Rods = tuple[int, ...]
"""An angler's, as indices into those of the box."""


def _box_of_all(conn: sqlite3.Connection, asked: PackQuestion) -> tuple[Box, dict[str, Rods]]:
    """The one box, with everybody's rods, and which of these are whose, one's own first."""
    own = None if asked.line_id is None else [asked.line_id]
    box = box_of(conn, own, None if asked.rod_id is None else [asked.rod_id])
    rods = {"": box.rods}
    for i, mate in enumerate(asked.crew):
        try:
            rods[mate.name] = box_of(conn, own, ids_of(mate.rods)).rods
        except NotFound as error:
            raise FieldError(f"crew[{i}].rods", f"`crew[{i}].rods`: a rod of {mate.name} is no"
                                                " longer in the box: choose among those that"
                                                " are") from error
    every = tuple(dict.fromkeys(rod for mine in rods.values() for rod in mine))
    return replace(box, rods=every), {
        who: tuple(every.index(rod) for rod in mine) for who, mine in rods.items()}


def _looked(
    conn: sqlite3.Connection, now_s: float, asked: PackQuestion, box: Box, rods: dict[str, Rods]
) -> list[Looked]:
    """Every visit at every half hour of it, for one angler after the other."""
    shared = asked.model_dump(exclude={"visits", "rod_id", "line_id", "crew"})
    rules, out = rule_book(conn), []
    for i, visit in enumerate(asked.visits):
        question = ChoiceQuestion(mark_id=visit.mark_id, date=visit.date, fish=visit.fish,
                                  typed_speed_m_s=visit.typed_speed_m_s, **shared)
        at = moment(conn, now_s, question)
        steps = _steps(i, visit, at)
        # Those who fish the same rods are suited alike.
        kinds = list(dict.fromkeys(rods.values()))
        known = {step: dict(zip(kinds, suits_each(
            situation_of(conn, at, question, step), box, kinds, rules), strict=True))
            for step in steps if at.way.wet[step]}
        for who, mine in rods.items():
            for step in steps:
                lasts = min(EVERY, steps.stop - step) * at.span.step_h
                out.append(Looked(i, who, at, step, lasts,
                                  known[step][mine] if step in known else None))
    return out


@dataclass(frozen=True)
class Take:
    """So many of a kind; of these ``missing`` are not in the box."""

    kind: Kind
    count: int

    @property
    def missing(self) -> int:
        return max(0, self.count - self.kind.left)


@dataclass(frozen=True)
class Stretch:
    """A part of a visit, and what it is fished with; nothing where ``why`` says so. who : "" is
    oneself."""

    visit: int
    who: str
    place: str
    date: str
    from_clock: str
    to_clock: str
    head_id: int | None = None
    plastic_id: int | None = None
    rigging: str = ""
    why: str = ""

    def goes_on(self, other: Stretch) -> bool:
        """Whether ``other`` is the same, later."""
        return (self.visit, self.who, self.head_id, self.plastic_id, self.rigging, self.why) == (
            other.visit, other.who, other.head_id, other.plastic_id, other.rigging, other.why)


@dataclass(frozen=True)
class Loss:
    """What a visit's bottom is expected to take; ``logged`` None where nothing was. hours,
    an_hour : of each of the anglers."""

    visit: int
    place: str
    bottom: str
    anglers: int
    hours: float
    an_hour: float
    usual: float
    logged: Rate | None


@dataclass(frozen=True)
class PackList:
    heads: list[Take]
    plastics: list[Take]
    stretches: list[Stretch]
    losses: list[Loss]

    @property
    def missing(self) -> list[Take]:
        return [one for one in (*self.heads, *self.plastics) if one.missing]


def pack_for(conn: sqlite3.Connection, now_s: float, asked: PackQuestion) -> PackList:
    """The fewest heads and plastics for a plan.

    Raises
    ------
    FieldError
        Where the plan is too long to be packed in time.
    """
    check_crew(asked.crew)
    box, rods = _box_of_all(conn, asked)
    looked = _looked(conn, now_s, asked, box, rods)
    logged = lost_by_bottom(conn, trips_logged(conn)[0])
    rates = {bottom: loss_rate(bottom, r.events, r.hours) if (r := logged.get(bottom)) is not None
             else loss_rate(bottom) for bottom in USUAL_AN_HOUR}
    hours = np.array([one.hours for one in looked])
    expected = hours * [rates[one.bottom] for one in looked]
    own, soft = kinds_of(conn)
    boxed = ([own[int(h.head.id)] for h in box.heads], [soft[int(p.id)] for p in box.plastics])
    empty = np.zeros((len(box.heads), len(box.plastics)))
    near = np.array([empty > 0.0 if one.suits is None else one.suits.near(NEAR) for one in looked])
    liking = np.array([empty if one.suits is None else _liking(one.suits) for one in looked])
    left = [np.array([one.left for one in part]) for part in boxed]
    try:
        packed = pack(near, expected, hours, left[0], left[1], liking,
                      _numbered([(one.visit, one.who) for one in looked]),
                      _numbered([(one.visit, one.step) for one in looked]))
    except NotConverged as error:
        raise FieldError("visits", "`visits`: so much at once takes too long to pack: leave some"
                                   " out") from error
    takes = [[Take(one, int(n)) for one, n in zip(part, counts, strict=True) if n]
             for part, counts in zip(boxed, (packed.heads, packed.plastics), strict=True)]
    return PackList(takes[0], takes[1], _stretches(looked, packed, box),
                    _losses(looked, rates, logged))


def _numbered(keys: list[tuple[int, str]] | list[tuple[int, int]]) -> Indices:
    """(S,) the same number for the same key."""
    return np.unique(np.array(keys, dtype=str), axis=0, return_inverse=True)[1].reshape(-1)


def _liking(found: Suits) -> Array:
    """0 for what has most points, below for the rest."""
    points = np.where(np.isfinite(found.points), found.points, -99.0)
    return np.asarray(points - points.max())


def _stretches(looked: list[Looked], packed: Packed, box: Box) -> list[Stretch]:
    """What is fished when; neighbours with the same pair are one stretch."""
    out: list[Stretch] = []
    for one, h, p in zip(looked, packed.head, packed.plastic, strict=True):
        span = one.at.span
        row = Stretch(one.visit, one.who, one.at.mark["name"], span.date, span.clock_of(one.step),
                      one.end_clock, why="dry" if one.suits is None else "nothing suits")
        if h >= 0 and one.suits is not None:
            row = replace(row, head_id=int(box.heads[h].head.id),
                          plastic_id=int(box.plastics[p].id),
                          rigging=NAMES[str(one.suits.rigging[h, p])], why="")
        if out and out[-1].goes_on(row):
            out[-1] = replace(out[-1], to_clock=row.to_clock)
        else:
            out.append(row)
    return out


def _losses(
    looked: list[Looked], rates: dict[str, float], logged: dict[str, Rate]
) -> list[Loss]:
    out: dict[int, Loss] = {}
    anglers = len({one.who for one in looked})
    for one in looked:
        if one.who:
            continue
        row = out.setdefault(one.visit, Loss(
            one.visit, one.at.mark["name"], one.bottom, anglers, 0.0, rates[one.bottom],
            USUAL_AN_HOUR[one.bottom], logged.get(one.bottom)))
        out[one.visit] = replace(row, hours=round(row.hours + one.hours, 2))
    return list(out.values())
