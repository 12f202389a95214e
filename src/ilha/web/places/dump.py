"""Tides to their payloads."""

from __future__ import annotations

import json
import sqlite3
from datetime import UTC, datetime
from zoneinfo import ZoneInfo

from ilha.desk.tide_tables import cover
from ilha.formats.tide_printed import Printed
from ilha.store import sea_charts, tides
from ilha.web.places.payloads import GapRead, LineUnread, Port, SeaChart, TideRead, TurnRead


def port(conn: sqlite3.Connection, row: tides.Port) -> Port:
    reach = tides.reach(conn, row["id"]) if row["standard_id"] is None else None
    first, last = reach or (None, None)
    return Port.model_validate({**row, "ranges_assumed": bool(row["ranges_assumed"]),
                                "first_utc_s": first, "last_utc_s": last})


def sea_chart(row: sea_charts.SeaChart) -> SeaChart:
    return SeaChart.model_validate({**row, "features": json.loads(row["features"])})


def read(found: Printed, time_zone: str) -> TideRead:
    """What was understood, in the clock of the mark."""
    zone = ZoneInfo(time_zone)

    def here(at_s: float) -> datetime:
        return datetime.fromtimestamp(at_s, UTC).astimezone(zone)

    covered = cover([(t.at_s, t.kind) for t in found.turns], zone)
    return TideRead(
        turns=[TurnRead(line=t.line, time_utc_s=t.at_s, day=f"{here(t.at_s):%Y-%m-%d}",
                        clock=f"{here(t.at_s):%H:%M}", height_m=t.height_m, kind=t.kind)
               for t in found.turns],
        unread=[LineUnread(line=one.line, text=one.text, why=one.why) for one in found.unread],
        unit=found.unit, order=found.order, clock=found.clock,
        first_day=None if found.first_day is None else found.first_day.isoformat(),
        gaps=[GapRead(after=f"{here(a):%a} {here(a).day} {here(a):%b %H:%M}",
                      before=f"{here(b):%a} {here(b).day} {here(b):%b %H:%M}")
              for a, b in found.gaps],
        from_day=None if covered.from_day is None else covered.from_day.isoformat(),
        to_day=None if covered.to_day is None else covered.to_day.isoformat(),
        wants=covered.wants)
