"""The tide and the stream at a mark through a day, whatever forms they have."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, DomainError
from ilha.core.tide.harmonic import Constants, turns
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

    def around(spare: int) -> tuple[HighLow, Array | None]:
        start, end = float(span.times[0]) - later, float(span.times[-1]) - later
        own, heights = _port_tide(conn, port, start - spare, end + spare, span.times - later,
                                  span.date)
        return HighLow(own.time + later, own.height + raised), heights

    tide, heights = around(margin)
    return TideHere(
        tide, convert.core_rates(mark, port), _events(tide),
        None if heights is None else heights + raised,
        _own_stream(conn, mark, span, lambda: (around(HALF_TIDE_S)[0], port)),
    )


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
) -> tuple[HighLow, Array | None]:
    """A port's turns about a span, and its heights at instants where they are known apart."""
    if port["form"] == "constants":
        known = Constants(tides.constants(conn, port["id"]), port["mean_level_m"] or 0.0,
                          port["latitude_deg"] or 0.0)
        return known.high_and_low_waters(from_s, to_s), known.value_at(at)
    if port["form"] == "heights":
        return _from_series(conn, port, from_s, to_s, at, date)
    events = tides.events_around(conn, port["id"], int(from_s), int(np.ceil(to_s)))
    if len(events) < 2:
        raise _beyond(port["name"], date)
    return convert.core_tide(events), None


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
                       date, "", "choose a nearer day")


def _events(tide: HighLow) -> list[tides.Event]:
    return [
        tides.Event(time_utc_s=round(float(at)), kind="high" if high else "low",
                    height_m=round(float(height), 2))
        for at, height, high in zip(tide.time, tide.height, tide.is_high, strict=True)
    ]
