"""Riggings that hang something on, or hang by their middle: how they fall, hold, are asked for."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.bench.hung import HUNG, across, hung_on
from ilha.core.bench.unthreaded import trailer_of
from ilha.core.choose.box import Box, catalogue
from ilha.core.choose.fish import fish_named
from ilha.core.choose.proposal import board_of, figures_of, place_of, rungs_for
from ilha.core.choose.ranking import choose
from ilha.core.choose.rules import RULES
from ilha.core.choose.situation import Situation
from ilha.core.judge.board import board
from ilha.core.move.glide import free_fall
from ilha.core.rig.assembly import assemble, columns, stack
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.rig.tackle import Across
from ilha.core.water.conditions import Conditions
from ilha.formats.board_json import as_json
from ilha.formats.outfit_scenario import scenario_of
from ilha.formats.scenario import Scenario, answer
from tests.rigs import JERK_127, ladder, plastic, with_a_long_one

RHO = np.atleast_1d(1025.0)
STICK = plastic(100, 10, 10, 8.3, "stick")
STILL = Situation("flat", 1.2, 0.0, fish_named("European seabass"), feeding="low", mood="shy",
                  stance="wading")


@pytest.mark.parametrize("soft", [JERK_127, STICK])
def test_hooked_across_it_falls_flat_and_at_half_the_speed(soft: object) -> None:
    """Common practice, no source: flat, both ends alive, much slower than threaded; a nail in the
    nose tips it nose down."""
    threaded, bare, nailed = (
        free_fall(assemble(soft, ladder(), parts=parts, across=flat), RHO)  # type: ignore[arg-type]
        for parts, flat in (((), False), ((), True), (hung_on("wacky", [soft], 0.0, 0.0), True)))  # type: ignore[arg-type]
    assert np.all(bare.vertical < 0.6 * threaded.vertical)
    assert np.all(np.degrees(bare.pitch) < 20.0)
    assert np.all(np.degrees(threaded.pitch) > 45.0)
    assert np.all(nailed.pitch > bare.pitch)


def test_its_speed_is_that_of_a_cylinder_across() -> None:
    """Weight against the drag of a cylinder of ten diameters lying across the flow, its ends free:
    Cd 1.1 times 0.68 on its side (Hoerner, Fluid-Dynamic Drag, ch. 3; from memory), and of the
    ball."""
    (head,) = ladder()[:1]
    body = assemble(STICK, [head], across=True)
    fall = free_fall(body, RHO)
    weight = float(np.ravel(fall.wet_weight)[0])
    ball = np.cbrt(6.0 * head.mass / (np.pi * head.density))
    side = 1.1 * 0.68 * 0.100 * 0.010 + 0.5 * np.pi / 4.0 * ball**2
    assert float(np.ravel(fall.vertical)[0]) == pytest.approx(
        np.sqrt(2.0 * weight / (1025.0 * side)), rel=0.12)


def test_on_a_tight_line_it_stands_in_the_current_with_its_side() -> None:
    """Across the middle it takes several times the current's pull of one that is threaded, and so
    holds in less."""
    cond = Conditions(np.array([3.0]), np.array([0.7]), 1.9e-4)
    straight = board(cond, JERK_127, ladder())
    flat = board(cond, JERK_127, ladder(), rigging=Across(),
                 parts=hung_on("wacky", [JERK_127], 0.0, 0.0))
    assert np.all(flat.body.drag_area > 3.0 * straight.body.drag_area)
    assert np.all(flat.bears < straight.bears)
    assert np.all(flat.least_mass > straight.least_mass)
    assert np.all(flat.fall.count > 1.2 * straight.fall.count)


@pytest.mark.parametrize("key", HUNG)
def test_columns_are_as_each_by_itself(key: str) -> None:
    box = with_a_long_one()
    which = np.array([len(box.plastics) - 1, 0, 3])
    soft = [box.plastics[i].plastic for i in which]
    out = np.array([0.07, 0.02, 0.03])
    heads = [h.head for h in box.heads[:3]]
    flat = across(key) is not None
    whole = free_fall(assemble(
        stack([p.plastic for p in box.plastics], which), columns(heads).taken(np.arange(3)),
        parts=hung_on(key, soft, out, 3.0), across=flat), RHO)
    for i in range(3):
        one = free_fall(assemble(soft[i], [heads[i]], parts=hung_on(key, [soft[i]], out[i], 3.0),
                                 across=flat), RHO)
        assert float(whole.vertical[i, 0]) == pytest.approx(float(one.vertical[0, 0]), rel=1e-9)
        assert float(whole.wet_weight[i, 0]) == pytest.approx(float(one.wet_weight[0, 0]))


def test_a_stinger_is_one_wherever_it_is_asked() -> None:
    """Each head of a board with what hangs where its own hook comes out, as by itself; its least
    masses too. A stronger fish wants a stronger treble."""
    long = with_a_long_one().plastics[-1].plastic
    cond = Conditions(np.array([12.0]), np.array([0.6]), 1.9e-4)
    heads = ladder()
    out = np.linspace(0.05, 0.09, len(heads))
    whole = board(cond, long, heads, parts=hung_on("stinger", [long] * len(heads), out, 4.0))
    for i, head in enumerate(heads):
        one = board(cond, long, [head], parts=hung_on("stinger", [long], out[i], 4.0))
        assert float(whole.figures.package[i, 0]) == pytest.approx(float(one.figures.package[0, 0]))
        assert float(whole.fall.count[i, 0]) == pytest.approx(float(one.fall.count[0, 0]))
    assert np.all(np.isfinite(whole.least_mass))
    slim = plastic(200, 20, 24, 45.0, "paddle")
    light, strong = (hung_on("stinger", [slim], 0.07, kg)[0].mass for kg in (2.0, 40.0))
    assert strong > light


def test_shy_fish_in_still_shallow_water_are_offered_it() -> None:
    """Common practice, no source. In a running tide, in cover and for fish that feed on, it is not
    even tried."""
    offered = choose(STILL, catalogue())
    assert any(o.rigging == "wacky" for o in offered.outfits)
    for other in (STILL.but(surface_speed=0.3), STILL.but(mood="keen"), STILL.but(depth=8.0),
                  STILL.but(cover="tall-weed", cover_height=0.6)):
        assert not any(o.rigging in HUNG for o in choose(other, catalogue()).outfits)


def test_a_long_plastic_over_open_ground_gets_a_second_hook() -> None:
    """Common practice, no source: from about 200 mm; shorter ones never, nor in weed."""
    big = with_a_long_one()
    only = type(big)(big.plastics[-1:], big.heads, big.lines, big.rods)
    reef = Situation("reef", 12.0, 0.2, fish_named("European seabass"), stance="anchored",
                     symptom="short-bites")
    keys = {o.rigging for o in choose(reef, only).outfits}
    assert "stinger" in keys
    assert not any(o.rigging == "stinger" for o in choose(reef, catalogue()).outfits)


@pytest.mark.parametrize("long", [0.02, 0.06, 0.09, 0.13])
def test_a_trailer_weighs_what_its_outline_holds_and_slows_the_fall_a_shade(long: float) -> None:
    """A slim body of plastisol behind the hair: in water almost nothing, in the air a third of the
    package, and skin that drags. Its volume is that of a cylinder of its outline's share."""
    hair = Plastic(long, 0.13 * long, 0.13 * long, 2.0 * long**3, 1150.0, "hair")
    part, = hung_on("tied-trailer", [hair], 0.0, 0.0)
    trailer = trailer_of(hair)
    assert trailer.length == pytest.approx(0.8 * long)
    cylinder = 0.25 * np.pi * trailer.thick**2 * trailer.length * 1080.0
    assert 0.4 * cylinder < float(part.mass.item()) < 0.9 * cylinder
    head = [Head("a", 0.007, 11340.0, "ball", 0.0008)]
    alone, with_it = (free_fall(assemble(hair, head, parts=parts), RHO).vertical
                      for parts in ((), (part,)))
    assert 0.93 * alone < with_it < alone


def test_hair_where_it_must_be_seen_gets_a_trailer() -> None:
    """Common practice, no source; for the shy it breathes better alone."""
    box = catalogue()
    hair = Box(tuple(p for p in box.plastics if p.look == "hair"), box.heads, box.lines, box.rods)
    dirty = Situation("harbour", 4.0, 0.2, fish_named("European seabass"), clarity="dirty",
                      mood="steady")
    assert "tied-trailer" in {o.rigging for o in choose(dirty, hair).outfits}
    clear = dirty.but(clarity="clear", mood="shy")
    assert "tied-trailer" not in {o.rigging for o in choose(clear, hair).outfits}


def test_the_scenario_of_one_is_answered_as_the_choice_answers() -> None:
    box = catalogue()
    found = next(o for o in choose(STILL, box).outfits if o.rigging == "wacky")
    figures = figures_of(STILL, found, box, RULES)
    told = answer(Scenario.model_validate(scenario_of(STILL, found, figures)))
    rungs = rungs_for(STILL, box, found, RULES)
    b, i = board_of(STILL, found, rungs, box), place_of(rungs, found)
    mine = as_json(b, 0.7)["heads"][i]
    (head,) = told["heads"]
    assert head["verdict"] == [figures.board_verdict]
    assert head["count_s"] == pytest.approx(mine["count_s"])
    assert head["count_s"][0] == pytest.approx(figures.count, rel=1e-6)
