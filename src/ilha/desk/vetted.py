"""A whole file looked at as strictly as typing is: every row through the type that it would have
been typed as, and the rules between rows, before anything is touched."""

from __future__ import annotations

import json
import re
import sqlite3
from collections.abc import Callable, Iterable, Mapping
from functools import partial
from typing import Any

import numpy as np
from pydantic import ValidationError

from ilha.core.errors import DomainError
from ilha.core.tide.harmonic import Constants
from ilha.core.tide.stream import ByHours
from ilha.desk import books, convert, know, places, tide_tables
from ilha.desk.errors import NotFound
from ilha.desk.facts_typed import NewFish, NewRule, Settings
from ilha.desk.kinds import KINDS, Kind
from ilha.desk.records import Event, NewMark
from ilha.desk.sea_charts import shapes_of
from ilha.desk.trainer import CODES
from ilha.desk.trips import asked_of
from ilha.formats.fields import FieldError, first_error
from ilha.formats.text_in import as_typed, one_line, parsed
from ilha.store import (
    events,
    everything,
    fish,
    marks,
    photographs,
    removed,
    rules,
    sea_charts,
    settings,
    streams,
    tides,
    trainer,
    trips,
)

INSTANTS = (-4e9, 1e11)
"""s since 1970: before the first tide table, after the last."""
_KEY = re.compile(r"[a-z0-9][a-z0-9-]{0,79}")
_PAIR, _PLACE = re.compile(r"[1-9]\d{0,15}:[1-9]\d{0,15}"), re.compile(r"[1-9]\d{0,15}")


def vet(conn: sqlite3.Connection) -> None:
    """Look at all that a database holds.

    Raises
    ------
    FieldError
        Naming the table, the row and what is wrong with it.
    """
    _instants(conn)
    for kind, of in KINDS.items():
        _each(kind, of.listed(conn), partial(_tackle, of))
    _each("tide_ports", tides.ports(conn), partial(_port, conn))
    _each("streams", streams.listed(conn), partial(_stream, conn))
    _each("marks", marks.listed(conn), partial(_mark, conn))
    _each("sea_charts", sea_charts.listed(conn), _sea_chart)
    _each("trips", trips.listed(conn), _trip)
    _each("events", events.listed(conn, -1e12, 1e12), partial(as_typed, Event))
    _each("photographs", photographs.listed(conn), _photograph)
    _each("gone", events.all_undone(conn), _gone)
    _each("fish", fish.listed(conn), _fish)
    _each("own_rules", rules.own(conn), _rule)
    _each("rule_changes", rules.changes(conn), lambda row: one_line(row["key"], "key"))
    _each("learned", events.learned(conn), _learned)
    _each("trainer", trainer.listed(conn), _fault)
    _each("settings", [settings.get(conn)], partial(as_typed, Settings))
    _each("removed", removed.listed(conn), partial(_removed, conn))


def _known(model: type[Any], row: Mapping[str, Any]) -> dict[str, Any]:
    return {name: row[name] for name in model.model_fields if name in row}


def _each(table: str, rows: Iterable[Any], look: Callable[[Any], object]) -> None:
    for number, row in enumerate(rows, 1):
        try:
            look(row)
        except ValidationError as error:
            raise _unfit(table, number, first_error(error)) from error
        except (FieldError, DomainError, NotFound, everything.Unfit) as error:
            raise _unfit(table, number, error) from error
        except (ValueError, TypeError, KeyError, LookupError, AttributeError) as error:
            raise _unfit(table, number, "it does not read as what it should be") from error


def _unfit(table: str, number: int, why: object) -> FieldError:
    where = f"tables.{table}"
    return FieldError(where, f"`{where}` row {number}: {why}: nothing was changed")


def _instants(conn: sqlite3.Connection) -> None:
    for table in everything.tables(conn):
        for column in everything.columns(conn, table):
            if column.endswith("utc_s") and everything.outside(conn, table, column, *INSTANTS):
                raise FieldError(f"tables.{table}", f"`tables.{table}` has a {column} that is no"
                                                    " instant: nothing was changed")


def _port(conn: sqlite3.Connection, row: tides.Port) -> None:
    one_line(row["name"], "name")
    if row["form"] == "constants":
        if row["latitude_deg"] is None:
            raise FieldError("latitude_deg", "`latitude_deg` is needed with constants")
        Constants(tides.constants(conn, row["id"]), row["mean_level_m"] or 0.0,
                  row["latitude_deg"])
    elif row["form"] == "turns":
        turns = tides.events_around(conn, row["id"], int(INSTANTS[0]), int(INSTANTS[1]))
        pieces = tide_tables.runs(turns)
        kinds = {e["time_utc_s"]: e["kind"] == "high" for e in turns}
        for tide in pieces:
            if [kinds[int(at)] for at in tide.time] != list(tide.is_high):
                raise FieldError("kind", "`kind` does not fit its height")
        if row["residual_m"] is not None:
            Constants(tides.constants(conn, row["id"]), row["mean_level_m"] or 0.0,
                      row["latitude_deg"] or 0.0)
    own = tides.differences(conn, row["id"])
    if own is not None:
        tide_tables.zone_of(own["time_zone"])
        made = convert.core_differences(own)
        if not np.all(np.isfinite([*made.levels, *made.heights])):
            raise FieldError("levels_m", "`levels_m` must be numbers")


def _gone(event_id: str) -> None:
    if not re.fullmatch(r"[A-Za-z0-9-]{8,64}", event_id):
        raise FieldError("id", "`id` must be an event's: leave it out")


def _photograph(row: photographs.Photograph) -> None:
    _gone(row["event_id"])
    if (row["latitude_deg"] is None) != (row["longitude_deg"] is None):
        raise FieldError("latitude_deg", "`latitude_deg` and longitude_deg stand together or not"
                                         " at all")


def _sea_chart(row: sea_charts.SeaChart) -> None:
    one_line(row["name"], "name")
    shapes_of(row)


def _trip(row: trips.Trip) -> None:
    asked = asked_of(row)
    asked.check()
    if asked.date != row["date"]:
        raise FieldError("date", f"`date` {row['date']} is not that of what was asked")
    if row["planned"] is not None and not isinstance(parsed(row["planned"]), dict):
        raise FieldError("planned", "`planned` must be a plan: leave it out, it is planned anew")


def _stream(conn: sqlite3.Connection, row: streams.Stream) -> None:
    one_line(row["name"], "name")
    if row["form"] == "constants":
        Constants(streams.constants(conn, row["id"]), row["mean_m_s"] or 0.0,
                  row["latitude_deg"] or 0.0, "m/s")
    elif row["form"] == "hours":
        hours = np.array(streams.hours(conn, row["id"])).reshape(-1, 3)
        ByHours(*hours.T)


def _fish(row: fish.Row) -> None:
    if _KEY.fullmatch(row["key"]) is None:
        raise FieldError("key", f"`key` must be a word of small letters, got {row['key']}")
    as_typed(NewFish, _known(NewFish, {**row, "eats": json.loads(row["eats"]),
                                       "minds": json.loads(row["minds"])}))
    books.core_fish_of(row)


def _rule(row: rules.Own) -> None:
    body = json.loads(row["body"])
    know.checked_rule(books.own_key(row["id"]), as_typed(NewRule, body).model_dump())


def _learned(row: events.Learned) -> None:
    if (_PAIR if row["kind"] == "sink" else _PLACE).fullmatch(row["key"]) is None:
        raise FieldError("key", f"`key` must be ids, got {row['key']}")


def _fault(row: trainer.Standing) -> None:
    if row["code"] not in CODES:
        raise FieldError("code", f"`code` {row['code']} is nothing that is trained")


def _tackle(of: Kind, row: Any) -> None:
    of.row(as_typed(of.new, _known(of.new, of.again(row))), None, 0.0)


def _mark(conn: sqlite3.Connection, row: marks.Mark) -> None:
    places.checked(conn, as_typed(NewMark, _known(NewMark, places.shown(row))))


def _removed(conn: sqlite3.Connection, row: removed.Removed) -> None:
    """What was removed may be put back: it is tried, and taken out again."""
    kind = row["kind"]
    if kind not in removed.KINDS:
        raise FieldError("kind", f"`kind` {kind} is none that is removed")
    removed.check(conn, row)
    conn.execute("SAVEPOINT back")
    try:
        new_id = removed.tried(conn, row)
        if kind == "marks":
            back = marks.get(conn, new_id)
            if back is not None:
                _mark(conn, back)
        elif kind == "sea_charts":
            chart = sea_charts.get(conn, new_id)
            if chart is not None:
                _sea_chart(chart)
        elif kind == "trips":
            trip = trips.get(conn, new_id)
            if trip is not None:
                _trip(trip)
        else:
            of = KINDS[kind]
            _tackle(of, next(one for one in of.listed(conn) if one["id"] == new_id))
    except sqlite3.IntegrityError:
        pass  # What it needs is gone: it is refused by name when it is asked for.
    finally:
        conn.execute("ROLLBACK TO back")
        conn.execute("RELEASE back")
