"""The card: a day on one sheet, as HTML and as PDF, A6 and letter.

The sheet says, from the top: where and when; the tide; what to tie on when, and how to work it;
what is worth being there for; what to mind.
"""

from __future__ import annotations

from base64 import b64encode
from dataclasses import dataclass

from ilha.formats.sheet import ACCENT, INK, NIGHT, SEA, SHEETS, Pen, Size, font_bytes, one_page


@dataclass(frozen=True)
class Row:
    """One run: clocks, the head (weight large, the rest small), how to work it."""

    from_clock: str
    to_clock: str
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
    """One page, its type as large as the sheet allows.

    Raises
    ------
    ValueError
        If the day does not fit on one page at about a third of the largest type.
    """
    return one_page(f"{card.title}, {card.day}", size, lambda pen: _draw(pen, card))


def _draw(pen: Pen, card: Card) -> None:
    pen.wrapped(card.title, "words", 14.0)
    pen.wrapped(card.day, "figures", 8.6)
    pen.wrapped(" · ".join(card.facts), "words", 6.8)
    if card.curve:
        _tide(pen, card)
    pen.wrapped(" · ".join((*card.turns, *card.sky)), "figures", 7.2)
    for row in card.rows:
        _row(pen, row)
    pen.rule()
    if card.spells:
        pen.wrapped("Worth being there: " + "; ".join(card.spells) + ".", "words", 7.0)
    for caution in card.cautions:
        pen.wrapped(caution, "words-italic", 7.0, ink=ACCENT)
    pen.wrapped(card.note, "words", 5.8)


def _row(pen: Pen, row: Row) -> None:
    pen.rule()
    s = pen.scale
    pen.y += 12.0 * s
    end = pen.at(f"{row.from_clock}–{row.to_clock}", "figures", 9.0 * s, 0.0)
    if row.weight:
        end = pen.at(row.weight, "figures-bold", 12.5 * s, max(end + 4.0 * s, 46.0 * s), ACCENT)
    pen.at(row.head, "figures", 8.4 * s, max(end + 4.0 * s, 46.0 * s))
    if row.work:
        pen.wrapped("; ".join(row.work), "words", 7.6)


def _tide(pen: Pen, card: Card) -> None:
    """Height through the span, nights behind it, the heads under it; the height is not to scale."""
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
        if canvas.stringWidth(words, "figures", 6.5 * s) < (end - start) * wide - 2.0:
            canvas.setFillColor(INK)
            canvas.setFont("figures", 6.5 * s)
            canvas.drawCentredString(left + 0.5 * (start + end) * wide,
                                     top - high - 0.75 * band, words)
    pen.y += high + band + 6.0 * s
    canvas.setFillColor(INK)
    canvas.setFont("figures", 5.6 * s)
    for share, words in card.hours:
        canvas.drawCentredString(left + share * wide, pen.top - pen.y, words)
    pen.y += 1.5 * s
