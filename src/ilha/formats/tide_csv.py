"""Tides as CSV: harmonic constants, times and heights, high and low waters.

Every fault names its line, the field, the rule and the remedy; nothing is half read.
"""

from __future__ import annotations

import csv
import io
import math
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

import numpy as np

from ilha.core.errors import Array
from ilha.core.tide.harmonic import AMPLITUDE_MAX, MEAN_LEVEL, Constants, known
from ilha.core.tide.turns import HighLow
from ilha.formats.fields import FieldError

CONSTANTS_HEADER = ("constituent", "amplitude_m", "phase_deg")
HEIGHTS_HEADER = ("time_utc", "height_m")


def rows_under(text: str, header: tuple[str, ...]) -> Iterator[tuple[int, list[str]]]:
    """Line number and stripped cells of each row under the header that is due."""
    # Whatever ends its lines: without a mode of newlines the reader takes them all.
    reader = csv.reader(io.StringIO(text.removeprefix("\ufeff"), newline=None))
    due, seen = ",".join(header), False
    for cells in _whole_rows(reader):
        cells = [cell.strip() for cell in cells]
        if not any(cells):
            continue
        line = reader.line_num
        if not seen:
            if tuple(cells) != header:
                raise FieldError("header", f"`header` must be {due}, line {line} has"
                                           f" {','.join(cells)[:60]}: put it first")
            seen = True
            continue
        if len(cells) != len(header):
            raise FieldError("line", f"`line {line}` must have {len(header)} values ({due}), got"
                                     f" {len(cells)}: decimals take a point, not a comma")
        yield line, cells
    if not seen:
        raise FieldError("header", f"`header` must be {due}, the file is empty: put it first")


def _whole_rows(reader: Any) -> Iterator[list[str]]:
    try:
        yield from reader
    except csv.Error as error:
        raise FieldError("line", f"`line {reader.line_num}` must be plain CSV ({error}): save it"
                                 " again as CSV") from error


def number(cell: str, field: str, line: int, remedy: str) -> float:
    """A finite number of one cell, or FieldError naming line and field."""
    try:
        value = float(cell)
    except ValueError:
        value = math.nan
    if not math.isfinite(value):
        raise FieldError(field, f"`{field}` on line {line} must be a number, got {cell or '–'}:"
                                f" {remedy}")
    return value


def instant(cell: str, field: str, line: int | None = None) -> float:
    """Seconds since 1970 of an ISO 8601 time; without a zone it is UTC."""
    where = "" if line is None else f" on line {line}"
    try:
        value = datetime.fromisoformat(cell)
        return (value if value.tzinfo else value.replace(tzinfo=UTC)).timestamp()
    except (ValueError, OverflowError):
        raise FieldError(field, f"`{field}`{where} must be a time, got {cell[:40] or '–'}: write it"
                                " as 2026-12-01T06:30Z") from None


@dataclass(frozen=True)
class Of:
    """What constants are of: their header, unit and bound."""

    header: tuple[str, ...]
    unit: str
    remedy: str

    @property
    def field(self) -> str:
        return self.header[1]


TIDE = Of(CONSTANTS_HEADER, "m", "metres, not centimetres")
STREAM = Of(("constituent", "speed_m_s", "phase_deg"), "m/s", "metres a second, not knots")


def read_constants(text: str, latitude_deg: float, of: Of = TIDE) -> Constants:
    """Constants under ``constituent,amplitude_m,phase_deg``; a row Z0 is the mean level.

    Raises
    ------
    FieldError
        Naming every line at fault.
    DomainError
        For a value outside its range.
    """
    waves: dict[str, tuple[float, float]] = {}
    means: list[float] = []
    faults: list[str] = []
    for line, cells in rows_under(text, of.header):
        try:
            name, size, phase = _constant(line, cells, of)
            if name == MEAN_LEVEL and not means:
                means.append(size)
            elif name == MEAN_LEVEL or name in waves:
                faults.append(f"`constituent` on line {line} must stand once, {name} is there"
                              " twice: leave one out")
            else:
                waves[name] = (size, phase)
        except FieldError as error:
            faults.append(str(error))
    if faults:
        raise told(faults, "text")
    return Constants(waves, means[0] if means else 0.0, latitude_deg, of.unit)


def _constant(line: int, cells: list[str], of: Of) -> tuple[str, float, float]:
    """Name as the tables have it, size and phase of one row."""
    name, amplitude, phase = cells
    size = number(amplitude, of.field, line, f"{of.unit}, with a point")
    if name.upper() == MEAN_LEVEL:
        return MEAN_LEVEL, size, 0.0
    if name.upper() not in known():
        raise FieldError("constituent", f"`constituent` on line {line} must be a name that is"
                                        f" known, got {name or '–'}: for instance M2, S2, K1")
    degrees = number(phase, "phase_deg", line, "degrees behind Greenwich")
    most = AMPLITUDE_MAX[of.unit]
    if not 0.0 <= size <= most:
        raise FieldError(of.field, f"`{of.field}` on line {line} must be 0 to {most:g} {of.unit},"
                                   f" got {size:g} {of.unit}: {of.remedy}")
    if not -360.0 <= degrees <= 360.0:
        raise FieldError("phase_deg", f"`phase_deg` on line {line} must be -360 to 360, got"
                                      f" {degrees:g}: degrees behind Greenwich")
    return known()[name.upper()], size, degrees


def write_heights(times: Array, heights: Array) -> str:
    """Times and heights as CSV, ``time_utc,height_m``."""
    out = [",".join(HEIGHTS_HEADER)]
    stamps = np.datetime_as_string(times.round().astype("int64").astype("datetime64[s]"))
    out += [f"{stamp}Z,{height:.4f}" for stamp, height in zip(stamps, heights, strict=True)]
    return "\n".join(out) + "\n"


HEIGHTS_MAX = 600_000


def predicted(text: str, latitude: str, start: str, hours: str, step_min: str) -> str:
    """``ilha tide``: CSV of constants in, CSV of heights out, both ends of the span included.

    Raises
    ------
    FieldError, DomainError
        Naming the option or the line at fault.
    """
    def option(name: str, given: str, low: float, high: float, remedy: str) -> float:
        try:
            value = float(given)
        except ValueError:
            value = math.nan
        if not low <= value <= high:
            raise FieldError(name, f"`--{name}` must be {low:g} to {high:g}, got {given}: {remedy}")
        return value

    degrees = option("latitude", latitude, -90.0, 90.0, "degrees, north positive")
    span = option("hours", hours, 0.0, 24.0 * 3700.0, "at most ten years")
    step = option("step-min", step_min, 1 / 60, 1440.0, "minutes between heights")
    begin = instant(start, "--from")
    count = int(span * 60.0 / step + 1e-9) + 1
    if count > HEIGHTS_MAX:
        raise FieldError("step-min", f"`--step-min` must leave at most {HEIGHTS_MAX} heights, got"
                                     f" {count}: ask for fewer hours or longer steps")
    times = begin + 60.0 * step * np.arange(count, dtype=float)
    return write_heights(times, read_constants(text, degrees).value_at(times))


FAULTS_SHOWN = 8


def told(faults: list[str], field: str) -> FieldError:
    """One fault as it is; several together, so that a file is mended in one go."""
    if len(faults) == 1:
        return FieldError(field, faults[0])
    more = len(faults) - FAULTS_SHOWN
    shown = " | ".join(faults[:FAULTS_SHOWN])
    return FieldError(field, f"{len(faults)} faults: {shown}" + (f" | and {more} more" if more > 0
                                                                 else ""))


@dataclass(frozen=True)
class Column:
    """The second column of a list by the clock: its header, unit, bound and remedy."""

    field: str
    unit: str
    most: float
    remedy: str


HEIGHT = Column("height_m", "m", 20.0, "metres, not feet")


def by_the_clock(text: str, of: Column) -> tuple[list[int], list[float], list[float]]:
    """Line numbers, instants (s) and values of a list, in rising order.

    Raises
    ------
    FieldError
        Naming every line at fault.
    """
    lines: list[int] = []
    times: list[float] = []
    values: list[float] = []
    faults: list[str] = []
    for line, (when, cell) in rows_under(text, (HEIGHTS_HEADER[0], of.field)):
        try:
            at = instant(when, "time_utc", line)
            value = number(cell, of.field, line, f"{of.unit}, with a point")
        except FieldError as error:
            faults.append(str(error))
            continue
        if not -of.most <= value <= of.most:
            faults.append(f"`{of.field}` on line {line} must be {-of.most:g} to {of.most:g}"
                          f" {of.unit}, got {value:g} {of.unit}: {of.remedy}")
        elif times and at <= times[-1]:
            faults.append(f"`time_utc` on line {line} must come after the line before, got {when}:"
                          " put them in order")
        else:
            lines.append(line)
            times.append(at)
            values.append(value)
    if faults:
        raise told(faults, "text")
    return lines, times, values


def read_turns(text: str) -> HighLow:
    """High and low waters under ``time_utc,height_m``; which is which follows from the heights.

    Raises
    ------
    FieldError
        Naming every line at fault.
    """
    lines, times, heights = by_the_clock(text, HEIGHT)
    if len(times) < 4:
        raise FieldError("text", f"`text` must hold at least 4 high and low waters, got"
                                 f" {len(times)}: add the days around")
    steps = np.diff(heights)
    alike = np.flatnonzero(steps[1:] * steps[:-1] >= 0.0) + 1
    if alike.size:
        raise told([
            f"`height_m` on line {lines[i]} must be higher or lower than both its neighbours, got"
            f" {heights[i]:g} m: a high or low water is missing, or there twice" for i in alike
        ], "text")
    return HighLow(np.array(times), np.array(heights))


STEP_MAX_S = 3600.0


def read_heights(text: str) -> tuple[Array, Array]:
    """An even series of instants (s) and heights (m), an hour apart at most, a day long at least.

    Raises
    ------
    FieldError
        Naming every line at fault.
    """
    lines, times, heights = by_the_clock(text, HEIGHT)
    if len(times) < 4 or times[-1] - times[0] < 86400.0:
        raise FieldError("text", "`text` must cover at least a day, it has"
                                 f" {len(times)} heights: add more")
    gaps = np.diff(times)
    step = float(np.median(gaps))
    if step > STEP_MAX_S:
        raise FieldError("text", f"`text` must have a height an hour at least, got one in"
                                 f" {step / 60.0:.0f} min: bring it as high and low waters")
    uneven = np.flatnonzero(np.abs(gaps - step) > 1.0)
    if uneven.size:
        raise told([f"`time_utc` on line {lines[i + 1]} must come {step / 60.0:g} min after the"
                     f" line before, got {gaps[i] / 60.0:g} min: fill the gap" for i in uneven],
                    "text")
    return np.array(times), np.array(heights)
