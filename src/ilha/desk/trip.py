"""Where to be when: a trip's round over its marks, the next best, and what stands in its way."""

from __future__ import annotations

import sqlite3
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.trip.round import Round, rounds
from ilha.core.trip.ways import CRAFTS, durations
from ilha.core.trip.worth import barred
from ilha.desk.clock import NOON, Span, span_of
from ilha.desk.errors import found
from ilha.desk.trip_asked import LATEST, LEAST_MINUTES, TripQuestion
from ilha.desk.trip_marks import PER_STEP, TripPlace, trip_place
from ilha.formats.fields import FieldError
from ilha.store import marks

NEXT_BEST = 2


@dataclass(frozen=True)
class Remedy:
    """What would make the trip, or a pin, possible; ``change`` of its question."""

    words: str
    change: dict[str, Any]
    minutes: float


@dataclass(frozen=True)
class TripPlan:
    """A trip and its rounds, best first; the first without stays where nothing is worth going.

    window : first and last instant, of which each begins a tick of the rounds. legs_s : (P, P, T)
    seconds from place to place, the last is home.
    """

    asked: TripQuestion
    span: Span
    places: list[TripPlace]
    window: tuple[int, int]
    rounds: list[Round]
    legs_s: Array
    still_s: Array
    """(P, P) in still water."""
    remedies: list[Remedy]

    @property
    def best(self) -> Round:
        return self.rounds[0]

    def instant(self, tick: int) -> int:
        return self.window[0] + tick

    def clock(self, tick: int) -> str:
        return self.span.clock_of(self.instant(tick) / PER_STEP)

    def time(self, tick: int) -> float:
        """s since 1970 UTC."""
        return self.span.start_s + self.span.step_s / PER_STEP * self.instant(tick)


def plan_trip(conn: sqlite3.Connection, now_s: float, asked: TripQuestion) -> TripPlan:
    """The best round of a trip, proven so, and the two next to it.

    Raises
    ------
    NotFound, FieldError
        Naming the field.
    """
    asked.check()
    if not asked.marks:
        raise FieldError("marks", "`marks` are all gone: choose marks that are there")
    found = _Trip(conn, now_s, asked)
    best = found.solved(asked, NEXT_BEST + 1)
    remedies = [] if best[0].stays and not best[0].unmet.any() else found.remedies(best[0])
    return TripPlan(asked, found.span, found.places, found.window(asked), best,
                    found.legs(asked),
                    found.legs(asked, still=True)[:, :, 0], remedies)


class _Trip:
    """The marks of a trip, judged once for its whole day; solved for what varies of it."""

    def __init__(self, conn: sqlite3.Connection, now_s: float, asked: TripQuestion) -> None:
        self.conn, self.now_s, self.asked = conn, now_s, asked
        self.span = _span(conn, now_s, asked)
        self.places = [trip_place(conn, now_s, asked, one, self.window(asked))
                       for one in asked.marks]
        zones = {place.mark["time_zone"] for place in self.places}
        if len(zones) > 1:
            raise FieldError("marks", f"`marks` must share one clock, got {' and '.join(zones)}:"
                                      " plan a trip for each")

    def window(self, asked: TripQuestion) -> tuple[int, int]:
        first, last = (round(PER_STEP * self.span.at_clock(hour))
                       for hour in (asked.from_hour, asked.to_hour))
        return first, last

    @property
    def tick_s(self) -> float:
        """Seconds of a tick."""
        return self.span.step_s / PER_STEP

    def _at(self, asked: TripQuestion) -> Indices:
        """Instants that the ticks begin and end at."""
        first, last = self.window(asked)
        return np.arange(first, last + 1)

    def legs(self, asked: TripQuestion, still: bool = False) -> Array:
        """Seconds from place to place, (P, P, T), or as in still water."""
        at, count = self._at(asked), len(self.places)
        stream, flows = np.zeros((count + 1, at.size)), np.full((count + 1, at.size), np.nan)
        for i, place in enumerate(self.places):
            flood, ebb = place.mark["flood_to_deg"], place.mark["ebb_to_deg"]
            if still or place.spot is None or flood is None:
                continue
            water = place.spot.stream[at]
            stream[i] = np.abs(water)
            flows[i] = np.where(water >= 0.0, flood, (flood + 180.0) if ebb is None else ebb)
        where = [(p.mark["latitude_deg"], p.mark["longitude_deg"]) for p in self.places]
        where.append((asked.home.latitude_deg, asked.home.longitude_deg))
        lat, lon = np.array(where).T
        return durations(lat, lon, stream, flows, asked.speed, CRAFTS[asked.craft],
                         self.tick_s)

    def _travel(self, asked: TripQuestion) -> Indices:
        """The same in ticks, -1 where one would not be there in time or in the dark."""
        legs = self.legs(asked) / self.tick_s
        out = np.where(np.isfinite(legs), np.ceil(np.where(np.isfinite(legs), legs, 0.0) - 1e-6),
                       -1.0).astype(int)
        if not asked.lamp:
            dark = self._dark(asked)
            so_far = np.concatenate([[0], np.cumsum(dark)])
            starts = np.arange(out.shape[2])
            ends = np.minimum(starts + np.maximum(out, 0), dark.size)
            out = np.where(so_far[ends] > so_far[np.minimum(starts, dark.size)], -1, out)
        return np.asarray(out)

    def _dark(self, asked: TripQuestion) -> Flags:
        place = next((p for p in self.places if p.spot is not None), None)
        at = self._at(asked)
        if place is None or place.spot is None:
            return np.zeros(at.size - 1, dtype=bool)
        night = np.array([sky == "night" for sky in place.spot.sky])[at]
        return np.asarray(night[:-1] | night[1:])

    def solved(self, asked: TripQuestion, count: int = 1) -> list[Round]:
        """The best rounds of the trip as ``asked``, whose marks are judged already."""
        at = self._at(asked)
        tick_min = self.tick_s / 60.0
        worth = np.zeros((len(self.places), at.size - 1))
        shut = np.ones(worth.shape, dtype=bool)
        for i, place in enumerate(self.places):
            if place.closed is None:
                continue
            value = place.worth
            fine = 0.5 * (value[:-1] + value[1:])
            when = {why: flags for why, flags in place.closed.items()
                    if not (asked.lamp and why == "dark")}
            closed = barred(when, tick_min) if when else np.zeros(fine.size, dtype=bool)
            worth[i], shut[i] = fine[at[:-1]], closed[at[:-1]]
        pinned = np.zeros(worth.shape, dtype=bool)
        for hold in asked.holds:
            row = [one.mark_id for one in asked.marks].index(hold.mark_id)
            within = self._within(asked, hold.from_hour, hold.to_hour)
            if hold.there:
                pinned[row] |= within
            else:
                shut[row] |= within
        least = max(1, round(LEAST_MINUTES / tick_min))
        return rounds(worth, shut, self._travel(asked), tick_min, least, pinned, count)

    def _within(self, asked: TripQuestion, from_hour: float, to_hour: float) -> Flags:
        low, high = (PER_STEP * self.span.at_clock(hour) for hour in (from_hour, to_hour))
        middle = self._at(asked)[:-1] + 0.5
        return np.asarray((middle > low) & (middle < high))

    def remedies(self, best: Round) -> list[Remedy]:
        """What would give a round, or keep what is pinned: each change by itself, the one that
        gives most first."""
        out = []
        for words, change in self._changes():
            other = self.asked.model_copy(update=change)
            trip = self
            # A trip that goes over midnight has other days of its marks.
            if (not change.keys() <= {"holds", "lamp", "from_hour", "to_hour"}
                    or other.first_hour != self.asked.first_hour):
                trip = _Trip(self.conn, self.now_s, other)
            then = trip.solved(other)[0]
            if (then.unmet.sum(), -then.worth) < (best.unmet.sum(), -best.worth - 1.0):
                out.append(Remedy(words, change, then.worth))
        return sorted(out, key=lambda r: -r.minutes)

    def _changes(self) -> Sequence[tuple[str, dict[str, Any]]]:
        asked = self.asked
        out: list[tuple[str, dict[str, Any]]] = []
        if not asked.lamp:
            out.append(("go in the dark too, with a lamp", {"lamp": True}))
        first = float(asked.first_hour)
        latest = LATEST if asked.from_hour >= NOON else 24.0
        if asked.from_hour > first:
            out.append(("go two hours earlier", {"from_hour": max(first, asked.from_hour - 2.0)}))
        if asked.to_hour < latest:
            out.append(("come back two hours later",
                        {"to_hour": min(latest, asked.to_hour + 2.0)}))
        if asked.from_hour > first or asked.to_hour < asked.last_hour:
            out.append(("take all of the night" if first else "take the whole day",
                        {"from_hour": first, "to_hour": asked.last_hour}))
        if asked.holds:
            out += [(f"drop the hours of {self._name(hold.mark_id)}",
                     {"holds": [h for h in asked.holds if h is not hold]}) for hold in asked.holds]
        out += [(f"go {CRAFTS[key].words}", {"craft": key, "speed_m_s": None})
                for key in CRAFTS if key != asked.craft]
        return out

    def _name(self, mark_id: int) -> str:
        return next(p.mark["name"] for p in self.places if p.mark["id"] == mark_id)


def _span(conn: sqlite3.Connection, now_s: float, asked: TripQuestion) -> Span:
    first = found(conn, marks.get, asked.marks[0].mark_id, "marks", "mark")
    return span_of(asked.date, first["time_zone"], now_s, asked.first_hour)
