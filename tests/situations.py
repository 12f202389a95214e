"""Worked situations: what practitioners would tie on. Common practice, no source.

The words of the trade ("slight", "hard") are turned into water as in tests/facts.py; from a
drifting boat the wind makes the flow past the line. What is expected was written down before the
rules were weighed (where practice names no hook or retrieve for the plastic proposed it was
widened). Where the proposal differs the row says in what, and why.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from ilha.core.choose.features import SEARCHED
from ilha.core.choose.fish import fish_named
from ilha.core.choose.outfit import Choice, Outfit
from ilha.core.choose.ranking import choose
from ilha.core.choose.situation import Situation
from ilha.core.tables import HOOKS

OPEN = ("straight", "high", "shrimp-head-first", "shrimp-tail-first", "crab", "tube")
COVERED = ("weedless", "weedless-swinging")
JIG = ("ball", "keeled-arrow", "bullet", "darter")
FOOT = ("stand-up", "mushroom", "football", "crab")
SLANT = ("belly-weighted", "swinging", "buried")
WORKED = ("lift-drop", "hop", "double-twitch", "drag")
SWUM = ("steady", "slow-roll", "count-swim")
STEPS = (1 / 16, 1 / 10, 1 / 8, 1 / 6, 1 / 4, 3 / 8, 1 / 2, 5 / 8, 3 / 4, 1.0, 1.5, 2.0, 3.0)


@dataclass(frozen=True)
class Worked:
    """A situation and what is tied on there: oz from and to, shapes of head, hook sizes from and
    to, riggings, retrieves. outside : in what the proposal differs, and the reason."""

    name: str
    place: str
    depth: float
    current: float
    fish: str
    oz: tuple[float, float]
    shapes: tuple[str, ...]
    hooks: tuple[str, str]
    riggings: tuple[str, ...]
    retrieves: tuple[str, ...]
    more: dict[str, Any] = field(default_factory=dict)
    outside: tuple[str, ...] = ()
    why: str = ""

    @property
    def situation(self) -> Situation:
        return Situation(place=self.place, depth=self.depth, surface_speed=self.current,
                         fish=fish_named(self.fish), **self.more)

    def choice(self) -> Choice:
        return choose(self.situation)

    def differs(self, outfit: Outfit) -> tuple[str, ...]:
        """In what an outfit is not what is tied on."""
        order = {hook.size: hook.order for hook in HOOKS}
        low, high = (order[size] for size in self.hooks)
        oz = outfit.head.printed_oz or 0.0
        out = []
        if not self.oz[0] * 0.99 <= oz <= self.oz[1] * 1.01:
            out.append("weight")
        if outfit.head.head.shape not in self.shapes:
            out.append("head")
        if not low <= order[outfit.head.hook_size] <= high:
            out.append("hook")
        if outfit.rigging not in self.riggings:
            out.append("rigging")
        if outfit.retrieve not in self.retrieves:
            out.append("retrieve")
        return tuple(out)


def _w(name: str, place: str, depth: float, current: float, fish: str, oz: tuple[float, float],
       shapes: tuple[str, ...], hooks: tuple[str, str], riggings: tuple[str, ...],
       retrieves: tuple[str, ...], outside: tuple[str, ...] = (), why: str = "",
       **more: Any) -> Worked:
    assert all(r in SEARCHED for r in riggings), riggings
    return Worked(name, place, depth, current, fish, oz, shapes, hooks, riggings, retrieves, more,
                  outside, why)


WADE = {"stance": "wading", "wind": 3.0}
SITUATIONS = (
    # Flats, bars, edges.
    _w("W1, marsh edge, pitching", "marsh-edge", 0.45, 0.20, "spotted seatrout", (1 / 8, 1 / 8),
       SLANT, ("2/0", "5/0"), COVERED, (*WORKED, *SWUM), bottom="grass", cover="tall-weed", **WADE),
    _w("W2, bar, moderate flow", "bar", 1.5, 0.40, "red drum", (1 / 8, 1 / 4), JIG + FOOT,
       ("1/0", "4/0"), OPEN, WORKED, **WADE),
    _w("flat over eelgrass", "flat", 0.9, 0.15, "European seabass", (1 / 8, 1 / 4), SLANT + JIG,
       ("1/0", "5/0"), (*COVERED, "hidden-point", "buried"), (*WORKED, *SWUM), bottom="grass",
       cover="low-weed", **WADE),
    _w("tall weed", "pothole", 0.8, 0.10, "red drum", (1 / 8, 1 / 4), SLANT, ("3/0", "5/0"),
       COVERED, (*WORKED, *SWUM), bottom="grass", cover="tall-weed", **WADE),
    _w("W19, under hanging cover", "creek-bend", 1.25, 0.20, "common snook", (1 / 8, 1 / 4),
       ("belly-weighted", "swinging"), ("3/0", "5/0"), COVERED, (*WORKED, *SWUM), stance="kayak",
       cover="overhang", line_diameter=0.24e-3, water_temperature_c=25.0, bottom="mud"),
    _w("clear, calm, pressured", "flat", 0.8, 0.10, "spotted seatrout", (1 / 16, 1 / 8), JIG + FOOT,
       ("#4", "2/0"), (*OPEN, "mushroom"), ("drag", "dead-stick", "slow-roll", "double-twitch"),
       bottom="sand", clarity="clear", mood="shy", **WADE),
    _w("gilthead on the grass flat", "flat", 1.2, 0.15, "gilthead seabream", (1 / 16, 1 / 8),
       JIG + FOOT, ("#4", "1/0"), (*OPEN, "mushroom"), WORKED,
       bottom="sand", **WADE),
    _w("flathead on a sand bar", "bar", 2.0, 0.30, "dusky flathead", (1 / 8, 3 / 8), JIG + FOOT,
       ("1/0", "4/0"), OPEN, WORKED, school="bottom-contact", **WADE),
    _w("warming afternoon", "flat", 1.2, 0.20, "red drum", (1 / 8, 1 / 4), JIG,
       ("2/0", "4/0"), OPEN, (*SWUM, "lift-drop"), bottom="sand", temperature_trend="rising",
       feeding="low", **WADE),
    # Holes, channels, harbours.
    _w("W6, hole in winter", "creek-bend", 3.75, 0.05, "spotted seatrout", (1 / 16, 1 / 8),
       JIG + FOOT, ("#4", "2/0"), (*OPEN, "mushroom"), ("drag", "dead-stick", "lift-drop"),
       stance="kayak", bottom="mud", water_temperature_c=9.0, temperature_trend="falling",
       line_diameter=0.15e-3),
    _w("W7, same hole, one knot", "creek-bend", 3.75, 0.51, "spotted seatrout", (3 / 8, 3 / 8),
       JIG + FOOT, ("#2", "4/0"), OPEN, WORKED, stance="kayak", bottom="mud",
       water_temperature_c=16.0, line_diameter=0.19e-3),
    _w("W7, ripping", "creek-bend", 3.75, 0.65, "spotted seatrout", (1 / 2, 5 / 8), JIG + FOOT,
       ("#2", "4/0"), OPEN, WORKED, stance="kayak", bottom="mud", water_temperature_c=16.0,
       line_diameter=0.19e-3),
    _w("W3, dock, slack", "dock", 1.25, 0.05, "mangrove snapper", (1 / 4, 3 / 8), JIG + FOOT,
       ("#2", "3/0"), OPEN, (*WORKED, *SWUM), stance="dock", bottom="sand",
       water_temperature_c=24.0, line_diameter=0.19e-3),
    _w("W3, dock, strong", "dock", 1.25, 0.65, "mangrove snapper", (1 / 4, 3 / 8), JIG + FOOT,
       ("#2", "3/0"), OPEN, (*WORKED, *SWUM), stance="dock", bottom="sand",
       water_temperature_c=24.0, line_diameter=0.19e-3, school="bottom-contact"),
    _w("W4, channel, flounder", "channel", 3.0, 0.40, "southern flounder", (1 / 4, 3 / 8),
       JIG + FOOT, ("2/0", "4/0"), OPEN, WORKED, stance="anchored", bottom="mud",
       school="bottom-contact", water_temperature_c=20.0),
    _w("W5, bridge", "bridge", 3.5, 0.65, "striped bass", (3 / 8, 1 / 2), JIG, ("3/0", "5/0"),
       OPEN, (*WORKED, "slow-roll"), stance="anchored", line_diameter=0.24e-3),
    _w("W8, jetty", "jetty", 7.5, 0.65, "striped bass", (1.0, 1.5), ("bullet", "ball",
       "keeled-arrow"), ("4/0", "5/0"), OPEN, ("lift-drop", "hop"), bottom="rock",
       line_diameter=0.28e-3),
    _w("harbour at night", "harbour", 4.0, 0.25, "European seabass", (1 / 8, 1 / 4), JIG,
       ("1/0", "4/0"), OPEN, ("slow-roll", "steady", "lift-drop"), stance="dock", light="night"),
    _w("dirty water after rain", "channel", 3.0, 0.30, "barramundi", (1 / 8, 3 / 8),
       ("bladed", "ball", "keeled-arrow"), ("2/0", "5/0"), OPEN, ("slow-roll", "lift-drop",
       "steady"), stance="anchored", clarity="dirty", water_temperature_c=27.0, bottom="mud",
       outside=("head",),
       why="a jerk bait on a darter is 0.2 points ahead of a paddle on a keeled arrow: even"),
    _w("bluefish in mid-water", "harbour", 5.0, 0.30, "bluefish", (1 / 8, 3 / 8), JIG,
       ("2/0", "5/0"), OPEN, ("count-swim", "steady", "burn"), stance="anchored",
       water_temperature_c=20.0),
    _w("seabass, cold and slack", "harbour", 4.0, 0.05, "European seabass", (1 / 16, 1 / 8),
       JIG + FOOT, ("#4", "2/0"), (*OPEN, "mushroom"), ("drag", "dead-stick", "slow-roll"),
       stance="dock", water_temperature_c=7.0, temperature_trend="falling", bottom="mud"),
    _w("sheepshead on the piles", "bridge", 3.0, 0.15, "sheepshead", (1 / 8, 1 / 4), JIG + FOOT,
       ("#4", "1/0"), OPEN, ("hop", "drag", "lift-drop"), stance="anchored", bottom="oyster",
       water_temperature_c=22.0),
    _w("snook in the snags", "dock", 1.8, 0.20, "common snook", (1 / 8, 1 / 4),
       ("belly-weighted", "swinging"), ("3/0", "5/0"), COVERED, (*WORKED, *SWUM), stance="kayak",
       cover="snags", water_temperature_c=25.0, bottom="mud"),
    # Surf and rocks.
    _w("W9, open surf", "surf", 3.4, 0.0, "European seabass", (3 / 4, 1.0), JIG,
       ("1/0", "5/0"), OPEN, ("steady",), line_diameter=0.28e-3),
    _w("surf in a wind", "surf", 3.0, 0.10, "striped bass", (3 / 4, 1.5), JIG, ("3/0", "5/0"),
       OPEN, ("steady",), wind=7.0, line_diameter=0.28e-3, outside=("weight",),
       why="3/8: across the wind all of them are only just in touch, and the lightest of those is"
           " taken; with the wind along the cast it is 1/2"),
    _w("W17, light from the rocks", "wash", 3.5, 0.20, "white seabream", (1 / 8, 1 / 4), (*JIG,
       "stand-up", "mushroom", "buried"), ("#4", "1/0"), (*OPEN, "buried"), ("hop", "lift-drop"),
       bottom="rock", line_diameter=0.11e-3),
    _w("wrasse by the kelp", "wash", 4.0, 0.10, "ballan wrasse", (1 / 8, 1 / 4),
       ("belly-weighted", "swinging", "buried", "bullet"), ("#2", "4/0"), (*COVERED,
       "hidden-point", "buried"), ("hop", "drag", "lift-drop", "double-twitch"), bottom="rock",
       cover="tall-weed", outside=("head",),
       why="a wide-gape hook is too large for its mouth: a ball with the point hidden"),
    _w("W18, long cast from shore", "harbour", 4.0, 0.20, "European seabass", (3 / 4, 1.0), JIG,
       ("2/0", "5/0"), OPEN, (*SWUM, *WORKED), cast=60.0, line_diameter=0.24e-3,
       outside=("weight",),
       why="the rod's and the angler's choice: a package of 18 g flies 60 m on the heavy rod"),
    # Reefs, ledges, wrecks, the open sea.
    _w("W10, shallow reef, drifting", "shallow-reef", 7.5, 0.20, "common dentex", (1 / 4, 3 / 8),
       JIG, ("2/0", "5/0"), OPEN, (*WORKED, "count-swim"), stance="drifting", wind=4.0,
       bottom="rock", line_diameter=0.24e-3, school="bottom-contact"),
    _w("W11, reef, drifting", "reef", 17.5, 0.25, "red porgy", (3 / 8, 3 / 8), JIG,
       ("1/0", "4/0"), OPEN, ("hop", "lift-drop"), stance="drifting", wind=6.0, bottom="rock",
       line_diameter=0.24e-3, water_temperature_c=19.0, outside=("weight",),
       why="1/2: in 6 m/s across the line 3/8 is only just in touch"),
    _w("W11, snapper from the wash", "reef", 17.5, 0.25, "Australasian snapper", (3 / 8, 3 / 8),
       JIG, ("2/0", "4/0"), OPEN, ("hop", "lift-drop"), stance="anchored", bottom="rock",
       line_diameter=0.24e-3, water_temperature_c=19.0),
    _w("W12, bay, anchored, minutes of patience", "channel", 18.0, 0.20, "common pandora",
       (1 / 4, 1 / 4), JIG + FOOT, ("#4", "1/0"), OPEN, WORKED, stance="anchored",
       line_diameter=0.11e-3, school="bottom-contact", outside=("weight",),
       why="3/8 with the small plastics this fish eats; 1/4 to 0.18 m/s"),
    _w("W13, ledge, suspended", "ledge", 15.0, 0.08, "yellowtail snapper", (1 / 16, 1 / 8), JIG,
       ("#4", "1/0"), OPEN, ("let-down",), stance="anchored", bottom="rock", school="fed-fall",
       line_diameter=0.13e-3, water_temperature_c=25.0),
    _w("W13, current picks up", "ledge", 15.0, 0.24, "yellowtail snapper", (3 / 8, 3 / 8), JIG,
       ("#4", "1/0"), OPEN, ("let-down",), stance="anchored", bottom="rock", school="fed-fall",
       line_diameter=0.13e-3, water_temperature_c=25.0),
    _w("W14, wreck, suspended", "wreck", 30.0, 0.08, "blackspot seabream", (1 / 16, 1 / 2), JIG,
       ("#2", "2/0"), OPEN, ("let-down",), stance="anchored", bottom="wreck", school="fed-fall",
       line_diameter=0.13e-3, water_temperature_c=15.0),
    _w("W15, deep, suspended", "wreck", 50.0, 0.05, "red snapper", (1 / 8, 1 / 2), JIG,
       ("2/0", "5/0"), OPEN, ("let-down",), stance="anchored", bottom="wreck", school="fed-fall",
       line_diameter=0.24e-3, water_temperature_c=20.0),
    _w("W16, open sea, hard", "open-structure", 15.0, 0.51, "greater amberjack", (1 / 2, 3.0), JIG,
       ("4/0", "5/0"), OPEN, (*WORKED, "let-down", "count-swim"), stance="anchored", bottom="rock",
       line_diameter=0.28e-3, water_temperature_c=20.0, feeding="low"),
    _w("W16, at its worst", "open-structure", 15.0, 0.80, "greater amberjack", (2.0, 3.0), JIG,
       ("4/0", "5/0"), OPEN, (*WORKED, "let-down", "count-swim"), stance="anchored", bottom="rock",
       line_diameter=0.28e-3, water_temperature_c=20.0, feeding="low"),
    _w("bonito at the top", "open-structure", 15.0, 0.30, "Atlantic bonito", (1 / 8, 1.0), JIG,
       ("1/0", "5/0"), OPEN, ("burn",), stance="anchored", water_temperature_c=20.0),
    _w("cod, deep, drifting fast", "wreck", 40.0, 0.60, "Atlantic cod", (1 / 8, 3.0), JIG,
       ("3/0", "5/0"), ("three-way",), ("lift-drop", "hop", "let-down"), stance="drifting",
       wind=6.0, bottom="wreck", water_temperature_c=8.0),
    _w("scorpionfish and pests on the reef", "shallow-reef", 6.0, 0.15, "black scorpionfish",
       (1 / 8, 1 / 4), JIG + FOOT, ("1/0", "4/0"), (*OPEN, "mushroom"), ("hop", "drag",
       "lift-drop"), stance="kayak", bottom="rock", pests=True),
    _w("a torrent, the sinker school", "channel", 6.0, 1.30, "striped bass", (1 / 8, 3.0), JIG,
       ("2/0", "5/0"), ("sliding-sinker",), (*WORKED, "let-down"), stance="anchored",
       sinker="sinker"),
)
