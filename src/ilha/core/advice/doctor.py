"""When it goes wrong: at most three questions, then what to change first, with its number.

The symptoms, questions and changes are data (doctor.toml); the numbers are computed for the outfit
in its water. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from ilha.core.advice.doctor_numbers import NUMBERS, Number
from ilha.core.advice.patient import Patient
from ilha.core.errors import DomainError
from ilha.core.tables import read_table


@dataclass(frozen=True)
class Question:
    key: str
    ask: str
    answers: tuple[tuple[str, str], ...]


@dataclass(frozen=True)
class Change:
    """One change to try; {n} in its words stands for the number."""

    key: str
    says: str
    when: Mapping[str, tuple[str, ...]]
    number: str | None


@dataclass(frozen=True)
class Symptom:
    key: str
    name: str
    says: str
    questions: tuple[Question, ...]
    changes: tuple[Change, ...]


@dataclass(frozen=True)
class Advice:
    """A change and its number, None where it needs none."""

    change: Change
    number: Number | None


def _symptom(key: str, row: dict[str, Any]) -> Symptom:
    asks = tuple(Question(one[0], one[1], tuple((a, b) for a, b in one[2:])) for one in row["ask"])
    changes = tuple(
        Change(one["key"], one["says"],
               {name: tuple(words) for name, words in one.get("when", {}).items()},
               one.get("number")) for one in row["try"])
    return Symptom(key, row["name"], row["says"], asks, changes)


SYMPTOMS = {key: _symptom(key, row) for key, row in read_table("doctor.toml").items()}


def advise(patient: Patient, symptom: str, answers: Mapping[str, str]) -> list[Advice]:
    """What to change, the first first; questions not yet answered rule nothing out.

    Raises
    ------
    DomainError
        For a symptom or an answer that is not known.
    """
    if symptom not in SYMPTOMS:
        raise DomainError("symptom", "must be one of " + ", ".join(SYMPTOMS), symptom, "", "choose")
    found = SYMPTOMS[symptom]
    known = {q.key: tuple(a for a, _ in q.answers) for q in found.questions}
    for key, answer in answers.items():
        if answer not in known.get(key, ()):
            raise DomainError(f"answers.{key}", "must be an answer to this symptom's questions",
                              answer, "", "choose one that is offered")
    out = []
    for change in found.changes:
        if any(answers.get(key, words[0]) not in words for key, words in change.when.items()):
            continue
        number = NUMBERS[change.number](patient) if change.number else None
        if change.number is None or number is not None:
            out.append(Advice(change, number))
    return out
