"""Cautions hold where and when they should, none is dead, and none is silent where it matters."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.advice.cautions import CAUTIONS, Place, Said, Weather, cautions, deeper_than, runs
from ilha.core.bench.line_rigs import ON_LEAD
from ilha.core.bench.riggings import NAMES

CALM = Weather(2.0, None, 0.3, False, 18.0)
STREAM = 0.81 * np.sin(np.linspace(0.0, 4.0 * np.pi, 145))


def codes(place: Place, weather: Weather = CALM, flood_to: float | None = 90.0) -> set[str]:
    return {s.caution.code for s in cautions(place, weather, STREAM, flood_to)}


FIRED = [
    (Place("flat", "wading", "sheltered"), CALM, "wading"),
    (Place("harbour", "kayak", "sheltered"), CALM, "anchor"),
    (Place("reef", "drifting", "open sea"), CALM, "boat"),
    (Place("wash", "bank", "open sea"), CALM, "rocks"),
    (Place("bar", "drifting", "partly open"), CALM, "bar"),
    (Place("wash", "bank", "open sea"), Weather(2.0, None, None, False, 18.0), "swell-not-said"),
    (Place("wash", "bank", "open sea"), Weather(2.0, None, 1.5, False, 18.0), "swell-rocks"),
    (Place("surf", "wading", "open sea"), Weather(2.0, None, 1.5, False, 18.0), "swell-surf"),
    (Place("bar", "kayak", "open sea"), Weather(2.0, None, 1.5, False, 18.0), "swell-boat"),
    (Place("reef", "drifting", "open sea"), Weather(6.0, 90.0, 0.3, False, 18.0),
     "wind-against-stream"),
    (Place("reef", "anchored", "open sea"), Weather(12.0, None, 0.3, False, 18.0), "strong-wind"),
    (Place("dock", "dock", "sheltered"), Weather(2.0, None, 0.3, True, 18.0), "lightning"),
    (Place("dock", "dock", "sheltered"), Weather(2.0, None, 0.3, False, 9.0), "cold"),
    (Place("dock", "dock", "sheltered", "drop-shot"), CALM, "sinker"),
    (Place("dock", "dock", "sheltered", "stinger"), CALM, "two-hooks"),
]


@pytest.mark.parametrize(("place", "weather", "code"), FIRED)
def test_each_caution_is_said(place: Place, weather: Weather, code: str) -> None:
    assert code in codes(place, weather)


def test_none_is_dead() -> None:
    assert {code for _, _, code in FIRED} == {c.code for c in CAUTIONS}


def test_a_quiet_dock_needs_none() -> None:
    assert codes(Place("dock", "dock", "sheltered")) == set()


def test_every_rig_on_a_sinker_has_its_caution_and_no_other() -> None:
    """Common practice, no source."""
    for rigging in NAMES:
        said = codes(Place("dock", "dock", "sheltered", rigging))
        assert ("sinker" in said) == (rigging in ON_LEAD)


def test_wind_against_stream_by_hand() -> None:
    """The flood runs east; an east wind blows west, against it, and with the ebb. Floods are the
    steps 0 to 36 and 72 to 108 of the day, 5° each; over 0.4 m/s of 0.81 from sin a = 0.494,
    a = 29.6°: from 6 steps after each slack to 6 before the next, where the 31st is the first
    not of it."""
    found = cautions(Place("reef", "drifting", "open sea"), Weather(6.0, 90.0, 0.3, False, 18.0),
                     STREAM, 90.0)
    said: Said = next(s for s in found if s.caution.code == "wind-against-stream")
    assert said.spans == ((6, 31), (78, 103))


def test_directions_not_known_say_nothing_of_against() -> None:
    place, weather = Place("reef", "drifting", "open sea"), Weather(9.0, 90.0, 0.3, False, 18.0)
    assert "wind-against-stream" not in codes(place, weather, None)
    assert "wind-against-stream" not in codes(place, Weather(9.0, None, 0.3, False, 18.0))


def test_when_the_water_passes_a_height() -> None:
    """Depth rising a tenth a step from 0.45 passes 0.9 m at step 4.5, and falls through it again
    as long before the end."""
    depth = np.concatenate([0.45 + 0.1 * np.arange(10), 1.35 - 0.1 * np.arange(1, 10)])
    assert deeper_than(depth, 0.9) == [pytest.approx((4.5, 13.5))]
    assert deeper_than(depth, 2.0) == []
    assert deeper_than(depth, 0.1) == [(0.0, 18.0)]


def test_runs() -> None:
    assert runs(np.array([1, 1, 0, 1, 0, 1], dtype=bool)) == [(0, 2), (3, 4), (5, 5)]
    assert runs(np.zeros(4, dtype=bool)) == []
