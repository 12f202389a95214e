"""What makes a minute worth it, and what closes a mark."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.choose.fish import FISH
from ilha.core.trip.ways import CRAFTS
from ilha.core.trip.worth import Spot, TripWeather, barred, closed, worth

K = 25
BASS = FISH["european-seabass"]
CALM = TripWeather(3.0, 0.0, 0.0, 15.0)


def spot(**but: object) -> Spot:
    base = Spot("flat", "sheltered", "wading", np.full(K, 1.5), np.full(K, 0.7), None,
                np.full(K, 0.3), ["day"] * K, np.zeros(K, dtype=int), np.full(K, 2))
    return replace(base, **but)  # type: ignore[arg-type]


def value(s: Spot, weather: TripWeather = CALM) -> np.ndarray:
    return np.prod(list(worth(s, weather, BASS).values()), axis=0)


def test_a_turn_in_low_light_is_the_best_there_is() -> None:
    # Common practice, no source: about the turns and in low light, best where both fall together.
    at = [value(spot(spell=np.full(K, n)))[0] for n in (0, 1, 2)]
    assert at[0] < at[1] < at[2] == pytest.approx(1.0)


@pytest.mark.parametrize("change", [
    {"stream": np.zeros(K)}, {"stream": np.full(K, 1.3)}, {"depth": np.full(K, 0.4)},
    {"head": np.zeros(K, dtype=int)}, {"head": np.ones(K, dtype=int)}, {"sky": ["night"] * K}])
def test_each_thing_that_is_worse_makes_it_worth_less(change: dict[str, object]) -> None:
    assert value(spot(**change))[0] < value(spot())[0]


def test_shelter_is_worth_more_the_more_it_blows() -> None:
    wind = replace(CALM, wind=9.0)
    lee, sea = spot(), spot(exposure="open sea")
    assert value(lee, wind)[0] > value(sea, wind)[0]
    assert value(lee)[0] == pytest.approx(value(sea)[0])
    swell = replace(CALM, swell=2.5)
    assert value(lee, swell)[0] > value(sea, swell)[0]


def test_water_too_cold_for_the_fish_is_worth_less() -> None:
    assert value(spot(), replace(CALM, water_c=4.0))[0] < value(spot())[0]


FOOT, KAYAK, BOAT = (CRAFTS[key] for key in ("foot", "kayak", "boat"))
RISING = np.linspace(0.0, 2.0, K)


@pytest.mark.parametrize(("why", "at", "weather", "craft"), [
    ("dry", spot(depth=RISING), CALM, FOOT),
    ("deep", spot(standing=RISING), CALM, FOOT),
    ("way-back", spot(way_back=RISING), CALM, FOOT),
    ("shallow", spot(standing=RISING, stance="kayak"), CALM, KAYAK),
    ("bar", spot(kind="bar", stream=-RISING), replace(CALM, swell=1.2), BOAT),
    ("against", spot(flood_to_deg=0.0, stream=RISING), replace(CALM, wind=6.0), KAYAK),
    ("dark", spot(sky=["night"] * 5 + ["day"] * 20), CALM, FOOT),
    ("wind", spot(), replace(CALM, wind=11.0), BOAT),
    ("wind", spot(), replace(CALM, wind=8.5), KAYAK),
    ("swell", spot(kind="wash", stance="bank", exposure="open sea"), replace(CALM, swell=2.5),
     FOOT),
    ("thunder", spot(), replace(CALM, thunder=True), FOOT),
    ("off", spot(stance=""), CALM, FOOT),
])
def test_what_closes_a_mark(why: str, at: Spot, weather: TripWeather, craft: object) -> None:
    found = closed(at, weather, craft, 0.9, False)  # type: ignore[arg-type]
    assert why in found
    assert found[why].any()


@pytest.mark.parametrize(("at", "weather", "craft", "why"), [
    (spot(kind="bar", stream=RISING), replace(CALM, swell=1.2), BOAT, "bar"),
    (spot(kind="bar", stream=-RISING), replace(CALM, swell=0.5), BOAT, "bar"),
    (spot(kind="bar", stream=-RISING), replace(CALM, swell=1.2), FOOT, "bar"),
    (spot(flood_to_deg=180.0, stream=RISING), replace(CALM, wind=6.0), KAYAK, "against"),
    (spot(standing=RISING, stance="bank"), CALM, KAYAK, "shallow"),
    (spot(standing=RISING, stance="bank"), CALM, FOOT, "deep"),
    (spot(), replace(CALM, wind=8.5), BOAT, "wind"),
    (spot(kind="wash", stance="bank"), replace(CALM, swell=2.5), FOOT, "swell"),
])
def test_what_does_not(at: Spot, weather: TripWeather, craft: object, why: str) -> None:
    assert why not in closed(at, weather, craft, 0.9, False)  # type: ignore[arg-type]


def test_with_a_lamp_the_dark_is_open() -> None:
    dark = spot(sky=["night"] * K)
    assert "dark" in closed(dark, CALM, FOOT, 0.9, False)
    assert closed(dark, CALM, FOOT, 0.9, True) == {}


def test_a_mark_that_dries_is_left_a_quarter_of_an_hour_before() -> None:
    dries = closed(spot(depth=np.r_[np.ones(13), np.zeros(12)]), CALM, FOOT, 0.9, False)
    shut = barred(dries, 5.0)
    # The instant 13 is dry, so is the tick that leads to it, and three before.
    assert not shut[:9].any()
    assert shut[9:].all()


def test_what_falls_open_needs_no_margin() -> None:
    fills = closed(spot(depth=np.r_[np.zeros(12), np.ones(13)]), CALM, FOOT, 0.9, False)
    shut = barred(fills, 5.0)
    assert shut[:12].all()
    assert not shut[12:].any()
