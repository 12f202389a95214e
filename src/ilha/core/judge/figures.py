"""What every school judges alike: falls, holds, retrieve and cast of each rig, before any limit."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.schools import DRIFT_SHARE, FED
from ilha.core.move.cast import Rod, Rods, cast_distance, package_drag_area
from ilha.core.move.fall import Fall, Falling, Swing, fed_fall, stop_count, swing
from ilha.core.move.glide import Glide, free_fall
from ilha.core.move.hold import Hold
from ilha.core.move.invert import CURRENT_MAX, Held
from ilha.core.move.retrieve import Retrieve, Water, drags, retrieve, rides_up, runs_under
from ilha.core.rig.bodies import Body
from ilha.core.rig.tackle import (
    RHO_SINKER,
    SINGLE,
    OnSinker,
    Rigging,
    Sinker,
    Tackle,
    Tandem,
    TwoHeads,
    joined_fall,
    sinker_area,
)
from ilha.core.units import G
from ilha.core.water import seawater as sea
from ilha.core.water.conditions import Conditions

ESTIMATES = (0.8, 1.0, 1.2)
"""Low, middle and high estimate of the current: known to perhaps 20 %."""
SLACK_SPEED = 0.1
"""A retrieve slower through the water than this (m/s) leaves the line slack."""


@dataclass(frozen=True)
class Ends:
    """What is tied to the line, as one: (H, T). weight N, speed m/s down, area m², package kg."""

    tackle: Tackle
    weight: Array
    speed: Array
    area: Array
    package: Array
    package_area: Array
    front: Glide | None = None


def _ends(body: Body, glide: Glide, rigging: Rigging, front: Body | None, rho: Array) -> Ends:
    own = body.drag_area
    air = package_drag_area(body)
    if rigging is None:
        return Ends(SINGLE, glide.wet_weight, glide.vertical, own, body.package, air)
    if isinstance(rigging, TwoHeads):
        assert front is not None
        other = free_fall(front, rho)
        tandem = Tandem(other.wet_weight, front.drag_area, rigging.spacing, rigging.leader)
        return Ends(
            tandem, glide.wet_weight + other.wet_weight,
            joined_fall([glide.wet_weight, other.wet_weight], [glide.vertical, other.vertical]),
            own + front.drag_area, body.package + front.package, air + package_drag_area(front),
            other,
        )
    return _on_sinker(body, glide, rigging, rho, air)


def _on_sinker(body: Body, glide: Glide, rigging: OnSinker, rho: Array, air: Array) -> Ends:
    mass = np.asarray(rigging.mass)
    weight = np.atleast_2d(G * mass * (1.0 - rho / RHO_SINKER))
    area = sinker_area(mass)
    alone = np.sqrt(2.0 * weight / (rho * area))
    tackle = Sinker(weight, area, rigging.dropper, rigging.length, rigging.leader, rigging.lift)
    return Ends(tackle, glide.wet_weight + weight,
                joined_fall([glide.wet_weight, weight], [glide.vertical, alone]),
                body.drag_area + area, body.package + mass, air + area)


@dataclass(frozen=True)
class Swum:
    """Faults of a steady retrieve with their figures."""

    drags: Flags
    runs_under: Flags
    contact_share: Array
    speed_low: Array
    speed_high: Array


@dataclass(frozen=True)
class Aim:
    """Count (s) from the splash to the fish, and how far up-current to land for it (m; below 0 it
    comes in that far)."""

    count: Array
    lead: Array


@dataclass(frozen=True)
class Figures:
    """Everything that does not depend on the school; (H, T), NaN where there is no number."""

    cond: Conditions
    rod: Rod | Rods
    rho: Array
    nu: Array
    body: Body
    glide: Glide
    ends: Ends
    falling: Falling
    fall: Fall
    swing: Swing | None
    held: Held
    holds: Hold
    cast: Array
    group: Indices | None = None
    """(H,) which rigs compete: those with one plastic. None where all do."""
    bare: bool = False
    """Verdicts alone are asked for: figures that only word them are left out."""
    counts: Flags | None = None
    """(H,) which of them may be the lightest that does the job: those whose hook can be used."""

    @property
    def mass(self) -> Array:
        """Of the heads, kg, (H,)."""
        return self.body.m_head[:, 0]

    @property
    def tail_speed(self) -> Any:
        """The least speed (m/s) at which the tail works; a number, or (H, 1)."""
        return self.body.family.least_speed_m_s

    @property
    def package(self) -> Array:
        """All that is thrown, kg, (H, 1)."""
        return self.ends.package

    @property
    def sinks(self) -> Flags:
        """Whether all that is tied on goes down together."""
        return np.isfinite(self.ends.speed) & (self.ends.weight > 0.0)

    @cached_property
    def water(self) -> Water:
        """For the retrieve: two heads, or a rig and its sinker, are taken as one body."""
        cond = self.cond
        return Water(self.ends.weight, self.ends.area, np.asarray(cond.line_diameter),
                     np.asarray(cond.depth), np.asarray(cond.tip_height), self.rho, self.nu)

    def through(self, estimate: float = 1.0) -> Array:
        """Speed of the retrieve through the water, m/s, at an estimate of it."""
        cond = self.cond
        return estimate * (cond.retrieve_speed + cond.along * np.asarray(cond.surface_speed))

    @cached_property
    def slack(self) -> Flags:
        """The current carries the rig home as fast as it is reeled in."""
        return np.asarray(self.through() < SLACK_SPEED)

    @cached_property
    def retrieve(self) -> Retrieve:
        """Speeds in it are those of the reel: the current's part is taken off."""
        cond = self.cond
        speed = np.maximum(self.through(), SLACK_SPEED)
        by_water = retrieve(self.water, speed, np.asarray(cond.cast), cond.zone_from, cond.zone_to,
                            self.tail_speed)
        return by_water.on_reel(cond.along * np.asarray(cond.surface_speed))

    @cached_property
    def swum(self) -> Swum:
        """What a retrieve is judged by; of its figures those that are asked for."""
        cond, speed = self.cond, np.maximum(self.through(), SLACK_SPEED)
        cast = np.asarray(cond.cast)
        if self.bare:
            none = np.full((1, 1), np.nan)
            return Swum(self.sinks & drags(self.water, speed, cast),
                        self.sinks & runs_under(self.water, speed, cast, cond.zone_from),
                        none, none, none)
        reel = self.retrieve
        return Swum(reel.drags, reel.runs_under, reel.contact_share, reel.speed_low,
                    reel.speed_high)

    def rides_up_at(self, estimate: float) -> Flags:
        """Whether it rides up at an estimate of the retrieve's speed."""
        speed = np.maximum(self.through(estimate), SLACK_SPEED)
        return rides_up(self.water, speed, np.asarray(self.cond.cast), self.cond.zone_to)

    def window_of_retrieve(self) -> tuple[Array, Array]:
        """The band of current (m/s) in which the chosen speed on the reel keeps it in the zone.

        NaN where the cast lies across the current, which then neither helps nor hinders.
        """
        cond, reel = self.cond, self.retrieve
        if abs(cond.along) < 0.05:
            nothing = np.full_like(reel.speed_low, np.nan)
            return nothing, nothing
        here = np.asarray(cond.surface_speed)
        ends = [(edge + cond.along * here - cond.retrieve_speed) / cond.along
                for edge in (reel.speed_low, reel.speed_high)]
        low, high = np.maximum(np.minimum(*ends), 0.0), np.minimum(np.maximum(*ends), CURRENT_MAX)
        return np.where(high > low, low, np.nan), np.where(high > low, high, np.nan)

    @cached_property
    def hangs_at(self) -> Array:
        """Count (s) at which a line let down is stopped to hang the rig in the zone's middle."""
        cond = self.cond
        depth, current = np.asarray(cond.depth), np.asarray(cond.surface_speed)
        middle = 0.5 * (np.minimum(cond.zone_to, depth) + np.minimum(cond.zone_from, depth))
        hung = self.held.at(current, height=middle)
        return np.asarray(stop_count(self.falling, hung.line_out, np.asarray(cond.tip_height),
                                     middle))

    @cached_property
    def aim(self) -> Aim:
        """The angler's count and lead: to the fish, whatever height it has.

        To the bottom where the zone reaches it; else to the zone's middle, or, where the line is
        let down, to where it is stopped to hang there, never past the zone's lower edge.
        """
        cond, fall = self.cond, self.fall
        off = np.asarray(cond.zone_from) > 0.0
        count = np.where(off, fall.middle, fall.count)
        if cond.lowered and np.any(off):
            stop = np.fmin(self.hangs_at, fall.leaves)
            count = np.where(off & np.isfinite(self.hangs_at), stop, count)
        return Aim(count, np.where(off, fall.middle_shift, fall.shift))

    @cached_property
    def hand_fed(self) -> tuple[Array, Array]:
        """Depth down to the zone's middle (m), and drift down to it of a hand-fed line (m per m/s
        of surface current)."""
        cond = self.cond
        depth = np.asarray(cond.depth)
        edges = (np.maximum(depth - edge, 0.0) for edge in (cond.zone_from, cond.zone_to))
        middle = np.asarray(0.5 * sum(edges))
        assert FED.feed is not None
        return middle, self.falling.drift_to(np.maximum(middle, 1e-3), FED.feed)

    def greatest_drift_current(self) -> Array:
        """The greatest current (m/s) in which a hand-fed rig drifts no more than its share."""
        middle, drift = self.hand_fed
        with np.errstate(divide="ignore"):
            reach = DRIFT_SHARE * middle / drift
        return np.where(np.isfinite(drift), np.minimum(reach, CURRENT_MAX), np.nan)


def figures(
    cond: Conditions, body: Body, rod: Rod, rigging: Rigging = None, front: Body | None = None,
    trace: bool = False, slow: Array | float = 1.0,
) -> Figures:
    """Compute them. ``cond`` has been checked; its line may be (T,) lines. front : the front rig
    of two. trace : the held lines with their shapes. slow : (H, 1) how many times longer each rig
    takes to fall than computed, as was learned from its drops."""
    rho = sea.density(cond.temperature_c, cond.salinity)
    nu = sea.kinematic_viscosity(cond.temperature_c, cond.salinity)
    computed = free_fall(body, rho)
    glide = replace(computed, vertical=computed.vertical / slow,
                    horizontal=computed.horizontal / slow)
    ends = _ends(body, glide, rigging, front, rho)
    line, depth, current = (np.asarray(v) for v in (
        cond.line_diameter, cond.depth, cond.surface_speed))
    tip = np.asarray(cond.tip_height)
    falling = Falling(ends.weight, ends.speed, depth, line, rho, nu, np.asarray(cond.feed_tension),
                      current, cond.flow)
    own = glide.wet_weight
    if not isinstance(ends.tackle, Sinker):
        own = np.where(glide.sinks, own, np.nan)
    held = Held(own, body.drag_area, line, depth, tip, rho, nu, cond.flow, cond.drift_speed,
                cond.drift_follows, ends.tackle, cond.drift_plane)
    fall, swung = _fall(falling, cond)
    estimates = np.asarray(ESTIMATES).reshape(3, 1, 1)
    return Figures(
        cond, rod, rho, nu, body, glide, ends, falling, fall, swung, held,
        held.at(estimates * current, trace=trace),
        cast_distance(rod, ends.package, ends.package_area, cond.line_diameter, cond.tailwind),
    )


def _fall(falling: Falling, cond: Conditions) -> tuple[Fall, Swing | None]:
    """The fall as the angler makes it: fed, held, or fed to the zone's top and then held."""
    if cond.fall == "fed":
        return fed_fall(falling, cond.zone_from, cond.zone_to), None
    depth = np.asarray(cond.depth)
    start = np.maximum(depth - cond.zone_to, 0.0) if cond.fall == "fed-then-held" else 0.0
    swung = swing(falling, np.asarray(cond.cast), np.asarray(cond.tip_height), cond.zone_from,
                  cond.zone_to, start)
    return swung.fall, swung
