"""Where no head is right: what would do instead, over some steps of a board."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ilha.core.errors import Indices
from ilha.core.judge.board import Board
from ilha.core.judge.schools import FITS_BADLY, MARGINAL, RIGHT, TOO_HEAVY
from ilha.core.judge.verdict import IN_TOUCH


@dataclass(frozen=True)
class Instead:
    """What would do, at one of the steps or more.

    all_over : kg by which the lightest package is over the rod's most, where all are; then nothing
    else is told. over : the same of what is right in the water, or only just, where all of that is.
    hooks : what is has a hook that goes badly with the plastic. wind : its bow alone is in the way.
    reel_slower, reel_faster : swum back, it rides up, it drags. lighter : all are too heavy. least
    : kg, from the step that needs least to the one that needs most, where that is more than all
    that was tried. other : no weight would do, or another shape does with less.
    """

    all_over: float | None = None
    over: float | None = None
    hooks: bool = False
    wind: bool = False
    reel_slower: bool = False
    reel_faster: bool = False
    lighter: bool = False
    least: tuple[float, float] | None = None
    other: bool = False


def nothing_right(b: Board, at: Indices, fit: Indices) -> Instead:
    """What would do at some steps (N,) of a board at which no head is picked.

    fit : (H,) how each head's hook goes with the plastic, as ``schools.lightest`` has it.
    """
    over = np.broadcast_to(b.figures.package, b.shape)[:, at] - b.figures.rod.lure_max
    if np.all(over > 0.0):
        return Instead(all_over=float(over.min()))
    water = b.judgement.water[:, at]
    codes = np.array([item.code for item in b.judgement.limits])[b.judgement.water_decided[:, at]]
    light = over <= 0.0
    does = (water == RIGHT) | (water == MARGINAL)
    stout = does.any(axis=0) & ~np.any(does & light, axis=0)
    hooks = np.any(does & light & (fit[:, None] == FITS_BADLY), axis=0)
    most = float(np.where(does & stout, over, np.inf).min()) if stout.any() else None
    rest = ~stout & ~hooks
    wind = rest & np.any((codes == IN_TOUCH) & ~does, axis=0)
    rest &= ~wind
    told = Instead(over=most, hooks=bool(hooks.any()), wind=bool(wind.any()))
    if b.figures.cond.steady:
        up, down = (np.any(rest & which.any(axis=0)) for which in (
            (codes == "swims") & ~does, water == TOO_HEAVY))
        return replace(told, reel_slower=bool(up), reel_faster=bool(down),
                       other=bool(rest.any() and not (up or down)))
    heavy = np.all((water == TOO_HEAVY) | ~light, axis=0)
    tried = np.where(light & (water != TOO_HEAVY), b.figures.mass[:, None], 0.0).max(axis=0)
    mass = np.fmin.reduce(np.where(b.least_mass > 0.0, b.least_mass, np.nan)[:, at], axis=0)
    # Where there is as much already it is not the weight.
    more = rest & ~heavy & (mass > tried)
    return replace(told, lighter=bool(np.any(rest & heavy)),
                   least=(float(mass[more].min()), float(mass[more].max())) if more.any() else None,
                   other=bool(np.any(rest & ~heavy & ~more)))
