"""The log as its payloads."""

from __future__ import annotations

from typing import Any

from ilha.core.log.rates import LEVEL, Rate
from ilha.desk.again import Again as Found
from ilha.desk.convert import one
from ilha.desk.log import Band, Learned, Page, WorkedAll
from ilha.desk.taught import Depth
from ilha.store import events, marks, photographs
from ilha.web.log import payloads as p


def trips(found: Page) -> p.Log:
    more = None if found.before is None else dict(
        zip(("before_utc_s", "before_id"), found.before, strict=True))
    return p.Log.model_validate({"more": more, "trips": [{
        "place": trip.place, "start_utc_s": trip.start, "end_utc_s": trip.end,
        "hours": round(trip.hours, 3), "fish": trip.count("fish"), "bites": trip.count("bite"),
        "lost": trip.count("lost"), "events": own,
        "photographs": [photograph(one) for one in seen],
    } for trip, own, seen in found.trips]})


def photograph(row: photographs.Photograph) -> p.Photograph:
    return p.Photograph.model_validate({
        name: row[name] for name in p.Photograph.model_fields})  # type: ignore[literal-required]


def _rate(name: str, r: Rate, band: Band = (0.0, None)) -> dict[str, Any]:
    return {"name": name, "fish": r.events, "hours": round(r.hours, 2),
            "per_hour": round(r.per_hour, 3), "low": round(r.low, 3), "high": round(r.high, 3),
            "few": r.few, "from_m": band[0] if band != (0.0, None) else None, "to_m": band[1]}


def worked(found: WorkedAll) -> p.WorkedAll:
    return p.WorkedAll.model_validate({
        "tables": [{"by": t.by, "best": t.best, "chance": t.chance,
                    "rows": [_rate(name, r, t.bands.get(name, (0.0, None))) for name, r in t.rows]}
                   for t in found.tables],
        "lost": [_rate(*item) for item in found.lost],
        "lost_on": [_rate(*item) for item in found.lost_on],
        "hours": round(found.hours, 2), "level": LEVEL})


def _factor(one_: Learned) -> dict[str, Any]:
    f, held, sink = one_.held.factor, one_.held, one_.kind == "sink"
    return {
        "kind": one_.kind, "key": one_.key, "name": one_.name, "factor": round(f.value, 4),
        "low": round(f.low, 4), "high": round(f.high, 4), "used": f.used,
        "left_out": f.left_out, "settled": f.settled, "frozen": held.frozen,
        "since_utc_s": held.since,
        "seen": [{"at_utc_s": seen[0], "observed": seen[1] if sink else seen[2],
                  "expected": seen[2] if sink else seen[1],
                  "held": None if sink else seen[3] > 0.5} for seen in one_.seen],
    }


def learned(
    found: list[Learned], depths: list[tuple[marks.Mark, Depth]],
    asked: list[tuple[events.Event, float]],
) -> p.LearnedAll:
    return p.LearnedAll.model_validate({
        "factors": [_factor(one_) for one_ in found], "asked": [
            {"drop": drop, "told_s": round(told, 2)} for drop, told in asked],
        "depths": [{"mark_id": mark["id"], "name": mark["name"],
                    "deeper_m": round(depth.deeper, 2), "used": depth.used}
                   for mark, depth in depths]})


def again(found: Found) -> p.Again:
    best, most = found.best, found.most
    return p.Again.model_validate({
        "fish": found.fish, "depth_m": one(found.past.depth, 2),
        "stream_m_s": one(found.past.stream, 3), "stage": most["stage"],
        "light": found.past.light, "head_id": best["head_id"],
        "head_name": most["head_name"] or "", "plastic_id": best["plastic_id"],
        "plastic_name": most["plastic_name"] or "", "colour": most["colour"] or "",
        "retrieve": most["retrieve"] or "", "species": most["fish"], "days": found.days,
        "why": found.why, "windows": [{
            "date": w.span.date, "from_step": w.window.first, "to_step": w.window.last,
            "from_clock": w.span.clock_of(w.window.first),
            "to_clock": w.span.clock_of(w.window.last),
            "at_utc_s": float(w.span.times[w.window.first]),
            "closeness": round(w.window.closeness, 3), "but": list(w.window.but),
        } for w in found.windows]})
