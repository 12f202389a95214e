"""One line of a printed tide table: its day, its times, its heights, and which are high waters.

Columns in any order and of any number; what is on a line and is none of these is a fault of that
line, so that a misread figure is never taken for another.
"""

from __future__ import annotations

import re
import unicodedata
from typing import Literal, NamedTuple

Kind = Literal["high", "low"]
Order = Literal["day-first", "month-first"]

FIRST_LETTERS = {
    1: "jan ene gen janv", 2: "feb fev fév", 3: "mar mär maer mrt", 4: "apr abr avr",
    5: "may mai mag mei", 6: "jun giu juin", 7: "jul lug juil", 8: "aug ago aou aoû",
    9: "sep set", 10: "oct out okt ott", 11: "nov", 12: "dec dez dic déc",
}
"""Of the months, in English, Spanish, Portuguese, French, German, Italian and Dutch."""
_BY_LETTERS = {letters: month for month, all_ in FIRST_LETTERS.items() for letters in all_.split()}
_WEEKDAYS = {"mon": 0, "tue": 1, "wed": 2, "thu": 3, "fri": 4, "sat": 5, "sun": 6,
             "mo": 0, "tu": 1, "we": 2, "th": 3, "fr": 4, "sa": 5, "su": 6}
_DAY_NAMES = {"monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday",
              "tues", "weds", "thur", "thurs"} | set(_WEEKDAYS)
_HIGH = {"h", "hw", "high", "highs", "hi", "pleamar", "preia-mar", "preiamar", "hochwasser", "flut"}
_LOW = {"l", "lw", "low", "lows", "lo", "bajamar", "baixa-mar", "baixamar", "niedrigwasser", "ebbe"}

_STAMP = re.compile(
    r"(?<![\d.])(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ](\d{2}):?(\d{2})(?::\d{2}(?:\.\d+)?)?"
    r"(Z|[+-]\d{2}:?\d{2})?)?(?![\d])", re.I)
_DATE = re.compile(r"(?<![\d.,:])(\d{1,2})([/.-])(\d{1,2})\2(\d{4}|\d{2})(?![\d:])")
_SHORT_DATE = re.compile(r"^\W*(?:[^\W\d]+\W+)?(\d{1,2})(?:/(\d{1,2})|\.(\d{1,2})\.)(?![\d/.])")
_NAMED = re.compile(
    r"(?<![\d:.,])(\d{1,2})(?:st|nd|rd|th|\.|º)?[ -]+(?:de +)?([^\W\d_]{3,12})\.?"
    r"(?:[ ,-]+(?:de +)?(20\d\d)(?![\d:.,]))?", re.I)
_NAMED_FIRST = re.compile(
    r"([^\W\d_]{3,12})\.?[ -]+(\d{1,2})(?:st|nd|rd|th)?(?![\d:.,])"
    r"(?:,? +(20\d\d)(?![\d:.,]))?", re.I)
_MONTH = re.compile(r"([^\W\d_]{3,12})\.?,? +((?:19|20|21)\d\d)(?![\d:.,])")
_DECIMAL_COMMA = re.compile(r"(?<![\d:./-])([+-]?\d{1,2}),(\d{1,3})(?![\d:./-])")
_TIME = re.compile(
    r"(?<![\d:.,])(\d{1,2})(?:[:h](\d{2})(?::\d{2})?|\.(\d{2})(?= *[ap]\.?m))"
    r"(?: *([ap])\.?m\.?(?![^\W\d]))?(?![\d:]|[.,]\d)", re.I)
_HOUR = re.compile(r"(?<![\d:.,])(\d{1,2}) *([ap])\.?m\.?(?![^\W\d])", re.I)
_FOUR = re.compile(r"(?<![\d:.,/-])([01]\d|2[0-3])([0-5]\d)(?![\d:]|[.,]\d)")
_DOTTED = re.compile(r"(?<![\d:.,])([01]?\d|2[0-3])\.([0-5]\d)(?![\d:.,])")
_HEIGHT = re.compile(
    r"(?<![\w:.,])([-+−]?\d{1,2}(?:[.,]\d{1,3})?) *(metres|meters|meter|metre|m|feet|ft|foot|')?"
    r"(?![\w:]|[.,]\d)", re.I)
_ZONE = re.compile(r"\b(UTC|GMT|UT|BST|CET|CEST|WET|WEST|[A-Z]{1,2}[SD]T)\b(?:[+-]\d{1,2})?")
_LETTERED = re.compile(r"[\dOoIlSBZ]*[OoIlSBZ][\dOoIlSBZ:.,]*|[\d:.,]+[OoIlSBZ][\dOoIlSBZ:.,]*")
"""Figures as a scanner misreads them."""
_WORD = re.compile(r"[^\W\d_][^\W\d_.-]*")
_FIGURED = re.compile(r"\S*\d\S*")
_SPACERS = re.compile(r"[\u00a0|\"\t;]")
_KIND_WORD = re.compile(r"[^\W\d_]+(?:-[^\W\d_]+)?")


class Day(NamedTuple):
    """A day as it is written: numbers whose order is not known yet, or all three."""

    first: int
    second: int | None
    """None: the day of a month that stands elsewhere."""
    year: int | None
    is_settled: bool
    """first is the day and second the month, whatever the order."""
    weekday: int | None = None


class Height(NamedTuple):
    value: float
    unit: Literal["m", "ft"] | None


class Clock(NamedTuple):
    hour: int
    minute: int
    offset_min: int | None = None
    """From UTC, where the line says so itself."""


class LineRead(NamedTuple):
    """What a line holds. month : (month, year) of a heading."""

    day: Day | None
    month: tuple[int, int] | None
    clocks: tuple[Clock, ...]
    heights: tuple[Height, ...]
    kinds: tuple[Kind, ...]
    fault: str | None = None


def month_of(word: str) -> int | None:
    """The month that a word begins like."""
    plain = unicodedata.normalize("NFC", word.lower())
    return _BY_LETTERS.get(plain[:3]) or _BY_LETTERS.get(plain[:4])


class _Rest:
    """A line that is used up piece by piece: what is left at the end was not understood."""

    def __init__(self, text: str) -> None:
        self.text = text

    def take(self, found: re.Match[str]) -> None:
        blank = " " * (found.end() - found.start())
        self.text = self.text[:found.start()] + blank + self.text[found.end():]


def read_line(line: str, dotted: bool = False) -> LineRead:
    """What a line of a printed table says. dotted : times are written 04.21 in this table."""
    rest = _Rest(_separated(line))
    day, clocks = _stamps(rest)
    day = day or _day(rest)
    month = _heading(rest) if day is None else None
    weekday = _weekday(rest)
    clocks = clocks or _clocks(rest, dotted)
    if day is None and clocks:
        day = _bare_day(rest, weekday is not None, len(clocks))
    if day is not None and weekday is not None:
        day = day._replace(weekday=weekday)
    heights = _heights(rest, len(clocks))
    if day is not None and day.is_settled and day.year and len(heights) == len(clocks) + 1 \
            and day.year % 100 < 60:
        # "1 Dec 2034 3.2": what looked like a year was 20:34.
        clocks = (Clock(day.year // 100, day.year % 100), *clocks)
        day = day._replace(year=None)
    left = _FIGURED.findall(rest.text)
    fault = None
    if left and (clocks or heights or day or month is None):
        fault = f"cannot read “{left[0][:20]}”"
        if _LETTERED.fullmatch(left[0]):
            fault += ": a letter stands where a figure should be"
    elif not left and heights and not clocks:
        fault = "has no time of day"
    return LineRead(day, month, clocks, heights, _kinds(rest.text), fault)


def _separated(line: str) -> str:
    """A line whose columns stand apart by spaces, and whose decimals take a point."""
    plain = _SPACERS.sub(" ", line)
    return _DECIMAL_COMMA.sub(r"\1.\2", plain).replace(",", " ") if "," in plain else plain


def _heading(rest: _Rest) -> tuple[int, int] | None:
    """The month and year that a heading names."""
    for found in _MONTH.finditer(rest.text):
        month = month_of(found[1])
        if month is not None:
            rest.take(found)
            return month, int(found[2])
    return None


def _stamps(rest: _Rest) -> tuple[Day | None, tuple[Clock, ...]]:
    """A date that begins with its year, and the time on it."""
    found = _STAMP.search(rest.text)
    if found is None:
        return None, ()
    rest.take(found)
    day = Day(int(found[3]), int(found[2]), int(found[1]), True)
    if found[4] is None:
        return day, ()
    offset = None
    if found[6]:
        zone = found[6].upper().replace(":", "")
        offset = 0 if zone == "Z" else int(zone[0] + "1") * (int(zone[1:3]) * 60 + int(zone[3:5]))
    clock = Clock(int(found[4]), int(found[5]), offset)
    return day, (clock,)


def _day(rest: _Rest) -> Day | None:
    found = _DATE.search(rest.text)
    if found:
        rest.take(found)
        year = int(found[4])
        return Day(int(found[1]), int(found[3]), year if year > 99 else 2000 + year, False)
    for pattern, number, word in ((_NAMED, 1, 2), (_NAMED_FIRST, 2, 1)):
        for found in pattern.finditer(rest.text):
            month = month_of(found[word])
            if month is not None and found[word].lower() not in _DAY_NAMES:
                rest.take(found)
                return Day(int(found[number]), month, int(found[3]) if found[3] else None, True)
    found = _SHORT_DATE.match(rest.text)
    if found:
        start, end = found.start(1), found.end()
        rest.text = rest.text[:start] + " " * (end - start) + rest.text[end:]
        return Day(int(found[1]), int(found[2] or found[3]), None, False)
    return None


def _bare_day(rest: _Rest, beside_weekday: bool, clocks: int) -> Day | None:
    """The day of the month at the head of its line, as monthly tables have it."""
    found = re.match(r"^\W*(?:[^\W\d_]+\.?\W+)?(\d{1,2})(?![\d:.,])", rest.text)
    if found is None:
        return None
    # Without a weekday only where the number is one more than the times have heights.
    if not beside_weekday and len(_HEIGHT.findall(rest.text)) != clocks + 1:
        return None
    rest.text = rest.text[:found.start(1)] + "  " + rest.text[found.end(1):]
    return Day(int(found[1]), None, None, True)


def _weekday(rest: _Rest) -> int | None:
    for found in _WORD.finditer(rest.text):
        word = found[0].lower().rstrip(".")
        if word in _DAY_NAMES:
            rest.take(found)
            return _WEEKDAYS[word[:3] if word[:3] in _WEEKDAYS else word[:2]]
    return None


def _clocks(rest: _Rest, dotted: bool) -> tuple[Clock, ...]:
    """Times of day; those of the first way in which the line has any."""
    ways = [_TIME, _HOUR, _FOUR] + ([_DOTTED] if dotted else [])
    for way in ways:
        out = []
        for found in list(way.finditer(rest.text)):
            clock = _clock(found, way)
            if clock is not None:
                out.append(clock)
                rest.take(found)
        if out:
            return tuple(out)
    return ()


def _clock(found: re.Match[str], way: re.Pattern[str]) -> Clock | None:
    hour = int(found[1])
    minute, half = 0, None
    if way is _TIME:
        minute, half = int(found[2] or found[3]), found[4]
    elif way is _HOUR:
        half = found[2]
    else:
        minute = int(found[2])
    if half is not None:
        if not 1 <= hour <= 12:
            return None
        hour = hour % 12 + (12 if half.lower() == "p" else 0)
    return Clock(hour, minute) if hour < 24 and minute < 60 else None


def _heights(rest: _Rest, due: int) -> tuple[Height, ...]:
    """Heights; where there are more numbers than times, those with a decimal or a unit."""
    kept = found = list(_HEIGHT.finditer(rest.text))
    for one in found:
        rest.take(one)
    if 0 < due < len(found):
        # A coefficient or the moon's age beside them is no height.
        exact = [one for one in found if one[2] or "." in one[1]]
        kept = exact if len(exact) == due else found
    out = []
    for one in kept:
        unit: Literal["m", "ft"] | None = None
        if one[2]:
            unit = "m" if one[2].lower().startswith("m") else "ft"
        out.append(Height(float(one[1].replace("−", "-")), unit))
    return tuple(out)


def _kinds(text: str) -> tuple[Kind, ...]:
    if not text.strip():
        return ()
    out: list[Kind] = []
    for found in _KIND_WORD.finditer(text):
        word = found[0].lower()
        if word in _HIGH:
            out.append("high")
        elif word in _LOW:
            out.append("low")
    return tuple(out)


def zone_named(line: str) -> str | None:
    """A time zone that a line names in capitals, as headings do."""
    found = _ZONE.search(line)
    return None if found is None else found[1]
