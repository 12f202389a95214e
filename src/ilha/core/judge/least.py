"""The least weight that does the job with a plastic, whatever is in the box.

A plain ball of lead on the thinnest braid that the fish allows, thrown by whatever rod it takes:
what heads are held against, so that owning more never makes an answer heavier.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from ilha.core.errors import Array
from ilha.core.judge.figures import figures
from ilha.core.judge.limits import judge_school
from ilha.core.judge.schools import MARGINAL, RIGHT, SCHOOLS
from ilha.core.move.cast import Rod
from ilha.core.rig.assembly import assemble, columns, stack
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.tables import HEAD_MATERIALS
from ilha.core.units import kg_from_oz
from ilha.core.water.conditions import Conditions

COMMON_OZ = (1 / 16, 1 / 10, 1 / 8, 1 / 6, 1 / 4, 3 / 8, 1 / 2, 5 / 8, 3 / 4, 1.0, 1.25, 1.5, 2.0,
             2.5, 3.0, 4.0, 5.0, 6.0)
"""Weights that are printed on heads."""
ORDINARY_OZ = 1 / 8
"""Practice begins here; the finer heads belong to finesse outfits (common practice, no source)."""
MASSES = np.array([kg_from_oz(oz) for oz in COMMON_OZ])


def least_that_does(cond: Conditions, plastics: Sequence[Plastic], school: str) -> Array:
    """The lightest ball of a common weight that is right by a school, else marginal, else the
    heaviest tried; (P,) kg.

    cond : of one moment, its line the reference one.
    """
    p, m = (part.ravel() for part in np.meshgrid(np.arange(len(plastics)), np.arange(MASSES.size),
                                                 indexing="ij"))
    lead = HEAD_MATERIALS["lead"]
    balls = columns([Head(str(i), float(mass), lead, "ball", 1.2e-3)
                     for i, mass in enumerate(MASSES)])
    body = assemble(stack(plastics, p), balls.taken(m))
    f = replace(figures(cond.checked(), body, Rod(limits=False)), bare=True)
    judged, _ = judge_school(f, SCHOOLS[school], (p.size, 1), 0.0)
    verdict = judged.verdict.reshape(len(plastics), -1)
    out = np.full(len(plastics), MASSES[-1])
    for code in (MARGINAL, RIGHT):
        found = verdict == code
        out = np.where(found.any(axis=1), MASSES[np.argmax(found, axis=1)], out)
    return np.asarray(np.maximum(out, kg_from_oz(ORDINARY_OZ)))
