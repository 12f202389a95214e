"""Every rigging's numbers worked by hand, whether it suits, its words against its numbers."""

from __future__ import annotations

import re
from dataclasses import replace

import numpy as np
import pytest

from ilha.core.bench.keeper import KEEPERS, keeper_for
from ilha.core.bench.rigging_numbers import Bench
from ilha.core.bench.riggings import COVERS, KEYS, Rigging, riggings
from ilha.core.bench.unthreaded import bladed
from ilha.core.errors import DomainError
from ilha.core.move.hold import hold
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.rig.outline import PROFILES, Outline
from ilha.core.rig.tackle import RHO_SINKER, Sinker, sinker_area
from ilha.core.units import G
from ilha.core.water.seawater import density, kinematic_viscosity

JERK = Plastic(0.127, 0.014, 0.016, 0.0105, 1080.0, "straight")
HEAD = Head("a", 0.0106, 11340.0, "ball", 0.0013)
# x_b 38, gape 15; the next hook down 31, 13.
BENCH = Bench(JERK, Outline(0.104, 0.016, PROFILES["jerk"]), "jerk", HEAD, 0.038, 0.015,
              smaller=((0.031, 0.013),))


def one(key: str, b: Bench = BENCH) -> Rigging:
    return next(r for r in riggings(b) if r.key == key)


def mm(key: str, b: Bench = BENCH) -> dict[str, float]:
    return {name: n.value * 1e3 for name, n in one(key, b).numbers.items()}


BELLY = replace(BENCH, head=Head("b", 0.0035, 11340.0, "belly-weighted", 0.0013))


OUT = 38.0 + np.sqrt(7.5**2 - 0.5**2)
"""The straight thread's exit, 45.483 mm: physics of the bend, by hand in test_fit."""


def test_straight_by_hand() -> None:
    assert mm("straight") == pytest.approx(
        {"exit": OUT, "clears": 7.0, "entry": 8.0, "shank": 38.0}, abs=1e-3)


def test_high_by_hand() -> None:
    """7.5 mm under the back, where the bend is deepest: 38 + 7.5 = 45.5; clears 15 - 7.5."""
    found = mm("high")
    assert (found["exit"], found["clears"], found["depth"]) == pytest.approx((45.5, 7.5, 7.5))


def test_belly_slot_by_hand() -> None:
    """From a gape before the exit, 45.483 - 15, to half of one behind it, + 7.5."""
    found = mm("belly-slot")
    ends = (found["slot_from"], found["slot_to"])
    assert ends == pytest.approx((OUT - 15.0, OUT + 7.5), abs=1e-3)


def test_trimmed_nose_by_hand() -> None:
    """A ball of 10.6 g of lead is (6 m / (pi rho))^(1/3) = 12.13 mm thick, 0.758 of 16 mm. The
    profile rises from 0.52 at 3 % to 0.86 at 12 % of 104 mm: 0.758 at 3 + 9 * 0.238 / 0.34 =
    9.30 %, 9.67 mm."""
    found = mm("trimmed-nose")
    assert found["head"] == pytest.approx(12.13, abs=0.01)
    assert found["trim"] == pytest.approx(9.67, abs=0.08)
    assert found["exit_old"] == pytest.approx(found["exit"] + found["trim"])


def test_cut_down_by_hand() -> None:
    """45 % of 127 is 57.15 mm, under the 60: 69.85 are left. There the body is at 54.95 % of
    104 mm, where it is whole, 8 mm half; the next hook down comes out at 31 + sqrt(6.5² - 1.5²) =
    37.32."""
    found = mm("cut-down")
    assert (found["cut"], found["left"]) == pytest.approx((57.15, 69.85))
    assert found["exit"] == pytest.approx(37.32, abs=0.01)
    assert found["clears"] == pytest.approx(5.0, abs=0.01)


def test_tail_first_by_hand() -> None:
    """Half as high as it gets between 75 % (0.78) and 92 % (0.40): 75 + 17 * 0.28 / 0.38 = 87.53 %,
    91.0 mm."""
    found = mm("tail-first")
    assert (found["keep"], found["end"]) == pytest.approx((91.03, 8.0), abs=0.06)


def test_hidden_point_by_hand() -> None:
    """A gape of 10 mm and 1.5 more: 11.5 mm under the back; the bend ends at 38 + 5."""
    small = replace(BENCH, gape=0.010)
    assert mm("hidden-point", small) == pytest.approx({"depth": 11.5, "inside": 1.5, "exit": 43.0})
    assert one("hidden-point").suits == "no"


def test_weedless_by_hand() -> None:
    """The bend rises at 51 + 9.5 = 60.5; a gape of 19 clears a body of 16 by 3."""
    wide = replace(BELLY, hook_straight=0.051, gape=0.019)
    assert mm("weedless", wide) == pytest.approx({"bite": 7.0, "up": 60.5, "clears": 3.0})
    assert mm("weedless-swinging", wide) == mm("weedless", wide)
    assert one("weedless", BELLY).reason.startswith("the gape lies under the body")


def test_buried_by_hand() -> None:
    """Slim, three times as long as wide: (4 m / (3 pi rho))^(1/3) = 7.347 mm, 22.04 long. Its
    middle at 0.30 * 127 = 38.1, half of that beyond: 49.12 deep."""
    found = mm("buried")
    assert found["channel"] == pytest.approx(49.12, abs=0.01)
    assert found["wide"] == pytest.approx(7.347, abs=0.001)
    assert found["weight_at"] == pytest.approx(38.1)


def test_mushroom_stands_as_section_two_says() -> None:
    """The page's own check: stick of 70 x 10 mm at 0.96, 4.3 g, dome of 1.8 g, hook 0.5 g at 15 mm
    stands at 90° in still water."""
    stick = Plastic(0.070, 0.010, 0.010, 0.0043, 960.0, "stick")
    dome = Head("m", 0.0018, 11340.0, "mushroom", 0.0005, hook_x=0.015)
    b = Bench(stick, Outline(0.070, 0.010, PROFILES["stick"]), "stick", dome, 0.021, 0.010)
    plan = one("mushroom", b)
    assert np.degrees(plan.numbers["stands"].value) == pytest.approx(90.0, abs=1.0)
    assert plan.suits == "suits"
    sinks = replace(b, plastic=replace(stick, density=1080.0))
    assert one("mushroom", sinks).reason.startswith("this plastic sinks")


def test_shrimp_both_ways() -> None:
    shrimp = Plastic(0.090, 0.013, 0.015, 0.0075, 1120.0, "shrimp")
    b = Bench(shrimp, Outline(0.078, 0.015, PROFILES["shrimp"]), "shrimp", HEAD, 0.025, 0.0115)
    # 25 + sqrt(5.75² - 1.75²) = 30.477; the fan is cut at 78, where the body is 0.34 of 15.
    assert mm("shrimp-head-first", b)["exit"] == pytest.approx(30.477, abs=1e-3)
    tail = mm("shrimp-tail-first", b)
    assert (tail["keep"], tail["end"]) == pytest.approx((78.0, 5.1))
    assert one("shrimp-tail-first").suits == "no"


@pytest.mark.parametrize(("depth", "grams"), [(0.6, 1.3), (2.0, 3.5), (6.0, 6.5)])
def test_crab_heads_by_depth(depth: float, grams: float) -> None:
    b = replace(BENCH, look="crab", depth=depth)
    assert one("crab", b).numbers["head_mass"].value * 1e3 == pytest.approx(grams)


def test_tube_by_hand() -> None:
    """The head fills 12.13 mm of the nose: the exit moves back by it, the eye is at 0.6 of it."""
    found = mm("tube")
    assert found["exit"] == pytest.approx(OUT + 12.13, abs=0.01)
    assert found["eye"] == pytest.approx(7.28, abs=0.01)


def test_wacky_by_hand() -> None:
    """In sea water of 1024.8 the plastic weighs 10.5 (1 - 1024.8/1080) = 0.537 g at 0.34 * 127 =
    43.18 mm, the nail 0.9 (1 - 1024.8/11340) = 0.819 g at 12: (0.537 * 43.18 + 0.819 * 12) / 1.356
    = 24.35 mm."""
    found = mm("wacky")
    assert found["middle"] == pytest.approx(43.18)
    assert found["balance"] == pytest.approx(24.35, abs=0.1)


@pytest.mark.parametrize(("depth", "leader"), [(0.4, 0.25), (1.0, 0.375), (3.0, 0.5)])
def test_float_leader_by_depth(depth: float, leader: float) -> None:
    found = one("float", replace(BENCH, depth=depth)).numbers
    assert found["leader"].value == pytest.approx(leader)
    assert found["cut_line"].value == pytest.approx(leader + 0.15)


def test_stinger_by_hand() -> None:
    """230 mm: wanted at 142.6. A 9/0 of 76 and 27, 7.5 mm under the back, comes out at 76 +
    sqrt(13.5² - 6²) = 88.09; less a swivel of 16 there are 38.5 to go, six rings: three at most,
    35.5 in all. The treble is half as wide as the body is high, 15 mm: a #1, on rings of 6.5 mm and
    a swivel of size 7: 2.1 + 0.6 + 3 x 0.25 = 3.45 g. Three of its wires hold what one does."""
    big = Plastic(0.230, 0.024, 0.030, 0.060, 1080.0, "straight")
    b = Bench(big, Outline(0.190, 0.030, PROFILES["jerk"]), "jerk", HEAD, 0.076, 0.027)
    plan = one("stinger", b)
    assert plan.suits == "suits"
    assert plan.numbers["rings"].value == 3.0
    assert plan.numbers["hang"].value * 1e3 == pytest.approx(35.5)
    assert plan.numbers["reaches"].value * 1e3 == pytest.approx(88.09 + 35.5, abs=0.01)
    assert plan.numbers["treble"].value * 1e3 == pytest.approx(15.0)
    assert (plan.numbers["treble_size"].word, plan.numbers["swivel"].word) == (
        "#1", "swivel, size 7")
    assert plan.numbers["adds"].value * 1e3 == pytest.approx(3.45)
    assert one("stinger").suits == "no"


def test_leaders_by_hand() -> None:
    """Two heads: 1.2 m fished, a loop of 60 mm takes 120, knots 150: cut 1.47 m, apart 0.6."""
    tandem = one("tandem").numbers
    assert [tandem[k].value for k in ("cut_line", "knots", "front_at", "apart")] == pytest.approx(
        [1.47, 0.27, 0.6, 0.6])
    # In the bench's half metre a second the front head is two thirds of the rear; alike in slack.
    assert tandem["front"].value == pytest.approx(2.0 / 3.0 * HEAD.mass)
    assert 0.0 < tandem["above"].value < 0.6
    slack = one("tandem", replace(BENCH, current=0.0)).numbers
    assert slack["front"].value == pytest.approx(HEAD.mass)
    assert slack["above"].value == pytest.approx(0.6, abs=1e-6)
    sliding = one("sliding-sinker").numbers
    assert (sliding["leader"].value, sliding["cut_line"].value) == pytest.approx((0.6, 0.75))
    three = one("three-way").numbers
    # Three turns of 0.75 m.
    assert three["lift"].value == pytest.approx(2.25)
    assert three["cut_line"].value == pytest.approx(1.65)


def test_a_sliding_sinker_is_the_least_that_holds() -> None:
    """60 g in an easy tide; in a hard one that at which the line's scope, solved anew, is 2."""
    assert one("sliding-sinker").numbers["sinker"].value == pytest.approx(0.060)
    hard = replace(BENCH, depth=12.0, current=2.0, line=0.28e-3)
    mass = one("sliding-sinker", hard).numbers["sinker"].value
    assert mass > 0.075
    rho = float(density(20.0, 35.0))
    body = assemble(JERK, [HEAD])
    tackle = Sinker(np.array([[G * mass * (1.0 - rho / RHO_SINKER)]]),
                    sinker_area(np.array([[mass]])), 0.0, 0.6, 2.0 * hard.line)
    held = hold(body.wet_weight(np.array([rho])), body.drag_area, hard.line, 12.0, 1.5, 2.0,
                rho=rho, nu=kinematic_viscosity(20.0, 35.0), tackle=tackle)
    assert float(held.scope.ravel()[0]) == pytest.approx(2.0, abs=0.01)


def test_three_turns_of_ones_own_reel() -> None:
    big = one("three-way", replace(BENCH, per_turn=0.9)).numbers
    assert big["lift"].value == pytest.approx(2.7)


@pytest.mark.parametrize("key", KEYS)
def test_words_have_their_numbers(key: str) -> None:
    plan = one(key)
    used = {name for _, says in plan.steps for name in re.findall(r"{(\w+)}", says)}
    assert used <= set(plan.numbers)
    assert len(plan.steps) >= 3


@pytest.mark.parametrize("cover", COVERS)
def test_cover_decides(cover: str) -> None:
    """Common practice, no source: weedless by cover, an open hook in open water, carry both."""
    wide = replace(BELLY, hook_straight=0.051, gape=0.019, cover=cover)
    assert one("weedless", wide).suits == ("possible" if cover == "none" else "suits")
    wide = replace(BENCH, cover=cover)
    assert one("straight", wide).suits == ("suits" if cover == "none" else "possible")
    order = [r.suits for r in riggings(wide)]
    assert order == sorted(order, key=["suits", "possible", "no"].index)
    if cover == "snags":
        assert one("tandem", wide).suits == "no"


def test_outlines_that_cross_or_turn_back_are_refused() -> None:
    good = ((0.0, 0.2), (0.5, 1.0), (1.0, 0.3))
    Outline(0.1, 0.016, good)
    for points, says in (
        (((0.0, 0.2), (0.6, 1.0), (0.5, 0.9), (1.0, 0.3)), "turn back"),
        (((0.0, 0.2), (0.5, -0.1), (1.0, 0.3)), "cross itself"),
        (((0.1, 0.2), (0.5, 1.0), (1.0, 0.3)), "from the nose"),
        (((0.0, 0.2), (1.0, 0.3)), "three points"),
    ):
        with pytest.raises(DomainError, match=says):
            Outline(0.1, 0.016, points)
    with pytest.raises(DomainError, match="head_diameter_mm"):
        Outline(0.1, 0.016, good).trim_to(0.02)


@pytest.mark.parametrize(("keeper", "material", "height", "good"), [
    ("lead collar", "plastisol", 0.019, True), ("lead collar", "plastisol", 0.010, False),
    ("wire barb", "plastisol", 0.010, True), ("screw", "elastomer", 0.010, False),
    ("wire barb", "elastomer", 0.010, True), ("twist lock", "plastisol", 0.016, True),
])
def test_keepers_against_materials(
    keeper: str, material: str, height: float, good: bool
) -> None:
    """Common practice, no source: collars hold thick bodies and split slim ones, wire holds slim
    ones, screws hold plastisol, elastomer takes none."""
    assert keeper_for(keeper, material, height)[0] is good
    assert keeper in KEEPERS


def test_unknown_keepers_are_refused() -> None:
    with pytest.raises(DomainError, match="keeper"):
        keeper_for("staple", "plastisol", 0.01)


def test_a_blade_at_the_tail_draws_the_balance_back() -> None:
    """By hand: 10 g that balance at 34 % of 100 mm and 0.6 g at the end: (10 x 34 + 0.6 x 100) /
    10.6 = 37.7 mm."""
    stick = Plastic(0.100, 0.012, 0.014, 0.010, 1080.0, "straight")
    b = replace(BENCH, plastic=stick, look="jerk", body=Outline(0.084, 0.014, PROFILES["jerk"]))
    plan = one("wacky-blade", b)
    assert plan.suits == "suits"
    assert plan.numbers["hook_at"].value * 1e3 == pytest.approx(400.0 / 10.6)
    assert bladed(stick).x == stick.length
