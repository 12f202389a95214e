"""What is packed, and what was lost, as payloads."""

from __future__ import annotations

from typing import Any

from ilha.core.log.losses import ENOUGH
from ilha.desk import packing as d
from ilha.desk import restock as r
from ilha.web.pack import payloads as p


def _take(one: d.Take) -> dict[str, Any]:
    kind = one.kind
    return {"id": kind.id, "name": kind.name, "take": one.count, "left": kind.left,
            "missing": one.missing, "price": kind.price}


def _loss(one: d.Loss) -> dict[str, Any]:
    seen = one.logged
    return {"visit": one.visit, "place": one.place, "bottom": one.bottom, "anglers": one.anglers,
            "hours": one.hours, "an_hour": round(one.an_hour, 3), "usual": one.usual,
            "logged_lost": 0 if seen is None else seen.events,
            "logged_hours": 0.0 if seen is None else round(seen.hours, 1)}


def pack_list(found: d.PackList) -> p.PackList:
    missing = found.missing
    return p.PackList.model_validate({
        "heads": [_take(one) for one in found.heads],
        "plastics": [_take(one) for one in found.plastics],
        "stretches": [vars(one) for one in found.stretches],
        "losses": [_loss(one) for one in found.losses], "lasts": ENOUGH,
        "cost": round(sum(one.missing * (one.kind.price or 0.0) for one in missing), 2),
        "unpriced": sum(one.missing for one in missing if one.kind.price is None)})


def restock(found: r.Restock) -> p.Restock:
    return p.Restock.model_validate({
        "lost": [vars(one) for one in found.lost], "cost": round(found.cost.money, 2),
        "unpriced": found.cost.unpriced,
        "trips": [{"place": one.trip.place, "start_utc_s": one.trip.start,
                   "hours": round(one.trip.hours, 2), "lost": one.lost,
                   "cost": round(one.cost.money, 2), "unpriced": one.cost.unpriced}
                  for one in found.trips],
        "total_cost": round(sum(one.cost.money for one in found.trips), 2),
        "total_lost": sum(one.lost for one in found.trips),
        "total_hours": round(found.hours, 2)})
