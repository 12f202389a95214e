"""Free fall on a slack line: steady glide of a slender body. Section 2 of docs/model.md.

Cross-flow principle: Hoerner, Fluid-Dynamic Drag (1965); Allen and Perkins, NACA report 1048
(1951). The potential-flow moment is cut where the flow leaves the tapering body: Hopkins (1951)
and the DATCOM rule. A thin tail is a fin of low aspect ratio: Jones (1946). From memory.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, Flags, Indices
from ilha.core.rig.bodies import PI_4, Body
from ilha.core.units import G

NEUTRAL = 0.003
"""A rig whose wet weight is under this share of its weight in the air neither sinks nor floats:
the water's salt and warmth, or the scale's last digit, decide."""
FLOATS, HANGS, SINKS = range(3)
OUTCOMES = ("floats", "neutral", "sinks")
ROUNDS = 8
"""In which a trim angle is found between two degrees, to 1e-11 rad."""


@dataclass(frozen=True)
class Glide:
    """Steady fall. NaN where the rig does not sink. Angles rad, speeds m/s, weight N.

    ``outcome`` indexes ``OUTCOMES``: a rig that floats or hangs in the water has no fall.
    ``angle`` of the flow to the axis, ``pitch`` nose below horizontal, ``path`` of the fall below
    horizontal, ``vertical`` and ``horizontal`` the speed's components.
    """

    wet_weight: Array
    angle: Array
    pitch: Array
    path: Array
    vertical: Array
    horizontal: Array
    outcome: Indices

    @property
    def sinks(self) -> Flags:
        return np.asarray(self.outcome == SINKS)


def inertia_coefficients(f: ArrayLike) -> tuple[Array, Array]:
    """Lamb's inertia coefficients k1 (along) and k2 (across) of a prolate spheroid.

    Parameters
    ----------
    f : fineness, length over breadth, at least 1 (1 is the sphere).

    Lamb, Hydrodynamics (1932), arts. 114 and 373, closed form; from memory.

    >>> [round(float(k), 3) for k in inertia_coefficients(1.0)]
    [0.5, 0.5]
    """
    f = np.asarray(f, dtype=float)
    # Below this fineness the closed form loses its digits to cancellation; the sphere's
    # value and its slope (d k1/df = -3/5, d k2/df = +3/10 at f = 1) take over.
    near = f < 1.0 + 1e-4
    e = np.sqrt(1.0 - 1.0 / np.where(near, 2.0, f) ** 2)
    log = np.log((1.0 + e) / (1.0 - e))
    alpha0 = 2.0 * (1.0 - e**2) / e**3 * (0.5 * log - e)
    beta0 = 1.0 / e**2 - (1.0 - e**2) / (2.0 * e**3) * log
    k1 = np.where(near, 0.5, alpha0 / (2.0 - alpha0))
    k2 = np.where(near, 0.5, beta0 / (2.0 - beta0))
    return k1, k2


def crossflow_factor(f: ArrayLike) -> Array:
    """eta = 0.52 + 0.07 ln f, held to 0.5..1: finite length in cross flow (after Hoerner)."""
    return np.asarray(np.clip(0.52 + 0.07 * np.log(np.asarray(f, dtype=float)), 0.5, 1.0))


@dataclass(frozen=True)
class _Trim:
    """Everything the moment and the forces need, m²- and m³-sized, per rig."""

    p_fore: Array  # P for flow from ahead of abeam
    p_aft: Array
    c: Array
    plate: float  # D_t
    plate_arm: Array  # x_t - x_w
    z_w: Array
    c_a: Array
    n_fore: Array
    n_aft: Array
    cross: Array  # Cn A_p

    def moment(self, a: Array) -> Array:
        """Moment over q, nose up, at flow angle ``a``."""
        sin, cos = np.sin(a), np.cos(a)
        p = np.where(cos >= 0.0, self.p_fore, self.p_aft)
        return np.asarray(
            p * 2.0 * sin * cos
            - self.c * sin**2
            - self.plate * self.plate_arm * sin
            + self.z_w * (self.c_a * cos * np.abs(cos) + self.plate * cos)
        )

    def forces(self, a: Array) -> tuple[Array, Array]:
        """Axial and normal force over q at flow angle ``a``, m²."""
        sin, cos = np.sin(a), np.cos(a)
        n_p = np.where(cos >= 0.0, self.n_fore, self.n_aft)
        axial = self.c_a * cos * np.abs(cos) + self.plate * cos
        normal = n_p * np.abs(2.0 * sin * cos) + self.cross * sin**2 + self.plate * sin
        return axial, normal


def _trim_terms(body: Body, rho: Array) -> tuple[_Trim, Array]:
    fam, length = body.family, body.length
    placed = body.placed(rho)
    weight = body.wet_weight(rho)
    safe = np.where(weight > 0.0, weight, 1.0)
    x_w = sum(w * x for w, x, _ in placed) / safe
    z_w = np.abs(sum(w * z for w, _, z in placed) / safe)
    round_ = np.sqrt(body.width * body.height)
    b = round_ + (body.width - round_) * np.clip(z_w / (0.04 * body.height), 0.0, 1.0)
    f = (length + body.d_head) / b
    k1, k2 = inertia_coefficients(f)
    section = PI_4 * b**2 * body.body_scale
    volume_body = fam.c_v * section * length
    # A sphere alone has no such moment: of the head counts what continues the body's outline.
    outline = np.minimum(1.0, b / np.maximum(body.d_head, 1e-6)) ** 3
    v_head = np.where(body.inside | body.across, 0.0, body.v_head * outline)
    s_e, v_e = fam.s_e * section, fam.v_e * volume_body
    s_t = 0.5 * PI_4 * (fam.sheet_breadth * b) ** 2
    x_s = 0.5 * (fam.sheet_from + 1.0) * length
    area_body, area_head = fam.c_a * b * length, 0.8 * body.d_head**2
    area = area_body + area_head
    x_n = (area_body * fam.x_a * length + area_head * body.x_head) / area
    cross = 1.1 * crossflow_factor(f) * area_body + body.cd_head * body.section_head
    k = k2 - k1
    terms = _Trim(
        p_fore=k * (v_e + v_head - s_e * (fam.x_e * length - x_w)) - s_t * (x_s - x_w),
        p_aft=k * (0.95 * (volume_body + v_head) - 0.5 * section * (x_w - 0.15 * length)),
        c=cross * (x_n - x_w),
        plate=body.plate_drag,
        plate_arm=fam.plate_x * length - x_w,
        z_w=z_w,
        c_a=body.axial_drag,
        n_fore=k * s_e + s_t,
        n_aft=k * 0.5 * section,
        cross=cross,
    )
    return terms, weight


def _trim_angle(terms: _Trim, shape: tuple[int, ...]) -> Array:
    """The first angle, going up from 0, at which the moment turns from nose-up to nose-down."""
    degrees = np.concatenate(([0.0, 0.05, 0.2, 0.5], np.arange(1.0, 181.0)))
    grid = np.radians(degrees).reshape((-1,) + (1,) * len(shape))
    m = np.broadcast_to(terms.moment(grid), (degrees.size, *shape)).copy()
    # On a rig without hang the moment vanishes at 0 and at 180 by symmetry: the sign just inside
    # tells whether those angles hold. Rounding must not.
    flat = np.broadcast_to(terms.z_w == 0.0, shape)
    m[0] = np.where(flat, m[1], m[0])
    m[-1] = np.where(flat, -1.0, m[-1])
    falls = (m[:-1] > 0.0) & (m[1:] <= 0.0)
    first = np.argmax(falls, axis=0)
    at_zero = ~np.any(falls, axis=0) | (flat & (m[0] <= 0.0))
    last = flat & (first == degrees.size - 2)
    lo, hi = grid.ravel()[first], grid.ravel()[first + 1]
    up, down = (np.take_along_axis(m, first[None] + k, axis=0)[0] for k in (0, 1))
    # False position; an end that stands still twice counts half (the Illinois rule: Dowell and
    # Jarratt, BIT 11, 1971; from memory).
    mid, before = lo, np.full(shape, -1)
    for _ in range(ROUNDS):
        mid = lo + (hi - lo) * np.clip(up / np.where(up > down, up - down, 1.0), 0.0, 1.0)
        found = terms.moment(mid)
        nose_up = found > 0.0
        weight = np.where(before == nose_up, 0.5, 1.0)
        lo, hi = np.where(nose_up, mid, lo), np.where(nose_up, hi, mid)
        up, down = np.where(nose_up, found, weight * up), np.where(nose_up, weight * down, found)
        before = nose_up
    angle = np.where(last, np.pi, mid)
    return np.where(at_zero, 0.0, angle)


def free_fall(body: Body, rho: ArrayLike) -> Glide:
    """Steady fall of every rig of ``body`` in water of density ``rho`` (kg/m³).

    Returns
    -------
    Glide
        Arrays of the broadcast shape of the body's (H, 1) and ``rho``. Rigs that float, or whose
        wet weight is within 0.3 % of their weight in the air of nothing (neutral), have no fall:
        their angles and speeds are NaN, their weight is given.

    Notes
    -----
    Speeds are good to about 20 %, pitch to 15°; spiralling and rolling are not computed.
    """
    rho = np.asarray(rho, dtype=float)
    terms, weight = _trim_terms(body, rho)
    shape = np.broadcast_shapes(weight.shape, body.axial_drag.shape)
    weight = np.broadcast_to(weight, shape)
    a = _trim_angle(terms, shape)
    axial, normal = terms.forces(a)
    still = np.abs(weight) <= NEUTRAL * G * body.package
    outcome = np.where(still, HANGS, np.where(weight > 0.0, SINKS, FLOATS))
    sinking = outcome == SINKS
    q = np.where(sinking, weight, np.nan) / np.hypot(axial, normal)
    speed = np.sqrt(2.0 * q / rho)
    pitch = np.where(sinking, np.arctan2(axial, normal), np.nan)
    path = pitch + a
    return Glide(
        wet_weight=weight,
        angle=np.where(sinking, a, np.nan),
        pitch=pitch,
        path=path,
        vertical=speed * np.sin(path),
        horizontal=speed * np.cos(path),
        outcome=outcome,
    )
