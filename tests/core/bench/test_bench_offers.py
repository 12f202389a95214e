"""Every rigging of every plastic on every head and hook: nothing fails, nothing is offered that
cannot be, and what is offered has its figures. The trade's own pairs beside them."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.bench.keeper import keeper_for
from ilha.core.bench.rigging_numbers import Bench
from ilha.core.bench.riggings import COVERS, NAMES, ON_THE_LINE, TAKES, Rigging, riggings
from ilha.core.bench.seat import FROM_BELOW, takes_shape
from ilha.core.bench.strength import hook_word
from ilha.core.choose.box import catalogue
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.rig.outline import PROFILES, Outline
from ilha.core.tables import COMPRESS, HOOKS, SHAPES

BOX = catalogue()
GRAMS = (1.8, 7.1, 28.0)


def _bench(plastic: int, head: Head, hook: int, cover: str = "none") -> Bench:
    p, h = BOX.plastics[plastic], HOOKS[hook]
    return Bench(
        p.plastic, Outline(p.body_length, p.plastic.height, PROFILES[p.look]), p.look, head,
        h.straight_mm * 1e-3, h.gape_mm * 1e-3,
        smaller=tuple((each.straight_mm * 1e-3, each.gape_mm * 1e-3)
                      for each in reversed(HOOKS[:hook])),
        cover=cover, compress=COMPRESS[p.material])


def _possible(b: Bench, plan: Rigging) -> None:
    takes = TAKES[plan.key]
    assert b.look not in takes.not_looks
    assert not takes.looks or b.look in takes.looks
    assert plan.key in ON_THE_LINE or takes_shape(takes.shapes, b.head.shape)
    for name, number in plan.numbers.items():
        # What no water holds is told as such beside the step.
        assert np.isfinite(number.value) or name == "sinker", (plan.key, name)
    for name in ("clears", "shank", "entry", "depth", "left", "keep"):
        assert name not in plan.numbers or plan.numbers[name].value > 0.0, (plan.key, name)
    end = plan.numbers.get("exit") or plan.numbers.get("up")
    if end is not None:
        assert 0.0 < end.value < b.plastic.length, plan.key


@pytest.mark.parametrize("plastic", range(len(BOX.plastics)),
                         ids=[p.id for p in BOX.plastics])
def test_nothing_impossible_is_offered(plastic: int) -> None:
    """Every shape on every hook; weights and cover in turn, so that each meets each of the rest."""
    for i, shape in enumerate(SHAPES):
        for hook in range(len(HOOKS)):
            grams = GRAMS[(plastic + i + hook) % len(GRAMS)]
            head = Head(f"{shape}-{grams}", grams * 1e-3, 11340.0, shape, 0.0012)
            b = _bench(plastic, head, hook, COVERS[(i + hook // len(GRAMS)) % len(COVERS)])
            plans = riggings(b)
            assert {plan.key for plan in plans} == set(NAMES)
            for plan in plans:
                assert plan.reason
                if plan.suits != "no":
                    _possible(b, plan)


def _pair(
    size: str, shape: str, height: float, material: str, length: float = 0.102,
    look: str = "paddle",
) -> Bench:
    h = next(each for each in HOOKS if each.size == size)
    body = 0.85 * length
    plastic = Plastic(length, 0.8 * height, height, 0.012, 1080.0, "paddle")
    return Bench(plastic, Outline(body, height, PROFILES[look]), look,
                 Head("h", 0.0053, 11340.0, shape, 0.0012), h.straight_mm * 1e-3,
                 h.gape_mm * 1e-3, compress=COMPRESS[material], cover="low-weed",
                 smaller=tuple((each.straight_mm * 1e-3, each.gape_mm * 1e-3)
                               for each in reversed(HOOKS[:HOOKS.index(h)])))


def _said(b: Bench, key: str) -> tuple[str, str]:
    plan = next(r for r in riggings(b) if r.key == key)
    return plan.suits, plan.reason


def test_a_body_gives_between_the_jaws() -> None:
    """A paddle of 102 mm, 19 mm high, takes a 4/0 wide gape weedless and a 3/0 at a pinch: an
    elastomer gives a quarter (common practice, no source), 14.25 mm are left of 19."""
    assert _said(_pair("4/0", "belly-weighted", 0.019, "elastomer"), "weedless")[0] == "suits"
    assert _said(_pair("3/0", "belly-weighted", 0.019, "elastomer"), "weedless") == (
        "possible", "at a pinch: the point barely clears the body")
    assert _said(_pair("2/0", "belly-weighted", 0.019, "elastomer"), "weedless")[0] == "no"
    clears = {m: next(r for r in riggings(_pair("4/0", "belly-weighted", 0.019, m))
                      if r.key == "weedless").numbers["clears"].value for m in COMPRESS}
    assert clears["elastomer"] == pytest.approx(0.017 - 0.75 * 0.019)
    assert clears["elastomer"] > clears["plastisol"] > clears["salted plastisol"] > 0.0


@pytest.mark.parametrize(("shape", "key", "says"), [
    ("ball", "weedless", "it takes a head of another shape"),
    ("ball", "buried", "it takes a head of another shape"),
    ("belly-weighted", "straight", "goes through the body from below"),
    ("buried", "straight", "goes inside the body"),
    ("mushroom", "straight", "is for a plastic that floats"),
])
def test_a_head_is_rigged_as_what_it_is(shape: str, key: str, says: str) -> None:
    suits, reason = _said(_pair("3/0", shape, 0.014, "plastisol"), key)
    assert suits == "no"
    assert says in reason


def test_a_crab_is_not_threaded_straight() -> None:
    crab = replace(_pair("2/0", "ball", 0.012, "plastisol"), look="crab")
    assert _said(crab, "straight") == ("no", "not for a crab")


def test_a_small_hook_that_never_clears_is_no_error() -> None:
    """A jerk of 127 mm on the smallest head of a card: its stinger has nowhere to hang."""
    deep = _pair("#4", "ball", 0.016, "plastisol", length=0.200, look="jerk")
    plan = next(r for r in riggings(deep) if r.key == "stinger")
    assert plan.suits == "no"
    assert np.isnan(plan.numbers["exit"].value)


@pytest.mark.parametrize("key", FROM_BELOW)
def test_weedless_hooks_want_a_body_that_is_long_enough(key: str) -> None:
    shape = TAKES[key].shapes[0]
    short = _pair("9/0", shape, 0.012, "plastisol", length=0.064)
    assert _said(short, key) == ("no", "the hook is longer than the body it would lie in")


def test_a_slit_lies_under_the_point() -> None:
    """By hand: 19 mm slit 9 deep leaves 10, of which plastisol keeps 85 % between two fingers: a
    gape of 15 clears 6.5. Threaded, the shank lies 5 mm under the back."""
    whole = _pair("3/0", "belly-weighted", 0.019, "plastisol")
    slit = replace(whole, slit="belly", slit_deep=0.009)
    plan = {r.key: r for r in riggings(slit)}
    assert plan["weedless"].numbers["clears"].value == pytest.approx(0.015 - 0.85 * 0.010)
    ball = replace(slit, head=replace(slit.head, shape="ball"))
    straight = {r.key: r for r in riggings(ball)}["straight"].numbers
    assert straight["entry"].value == pytest.approx(0.005)
    assert straight["clears"].value == pytest.approx(0.010)
    assert {r.key: r.suits for r in riggings(ball)}["belly-slot"] != "no"
    closed = replace(ball, slit="none", slit_deep=0.0)
    assert {r.key: r.suits for r in riggings(closed)}["belly-slot"] == "no"


@pytest.mark.parametrize(("keeper", "nose", "good"), [
    ("screw", 0.014, True), ("screw", 0.008, False), ("twist lock", 0.008, False),
    ("wire barb", 0.008, True), ("offset bend", 0.004, True)])
def test_the_nose_decides_which_keeper_holds(keeper: str, nose: float, good: bool) -> None:
    """Common practice, no source: blunt noses take a screw, tapered ones are pushed on a barb."""
    assert keeper_for(keeper, "plastisol", 0.016, nose)[0] is good


@pytest.mark.parametrize("material", ["elastomer", "sinking elastomer", "salted elastomer"])
def test_no_elastomer_takes_a_screw(material: str) -> None:
    good, says = keeper_for("screw", material, 0.016, 0.016)
    assert not good
    assert "unless its core" in says
    assert keeper_for("wire barb", material, 0.012, 0.010)[0]


def test_cut_down_goes_several_sizes_down() -> None:
    """Common practice, no source: not one size. Of 127 mm 69.85 are left, 46.85 of them body: a 3/0
    would come out at 0.97 of it, and the choice comes nearest to 0.43."""
    plan = next(r for r in riggings(_pair("3/0", "ball", 0.016, "plastisol", length=0.127,
                                          look="jerk")) if r.key == "cut-down")
    assert plan.numbers["sizes"].value >= 2
    assert 0.25 < plan.numbers["exit"].value / 0.0468 < 0.65


@pytest.mark.parametrize(("wire", "word"), [
    (0.00106, "light"), (0.0012, "medium"), (0.00144, "heavy")])
def test_wire_is_a_word_of_the_hook(wire: float, word: str) -> None:
    assert hook_word("3/0", wire) == word
