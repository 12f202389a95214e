"""Tides and streams brought in: lists, constants, tables, a fit, and from a tide service."""

from __future__ import annotations

import sqlite3
from datetime import UTC, datetime
from typing import Literal

import numpy as np

from ilha.core.errors import Array
from ilha.core.tide.harmonic import Constants, fit, turns
from ilha.core.tide.turns import HighLow, mean_ranges, series_at
from ilha.desk.changes import whole
from ilha.desk.errors import found
from ilha.desk.records import AskTide, NewStream, NewTide, TideRanges
from ilha.formats import stream_csv, tide_csv, tide_service
from ilha.formats.fields import FieldError
from ilha.store import marks, streams, tides


def add_tide(conn: sqlite3.Connection, new: NewTide) -> tides.Port | None:
    """Bring a tide in: all of it, or nothing and every fault named."""
    read = {"turns": _turns, "heights": _heights, "constants": _constants, "fit": _fit}[new.form]
    with whole(conn, "tide"):
        return tides.port(conn, read(conn, new))


def _turns(conn: sqlite3.Connection, new: NewTide) -> int:
    return _keep_turns(conn, new, tide_csv.read_turns(new.text))


def _keep_turns(conn: sqlite3.Connection, new: TideRanges, tide: HighLow) -> int:
    port_id = tides.add_port(conn, new.name, *_ranges(new, tide))
    tides.put_events(conn, port_id, [
        tides.Event(time_utc_s=round(at), kind="high" if high else "low", height_m=height)
        for at, height, high in zip(tide.time.tolist(), tide.height.tolist(), tide.is_high,
                                    strict=True)
    ])
    return port_id


def _heights(conn: sqlite3.Connection, new: NewTide) -> int:
    times, heights = tide_csv.read_heights(new.text)
    fine: Array = np.arange(times[0], times[-1], 600.0)
    turned = turns(fine, series_at(times, heights, fine))
    if turned[0].size < 2:
        raise FieldError("text", "`text` must hold a tide: the heights hardly turn: check the file")
    port_id = tides.add_port(conn, new.name, *_ranges(new, HighLow(*turned)), form="heights")
    tides.put_heights(conn, port_id, [
        (round(at), height) for at, height in zip(times.tolist(), heights.tolist(), strict=True)])
    return port_id


def _constants(conn: sqlite3.Connection, new: NewTide) -> int:
    return _keep(conn, new, tide_csv.read_constants(new.text, _latitude(new.latitude_deg)), None)


def _fit(conn: sqlite3.Connection, new: NewTide) -> int:
    return _keep(conn, new, *fit(*tide_csv.read_heights(new.text), _latitude(new.latitude_deg)))


def _latitude(given: float | None) -> float:
    if given is None:
        raise FieldError("latitude_deg", "`latitude_deg` is needed with constants: where it"
                                         " was measured")
    return given


def _keep(conn: sqlite3.Connection, new: NewTide, tide: Constants, left: float | None) -> int:
    port_id = tides.add_port(conn, new.name, *_ranges(new, _month_of(tide)), form="constants",
                             latitude_deg=tide.latitude_deg, mean_level_m=tide.mean_level,
                             residual_m=left)
    tides.put_constants(conn, port_id, tide.waves)
    return port_id


MONTH_S = 59.0 * 86400.0
"""Two months: four springs and four neaps."""


def _month_of(tide: Constants) -> HighLow:
    return tide.high_and_low_waters(0.0, MONTH_S)


def _ranges(new: TideRanges, tide: HighLow) -> tuple[float, float]:
    """What was typed, else what the tide itself tells."""
    if new.neap_range_m is not None and new.spring_range_m is not None:
        if new.spring_range_m <= new.neap_range_m:
            raise FieldError("spring_range_m", "`spring_range_m` must be above neap_range_m, got"
                                               f" {new.spring_range_m:g} m: give the mean ranges")
        return new.neap_range_m, new.spring_range_m
    neap, spring = mean_ranges(tide)
    # Where neaps and springs do not differ, the stream's rates must not either.
    return neap, max(spring, neap + 0.01)


def service_asked(
    base: str | None, asked: AskTide, now_s: float
) -> tuple[str, tide_service.Question]:
    """Where to ask for a tide, and what: high and low waters of some days, from yesterday on.

    Raises
    ------
    FieldError
        Where no service is set up.
    """
    if base is None:
        raise FieldError("tide_service", "`tide_service` is not set up: start Ilha with"
                                         " --tide-service, or bring a file")
    start = now_s - 86400.0 if asked.from_utc_s is None else asked.from_utc_s
    question = tide_service.Question(asked.latitude_deg, asked.longitude_deg,
                                     datetime.fromtimestamp(start, UTC).date(), asked.days)
    return question.address(base), question


def told_tide(
    conn: sqlite3.Connection, new: TideRanges, question: tide_service.Question, text: str
) -> tides.Port | None:
    """Keep what a tide service told; raises FieldError where it answered another question."""
    tide = tide_service.read(text, question)
    with whole(conn, "tide"):
        return tides.port(conn, _keep_turns(conn, new, tide))


def remove_tide(conn: sqlite3.Connection, row_id: int) -> tides.Port:
    """The tide as it was."""
    port = found(conn, tides.port, row_id, "id", "tide")
    _unused(conn, port["name"], "tide", "tide_port_id", row_id)
    after = [one["name"] for one in tides.ports(conn) if one["standard_id"] == row_id]
    if after:
        raise FieldError("id", f"`id`: {port['name']} is the standard port of"
                               f" {', '.join(after[:4])}: remove these first")
    with whole(conn, "tide"):
        tides.remove_port(conn, row_id)
    return port


def add_stream(conn: sqlite3.Connection, new: NewStream) -> streams.Stream | None:
    """Bring a stream in: all of it, or nothing and every fault named."""
    read = {"constants": _stream_constants, "clock": _stream_speeds, "hours": _stream_hours}
    with whole(conn, "stream"):
        return streams.get(conn, read[new.form](conn, new))


def _stream_constants(conn: sqlite3.Connection, new: NewStream) -> int:
    known = tide_csv.read_constants(new.text, _latitude(new.latitude_deg), tide_csv.STREAM)
    row_id = streams.add(conn, new.name, new.form, known.latitude_deg, known.mean_level)
    streams.put_constants(conn, row_id, known.waves)
    return row_id


def _stream_speeds(conn: sqlite3.Connection, new: NewStream) -> int:
    times, speeds = stream_csv.read_speeds(new.text)
    row_id = streams.add(conn, new.name, new.form)
    streams.put_speeds(conn, row_id, zip(times.round().astype(int).tolist(), speeds.tolist(),
                                         strict=True))
    return row_id


def _stream_hours(conn: sqlite3.Connection, new: NewStream) -> int:
    table = stream_csv.read_hours(new.text)
    row_id = streams.add(conn, new.name, new.form)
    streams.put_hours(conn, row_id, zip(table.hour.tolist(), table.neap.tolist(),
                                        table.spring.tolist(), strict=True))
    return row_id


def remove_stream(conn: sqlite3.Connection, row_id: int) -> streams.Stream:
    """The stream as it was."""
    stream = found(conn, streams.get, row_id, "id", "stream")
    _unused(conn, stream["name"], "stream", "stream_id", row_id)
    with whole(conn, "stream"):
        streams.remove(conn, row_id)
    return stream


def _unused(
    conn: sqlite3.Connection, name: str, what: str,
    column: Literal["tide_port_id", "stream_id"], row_id: int,
) -> None:
    """Raise where marks use it."""
    users = [mark["name"] for mark in marks.listed(conn) if mark[column] == row_id]
    if users:
        raise FieldError("id", f"`id`: {name} is the {what} of {', '.join(users[:4])}: give"
                               " them another first")
