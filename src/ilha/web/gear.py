"""All kinds of tackle: added, changed, weighed, taken out and put back; counted; CSV out and in."""

from __future__ import annotations

import sqlite3
from typing import Any
from uuid import uuid4

from flask import Blueprint, Response, current_app, request
from werkzeug.wrappers import Response as Answer

from ilha.formats import rows_csv
from ilha.formats.fields import FieldError
from ilha.formats.tide_csv import told
from ilha.store import heads, plastics, removed
from ilha.web import rows
from ilha.web.bench_payloads import HookMeasures
from ilha.web.database import connection, whole
from ilha.web.errors import NotFound
from ilha.web.gear_payloads import Counted, PutBack, Weighing
from ilha.web.kinds import KINDS, Kind, row_of
from ilha.web.payloads import FileIn, Taken
from ilha.web.resources import answer
from ilha.web.span import now_s

bp = Blueprint("gear", __name__, url_prefix="/api")


def _kind(key: str) -> Kind:
    if key not in KINDS:
        raise FieldError("kind", f"`kind` must be one of {', '.join(KINDS)}, got {key}: choose")
    return KINDS[key]


def _found(key: str, row_id: int) -> Any:
    row = row_of(key, row_id)
    if row is None:
        raise NotFound("id", _kind(key).what, row_id)
    return row


def _one(key: str, row_id: int) -> Answer:
    kind = _kind(key)
    return answer(kind.shown.model_validate(kind.show([_found(key, row_id)])[0]))


def add(key: str) -> Answer:
    kind = _kind(key)
    row = kind.row(kind.new.model_validate_json(request.get_data()), None)
    with whole(kind.what) as conn:
        row_id = kind.add(conn, row)
    return _one(key, row_id)


def put(key: str, row_id: int) -> Answer:
    kind = _kind(key)
    before = _found(key, row_id)
    row = kind.row(kind.new.model_validate_json(request.get_data()), before)
    with whole(kind.what) as conn:
        kind.update(conn, row_id, row)
    return _one(key, row_id)


def take_out(key: str, row_id: int) -> Answer:
    """Answers with the row as it was; it is kept to be put back."""
    kind = _kind(key)
    gone = _one(key, row_id)
    if len(kind.listed(connection())) <= kind.least:
        raise FieldError("id", f"`id`: this is the only {kind.what} in the box: add another first")
    with whole(kind.what) as conn:
        removed.remove(conn, key, row_id)
    return gone


for _key in KINDS:
    bp.add_url_rule(f"/{_key}", f"add_{_key}", add, methods=["POST"], defaults={"key": _key})
    bp.add_url_rule(f"/{_key}/<int:row_id>", f"put_{_key}", put, methods=["PUT"],
                    defaults={"key": _key})
    bp.add_url_rule(f"/{_key}/<int:row_id>", f"take_out_{_key}", take_out, methods=["DELETE"],
                    defaults={"key": _key})


@bp.put("/heads/<int:row_id>/mass")
def weigh_head(row_id: int) -> Answer:
    """What a gram scale says of a head; null puts the printed weight back."""
    new = Weighing.model_validate_json(request.get_data())
    row = _found("heads", row_id)
    mass = new.mass_g
    if mass is None:
        if row["printed_oz"] is None:
            raise FieldError("mass_g", "`mass_g` is needed, nothing is printed on this head: weigh"
                                       " it")
        mass = rows.printed_g(row["printed_oz"])
    elif new.with_hook:
        mass = round(mass - row["hook_mass_g"], 2)
        if mass <= 0.0:
            own = row["hook_mass_g"]
            raise FieldError("mass_g", f"`mass_g` must be above the hook's own {own:g} g, got"
                                       f" {new.mass_g:g} g: read the scale again")
    with whole("head") as conn:
        heads.weigh(conn, row_id, mass, int(new.mass_g is not None))
    return _one("heads", row_id)


@bp.put("/plastics/<int:row_id>/mass")
def weigh_plastic(row_id: int) -> Answer:
    """What a gram scale says of a plastic; null: what its shape and material say."""
    new = Weighing.model_validate_json(request.get_data())
    row = _found("plastics", row_id)
    if new.with_hook:
        raise FieldError("with_hook", "`with_hook`: a plastic is weighed by itself: take the hook"
                                      " out")
    mass = rows.shape_g(row) if new.mass_g is None else new.mass_g
    with whole("plastic") as conn:
        plastics.weigh(conn, row_id, mass, int(new.mass_g is not None))
    return _one("plastics", row_id)


@bp.put("/heads/<int:row_id>/hook")
def put_hook(row_id: int) -> Answer:
    """A head's hook as measured: it replaces what is typical of its size."""
    new = HookMeasures.model_validate_json(request.get_data())
    _found("heads", row_id)
    with whole("head") as conn:
        heads.measure_hook(conn, row_id, new.straight_mm, new.gape_mm, new.wire_mm)
    return _one("heads", row_id)


@bp.post("/box/<kind>/<int:row_id>/back")
def put_back(kind: str, row_id: int) -> Answer:
    """Put back what was removed, with all that pointed at it."""
    if kind not in removed.KINDS:
        raise FieldError("kind", f"`kind` must be one of {', '.join(removed.KINDS)}, got {kind}:"
                                 " choose")
    try:
        with whole(KINDS[kind].what if kind in KINDS else "mark") as conn:
            new_id = removed.put_back(conn, kind, row_id)
    except sqlite3.IntegrityError as error:
        raise FieldError("id", "`id`: what it needs is no longer there (a tide or a stream): bring"
                               " that back first") from error
    if new_id is None:
        raise NotFound("id", "removed row", row_id)
    return answer(PutBack(kind=kind, id=new_id))


@bp.put("/box/<kind>/<int:row_id>/counted")
def put_counted(kind: str, row_id: int) -> Answer:
    """There are as many again as are carried; or the count of before holds again."""
    of = _kind(kind)
    new = Counted.model_validate_json(request.get_data())
    if of.count is None:
        raise FieldError("kind", f"`kind`: the log takes nothing off {kind}: change their number")
    at = now_s(current_app) if new.counted_utc_s is None else new.counted_utc_s
    with whole(of.what) as conn:
        if not of.count(conn, row_id, at):
            raise NotFound("id", of.what, row_id)
    return answer(Counted(counted_utc_s=at))


@bp.get("/box/<kind>.csv")
def get_csv(kind: str) -> Response:
    of = _kind(kind)
    names = rows_csv.columns(of.new)
    body = rows_csv.write(names, (of.again(row) for row in of.listed(connection())))
    return Response(body, mimetype="text/csv", headers={
        "Content-Disposition": f'attachment; filename="ilha-{kind}.csv"'})


@bp.post("/box/<kind>.csv")
def post_csv(kind: str) -> Answer:
    """Rows of a file: all of them or none."""
    of = _kind(kind)
    sent = FileIn.model_validate_json(request.get_data())
    found, faults = rows_csv.read(sent.text, of.new)
    if not found and not faults:
        raise FieldError("text", f"`text` must hold {kind}, it has none: put a row under the"
                                 " header")
    here = {row["id"]: row for row in of.listed(connection())}
    faults += _doubled(found, here)
    new, changed, same = [], [], 0
    for one in found:
        before = here.get(one.id or 0)
        try:
            row = of.row(one.new, before)
        except FieldError as error:
            faults.append(rows_csv.on_line(one.line, error))
            continue
        if before is None:
            new.append(row)
        elif {**before, **row} == before:
            same += 1
        else:
            changed.append((before["id"], row))
    if faults:
        raise told(faults, "text")
    with whole(of.what, keep=not sent.try_) as conn:
        for row_id, row in changed:
            if "name" in row:
                # Names may be swapped between rows: those that change give theirs up first.
                of.update(conn, row_id, {**row, "name": f"{uuid4()}"})
        for row_id, row in changed:
            of.update(conn, row_id, row)
        for row in new:
            of.add(conn, row)
    return answer(Taken(added=len(new), changed=len(changed), same=same))


def _doubled(found: list[rows_csv.Row[Any]], here: dict[int, Any]) -> list[str]:
    """What is wrong where an id or a name would stand twice."""
    out, met = [], set()
    named = {one.id for one in found}
    taken = {row["name"] for row_id, row in here.items() if "name" in row and row_id not in named}
    for one in found:
        if one.id is not None and one.id in met:
            out.append(f"`id` on line {one.line} must stand once, {one.id} is there twice: leave"
                       " one out")
        met.add(one.id)
        name = getattr(one.new, "name", None)
        if name is not None and name in taken:
            out.append(f"`name` on line {one.line} must be new, {name} is there already: choose"
                       " another, or give the id of that one")
        taken.add(name)
    return out
