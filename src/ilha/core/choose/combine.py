"""Which plastic goes on which head in which rigging: the rows of the search. Section 7."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace

import numpy as np

from ilha.core.bench.hung import HUNG
from ilha.core.bench.line_rigs import ON_LEAD
from ilha.core.bench.riggings import STINGER_FROM, TAKES
from ilha.core.bench.seat import Measures, can, graded, seat, takes_shape
from ilha.core.choose.box import Box
from ilha.core.choose.features import SEARCHED
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.schools import FITS_BADLY
from ilha.core.rig.bodies import ball_diameter
from ilha.core.tables import COMPRESS

WEEDLESS = ("hidden-point", "weedless", "weedless-swinging", "weedless-nose", "weedless-bare",
            "buried")
NEVER_CAST = ("three-way",)
"""Rigs that are let down under the boat, whoever holds the rod."""
BY_THEMSELVES = ("tandem", "float", *ON_LEAD, *HUNG)
"""Riggings that the water meets in a way of their own, lengths of line or with something hung on:
tried only where a rule asks for them."""
PRACTICE: tuple[tuple[str, float, float], ...] = (
    ("#6", 0.0, 0.045), ("#4", 0.0, 0.055), ("#2", 0.045, 0.066), ("#1", 0.045, 0.070),
    ("1/0", 0.050, 0.072),
    ("2/0", 0.060, 0.108), ("3/0", 0.075, 0.130), ("4/0", 0.075, 0.130), ("5/0", 0.105, 0.180),
    ("6/0", 0.130, 0.195), ("7/0", 0.150, 0.210), ("8/0", 0.170, 0.300), ("9/0", 0.190, 0.500),
    ("10/0", 0.220, 0.600),
)
"""Working length (m) that each size goes with. #4 to 50 mm, #2 to 64, 2/0 for 64 to 90 (and on
bodies of 127 mm overall), 3/0 and 4/0 for 75 to 130, 5/0 for 130 to 180 (read as overall, the body
being 0.82 of it), 9/0 for 230; sizes between them by interpolation. Common practice, no source."""


def measures(box: Box) -> Measures:
    """Of plastics, (P, 1), and heads, (1, H)."""
    plastics, heads = box.plastics, box.heads

    def down(values: list[float]) -> Array:
        return np.array(values).reshape(-1, 1)

    def across(values: list[float]) -> Array:
        return np.array(values).reshape(1, -1)

    return Measures(
        down([p.body_length for p in plastics]), down([p.plastic.height for p in plastics]),
        across([h.straight for h in heads]), across([h.gape for h in heads]),
        across([h.keeper_takes for h in heads]),
        across([float(ball_diameter(h.head.mass, h.head.density)) for h in heads]),
        down([1.0 - COMPRESS[p.material] for p in plastics]),
        down([p.slit for p in plastics]))


@dataclass(frozen=True)
class Rows:
    """The combinations that can be rigged, (N,): indices of plastic, head and rigging; reach,
    share; clear, m, of the point over the body; fit, 2 well to 0 badly; word : why not well, "" for
    well. misfits : combinations that cannot be rigged. front : the head in front of two, -1 for
    none."""

    plastic: Indices
    head: Indices
    rigging: Indices
    reach: Array
    clear: Array
    fit: Indices
    word: Array
    misfits: int
    front: Indices

    @property
    def keys(self) -> Array:
        return np.asarray(SEARCHED)[self.rigging]


def _allowed(box: Box, key: str) -> Flags:
    """Whether look, material and shape of head go with a rigging, (P, H)."""
    takes = TAKES[key]
    looks = np.array([
        (not takes.looks or p.look in takes.looks) and p.look not in takes.not_looks
        and (p.floats or not takes.floating) for p in box.plastics])
    shapes = np.array([
        takes_shape(takes.shapes, h.head.shape) for h in box.heads])
    allowed = looks[:, None] & shapes[None, :]
    if key == "stinger":
        allowed &= np.array([[p.plastic.length >= STINGER_FROM] for p in box.plastics])
    if key == "as-moulded":
        allowed &= np.array([[h.comes_in == p.id for h in box.heads] for p in box.plastics])
    return np.asarray(allowed)


def combine(box: Box, riggings: tuple[str, ...]) -> Rows:
    """All of them at once: what can be rigged, and how well, by the point's place and clearance."""
    m = measures(box)
    found: list[tuple[Array, Array, Flags]] = []
    possible = 0
    for key in riggings:
        allowed = _allowed(box, key)
        reach, clear = seat(m, key)
        possible += int(allowed.sum())
        found.append((reach, clear, allowed & can(reach, clear)))
    can_all = np.stack([f for _, _, f in found])
    rigging, plastic, head = np.nonzero(can_all)
    def taken(i: int) -> Array:
        return np.asarray(np.stack([np.broadcast_to(each[i], can_all.shape[1:])
                                    for each in found])[can_all], dtype=float)

    at_reach, at_clear = taken(0), taken(1)
    order = np.array([SEARCHED.index(key) for key in riggings])
    return Rows(plastic, head, order[rigging], at_reach, at_clear, *graded(at_reach, at_clear),
                possible - int(can_all.sum()), np.full(plastic.size, -1))


def sits(rows: Rows) -> tuple[Rows, int]:
    """The rows whose hook does not sit badly, and how many do."""
    good = rows.fit > FITS_BADLY
    kept = {f.name: getattr(rows, f.name)[good] for f in fields(rows) if f.name != "misfits"}
    return replace(rows, **kept), int((~good).sum())


FRONT_SHARES = (1.0, 2.0 / 3.0, 0.5, 1.0 / 3.0)
"""Weights of the front head over the rear one's that are tried: equal, and lighter ones down to a
third. Never a heavier: it would run under the rear one (common practice)."""
NEAR = 1.25
"""How far from such a share a head of the box may lie, as a factor (judgement)."""


def with_fronts(box: Box, rows: Rows) -> Rows:
    """The same, each row of two heads once for every front head that is tried with its rear one: of
    its shape, going on the plastic too; rows without one are left out. Both weights are unknown
    until the water has judged the pairs."""
    two = rows.keys == "tandem"
    if not np.any(two):
        return rows
    mass = np.array([head.head.mass for head in box.heads])
    shape = np.array([head.head.shape for head in box.heads])
    at, fronts = list(np.flatnonzero(~two)), [-1] * int(np.sum(~two))
    for row in np.flatnonzero(two):
        rear = rows.head[row]
        goes = rows.head[two & (rows.plastic == rows.plastic[row])]
        goes = goes[(shape[goes] == shape[rear]) & (mass[goes] <= 1.001 * mass[rear])]
        share = mass[goes] / mass[rear]
        found = set()
        for wanted in FRONT_SHARES:
            off = np.abs(np.log(share / wanted))
            # Of one weight the rear's own hook before any other.
            best = np.lexsort((goes, goes != rear, np.round(off, 3)))[0]
            if off[best] <= np.log(NEAR):
                found.add(int(goes[best]))
        at += [row] * len(found)
        fronts += sorted(found)
    taken = {f.name: getattr(rows, f.name)[at] for f in fields(rows)
             if f.name not in ("misfits", "front")}
    return replace(rows, **taken, front=np.array(fronts, dtype=int))


def by_practice(box: Box, rows: Rows) -> Flags:
    """Whether each row's hook is of the size that practice names for its working length, (N,)."""
    table = {size: (low, high) for size, low, high in PRACTICE}
    low, high = (np.array([table[h.hook_size][i] for h in box.heads]) for i in (0, 1))
    body = np.array([p.body_length for p in box.plastics])[rows.plastic]
    return np.asarray((body >= low[rows.head]) & (body <= high[rows.head]))
