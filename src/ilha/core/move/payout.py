"""Line off the spool while a rig falls on a fed line: how much, and how fast. docs/model.md, 10."""

from __future__ import annotations

import numpy as np

from ilha.core.errors import Array
from ilha.core.move.fall import Fall

SLANTED = 0.5
"""Of a cast line the water is cut across, not gone down and along: the drawn line lies about midway
between the straight one and depth and drift added to the cast (0.40 to 0.67 in seven settings of
the chain in tests/reference/moving.py)."""
BLOWN = 0.0041
"""What wind across the cast takes off an open spool: m for each metre cast, second and (m/s)^1.5
(fitted to three figures of an independent chain, 25 m cast; how it goes with the cast is
judgement).
"""


def off_spool(
    fall: Fall, depth: Array, cast: Array | float, tip_height: Array, crosswind: Array,
    lowered: bool, held: bool,
) -> Array:
    """Line (m) off the spool when the rig is down, that of the cast with it; NaN where it never is.

    fall : fed or held. crosswind : m/s across the cast. A line let down below the rod goes straight
    down and along; one that is cast slants. What the wind takes is line, not depth.
    """
    if held:
        return np.where(np.isfinite(fall.count), fall.line, np.nan)
    if lowered:
        return np.asarray(fall.line + tip_height)
    straight = np.sqrt(np.asarray(cast) ** 2 + fall.shift**2 + (tip_height + depth) ** 2)
    added = np.hypot(cast, tip_height) + fall.line
    blown = BLOWN * cast * fall.count * np.asarray(crosswind) ** 1.5
    return np.asarray(straight + SLANTED * (added - straight) + blown)


def rate(fall: Fall) -> Array:
    """Speed (m/s) at which line goes off the spool of a let-down, on the mean: a bite shows as line
    that goes faster, a fish that carries it as line that stops."""
    with np.errstate(divide="ignore", invalid="ignore"):
        return np.asarray(fall.line / fall.count)
