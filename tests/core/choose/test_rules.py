"""Rules as data: how they are read, when they fire, what they give, where they pull apart."""

from __future__ import annotations

from dataclasses import replace
from functools import cache

import numpy as np
import pytest

from ilha.core.choose.fish import FISH, fish_named
from ilha.core.choose.found import Found
from ilha.core.choose.ranking import Kept, choose
from ilha.core.choose.rules import (
    PARTS,
    RULES,
    Changed,
    conflicts,
    given,
    nearness,
    own_rule,
    rulebook,
    rules_of,
)
from ilha.core.choose.scoring import riggings_for, scores
from ilha.core.choose.search import search
from ilha.core.choose.situation import Situation
from ilha.core.choose.traits import Traits
from ilha.core.errors import DomainError
from tests.rigs import with_a_long_one
from tests.situations import SITUATIONS

PORGY = fish_named("red porgy")
REEF = Situation("reef", 17.0, 0.2, PORGY, stance="drifting", bottom="rock")
HARBOUR = Situation("harbour", 4.0, 0.1, fish_named("European seabass"), feeding="low")
EDGE = Situation("channel", 5.0, 0.3, fish_named("spotted seatrout"), stance="anchored",
                 bottom="mud", finding="search")
STILL = HARBOUR.but(place="flat", depth=1.2, surface_speed=0.0, mood="shy", stance="wading")
BY_KEY = {rule.key: rule for rule in RULES}

# Situations of their own for rules that no worked situation fires: facts and schools of a fault.
PROBES = {
    "long-shank": REEF.but(shank="long"), "short-shank": REEF.but(shank="short"),
    "longer-shank-for-short-bites": REEF.but(symptom="short-bites"),
    "stronger-after-bent-hooks": REEF.but(symptom="bent-hooks"),
    "sinker-over-oyster": REEF.but(place="channel", bottom="oyster", depth=3.0, stance="anchored",
                                   surface_speed=0.1, sinker="sinker"),
    "two-heads-for-the-keen": REEF.but(mood="keen", bottom="sand", depth=6.0, stance="anchored"),
    "locking-keeper": REEF.but(symptom="pulled-down"),
    "top-kicks": REEF.but(place="flat", depth=0.8, stance="wading", bottom="grass",
                          cover="tall-weed", feeding="top", fish=fish_named("red drum")),
    "cut-it-down": REEF.but(symptom="follows"),
    "shake-up": REEF.but(symptom="follows", surface_speed=0.05, stance="anchored", feeding="low",
                         fish=fish_named("pollack")),
    "tougher-tails": REEF.but(symptom="tails-bitten"),
    "faster-past-tail-biters": HARBOUR.but(symptom="tails-bitten"),
    "snags-comes-through": REEF.but(symptom="snags"),
    "snags-softer": REEF.but(symptom="snags", fish_kg=6.0),
    "missed-open": REEF.but(symptom="missed"),
    "broken-off-stronger": REEF.but(symptom="broken-off"),
    "no-bottom-thinner": REEF.but(symptom="no-bottom"),
    "keen-searcher": REEF.but(mood="keen"),
    "sinker-presses-down": REEF.but(
        place="channel", bottom="oyster", depth=3.0, stance="anchored", surface_speed=0.27,
        sinker="sinker"),
    "falls-short": REEF.but(place="surf", stance="bank", depth=3.0, cast=90.0),
    "too-big-for-its-mouth": REEF.but(fish=fish_named("sheepshead")),
    "hook-would-open": REEF.but(fish_kg=30.0),
    "drag-over-sand": REEF.but(bottom="sand", mood="shy", stance="bank", depth=6.0),
    "twitch-shrimps": HARBOUR.but(place="flat", depth=1.6),
    "roll-in-the-dark": HARBOUR.but(light="night", clarity="dirty"),
    "warm-swim": HARBOUR.but(temperature_trend="rising"),
    # In a hard tide nothing that is swum comes first any more: where one has chosen to swim it.
    "not-swum-in-a-hard-tide": HARBOUR.but(surface_speed=0.5, retrieve="steady"),
    "swim-working-tails": HARBOUR.but(surface_speed=0.0),
    **dict.fromkeys(("two-heads-searching", "two-heads-for-a-school", "two-heads-heavier-behind"),
                    EDGE),
    "two-heads-alike-in-slack": EDGE.but(surface_speed=0.05),
    "two-heads-alike-in-a-torrent": EDGE.but(surface_speed=0.8),
    "hair-breathes": HARBOUR.but(mood="shy", water_temperature_c=6.0),
    "across-for-the-shy": STILL, "bare-across-where-it-is-seen": STILL,
    "blade-where-it-is-not-seen": STILL.but(clarity="dirty"),
    "across-is-left-to-fall": STILL.but(light="night", clarity="dirty"),
    "stinger-on-long-plastics": REEF, "stinger-for-short-bites": REEF.but(symptom="short-bites"),
    "creeping-shrimp": REEF.but(mood="shy"), "scent-for-the-slow": REEF.but(mood="shy"),
}


@pytest.fixture(scope="module")
def asked() -> list[Situation]:
    return [*(w.situation for w in SITUATIONS), *PROBES.values()]


@pytest.fixture(scope="module")
def kept() -> Kept:
    return {}


@pytest.mark.parametrize("rule", RULES, ids=lambda rule: rule.key)
def test_each_rule_fires_and_without_it_the_account_is_another(
    rule: object, asked: list[Situation], kept: Kept
) -> None:
    """None is dead: in some situation it holds, and taking it out moves the points of some
    combination that passes the hard limits."""
    key = rule.key  # type: ignore[attr-defined]
    fires = [s for s in ([PROBES[key]] if key in PROBES else asked)
             if BY_KEY[key].fired(s.facts())]
    assert fires, "no situation fires it"
    assert any(_moves(key, s, kept) for s in fires[:6]), "it changes nothing"


def _moves(key: str, s: Situation, kept: Kept) -> bool:
    if {"colour", "tip", "retrieve"} & set(BY_KEY[key].gives):
        rest = tuple(r for r in RULES if r.key != key)
        whole, without = choose(s, rules=RULES, kept=kept), choose(s, rules=rest, kept=kept)
        return [o.score for o in whole.outfits] != [o.score for o in without.outfits]
    fired = [r for r in RULES if r.fired(s.facts())]
    box, found = with_a_long_one().on_line(s.line_diameter), _found(s, riggings_for(fired))
    for judged in found.judged:
        traits = Traits(box, found.rows, s, found, judged)
        gave = np.broadcast_to(scores(traits, [BY_KEY[key]]), judged.verdict.shape)
        if np.any(gave[found.usable(judged)] != 0.0):
            return True
    return False


@cache
def _found(s: Situation, riggings: tuple[str, ...]) -> Found:
    found = search(with_a_long_one(), s, riggings)
    assert found is not None
    return found


def test_every_part_of_the_trade_has_rules() -> None:
    assert {rule.part for rule in RULES} == set(PARTS) - {"own"}


def test_nearness_falls_with_the_logarithm() -> None:
    values = np.array([30.0, 60.0, 80.0, 100.0, 100.0 * np.sqrt(1.5), 150.0, np.nan])
    assert nearness(values, 60.0, 100.0) == pytest.approx([0, 1, 1, 1, 0.5, 0, 0])
    assert nearness(np.array([0.0, 0.5]), 0.0, 1.0) == pytest.approx([1, 1])


def test_what_a_rule_gives() -> None:
    features = {"look": np.array([["jerk"], ["curl"]]), "line_mm": np.array([[0.15, 0.24]]),
                "head_g": np.array([[5.0], [10.0]])}
    wants = own_rule("a", {"says": "x", "weight": 2.0,
                           "wants": {"look": ["jerk"], "line_mm": [0.1, 0.15]}})
    assert given(wants, features, PORGY) == pytest.approx(np.array([[2, 1], [1, 0]]))
    avoids = own_rule("b", {"says": "x", "weight": 2.0, "avoids": {"look": ["jerk"]},
                            "fits": {"head_g": [1, 6]}})
    assert np.ravel(given(avoids, features, PORGY)) == pytest.approx([-2, 0])
    forage = own_rule("c", {"says": "x", "wants": {"plastic_length_mm": "forage"}})
    assert float(given(forage, {"plastic_length_mm": np.array(90.0)}, PORGY)) == 1.0


def test_a_rule_names_the_fish() -> None:
    assert "red porgy" in BY_KEY["match-what-they-eat"].worded(PORGY)


@pytest.mark.parametrize(("row", "field"), [
    ({"wants": {"look": ["jerk"]}}, "says"),
    ({"says": "x"}, "wants"),
    ({"says": "x", "wants": {"look": ["jerk"]}, "avoids": {"look": ["curl"]}}, "wants"),
    ({"says": "x", "weight": 0, "wants": {"look": ["jerk"]}}, "weight"),
    ({"says": "x", "weight": 11, "wants": {"look": ["jerk"]}}, "weight"),
    ({"says": "x", "wants": {"look": ["trout"]}}, "wants.look"),
    ({"says": "x", "wants": {"nothing": ["jerk"]}}, "wants.nothing"),
    ({"says": "x", "wants": {"head_g": [9, 3]}}, "wants.head_g"),
    ({"says": "x", "wants": {"head_g": "forage"}}, "wants.head_g"),
    ({"says": "x", "wants": {"floats": ["jerk"]}}, "wants.floats"),
    ({"says": "x", "when": {"clarity": ["clear", "muddy"]}, "wants": {"floats": True}},
     "when.clarity"),
    ({"says": "x", "when": {"depth_m": True}, "wants": {"floats": True}}, "when.depth_m"),
    ({"says": "x", "school": "shank:round", "wants": {"floats": True}}, "school"),
    ({"says": "x", "then": {}, "wants": {"floats": True}}, "then"),
])
def test_a_bad_rule_is_refused_by_its_field(row: dict[str, object], field: str) -> None:
    with pytest.raises(DomainError) as caught:
        own_rule("mine", dict(row))
    assert caught.value.field == f"rules[mine].{field}"


def test_a_file_that_is_not_toml_is_refused() -> None:
    with pytest.raises(DomainError, match="TOML"):
        rules_of("weight", "[a\nb")


def test_conditions_schools_and_lists() -> None:
    facts = REEF.facts()
    assert BY_KEY["reef-line"].fired(facts)
    assert not BY_KEY["flats-line"].fired(facts)
    assert BY_KEY["eats-fish"].fired(facts)
    assert BY_KEY["eats-squid"].fired(facts)
    assert not BY_KEY["long-shank"].fired(facts)
    assert BY_KEY["long-shank"].fired(REEF.but(shank="long").facts())
    assert BY_KEY["bulk-over-rock-and-weed"].fired(REEF.but(depth=2.0).facts())
    assert not BY_KEY["bulk-over-rock-and-weed"].fired(facts)


def test_the_user_changes_the_book() -> None:
    own = own_rule("own:1", {"says": "Only pink.", "wants": {"colour": ["pink"]}})
    book = rulebook({"ball-goes-with-all": Changed(on=False),
                     "least-that-does": Changed(weight=1.5), "own:1": Changed(weight=4.0)}, [own])
    keys = {rule.key: rule for rule in book}
    assert "ball-goes-with-all" not in keys
    assert len(book) == len(RULES)
    assert keys["least-that-does"].weight == 1.5
    assert keys["own:1"].weight == 4.0
    with pytest.raises(DomainError, match="weight"):
        rulebook({"ball-goes-with-all": Changed(weight=99.0)})


def test_conflicts_are_told() -> None:
    hold = [r for r in RULES if r.fired(REEF.but(light="low", clarity="clear").facts())]
    pairs = {(c.first.key, c.second.key): c for c in conflicts(hold, PORGY)}
    dark = pairs[("dark-in-the-dark", "reef-colours")]
    assert dark.feature == "colour"
    assert dark.outweighs is BY_KEY["dark-in-the-dark"]
    # One that warns of what the other asks for.
    a = own_rule("a", {"says": "x", "when": {"pests": False}, "wants": {"shape": ["ball"]}})
    b = own_rule("b", {"says": "x", "when": {"pests": False}, "avoids": {"shape": ["ball"]}})
    c = own_rule("c", {"says": "x", "when": {"pests": False}, "avoids": {"shape": ["darter"]}})
    assert [(q.first, q.second, q.outweighs) for q in conflicts([a, b, c], PORGY)] == [(a, b, None)]
    # Ranges that meet agree; rules about different plastics are not in each other's way.
    near = replace(a, wants={"head_g": (1.0, 5.0)})
    assert not conflicts([near, replace(b, wants={"head_g": (4.0, 9.0)}, avoids={})], PORGY)
    assert conflicts([near, replace(b, wants={"head_g": (6.0, 9.0)}, avoids={})], PORGY)
    jerk = replace(a, fits={"look": ("jerk",)})
    assert not conflicts([jerk, replace(b, fits={"look": ("curl",)})], PORGY)


def test_every_fish_can_be_asked_about() -> None:
    for fish in FISH.values():
        facts = replace(REEF, fish=fish).facts()
        assert any(rule.fired(facts) and "{fish}" in rule.says for rule in RULES), fish.name
