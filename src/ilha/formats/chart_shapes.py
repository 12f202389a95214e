"""What a chart is made of, whatever file it came in: coast, contours, soundings, structure, tracks
and routes."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Literal, get_args

from pydantic import ConfigDict, Field, TypeAdapter, ValidationError
from pydantic.dataclasses import dataclass as checked_dataclass

from ilha.formats.fields import FieldError, first_error
from ilha.formats.text_in import checked

ShapeKind = Literal["coast", "contour", "soundings", "structure", "track", "route"]
ShapeForm = Literal["points", "line", "area"]
DepthUnit = Literal["m", "ft"]
Third = Literal["height", "depth"]
KINDS: tuple[ShapeKind, ...] = get_args(ShapeKind)
MOST_SHAPES, MOST_POSITIONS = 20_000, 200_000
M_PER_FT = 0.3048
LEAST_OF: dict[ShapeForm, int] = {"points": 1, "line": 2, "area": 4}

Position = tuple[float, ...]
"""Latitude and longitude, degrees, and where it is known the charted depth, m."""
Depth = Annotated[float, Field(ge=-100.0, le=12_000.0, allow_inf_nan=False)]
_Degrees = Annotated[float, Field(allow_inf_nan=False)]


@checked_dataclass(frozen=True, config=ConfigDict(extra="forbid"))
class Shape:
    """parts : lines, or an area's outer ring and its holes, or one list of points; positions are
    (latitude, longitude) or (latitude, longitude, charted depth m). depth_m : of a contour."""

    kind: ShapeKind
    form: ShapeForm
    parts: tuple[tuple[tuple[_Degrees, ...], ...], ...]
    name: Annotated[str, Field(max_length=80)] = ""
    depth_m: Depth | None = None

    def __post_init__(self) -> None:
        if not self.parts:
            raise FieldError("parts", "`parts` must hold one line at least: leave the shape out")
        if (self.kind == "contour") != (self.depth_m is not None):
            raise FieldError("depth_m", f"`depth_m` belongs to a contour, this is {self.kind}:"
                                        " say how deep the line is, or call it structure")
        if self.kind == "soundings" and self.form != "points":
            raise FieldError("form", "`form` of soundings must be points: call it a track")
        for part in self.parts:
            if len(part) < LEAST_OF[self.form]:
                raise FieldError("parts", f"`parts` of {_A[self.form]} must have"
                                          f" {LEAST_OF[self.form]} positions at least, got"
                                          f" {len(part)}: leave it out")
            for position in part:
                _on_the_globe(position, self.kind == "soundings")


_A = {"points": "points", "line": "a line", "area": "an area"}


def _on_the_globe(position: Position, deep: bool) -> None:
    if len(position) not in ((3,) if deep else (2, 3)):
        raise FieldError("position", "`position` must be latitude, longitude and, of a sounding,"
                                     f" its depth, got {len(position)} figures: correct it")
    if abs(position[0]) > 90.0 or abs(position[1]) > 180.0:
        raise FieldError("position", f"`position` {position[0]:g}, {position[1]:g} is not on the"
                                     " globe: files write the longitude first")
    if len(position) == 3 and not -100.0 <= position[2] <= 12_000.0:
        raise FieldError("depth", f"`depth` must be -100 to 12000 m, got {position[2]:g}:"
                                  " correct it")


SHAPES: TypeAdapter[tuple[Shape, ...]] = TypeAdapter(tuple[Shape, ...])


@dataclass(frozen=True)
class Reading:
    """How a file is to be understood. unit : of its depths. third : what the third figure of a
    position is; None: GeoJSON and KML mean a height, unless not one lies below zero. rest : what
    shapes are that do not say."""

    unit: DepthUnit = "m"
    third: Third | None = None
    rest: ShapeKind | None = None


@dataclass(frozen=True)
class Found:
    """A shape as a file has it: lon, lat and perhaps a third figure; what it says of itself."""

    where: str
    """In the file, to name it in a fault."""
    form: ShapeForm
    parts: Sequence[Sequence[Sequence[float]]]
    said: str
    """All words that may tell what it is."""
    name: str = ""
    depth: float | None = None
    """As its properties tell it, in the unit of the file, downwards."""
    kind: ShapeKind | None = None
    deep: bool = False
    """The third figure is a depth in any case."""


# The last words of each are the object classes of the hydrographic offices' transfer standard
# (IHO S-57, appendix A; from memory).
_WORDS: dict[ShapeKind, re.Pattern[str]] = {
    "soundings": re.compile(r"sounding|soundg|depth point|spot depth", re.IGNORECASE),
    "contour": re.compile(r"contour|isobath|depth line|depcnt", re.IGNORECASE),
    "coast": re.compile(r"coast|shore|\bland\b|island|coalne|lndare", re.IGNORECASE),
    "route": re.compile(r"\broute\b", re.IGNORECASE),
    "track": re.compile(r"\btrack\b", re.IGNORECASE),
    "structure": re.compile(
        r"wreck|rock|reef|obstruction|pier|quay|mole|jetty|structure|obstrn|uwtroc|slcons",
        re.IGNORECASE),
}
_DEEP = ("depth_m", "depth", "valdco", "valsou", "contour", "isobath")
_HIGH = ("elevation", "elev", "ele", "height")


def depth_said(properties: Mapping[str, Any]) -> float | None:
    """A depth among a shape's properties, downwards: by the name of a depth or of a height."""
    small = {str(key).casefold(): value for key, value in properties.items()}
    for names, sign in ((_DEEP, 1.0), (_HIGH, -1.0)):
        for name in names:
            number = _number(small.get(name))
            if number is not None:
                return sign * number
    return None


def _number(value: Any) -> float | None:
    if value is None or isinstance(value, bool):
        return None
    try:
        number = float(str(value).replace(",", "."))
    except ValueError:
        return None
    return number if math.isfinite(number) else None


def understood(found: Sequence[Found], how: Reading) -> tuple[list[Shape], list[str]]:
    """Shapes of what a file holds, its soundings as one, and every fault by its place in it."""
    if len(found) > MOST_SHAPES:
        raise FieldError("text", f"`text` must have at most {MOST_SHAPES} shapes, got"
                                 f" {len(found)}: divide it")
    if sum(len(part) for one in found for part in one.parts) > MOST_POSITIONS:
        raise FieldError("text", f"`text` must have at most {MOST_POSITIONS} positions: divide it,"
                                 " or thin it out")
    third = how.third or _third_of(found)
    shapes: list[Shape] = []
    soundings: list[Position] = []
    faults: list[str] = []
    for one in found:
        try:
            shape = _shape(one, how, third)
        except ValidationError as error:
            faults.append(f"{one.where}: {first_error(error)}")
            continue
        except FieldError as fault:
            faults.append(f"{one.where}: {fault}")
            continue
        if shape.kind == "soundings":
            soundings += shape.parts[0]
        else:
            shapes.append(shape)
    if soundings:
        shapes.append(Shape("soundings", "points", (tuple(soundings),)))
    return shapes, faults


def _third_of(found: Sequence[Found]) -> Third:
    """Heights, unless all that tells a depth would then lie above the water."""
    thirds = [p[2] for one in found if not one.deep for part in one.parts for p in part
              if len(p) > 2 and p[2]]
    return "depth" if thirds and min(thirds) > 0.0 else "height"


def _shape(one: Found, how: Reading, third: Third) -> Shape:
    scale = M_PER_FT if how.unit == "ft" else 1.0
    deep = one.depth
    kind = one.kind or _kind(one, how, deep)
    sign = 1.0 if one.deep or third == "depth" else -1.0

    def place(p: Sequence[float]) -> Position:
        lon, lat = float(p[0]), float(p[1])
        if len(p) > 2 and kind in ("soundings", "track") and math.isfinite(p[2]):
            # Not the minus of nought.
            return (lat, lon, 0.0 + sign * float(p[2]) * (1.0 if one.deep else scale))
        if kind == "soundings":
            if deep is None:
                raise FieldError("depth", "`depth` of a sounding is needed: give it as a property"
                                          " or as the third figure of its position")
            return (lat, lon, deep * scale)
        return (lat, lon)

    parts = tuple(tuple(place(p) for p in part) for part in one.parts)
    if one.form == "area":
        parts = tuple(ring if ring[:1] == ring[-1:] else (*ring, *ring[:1]) for ring in parts)
    form: ShapeForm = "points" if kind == "soundings" else one.form
    return Shape(kind, form, parts, checked(one.name, "name").strip()[:80],
                 None if kind != "contour" or deep is None else deep * scale)


def _kind(one: Found, how: Reading, deep: float | None) -> ShapeKind:
    said = next((kind for kind, words in _WORDS.items() if words.search(one.said)), None)
    has_third = any(len(p) > 2 for part in one.parts for p in part)
    if said == "contour" and deep is None:
        said = None
    if said == "soundings" and one.form != "points":
        said = None
    if said is not None:
        return said
    if one.form == "points":
        return "soundings" if (deep is not None or has_third) and how.rest is None else (
            how.rest if how.rest == "soundings" else "structure")
    if one.form == "line" and deep is not None:
        return "contour"
    rest = how.rest or ("coast" if one.form == "area" or not has_third else "track")
    return "coast" if rest in ("contour", "soundings") else rest


def depths(shapes: Sequence[Shape]) -> Iterator[tuple[float, float, float]]:
    """Every place whose depth is known: soundings, tracks with depths, the corners of contours."""
    for shape in shapes:
        for part in shape.parts:
            for place in part:
                if shape.depth_m is not None:
                    yield place[0], place[1], shape.depth_m
                elif len(place) == 3:
                    yield place[0], place[1], place[2]
