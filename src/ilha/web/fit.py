"""GET /api/fit: hooks in one plastic, and how the rig weighs and falls."""

from __future__ import annotations

import numpy as np
from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.errors import Array
from ilha.core.fit import fit_hooks
from ilha.core.glide import free_fall
from ilha.core.rig import assemble
from ilha.core.tables import HOOKS
from ilha.core.units import si
from ilha.core.water import density
from ilha.store import heads, plastics
from ilha.web import convert
from ilha.web.answers import json_answer
from ilha.web.day import found
from ilha.web.payloads import Fit, FitQuestion

bp = Blueprint("fit", __name__, url_prefix="/api")

Row = tuple[str, float, float, float, bool, bool]


def _candidates(head: heads.Head) -> list[Row]:
    """Typical hooks by size, the head's own in place of its size; by length of shank."""
    own: Row = (head["hook_size"], head["hook_straight_mm"], head["hook_gape_mm"],
                head["hook_wire_mm"], bool(head["hook_measured"]), True)
    others: list[Row] = [
        (hook.size, hook.straight_mm, hook.gape_mm, hook.wire_mm, False, False)
        for hook in HOOKS if hook.size != head["hook_size"]
    ]
    return sorted([own, *others], key=lambda row: row[1])


@bp.get("/fit")
def get_fit() -> Response:
    asked = FitQuestion.model_validate(request.args.to_dict())
    plastic = found(plastics.get, asked.plastic_id, "plastic_id", "plastic")
    head = found(heads.get, asked.head_id, "head_id", "head")
    rows = _candidates(head)

    def column(index: int) -> Array:
        return np.array([si(float(row[index]), 1) for row in rows])

    fit = fit_hooks(column(1), column(2), column(3), si(plastic["length_mm"], 1),
                    si(plastic["body_length_mm"], 1), si(plastic["height_mm"], 1),
                    si(head["keeper_takes_mm"], 1))
    body = assemble(convert.core_plastic(plastic), [convert.core_head(head)])
    glide = free_fall(body, density(18.0, 35.0))
    payload = Fit.model_validate({
        "plastic_id": plastic["id"], "head_id": head["id"],
        "package_g": convert.one(body.package * 1e3, 2),
        "wet_weight_n": convert.one(glide.wet_weight, 5),
        "fall_speed_m_s": convert.one(glide.vertical, 3),
        "fall_pitch_deg": convert.one(np.degrees(glide.pitch), 1),
        "head_diameter_mm": convert.one(body.d_head * 1e3, 2) or 0.0,
        "pick": rows[fit.pick][0] if fit.pick >= 0 else None,
        "hooks": [
            {"size": row[0], "straight_mm": row[1], "gape_mm": row[2], "wire_mm": row[3],
             "measured": row[4], "of_head": row[5],
             "exit_mm": convert.one(fit.exit[i] * 1e3, 1),
             "clearance_mm": convert.one(fit.clearance[i] * 1e3, 1),
             "reach_ratio": convert.one(fit.reach[i], 3),
             "working_share": convert.one(fit.working_share[i], 3),
             "bulk": convert.one(fit.bulk[i], 2),
             "opening_load_n": convert.one(fit.opening_load[i], 1),
             "verdict": fit.verdict[i]}
            for i, row in enumerate(rows)
        ],
    })
    return json_answer(payload.model_dump_json())
