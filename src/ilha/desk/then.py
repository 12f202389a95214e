"""The water of an instant that is past: for what was told without it."""

from __future__ import annotations

import sqlite3
from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any
from zoneinfo import ZoneInfo

import numpy as np

from ilha.core.errors import DomainError
from ilha.core.tide.light import light
from ilha.desk.errors import NotFound
from ilha.desk.records import Event
from ilha.desk.taught import current_of
from ilha.desk.water import Moment, moment
from ilha.desk.water_question import WaterQuestion
from ilha.formats.fields import FieldError
from ilha.store import marks

DAY_S = 86400.0
SLACK_M_S = 0.05
"""Under it the water stands (as the device has it)."""


def untold(event: Event) -> bool:
    """Whether a device did not know the water of an event's minute."""
    return event.mark_id is not None and event.stage is None and event.depth_m is None and (
        event.light is None and event.surface_speed_m_s is None)


def with_water(conn: sqlite3.Connection, told: Sequence[Event]) -> list[Event]:
    """Events with the depth, current, stage and light that the mark's own tide says of their
    minute, where the device left them out; what is not known of it stays out."""
    known = {mark["id"]: mark for mark in marks.listed(conn)}
    days: dict[tuple[int, str], Moment | None] = {}
    out = []
    for event in told:
        mark = known.get(event.mark_id or 0)
        if mark is None or not untold(event):
            out.append(event)
            continue
        zone = ZoneInfo(mark["time_zone"])
        date = datetime.fromtimestamp(event.at_utc_s, UTC).astimezone(zone).date().isoformat()
        key = (mark["id"], date)
        if key not in days:
            days[key] = _day(conn, *key, event.at_utc_s)
        sky = light(mark["latitude_deg"], mark["longitude_deg"], event.at_utc_s - DAY_S,
                    event.at_utc_s + DAY_S).fished_at(event.at_utc_s)[0]
        seen = {"light": sky} | _water(event.at_utc_s, days[key],
                                       current_of(conn, mark["id"]).value)
        out.append(event.model_copy(update=seen))
    return out


def _day(conn: sqlite3.Connection, mark_id: int, date: str, at_s: float) -> Moment | None:
    try:
        return moment(conn, at_s, WaterQuestion.model_validate({"mark_id": mark_id, "date": date}))
    except (NotFound, DomainError, FieldError):
        return None


def _water(at_s: float, day: Moment | None, factor: float) -> dict[str, Any]:
    if day is None or day.way.speed_from != "predicted":
        return {}
    stream, depth = (float(np.interp(at_s, day.span.times, of))
                     for of in (day.way.stream, day.way.depth))
    return {
        "depth_m": round(depth, 2) if depth > 0.0 else None,
        # What the model alone says: learning must not learn from what it taught.
        "surface_speed_m_s": round(abs(stream) / factor, 4),
        "stage": "slack" if abs(stream) < SLACK_M_S else "flood" if stream > 0.0 else "ebb"}
