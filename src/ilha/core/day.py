"""One mark through one day: depth, stream, and the board at every step that has water."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.board import Board, board
from ilha.core.cast import Rod
from ilha.core.conditions import Conditions
from ilha.core.drift import Boat, Drift, drift
from ilha.core.errors import Array, DomainError, Flags, Indices
from ilha.core.fall import fed_path
from ilha.core.figures import SLACK_SPEED
from ilha.core.hold import height_share
from ilha.core.remedy import COMMON_LINES, Remedies, remedies
from ilha.core.retrieve import running_path
from ilha.core.rig import Head, Part, Plastic
from ilha.core.tackle import Rigging
from ilha.core.tide import HighLow, StreamRates, read_current, stream_at, with_typed_speed

DRY_BELOW = 0.10
"""Depth (m) under which a mark counts as dry: no line hangs in it."""
SPAN_SHOWN = 150.0
"""Line shapes are cut here (m): a line that planes up has no end."""


@dataclass(frozen=True)
class Typed:
    """What the angler typed, and at which step, in place of what is predicted; None: nothing."""

    depth: float | None = None
    depth_step: int = 0
    speed: float | None = None
    speed_step: int = 0
    swept: float | None = None
    held: float | None = None
    """What heads tried at ``speed_step`` told: see :func:`ilha.core.tide.read_current`."""

    def speed_at(self, predicted: Array | None) -> float | None:
        """The current (m/s) typed or read from heads; None for neither."""
        if self.swept is None and self.held is None:
            return self.speed
        expected = self.speed
        if expected is None and predicted is not None:
            expected = abs(float(predicted[self.speed_step]))
        return read_current(self.swept, self.held, expected)


@dataclass(frozen=True)
class Tideway:
    """Height of tide (m), depth (m) and stream (m/s, flood positive) through the day, (T,).

    ``depth_from`` and ``speed_from`` say where they come from: "predicted", "charted", "typed",
    "scaled" or "constant".
    """

    height: Array
    depth: Array
    stream: Array
    depth_from: str
    speed_from: str

    @property
    def wet(self) -> Flags:
        return self.depth >= DRY_BELOW


def tideway(
    times: Array,
    charted_depth: float,
    tide: HighLow | None,
    rates: StreamRates | None,
    typed: Typed,
    heights: Array | None = None,
    own_stream: Array | None = None,
    learned: float = 1.0,
) -> Tideway:
    """Depth and stream at a mark. times : (T,) s. heights : (T,) m of the tide where more is known
    of it than its turns. own_stream : (T,) m/s where the stream is known apart from the tide.
    learned : how many times the predicted stream really runs here, from heads that were tried.

    A typed depth shifts the day's depths to agree with it; a typed current scales the day's
    stream (near slack it stands all day).

    Raises
    ------
    DomainError
        Without a tide and without a typed current; or where the tide table does not reach.
    """
    zero = np.zeros(times.shape)
    height = zero if tide is None else tide.height_at(times) if heights is None else heights
    if tide is not None and np.any(np.isnan(height)):
        raise DomainError("date", "must lie inside the tide table", "a day it does not reach", "",
                          "choose a nearer day or bring tide times for this one")
    depth = charted_depth + height
    depth_from = "charted" if tide is None else "predicted"
    if typed.depth is not None:
        depth, depth_from = depth + (typed.depth - depth[typed.depth_step]), "typed"
    if own_stream is None and tide is not None and rates is not None:
        # The lag may leave the ends of the table without a slack before them.
        own_stream = np.nan_to_num(stream_at(tide, rates, times), nan=0.0)
    if own_stream is not None:
        stream, speed_from = learned * own_stream, "predicted"
        typed_speed = typed.speed_at(stream)
        if typed_speed is not None:
            stream, speed_from = with_typed_speed(stream, typed.speed_step, typed_speed)
    elif (alone := typed.speed_at(None)) is not None:
        stream, speed_from = zero + alone, "constant"
    else:
        raise DomainError("typed_speed_m_s", "is needed, this mark has no tide", None, "",
                          "type the current you see, or choose a mark with a tide")
    return Tideway(height, depth, stream, depth_from, speed_from)


@dataclass(frozen=True)
class Traces:
    """Shapes to draw, per head and wet step.

    line : (3, P, H, W) m up-current of the lower end, at the low, middle and high estimate of the
    current, at heights z0 + (d - z0) line_share[p], z0 = foot. foot : (H, W) m above the bottom.
    fall_height, fall_shift : (Q, H, W), share of the depth above the bottom, and m down-current of
    the splash (or come in towards the rod), at equal shares of the count.
    path_share : (R,) shares of the depth below the surface; path : (R, H, W) m from the rod tip at
    which a steady retrieve runs there, None where the rig is not swum.
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


def _traces(b: Board, points: int) -> Traces:
    f, cond, held = b.figures, b.figures.cond, b.holds
    assert held.trace is not None
    spans = np.clip(np.moveaxis(held.trace[1], 0, 1), -SPAN_SHOWN, SPAN_SHOWN)
    if f.swing is None:
        height, shift = fed_path(f.falling, points)
    else:
        height, shift = f.swing.path(f.falling, points)
    shares = np.linspace(0.0, 1.0, points)
    path = None
    if cond.steady:
        speed = np.maximum(f.through(), SLACK_SPEED)
        path = np.minimum(running_path(f.water, speed, shares), SPAN_SHOWN)
    return Traces(
        np.broadcast_to(spans, (3, spans.shape[1], *b.shape)),
        height_share(np.linspace(0.0, 1.0, spans.shape[1])),
        np.broadcast_to(held.foot[1], b.shape), height, shift, shares, path,
    )


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
    boat: Boat | None = None,
    bare: bool = False,
    slow: Sequence[float] | None = None,
) -> Day:
    """The board through a day. ``cond`` gives all but depth and current, which ``way`` gives, and
    the drift of a ``boat`` that is not fixed.

    bare : the board alone, nothing to draw and no remedies.
    lines : diameters (m) there are, of which a thinner one may help. Steps at which the mark is dry
    are left out; a day that is dry throughout has no board. slow : as the board has it.

    Raises
    ------
    DomainError
        As :func:`ilha.core.board.board`.
    """
    wet = np.flatnonzero(way.wet)
    drifting = None if boat is None else drift(boat, way.stream, cond.flow)
    if wet.size == 0:
        return Day(way, wet, drift=drifting)
    here = replace(cond, depth=way.depth[wet], surface_speed=np.abs(way.stream[wet]))
    if drifting is not None:
        here = replace(here, drift_follows=True, drift_plane=drifting.current_share[wet],
                       drift_speed=drifting.leeway * drifting.wind_share[wet])
    result = board(here, plastic, heads, rod, school, rigging, parts, trace=not bare, slow=slow)
    if bare:
        return Day(way, wet, result, drift=drifting)
    return Day(way, wet, result, _traces(result, fall_points), remedies(result, lines),
               drifting)
