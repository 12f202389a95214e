"""GET /api/lid/buy: the one purchase that closes most of what the lid chart leaves empty."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta
from typing import Any

import numpy as np
from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.core.bench.fit import FITS, fit_hooks
from ilha.core.choose.box import BoxHead, catalogue
from ilha.core.errors import Array, DomainError
from ilha.core.judge.chart import Lid, cells_at, closes, gaps
from ilha.core.tables import HEAD_MATERIALS, SHAPES, STANCES
from ilha.core.units import si
from ilha.formats.fields import FieldError
from ilha.store import lines, marks, plastics, rods
from ilha.web import convert
from ilha.web.database import connection
from ilha.web.day import moment
from ilha.web.day_payloads import WaterQuestion
from ilha.web.lid import Asked, chart_of
from ilha.web.pack_payloads import BuyList, BuyQuestion
from ilha.web.resources import answer
from ilha.web.span import now_s, span_of

bp = Blueprint("buy", __name__, url_prefix="/api")

SHOWN = 6
LEAST_HOURS, LEAST_SHARE = 0.5, 0.01
"""What closes less, in hours and share of the empty cells, is not worth a word."""
SAME_LINE_MM = 0.005
"""Lines as near in diameter as this are one."""


@bp.get("/lid/buy")
def get_buy() -> Response:
    asked = BuyQuestion.model_validate(request.args.to_dict())
    if asked.steady:
        raise FieldError("steady", "`steady`: what to buy is reckoned for heads that are lifted and"
                                   " dropped: leave it out")
    own = Asked.of(asked)
    chart = chart_of(own)
    hours, places, left_out = _hours_at_places(asked, chart)
    ones, gap = np.ones(chart.pick.shape), gaps(chart).empty
    bought = [
        {**what, "closes_hours": round(float(filled[0]), 1),
         "closes_share": round(float(filled[1]) / max(1, gap), 3)}
        for what, filled in (*_heads(own, chart, hours, ones), *_others(own, chart, hours, ones))
        if filled[0] >= LEAST_HOURS or filled[1] >= LEAST_SHARE * max(1, gap)]
    bought.sort(key=lambda one: (-one["closes_hours"], -one["closes_share"]))
    empty = float(np.where(chart.pick < 0, hours, 0.0).sum())
    return answer(BuyList.model_validate({
        "hours": round(float(hours.sum()), 1), "empty_hours": round(empty, 1),
        "empty_share": round(gap / chart.pick.size, 3), "places": places,
        "left_out": left_out, "buys": bought[:SHOWN]}))


Offer = tuple[dict[str, Any], tuple[float, float]]
"""What might be bought, and what it fills: hours at one's own places, cells."""


def _heads(own: Asked, chart: Lid, hours: Array, ones: Array) -> list[Offer]:
    """Heads of common sizes that thread straight on the plastic."""
    shop = _threading(own.plastic, catalogue().heads)
    if not shop:
        return []
    alone = own.chart([one.head for one in shop], alone=True)
    filled = zip(closes(chart, alone, hours), closes(chart, alone, ones), strict=True)
    return [({"kind": "head", "oz": one.printed_oz, "shape": one.head.shape,
              "hook_size": one.hook_size, "material": _material(one), "have": False},
             (float(h), float(c)))
            for one, (h, c) in zip(shop, filled, strict=True)]


def _others(own: Asked, chart: Lid, hours: Array, ones: Array) -> list[Offer]:
    """Lines and rods of common sizes, and those of the box, with the heads that there are."""
    conn = connection()
    mine = [row["diameter_mm"] for row in lines.listed(conn)]
    shop = [round(line.diameter * 1e3, 3) for line in catalogue().lines]
    new = [mm for mm in shop if min((abs(mm - m) for m in mine), default=1.0) > SAME_LINE_MM]
    offers: list[tuple[dict[str, Any], Asked]] = [
        ({"kind": "line", "diameter_mm": mm, "have": have}, own.but(line_mm=mm))
        for have, sizes in ((True, mine), (False, new)) for mm in sizes]
    offers += [({"kind": "rod", "rod": row["name"], "have": True},
                own.but(rod=convert.core_rod(row))) for row in rods.listed(conn)]
    offers += [({"kind": "rod", "rod": one.id, "have": False}, own.but(rod=one.rod))
               for one in catalogue().rods]
    out: list[Offer] = []
    for what, other in offers:
        filled = (chart.pick < 0) & (chart_of(other).pick >= 0)
        out.append((what, (float(hours[filled].sum()), float(ones[filled].sum()))))
    return out


def _threading(row: plastics.Plastic, shop: Sequence[BoxHead]) -> list[BoxHead]:
    """Heads whose hook threads straight on a plastic."""
    straight, gape, wire, keeper = np.array([
        (one.straight, one.gape, one.wire, one.keeper_takes) for one in shop]).T
    fit = fit_hooks(straight, gape, wire, si(row["length_mm"], 1), si(row["body_length_mm"], 1),
                    si(row["height_mm"], 1), keeper)
    return [one for one, verdict in zip(shop, fit.verdict, strict=True)
            if verdict == FITS and not SHAPES[one.head.shape].weedless]


def _material(one: BoxHead) -> str:
    return next(name for name, density in HEAD_MATERIALS.items() if density == one.head.density)


def _hours_at_places(asked: BuyQuestion, chart: Lid) -> tuple[Array, list[str], list[str]]:
    """Hours that the days ahead spend in each cell of the chart, (D, U), at the marks that one
    stands at; which marks; and those that are left out."""
    out = np.zeros(chart.pick.shape)
    shown, left_out = [], []
    first = date.fromisoformat(asked.date) if asked.date else None
    for mark in marks.listed(connection()):
        if STANCES[mark["stance"]].drifts:
            left_out.append(f"{mark['name']}: a drifting boat")
            continue
        try:
            for n in range(asked.days):
                day = (first or _today(mark)) + timedelta(days=n)
                at = moment(WaterQuestion.model_validate(
                    {"mark_id": mark["id"], "date": day.isoformat()}))
                at_d, at_u, inside = cells_at(chart, at.way.depth, np.abs(at.way.stream))
                on = at.way.wet & inside
                np.add.at(out, (at_d[on], at_u[on]), at.span.step_h)
        except DomainError:
            left_out.append(f"{mark['name']}: its tide is not known for those days")
            continue
        shown.append(mark["name"])
    return out, shown, left_out


def _today(mark: marks.Mark) -> date:
    return date.fromisoformat(span_of(None, mark["time_zone"], now_s(current_app)).date)
