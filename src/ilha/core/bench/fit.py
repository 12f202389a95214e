"""Fit of hook to plastic. Section 7 of docs/model.md. Lengths in metres along the axis."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, Flags, require

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


def _millimetres(field: str, metres: ArrayLike, remedy: str) -> Array:
    """A length (m) that must be above 0, told in the millimetres that it is typed in."""
    return require(field, np.asarray(metres, dtype=float) * 1e3, "mm", remedy, above=0.0) * 1e-3


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
    straight = _millimetres("hook.straight_mm", straight, "measure the shank")
    gape = _millimetres("hook.gape_mm", gape, "measure from shank to point")
    back = _millimetres("back_mm", back, "measure the body's height")
    r = gape / 2.0
    under_root = r**2 - (back - r) ** 2
    return np.asarray(straight + np.sqrt(np.where(under_root >= 0.0, under_root, np.nan))
                      - np.asarray(keeper))


def opening_load(
    wire: ArrayLike, lever: ArrayLike, yield_stress: ArrayLike = YIELD_STRESS
) -> Array:
    """Load (N) at which a hook's round wire first yields: sigma_y pi d³/(32 lever).

    Elastic bending of a round section; the lever is taken as the gape, which is cautious (it is
    nearer half the gape). Plastic collapse lies 16/(3 pi) higher.

    >>> round(float(opening_load(0.0012, 0.008)), 1)
    31.8
    """
    wire = _millimetres("hook.wire_mm", wire, "measure the wire")
    lever = _millimetres("hook.gape_mm", lever, "measure from shank to point")
    stress = require("hook.yield_mpa", np.asarray(yield_stress) / 1e6, "MPa", "1500 is usual",
                     above=0.0, high=4000.0) * 1e6
    return np.asarray(stress * np.pi * wire**3 / (32.0 * lever))


@dataclass(frozen=True)
class Thread:
    """Where the shank lies: through the centre, or high, ``depth`` m under the back."""

    kind: str = "centre"
    depth: float | None = None

    def back(self, height: float) -> float:
        """Body above the shank at the exit, m, of a body ``height`` m high.

        Raises
        ------
        DomainError
            For another kind, or a depth that is not inside the upper half of the body.
        """
        half = 0.5 * height
        if self.kind == "centre":
            return half
        if self.kind != "high":
            raise DomainError("thread.kind", "must be centre or high", self.kind, "", "choose")
        depth = HIGH_DEPTH if self.depth is None else self.depth
        if not 0.0 < depth < half:
            raise DomainError("thread.depth_mm", "must be above 0 and under half the body's height,"
                              f" {half * 1e3:g} mm", depth * 1e3, "mm",
                              "thread it through the centre where the body is slim")
        return depth


HIGH_DEPTH = 0.0075
"""Threaded high the shank lies 7 to 8 mm under the back (common practice, no source)."""
CENTRE = Thread()

SHANKS = {"middle": REACH_BEST, "short": 0.36, "long": 0.54}
"""What share of the working length the exit is best at, by school of shank: the short one leaves
more of the body working, the long one catches short bites and keeps teeth off the leader (common
practice, no source; the figures are judgement)."""


MOUTHS = {"small": 0.0120, "middling": 0.0195, "large": np.inf}
"""Widest gape (m) for a fish's mouth: small-mouthed nibblers want #1 or 1/0 (common practice, no
source; the figures follow from the typical dimensions)."""


@dataclass(frozen=True)
class HookFit:
    """Fit of N hooks in one plastic; (N,) arrays in m, shares and N, NaN where it never clears.

    reasons : for each hook what decided, codes with the figure: ("clears", m), ("reach", share),
    ("yields", N), ("under", m that are missing). taken : whether the fish's mouth takes it.
    """

    exit: Array
    clearance: Array
    reach: Array
    working_share: Array
    bulk: Array
    opening_load: Array
    verdict: tuple[str, ...]
    reasons: tuple[tuple[tuple[str, float], ...], ...]
    taken: Flags
    pick: int


def fit_hooks(
    straight: Array,
    gape: Array,
    wire: Array,
    length: float,
    body_length: float,
    height: float,
    keeper: ArrayLike = 0.0,
    thread: Thread = CENTRE,
    shank: str = "middle",
    mouth: str = "large",
    yield_stress: ArrayLike = YIELD_STRESS,
) -> HookFit:
    """Judge hooks threaded straight into one plastic.

    Parameters
    ----------
    straight, gape, wire : (N,) m. length, body_length, height : of the plastic, m; body_length
        is the working length, without a thin tail. keeper : what it takes of the shank, m, one
        for all or (N,). thread : where the shank lies. shank : a key of ``SHANKS``, the school.
        mouth : a key of ``MOUTHS``, of the fish. yield_stress : of the wire, Pa, one for all or
        (N,).

    ``pick`` is the hook that fits plastic and mouth with its exit nearest to what the school of
    shank likes, -1 where none does.

    Raises
    ------
    DomainError
        For measures out of their range.
    """
    if not 0.0 < body_length <= length:
        raise DomainError("plastic.body_length_mm", "must be above 0 and at most the length",
                          body_length * 1e3, "mm", "measure the body without a thin tail")
    back = thread.back(height)
    out = exit_point(straight, gape, back, keeper)
    return judged(out / body_length, np.asarray(gape) - back, gape, wire, length, body_length,
                  height, shank, mouth, yield_stress)


def judged(
    reach: Array, clearance: Array, gape: Array, wire: Array, length: float, body_length: float,
    height: float, shank: str = "middle", mouth: str = "large",
    yield_stress: ArrayLike = YIELD_STRESS,
) -> HookFit:
    """Judge hooks by where they come out (share of the working length) and what they clear (m),
    however they are rigged; the rest as in :func:`fit_hooks`."""
    if mouth not in MOUTHS:
        raise DomainError("mouth", "must be one of " + ", ".join(MOUTHS), mouth, "", "choose")
    if shank not in SHANKS:
        raise DomainError("shank", "must be one of " + ", ".join(SHANKS), shank, "", "choose")
    out = reach * body_length
    load = opening_load(wire, gape, yield_stress)
    told = [_judge(*each) for each in zip(out, clearance, reach, load, strict=True)]
    verdict = tuple(v for v, _ in told)
    taken = np.asarray(gape) <= MOUTHS[mouth]
    good = np.array([v == FITS for v in verdict]) & taken
    miss = np.where(good, np.abs(reach - SHANKS[shank]), np.inf)
    best = int(np.argmin(miss))
    return HookFit(
        exit=out, clearance=clearance, reach=reach, working_share=1.0 - out / length,
        bulk=np.asarray(gape) / height, opening_load=load, verdict=verdict,
        reasons=tuple(r for _, r in told), taken=taken,
        pick=best if np.isfinite(miss[best]) else -1,
    )


def _judge(
    out: float, clearance: float, reach: float, load: float
) -> tuple[str, tuple[tuple[str, float], ...]]:
    """The verdict on one hook, and the figures that decided it, the first the strongest."""
    if np.isnan(out) or clearance <= 0.0:
        return UNDER, (("under", -clearance),)
    if clearance < CLEAR_MIN:
        return TOO_SMALL, (("clears", clearance),)
    if reach < REACH_LOW:
        return TOO_SMALL, (("reach", reach),)
    if reach > REACH_HIGH:
        return TOO_LONG, (("reach", reach),)
    return FITS, (("reach", reach), ("clears", clearance), ("yields", load))
