"""Charts in and out: every shape comes back as it was, second readers agree, what is wrong is
named, what is hostile is refused."""

from __future__ import annotations

import json
from dataclasses import replace
from pathlib import Path
from typing import Any

import gpxpy
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ilha.formats import chart_in, geojson, gpx_tracks, kml
from ilha.formats.chart_shapes import SHAPES, Reading, Shape, depths
from ilha.formats.fields import FieldError

_LAT = st.floats(-90.0, 90.0).map(lambda x: round(x, 7))
_LON = st.floats(-180.0, 180.0).map(lambda x: round(x, 7))
_DEEP = st.floats(-20.0, 200.0).map(lambda x: round(x, 2))
_NAME = st.text("abcé <&\"' ", max_size=12).map(str.strip)


def _line(least: int, *more: st.SearchStrategy[float]) -> st.SearchStrategy[Any]:
    return st.lists(st.tuples(_LAT, _LON, *more), min_size=least, max_size=5).map(tuple)


def _ring(line: Any) -> Any:
    return (*line, line[0])


_lines = st.lists(_line(2), min_size=1, max_size=3).map(tuple)
SHAPE = st.one_of(
    st.builds(Shape, st.sampled_from(["coast", "structure", "track", "route"]), st.just("line"),
              _lines, _NAME),
    st.builds(lambda *a: Shape("contour", "line", *a), _lines, _NAME, _DEEP),
    st.builds(lambda *a: Shape("track", "line", *a), st.lists(_line(2, _DEEP), min_size=1,
                                                              max_size=2).map(tuple), _NAME),
    st.builds(lambda *a: Shape("structure", "points", *a), st.tuples(_line(1)), _NAME),
    st.builds(Shape, st.sampled_from(["coast", "structure"]), st.just("area"),
              st.lists(_line(3).map(_ring), min_size=1, max_size=2).map(tuple), _NAME),
)
LIST = st.lists(SHAPE, min_size=1, max_size=6)
SOUNDINGS = _line(1, _DEEP).map(lambda part: Shape("soundings", "points", (part,)))


def _same(a: Any, b: Any) -> None:
    assert SHAPES.dump_python(tuple(a)) == SHAPES.dump_python(tuple(b))


@settings(max_examples=60)
@given(LIST, st.none() | SOUNDINGS)
def test_geojson_and_kml_come_back_as_they_were(listed: list[Shape], deep: Shape | None) -> None:
    whole = [*listed, *([deep] if deep else [])]
    how = Reading(third="height")
    for write in (geojson.write, kml.write):
        _same(chart_in.read(write(whole).decode(), how), whole)
    _same(SHAPES.validate_json(SHAPES.dump_json(tuple(whole), exclude_defaults=True)), whole)


@settings(max_examples=60)
@given(LIST)
def test_gpx_brings_back_what_it_has_a_place_for(listed: list[Shape]) -> None:
    fit = [s for s in listed if s.kind in ("track", "route") or (
        s.kind == "structure" and s.form == "points")]
    text = gpx_tracks.write(listed).decode()
    if not fit:
        with pytest.raises(FieldError):
            chart_in.read(text, Reading())
        return
    back = chart_in.read(text, Reading())
    # Points come one by one, routes have one line each.
    alone = [Shape(s.kind, s.form, (part,), s.name) for kind in ("track", "route", "structure")
             for s in fit if s.kind == kind and kind != "track"
             for part in (((p,) for p in s.parts[0]) if s.form == "points" else s.parts)]
    _same(back, map(_within, [*(s for s in fit if s.kind == "track"), *alone]))


def _within(shape: Shape) -> Shape:
    """Its longitudes as GPX 1.1 has them: 180 is -180."""
    return replace(shape, parts=tuple(tuple(
        (p[0], -180.0, *p[2:]) if p[1] == 180.0 else p for p in part) for part in shape.parts))


def test_a_second_reader_finds_the_same_track() -> None:
    """gpxpy, a library of the registry."""
    track = Shape("track", "line", (((36.4, -21.7, 3.5), (36.401, -21.702, 4.25)),),
                  "out <past> it")
    read = gpxpy.parse(gpx_tracks.write([track]).decode()).tracks[0]
    assert read.name == track.name
    points = read.segments[0].points
    assert [(p.latitude, p.longitude) for p in points] == [p[:2] for p in track.parts[0]]
    assert [float(p.extensions[0].text) for p in points] == [3.5, 4.25]


WRITTEN = [
    Shape("coast", "area", (((36.0, -21.0), (36.0, -20.9), (36.1, -20.9), (36.0, -21.0)),
                            ((36.01, -20.95), (36.01, -20.94), (36.02, -20.94), (36.01, -20.95))),
          "Ilhéu & co"),
    Shape("contour", "line", (((36.2, -21.0), (36.3, -21.1)), ((36.4, -21.0), (36.5, -21.1))),
          depth_m=5.0),
    Shape("track", "line", (((36.0, -22.0, 3.5), (36.1, -22.1, 4.25)),), "a drift"),
    Shape("soundings", "points", (((36.0, -21.5, 7.5), (36.05, -21.5, -0.4)),)),
]
HERE = Path(__file__).parent / "written"


def test_what_a_second_reader_is_shown_is_what_is_written() -> None:
    """chart.test.ts of the interface reads these two files with the map library's own readers."""
    assert (HERE / "chart.geojson").read_bytes() == geojson.write(WRITTEN)
    assert (HERE / "chart.kml").read_bytes() == kml.write(WRITTEN)


# The worked example of RFC 7946, section 1.5, its properties left out.
RFC = """{"type": "FeatureCollection", "features": [
 {"type": "Feature", "geometry": {"type": "Point", "coordinates": [102.0, 0.5]},
  "properties": {"prop0": "value0"}},
 {"type": "Feature", "geometry": {"type": "LineString", "coordinates":
  [[102.0, 0.0], [103.0, 1.0], [104.0, 0.0], [105.0, 1.0]]}, "properties": {}},
 {"type": "Feature", "geometry": {"type": "Polygon", "coordinates":
  [[[100.0, 0.0], [101.0, 0.0], [101.0, 1.0], [100.0, 1.0], [100.0, 0.0]]]},
  "properties": null}]}"""


def test_the_example_of_the_standard() -> None:
    point, line, area = chart_in.read(RFC, Reading())
    assert (point.kind, point.parts) == ("structure", (((0.5, 102.0),),))
    assert (line.form, line.parts[0][3]) == ("line", (1.0, 105.0))
    assert (area.kind, area.form, area.parts[0][2]) == ("coast", "area", (1.0, 101.0))


def _feature(geometry: str, coordinates: Any, **properties: Any) -> str:
    return json.dumps({"type": "Feature", "properties": properties,
                       "geometry": {"type": geometry, "coordinates": coordinates}})


@pytest.mark.parametrize(("text", "how", "kind", "deep"), [
    (_feature("Point", [1, 2], depth=7.5), Reading(), "soundings", 7.5),
    (_feature("Point", [1, 2], DEPTH="10", note="spot depth"), Reading("ft"), "soundings", 3.048),
    (_feature("Point", [1, 2], VALSOU=-0.4), Reading(), "soundings", -0.4),
    (_feature("Point", [1, 2], elevation=-12.0), Reading(), "soundings", 12.0),
    (_feature("MultiPoint", [[1, 2, -4], [1, 3, 0.5]]), Reading(), "soundings", 4.0),
    # Not one below zero: these are depths.
    (_feature("MultiPoint", [[1, 2, 4], [1, 3, 5]]), Reading(), "soundings", 4.0),
    (_feature("MultiPoint", [[1, 2, 4], [1, 3, 5]]), Reading(third="height"), "soundings", -4.0),
    (_feature("LineString", [[1, 2], [1, 3]], VALDCO=5), Reading(), "contour", 5.0),
    (_feature("LineString", [[1, 2], [1, 3]], layer="Shoreline"), Reading(), "coast", None),
    (_feature("LineString", [[1, 2], [1, 3]], name="old pier"), Reading(), "structure", None),
    (_feature("LineString", [[1, 2], [1, 3]]), Reading(rest="track"), "track", None),
    (_feature("LineString", [[1, 2, -3], [1, 3, -4]]), Reading(), "track", 3.0),
    (_feature("Point", [1, 2], type="wreck", depth="?"), Reading(), "structure", None),
])
def test_what_a_shape_is_is_told_by_its_words_and_depths(
    text: str, how: Reading, kind: str, deep: float | None,
) -> None:
    (shape,) = chart_in.read(text, how)
    assert shape.kind == kind
    assert next((z for _, _, z in depths([shape])), None) == (
        None if deep is None else pytest.approx(deep))


def test_a_folder_of_kml_says_what_its_lines_are() -> None:
    text = """<?xml version="1.0" encoding="UTF-8"?>
<k:kml xmlns:k="http://www.opengis.net/kml/2.2"><k:Document><k:Folder><k:name>Isobaths</k:name>
<k:Placemark><k:name>5 m</k:name><k:ExtendedData><k:SchemaData><k:SimpleData name="depth">5
</k:SimpleData></k:SchemaData></k:ExtendedData><k:LineString><k:coordinates>
 -21.7,36.4,0 -21.71,36.41,0 </k:coordinates></k:LineString></k:Placemark></k:Folder></k:Document>
</k:kml>"""
    (line,) = chart_in.read(text, Reading())
    assert (line.kind, line.depth_m, line.name) == ("contour", 5.0, "5 m")
    assert line.parts == (((36.4, -21.7), (36.41, -21.71)),)


def test_waypoints_and_depths_that_other_programs_write() -> None:
    text = """<gpx version="1.1" creator="x" xmlns="http://www.topografix.com/GPX/1/1"
 xmlns:o="urn:other"><wpt lat="36.4" lon="-21.7"><name>Pedra</name></wpt><trk><trkseg>
 <trkpt lat="36.4" lon="-21.7"><extensions><o:more><o:Depth>3,5</o:Depth></o:more></extensions>
 </trkpt><trkpt lat="36.5" lon="-21.7"/></trkseg><trkseg/></trk></gpx>"""
    track, stone = chart_in.read(text, Reading())
    assert track.parts == (((36.4, -21.7, 3.5), (36.5, -21.7)),)
    assert (stone.kind, stone.name) == ("structure", "Pedra")


BOMB = """<?xml version="1.0"?><!DOCTYPE kml [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>
<kml><Document><name>&b;</name></Document></kml>"""


@pytest.mark.parametrize(("text", "says"), [
    ("", "GeoJSON, KML or GPX"),
    ("latitude,longitude\n1,2", "GeoJSON, KML or GPX"),
    (BOMB, "document type"),
    (BOMB.replace("kml", "gpx"), "document type"),
    ("<kml><Placemark></kml>", "must be KML"),
    ("<kml>" + "<Folder>" * 100 + "</Folder>" * 100 + "</kml>", "deep"),
    ("[" * 100_000, "GeoJSON, KML or GPX"),
    ('{"type":' + "[" * 100_000, "deep"),
    ('{"type": "Topology"}', "must be GeoJSON"),
    ('{"type": "FeatureCollection", "features": {}}', "must be GeoJSON"),
    ('{"type": "FeatureCollection", "features": []}', "nothing that a chart"),
    ('{"type": "FeatureCollection", "features": [1]}', "feature 1"),
    (_feature("LineString", [[1, 2]]), "feature 1.*2 positions"),
    (_feature("LineString", [[1, 2], [1, 200]]), "not on the globe"),
    (_feature("LineString", [[1, 2], ["1", 2]]), "lists of longitude"),
    (_feature("LineString", [[1, 2], [True, 2]]), "lists of longitude"),
    (_feature("Polygon", [[1, 2]]), "lists of longitude"),
    (_feature("Polygon", [[[1, 2], [1, 3]]]), "4 positions"),
    (_feature("Point", 3), "lists of longitude"),
    (_feature("Curve", []), "a point, a line"),
    (_feature("Point", [1, 2], depth=1e9), "-100 to 12000"),
    ("<kml><Placemark><Point><coordinates>nan,2</coordinates></Point></Placemark></kml>",
     "placemark 1.*longitude,latitude"),
    ('<gpx><trk><trkseg><trkpt lat="a" lon="2"/></trkseg></trk></gpx>', "track 1.*numbers"),
    ('<gpx><trk><trkseg><trkpt lat="1e999" lon="2"/><trkpt lat="1" lon="2"/></trkseg></trk></gpx>',
     "track 1"),
    (_feature("LineString", [[1, 2], [1, 3]], name="a\0b"), "must not hold a NUL"),
    ("<gpx/>", "nothing that a chart"),
])
def test_what_cannot_be_is_refused_by_its_place(text: str, says: str) -> None:
    with pytest.raises(FieldError, match=says):
        chart_in.read(text, Reading())


def test_every_fault_is_named_and_a_file_too_large_is_told_to_be_divided() -> None:
    bad = [json.loads(_feature("Point", [200 + i, 2], depth=1)) for i in range(3)]
    with pytest.raises(FieldError, match=r"3 faults: feature 1.*feature 2.*feature 3"):
        chart_in.read(json.dumps({"type": "FeatureCollection", "features": bad}), Reading())
    many = _feature("MultiPoint", [[1, 2, 3]] * 200_001)
    with pytest.raises(FieldError, match="divide it"):
        chart_in.read(many, Reading())
