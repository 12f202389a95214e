"""The leader between rig and line, in the hold. Section 3 of docs/model.md."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from ilha.core.errors import Array
from ilha.core.water.flow import line_drag_coefficient
from ilha.core.water.line import Leader, wet_weight

Y_STOP = 8.0
"""A leader gone flat is stopped here: asinh of the cotangent of its angle."""
_STEPS = 4


def up_the_leader(
    leader: Leader, flow_at: Callable[[Array], Array], z: Array, depth: Array, y: Array,
    tension: Array, rho: Array, nu: Array, cd: float | None, ct: float,
) -> tuple[Array, Array, Array, Array, Array]:
    """From the rig (height m, y and tension N there) to the leader's upper end: height, y, tension,
    metres of it in the water and metres down-current that it spans.

    By length, midpoint steps. What would come out of the water is left off.
    """
    d, ds = leader.diameter, leader.length / _STEPS
    heavy = wet_weight(d, leader.density, rho)
    wet, aside = np.zeros_like(y), np.zeros_like(y)

    def slopes(z: Array, y: Array, tension: Array) -> tuple[Array, Array]:
        flow, cosh = flow_at(z), np.cosh(y)
        size = np.abs(flow)
        drag = line_drag_coefficient(np.maximum(size / cosh * d / nu, 1e-6)) if cd is None else cd
        across = 0.5 * rho * drag * d * flow * size / cosh**2
        along = 0.5 * rho * ct * np.pi * d * (size * np.tanh(y)) ** 2
        # Normal to the line D - w cos; dy = -dtheta/sin.
        return (across - heavy * np.tanh(y)) * cosh / tension, along + heavy / cosh

    with np.errstate(over="ignore", invalid="ignore"):
        for _ in range(_STEPS):
            open_ = z < 0.97 * depth
            dy, _ = slopes(z, y, tension)
            half = np.clip(y + 0.5 * ds * dy, -Y_STOP, Y_STOP)
            up = ds / np.cosh(half)
            step = np.where(open_, np.minimum(1.0, (0.98 * depth - z) / up), 0.0)
            dy, dt = slopes(np.minimum(z + 0.5 * up, depth), half, tension)
            y = np.clip(y + step * ds * dy, -Y_STOP, Y_STOP)
            tension = tension + step * ds * dt
            z, wet, aside = z + step * up, wet + step * ds, aside + step * ds * np.tanh(half)
    return z, y, tension, wet, aside
