"""The fewest heads and plastics for a plan; what the log took, and what that cost."""

from __future__ import annotations

import sqlite3
from bisect import bisect_right
from collections import defaultdict
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from pydantic import Field

from ilha.core.bench.riggings import NAMES
from ilha.core.choose.box import Box
from ilha.core.choose.situation import Clarity, Mood, Trend
from ilha.core.errors import Array, NotConverged
from ilha.core.log.losses import USUAL_AN_HOUR, loss_rate
from ilha.core.log.rates import Rate
from ilha.core.log.trips import Trip
from ilha.core.trip.packing import Packed, pack
from ilha.core.trip.suits import Suits, suits
from ilha.desk.asked import Asked, Id
from ilha.desk.books import box_of, rule_book
from ilha.desk.convert import head_name
from ilha.desk.logged import lost_by_bottom, trips_logged
from ilha.desk.outfit import ChoiceQuestion
from ilha.desk.water import Moment, moment, situation_of
from ilha.formats.fields import FieldError
from ilha.formats.words import School
from ilha.store import events, heads, plastics, stock

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


@dataclass(frozen=True)
class Looked:
    """One visit at one step: what suits it; None where it is dry."""

    visit: int
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


def _looked(
    conn: sqlite3.Connection, now_s: float, asked: PackQuestion, box: Box
) -> list[Looked]:
    """Every visit at every half hour of it."""
    shared = asked.model_dump(exclude={"visits", "rod_id", "line_id"})
    rules, out = rule_book(conn), []
    for i, visit in enumerate(asked.visits):
        question = ChoiceQuestion(mark_id=visit.mark_id, date=visit.date, fish=visit.fish,
                                  typed_speed_m_s=visit.typed_speed_m_s, **shared)
        at = moment(conn, now_s, question)
        steps = _steps(i, visit, at)
        for step in steps:
            suit = None
            if at.way.wet[step]:
                suit = suits(situation_of(conn, at, question, step), box, rules)
            lasts = min(EVERY, steps.stop - step) * at.span.step_h
            out.append(Looked(i, at, step, lasts, suit))
    return out


@dataclass(frozen=True)
class Kind:
    """A kind of head or plastic: how many were counted, and lost since."""

    kind: Literal["heads", "plastics"]
    id: int
    name: str
    carried: int
    lost: int
    price: float | None
    counted_utc_s: float

    @property
    def left(self) -> int:
        return max(0, self.carried - self.lost)


def _kinds(conn: sqlite3.Connection) -> tuple[dict[int, Kind], dict[int, Kind]]:
    """All heads and all plastics, by id."""
    gone, torn = stock.heads_lost(conn), stock.plastics_lost(conn)
    own = [Kind("heads", row["id"], head_name(row), row["carried"], gone.get(row["id"], 0),
                row["price"], row["counted_utc_s"]) for row in heads.listed(conn)]
    soft = [Kind("plastics", row["id"], row["name"], row["carried"], torn.get(row["id"], 0),
                 row["price"], row["counted_utc_s"]) for row in plastics.listed(conn)]
    return {one.id: one for one in own}, {one.id: one for one in soft}


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
    """A part of a visit, and what it is fished with; nothing where ``why`` says so."""

    visit: int
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
        return (self.visit, self.head_id, self.plastic_id, self.rigging, self.why) == (
            other.visit, other.head_id, other.plastic_id, other.rigging, other.why)


@dataclass(frozen=True)
class Loss:
    """What a visit's bottom is expected to take; ``logged`` None where nothing was."""

    visit: int
    place: str
    bottom: str
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
    box = box_of(conn, None if asked.line_id is None else [asked.line_id],
                 None if asked.rod_id is None else [asked.rod_id])
    looked = _looked(conn, now_s, asked, box)
    logged = lost_by_bottom(conn, trips_logged(conn)[0])
    rates = {bottom: loss_rate(bottom, r.events, r.hours) if (r := logged.get(bottom)) is not None
             else loss_rate(bottom) for bottom in USUAL_AN_HOUR}
    hours = np.array([one.hours for one in looked])
    expected = hours * [rates[one.bottom] for one in looked]
    own, soft = _kinds(conn)
    boxed = ([own[int(h.head.id)] for h in box.heads], [soft[int(p.id)] for p in box.plastics])
    empty = np.zeros((len(box.heads), len(box.plastics)))
    near = np.array([empty > 0.0 if one.suits is None else one.suits.near(NEAR) for one in looked])
    liking = np.array([empty if one.suits is None else _liking(one.suits) for one in looked])
    left = [np.array([one.left for one in part]) for part in boxed]
    try:
        packed = pack(near, expected, hours, left[0], left[1], liking,
                      np.array([one.visit for one in looked]))
    except NotConverged as error:
        raise FieldError("visits", "`visits`: so much at once takes too long to pack: leave some"
                                   " out") from error
    takes = [[Take(one, int(n)) for one, n in zip(part, counts, strict=True) if n]
             for part, counts in zip(boxed, (packed.heads, packed.plastics), strict=True)]
    return PackList(takes[0], takes[1], _stretches(looked, packed, box),
                    _losses(looked, rates, logged))


def _liking(found: Suits) -> Array:
    """0 for what has most points, below for the rest."""
    points = np.where(np.isfinite(found.points), found.points, -99.0)
    return np.asarray(points - points.max())


def _stretches(looked: list[Looked], packed: Packed, box: Box) -> list[Stretch]:
    """What is fished when; neighbours with the same pair are one stretch."""
    out: list[Stretch] = []
    for one, h, p in zip(looked, packed.head, packed.plastic, strict=True):
        span = one.at.span
        row = Stretch(one.visit, one.at.mark["name"], span.date, span.clock_of(one.step),
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
    for one in looked:
        row = out.setdefault(one.visit, Loss(
            one.visit, one.at.mark["name"], one.bottom, 0.0, rates[one.bottom],
            USUAL_AN_HOUR[one.bottom], logged.get(one.bottom)))
        out[one.visit] = replace(row, hours=round(row.hours + one.hours, 2))
    return list(out.values())


@dataclass(frozen=True)
class Cost:
    """What things cost today; what has no price, or is gone, is counted."""

    money: float
    unpriced: int


@dataclass(frozen=True)
class LostTrip:
    """A trip on which something was lost."""

    trip: Trip
    lost: int
    cost: Cost


@dataclass(frozen=True)
class Restock:
    """What the log took since each kind was counted, and what every trip cost, the last first."""

    lost: list[Kind]
    cost: Cost
    trips: list[LostTrip]
    hours: float


def restock(conn: sqlite3.Connection) -> Restock:
    """What is to be had again."""
    kinds = _kinds(conn)
    gone = [one for part in kinds for one in part.values() if one.lost]
    trips, log = trips_logged(conn)
    # Both are in the order of the log: the n-th that was lost is the n-th lost word.
    lost_at = np.flatnonzero(log.kind.where("lost")).tolist()
    begins = [trip.first for trip in trips]
    by_trip: dict[int, list[events.Event]] = defaultdict(list)
    for at, event in zip(lost_at, events.lost(conn), strict=True):
        by_trip[bisect_right(begins, at) - 1].append(event)
    costs = [LostTrip(trips[i], len(lost), _cost(lost, kinds))
             for i, lost in sorted(by_trip.items(), reverse=True)]
    return Restock(
        gone, Cost(sum(one.lost * (one.price or 0.0) for one in gone),
                   sum(one.lost for one in gone if one.price is None)),
        costs, sum(trip.hours for trip in trips))


def _cost(
    lost: list[events.Event], kinds: tuple[dict[int, Kind], dict[int, Kind]]
) -> Cost:
    """What lost rigs cost today, head and plastic."""
    of = [one for event in lost for one in (kinds[0].get(event["head_id"] or 0),
                                            kinds[1].get(event["plastic_id"] or 0))]
    prices = [None if one is None else one.price for one in of]
    return Cost(sum(p for p in prices if p is not None), sum(p is None for p in prices))
