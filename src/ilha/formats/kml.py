"""Charts as KML 2.3 (OGC 12-007): longitude, latitude and an altitude in m."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from xml.etree.ElementTree import Element, SubElement, tostring

from ilha.formats import chart_shapes as shapes
from ilha.formats.chart_shapes import Found, Reading, Shape
from ilha.formats.fields import FieldError
from ilha.formats.geojson import position
from ilha.formats.xml_in import local, named, rooted, text_of

SPACE = "http://www.opengis.net/kml/2.2"
_FORMS: dict[str, shapes.ShapeForm] = {"Point": "points", "LineString": "line",
                                       "LinearRing": "line", "Polygon": "area"}


def read(text: str, how: Reading) -> tuple[list[Shape], list[str]]:
    """Shapes of a document, and what is wrong by placemark.

    Raises
    ------
    FieldError
        If it is no XML, no KML, or declares a document type or entities.
    """
    found: list[Found] = []
    faults: list[str] = []
    for number, (mark, folders) in enumerate(_placemarks(rooted(text, "kml"), ""), 1):
        where = f"placemark {number}"
        try:
            found += _placemark(where, mark, folders)
        except FieldError as fault:
            faults.append(f"{where}: {fault}")
    made, more = shapes.understood(found, how)
    return made, faults + more


def _placemarks(element: Element, folders: str) -> Iterator[tuple[Element, str]]:
    for child in element:
        if local(child) == "Placemark":
            yield child, folders
        elif local(child) in ("Document", "Folder"):
            yield from _placemarks(child, f"{folders} {text_of(child, 'name')}")


def _placemark(where: str, mark: Element, folders: str) -> Iterator[Found]:
    told = dict(_data(mark))
    name = text_of(mark, "name")
    kind = next((k for k in shapes.KINDS if k == told.get("kind")), None)
    # A folder or a property says it before the name does: a track may be named for a wreck.
    said = " ".join([*told.values(), folders]) if kind is None else kind
    for form, parts in _shapes(mark):
        yield Found(where, form, parts, said if said.strip() else name, name,
                    shapes.depth_said(told), kind)


def _data(mark: Element) -> Iterator[tuple[str, str]]:
    for block in named(mark, "ExtendedData"):
        for one in block.iter():
            if local(one) == "Data":
                yield one.get("name", ""), text_of(one, "value")
            elif local(one) == "SimpleData":
                yield one.get("name", ""), (one.text or "").strip()


def _shapes(element: Element) -> Iterator[tuple[shapes.ShapeForm, list[list[list[float]]]]]:
    """Geometries; of several, those of a form as one shape, but each area by itself."""
    gathered: dict[shapes.ShapeForm, list[list[list[float]]]] = {}
    for one in _geometries(element):
        form = _FORMS[local(one)]
        if form == "area":
            yield form, [_positions(ring) for side in ("outerBoundaryIs", "innerBoundaryIs")
                         for edge in named(one, side) for ring in named(edge, "LinearRing")]
        elif form == "points":
            gathered.setdefault(form, [[]])[0].extend(_positions(one))
        else:
            gathered.setdefault(form, []).append(_positions(one))
    yield from gathered.items()


def _geometries(element: Element) -> Iterator[Element]:
    for child in element:
        if local(child) in _FORMS:
            yield child
        elif local(child) == "MultiGeometry":
            yield from _geometries(child)


def _positions(element: Element) -> list[list[float]]:
    out = []
    for one in text_of(element, "coordinates").split():
        try:
            numbers = [float(part) for part in one.split(",")]
        except ValueError:
            numbers = []
        if len(numbers) not in (2, 3) or not all(map(math.isfinite, numbers)):
            raise FieldError("coordinates", "`coordinates` must be longitude,latitude or longitude,"
                                            f"latitude,altitude, got {one[:40]}: correct them")
        out.append(numbers)
    return out


def write(listed: Sequence[Shape]) -> bytes:
    """Shapes as one document; depths are altitudes below zero."""
    root = Element("kml", xmlns=SPACE)
    document = SubElement(root, "Document")
    for shape in listed:
        mark = SubElement(document, "Placemark")
        if shape.name:
            SubElement(mark, "name").text = shape.name
        told = {"kind": shape.kind} | (
            {} if shape.depth_m is None else {"depth_m": repr(shape.depth_m)})
        block = SubElement(mark, "ExtendedData")
        for key, value in told.items():
            SubElement(SubElement(block, "Data", name=key), "value").text = value
        _geometry(mark, shape)
    return bytes(tostring(root, encoding="utf-8", xml_declaration=True))


def _geometry(mark: Element, shape: Shape) -> None:
    single = shape.form == "area" or (len(shape.parts) == 1 and shape.form == "line")
    into = mark if single else SubElement(mark, "MultiGeometry")
    if shape.form == "area":
        area = SubElement(into, "Polygon")
        for side, part in zip(("outerBoundaryIs", *["innerBoundaryIs"] * len(shape.parts)),
                              shape.parts, strict=False):
            _coordinates(SubElement(SubElement(area, side), "LinearRing"), part)
    elif shape.form == "points":
        for place in shape.parts[0]:
            _coordinates(SubElement(into, "Point"), [place])
    else:
        for part in shape.parts:
            _coordinates(SubElement(into, "LineString"), part)


def _coordinates(into: Element, part: Sequence[shapes.Position]) -> None:
    SubElement(into, "coordinates").text = " ".join(
        ",".join(repr(float(x)) for x in position(place)) for place in part)
