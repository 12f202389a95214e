"""Fit of hook to plastic. Section 7 of docs/model.md. Lengths in metres along the axis."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, require

REACH_LOW, REACH_HIGH = 0.30, 0.65
"""Exit over working length within which a hook sits well: about the middle third. Common
practice, no source: on a body of 127 mm overall 2/0 and 3/0 are both right, on 178 mm 3/0 works
and 5/0 is better."""
REACH_BEST = 0.43
CLEAR_MIN = 0.002
"""Least clearance (m) of a point that is to set (judgement)."""
YIELD_STRESS = 1.5e9
"""Yield stress of tempered hook wire, Pa (from memory)."""

FITS, TOO_SMALL, TOO_LONG, UNDER = "fits", "too-small", "too-long", "gape-under-body"


def exit_point(
    straight: ArrayLike, gape: ArrayLike, back: ArrayLike, keeper: ArrayLike = 0.0
) -> Array:
    """Where the inside of the bend crosses the back of the body, m from the nose.

    Parameters
    ----------
    straight : x_b, from the rear face of the head to the start of the bend.
    gape : the bend is half a circle of radius r = gape/2 centred r above the shank.
    back : height of the back above the shank: half the body when threaded through the centre,
        the thread depth when threaded high.
    keeper : what the head's keeper takes of the shank.

    Returns
    -------
    x_b + sqrt(r² - (h - r)²) - keeper; NaN where h > 2 r (the point never clears).

    >>> round(float(exit_point(0.038, 0.015, 0.008)) * 1000, 1)
    45.5
    """
    straight = require("hook.straight_mm", straight, "m", "measure the shank", above=0.0)
    gape = require("hook.gape_mm", gape, "m", "measure from shank to point", above=0.0)
    back = require("back_mm", back, "m", "measure the body's height", above=0.0)
    r = gape / 2.0
    under_root = r**2 - (back - r) ** 2
    return np.asarray(straight + np.sqrt(np.where(under_root >= 0.0, under_root, np.nan))
                      - np.asarray(keeper))


def opening_load(wire: ArrayLike, lever: ArrayLike, yield_stress: float = YIELD_STRESS) -> Array:
    """Load (N) at which a hook's round wire first yields: sigma_y pi d³/(32 lever).

    Elastic bending of a round section; the lever is taken as the gape, which is cautious (it is
    nearer half the gape). Plastic collapse lies 16/(3 pi) higher.

    >>> round(float(opening_load(0.0012, 0.008)), 1)
    31.8
    """
    wire = require("hook.wire_mm", wire, "m", "measure the wire", above=0.0)
    lever = require("hook.gape_mm", lever, "m", "measure from shank to point", above=0.0)
    return np.asarray(yield_stress * np.pi * wire**3 / (32.0 * lever))


@dataclass(frozen=True)
class HookFit:
    """Fit of N hooks in one plastic; (N,) arrays in m, shares and N, NaN where it never clears."""

    exit: Array
    clearance: Array
    reach: Array
    working_share: Array
    bulk: Array
    opening_load: Array
    verdict: tuple[str, ...]
    pick: int


def fit_hooks(
    straight: Array,
    gape: Array,
    wire: Array,
    length: float,
    body_length: float,
    height: float,
    keeper: ArrayLike = 0.0,
) -> HookFit:
    """Judge hooks threaded straight through the centre of one plastic.

    Parameters
    ----------
    straight, gape, wire : (N,) m. length, body_length, height : of the plastic, m; body_length
        is the working length, without a thin tail. keeper : what it takes of the shank, m, one
        for all or (N,).

    ``pick`` is the hook that fits with its exit nearest to 0.43 of the working length, -1 where
    none fits.
    """
    if not 0.0 < body_length <= length:
        raise DomainError("plastic.body_length_mm", "must be above 0 and at most the length",
                          body_length * 1e3, "mm", "measure the body without a thin tail")
    back = 0.5 * height
    out = exit_point(straight, gape, back, keeper)
    clearance = np.asarray(gape) - back
    reach = out / body_length
    verdict = tuple(
        UNDER if np.isnan(x) or c <= 0.0
        else TOO_SMALL if c < CLEAR_MIN or r < REACH_LOW
        else TOO_LONG if r > REACH_HIGH
        else FITS
        for x, c, r in zip(out, clearance, reach, strict=True)
    )
    miss = np.where([v == FITS for v in verdict], np.abs(reach - REACH_BEST), np.inf)
    best = int(np.argmin(miss))
    return HookFit(
        exit=out, clearance=clearance, reach=reach, working_share=1.0 - out / length,
        bulk=np.asarray(gape) / height, opening_load=opening_load(wire, gape), verdict=verdict,
        pick=best if np.isfinite(miss[best]) else -1,
    )
