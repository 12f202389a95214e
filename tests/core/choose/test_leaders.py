"""Leaders that practice ties, what other schools would tie on. Common practice, no source."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.choose.box import HEAVIEST_USUAL_KG, BoxLeader, catalogue, leader_of
from ilha.core.choose.fish import fish_named
from ilha.core.choose.leaders import leader_asked
from ilha.core.choose.other_schools import by_school
from ilha.core.choose.ranking import choose
from ilha.core.choose.rules import RULES
from ilha.core.choose.situation import Situation
from ilha.core.errors import DomainError
from ilha.core.judge.schools import SCHOOLS
from ilha.core.units import G, newtons_of_kg

FLOUNDER = Situation("channel", 2.0, 0.4, fish_named("southern flounder"), stance="anchored")
SPOOLS = tuple(BoxLeader(str(kg), "fluorocarbon", 0.4e-3, newtons_of_kg(kg))
               for kg in (5, 8, 13, 22))
WIRE = BoxLeader("wire", "wire", 0.4e-3, newtons_of_kg(40.0))


def test_flatfish_take_nine_kilograms_and_fourteen_by_bridges() -> None:
    assert leader_asked(FLOUNDER.facts()).kg == 9
    assert leader_asked(FLOUNDER.but(place="bridge").facts()).kg == 14


def test_strong_fish_in_the_snags_take_the_heaviest_there_is_but_no_wire() -> None:
    barramundi = Situation("creek-bend", 2.0, 0.2, fish_named("barramundi"), cover="snags")
    asked = leader_asked(barramundi.facts())
    assert asked.kg == "heaviest"
    holds, spool = leader_of("bites", newtons_of_kg(7.0), asked.kg, (*SPOOLS, WIRE))
    assert (holds / G, spool and spool.id) == (pytest.approx(22.0), "22")
    holds, spool = leader_of("bites", newtons_of_kg(7.0), asked.kg, ())
    assert (holds / G, spool) == (pytest.approx(HEAVIEST_USUAL_KG), None)


def test_a_leader_that_is_asked_for_is_the_nearest_spool_or_none() -> None:
    holds, spool = leader_of("bites", newtons_of_kg(7.0), 9, SPOOLS)
    assert spool is not None
    assert spool.id == "8"
    holds, spool = leader_of("bites", newtons_of_kg(7.0), 9, SPOOLS[3:])
    assert (holds / G, spool) == (pytest.approx(9.0), None)


def test_what_nothing_is_said_of_goes_by_the_school() -> None:
    asked = leader_asked(FLOUNDER.but(fish=fish_named("red drum")).facts())
    assert (asked.kg, asked.says) == (None, "")


def test_on_rough_ground_both_schools_of_line_are_shown() -> None:
    reef = Situation("reef", 12.0, 0.2, fish_named("Australasian snapper"), bottom="rock")
    beside = leader_asked(reef.facts()).beside
    assert beside is not None
    assert (beside.line_kg, beside.leader_kg) == (13, 9)
    assert choose(reef).outfits[0].beside == beside


@pytest.mark.parametrize(("situation", "none"), [
    (FLOUNDER, {"fed-fall": "light-current"}),
    (FLOUNDER.but(depth=12.0, surface_speed=0.1), {"depth-table": "table-ends"}),
    (Situation("surf", 3.0, 0.1, fish_named("European seabass")),
     {"fed-fall": "swum-here", "depth-table": "swum-here"}),
], ids=["tide", "deep", "surf"])
def test_a_school_without_an_answer_says_why(situation: Situation, none: dict[str, str]) -> None:
    outfit = choose(situation).outfits[0]
    ties = by_school(situation, catalogue(), outfit, RULES)
    assert set(ties) == set(SCHOOLS)
    for key, tie in ties.items():
        assert (tie.head is None) == (tie.stopped != "")
        if key in none:
            assert tie.stopped == none[key]
        if tie.head is not None and outfit.weedless is False:
            # Of the ordinary weights, and no head for crabs in a fish's place.
            assert tie.head.head.mass >= 0.99 * min(outfit.head.head.mass, 0.00354)
            assert tie.head.head.shape != "crab" or outfit.plastic.look in ("crab", "craw")


def test_searching_or_found_moves_the_choice() -> None:
    bay = Situation("flat", 1.5, 0.15, fish_named("spotted seatrout"), stance="wading")
    search, found = (choose(bay.but(finding=each)).outfits[0] for each in ("search", "found"))
    assert search.plastic.plastic.shape.least_speed_m_s > 0.0
    assert search.retrieve != found.retrieve
    with pytest.raises(DomainError, match="finding"):
        bay.but(finding="lost")


def test_what_no_head_holds_is_carried_by_a_sinker() -> None:
    torrent = Situation("channel", 15.0, 2.6, fish_named("striped bass"), stance="anchored")
    choice = choose(torrent)
    assert choice.on_lead
    assert {o.rigging for o in choice.outfits} == {"sliding-sinker"}
    # What not even the heaviest sinker does is not proposed.
    assert not choose(torrent.but(depth=40.0, surface_speed=3.5)).outfits
    slack = choose(torrent.but(surface_speed=0.2))
    assert slack.outfits
    assert not slack.on_lead
    assert not np.isnan(slack.outfits[0].score)
