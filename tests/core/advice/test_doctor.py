"""The doctor: every symptom has few questions and a first change with its number."""

from __future__ import annotations

from itertools import product

import numpy as np
import pytest

from ilha.core.advice.doctor import SYMPTOMS, advise
from ilha.core.advice.doctor_numbers import MORE_CURRENT, NUMBERS
from ilha.core.advice.patient import Patient
from ilha.core.bench.strength import KNOTS, chain
from ilha.core.choose.box import Box, catalogue
from ilha.core.choose.fish import fish_named
from ilha.core.choose.proposal import board_of
from ilha.core.choose.ranking import choose
from ilha.core.choose.situation import Situation
from ilha.core.errors import DomainError
from ilha.core.judge.schools import MARGINAL, RIGHT, TOO_LIGHT

HARBOUR = Situation("harbour", 4.0, 0.45, fish_named("European seabass"), stance="dock")
ASKED = ("short-bites", "tails-bitten", "pulled-down", "swept", "follows", "pests", "snags",
         "no-bottom", "spins", "missed", "broken-off", "bent-hooks")


@pytest.fixture(scope="module")
def patient() -> Patient:
    return Patient(HARBOUR, catalogue(), choose(HARBOUR).outfits[0])


def number(patient: Patient, key: str) -> float:
    found = NUMBERS[key](patient)
    assert found is not None
    return found.value


def test_every_symptom_of_the_water_is_known() -> None:
    assert set(SYMPTOMS) == set(ASKED)


@pytest.mark.parametrize("key", ASKED)
def test_at_most_three_questions_and_always_a_first_change(key: str, patient: Patient) -> None:
    symptom = SYMPTOMS[key]
    assert 1 <= len(symptom.questions) <= 3
    for answers in product(*([a for a, _ in q.answers] for q in symptom.questions)):
        given = dict(zip([q.key for q in symptom.questions], answers, strict=True))
        advice = advise(patient, key, given)
        assert len(advice) >= 2, given
        assert any(one.number is not None for one in advice)
        for one in advice:
            assert ("{n}" in one.change.says) == (one.number is not None)


def test_each_change_is_tried_for_some_answers_and_each_number_used(patient: Patient) -> None:
    used = {c.number for s in SYMPTOMS.values() for c in s.changes if c.number}
    assert used == set(NUMBERS)
    for symptom in SYMPTOMS.values():
        for change in symptom.changes:
            known = {q.key: {a for a, _ in q.answers} for q in symptom.questions}
            for key, words in change.when.items():
                assert set(words) < known[key], (symptom.key, change.key)


def test_lighter_and_heavier_are_steps_in_the_box(patient: Patient) -> None:
    verdict = patient.board.judgement.verdict[:, 0]
    heavier = number(patient, "heavier")
    assert heavier > 1.05 * patient.mass
    assert NUMBERS["lighter"](patient) is None or number(patient, "lighter") < 0.95 * patient.mass
    assert verdict[patient.at] != TOO_LIGHT


def test_what_was_swept_meets_more_current(patient: Patient) -> None:
    """The mass told holds where this head no longer does, and a little less does not."""
    least = number(patient, "holds")
    assert least > patient.mass
    bears = patient.figure(patient.board.bears)
    there = HARBOUR.but(surface_speed=MORE_CURRENT * bears)
    b = board_of(there, patient.outfit, patient.rungs, patient.box)
    assert b.holds.scope[1, patient.at, 0] > 3.0
    needs = float(np.broadcast_to(b.least_mass, b.shape)[patient.at, 0])
    assert needs == pytest.approx(least, rel=1e-3)


def test_a_thinner_line_that_holds() -> None:
    """Of the box's thinner lines the thickest on which the head is no longer too light."""
    box = catalogue()
    thick = choose(HARBOUR.but(line_diameter=0.24e-3)).outfits[0]
    swept = Patient(HARBOUR.but(surface_speed=0.75), box, thick)
    verdicts = dict(zip([0.19e-3, 0.15e-3, 0.11e-3],
                        swept.on_lines(np.array([0.19e-3, 0.15e-3, 0.11e-3])), strict=True))
    told = NUMBERS["thinner"](swept)
    good = [d for d, v in verdicts.items() if v in (RIGHT, MARGINAL)]
    assert (told is None) == (not good)
    if told is not None:
        assert told.value == pytest.approx(max(good))


def test_strengths_are_those_of_the_chain(patient: Patient) -> None:
    o = patient.outfit
    assert number(patient, "leader_up") == pytest.approx(1.5 * o.leader)
    assert number(patient, "line_up") > o.line.holds
    made = chain(o.line.holds, o.leader, 1e9)
    assert number(patient, "drag") <= made.drag[1] + 1e-9
    bends = NUMBERS["leader_bends"](patient)
    assert bends is None or KNOTS["loop knot"] * bends.value <= o.line.holds


def test_hooks_go_up_and_down(patient: Patient) -> None:
    sizes = ["#4", "#2", "#1", "1/0", "2/0", "3/0", "4/0", "5/0", "7/0", "9/0"]
    own = sizes.index(patient.outfit.head.hook_size)
    up, fine = NUMBERS["hook_up"](patient), NUMBERS["hook_fine"](patient)
    assert up is not None
    assert fine is not None
    assert sizes.index(up.word) == own + 1
    assert sizes.index(fine.word) < own


def test_speeds_stay_over_what_the_tail_needs(patient: Patient) -> None:
    assert number(patient, "faster") > number(patient, "slower")
    assert number(patient, "slower") >= patient.outfit.plastic.plastic.shape.least_speed_m_s


def test_numbers_that_cannot_be_had_are_passed_over() -> None:
    """The heaviest head, the thinnest and strongest line: nothing to go up or down to."""
    outfit = choose(HARBOUR).outfits[0]
    only = Box((outfit.plastic,), (outfit.head,), (outfit.line,), (outfit.rod,))
    alone = Patient(HARBOUR, only, outfit)
    for key in ("lighter", "heavier", "thinner", "line_up", "longer"):
        assert NUMBERS[key](alone) is None
    told = [a.change.key for a in advise(alone, "follows", {})]
    assert "lighter" not in told
    assert told[0] == "cut-down"


def test_unknown_words_are_refused(patient: Patient) -> None:
    with pytest.raises(DomainError, match="symptom"):
        advise(patient, "bored", {})
    with pytest.raises(DomainError, match=r"answers\.where"):
        advise(patient, "short-bites", {"where": "ear"})
    with pytest.raises(DomainError, match=r"answers\.nothing"):
        advise(patient, "short-bites", {"nothing": "tail"})
