"""The line in the current: does the rig hold? Section 3 of docs/model.md.

The rig has just been lifted off the bottom by a tight line from a fixed rod tip. With theta the
line's angle to the horizontal and y = asinh(cot theta), the arc-length form of a line in a flow
(Pode 1951, David Taylor Model Basin report 687) becomes smooth in depth and is integrated by a
fixed Runge-Kutta rule for all rigs and times at once.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, Flags, require
from ilha.core.move.climb import Y_NEVER, Load, climb, height_share, integrals, pace_of
from ilha.core.move.fall import CT_LINE
from ilha.core.move.leader import up_the_leader
from ilha.core.rig.tackle import SINGLE, Tackle
from ilha.core.water.flow import SEVENTH_ROOT, Profile
from ilha.core.water.line import Leader, felt_weight

STEPS = 12
"""Runge-Kutta steps: at most 0.3 % against solve_ivp for a scope under 10."""
SCOPE_NEVER = 20.0


@dataclass(frozen=True)
class Hold:
    """A held line. ``never`` marks lines that plane up whatever is paid out; NaN there.

    scope : line out over (depth + tip height); line_out, span : m; tension : N at the tip;
    tip_angle : rad from the horizontal; y_top : the line's y where it leaves the water,
    carried on in proportion for lines that never hold, so that it grows with the current
    without a break. lure : m above the bottom at which the rig rides; foot : at which the main
    line ends, above it where there are two heads or a sinker. trace : heights (m) and
    spans (m), (STEPS + 1, ...), when asked for.
    """

    scope: Array
    line_out: Array
    span: Array
    tension: Array
    tip_angle: Array
    never: Flags
    y_top: Array
    lure: Array
    foot: Array
    trace: tuple[Array, Array] | None = None

    def rows(self, at: Sequence[int]) -> Hold:
        """Of an untraced hold some rows, in that order; one may be taken more than once."""
        return Hold(**{name: value[at] for name, value in vars(self).items() if name != "trace"})


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
    profile: Profile = SEVENTH_ROOT,
    drift_speed: ArrayLike = 0.0,
    tackle: Tackle = SINGLE,
    height: ArrayLike | None = None,
    line_density: ArrayLike | None = None,
    leader: Leader | None = None,
    cd: float | None = None,
    ct: float = CT_LINE,
    steps: int = STEPS,
    trace: bool = False,
    bare: bool = False,
    exact: bool = False,
) -> Hold:
    """Shape and tension of the line that holds a rig just off the bottom.

    Parameters
    ----------
    weight : wet weight, N, above 0 (NaN allowed: gives NaN).
    drag_area : the rig's Cd A along the flow, m².
    diameter : of the line, m. depth, tip_height : m. surface_speed : m/s, may be negative.
    rho, nu : density, kg/m³, and kinematic viscosity, m²/s, of the water.
    profile : of the current. drift_speed : of the boat along the current, m/s.
    tackle : what hangs there: one rig, two, or a sinker; ``weight`` and ``drag_area`` are those
        of the rear rig or of the jig.
    height : m above the bottom at which the rig hangs; just off the bottom where None.
    line_density : of the line, kg/m³; None: its weight in the water is left out.
    leader : what is tied between line and rig; what of it is longer than the water is left out.
    cd : a constant drag coefficient of the line instead of White's fit, for checks.
    ct : skin friction coefficient along the line. steps : Runge-Kutta steps.
    trace : also return the line's shape. bare : the scope and the line out alone, for inversions;
        span, tension and angle are NaN. exact : in double precision, for checks; else the line is
        climbed in single, which is twice as quick and changes a scope by 4e-5 of it at most.

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
    low = lowest_height(depth) if height is None else np.asarray(height, dtype=float)
    shape = np.broadcast_shapes(
        *(np.shape(v) for v in (weight, drag_area, diameter, depth, h, surface_speed, rho, nu,
                                drift_speed, low))
    )
    drift = np.asarray(drift_speed, dtype=float)

    def flow_at(z: Array) -> Array:
        return np.asarray(np.asarray(surface_speed) * profile.share(z, depth) - drift)

    start = tackle.start(weight, np.asarray(drag_area), flow_at, low, rho)
    # Two heads on a leader as long as the water is deep: the front one comes out of it.
    z0 = np.minimum(start.height, 0.98 * depth)
    y0 = np.broadcast_to(np.arcsinh(start.pull / start.vertical), shape)
    tension = np.broadcast_to(np.hypot(start.vertical, start.pull), shape)
    below, aside = start.below, np.zeros(())
    if leader is not None:
        z0, y0, tension, wet, aside = up_the_leader(
            leader, flow_at, np.broadcast_to(z0, shape), depth, y0, tension, rho, nu, cd, ct)
        below = below + wet
    t = (np.arange(2 * steps + 1) / (2.0 * steps)).reshape((-1,) + (1,) * len(shape))
    kind = np.float64 if exact else np.float32

    def taken(value: ArrayLike) -> Array:
        return np.asarray(value, dtype=kind)

    share, pace, water = taken(height_share(t)), taken(pace_of(t)), taken(depth - z0)
    z = water * share
    z += taken(z0)
    flow = taken(surface_speed) * profile.share(z, taken(depth)) - taken(drift)
    load = Load.of(flow, water * pace, taken(diameter), taken(rho), taken(nu), cd, ct,
                   taken(felt_weight(diameter, line_density, rho, depth, weight)))
    with np.errstate(over="ignore", invalid="ignore", divide="ignore"):
        y, bend, tension = climb(load, taken(y0), taken(tension), steps)
        longer, spans = integrals(y, bend, water, taken(t[::2]), trace, bare)
    y_top = y[-1].astype(float)
    cosh = np.cosh(y_top)
    line_out = (depth - z0) + longer + h * cosh + below
    scope = line_out / (depth + h)
    flat, stop_z = _height_of_flat(y, z[::2])
    never = flat | (scope > SCOPE_NEVER)
    bad = never | ~np.isfinite(weight)

    def shown(value: Array) -> Array:
        return np.where(bad, np.nan, value)

    nothing = np.full(shape, np.nan)

    return Hold(
        scope=shown(scope),
        line_out=shown(line_out),
        span=nothing if spans is None else shown(spans[-1] + aside + h * np.sinh(y_top)),
        tension=nothing if bare else shown(tension),
        tip_angle=nothing if bare else shown(np.arcsin(1.0 / cosh)),
        never=never,
        y_top=np.where(flat, Y_NEVER * depth / stop_z, y_top),
        lure=np.broadcast_to(start.lure, shape),
        foot=np.broadcast_to(z0, shape),
        trace=(z[::2].astype(float), spans.astype(float)) if trace and spans is not None else None,
    )


def _height_of_flat(y: Array, z: Array) -> tuple[Flags, Array]:
    """Whether, and at what height (m), |y| first passes ``Y_NEVER``, by proportion in the step; 1
    where it never does."""
    shape = y.shape[1:]
    y, z = (v.reshape(len(v), -1) for v in (y, np.broadcast_to(z, y.shape)))
    flat, stop = np.zeros(y.shape[1], dtype=bool), np.ones(y.shape[1])
    if np.fmax.reduce(y, axis=None) > Y_NEVER or np.fmin.reduce(y, axis=None) < -Y_NEVER:
        flat = np.any(np.abs(y) > Y_NEVER, axis=0)
        # Of those alone: they are few.
        size, height = np.abs(y[:, flat]), z[:, flat]
        at, each = np.argmax(size > Y_NEVER, axis=0), np.arange(size.shape[1])
        before = np.maximum(at - 1, 0)
        low, high = size[before, each], size[at, each]
        share = np.clip((Y_NEVER - low) / np.maximum(high - low, 1e-12), 0.0, 1.0)
        z_low, z_high = height[before, each], height[at, each]
        stop[flat] = z_low + share * (z_high - z_low)
    return flat.reshape(shape), stop.reshape(shape)
