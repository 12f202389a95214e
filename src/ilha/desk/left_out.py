"""The heads that a day's ladder does not have, and why."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.bench.seat import LONG
from ilha.core.choose.box import BoxHead
from ilha.core.choose.combine import BY_THEMSELVES, combine
from ilha.core.choose.features import SEARCHED
from ilha.core.judge.schools import FITS_WELL
from ilha.core.units import m_from_mm
from ilha.desk.board import DayOfMark, plastic_of
from ilha.desk.books import box_head
from ilha.store import heads, plastics


@dataclass(frozen=True)
class LeftOut:
    """A head that is not on the ladder, why, and which plastic takes it."""

    head_id: int
    why: str
    takes: str | None


def left_out(conn: sqlite3.Connection, m: DayOfMark) -> list[LeftOut]:
    """The heads that the ladder does not have, each with its reason and what would take it."""
    shown = {head["id"] for head in m.rows}
    gone = [head for head in heads.listed(conn) if head["id"] not in shown]
    if not gone:
        return []
    had = {head.head.id for head in m.box.heads}
    box = replace(m.box, heads=(
        *m.box.heads, *(box_head(head) for head in gone if str(head["id"]) not in had)))
    here = plastic_of(box, m.plastic["id"])
    at = {h.head.id: i for i, h in enumerate(box.heads)}
    rows = combine(box, tuple(key for key in SEARCHED if key not in BY_THEMSELVES))
    well = rows.fit == FITS_WELL
    names = {str(row["id"]): row["name"] for row in plastics.listed(conn)}
    out = []
    for head in gone:
        mine = rows.head == at[str(head["id"])]
        if np.any(mine & (rows.plastic == here)):
            out.append(LeftOut(head["id"], "none left", None))
            continue
        takes = rows.plastic[mine & well]
        name = None if takes.size == 0 else names[box.plastics[int(takes[0])].id]
        out.append(LeftOut(head["id"], _why_not(box.heads[at[str(head["id"])]], m), name))
    return out


def _why_not(head: BoxHead, m: DayOfMark) -> str:
    """Why a head cannot be rigged on the day's plastic."""
    if head.gape <= m_from_mm(0.5 * m.plastic["height_mm"]):
        return "its gape lies under this body"
    if head.straight > m_from_mm(0.9 * m.plastic["body_length_mm"]):
        return f"its {LONG.replace('hook ', 'hook is too ')} for this plastic"
    return "its shape does not go with this plastic"
