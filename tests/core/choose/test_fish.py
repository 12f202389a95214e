"""Fish as facts: enough of them, each whole, and each caution said by one."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from ilha.core.choose.fish import CHOICES, EATS, FISH, MINDS, fish_named
from ilha.core.errors import DomainError


def test_there_are_enough_from_several_oceans() -> None:
    assert len(FISH) >= 40
    scientific = [fish.scientific for fish in FISH.values()]
    assert len(set(scientific)) == len(scientific)
    assert all(len(name.split()) == 2 for name in scientific)
    for of in ("Dicentrarchus labrax", "Sciaenops ocellatus", "Lates calcarifer",
               "Chrysophrys auratus", "Lateolabrax japonicus"):
        assert fish_named(of).scientific == of


@pytest.mark.parametrize("fact", sorted(CHOICES))
def test_every_word_that_a_fact_may_take_is_taken_by_some_fish(fact: str) -> None:
    used = {getattr(fish, fact) for fish in FISH.values()}
    assert used == set(CHOICES[fact])


def test_every_food_and_every_caution_belongs_to_some_fish() -> None:
    assert {word for fish in FISH.values() for word in fish.eats} == set(EATS)
    assert {word for fish in FISH.values() for word in fish.minds} == set(MINDS)


@pytest.mark.parametrize(("name", "facts"), [
    # Common knowledge, no source.
    ("bluefish", {"teeth": "sharp", "takes": "tail-biter"}),
    ("gilthead seabream", {"mouth": "small", "teeth": "crushing"}),
    ("yellowtail snapper", {"feeds": "suspended", "takes": "drop"}),
    ("garfish", {"feeds": "top"}), ("dusky grouper", {"runs": "structure"}),
    ("common snook", {"holds": "snags"}), ("European flounder", {"feeds": "bottom"}),
])
def test_what_every_angler_knows(name: str, facts: dict[str, str]) -> None:
    fish = fish_named(name)
    assert {key: getattr(fish, key) for key in facts} == facts


def test_names_are_found_in_any_capitals() -> None:
    assert fish_named(" european SEABASS ") is fish_named("Dicentrarchus labrax")
    with pytest.raises(DomainError, match="fish"):
        fish_named("kraken")


def test_cautions_are_said() -> None:
    assert any("Venomous" in said for said in fish_named("greater weever").cautions)
    assert any("local rule" in said for said in fish_named("red drum").cautions)


@pytest.mark.parametrize(("change", "field"), [
    ({"feeds": "sky"}, "feeds"), ({"teeth": "few"}, "teeth"), ({"eats": ()}, "eats"),
    ({"eats": ("cake",)}, "eats"), ({"minds": ("laser",)}, "minds"),
    ({"comfort_c": (20.0, 10.0)}, "comfort_c"), ({"forage_mm": (1.0, 50.0)}, "forage_mm"),
])
def test_a_fact_that_cannot_be_is_named(change: dict[str, Any], field: str) -> None:
    with pytest.raises(DomainError, match=field):
        replace(fish_named("bluefish"), **change)
