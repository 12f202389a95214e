"""One mark through one day: depth, stream, and the board at every step that has water."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.errors import Array, Indices
from ilha.core.judge.board import Board, board
from ilha.core.judge.doubt import UNSURE, Sure
from ilha.core.judge.remedy import COMMON_LINES, Remedies, remedies
from ilha.core.move.cast import Rod
from ilha.core.move.climb import height_share
from ilha.core.move.drift import Drift
from ilha.core.move.fall import fed_path
from ilha.core.rig.bodies import Head, Part, Plastic
from ilha.core.rig.tackle import Rigging
from ilha.core.tide.tideway import Tideway
from ilha.core.water.conditions import Conditions

SPAN_SHOWN = 150.0
"""Line shapes are cut here (m): a line that planes up has no end."""
PATH_POINTS = 25


@dataclass(frozen=True)
class Traces:
    """Shapes to draw, per head and wet step.

    line : (3, P, H, W) m up-current of the lower end, at the low, middle and high estimate of the
    current, at heights z0 + (d - z0) line_share[p], z0 = foot. foot : (H, W) m above the bottom.
    fall_height, fall_shift : (Q, H, W), share of the depth above the bottom, and m down-current of
    the splash (or come in towards the rod), at equal shares of the count.
    path_share : (R,) shares of the cast to go; path : (R, H, W) m above the bottom at which a
    steady retrieve runs there, None where the rig is not swum.
    """

    line: Array
    line_share: Array
    foot: Array
    fall_height: Array
    fall_shift: Array
    path_share: Array
    path: Array | None


@dataclass(frozen=True)
class Day:
    """The board at the wet steps and what leads to it; ``wet`` indexes the day's steps."""

    tideway: Tideway
    wet: Indices
    board: Board | None = None
    traces: Traces | None = None
    remedies: Remedies | None = None
    drift: Drift | None = None
    """Of a drifting boat, over all the day's steps."""
    over: Array | float = 0.0
    """m, (W,): so much water lies below what the board judged, where a rig hangs under a float."""

    def in_water(self, way: Tideway) -> Day:
        """What was judged in the upper water of ``way``, seen in the whole of it."""
        deep = way.depth[self.wet]
        over = deep - self.tideway.depth[self.wet]
        traces = None if self.traces is None else replace(
            self.traces, foot=self.traces.foot + over,
            fall_height=(self.traces.fall_height * (deep - over) + over) / deep)
        return replace(self, tideway=way, traces=traces, over=over)


def _traces(b: Board, points: int) -> Traces:
    f, cond, held = b.figures, b.figures.cond, b.holds
    assert held.trace is not None
    spans = np.clip(np.moveaxis(held.trace[1], 0, 1), -SPAN_SHOWN, SPAN_SHOWN)
    if f.swing is None:
        height, shift = fed_path(f.falling, points)
    else:
        height, _, shift = f.swing.path(f.falling, points)
    # Down from the surface to where it lands, over the depth where the cast lands.
    height = 1.0 - (1.0 - height) * (f.falling.depth / np.asarray(cond.depth))
    shares = np.linspace(1.0, 0.04, PATH_POINTS)
    path = None
    if cond.steady:
        way = f.retrieve.path
        path = np.stack([way.height_at(float(go)) for go in shares])
    return Traces(
        np.broadcast_to(spans, (3, spans.shape[1], *b.shape)),
        height_share(np.linspace(0.0, 1.0, spans.shape[1])),
        np.broadcast_to(held.foot[1], b.shape), height, shift, shares, path,
    )


def _at(values: Array | float, wet: Indices) -> Array | float:
    """Of what is given for every step of the day that of the wet ones."""
    return values[wet] if isinstance(values, np.ndarray) and values.ndim else values


def day(
    way: Tideway,
    cond: Conditions,
    plastic: Plastic,
    heads: Sequence[Head],
    rod: Rod | None,
    school: str,
    *,
    rigging: Rigging = None,
    parts: Sequence[Part] = (),
    lines: Sequence[float] = COMMON_LINES,
    fall_points: int = 9,
    drifting: Drift | None = None,
    bare: bool = False,
    slow: Sequence[float] | None = None,
    fit: Indices | None = None,
    sure: Sure = UNSURE,
    verdicts: bool = False,
    lightest_zone: float | None = None,
) -> Day:
    """The board through a day. ``cond`` gives all but depth and current, which ``way`` gives, and
    ``drifting`` the way of a boat that is not fixed.

    bare : the board alone, nothing to draw and no remedies. verdicts : no more of it than the
    board has then.
    lines : diameters (m) there are, of which a thinner one may help. Steps at which the mark is dry
    are left out; a day that is dry throughout has no board. slow, fit, sure, lightest_zone : as the
    board has them.

    Raises
    ------
    DomainError
        As :func:`ilha.core.judge.board.board`.
    """
    wet = np.flatnonzero(way.wet)
    if wet.size == 0:
        return Day(way, wet, drift=drifting)
    here = replace(cond, depth=way.depth[wet], surface_speed=np.abs(way.stream[wet]),
                   zone_from=_at(cond.zone_from, wet), zone_to=_at(cond.zone_to, wet),
                   cast_angle_deg=_at(cond.cast_angle_deg, wet))
    if drifting is not None:
        here = replace(here, drift_follows=True, drift_plane=drifting.current_share[wet],
                       drift_speed=drifting.leeway * drifting.wind_share[wet])
    result = board(here, plastic, heads, rod, school, rigging, parts,
                   trace=not (bare or verdicts), slow=slow, fit=fit, sure=sure, verdicts=verdicts,
                   lightest_zone=lightest_zone)
    if bare or verdicts:
        return Day(way, wet, result, drift=drifting)
    return Day(way, wet, result, _traces(result, fall_points), remedies(result, lines),
               drifting)
