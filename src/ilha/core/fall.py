"""Fed fall (count, drift, lead) and the swing on a tight line. Section 2 of docs/model.md."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, Flags
from ilha.core.flow import exponent, line_drag_coefficient

CT_LINE = 0.01
"""Skin friction coefficient of a line along the flow (Hoerner's range; judgement)."""

_NODES = 33
_TAU = np.linspace(1.0, 0.0, _NODES)
# Height above the bottom over depth, from the surface (1) down. tau**7 makes the seventh-root
# current linear in tau, so that the quadrature below does not meet its steep end at the bottom.
_HEIGHT = _TAU**7


@dataclass(frozen=True)
class FedFall:
    """Fall on a line fed from the spool; NaN where the pull holds the rig up.

    ``count`` s to the bottom, ``zone`` s between the zone's edges, ``middle`` s to the zone's
    middle, ``drift`` m down-current, ``line`` m drawn off the spool.
    """

    count: Array
    zone: Array
    middle: Array
    drift: Array
    line: Array


def fall_time(
    weight: ArrayLike,
    free_speed: ArrayLike,
    depth: ArrayLike,
    diameter: ArrayLike,
    feed_tension: ArrayLike,
    rho: ArrayLike,
) -> Array:
    """Seconds from the surface to ``depth`` on a fed line, closed form.

    v(z)² = (W - T_feed)/(K + k z), K = W/v_free², k = rho/2 Ct pi D, hence
    t = 2/(3k) ((K + k d)^1.5 - K^1.5) / sqrt(W - T_feed). NaN where W <= T_feed.
    All arguments broadcast; SI.
    """
    weight, speed = np.asarray(weight, dtype=float), np.asarray(free_speed, dtype=float)
    k = 0.5 * np.asarray(rho) * CT_LINE * np.pi * np.asarray(diameter)
    return _closed_form(weight, speed, np.asarray(depth), k, np.asarray(feed_tension))


def _closed_form(weight: Array, speed: Array, depth: Array, k: Array, pull: Array) -> Array:
    big_k = weight / speed**2
    left = weight - pull
    root = np.sqrt(np.where(left > 0.0, left, np.nan))
    return np.asarray(2.0 / (3.0 * k) * ((big_k + k * depth) ** 1.5 - big_k**1.5) / root)


def _drift_at(
    weight: Array, speed: Array, depth: Array, k: Array, pull: Array | float, current: Array,
    n: float,
) -> Array:
    """Drift (m) from the surface to each of the heights ``_HEIGHT`` * depth, first axis."""
    ones = (1,) * np.broadcast(weight, speed, depth, k, current).ndim
    tau = _TAU.reshape((-1, *ones))
    height = _HEIGHT.reshape((-1, *ones))
    big_k = weight / speed**2
    left = weight - pull
    fall = np.sqrt(np.where(left > 0.0, left, np.nan) / (big_k + k * depth * (1.0 - height)))
    # dz = 7 d tau^6 dtau, u = U tau^(7n)
    rate = current * tau ** (7.0 * n) * 7.0 * depth * tau**6 / fall
    step = _TAU[0] - _TAU[1]
    # Simpson over pairs of intervals, with the parabola's own value at the middle node.
    first = step / 12.0 * (5.0 * rate[:-2:2] + 8.0 * rate[1:-1:2] - rate[2::2])
    whole = step / 3.0 * (rate[:-2:2] + 4.0 * rate[1:-1:2] + rate[2::2])
    out = np.zeros_like(rate)
    out[2::2] = np.cumsum(whole, axis=0)
    out[1::2] = out[:-1:2] + first
    return out


def _mean_drift(
    weight: Array, speed: Array, depth: Array, k: Array, pull: Array, current: Array, profile: str
) -> Array:
    """Mean of the drifts with and without the feed's pull: within 8 % of a lumped-mass chain."""
    n = exponent(profile)
    with_pull = _drift_at(weight, speed, depth, k, pull, current, n)
    return 0.5 * (with_pull + _drift_at(weight, speed, depth, k, 0.0, current, n))


def fall_positions(
    weight: Array,
    free_speed: Array,
    depth: Array,
    diameter: Array,
    feed_tension: Array,
    rho: Array,
    surface_speed: Array,
    profile: str,
    points: int,
) -> tuple[Array, Array]:
    """Where the rig is at equal shares of its count: height over depth, and drift (m).

    Both (points, ...); for drawing (the drift between quadrature nodes is interpolated).
    """
    k = 0.5 * rho * CT_LINE * np.pi * diameter
    big_k = weight / free_speed**2
    drift = _mean_drift(weight, free_speed, depth, k, feed_tension, surface_speed, profile)
    share = np.linspace(0.0, 1.0, points).reshape((-1,) + (1,) * (drift.ndim - 1))
    # The closed form of the count, solved for the depth reached.
    down = (big_k**1.5 + share * ((big_k + k * depth) ** 1.5 - big_k**1.5)) ** (2.0 / 3.0)
    height = np.clip(1.0 - (down - big_k) / (k * depth), 0.0, 1.0)
    node = (1.0 - height ** (1.0 / 7.0)) * (_NODES - 1)
    node = np.nan_to_num(node)
    low = np.minimum(node.astype(int), _NODES - 2)
    before = np.take_along_axis(drift, low, axis=0)
    after = np.take_along_axis(drift, low + 1, axis=0)
    return height, before + (node - low) * (after - before)


def fed_fall(
    weight: Array,
    free_speed: Array,
    depth: Array,
    diameter: Array,
    feed_tension: Array,
    rho: Array,
    surface_speed: Array,
    profile: str,
    zone_from: float,
    zone_to: float,
) -> FedFall:
    """Count, time in the zone and drift of a fall on a fed line; arguments broadcast.

    ``zone_from`` and ``zone_to`` are heights above the bottom (m); a zone that reaches above
    the surface ends there. NaN where the rig floats or the feed's pull holds it up.
    """
    k = 0.5 * rho * CT_LINE * np.pi * diameter
    drift = _mean_drift(weight, free_speed, depth, k, feed_tension, surface_speed, profile)[-1]
    top, bottom = np.maximum(depth - zone_to, 0.0), np.maximum(depth - zone_from, 0.0)

    def seconds(down: Array) -> Array:
        return _closed_form(weight, free_speed, down, k, feed_tension)

    return FedFall(
        count=seconds(depth), zone=seconds(bottom) - seconds(top),
        middle=seconds(0.5 * (top + bottom)), drift=drift, line=line_needed(depth, drift),
    )


def line_needed(depth: ArrayLike, drift: ArrayLike) -> Array:
    """Line (m) drawn off while falling ``depth`` and drifting: (hypot(d, x) + d + x)/2."""
    depth, drift = np.asarray(depth, dtype=float), np.asarray(drift, dtype=float)
    return np.asarray((np.hypot(depth, drift) + depth + drift) / 2.0)


@dataclass(frozen=True)
class Swing:
    """Fall on a tight line: ``count`` s, ``come_in`` m; NaN where the cast is too short.

    ``fitted`` is False outside the range of the fit (depth 1.5 to 8 m, cast 12 to 40 m).
    """

    count: Array
    come_in: Array
    fitted: Flags


def swing(
    weight: Array,
    free_speed: Array,
    depth: Array,
    diameter: Array,
    rho: Array,
    nu: Array,
    cast: Array,
    tip_height: Array,
) -> Swing:
    """Swing of a rig on a held line from ``cast`` m away to the bottom; arguments broadcast.

    Fitted to 49 runs of a lumped-mass chain: 11 % in time, 7 % in come-in.
    """
    start, tip = np.broadcast_arrays(np.asarray(cast, dtype=float), tip_height)
    seconds = fall_time(weight, free_speed, depth, diameter, 0.0, rho)
    for _ in range(12):
        # The bowed line moves across itself: its drag takes the place of skin friction.
        cd = line_drag_coefficient(depth / seconds * diameter / nu)
        k = 0.77 * 0.5 * rho * cd * diameter
        seconds = _closed_form(weight, free_speed, depth, k, np.asarray(0.0))
    lam = 0.5 * rho * cd * diameter * depth / (weight / free_speed**2)
    room = start**2 + tip**2 - (tip + depth) ** 2
    pendulum = start - np.sqrt(np.where(room >= 0.0, room, np.nan))
    come_in = 0.074 * depth + 0.30 * pendulum + 0.38 * depth * lam / (1.0 + lam)
    fitted = (depth >= 1.5) & (depth <= 8.0) & (start >= 12.0) & (start <= 40.0)
    return Swing(
        count=np.where(room >= 0.0, seconds, np.nan),
        come_in=come_in,
        fitted=np.broadcast_to(fitted, come_in.shape),
    )
