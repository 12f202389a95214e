"""The stinger's parts: what holds what, what they weigh, and how the rig falls with them."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.bench.stinger import TREBLES, stinger_for
from ilha.core.bench.strength import DROPPER_SHARE, HARDWARE, KNOTS, chain, dropper, opens_at
from ilha.core.move.glide import free_fall
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Head, Plastic

BIG = Plastic(0.230, 0.024, 0.030, 0.060, 1080.0, "straight")
HEAD = Head("h", 0.056, 11340.0, "ball", 0.006)


def test_larger_trebles_hold_more_and_weigh_more() -> None:
    for name in ("across", "gape", "wire", "mass"):
        values = [getattr(t, name) for t in TREBLES]
        assert values == sorted(set(values))
    opens = [t.opens for t in TREBLES]
    assert opens == sorted(opens)
    assert TREBLES[-1].size == "2/0"
    for t in TREBLES:
        assert t.opens == pytest.approx(float(opens_at(t.wire, t.gape)))
        assert t.holds == min(t.opens, HARDWARE[t.ring_name], HARDWARE[t.swivel])


def test_a_stronger_pull_asks_for_a_larger_treble_as_far_as_the_body_goes() -> None:
    sizes = [stinger_for(0.030, 0.230, 0.088, pull).treble.size for pull in (0.0, 70.0, 90.0, 1e3)]
    widths = [next(t.across for t in TREBLES if t.size == size) for size in sizes]
    assert widths == sorted(widths)
    assert widths[0] < widths[-1]
    assert stinger_for(0.030, 0.230, 0.088, 20.0).strong
    assert not stinger_for(0.030, 0.230, 0.088, 1e3).strong
    # A slim body carries no wide treble, whatever pulls.
    assert stinger_for(0.012, 0.200, 0.080, 1e3).treble.across <= 0.012


def test_an_exit_that_never_comes_has_no_numbers_but_no_error() -> None:
    found = stinger_for(0.030, 0.230, float("nan"))
    assert np.isnan(found.reaches)
    assert found.rings == 2


def test_the_stinger_weighs_and_slows_the_fall_as_its_parts_do() -> None:
    """Steel of 3.45 g under the belly: the package by the scale, the wet weight by its steel."""
    found = stinger_for(0.030, 0.230, 0.088)
    rho = np.array([1025.0])
    bare, hung = assemble(BIG, [HEAD]), assemble(BIG, [HEAD], parts=[found.part(0.030)])
    assert float(hung.package[0, 0] - bare.package[0, 0]) == pytest.approx(found.mass)
    more = float((hung.wet_weight(rho) - bare.wet_weight(rho)).item())
    assert more == pytest.approx(found.mass * 9.80665 * (1.0 - 1025.0 / 7850.0), rel=1e-6)
    pitch = [float(np.degrees(free_fall(body, rho).pitch).item()) for body in (bare, hung)]
    assert pitch[0] != pytest.approx(pitch[1], abs=0.05)


def test_a_dropper_parts_before_the_leader_does_by_hand() -> None:
    """Leader 90 N: the dropper holds 54, its knot 0.85 of that, 45.9, below line 66.7, joint 60,
    loop knot 72 and hook 57.6; with a hook that opens at 40 the hook is the weaker."""
    side = dropper(90.0)
    assert [link.holds for link in side] == pytest.approx([
        DROPPER_SHARE * 90.0, 0.85 * DROPPER_SHARE * 90.0])
    made = chain(66.7, 90.0, 57.6, side=side)
    assert made.side_breaks_first
    assert made.links == chain(66.7, 90.0, 57.6).links
    assert not chain(66.7, 90.0, 40.0, side=side).side_breaks_first
    assert not chain(66.7, 90.0, 40.0).side_breaks_first


def test_a_dropper_loop_on_the_way_is_a_link_of_the_leader() -> None:
    made = chain(66.7, 90.0, 80.0, loops=["dropper loop"])
    names = [link.name for link in made.links]
    assert names.index("dropper loop") == names.index("leader") + 1
    assert made.links[names.index("dropper loop")].holds == pytest.approx(
        KNOTS["dropper loop"] * 90.0)
