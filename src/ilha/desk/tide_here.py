"""The tide and the stream at a mark through a day, whatever forms they have."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Literal, NamedTuple
from zoneinfo import ZoneInfo

import numpy as np

from ilha.core.errors import Array, DomainError
from ilha.core.tide.harmonic import Constants, turns
from ilha.core.tide.printed import reaching, spliced
from ilha.core.tide.stream import GAP_MAX_S, ByHours, between
from ilha.core.tide.turns import HighLow, StreamRates, series_at
from ilha.desk import convert
from ilha.desk.clock import Span
from ilha.store import marks, streams, tides

_SAMPLE_S = 600.0


@dataclass(frozen=True)
class TideHere:
    """High and low waters at the mark, with the one before and after the span; the rates of a
    stream derived from them; and, where more is known, heights (m) and the stream (m/s) at the
    span's steps."""

    tide: HighLow | None
    rates: StreamRates | None
    events: list[tides.Event]
    heights: Array | None
    stream: Array | None
    source: TideSource = "none"


TideSource = Literal["none", "constants", "heights", "table", "ends", "fitted"]
"""Where a day's tide comes from: "ends" is a table with a turn assumed past either end of it,
"fitted" goes on past a table with the constants that it gave."""


def tide_of(conn: sqlite3.Connection, mark: marks.Mark, span: Span) -> TideHere:
    """The tide of a mark on a day.

    Raises
    ------
    DomainError
        Where the port's tide does not reach that day.
    """
    port = None if mark["tide_port_id"] is None else tides.port(conn, mark["tide_port_id"])
    if port is None:
        return TideHere(None, None, [], None, _own_stream(conn, mark, span, None))
    later, raised = mark["tide_offset_min"] * 60.0, mark["tide_height_offset_m"]
    # A lag reaches back past midnight: take in the tides before and after by its length.
    margin = int(abs(mark["slack_lag_min"] or 0.0) * 60.0) + 1

    def around(spare: int) -> PortTide:
        start, end = float(span.times[0]) - later, float(span.times[-1]) - later
        found = _port_tide(conn, port, start - spare, end + spare, span.times - later, span.date)
        return found._replace(tide=HighLow(found.tide.time + later, found.tide.height + raised))

    here = around(margin)
    return TideHere(
        here.tide, convert.core_rates(mark, port), _events(here.tide),
        None if here.heights is None else here.heights + raised,
        _own_stream(conn, mark, span, lambda: (around(HALF_TIDE_S).tide, port)), here.source,
    )


class PortTide(NamedTuple):
    """A port's turns about a span, its heights (m) at instants where they are known apart."""

    tide: HighLow
    heights: Array | None
    source: TideSource


HALF_TIDE_S = 13 * 3600
"""A high water lies within this of either end of a day, where there are two a day."""


def _own_stream(
    conn: sqlite3.Connection, mark: marks.Mark, span: Span,
    tide: Callable[[], tuple[HighLow, tides.Port]] | None,
) -> Array | None:
    """The mark's own stream (m/s) at the span's steps; None where it has none.

    Raises
    ------
    DomainError
        Where its table does not reach that day.
    """
    own = None if mark["stream_id"] is None else streams.get(conn, mark["stream_id"])
    if own is None:
        return None
    if own["form"] == "constants":
        return Constants(streams.constants(conn, own["id"]), own["mean_m_s"] or 0.0,
                         own["latitude_deg"] or 0.0, "m/s").value_at(span.times)
    if own["form"] == "hours":
        assert tide is not None
        table = ByHours(*np.array(streams.hours(conn, own["id"])).T)
        here, port = tide()
        found = table.at(here, (port["neap_range_m"], port["spring_range_m"]), span.times)
    else:
        margin = int(GAP_MAX_S)
        rows = streams.speeds(conn, own["id"], span.start_s - margin,
                              int(span.times[-1]) + margin)
        if len(rows) < 2:
            raise _beyond(own["name"], span.date)
        times, speeds = np.array(rows, dtype=float).T
        found = between(times, speeds, span.times)
    if np.any(np.isnan(found)):
        raise _beyond(own["name"], span.date)
    return found


def _port_tide(
    conn: sqlite3.Connection, port: tides.Port, from_s: float, to_s: float, at: Array, date: str
) -> PortTide:
    if port["form"] == "constants":
        known = _constants(conn, port)
        return PortTide(known.high_and_low_waters(from_s, to_s), known.value_at(at), "constants")
    if port["form"] == "heights":
        return PortTide(*_from_series(conn, port, from_s, to_s, at, date), "heights")
    if port["standard_id"] is not None:
        return _secondary(conn, port, port["standard_id"], from_s, to_s, date)
    return _from_table(conn, port, from_s, to_s, at, date)


def _constants(conn: sqlite3.Connection, port: tides.Port) -> Constants:
    return Constants(tides.constants(conn, port["id"]), port["mean_level_m"] or 0.0,
                     port["latitude_deg"] or 0.0)


def _from_table(
    conn: sqlite3.Connection, port: tides.Port, from_s: float, to_s: float, at: Array, date: str
) -> PortTide:
    """From a list of turns: as it stands, or gone on with where it does not reach."""
    wide = tides.events_around(conn, port["id"], int(from_s) - BESIDE_S,
                               int(np.ceil(to_s)) + BESIDE_S)
    near = [e for e in wide if from_s - BESIDE_S <= e["time_utc_s"] <= to_s + BESIDE_S]
    table = convert.core_tide(near) if len(near) > 1 and _in_turn(near) else None
    if table is not None and table.time[0] <= from_s and table.time[-1] >= to_s:
        return PortTide(table.around(from_s, to_s), None, "table")
    if port["residual_m"] is not None:
        fitted = _constants(conn, port).high_and_low_waters(from_s - BESIDE_S, to_s + BESIDE_S)
        if table is not None and table.time[-1] > from_s and table.time[0] < to_s:
            return PortTide(spliced(table, fitted).around(from_s, to_s), None, "fitted")
        known = _constants(conn, port)
        return PortTide(fitted.around(from_s, to_s), known.value_at(at), "fitted")
    if table is not None:
        reached, _ = reaching(table, from_s, to_s)
        if reached.time[0] <= from_s and reached.time[-1] >= to_s:
            return PortTide(reached.around(from_s, to_s), None, "ends")
    gap = table is None and len(near) > 2
    raise _gap(port["name"], date) if gap else _beyond(port["name"], date)


BESIDE_S = 36 * 3600
"""What lies this far beside a day still tells how its tide goes on."""


def _in_turn(turns: list[tides.Event]) -> bool:
    return all(a["kind"] != b["kind"] for a, b in pairwise(turns))


def _secondary(
    conn: sqlite3.Connection, port: tides.Port, standard_id: int, from_s: float, to_s: float,
    date: str,
) -> PortTide:
    """A secondary port's tide, from its standard port's."""
    own = tides.differences(conn, port["id"])
    standard = tides.port(conn, standard_id)
    assert own is not None
    assert standard is not None
    spare = 6 * 3600.0
    there = _port_tide(conn, standard, from_s - spare, to_s + spare, np.zeros(0), date)
    zone = ZoneInfo(own["time_zone"])
    clock = np.array([_of_day(at, zone) for at in there.tide.time])
    return there._replace(
        tide=convert.core_differences(own).of(there.tide, clock).around(from_s, to_s),
        heights=None)


def _of_day(at_s: float, zone: ZoneInfo) -> float:
    """The clock of an instant without summer time, s: as tables are printed."""
    here = datetime.fromtimestamp(at_s, UTC).astimezone(zone)
    standard = here - (here.dst() or timedelta())
    return 3600.0 * standard.hour + 60.0 * standard.minute + standard.second


def _from_series(
    conn: sqlite3.Connection, port: tides.Port, from_s: float, to_s: float, at: Array, date: str
) -> tuple[HighLow, Array]:
    margin = 30 * 3600
    rows = tides.heights(conn, port["id"], int(from_s) - margin, int(to_s) + margin)
    if len(rows) < 4:
        raise _beyond(port["name"], date)
    times, heights = (np.array(column, dtype=float) for column in zip(*rows, strict=True))
    fine = np.arange(times[0], times[-1], _SAMPLE_S)
    time, height = turns(fine, series_at(times, heights, fine))
    if time.size < 2:
        raise _beyond(port["name"], date)
    return HighLow(time, height).around(from_s, to_s), series_at(times, heights, at)


def _beyond(name: str, date: str) -> DomainError:
    return DomainError("date", f"must lie inside the table of {name}",
                       date, "", "bring its next days, choose a nearer day, or type what you see")


def _gap(name: str, date: str) -> DomainError:
    return DomainError("date", f"must not have a gap in the table of {name}", date, "",
                       "add the high or low water that is missing, or type what you see")


def _events(tide: HighLow) -> list[tides.Event]:
    return [
        tides.Event(time_utc_s=round(float(at)), kind="high" if high else "low",
                    height_m=round(float(height), 2))
        for at, height, high in zip(tide.time, tide.height, tide.is_high, strict=True)
    ]
