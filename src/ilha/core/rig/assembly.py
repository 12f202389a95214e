"""Plastics on heads: one on a whole box, or every pair its own. Section 2 of docs/model.md."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, fields
from typing import Any, Protocol

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, Flags, Indices
from ilha.core.rig.bodies import PI_4, Body, Head, Part, Plastic, ball_diameter
from ilha.core.tables import SHAPES, Family

_NONE = float("nan")
EYE, EYE_SHARE = 1e-5, 0.13
"""Drag area of the eye, m², and at most this share of the section of the head's ball: small heads
have small eyes. A bare ball then falls at 0.89 of the speed it had without (judgement)."""


@dataclass(frozen=True)
class Columns:
    """What a rig takes from its heads, (H, 1) each; lengths m, masses kg, NaN where not given."""

    mass: Array
    density: Array
    hook_mass: Array
    gape: Array
    wire: Array
    x_hook: Array
    weight_x: Array
    cd: Array
    hang: Array
    blade: Array
    inside: Flags
    below: Flags
    dome: Flags
    foot: Flags

    def taken(self, which: Indices) -> Columns:
        """The same for heads picked by index, doubles allowed."""
        return Columns(*(getattr(self, f.name)[which] for f in fields(self)))


def columns(heads: Sequence[Head]) -> Columns:
    """Heads as columns: from here on nothing loops over heads."""
    rows = [SHAPES[h.shape] for h in heads]

    def up(values: Iterable[float | None]) -> Array:
        return np.array([_NONE if v is None else v for v in values], dtype=float).reshape(-1, 1)

    grams = up(h.hook_mass for h in heads) * 1e3
    gape, wire = up(h.hook_gape for h in heads), up(h.hook_wire for h in heads)
    return Columns(
        mass=up(h.mass for h in heads), density=up(h.density for h in heads),
        hook_mass=up(h.hook_mass for h in heads),
        gape=np.where(np.isnan(gape), 0.012 * np.sqrt(grams), gape),
        wire=np.where(np.isnan(wire), 1.03e-3 * grams**0.37, wire),
        x_hook=up(h.hook_x for h in heads), weight_x=up(h.weight_x for h in heads),
        cd=up(s.cd for s in rows), hang=up(s.hang for s in rows),
        blade=up(s.extra_cm2 * 1e-4 + h.extra_drag for h, s in zip(heads, rows, strict=True)),
        inside=up(s.inside for s in rows) > 0, below=up(s.below for s in rows) > 0,
        dome=up(h.shape == "mushroom" for h in heads) > 0, foot=up(s.foot for s in rows) > 0,
    )


class Soft(Protocol):
    """A plastic, or a stack of them whose fields are (N, 1)."""

    @property
    def length(self) -> Any: ...
    @property
    def width(self) -> Any: ...
    @property
    def height(self) -> Any: ...
    @property
    def mass(self) -> Any: ...
    @property
    def density(self) -> Any: ...
    @property
    def extra_drag(self) -> Any: ...
    @property
    def shape(self) -> Family: ...


@dataclass(frozen=True)
class Stack:
    """Plastics as columns, (N, 1) each, SI; ``shape`` is a family of such columns."""

    length: Array
    width: Array
    height: Array
    mass: Array
    density: Array
    extra_drag: Array
    shape: Any


def stack(plastics: Sequence[Plastic], which: Indices) -> Stack:
    """Plastics picked by index, doubles allowed, (N, 1) each."""
    def up(values: Iterable[float]) -> Array:
        return np.array(list(values), dtype=float).reshape(-1, 1)[which]

    family = Family(**{f.name: up(getattr(p.shape, f.name) for p in plastics)  # type: ignore[arg-type]
                       for f in fields(Family)})
    names = [f.name for f in fields(Stack) if f.name != "shape"]
    return Stack(shape=family, **{name: up(getattr(p, name) for p in plastics) for name in names})


def assemble(
    plastic: Soft, heads: Sequence[Head] | Columns, mass: ArrayLike | None = None,
    parts: Sequence[Part] = (), across: bool = False,
) -> Body:
    """Put one plastic on every head, or each of a stack on its own.

    Parameters
    ----------
    plastic, heads : what is rigged; H = len(heads).
    mass : optional (H, ...) head masses (kg) that replace those of ``heads``, to ask
        "and if this head were heavier?" with everything else unchanged.
    parts : what is added to every one of them: nail, belly weight, stinger, blade.
    across : hooked across the plastic's middle, so that head and hook are there.

    Returns
    -------
    Body
        with fields of shape (H, 1), or (H, ...) where they follow ``mass``.
    """
    head = heads if isinstance(heads, Columns) else columns(heads)
    m_head = head.mass if mass is None else np.asarray(mass, dtype=float)
    if m_head.ndim > 2:
        wide = (-1,) + (1,) * (m_head.ndim - 1)
        head = Columns(*(getattr(head, f.name).reshape(wide) for f in fields(head)))
        parts = [part.each(lambda column: column.reshape(wide)) for part in parts]
    family, length = plastic.shape, plastic.length
    ball = ball_diameter(m_head, head.density)
    typical = np.where(head.below, 0.25, 0.22) * length
    weight_x = np.where(np.isnan(head.weight_x), 0.30 * length, head.weight_x)
    middle = family.x_v * length + 0.0 * ball
    return Body(
        family=family, length=length, width=plastic.width, height=plastic.height,
        body_scale=(plastic.mass / plastic.density)
        / (family.c_v * PI_4 * plastic.width * plastic.height * length),
        m_head=m_head, m_hook=head.hook_mass, m_plastic=plastic.mass,
        rho_head=head.density, rho_plastic=plastic.density,
        x_head=middle if across else np.where(head.inside, weight_x, -0.45 * ball),
        x_hook=middle if across else np.where(np.isnan(head.x_hook), typical, head.x_hook),
        x_plastic=family.x_v * length,
        z_head=np.where(head.below, 0.45 * plastic.height, head.hang * ball),
        d_head=np.where(head.inside, 0.0, ball),
        cd_head=head.cd,
        section_head=np.where(head.inside, 0.0, PI_4 * ball**2),
        extra=1.1 * head.wire * head.gape + np.minimum(EYE, EYE_SHARE * PI_4 * ball**2) +
        head.blade + plastic.extra_drag + np.where(head.below, 0.3 * ball**2, 0.0) +
        sum(p.drag_area for p in parts), inside=head.inside, dome=head.dome, foot=head.foot,
        fuzz=head.blade + plastic.extra_drag + sum(p.drag_area for p in parts),
        parts=tuple(parts), across=across,
    )
