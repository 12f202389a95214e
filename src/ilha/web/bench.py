"""The bench beside its hooks: what is crooked, and the template on paper."""

from __future__ import annotations

import numpy as np
from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.bench.fit import CENTRE, Thread, fit_hooks
from ilha.core.bench.straight import Seen, diagnose
from ilha.core.units import si
from ilha.formats.fields import FieldError
from ilha.formats.template import Item, as_pdf
from ilha.store import heads, plastics
from ilha.web import convert
from ilha.web.bench_payloads import Finding, Findings, SeenQuestion, TemplateQuestion
from ilha.web.day import found
from ilha.web.fit import candidates, outline_of
from ilha.web.plan import as_file
from ilha.web.resources import answer

bp = Blueprint("bench", __name__, url_prefix="/api")


@bp.get("/straight")
def get_straight() -> Response:
    asked = SeenQuestion.model_validate(request.args.to_dict())
    seen = Seen(si(asked.gap_mm, 1), si(asked.bunch_mm, 1), si(asked.bend_mm, 1),
                si(asked.side_mm, 1), si(asked.nose_mm, 1), float(np.radians(asked.roll_deg)))
    return answer(Findings(findings=[
        Finding.model_validate({
            "code": f.code,
            "move_mm": None if f.code == "rolled" else round(f.move * 1e3, 2),
            "turn_deg": round(float(np.degrees(f.move)), 1) if f.code == "rolled" else None,
            "exit_mm": None if f.exit is None else round(f.exit * 1e3, 2),
        }) for f in diagnose(seen, si(asked.exit_mm, 1))
    ]))


@bp.get("/template.pdf")
def get_template() -> Response:
    asked = TemplateQuestion.model_validate(request.args.to_dict())
    head = found(heads.get, asked.head_id, "head_id", "head")
    ids = [int(each) for each in asked.plastic_ids.split(",")]
    items = [_item(asked, found(plastics.get, each, "plastic_ids", "plastic"), head, first=i == 0)
             for i, each in enumerate(ids)]
    return as_file(as_pdf(items, asked.paper), "application/pdf",
                   f"ilha-template-{asked.paper}.pdf")


def _item(
    asked: TemplateQuestion, plastic: plastics.Plastic, head: heads.Head, *, first: bool
) -> Item:
    """The first plastic as it lies on the bench; the others with the hook that fits them best."""
    rows = candidates(head)
    straight, gape, wire = (np.array([si(float(row[i]), 1) for row in rows]) for i in (1, 2, 3))
    height = si(plastic["height_mm"], 1)
    depth = asked.thread_depth_mm
    high = first and asked.thread == "high"
    thread = Thread("high", None if depth is None else si(depth, 1)) if high else CENTRE
    length, working = si(plastic["length_mm"], 1), si(plastic["body_length_mm"], 1)
    fit = fit_hooks(straight, gape, wire, length, working, height,
                    si(head["keeper_takes_mm"], 1), thread)
    sizes = [row[0] for row in rows]
    if first and asked.hook_size is not None and asked.hook_size not in sizes:
        raise FieldError("hook_size", f"`hook_size` must be one of {', '.join(sizes)}, got"
                                      f" {asked.hook_size}: choose")
    own = next(i for i, row in enumerate(rows) if row[5])
    asked_for = sizes.index(asked.hook_size) if asked.hook_size else own
    chosen = asked_for if first or fit.pick < 0 else fit.pick
    body = outline_of(plastic)
    out = float(fit.exit[chosen])
    shown = np.isfinite(out) and out < body.length
    return Item(plastic["name"], sizes[chosen], body, length,
                out if shown else None, thread.back(height), convert.head_diameter(head))
