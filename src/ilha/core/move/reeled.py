"""What is reeled in: the water and the line of every rig as columns, and where each is on its way.
Section 4 of docs/model.md."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, NamedTuple

import numpy as np

from ilha.core.errors import Array
from ilha.core.move.way_in import WayIn
from ilha.core.water.flow import SEVENTH_ROOT, Profile
from ilha.core.water.ground import Ground
from ilha.core.water.line import Leader
from ilha.core.water.swell import Swell, wave_number

CALM = Swell()
SINGLE: Any = np.float32
"""Half as wide, twice as quick, and a hundred times finer than the model is true."""


@dataclass(frozen=True)
class Water:
    """What the line and the water bring to a retrieve: all broadcast to (H, T).

    current : at the surface, m/s; ``angle`` rad from the way it goes to the way the cast goes.
    ground : the bottom along the cast, ``depth`` that at its far end; None: level. leader : of what
    thickness the last of the line is.
    """

    weight: Array
    drag_area: Array
    diameter: Array
    depth: Array
    tip_height: Array
    rho: Array
    nu: Array
    current: Array | float = 0.0
    angle: Array | float = 0.5 * np.pi
    profile: Profile = SEVENTH_ROOT
    swell: Swell = CALM
    ground: Ground | None = None
    leader: Leader | None = None

    def each(self, taken: Callable[[Array | float], Array]) -> Water:
        """With some of its columns alone: what ``taken`` makes of each of its figures."""
        return replace(
            self, weight=taken(self.weight), drag_area=taken(self.drag_area),
            diameter=taken(self.diameter), depth=taken(self.depth),
            tip_height=taken(self.tip_height), rho=taken(self.rho), nu=taken(self.nu),
            current=taken(self.current), angle=taken(self.angle),
            swell=replace(self.swell, height=taken(self.swell.height)))


class Columns(NamedTuple):
    """What each column has of its own; (N,), k in N s²/m²."""

    shape: tuple[int, ...]
    """Of what is asked; the rest is flat."""
    weight: Array
    k: Array
    d: Array
    depth: Array
    tip: Array
    rho: Array
    nu: Array
    current: Array
    bearing: Array
    wave: Array
    strength: Array
    speed: Array
    cast: Array

    @classmethod
    def of(cls, water: Water, speed: Array | float, cast: Array | float) -> Columns:
        wave = wave_number(water.depth, water.swell.period)
        given = (
            water.weight, 0.5 * water.rho * water.drag_area, water.diameter, water.depth,
            water.tip_height, water.rho, water.nu, water.current, water.angle, wave,
            water.swell.strength(water.depth, wave), speed, cast)
        shape = np.broadcast_shapes(*(np.shape(v) for v in given))
        return cls(shape, *(
            np.broadcast_to(np.asarray(v, dtype=SINGLE), shape).reshape(-1) for v in given))

    @property
    def size(self) -> int:
        return self.weight.size

    def part(self, of: slice) -> Columns:
        return Columns(self.shape, *(v[of] for v in self[1:]))

    def way(self, water: Water, go: Array, height: Array) -> WayIn:
        """Of (P, N) each, in the shape of what was asked."""
        go, height = (v.reshape((len(v), *self.shape)) for v in (go, height))
        # What single precision leaves under the bottom or over the surface.
        height = np.maximum(height, 0.0)
        top = np.inf if water.ground is not None else np.asarray(water.depth, dtype=SINGLE)
        return WayIn(go, np.minimum(height, top))
