"""A chain in three dimensions for whatever moves: falls on a held line in current and wind, and the
lure swum back over any ground and through swell. Many settings at once, one to a column.

Nodes joined by segments that pull and never push; x away from the rod along the cast, y across
(the current's side), z up from the surface; node 0 is the rig, the last one the rod's tip at
(0, 0, tip). White's drag across the line, 0.01 of skin friction along it, in water or in air; the
rig a point of wet weight W with drag K u², K = W/v². Drags enter by Newton's linearisation, so that
steps may be long; tensions hold the segments' lengths at the end of the step (tridiagonal).
Written from the mechanics alone: it shares no formula with the core. The application never runs it.
"""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import ArrayLike, NDArray

A = NDArray[np.float64]
RHO, NU, RHO_AIR, NU_AIR, G = 1024.8, 1.05e-6, 1.2, 1.5e-5, 9.80665
RHO_LINE = 970.0
FRICTION = 0.4
GIVE = 500.0


def _cd(reynolds: A) -> A:
    return np.asarray(1.0 + 10.0 * np.maximum(reynolds, 1e-2) ** (-2.0 / 3.0))


@dataclass
class Setting:
    """One or many settings, each value a number or (B,). Angles in degrees from the cast's way.

    ``start`` m down the rig is when the line is stopped, falling at its speed; 0: at the splash, at
    rest. ``slope`` is what the depth gains per metre away from the rig's first place.
    ``reel`` m/s of line is taken in; a spool gives line at a pull of ``feed`` N, below 0 none. The
    last ``leader`` m of it are ``leader_diameter`` m thick. ``swell`` m high of ``period`` s runs
    along the cast.
    """

    depth: ArrayLike
    weight: ArrayLike
    speed: ArrayLike
    diameter: ArrayLike
    cast: ArrayLike
    tip: ArrayLike = 1.5
    current: ArrayLike = 0.0
    angle: ArrayLike = 90.0
    wind: ArrayLike = 0.0
    wind_angle: ArrayLike = 90.0
    start: ArrayLike = 0.0
    side: ArrayLike = 0.0
    slope: ArrayLike = 0.0
    reel: ArrayLike = 0.0
    swell: ArrayLike = 0.0
    period: ArrayLike = 7.0
    feed: ArrayLike = -1.0
    leader: ArrayLike = 0.0
    leader_diameter: ArrayLike = 0.0
    _: None = field(default=None, repr=False)

    def columns(self) -> dict[str, A]:
        names = [n for n in self.__dataclass_fields__ if n != "_"]
        values = np.broadcast_arrays(*(np.atleast_1d(np.asarray(getattr(self, n), dtype=float))
                                       for n in names))
        return dict(zip(names, values, strict=True))


def wave_number(depth: A, period: A) -> A:
    """k (1/m) of linear waves, omega² = g k tanh(k d), by Newton from the deep-water value."""
    omega2 = (2.0 * np.pi / period) ** 2
    k = omega2 / G / np.sqrt(np.tanh(omega2 * depth / G))
    for _ in range(30):
        t = np.tanh(k * depth)
        k = k - (G * k * t - omega2) / (G * t + G * k * depth * (1.0 - t * t))
    return np.asarray(k)


class Chain:
    """The state of all columns, (B, N, 3), moved on by :meth:`step`."""

    def __init__(
        self, s: Setting, segments: int, from_bottom: bool = False, grading: float = 4.0
    ) -> None:
        c = self.c = s.columns()
        self.n = segments + 1
        b = c["depth"].size
        rig = np.stack([c["cast"], c["side"], -(c["depth"] if from_bottom else c["start"])], axis=1)
        tip = np.stack([np.zeros(b), np.zeros(b), c["tip"]], axis=1)
        # Shorter segments towards the rig, where the line bends most.
        parts = np.linspace(1.0, grading, segments)
        self.shares = (parts / parts.sum())[None]
        share = np.concatenate([[0.0], np.cumsum(self.shares[0])])[None, :, None]
        self.x = rig[:, None] + share * (tip - rig)[:, None]
        self.v = np.zeros_like(self.x)
        if not from_bottom:
            self.v[:, 0, 2] = np.where(c["start"] > 0.0, -c["speed"], 0.0)
        self.length = np.linalg.norm(tip - rig, axis=1)
        self.k = c["weight"] / c["speed"] ** 2
        self.first = c["cast"].copy()
        self.time = 0.0
        rad = np.pi / 180.0
        self.way = np.stack([np.cos(c["angle"] * rad), np.sin(c["angle"] * rad)], axis=1)
        self.blow = np.stack([np.cos(c["wind_angle"] * rad), np.sin(c["wind_angle"] * rad)], axis=1)
        self.wave = wave_number(c["depth"], c["period"])

    def ground(self) -> A:
        """Depth (m) under the rig."""
        c = self.c
        return np.asarray(c["depth"] + c["slope"] * (self.x[:, 0, 0] - self.first))

    def _water(self) -> A:
        """Velocity of the water at every node; at the surface's above it."""
        c, z = self.c, self.x[:, :, 2]
        d = c["depth"][:, None]
        share = np.clip((z + d) / d, 1e-6, 1.0) ** (1.0 / 7.0)
        out = np.zeros_like(self.x)
        out[:, :, :2] = (c["current"][:, None] * share)[:, :, None] * self.way[:, None]
        if np.any(c["swell"] > 0.0):
            k, omega = self.wave[:, None], 2.0 * np.pi / c["period"][:, None]
            size = np.pi * c["swell"][:, None] / c["period"][:, None] / np.sinh(k * d)
            phase = k * self.x[:, :, 0] + omega * self.time
            up = k * np.clip(z + d, 0.0, d)
            out[:, :, 0] += size * np.cosh(up) * np.cos(phase)
            out[:, :, 2] += -size * np.sinh(up) * np.sin(phase)
        return out

    def _diameter(self) -> A:
        """Of the line about every node, m."""
        c = self.c
        parts = self.shares * self.length[:, None]
        ends = np.concatenate([np.zeros((len(parts), 1)), np.cumsum(parts, axis=1)], axis=1)
        led = np.clip((c["leader"][:, None] - ends[:, :-1]) / parts, 0.0, 1.0)
        each = c["diameter"][:, None] + led * (c["leader_diameter"] - c["diameter"])[:, None]
        whole = np.zeros_like(ends)
        whole[:, :-1] += parts * each
        whole[:, 1:] += parts * each
        return np.asarray(whole / (2.0 * _to_nodes(parts)))

    def _wind(self) -> A:
        out = np.zeros_like(self.x)
        out[:, :, :2] = (self.c["wind"][:, None] * self.blow)[:, None]
        return out

    def _drag(self, tangent: A, size: A) -> tuple[A, A, A]:
        """Mass of the nodes, (B, N), their drag (N) and its slope over their velocity, (3, 3)."""
        c, x, v = self.c, self.x, self.v
        # Of each segment the part that is in the water, half of it to either node.
        low, high = np.minimum(x[:, :-1, 2], x[:, 1:, 2]), np.maximum(x[:, :-1, 2], x[:, 1:, 2])
        under = np.clip(-low / np.maximum(high - low, 1e-9), 0.0, 1.0)
        wet, dry = _to_nodes(size * under), _to_nodes(size * (1.0 - under))
        d = self._diameter()
        drag, slope = np.zeros_like(x), np.zeros((*x.shape, 3))
        along_line = tangent[..., :, None] * tangent[..., None, :]
        for share, rho, flow in ((wet, RHO, self._water()), (dry, RHO_AIR, self._wind())):
            rel = v - flow
            along = np.sum(rel * tangent, axis=2)
            cross = np.linalg.norm(rel - along[:, :, None] * tangent, axis=2)
            # In air the line's drag coefficient is taken as 1.2.
            cd = _cd(cross * d / NU) if rho == RHO else 1.2
            on_n = 0.5 * rho * cd * d * share * cross
            on_t = 0.5 * rho * 0.01 * np.pi * d * share * np.abs(along)
            drag += on_n[:, :, None] * rel + ((on_t - on_n) * along)[:, :, None] * tangent
            slope += 2.0 * (on_n[..., None, None] * (np.eye(3) - along_line)
                            + on_t[..., None, None] * along_line)
        mass = np.pi / 4.0 * d**2 * ((wet + dry) * RHO_LINE + wet * RHO)
        mass[:, 0] += 1.3 * c["weight"] / G
        rel = v[:, 0] - self._water()[:, 0]
        rig = self.k * np.linalg.norm(rel, axis=1)
        drag[:, 0] += rig[:, None] * rel
        slope[:, 0] += 2.0 * rig[:, None, None] * np.eye(3)
        return mass, drag, slope

    def step(self, dt: float, floor: bool = False) -> None:
        """Move on by ``dt`` s: backward Euler, one Newton step in drag, tension and contact."""
        c = self.c
        self.time += dt
        if np.any(c["reel"] > 0.0):
            self._reel(dt)
        x, v, weight = self.x, self.v, c["weight"]
        seg = np.diff(x, axis=1)
        size = np.maximum(np.linalg.norm(seg, axis=2), 1e-9)
        t = seg / size[:, :, None]
        tangent = np.zeros_like(x)
        tangent[:, :-1] += t
        tangent[:, 1:] += t
        tangent /= np.maximum(np.linalg.norm(tangent, axis=2), 1e-9)[:, :, None]
        mass, drag, slope = self._drag(tangent, size)
        # The line gives a five-hundredth under the rig's weight.
        rod = self.length[:, None] * self.shares
        stiff = GIVE * weight[:, None]
        pull = np.maximum(stiff * (size / rod - 1.0), 0.0)
        give = stiff / rod * (size > 0.9 * rod)
        # A spool pulls alike however much it gives.
        spool = c["feed"] >= 0.0
        pull[:, -1] = np.where(spool, c["feed"], pull[:, -1])
        give[:, -1] = np.where(spool, 0.0, give[:, -1])
        tt = t[..., :, None] * t[..., None, :]
        spring = (give[..., None, None] * tt
                  + (pull / size)[..., None, None] * (np.eye(3) - tt))
        own = (mass / dt)[..., None, None] * np.eye(3) + slope
        own[:, :-1] += dt * spring
        own[:, 1:] += dt * spring
        right = (mass / dt)[..., None] * v - drag + np.einsum("bnij,bnj->bni", slope, v)
        right[:, :-1] += pull[..., None] * t
        right[:, 1:] -= pull[..., None] * t
        right[:, 0, 2] -= weight
        if floor:
            into = self.ground() + x[:, 0, 2]
            hard = weight / 0.01 * (into < 0.0)
            press = np.minimum(-hard * into, 1.5 * weight)
            own[:, 0, 2, 2] += dt * hard
            moving = np.maximum(np.linalg.norm(v[:, 0, :2], axis=1), 1e-2)
            own[:, 0, 0, 0] += FRICTION * press / moving
            own[:, 0, 1, 1] += FRICTION * press / moving
            right[:, 0, 2] += press
        # The tip does not move.
        self.v[:, :-1] = _blocks(own[:, :-1], -dt * spring[:, :-1], right[:, :-1])
        self.x = x + dt * self.v
        if np.any(spool):
            self._fed()

    def _fed(self) -> None:
        """Off the spool came as much line as the uppermost segment has grown."""
        top = np.linalg.norm(self.x[:, -1] - self.x[:, -2], axis=1)
        grown = top - self.length * self.shares[:, -1]
        self._cut(np.where(self.c["feed"] >= 0.0, -np.maximum(grown, 0.0), 0.0))

    def _reel(self, dt: float) -> None:
        self._cut(self.c["reel"] * dt)

    def _cut(self, by: A) -> None:
        """Take line in at the tip and cut what is out into equal segments again."""
        taken = by / self.length
        before = np.cumsum(self.shares, axis=1)[:, :-1] / self.shares[:, :-1]
        f = (before * taken[:, None])[:, :, None]
        for state in (self.x, self.v):
            state[:, 1:-1] = (1.0 - f) * state[:, 1:-1] + f * state[:, :-2]
        self.length = self.length - by


def _to_nodes(of_segments: A) -> A:
    out = np.zeros((of_segments.shape[0], of_segments.shape[1] + 1))
    out[:, :-1] += 0.5 * of_segments
    out[:, 1:] += 0.5 * of_segments
    return out


def _inverse(m: A) -> A:
    """Of symmetric 3 x 3 matrices, by cofactors."""
    a, b, c = m[..., 0, 0], m[..., 0, 1], m[..., 0, 2]
    d, e, f = m[..., 1, 1], m[..., 1, 2], m[..., 2, 2]
    out = np.empty_like(m)
    out[..., 0, 0], out[..., 1, 1], out[..., 2, 2] = d * f - e * e, a * f - c * c, a * d - b * b
    out[..., 0, 1] = out[..., 1, 0] = c * e - b * f
    out[..., 0, 2] = out[..., 2, 0] = b * e - c * d
    out[..., 1, 2] = out[..., 2, 1] = b * c - a * e
    whole = a * out[..., 0, 0] + b * out[..., 0, 1] + c * out[..., 0, 2]
    return np.asarray(out / whole[..., None, None])


def _blocks(own: A, side: A, right: A) -> A:
    """A symmetric block tridiagonal system along the second axis, all columns at once; ``side`` is
    what joins a node to the next."""
    n = own.shape[1]
    inverse, r = [_inverse(own[:, 0])], [right[:, 0]]
    for i in range(1, n):
        back = side[:, i - 1] @ inverse[-1]
        r.append(right[:, i] - np.einsum("bij,bj->bi", back, r[-1]))
        inverse.append(_inverse(own[:, i] - back @ side[:, i - 1]))
    out = np.empty_like(right)
    out[:, -1] = np.einsum("bij,bj->bi", inverse[-1], r[-1])
    for i in range(n - 2, -1, -1):
        out[:, i] = np.einsum("bij,bj->bi", inverse[i], r[i] - np.einsum(
            "bij,bj->bi", side[:, i], out[:, i + 1]))
    return out


def held_fall(
    s: Setting, segments: int = 40, dt: float = 0.01, longest: float = 300.0
) -> tuple[A, A, A]:
    """Count (s) on the held line, come-in (m) towards the rod and drift (m) across the cast; NaN
    where it is not down after ``longest`` s."""
    chain = Chain(s, segments)
    b = chain.x.shape[0]
    out = np.full((3, b), np.nan)
    open_ = np.ones(b, dtype=bool)
    while chain.time < longest and np.any(open_):
        before, deep = chain.x[:, 0].copy(), -chain.x[:, 0, 2]
        chain.step(dt)
        now, ground = -chain.x[:, 0, 2], chain.ground()
        hit = open_ & (now >= ground)
        share = np.clip((ground - deep) / np.maximum(now - deep, 1e-12), 0.0, 1.0)
        at = before + share[:, None] * (chain.x[:, 0] - before)
        out[0] = np.where(hit, chain.time - dt + share * dt, out[0])
        out[1] = np.where(hit, chain.c["cast"] - at[:, 0], out[1])
        out[2] = np.where(hit, at[:, 1] - chain.c["side"], out[2])
        open_ &= ~hit
    return out[0], out[1], out[2]


def fed_fall(
    s: Setting, segments: int = 24, dt: float = 0.02, longest: float = 90.0
) -> tuple[A, A]:
    """Count (s) and line off the spool (m), that of the cast with it, on a line fed by the
    spool."""
    chain = Chain(s, segments)
    feed = chain.c["feed"].copy()
    out = np.full((2, feed.size), np.nan)
    open_ = np.ones(feed.size, dtype=bool)
    while chain.time < longest and np.any(open_):
        chain.step(dt)
        hit = open_ & (-chain.x[:, 0, 2] >= chain.ground())
        out[0, hit], out[1, hit] = chain.time, chain.length[hit]
        open_ &= ~hit
        chain.c["feed"] = np.where(open_, feed, -1.0)
    return out[0], out[1]


def retrieve(
    s: Setting, segments: int = 24, dt: float = 0.05, near: float = 0.04
) -> tuple[A, A]:
    """The path of a rig swum back from the bottom, (M, B) each: its way to go over the cast, and
    its height over the ground, m. To ``near`` of the cast, where it then stays."""
    chain = Chain(s, segments, from_bottom=True)
    whole, reel = chain.length.copy(), chain.c["reel"].copy()
    go, height = [np.ones_like(whole)], [np.zeros_like(whole)]
    while True:
        open_ = chain.length > near * whole
        if not np.any(open_):
            return np.array(go), np.array(height)
        chain.c["reel"] = np.where(open_, reel, 0.0)
        chain.step(dt, floor=True)
        away = np.hypot(chain.x[:, 0, 0], chain.x[:, 0, 1]) / chain.c["cast"]
        go.append(np.where(open_, np.minimum(away, go[-1]), go[-1]))
        height.append(np.where(open_, chain.ground() + chain.x[:, 0, 2], height[-1]))


def share_within(go: A, height: A, low: float, high: float, begin: float = 1.0,
                 end: float = 0.0) -> A:
    """Share of the cast, between ``begin`` and ``end`` to go, in which the height is within."""
    inside = (height >= low) & (height <= high) & (go <= begin) & (go >= end)
    return np.asarray(np.sum(inside[:-1] * -np.diff(go, axis=0), axis=0) / (begin - end))
