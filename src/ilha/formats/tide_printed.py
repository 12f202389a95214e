"""A tide table as it is printed or copied, in any common layout: what was understood, line by line.

Nothing is kept here: the angler sees what was read, in the clock of the mark, before it is.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from itertools import pairwise
from zoneinfo import ZoneInfo

import numpy as np

from ilha.core.errors import Array, Flags
from ilha.core.units import m_from_ft
from ilha.formats.printed_days import ClockKind, Days, Raw, Unit, order_of
from ilha.formats.printed_line import Kind, LineRead, Order, read_line, zone_named

HIGHEST_M = 20.0
LINES_MAX = 20_000
GAP = 1.6
"""Turns this many times the usual apart have one missing between them."""
ALIKE_S = 7.0 * 3600.0
"""Two high waters lie at least so far apart."""
TOO_NEAR_S = 2.5 * 3600.0
"""Turns that lie nearer, as a rule, are none."""
SAME_S = 120.0
"""Two of one table nearer than this are one that is written twice."""


@dataclass(frozen=True)
class Turn:
    """A high or low water: its line, instant (s UTC) and height (m)."""

    line: int
    at_s: float
    height_m: float
    kind: Kind


@dataclass(frozen=True)
class Unread:
    """A line that could not be read, and why."""

    line: int
    text: str
    why: str


@dataclass(frozen=True)
class Printed:
    """What a table says. gaps : instants (s UTC) between which a turn is missing. first_day : the
    day it was taken to begin with, where it names none. order : of days and months written in
    figures; None where none are."""

    turns: list[Turn]
    unread: list[Unread]
    unit: Unit
    clock: ClockKind
    order: Order | None
    first_day: date | None
    gaps: list[tuple[float, float]]


def read(
    text: str, zone: ZoneInfo, today: date, unit: Unit | None = None, order: Order | None = None,
    clock: ClockKind | None = None, first_day: date | None = None,
) -> Printed:
    """Read a printed table.

    Parameters
    ----------
    text : as pasted. zone : of the mark. today : there; years and months left out are those nearest
        to it. unit, order, clock : None: as the table says, else metres, the day first, and the
        clock on the wall. first_day : where the table names no day; None: today.
    """
    lines = text.splitlines()[:LINES_MAX]
    dotted = _is_dotted(lines)
    unread: list[Unread] = []
    read_: list[tuple[int, LineRead]] = []
    heading = ""
    for number, line in enumerate(lines, 1):
        if not line.strip():
            continue
        found = read_line(line, dotted)
        if not found.clocks:
            heading += line + "\n"
            if not any(one.clocks for _, one in read_) and _is_title(line, found):
                continue
        why = _wrong(found)
        if why is not None:
            unread.append(Unread(number, line.strip()[:80], why))
        else:
            read_.append((number, found))
    clock = clock or ("utc" if zone_named(heading) in ("UTC", "GMT", "UT") else "local")
    unit = unit or _unit_of(heading, read_)
    days = Days(zone, today, order or order_of(read_, today), clock, first_day,
                 any(found.day for _, found in read_))
    raw: list[Raw] = []
    for number, found in read_:
        try:
            raw += days.turns(number, found)
        except ValueError as error:
            unread.append(Unread(number, lines[number - 1].strip()[:80], str(error)))
    turns, odd, gaps = _in_turn(raw, unit)
    unread += [Unread(number, lines[number - 1].strip()[:80], why) for number, why in odd]
    unread.sort(key=lambda one: one.line)
    figures = any(found.day and not found.day.is_settled for _, found in read_)
    return Printed(turns, unread, unit, clock, days.order if figures else None,
                   days.assumed, gaps)


def _is_dotted(lines: Sequence[str]) -> bool:
    """Whether times are written 04.21: where no line has another way, and numbers come in pairs."""
    if any(read_line(line).clocks for line in lines[:60]):
        return False
    return sum(len(read_line(line, True).clocks) > 0 for line in lines[:60]) >= 2


def _is_title(line: str, found: LineRead) -> bool:
    """Words above a table, whatever figures stand among them."""
    return found.day is None and found.month is None and len(re.findall(r"[^\W\d_]{3,}", line)) > 1


def _wrong(found: LineRead) -> str | None:
    if found.fault is not None:
        return found.fault
    times, heights = len(found.clocks), len(found.heights)
    if times != heights:
        return f"has {_many(times, 'time')} and {_many(heights, 'height')}: one of each is needed"
    return None


def _many(count: int, what: str) -> str:
    return f"{count} {what}" if count == 1 else f"{count} {what}s"


def _unit_of(heading: str, read_: Sequence[tuple[int, LineRead]]) -> Unit:
    own = {height.unit for _, found in read_ for height in found.heights if height.unit}
    if own == {"ft"}:
        return "ft"
    words = heading.lower().replace("(", " ").replace(")", " ").replace("_", " ").split()
    said = {word.strip(".,;:") for word in words}
    return "ft" if not own and said & {"ft", "feet", "foot"} else "m"


def _in_turn(
    raw: Sequence[Raw], unit: Unit
) -> tuple[list[Turn], list[tuple[int, str]], list[tuple[float, float]]]:
    """High and low waters that alternate, the lines that break it, and where one is missing."""
    odd: list[tuple[int, str]] = []
    rows: list[Raw] = []
    for one in sorted(raw, key=lambda row: row.at_s):
        height = m_from_ft(one.height) if (one.unit or unit) == "ft" else one.height
        if abs(height) > HIGHEST_M:
            odd.append((one.line, f"has a height of {height:.0f} m: is it in feet, or a point"
                                  " missing?"))
        elif rows and one.at_s - rows[-1].at_s < SAME_S:
            if abs(height - rows[-1].height) > 0.005:
                odd.append((one.line, f"has the same time as line {rows[-1].line} and another"
                                      " height"))
        else:
            rows.append(Raw(one.line, one.at_s, height, "m", one.marked))
    if len(rows) > 8 and np.median(np.diff([row.at_s for row in rows])) < TOO_NEAR_S:
        return [], [*odd, (rows[0].line, "begins a list of heights at even steps, not of high and"
                                         " low waters: bring it as such")], []
    while True:
        times = np.array([row.at_s for row in rows])
        steps = np.sign(np.diff([row.height for row in rows]))
        spans = np.diff(times)
        far = _far(rows, spans)
        joined = ~far[1:] & ~far[:-1] if spans.size > 1 else np.zeros(0, bool)
        bad = np.flatnonzero(joined & (steps[1:] * steps[:-1] >= 0.0)) + 1
        if bad.size == 0:
            break
        row = rows.pop(int(bad[0]))
        odd.append((row.line, f"{row.height:g} m is neither above nor below both its neighbours"))
    turns = []
    apart = far.tolist()
    for i, row in enumerate(rows):
        kind = _kind(rows, i, apart)
        if row.marked is not None and kind is not None and row.marked != kind:
            odd.append((row.line, f"is marked {row.marked} water and lies"
                                  f" {'below' if kind == 'low' else 'above'} its neighbours"))
            continue
        turns.append(Turn(row.line, row.at_s, round(row.height, 3), kind or row.marked or "high"))
    gaps = [(rows[i].at_s, rows[i + 1].at_s) for i in np.flatnonzero(far).tolist()]
    return turns, odd, gaps


def _far(rows: Sequence[Raw], spans: Array) -> Flags:
    """Where a turn is missing between two: they are much farther apart than the others, or are both
    marked as the same."""
    if spans.size == 0:
        return np.zeros(0, bool)
    usual = np.median(spans) if spans.size >= 4 else np.min(spans)
    alike = np.array([a.marked is not None and a.marked == b.marked for a, b in pairwise(rows)])
    return np.asarray((spans > GAP * usual) | (alike & (spans > ALIKE_S)))


def _kind(rows: Sequence[Raw], i: int, far: Sequence[bool]) -> Kind | None:
    """By the neighbour that is next in turn."""
    for other, gap in ((i + 1, i), (i - 1, i - 1)):
        if 0 <= other < len(rows) and not far[gap]:
            return "high" if rows[i].height > rows[other].height else "low"
    return None
