"""What hangs at the lower end of the main line: one head, two, or a sinker. docs/model.md.

A leader is taken as a straight rod, hinged at its upper end, that the current pushes across
itself (Hoerner's cross-flow principle, as for the body). Statics only: no spin, no whipping.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, require
from ilha.core.rig.bodies import Head

CD_LEADER = 1.2
"""Drag coefficient of a leader across the flow (cylinder, Re some hundreds; from memory)."""
CD_SINKER = 0.6
"""Drag coefficient of a sinker on the section of the ball of its mass (Hoerner's range)."""
RHO_SINKER = 11340.0

FlowAt = Callable[[Array], Array]


@dataclass(frozen=True)
class Start:
    """Where the main line begins and what pulls there; every field broadcasts to (..., H, T).

    height : m above the bottom. vertical, pull : N down, and N down-current on the line's end.
    below : m of leader below the main line. lure : m above the bottom at which the lure rides.
    """

    height: Array
    vertical: Array
    pull: Array
    below: Array | float
    lure: Array


def quadratic_drag(rho: Array, area: Array, flow: Array) -> Array:
    """rho/2 CdA u|u|, N, signed with the flow."""
    return np.asarray(0.5 * rho * area * flow * np.abs(flow))


def leader_angle(weight: Array, pull: Array, across: Array) -> Array:
    """Angle (rad, from the horizontal) at which a leader streams from its upper end.

    weight : N that hangs at its free end, negative where it floats. pull : N of drag there,
    across : N of drag on the whole leader if it stood upright; all taken without sign of flow.
    Moments about the hinge: W cos a = F sin a + N/2 sin² a (N/2 on the other side where it
    floats); Newton's steps from the angle without the leader's own drag. 90° in slack water.
    """
    side = np.where(weight < 0.0, -1.0, 1.0)
    w = np.abs(weight)
    a = np.arctan2(w, pull + 0.5 * across + 1e-12)
    for _ in range(5):
        sin, cos = np.sin(a), np.cos(a)
        miss = w * cos - pull * sin - 0.5 * across * sin**2
        slope = -w * sin - pull * cos - across * sin * cos
        a = np.clip(a - miss / np.minimum(slope, -1e-12), 0.0, 0.5 * np.pi)
    return np.asarray(side * a)


def _streamed(
    weight: Array, area: Array, length: Array | float, diameter: float, rho: Array, flow: Array
) -> tuple[Array, Array, Array]:
    """A rig on a leader in one flow: angle, and the leader's own drag down-current and upward."""
    across = quadratic_drag(rho, np.asarray(CD_LEADER * diameter * length), np.abs(flow))
    a = leader_angle(weight, quadratic_drag(rho, area, np.abs(flow)), across)
    normal = across * np.sin(a) ** 2
    return a, np.sign(flow) * normal * np.abs(np.sin(a)), normal * np.cos(a) * np.sign(a)


@dataclass(frozen=True)
class Single:
    """One rig tied to the line: nothing else weighs or drags."""

    weight: float = 0.0
    area: float = 0.0

    def start(self, weight: Array, area: Array, flow_at: FlowAt, low: Array, rho: Array) -> Start:
        """Forces at the lower end of the main line, the rig lifted to the height ``low``."""
        pull = quadratic_drag(rho, area, flow_at(low))
        return Start(low, weight, pull, 0.0, low)


SINGLE = Single()


@dataclass(frozen=True)
class Tandem:
    """Two rigs on one leader: the other one hangs from a loop ``spacing`` m above this one.

    weight, area : wet weight (N) and drag area (m²) of the front rig, broadcasting with the
    rear's. diameter : of the leader, m.
    """

    weight: Array
    area: Array
    spacing: float
    diameter: float

    def start(self, weight: Array, area: Array, flow_at: FlowAt, low: Array, rho: Array) -> Start:
        """As :meth:`Single.start`; ``weight`` and ``area`` are those of the rear rig."""
        flow = flow_at(low)
        a, along, lift = _streamed(weight, area, self.spacing, self.diameter, rho, flow)
        height = low + self.spacing * np.sin(a)
        pull = quadratic_drag(rho, area, flow) + along
        front = quadratic_drag(rho, self.area, flow_at(height))
        vertical = np.maximum(weight + self.weight - lift, 1e-6)
        return Start(height, vertical, pull + front, self.spacing, low)


@dataclass(frozen=True)
class Sinker:
    """A sinker that takes the bottom, the rig on a leader behind it.

    weight, area : of the sinker, N and m². dropper : m from the sinker up to the swivel (0: the
    sinker slides on the line just above it). leader, diameter : m. lift : m by which the sinker
    is wound up once it has touched; numbers, or of each column its own.
    """

    weight: Array
    area: Array
    dropper: Array | float
    leader: Array | float
    diameter: float
    lift: Array | float = 0.0

    def start(self, weight: Array, area: Array, flow_at: FlowAt, low: Array, rho: Array) -> Start:
        """As :meth:`Single.start`; the sinker lifted, the rig trailing from the swivel."""
        height = low + self.lift + self.dropper
        flow = flow_at(height)
        a, along, lift = _streamed(weight, area, self.leader, self.diameter, rho, flow)
        lure = height - self.leader * np.sin(a)
        clear = lure > low
        # What lies on the bottom is carried by it, not by the line.
        down = np.where(clear, weight - lift, 0.0)
        pull = quadratic_drag(rho, area, flow) + along
        pull = pull + quadratic_drag(rho, self.area, flow_at(low + self.lift))
        return Start(height, np.maximum(self.weight + down, 1e-6), pull, 0.0,
                     np.maximum(lure, 0.0))


Tackle = Single | Tandem | Sinker


def sinker_area(mass: Array) -> Array:
    """Drag area (m²) of a lead sinker of ``mass`` kg: 0.6 times the section of its ball."""
    ball = np.cbrt(6.0 * np.asarray(mass) / (np.pi * RHO_SINKER))
    return np.asarray(CD_SINKER * 0.25 * np.pi * ball**2)


def joined_fall(weights: list[Array], speeds: list[Array]) -> Array:
    """Vertical speed (m/s) at which parts tied together fall: sum W over sum W_i/v_i², rooted.

    Each keeps the drag it has at its own attitude; the faster goes first and the leader is taut.
    A part that floats (speed NaN) is left to the others: it has no fall of its own.
    """
    total = sum(weights, start=np.asarray(0.0))
    drag = np.asarray(0.0)
    for weight, speed in zip(weights, speeds, strict=True):
        drag = drag + np.where(np.isfinite(speed), weight / speed**2, 0.0)
    with np.errstate(divide="ignore", invalid="ignore"):
        return np.sqrt(np.where((total > 0.0) & (drag > 0.0), total / drag, np.nan))


@dataclass(frozen=True)
class TwoHeads:
    """The same plastic on a second head, ``spacing`` m above the first; ``leader`` m thick."""

    front: Head
    spacing: float = 0.6
    leader: float = 0.37e-3

    def __post_init__(self) -> None:
        _check_leader("spacing_m", self.spacing, self.leader)


@dataclass(frozen=True)
class OnSinker:
    """A lead sinker of ``mass`` kg on a dropper of ``dropper`` m (0: it slides on the line just
    above the swivel), and the rig on a leader of ``length`` m and ``leader`` m thick; wound up
    ``lift`` m once the sinker has touched."""

    mass: float
    dropper: float = 0.0
    length: float = 0.6
    leader: float = 0.37e-3
    lift: float = 0.0

    def __post_init__(self) -> None:
        require("rigging.sinker_g", self.mass * 1e3, "g", "enter what the scale says", above=0.0,
                high=2000.0)
        require("rigging.dropper_m", self.dropper, "m", "0 where it slides on the line", low=0.0,
                high=3.0)
        require("rigging.lift_m", self.lift, "m", "0 where it stays down", low=0.0, high=10.0)
        _check_leader("leader_m", self.length, self.leader)


@dataclass(frozen=True)
class UnderFloat:
    """A float of ``mass`` kg that is thrown with the rig, its drag area in air ``area`` m²."""

    mass: float
    area: float

    def __post_init__(self) -> None:
        require("rigging.float_g", self.mass * 1e3, "g", "enter what the scale says", above=0.0,
                high=200.0)
        require("rigging.float_area_cm2", self.area * 1e4, "cm²", "3.5 is 30 mm across", low=0.0,
                high=100.0)


@dataclass(frozen=True)
class Across:
    """Hooked across its middle, head and hook there: both ends are free."""


Rigging = TwoHeads | OnSinker | UnderFloat | Across | None


def _check_leader(name: str, length: float, diameter: float) -> None:
    remedy = "measure the leader"
    require(f"rigging.{name}", length, "m", remedy, low=0.05, high=6.0)
    require("rigging.leader_mm", diameter * 1e3, "mm", remedy, low=0.1, high=2.0)
