"""Tied jigs and swimbaits that come rigged: nothing to thread; hair's bulk in water and in air."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.bench.keeper import keeper_for
from ilha.core.bench.rigging_numbers import Bench
from ilha.core.bench.riggings import ON_THE_LINE, riggings
from ilha.core.choose.box import Box, BoxHead, catalogue, typical_head
from ilha.core.choose.combine import combine
from ilha.core.choose.features import SEARCHED
from ilha.core.move.cast import package_drag_area
from ilha.core.move.glide import free_fall
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Plastic
from ilha.core.rig.outline import PROFILES, Outline

CATALOGUE = catalogue()
HAIR = next(p for p in CATALOGUE.plastics if p.id.startswith("90 mm hair"))
SLIM = next(p for p in CATALOGUE.plastics if p.id == "102 mm jerk")
BALL = typical_head("b", 0.25, "3/0", "ball", "wire barb").head
RHO = np.array([1025.0])


def _bench(plastic: Plastic, look: str, shape: str) -> Bench:
    head = replace(BALL, shape=shape)
    body = Outline(plastic.length, plastic.height, PROFILES[look])
    return Bench(plastic, body, look, head, 0.031, 0.014)


def _said(b: Bench) -> dict[str, str]:
    return {r.key: r.suits for r in riggings(b)}


def test_hair_is_tied_and_nothing_else() -> None:
    said = _said(_bench(HAIR.plastic, "hair", "ball"))
    assert said["tied"] == "suits"
    own = {key for key, suits in said.items() if suits != "no"}
    assert own - {"float"} == {"tied", "tied-trailer"}
    assert _said(_bench(SLIM.plastic, "jerk", "ball"))["tied"] == "no"
    for keeper in ("screw", "lead collar", "wire barb"):
        assert keeper_for(keeper, "hair", 0.016) == (
            True, "it is bound to the head: the thread holds it, not the keeper")


def test_bulk_rides_higher_and_casts_shorter() -> None:
    """Common practice, no source: of two heads of one weight the one dressed with hair sinks slower
    and flies shorter than the one with a slim plastic."""
    hair, slim = (assemble(p.plastic, [BALL]) for p in (HAIR, SLIM))
    assert float(free_fall(hair, RHO).vertical.item()) < float(
        free_fall(slim, RHO).vertical.item())
    # Air against mass: what slows a flight.
    slowed = [float((package_drag_area(b) / b.package).item()) for b in (hair, slim)]
    assert slowed[0] > 1.3 * slowed[1]


def test_a_dressed_head_with_a_trailer_is_bulkier_than_a_bare_one() -> None:
    bare = assemble(SLIM.plastic, [BALL])
    dressed = assemble(SLIM.plastic, [replace(BALL, extra_drag=2e-4)])
    assert float(free_fall(dressed, RHO).vertical.item()) < float(
        free_fall(bare, RHO).vertical.item())
    assert float(package_drag_area(dressed).item()) - float(
        package_drag_area(bare).item()) == pytest.approx(2e-4)


def _moulded(comes_in: str | None) -> BoxHead:
    made = typical_head("m", 0.25, "3/0", "moulded-in", "wire barb", weight_mm=30.0)
    return replace(made, comes_in=comes_in)


def test_what_is_moulded_in_goes_with_its_own_plastic_alone() -> None:
    plastics = tuple(p for p in CATALOGUE.plastics if p.look == "paddle")
    own = plastics[1].id
    box = Box(plastics, (_moulded(own), _moulded(None)), CATALOGUE.lines[:1], CATALOGUE.rods[:1])
    rows = combine(box, SEARCHED)
    assert [(plastics[p].id, h, k) for p, h, k in zip(
        rows.plastic, rows.head, rows.keys, strict=True)] == [(own, 0, "as-moulded")]


def test_the_bench_says_how_it_comes() -> None:
    paddle = next(p for p in CATALOGUE.plastics if p.id == "102 mm paddle")
    b = _bench(paddle.plastic, "paddle", "moulded-in")
    plan = next(r for r in riggings(b) if r.suits == "suits" and r.key not in ON_THE_LINE)
    assert plan.key == "as-moulded"
    assert plan.numbers["weight_at"].value == pytest.approx(0.30 * paddle.plastic.length)
    assert 0.0 < plan.numbers["stands_at"].value < paddle.body_length
