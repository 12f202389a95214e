"""Falls: on a fed line (count, drift, lead), on a held one (the swing), and the one then the other.

Section "Fed fall and swing" of docs/model.md.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, Flags
from ilha.core.move.held import held_fall, line_drag
from ilha.core.water.flow import SEVENTH_ROOT, Profile
from ilha.core.water.line import Leader

CT_LINE = 0.01
"""Skin friction coefficient of a line along the flow (Hoerner's range; judgement)."""

RHO_AIR = 1.2

_NODES = 33
_TAU = np.linspace(1.0, 0.0, _NODES)
# Height above the bottom over depth, from the surface (1) down. tau**7 makes the seventh-root
# current linear in tau, so that the quadrature below does not meet its steep end at the bottom.
_HEIGHT = _TAU**7


@dataclass(frozen=True)
class Falling:
    """What falls, and in what: all broadcast to (H, T), SI.

    weight : wet, N. speed : of its free fall, m/s down. pull : of the spool or the fingers on the
    fed line, N. current : at the surface, m/s.
    """

    weight: Array
    speed: Array
    depth: Array
    diameter: Array
    rho: Array
    nu: Array
    pull: Array
    current: Array
    profile: Profile = SEVENTH_ROOT

    @property
    def big_k(self) -> Array:
        """K = W/v_free², the rig's own drag over speed squared, N s²/m²."""
        return np.asarray(self.weight / self.speed**2)

    @property
    def skin(self) -> Array:
        """k = rho/2 Ct pi D, what each metre of line drawn down adds to K."""
        return np.asarray(0.5 * self.rho * CT_LINE * np.pi * self.diameter)

    def seconds(self, down: Array) -> Array:
        """Seconds from the surface to ``down`` m on the fed line; NaN where it never sinks.

        v(z)² = (W - T_feed)/(K + k z), hence
        t = 2/(3k) ((K + k d)^1.5 - K^1.5) / sqrt(W - T_feed).
        """
        return _closed_form(self.big_k, self.skin, self.weight - self.pull, down)

    @cached_property
    def _unit_drift(self) -> Array:
        """Drift (m per m/s of surface current) on a line that nothing pulls, from the surface to
        each of the heights ``_HEIGHT`` * depth, (nodes, H, T), in single precision."""
        ones = (1,) * np.broadcast(self.weight, self.speed, self.depth, self.skin).ndim
        tau, height, big_k, weight, depth, added = (
            np.asarray(v, dtype=np.float32) for v in (
                _TAU.reshape((-1, *ones)), _HEIGHT.reshape((-1, *ones)), self.big_k,
                np.where(self.weight > 0.0, self.weight, np.nan), self.depth,
                self.skin * self.depth))
        slow = np.sqrt((big_k + added * (1.0 - height)) / weight)
        # dz = 7 d tau^6 dtau; over bare ground u = U tau^(7n), which keeps the root off the bottom.
        n = self.profile.exponent
        flow = self.profile.factor * tau ** (7.0 * n) if self.profile.plain else (
            self.profile.share(height * depth, depth))
        rate = flow * 7.0 * depth * tau**6 * slow
        step = float(_TAU[0] - _TAU[1])
        # Simpson over pairs of intervals, with the parabola's own value at the middle node.
        first = step / 12.0 * (5.0 * rate[:-2:2] + 8.0 * rate[1:-1:2] - rate[2::2])
        whole = step / 3.0 * (rate[:-2:2] + 4.0 * rate[1:-1:2] + rate[2::2])
        out = np.zeros_like(rate)
        out[2::2] = np.cumsum(whole, axis=0)
        out[1::2] = out[:-1:2] + first
        return np.asarray(out)

    def _pulled(self, pull: Array | float) -> Array:
        """What a pull (N) makes of the drift: the mean of the drifts with and without it.

        Within 8 % of a lumped-mass chain up to a pull of a third of the weight. The pull slows
        the fall alike at every depth, by sqrt(W/(W - T)).
        """
        left = self.weight - pull
        slower = np.sqrt(self.weight / np.where(left > 0.0, left, np.nan))
        return np.asarray(0.5 * (1.0 + slower))

    def drift(self) -> Array:
        """Drift (m) down to each of the heights ``_HEIGHT`` * depth, (nodes, H, T)."""
        return np.asarray(self._unit_drift * (self.current * self._pulled(self.pull)))

    def drift_down(self) -> Array:
        """Drift (m) down to the bottom, (H, T)."""
        return np.asarray(self._unit_drift[-1] * (self.current * self._pulled(self.pull)))

    def drift_to(self, down: Array, pull: Array | float) -> Array:
        """Drift (m per m/s of surface current) to ``down`` m on a line pulled with ``pull`` N."""
        height = np.clip(1.0 - np.asarray(down) / self.depth, 0.0, 1.0)
        at = np.broadcast_to(height, self._unit_drift.shape[1:])[None]
        return np.asarray(_at_heights(self._unit_drift, at)[0] * self._pulled(pull))


def _closed_form(big_k: Array, k: Array, left: Array, down: Array) -> Array:
    root = np.sqrt(np.where(left > 0.0, left, np.nan))
    return np.asarray(2.0 / (3.0 * k) * ((big_k + k * down) ** 1.5 - big_k**1.5) / root)


@dataclass(frozen=True)
class Fall:
    """A fall to the bottom; NaN where the rig does not sink, or cannot fall so.

    ``count`` s to the bottom, ``zone`` s between the zone's edges, ``middle`` s to the zone's
    middle, ``shift`` m that it drifts with the current: land it so far up-current; ``come_in`` m
    that it comes in towards the rod: land it so far beyond; ``middle_shift`` and ``middle_in`` the
    same down to the zone's middle. ``line`` m drawn off the spool. ``hold_at`` s at which the line
    is held, NaN where it is fed all the way. ``leaves`` s at which it leaves the zone below.
    """

    count: Array
    zone: Array
    middle: Array
    leaves: Array
    shift: Array
    middle_shift: Array
    come_in: Array
    middle_in: Array
    line: Array
    hold_at: Array


def _at_heights(nodes: Array, height: Array) -> Array:
    """Values given at the nodes, at other heights over depth, (P, ...): linear in tau."""
    node = np.nan_to_num((1.0 - height ** (1.0 / 7.0)) * (_NODES - 1))
    low = np.minimum(node.astype(int), _NODES - 2)
    before = np.take_along_axis(nodes, low, axis=0)
    after = np.take_along_axis(nodes, low + 1, axis=0)
    return np.asarray(before + (node - low) * (after - before))


def _shares(points: int, ndim: int) -> Array:
    return np.linspace(0.0, 1.0, points).reshape((-1,) + (1,) * ndim)


def _down_at(big_k: Array, k: Array, depth: Array, share: Array) -> Array:
    """Depth reached at a share of the time to ``depth``: the closed form solved for it."""
    begin, end = big_k**1.5, (big_k + k * depth) ** 1.5
    return np.asarray(((begin + share * (end - begin)) ** (2.0 / 3.0) - big_k) / k)


def fed_path(f: Falling, points: int) -> tuple[Array, Array]:
    """Where the rig is at equal shares of its fed count: height over depth, and drift (m).

    Both (points, ...); for drawing (the drift between quadrature nodes is interpolated).
    """
    drift = f.drift()
    share = _shares(points, drift.ndim - 1)
    down = _down_at(f.big_k, f.skin, f.depth, share)
    height = np.clip(1.0 - down / f.depth, 0.0, 1.0)
    return height, _at_heights(drift, height)


def fed_fall(f: Falling, zone_from: Array | float, zone_to: Array | float) -> Fall:
    """Count, time in the zone and drift of a fall on a fed line.

    ``zone_from`` and ``zone_to`` are heights above the bottom (m); a zone that reaches above
    the surface ends there. NaN where the rig floats or the feed's pull holds it up.
    """
    drift = f.drift_down()
    top, bottom = np.maximum(f.depth - zone_to, 0.0), np.maximum(f.depth - zone_from, 0.0)
    count = f.seconds(f.depth)
    return Fall(
        count=count, zone=f.seconds(bottom) - f.seconds(top),
        middle=f.seconds(0.5 * (top + bottom)), leaves=f.seconds(bottom), shift=drift,
        middle_shift=f.drift_to(np.maximum(0.5 * (top + bottom), 1e-6), f.pull) * f.current,
        come_in=np.zeros_like(count), middle_in=np.zeros_like(count),
        line=line_needed(f.depth, drift), hold_at=np.full_like(count, np.nan),
    )


def line_needed(depth: ArrayLike, drift: ArrayLike) -> Array:
    """Line (m) drawn off while falling ``depth`` and drifting: (hypot(d, x) + d + x)/2."""
    depth, drift = np.asarray(depth, dtype=float), np.asarray(drift, dtype=float)
    # Four times as fast as np.hypot, which guards against lengths no sea has.
    return np.asarray((np.sqrt(depth * depth + drift * drift) + depth + drift) / 2.0)


def stop_count(f: Falling, line_out: Array, tip_height: Array, zone_middle: Array) -> Array:
    """Count (s) at which to stop a line let down below the rod so that the rig hangs in the zone.

    line_out : (H, T) m of line, tip to rig, on which it hangs ``zone_middle`` m above the bottom
    in this current (:func:`ilha.core.move.hold.hold` at that height; NaN where it cannot). Once the
    line is stopped the rig swings out and up to hang there. NaN where the bottom comes first.
    """
    drift = f.drift()
    ones = (1,) * (drift.ndim - 1)
    down = f.depth * (1.0 - _HEIGHT.reshape((-1, *ones)))
    fed = line_needed(down, drift) + tip_height
    short = fed < line_out
    at = np.clip(np.sum(short, axis=0), 1, _NODES - 1)[None]
    low, high = (np.take_along_axis(fed, i, axis=0)[0] for i in (at - 1, at))
    share = np.clip((line_out - low) / np.maximum(high - low, 1e-9), 0.0, 1.0)
    d_low, d_high = (np.take_along_axis(np.broadcast_to(down, fed.shape), i, axis=0)[0]
                     for i in (at - 1, at))
    reached = np.asarray(f.seconds(d_low + share * (d_high - d_low)))
    inside = np.isfinite(line_out) & (line_out <= fed[-1]) & (zone_middle <= f.depth)
    return np.where(inside, reached, np.nan)


@dataclass(frozen=True)
class Swing:
    """Fall on a line held from ``start`` m down, cast ``cast`` m away.

    ``fall`` is the whole of it; ``drag`` a k in N s²/m³ that gives the closed form its shape;
    ``tabled`` is False outside the range of the table.
    """

    fall: Fall
    tabled: Flags
    start: Array
    drag: Array

    def path(self, f: Falling, points: int) -> tuple[Array, Array, Array]:
        """Height over depth, metres drifted and metres come in, at equal shares of the count,
        (points, ...).

        The coming-in is drawn as growing with the square of the depth swung through, the drift with
        the time.
        """
        share = _shares(points, self.fall.count.ndim)
        slack = np.nan_to_num(self.fall.hold_at) / np.maximum(self.fall.count, 1e-9)
        before = np.clip(share / np.maximum(slack, 1e-9), 0.0, 1.0)
        after = np.clip((share - slack) / np.maximum(1.0 - slack, 1e-9), 0.0, 1.0)
        loose = _down_at(f.big_k, f.skin, self.start, before)
        left = f.depth - self.start
        tight = self.start + _down_at(f.big_k, self.drag, left, after)
        down = np.where(share < slack, loose, tight)
        through = (tight - self.start) / np.maximum(left, 1e-9)
        come_in = np.where(share < slack, 0.0, self.fall.come_in * through**2)
        return np.clip(1.0 - down / f.depth, 0.0, 1.0), self.fall.shift * share, come_in


WIND_TIME, WIND_POWER, WIND_IN = 0.16, 1.1, 0.37
"""What wind across the cast adds to a held fall, by the pull of the air on the line over the rig's
weight: share of the time, its power, and come-in over the depth (fitted to the page's six rows)."""


NEAR_POWER = 10.0
"""How fast a metre of line counts for less, the further it is from the rig (tried on the chain)."""


def swing(
    f: Falling, cast: Array, tip_height: Array, zone_from: Array | float, zone_to: Array | float,
    start: Array | float = 0.0, angle_deg: Array | float = 90.0, wind: Array | float = 0.0,
    leader: Leader | None = None,
) -> Swing:
    """Fall of a rig on a line held from ``start`` m down, ``cast`` m away, in the current.

    Time, come-in and drift are the table's (:mod:`ilha.core.move.held`), made by a dynamic chain;
    how they come about between is the closed form of a fall with the line's own drag. angle_deg :
    from the way the current goes to the way the cast goes. wind : m/s across the cast. Before it is
    held, the fed fall's time and drift. leader : the line near the rig moves most, and counts
    most. NaN where the cast is too short to reach the bottom.
    """
    begin = np.minimum(np.asarray(start, dtype=float), f.depth)
    left = np.asarray(f.depth - begin)
    slack = f.seconds(begin)
    cd = line_drag(np.maximum(np.nan_to_num(f.speed), 1e-3), f.diameter, f.nu)
    k = np.asarray(0.77 * 0.5 * f.rho * cd * f.diameter)
    x, h = np.broadcast_arrays(np.asarray(cast, dtype=float), np.asarray(tip_height, dtype=float))
    current = f.current * f.profile.mean_share / SEVENTH_ROOT.mean_share / f.speed
    lam = 0.5 * f.rho * cd * f.diameter * f.depth / f.big_k
    if leader is not None:
        cd_leader = line_drag(
            np.maximum(np.nan_to_num(f.speed), 1e-3), np.asarray(leader.diameter), f.nu)
        more = cd_leader * leader.diameter / (cd * f.diameter) - 1.0
        near = np.minimum(leader.length / np.hypot(x, h + f.depth), 1.0)
        lam = lam * (1.0 + more * (1.0 - (1.0 - near) ** NEAR_POWER))
    table = held_fall(x / f.depth, h / f.depth, lam, current, begin / f.depth, angle_deg)
    pulled = 0.5 * RHO_AIR * 1.2 * f.diameter * np.asarray(wind) ** 2 * x / f.weight
    seconds = table.time * left / f.speed * (1.0 + WIND_TIME * pulled**WIND_POWER)
    come_in = left * (table.come_in + WIND_IN * pulled)
    drift = left * table.drift
    fed = f.drift_to(np.maximum(begin, 1e-6), f.pull) * f.current * np.sin(np.radians(angle_deg))
    fed = np.where(begin > 0.0, fed, 0.0)
    whole = _held(f, k, left)
    top, bottom = np.maximum(f.depth - zone_to, 0.0), np.maximum(f.depth - zone_from, 0.0)
    middle = 0.5 * (top + bottom)
    swings = (x**2 + (h + begin) ** 2 >= (h + f.depth) ** 2) & np.isfinite(whole)

    def part(down: Array) -> Array:
        """Of the time on the held line, to a depth."""
        return np.asarray(_held(f, k, np.maximum(down - begin, 0.0)) / np.maximum(whole, 1e-9))

    def reached(down: Array) -> Array:
        return np.asarray(f.seconds(np.minimum(down, begin)) + seconds * part(down))

    def shown(value: Array) -> Array:
        return np.where(swings, value, np.nan)

    through = np.maximum(middle - begin, 0.0) / np.maximum(left, 1e-9)
    tabled = ((x >= 1.1 * f.depth) & (x <= 32.0 * f.depth) & (current <= 1.3)
              & (lam >= 0.06) & (lam <= 30.0))
    fall = Fall(
        count=shown(reached(f.depth)), zone=shown(reached(bottom) - reached(top)),
        middle=shown(reached(middle)), leaves=shown(reached(bottom)),
        shift=shown(fed + drift), middle_shift=shown(fed + drift * part(middle)),
        come_in=shown(come_in), middle_in=shown(come_in * through**2),
        line=shown(np.hypot(x, h + begin)), hold_at=np.where(begin > 0.0, shown(slack), np.nan),
    )
    return Swing(fall, np.broadcast_to(tabled, fall.count.shape), begin, np.asarray(k))


def _held(f: Falling, k: Array, down: Array) -> Array:
    return _closed_form(f.big_k, k, f.weight, down)
