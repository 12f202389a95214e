"""A lumped-mass chain of the line: the reference that no closed form of the core may escape.

Nodes joined by rods that do not stretch, in a vertical plane; x down-current (m), z up from the
surface. Node 0 is the rig, the last the upper end. Each node carries the mass of its share of line
and of the water that moves with it, and the drag of its share along and across (White's coefficient
across, 0.01 on the skin along). Velocities are implicit in the drag; the rods' tensions follow from
the constraint at the end of the step, a tridiagonal system. Written from the mechanics alone: it
shares no formula with the core but the coefficients of drag.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import solve_banded

A = NDArray[np.float64]
RHO, NU = 1024.8, 1.05e-6
RHO_LINE = 1000.0
BOTTOM_FRICTION = 0.4


def _cd(reynolds: A) -> A:
    """White's fit, as the core has it: what is tried here is the mechanics, not the coefficient."""
    return np.asarray(1.0 + 10.0 * np.maximum(reynolds, 1e-3) ** (-2.0 / 3.0))


@dataclass
class Chain:
    """State and what is constant. drag : of the rig, N s²/m². feed : N on line fed at the top;
    None: the top end is held. reel : m/s of line taken in there. bottom : m, on which the rig drags
    with four tenths of what it presses with."""

    x: A  # (N, 2)
    v: A
    rods: A  # (N - 1,) lengths
    weight: float
    drag: float
    mass: float
    diameter: float
    tip: A
    feed: float | None = None
    reel: float = 0.0
    bottom: float = np.inf
    current: Callable[[A], A] = lambda z: np.zeros_like(z)

    @classmethod
    def straight(cls, rig: A, tip: A, rods: int, **kw: object) -> Chain:
        """At rest on a straight line from ``rig`` to ``tip``."""
        share = np.linspace(0.0, 1.0, rods + 1)[:, None]
        x = rig + share * (tip - rig)
        length = float(np.hypot(*(tip - rig))) / rods
        return cls(x, np.zeros_like(x), np.full(rods, length), tip=tip, **kw)  # type: ignore[arg-type]

    def _drag(self, dt: float) -> tuple[A, A, A]:
        """Mass of the nodes, (N,), drag matrices over speed, (N, 2, 2), and the water's speed."""
        n = len(self.x)
        across = np.diff(self.x, axis=0)
        length = np.maximum(np.hypot(*across.T), 1e-9)
        t = across / length[:, None]
        # Tangent and length of line that belong to each node.
        tangent, share = np.zeros((n, 2)), np.zeros(n)
        tangent[:-1] += t
        tangent[1:] += t
        tangent /= np.maximum(np.hypot(*tangent.T), 1e-9)[:, None]
        share[:-1] += 0.5 * length
        share[1:] += 0.5 * length
        water = np.zeros((n, 2))
        water[:, 0] = self.current(self.x[:, 1])
        rel = self.v - water
        along = np.sum(rel * tangent, axis=1)
        normal = rel - along[:, None] * tangent
        cross = np.hypot(*normal.T)
        wet = self.x[:, 1] <= 0.0
        d = self.diameter
        c_n = 0.5 * RHO * _cd(cross * d / NU) * d * share * cross * wet
        c_t = 0.5 * RHO * 0.01 * np.pi * d * share * np.abs(along) * wet
        eye = np.eye(2)
        tt = tangent[:, :, None] * tangent[:, None, :]
        c = c_n[:, None, None] * (eye - tt) + c_t[:, None, None] * tt
        c[0] += self.drag * np.hypot(*rel[0]) * eye
        line = np.pi / 4.0 * d**2 * share
        mass = line * (RHO_LINE + RHO * wet)
        mass[0] += self.mass
        return mass, c, water

    def step(self, dt: float) -> None:
        """Move on by ``dt`` s."""
        fed = self.feed is not None
        if self.reel:
            self.rods[-1] -= self.reel * dt
            if self.rods[-1] < 0.3 * self.rods[0]:
                # The rod that is nearly in is joined to the next one.
                self.x = np.delete(self.x, -2, axis=0)
                self.v = np.delete(self.v, -2, axis=0)
                self.rods = np.append(self.rods[:-2], self.rods[-2] + self.rods[-1])
        mass, c, water = self._drag(dt)
        m = mass[:, None, None] * np.eye(2) + dt * c
        inverse = np.linalg.inv(m)
        force = np.zeros_like(self.x)
        force[0, 1] -= self.weight
        pressed = self.weight / 0.01 * max(-self.x[0, 1] - self.bottom, 0.0)
        force[0] += [-BOTTOM_FRICTION * pressed * np.sign(self.v[0, 0]), pressed]
        if self.feed is not None:
            to_tip = self.tip - self.x[-1]
            force[-1] += self.feed * to_tip / max(float(np.hypot(*to_tip)), 1e-9)
        else:
            inverse[-1] = 0.0  # the tip does not move
        push = mass[:, None] * self.v + dt * (force + np.einsum("nij,nj->ni", c, water))
        free = np.einsum("nij,nj->ni", inverse, push)
        across = np.diff(self.x, axis=0)
        t = across / np.hypot(*across.T)[:, None]
        # (x_b + dt v_b - x_a - dt v_a) . t = rod, with v = free + inverse (T_b t_b - T_a t_a).
        miss = self.rods - np.sum((across + dt * np.diff(free, axis=0)) * t, axis=1)
        own = np.einsum("ni,nij,nj->n", t, inverse[1:] + inverse[:-1], t)
        side = -np.einsum("ni,nij,nj->n", t[:-1], inverse[1:-1], t[1:])
        band = np.zeros((3, len(t)))
        band[1], band[0, 1:], band[2, :-1] = own, side, side
        # Pull of each rod times dt, positive when taut: it draws b back and a on.
        pull = -solve_banded((1, 1), band, miss) / dt
        pull = np.maximum(pull, 0.0)  # a line cannot push
        impulse = np.zeros_like(self.x)
        impulse[:-1] += pull[:, None] * t
        impulse[1:] -= pull[:, None] * t
        self.v = free + np.einsum("nij,nj->ni", inverse, impulse)
        self.x = self.x + dt * self.v
        if fed:
            self._pay_out()

    def _pay_out(self) -> None:
        gap = self.tip - self.x[-1]
        length = float(np.hypot(*gap))
        rod = float(self.rods[0])
        if length > 1.5 * rod:
            new = self.x[-1] + gap / length * rod
            self.x = np.vstack([self.x, new])
            self.v = np.vstack([self.v, self.v[-1]])
            self.rods = np.append(self.rods, rod)


def fed_fall(weight: float, speed: float, depth: float, diameter: float, feed: float,
             current: Callable[[A], A], dt: float = 5e-3) -> tuple[float, float]:
    """Count (s) and drift (m) of a rig on line fed from the surface."""
    rod = depth / 24.0
    spool = np.zeros(2)
    chain = Chain(np.array([[0.0, -rod], spool]), np.zeros((2, 2)), np.array([rod]), weight,
                  weight / speed**2, 2.0 * weight / 9.8, diameter, spool, feed, current=current)
    time = rod / speed
    while chain.x[0, 1] > -depth and time < 400.0:
        chain.step(dt)
        time += dt
    return time, float(chain.x[0, 0])


def swing(weight: float, speed: float, depth: float, diameter: float, cast: float, tip: float,
          start: float = 0.0, rods: int = 48, dt: float = 6e-3) -> tuple[float, float]:
    """Seconds and metres come in of a rig released at rest ``start`` m down on a held line."""
    chain = Chain.straight(np.array([cast, -start]), np.array([0.0, tip]), rods, weight=weight,
                           drag=weight / speed**2, mass=2.0 * weight / 9.8, diameter=diameter)
    chain.v[0, 1] = -speed if start > 0.0 else 0.0
    time = 0.0
    while chain.x[0, 1] > -depth and time < 200.0:
        chain.step(dt)
        time += dt
    return time, cast - float(chain.x[0, 0])
