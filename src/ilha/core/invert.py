"""Inverting the hold: the current a head bears, and the least head that holds. Section 3."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from ilha.core.errors import Array, Flags, NotConverged
from ilha.core.flow import exponent
from ilha.core.hold import Hold, hold
from ilha.core.rig import Body, Head, Plastic, assemble
from ilha.core.units import G

CURRENT_MAX = 5.0
"""Currents are looked for up to here, m/s."""
_NODES = 12
MASS_MAX = 0.25
"""Heads are looked for up to here, kg: nobody casts a heavier one."""

_Y = np.geomspace(1e-5, 12.0, 600)
_LOG_Y = np.log(_Y)
_LOG_EXCESS = np.log(np.where(_Y < 1e-2, _Y**2 / 6.0, np.sinh(_Y) / _Y - 1.0))
_TOLERANCE = 1e-3
"""Of the scope, relative, at the end of an inversion."""


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
    """Root of the increasing, nearly linear f by bracketed secant steps, all elements at once.

    Where f keeps one sign between ``low`` and ``high`` the nearer end is the answer.
    """
    lo, hi = np.broadcast_to(low, x.shape), np.broadcast_to(high, x.shape)
    floor, ceiling = lo, hi
    x = np.clip(x, lo, hi)
    m = np.full_like(x, slope)
    before_x = before_r = None
    for k in range(60):
        r = f(x)
        lo, hi = np.where(r < 0.0, x, lo), np.where(r > 0.0, x, hi)
        ended = ((x >= ceiling) & (r < 0.0)) | ((x <= floor) & (r > 0.0))
        settled = ended | (np.abs(r) < 0.25 * _TOLERANCE) | (hi - lo < 1e-4)
        if np.all(settled):
            return x
        if before_x is not None and before_r is not None:
            moved = np.abs(x - before_x) > 1e-9
            m = np.where(moved, (r - before_r) / np.where(moved, x - before_x, 1.0), m)
            m = np.clip(m, 0.4 * slope, 3.0 * slope)
        before_x, before_r = x, r
        step = np.clip(x - r / m, floor, ceiling)
        # Outside the bracket the secant is not to be trusted: halve it. So too where it creeps.
        creeps = k >= 10 and k % 2 == 0
        inside = ((step > lo) | (step <= floor)) & ((step < hi) | (step >= ceiling)) & (not creeps)
        x = np.where(settled, x, np.where(inside, step, 0.5 * (lo + hi)))
    raise NotConverged("the inversion of the hold", float(np.max(np.where(settled, 0.0, hi - lo))))


def _steady(value: Array) -> bool:
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


def greatest_current(
    weight: Array,
    drag_area: Array,
    diameter: Array,
    depth: Array,
    tip_height: Array,
    limit: Array,
    *,
    rho: Array,
    nu: Array,
    profile: str,
    drift_speed: float = 0.0,
    drift_follows: bool = False,
) -> Array:
    """The greatest surface current (m/s) in which the scope stays within ``limit``.

    Arguments broadcast. NaN where the rig does not sink or does not hold in any current;
    ``CURRENT_MAX`` where it holds in all that are looked at. The boat drifts at ``drift_speed``,
    or at the surface current plus that where ``drift_follows``.
    """
    others = (weight, drag_area, diameter, tip_height, limit, rho, nu)
    if np.ndim(depth) == 1 and depth.size > 2 * _NODES and all(_steady(v) for v in others):
        # Through a day only the depth changes: the answer is smooth in it, and a few depths tell
        # all the others. Where one of them has no answer the long way is taken.
        nodes, weights = _chebyshev(np.log(depth.min()), np.log(depth.max()))
        few = greatest_current(weight, drag_area, diameter, np.exp(nodes), tip_height, limit,
                               rho=rho, nu=nu, profile=profile, drift_speed=drift_speed,
                               drift_follows=drift_follows)
        if np.ptp(depth) > 0.0 and np.all(few < CURRENT_MAX * 0.999):
            return np.exp(_interpolate(nodes, weights, np.log(few), np.log(depth)))
    shape = np.broadcast_shapes(np.shape(depth), *(np.shape(v) for v in others))
    weight = np.broadcast_to(np.where(weight > 0.0, weight, np.nan), shape)
    sinks = np.isfinite(weight)
    safe = np.where(sinks, weight, 1.0)
    limit = np.broadcast_to(limit, shape)

    def at(current: Array) -> Hold:
        drift = drift_speed + (current if drift_follows else 0.0)
        return hold(safe, drag_area, diameter, depth, tip_height, current, rho=rho, nu=nu,
                    profile=profile, drift_speed=drift)

    # At a fixed drift the line hangs straightest where water and boat go together.
    calm = 0.0 if drift_follows else max(0.0, drift_speed * (1.0 + exponent(profile)))
    holds_calm = at(np.full(shape, calm)).scope <= limit
    if drift_speed != 0.0 or drift_follows:
        lo, hi = np.full(shape, calm), np.full(shape, CURRENT_MAX)
        for _ in range(24):
            mid = 0.5 * (lo + hi)
            good = at(mid).scope <= limit
            lo, hi = np.where(good, mid, lo), np.where(good, hi, mid)
        return np.where(sinks & holds_calm, lo, np.nan)

    guess = np.exp(_log_bow(limit)) * safe
    guess = np.sqrt(guess / (0.5 * rho * (drag_area + 1.8 * diameter * depth * 0.8)))
    x = _solve(
        lambda x: _miss(at(np.exp(x)), limit),
        np.broadcast_to(np.log(guess), shape).copy(), 1.7, np.log(1e-3), np.log(CURRENT_MAX),
    )
    return np.where(sinks & holds_calm, np.exp(x), np.nan)


def least_mass(
    plastic: Plastic,
    heads: list[Head],
    body: Body,
    diameter: Array,
    depth: Array,
    tip_height: Array,
    current: Array,
    limit: Array,
    *,
    rho: Array,
    nu: Array,
    profile: str,
    drift_speed: Array,
) -> Array:
    """The least mass (kg) of a head of each shape, hook and metal that holds; (H, T).

    The head's drag grows with it. NaN where even ``MASS_MAX`` does not hold; 0 where hook and
    plastic alone hold.
    """
    shape = np.broadcast_shapes(
        body.m_head.shape, *(np.shape(v) for v in (depth, tip_height, current, rho, nu))
    )
    limit = np.broadcast_to(limit, shape)
    per_kg = G * (1.0 - rho / body.rho_head)
    _, hook, soft = body.part_weights(rho)
    rest = np.broadcast_to(hook + soft, shape)

    def at(log_weight: Array) -> Hold:
        mass = np.maximum((np.exp(log_weight) - rest) / per_kg, 0.0)
        area = assemble(plastic, heads, mass).drag_area
        return hold(np.exp(log_weight), area, diameter, depth, tip_height, current,
                    rho=rho, nu=nu, profile=profile, drift_speed=drift_speed)

    flow = np.abs(current - drift_speed)
    guess = 0.5 * rho * flow**2 * (body.drag_area + 1.8 * diameter * depth * 0.8)
    guess = np.maximum(guess / np.exp(_log_bow(limit)), 1e-4)
    # No lighter than hook and plastic alone: if those hold, no head is needed.
    low, high = np.log(np.maximum(rest, 1e-5)), np.log(8.0 * MASS_MAX * G)
    x = -_solve(
        lambda x: _miss(at(-x), limit),
        np.broadcast_to(-np.log(guess), shape).copy(), 1.0, -high, -low,
    )
    mass = np.maximum((np.exp(x) - rest) / per_kg, 0.0)
    return np.where(mass < MASS_MAX, mass, np.nan)
