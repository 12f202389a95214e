"""Inverting the hold: the current a head bears, and the least head that holds. Section 3."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, Flags, NotConverged
from ilha.core.move.hold import Hold, hold
from ilha.core.rig.bodies import Body
from ilha.core.rig.tackle import RHO_SINKER, SINGLE, Sinker, Tackle, sinker_area
from ilha.core.units import G
from ilha.core.water.flow import Profile
from ilha.core.water.line import Leader

CURRENT_MAX = 5.0
"""Currents are looked for up to here, m/s."""
_NODES = 12
MASS_MAX = 0.25
"""Heads are looked for up to here, kg: nobody casts a heavier one."""
SINKER_MAX = 2.0
"""Sinkers are looked for up to here, kg."""

_Y = np.geomspace(1e-5, 12.0, 600)
_LOG_Y = np.log(_Y)
_LOG_EXCESS = np.log(np.where(_Y < 1e-2, _Y**2 / 6.0, np.sinh(_Y) / _Y - 1.0))
_PER_CURRENT, _PER_WEIGHT = 2.0, 1.2
"""Powers with which the bow grows with the current and falls with the weight: about, where
searches begin."""
_TOLERANCE = 1e-3
"""Of the scope, relative, at the end of an inversion."""
_APART = 0.06
"""Of the logarithm that is looked for, to either side of where a search begins."""


def _log_bow(scope: Array) -> Array:
    """log of the y for which a straight catenary, sinh(y)/y, has this scope.

    It turns the scope, which bends from a parabola to an exponential, into something nearly
    linear in the logarithms of current and weight, so that a secant settles in a few steps.
    """
    excess = np.log(np.maximum(scope - 1.0, 1e-12))
    return np.asarray(np.interp(excess, _LOG_EXCESS, _LOG_Y))


def _miss(result: Hold, limit: Array) -> Array:
    held = _log_bow(np.nan_to_num(result.scope, nan=2.0))
    bow = np.where(result.never, np.log(np.maximum(np.abs(result.y_top), 1e-12)), held)
    return bow - _log_bow(limit)


def _solve(
    f: Callable[[Array], Array], x: Array, slope: float, low: float | Array, high: float | Array
) -> Array:
    """Root of the increasing, nearly linear f by bracketed secant steps, all elements at once;
    f takes some more of them in front too.

    Where f keeps one sign between ``low`` and ``high`` the nearer end is the answer.
    """
    lo, hi = np.broadcast_to(low, x.shape), np.broadcast_to(high, x.shape)
    floor, ceiling = lo, hi
    # At three places at once: a call costs more than what it has to do.
    places = np.clip(x + _APART * np.array([-1.0, 0.0, 1.0]).reshape((3,) + (1,) * x.ndim), lo, hi)
    found = f(places)
    for place, r in zip(places, found, strict=True):
        lo = np.where((r < 0.0) & (place > lo), place, lo)
        hi = np.where((r > 0.0) & (place < hi), place, hi)
    nearest = np.argmin(np.abs(np.where(np.isnan(found), np.inf, found)), axis=0)[None]
    before_x, before_r = (np.take_along_axis(v, nearest, axis=0)[0] for v in (places, found))
    x, m = _bent(places, found, slope)
    x = np.clip(x, lo, hi)
    for k in range(60):
        r = f(x)
        lo, hi = np.where(r < 0.0, x, lo), np.where(r > 0.0, x, hi)
        ended = ((x >= ceiling) & (r < 0.0)) | ((x <= floor) & (r > 0.0))
        settled = ended | (np.abs(r) < 0.25 * _TOLERANCE) | (hi - lo < 1e-4)
        moved = np.abs(x - before_x) > 1e-9
        m = np.where(moved, (r - before_r) / np.where(moved, x - before_x, 1.0), m)
        m = np.clip(m, 0.4 * slope, 3.0 * slope)
        step = np.clip(x - r / m, floor, ceiling)
        # A secant's step takes off more than nine tenths of a small miss: the last need not be
        # looked at again.
        small = np.abs(r) < 2.5 * _TOLERANCE
        if np.all(settled | small):
            return np.where(settled, x, step)
        before_x, before_r = x, r
        # Outside the bracket the secant is not to be trusted: halve it. So too where it creeps.
        creeps = k >= 10 and k % 2 == 0
        inside = ((step > lo) | (step <= floor)) & ((step < hi) | (step >= ceiling)) & (not creeps)
        x = np.where(settled, x, np.where(inside, step, 0.5 * (lo + hi)))
    raise NotConverged("the inversion of the hold", float(np.max(np.where(settled, 0.0, hi - lo))))


def _bent(at: Array, found: Array, slope: float) -> tuple[Array, Array]:
    """Where the parabola x(r) through three places passes r = 0, and about how steep f is there."""
    steep = np.diff(found, axis=0) / np.maximum(np.diff(at, axis=0), 1e-12)
    steep = np.clip(np.where(np.diff(at, axis=0) > 1e-9, steep, slope), 0.4 * slope, 3.0 * slope)
    # Divided differences of the inverse: x = x1 - r1 (s - c r0), Newton's form about the middle.
    over = found[2] - found[0]
    curve = (1.0 / steep[1] - 1.0 / steep[0]) / np.where(np.abs(over) > 1e-9, over, 1.0)
    return np.asarray(at[1] - found[1] * (1.0 / steep[0] - curve * found[0])), steep.mean(axis=0)


def _steady(value: ArrayLike) -> bool:
    return np.ndim(value) == 0 or np.shape(value)[-1] == 1


def _chebyshev(low: float, high: float) -> tuple[Array, Array]:
    """Chebyshev points of the second kind on an interval, and their barycentric weights.

    Berrut and Trefethen, "Barycentric Lagrange interpolation", SIAM Review 46 (2004), eq. 5.4;
    from memory.
    """
    k = np.arange(_NODES)
    weights = np.where((k == 0) | (k == _NODES - 1), 0.5, 1.0) * (-1.0) ** k
    middle, half = 0.5 * (high + low), 0.5 * (high - low)
    return middle + half * np.cos(np.pi * k / (_NODES - 1)), weights


def _interpolate(nodes: Array, weights: Array, values: Array, at: Array) -> Array:
    """Values (..., nodes) at (M,) places: the second barycentric formula, their eq. 4.2."""
    gap = at[:, None] - nodes[None, :]
    hit: Flags = np.abs(gap) < 1e-12
    terms = weights / np.where(hit, 1.0, gap)
    # A place that is a node takes that node's value alone.
    terms = np.where(np.any(hit, axis=1, keepdims=True), hit.astype(float), terms)
    return np.asarray(values @ terms.T / terms.sum(axis=1))


@dataclass(frozen=True)
class Held:
    """What is asked of the hold, all but the unknown; arrays broadcast to (H, T), SI.

    weight : wet, N (NaN where it floats and nothing else holds it down). area : m².
    The boat drifts at ``drift_speed``, or at the surface current plus that where
    ``drift_follows``; of a boat that goes across the current the line's plane has ``plane`` of it.
    """

    weight: Array
    area: Array
    diameter: Array
    depth: Array
    tip_height: Array
    rho: Array
    nu: Array
    profile: Profile
    drift_speed: Array | float = 0.0
    drift_follows: bool = False
    tackle: Tackle = SINGLE
    plane: Array | float = 1.0
    line_density: Array | float | None = None
    leader: Leader | None = None

    def boat(self, current: Array) -> Array:
        """Speed of the boat along the line's plane, m/s."""
        return np.asarray(
            self.drift_speed
            + (self.plane * self.profile.factor * current if self.drift_follows else 0.0))

    def at(self, current: Array, *, height: Array | None = None, trace: bool = False,
           bare: bool = False) -> Hold:
        """The hold in a surface current (m/s), just off the bottom or at a ``height`` (m)."""
        return hold(
            self.weight, self.area, self.diameter, self.depth, self.tip_height,
            self.plane * current, rho=self.rho, nu=self.nu, profile=self.profile,
            drift_speed=self.boat(current), tackle=self.tackle, height=height,
            line_density=self.line_density, leader=self.leader, trace=trace, bare=bare,
        )

    def only(self, rows: Flags, columns: Flags) -> Held:
        """The same of some heads and steps, where one rig alone hangs on the line."""
        assert self.tackle is SINGLE
        shape, at = (rows.size, columns.size), np.ix_(rows, columns)

        def cut(value: Array | float) -> Array:
            return np.asarray(np.broadcast_to(value, shape)[at])

        return replace(
            self, weight=cut(self.weight), area=cut(self.area), depth=cut(self.depth),
            tip_height=cut(self.tip_height), rho=cut(self.rho), nu=cut(self.nu),
            drift_speed=cut(self.drift_speed), plane=cut(self.plane))

    @property
    def _steady(self) -> bool:
        """Whether through a day only the depth changes."""
        others = (self.weight, self.area, self.diameter, self.tip_height, self.rho, self.nu,
                  self.tackle.weight, self.tackle.area, self.drift_speed, self.plane)
        return all(_steady(v) for v in others)


def greatest_current(held: Held, limit: float) -> Array:
    """The greatest surface current (m/s) in which the scope stays within ``limit``; (H, T).

    NaN where the rig does not sink or does not hold in any current; ``CURRENT_MAX`` where it
    holds in all that are looked at.
    """
    depth = held.depth
    if np.ndim(depth) == 1 and depth.size > 2 * _NODES and held._steady and np.ptp(depth) > 0.0:
        # Through a day only the depth changes: the answer is smooth in it, and a few depths tell
        # all the others. Where one of them has no answer the long way is taken.
        nodes, weights = _chebyshev(np.log(depth.min()), np.log(depth.max()))
        few = greatest_current(replace(held, depth=np.exp(nodes)), limit)
        if np.all(few < CURRENT_MAX * 0.999):
            return np.exp(_interpolate(nodes, weights, np.log(few), np.log(depth)))
    shape = np.broadcast_shapes(*(np.shape(v) for v in (
        depth, held.weight, held.area, held.diameter, held.tip_height, held.rho, held.nu)))
    weight = np.broadcast_to(np.where(held.weight > 0.0, held.weight, np.nan), shape)
    sinks = np.isfinite(weight) | isinstance(held.tackle, Sinker)
    safe = np.where(np.isfinite(weight), weight, 1.0)
    if not isinstance(held.tackle, Sinker):
        held = replace(held, weight=safe)

    # At a fixed drift the line hangs straightest where water and boat go together.
    n = held.profile.exponent
    calm = 0.0 if held.drift_follows else max(0.0, float(np.max(held.drift_speed)) * (1.0 + n))
    # Where nothing flows a single rig hangs straight down.
    holds_calm = np.isfinite(weight) if calm == 0.0 and held.tackle is SINGLE and (
        not held.drift_follows) and not np.any(held.drift_speed) else (
        held.at(np.full(shape, calm), bare=True).scope <= limit)
    if np.any(held.drift_speed != 0.0) or held.drift_follows:
        lo, hi = np.full(shape, calm), np.full(shape, CURRENT_MAX)
        for _ in range(24):
            mid = 0.5 * (lo + hi)
            good = held.at(mid, bare=True).scope <= limit
            lo, hi = np.where(good, mid, lo), np.where(good, hi, mid)
        return np.where(sinks & holds_calm, lo, np.nan)

    at = np.asarray(limit)
    guess = np.exp(_log_bow(at)) * (safe + held.tackle.weight)
    # Weed and shelter slow the water by much, and with it what the line bears.
    part = np.array([0.1, 0.3, 0.5, 0.7, 0.9]).reshape((-1,) + (1,) * np.ndim(depth))
    flow = np.mean(held.profile.share(part * depth, depth) ** 2, axis=0)
    guess = np.sqrt(guess / (0.5 * held.rho * flow * (held.area + 1.8 * held.diameter * depth)))
    x = _solve(
        lambda x: _miss(held.at(np.exp(x), bare=True), at),
        np.broadcast_to(np.log(guess), shape).copy(), _PER_CURRENT, np.log(1e-3),
        np.log(CURRENT_MAX),
    )
    return np.where(sinks & holds_calm, np.exp(x), np.nan)


def least_mass(
    body_of: Callable[[Array], Body], body: Body, held: Held, current: Array, limit: float,
    borne: tuple[Array, Array] | None = None,
) -> Array:
    """The least mass (kg) of a head of each shape, hook and metal that holds; (H, T).

    body_of : the rig with heads of other masses (H, T), kg: its drag grows with them. NaN where
    even ``MASS_MAX`` does not hold; 0 where hook and plastic alone hold. borne : the wet weight (N)
    of a head like it and the greatest current (m/s) that this one bears, (H, T) each, NaN for
    none: where to begin looking, no more.
    """
    shape = np.broadcast_shapes(body.m_head.shape, *(
        np.shape(v) for v in (held.depth, held.tip_height, current, held.rho, held.nu)))
    at = np.asarray(limit)
    per_kg = G * (1.0 - held.rho / body.rho_head)
    _, *others = body.placed(held.rho)
    rest = np.broadcast_to(sum(w for w, _, _ in others), shape)

    def miss(minus_log_weight: Array) -> Array:
        weight = np.exp(-minus_log_weight)
        mass = np.maximum((weight - rest) / per_kg, 0.0)
        # A body has its heads in front: more than a row of masses each by itself.
        area = (body_of(mass).drag_area if mass.ndim < 3
                else np.stack([body_of(each).drag_area for each in mass]))
        rig = replace(held, weight=weight, area=area)
        return _miss(rig.at(current, bare=True), at)

    # No lighter than hook and plastic alone: if those hold, no head is needed.
    low, high = np.log(np.maximum(rest, 1e-5)), np.log(8.0 * MASS_MAX * G)
    carried = _weight_guess(held, body.drag_area, current, at) - held.tackle.weight
    guess = np.log(np.maximum(carried, 1e-4))
    if borne is not None:
        near = np.log(borne[0]) + _PER_CURRENT / _PER_WEIGHT * np.log(
            np.maximum(current, 1e-3) / borne[1])
        guess = np.where(np.isfinite(near), near, guess)
    x = -_solve(miss, np.broadcast_to(-guess, shape).copy(), _PER_WEIGHT, -high, -low)
    mass = np.maximum((np.exp(x) - rest) / per_kg, 0.0)
    return np.where(mass < MASS_MAX, mass, np.nan)


def _weight_guess(held: Held, area: Array, current: Array, limit: Array) -> Array:
    flow = np.abs(held.plane * current - held.boat(current))
    load = 0.5 * held.rho * flow**2 * (area + 1.8 * held.diameter * held.depth * 0.8)
    return np.asarray(np.maximum(load / np.exp(_log_bow(limit)), 1e-4))


def least_sinker(held: Held, current: Array, limit: float) -> Array:
    """The least lead sinker (kg) that holds, whatever jig trails behind it; (H, T).

    NaN where even ``SINKER_MAX`` does not hold.
    """
    sinker = held.tackle
    assert isinstance(sinker, Sinker)
    per_kg = G * (1.0 - held.rho / RHO_SINKER)
    at = np.asarray(limit)

    def miss(minus_log_weight: Array) -> Array:
        weight = np.exp(-minus_log_weight)
        tackle = replace(sinker, weight=weight, area=sinker_area(weight / per_kg))
        jig = np.broadcast_to(held.weight, weight.shape)
        return _miss(replace(held, tackle=tackle, weight=jig).at(current, bare=True), at)

    shape = np.broadcast_shapes(np.shape(held.weight), np.shape(held.depth), np.shape(current))
    guess = np.log(_weight_guess(held, held.area, current, at))
    # A jig that floats must first be held down.
    low = np.log(np.broadcast_to(np.maximum(1e-4, -1.05 * held.weight), shape))
    high = np.log(SINKER_MAX * G)
    x = -_solve(miss, np.broadcast_to(-guess, shape).copy(), _PER_WEIGHT, -high, -low)
    mass = np.exp(x) / per_kg
    return np.where(mass < 0.99 * SINKER_MAX, mass, np.nan)
