"""Tides and streams brought in: lists, constants, tables, a fit, and from a tide service."""

from __future__ import annotations

import sqlite3
from datetime import UTC, datetime
from typing import Literal

import numpy as np
from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.core.errors import Array
from ilha.core.tide.harmonic import Constants, fit, turns
from ilha.core.tide.turns import HighLow, mean_ranges, series_at
from ilha.formats import stream_csv, tide_csv, tide_service
from ilha.formats.fields import FieldError
from ilha.store import marks, streams, tides
from ilha.web.database import connection, whole
from ilha.web.errors import NotFound
from ilha.web.fetch import fetched
from ilha.web.resources import answer
from ilha.web.span import now_s
from ilha.web.tide_payloads import (
    AskTide,
    NewStream,
    NewTide,
    Port,
    Ports,
    Stream,
    Streams,
    TideRanges,
)

bp = Blueprint("tides", __name__, url_prefix="/api")


@bp.get("/tides")
def all_tides() -> Response:
    return answer(Ports.model_validate({"ports": tides.ports(connection())}))


@bp.post("/tides")
def add_tide() -> Response:
    """Bring a tide in: all of it, or nothing and every fault named."""
    new = NewTide.model_validate_json(request.get_data())
    read = {"turns": _turns, "heights": _heights, "constants": _constants, "fit": _fit}[new.form]
    with whole("tide") as conn:
        port_id = read(conn, new)
        port = tides.port(conn, port_id)
    return answer(Port.model_validate(port))


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
    found = turns(fine, series_at(times, heights, fine))
    if found[0].size < 2:
        raise FieldError("text", "`text` must hold a tide: the heights hardly turn: check the file")
    port_id = tides.add_port(conn, new.name, *_ranges(new, HighLow(*found)), form="heights")
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


@bp.post("/tides/ask")
def ask_tide() -> Response:
    """A tide from the service, where one is set up: high and low waters of some days."""
    asked = AskTide.model_validate_json(request.get_data())
    base = current_app.config.get("TIDE_SERVICE")
    if base is None:
        raise FieldError("tide_service", "`tide_service` is not set up: start Ilha with"
                                         " --tide-service, or bring a file")
    start = asked.from_utc_s
    from_day = datetime.fromtimestamp(now_s(current_app) - 86400.0 if start is None else start,
                                      UTC).date()
    text = fetched(tide_service.address(base, asked.latitude_deg, asked.longitude_deg,
                                        from_day.isoformat(), asked.days))
    with whole("tide") as conn:
        port = tides.port(conn, _keep_turns(conn, asked, tide_service.read(text)))
    return answer(Port.model_validate(port))


@bp.delete("/tides/<int:row_id>")
def remove_tide(row_id: int) -> Response:
    port = tides.port(connection(), row_id)
    if port is None:
        raise NotFound("id", "tide", row_id)
    _unused(port["name"], "tide", "tide_port_id", row_id)
    with whole("tide") as conn:
        tides.remove_port(conn, row_id)
    return answer(Port.model_validate(port))


@bp.get("/streams")
def all_streams() -> Response:
    return answer(Streams.model_validate({"streams": streams.listed(connection())}))


@bp.post("/streams")
def add_stream() -> Response:
    """Bring a stream in: all of it, or nothing and every fault named."""
    new = NewStream.model_validate_json(request.get_data())
    read = {"constants": _stream_constants, "clock": _stream_speeds, "hours": _stream_hours}
    with whole("stream") as conn:
        stream = streams.get(conn, read[new.form](conn, new))
    return answer(Stream.model_validate(stream))


def _stream_constants(conn: sqlite3.Connection, new: NewStream) -> int:
    found = tide_csv.read_constants(new.text, _latitude(new.latitude_deg), tide_csv.STREAM)
    row_id = streams.add(conn, new.name, new.form, found.latitude_deg, found.mean_level)
    streams.put_constants(conn, row_id, found.waves)
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


@bp.delete("/streams/<int:row_id>")
def remove_stream(row_id: int) -> Response:
    stream = streams.get(connection(), row_id)
    if stream is None:
        raise NotFound("id", "stream", row_id)
    _unused(stream["name"], "stream", "stream_id", row_id)
    with whole("stream") as conn:
        streams.remove(conn, row_id)
    return answer(Stream.model_validate(stream))


def _unused(
    name: str, what: str, column: Literal["tide_port_id", "stream_id"], row_id: int
) -> None:
    """Raise where marks use it."""
    users = [mark["name"] for mark in marks.listed(connection()) if mark[column] == row_id]
    if users:
        raise FieldError("id", f"`id`: {name} is the {what} of {', '.join(users[:4])}: give"
                               " them another first")
