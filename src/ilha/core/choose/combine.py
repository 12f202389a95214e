"""Which plastic goes on which head in which rigging: the rows of the search. Section 7."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace

import numpy as np

from ilha.core.bench.fit import CLEAR_MIN, HIGH_DEPTH, REACH_HIGH, REACH_LOW, exit_point
from ilha.core.bench.rigging_numbers import INSIDE
from ilha.core.bench.riggings import TAKES
from ilha.core.choose.box import Box
from ilha.core.choose.features import SEARCHED
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.schools import AT_A_PINCH, FITS_BADLY, FITS_WELL
from ilha.core.rig.bodies import ball_diameter
from ilha.core.tables import SHAPES

WEEDLESS = ("hidden-point", "weedless", "weedless-swinging", "buried")
ON_A_LINE = ("tandem", "sliding-sinker", "three-way")
"""Lengths of line as much as riggings: tried only where a rule asks for them."""
PRACTICE: tuple[tuple[str, float, float], ...] = (
    ("#4", 0.0, 0.055), ("#2", 0.045, 0.066), ("#1", 0.045, 0.070), ("1/0", 0.050, 0.072),
    ("2/0", 0.060, 0.108), ("3/0", 0.075, 0.130), ("4/0", 0.075, 0.130), ("5/0", 0.105, 0.180),
    ("7/0", 0.150, 0.210), ("9/0", 0.190, 0.500),
)
"""Working length (m) that each size goes with. #4 to 50 mm, #2 to 64, 2/0 for 64 to 90 (and on
bodies of 127 mm overall), 3/0 and 4/0 for 75 to 130, 5/0 for 130 to 180 (read as overall, the body
being 0.82 of it), 9/0 for 230; sizes between them by interpolation. Common practice, no source."""


@dataclass(frozen=True)
class Columns:
    """What the fit asks of plastics, (P, 1), and heads, (1, H), m."""

    body: Array
    height: Array
    straight: Array
    gape: Array
    wire: Array
    keeper: Array
    diameter: Array

    @classmethod
    def of(cls, box: Box) -> Columns:
        plastics, heads = box.plastics, box.heads

        def down(values: list[float]) -> Array:
            return np.array(values).reshape(-1, 1)

        def across(values: list[float]) -> Array:
            return np.array(values).reshape(1, -1)

        return cls(
            down([p.body_length for p in plastics]), down([p.plastic.height for p in plastics]),
            across([h.straight for h in heads]), across([h.gape for h in heads]),
            across([h.wire for h in heads]), across([h.keeper_takes for h in heads]),
            across([float(ball_diameter(h.head.mass, h.head.density)) for h in heads]),
        )


@dataclass(frozen=True)
class Rows:
    """The combinations that can be rigged, (N,): indices of plastic, head and rigging; reach,
    share; clear, m, of the point over the body; fit, 2 well to 0 badly; word : why not well, "" for
    well. misfits : combinations that cannot be rigged."""

    plastic: Indices
    head: Indices
    rigging: Indices
    reach: Array
    clear: Array
    fit: Indices
    word: Array
    misfits: int

    @property
    def keys(self) -> Array:
        return np.asarray(SEARCHED)[self.rigging]


PINCH_LOW, PINCH_HIGH = 0.22, 0.80
"""Exit over working length within which a hook goes at a pinch: a slope, not a wall. A 1/4 oz head
with a 3/0 in a 76 mm minnow comes out at 0.76 and is fished (common practice, no source)."""
OUT_OF_BODY = 0.97
"""An exit beyond this share of the body is none."""
LONG, SHORT, TIGHT = "hook long", "hook short", "gape tight"


def _graded(reach: Array, clear: Array) -> tuple[Indices, Array]:
    """How each hook sits: its level and its word."""
    word = np.select([reach > REACH_HIGH, reach < REACH_LOW, clear < CLEAR_MIN],
                     [LONG, SHORT, TIGHT], "")
    pinched = (reach >= PINCH_LOW) & (reach <= PINCH_HIGH)
    return np.where(word == "", FITS_WELL, np.where(pinched, AT_A_PINCH, FITS_BADLY)), word


def _thread(c: Columns, back: Array) -> tuple[Array, Array]:
    """Reach and clearance with ``back`` m of body above the shank; NaN where it never clears."""
    out = exit_point(c.straight, c.gape, back, c.keeper)
    return out / c.body, c.gape - back


def _figures(c: Columns, key: str) -> tuple[Array, Array]:
    """Reach and clearance of a rigging, (P, H)."""
    if key in ("weedless", "weedless-swinging"):
        # From underneath, through the whole body: the bend rises half a gape behind the shank.
        return (c.straight + 0.5 * c.gape - c.keeper) / c.body, c.gape - c.height + CLEAR_MIN
    if key == "hidden-point":
        room = c.height - c.gape - 2.0 * INSIDE
        return (c.straight + 0.5 * c.gape - c.keeper) / c.body, np.where(
            room >= 0.0, CLEAR_MIN + room, np.nan)
    if key == "high":
        deep = 0.5 * c.height > HIGH_DEPTH
        reach, clear = _thread(c, np.minimum(HIGH_DEPTH, 0.49 * c.height))
        return np.where(deep, reach, np.nan), clear
    reach, clear = _thread(c, 0.5 * c.height)
    if key == "crab":
        # Short and broad: the point comes up through the shell, wherever that is.
        return np.where(reach > 1.0, np.nan, np.clip(reach, REACH_LOW, REACH_HIGH)), clear
    if key == "tube":
        return reach + c.diameter / c.body, clear
    return reach, clear


def _allowed(box: Box, key: str) -> Flags:
    """Whether look, material and shape of head go with a rigging, (P, H)."""
    takes = TAKES[key]
    looks = np.array([
        (not takes.looks or p.look in takes.looks) and p.look not in takes.not_looks
        and (p.floats or not takes.floating) for p in box.plastics])
    shapes = np.array([
        h.head.shape in takes.shapes if takes.shapes else not (
            SHAPES[h.head.shape].inside or SHAPES[h.head.shape].weedless
            or h.head.shape == "mushroom") for h in box.heads])
    return np.asarray(looks[:, None] & shapes[None, :])


def combine(box: Box, riggings: tuple[str, ...]) -> Rows:
    """All of them at once: what can be rigged, and how well, by the point's place and clearance."""
    c = Columns.of(box)
    found: list[tuple[Array, Array, Flags]] = []
    possible = 0
    for key in riggings:
        allowed = _allowed(box, key)
        reach, clear = _figures(c, key)
        can = (clear > 0.0) & (reach > 0.05) & (reach < OUT_OF_BODY)
        possible += int(allowed.sum())
        found.append((reach, clear, allowed & can))
    can_all = np.stack([f for _, _, f in found])
    rigging, plastic, head = np.nonzero(can_all)
    def taken(i: int) -> Array:
        return np.asarray(np.stack([np.broadcast_to(each[i], can_all.shape[1:])
                                    for each in found])[can_all], dtype=float)

    at_reach, at_clear = taken(0), taken(1)
    order = np.array([SEARCHED.index(key) for key in riggings])
    return Rows(plastic, head, order[rigging], at_reach, at_clear, *_graded(at_reach, at_clear),
                possible - int(can_all.sum()))


def sits(rows: Rows) -> tuple[Rows, int]:
    """The rows whose hook does not sit badly, and how many do."""
    good = rows.fit > FITS_BADLY
    kept = {f.name: getattr(rows, f.name)[good] for f in fields(rows) if f.name != "misfits"}
    return replace(rows, **kept), int((~good).sum())


def by_practice(box: Box, rows: Rows) -> Flags:
    """Whether each row's hook is of the size that practice names for its working length, (N,)."""
    table = {size: (low, high) for size, low, high in PRACTICE}
    low, high = (np.array([table[h.hook_size][i] for h in box.heads]) for i in (0, 1))
    body = np.array([p.body_length for p in box.plastics])[rows.plastic]
    return np.asarray((body >= low[rows.head]) & (body <= high[rows.head]))
