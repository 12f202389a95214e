"""The box: heads added, changed, weighed and removed; the lid chart, on the screen and on paper."""

from __future__ import annotations

import numpy as np
from flask import Blueprint, Response, request
from werkzeug.wrappers import Response as Answer

from ilha.core.box import hook_grams
from ilha.core.conditions import Conditions
from ilha.core.errors import Array, Flags
from ilha.core.fit import FITS
from ilha.core.lid import Lid, gaps, lid
from ilha.core.tables import HEAD_MATERIALS, HOOKS, STANCES
from ilha.core.units import kg_from_oz, si
from ilha.formats.fields import FieldError
from ilha.formats.lid_pdf import Region, Sheet, as_pdf
from ilha.store import heads, lines, marks, plastics, rods
from ilha.web import convert, learned
from ilha.web.box_payloads import LidChart, LidQuestion, LidSheet, NewHead, Weighing
from ilha.web.database import connection, whole
from ilha.web.day import fits_of, found, moment
from ilha.web.day_payloads import WaterQuestion
from ilha.web.payloads import Head
from ilha.web.resources import answer

bp = Blueprint("box", __name__, url_prefix="/api")

CELLS = 60


def _printed_g(oz: float) -> float:
    return round(kg_from_oz(oz) * 1e3, 2)


def _typed(new: NewHead, before: heads.Head | None = None) -> heads.NewHead:
    """A head to be stored; a hook that was measured stays so while its size does."""
    if new.printed_oz is None and new.mass_g is None:
        raise FieldError("printed_oz", "`printed_oz` or mass_g must be given: what is printed"
                                       " on it, or what the scale says")
    hook = next(h for h in HOOKS if h.size == new.hook_size)
    keeps = before is not None and before["hook_measured"] and before["hook_size"] == hook.size
    straight, gape, wire = (before["hook_straight_mm"], before["hook_gape_mm"],
                            before["hook_wire_mm"]) if before is not None and keeps else (
        hook.straight_mm, hook.gape_mm, hook.wire_mm)
    printed = _printed_g(new.printed_oz or 0.0)
    return heads.NewHead(
        printed_oz=new.printed_oz, mass_g=new.mass_g or printed,
        weighed=int(new.mass_g is not None), shape=new.shape, material=new.material,
        density_g_cm3=HEAD_MATERIALS[new.material] / 1000.0, hook_size=new.hook_size,
        hook_mass_g=hook_grams(new.hook_size), hook_gape_mm=gape, hook_straight_mm=straight,
        hook_wire_mm=wire, hook_measured=int(bool(keeps)), keeper=new.keeper,
        keeper_takes_mm=new.keeper_takes_mm, weight_x_mm=new.weight_x_mm, extra_drag_cm2=0.0,
        carried=new.carried)


def _one(row_id: int) -> Answer:
    return answer(Head.model_validate(dict(found(heads.get, row_id, "id", "head"))))


@bp.post("/heads")
def add_head() -> Answer:
    row = _typed(NewHead.model_validate_json(request.get_data()))
    with whole("head") as conn:
        row_id = heads.add(conn, row)
    return _one(row_id)


@bp.put("/heads/<int:row_id>")
def put_head(row_id: int) -> Answer:
    before = found(heads.get, row_id, "id", "head")
    row = _typed(NewHead.model_validate_json(request.get_data()), before)
    with whole("head") as conn:
        heads.update(conn, row_id, row)
    return _one(row_id)


@bp.put("/heads/<int:row_id>/mass")
def weigh_head(row_id: int) -> Answer:
    """What a gram scale says of a head; null puts the printed weight back."""
    new = Weighing.model_validate_json(request.get_data())
    row = found(heads.get, row_id, "id", "head")
    mass = new.mass_g
    if mass is None:
        if row["printed_oz"] is None:
            raise FieldError("mass_g", "`mass_g` is needed, nothing is printed on this head: weigh"
                                       " it")
        mass = _printed_g(row["printed_oz"])
    elif new.with_hook:
        mass = round(mass - row["hook_mass_g"], 2)
        if mass <= 0.0:
            own = row["hook_mass_g"]
            raise FieldError("mass_g", f"`mass_g` must be above the hook's own {own:g} g, got"
                                       f" {new.mass_g:g} g: read the scale again")
    with whole("head") as conn:
        heads.weigh(conn, row_id, mass, int(new.mass_g is not None))
    return _one(row_id)


@bp.delete("/heads/<int:row_id>")
def remove_head(row_id: int) -> Answer:
    """Answers with the head as it was, so that it can be put back."""
    if len(heads.listed(connection())) == 1:
        raise FieldError("id", "`id`: this is the only head in the box: add another first")
    gone = _one(row_id)
    with whole("head") as conn:
        heads.remove(conn, row_id)
    return gone


def _chart(asked: LidQuestion) -> tuple[Lid, list[heads.Head], int]:
    row = found(plastics.get, asked.plastic_id, "plastic_id", "plastic")
    line = found(lines.get, asked.line_id, "line_id", "line")
    rod = None if asked.rod_id is None else found(rods.get, asked.rod_id, "rod_id", "rod")
    box = [head for head in heads.listed(connection()) if head["carried"] > 0]
    fits = fits_of(row, box)
    shown = [head for head in box if fits[head["id"]] == FITS]
    if not shown:
        raise FieldError("plastic_id", "`plastic_id`: no head in the box threads straight on this"
                                       " plastic: choose another")
    taught = learned.sink_factors()
    slow = [taught[key].value if (key := learned.pair_key(head["id"], row["id"])) in taught else 1.0
            for head in shown]
    cond = Conditions(
        depth=np.array(1.0), surface_speed=np.array(0.0),
        line_diameter=si(line["diameter_mm"], 1), temperature_c=asked.temperature_c,
        wind=asked.wind_m_s, tip_height=STANCES[asked.stance].tip_height_m, cast=asked.cast_m)
    chart = lid(
        cond, np.linspace(asked.depth_to_m / CELLS, asked.depth_to_m, CELLS),
        np.linspace(0.0, asked.current_to_m_s, CELLS), convert.core_plastic(row),
        [convert.core_head(head) for head in shown],
        None if rod is None else convert.core_rod(rod), asked.school, slow)
    return chart, shown, len(box) - len(shown)


def _path(asked: LidQuestion) -> tuple[marks.Mark, Array, Array] | None:
    """The mark's depth and current through the wet hours of its day."""
    if asked.mark_id is None:
        return None
    at = moment(WaterQuestion.model_validate(
        {"mark_id": asked.mark_id, "date": asked.date}))
    wet = at.way.wet
    return at.mark, at.way.depth[wet], np.abs(at.way.stream[wet])


@bp.get("/lid")
def get_lid() -> Answer:
    asked = LidQuestion.model_validate(request.args.to_dict())
    chart, shown, left_out = _chart(asked)
    ids = np.array([*(head["id"] for head in shown), 0])
    every, path = gaps(chart), _path(asked)
    drawn = None
    if path is not None:
        mark, depth, current = path
        inside = (depth <= asked.depth_to_m) & (current <= asked.current_to_m_s)
        at_d = np.clip(np.searchsorted(chart.depths, depth), 0, CELLS - 1)
        at_u = np.clip(np.searchsorted(chart.currents, current), 0, CELLS - 1)
        empty = (chart.pick[at_d, at_u] < 0) | ~inside
        drawn = {"mark_id": mark["id"], "name": mark["name"],
                 "depth_m": np.round(depth, 3).tolist(),
                 "current_m_s": np.round(current, 4).tolist(),
                 "empty_share": round(float(np.mean(empty)), 3) if empty.size else 0.0}
    return answer(LidChart.model_validate({
        "depths_m": np.round(chart.depths, 3).tolist(),
        "currents_m_s": np.round(chart.currents, 4).tolist(),
        "pick": ids[chart.pick].tolist(), "left_out": left_out, "path": drawn,
        "empty_share": round(every.empty / every.cells, 3)}))


@bp.get("/lid.pdf")
def get_lid_pdf() -> Response:
    asked = LidSheet.model_validate(request.args.to_dict())
    chart, shown, _ = _chart(asked)
    plastic = found(plastics.get, asked.plastic_id, "plastic_id", "plastic")
    line = found(lines.get, asked.line_id, "line_id", "line")
    path = _path(asked)
    # Heads of one printed weight are one region: the lid is read by weight.
    cells: dict[str, Flags] = {}
    for i, head in enumerate(shown):
        words = convert.head_words(head, asked.weights)
        cells[words] = cells.get(words, chart.pick == i) | (chart.pick == i)
    regions = [Region(words, own) for words, own in cells.items() if np.any(own)]
    body = as_pdf(Sheet(
        f"{plastic['name']} on {line['name']}, {asked.school.replace('-', ' ')}",
        asked.width_mm, asked.height_mm, chart.depths, chart.currents, tuple(regions),
        chart.pick < 0, None if path is None else (path[0]["name"], path[1], path[2]),
        asked.depths, asked.speeds))
    return Response(body, mimetype="application/pdf", headers={
        "Content-Disposition": 'attachment; filename="ilha-lid.pdf"'})
