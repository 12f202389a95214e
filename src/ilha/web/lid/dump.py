"""The lid chart as its payloads and as the sheet of its PDF."""

from __future__ import annotations

import numpy as np

from ilha.core.errors import Flags
from ilha.core.judge.chart import Lid
from ilha.desk.buying import Buys
from ilha.desk.chart import Chart, Path, empty_share, marginal_of
from ilha.desk.convert import head_words
from ilha.formats.lid_pdf import Region, Sheet
from ilha.web.lid import payloads as p


def chart(own: Chart, made: Lid, path: Path | None) -> p.LidChart:
    ids = np.array([*(row["id"] for row in own.rows), 0])
    return p.LidChart.model_validate({
        "depths_m": np.round(made.depths, 3).tolist(),
        "currents_m_s": np.round(made.currents, 4).tolist(),
        "pick": ids[made.pick].tolist(), "marginal": marginal_of(made).tolist(),
        "left_out": own.left_out, "empty_share": round(empty_share(made), 3),
        "path": None if path is None else {
            "mark_id": path.mark["id"], "name": path.mark["name"],
            "depth_m": np.round(path.depth, 3).tolist(),
            "current_m_s": np.round(path.current, 4).tolist(),
            "empty_share": round(path.empty_share, 3)}})


def sheet(asked: p.LidSheet, own: Chart, made: Lid, path: Path | None) -> Sheet:
    """Heads of one printed weight are one region: the lid is read by weight."""
    cells: dict[str, Flags] = {}
    marginal = marginal_of(made)
    for words_end, side in (("", ~marginal), (", marginal", marginal)):
        for i, row in enumerate(own.rows):
            words = head_words(row, asked.weights) + words_end
            mine = (made.pick == i) & side
            cells[words] = cells.get(words, mine) | mine
    regions = [Region(words, mine) for words, mine in cells.items() if np.any(mine)]
    return Sheet(
        f"{own.plastic['name']} on {own.line['name']}, {asked.school.replace('-', ' ')}",
        asked.width_mm, asked.height_mm, made.depths, made.currents, tuple(regions),
        made.pick < 0, None if path is None else (path.mark["name"], path.depth, path.current),
        asked.depths, asked.speeds)


def buys(found: Buys) -> p.BuyList:
    return p.BuyList.model_validate({
        "hours": round(found.hours, 1), "empty_hours": round(found.empty_hours, 1),
        "empty_share": round(found.empty_share, 3), "places": found.places,
        "left_out": found.left_out, "buys": [{
            **vars(one), "closes_hours": round(one.closes_hours, 1),
            "closes_share": round(one.closes_share, 3)} for one in found.buys]})
