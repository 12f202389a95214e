"""What a minute at a mark is worth, and when the mark is closed. Judgement: data/worth.toml.
Section 12 of docs/model.md."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from ilha.core.advice.cautions import wind_against
from ilha.core.choose.fish import Fish
from ilha.core.choose.situation import PLACES
from ilha.core.errors import Array, Flags, Indices
from ilha.core.tables import read_table
from ilha.core.tide.tideway import DRY_BELOW
from ilha.core.trip.ways import Craft

_DATA: dict[str, dict[str, Any]] = read_table("worth.toml")
CLOSED: dict[str, float] = _DATA["closed"]
ROCKS = ("wash", "ledge", "jetty", "open structure")
BARS = ("bar", "jetty")
SHORE = ("bank", "wading", "dock")


@dataclass(frozen=True)
class Spot:
    """A mark at the instants (K,) of a trip. kind, exposure : as stored. depth : m where the cast
    lands. standing : m where one stands or floats. way_back : m over the deepest place of it on
    foot, None where that is not known. stream : m/s, flood positive. sky : night, twilight or day.
    spell : 0 none, 1 a turn or low light, 2 both. head : 0 none, 1 marginal, 2 right.
    """

    kind: str
    exposure: str
    stance: str
    depth: Array
    standing: Array
    way_back: Array | None
    stream: Array
    sky: Sequence[str]
    spell: Indices
    head: Indices
    flood_to_deg: float | None = None
    ebb_to_deg: float | None = None

    @property
    def waters(self) -> str:
        return str(PLACES[self.kind.replace(" ", "-")]["waters"])


@dataclass(frozen=True)
class TripWeather:
    """wind : m/s. wind_from_deg : None where not said. swell : m in open water."""

    wind: float
    wind_from_deg: float | None
    swell: float
    water_c: float
    thunder: bool = False


def _share(points: Sequence[tuple[float, float]], at: Any) -> Array:
    x, y = zip(*points, strict=True)
    return np.asarray(np.interp(at, x, y))


def worth(spot: Spot, weather: TripWeather, fish: Fish) -> dict[str, Array]:
    """Shares (K,) of the best, by what makes them: spell, stream, light, depth, head, wind, swell,
    comfort. Their product is what a minute is worth."""
    count = spot.depth.size
    open_ = spot.exposure.replace(" ", "_")
    low, high = fish.comfort_c
    outside = max(low - weather.water_c, weather.water_c - high, 0.0)
    spell, head, sky = _DATA["spell"], _DATA["head"], _DATA["light"]
    return {
        "spell": np.array([spell["none"], spell["one"], spell["best"]])[spot.spell],
        "stream": _share(_DATA["stream"][spot.waters], np.abs(spot.stream)),
        "light": np.array([sky[one] for one in spot.sky]),
        "depth": _share(_DATA["depth"]["over"], spot.depth),
        "head": np.array([head["none"], head["marginal"], head["right"]])[spot.head],
        "wind": np.full(count, _share(_DATA["wind"][open_], weather.wind)),
        "swell": np.full(count, _share(_DATA["swell"][open_], weather.swell)),
        "comfort": np.full(count, _share(_DATA["comfort"]["outside"], outside)),
    }


def closed(
    spot: Spot, weather: TripWeather, craft: Craft, wade_m: float, lamp: bool
) -> dict[str, Flags]:
    """When a mark is closed, (K,), by why: "shallow" for the craft, "dry", "deep" to wade,
    "way-back" over what one wades, "bar" the ebb on a swell, "against" wind against stream, "wind",
    "swell" on rocks or an open beach, "dark" where no ``lamp`` is taken, "thunder", "off" where the
    craft does not get there. Only those that hold at some time."""
    count = spot.depth.size
    # Who stands ashore is not in the water, however he came.
    ashore = spot.stance in ("bank", "dock")
    afloat = craft.drifts
    out = {
        "off": np.full(count, not spot.stance),
        "thunder": np.full(count, weather.thunder),
        "dark": np.array([sky == "night" for sky in spot.sky]) & (not lamp),
        "dry": spot.depth <= DRY_BELOW,
        "shallow": (spot.standing < craft.least_depth_m) & (afloat and not ashore),
        "deep": (spot.standing > wade_m) & (spot.stance == "wading"),
        "bar": np.zeros(count, dtype=bool), "against": np.zeros(count, dtype=bool),
        "wind": np.full(count, weather.wind >= wind_most(craft)),
        "swell": np.full(count, _too_much_swell(spot, weather)),
    }
    if spot.way_back is not None and spot.stance == "wading" and not afloat:
        out["way-back"] = spot.way_back > wade_m
    if afloat and spot.kind in BARS:
        out["bar"] = (spot.stream <= -CLOSED["bar_ebb_m_s"]) & (
            weather.swell >= CLOSED["bar_swell_m"])
    if afloat and weather.wind >= CLOSED["against_wind_m_s"]:
        out["against"] = wind_against(
            weather.wind_from_deg, spot.stream, spot.flood_to_deg, spot.ebb_to_deg) & (
            np.abs(spot.stream) >= CLOSED["against_stream_m_s"])
    return {why: np.asarray(when) for why, when in out.items() if np.any(when)}


def wind_most(craft: Craft) -> float:
    """Wind (m/s) from which a craft stays in; inf on foot."""
    if not craft.drifts:
        return np.inf
    return CLOSED["wind_kayak_m_s" if craft.key == "kayak" else "wind_craft_m_s"]


def _too_much_swell(spot: Spot, weather: TripWeather) -> bool:
    if spot.exposure == "sheltered":
        return False
    if spot.kind in ROCKS and spot.stance in SHORE:
        return weather.swell >= CLOSED["swell_rocks_m"]
    return spot.stance == "wading" and weather.swell >= CLOSED["swell_wading_m"]


AHEAD = ("shallow", "dry", "deep", "way-back", "bar", "against")
"""What closes a mark while one is there: it is left a while before."""


def barred(when: dict[str, Flags], tick_min: float) -> Flags:
    """Ticks (K - 1,) in which one must not be there: closed at either end, or about to close."""
    if not when:
        return np.zeros(0, dtype=bool)
    count = next(iter(when.values())).size
    margin = round(CLOSED["margin_min"] / tick_min)
    out = np.zeros(count - 1, dtype=bool)
    for why, flags in when.items():
        tick = flags[:-1] | flags[1:]
        if why in AHEAD:
            before = np.flatnonzero(tick[1:] & ~tick[:-1]) + 1
            for at in before:
                tick[max(0, at - margin):at] = True
        out |= tick
    return out
