"""What the instruments say."""

from __future__ import annotations

import math
import time

from flask import Blueprint, current_app
from werkzeug.wrappers import Response

from ilha.desk import surveyed
from ilha.desk.instruments import Instruments as Heard
from ilha.desk.instruments import Now
from ilha.formats import gpx_tracks
from ilha.formats.chart_shapes import Shape
from ilha.web.answers import answer, as_file, made
from ilha.web.database import connection, now_s
from ilha.web.instruments.feed import Feed
from ilha.web.instruments.payloads import Figure, Instruments
from ilha.web.places import dump

bp = Blueprint("instruments", __name__, url_prefix="/api")


def _feed() -> Feed | None:
    feed: Feed | None = current_app.extensions.get("instruments")
    return feed


def _figure(now: Now | None) -> Figure | None:
    if now is None:
        return None
    way = now.value[1] if len(now.value) > 1 else math.nan
    return Figure(value=round(now.value[0], 3), age_s=round(now.age_s, 1), stale=now.stale,
                  to_deg=None if math.isnan(way) else round(way, 1))


@bp.get("/instruments")
def get_instruments() -> Response:
    feed = _feed()
    heard = Heard() if feed is None else feed.instruments
    now = heard.aboard(time.monotonic())
    return answer(Instruments(
        source=None if feed is None else feed.words, said="" if feed is None else feed.said,
        depth_m=_figure(now.depth), water_c=_figure(now.water), drift_m_s=_figure(now.drift),
        stream_m_s=_figure(now.stream), wind_m_s=_figure(now.wind),
        fish_m=[one for one in map(_figure, now.fish) if one is not None],
        track_points=len(heard.track()), read=now.read, bad=now.bad, other=now.other))


@bp.get("/instruments/track.gpx")
def get_track() -> Response:
    feed = _feed()
    went = [] if feed is None else [place[:3] for place in feed.instruments.track()]
    # Before the first two positions there is an empty file, which any program opens.
    shapes = [Shape("track", "line", (tuple(went),), "depths of the moment, tide and all")
              ] if len(went) > 1 else []
    return as_file(gpx_tracks.write(shapes), "application/gpx+xml", "ilha-track.gpx")


@bp.post("/instruments/track")
def keep_track() -> Response:
    feed = _feed()
    heard = [] if feed is None else feed.instruments.track()
    # Lines come by a clock that only goes on; the tide goes by the day's.
    ahead = now_s() - time.monotonic()
    return made(answer(dump.sea_chart(surveyed.keep(connection(), [
        surveyed.Sounded(lat, lon, depth, at_s + ahead) for lat, lon, depth, at_s in heard]))))
