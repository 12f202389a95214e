"""What the schemas of the other questions let in their readers take, and the other way round: every
field is made wrong in turn, and right."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

import jsonschema
import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.formats import choice_file, fit_file, tide_service
from ilha.formats.fields import FieldError
from ilha.formats.schema import schemas
from tests.formats.test_schema_and_reader import GONE, changed, places, tried

EXAMPLES = Path(__file__).resolve().parents[2] / "examples"
BETWEEN_FIELDS = (
    "at most the length", "must not be above length_mm", "must be given, not both",
    "must be a fish that is known", "must be above from_bottom_m", "must each have an id",
    "must not be below lure_min_g", "must be a valid datetime", "must be one a rod can throw",
    "must be one of",
    "must be above the width and the height", "see the rod's rating")
"""Rules between two fields (a rating is bounded where no cast is told) and names looked up,
which no schema of one field can say."""
QUESTION: dict[str, Any] = json.loads((EXAMPLES / "question.json").read_text()) | {
    "cover_height_m": 0.3, "mood": "steady", "symptom": "follows", "finding": "search",
    "shank": "middle", "leader": "bites", "sinker": "jig", "cast_m": 25.0, "tip_height_m": 1.5,
    "zone": {"from_bottom_m": 0.2, "to_bottom_m": 1.5}, "fish_kg": 2.0, "line_least_kg": 3.0,
    "retrieve": "lift-drop", "retrieve_speed_m_s": 0.5, "lowered": False, "fall": "fed",
    "feed_tension_n": 0.01, "cast_to_current_deg": 90.0, "wind_to_cast_deg": 90.0,
    "swell": {"height_m": 0.2, "period_s": 7.0}, "profile": "uniform", "shelter": "even",
    "tied_leader": {"kind": "fluorocarbon", "diameter_mm": 0.37, "length_m": 0.6},
    "practical_salinity": 35.0, "drift_speed_m_s": 0.1,
}
TIDES: dict[str, Any] = {
    "format": "ilha-tides-1", "place": "Port", "latitude_deg": 40.0, "longitude_deg": -9.0,
    "zero": "chart datum", "turns": [
        {"time_utc": "2026-12-01T04:10:00Z", "kind": "high", "height_m": 3.1},
        {"time_utc": "2026-12-01T10:20:00Z", "kind": "low", "height_m": 0.8}]}
BOX: dict[str, Any] = {
    "plastics": [{"id": "p", "look": "paddle", "length_mm": 102.0, "body_length_mm": 80.0,
                  "width_mm": 14.0, "height_mm": 19.0, "mass_g": 10.0, "density_g_cm3": 1.08,
                  "material": "plastisol", "colour": "pearl", "extra_drag_cm2": 0.0,
                  "slit_mm": 0.0}],
    "heads": [{"id": "b", "mass_g": 10.6, "shape": "ball", "material": "lead", "hook_size": "3/0",
               "hook_mass_g": 1.0, "hook_straight_mm": 30.0, "hook_gape_mm": 13.0,
               "hook_wire_mm": 1.1, "keeper": "wire barb", "keeper_takes_mm": 3.0,
               "weight_x_mm": 20.0}],
    "lines": [{"id": "l", "diameter_mm": 0.19, "strength_kg": 6.8, "kind": "braid"}],
    "rods": [{"id": "r", "lure_min_g": 5.0, "lure_max_g": 40.0, "length_m": 2.1}],
}


def _fit(asked: dict[str, Any]) -> None:
    fit_file.answer(fit_file.read(json.dumps(asked)))


def _question(asked: dict[str, Any]) -> None:
    """Read and held to the core's bounds; nothing is searched, which takes its time."""
    found = choice_file.read(json.dumps(asked))
    found.core().conditions(np.array([2e-4])).checked()
    if found.box is not None:
        found.box.core()


def _tides(asked: dict[str, Any]) -> None:
    tide_service.in_form(json.dumps(asked))


def _why(take: Callable[[dict[str, Any]], None], asked: dict[str, Any]) -> str:
    try:
        take(asked)
    except (FieldError, DomainError) as error:
        return str(error)
    return ""


@pytest.mark.parametrize(("kind", "given", "take", "least"), [
    ("fit", json.loads((EXAMPLES / "fit.json").read_text()), _fit, 300),
    ("tides", TIDES, _tides, 50),
    ("question", QUESTION, _question, 350),
    ("question", QUESTION | {"box": BOX}, _question, 700),
], ids=["fit", "tides", "question", "question with a box"])
def test_schema_and_reader_take_the_same(
    kind: str, given: dict[str, Any], take: Callable[[dict[str, Any]], None], least: int
) -> None:
    held = jsonschema.Draft202012Validator(schemas()[f"ilha-{kind}-1.schema.json"])
    assert held.is_valid(given)
    assert _why(take, given) == ""
    apart, count = [], 0
    for place, value in places(given):
        for other in tried(value):
            asked = changed(given, place, other)
            why, count = _why(take, asked), count + 1
            if held.is_valid(asked) == bool(why) and not any(r in why for r in BETWEEN_FIELDS):
                apart.append((place, "missing" if other is GONE else other, why))
    assert apart == []
    assert count > least
