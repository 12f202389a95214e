"""Depth and stream at a mark through a day: predicted, typed, read from heads, learned."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, DomainError, Flags
from ilha.core.tide.turns import (
    HighLow,
    StreamRates,
    read_current,
    stream_at,
    unknown_rates,
    with_typed_speed,
)

DRY_BELOW = 0.10
"""Depth (m) under which a mark counts as dry: no line hangs in it."""


@dataclass(frozen=True)
class Typed:
    """What the angler typed, and at which step, in place of what is predicted; None: nothing."""

    depth: float | None = None
    depth_step: int = 0
    speed: float | None = None
    speed_step: int = 0
    swept: float | None = None
    held: float | None = None
    """What heads tried at ``speed_step`` told: see :func:`ilha.core.tide.turns.read_current`."""

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
    if own_stream is None and tide is not None and typed.speed is not None:
        # How hard it runs is typed; how it comes and goes is the tide's.
        shape = np.nan_to_num(stream_at(tide, unknown_rates(tide), times), nan=0.0)
        stream, speed_from = with_typed_speed(shape, typed.speed_step, typed.speed)
    elif own_stream is not None:
        stream, speed_from = learned * own_stream, "predicted"
        typed_speed = typed.speed_at(stream)
        if typed_speed is not None:
            stream, speed_from = with_typed_speed(stream, typed.speed_step, typed_speed)
    elif (alone := typed.speed_at(None)) is not None:
        stream, speed_from = zero + alone, "constant"
    else:
        why, other = ("no tide", "choose a mark with a tide") if tide is None else (
            "a tide whose stream nobody has told", "give the mark its rates")
        raise DomainError("typed_speed_m_s", f"is needed, this mark has {why}", None, "",
                          f"type the current you see, or {other}")
    return Tideway(height, depth, stream, depth_from, speed_from)
