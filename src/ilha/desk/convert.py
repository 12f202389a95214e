"""Rows of the store to objects of the core (grams and millimetres to SI) and back."""

from __future__ import annotations

import json
from typing import Any

import numpy as np

from ilha.core.bench.rigging_numbers import Numbers
from ilha.core.errors import Array
from ilha.core.move.cast import Rod, SeenCast
from ilha.core.rig import bodies as rig
from ilha.core.rig.outline import PROFILES, Points
from ilha.core.tables import LOOKS, SHAPES
from ilha.core.tide.printed import Differences
from ilha.core.tide.turns import HighLow, StreamRates
from ilha.core.units import (
    kg_from_g,
    kg_m3_from_g_cm3,
    m2_from_cm2,
    m_from_mm,
    ounces_words,
)
from ilha.core.water.ground import Ground
from ilha.store.heads import Head
from ilha.store.marks import Mark
from ilha.store.plastics import Plastic
from ilha.store.rods import Rod as RodRow
from ilha.store.tides import Event, NewDifferences, Port


def family_of(row: Plastic) -> str:
    """The family whose shape a stored plastic has. Hair came after the table's list of families was
    closed, and is told by its look: :func:`stored_family`."""
    return LOOKS[row["look"]] if row["look"] == "hair" else row["family"]


def stored_family(look: str) -> str:
    """What the column holds for a look: a CHECK closes its list, and a table that the log points at
    is not made anew for one word."""
    return "creature" if look == "hair" else LOOKS[look]


def core_plastic(row: Plastic) -> rig.Plastic:
    return rig.Plastic(
        m_from_mm(row["length_mm"]), m_from_mm(row["width_mm"]), m_from_mm(row["height_mm"]),
        kg_from_g(row["mass_g"]), kg_m3_from_g_cm3(row["density_g_cm3"]), family_of(row),
        m2_from_cm2(row["extra_drag_cm2"]), row["name"],
    )


def core_head(row: Head) -> rig.Head:
    return rig.Head(
        id=str(row["id"]), mass=kg_from_g(row["mass_g"]),
        density=kg_m3_from_g_cm3(row["density_g_cm3"]),
        shape=row["shape"], hook_mass=kg_from_g(row["hook_mass_g"]),
        hook_gape=m_from_mm(row["hook_gape_mm"]), hook_wire=m_from_mm(row["hook_wire_mm"]),
        weight_x=None if row["weight_x_mm"] is None else m_from_mm(row["weight_x_mm"]),
        extra_drag=m2_from_cm2(row["extra_drag_cm2"]),
    )


def profile_of(row: Plastic) -> Points:
    """The outline traced for a plastic, else its look's."""
    if row["profile"] is None:
        return PROFILES[row["look"]]
    return tuple((float(at), float(half)) for at, half in json.loads(row["profile"]))


def shown_plastic(row: Plastic, lost: int) -> dict[str, Any]:
    """A plastic as the payload has it. lost : since it was counted."""
    return {**row, "family": family_of(row), "profile": [list(point) for point in profile_of(row)],
            "traced": row["profile"] is not None, "lost": lost}


def head_diameter(row: Head) -> float:
    """Diameter (m) of the ball of a head's mass."""
    density = kg_m3_from_g_cm3(row["density_g_cm3"])
    return float(rig.ball_diameter(kg_from_g(row["mass_g"]), density))


def head_name(row: Head) -> str:
    """What a head is called in the log, whatever units are shown: "3/8 oz keeled arrow"."""
    weight = f"{row['mass_g']:g} g" if row["printed_oz"] is None else (
        f"{ounces_words(row['printed_oz'])} oz")
    return f"{weight} {SHAPES[row['shape']].name}"


def head_words(row: Head, unit: str) -> str:
    """A head's weight alone, for a chart: 3/8, or 10.6 g."""
    if unit == "g" or row["printed_oz"] is None:
        return f"{row['mass_g']:.3g} g"
    return ounces_words(row["printed_oz"])


def core_rod(row: RodRow) -> Rod:
    return Rod(
        kg_from_g(row["lure_min_g"]), kg_from_g(row["lure_max_g"]),
        kg_from_g(row["effective_mass_g"]),
        (SeenCast(kg_from_g(row["cast_mass_g"]), row["cast_distance_m"],
                  m_from_mm(row["cast_line_mm"]),
                  m2_from_cm2(row["cast_drag_cm2"])),),
        assumed=bool(row["cast_assumed"]), length=row["length_m"],
    )


def core_ground(mark: Mark) -> Ground | None:
    """The bottom along the cast, charted; None where it is level."""
    return Ground.of(None if mark["ground"] is None else json.loads(mark["ground"]))


def core_tide(events: list[Event]) -> HighLow:
    return HighLow(
        np.array([e["time_utc_s"] for e in events], dtype=float),
        np.array([e["height_m"] for e in events], dtype=float),
    )


def core_differences(row: NewDifferences) -> Differences:
    def pairs(text: str) -> tuple[tuple[float, float], ...]:
        return tuple((float(at), float(later)) for at, later in json.loads(text))

    levels, heights = json.loads(row["levels_m"]), json.loads(row["heights_m"])
    return Differences(pairs(row["high_times"]), pairs(row["low_times"]), tuple(levels),
                       tuple(heights))


def core_rates(mark: Mark, port: Port) -> StreamRates | None:
    """None where nobody knows how hard the stream runs."""
    if mark["neap_rate_m_s"] is None:
        return None
    return StreamRates(
        mark["neap_rate_m_s"], mark["spring_rate_m_s"] or 0.0, port["neap_range_m"],
        port["spring_range_m"], (mark["slack_lag_min"] or 0.0) * 60.0,
    )


def one(value: Array | float, digits: int) -> float | None:
    """A rounded number, None where it is none."""
    number = float(np.asarray(value).ravel()[0])
    return round(number, digits) if np.isfinite(number) else None


_DIGITS = {"small": 5, "length": 3, "mass": 6, "angle": 1, "seconds": 1, "count": 0, "pull": 1}


def plan_numbers(numbers: Numbers) -> list[dict[str, Any]]:
    """The numbers of a rigging as the payload has them: m, kg, degrees, s, times, N."""
    return [{"key": key, "kind": n.kind, "word": n.word or None, "value": one(
        np.degrees(n.value) if n.kind == "angle" else n.value, _DIGITS[n.kind])}
        for key, n in numbers.items()]
