"""Make the table of falls on a held line, core/data/held.npz, from the chain of the tests.

The fall depends on a handful of numbers without a unit: cast over the least one from which the
line reaches the bottom, tip over depth, the
line's drag over the rig's, current over the rig's own speed, the cast's angle to the current, and
from which share of the depth the line is held. For each of the settings the chain says how long it
takes (in depths over the rig's speed), how far it comes in and drifts (in depths). Ten minutes.
"""

from __future__ import annotations

import itertools
import sys
from concurrent.futures import ProcessPoolExecutor
from pathlib import Path

import numpy as np

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))

from tests.reference import moving  # noqa: E402

OUT = ROOT / "src/ilha/core/data/held.npz"
AXES = {
    "cast": np.array([1.03, 1.1, 1.25, 1.6, 2.3, 4.0, 8.0, 16.0, 32.0]),
    "tip": np.array([0.08, 0.3, 1.0]),
    "line": np.array([0.06, 0.2, 0.6, 1.5, 3.0, 6.0, 12.0, 30.0]),
    "current": np.array([0.0, 0.1, 0.22, 0.38, 0.6, 0.9, 1.3]),
    "cos": np.cos(np.radians([0.0, 45.0, 90.0, 135.0, 180.0])),
    "start": np.array([0.0, 0.35, 0.75]),
}
DEPTH, SPEED, DIAMETER = 5.0, 0.7, 0.19e-3
SEGMENTS, STEP, LONGEST, CHUNK = 12, 0.08, 110.0, 864


def weight_of(line: float) -> float:
    """Wet weight (N) at which the line's drag over the rig's, rho/2 Cd D d/K, is this."""
    cd = 1.0 + 10.0 * (SPEED * DIAMETER / moving.NU) ** (-2.0 / 3.0)
    return float(0.5 * moving.RHO * cd * DIAMETER * DEPTH / line * SPEED**2)


def run(rows: np.ndarray) -> np.ndarray:
    """Count, come-in and drift without units, (3, N), of settings (N, 6)."""
    cast, tip, line, current, cos, start = rows.T
    least = np.sqrt((1.0 + tip) ** 2 - (start + tip) ** 2)
    found = moving.held_fall(moving.Setting(
        DEPTH, [weight_of(x) for x in line], SPEED, DIAMETER, cast * least * DEPTH, tip * DEPTH,
        current * SPEED, np.degrees(np.arccos(cos)), start=start * DEPTH),
        SEGMENTS, STEP, LONGEST)
    return np.stack([found[0] * SPEED / DEPTH, found[1] / DEPTH, found[2] / DEPTH])


def main() -> None:
    grid = np.array(list(itertools.product(*AXES.values())))
    # Without a current no angle matters: it is run across alone.
    shape = tuple(a.size for a in AXES.values())
    needed = (grid[:, 3] > 0.0) | (np.abs(grid[:, 4]) < 1e-9)
    order = np.lexsort((grid[:, 2], grid[:, 3]))
    order = order[needed[order]]
    parts = [order[i : i + CHUNK] for i in range(0, order.size, CHUNK)]
    out = np.full((3, len(grid)), np.nan)
    with ProcessPoolExecutor() as pool:
        for at, found in zip(parts, pool.map(run, [grid[p] for p in parts]), strict=True):
            out[:, at] = found
    table = out.reshape(3, *shape)
    table[:, :, :, :, 0] = table[:, :, :, :, 0, 2:3]
    np.savez_compressed(OUT, table=table.astype(np.float32), **AXES)
    print(f"{OUT.name}: {table[0].size} settings, {np.isnan(table[0]).mean():.0%} never down")


if __name__ == "__main__":
    main()
