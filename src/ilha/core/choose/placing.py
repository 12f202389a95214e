"""How a rig is put there: skipped in under cover, and how well it skips; a crab glued for it.

Common practice, no source, where no judgement is named; the words are data/placing.toml, their
conditions those of rules.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np

from ilha.core.choose.rules import holds_in
from ilha.core.errors import Array
from ilha.core.tables import SHAPES, read_table

WEIGHT_AT = (0.0, 0.10, 0.20, 0.30, 0.45)
SKIPS = (0.8, 1.0, 0.9, 0.5, 0.2)
"""How well a covered hook skips, by where its weight lies on the body: well forward or hidden it
skips and swims true, in the middle it digs in (common practice; the numbers are judgement)."""
OPEN_HOOK, NO_WEIGHT_KG = 0.4, 0.0012
"""An open jig head catches the surface. Under so much weight there is nothing to dig in."""
SLIM = 0.75
"""Bodies whose tail stands up, paddles and curls, roll as they skip: this share of a slim one's."""
TAILED = ("paddle", "t-tail", "curl", "bulky", "craw")
SKIP_WORDS = ((0.75, "well"), (0.45, "fairly"), (0.0, "badly"))

_ROWS: list[dict[str, Any]] = read_table("placing.toml")["placing"]


def skips(
    shape: Array, weight_share: Array, mass: Array, covered: Array, look: Array
) -> Array:
    """How well rigs skip, 0 to 1, all of one shape.

    shape, look : words. weight_share : where the weight lies, share of the plastic's length.
    mass : kg, of the weight. covered : whether the hook is.
    """
    ahead = np.array([not SHAPES[each].inside for each in np.ravel(shape)]).reshape(shape.shape)
    at = np.where(ahead, 0.0, weight_share)
    by_weight = np.where(mass < NO_WEIGHT_KG, 1.0, np.interp(at, WEIGHT_AT, SKIPS))
    tailed = np.where(np.isin(look, TAILED), SLIM, 1.0)
    return np.asarray(np.where(covered, by_weight, OPEN_HOOK) * tailed)


def skip_word(share: float) -> str:
    """ "well", "fairly" or "badly"."""
    return next(word for least, word in SKIP_WORDS if share >= least)


def placing_says(facts: Mapping[str, Any], rigging: str, look: str, skip: float) -> tuple[str, ...]:
    """What is said of how to put an outfit there, in the order of the table."""
    word = skip_word(skip)
    return tuple(
        row["says"] for row in _ROWS
        if holds_in(row.get("when", {}), facts)
        and rigging in row.get("riggings", (rigging,)) and look in row.get("looks", (look,))
        and word in row.get("skips", (word,)))
