"""Falls on a held line, read from a table that a dynamic chain made. Section 2 of docs/model.md."""

from __future__ import annotations

from functools import cache, lru_cache
from importlib import resources
from io import BytesIO
from itertools import product
from typing import NamedTuple

import numpy as np

from ilha.core.errors import Array
from ilha.core.water.flow import line_drag_coefficient

AXES = ("cast", "tip", "line", "current", "start")
"""The table's axes once the angle is chosen: cast over the least from which the line reaches the
bottom, tip over depth, rho/2 Cd D d/K (Cd at the rig's own speed), current over that speed, share
of the depth from which the line is held."""
_LOGARITHMIC = ("cast", "tip", "line")
COARSE = 0.97
"""The table's twelve segments take so much too long against forty: this makes it good."""
LINE_SPEED, TABLE_REYNOLDS = 1.0 / 3.0, 126.7
"""The line crosses the water at about this share of the rig's own speed: there its Cd is taken, as
the table's would be, whose rigs have this Reynolds number of their line at their own speed."""
_BLOCK = 4096
"""Falls looked up at once: as many as leave their corners in the processor's cache."""
LONGEST = 18.0
"""What is never down in the table stands at this, in depths over the rig's speed."""


class HeldFall(NamedTuple):
    """Without units, of the depth that is left: the time over that over the rig's speed, come-in
    towards the rod and drift across the cast over it."""

    time: Array
    come_in: Array
    drift: Array


class _Table(NamedTuple):
    values: Array  # (3, cast, tip, line, current, cos, start): log time, come-in, drift
    axes: dict[str, Array]
    cosines: Array


@cache
def _table() -> _Table:
    """As scripts/held_table.py wrote it; what never came down filled from the current before it."""
    path = resources.files("ilha.core.data") / "held.npz"
    with np.load(BytesIO(path.read_bytes())) as held:
        values = held["table"].astype(float)
        axes = {name: held[name] for name in AXES}
        cosines = held["cos"]
    for at in range(1, axes["current"].size):
        here, before = values[:, :, :, :, at], values[:, :, :, :, at - 1]
        gone = np.isnan(here[0])
        here[0] = np.where(gone, LONGEST * (1.0 - axes["start"]), here[0])
        here[1:] = np.where(gone, before[1:], here[1:])
    values /= 1.0 - axes["start"]
    values[0] = np.log(np.nan_to_num(values[0], nan=LONGEST))
    values = np.nan_to_num(values)
    axes = {name: np.log(axis) if name in _LOGARITHMIC else axis for name, axis in axes.items()}
    for name, along in (("cast", 1), ("line", 3), ("current", 4)):
        axes[name], values = _midway(axes[name], 0), _midway(values, along)
    return _Table(values, axes, cosines)


def _midway(values: Array, axis: int) -> Array:
    """With a value midway between every two, by the cubic through the four about it; at the ends,
    and where one of them stands for never, straight."""
    v = np.moveaxis(values, axis, 0)
    out = np.empty((2 * len(v) - 1, *v.shape[1:]))
    out[::2] = v
    out[1::2] = 0.5 * (v[1:] + v[:-1])
    out[3:-3:2] = (9.0 * (v[1:-2] + v[2:-1]) - v[:-3] - v[3:]) / 16.0
    # The first and the last by the parabola through the three at that end.
    out[1] = (3.0 * v[0] + 6.0 * v[1] - v[2]) / 8.0
    out[-2] = (3.0 * v[-1] + 6.0 * v[-2] - v[-3]) / 8.0
    low, high = np.minimum(v[1:], v[:-1]), np.maximum(v[1:], v[:-1])
    out[1::2] = np.clip(out[1::2], low, high)
    return np.moveaxis(out, 0, axis)


@lru_cache(maxsize=16)
def _across(cosine: float) -> Array:
    """The table at one angle between cast and current, (M, 3), in single precision: the polynomial
    in the cosine through its five angles."""
    table = _table()
    out = np.zeros(table.values.shape[:5] + table.values.shape[6:])
    for i, own in enumerate(table.cosines):
        others = np.delete(table.cosines, i)
        out += np.prod((cosine - others) / (own - others)) * table.values[:, :, :, :, :, i]
    return np.ascontiguousarray(out.reshape(3, -1).T, dtype=np.float32)


def held_fall(
    cast: Array, tip: Array, line: Array, current: Array, start: Array, angle_deg: Array | float
) -> HeldFall:
    """The fall of a rig on a held line; all as ``AXES`` has them, broadcast, but the cast over the
    depth.

    Straight between the table's settings, of cast, tip and line in their logarithms; beyond its
    ends, the ends. angle_deg : from the way the current goes to the way the cast goes.
    """
    table = _table()
    least = np.sqrt(np.maximum((1.0 + tip) ** 2 - (start + tip) ** 2, 1e-6))
    given = [np.asarray(v, dtype=float) for v in (cast / least, tip, line, current, start)]
    shape = np.broadcast_shapes(*(v.shape for v in given))
    lows, shares, strides, stride = [], [], [], 1
    for name in reversed(AXES):
        strides.append(stride)
        stride *= table.axes[name].size
    for name, value in zip(AXES, given, strict=True):
        axis = table.axes[name]
        at = np.nan_to_num(np.log(np.maximum(value, 1e-9)) if name in _LOGARITHMIC else value)
        low = np.clip(np.searchsorted(axis, at) - 1, 0, axis.size - 2)
        share = np.clip((at - axis[low]) / (axis[low + 1] - axis[low]), 0.0, 1.0)
        lows.append(low)
        shares.append(np.broadcast_to(share.astype(np.float32), shape).reshape(-1))
    strides.reverse()
    base = np.broadcast_to(sum(low * stride for low, stride in zip(
        lows, strides, strict=True)), shape).reshape(-1)
    # An axis on which all stand at its lower nodes needs no second one.
    both = [bool(np.any(share)) for share in shares]
    corners = np.array(list(product(*((0, 1) if two else (0,) for two in both)))) @ strides
    between = [share for share, two in zip(shares, both, strict=True) if two]
    cosine = np.round(np.cos(np.radians(angle_deg)), 6)
    # Casts at one mark have the angles of flood and ebb: few, whose tables are made once.
    of, which = np.unique(np.broadcast_to(cosine, shape).reshape(-1), return_inverse=True)
    out = np.empty((base.size, 3))
    for i, one in enumerate(of):
        mine, values = np.flatnonzero(which == i), _across(float(one))
        for begin in range(0, mine.size, _BLOCK):
            at = mine[begin:begin + _BLOCK]
            found = values[base[at] + corners[:, None]]
            for share in between:
                low, high = np.split(found, 2)
                found = low + share[at, None] * (high - low)
            out[at] = found[0]
    time, come_in, drift = np.moveaxis(out.reshape(*shape, 3), -1, 0)
    return HeldFall(COARSE * np.exp(time), come_in, drift)


def line_drag(speed: Array, diameter: Array, nu: Array) -> Array:
    """Cd of the line as the table's axis has it, for a rig of this own speed (m/s)."""
    own = line_drag_coefficient(LINE_SPEED * speed * diameter / nu)
    table = line_drag_coefficient(TABLE_REYNOLDS) / line_drag_coefficient(
        LINE_SPEED * TABLE_REYNOLDS)
    return np.asarray(own * table)
