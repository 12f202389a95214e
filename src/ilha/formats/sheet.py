"""Sheets to take along: a pen, blocks of words, faces of a sheet that are filled by deciding.

Type is as large as the sheet allows and never smaller than reads in the hand; what does not fit
then is first joined, where it can be, and goes to a second face after that.
"""

from __future__ import annotations

import itertools
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, Literal

from ilha.formats.paper import MM, Paper

Size = Literal["a6", "a5", "a4", "letter"]
SHEETS: dict[str, tuple[float, float, float]] = {
    "a6": (105.0, 148.0, 6.0), "a5": (148.0, 210.0, 9.0), "a4": (210.0, 297.0, 16.0),
    "letter": (215.9, 279.4, 16.0)}
"""Width, height and margin, mm: ISO 216; ANSI/ASME Y14.1 size A (8.5 by 11 in)."""
LARGEST = {"a6": 1.3, "a5": 1.7, "a4": 2.3, "letter": 2.3}
"""Of the type, over that of the sizes that a page is drawn with."""
SMALLEST = 6.5
"""The least type there is on paper, pt, and the least that a page is drawn with at scale 1."""
MANY = 1000
INK, SEA, ACCENT, NIGHT = "#22201c", "#2d5f6b", "#b3471d", "#d9d4c8"


class Pen:
    """Writes down a face at a scale; ``y`` is the distance from the top, pt."""

    def __init__(self, paper: Paper, size: Size, scale: float) -> None:
        width, height, margin = (v * MM for v in SHEETS[size])
        self.paper, self.scale = paper, scale
        self.canvas: Any = paper.canvas
        self.left, self.top, self.y = margin, height - margin, 0.0
        self.width, self.room = width - 2.0 * margin, height - 2.0 * margin

    def wrapped(self, text: str, font: str, points: float, tag: str = "P", ink: str = INK) -> None:
        """Lines of text over the whole width, as one part of the document."""
        with self.paper.tag(tag):
            self.lines(text, font, points, ink)

    def lines(self, text: str, font: str, points: float, ink: str = INK) -> None:
        """The same within a part that is begun; a word longer than a line is broken."""
        from reportlab.lib.utils import simpleSplit

        points *= self.scale
        for line in simpleSplit(text, font, points, self.width):
            while line:
                part = self._as_fits(line, font, points)
                self.y += 1.22 * points
                self.at(part, font, points, 0.0, ink)
                line = line[len(part):]

    def _as_fits(self, line: str, font: str, points: float) -> str:
        while len(line) > 1 and self.canvas.stringWidth(line, font, points) > self.width:
            line = line[:-1]
        return line

    def at(self, text: str, font: str, points: float, x: float, ink: str = INK) -> float:
        """One line on the height that is reached; returns where it ends."""
        self.canvas.setFillColor(ink)
        self.canvas.setFont(font, points)
        self.canvas.drawString(self.left + x, self.top - self.y, text)
        return float(x + self.canvas.stringWidth(text, font, points))

    def rule(self) -> None:
        self.y += 3.5 * self.scale
        with self.paper.artifact():
            self.canvas.setStrokeColor(INK)
            self.canvas.setLineWidth(0.35)
            self.canvas.line(self.left, self.top - self.y, self.left + self.width,
                             self.top - self.y)
        self.y += 0.5 * self.scale


Draw = Callable[[Pen], None]


def paragraph(text: str, font: str, points: float, tag: str = "P", ink: str = INK) -> Draw:
    return lambda pen: pen.wrapped(text, font, points, tag, ink)


@dataclass(frozen=True)
class Content:
    """What a sheet says: at the head of the first face, what may go on overleaf (``listed`` as
    items of one list), and at the foot of the first face. title : of the file, and of the other
    faces."""

    title: str
    head: Sequence[Draw] = ()
    listed: Sequence[Draw] = ()
    body: Sequence[Draw] = ()
    foot: Sequence[Draw] = ()


@dataclass
class _Face:
    listed: list[Draw] = field(default_factory=list)
    body: list[Draw] = field(default_factory=list)


def on_faces(contents: Sequence[Content], size: Size) -> bytes:
    """A sheet of one face or two, of more where it must be. contents : the same, shorter each
    time, for which a face is saved if that will do.

    Raises
    ------
    ValueError
        If a part is higher than a face.
    """
    steps = [LARGEST[size] * 0.96 ** k for k in range(60)]
    scales = [scale for scale in steps if scale > 1.0] + [1.0]
    for most, content in itertools.product((1, 2), contents):
        # What does not fit in the smallest type fits in none.
        if _laid(content, size, 1.0, most) is not None:
            for scale in scales:
                faces = _laid(content, size, scale, most)
                if faces is not None:
                    return _drawn(content, size, scale, faces)
    whole = contents[0]
    for content in (whole, replace(whole, body=(*whole.body, *whole.foot), foot=())):
        faces = _laid(content, size, 1.0, MANY)
        if faces is not None:
            return _drawn(content, size, 1.0, faces)
    raise ValueError("a part of the sheet is higher than a face")


def _laid(content: Content, size: Size, scale: float, most: int) -> list[_Face] | None:
    """What stands on each face; None where a part is higher than a face, or at once where more
    faces are needed than ``most``."""
    pen = Pen(Paper("", *SHEETS[size][:2]), size, scale)

    def high(draw: Draw) -> float:
        pen.y = 0.0
        draw(pen)
        return pen.y

    left = pen.room - sum(map(high, (*content.head, *content.foot)))
    # On a sheet of several faces a line says which one it is.
    line = 1.5 * SMALLEST * scale
    left -= line if most > 1 else 0.0
    over = pen.room - line - high(_title(content))
    faces = [_Face()]
    for draw, listed in (*((d, True) for d in content.listed), *((d, False) for d in content.body)):
        need = high(draw)
        if need > left:
            if need > over or len(faces) == most:
                return None
            faces.append(_Face())
            left = over
        (faces[-1].listed if listed else faces[-1].body).append(draw)
        left -= need
    return faces if left >= 0.0 else None


def _title(content: Content) -> Draw:
    return paragraph(content.title, "words", 9.0)


def _drawn(content: Content, size: Size, scale: float, faces: list[_Face]) -> bytes:
    paper = Paper(content.title, *SHEETS[size][:2])
    for number, face in enumerate(faces):
        if number > 0:
            paper.turn()
        pen = Pen(paper, size, scale)
        for draw in content.head if number == 0 else (_title(content),):
            draw(pen)
        if face.listed:
            with paper.group("L"):
                for draw in face.listed:
                    draw(pen)
        for draw in (*face.body, *(content.foot if number == 0 else ())):
            draw(pen)
        if len(faces) > 1:
            _number(pen, number + 1, len(faces))
    return paper.pdf()


def _number(pen: Pen, number: int, of: int) -> None:
    words = f"face {number} of {of}" + (", goes on overleaf" if number < of else "")
    with pen.paper.artifact():
        pen.canvas.setFillColor(INK)
        pen.canvas.setFont("figures", SMALLEST * pen.scale)
        pen.canvas.drawRightString(pen.left + pen.width, pen.top - pen.room, words)
