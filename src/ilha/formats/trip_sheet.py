"""A trip told on one page: what was planned beside what came of it, drawn and in words."""

from __future__ import annotations

from dataclasses import dataclass

from ilha.formats.sheet import ACCENT, INK, SEA, Pen, Size, one_page


@dataclass(frozen=True)
class SheetRow:
    """A mark: stays that were planned, first and last word of it (None: none came), things that
    happened and whether each was a fish, as shares of the trip's hours; and in words."""

    name: str
    planned: list[tuple[float, float]]
    lived: tuple[float, float] | None
    happened: list[tuple[float, bool]]
    words: str


@dataclass(frozen=True)
class TripSheet:
    """hours : marks of the hour along the picture, as shares. planned : how that came about."""

    title: str
    facts: list[str]
    planned: str
    hours: list[tuple[float, str]]
    rows: list[SheetRow]
    caught: list[str]
    taught: list[str]
    note: str


def as_pdf(sheet: TripSheet, size: Size) -> bytes:
    """One page.

    Raises
    ------
    ValueError
        If it does not fit on one at about a third of the largest type.
    """
    return one_page(sheet.title, size, lambda pen: _draw(pen, sheet))


def _draw(pen: Pen, sheet: TripSheet) -> None:
    pen.wrapped(sheet.title, "words", 14.0)
    pen.wrapped(" · ".join(sheet.facts), "words", 6.8)
    pen.wrapped(sheet.planned, "words-italic", 6.8)
    _picture(pen, sheet)
    for row in sheet.rows:
        pen.rule()
        pen.wrapped(row.name, "figures-bold", 8.6)
        pen.wrapped(row.words, "words", 7.2)
    for title, lines in (("Caught", sheet.caught), ("What it taught", sheet.taught)):
        if lines:
            pen.rule()
            pen.wrapped(title, "figures-bold", 8.6)
            for line in lines:
                pen.wrapped(line, "words", 7.2)
    pen.rule()
    pen.wrapped(sheet.note, "words", 5.8)


def _picture(pen: Pen, sheet: TripSheet) -> None:
    """A row for each mark: planned as an open bar, lived filled, fish as large dots."""
    canvas, s = pen.canvas, pen.scale
    high, name = 17.0 * s, 66.0 * s
    left, wide = pen.left + name, pen.width - name
    pen.y += 6.0 * s
    for row in sheet.rows:
        top = pen.top - pen.y
        middle = top - 0.5 * high
        canvas.setFillColor(INK)
        canvas.setFont("figures", 6.8 * s)
        canvas.drawString(pen.left, middle - 2.2 * s, _cut(pen, row.name, name - 4.0 * s))
        canvas.setLineWidth(0.6)
        canvas.setStrokeColor(INK)
        for a, b in row.planned:
            canvas.rect(left + a * wide, middle - 6.0 * s, (b - a) * wide, 12.0 * s)
        if row.lived is not None:
            canvas.setFillColor(SEA)
            a, b = row.lived
            canvas.rect(left + a * wide, middle - 2.0 * s, max((b - a) * wide, s), 4.0 * s,
                        stroke=0, fill=1)
        for at, fish in row.happened:
            canvas.setFillColor(ACCENT if fish else INK)
            canvas.circle(left + at * wide, middle, (2.6 if fish else 1.2) * s, stroke=0, fill=1)
        pen.y += high
    pen.y += 7.0 * s
    canvas.setFillColor(INK)
    canvas.setFont("figures", 5.6 * s)
    for share, words in sheet.hours:
        canvas.drawCentredString(left + share * wide, pen.top - pen.y, words)
    pen.y += 2.0 * s


def _cut(pen: Pen, text: str, most: float) -> str:
    """As much of a name as there is room for."""
    points = 6.8 * pen.scale
    if pen.canvas.stringWidth(text, "figures", points) <= most:
        return text
    while text and pen.canvas.stringWidth(text + "…", "figures", points) > most:
        text = text[:-1]
    return text + "…"
