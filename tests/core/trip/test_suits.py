"""Pairs of head and plastic in a situation, against the search that they come from."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from ilha.core.choose.box import catalogue
from ilha.core.choose.fish import fish_named
from ilha.core.choose.ranking import choose
from ilha.core.choose.rules import RULES
from ilha.core.choose.scoring import APART, EVEN, of_tackle, riggings_for, scores
from ilha.core.choose.search import search
from ilha.core.choose.situation import Situation
from ilha.core.choose.traits import Traits
from ilha.core.trip.suits import suits, suits_each

HARBOUR = Situation("harbour", 4.5, 0.45, fish_named("european-seabass"), stance="kayak")


def test_each_pair_has_its_best_combination() -> None:
    """By a plain loop over every combination of the search."""
    box = catalogue()
    found = suits(HARBOUR, box)
    fired = [rule for rule in RULES if rule.fired(HARBOUR.facts())]
    made = search(box, HARBOUR, riggings_for(fired))
    assert made is not None
    rig = [r for r in fired if not of_tackle(r) and not any(name in r.gives for name in APART)]
    best: dict[tuple[int, int], tuple[bool, float]] = {}
    for judged in made.judged:
        traits = Traits(box, made.rows, HARBOUR, made,
                        judged)
        shape = judged.verdict.shape
        points = np.broadcast_to(scores(traits, rig), shape)
        does = np.broadcast_to(traits.verdict == "right", shape)
        usable = made.usable(judged)
        for row in np.flatnonzero(usable.any(axis=1)):
            # Of those that are even in points the tackle decides; here only the points matter.
            most = points[row][usable[row]].max()
            even = usable[row] & (points[row] >= most - EVEN)
            at = (int(made.rows.head[row]), int(made.rows.plastic[row]))
            one = (bool(does[row][even].any()), float(most))
            best[at] = max(best.get(at, one), one)
    assert len(best) == np.isfinite(found.points).sum() > 50
    for at, (right, most) in best.items():
        assert found.right[at] == right
        assert abs(found.points[at] - most) <= EVEN
        assert found.rigging[at] != ""


def test_what_is_proposed_is_near_the_best() -> None:
    box = catalogue()
    found = suits(HARBOUR, box)
    first = choose(HARBOUR, box).outfits[0]
    at = (box.heads.index(first.head), box.plastics.index(first.plastic))
    assert found.near(1.5)[at]
    assert found.near(0.0).sum() >= 1
    assert (found.near(1.0) <= found.near(3.0)).all()


def test_several_anglers_are_suited_as_each_would_be_alone() -> None:
    """Rods of their own out of one box: as if the box had held no others."""
    box = catalogue()
    rods = [(0,), (len(box.rods) - 1,), tuple(range(len(box.rods)))]
    together = suits_each(HARBOUR, box, rods)
    alone = [suits(HARBOUR, replace(box, rods=tuple(box.rods[i] for i in mine))) for mine in rods]
    for one, other in zip(together, alone, strict=True):
        assert np.array_equal(one.points, other.points)
        assert np.array_equal(one.right, other.right)
        assert np.array_equal(one.rigging, other.rigging)
    assert not np.array_equal(together[0].points, together[1].points)
    torrent = HARBOUR.but(surface_speed=5.5, depth=60.0)
    assert len(suits_each(torrent, catalogue(), rods)) == 3


def test_nothing_where_nothing_passes() -> None:
    torrent = HARBOUR.but(surface_speed=5.5, depth=60.0)
    found = suits(torrent, catalogue())
    assert not np.isfinite(found.points).any()
    assert not found.near(2.0).any()
