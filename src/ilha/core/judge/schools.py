"""Schools of weight: small policies over the same figures. Section 10 of docs/model.md.

Common practice, no source: where anglers disagree, the school is named and the user chooses.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, Flags, Indices
from ilha.core.units import kg_from_oz

RIGHT, MARGINAL, TOO_LIGHT, TOO_HEAVY, UNSAFE, FALLS_SHORT = range(6)
VERDICTS = ("right", "marginal", "too-light", "too-heavy", "unsafe-for-outfit", "falls-short")

WATER_WORDS = ("right", "marginal", "too-light", "drags")
"""What the water alone says of a rig; how heavy it is beyond need is told apart."""


PER_METRE = 1.0
"""In deep water the angler waits a second for each metre (common practice, no source)."""


@dataclass(frozen=True)
class School:
    """What a school asks of a head.

    ``because`` says of its pick why it was picked. scope_limit : None where it goes by the drift
    of a fed line instead, which is then pulled with ``feed`` N. patience : s down to the fish's
    water, or a second for each metre where that is longer; s per metre down to the bottom where
    ``in_proportion``.
    casts : whether the rod must throw the rig.
    """

    key: str
    name: str
    says: str
    because: str
    scope_limit: float | None
    hangs_count: bool
    patience: float = 60.0
    in_proportion: bool = False
    feed: float | None = None
    casts: bool = True

    def patience_for(self, depth: Array) -> Array:
        """Longest count (s) the angler waits for, at a depth (m)."""
        if self.in_proportion:
            return np.asarray(self.patience * depth)
        return np.maximum(self.patience, PER_METRE * np.asarray(depth))


DRIFT_SHARE = 0.3
"""A fed fall may drift this share of the depth it falls through (judgement)."""

LIGHTEST = School(
    "lightest-practical",
    "lightest practical",
    "the least weight that still casts, gets there and makes the tail work",
    "the lightest that gets there: longest in their zone, fewest snags",
    scope_limit=3.0,
    hangs_count=True,
)
CONTACT = School(
    "bottom-contact",
    "bottom contact",
    "the least weight that lets you feel the bottom on each hop",
    "the lightest on a line tight enough to feel each touch",
    scope_limit=1.5,
    hangs_count=False,
)
TABLE = School(
    "depth-table",
    "depth table",
    "weight by depth, one step up where the current runs: quick and coarse",
    "the head nearest the table's weight for this depth and current; no water was computed",
    scope_limit=2.0,
    hangs_count=True,
)
FED = School(
    "fed-fall",
    "fed fall",
    "a light head on line fed by hand, the bite taken on the drop: for suspended fish",
    "the lightest that sinks on hand-fed line without drifting past them",
    scope_limit=None,
    hangs_count=True,
    patience=90.0,
    feed=0.02,
    casts=False,
)
DOWN = School(
    "down-then-work",
    "down fast, then work",
    "straight down past the small fish, then worked from below",
    "the lightest that is down within the count on a near-straight line",
    scope_limit=1.2,
    hangs_count=False,
    patience=1.5,
    in_proportion=True,
)
SCHOOLS = {school.key: school for school in (LIGHTEST, CONTACT, TABLE, FED, DOWN)}

_TABLE_OZ = (1 / 8, 1 / 4, 3 / 8, 1 / 2)
TABLE_CURRENT = 0.4
"""Surface current (m/s) above which the depth table goes one step up."""


FITS_WELL, AT_A_PINCH, FITS_BADLY = 2, 1, 0
"""How a head's hook goes with the plastic."""


def of_a_size(mass: Array) -> Array:
    """Masses (kg) to the tenth of a gram: what differs by less is one size, and the first of those
    that are given is taken."""
    return np.round(mass, 4)


def lightest(
    mass: Array, verdict: Indices, fit: Indices | None = None, scope: Array | None = None,
    only_wind: Flags | None = None,
) -> Indices:
    """Index of the pick: the lightest right head, else the lightest marginal one, else -1.

    Heads whose hook fits well come before those that go at a pinch; one that fits badly is never
    the pick.

    Parameters
    ----------
    mass : (H,) kg. verdict : (H, T) codes. fit : (H,), None: all fit well. scope : (H, T) where
    a line is held: where none is right the marginal head that holds best is taken, so that more
    current or more wind never makes the pick lighter. only_wind : (H, T) where none is, those
    that the wind alone makes marginal, which come before those that the water makes so.

    Returns
    -------
    (T,) integer array.
    """
    order = np.argsort(of_a_size(mass), kind="stable")
    ranked = verdict[order]
    level = np.full(mass.shape, FITS_WELL) if fit is None else fit
    pick = np.full(verdict.shape[1], -1)
    for code in (MARGINAL, RIGHT):
        for good in (AT_A_PINCH, FITS_WELL):
            if not np.any(level == good):
                continue
            found = (ranked == code) & (level[order] == good)[:, None]
            first = np.argmax(found, axis=0)
            if code == MARGINAL and scope is not None:
                # Of those that hold alike, as all do in slack water, the heaviest.
                held = np.where(found, np.round(scope[order], 6), np.inf)
                first = len(held) - 1 - np.argmin(held[::-1], axis=0)
            elif code == MARGINAL and only_wind is not None:
                windy = found & only_wind[order]
                first = np.where(windy.any(axis=0), np.argmax(windy, axis=0), first)
            pick = np.where(found.any(axis=0), order[first], pick)
    return pick


def table_mass(depth: Array, current: Array) -> Array:
    """The table's weight (kg) for a depth (m) and a surface current (m/s)."""
    step = np.where(depth <= 1.5, 0, np.where(depth <= 3.0, 1, 2))
    step = step + (np.abs(current) > TABLE_CURRENT)
    return np.asarray(kg_from_oz(1.0) * np.asarray(_TABLE_OZ)[step])


def by_depth_table(
    mass: Array, fits_outfit: Flags, depth: Array, current: Array
) -> Indices:
    """Index of the box's head nearest the table's weight, of those the outfit can throw; (T,).

    To 1.5 m 1/8 oz, to 3 m 1/4, deeper 3/8; one step up where the surface current is over
    0.4 m/s. No physics in it: that is its charm and its fault. -1 where nothing fits.
    """
    wanted = table_mass(depth, current)
    miss = np.abs(np.log(mass[:, None] / wanted[None, :]))
    miss = np.where(fits_outfit.reshape(-1, 1), miss, np.inf)
    nearest = np.argmin(miss, axis=0)
    return np.where(np.isfinite(miss.min(axis=0)), nearest, -1)
