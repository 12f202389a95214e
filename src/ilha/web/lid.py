"""The lid chart, on the screen and on paper."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from flask import Blueprint, Response, request
from werkzeug.wrappers import Response as Answer

from ilha.core.bench.fit import FITS
from ilha.core.errors import Array, Flags
from ilha.core.judge.chart import Lid, cells_at, gaps, lid
from ilha.core.judge.schools import MARGINAL
from ilha.core.move.cast import Rod
from ilha.core.rig.bodies import Head
from ilha.core.tables import STANCES
from ilha.core.units import si
from ilha.core.water.conditions import Conditions
from ilha.formats.fields import FieldError
from ilha.formats.lid_pdf import Region, Sheet, as_pdf
from ilha.store import heads, lines, marks, plastics, rods, stock
from ilha.web import convert, learned
from ilha.web.database import connection
from ilha.web.day import fits_of, found, moment
from ilha.web.day_payloads import WaterQuestion
from ilha.web.lid_payloads import LidChart, LidQuestion, LidSheet
from ilha.web.resources import answer

bp = Blueprint("lid", __name__, url_prefix="/api")

CELLS, CELLS_SWUM = 60, 36
"""Each way; fewer where every cell is computed by itself."""


@dataclass(frozen=True)
class Asked:
    """A chart's question with the rows that it names. slow : by head's id, as learned."""

    question: LidQuestion
    plastic: plastics.Plastic
    line_mm: float
    rod: Rod | None
    heads: tuple[heads.Head, ...]
    slow: tuple[float, ...]
    left_out: int

    @classmethod
    def of(cls, asked: LidQuestion) -> Asked:
        """Heads of which some are left and that thread straight on the plastic.

        Raises
        ------
        NotFound
            For a plastic, line or rod that is not there.
        FieldError
            Where no head threads on it.
        """
        row = found(plastics.get, asked.plastic_id, "plastic_id", "plastic")
        line = found(lines.get, asked.line_id, "line_id", "line")
        rod = None if asked.rod_id is None else convert.core_rod(
            found(rods.get, asked.rod_id, "rod_id", "rod"))
        lost = stock.heads_lost(connection())
        box = [head for head in heads.listed(connection())
               if head["carried"] > lost.get(head["id"], 0)]
        fits = fits_of(row, box)
        shown = [head for head in box if fits[head["id"]] == FITS]
        if not shown:
            raise FieldError("plastic_id", "`plastic_id`: no head in the box threads straight on"
                                           " this plastic: choose another")
        taught = learned.sink_factors()
        slow = [taught[key].value if (key := learned.pair_key(head["id"], row["id"])) in taught
                else 1.0 for head in shown]
        return cls(asked, row, line["diameter_mm"], rod, tuple(shown), tuple(slow),
                   len(box) - len(shown))

    def but(self, **changed: Any) -> Asked:
        return replace(self, **changed)

    def chart(self, of: Sequence[Head], slow: Sequence[float] | None = None, alone: bool = False
              ) -> Lid:
        """The chart of any heads in this water."""
        q = self.question
        cond = Conditions(
            depth=np.array(1.0), surface_speed=np.array(0.0), line_diameter=si(self.line_mm, 1),
            temperature_c=q.temperature_c, wind=q.wind_m_s,
            tip_height=STANCES[q.stance].tip_height_m, cast=q.cast_m, steady=q.steady,
            retrieve_speed=q.retrieve_speed_m_s)
        cells = CELLS_SWUM if q.steady else CELLS
        return lid(cond, np.linspace(q.depth_to_m / cells, q.depth_to_m, cells),
                   np.linspace(0.0, q.current_to_m_s, cells), convert.core_plastic(self.plastic),
                   of, self.rod, q.school, slow, alone)


def chart_of(own: Asked) -> Lid:
    """The chart of the box."""
    return own.chart([convert.core_head(head) for head in own.heads], own.slow)


def marginal_of(chart: Lid) -> Flags:
    """Where the pick is no more than marginal, (D, U)."""
    verdict = np.take_along_axis(chart.verdict, np.maximum(chart.pick, 0)[None], axis=0)[0]
    return np.asarray((chart.pick >= 0) & (verdict == MARGINAL))


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
    own = Asked.of(asked)
    chart = chart_of(own)
    ids = np.array([*(head["id"] for head in own.heads), 0])
    every, path = gaps(chart), _path(asked)
    drawn = None
    if path is not None:
        mark, depth, current = path
        at_d, at_u, inside = cells_at(chart, depth, current)
        empty = (chart.pick[at_d, at_u] < 0) | ~inside
        drawn = {"mark_id": mark["id"], "name": mark["name"],
                 "depth_m": np.round(depth, 3).tolist(),
                 "current_m_s": np.round(current, 4).tolist(),
                 "empty_share": round(float(np.mean(empty)), 3) if empty.size else 0.0}
    return answer(LidChart.model_validate({
        "depths_m": np.round(chart.depths, 3).tolist(),
        "currents_m_s": np.round(chart.currents, 4).tolist(),
        "pick": ids[chart.pick].tolist(), "marginal": marginal_of(chart).tolist(),
        "left_out": own.left_out, "path": drawn,
        "empty_share": round(every.empty / every.cells, 3)}))


@bp.get("/lid.pdf")
def get_lid_pdf() -> Response:
    asked = LidSheet.model_validate(request.args.to_dict())
    own = Asked.of(asked)
    chart, plastic = chart_of(own), own.plastic
    line = found(lines.get, asked.line_id, "line_id", "line")
    path = _path(asked)
    # Heads of one printed weight are one region: the lid is read by weight.
    cells: dict[str, Flags] = {}
    marginal = marginal_of(chart)
    for words_end, side in (("", ~marginal), (", marginal", marginal)):
        for i, head in enumerate(own.heads):
            words = convert.head_words(head, asked.weights) + words_end
            mine = (chart.pick == i) & side
            cells[words] = cells.get(words, mine) | mine
    regions = [Region(words, mine) for words, mine in cells.items() if np.any(mine)]
    body = as_pdf(Sheet(
        f"{plastic['name']} on {line['name']}, {asked.school.replace('-', ' ')}",
        asked.width_mm, asked.height_mm, chart.depths, chart.currents, tuple(regions),
        chart.pick < 0, None if path is None else (path[0]["name"], path[1], path[2]),
        asked.depths, asked.speeds))
    return Response(body, mimetype="application/pdf", headers={
        "Content-Disposition": 'attachment; filename="ilha-lid.pdf"'})
