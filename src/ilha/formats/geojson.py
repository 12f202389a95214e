"""Charts as GeoJSON (RFC 7946): positions are longitude, latitude and a height in m."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

import orjson

from ilha.formats import chart_shapes as shapes
from ilha.formats.chart_shapes import Found, Reading, Shape
from ilha.formats.fields import FieldError
from ilha.formats.text_in import parsed, shallow

_FORMS: dict[str, tuple[shapes.ShapeForm, int]] = {
    "Point": ("points", 0), "MultiPoint": ("points", 1), "LineString": ("line", 1),
    "MultiLineString": ("line", 2), "Polygon": ("area", 2), "MultiPolygon": ("area", 3),
}
"""Form, and how deep the positions lie in lists (RFC 7946, section 3.1)."""


def read(text: str, how: Reading) -> tuple[list[Shape], list[str]]:
    """Shapes of a document, and what is wrong by feature.

    Raises
    ------
    FieldError
        If it is no JSON, no GeoJSON, or too large.
    """
    shallow(text, "text")
    document = parsed(text, "text")
    kind = document.get("type") if isinstance(document, dict) else None
    if kind == "FeatureCollection":
        listed = document.get("features")
    elif kind == "Feature":
        listed = [document]
    elif kind in _FORMS or kind == "GeometryCollection":
        listed = [{"geometry": document, "properties": None}]
    else:
        listed = None
    if not isinstance(listed, list):
        raise FieldError("text", "`text` must be GeoJSON: an object whose type is"
                                 " FeatureCollection, Feature or a geometry")
    found: list[Found] = []
    faults: list[str] = []
    for number, feature in enumerate(listed, 1):
        try:
            found += _feature(f"feature {number}", feature)
        except FieldError as fault:
            faults.append(f"feature {number}: {fault}")
    made, more = shapes.understood(found, how)
    return made, faults + more


def _feature(where: str, feature: Any) -> Iterator[Found]:
    if not isinstance(feature, dict):
        raise FieldError("features", "`features` must be objects: correct it")
    properties = feature.get("properties") or {}
    if not isinstance(properties, dict):
        raise FieldError("properties", "`properties` must be an object: correct it")
    said = " ".join(str(value) for value in properties.values() if isinstance(value, str))
    name = properties.get("name")
    kind = properties.get("kind")
    for geometry in _geometries(feature.get("geometry"), 0):
        form, deep = _FORMS[geometry["type"]]
        for parts in _parts(geometry.get("coordinates"), deep, form):
            yield Found(where, form, parts, said, name if isinstance(name, str) else "",
                        shapes.depth_said(properties),
                        kind if kind in shapes.KINDS and _fits(kind, form) else None)


def _fits(kind: str, form: str) -> bool:
    return kind != "soundings" or form == "points"


def _geometries(geometry: Any, depth: int) -> Iterator[dict[str, Any]]:
    if geometry is None:  # A feature that is nowhere.
        return
    kind = geometry.get("type") if isinstance(geometry, dict) else None
    if kind == "GeometryCollection" and isinstance(geometry.get("geometries"), list) and depth < 8:
        for one in geometry["geometries"]:
            yield from _geometries(one, depth + 1)
    elif kind in _FORMS:
        yield geometry
    else:
        raise FieldError("geometry", "`geometry` must be a point, a line, an area or several:"
                                     " leave the feature out")


def _parts(given: Any, deep: int, form: str) -> list[list[list[list[float]]]]:
    """Shapes, each of parts of positions: areas one by one, lines together, points as one part."""
    for _ in range((2 if form == "line" else 1) - deep):
        given = [given]
    shapes_given = given if form == "area" and deep == 3 else [given]
    if form == "points":
        shapes_given = [[given]]
    out = []
    for parts in _lists(shapes_given):
        for part in _lists(parts):
            if not all(map(_is_position, _lists(part))):
                raise _no_positions()
        if any(parts):
            out.append(parts)
    return out


def _lists(given: Any) -> list[Any]:
    if not isinstance(given, list):
        raise _no_positions()
    return given


def _is_position(given: Any) -> bool:
    return isinstance(given, list) and len(given) >= 2 and all(
        isinstance(x, int | float) and not isinstance(x, bool) for x in given[:3])


def _no_positions() -> FieldError:
    return FieldError("coordinates", "`coordinates` must be lists of longitude and latitude, as the"
                                     " geometry's type has them: correct them")


def write(listed: Sequence[Shape]) -> bytes:
    """Shapes as one document; depths are heights below zero, as the format has it."""
    features = []
    for shape in listed:
        properties: dict[str, Any] = {"kind": shape.kind}
        if shape.name:
            properties["name"] = shape.name
        if shape.depth_m is not None:
            properties["depth_m"] = shape.depth_m
        features.append({"type": "Feature", "properties": properties, "geometry": _geometry(shape)})
    return orjson.dumps({"type": "FeatureCollection", "features": features})


def _geometry(shape: Shape) -> dict[str, Any]:
    parts = [[position(place) for place in part] for part in shape.parts]
    if shape.form == "points":
        return {"type": "MultiPoint", "coordinates": parts[0]}
    if shape.form == "area":
        return {"type": "Polygon", "coordinates": parts}
    if len(parts) == 1:
        return {"type": "LineString", "coordinates": parts[0]}
    return {"type": "MultiLineString", "coordinates": parts}


def position(place: shapes.Position) -> list[float]:
    """Longitude, latitude and perhaps a height, from a place of ours."""
    # Not the minus of nought.
    return [place[1], place[0], *(0.0 - deep for deep in place[2:])]
