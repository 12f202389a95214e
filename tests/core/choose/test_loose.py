"""Heads tied of loose offset hooks and weights (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ilha.core.choose.loose import MOST, LooseHook, LooseWeight, pairs
from ilha.core.tables import SHAPES
from ilha.core.units import kg_from_g

HOOK = LooseHook(1, "4/0", kg_from_g(1.8), 0.045, 0.017, 0.0013, 6)
WEIGHTS = [LooseWeight(1, "bullet", kg_from_g(7.0), "tungsten alloy", 3),
           LooseWeight(2, "nail", kg_from_g(0.9), "tungsten alloy", 9),
           LooseWeight(3, "bottom", kg_from_g(90.0), "lead", 4),
           LooseWeight(4, "sliding", kg_from_g(40.0), "lead", 4)]


def test_a_bullet_a_nail_or_nothing_goes_with_an_offset_hook() -> None:
    """Sinkers do not; as many can be tied as there are of the scarcer piece; all are weedless."""
    found = pairs([HOOK], WEIGHTS)
    assert [(p.head.head.shape, None if p.weight is None else p.weight.id, p.carried)
            for p in found] == [("offset-nail", None, 6), ("offset-nail", 2, 6),
                                ("loose-bullet", 1, 3)]
    assert all(SHAPES[p.head.head.shape].weedless for p in found)
    assert all(p.head.gape == HOOK.gape and p.head.hook_size == "4/0" for p in found)
    assert len({p.head.head.id for p in found}) == 3


def test_what_is_in_the_box_or_gone_is_not_tied_again() -> None:
    found = pairs([HOOK], WEIGHTS)
    have = [replace(p.head, head=replace(p.head.head, id=str(i))) for i, p in enumerate(found)]
    assert pairs([HOOK], WEIGHTS, have) == []
    lighter = replace(WEIGHTS[0], id=9, mass=kg_from_g(5.0))
    assert [p.weight for p in pairs([HOOK], [*WEIGHTS, lighter], have)] == [lighter]
    assert pairs([replace(HOOK, carried=0)], WEIGHTS) == []
    assert all(p.weight is None for p in pairs([HOOK], [replace(WEIGHTS[0], carried=0)]))


def test_many_are_thinned_over_all_weights() -> None:
    hooks = [replace(HOOK, id=i) for i in range(9)]
    many = [LooseWeight(i, "bullet", kg_from_g(1.0 + i), "lead", 1) for i in range(40)]
    found = pairs(hooks, many)
    assert len(found) == MOST
    have = [replace(p.head, head=replace(p.head.head, id="mine")) for p in found[::2]]
    assert set(pairs(hooks, many, have)) < set(found)
    masses = [p.head.head.mass for p in found]
    assert masses == sorted(masses)
    assert masses[-1] == pytest.approx(kg_from_g(40.0))
