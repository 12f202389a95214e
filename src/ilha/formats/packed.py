"""Numbers packed for a device: whole numbers of 16 bits, little-endian, as base64.

Each is the difference from the one before it along the last axis (modulo 2**16; the first from 0),
which of figures that change slowly leaves little for compression to keep.
"""

from __future__ import annotations

from base64 import b64encode
from typing import Any

import numpy as np

from ilha.core.errors import Array, Indices

NOTHING = -32768
MOST = 32767


def whole(values: Indices) -> str:
    """Whole numbers from -32767 to 32767 and ``NOTHING``; what lies beyond is cut."""
    kept = np.where(values == NOTHING, NOTHING, np.clip(values, -MOST, MOST)).astype(np.int64)
    steps = np.diff(kept, axis=-1, prepend=0)
    return b64encode((steps & 0xFFFF).astype("<u2").tobytes()).decode("ascii")


def figures(values: Array) -> dict[str, Any] | None:
    """Figures as ``{"scale", "data"}``: ``data`` times ``scale``; None where none is a number."""
    finite = np.isfinite(values)
    if not np.any(finite):
        return None
    most = float(np.max(np.abs(values[finite])))
    scale = most / MOST if most > 0.0 else 1.0
    counts = np.round(np.where(finite, values, 0.0) / scale).astype(int)
    return {"scale": scale, "data": whole(np.where(finite, counts, NOTHING))}


def bytes_of(values: Indices) -> str:
    """Whole numbers from 0 to 255, a byte each, as they are."""
    return b64encode(values.astype(np.uint8).tobytes()).decode("ascii")
