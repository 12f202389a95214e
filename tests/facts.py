"""Facts of the trade: what competent people tie on, and the water each is tried in.

Common practice, no source. Conditions are fixed once: hardly any 0.05 m/s, light 0.08, slight 0.20,
slight to moderate 0.25, moderate 0.40, hard (one knot) 0.51, strong 0.65, its worst 0.80; from a
drifting boat they are the flow past the line; depths are the middle of the stated range; braids by
strength as usual (6 lb 0.11 mm, 10 lb 0.15, 15 lb 0.19, 20 lb 0.24, 30 lb 0.28; from memory). The
ladder is an ordinary box, 1/8 oz and up; the finer 1/16 and 1/10 belong to finesse outfits, where
the fact names them.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

import numpy as np

from ilha.core.judge.board import Board, board
from ilha.core.move.cast import Rod, SeenCast
from ilha.core.rig.bodies import Plastic
from ilha.core.water.conditions import Conditions
from tests.rigs import BULKY_102, JERK_127, LADDER_OZ, PADDLE_76, ladder

LIGHT, CONTACT, FED = "lightest-practical", "bottom-contact", "fed-fall"
FINESSE = {"1/16": 1 / 16, "1/10": 1 / 10, **LADDER_OZ}
LONG_ROD = Rod(0.025, 0.060, 0.020, (SeenCast(0.028, 62.0, 0.24e-3, 3.5e-4),))


@dataclass(frozen=True)
class Fact:
    """What is tied on, in oz as printed, and by which school the model is asked."""

    name: str
    place: str
    depth: float
    current: float
    line_mm: float
    school: str
    tied_on: tuple[str, ...]
    inside: bool = True
    note: str = ""
    box: dict[str, float] = field(default_factory=lambda: LADDER_OZ)
    soft: Plastic = JERK_127
    rod: Rod | None = None
    more: dict[str, Any] = field(default_factory=dict)

    def board(self, soft: Plastic | None = None) -> Board:
        """The board in this water."""
        cond = Conditions(np.array(self.depth), np.array(self.current), self.line_mm / 1e3,
                          **self.more)
        return board(cond, soft or self.soft, ladder(self.box), self.rod, self.school)

    def pick(self, soft: Plastic | None = None) -> str | None:
        """Name of the head that the school ties on, None for none."""
        b = self.board(soft)
        at = int(b.picks[self.school][0])
        return None if at < 0 else b.heads[at].id


_STARTS = "not decided by water: practice starts from the lightest in the box"
_HANGS = {"zone_from": 2.0, "zone_to": 4.0, "lowered": True}
FACTS = (
    Fact("W1", "grass or marsh edge, pitching", 0.45, 0.20, 0.15, LIGHT, ("1/8",), note=_STARTS),
    Fact("W2", "flats, bars, points", 1.5, 0.40, 0.15, LIGHT, ("1/8", "1/6", "1/4")),
    Fact("W3", "docks, slack", 1.25, 0.05, 0.19, LIGHT, ("1/4", "3/8"), inside=False,
         note="not decided by water: practice wants 1/4 there for its casts under the deck"),
    Fact("W3, strong", "docks, strong", 1.25, 0.65, 0.19, CONTACT, ("1/4", "3/8")),
    Fact("W4", "channels, drop-offs", 3.0, 0.40, 0.19, CONTACT, ("1/4", "3/8")),
    Fact("W5", "bridges", 3.5, 0.65, 0.24, LIGHT, ("3/8", "1/2")),
    Fact("W6", "holes, winter", 3.75, 0.05, 0.15, LIGHT, ("1/8",), note=_STARTS),
    Fact("W7", "same hole, one knot", 3.75, 0.51, 0.19, LIGHT, ("3/8",)),
    Fact("W7, ripping", "same hole, ripping", 3.75, 0.65, 0.19, LIGHT, ("1/2", "5/8")),
    Fact("W8", "jetties, inlets", 7.5, 0.65, 0.28, LIGHT, ("1", "1.5")),
    Fact("W9", "open surf, 0.9 m/s over 40 m, swell 0.8 m", 3.4, 0.0, 0.28, LIGHT, ("3/4", "1"),
         soft=BULKY_102, more={"tip_height": 2.5, "cast": 40.0, "retrieve_speed": 0.9,
                               "steady": True, "swell_m": 0.8}),
    Fact("W10", "shallow reef, drifting", 7.5, 0.20, 0.24, CONTACT, ("1/4", "3/8"), inside=False,
         note="1/4 from 9 m depth or from 0.21 m/s; 1/6 is said for calm shallows"),
    Fact("W11", "reef, drifting or wash", 17.5, 0.25, 0.24, LIGHT, ("3/8",)),
    Fact("W12", "bay, anchored", 18.0, 0.20, 0.11, CONTACT, ("1/4",)),
    Fact("W13", "ledges, fish suspended", 15.0, 0.08, 0.13, FED, ("1/16", "1/10", "1/8"),
         box=FINESSE, soft=PADDLE_76, more=_HANGS),
    Fact("W13, picks up", "same, current picks up", 15.0, 0.20, 0.13, FED, ("3/8",), inside=False,
         note="3/8 from 0.21 to 0.24 m/s", box=FINESSE, soft=PADDLE_76, more=_HANGS),
    Fact("W14", "wreck, fish suspended", 30.0, 0.08, 0.13, FED,
         ("1/16", "1/10", "1/8", "1/6", "1/4", "3/8", "1/2"), box=FINESSE, soft=PADDLE_76,
         more=_HANGS),
    Fact("W15", "deep, fish suspended", 50.0, 0.05, 0.13, FED, ("1/8", "1/6", "1/4", "3/8", "1/2"),
         box=FINESSE, soft=PADDLE_76, more=_HANGS),
    Fact("W16", "structure in the open sea, hard", 15.0, 0.51, 0.28, LIGHT,
         ("1/2", "5/8", "3/4", "1", "1.5", "2", "3")),
    Fact("W16, worst", "same, where it is worst", 15.0, 0.80, 0.28, LIGHT, ("2", "3")),
    Fact("W17", "rocks, light shore tackle", 3.5, 0.20, 0.10, LIGHT, ("1/8", "1/6", "1/4"),
         note=_STARTS),
    Fact("W18", "long casts from shore, 60 m", 4.0, 0.20, 0.24, LIGHT, ("3/4", "1"), rod=LONG_ROD,
         inside=False, note="decided by rod and distance: a package of 27 g flies 60 m",
         more={"cast": 60.0}),
    Fact("W19", "under overhanging cover, skipping", 1.25, 0.20, 0.24, LIGHT, ("1/8", "1/6"),
         note=_STARTS),
)
