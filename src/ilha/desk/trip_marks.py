"""The marks of a trip through its day: what each minute there is worth, what closes it, what is
tied on."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np

from ilha.core.choose.fish import Fish
from ilha.core.choose.outfit import Outfit
from ilha.core.errors import Array, DomainError, Flags, Indices
from ilha.core.judge.schools import MARGINAL
from ilha.core.tide.light import light
from ilha.core.trip.ways import CRAFTS, Craft
from ilha.core.trip.worth import Spot, TripWeather, closed, worth
from ilha.desk.board import DayOfMark, DayQuestion, day_of
from ilha.desk.books import fish_named
from ilha.desk.clock import STEPS
from ilha.desk.errors import NotFound, found
from ilha.desk.outfit import ChoiceQuestion, chosen
from ilha.desk.sky import Sky, sky_of
from ilha.desk.trip_asked import Mate, TripMark, TripQuestion
from ilha.desk.water import Moment, moment
from ilha.formats.fields import FieldError
from ilha.store import marks

PER_STEP = 2
"""Ticks in a step of the day: five minutes."""
INSTANTS = PER_STEP * (STEPS - 1) + 1
SHARED = ("date", "fish", "mood", "school", "wind_m_s", "wind_from_deg", "swell_m",
          "temperature_c", "temperature_trend", "clarity", "pests")
"""What the trip's question has in common with a mark's."""


@dataclass(frozen=True)
class TripPlace:
    """A mark of a trip at the instants (289,) of its day. why : why it is not counted in, "" where
    it is; then there is no more of it; field : what is missing, "" where it is something else.
    outfit, day : None where nothing does or it is dry. crew : the same for who comes along, each
    with their own rods; no day of theirs is computed."""

    mark: marks.Mark
    why: str
    field: str = ""
    stance: str = ""
    at: Moment | None = None
    sky: Sky | None = None
    spot: Spot | None = None
    shares: dict[str, Array] | None = None
    closed: dict[str, Flags] | None = None
    outfit: Outfit | None = None
    day: DayOfMark | None = None
    crew: tuple[tuple[str, Outfit | None], ...] = ()

    @cached_property
    def worth(self) -> Array:
        """Of a minute at each instant."""
        if not self.shares:
            return np.zeros(INSTANTS)
        return np.asarray(np.prod(list(self.shares.values()), axis=0))


def finer(values: Array) -> Array:
    """Of each step of the day, at each instant."""
    return np.asarray(np.interp(np.arange(INSTANTS), PER_STEP * np.arange(STEPS), values))


def _held(values: Indices) -> Indices:
    return np.asarray(np.repeat(values, PER_STEP)[:INSTANTS])


def trip_place(
    conn: sqlite3.Connection, now_s: float, asked: TripQuestion, one: TripMark,
    window: tuple[int, int],
) -> TripPlace:
    """A mark of a trip; a mark whose water is not known says so and is not counted in."""
    mark = found(conn, marks.get, one.mark_id, "marks", "mark")
    craft, fish = CRAFTS[asked.craft], fish_named(conn, asked.fish)
    stance = craft.stance(mark["stance"])
    if not stance:
        return TripPlace(mark, f"it is not reached {craft.words}")
    shared = {name: getattr(asked, name) for name in SHARED} | {
        "mark_id": mark["id"], "typed_speed_m_s": one.typed_speed_m_s,
        "stance": None if stance == mark["stance"] else stance}
    question = ChoiceQuestion(**shared, rods=asked.rods, lines=asked.lines)
    try:
        at = moment(conn, now_s, question, asked.first_hour)
    except DomainError as error:
        return TripPlace(mark, str(error), error.field)
    blank = TripPlace(mark, "", "", stance, at, sky_of(at))
    spot = _spot(blank, np.full(INSTANTS, 2))
    step = _best(replace(blank, spot=spot, shares=worth(spot, _weather(asked), fish)), window)
    if step is None:
        spot = replace(spot, head=_heads(None))
        return replace(blank, spot=spot, **_judged(spot, asked, craft, fish))
    question = question.model_copy(update={"step": step})
    outfit = _tied(conn, now_s, question, asked.first_hour)
    day = None if outfit is None else _day(conn, now_s, shared, outfit, asked.first_hour)
    crew = tuple((mate.name, _tied_by(conn, now_s, question, mate, asked.first_hour))
                 for mate in asked.crew)
    spot = replace(spot, head=_heads(day))
    return replace(blank, spot=spot, outfit=outfit, day=day, crew=crew,
                   **_judged(spot, asked, craft, fish))


def _judged(spot: Spot, asked: TripQuestion, craft: Craft, fish: Fish) -> dict[str, Any]:
    weather = _weather(asked)
    return {"shares": worth(spot, weather, fish),
            "closed": closed(spot, weather, craft, asked.wade_m, asked.lamp)}


def _weather(asked: TripQuestion) -> TripWeather:
    return TripWeather(asked.wind_m_s, asked.wind_from_deg, asked.swell_m or 0.0,
                       asked.temperature_c, asked.thunder)


def _spot(place: TripPlace, head: Indices) -> Spot:
    at, mark = place.at, place.mark
    assert at is not None
    assert place.sky is not None
    depth, back = finer(at.way.depth), mark["way_back_depth_m"]
    steps = np.arange(INSTANTS) / PER_STEP
    spell = np.zeros(INSTANTS, dtype=int)
    for one in place.sky.spells:
        within = (steps >= one.during.from_step) & (steps <= one.during.to_step)
        spell[within] = np.maximum(spell[within], 2 if one.best else 1)
    times = at.span.times
    over = light(mark["latitude_deg"], mark["longitude_deg"], float(times[0]), float(times[-1]))
    starts = np.array([when for when, _ in over.changes])
    instants = finer(times)
    sky = [over.changes[max(0, i)][1]
           for i in np.searchsorted(starts, instants, side="right") - 1]
    return Spot(
        mark["kind"], mark["exposure"], place.stance, depth, depth + at.at_the_rod,
        None if back is None else back + depth - at.charted, finer(at.way.stream), sky, spell,
        head, mark["flood_to_deg"], mark["ebb_to_deg"])


def _best(place: TripPlace, window: tuple[int, int]) -> int | None:
    """The step of the window that is worth most; None where it is dry all through."""
    assert place.at is not None
    steps = np.arange(-(-window[0] // PER_STEP), window[1] // PER_STEP + 1)
    steps = steps[place.at.way.wet[steps]]
    return int(steps[np.argmax(place.worth[PER_STEP * steps])]) if steps.size else None


def _tied(
    conn: sqlite3.Connection, now_s: float, question: ChoiceQuestion, first_hour: int
) -> Outfit | None:
    """The outfit for the moment that is asked for."""
    try:
        outfits = chosen(conn, now_s, question, first_hour).outfits
    except (DomainError, FieldError):
        # An empty box, say: the hours are worth something all the same.
        return None
    # Rigs on a sinker or of two heads are no board of a day.
    return next((o for o in outfits if o.front is None), None)


def _tied_by(
    conn: sqlite3.Connection, now_s: float, question: ChoiceQuestion, mate: Mate, first_hour: int
) -> Outfit | None:
    """The same for one who comes along."""
    try:
        return _tied(conn, now_s, question.model_copy(update={"rods": mate.rods}),
                     first_hour)
    except NotFound:
        # A rod has left the box since: the trip goes on without it.
        return None


def _day(
    conn: sqlite3.Connection, now_s: float, shared: dict[str, Any], o: Outfit, first_hour: int
) -> DayOfMark:
    """The day of the heads on an outfit's plastic."""
    return day_of(conn, now_s, DayQuestion(
        **shared, plastic_id=int(o.plastic.id), line_id=int(o.line.id), rod_id=int(o.rod.id),
        retrieve=o.retrieve), bare=True, first_hour=first_hour)


def _heads(day: DayOfMark | None) -> Indices:
    """Whether a head of the box is right at each instant: 2, marginal 1, none 0."""
    out = np.zeros(STEPS, dtype=int)
    if day is not None and day.day.board is not None:
        board = day.day.board
        marginal = (board.judgement.verdict == MARGINAL).any(axis=0)
        out[day.day.wet] = np.where(board.picks[day.asked.school] >= 0, 2, marginal)
    return _held(out)
