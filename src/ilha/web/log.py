"""The log: told in batches that may come twice; trips, what was learned, what worked."""

from __future__ import annotations

from typing import Any, cast

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.core.log.rates import LEVEL, Rate, stands_out
from ilha.core.log.trips import depth_band, lost_by, worked
from ilha.formats.fields import FieldError
from ilha.store import events, heads, marks, plastics
from ilha.web import learned
from ilha.web.convert import head_name
from ilha.web.database import connection, whole
from ilha.web.log_payloads import (
    Batch,
    Kept,
    LearnedAll,
    LearnedChange,
    Log,
    WorkedAll,
)
from ilha.web.logged import band_words, lost_by_bottom, trips_logged
from ilha.web.resources import answer
from ilha.web.span import now_s

bp = Blueprint("log", __name__, url_prefix="/api")

BY = ("head", "plastic", "colour", "retrieve", "stage", "light", "depth")


@bp.post("/log")
def post_log() -> Response:
    """Keep what a device tells, once, in one transaction: what is answered is on the disk."""
    batch = Batch.model_validate_json(request.get_data())
    conn = connection()
    known = {name: {row["id"] for row in module.listed(conn)} for name, module in (
        ("mark_id", marks), ("head_id", heads), ("plastic_id", plastics))}
    with whole("event") as conn:
        for event in batch.events:
            row = event.model_dump()
            for name, ids in known.items():
                # What was in the box then may have left it since: its name stays.
                if row[name] not in ids:
                    row[name] = None
            events.put(conn, cast(events.Event, row))
        for event_id in batch.gone:
            events.remove(conn, event_id)
    return answer(Kept(ids=[*(event.id for event in batch.events), *batch.gone]))


@bp.get("/log")
def get_log() -> Response:
    found, rows = trips_logged()
    shown = []
    for trip in reversed(found):
        own = [row for row in rows if trip.start <= row["at_utc_s"] <= trip.end
               and row["mark_name"] == trip.place]
        shown.append({
            "place": trip.place, "start_utc_s": trip.start, "end_utc_s": trip.end,
            "hours": round(trip.hours, 3), "fish": trip.count("fish"),
            "bites": trip.count("bite"), "lost": trip.count("lost"), "events": own})
    return answer(Log.model_validate({"trips": shown}))


def _rate(name: str, r: Rate, band: tuple[float, float | None] = (0.0, None)) -> dict[str, Any]:
    return {"name": name, "fish": r.events, "hours": round(r.hours, 2),
            "per_hour": round(r.per_hour, 3), "low": round(r.low, 3), "high": round(r.high, 3),
            "few": r.few, "from_m": band[0] if band != (0.0, None) else None, "to_m": band[1]}


def _ranked(rates: dict[str, Rate]) -> list[tuple[str, Rate]]:
    return sorted(rates.items(), key=lambda item: -item[1].per_hour)


@bp.get("/log/worked")
def get_worked() -> Response:
    """Fish an hour by head, plastic, colour and so on, each with its interval."""
    found, rows = trips_logged()
    bands = {band_words(row["depth_m"]): depth_band(row["depth_m"]) for row in rows
             if row["depth_m"] is not None}
    tables = []
    for by in BY:
        ranked = _ranked(worked(found, by))
        best, chance = stands_out(ranked)
        shown = [_rate(name, r, bands.get(name, (0.0, None)) if by == "depth" else (0.0, None))
                 for name, r in ranked]
        tables.append({"by": by, "rows": shown, "best": best, "chance": chance})
    places = _ranked(lost_by(found, lambda trip: trip.place))
    bottom = _ranked(lost_by_bottom(found))
    return answer(WorkedAll.model_validate({
        "tables": tables, "lost": [_rate(*item) for item in places],
        "lost_on": [_rate(*item) for item in bottom],
        "hours": round(sum(trip.hours for trip in found), 2), "level": LEVEL}))


def _names() -> tuple[dict[int, str], dict[int, str], dict[int, str]]:
    conn = connection()
    return ({row["id"]: head_name(row) for row in heads.listed(conn)},
            {row["id"]: row["name"] for row in plastics.listed(conn)},
            {row["id"]: row["name"] for row in marks.listed(conn)})


def _shown(kind: str, key: str, name: str, held: learned.Held) -> dict[str, Any]:
    f = held.factor
    sink = kind == "sink"
    return {
        "kind": kind, "key": key, "name": name, "factor": round(f.value, 4),
        "low": round(f.low, 4), "high": round(f.high, 4), "used": f.used,
        "left_out": f.left_out, "settled": f.settled, "frozen": held.frozen,
        "since_utc_s": held.since,
        "seen": [{"at_utc_s": one[0], "observed": one[1] if sink else one[2],
                  "expected": one[2] if sink else one[1],
                  "held": None if sink else one[3] > 0.5} for one in held.seen],
    }


@bp.get("/log/learned")
def get_learned() -> Response:
    heads_, plastics_, marks_ = _names()
    out = []
    for key, held in sorted(learned.sink_factors().items()):
        head_id, plastic_id = (int(part) for part in key.split(":"))
        if head_id in heads_ and plastic_id in plastics_:
            out.append(_shown("sink", key, f"{plastics_[plastic_id]} on {heads_[head_id]}", held))
    for key, held in sorted(learned.current_factors().items()):
        if int(key) in marks_:
            out.append(_shown("current", key, marks_[int(key)], held))
    return answer(LearnedAll.model_validate({"factors": out}))


@bp.put("/log/learned")
def put_learned() -> Response:
    """Hold a factor, begin it afresh, or let it follow all that was seen."""
    new = LearnedChange.model_validate_json(request.get_data())
    factors = learned.sink_factors() if new.kind == "sink" else learned.current_factors()
    if new.key not in factors:
        raise FieldError("key", f"`key`: nothing was learned of {new.key}: choose another")
    with whole("factor") as conn:
        if new.action == "follow":
            events.clear_learned(conn, new.kind, new.key)
        else:
            held = factors[new.key]
            freeze = new.action == "freeze"
            events.put_learned(conn, {
                "kind": new.kind, "key": new.key,
                "frozen": round(held.value, 4) if freeze else None,
                "since_utc_s": held.since if freeze else now_s(current_app)})
    return get_learned()
