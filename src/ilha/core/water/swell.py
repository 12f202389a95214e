"""What a swell does to the water beneath it: linear waves (Airy). Section 4 of docs/model.md."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array
from ilha.core.units import G


def wave_number(depth: ArrayLike, period: ArrayLike) -> Array:
    """k (1/m) of waves of a ``period`` (s) in water ``depth`` m deep: omega² = g k tanh(k d).

    Newton's steps from the fit of Eckart, k tanh(...)^1/2, which is within a few per cent (as in
    Dean and Dalrymple, Water Wave Mechanics for Engineers and Scientists, 1984, section 3.4; from
    memory).
    """
    d, omega2 = np.asarray(depth, dtype=float), (2.0 * np.pi / np.asarray(period, dtype=float)) ** 2
    k = omega2 / G / np.sqrt(np.tanh(omega2 * d / G))
    for _ in range(6):
        t = np.tanh(k * d)
        k = k - (G * k * t - omega2) / (G * t + G * k * d * (1.0 - t * t))
    return np.asarray(k)


@dataclass(frozen=True)
class Swell:
    """Waves of ``height`` m (crest to trough) and ``period`` s that run along the cast."""

    height: Array | float = 0.0
    period: float = 7.0

    @property
    def calm(self) -> bool:
        return bool(np.all(np.asarray(self.height) == 0.0))

    def strength(self, depth: Array, wave: Array) -> Array:
        """Half the speed (m/s) of the orbits at the bottom; ``wave`` : k, 1/m."""
        return np.asarray(
            0.5 * np.pi * np.asarray(self.height) / self.period / np.sinh(wave * depth))

    def orbital(
        self, strength: Array, wave: Array, above: Array, phase: Array, time: Array
    ) -> tuple[Array, Array]:
        """Velocities (m/s) of the water, along the cast away from the rod and upward.

        strength : what :meth:`strength` gives. wave : k, 1/m. above : the bottom, m. phase : k
        times the distance from the rod. time : s.
        """
        phase = phase + 2.0 * np.pi / self.period * time
        up = np.exp(wave * above)
        half, under = strength * up, strength / up
        along, upward = half + under, under - half
        along *= np.cos(phase)
        upward *= np.sin(phase)
        return along, upward
