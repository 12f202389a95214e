"""How sure a count and a verdict are. Section 11 of docs/model.md.

Each input is known to so many percent; what each does to the count is computed with it changed by
that much, and the parts add as squares: no sampling when a question is asked. The logarithm of the
count is taken as normal.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.errors import Array, Indices
from ilha.core.judge.falls import swung
from ilha.core.judge.figures import Figures
from ilha.core.knots import spread
from ilha.core.normal import normal_cdf

CURRENT, RIG_DRAG, LINE_DRAG, DIAMETER, DEPTH, FEED = 0.20, 0.15, 0.15, 0.10, 0.05, 0.30
"""Standard deviations, of the logarithm about: the current at the surface, the rig's drag, the
line's, its diameter, the depth, the pull of the spool (judgement)."""
INPUTS = ("current", "rig", "line", "diameter", "depth", "feed")
MIDDLE_80 = 1.2816
"""Of the normal distribution, in standard deviations to either side."""
WIDE = 1.0
"""A range no wider than this (s) is one number."""
LOOSE = 4.0
"""Of a long day it is looked at with so many times the tolerance that the figures have."""


@dataclass(frozen=True)
class Sure:
    """What the log has narrowed: standard deviations of logarithms. current : of the mark's; fall :
    (H, 1) of each rig's count, NaN where nothing was timed."""

    current: float = CURRENT
    fall: Array | float = float("nan")


UNSURE = Sure()


@dataclass(frozen=True)
class Doubt:
    """(H, T). low, high : s, the middle 80 % of the count to the fish. most : index in ``INPUTS``
    of what moves it most. spread : standard deviation of the count's logarithm."""

    low: Array
    high: Array
    most: Indices
    spread: Array


def doubt_of(f: Figures, count: Array, sure: Sure = UNSURE) -> Doubt:
    """Of a count (s, (H, T)) to the fish."""
    shape = count.shape
    some = f.knots(LOOSE)
    few = f.at_steps(some)
    base = _to_the_fish(few)
    # Fish at the surface are reached at once, whatever is not known: nought over nought is none.
    with np.errstate(divide="ignore", invalid="ignore"):
        moved = np.stack([np.broadcast_to(np.abs(np.log(_to_the_fish(few, changed) / base)),
                                          (shape[0], some.size)) for changed in _changes(sure)])
    # A line's drag grows with its diameter: the one doubt is the other's, smaller.
    moved = np.insert(np.nan_to_num(moved), 3, 0.0, axis=0)
    moved[3] = moved[2] * np.log1p(DIAMETER) / np.log1p(LINE_DRAG)
    if not np.all(np.isnan(sure.fall)):
        # Timed drops say more of a rig than its drag does, once there are some.
        moved[1] = np.fmin(moved[1], np.broadcast_to(sure.fall, (shape[0], 1)))
    if some.size < shape[1]:
        moved = spread(moved, some, shape[1])
    sigma = np.sqrt(np.sum(moved**2, axis=0))
    factor = np.exp(MIDDLE_80 * sigma)
    return Doubt(count / factor, count * factor, np.argmax(moved, axis=0), sigma)


Changed = Callable[[Figures], Figures]


def _changes(sure: Sure) -> tuple[Changed, ...]:
    def falling(f: Figures, **by: float) -> Figures:
        return replace(f, falling=replace(f.falling, **{
            name: getattr(f.falling, name) * times for name, times in by.items()}))

    def current(f: Figures) -> Figures:
        times = 1.0 + sure.current
        f = falling(f, current=times)
        return replace(f, cond=replace(f.cond, surface_speed=f.cond.surface_speed * times))

    def depth(f: Figures) -> Figures:
        f = falling(f, depth=1.0 + DEPTH)
        return replace(f, cond=replace(f.cond, depth=f.cond.depth * (1.0 + DEPTH)),
                       held=replace(f.held, depth=f.held.depth * (1.0 + DEPTH)))

    return (
        current, lambda f: falling(f, speed=(1.0 + RIG_DRAG) ** -0.5),
        lambda f: falling(f, diameter=1.0 + LINE_DRAG), depth,
        lambda f: falling(f, pull=1.0 + FEED))


def _to_the_fish(f: Figures, changed: Changed | None = None) -> Array:
    """Count (s) to the bottom or to the zone's middle, whatever line is out."""
    f = f if changed is None else changed(f)
    cond, falling = f.cond, f.falling
    off = np.asarray(cond.zone_from) > 0.0
    if cond.fall == "fed":
        middle = falling.depth - 0.5 * (np.minimum(cond.zone_to, falling.depth) + cond.zone_from)
        return np.asarray(falling.seconds(np.where(off, middle, falling.depth)))
    fall = swung(falling, f.held, cond, cond.fall)[0].fall
    return np.asarray(np.where(off, fall.middle, fall.count))


def right_share(
    f: Figures, low: Array, high: Array, patience: Array, spread: Array, sure: Sure = UNSURE
) -> Array:
    """How sure "right" is, 0 to 1: that the water lies in the band of current in which the rig is
    right, (H, T) m/s, and that it is down within the angler's patience (s).

    What the rig's and the line's drag are not known to widens the doubt of the current: each by its
    part of the load on the line. NaN edges: never right.
    """
    cond = f.cond
    at = np.asarray(cond.retrieve_speed if cond.steady else cond.surface_speed)
    rig = np.asarray(f.ends.area)
    line = 1.44 * np.asarray(cond.line_diameter) * np.asarray(cond.depth)
    share = rig / (rig + line)
    parts = (share * RIG_DRAG) ** 2 + ((1.0 - share) ** 2) * (
        LINE_DRAG**2 + DIAMETER**2 + DEPTH**2)
    sigma = np.sqrt(sure.current**2 + 0.25 * parts)
    with np.errstate(divide="ignore", invalid="ignore"):
        over = np.log(np.maximum(high, 1e-9) / np.maximum(at, 1e-6)) / sigma
        under = np.log(np.maximum(low, 1e-9) / np.maximum(at, 1e-6)) / sigma
        waits = np.log(patience / (f.fall.leaves - f.fall.zone)) / np.maximum(spread, 1e-6)
    inside = np.maximum(normal_cdf(over) - normal_cdf(under), 0.0)
    return np.asarray(np.where(np.isfinite(low) & np.isfinite(high), inside, 0.0)
                      * normal_cdf(np.nan_to_num(waits, nan=8.0)))
