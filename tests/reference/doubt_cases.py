"""Is what is called right right? Settings drawn at large, each with truths drawn by the doubts that
``core/judge/doubt.py`` names, and each truth judged by the hold itself."""

from __future__ import annotations

from functools import cache
from typing import NamedTuple

import numpy as np
from scipy.stats import qmc

from ilha.core.errors import Array
from ilha.core.judge.board import board
from ilha.core.judge.doubt import CURRENT, DEPTH, DIAMETER, LINE_DRAG, RIG_DRAG
from ilha.core.judge.schools import RIGHT, SCHOOLS
from ilha.core.move.hold import hold
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, PADDLE_76, PADDLE_102, ladder

SCHOOL = "lightest-practical"
TRUTHS = 400


class Judged(NamedTuple):
    """said : how sure the board is of its pick. first, all_ : share of the truths in which it was
    right, where current and rig's drag alone are in doubt, and where everything is."""

    said: Array
    first: Array
    all_: Array


@cache
def judged(count: int = 160, seed: int = 7) -> Judged:
    """Of settings whose pick is right: 1 to 15 m, 0 to 0.8 m/s, 0.11 to 0.28 mm."""
    rng = np.random.default_rng(seed)
    limit = SCHOOLS[SCHOOL].scope_limit
    assert limit is not None
    out = []
    for u in qmc.LatinHypercube(4, rng=rng).random(count):
        plastic = (PADDLE_76, JERK_127, PADDLE_102)[int(3 * u[3])]
        depth, current, line = 1.0 + 14.0 * u[0], 0.8 * u[1], (0.11 + 0.17 * u[2]) * 1e-3
        b = board(Conditions(np.array([depth]), np.array([current]), line), plastic, ladder())
        pick = int(b.picks[SCHOOL][0])
        if pick < 0 or b.judgement.verdict[pick, 0] != RIGHT:
            continue
        low = float(b.window_low[pick, 0])
        drawn = np.exp(rng.normal(size=(5, TRUTHS)) * np.log1p(
            [[CURRENT], [RIG_DRAG], [LINE_DRAG], [DIAMETER], [DEPTH]]))
        shares = []
        for line_, wide, deep in ((1.0, 1.0, 1.0), drawn[2:]):
            truth = current * drawn[0]
            held = hold(b.glide.wet_weight[pick, 0], b.body.drag_area[pick, 0] * drawn[1],
                        line * line_ * wide, depth * deep, 1.5, truth, rho=float(b.rho[0]),
                        nu=float(b.nu[0]), bare=True)
            shares.append(float(np.mean((held.scope <= limit) & (truth >= low))))
        out.append((float(b.right_share[pick, 0]), *shares))
    said, first, all_ = np.array(out).T
    return Judged(said, first, all_)
