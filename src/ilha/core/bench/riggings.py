"""Every way to rig a plastic: its own numbers, its steps, and whether it suits. Section 7."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from ilha.core.bench import line_rigs, unthreaded
from ilha.core.bench.fit import HIGH_DEPTH
from ilha.core.bench.rigging_numbers import RULES, Bench, Numbers, cut_hook
from ilha.core.bench.seat import LONG, SHORT, TIGHT, can, graded, seat, takes_shape
from ilha.core.judge.schools import FITS_BADLY, FITS_WELL
from ilha.core.tables import SHAPES, read_table


@dataclass(frozen=True)
class Rigging:
    """One way to rig: its words, its numbers on this bench, and whether it suits: "suits",
    "possible" or "no", with the reason."""

    key: str
    name: str
    says: str
    numbers: Numbers
    steps: tuple[tuple[str, str], ...]
    suits: str
    reason: str


RULED_BY = (line_rigs, unthreaded)
"""Rooms whose rules are among those of ``rigging_numbers``."""
NUMBERS_OF = RULES
"""The numbers of each rigging on a bench."""
_ROWS: dict[str, dict[str, Any]] = read_table("riggings.toml")
KEYS = tuple(_ROWS)
NAMES: dict[str, str] = {key: row["name"] for key, row in _ROWS.items()}


@dataclass(frozen=True)
class Takes:
    """What a rigging takes: looks of plastic (any if empty) and those it does not, floating ones
    alone; shapes of head (any jig head if empty)."""

    looks: tuple[str, ...]
    not_looks: tuple[str, ...]
    floating: bool
    shapes: tuple[str, ...]


TAKES = {key: Takes(tuple(row.get("looks", ())), tuple(row.get("not_looks", ())),
                    row.get("needs_floating", False), tuple(row.get("heads", ())))
         for key, row in _ROWS.items()}
FLOATS_BELOW = 1000.0
STINGER_FROM = 0.180
"""Length (m) of a plastic from which a second hook is hung on (about 200 mm; common practice)."""
COVERS = ("none", "low-weed", "tall-weed", "overhang", "snags")


def riggings(b: Bench) -> list[Rigging]:
    """All of them, those that suit first, in the order of riggings.toml."""
    out = []
    for key, row in _ROWS.items():
        numbers = RULES[key](b)
        suits, reason = _suits(key, row, b, numbers)
        steps = tuple((title, words) for title, words in row["steps"])
        out.append(Rigging(key, row["name"], row["says"], numbers, steps, suits, reason))
    order = {"suits": 0, "possible": 1, "no": 2}
    return sorted(out, key=lambda r: order[r.suits])


ON_THE_LINE = ("float", "wacky", "wacky-blade", "tandem", "sliding-sinker", "three-way",
               "drop-shot")
"""What is tied before the head, or hooked across: any head that the plastic goes on."""
LOOK_WORDS = {"crab": "a crab", "craw": "a craw", "shrimp": "a shrimp", "tube": "a tube",
              "surface": "a plastic that is fished on top", "hair": "hair, which is tied on"}


def _other_head(shapes: tuple[str, ...], shape: str) -> str:
    name = SHAPES[shape].name
    if shapes:
        wanted = " or ".join(SHAPES[each].name for each in shapes)
        return f"it takes a head of another shape ({wanted}); this is a {name}"
    if SHAPES[shape].weedless:
        return f"a {name} goes through the body from below"
    if SHAPES[shape].inside:
        return f"a {name} goes inside the body"
    return f"a {name} is for a plastic that floats"


def _sits(key: str, b: Bench, numbers: Numbers) -> tuple[str, str]:
    """Whether the hook sits at all ("no"), and what is wrong with it; empty where nothing is."""
    hook, body, back = (b.hook_straight, b.gape), b.body.length, b.half
    if key == "cut-down":
        cut = numbers["cut"].value
        body, back = max(body - cut, 1e-3), float(b.body.half_height(cut))
        hook = cut_hook(b, body, back)[1]
    elif key == "trimmed-nose":
        body -= numbers["trim"].value
    elif key in ("tail-first", "shrimp-tail-first"):
        body = numbers["keep"].value
    m = b.measures(body, back, hook)
    reach, clear = seat(m, key)
    if key == "hidden-point" and np.isnan(clear):
        return "no", "the gape is deeper than the body: the point cannot be hidden"
    if not clear > 0.0:
        return "no", "the gape lies under the body: the point never clears"
    if not can(reach, clear):
        return "no", "the hook is longer than the body it would lie in"
    level, word = graded(reach, clear)
    if level == FITS_BADLY:
        return "no", _WRONG[str(word)]
    return "", "" if level == FITS_WELL else f"at a pinch: {_WRONG[str(word)]}"


_WRONG = {LONG: "the hook is long for this body", SHORT: "the hook is short for this body",
          TIGHT: "the point barely clears the body"}


def _suits(key: str, row: dict[str, Any], b: Bench, numbers: Numbers) -> tuple[str, str]:
    """Hard reasons first, then what the cover asks for."""
    takes = TAKES[key]
    if takes.looks and b.look not in takes.looks:
        return "no", f"made for {' and '.join(takes.looks)}"
    if b.look in takes.not_looks:
        return "no", f"not for {LOOK_WORDS.get(b.look, b.look)}"
    if key not in ON_THE_LINE and not takes_shape(takes.shapes, b.head.shape):
        return "no", _other_head(takes.shapes, b.head.shape)
    if row.get("needs_floating") and b.plastic.density >= FLOATS_BELOW:
        return "no", "this plastic sinks: it would lie"
    if key == "belly-slot" and b.slit not in ("belly", "hollow"):
        return "no", "for bodies slit underneath: this one is not told to be"
    if key == "stinger" and b.plastic.length < STINGER_FROM:
        return "no", "for plastics of about 200 mm and over"
    if key == "high" and b.half <= HIGH_DEPTH:
        return "no", "the body is too slim: the centre is as high"
    if key == "trimmed-nose" and b.head_diameter >= b.plastic.height:
        return "no", "the head is thicker than the whole body"
    level, sits = _sits(key, b, numbers)
    if level == "no":
        return level, sits
    over, bad = row.get("over"), row.get("not_over", ())
    if b.cover in bad:
        return "no", f"two ends to hang up in {b.cover.replace('-', ' ')}"
    if sits:
        return "possible", sits
    if over and b.cover in over:
        return "suits", f"comes through {b.cover.replace('-', ' ')}"
    if over:
        return "possible", "no cover here that asks for it; an open hook misses fewer"
    if b.cover != "none":
        return "possible", f"an open hook hangs up in {b.cover.replace('-', ' ')}"
    return "suits", "open water"
