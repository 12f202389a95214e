"""How a rig is put there: the float's shrimp, what skips, the glued crab. Common practice."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.bench.line_rigs import float_leader
from ilha.core.choose.box import catalogue
from ilha.core.choose.fish import fish_named
from ilha.core.choose.placing import placing_says, skip_word, skips
from ilha.core.choose.proposal import figures_of
from ilha.core.choose.ranking import choose
from ilha.core.choose.rules import RULES
from ilha.core.choose.situation import Situation

MARSH = Situation("marsh-edge", 0.8, 0.2, fish_named("red drum"), stance="wading", bottom="grass",
                  cover="tall-weed")
DOCK = Situation("dock", 1.5, 0.1, fish_named("common snook"), stance="kayak", bottom="mud",
                 cover="overhang")


def _skips(shape: str, at: float, grams: float = 3.5, covered: bool = True,
           look: str = "jerk") -> float:
    return float(skips(np.array([[shape]]), np.array([[at]]), np.array([[grams * 1e-3]]),
                       np.array([[covered]]), np.array([[look]])).item())


def test_forward_or_hidden_skips_better_than_the_middle() -> None:
    """Common practice, no source: weight well forward skips and swims best, in the middle badly;
    the body taut on a covered hook."""
    assert _skips("belly-weighted", 0.12) > _skips("belly-weighted", 0.30) > _skips(
        "belly-weighted", 0.45)
    assert _skips("loose-bullet", 0.3) > _skips("belly-weighted", 0.30)
    assert _skips("offset-nail", 0.3, grams=0.5) == pytest.approx(1.0)
    assert _skips("ball", 0.3, covered=False) < _skips("loose-bullet", 0.3)
    assert _skips("belly-weighted", 0.12, look="paddle") < _skips("belly-weighted", 0.12)
    assert [skip_word(share) for share in (0.9, 0.5, 0.2)] == ["well", "fairly", "badly"]


def test_under_an_overhang_it_is_said_how_the_rig_skips() -> None:
    outfits = choose(DOCK).outfits
    assert all(len(o.placing) == 1 and "skip" in o.placing[0].lower() for o in outfits)
    assert len({o.placing for o in outfits}) > 1
    assert all(not o.placing for o in choose(DOCK.but(cover="none")).outfits
               if o.plastic.look != "crab")


def test_a_crab_is_glued_before_it_is_skipped_and_the_glue_is_warned_of() -> None:
    facts = DOCK.but(cover="none").facts()
    says = placing_says(facts, "crab", "crab", 0.4)
    assert len(says) == 1
    for words in ("gel", "runny", "bonds skin", "shade"):
        assert words in says[0]
    assert not placing_says(facts, "straight", "jerk", 0.4)


def test_a_shrimp_hangs_under_a_float_over_shallow_weed() -> None:
    """Common practice, no source: 250 to 500 mm of leader by depth; it drifts with the current,
    so that none of it asks for weight, and no head plunges past where it hangs."""
    found = next(o for o in choose(MARSH).outfits if o.rigging == "float")
    assert (found.plastic.look, found.retrieve, found.verdict) == (
        "shrimp", "pull-and-hang", "right")
    figures = figures_of(MARSH, found, catalogue(), RULES)
    # The float is thrown with it: 10 g more than head and plastic (common practice).
    alone = found.head.head.mass + found.head.head.hook_mass + found.plastic.plastic.mass
    assert figures.package == pytest.approx(alone + 0.010, abs=1e-4)
    leader = float_leader(MARSH.depth)
    assert 0.25 <= leader <= 0.5
    assert figures.count < 4.0
    assert figures.lead == pytest.approx(0.0, abs=1e-9)
    # Drawn where it hangs: from the surface down to the leader's end, the bottom below it.
    assert figures.drawn.fall_height[0] == pytest.approx(1.0)
    assert figures.drawn.fall_height[-1] == pytest.approx((MARSH.depth - leader) / MARSH.depth)
    assert figures.drawn.line_height[0] >= MARSH.depth - leader - 1e-9


@pytest.mark.parametrize("other", [MARSH.but(cover="none"), MARSH.but(depth=3.0),
                                   MARSH.but(surface_speed=0.7)])
def test_elsewhere_there_is_no_float(other: Situation) -> None:
    assert all(o.rigging != "float" for o in choose(other).outfits)
