"""A chart from whichever open file it comes in: GeoJSON, KML or GPX."""

from __future__ import annotations

import re

from ilha.formats import geojson, gpx_tracks, kml
from ilha.formats.chart_shapes import Reading, Shape
from ilha.formats.fields import FieldError
from ilha.formats.text_in import checked
from ilha.formats.tide_csv import told

_XML = {"kml": kml.read, "gpx": gpx_tracks.read}
_ROOT = re.compile(r"<(?:[A-Za-z_][\w.-]*:)?(kml|gpx)[\s/>]")


def read(text: str, how: Reading) -> list[Shape]:
    """Shapes of a file: all of them, or every fault named.

    Raises
    ------
    FieldError
        If it is none of the formats, holds nothing, or some of it cannot be.
    """
    text = checked(text, "text").lstrip("\ufeff \r\n\t")
    root = _ROOT.search(text[:4000]) if text.startswith("<") else None
    if root is not None:
        found, faults = _XML[root[1]](text, how)
    elif text.startswith("{"):
        found, faults = geojson.read(text, how)
    else:
        raise FieldError("text", "`text` must be GeoJSON, KML or GPX: save it as one of them")
    if faults:
        raise told(faults, "text")
    if not found:
        raise FieldError("text", "`text` has nothing that a chart is made of: choose a file with"
                                 " lines, areas or points")
    return found
