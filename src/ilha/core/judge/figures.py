"""What every school judges alike: falls, holds, retrieve and cast of each rig, before any limit."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.judge.ends import Ends, ends_of
from ilha.core.judge.falls import fall_of
from ilha.core.judge.schools import DRIFT_SHARE, FED
from ilha.core.knots import knots
from ilha.core.move.cast import Rod, Rods, cast_distance, is_guess
from ilha.core.move.fall import Fall, Falling, Swing, stop_count
from ilha.core.move.glide import Glide, free_fall
from ilha.core.move.hold import Hold
from ilha.core.move.invert import CURRENT_MAX, Held
from ilha.core.move.reeled import Water
from ilha.core.move.retrieve import Asked, Retrieve, retrieve, rides_up
from ilha.core.move.way_in import Shares
from ilha.core.rig.bodies import Body
from ilha.core.rig.tackle import (
    Rigging,
    Sinker,
)
from ilha.core.water import seawater as sea
from ilha.core.water.conditions import Conditions
from ilha.core.water.flow import ESTIMATES

BAND_LOOSE = 1.0
"""Of a long day the band of speeds that is shown, which decides nothing, is looked for at its
knots, with so many times the tolerance of ``Figures.knots``. With eight times it was off by 12 %
(rms) through a day's tide, and there or not there wrongly in 12 % of the cells; with one by 6 %
and in 5 %."""
SLACK_SPEED = 0.1
"""A retrieve slower through the water than this (m/s) leaves the line slack."""


@dataclass(frozen=True)
class Aim:
    """Count (s) from the splash to the fish; how far up-current of them to land it, and how far
    beyond, m."""

    count: Array
    lead: Array
    beyond: Array


@dataclass(frozen=True)
class Known:
    """What was computed on fewer columns and repeated: it is not computed again."""

    holds: Hold | None = None
    swum: Shares | None = None
    rides_up: Flags | None = None
    """(3, H, T), at the estimates."""


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
    cast: Array
    guess: Flags
    """Whether the cast lies too far from any that was seen."""
    trace: bool = False
    """The held lines with their shapes."""
    group: Indices | None = None
    """(H,) which rigs compete: those with one plastic. None where all do."""
    bare: bool = False
    """Verdicts alone are asked for: figures that only word them are left out."""
    counts: Flags | None = None
    """(H,) which of them may be the lightest that does the job: those whose hook can be used."""
    known: Known = Known()

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
    def holds(self) -> Hold:
        """(3, H, T): at the estimates of the current."""
        return _holds(self.held, self.cond, self.trace, self.bare) if (
            self.known.holds is None) else self.known.holds

    @property
    def line_needed(self) -> Array:
        """Line (m), tip to rig, that the hold needs in this current."""
        return np.asarray(self.holds.line_out[1])

    @cached_property
    def water(self) -> Water:
        """For the retrieve: two heads, or a rig and its sinker, are taken as one body."""
        cond = self.cond
        return Water(self.ends.weight, self.ends.area, np.asarray(cond.line_diameter),
                     np.asarray(cond.depth), np.asarray(cond.tip_height), self.rho, self.nu,
                     np.asarray(cond.surface_speed), np.radians(cond.cast_angle_deg),
                     cond.flow, cond.swell, cond.ground, cond.leader)

    @cached_property
    def slack(self) -> Flags:
        """The current carries the rig home as fast as it is reeled in."""
        cond = self.cond
        through = cond.retrieve_speed + cond.along * np.asarray(cond.surface_speed)
        return np.asarray(through < SLACK_SPEED)

    def knots(self, loose: float = 1.0) -> Indices:
        """Steps between which all that is given runs straight; of lines side by side, all."""
        cond = self.cond
        steps = cond.steps
        if np.size(cond.line_diameter) > 1 or np.size(cond.retrieve_speed) > 1:
            return np.arange(int(np.broadcast_shapes(
                np.shape(cond.line_diameter), (steps,))[0]))
        depth = np.asarray(cond.depth)
        given = [(depth, 0.01 * float(np.median(depth)) + 0.01), (cond.surface_speed, 0.012),
                 (cond.tip_height, 0.03), (cond.wind, 0.2), (cond.temperature_c, 0.5),
                 (cond.salinity, 0.5), (cond.zone_from, 0.03), (cond.zone_to, 0.03),
                 (cond.drift_speed, 0.01), (cond.drift_plane, 0.02), (cond.swell_m, 0.02),
                 (cond.cast_angle_deg, 2.0)]
        return knots([(np.asarray(v, dtype=float), loose * t) for v, t in given], steps)

    def at_steps(self, some: Indices) -> Figures:
        """What moves, at some of the steps alone: water, falls, holds."""
        steps = self.cond.steps

        def cut(value: Any) -> Any:
            if isinstance(value, np.ndarray) and value.ndim and steps > 1 and (
                    value.shape[-1] == steps):
                return value[..., some]
            return value

        def parts(of: Any, names: tuple[str, ...]) -> dict[str, Any]:
            return {name: cut(getattr(of, name)) for name in names}

        cond = replace(self.cond, **parts(self.cond, (
            "depth", "surface_speed", "wind", "tip_height", "drift_speed", "drift_plane",
            "zone_from", "zone_to", "temperature_c", "salinity", "swell_m", "cast_angle_deg")))
        falling = replace(self.falling, **parts(self.falling, (
            "weight", "speed", "depth", "rho", "nu", "pull", "current")))
        held = replace(self.held, **parts(self.held, (
            "weight", "area", "depth", "tip_height", "rho", "nu", "drift_speed", "plane")))
        ends = replace(self.ends, weight=cut(self.ends.weight), speed=cut(self.ends.speed))
        return replace(self, cond=cond, falling=falling, held=held, ends=ends,
                       rho=cut(self.rho), nu=cut(self.nu), known=Known())

    @cached_property
    def retrieve(self) -> Retrieve:
        """With all its figures; its speeds are those of the reel."""
        cond = self.cond
        return retrieve(self.water, np.asarray(cond.retrieve_speed), np.asarray(cond.cast),
                        cond.zone_from, cond.zone_to, self.tail_speed, self.knots(BAND_LOOSE))

    @cached_property
    def swum(self) -> Shares:
        """What a retrieve is judged by."""
        if self.known.swum is not None:
            return self.known.swum
        cond = self.cond
        if not self.bare:
            return self.retrieve.shares
        return self.asked.judged(cond.retrieve_speed)

    @cached_property
    def rides_up(self) -> Flags:
        """(3, H, T): whether it rides up at the estimates of reel and current."""
        if self.known.rides_up is not None:
            return self.known.rides_up
        if not self.bare:
            return self.retrieve.rides_up
        # Verdicts alone do not tell what would be right in less current.
        return rides_up(self.asked, self.cond.retrieve_speed, self.swum)

    @property
    def asked(self) -> Asked:
        """What a retrieve is judged in."""
        cond = self.cond
        return Asked(self.water, cond.cast, cond.zone_from, cond.zone_to)

    def window_of_retrieve(self) -> tuple[Array, Array]:
        """The band of current (m/s) in which the chosen speed on the reel keeps it in the zone.

        NaN where the cast lies across the current, which then neither helps nor hinders.
        """
        cond, reel = self.cond, self.retrieve
        along = np.where(np.abs(cond.along) < 0.05, np.nan, cond.along)
        # Speed of the reel and of the current along the line stand in for one another.
        here = np.asarray(cond.surface_speed)
        ends = [here + (edge - cond.retrieve_speed) / along
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
        return Aim(count, np.where(off, fall.middle_shift, fall.shift),
                   np.where(off, fall.middle_in, fall.come_in))

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


def _holds(held: Held, cond: Conditions, trace: bool, bare: bool) -> Hold:
    """(3, H, T): at the estimates of the current. bare : scope and line out alone, and at the lower
    one, which no verdict needs, as at the middle one."""
    estimates = np.asarray(ESTIMATES[1:] if bare else ESTIMATES).reshape(-1, 1, 1)
    found = held.at(estimates * np.asarray(cond.surface_speed), trace=trace, bare=bare)
    return found.rows([0, 0, 1]) if bare else found


def figures(
    cond: Conditions, body: Body, rod: Rod, rigging: Rigging = None, front: Body | None = None,
    trace: bool = False, slow: Array | float = 1.0, bare: bool = False, glide: Glide | None = None,
) -> Figures:
    """Compute them. ``cond`` has been checked; its line may be (T,) lines. front : the front rig
    of two. trace : the held lines with their shapes. slow : (H, 1) how many times longer each rig
    takes to fall than computed, as was learned from its drops. bare : verdicts alone are asked
    for. glide : how the rigs of ``body`` fall in this water, where it is known."""
    rho = sea.density(cond.temperature_c, cond.salinity)
    nu = sea.kinematic_viscosity(cond.temperature_c, cond.salinity)
    computed = free_fall(body, rho) if glide is None else glide
    glide = replace(computed, vertical=computed.vertical / slow,
                    horizontal=computed.horizontal / slow)
    ends = ends_of(body, glide, rigging, front, rho)
    line, depth, current = (np.asarray(v) for v in (
        cond.line_diameter, cond.depth, cond.surface_speed))
    tip = np.asarray(cond.tip_height)
    falling = Falling(ends.weight, ends.speed, depth, line, rho, nu, np.asarray(cond.feed_tension),
                      current, cond.flow)
    own = glide.wet_weight
    if not isinstance(ends.tackle, Sinker):
        own = np.where(glide.sinks, own, np.nan)
    held = Held(own, body.drag_area, line, depth, tip, rho, nu, cond.flow, cond.drift_speed,
                cond.drift_follows, ends.tackle, cond.drift_plane, cond.line_density, cond.leader)
    # On a line that is held both the fall and the verdict ask what line the hold needs.
    known = Known() if cond.fall == "fed" or cond.steady else Known(
        holds=_holds(held, cond, trace, bare))
    falling, fall, swung = fall_of(
        falling, held, cond, None if known.holds is None else known.holds.line_out[1])
    return Figures(
        cond, rod, rho, nu, body, glide, ends, falling, fall, swung, held,
        cast_distance(rod, ends.package, ends.package_area, cond.line_diameter, cond.tailwind),
        is_guess(rod, ends.package), trace, bare=bare, known=known,
    )
