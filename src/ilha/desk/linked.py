"""Events that come from a file or a device, tied to what is in the box and on the chart now."""

from __future__ import annotations

import sqlite3
from collections.abc import Mapping
from typing import Any, cast

from ilha.core.distance import great_circle
from ilha.desk.convert import head_name
from ilha.desk.records import Event
from ilha.formats.fields import FieldError
from ilha.formats.log_files import Told
from ilha.formats.text_in import as_typed
from ilha.store import events, heads, marks, plastics

NEAR_M = 1000.0
"""A catch from another program belongs to the nearest mark within this (judgement)."""


class Linked:
    """What names and ids mean here: of marks, heads and plastics."""

    def __init__(self, conn: sqlite3.Connection) -> None:
        listed = marks.listed(conn)
        self.names: dict[str, dict[int, str]] = {
            "mark": {row["id"]: row["name"] for row in listed},
            "head": {row["id"]: head_name(row) for row in heads.listed(conn)},
            "plastic": {row["id"]: row["name"] for row in plastics.listed(conn)}}
        self.places = {row["name"]: (row["latitude_deg"], row["longitude_deg"]) for row in listed}

    def row(self, one: Told) -> events.Event:
        """An event of a file, to be stored.

        Raises
        ------
        FieldError, ValidationError
            Naming the field.
        """
        fields = dict(one.fields)
        latitude, longitude = fields.pop("latitude_deg", None), fields.pop("longitude_deg", None)
        if "mark_name" not in fields and latitude is not None and longitude is not None:
            fields["mark_name"] = self._nearest((latitude, longitude))
        event = as_typed(Event, fields).model_dump()
        for what, names in self.names.items():
            event[f"{what}_id"] = _id(names, event, what, one.own)
        return cast(events.Event, event)

    def _nearest(self, at: tuple[float, float]) -> str:
        far = {name: float(great_circle(*at, *place)) for name, place in self.places.items()}
        near = min(far, key=lambda name: far[name], default=None)
        if near is None or far[near] > NEAR_M:
            raise FieldError("lat", f"`lat`, lon: no mark lies within {NEAR_M:.0f} m: add one there"
                                    " first")
        return near


def _id(names: dict[int, str], event: Mapping[str, Any], what: str, own: bool) -> int | None:
    """The row that an event means: by its id where that still has the name, else by its name. What
    Ilha wrote without an id was tied to nothing."""
    given, name = event[f"{what}_id"], event[f"{what}_name"]
    if given is None and own:
        return None
    if given is not None and names.get(given) == name:
        return int(given)
    return next((row_id for row_id, known in names.items() if known == name), None)
