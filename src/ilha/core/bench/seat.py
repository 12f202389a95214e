"""How a hook sits in a plastic, whatever the rigging: where its point comes out, what it clears,
and whether that goes well, at a pinch or badly. The Bench and the search ask the same."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.bench.fit import (
    CLEAR_MIN,
    HIGH_DEPTH,
    REACH_BEST,
    REACH_HIGH,
    REACH_LOW,
    exit_point,
)
from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.schools import AT_A_PINCH, FITS_BADLY, FITS_WELL
from ilha.core.tables import SHAPES

INSIDE = 0.0015
"""The hidden point rests this far under the skin, m."""
PINCH_LOW, PINCH_HIGH = 0.22, 0.85
"""Exit over working length within which a hook goes at a pinch: a slope, not a wall. A 1/4 oz head
with a 3/0 in a 76 mm minnow comes out at 0.76 and is fished, a small curl tail is left at its
second-last ripple (common practice, no source)."""
OUT_OF_BODY = 0.97
"""An exit beyond this share of the body is none."""
LONG, SHORT, TIGHT = "hook long", "hook short", "gape tight"
HOOKED_ACROSS = ("wacky", "wacky-blade")
FROM_BELOW = ("weedless", "weedless-swinging", "weedless-nose", "weedless-bare")


@dataclass(frozen=True)
class Measures:
    """What the fit asks of plastics and heads, m, each to broadcast. pressed : of its height what
    a body keeps between two fingers, share. slit : how deep it is slit or hollow, m."""

    body: Array
    height: Array
    straight: Array
    gape: Array
    keeper: Array
    diameter: Array
    pressed: Array
    slit: Array | float = 0.0

    @property
    def left(self) -> Array:
        """What a slit leaves of the height, m: all that a hook must pass."""
        return np.asarray(self.height - self.slit)


def thread(m: Measures, back: Array) -> tuple[Array, Array]:
    """Reach and clearance with ``back`` m of body above the shank; NaN where it never clears."""
    out = exit_point(m.straight, m.gape, back, m.keeper)
    return out / m.body, m.gape - back


AS_IT_COMES = ("tied", "tied-trailer", "as-moulded")
"""Riggings that are bought or tied, not threaded."""


def seat(m: Measures, key: str) -> tuple[Array, Array]:
    """Reach (share of the working length) and clearance (m) of a rigging; NaN where it is none."""
    if key in FROM_BELOW:
        # From underneath, through the whole body: the bend rises half a gape behind the shank, and
        # what a fish presses together must lie under the point.
        return ((m.straight + 0.5 * m.gape - m.keeper) / m.body,
                m.gape - m.left * m.pressed)
    if key == "hidden-point":
        room = m.height - m.gape - 2.0 * INSIDE
        return (m.straight + 0.5 * m.gape - m.keeper) / m.body, np.where(
            room >= 0.0, CLEAR_MIN + room, np.nan)
    if key in AS_IT_COMES:
        # Hair lies along the hook: what matters is how far it trails. What is moulded sits as made.
        bend = (m.straight + 0.5 * m.gape) / m.body
        reach = bend if key in ("tied", "tied-trailer") else np.full(np.shape(bend), REACH_BEST)
        return reach, np.broadcast_to(0.5 * m.gape, np.shape(bend)) + 0.0
    if key in HOOKED_ACROSS:
        # Through the side: half of the body lies in the bend.
        clear = m.gape - 0.5 * m.height
        return np.full(np.shape(clear + m.body), REACH_BEST), clear + 0.0 * m.body
    if key in ("high", "stinger"):
        deep = 0.5 * m.height > HIGH_DEPTH
        reach, clear = thread(m, np.minimum(HIGH_DEPTH, 0.49 * m.height))
        # A stinger hangs off a slim body too.
        return np.where(deep | (key == "stinger"), reach, np.nan), clear
    # A slit body is threaded close under the back, in what the slit leaves.
    reach, clear = thread(m, 0.5 * m.left)
    if key == "crab":
        # Short and broad: the point comes up through the shell, wherever that is.
        return np.where(reach > 1.0, np.nan, np.clip(reach, REACH_LOW, REACH_HIGH)), clear
    if key == "tube":
        return reach + m.diameter / m.body, clear
    return reach, clear


def graded(reach: Array, clear: Array) -> tuple[Indices, Array]:
    """How each hook sits: its level and its word, "" for well."""
    word = np.select([reach > REACH_HIGH, reach < REACH_LOW, clear < CLEAR_MIN],
                     [LONG, SHORT, TIGHT], "")
    pinched = (reach >= PINCH_LOW) & (reach <= PINCH_HIGH)
    return np.where(word == "", FITS_WELL, np.where(pinched, AT_A_PINCH, FITS_BADLY)), word


def can(reach: Array, clear: Array) -> Flags:
    """Whether it can be rigged at all."""
    return np.asarray((clear > 0.0) & (reach > 0.05) & (reach < OUT_OF_BODY))


def takes_shape(shapes: tuple[str, ...], shape: str) -> bool:
    """Whether a rigging that names ``shapes`` of head (none: any jig head) takes one."""
    if shapes:
        return shape in shapes
    return not (SHAPES[shape].inside or SHAPES[shape].weedless or shape == "mushroom")
