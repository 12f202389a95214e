"""One sheet of paper as PDF: its fonts and sizes, a pen, type as large as the page allows."""

from __future__ import annotations

from collections.abc import Callable
from importlib.resources import files
from io import BytesIO
from typing import Any, Literal

Size = Literal["a6", "a4", "letter"]
MM = 72.0 / 25.4
SHEETS: dict[str, tuple[float, float, float]] = {
    "a6": (105.0, 148.0, 6.0), "a4": (210.0, 297.0, 16.0), "letter": (215.9, 279.4, 16.0)}
"""Width, height and margin, mm: ISO 216; ANSI/ASME Y14.1 size A (8.5 by 11 in)."""
LARGEST = {"a6": 1.3, "a4": 2.3, "letter": 2.3}
"""Of the type, over that of the sizes that a page is drawn with."""
LEAST_SHARE = 0.35
FONTS = ("figures", "figures-bold", "words", "words-italic")
INK, SEA, ACCENT, NIGHT = "#22201c", "#2d5f6b", "#b3471d", "#d9d4c8"


def font_bytes(name: str) -> bytes:
    """A font of the sheets, TTF."""
    return files("ilha.formats").joinpath(f"fonts/{name}.ttf").read_bytes()


class Pen:
    """Writes down a page of a scale; ``y`` is the distance from the top, pt."""

    def __init__(self, canvas: Any, size: Size, scale: float) -> None:
        width, height, margin = (v * MM for v in SHEETS[size])
        self.canvas, self.scale = canvas, scale
        self.left, self.top, self.y = margin, height - margin, 0.0
        self.width, self.room = width - 2.0 * margin, height - 2.0 * margin

    def wrapped(self, text: str, font: str, points: float, x: float = 0.0, ink: str = INK) -> None:
        """Lines of text from ``x`` to the right edge."""
        from reportlab.lib.utils import simpleSplit

        points *= self.scale
        for line in simpleSplit(text, font, points, self.width - x):
            self.y += 1.22 * points
            self.at(line, font, points, x, ink)

    def at(self, text: str, font: str, points: float, x: float, ink: str = INK) -> float:
        """One line on the height that is reached; returns where it ends."""
        self.canvas.setFillColor(ink)
        self.canvas.setFont(font, points)
        self.canvas.drawString(self.left + x, self.top - self.y, text)
        return float(x + self.canvas.stringWidth(text, font, points))

    def rule(self) -> None:
        self.y += 3.5 * self.scale
        self.canvas.setStrokeColor(INK)
        self.canvas.setLineWidth(0.35)
        self.canvas.line(self.left, self.top - self.y, self.left + self.width, self.top - self.y)
        self.y += 0.5 * self.scale


def one_page(title: str, size: Size, draw: Callable[[Pen], None]) -> bytes:
    """One page, its type as large as the sheet allows.

    Raises
    ------
    ValueError
        If it does not fit on one page at about a third of the largest type.
    """
    from reportlab.pdfbase import pdfmetrics
    from reportlab.pdfbase.ttfonts import TTFont
    from reportlab.pdfgen.canvas import Canvas

    for name in FONTS:
        pdfmetrics.registerFont(TTFont(name, BytesIO(font_bytes(name))))
    width, height, _ = SHEETS[size]
    scale = LARGEST[size]
    least = LEAST_SHARE * scale
    while scale >= least:
        out = BytesIO()
        canvas = Canvas(out, pagesize=(width * MM, height * MM), invariant=1,
                        initialFontName="words")
        canvas.setTitle(title)
        canvas.setViewerPreference("PrintScaling", "None")
        pen = Pen(canvas, size, scale)
        draw(pen)
        if pen.y <= pen.room:
            canvas.showPage()
            canvas.save()
            return out.getvalue()
        scale *= 0.96
    raise ValueError("it does not fit on one page")
