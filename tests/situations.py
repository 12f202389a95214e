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
from ilha.core.units import G

OPEN = ("straight", "high", "shrimp-head-first", "shrimp-tail-first", "crab", "tube")
COVERED = ("weedless", "weedless-swinging", "weedless-nose")
JIG = ("ball", "keeled-arrow", "bullet", "darter")
FOOT = ("stand-up", "mushroom", "football", "crab")
NOSE = ("loose-bullet", "nose-weedless")
SLANT = ("belly-weighted", "swinging", "buried")
WORKED = ("lift-drop", "hop", "double-twitch", "drag")
SWUM = ("steady", "slow-roll", "count-swim")
STEPS = (1 / 16, 1 / 10, 1 / 8, 1 / 6, 1 / 4, 3 / 8, 1 / 2, 5 / 8, 3 / 4, 1.0, 1.5, 2.0, 3.0)


@dataclass(frozen=True)
class Worked:
    """A situation and what is tied on there: oz from and to, shapes of head, hook sizes from and
    to, riggings, retrieves; where practice names them, looks and lengths (mm) of plastic, wires of
    hook, leaders from and to (kg), what stands before the head, the colours. outside : in what the
    proposal differs, and the reason."""

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
    looks: tuple[str, ...] = ()
    long_mm: tuple[float, float] | None = None
    wires: tuple[str, ...] = ()
    leader_kg: tuple[float, float] | None = None
    tips: tuple[str, ...] = ()
    colours: tuple[str, ...] = ()

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
        out += [name for name, asked, got in (
            ("plastic", self.looks, outfit.plastic.look), ("wire", self.wires, outfit.wire),
            ("tip", self.tips, outfit.tip), ("colour", self.colours, outfit.colour))
            if asked and got not in asked]
        out += [name for name, asked, got in (
            ("length", self.long_mm, outfit.plastic.plastic.length * 1e3),
            ("leader", self.leader_kg, outfit.leader / G))
            if asked and not asked[0] * 0.99 <= got <= asked[1] * 1.01]
        return tuple(out)


NAMED = ("looks", "long_mm", "wires", "leader_kg", "tips", "colours")


def _w(name: str, place: str, depth: float, current: float, fish: str, oz: tuple[float, float],
       shapes: tuple[str, ...], hooks: tuple[str, str], riggings: tuple[str, ...],
       retrieves: tuple[str, ...], outside: tuple[str, ...] = (), why: str = "",
       **more: Any) -> Worked:
    assert all(r in SEARCHED for r in riggings), riggings
    named = {key: more.pop(key) for key in NAMED if key in more}
    return Worked(name, place, depth, current, fish, oz, shapes, hooks, riggings, retrieves, more,
                  outside, why, **named)


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
    _w("clear, calm, pressured", "flat", 0.8, 0.10, "spotted seatrout", (1 / 16, 1 / 8),
       JIG + FOOT + SLANT, ("#4", "2/0"), (*OPEN, *COVERED, "mushroom"), ("drag",
       "dead-stick", "slow-roll", "double-twitch"),
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
       "steady"), stance="anchored", clarity="dirty", water_temperature_c=27.0, bottom="mud"),
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
       ("belly-weighted", "swinging", *NOSE), ("3/0", "5/0"), COVERED, (*WORKED, *SWUM),
       stance="kayak", cover="snags", water_temperature_c=25.0, bottom="mud"),
    # Surf and rocks.
    _w("W9, open surf", "surf", 3.4, 0.0, "European seabass", (3 / 4, 1.0), JIG,
       ("1/0", "5/0"), OPEN, ("steady",), line_diameter=0.28e-3),
    _w("surf in a wind", "surf", 3.0, 0.10, "striped bass", (3 / 4, 1.5), JIG, ("3/0", "5/0"),
       OPEN, ("steady",), wind=7.0, line_diameter=0.28e-3),
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
    # Where practice was set against an earlier answer.
    _w("flounder, channel of 2 m", "channel", 2.0, 0.40, "southern flounder", (1 / 4, 3 / 8),
       JIG + FOOT, ("1/0", "4/0"), OPEN, WORKED, stance="anchored", bottom="mud",
       leader_kg=(8.0, 10.0), tips=("plain",)),
    _w("flounder, channel of 3.5 m", "channel", 3.5, 0.40, "southern flounder", (3 / 8, 1 / 2),
       JIG + FOOT, ("1/0", "5/0"), OPEN, WORKED, stance="anchored", bottom="mud",
       leader_kg=(8.0, 10.0), tips=("plain",)),
    _w("flounder by a bridge", "bridge", 2.0, 0.40, "summer flounder", (1 / 4, 3 / 8),
       JIG + FOOT, ("1/0", "4/0"), OPEN, WORKED, stance="anchored", bottom="sand",
       leader_kg=(13.0, 15.0), tips=("plain",)),
    _w("bottom fish by a dock", "dock", 2.0, 0.40, "sheepshead", (1 / 4, 3 / 8), JIG + FOOT,
       ("#4", "2/0"), OPEN, WORKED, stance="dock"),
    _w("jetty, strong fish", "jetty", 6.0, 0.30, "red drum", (1.0, 1.5), JIG + FOOT,
       ("4/0", "7/0"), OPEN, (*WORKED, *SWUM), bottom="rock", line_diameter=0.28e-3,
       stance="dock"),
    _w("jetty, strong fish by name", "jetty", 6.5, 0.40, "giant trevally", (3 / 4, 1.5), JIG,
       ("4/0", "8/0"), OPEN, (*SWUM, "burn"), bottom="rock", line_diameter=0.36e-3,
       wires=("medium", "heavy")),
    _w("grouper from the rocks", "wash", 6.0, 0.10, "dusky grouper", (0.21, 0.42), JIG + FOOT,
       ("4/0", "4/0"), OPEN, (*WORKED, *SWUM), bottom="rock", line_diameter=0.28e-3,
       wires=("medium", "heavy")),
    _w("shore pelagics at the top", "jetty", 6.0, 0.30, "Atlantic bonito", (0.35, 1.2), JIG,
       ("1/0", "5/0"), OPEN, (*SWUM, "burn"), stance="dock"),
    _w("shore pelagics in mid-water", "harbour", 8.0, 0.20, "crevalle jack", (0.35, 1.2), JIG,
       ("1/0", "7/0"), OPEN, (*SWUM, "burn"), stance="dock"),
    _w("half a metre, open sand", "flat", 0.6, 0.10, "red drum", (1 / 16, 1 / 4), SLANT,
       ("1/0", "5/0"), (*COVERED, "buried"), (*WORKED, *SWUM), bottom="sand", **WADE),
    _w("a metre, open mud", "flat", 0.95, 0.15, "spotted seatrout", (1 / 16, 1 / 4), SLANT,
       ("#1", "5/0"), (*COVERED, "buried"), (*WORKED, *SWUM), bottom="mud", **WADE),
    _w("warming creek", "creek-bend", 1.5, 0.15, "red drum", (1 / 8, 1 / 4), JIG,
       ("1/0", "5/0"), OPEN, SWUM, stance="kayak", bottom="mud", temperature_trend="rising"),
    _w("creek edge, the tide running", "marsh-edge", 1.2, 0.35, "red drum", (1 / 8, 3 / 8),
       JIG + FOOT, ("1/0", "5/0"), OPEN, ("lift-drop",), bottom="mud", **WADE),
    _w("they follow and do not take", "harbour", 4.0, 0.20, "European seabass", (1 / 8, 3 / 8),
       JIG, ("#4", "3/0"), OPEN, (*WORKED, *SWUM), stance="dock", symptom="follows",
       long_mm=(30.0, 87.0)),
    _w("they follow at the top", "open-structure", 15.0, 0.20, "skipjack tuna", (1 / 16, 1.0),
       JIG, ("#2", "3/0"), OPEN, (*SWUM, "burn"), stance="anchored", symptom="follows",
       long_mm=(30.0, 100.0)),
    _w("tails bitten off", "harbour", 5.0, 0.25, "bluefish", (1 / 8, 3 / 4), JIG,
       ("2/0", "5/0"), OPEN, ("burn", "count-swim", "double-twitch", "steady", "hop"),
       stance="dock", symptom="tails-bitten", looks=("jerk", "stick")),
    _w("a wash at dusk", "wash", 3.5, 0.15, "European seabass", (0.17, 0.5), JIG,
       ("1/0", "5/0"), OPEN, (*SWUM, "lift-drop", "hop"), bottom="rock", light="low",
       feeding="mid"),
    _w("wary bream on the flat", "flat", 1.5, 0.10, "gilthead seabream", (1 / 32, 1 / 8),
       ("darter",), ("#6", "1/0"), OPEN, (*WORKED, "dead-stick"), clarity="clear", mood="shy",
       bottom="sand", looks=("stick", "jerk"), **WADE),
    _w("wary bream, another coast", "creek-bend", 2.0, 0.10, "yellowfin bream", (1 / 32, 1 / 8),
       ("darter",), ("#6", "1/0"), OPEN, (*WORKED, "dead-stick"), clarity="clear", mood="shy",
       stance="kayak", bottom="sand", looks=("stick", "jerk")),
    _w("reef fish in clear light", "reef", 12.0, 0.20, "black sea bass", (1 / 8, 1 / 2), JIG,
       ("#2", "4/0"), OPEN, (*WORKED, *SWUM), stance="anchored", bottom="rock", clarity="clear",
       colours=("yellow-green", "pink")),
    _w("crab by a dock", "dock", 1.5, 0.10, "sheepshead", (1 / 16, 3 / 8), FOOT, ("#4", "1/0"),
       OPEN, WORKED, stance="kayak", bottom="oyster"),
    _w("a hundred metres", "wreck", 100.0, 0.20, "Atlantic cod", (3.0, 5.0), JIG,
       ("5/0", "9/0"), OPEN, (*WORKED, "let-down"), stance="anchored", bottom="wreck",
       line_diameter=0.24e-3),
    _w("forty metres, fed by hand", "wreck", 40.0, 0.03, "blackspot seabream", (1 / 8, 3 / 8),
       JIG, ("#2", "3/0"), OPEN, ("let-down",), stance="anchored", bottom="wreck",
       school="fed-fall", line_diameter=0.13e-3),
    _w("suspended over 18 m", "reef", 18.0, 0.15, "Australasian snapper", (1 / 8, 3 / 4), JIG,
       ("2/0", "5/0"), OPEN, ("shake",), stance="anchored", bottom="rock", feeding="suspended"),
    _w("barramundi in the snags", "creek-bend", 2.0, 0.20, "barramundi", (1 / 8, 3 / 8),
       ("belly-weighted", "swinging", *NOSE), ("4/0", "7/0"), COVERED, (*WORKED, *SWUM),
       cover="snags",
       stance="kayak", bottom="mud", water_temperature_c=27.0, leader_kg=(18.0, 40.0)),
    _w("searching a bay", "flat", 1.5, 0.15, "spotted seatrout", (1 / 8, 1 / 4), JIG,
       ("1/0", "4/0"), OPEN, (*SWUM, "double-twitch"), bottom="sand", finding="search",
       looks=("paddle", "t-tail", "curl"), **WADE),
    _w("found in a hole", "creek-bend", 3.0, 0.10, "spotted seatrout", (1 / 16, 1 / 4),
       JIG + FOOT, ("#4", "3/0"), (*OPEN, "mushroom"), ("drag", "dead-stick", "lift-drop",
       "slow-roll"), stance="kayak", bottom="mud", finding="found"),
    _w("plaice in the surf", "surf", 1.5, 0.10, "European plaice", (1 / 8, 3 / 4), JIG + FOOT,
       ("#6", "2/0"), OPEN, (*WORKED, *SWUM), bottom="sand", leader_kg=(8.0, 10.0)),
    _w("tailor in the wash", "wash", 3.0, 0.10, "bluefish", (1 / 4, 1.0), JIG, ("2/0", "5/0"),
       OPEN, (*SWUM, "burn"), bottom="rock", tips=("wire",)),
    _w("searching a deep edge, a school", "channel", 5.0, 0.30, "spotted seatrout", (1 / 8, 1 / 2),
       JIG, ("#2", "4/0"), ("tandem",), (*WORKED, *SWUM), stance="anchored", bottom="mud",
       finding="search"),
    _w("two heads where it rips", "bridge", 6.0, 0.80, "striped bass", (3 / 8, 1.0), JIG,
       ("1/0", "5/0"), ("tandem",), (*WORKED, *SWUM), stance="anchored", bottom="sand",
       finding="search"),
    _w("shrimp over tall weed", "marsh-edge", 0.8, 0.20, "red drum", (1 / 16, 1 / 4),
       (*SLANT, *JIG), ("2/0", "5/0"), (*COVERED, "float"), (*WORKED, *SWUM, "pull-and-hang"),
       stance="wading", bottom="grass", cover="tall-weed"),
    _w("a dock's shade, by kayak", "dock", 1.5, 0.10, "common snook", (1 / 16, 1 / 4),
       (*SLANT, *NOSE), ("2/0", "5/0"), COVERED, (*WORKED, *SWUM, "dead-stick"), stance="kayak",
       bottom="mud", cover="overhang", water_temperature_c=26.0),
)
