"""Tracks, routes and points of a chart as GPX 1.1. Depths of a track stand in an extension; those
that other programs write are taken under the name depth, in m."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any
from xml.etree.ElementTree import Element

from ilha.formats import chart_shapes as shapes
from ilha.formats.chart_shapes import Found, Reading, Shape
from ilha.formats.fields import FieldError
from ilha.formats.gpx import SPACE, longitude
from ilha.formats.xml_in import local, named, rooted, text_of

TAKEN: tuple[shapes.ShapeKind, ...] = ("track", "route", "structure")
"""Kinds that the format has a place for."""


def read(text: str, how: Reading) -> tuple[list[Shape], list[str]]:
    """Tracks, routes and waypoints of a document, and what is wrong by its place.

    Raises
    ------
    FieldError
        If it is no XML, no GPX, or declares a document type or entities.
    """
    root = rooted(text, "gpx")
    found: list[Found] = []
    faults: list[str] = []

    def take(where: str, kind: shapes.ShapeKind, form: shapes.ShapeForm, name: str,
             parts: list[list[Element]]) -> None:
        try:
            placed = [[_place(point) for point in part] for part in parts if part]
        except FieldError as fault:
            faults.append(f"{where}: {fault}")
            return
        if placed:
            found.append(Found(where, form, placed, kind, name, kind=kind, deep=True))

    for number, track in enumerate(named(root, "trk"), 1):
        take(f"track {number}", "track", "line", text_of(track, "name"),
             [list(named(segment, "trkpt")) for segment in named(track, "trkseg")])
    for number, route in enumerate(named(root, "rte"), 1):
        take(f"route {number}", "route", "line", text_of(route, "name"),
             [list(named(route, "rtept"))])
    for number, point in enumerate(named(root, "wpt"), 1):
        take(f"waypoint {number}", "structure", "points", text_of(point, "name"), [[point]])
    made, more = shapes.understood(found, how)
    return made, faults + more


def _place(point: Element) -> list[float]:
    try:
        place = [float(point.get("lon", "")), float(point.get("lat", ""))]
    except ValueError as error:
        raise FieldError("lat", "`lat` and `lon` must be numbers: correct them") from error
    told = next(_depths(point), None)
    return place if told is None else [*place, told]


def _depths(point: Element) -> Iterator[float]:
    for block in named(point, "extensions"):
        for one in block.iter():
            if local(one).casefold() == "depth":
                number = shapes.depth_said({"depth": (one.text or "").strip()})
                if number is not None:
                    yield number


def write(listed: Sequence[Shape]) -> bytes:
    """Those that GPX has a place for (``TAKEN``), as one document."""
    from gpxpy.gpx import (
        GPX,
        GPXRoute,
        GPXRoutePoint,
        GPXTrack,
        GPXTrackPoint,
        GPXTrackSegment,
        GPXWaypoint,
    )

    document = GPX()
    document.creator = "Ilha"
    document.nsmap["ilha"] = SPACE
    for shape in listed:
        if shape.form == "points" and shape.kind == "structure":
            document.waypoints += [GPXWaypoint(p[0], longitude(p[1]), name=shape.name or None)
                                   for p in shape.parts[0]]
        elif shape.kind == "route":
            for part in shape.parts:
                document.routes.append(GPXRoute(shape.name or None))
                document.routes[-1].points += [
                    _deep(GPXRoutePoint(p[0], longitude(p[1])), p) for p in part]
        elif shape.kind == "track":
            track = GPXTrack(shape.name or None)
            for part in shape.parts:
                track.segments.append(GPXTrackSegment(
                    [_deep(GPXTrackPoint(p[0], longitude(p[1])), p) for p in part]))
            document.tracks.append(track)
    return str(document.to_xml(version="1.1")).encode()


def _deep(point: Any, place: shapes.Position) -> Any:
    if len(place) == 3:
        depth = Element(f"{{{SPACE}}}depth")
        depth.text = repr(place[2])
        point.extensions.append(depth)
    return point
