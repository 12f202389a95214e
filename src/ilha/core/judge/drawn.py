"""The fall and the held line of one head of a board, to be drawn to scale."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ilha.core.errors import Array
from ilha.core.judge.board import Board
from ilha.core.move.climb import height_share
from ilha.core.move.fall import Falling, Swing, fed_path

FALL_POINTS = 9


@dataclass(frozen=True)
class Drawn:
    """fall_height : shares of the depth above the bottom; fall_shift : m, down-current on fed line,
    towards the rod on a held one. line_height, line_span : m above the bottom and m off the lure,
    from the lure up to the surface; NaN where no line holds."""

    fall_height: tuple[float, ...]
    fall_shift: tuple[float, ...]
    line_height: tuple[float, ...]
    line_span: tuple[float, ...]


def raised(d: Drawn, depth: float, hung: float) -> Drawn:
    """The same in the whole water (m), what hangs ``hung`` m under a float drawn where it hangs."""
    up = depth - hung
    if up <= 0.0:
        return d
    return replace(
        d, fall_height=tuple((up + hung * share) / depth for share in d.fall_height),
        line_height=tuple(up + height for height in d.line_height))


def _swung(swing: Swing, falling: Falling) -> tuple[Array, Array]:
    """Heights, and what it comes in towards the rod."""
    height, _, come_in = swing.path(falling, FALL_POINTS)
    return height, come_in


def drawn(b: Board, head: int, depth: float) -> Drawn:
    """Of a head (an index) at the first step of a board with its traces, over a depth (m)."""
    height, shift = (np.broadcast_to(v, (FALL_POINTS, *b.shape))[:, head, 0] for v in (
        fed_path(b.figures.falling, FALL_POINTS) if b.figures.swing is None
        else _swung(b.figures.swing, b.figures.falling)))
    assert b.holds.trace is not None
    # (steps, estimates, heads, times): the middle estimate.
    traced = b.holds.trace[1]
    spans = traced[:, 1, min(head, traced.shape[2] - 1), 0]
    shares = height_share(np.linspace(0.0, 1.0, spans.shape[0]))
    foot = float(np.broadcast_to(b.holds.foot[1], b.shape)[head, 0])
    return Drawn(tuple(height.tolist()), tuple(shift.tolist()),
                 tuple((foot + (depth - foot) * shares).tolist()), tuple(spans.tolist()))
