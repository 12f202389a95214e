"""What the schema of a scenario lets in the reader takes, and the other way round: every field is
made wrong in turn, and right."""

from __future__ import annotations

import copy
import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from ilha.core.errors import DomainError
from ilha.formats import scenario
from ilha.formats.fields import FieldError
from ilha.formats.schema import schemas

EXAMPLE = Path(__file__).resolve().parents[2] / "examples" / "scenario.json"
NUMBERS = (-1e9, -3.5, -1e-3, 0, 1e-9, 0.02, 0.07, 1.5, 4, 8, 35, 45, 130, 190, 510, 1500, 1e9)
BETWEEN_FIELDS = (
    "must be 0 for a fixed stance", "must not be below lure_min_g", "must be one a rod can throw",
    "must be above from_bottom_m", "must be above the width and the height")
"""Rules between two fields, which no schema of one field can say."""
GONE = object()
RIGS: list[dict[str, Any] | None] = [
    None,
    {"kind": "tandem", "front": {"id": "f", "mass_g": 1.77}, "spacing_m": 0.6, "leader_mm": 0.37},
    {"kind": "three-way", "sinker_g": 60.0, "dropper_m": 0.3, "leader_m": 1.5, "leader_mm": 0.37,
     "lift_m": 1.0},
    {"kind": "under-float", "float_g": 10.0, "float_area_cm2": 3.5}, {"kind": "hooked-across"}]


def whole(rig: dict[str, Any] | None) -> dict[str, Any]:
    """The example with every field that there is."""
    out: dict[str, Any] = json.loads(EXAMPLE.read_text())
    out["heads"] = out["heads"][:1]
    out["heads"][0] |= {
        "hook_gape_mm": 10.0, "hook_wire_mm": 1.0, "hook_x_mm": 20.0, "weight_x_mm": 3.0,
        "extra_drag_cm2": 0.0, "slow_factor": 1.0, "density_g_cm3": 11.34}
    out["flow"]["surface_speed_m_s"] = 0.3
    out["rod"]["length_m"] = 2.1
    out["air"]["wind_to_cast_deg"] = out["cast_to_current_deg"] = 90.0
    out["zone"]["lightest_s"] = 1.0
    return out | {
        "swell": {"height_m": 0.0, "period_s": 7.0},
        "leader": {"kind": "fluorocarbon", "diameter_mm": 0.37, "length_m": 0.6},
        "added": [{"mass_g": 1.0, "density_g_cm3": 11.0, "x_mm": 20.0, "z_mm": 1.0,
                   "drag_area_cm2": 0.0}],
        **({"rigging": rig} if rig else {})}


def places(given: Any, above: tuple[Any, ...] = ()) -> Iterator[tuple[tuple[Any, ...], Any]]:
    """Every field below, and what it holds."""
    for key, value in given.items() if isinstance(given, dict) else enumerate(given):
        yield (*above, key), value
        if isinstance(value, dict | list):
            yield from places(value, (*above, key))


def changed(given: dict[str, Any], place: tuple[Any, ...], value: Any) -> dict[str, Any]:
    out = copy.deepcopy(given)
    inner: Any = out
    for key in place[:-1]:
        inner = inner[key]
    if value is GONE:
        del inner[place[-1]]
    else:
        inner[place[-1]] = value
    return out


def tried(value: Any) -> tuple[Any, ...]:
    if isinstance(value, dict):
        return (GONE, None, "x", {**value, "more": 1})
    if isinstance(value, list):
        return (GONE, None, "x", [])
    if isinstance(value, str):
        return (GONE, None, "", "nonsense", 1.0)
    if isinstance(value, bool):
        return (GONE, None, "x", 1.0)
    return (GONE, None, "x", [], [value, value], *NUMBERS)


def refused(asked: dict[str, Any]) -> str:
    """Why the reader and the core do not take it; "" where they do."""
    try:
        scenario.answer(scenario.read(json.dumps(asked)))
    except (FieldError, DomainError) as error:
        return str(error)
    return ""


@pytest.mark.parametrize("rig", RIGS, ids=lambda rig: rig["kind"] if rig else "one head")
def test_schema_and_reader_take_the_same(rig: dict[str, Any] | None) -> None:
    held = jsonschema.Draft202012Validator(schemas()["ilha-scenario-1.schema.json"])
    given = whole(rig)
    assert held.is_valid(given)
    assert refused(given) == ""
    apart, count = [], 0
    for place, value in places(given):
        if (place[0] == "rigging") != (rig is not None) or isinstance(place[-1], int):
            continue
        for other in tried(value):
            asked = changed(given, place, other)
            why, count = refused(asked), count + 1
            if held.is_valid(asked) == bool(why) and not any(r in why for r in BETWEEN_FIELDS):
                apart.append((place, "missing" if other is GONE else other, why))
    assert apart == []
    assert count > (700 if rig is None else 20 * len(rig) - 12)


@pytest.mark.parametrize(("part", "field"), [
    ("mark", "depth_m"), ("flow", "surface_speed_m_s"), ("air", "wind_m_s"),
    ("stance", "tip_height_m"), ("swell", "height_m"), ("water", "temperature_c")])
def test_any_of_them_alone_may_change_from_step_to_step(part: str, field: str) -> None:
    given = whole(None)
    value = given[part][field]
    answer = scenario.answer(scenario.read(json.dumps(changed(
        given, (part, field), [value, value + 0.5, value]))))
    counts = answer["heads"][0]["count_s"]
    assert len(counts) == 3
    assert counts[0] == counts[2]
