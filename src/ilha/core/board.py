"""The board: every head of the box in one water, over the time steps. Reads like docs/model.md."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core import water as sea
from ilha.core.cast import RHO_AIR, Rod, cast_distance
from ilha.core.conditions import Conditions
from ilha.core.errors import Array, DomainError, Flags, Indices
from ilha.core.fall import FedFall, Swing, fed_fall, swing
from ilha.core.glide import Glide, free_fall
from ilha.core.hold import Hold, hold
from ilha.core.invert import greatest_current, least_mass
from ilha.core.rest import Rest, rest
from ilha.core.retrieve import Retrieve, Water, retrieve, rides_up
from ilha.core.rig import Body, Head, Plastic, assemble
from ilha.core.schools import SCHOOLS, School, by_depth_table, lightest
from ilha.core.verdict import (
    LOWER,
    OUTFIT,
    TOUCH_RATIO,
    UPPER,
    Judgement,
    Limit,
    hangs,
    judge,
    limit,
    windows,
)

ESTIMATES = (0.8, 1.0, 1.2)
"""Low, middle and high estimate of the current: known to perhaps 20 %."""


@dataclass(frozen=True)
class Board:
    """Everything computed, (H, T) unless said; NaN where there is no number."""

    heads: tuple[Head, ...]
    rod: Rod | None
    school: School
    rho: Array  # (T,)
    nu: Array  # (T,)
    body: Body
    glide: Glide
    fall: FedFall
    holds: Hold  # (3, H, T): low, middle, high current
    swing: Swing
    retrieve: Retrieve
    rest: Rest
    cast: Array
    window_low: Array
    window_high: Array
    least_mass: Array
    judgement: Judgement
    picks: dict[str, Indices]  # (T,) index of the head, -1 for none

    @property
    def shape(self) -> tuple[int, int]:
        return self.judgement.verdict.shape[0], self.judgement.verdict.shape[1]


@dataclass(frozen=True)
class Figures:
    """What every school judges alike: computed once, before any limit."""

    cond: Conditions
    rod: Rod
    plastic: Plastic
    heads: tuple[Head, ...]
    rho: Array
    nu: Array
    body: Body
    glide: Glide
    fall: FedFall
    holds: Hold
    retrieve: Retrieve
    too_fast: Flags  # rides up at 1.2 times the retrieve's speed
    cast: Array


def _figures(
    cond: Conditions, plastic: Plastic, heads: tuple[Head, ...], rod: Rod
) -> Figures:
    rho = sea.density(cond.temperature_c, cond.salinity)
    nu = sea.kinematic_viscosity(cond.temperature_c, cond.salinity)
    body = assemble(plastic, heads)
    glide = free_fall(body, rho)
    d, tip = np.asarray(cond.depth), np.asarray(cond.tip_height)
    line = np.asarray(cond.line_diameter)
    current = np.asarray(cond.surface_speed)
    fall = fed_fall(
        glide.wet_weight, glide.vertical, d, line, np.asarray(cond.feed_tension), rho, current,
        cond.profile, cond.zone_from, cond.zone_to,
    )
    estimates = np.asarray(ESTIMATES).reshape(3, 1, 1)
    holds = hold(
        np.where(glide.sinks, glide.wet_weight, np.nan), body.drag_area, line, d, tip,
        estimates * current, rho=rho, nu=nu, profile=cond.profile,
        drift_speed=cond.drift_speed + (estimates * current if cond.drift_follows else 0.0),
    )
    water = Water(glide.wet_weight, body.drag_area, line, d, tip, rho, nu)
    speed, cast = np.asarray(cond.retrieve_speed), np.asarray(cond.cast)
    tail = plastic.shape.least_speed_m_s
    return Figures(
        cond, rod, plastic, heads, rho, nu, body, glide, fall, holds,
        retrieve(water, speed, cast, cond.zone_from, cond.zone_to, tail),
        rides_up(water, ESTIMATES[2] * speed, cast, cond.zone_to),
        # The wind's direction is not asked for here, so it neither helps nor hinders the cast.
        cast_distance(rod, body, cond.line_diameter, np.asarray(0.0)),
    )


def wind_pull(diameter: float, wind: Array, tip_height: Array, cast: float) -> Array:
    """The wind's pull (N) on the line in the air: rho_air/2 1.2 D wind² hypot(tip, cast/2)."""
    return np.asarray(0.5 * RHO_AIR * 1.2 * diameter * wind**2 * np.hypot(tip_height, 0.5 * cast))


def _lower_limits(f: Figures, school: School) -> list[Limit]:
    cond, weight = f.cond, f.glide.wet_weight
    scope, high = f.holds.scope[1], f.holds.scope[2]
    bound = school.scope_limit
    if cond.steady:
        gets = limit("swims", LOWER, "m/s", f.retrieve.speed_high,
                     cond.retrieve_speed, ~f.retrieve.rides_up, ~f.too_fast & f.glide.sinks)
    else:
        gets = limit("gets-there", LOWER, "", scope, bound, scope <= bound, high <= bound)
    pull = TOUCH_RATIO * wind_pull(cond.line_diameter, np.asarray(cond.wind),
                                   np.asarray(cond.tip_height), cond.cast)
    tail = f.plastic.shape.least_speed_m_s
    package = f.body.package
    out = [
        gets,
        limit("sinks", LOWER, "N", weight, 0.0, weight > 0.0),
        limit("sinks-on-line", LOWER, "N", weight, cond.feed_tension, weight > cond.feed_tension),
        limit("in-touch", LOWER, "N", weight, pull, weight >= pull),
        limit("tail-works", LOWER, "m/s", f.glide.vertical, tail, ~(f.glide.vertical < tail)),
        limit("waits", LOWER, "s", f.fall.count, school.patience,
              ~(f.fall.count > school.patience)),
    ]
    if f.rod.limits:
        out += [
            limit("casts", LOWER, "kg", package, f.rod.lure_min, package >= f.rod.lure_min),
            limit("reaches", LOWER, "m", f.cast, cond.cast, f.cast >= cond.cast),
        ]
    return out


def judge_school(f: Figures, school: School, shape: tuple[int, int]) -> tuple[Judgement, Flags]:
    """Verdicts of one school, and whether every lower limit but the current's is passed."""
    lower = _lower_limits(f, school)
    mass = np.array([h.mass for h in f.heads])
    passes = [np.broadcast_to(item.passed, shape) for item in lower]
    others = np.logical_and.reduce(passes[1:])
    package = f.body.package
    limits = [*lower, limit("outfit", OUTFIT, "kg", package, f.rod.lure_max,
                            package <= f.rod.lure_max)]
    if f.cond.steady:
        limits.append(limit("drags", UPPER, "", f.retrieve.contact_share, 0.58, ~f.retrieve.drags))
    if school.hangs_count:
        zone = np.broadcast_to(f.fall.zone, shape)
        limits.append(hangs(mass, passes[0] & others, zone))
    return judge(limits, shape), others


def _window(
    f: Figures, school: School, others: Flags, shape: tuple[int, int]
) -> tuple[Array, Array]:
    cond = f.cond
    high = np.broadcast_to(greatest_current(
        f.glide.wet_weight, f.body.drag_area, np.asarray(cond.line_diameter),
        np.asarray(cond.depth), np.asarray(cond.tip_height), np.asarray(school.scope_limit),
        rho=f.rho, nu=f.nu, profile=cond.profile, drift_speed=cond.drift_speed,
        drift_follows=cond.drift_follows,
    ), shape)
    mass = np.array([h.mass for h in f.heads])
    fits = np.broadcast_to(f.body.package <= f.rod.lure_max, shape)
    zone = np.broadcast_to(f.fall.zone, shape)
    low, high = windows(mass, high, zone, others, np.asarray(cond.surface_speed), school)
    return np.where(fits, low, np.nan), np.where(fits, high, np.nan)


def board(
    cond: Conditions,
    plastic: Plastic,
    heads: Sequence[Head],
    rod: Rod | None = None,
    school: str = "lightest-practical",
) -> Board:
    """Judge every head on one plastic, at every time step.

    Parameters
    ----------
    cond : the water, the stance and the line. plastic : what is rigged.
    heads : H heads, in any order. rod : its rating and reference cast; None rules nothing out.
    school : a key of ``schools.SCHOOLS``; decides verdicts, windows and least masses. The picks
        of all schools are given.

    Raises
    ------
    DomainError
        For an empty box, an unknown school, or a condition outside its range.
    """
    cond, box = cond.checked(), tuple(heads)
    if not box:
        raise DomainError("heads", "must hold at least one head", "none", "", "add a head")
    if len({h.id for h in box}) < len(box):
        raise DomainError("heads", "must each have an id of their own", "a double", "", "rename")
    if school not in SCHOOLS:
        raise DomainError("school", "must be one of " + ", ".join(SCHOOLS), school, "", "choose")
    chosen, shape = SCHOOLS[school], (len(box), cond.steps)
    f = _figures(cond, plastic, box, rod or Rod(limits=False))
    judged = {key: judge_school(f, s, shape) for key, s in SCHOOLS.items()}
    judgement, others = judged[school]
    low, high = _window(f, chosen, others, shape)
    mass = np.array([h.mass for h in box])
    steps = np.zeros(cond.steps)
    picks = {key: lightest(mass, j.verdict) for key, (j, _) in judged.items()}
    picks["depth-table"] = by_depth_table(
        mass, f.body.package <= f.rod.lure_max, cond.depth + steps, cond.surface_speed + steps
    )
    line, depth = np.asarray(cond.line_diameter), np.asarray(cond.depth)
    # The rig lies on the ground, so the current itself flows past it, whatever the boat does.
    return Board(
        heads=box, rod=rod, school=chosen, rho=f.rho + steps, nu=f.nu + steps, body=f.body,
        glide=f.glide, fall=f.fall, holds=f.holds,
        swing=swing(f.glide.wet_weight, f.glide.vertical, depth, line, f.rho, f.nu,
                    np.asarray(cond.cast), np.asarray(cond.tip_height)),
        retrieve=f.retrieve,
        rest=rest(f.body, f.rho, np.asarray(cond.surface_speed), depth, cond.profile),
        cast=f.cast, window_low=low, window_high=high,
        least_mass=least_mass(
            plastic, list(box), f.body, line, depth, np.asarray(cond.tip_height),
            np.asarray(cond.surface_speed), np.asarray(chosen.scope_limit), rho=f.rho, nu=f.nu,
            profile=cond.profile, drift_speed=cond.boat,
        ),
        judgement=judgement, picks=picks,
    )
