"""The tide at a mark through a day, whatever form its port's tide has."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, DomainError
from ilha.core.harmonic import Constants, turns
from ilha.core.tide import HighLow, StreamRates, series_at
from ilha.store import marks, tides
from ilha.web import convert
from ilha.web.database import connection
from ilha.web.span import STEP_S, STEPS, Span

_SAMPLE_S = 600.0


@dataclass(frozen=True)
class TideHere:
    """High and low waters at the mark, with the one before and after the span; the stream's
    rates; and heights at the span's steps where more is known than the turns."""

    tide: HighLow | None
    rates: StreamRates | None
    events: list[tides.Event]
    heights: Array | None


def tide_of(mark: marks.Mark, span: Span) -> TideHere:
    """The tide of a mark on a day.

    Raises
    ------
    DomainError
        Where the port's tide does not reach that day.
    """
    port = None if mark["tide_port_id"] is None else tides.port(connection(), mark["tide_port_id"])
    if port is None:
        return TideHere(None, None, [], None)
    later, raised = mark["tide_offset_min"] * 60.0, mark["tide_height_offset_m"]
    # A lag reaches back past midnight: take in the tides before and after by its length.
    margin = int(abs(mark["slack_lag_min"] or 0.0) * 60.0) + 1
    start, end = span.start_s - later, span.start_s + (STEPS - 1) * STEP_S - later
    own, heights = _port_tide(port, start - margin, end + margin, span.times - later, span.date)
    tide = HighLow(own.time + later, own.height + raised)
    return TideHere(tide, convert.core_rates(mark, port), _events(tide),
                    None if heights is None else heights + raised)


def _port_tide(
    port: tides.Port, from_s: float, to_s: float, at: Array, date: str
) -> tuple[HighLow, Array | None]:
    """A port's turns about a span, and its heights at instants where they are known apart."""
    if port["form"] == "constants":
        known = Constants(tides.constants(connection(), port["id"]), port["mean_level_m"] or 0.0,
                          port["latitude_deg"] or 0.0)
        return known.high_and_low_waters(from_s, to_s), known.height_at(at)
    if port["form"] == "heights":
        return _from_series(port, from_s, to_s, at, date)
    events = tides.events_around(connection(), port["id"], int(from_s), int(np.ceil(to_s)))
    if len(events) < 2:
        raise _beyond(port, date)
    return convert.core_tide(events), None


def _from_series(
    port: tides.Port, from_s: float, to_s: float, at: Array, date: str
) -> tuple[HighLow, Array]:
    margin = 30 * 3600
    rows = tides.heights(connection(), port["id"], int(from_s) - margin, int(to_s) + margin)
    if len(rows) < 4:
        raise _beyond(port, date)
    times, heights = (np.array(column, dtype=float) for column in zip(*rows, strict=True))
    fine = np.arange(times[0], times[-1], _SAMPLE_S)
    time, height = turns(fine, series_at(times, heights, fine))
    if time.size < 2:
        raise _beyond(port, date)
    return HighLow(time, height).around(from_s, to_s), series_at(times, heights, at)


def _beyond(port: tides.Port, date: str) -> DomainError:
    return DomainError("date", f"must lie inside the tide table of {port['name']}",
                       date, "", "choose a nearer day")


def _events(tide: HighLow) -> list[tides.Event]:
    falls = np.append(np.diff(tide.height) < 0.0, tide.height[-1] > tide.height[-2])
    return [
        tides.Event(time_utc_s=round(float(at)), kind="high" if high else "low",
                    height_m=round(float(height), 2))
        for at, height, high in zip(tide.time, tide.height, falls, strict=True)
    ]
