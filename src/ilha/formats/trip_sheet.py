"""A trip told on one page: what was planned beside what came of it, drawn and in words."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import partial
from io import BytesIO

from ilha.formats.sheet import (
    ACCENT,
    INK,
    SEA,
    SMALLEST,
    Content,
    Draw,
    Pen,
    Size,
    on_faces,
    paragraph,
)


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
    """hours : marks of the hour along the picture, as shares. planned : how that came about.
    photographs : JPEG, and what is seen."""

    title: str
    facts: list[str]
    planned: str
    hours: list[tuple[float, str]]
    rows: list[SheetRow]
    caught: list[str]
    taught: list[str]
    note: str
    photographs: list[tuple[bytes, str]] = field(default_factory=list)


def as_pdf(sheet: TripSheet, size: Size) -> bytes:
    """One page, and more where there is much to tell.

    Raises
    ------
    ValueError
        If a part of it is higher than a page.
    """
    told = [(title, lines) for title, lines in (("Caught", sheet.caught),
                                                ("What it taught", sheet.taught)) if lines]
    return on_faces([Content(
        title=sheet.title,
        head=[paragraph(sheet.title, "words", 14.0, "H1"),
              paragraph(" · ".join(sheet.facts), "words", 6.8),
              paragraph(sheet.planned, "words-italic", 6.8), lambda pen: _picture(pen, sheet)],
        body=[*(partial(_titled, title=row.name, lines=[row.words]) for row in sheet.rows),
              *(part for title, lines in told for part in _listed(title, lines)),
              *(partial(_photographs, some=sheet.photographs[at:at + _A_ROW])
                for at in range(0, len(sheet.photographs), _A_ROW))],
        foot=[Pen.rule, paragraph(sheet.note, "words", SMALLEST)])], size)


def _titled(pen: Pen, title: str, lines: list[str]) -> None:
    pen.rule()
    pen.wrapped(title, "figures-bold", 8.6, "H2")
    for line in lines:
        pen.wrapped(line, "words", 7.2)


def _listed(title: str, lines: list[str]) -> list[Draw]:
    """A title stays with its first line."""
    return [partial(_titled, title=title, lines=lines[:1]),
            *(paragraph(line, "words", 7.2) for line in lines[1:])]


_A_ROW, _HIGH = 4, 84.0
"""Photographs beside one another, and how high one is at most, pt."""


def _photographs(pen: Pen, some: list[tuple[bytes, str]]) -> None:
    """In a row, each as large as its place lets it be, with what is seen below."""
    from reportlab.lib.utils import ImageReader

    s, place = pen.scale, pen.width / _A_ROW
    room = place - 6.0 * s
    pen.y += 6.0 * s
    high = 0.0
    for i, (picture, words) in enumerate(some):
        image = ImageReader(BytesIO(picture))
        across, up = image.getSize()
        per = min(room / across, _HIGH * s / up)
        with pen.paper.tag("Figure", f"photograph: {words}"):
            pen.canvas.drawImage(image, pen.left + i * place, pen.top - pen.y - per * up,
                                 per * across, per * up)
        high = max(high, per * up)
    pen.y += high + 8.0 * s
    for i, (_, words) in enumerate(some):
        with pen.paper.tag("P"):
            pen.at(_cut(pen, words, room), "figures", 6.8 * s, i * place)


def _picture(pen: Pen, sheet: TripSheet) -> None:
    with pen.paper.tag("Figure", "The trip's hours: for each mark when it was planned, when it was"
                                 " fished, and what happened; the words follow"):
        _bars(pen, sheet)


def _bars(pen: Pen, sheet: TripSheet) -> None:
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
    canvas.setFont("figures", SMALLEST * s)
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
