"""The lid chart on paper, to the size of a lid that the angler measured."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ilha.core.errors import Array, Flags
from ilha.core.units import feet, knots
from ilha.formats.paper import MM, Paper
from ilha.formats.sheet import ACCENT, INK

TONES = ("#efe6d0", "#dccda6", "#c8b583", "#b49c62")
LEFT, RIGHT, TOP, FOOT = 9.0, 2.0, 7.0, 8.0
"""Margins of the chart inside the lid, mm."""
LABEL = 7.5
PAGE = (210.0, 297.0)
"""A4, mm: ISO 216."""


@dataclass(frozen=True)
class Region:
    """One head's cells, (D, U)."""

    words: str
    cells: Flags


@dataclass(frozen=True)
class Sheet:
    """What is printed. width_mm, height_mm : of the lid. path : a mark's name, depths and
    currents of its day."""

    title: str
    width_mm: float
    height_mm: float
    depths: Array
    currents: Array
    regions: tuple[Region, ...]
    empty: Flags
    path: tuple[str, Array, Array] | None
    depth_unit: Literal["m", "ft"]
    speed_unit: Literal["m/s", "kn"]


def as_pdf(sheet: Sheet) -> bytes:
    """One A4 page with the chart at its true size, cut marks round it and a 50 mm bar below."""
    paper = Paper(sheet.title, *PAGE)
    canvas = paper.canvas
    x0, y0 = 15.0, PAGE[1] - 20.0 - sheet.height_mm
    named = ", ".join(region.words for region in sheet.regions)
    with paper.tag("Figure", f"{sheet.title}: the head for each depth and current, {named}"):
        canvas.setStrokeColor(INK)
        canvas.rect(x0 * MM, y0 * MM, sheet.width_mm * MM, sheet.height_mm * MM)
        _chart(canvas, sheet, x0, y0)
    with paper.tag("P"):
        _bar(canvas, x0, y0 - 14.0)
    return paper.pdf()


def _chart(canvas: Any, sheet: Sheet, x0: float, y0: float) -> None:
    wide, high = sheet.width_mm - LEFT - RIGHT, sheet.height_mm - TOP - FOOT
    d_max, u_max = float(sheet.depths[-1]), float(sheet.currents[-1])

    def x(depth: float) -> float:
        return (x0 + LEFT + wide * depth / d_max) * MM

    def y(current: float) -> float:
        return (y0 + FOOT + high * current / u_max) * MM

    step_d, step_u = d_max / sheet.depths.size, u_max / (sheet.currents.size - 1)
    for i, region in enumerate(sheet.regions):
        canvas.setFillColor(TONES[i % len(TONES)])
        _cells(canvas, region.cells, x, y, step_d, step_u)
    _words(canvas, sheet, x, y)
    _axes(canvas, sheet, x, y, x0, y0)
    if sheet.path is not None:
        _, depth, current = sheet.path
        inside = (depth <= d_max) & (current <= u_max)
        canvas.setStrokeColor(ACCENT)
        canvas.setLineWidth(0.9)
        for a, b in zip(np.flatnonzero(inside)[:-1], np.flatnonzero(inside)[1:], strict=True):
            if b == a + 1:
                canvas.line(x(depth[a]), y(current[a]), x(depth[b]), y(current[b]))


def _cells(canvas: Any, cells: Flags, x: Any, y: Any, step_d: float, step_u: float) -> None:
    """Cells depth by depth, neighbours in one bar."""
    for d in range(cells.shape[0]):
        edges = np.flatnonzero(np.diff(np.concatenate([[False], cells[d], [False]]).astype(int)))
        for a, b in zip(edges[::2], edges[1::2], strict=True):
            low, top = max(0.0, (a - 0.5) * step_u), (b - 0.5) * step_u
            canvas.rect(x(d * step_d), y(low), x(step_d) - x(0.0) + 0.15, y(top) - y(low),
                        stroke=0, fill=1)


def _words(canvas: Any, sheet: Sheet, x: Any, y: Any) -> None:
    """Each head's name in the middle of its cells, where there is room for it."""
    canvas.setFillColor(INK)
    canvas.setFont("figures-bold", LABEL)
    named = [(words, cells) for words, cells in (*((r.words, r.cells) for r in sheet.regions),
                                                 ("none", sheet.empty)) if cells.sum() >= 12]
    step = y(sheet.currents[1]) - y(sheet.currents[0])
    for i, (words, cells) in enumerate(named):
        # At depths of their own, shallow to deep, where a line of text fits in: bands are narrow in
        # deep water and all high in shallow.
        high = cells.sum(axis=1)
        roomy = np.flatnonzero(high * step >= LABEL) if np.any(high * step >= LABEL) else (
            np.array([np.argmax(high)]))
        d = roomy[np.argmin(np.abs(roomy - (i + 0.5) / len(named) * sheet.depths.size))]
        u = int(np.median(np.flatnonzero(cells[d])))
        half = 0.5 * canvas.stringWidth(words, "figures-bold", LABEL)
        at = min(max(x(sheet.depths[d]), x(0.0) + half), x(sheet.depths[-1]) - half)
        canvas.drawCentredString(at, y(sheet.currents[u]) - 2.5, words)


def _axes(canvas: Any, sheet: Sheet, x: Any, y: Any, x0: float, y0: float) -> None:
    d_max, u_max = float(sheet.depths[-1]), float(sheet.currents[-1])
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.5)
    canvas.setFont("figures", 6.5)
    canvas.line(x(0.0), y(0.0), x(d_max), y(0.0))
    canvas.line(x(0.0), y(0.0), x(0.0), y(u_max))
    for k in range(1, 5):
        depth, current = d_max * k / 4.0, u_max * k / 4.0
        shown_d = depth if sheet.depth_unit == "m" else feet(depth)
        shown_u = current if sheet.speed_unit == "m/s" else knots(current)
        canvas.drawCentredString(x(depth) - 3.0, y(0.0) - 7.5, f"{shown_d:.3g} {sheet.depth_unit}")
        canvas.drawRightString(x(0.0) - 2.0, y(current) - 4.0, f"{shown_u:.2g}")
    canvas.drawString((x0 + 1.5) * MM, (y0 + 1.5) * MM, sheet.speed_unit)
    name = "" if sheet.path is None else f"; the line: a day at {sheet.path[0]}"
    canvas.setFont("words", 7.0)
    canvas.drawString(x(0.0), (y0 + sheet.height_mm - TOP + 2.2) * MM, sheet.title + name)


def _bar(canvas: Any, x0: float, y0: float) -> None:
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.8)
    canvas.line(x0 * MM, y0 * MM, (x0 + 50.0) * MM, y0 * MM)
    for at in (0.0, 50.0):
        canvas.line((x0 + at) * MM, (y0 - 1.5) * MM, (x0 + at) * MM, (y0 + 1.5) * MM)
    canvas.setFont("figures", 8)
    canvas.drawString(x0 * MM, (y0 - 5.0) * MM, "50 mm: measure it. Print at 100 %, cut along the"
                                                " frame.")
