"""Heads that can be tied of loose pieces: an offset hook with a bullet loose ahead of it, with a
weight hidden in the plastic, or alone."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.choose.box import BoxHead
from ilha.core.rig.bodies import Head
from ilha.core.tables import HEAD_MATERIALS

SHAPES_OF = {"bullet": "loose-bullet", "nail": "offset-nail"}
"""Of loose weights those that go with an offset hook, and the head that comes of them."""
ALONE = 1.0e-4
"""kg: a hook alone is a hidden weight of next to nothing."""
OFFSET_TAKES = 2.0e-3
"""m of the plastic's nose that an offset bend takes."""
ALIKE = 0.05
"""A head of the box so near in weight is the same."""
MOST = 60
"""Pairs that are tried; of more those spread over the weights."""


@dataclass(frozen=True)
class LooseHook:
    """An offset hook that lies loose: lengths m, mass kg, how many."""

    id: int
    size: str
    mass: float
    straight: float
    gape: float
    wire: float
    carried: int


@dataclass(frozen=True)
class LooseWeight:
    """A bullet or a nail: kg, of what, how many."""

    id: int
    kind: str
    mass: float
    material: str
    carried: int


@dataclass(frozen=True)
class Pair:
    """A hook and its weight, None for none, as the head that they are together."""

    hook: LooseHook
    weight: LooseWeight | None
    head: BoxHead

    @property
    def carried(self) -> int:
        """How many of it can be tied."""
        here = self.hook.carried
        return here if self.weight is None else min(here, self.weight.carried)


def pairs(
    hooks: Sequence[LooseHook], weights: Sequence[LooseWeight], have: Sequence[BoxHead] = ()
) -> list[Pair]:
    """All that can be tied of them, at most ``MOST``, without what the box has already: what is
    left with a box is among what there is without one."""
    held: dict[tuple[str, str], list[float]] = {}
    for h in have:
        held.setdefault((h.head.shape, h.hook_size), []).append(h.head.mass)
    fitting: list[LooseWeight | None] = [None, *sorted(
        (w for w in weights if w.kind in SHAPES_OF and w.carried > 0), key=_mass)]
    out = [Pair(hook, weight, _head(hook, weight))
           for weight in fitting for hook in hooks if hook.carried > 0]
    if len(out) > MOST:
        out = [out[i] for i in np.linspace(0, len(out) - 1, MOST).round().astype(int)]
    return [p for p in out if not any(
        abs(p.head.head.mass / mass - 1.0) < ALIKE
        for mass in held.get((p.head.head.shape, p.head.hook_size), ()))]


def _mass(weight: LooseWeight) -> float:
    return weight.mass


def _head(hook: LooseHook, weight: LooseWeight | None) -> BoxHead:
    mass, shape, density = ALONE, "offset-nail", HEAD_MATERIALS["lead"]
    if weight is not None:
        mass, shape = weight.mass, SHAPES_OF[weight.kind]
        density = HEAD_MATERIALS[weight.material]
    key = f"{hook.id}+{0 if weight is None else weight.id}"
    return BoxHead(
        Head(key, mass, density, shape, hook.mass, hook.gape, hook.wire), hook.size,
        hook.straight, hook.gape, hook.wire, "offset bend", OFFSET_TAKES)
