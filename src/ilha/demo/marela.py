"""Marela, an invented island: sample marks, tides, box. Every value here is made up."""

from __future__ import annotations

import math
import sqlite3
from pathlib import Path

from ilha.demo.box import load_box
from ilha.demo.trips import load_trips
from ilha.desk import convert, taught
from ilha.desk.sea_charts import as_stored
from ilha.formats import chart_in
from ilha.formats.chart_shapes import Reading
from ilha.store import events, marks, sea_charts, streams, tides

CHART = "Marela, made up"
_WATER = Path(__file__).with_name("marela.geojson")
PORT = "Cais Velho, Marela"
STREAM, STREAM_AT = "Boca do Porto, measured", "Boca do Porto"
DAYS_BACK, DAYS_AHEAD = 4, 40
DAYS_OF_LOG = 380
RESTOCKED_DAYS = 200
"""When Marela's box was last counted full."""
_HOUR = 3600.0
# Invented constants: amplitude m, speed degrees per hour (of the astronomical wave), phase deg.
_WAVES = ((0.78, 28.9841042, 62.0), (0.27, 30.0, 95.0), (0.16, 28.4397295, 41.0))
_MEAN = 1.55
# Invented too: m/s and degrees. The stream runs ahead of the tide by about three hours.
_STREAM = {"M2": (0.80, 332.0), "S2": (0.26, 5.0), "N2": (0.14, 311.0), "M4": (0.07, 40.0)}

_MARKS: list[marks.NewMark] = []


def _mark(
    name: str, kind: str, at: tuple[float, float], depth: float, bottom: str,
    cover: tuple[str, float], stance: str, cast: float,
    stream: tuple[float, float, float, float] | None, caution: str, exposure: str = "sheltered",
    way_back: float | None = None, cast_to: float | None = None, ebb_to: float | None = None,
) -> None:
    neap, spring, lag, flood = stream or (None, None, None, None)
    _MARKS.append(marks.NewMark(
        name=name, kind=kind, latitude_deg=at[0], longitude_deg=at[1],
        time_zone="Atlantic/Azores", charted_depth_m=depth, bottom=bottom, cover=cover[0],
        cover_height_m=cover[1], stance=stance, cast_m=cast, tide_port_id=None,
        neap_rate_m_s=neap, spring_rate_m_s=spring, slack_lag_min=lag, flood_to_deg=flood,
        caution=caution, tide_offset_min=0.0, tide_height_offset_m=0.0,
        stream_id=None, exposure=exposure, tip_height_m=None, way_back_depth_m=way_back,
        ground=None, shelter="even", assumed="[]", cast_to_deg=cast_to, ebb_to_deg=ebb_to,
    ))


_mark("Cais Velho", "harbour", (36.4021, -21.7043), 2.6, "sand", ("weed", 0.3), "kayak", 25.0,
      (0.45, 0.80, 20.0, 65.0),
      "Keep out of the ferry's way: it cannot turn for you.", cast_to=320.0)
_mark("Seba Grande", "flat", (36.4107, -21.6902), -1.0, "grass", ("eelgrass", 0.35), "wading",
      20.0, (0.10, 0.28, 35.0, 20.0),
      "Rays lie in the grass. The flood fills the gully behind you first.",
      way_back=-0.75, cast_to=200.0)
_mark("Barra de Dentro", "bar", (36.4068, -21.7121), 0.6, "sand", ("none", 0.0), "wading", 25.0,
      (0.35, 0.85, 15.0, 80.0),
      "The edge of the bar is steep and moves. Leave before the flood covers the middle.",
      "partly open", 0.9, cast_to=150.0)
_mark("Boca do Porto", "jetty", (36.3989, -21.7168), 6.2, "rock", ("none", 0.0), "dock", 20.0,
      (0.55, 1.20, 10.0, 85.0),
      "Wet stone and ships' wash: stand back from the edge.",
      "partly open", cast_to=10.0, ebb_to=250.0)
_mark("Praia Comprida", "surf", (36.3871, -21.7310), 1.4, "sand", ("none", 0.0), "bank", 40.0,
      (0.08, 0.18, 0.0, 110.0),
      "A rip runs out along the northern rocks on most days.", "open sea",
      cast_to=235.0)
_mark("Lajinha", "wash", (36.3942, -21.7377), 3.4, "rock", ("kelp", 0.6), "bank", 22.0,
      (0.12, 0.30, 0.0, 140.0),
      "The gully behind the platform fills from half tide: it is the only way out.",
      "open sea", cast_to=270.0)
_mark("Recife de Fora", "reef", (36.3720, -21.7515), 15.5, "rock", ("none", 0.0), "drifting", 20.0,
      (0.18, 0.42, 30.0, 60.0),
      "Open sea, two miles from the mouth: watch the wind against the stream.",
      "open sea")
_mark("Baixa do Norte", "ledge", (36.4390, -21.7250), 18.0, "rock", ("none", 0.0), "anchored", 20.0,
      None, "No tide table here, and a foul bottom: buoy the anchor.",
      "open sea")


def _height(hours: float) -> float:
    return _MEAN + sum(
        a * math.cos(math.radians(speed * hours - phase)) for a, speed, phase in _WAVES
    )


def high_low_waters(from_s: int, to_s: int) -> list[tides.Event]:
    """High and low waters of the invented port between two instants (s since 1970 UTC)."""
    step = 600
    grid = range(from_s - step, to_s + 2 * step, step)
    found: list[tides.Event] = []
    values = [_height(t / _HOUR) for t in grid]
    for i in range(1, len(values) - 1):
        before, here, after = values[i - 1 : i + 2]
        if (here - before) * (here - after) > 0.0:
            # The parabola through three points gives the turn between them.
            shift = 0.5 * (before - after) / (before - 2.0 * here + after)
            when = round((grid[i] + shift * step) / 60.0) * 60
            found.append(tides.Event(
                time_utc_s=when, kind="high" if here > before else "low",
                height_m=round(_height(when / _HOUR), 2),
            ))
    return found


def load(conn: sqlite3.Connection, now_s: int, log: bool = True) -> None:
    """Load Marela into an empty database, and bring its tide table up to ``now_s`` in any case.

    log : with two seasons of trips before ``now_s``. Demo dates follow today, so that the demo is
    never stale.
    """
    day = 86400
    conn.execute("BEGIN IMMEDIATE")
    try:
        new = not marks.listed(conn)
        if new:
            port_id = tides.add_port(conn, PORT, neap_range_m=1.0, spring_range_m=2.1)
            load_box(conn, now_s - RESTOCKED_DAYS * day)
            stream_id = streams.add(conn, STREAM, "constants", 36.4, 0.04)
            streams.put_constants(conn, stream_id, _STREAM)
            for mark in _MARKS:
                has_tide = mark["neap_rate_m_s"] is not None
                own = stream_id if mark["name"] == STREAM_AT else None
                marks.add(conn, {**mark, "tide_port_id": port_id if has_tide else None,
                                 "stream_id": own})
            water = chart_in.read(_WATER.read_text("utf-8"), Reading())
            sea_charts.add(conn, CHART, as_stored(water))
        logged = log if new else events.last(conn) is not None
        back = DAYS_OF_LOG if logged else DAYS_BACK
        for port in tides.ports(conn):
            if port["name"] == PORT:
                tides.clear_events(conn, port["id"])
                turns = high_low_waters(now_s - back * day, now_s + DAYS_AHEAD * day)
                tides.put_events(conn, port["id"], turns)
                if new and log:
                    load_trips(conn, convert.core_tide(turns), {
                        m["id"]: rates for m in marks.listed(conn)
                        if (rates := convert.core_rates(m, port)) is not None}, float(now_s))
                    # All but the last odd drop have been answered.
                    for event_id, _ in taught.asked(conn)[1:]:
                        events.answer(conn, event_id, "slip")
        taught.keep(conn)
        conn.execute("COMMIT")
    except BaseException:
        conn.execute("ROLLBACK")
        raise
