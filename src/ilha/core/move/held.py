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
    """The table at one angle between cast and current, (3, M): the polynomial in the cosine through
    its five angles."""
    table = _table()
    out = np.zeros(table.values.shape[:5] + table.values.shape[6:])
    for i, own in enumerate(table.cosines):
        others = np.delete(table.cosines, i)
        out += np.prod((cosine - others) / (own - others)) * table.values[:, :, :, :, :, i]
    return out.reshape(3, -1)


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
    given = np.broadcast_arrays(*(np.asarray(v, dtype=float) for v in (
        cast / least, tip, line, current, start)))
    shape = given[0].shape
    lows, shares, strides, stride = [], [], [], 1
    for name in reversed(AXES):
        strides.append(stride)
        stride *= table.axes[name].size
    for name, value in zip(AXES, given, strict=True):
        axis = table.axes[name]
        at = np.log(np.maximum(value, 1e-9)) if name in _LOGARITHMIC else value
        at = np.nan_to_num(at.reshape(-1))
        low = np.clip(np.searchsorted(axis, at) - 1, 0, axis.size - 2)
        lows.append(low)
        shares.append(np.clip((at - axis[low]) / (axis[low + 1] - axis[low]), 0.0, 1.0))
    strides.reverse()
    base = sum(low * stride for low, stride in zip(lows, strides, strict=True))
    cosine = np.round(np.cos(np.radians(angle_deg)), 6)
    # Casts at one mark have the angles of flood and ebb: few, whose tables are made once.
    of, which = np.unique(np.broadcast_to(cosine, shape).reshape(-1), return_inverse=True)
    values = [_across(float(one)) for one in of]
    out = np.zeros((3, base.size))
    # An axis on which all stand at its lower nodes needs no second one.
    for corner in product(*((0,) if not np.any(share) else (0, 1) for share in shares)):
        weight = np.ones(base.size)
        for one, share in zip(corner, shares, strict=True):
            weight *= share if one else 1.0 - share
        index = base + sum(one * stride for one, stride in zip(corner, strides, strict=True))
        if of.size == 1:
            out += weight * values[0][:, index]
            continue
        for at_angle, table_of in enumerate(values):
            mine = which == at_angle
            out[:, mine] += weight[mine] * table_of[:, index[mine]]
    time, come_in, drift = out.reshape(3, *shape)
    return HeldFall(COARSE * np.exp(time), come_in, drift)


def line_drag(speed: Array, diameter: Array, nu: Array) -> Array:
    """Cd of the line as the table's axis has it, for a rig of this own speed (m/s)."""
    own = line_drag_coefficient(LINE_SPEED * speed * diameter / nu)
    table = line_drag_coefficient(TABLE_REYNOLDS) / line_drag_coefficient(
        LINE_SPEED * TABLE_REYNOLDS)
    return np.asarray(own * table)
