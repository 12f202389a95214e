"""The one purchase that closes most of what the lid chart leaves empty."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass, replace
from datetime import timedelta
from typing import Literal

import numpy as np
from pydantic import Field

from ilha.core.choose.box import BoxHead, catalogue
from ilha.core.choose.combine import BY_THEMSELVES, combine
from ilha.core.choose.features import SEARCHED
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.errors import Array, DomainError
from ilha.core.judge.chart import Lid, cells_at, closes, gaps
from ilha.core.judge.schools import FITS_WELL
from ilha.core.tables import HEAD_MATERIALS, STANCES
from ilha.core.units import m_from_mm, mm_from_m
from ilha.desk import convert
from ilha.desk.books import box_plastic
from ilha.desk.chart import Chart, LidQuestion, chart_of
from ilha.desk.clock import day_of, span_of
from ilha.desk.water import moment
from ilha.desk.water_question import WaterQuestion
from ilha.formats.fields import FieldError
from ilha.store import lines, marks, rods

SHOWN = 6
LEAST_HOURS, LEAST_SHARE = 0.5, 0.01
"""What closes less, in hours and share of the empty cells, is not worth a word."""
SAME_LINE_MM = 0.005
"""Lines as near in diameter as this are one."""


class BuyQuestion(LidQuestion):
    """A lid chart, and the days ahead at one's own places over it."""

    days: int = Field(14, ge=1, le=28)


@dataclass(frozen=True)
class Buy:
    """A head, a line (mm) or a rod of common sizes, or of the box, and what it would close."""

    kind: Literal["head", "line", "rod"]
    have: bool
    oz: float | None = None
    shape: str = ""
    hook_size: str = ""
    material: str = ""
    diameter_mm: float | None = None
    rod: str = ""
    closes_hours: float = 0.0
    closes_share: float = 0.0


@dataclass(frozen=True)
class Buys:
    """hours : of water at the places that are on the chart; empty_hours : of these without a right
    head. empty_share : of the chart's cells."""

    hours: float
    empty_hours: float
    empty_share: float
    places: list[str]
    left_out: list[str]
    buys: list[Buy]


def what_to_buy(conn: sqlite3.Connection, now_s: float, asked: BuyQuestion) -> Buys:
    """The purchases that close most, the best first."""
    if RETRIEVES[asked.retrieve].steady:
        raise FieldError("retrieve", "`retrieve`: what to buy is reckoned for heads that are lifted"
                                     " and dropped: choose one that is")
    own = chart_of(conn, asked)
    chart = own.lid
    hours, places, left_out = _hours_at_places(conn, now_s, asked, chart)
    gap = gaps(chart).empty
    found = _heads(own, chart, hours, gap) + _others(conn, own, chart, hours, gap)
    found = [one for one in found
             if one.closes_hours >= LEAST_HOURS or one.closes_share >= LEAST_SHARE]
    found.sort(key=lambda one: (-one.closes_hours, -one.closes_share))
    empty = float(np.where(chart.pick < 0, hours, 0.0).sum())
    return Buys(float(hours.sum()), empty, gap / chart.pick.size, places, left_out, found[:SHOWN])


def _heads(own: Chart, chart: Lid, hours: Array, gap: int) -> list[Buy]:
    """Heads of common sizes that sit well in the plastic."""
    shop = _fitting(own)
    if not shop:
        return []
    alone = own.of([one.head for one in shop], alone=True)
    filled = zip(closes(chart, alone, hours), closes(chart, alone, np.ones(chart.pick.shape)),
                 strict=True)
    return [Buy("head", False, one.printed_oz, one.head.shape, one.hook_size, _material(one),
                closes_hours=float(h), closes_share=float(c) / max(1, gap))
            for one, (h, c) in zip(shop, filled, strict=True)]


def _fitting(own: Chart) -> list[BoxHead]:
    shop = replace(catalogue(), plastics=(box_plastic(own.plastic),))
    rows = combine(shop, tuple(key for key in SEARCHED if key not in BY_THEMSELVES))
    return [shop.heads[i] for i in np.unique(rows.head[rows.fit == FITS_WELL])]


def _others(
    conn: sqlite3.Connection, own: Chart, chart: Lid, hours: Array, gap: int
) -> list[Buy]:
    """Lines and rods of common sizes, and those of the box, with the heads that there are."""
    mine = [row["diameter_mm"] for row in lines.listed(conn)]
    shop = [round(mm_from_m(line.diameter), 3) for line in catalogue().lines]
    new = [mm for mm in shop if min((abs(mm - m) for m in mine), default=1.0) > SAME_LINE_MM]
    offers = [(Buy("line", have, diameter_mm=mm), own.but(line_m=m_from_mm(mm)))
              for have, sizes in ((True, mine), (False, new)) for mm in sizes]
    offers += [(Buy("rod", True, rod=row["name"]), own.but(rod=convert.core_rod(row)))
               for row in rods.listed(conn)]
    offers += [(Buy("rod", False, rod=one.id), own.but(rod=one.rod)) for one in catalogue().rods]
    out = []
    for what, other in offers:
        filled = (chart.pick < 0) & (other.lid.pick >= 0)
        out.append(Buy(**{**vars(what), "closes_hours": float(hours[filled].sum()),
                          "closes_share": float(filled.sum()) / max(1, gap)}))
    return out


def _material(one: BoxHead) -> str:
    return next(name for name, density in HEAD_MATERIALS.items() if density == one.head.density)


def _hours_at_places(
    conn: sqlite3.Connection, now_s: float, asked: BuyQuestion, chart: Lid
) -> tuple[Array, list[str], list[str]]:
    """Hours that the days ahead spend in each cell of the chart, (D, U), at the marks that one
    stands at; which marks; and those that are left out."""
    out = np.zeros(chart.pick.shape)
    shown, left_out = [], []
    for mark in marks.listed(conn):
        if STANCES[mark["stance"]].drifts:
            left_out.append(f"{mark['name']}: a drifting boat")
            continue
        first = day_of(asked.date or span_of(None, mark["time_zone"], now_s).date)
        try:
            for n in range(asked.days):
                at = moment(conn, now_s, WaterQuestion.model_validate({
                    "mark_id": mark["id"], "date": (first + timedelta(days=n)).isoformat()}))
                at_d, at_u, inside = cells_at(chart, at.way.depth, np.abs(at.way.stream))
                on = at.way.wet & inside
                np.add.at(out, (at_d[on], at_u[on]), at.span.step_h)
        except DomainError:
            left_out.append(f"{mark['name']}: its tide is not known for those days")
            continue
        shown.append(mark["name"])
    return out, shown, left_out
