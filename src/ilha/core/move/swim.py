"""Swimming it back: the way of the rig. Section 4 of docs/model.md.

A line that is reeled in through the rod's tip moves mostly along itself; what drags on it is its
slow turning about the tip. The line is taken as straight from tip to rig; the rate at which it
turns follows from the balance of moments about the tip, step by step as the line shortens.
"""

from __future__ import annotations

import numpy as np

from ilha.core.errors import Array
from ilha.core.move.reeled import SINGLE, Columns, Water
from ilha.core.move.way_in import WayIn

BOW = 1.87
"""What a straight line leaves out of the moment: its bow (tried on the chain of
tests/reference/moving.py; the water's own orbits are too quick for it)."""
ORBIT = 0.45
"""Share of the swell's orbits that passes across the line: for the rest it goes along with them, as
its bow may (tried on the chain)."""
AGAINST = 2.5
"""What a current that comes back along the cast counts for, in place of BOW: the line that it
presses down hangs under the straight one, where it is pressed the more (tried on the chain)."""
BILLOW, BILLOW_MAX = 0.3, 0.3
"""A line that the current carries up and out stands steeper near the rig, and shallower near the
rod, than a straight one: by this share of half its load over its pull, rad, and at most so much
(tried on the chain)."""
LEADER = 1.8
"""How much more a metre of leader counts than its share of a straight line: it moves as the rig
does, where the line above is bowed (tried on the chain)."""
LEADER_POWER = 0.75
"""Power of the diameter with which a line's drag across the flow grows, at the Reynolds numbers of
lines (White's fit between 20 and 300)."""
SETTLED = 0.94
"""Down to this share of it the line takes its bow, and what hangs on it lies where it came down
(tried on the chain), unless in deep water that would drag it nearer than SLIDES of the cast."""
SLIDES = 0.85
_OUT = np.concatenate([[1.0, SETTLED], np.linspace(0.78, 0.22, 11)])
_OUT_IN_WAVES = np.concatenate([
    [1.0], np.linspace(SETTLED, 0.78, 3), np.linspace(0.78, 0.22, 15)[1:]])
"""Lengths of line, over the whole, at which the steps end; waves change within a longer step."""
_HOME, _HOME_IN_WAVES = (np.linspace(0.22, 0.04, n)[1:] for n in (5, 7))
_POINTS, _WEIGHTS = (0.5 * (v + a)[:, None].astype(SINGLE) for v, a in zip(
    np.polynomial.legendre.leggauss(3), (1.0, 0.0), strict=True))
"""Gauss points of the wet line, over its length from the rod, (P, 1)."""
_EDGES = np.concatenate([np.zeros((1, 1), dtype=SINGLE), np.cumsum(_WEIGHTS, axis=0)])
_PASSES = np.append(np.full_like(_POINTS, ORBIT), np.ones((1, 1), dtype=SINGLE), axis=0)
"""What of the orbits passes them."""
_TOWARD_RIG = np.append(2.0 * _POINTS - 1.0, np.ones((1, 1), dtype=SINGLE), axis=0)
"""From -1 at the rod to 1 at the rig, of the points and the rig."""
_BLOCK = 8192
"""Columns taken at once: as many as stay in the processor's cache."""


def swim(water: Water, speed: Array | float, cast: Array | float, home: bool = True) -> WayIn:
    """The way of a rig reeled in at ``speed`` (m/s) from the bottom ``cast`` m away.

    With th the line's angle under the horizontal and w = dth/dt, about the tip

        W r cos th = K |u| u_n r + ∫ rho/2 Cd D |q| (1.87 (s w + U_s) + o_s) s ds

    u the rig's speed through the water and u_n its part across the line (reel V along it, r w
    across, current and orbits added), q the line's, o_s what of the orbits passes it. A
    current that comes back along the cast counts 2.5 in place of 1.87; one that goes with it stands
    the line steeper near the rig. Sideways line and rig are carried by the current at the rate at
    which the moments of the drag are nought, and the line's bearing turns with them. The bottom
    stops th. Three Gauss points on the wet line; each step of r takes the rate at its middle, found
    by one step of Newton's from the last one.
    home : followed to 4 % of the cast; else to 22 %, enough for verdicts.
    """
    columns = Columns.of(water, speed, cast)
    return columns.way(water, *_swum(water, columns, home))


def _swum(water: Water, columns: Columns, home: bool) -> Array:
    """The ways of all columns, (2, P, N)."""
    calm = water.swell.calm
    shares = _OUT if calm else _OUT_IN_WAVES
    if home:
        shares = np.concatenate([shares, _HOME if calm else _HOME_IN_WAVES])
    out = np.empty((2, shares.size, columns.size), dtype=SINGLE)
    out[:, 0] = np.array([1.0, 0.0])[:, None]
    for begin in range(0, columns.size, _BLOCK):
        part = slice(begin, begin + _BLOCK)
        block, told = columns.part(part), out[:, :, part]
        _reeled(water, block, shares, told)
    return out


def _begun(columns: Columns) -> tuple[Array, Array, Array, Array]:
    """Before the first turn of the reel: the line's length, m, the sine and cosine of its angle,
    and how fast it turns, 1/s."""
    deep = columns.depth + columns.tip
    r = np.hypot(columns.cast, deep)
    sin = deep / r
    cos = np.sqrt(1.0 - sin * sin)
    # As it would swing down in still water, from which Newton's steps go on.
    w = np.sqrt(np.maximum(columns.weight, 0.0) * cos / (r * r * (
        columns.k + 0.25 * BOW * columns.rho * columns.d * r)))
    return r, sin, cos, w


def _of_leader(wet: Array, length: float) -> Array:
    """Share of the wet line (m) about each Gauss point, (P, N), that is leader."""
    begin = 1.0 - length / np.maximum(wet, 1e-6)
    share = _EDGES[1:] - begin
    share /= _WEIGHTS
    return np.clip(share, 0.0, 1.0, out=share)


def _reeled(water: Water, columns: Columns, shares: Array, out: Array) -> None:
    """The steps of :func:`swim` for a block of columns, told into ``out`` (2, P, N)."""
    _, weight, k, d, depth, tip, rho, nu, current, bearing, wave, strength, speed, cast = columns
    r, sin, cos, w = _begun(columns)
    turn = swung = steeper = time = borne = np.zeros_like(r)
    # The bottom that is there, under the surface, m; the rate before the last.
    down, before = depth, w
    swell, moving, waves = water.swell, bool(np.any(current != 0.0)), not water.swell.calm
    passes = strength * _PASSES
    whole, deep = np.hypot(cast, depth + tip), tip + down
    # Rows, since the processor is slower with a single number.
    least, upright = np.full_like(weight, 1e-3), np.ones_like(weight)
    viscous, drag = 10.0 * (d / nu) ** (-2.0 / 3.0), 0.5 * rho * d
    # From the rod, m: points of the line, and the rig in the last row.
    at = np.empty((len(_POINTS) + 1, weight.size), dtype=SINGLE)
    s, still = at[:-1], np.zeros_like(at)
    lead = water.leader
    thicker = np.zeros(()) if lead is None else (lead.diameter / d) ** LEADER_POWER - 1.0
    for i in range(1, shares.size):
        nearer = float(shares[i]) * whole
        dt = (r - nearer) / speed
        half, began, bore = 0.5 * dt, (sin, cos), bearing
        # The middle of the step, as the rate before leads to it.
        r = 0.5 * (r + nearer)
        if water.ground is not None:
            down = water.ground.under(depth, r * cos, cast).astype(SINGLE)
            deep = tip + down
        sin, cos = _turned(*began, w * half, least, np.minimum(deep / r, upright))
        bearing = bearing - swung * half
        time = time + half
        # Newton's step begins where the two rates before lead to.
        before, w = w, 2.0 * w - before if i > 3 and not waves else w
        dry = np.minimum(tip / sin, r)
        wet = r - dry
        np.add(dry, _POINTS * wet, out=s)
        at[-1] = r
        # Past line and rig: across the line in its upright plane, along the line at the rig, and
        # sideways; the swell's part across apart.
        across, radial, side, orbit = w * at, speed, still, still
        hangs = np.maximum(deep - at * sin, least)
        if moving:
            # Over the bottom that is there.
            here = current * water.profile.share(hangs, down)
            away, carried = here * np.cos(bearing), here * np.sin(bearing)
            side = carried - turn * at
            carried_up = away * (sin + (cos * steeper) * _TOWARD_RIG)
            across += carried_up
            radial = radial + away[-1] * cos
        total = across
        if waves:
            # The swell is that of the depth far out; it ends at the surface, whatever is over it.
            if water.ground is not None:
                hangs = np.maximum(depth + tip - at * sin, least)
            x, z = swell.orbital(
                passes, wave, np.minimum(hangs, depth), at * (wave * cos), time)
            orbit = x * sin
            orbit += z * cos
            radial = radial + (x[-1] * cos - z[-1] * sin)
            # Newton's step begins where the water itself takes the rig.
            carries = (borne - orbit[-1]) / r
            borne, w = orbit[-1], w + carries
            across += carries * at
            total = across + orbit
        square = total * total
        if moving:
            square += side * side
        past = np.sqrt(square[:-1]) + 1e-5
        rig = np.sqrt(square[-1] + radial * radial)
        # Cd at the point that matters most, the one nearest the rig but one.
        middle = past[1]
        load = (drag * (1.0 + viscous / np.cbrt(middle * middle)) * wet) * _WEIGHTS * s * past
        if lead is not None:
            load = load * (1.0 + LEADER * thicker * _of_leader(wet, lead.length))
        kr, pull = k * r, total[-1]
        arm = kr * rig
        lever = _over(load, s)
        moment = arm * pull + BOW * _over(load, across[:-1]) - weight * cos * r
        if waves:
            moment = moment + _over(load, orbit[:-1])
        if moving:
            blown = _over(load, carried_up[:-1])
            moment = moment + SINGLE(AGAINST - BOW) * (away[-1] < 0.0) * blown
            steeper = np.minimum(np.maximum(
                BILLOW * blown / (r * np.maximum(k * rig * radial + weight * sin, 1e-4)), 0.0),
                BILLOW_MAX)
        slope = r * (arm + kr * pull * pull / rig) + 1.33 * BOW * lever
        w = w - moment / slope
        if moving:
            turn = (_over(load, carried[:-1]) + arm * carried[-1]) / (lever + arm * r)
            swung = turn / np.maximum(cos, 1e-4)
            bearing = bore - swung * dt
        time = time + half
        r = nearer
        if water.ground is not None:
            down = water.ground.under(depth, r * cos, cast).astype(SINGLE)
            deep = tip + down
        lowest = np.minimum(deep / r, upright)
        sin, cos = _turned(*began, w * dt, least, lowest)
        if i == 1:
            sin = np.where(r * r - deep * deep > (SLIDES * cast) ** 2, lowest, sin)
            cos = np.sqrt(1.0 - sin * sin)
        out[0, i] = np.minimum(r * cos / cast, out[0, i - 1])
        out[1, i] = np.minimum(deep - r * sin, down)


def _turned(
    sin: Array, cos: Array, by: Array, least: Array, most: Array
) -> tuple[Array, Array]:
    """Sine and cosine of an angle once it has grown ``by`` rad, the sine between two bounds: to the
    second order, and no further than the sine grows with it."""
    by = np.minimum(by, cos / sin)
    sin = np.minimum(np.maximum(sin + by * (cos - 0.5 * by * sin), least), most)
    return sin, np.sqrt(1.0 - sin * sin)


def _over(load: Array, value: Array) -> Array:
    """The sum over the line's points, (P, N) to (N,)."""
    return np.asarray(np.einsum("ij,ij->j", load, value))
