"""POST /api/pack: the fewest heads and plastics for a plan. GET /api/restock: losses and money."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.bench.riggings import NAMES
from ilha.core.choose.box import Box
from ilha.core.errors import NotConverged
from ilha.core.log.losses import ENOUGH, USUAL_AN_HOUR, loss_rate
from ilha.core.log.rates import Rate
from ilha.core.trip.packing import Packed, pack
from ilha.core.trip.suits import Suits, suits
from ilha.formats.fields import FieldError
from ilha.store import events, heads, plastics, stock
from ilha.web.books import box_of, rule_book
from ilha.web.choice import situation_at
from ilha.web.choice_payloads import ChoiceQuestion
from ilha.web.convert import head_name
from ilha.web.database import connection
from ilha.web.day import Moment, moment
from ilha.web.logged import lost_by_bottom, trips_logged
from ilha.web.pack_payloads import PackList, PackQuestion, Restock, Visit
from ilha.web.resources import answer

bp = Blueprint("pack", __name__, url_prefix="/api")

EVERY = 3
"""The plan is looked at every third step: half an hour."""
NEAR = 2.5
"""A pair within so many points of the best does well enough (judgement: between two and three rules
of usual weight; less of it packs a second plastic for half an hour)."""


@dataclass(frozen=True)
class _Looked:
    """One visit at one step: what suits it; None where it is dry."""

    visit: int
    at: Moment
    step: int
    hours: float
    suits: Suits | None


def _steps(i: int, visit: Visit, at: Moment) -> range:
    low, high = (at.span.at_hour(int(hour)) + (hour % 1.0) / at.span.step_h
                 for hour in (visit.from_hour, visit.to_hour))
    if high - low < 1.0:
        raise FieldError(f"visits[{i}].to_hour", f"`visits[{i}].to_hour` must be later than"
                                                 f" from_hour, got {visit.to_hour:g}: choose a"
                                                 " later hour")
    return range(round(low), min(round(high), 144), EVERY)


def _looked(asked: PackQuestion, box: Box) -> list[_Looked]:
    """Every visit at every half hour of it."""
    shared = asked.model_dump(exclude={"visits", "rod_id"})
    rules, out = rule_book(), []
    for i, visit in enumerate(asked.visits):
        question = ChoiceQuestion(mark_id=visit.mark_id, date=visit.date, fish=visit.fish, **shared)
        at = moment(question)
        steps = _steps(i, visit, at)
        for step in steps:
            here = question.model_copy(update={"step": step})
            found = suits(situation_at(here, at), box, rules) if at.way.wet[step] else None
            lasts = min(EVERY, steps.stop - step) * at.span.step_h
            out.append(_Looked(i, at, step, lasts, found))
    return out


@dataclass(frozen=True)
class _Held:
    """A kind of head or plastic: how many were counted, and lost since."""

    kind: str
    id: int
    name: str
    carried: int
    lost: int
    price: float | None
    counted_utc_s: float

    @property
    def left(self) -> int:
        return max(0, self.carried - self.lost)

    def take(self, count: int) -> dict[str, Any]:
        return {"id": self.id, "name": self.name, "take": count, "left": self.left,
                "missing": max(0, count - self.left), "price": self.price}


def _held() -> tuple[dict[int, _Held], dict[int, _Held]]:
    """All heads and all plastics, by id."""
    conn = connection()
    gone, torn = stock.heads_lost(conn), stock.plastics_lost(conn)
    own = [_Held("heads", row["id"], head_name(row), row["carried"], gone.get(row["id"], 0),
                 row["price"], row["counted_utc_s"]) for row in heads.listed(conn)]
    soft = [_Held("plastics", row["id"], row["name"], row["carried"], torn.get(row["id"], 0),
                  row["price"], row["counted_utc_s"]) for row in plastics.listed(conn)]
    return {one.id: one for one in own}, {one.id: one for one in soft}


@bp.post("/pack")
def post_pack() -> Response:
    asked = PackQuestion.model_validate_json(request.get_data())
    box = box_of(asked.line_id, asked.rod_id)
    looked = _looked(asked, box)
    logged = lost_by_bottom(trips_logged()[0])
    rates = {bottom: loss_rate(bottom, r.events, r.hours) if (r := logged.get(bottom)) is not None
             else loss_rate(bottom) for bottom in USUAL_AN_HOUR}
    hours = np.array([one.hours for one in looked])
    expected = hours * [rates[one.at.mark["bottom"]] for one in looked]
    own, soft = _held()
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
    takes = [[one.take(int(n)) for one, n in zip(part, counts, strict=True) if n]
             for part, counts in zip(boxed, (packed.heads, packed.plastics), strict=True)]
    missing = [one for part in takes for one in part if one["missing"]]
    return answer(PackList.model_validate({
        "heads": takes[0], "plastics": takes[1],
        "stretches": _stretches(looked, packed, box), "losses": _losses(looked, rates, logged),
        "lasts": ENOUGH,
        "cost": round(sum(one["missing"] * (one["price"] or 0.0) for one in missing), 2),
        "unpriced": sum(one["missing"] for one in missing if one["price"] is None)}))


def _liking(found: Suits) -> Any:
    """0 for what has most points, below for the rest."""
    points = np.where(np.isfinite(found.points), found.points, -99.0)
    return points - points.max()


_SAME = ("visit", "head_id", "plastic_id", "rigging", "why")
"""What neighbours must share to be one stretch."""


def _stretches(looked: list[_Looked], packed: Packed, box: Box) -> list[dict[str, Any]]:
    """What is fished when; neighbours with the same pair are one stretch."""
    out: list[dict[str, Any]] = []
    for one, h, p in zip(looked, packed.head, packed.plastic, strict=True):
        row: dict[str, Any] = {
            "visit": one.visit, "place": one.at.mark["name"], "date": one.at.span.date,
            "head_id": None, "plastic_id": None, "rigging": "",
            "why": "dry" if one.suits is None else "nothing suits"}
        if h >= 0 and one.suits is not None:
            row |= {"head_id": int(box.heads[h].head.id), "plastic_id": int(box.plastics[p].id),
                    "rigging": NAMES[str(one.suits.rigging[h, p])], "why": ""}
        end = one.at.span.clock_of(one.step + one.hours / one.at.span.step_h)
        if out and all(out[-1][k] == row[k] for k in _SAME):
            out[-1]["to_clock"] = end
        else:
            out.append({**row, "from_clock": one.at.span.clock_of(one.step), "to_clock": end})
    return out


def _losses(looked: list[_Looked], rates: dict[str, float], logged: dict[str, Rate]
            ) -> list[dict[str, Any]]:
    out: dict[int, dict[str, Any]] = {}
    for one in looked:
        bottom = one.at.mark["bottom"]
        seen = logged.get(bottom)
        row = out.setdefault(one.visit, {
            "visit": one.visit, "place": one.at.mark["name"], "bottom": bottom, "hours": 0.0,
            "an_hour": round(rates[bottom], 3), "usual": USUAL_AN_HOUR[bottom],
            "logged_lost": 0 if seen is None else seen.events,
            "logged_hours": 0.0 if seen is None else round(seen.hours, 1)})
        row["hours"] = round(row["hours"] + one.hours, 2)
    return list(out.values())


@bp.get("/restock")
def get_restock() -> Response:
    """What the log took since each kind was counted, and what every trip cost."""
    held = _held()
    gone = [one for part in held for one in part.values() if one.lost]
    trips, logged = trips_logged()
    costs: list[dict[str, Any]] = []
    for trip in reversed(trips):
        lost = [e for e in logged if e["kind"] == "lost" and e["mark_name"] == trip.place
                and trip.start <= e["at_utc_s"] <= trip.end]
        if lost:
            costs.append({
                "place": trip.place, "start_utc_s": trip.start, "hours": round(trip.hours, 2),
                "lost": len(lost), **_cost(lost, held)})
    return answer(Restock.model_validate({
        "lost": [dict(vars(one)) for one in gone],
        "cost": round(sum(one.lost * (one.price or 0.0) for one in gone), 2),
        "unpriced": sum(one.lost for one in gone if one.price is None),
        "trips": costs, "total_cost": round(sum(one["cost"] for one in costs), 2),
        "total_lost": sum(one["lost"] for one in costs),
        "total_hours": round(sum(trip.hours for trip in trips), 2)}))


def _cost(lost: list[events.Event], held: tuple[dict[int, _Held], dict[int, _Held]]
          ) -> dict[str, Any]:
    """What lost rigs cost today, head and plastic; what has no price, or is gone, is counted."""
    of = [one for event in lost for one in (held[0].get(event["head_id"] or 0),
                                            held[1].get(event["plastic_id"] or 0))]
    prices = [None if one is None else one.price for one in of]
    return {"cost": round(sum(p for p in prices if p is not None), 2),
            "unpriced": sum(p is None for p in prices)}
