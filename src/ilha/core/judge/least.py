"""The least weight that does the job with a plastic, whatever is in the box.

A plain ball of lead on the thinnest braid that the fish allows, thrown by whatever rod it takes:
what heads are held against, so that owning more never makes an answer heavier.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from ilha.core.errors import Array
from ilha.core.judge.figures import Figures, figures
from ilha.core.judge.limits import judge_school
from ilha.core.judge.schools import MARGINAL, RIGHT, SCHOOLS, School
from ilha.core.move.cast import Rod
from ilha.core.move.glide import Glide, free_fall
from ilha.core.move.invert import least_mass, least_sinker
from ilha.core.rig.assembly import assemble, columns, stack
from ilha.core.rig.bodies import Body, Head, Plastic
from ilha.core.rig.tackle import Sinker
from ilha.core.tables import HEAD_MATERIALS
from ilha.core.units import kg_from_oz
from ilha.core.water import seawater as sea
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
    cond, soft = cond.checked(), tuple(plastics)
    # One box is asked about often, and how its plastics fall on a ball is the same all day.
    glide = _fallen(soft, float(np.max(sea.density(cond.temperature_c, cond.salinity))))
    f = figures(cond, _balls(soft), Rod(limits=False), bare=True, glide=glide)
    judged, _ = judge_school(f, SCHOOLS[school], f.ends.package.shape, 0.0)
    out = np.full(len(plastics), MASSES[-1])
    # One that the wind alone makes marginal comes before one that the water does: else a wind that
    # leaves none right would make it lighter.
    for rank in (judged.verdict == MARGINAL, judged.only_wind, judged.verdict == RIGHT):
        found = rank.reshape(len(plastics), -1)
        out = np.where(found.any(axis=1), MASSES[np.argmax(found, axis=1)], out)
    return np.asarray(np.maximum(out, kg_from_oz(ORDINARY_OZ)))


@lru_cache(maxsize=16)
def _balls(plastics: tuple[Plastic, ...]) -> Body:
    """Every plastic on a ball of every mass, (P M, 1)."""
    p, m = (part.ravel() for part in np.meshgrid(np.arange(len(plastics)), np.arange(MASSES.size),
                                                 indexing="ij"))
    lead = HEAD_MATERIALS["lead"]
    balls = columns([Head(str(i), float(mass), lead, "ball", 1.2e-3)
                     for i, mass in enumerate(MASSES)])
    return assemble(stack(plastics, p), balls.taken(m))


@lru_cache(maxsize=16)
def _fallen(plastics: tuple[Plastic, ...], rho: float) -> Glide:
    return free_fall(_balls(plastics), rho)


def least_of(
    f: Figures, plastic: Plastic, heads: Sequence[Head], school: School, bears: Array
) -> Array:
    """Heads that differ in mass alone have one least mass: each kind is solved once, beginning
    at the one of them whose greatest current (``bears``, (H, T)) is nearest the present one.

    With a sinker it is the sinker's, and each head's own.
    """
    shape = bears.shape
    if school.scope_limit is None:
        return np.full(shape, np.nan)
    current = np.asarray(f.cond.surface_speed)
    if isinstance(f.held.tackle, Sinker):
        return np.broadcast_to(least_sinker(f.held, current, school.scope_limit), shape)
    kinds: dict[tuple[object, ...], int] = {}
    which = np.array([kinds.setdefault(h.kind, len(kinds)) for h in heads])
    at = [int(np.argmax(which == k)) for k in range(len(kinds))]
    first, across = [heads[i] for i in at], f.body.across
    parts = [part.each(lambda column: column[at] if len(column) > 1 else column)
             for part in f.body.parts]
    metal = columns(first)
    body = assemble(plastic, metal, parts=parts, across=across)
    off = np.nan_to_num(np.abs(np.log(bears / np.maximum(current, 1e-3))), nan=np.inf)
    near = np.stack([np.argmin(np.where((which == k)[:, None], off, np.inf), axis=0)
                     for k in range(len(first))])
    weight = np.broadcast_to(f.held.weight, shape)
    least = least_mass(
        lambda mass: assemble(plastic, metal, mass, parts, across), body, f.held, current,
        school.scope_limit, (np.take_along_axis(weight, near, axis=0),
                             np.take_along_axis(bears, near, axis=0)))
    return np.broadcast_to(np.broadcast_to(least, (len(first), shape[1]))[which], shape)
