"""What is let down is lifted, not cast: the casting rating does not hold it."""

from __future__ import annotations

from dataclasses import replace

from ilha.core.choose.box import catalogue
from ilha.core.choose.fish import fish_named
from ilha.core.choose.proposal import figures_of
from ilha.core.choose.ranking import choose
from ilha.core.choose.rules import RULES
from ilha.core.choose.search import LIFTS, OVER_BY_LITTLE
from ilha.core.choose.situation import Situation

DEEP = Situation("wreck", 60.0, 1.0, fish_named("Atlantic cod"), stance="drifting",
                 bottom="wreck")


def test_a_three_way_rig_is_over_what_its_rod_casts_and_not_over_what_it_lifts() -> None:
    """A sinker of some 300 g under rods that cast 50 and 120 g at most: the second lifts it, and
    nothing says that it is over the rod."""
    box = catalogue()
    rods = tuple(r for r in box.rods if r.rod.lure_max <= 0.12)
    small = replace(box, rods=rods)
    outfits = [o for o in choose(DEEP, small).outfits if o.rigging == "three-way"]
    assert outfits
    for o in outfits:
        f = figures_of(DEEP, o, small, RULES)
        assert OVER_BY_LITTLE * o.rod.rod.lure_max < f.package <= LIFTS * o.rod.rod.lure_max
        assert f.over != f.over


def test_a_rod_that_cannot_lift_it_is_not_asked_to() -> None:
    box = catalogue()
    fine = replace(box, rods=tuple(r for r in box.rods if r.rod.lure_max <= 0.03))
    choice = choose(DEEP, fine)
    assert all(o.rigging != "three-way" for o in choice.outfits)
    assert choice.ruled_out["rod-rating"] > 0
