"""The bench on paper: plastics at 1:1 with exit mark, centre line, nose circle and a check bar."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ilha.core.rig.outline import Outline
from ilha.core.units import mm_from_m
from ilha.formats import paper as pages
from ilha.formats.paper import MM
from ilha.formats.sheet import ACCENT, INK

Paper = Literal["a4", "letter"]
PAPERS: dict[str, tuple[float, float]] = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
"""Width and height, mm: ISO 216; ANSI/ASME Y14.1 size A."""
BAR = 50.0
MARGIN = 12.0


@dataclass(frozen=True)
class Item:
    """One plastic on the sheet; m. exit : None where the hook never comes out. thread : body above
    the shank. head : diameter of the head."""

    name: str
    hook: str
    body: Outline
    length: float
    exit: float | None
    thread: float
    head: float

    @property
    def room(self) -> float:
        """Height on the sheet, mm."""
        return mm_from_m(max(self.body.height, self.head)) + 26.0


def as_pdf(items: list[Item], paper: Paper) -> bytes:
    """As many pages as it takes, each with its own check bar."""
    width, height = PAPERS[paper]
    sheet = pages.Paper("Bench template at true size", width, height, unit=MM)
    y = _head_of_page(sheet, height)
    for item in items:
        if y - item.room < MARGIN:
            sheet.turn()
            y = _head_of_page(sheet, height)
        with sheet.tag("Figure", _said(item)):
            _item(sheet.canvas, item, y)
        y -= item.room
    return sheet.pdf()


def _said(item: Item) -> str:
    where = ("the point never clears" if item.exit is None
             else f"the hook comes out {mm_from_m(item.exit):.1f} mm from the nose")
    return f"{item.name} at true size, hook {item.hook}: {where}"


def _text(canvas: Any, x: float, y: float, words: str, size: float, font: str = "words") -> None:
    canvas.setFillColor(INK)
    canvas.setFont(font, size)
    canvas.drawString(x, y, words)


def _head_of_page(sheet: pages.Paper, height: float) -> float:
    """The check bar; returns how far down it reaches, mm from the bottom."""
    y = height - MARGIN - 6.0
    with sheet.tag("P"):
        _bar(sheet.canvas, y)
    return y - 8.0


def _bar(canvas: Any, y: float) -> None:
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.25)
    canvas.line(MARGIN, y, MARGIN + BAR, y)
    for mm in range(0, int(BAR) + 1, 10):
        canvas.line(MARGIN + mm, y - 2.0, MARGIN + mm, y + 2.0)
    says = "This bar is 50 mm. If it is not, print again at 100 %, without fitting to the page."
    _text(canvas, MARGIN + BAR + 4.0, y - 1.2, says, 3.4)


def _item(canvas: Any, item: Item, top: float) -> None:
    """Nose at the margin's inner edge, so that the head's circle has room ahead of it."""
    from scipy.interpolate import PchipInterpolator

    x0 = MARGIN + mm_from_m(item.head) + 2.0
    axis = top - 11.0 - mm_from_m(0.5 * max(item.body.height, item.head))
    length, body = mm_from_m(item.length), mm_from_m(item.body.length)
    at = np.linspace(0.0, item.body.length, 80)
    # The same points as on the screen, joined by a smooth line.
    shares, sizes = np.array(item.body.points).T
    high = mm_from_m(0.5 * item.body.height)
    half = PchipInterpolator(shares, sizes)(at / item.body.length) * high
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.2)
    path = canvas.beginPath()
    path.moveTo(x0, axis)
    for x, y in zip(mm_from_m(at), half, strict=True):
        path.lineTo(x0 + x, axis + y)
    # A tail is laid out by its length alone: thin, it bears no hook.
    path.lineTo(x0 + length, axis)
    for x, y in zip(mm_from_m(at[::-1]), half[::-1], strict=True):
        path.lineTo(x0 + x, axis - y)
    path.close()
    canvas.drawPath(path)
    canvas.setDash(3, 1.5)
    canvas.line(x0 - mm_from_m(item.head) - 1.0, axis, x0 + length + 3.0, axis)
    canvas.setDash()
    canvas.circle(x0 - mm_from_m(0.5 * item.head), axis, mm_from_m(0.5 * item.head))
    name = f"{item.name}, working length {body:.0f} mm; hook {item.hook}"
    _text(canvas, x0, top - 3.5, name, 3.8)
    if item.exit is None:
        _text(canvas, x0, axis - high - 6.0, "the point never clears", 3.4)
        return
    back = axis + mm_from_m(float(item.body.half_height(item.exit)))
    canvas.setStrokeColor(ACCENT)
    canvas.setLineWidth(0.35)
    canvas.line(x0 + mm_from_m(item.exit), back - 3.0, x0 + mm_from_m(item.exit), back + 3.0)
    canvas.setLineWidth(0.2)
    # The shank lies so far under the back, entered so far above or on the axis.
    shank = back - mm_from_m(item.thread)
    canvas.line(x0, shank, x0 + mm_from_m(item.exit), shank)
    out = x0 + mm_from_m(item.exit)
    _text(canvas, out + 1.5, back + 1.2, f"out here, {mm_from_m(item.exit):.1f} mm", 3.4)
