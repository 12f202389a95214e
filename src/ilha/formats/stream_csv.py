"""Streams as CSV: constants, speeds by the clock, rates by the hours of the tide. Floods positive.

Every fault names its line, the field, the rule and the remedy; nothing is half read.
"""

from __future__ import annotations

import numpy as np

from ilha.core.errors import Array
from ilha.core.tide.stream import GAP_MAX_S, ByHours
from ilha.formats.fields import FieldError
from ilha.formats.tide_csv import Column, by_the_clock, number, rows_under, told

SPEED = Column("speed_m_s", "m/s", 6.0, "metres a second, not knots")
HOURS_HEADER = ("hour", "neap_m_s", "spring_m_s")


def read_speeds(text: str) -> tuple[Array, Array]:
    """Instants (s) and speeds (m/s) under ``time_utc,speed_m_s``: at even steps, or slacks and
    peaks alone.

    Raises
    ------
    FieldError
        Naming every line at fault.
    """
    lines, times, speeds = by_the_clock(text, SPEED)
    if len(times) < 4 or times[-1] - times[0] < 43200.0:
        raise FieldError("text", f"`text` must cover at least half a day with 4 speeds, it has"
                                 f" {len(times)}: add more")
    gaps = np.diff(times)
    wide = np.flatnonzero(gaps > GAP_MAX_S)
    if wide.size:
        raise told([f"`time_utc` on line {lines[i + 1]} must come within {GAP_MAX_S / 3600:g} h of"
                    f" the line before, got {gaps[i] / 3600.0:.1f} h: add the slacks and the peaks"
                    for i in wide], "text")
    return np.array(times), np.array(speeds)


def read_hours(text: str) -> ByHours:
    """Rates under ``hour,neap_m_s,spring_m_s``, hours from high water at the mark.

    Raises
    ------
    FieldError
        Naming every line at fault.
    DomainError
        For hours that do not make a tide.
    """
    rows: list[tuple[float, ...]] = []
    faults: list[str] = []
    for line, cells in rows_under(text, HOURS_HEADER):
        try:
            values = tuple(number(cell, field, line, "with a point")
                           for cell, field in zip(cells, HOURS_HEADER, strict=True))
        except FieldError as error:
            faults.append(str(error))
            continue
        for value, field, most in zip(values, HOURS_HEADER, (7.0, 6.0, 6.0), strict=True):
            if not -most <= value <= most:
                faults.append(f"`{field}` on line {line} must be {-most:g} to {most:g}, got"
                              f" {value:g}: hours from high water, metres a second")
        if rows and values[0] <= rows[-1][0]:
            faults.append(f"`hour` on line {line} must come after the line before, got"
                          f" {values[0]:g}: put them in order")
        rows.append(values)
    if faults:
        raise told(faults, "text")
    return ByHours(*np.array(rows, dtype=float).reshape(-1, 3).T)
