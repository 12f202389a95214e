"""A trip's plan as its payload."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Any

import numpy as np

from ilha.core.advice.cautions import runs
from ilha.core.choose.outfit import Outfit
from ilha.core.errors import Flags
from ilha.core.trip.round import Round
from ilha.desk.sky import until
from ilha.desk.trip import TripPlan
from ilha.desk.trip_lived import Lived
from ilha.desk.trip_marks import PER_STEP, TripPlace
from ilha.desk.trips import KeptTrip
from ilha.web.log.dump import photograph
from ilha.web.trip import payloads as p

HEADS = ("none", "marginal", "right")
QUARTER = 3
"""Instants of a quarter of an hour."""
LESS = 0.97
"""A share of the best under this takes something from it."""


def kept(trip: KeptTrip) -> dict[str, Any]:
    return {"id": trip.id, "asked": trip.asked.model_dump(), "gone": trip.gone}


class _Window:
    """The window of a plan: where instants stand in it."""

    def __init__(self, plan: TripPlan) -> None:
        self.plan, (self.first, self.last) = plan, plan.window
        self.count = self.last - self.first + 1

    def clock(self, at: float) -> str:
        return self.plan.span.clock_of((self.first + at) / PER_STEP)

    def span(self, a: float, b: float) -> dict[str, Any]:
        low, high = (min(max(0.0, float(x)), self.count - 1.0) for x in (a, b))
        return {"from_at": round(low, 2), "to_at": round(high, 2), "from_clock": self.clock(low),
                "to_clock": until(self.clock(high))}

    def steps(self, a: float, b: float) -> dict[str, Any]:
        """Of steps of the day."""
        return self.span(PER_STEP * a - self.first, PER_STEP * b - self.first)

    def shows(self, a: float, b: float) -> bool:
        return PER_STEP * b > self.first and PER_STEP * a < self.last

    def of(self, values: Any) -> Any:
        return values[self.first:self.last + 1]

    def flags(self, when: Flags) -> Iterable[dict[str, Any]]:
        return (self.span(a, b) for a, b in runs(self.of(when)) if b > a)


def _rounded(values: Any, digits: int = 3) -> list[float]:
    return [float(v) for v in np.round(values, digits)]


def _hours(w: _Window, place: TripPlace) -> list[dict[str, Any]]:
    out: list[dict[str, Any]] = []
    spot, closed = place.spot, place.closed
    if spot is None or place.shares is None or closed is None or place.sky is None:
        return out
    for a in range(0, w.count - 1, QUARTER):
        b = min(a + QUARTER, w.count - 1)
        part = slice(w.first + a, w.first + b + 1)
        middle = w.first + (a + b) // 2
        shares = {name: float(values[part].mean()) for name, values in place.shares.items()}
        reasons = [reason for s in place.sky.spells
                   if s.during.within(middle / PER_STEP, middle / PER_STEP) for reason in s.reasons]
        out.append({**w.span(a, b), "worth": round(float(place.worth[part].mean()), 3),
                    "depth_m": round(float(spot.depth[middle]), 2),
                    "stream_m_s": round(float(spot.stream[middle]), 3), "sky": spot.sky[middle],
                    "spell": list(dict.fromkeys(reasons)), "head": HEADS[spot.head[middle]],
                    "shares": {k: round(v, 2) for k, v in shares.items() if v < LESS},
                    "closed": [why for why, flags in closed.items() if flags[part].any()]})
    return out


def _heads(w: _Window, place: TripPlace, first: float, last: float) -> list[dict[str, Any]]:
    """Runs of the day's plan between two steps."""
    if place.day is None:
        return []
    day = place.day
    return [{**w.steps(a, b), "head_id": day.rows[head]["id"] if head >= 0 else None,
             "rigged": day.rigged(head) if head >= 0 else ""}
            for a, b, head in day.tied(first, last)]


def _row(w: _Window, place: TripPlace, cautions: list[str]) -> dict[str, Any]:
    blank = {"mark_id": place.mark["id"], "why": place.why,
             "field": place.field, "stance": place.stance,
             "stream_m_s": [], "depth_m": [], "worth": [], "spells": [], "closed": [],
             "hours": [], "heads": [], "plastic_id": None, "line_id": None, "rod_id": None,
             "rigging": "", "retrieve": "", "crew": [], "cautions": []}
    if place.spot is None or place.sky is None or place.at is None or place.closed is None:
        return blank
    o = place.outfit
    return blank | {
        "stream_m_s": _rounded(w.of(place.spot.stream)), "depth_m": _rounded(
            w.of(place.spot.depth), 2), "worth": _rounded(w.of(place.worth)),
        "spells": [{**w.steps(s.during.from_step, s.during.to_step), "reasons": list(s.reasons),
                    "best": s.best} for s in place.sky.spells
                   if w.shows(s.during.from_step, s.during.to_step)],
        "closed": [{**span, "why": why} for why, flags in place.closed.items()
                   for span in w.flags(flags)],
        "hours": _hours(w, place),
        "heads": _heads(w, place, w.first / PER_STEP, w.last / PER_STEP),
        "cautions": cautions, "crew": [{"name": name} | ({} if own is None else {
            **_tackle(own), "head_id": int(own.head.head.id)}) for name, own in place.crew],
    } | ({} if o is None else {**_tackle(o), "rigging": o.rigging})


def _tackle(o: Outfit) -> dict[str, Any]:
    return {"plastic_id": int(o.plastic.id), "line_id": int(o.line.id), "rod_id": int(o.rod.id),
            "retrieve": o.retrieve}


def _round(w: _Window, plan: TripPlan, found: Round) -> dict[str, Any]:
    stays = []
    for stay in found.stays:
        steps = [plan.instant(tick) / PER_STEP for tick in (stay.start, stay.end)]
        stays.append({**w.span(stay.start, stay.end), "row": stay.place,
                      "heads": _heads(w, plan.places[stay.place], steps[0], steps[1])})
    legs = [{**w.span(leg.start, leg.end), "origin": leg.origin, "to": leg.to,
             "minutes": round(float(plan.legs_s[leg.origin, leg.to, leg.start]) / 60.0, 1),
             "still_minutes": round(float(plan.still_s[leg.origin, leg.to]) / 60.0, 1)}
            for leg in found.legs]
    return {"worth_min": round(found.worth, 1), "stays": stays, "legs": legs,
            "unmet": [w.span(a, b) for row in found.unmet for a, b in _ticks(row)]}


def _ticks(row: Flags) -> list[tuple[int, int]]:
    edges = np.flatnonzero(np.diff(np.concatenate([[0], row.astype(int), [0]])))
    return [(int(a), int(b)) for a, b in edges.reshape(-1, 2)]


def trip_plan(trip: KeptTrip, plan: TripPlan, cautions: Sequence[list[str]]) -> p.TripPlan:
    """cautions : of each mark, in the angler's units."""
    w = _Window(plan)
    first = next((place for place in plan.places if place.at is not None), None)
    light: list[dict[str, Any]] = []
    turns: list[dict[str, Any]] = []
    if first is not None and first.sky is not None and first.at is not None:
        changes = first.sky.light
        ends = [c.step for c in changes[1:]] + [144.0]
        light = [{"at": w.steps(c.step, end)["from_at"], "sky": c.sky}
                 for c, end in zip(changes, ends, strict=True) if w.shows(c.step, end)]
        turns = [{"at": PER_STEP * plan.span.step(e["time_utc_s"]) - w.first,
                  "clock": plan.span.clock(e["time_utc_s"]), "kind": e["kind"]}
                 for e in first.at.events]
    return p.TripPlan.model_validate({
        "planned_utc_s": None, "trip": kept(trip), "time_zone": str(plan.span.zone),
        "start_utc_s": plan.time(0),
        "instant_s": plan.span.step_s / PER_STEP,
        "clock": [w.clock(i) for i in range(w.count)], "light": light,
        "turns": [t for t in turns if 0.0 <= t["at"] <= w.count - 1],
        "rows": [_row(w, place, said)
                 for place, said in zip(plan.places, cautions, strict=True)],
        "rounds": [_round(w, plan, found) for found in plan.rounds],
        "remedies": [{"words": r.words, "change": r.change, "worth_min": round(r.minutes, 1)}
                     for r in plan.remedies]})


def trip_lived(trip: KeptTrip, found: Lived) -> p.TripLived:
    span = found.span
    first = PER_STEP * span.at_clock(trip.asked.from_hour)
    rows = {one.mark_id: i for i, one in enumerate(trip.asked.marks)}

    def clock(at_s: float | None) -> str | None:
        return None if at_s is None else span.clock(at_s)

    return p.TripLived.model_validate({
        "events": [{"id": e["id"], "row": rows[e["mark_id"]],
                    "at": round(PER_STEP * span.step(e["at_utc_s"]) - first, 2),
                    "clock": span.clock(e["at_utc_s"]), "kind": e["kind"],
                    "head_name": e["head_name"], "plastic_name": e["plastic_name"],
                    "fish": e["fish"]} for e in found.events if e["mark_id"] is not None],
        "marks": [{"mark_id": one.mark_id, "from_clock": clock(one.first),
                   "to_clock": clock(one.last), "counts": one.counts, "heads": one.heads}
                  for one in found.marks],
        "photographs": [photograph(one) for one in found.photographs],
        "elsewhere": found.elsewhere, "taught": [{
            **vars(one), "before": round(one.before, 3), "after": round(one.after, 3)}
            for one in found.taught]})
