"""How a rig rests on the bottom: lies, stands, or leans in the current. Section 2."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array
from ilha.core.move.glide import crossflow_factor
from ilha.core.rig.bodies import Body
from ilha.core.water.flow import Profile, speed_at

LIES, STANDS, LEANS = "lies", "stands", "leans"
_UPRIGHT = np.radians(85.0)


@dataclass(frozen=True)
class Rest:
    """``angle`` of the plastic above the bottom, rad (0 where it lies)."""

    angle: Array

    @property
    def words(self) -> Array:
        """"lies", "stands" (within 5° of upright) or "leans", per element."""
        return np.where(self.angle <= 0.0, LIES, np.where(self.angle >= _UPRIGHT, STANDS, LEANS))


def lifting_moment(body: Body, rho: Array) -> Array:
    """Mb = g sum((rho V_i - m_i)(x_i - x_c)), N m: above 0 the tail rises off the bottom.

    x_c is the centre of curvature of what touches the bottom: the ball's centre; the flat of a
    mushroom's dome against the nose (its centre of gravity at -3/8 R); the nose itself where the
    weight is in or under the body; the middle of a flat foot,
    which adds the rig's weight times half its length (taken as 0.8 of the ball's diameter).
    Very sensitive to the hook's mass.
    """
    radius = np.cbrt(3.0 * body.v_head / (2.0 * np.pi))
    x_head = np.where(body.dome, -0.375 * radius, body.x_head)
    # A weight in or under the body is no ball to roll on: the tail rises only over the nose.
    x_c = np.where(body.dome | body.inside, 0.0, body.x_head)
    (w_head, _, _), *others = body.placed(rho)
    moment = -w_head * (x_head - x_c) - sum(w * (x - x_c) for w, x, _ in others)
    foot = np.where(body.foot, 0.5 * 0.8 * body.d_head, 0.0)
    return np.asarray(moment + foot * np.maximum(body.wet_weight(rho), 0.0))


def balance_point(body: Body) -> Array:
    """Where a rig balances on a finger, m from the nose, (H, 1): its centre of mass.

    In a vacuum wet weights are the weights.
    """
    weights = [(w, x) for w, x, _ in body.placed(np.zeros(1))]
    return np.asarray(sum(w * x for w, x in weights) / sum(w for w, _ in weights))


def lean(moment: Array, current: Array, body: Body, rho: Array) -> Array:
    """Angle (rad) above the bottom in a current (m/s) at the body's own height.

    cos(theta) = (-Mb + sqrt(Mb² + 4 B²))/(2 B), B = rho/4 u² Cn w L², Cn = 1.1 eta(L/w).
    """
    cn = 1.1 * crossflow_factor(body.length / body.width)
    b = 0.25 * rho * current**2 * cn * body.width * body.length**2
    up = np.maximum(moment, 0.0)
    # The same root written without the difference of two near numbers.
    cos = np.where(up > 0.0, 2.0 * b / (up + np.sqrt(up**2 + 4.0 * b**2) + 1e-30), 1.0)
    return np.where(up > 0.0, np.arccos(np.clip(cos, 0.0, 1.0)), 0.0)


def rest(body: Body, rho: Array, surface_speed: Array, depth: Array, profile: Profile) -> Rest:
    """How each rig rests, with the current taken at half the plastic's length above the bottom.

    Arguments broadcast to (H, T).
    """
    height = np.minimum(0.5 * body.length, depth)
    current = speed_at(surface_speed, height, depth, profile)
    return Rest(angle=lean(lifting_moment(body, rho), current, body, rho))
