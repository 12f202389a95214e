"""What must hold of any box and any water: the pick, the count and the score as properties."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st

from ilha.core.choose.box import Box, BoxHead, BoxLine, BoxRod, catalogue, typical_head
from ilha.core.choose.fish import fish_named
from ilha.core.choose.other_schools import by_school
from ilha.core.choose.outfit import Choice
from ilha.core.choose.proposal import figures_of
from ilha.core.choose.ranking import choose
from ilha.core.choose.rules import RULES
from ilha.core.choose.scoring import EVEN
from ilha.core.choose.situation import Situation
from ilha.core.judge.board import board
from ilha.core.move.cast import Rod, SeenCast
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.units import kg_from_oz
from ilha.core.water.conditions import Conditions

BASS = fish_named("European seabass")
BOX = catalogue()
SMALL = Box(BOX.plastics[::4], BOX.heads[::3], BOX.lines[1:5:2], BOX.rods[:2])
"""Enough of the common sizes to choose among, quickly."""
FEW = settings(max_examples=12, deadline=None,
               suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large])
WATERS = st.builds(
    Situation, place=st.sampled_from(["harbour", "flat", "channel", "reef"]),
    depth=st.floats(0.8, 20.0), surface_speed=st.floats(0.0, 0.7),
    fish=st.sampled_from([BASS, fish_named("bluefish"), fish_named("red porgy"),
                          fish_named("southern flounder"), fish_named("mulloway")]),
    wind=st.floats(0.0, 9.0), stance=st.sampled_from(["bank", "dock", "kayak"]),
    feeding=st.sampled_from([None, "bottom", "low", "mid", "suspended"]))
HEAVY = BoxRod("heavy", Rod(0.03, 0.12, 0.02, (SeenCast(0.08, 60.0, 3e-4, 4e-4),)))
THICK = BoxLine("thick", 4.0e-4, 400.0)


def rig(choice: Choice) -> tuple[object, ...] | None:
    """What the first proposal is made of, rod and line apart."""
    if not choice.outfits:
        return None
    o = choice.outfits[0]
    return (o.plastic.id, o.head.head.id, o.rigging, o.retrieve)


def picks(s: Situation, box: Box, choice: Choice) -> dict[str, float | None]:
    """What each school of weight ties on with the first proposal's plastic, kg."""
    found = by_school(s, box, choice.outfits[0], RULES)
    return {key: None if ties.head is None else ties.head.head.mass
            for key, ties in found.items() if key != "depth-table"}


@FEW
@given(WATERS)
@example(Situation("harbour", 8.0, 0.46875, fish_named("bluefish"), stance="kayak"))
def test_a_heavier_rod_and_a_thicker_line_make_nothing_heavier(s: Situation) -> None:
    """The rig is chosen first, over all rods and lines; the tackle that fishes it comes second. In
    steps of points that are told apart: of even ones the lighter head comes first."""
    plain = choose(s, SMALL)
    more = replace(SMALL, rods=(*SMALL.rods, HEAVY), lines=(*SMALL.lines, THICK))
    rich = choose(s, more)
    if not plain.outfits:
        return
    stepped, was = (round(c.outfits[0].score / EVEN) for c in (rich, plain))
    assert stepped >= was
    before, after = picks(s, SMALL, plain), by_school(s, more, plain.outfits[0], RULES)
    for key, mass in before.items():
        if mass is not None:
            again = after[key].head
            assert again is not None
            assert again.head.mass <= mass + 1e-9, key
    if stepped == was and rig(rich) != rig(plain):
        assert rich.outfits[0].head.head.mass <= plain.outfits[0].head.head.mass + 1e-9


@FEW
@given(WATERS, st.sampled_from([
    typical_head("new", 0.06, "#1", "ball", "wire barb"),
    typical_head("new", 0.5, "3/0", "bullet", "wire barb"),
    typical_head("new", 2.0, "5/0", "football", "wire barb")]))
def test_one_more_head_never_makes_the_first_proposal_score_less(
    s: Situation, head: BoxHead
) -> None:
    """In steps of points that are told apart: of even ones the lighter comes first."""
    plain, more = choose(s, SMALL), choose(s, replace(SMALL, heads=(*SMALL.heads, head)))
    if plain.outfits:
        before, after = (round(c.outfits[0].score / EVEN) for c in (plain, more))
        assert after >= before


@FEW
@given(WATERS, st.randoms(use_true_random=False))
def test_names_and_order_of_a_box_decide_nothing(s: Situation, random: object) -> None:
    plain = choose(s, SMALL)
    order = list(range(len(SMALL.heads)))
    random.shuffle(order)  # type: ignore[attr-defined]
    heads = tuple(replace(SMALL.heads[i], head=replace(SMALL.heads[i].head, id=f"h{99 - k}"))
                  for k, i in enumerate(order))
    plastics = tuple(replace(p, id=f"p{99 - k}") for k, p in enumerate(reversed(SMALL.plastics)))
    other = choose(s, Box(plastics, heads, SMALL.lines[::-1], SMALL.rods[::-1]))
    assert len(other.outfits) == len(plain.outfits)
    for one, again in zip(plain.outfits, other.outfits, strict=True):
        assert again.score == pytest.approx(one.score, abs=1e-9)
        assert (again.head.head.mass, again.head.head.shape, again.head.hook_size) == (
            one.head.head.mass, one.head.head.shape, one.head.hook_size)
        assert (again.plastic.look, again.rigging, again.retrieve, again.colour) == (
            one.plastic.look, one.rigging, one.retrieve, one.colour)


@FEW
@given(WATERS)
def test_the_count_never_passes_the_fish(s: Situation) -> None:
    """On a fed line a rig falls slower and slower: when it has come to the lower edge of where they
    feed, at least their share of the way down is left of the count to the bottom."""
    low, _ = s.zone
    for o in choose(s, SMALL).outfits:
        there = figures_of(s, o, SMALL, RULES).count
        bottom = figures_of(s.but(zone_typed=(0.0, 0.5)), o, SMALL, RULES).count
        if np.isfinite(bottom):
            assert there <= bottom * (1.0 - low / s.depth) + 1e-6


PLASTIC = Plastic(0.102, 0.013, 0.016, 0.009, 1080.0, "straight")
HEADS = [Head(str(i), kg_from_oz(oz), 11340.0, "ball", 1.2e-3)
         for i, oz in enumerate((1 / 16, 1 / 8, 1 / 4, 3 / 8, 1 / 2, 3 / 4, 1.0, 1.5, 2.0, 3.0))]


def pick_of(school: str, **water: float) -> float:
    """The pick's mass, kg; as heavy as can be where there is none."""
    cond = Conditions(water.pop("depth"), water.pop("surface_speed"), 0.19e-3, **water)
    made = board(cond, PLASTIC, HEADS, None, school)
    at = int(made.picks[school][0])
    return np.inf if at < 0 else HEADS[at].mass


@settings(max_examples=40, deadline=None)
@given(st.floats(0.5, 25.0), st.floats(0.0, 0.9), st.floats(1.0, 1.6))
def test_bottom_contact_never_gets_lighter_as_depth_or_current_rises(
    depth: float, speed: float, more: float
) -> None:
    here = pick_of("bottom-contact", depth=depth, surface_speed=speed)
    deeper = pick_of("bottom-contact", depth=depth * more, surface_speed=speed)
    faster = pick_of("bottom-contact", depth=depth, surface_speed=speed * more)
    assert deeper >= here
    assert faster >= here


@settings(max_examples=40, deadline=None)
@given(st.floats(0.5, 15.0), st.floats(0.0, 0.6), st.floats(0.0, 8.0), st.floats(0.5, 5.0),
       st.sampled_from(["bottom-contact", "lightest-practical"]))
def test_more_wind_never_makes_it_lighter(
    depth: float, speed: float, wind: float, more: float, school: str
) -> None:
    calm = pick_of(school, depth=depth, surface_speed=speed, wind=wind)
    windy = pick_of(school, depth=depth, surface_speed=speed, wind=wind + more)
    assert windy >= calm


def test_what_hangs_above_them_on_a_held_line_is_not_proposed() -> None:
    """Where the line that is out is shorter than the hold needs it never gets there."""
    s = Situation("harbour", 7.5, 0.7, fish_named("European seabass"), fall="held", cast=9.0,
                  retrieve="lift-drop")
    choice = choose(s)
    assert all(one.verdict != "too-light" for one in choice.outfits)
    assert choice.ruled_out["too-light"] > choose(s.but(fall="fed")).ruled_out["too-light"]


@pytest.mark.parametrize("fall", ["held", "fed-then-held"])
@pytest.mark.parametrize("place", ["harbour", "surf"])
def test_every_way_to_bring_it_back_goes_with_every_fall(place: str, fall: str) -> None:
    """Swum ways and worked ones side by side, on any rod and line."""
    s = Situation(place, 4.0, 0.2, fish_named("European seabass"), fall=fall)
    assert choose(s, SMALL).outfits
