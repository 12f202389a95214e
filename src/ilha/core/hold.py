"""The line in the current: does the rig hold? Section 3 of docs/model.md.

The rig has just been lifted off the bottom by a tight line from a fixed rod tip. With theta the
line's angle to the horizontal and y = asinh(cot theta), the arc-length form of a line in a flow
(Pode 1951, David Taylor Model Basin report 687) becomes smooth in depth and is integrated by a
fixed Runge-Kutta rule for all rigs and times at once.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, Flags, require
from ilha.core.fall import CT_LINE
from ilha.core.flow import exponent

STEPS = 24
"""Runge-Kutta steps: 0.15 % against solve_ivp for a scope under 10."""
SCOPE_NEVER = 20.0
Y_NEVER = 6.0
_Y_STOP = 8.0


@dataclass(frozen=True)
class Hold:
    """A held line. ``never`` marks lines that plane up whatever is paid out; NaN there.

    scope : line out over (depth + tip height); line_out, span : m; tension : N at the tip;
    tip_angle : rad from the horizontal; y_top : the line's y where it leaves the water,
    carried on in proportion for lines that never hold, so that it grows with the current
    without a break. trace : heights (m) and spans (m), (STEPS + 1, ...), when asked for.
    """

    scope: Array
    line_out: Array
    span: Array
    tension: Array
    tip_angle: Array
    never: Flags
    y_top: Array
    trace: tuple[Array, Array] | None = None


def lowest_height(depth: ArrayLike) -> Array:
    """Height z0 (m) at which the lifted rig rides: 0.05 m, half the depth where shallower."""
    return np.minimum(0.05, 0.5 * np.asarray(depth, dtype=float))


def hold(
    weight: ArrayLike,
    drag_area: ArrayLike,
    diameter: ArrayLike,
    depth: ArrayLike,
    tip_height: ArrayLike,
    surface_speed: ArrayLike,
    *,
    rho: ArrayLike,
    nu: ArrayLike,
    profile: str = "seventh-root",
    drift_speed: ArrayLike = 0.0,
    cd: float | None = None,
    ct: float = CT_LINE,
    steps: int = STEPS,
    trace: bool = False,
) -> Hold:
    """Shape and tension of the line that holds a rig just off the bottom.

    Parameters
    ----------
    weight : wet weight, N, above 0 (NaN allowed: gives NaN).
    drag_area : the rig's Cd A along the flow, m².
    diameter : of the line, m. depth, tip_height : m. surface_speed : m/s, may be negative.
    rho, nu : density, kg/m³, and kinematic viscosity, m²/s, of the water.
    profile : "seventh-root" or "uniform". drift_speed : of the boat along the current, m/s.
    cd : a constant drag coefficient of the line instead of White's fit, for checks.
    ct : skin friction coefficient along the line. steps : Runge-Kutta steps.
    trace : also return the line's shape.

    All array arguments broadcast to one shape, which the results have.

    Raises
    ------
    DomainError
        For depth or diameter not above 0 or numbers that are not finite.
    """
    depth = require("mark.depth_m", depth, "m", "enter the depth at the mark", above=0.0)
    diameter = require("line.diameter_mm", diameter, "m", "enter the line's diameter", above=0.0)
    h = np.asarray(tip_height, dtype=float)
    weight, rho, nu = (np.asarray(v, dtype=float) for v in (weight, rho, nu))
    z0 = lowest_height(depth)
    shape = np.broadcast_shapes(
        *(np.shape(v) for v in (weight, drag_area, diameter, depth, h, surface_speed, rho, nu,
                                drift_speed))
    )
    ones = (1,) * len(shape)
    t = (np.arange(2 * steps + 1) / (2.0 * steps)).reshape((-1, *ones))
    z = z0 + (depth - z0) * t**2
    flow = np.asarray(surface_speed) * (z / depth) ** exponent(profile) - np.asarray(drift_speed)
    dz = 2.0 * (depth - z0) * t
    push = 0.5 * rho * diameter * flow * np.abs(flow) * dz
    thin = (
        np.zeros_like(push)
        if cd is not None
        else 5.0 * rho * diameter ** (1.0 / 3.0) * nu ** (2.0 / 3.0)
        * np.sign(flow) * np.abs(flow) ** (4.0 / 3.0) * dz
    )  # White's 10 Re^(-2/3), Re = U sin(theta) D/nu
    push = push if cd is None else cd * push
    skin = 0.5 * rho * ct * np.pi * diameter * flow**2 * dz

    drag = 0.5 * rho * np.asarray(drag_area) * flow[0] * np.abs(flow[0])
    y = np.broadcast_to(np.arcsinh(drag / weight), shape).copy()
    tension = np.broadcast_to(np.hypot(weight, drag), shape).copy()
    span, line = np.zeros(shape), np.zeros(shape)
    stop_z = np.full(shape, np.inf)
    spans = np.zeros((steps + 1, *shape)) if trace else None

    def slope(i: int, y: Array, tension: Array) -> tuple[Array, Array, Array, Array]:
        e = np.exp(np.clip(y, -_Y_STOP, _Y_STOP))
        cosh, sinh = 0.5 * (e + 1.0 / e), 0.5 * (e - 1.0 / e)
        dy = (push[i] + thin[i] * np.cbrt(cosh * cosh)) / tension
        return dy, skin[i] * sinh * sinh / cosh, sinh * dz[i], cosh * dz[i]

    dt = 1.0 / steps
    for n in range(steps):
        i = 2 * n
        a = slope(i, y, tension)
        b = slope(i + 1, y + 0.5 * dt * a[0], tension + 0.5 * dt * a[1])
        c = slope(i + 1, y + 0.5 * dt * b[0], tension + 0.5 * dt * b[1])
        d = slope(i + 2, y + dt * c[0], tension + dt * c[1])
        rise = [dt / 6.0 * (p + 2.0 * (q + r) + s) for p, q, r, s in zip(a, b, c, d, strict=True)]
        new = y + rise[0]
        over = (np.abs(new) > Y_NEVER) & np.isinf(stop_z)
        if np.any(over):
            # Where the line has gone flat: by proportion inside the step.
            share = (Y_NEVER - np.abs(y)) / np.maximum(np.abs(new) - np.abs(y), 1e-12)
            low, high = (np.broadcast_to(z[j], shape) for j in (i, i + 2))
            stop_z = np.where(over, low + np.clip(share, 0.0, 1.0) * (high - low), stop_z)
        y = np.clip(new, -_Y_STOP, _Y_STOP)
        tension = tension + rise[1]
        span, line = span + rise[2], line + rise[3]
        if spans is not None:
            spans[n + 1] = span
    cosh = np.cosh(y)
    line_out = line + h * cosh
    scope = line_out / (depth + h)
    flat = np.isfinite(stop_z)
    never = flat | (scope > SCOPE_NEVER)
    bad = never | ~np.isfinite(weight)

    def shown(value: Array) -> Array:
        return np.where(bad, np.nan, value)

    return Hold(
        scope=shown(scope),
        line_out=shown(line_out),
        span=shown(span + h * np.sinh(y)),
        tension=shown(tension),
        tip_angle=shown(np.arcsin(1.0 / cosh)),
        never=never,
        y_top=np.where(flat, Y_NEVER * depth / np.where(flat, stop_z, 1.0), y),
        trace=None if spans is None else (z[::2], spans),
    )
