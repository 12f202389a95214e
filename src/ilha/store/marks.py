"""Table ``marks``."""

from __future__ import annotations

import sqlite3
from typing import TypedDict, cast


class NewMark(TypedDict):
    """One place to fish, as stored: depths below the zero of tide, rates of the peak streams.

    stream_id : a stream of its own, before the one derived from its tide; None: none.
    way_back_depth_m : of the deepest place on the way back; None: not known. ground : the bottom
    along the cast, JSON pairs of distance and charted depth, m; None: level. shelter : of the
    current. assumed : names of the facts that nobody measured, as JSON. ebb_to_deg : None: against
    the flood. cast_to_deg : None: not said.
    """

    name: str
    kind: str
    latitude_deg: float
    longitude_deg: float
    time_zone: str
    charted_depth_m: float
    bottom: str
    cover: str
    cover_height_m: float
    stance: str
    cast_m: float
    tide_port_id: int | None
    neap_rate_m_s: float | None
    spring_rate_m_s: float | None
    slack_lag_min: float | None
    flood_to_deg: float | None
    caution: str
    tide_offset_min: float
    tide_height_offset_m: float
    stream_id: int | None
    exposure: str
    tip_height_m: float | None
    way_back_depth_m: float | None
    ground: str | None
    shelter: str
    assumed: str
    ebb_to_deg: float | None
    cast_to_deg: float | None


class Mark(NewMark):
    """A row of ``marks``."""

    id: int


RATES = ("neap_rate_m_s", "spring_rate_m_s", "slack_lag_min")


def _read(row: sqlite3.Row) -> Mark:
    """Rates that nobody knows are none, whatever stands in their columns."""
    mark = dict(row)
    if not mark.pop("stream_known"):
        mark |= dict.fromkeys(RATES)
    return cast(Mark, mark)


def _write(new: NewMark) -> dict[str, object]:
    known = new["tide_port_id"] is None or new["neap_rate_m_s"] is not None
    return {**new, "stream_known": int(known)} | ({} if known else dict.fromkeys(RATES, 0.0))


def listed(conn: sqlite3.Connection) -> list[Mark]:
    """All rows, ordered for showing."""
    rows = conn.execute(
        """
SELECT
  id, name, kind, latitude_deg, longitude_deg, time_zone, charted_depth_m, bottom,
  cover, cover_height_m, stance, cast_m, tide_port_id, neap_rate_m_s, spring_rate_m_s,
  slack_lag_min, flood_to_deg, caution, tide_offset_min, tide_height_offset_m, stream_id,
  exposure, tip_height_m, way_back_depth_m, ground, shelter, assumed, stream_known, ebb_to_deg,
  cast_to_deg
FROM marks
ORDER BY id
"""
    )
    return [_read(row) for row in rows]


def get(conn: sqlite3.Connection, row_id: int) -> Mark | None:
    """One row, None where there is none."""
    row = conn.execute(
        """
SELECT
  id, name, kind, latitude_deg, longitude_deg, time_zone, charted_depth_m, bottom,
  cover, cover_height_m, stance, cast_m, tide_port_id, neap_rate_m_s, spring_rate_m_s,
  slack_lag_min, flood_to_deg, caution, tide_offset_min, tide_height_offset_m, stream_id,
  exposure, tip_height_m, way_back_depth_m, ground, shelter, assumed, stream_known, ebb_to_deg,
  cast_to_deg
FROM marks
WHERE id = ?
""",
        (row_id,),
    ).fetchone()
    return None if row is None else _read(row)


def add(conn: sqlite3.Connection, new: NewMark) -> int:
    """Insert a row; returns its id."""
    cursor = conn.execute(
        """
INSERT INTO marks (
  name, kind, latitude_deg, longitude_deg, time_zone, charted_depth_m, bottom, cover,
  cover_height_m, stance, cast_m, tide_port_id, neap_rate_m_s, spring_rate_m_s,
  slack_lag_min, flood_to_deg, caution, tide_offset_min, tide_height_offset_m, stream_id,
  exposure, tip_height_m, way_back_depth_m, ground, shelter, assumed,
  stream_known, ebb_to_deg, cast_to_deg
) VALUES (
  :name, :kind, :latitude_deg, :longitude_deg, :time_zone, :charted_depth_m, :bottom,
  :cover, :cover_height_m, :stance, :cast_m, :tide_port_id, :neap_rate_m_s,
  :spring_rate_m_s, :slack_lag_min, :flood_to_deg, :caution, :tide_offset_min,
  :tide_height_offset_m, :stream_id, :exposure, :tip_height_m, :way_back_depth_m, :ground,
  :shelter, :assumed, :stream_known, :ebb_to_deg, :cast_to_deg
)
""",
        _write(new),
    )
    return int(cursor.lastrowid or 0)


def update(conn: sqlite3.Connection, row_id: int, new: NewMark) -> bool:
    """Replace a row; whether there was one."""
    cursor = conn.execute(
        """
UPDATE marks SET
  name = :name, kind = :kind, latitude_deg = :latitude_deg, longitude_deg = :longitude_deg,
  time_zone = :time_zone, charted_depth_m = :charted_depth_m, bottom = :bottom, cover = :cover,
  cover_height_m = :cover_height_m, stance = :stance, cast_m = :cast_m,
  tide_port_id = :tide_port_id, neap_rate_m_s = :neap_rate_m_s,
  spring_rate_m_s = :spring_rate_m_s, slack_lag_min = :slack_lag_min,
  flood_to_deg = :flood_to_deg, caution = :caution, tide_offset_min = :tide_offset_min,
  tide_height_offset_m = :tide_height_offset_m, stream_id = :stream_id, exposure = :exposure,
  tip_height_m = :tip_height_m, way_back_depth_m = :way_back_depth_m, ground = :ground,
  shelter = :shelter, assumed = :assumed, stream_known = :stream_known,
  ebb_to_deg = :ebb_to_deg, cast_to_deg = :cast_to_deg
WHERE id = :id
""",
        {**_write(new), "id": row_id},
    )
    return cursor.rowcount == 1
