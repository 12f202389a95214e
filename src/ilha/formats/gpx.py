"""Marks as GPX 1.1 waypoints, with what GPX has no place for in an extension of our own."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Any
from xml.sax import SAXParseException
from xml.sax.handler import ContentHandler
from xml.sax.saxutils import escape

from ilha.formats.fields import FieldError
from ilha.formats.text_in import undeclared

SPACE = "urn:ilha:mark:1"
"""Of our extensions."""


@dataclass
class Waypoint:
    """One waypoint as read: the line it begins on, and the mark's fields that it tells."""

    line: int
    fields: dict[str, Any] = field(default_factory=dict)


def longitude(degrees: float) -> float:
    """As GPX 1.1 has it: from -180, 180 not included."""
    return degrees - 360.0 if degrees >= 180.0 else degrees


def attribute(value: Any) -> str:
    """An attribute's text. gpxpy writes those of extensions as they are, quotes and all."""
    return escape(str(value), {'"': "&quot;", "\n": "&#10;", "\r": "&#13;", "\t": "&#9;"})


def write(rows: list[dict[str, Any]]) -> str:
    """Marks, as dicts of their fields, as a GPX document. A tide and a
    stream go by their names ("tide", "stream")."""
    from xml.etree.ElementTree import Element

    from gpxpy.gpx import GPX, GPXWaypoint

    document = GPX()
    document.creator = "Ilha"
    document.nsmap["ilha"] = SPACE
    for row in rows:
        point = GPXWaypoint(row["latitude_deg"], longitude(row["longitude_deg"]), name=row["name"],
                            description=row["caution"] or None, type=row["kind"])
        mark = Element(f"{{{SPACE}}}mark")
        for key, value in row.items():
            known = key in ("id", "name", "kind", "caution", "latitude_deg", "longitude_deg")
            if value is not None and not known:
                mark.set(key, attribute(value))
        point.extensions.append(mark)
        document.waypoints.append(point)
    return str(document.to_xml(version="1.1"))


@dataclass(frozen=True)
class Extra:
    """What an extension of our own tells of a waypoint: its tag, attributes that are numbers, and
    those that are words."""

    tag: str
    numbers: frozenset[str]
    words: frozenset[str]


MARK = Extra("mark", frozenset({
    "charted_depth_m", "cover_height_m", "cast_m", "neap_rate_m_s", "spring_rate_m_s",
    "slack_lag_min", "flood_to_deg", "tide_offset_min", "tide_height_offset_m", "tip_height_m",
    "way_back_depth_m", "ebb_to_deg", "cast_to_deg",
}), frozenset({"time_zone", "bottom", "cover", "stance", "tide", "stream", "exposure", "ground",
                "shelter", "assumed"}))


class _Reader(ContentHandler):
    """Collects waypoints and, with its line, everything that is wrong."""

    def __init__(self, extra: Extra) -> None:
        super().__init__()
        self.extra = extra
        self.found: list[Waypoint] = []
        self.faults: list[str] = []
        self._open: Waypoint | None = None
        self._text: str | None = None
        self._root = False

    def _line(self) -> int:
        return int(self._locator.getLineNumber())  # type: ignore[attr-defined]

    def startElement(self, name: str, attrs: Any) -> None:
        tag = name.rsplit(":", 1)[-1]
        if not self._root:
            self._root = True
            if tag != "gpx":
                raise FieldError("text", f"`text` must be GPX, line {self._line()} begins with"
                                         f" {tag}: save it as GPX")
        if tag == "wpt":
            self._open = Waypoint(self._line())
            for key, field_name, most in (("lat", "latitude_deg", 90.0),
                                          ("lon", "longitude_deg", 180.0)):
                self._number(attrs.get(key), key, field_name, most)
        elif self._open is not None and tag == self.extra.tag:
            for key, value in attrs.items():
                if key in self.extra.numbers:
                    self._number(value, key, key, math.inf)
                elif key in self.extra.words:
                    self._open.fields[key] = value
        elif self._open is not None and tag in ("name", "desc", "type", "time"):
            self._text = ""

    def _number(self, given: str | None, shown: str, name: str, most: float) -> None:
        assert self._open is not None
        try:
            value = float(given or "")
        except ValueError:
            value = math.nan
        if not math.isfinite(value) or abs(value) > most:
            bound = "" if math.isinf(most) else f" of at most {most:g}"
            self.faults.append(f"`{shown}` on line {self._line()} must be a number{bound}, got"
                               f" {given or 'none'}: correct it")
        else:
            self._open.fields[name] = value

    def characters(self, content: str) -> None:
        if self._text is not None:
            self._text += content

    def endElement(self, name: str) -> None:
        tag = name.rsplit(":", 1)[-1]
        if self._open is None:
            return
        if tag == "wpt":
            if not self._open.fields.get("name"):
                self.faults.append(f"`name` of the waypoint on line {self._open.line} is needed:"
                                   " give it one")
            self.found.append(self._open)
            self._open = None
        elif self._text is not None and tag in ("name", "desc", "type", "time"):
            self._open.fields[tag] = self._text.strip()
            self._text = None


def read(text: str, extra: Extra = MARK) -> tuple[list[Waypoint], list[str]]:
    """Waypoints of a GPX document, and what is wrong with them by line. Their fields are GPX's own
    (name, desc, type, time; latitude_deg, longitude_deg) and those of ``extra``.

    Raises
    ------
    FieldError
        If it is no XML, no GPX, or declares a document type or entities.
    """
    from defusedxml import DefusedXmlException
    from defusedxml.sax import parseString

    reader = _Reader(extra)
    try:
        parseString(undeclared(text).encode(), reader, forbid_dtd=True)
    except DefusedXmlException as error:
        raise FieldError("text", "`text` must not declare a document type or entities: save it"
                                 " again as plain GPX") from error
    except SAXParseException as error:
        raise FieldError("text", f"`text` must be GPX, line {error.getLineNumber()}:"
                                 f" {error.getMessage()}: save it as GPX") from error
    return reader.found, reader.faults
