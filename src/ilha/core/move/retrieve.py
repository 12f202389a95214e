"""Swimming it back: where a steady retrieve carries the rig. Section 4 of docs/model.md.

A line that is reeled in through the rod's tip moves mostly along itself; what drags on it is its
slow turning about the tip. The line is taken as straight from tip to rig; the rate at which it
turns follows from the balance of moments about the tip, step by step as the line shortens.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any, NamedTuple

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.knots import spread
from ilha.core.move.way_in import ON_BOTTOM, OUT_OF_ZONE, Shares, WayIn
from ilha.core.water.flow import SEVENTH_ROOT, Profile
from ilha.core.water.ground import Ground
from ilha.core.water.line import Leader
from ilha.core.water.swell import Swell, wave_number

BOW = 1.7
"""What a straight line leaves out of the moment: its bow (tried on the chain of
tests/reference/moving.py; the water's own orbits are too quick for it)."""
ORBIT = 0.8
"""The same for the swell's part of the flow."""
LEADER = 1.8
"""How much more a metre of leader counts than its share of a straight line: it moves as the rig
does, where the line above is bowed (tried on the chain)."""
LEADER_POWER = 0.75
"""Power of the diameter with which a line's drag across the flow grows, at the Reynolds numbers of
lines (White's fit between 20 and 300)."""
SPEED_MIN, SPEED_MAX = 0.1, 3.0
SPEEDS = np.array([0.4, 0.6, 0.8, 1.25, 1.6, 2.2])
"""At these multiples of the chosen speed, and at that itself, the band of good ones is looked
for."""
_SLOWER = int(np.sum(SPEEDS < 1.0))
_OUT = np.concatenate([np.linspace(1.0, 0.78, 5)[:-1], np.linspace(0.78, 0.22, 19)])
_HOME = np.linspace(0.22, 0.04, 7)[1:]
CALM = Swell()
_POINTS, _WEIGHTS = (0.5 * (v + a) for v, a in zip(
    np.polynomial.legendre.leggauss(3), (1.0, 0.0), strict=True))
SINGLE: Any = np.float32
"""Half as wide, twice as quick, and a hundred times finer than the model is true."""
_BLOCK = 8192
"""Columns taken at once: as many as stay in the processor's cache."""


@dataclass(frozen=True)
class Water:
    """What the line and the water bring to a retrieve: all broadcast to (H, T).

    current : at the surface, m/s; ``angle`` rad from the way it goes to the way the cast goes.
    ground : the bottom along the cast, ``depth`` that at its far end; None: level. leader : of what
    thickness the last of the line is.
    """

    weight: Array
    drag_area: Array
    diameter: Array
    depth: Array
    tip_height: Array
    rho: Array
    nu: Array
    current: Array | float = 0.0
    angle: Array | float = 0.5 * np.pi
    profile: Profile = SEVENTH_ROOT
    swell: Swell = CALM
    ground: Ground | None = None
    leader: Leader | None = None

    def each(self, taken: Callable[[Array | float], Array]) -> Water:
        """With some of its columns alone: what ``taken`` makes of each of its figures."""
        return replace(
            self, weight=taken(self.weight), drag_area=taken(self.drag_area),
            diameter=taken(self.diameter), depth=taken(self.depth),
            tip_height=taken(self.tip_height), rho=taken(self.rho), nu=taken(self.nu),
            current=taken(self.current), angle=taken(self.angle),
            swell=replace(self.swell, height=taken(self.swell.height)))


def swim(water: Water, speed: Array | float, cast: Array | float, home: bool = True) -> WayIn:
    """The way of a rig reeled in at ``speed`` (m/s) from the bottom ``cast`` m away.

    With th the line's angle under the horizontal and w = dth/dt, about the tip

        W r cos th = K |u| u_n r + ∫ rho/2 Cd D |q| (1.7 (s w + U_s) + 0.8 o_s) s ds

    u the rig's speed through the water and u_n its part across the line (reel V along it, r w
    across, current and orbits added), q the line's. Sideways line and rig are carried by the
    current at the rate at which the moments of the drag are nought, and the line's bearing turns
    with them. The bottom stops th. Three Gauss points on the wet line, one Newton step for each of
    the 28 steps of r. home : followed to 4 % of the cast; else to 22 %, enough for verdicts.
    """
    given = _Columns(
        water.weight, 0.5 * water.rho * water.drag_area, water.diameter, water.depth,
        water.tip_height, water.rho, water.nu, np.asarray(water.current),
        np.asarray(water.angle), np.asarray(water.swell.height), np.asarray(speed),
        np.asarray(cast))
    shape = np.broadcast_shapes(*(np.shape(v) for v in given))
    flat = [np.broadcast_to(np.asarray(v, dtype=SINGLE), shape).reshape(-1) for v in given]
    shares = np.concatenate([_OUT, _HOME]) if home else _OUT
    out = np.empty((2, shares.size, flat[0].size))
    for begin in range(0, flat[0].size, _BLOCK):
        part = slice(begin, begin + _BLOCK)
        out[:, :, part] = _reeled(water, _Columns(*(v[part] for v in flat)), shares)
    go, height = out.reshape((2, shares.size, *shape))
    # What single precision leaves under the bottom or over the surface.
    height = np.maximum(height, 0.0)
    if water.ground is None:
        height = np.minimum(height, water.depth)
    return WayIn(go, height)


def _of_leader(r: Array, dry: Array, length: float) -> Array:
    """Share of the line about each Gauss point, (P, N), that is leader."""
    edges = dry + np.concatenate([[0.0], np.cumsum(_WEIGHTS)])[:, None] * (r - dry)
    begin = r - length
    inside = np.minimum(edges[1:], r) - np.maximum(edges[:-1], begin)
    return np.clip(inside / np.maximum(edges[1:] - edges[:-1], 1e-9), 0.0, 1.0)


class _Columns(NamedTuple):
    """What each column has of its own; (N,), k in N s²/m²."""

    weight: Array
    k: Array
    d: Array
    depth: Array
    tip: Array
    rho: Array
    nu: Array
    current: Array
    bearing: Array
    wave_height: Array
    speed: Array
    cast: Array


def _reeled(water: Water, columns: _Columns, shares: Array) -> Array:
    """The steps of :func:`swim` for one block of columns; (2, P, N)."""
    weight, k, d, depth, tip, rho, nu, current, bearing, wave_height, speed, cast = columns
    moving, waves = bool(np.any(current != 0.0)), bool(np.any(wave_height != 0.0))
    swell = replace(water.swell, height=wave_height)
    wave = wave_number(depth, swell.period).astype(SINGLE) if waves else depth
    out = np.empty((2, shares.size, weight.size), dtype=SINGLE)
    out[:, 0] = np.array([1.0, 0.0])[:, None]
    whole = np.hypot(cast, tip + depth)
    r, sin = whole, (tip + depth) / whole
    w = turn = time = np.zeros_like(weight)
    viscous = 10.0 * (d / nu) ** (-2.0 / 3.0)
    point, none = _POINTS[:, None].astype(SINGLE), np.zeros((4, 1), dtype=SINGLE)
    weights = _WEIGHTS[:, None].astype(SINGLE)
    lead = water.leader
    thicker = np.zeros(()) if lead is None else (lead.diameter / d) ** LEADER_POWER - 1.0
    for i in range(1, shares.size):
        nearer = float(shares[i]) * whole
        dt = (r - nearer) / speed
        cos = np.sqrt(np.maximum(1.0 - sin * sin, 1e-9))
        dry = np.minimum(tip / sin, r)
        s = dry + point * (r - dry)
        # Of the flow past line and rig (the last row): across the line in its upright plane, along
        # the line, and sideways; the swell's part across apart.
        flow = along = side = orbit = none
        if moving or waves:
            at = np.concatenate([s, r[None]])
            above = np.clip(depth - (at * sin - tip), 1e-3, depth)
        if moving:
            here = current * water.profile.share(above, depth)
            away, side = here * np.cos(bearing), here * np.sin(bearing)
            flow, along = away * sin, away[-1:] * cos
        if waves:
            x, z = swell.orbital(depth, wave, above, at * cos, time)
            orbit = x * sin + z * cos
            along = along + x[-1:] * cos - z[-1:] * sin
        radial = speed + along[-1]
        through = w * s + flow[:-1]
        past = np.sqrt((through + orbit[:-1]) ** 2 + (side[:-1] - turn * s) ** 2) + 1e-5
        across, beside = w * r + flow[-1] + orbit[-1], side[-1] - turn * r
        rig = np.sqrt(across * across + radial * radial + beside * beside)
        # Cd at the point that matters most, the one nearest the rig but one.
        load = (0.5 * rho * d * (1.0 + viscous / np.cbrt(past[1] * past[1]))) * (
            weights * (r - dry)) * s * past
        if lead is not None:
            load = load * (1.0 + LEADER * thicker * _of_leader(r, dry, lead.length))
        moment = k * rig * across * r + np.sum(
            load * (BOW * through + ORBIT * orbit[:-1]), axis=0) - weight * cos * r
        slope = k * r * r * (rig + across * across / rig) + 1.33 * BOW * np.sum(load * s, axis=0)
        w = w - moment / slope
        if moving:
            turn = (np.sum(load * side[:-1], axis=0) + k * rig * side[-1] * r) / (
                np.sum(load * s, axis=0) + k * rig * r * r)
            bearing = bearing - turn / cos * dt
        time = time + dt
        r = nearer
        deep = depth
        if water.ground is not None:
            deep = water.ground.under(depth, r * cos, cast).astype(SINGLE)
        sin = np.clip(sin + cos * w * dt, 1e-3, np.minimum((tip + deep) / r, 1.0))
        out[0, i] = np.minimum(r * np.sqrt(1.0 - sin * sin) / cast, out[0, i - 1])
        out[1, i] = np.minimum(tip + deep - r * sin, deep)
    return out


@dataclass(frozen=True)
class Retrieve:
    """What a steady retrieve does, (H, T); NaN for rigs that float.

    lift_off : m from the rod at which it first leaves the bottom, at most the cast.
    bottom_share : of the middle half of the cast, on the bottom. zone_share : of the whole cast
    inside the zone. heights : (3, H, T) m with 3/4, 1/2 and 1/4 of it to go. speed_low,
    speed_high : m/s of the reel that keep it in the zone over the middle half, NaN where none does.
    """

    path: WayIn
    shares: Shares
    lift_off: Array
    bottom_share: Array
    zone_share: Array
    speed_low: Array
    speed_high: Array

    @cached_property
    def heights(self) -> Array:
        return np.stack([self.path.height_at(go) for go in (0.75, 0.5, 0.25)])


def judged(
    water: Water, speed: Array | float, cast: Array | float, zone_from: Array | float,
    zone_to: Array | float,
) -> Shares:
    """The shares by which a retrieve is judged, and no more."""
    return Shares.of(swim(water, speed, cast, home=False), zone_from, zone_to)


def retrieve(
    water: Water, speed: Array, cast: Array, zone_from: Array | float, zone_to: Array | float,
    tail_speed: float, band_at: Indices | None = None,
) -> Retrieve:
    """A steady retrieve at ``speed`` (m/s) over a cast of ``cast`` m; (H, T).

    ``tail_speed`` (m/s) is the least at which the tail works. NaN for rigs that float. band_at :
    steps at which the band of good speeds is looked for; None: at all.
    """
    sinks = water.weight > 0.0
    water = replace(water, weight=np.where(sinks, water.weight, np.nan))
    path = swim(water, speed, cast)
    shares = Shares.of(path, zone_from, zone_to)
    off = path.height > ON_BOTTOM
    first = np.where(off.any(axis=0), np.argmax(off, axis=0), len(off) - 1)
    lift_off = cast * np.take_along_axis(path.go, np.maximum(first - 1, 0)[None], axis=0)[0]
    slowest, fastest = _band(water, speed, cast, zone_from, zone_to, shares, band_at)
    slowest = np.maximum(slowest, tail_speed)
    good = sinks & (slowest < fastest)

    def shown(value: Array, where: Flags) -> Array:
        return np.where(where, value, np.nan)

    return Retrieve(
        path, shares, shown(lift_off, sinks), shown(shares.bottom, sinks),
        shown(path.share(zone_from, zone_to, 1.0, 0.0), sinks),
        shown(slowest, good), shown(fastest, good))


def _band(
    water: Water, speed: Array, cast: Array, zone_from: Array | float, zone_to: Array | float,
    here: Shares, band_at: Indices | None,
) -> tuple[Array, Array]:
    """The speeds (m/s) between which it neither drags, runs under nor rides up.

    At some multiples of the chosen speed, straight between them. At the chosen speed itself the
    verdict stands.
    """
    shape = here.above.shape
    steps = shape[-1]
    some = np.arange(steps) if band_at is None else band_at

    def cut(value: Array | float) -> Array:
        """Of what has a value for each step those looked at, with the speeds in front."""
        v = np.asarray(value, dtype=float)
        return v[..., some] if v.ndim and v.shape[-1] == steps and steps > 1 else v

    few = water.each(cut)
    tried = np.clip(SPEEDS.reshape(-1, 1, 1) * cut(speed), SPEED_MIN, SPEED_MAX)
    shares = judged(few, tried, cut(cast), cut(zone_from), cut(zone_to))

    def with_chosen(values: Array, own: Array) -> Array:
        """What is known at the chosen speed already, put in its place."""
        values = np.broadcast_to(values, shares.above.shape)
        own = np.broadcast_to(cut(own), values.shape[1:])
        return np.concatenate([values[:_SLOWER], own[None], values[_SLOWER:]])

    tried = with_chosen(tried, np.clip(speed, SPEED_MIN, SPEED_MAX))
    high = _crossing(tried, with_chosen(shares.above, here.above) - OUT_OF_ZONE)
    low = _crossing(tried, -with_chosen(shares.too_slow, here.too_slow))
    if some.size < steps:
        low, high = spread(low, some, steps), spread(high, some, steps)
    low, high = np.broadcast_to(low, shape), np.broadcast_to(high, shape)
    chosen = np.broadcast_to(speed, shape)
    return (np.where(here.too_slow > 0.0, np.maximum(low, chosen), np.minimum(low, chosen)),
            np.where(here.rides_up, np.minimum(high, chosen), np.maximum(high, chosen)))


def _crossing(speeds: Array, value: Array) -> Array:
    """The speed at which a value that grows with it passes nought; the nearest end of those tried
    where it keeps one sign. (S, H, T) to (H, T)."""
    under = value <= 0.0
    at = np.clip(np.sum(under, axis=0), 1, len(value) - 1)[None]

    def pick(values: Array, index: Indices) -> Array:
        return np.asarray(np.take_along_axis(values, index, axis=0)[0])

    low, high = pick(value, at - 1), pick(value, at)
    share = np.clip(-low / np.where(high - low == 0.0, 1.0, high - low), 0.0, 1.0)
    v_low, v_high = pick(speeds, at - 1), pick(speeds, at)
    found = v_low + share * (v_high - v_low)
    return np.where(np.all(under, axis=0), speeds[-1], np.where(
        ~np.any(under, axis=0), speeds[0], found))
