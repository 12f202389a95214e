"""The trainer: a series of rigs to be judged by eye, and what falls due again."""

from __future__ import annotations

import sqlite3
from typing import Any

from flask import Blueprint, current_app, request
from werkzeug.wrappers import Response

from ilha.core.bench.trainer import DAY_S, FAULTS, STRAIGHT, Known, answered, series
from ilha.store import trainer
from ilha.web.bench_payloads import TrainerAnswers, TrainerScore, TrainerSeries
from ilha.web.database import connection, whole
from ilha.web.resources import answer
from ilha.web.span import now_s

bp = Blueprint("trainer", __name__, url_prefix="/api")


def _standing(conn: sqlite3.Connection, now: float) -> list[dict[str, Any]]:
    rows = {row["code"]: row for row in trainer.listed(conn)}
    out = []
    for code in FAULTS:
        row = rows.get(code)
        out.append({
            "code": code, "box": row["box"] if row else 0,
            "due_in_days": round(max(0.0, (row["due_utc_s"] - now) / DAY_S), 2) if row else 0.0,
            "asked": row["asked"] if row else 0, "missed": row["missed"] if row else 0,
        })
    return out


@bp.get("/trainer")
def get_series() -> Response:
    now = now_s(current_app)
    known = {row["code"]: Known(row["code"], row["box"], row["due_utc_s"])
             for row in trainer.listed(connection())}
    drills = [
        {"code": d.code, "gap_mm": d.seen.gap * 1e3, "bunch_mm": d.seen.bunch * 1e3,
         "bend_mm": d.seen.bend * 1e3, "side_mm": d.seen.side * 1e3, "nose_mm": d.seen.nose * 1e3}
        for d in series(known, now, seed=int(now * 1e3))
    ]
    return answer(TrainerSeries.model_validate(
        {"drills": drills, "standing": _standing(connection(), now)}))


@bp.post("/trainer")
def post_answers() -> Response:
    """Take a series' answers: each fault moves by the worst of its own in it."""
    sent = TrainerAnswers.model_validate_json(request.get_data())
    now = now_s(current_app)
    with whole("answer") as conn:
        rows = {row["code"]: row for row in trainer.listed(conn)}
        for code in FAULTS:
            # A straight rig taken for a fault counts against that fault.
            mine = [a.code == a.said for a in sent.answers
                    if code == a.code or (a.code == STRAIGHT and a.said == code)]
            if not mine:
                continue
            row = rows.get(code)
            known = Known(code, row["box"], row["due_utc_s"]) if row else Known(code)
            then = answered(known, all(mine), now)
            trainer.put(conn, trainer.Standing(
                code=code, box=then.box, due_utc_s=then.due,
                asked=(row["asked"] if row else 0) + len(mine),
                missed=(row["missed"] if row else 0) + mine.count(False)))
    right = sum(a.code == a.said for a in sent.answers)
    return answer(TrainerScore.model_validate({
        "right": right, "asked": len(sent.answers), "standing": _standing(connection(), now)}))
