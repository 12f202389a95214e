"""The card: a day on one sheet, as HTML and as PDF, from A6 to letter.

The sheet says, from the top: where and when; the tide; what to tie on when, and how to work it;
what is worth being there for; what to mind.
"""

from __future__ import annotations

from base64 import b64encode
from dataclasses import dataclass, replace
from functools import partial

from ilha.formats.paper import font_bytes
from ilha.formats.sheet import (
    ACCENT,
    INK,
    NIGHT,
    SEA,
    SHEETS,
    SMALLEST,
    Content,
    Pen,
    Size,
    on_faces,
    paragraph,
)


@dataclass(frozen=True)
class Row:
    """One run: clocks, how long, the head (weight large, the rest small), how to work it."""

    from_clock: str
    to_clock: str
    minutes: float
    weight: str
    head: str
    work: list[str]


@dataclass(frozen=True)
class Card:
    """What the sheet says. curve : height of tide at even steps, shares of its range (0 to 1);
    nights, and runs of heads with their weights, as shares of the span."""

    title: str
    day: str
    facts: list[str]
    turns: list[str]
    sky: list[str]
    rows: list[Row]
    spells: list[str]
    cautions: list[str]
    note: str
    curve: list[float]
    nights: list[tuple[float, float]]
    bands: list[tuple[float, float, str]]
    hours: list[tuple[float, str]]


def as_html(card: Card, size: Size) -> str:
    """A page that needs nothing else: it opens and prints without Ilha."""
    from jinja2 import Environment, PackageLoader

    width, height, margin = SHEETS[size]
    pages = Environment(loader=PackageLoader("ilha.formats", "pages"), autoescape=True,
                        trim_blocks=True, lstrip_blocks=True)
    curve = " ".join(f"{100.0 * i / max(1, len(card.curve) - 1):.2f},{28.0 - 22.0 * h:.2f}"
                     for i, h in enumerate(card.curve))
    return pages.get_template("card.html").render(
        card=card, curve=curve, width=width, height=height, margin=margin,
        fonts={name: b64encode(font_bytes(name)).decode() for name in ("figures", "figures-bold",
                                                                   "words")})


def as_pdf(card: Card, size: Size) -> bytes:
    """A sheet with the card on one face; where that cannot be read, with short runs joined in one
    line; and where that is not enough, on two faces or more.

    Raises
    ------
    ValueError
        If a part of it is higher than a face.
    """
    shorter = [one for short in SHORT if (one := joined(card, short))[1]]
    return on_faces([_content(*one) for one in ((card, ""), *shorter)], size)


SHORT = (20.0, 30.0)
"""Runs of so many minutes or fewer lose a line of their own on a small sheet first, and next
(judgement: a head is tied on in about five)."""


def joined(card: Card, short_min: float) -> tuple[Card, str]:
    """The card without its runs of ``short_min`` or less, and these in a line of words; the card
    itself and "" where no others are left, or none is so short. No run takes another's hours: its
    figures are those of its own."""
    long = [row for row in card.rows if row.minutes > short_min]
    if not long or len(long) == len(card.rows):
        return card, ""
    said = "; ".join(f"{row.from_clock} to {row.to_clock} {row.weight or row.head}"
                     for row in card.rows if row.minutes <= short_min)
    return replace(card, rows=long), f"Between these, each short: {said}."


def _content(card: Card, between: str) -> Content:
    spells = f"Worth being there: {'; '.join(card.spells)}."
    return Content(
        title=f"{card.title}, {card.day}",
        head=[paragraph(card.title, "words", 14.0, "H1"),
              paragraph(card.day, "figures", 8.6),
              paragraph(" · ".join(card.facts), "words", 6.8),
              *([lambda pen: _tide(pen, card)] if card.curve else []),
              paragraph(" · ".join((*card.turns, *card.sky)), "figures", 7.2)],
        listed=[partial(_row, row=row) for row in card.rows],
        body=[Pen.rule, paragraph(spells, "words", 7.0)] if card.spells else [],
        foot=[Pen.rule,
              *(paragraph(said, "words-italic", 7.6, ink=ACCENT) for said in card.cautions),
              *([paragraph(between, "words", 6.8)] if between else []),
              paragraph(card.note, "words", SMALLEST)])


def _row(pen: Pen, row: Row) -> None:
    pen.rule()
    s = pen.scale
    pen.y += 12.0 * s
    with pen.paper.group("LI"), pen.paper.tag("LBody"):
        end = pen.at(f"{row.from_clock}–{row.to_clock}", "figures", 9.0 * s, 0.0)
        if row.weight:
            end = pen.at(row.weight, "figures-bold", 12.5 * s, max(end + 4.0 * s, 46.0 * s), ACCENT)
        pen.at(row.head, "figures", 8.4 * s, max(end + 4.0 * s, 46.0 * s))
        if row.work:
            pen.lines("; ".join(row.work), "words", 7.6)


def _tide(pen: Pen, card: Card) -> None:
    """Height through the span, nights behind it, the heads under it; the height is not to scale."""
    weights = ", ".join(f"{row.from_clock} to {row.to_clock} {row.weight or row.head}"
                        for row in card.rows)
    with pen.paper.tag("Figure", f"Height of the tide through the hours, not to scale, the nights,"
                                 f" and the head for each: {weights}"):
        _strip(pen, card)


def _strip(pen: Pen, card: Card) -> None:
    canvas, s = pen.canvas, pen.scale
    pen.y += 5.0 * s
    high, band = 24.0 * s, 9.0 * s
    top, left, wide = pen.top - pen.y, pen.left, pen.width
    canvas.setFillColor(NIGHT)
    for start, end in card.nights:
        canvas.rect(left + start * wide, top - high, (end - start) * wide, high, stroke=0, fill=1)
    canvas.setStrokeColor(SEA)
    canvas.setLineWidth(0.9)
    path = canvas.beginPath()
    for i, share in enumerate(card.curve):
        x = left + wide * i / max(1, len(card.curve) - 1)
        y = top - high + high * (0.08 + 0.84 * share)
        path.moveTo(x, y) if i == 0 else path.lineTo(x, y)
    canvas.drawPath(path)
    canvas.setLineWidth(0.35)
    canvas.setStrokeColor(INK)
    for start, end, words in card.bands:
        canvas.rect(left + start * wide, top - high - band, (end - start) * wide, band)
        if canvas.stringWidth(words, "figures", SMALLEST * s) < (end - start) * wide - 2.0:
            canvas.setFillColor(INK)
            canvas.setFont("figures", SMALLEST * s)
            canvas.drawCentredString(left + 0.5 * (start + end) * wide,
                                     top - high - 0.75 * band, words)
    pen.y += high + band + 6.0 * s
    canvas.setFillColor(INK)
    canvas.setFont("figures", SMALLEST * s)
    for share, words in card.hours:
        canvas.drawCentredString(left + share * wide, pen.top - pen.y, words)
    pen.y += 1.5 * s
