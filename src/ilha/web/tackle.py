"""Plastics traced, changed and removed; hooks measured."""

from __future__ import annotations

import json
from typing import cast

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.outline import Outline, Points, shape_mass
from ilha.core.tables import LOOKS, PLASTIC_MATERIALS
from ilha.core.units import si
from ilha.formats.fields import FieldError
from ilha.store import heads, plastics
from ilha.web import convert
from ilha.web.bench_payloads import HookMeasures
from ilha.web.database import connection, whole
from ilha.web.day import found
from ilha.web.payloads import Head, NewPlastic, Plastic
from ilha.web.resources import answer

bp = Blueprint("tackle", __name__, url_prefix="/api")


def _checked(new: NewPlastic) -> plastics.NewPlastic:
    """A plastic to be kept, after the rules that no single field can tell."""
    if new.body_length_mm > new.length_mm:
        raise FieldError("body_length_mm", "`body_length_mm` must be at most the length,"
                                           f" {new.length_mm:g} mm, got {new.body_length_mm:g} mm:"
                                           " measure the body without a thin tail")
    if new.profile is not None:
        for i, point in enumerate(new.profile):
            if len(point) != 2:
                raise FieldError(f"profile[{i}]", f"`profile[{i}]` must be a share and a half"
                                                  f" height, got {len(point)} numbers: give two")
        points = cast(Points, tuple(tuple(point) for point in new.profile))
        Outline(si(new.body_length_mm, 1), si(new.height_mm, 1), points)
    density, family = PLASTIC_MATERIALS[new.material], LOOKS[new.look]
    mass = new.mass_g
    if mass is None:
        mass = round(1e3 * shape_mass(family, si(new.length_mm, 1), si(new.width_mm, 1),
                                      si(new.height_mm, 1), density), 4)
    return plastics.NewPlastic(
        name=new.name, family=family, look=new.look, material=new.material, colour=new.colour,
        length_mm=new.length_mm, body_length_mm=new.body_length_mm, width_mm=new.width_mm,
        height_mm=new.height_mm, mass_g=mass, density_g_cm3=density / 1000.0, extra_drag_cm2=0.0,
        profile=None if new.profile is None else json.dumps(new.profile))


def _one(row_id: int) -> Response:
    row = found(plastics.get, row_id, "id", "plastic")
    return answer(Plastic.model_validate(convert.shown_plastic(row)))


@bp.post("/plastics")
def add_plastic() -> Response:
    new = _checked(NewPlastic.model_validate_json(request.get_data()))
    with whole("plastic") as conn:
        row_id = plastics.add(conn, new)
    return _one(row_id)


@bp.put("/plastics/<int:row_id>")
def put_plastic(row_id: int) -> Response:
    new = _checked(NewPlastic.model_validate_json(request.get_data()))
    found(plastics.get, row_id, "id", "plastic")
    with whole("plastic") as conn:
        plastics.update(conn, row_id, new)
    return _one(row_id)


@bp.delete("/plastics/<int:row_id>")
def remove_plastic(row_id: int) -> Response:
    """Answers with the plastic as it was, so that it can be put back."""
    if len(plastics.listed(connection())) == 1:
        raise FieldError("id", "`id`: this is the only plastic in the box: add another first")
    gone = _one(row_id)
    with whole("plastic") as conn:
        plastics.remove(conn, row_id)
    return gone


@bp.put("/heads/<int:row_id>/hook")
def put_hook(row_id: int) -> Response:
    """A head's hook as measured: it replaces what is typical of its size."""
    new = HookMeasures.model_validate_json(request.get_data())
    found(heads.get, row_id, "id", "head")
    with whole("head") as conn:
        heads.measure_hook(conn, row_id, new.straight_mm, new.gape_mm, new.wire_mm)
    return answer(Head.model_validate(dict(found(heads.get, row_id, "id", "head"))))
