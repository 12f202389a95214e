"""The box: all kinds of tackle on the wire."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import tackle
from ilha.desk.kinds import KINDS
from ilha.web.answers import answer, as_file, made
from ilha.web.box.dump import SHOWN, box, shown
from ilha.web.box.payloads import Counted, HookMeasures, PutBack, Weighing
from ilha.web.database import connection, now_s
from ilha.web.files_in import file_in
from ilha.web.payloads import Taken

bp = Blueprint("box", __name__, url_prefix="/api")


def _one(key: str, row_id: int) -> Response:
    conn = connection()
    return answer(SHOWN[key].model_validate(shown(conn, key, [tackle.one(conn, key, row_id)])[0]))


def add(key: str) -> Response:
    return made(_one(key, tackle.add(connection(), key, request.get_data(), now_s())))


def put(key: str, row_id: int) -> Response:
    tackle.change(connection(), key, row_id, request.get_data(), now_s())
    return _one(key, row_id)


def take_out(key: str, row_id: int) -> Response:
    """Answers with the row as it was."""
    gone = _one(key, row_id)
    tackle.take_out(connection(), key, row_id)
    return gone


for _key in KINDS:
    bp.add_url_rule(f"/{_key}", f"add_{_key}", add, methods=["POST"], defaults={"key": _key})
    bp.add_url_rule(f"/{_key}/<int:row_id>", f"put_{_key}", put, methods=["PUT"],
                    defaults={"key": _key})
    bp.add_url_rule(f"/{_key}/<int:row_id>", f"take_out_{_key}", take_out, methods=["DELETE"],
                    defaults={"key": _key})


@bp.get("/box")
def get_box() -> Response:
    return answer(box(connection()))


@bp.put("/heads/<int:row_id>/mass")
def weigh_head(row_id: int) -> Response:
    new = Weighing.model_validate_json(request.get_data())
    tackle.weigh_head(connection(), row_id, new.mass_g, new.with_hook)
    return _one("heads", row_id)


@bp.put("/plastics/<int:row_id>/mass")
def weigh_plastic(row_id: int) -> Response:
    new = Weighing.model_validate_json(request.get_data())
    tackle.weigh_plastic(connection(), row_id, new.mass_g, new.with_hook)
    return _one("plastics", row_id)


@bp.put("/heads/<int:row_id>/hook")
def put_hook(row_id: int) -> Response:
    new = HookMeasures.model_validate_json(request.get_data())
    tackle.measure_hook(connection(), row_id, new.straight_mm, new.gape_mm, new.wire_mm)
    return _one("heads", row_id)


@bp.post("/box/<kind>/<int:row_id>/back")
def put_back(kind: str, row_id: int) -> Response:
    return answer(PutBack(kind=kind, id=tackle.put_back(connection(), kind, row_id)))


@bp.put("/box/<kind>/<int:row_id>/counted")
def put_counted(kind: str, row_id: int) -> Response:
    new = Counted.model_validate_json(request.get_data())
    at = now_s() if new.counted_utc_s is None else new.counted_utc_s
    tackle.count(connection(), kind, row_id, at)
    return answer(Counted(counted_utc_s=at))


@bp.get("/box/<kind>.csv")
def get_csv(kind: str) -> Response:
    return as_file(tackle.as_csv(connection(), kind).encode(), "text/csv", f"ilha-{kind}.csv")


@bp.post("/box/<kind>.csv")
def post_csv(kind: str) -> Response:
    sent = file_in("text/csv")
    taken = tackle.from_csv(connection(), kind, sent.text, sent.try_, now_s())
    return answer(Taken.model_validate(vars(taken)))
