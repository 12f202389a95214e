"""The numbers of every way to rig a plastic. Section 7. The words are data (riggings.toml).

Lengths in metres from
the nose unless said, masses kg, angles rad. What is not geometry is common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ilha.core.bench.fit import CLEAR_MIN, HIGH_DEPTH, REACH_BEST, exit_point
from ilha.core.bench.seat import INSIDE, Measures
from ilha.core.bench.strength import greatest_drag
from ilha.core.move.rest import lean, lifting_moment
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.rig.outline import Outline
from ilha.core.water.seawater import density

Slit = Literal["none", "belly", "back", "hollow"]
"""How a body is opened: the hook turns in it, or the point comes up through what it leaves."""
Kind = Literal["small", "length", "mass", "angle", "seconds", "count", "pull"]
"""How a number is shown: millimetres, metres, grams, degrees, seconds, times, kilograms of pull."""


@dataclass(frozen=True)
class Number:
    """word : how it is called in the trade, as the size of a hook is; "" where it has no name."""

    value: float
    kind: Kind = "small"
    word: str = ""


@dataclass(frozen=True)
class Bench:
    """What lies on the bench. body_length : without a thin tail. keeper : what it takes of the
    shank, m. hook_straight : m. depth : of the water, m. cover : what the place has.
    smaller : straight and gape (m) of the smaller hooks, the nearest size first. current : at the
    surface, m/s. line : diameter, m. per_turn : line that a turn of the handle takes up, m.
    compress : share of its height that the body gives between two fingers. slit : "none", "belly",
    "back" or "hollow"; slit_deep : m. needs_kg : what the line must hold for the fish, or
    holds where none is named."""

    plastic: Plastic
    body: Outline
    look: str
    head: Head
    hook_straight: float
    gape: float
    keeper: float = 0.0
    smaller: tuple[tuple[float, float], ...] = ()
    depth: float = 3.0
    cover: str = "none"
    current: float = 0.5
    line: float = 0.19e-3
    per_turn: float = 0.75
    compress: float = 0.0
    slit: Slit = "none"
    slit_deep: float = 0.0
    needs_kg: float = 0.0

    @property
    def pull(self) -> float:
        """The greatest drag that is set, N."""
        return greatest_drag(self.needs_kg)

    @property
    def half(self) -> float:
        """Body above the shank of a straight thread, m: half of what a slit leaves."""
        return 0.5 * (self.plastic.height - self.slit_deep)

    @property
    def pressed(self) -> float:
        """Height of the body between two fingers, m; of a slit one what is left."""
        return (self.plastic.height - self.slit_deep) * (1.0 - self.compress)

    def measures(self, body: float, back: float, hook: tuple[float, float]) -> Measures:
        """Of this body, or of what is left of it: its working length, and half its height."""
        each = (body, 2.0 * back, *hook, self.keeper, self.head_diameter, 1.0 - self.compress)
        return Measures(*(np.asarray(value, dtype=float) for value in each))

    @property
    def head_diameter(self) -> float:
        """Of the ball of the head's mass, m."""
        return float(np.cbrt(6.0 * self.head.mass / (np.pi * self.head.density)))

    def exit(self, back: float, hook: tuple[float, float] | None = None) -> float:
        """Where a hook comes out with so much body (m) above the shank; NaN where it never does."""
        straight, gape = hook or (self.hook_straight, self.gape)
        return float(exit_point(straight, gape, back, self.keeper))


Numbers = dict[str, Number]
Rule = Callable[[Bench], Numbers]
RULES: dict[str, Rule] = {}


def rule(key: str) -> Callable[[Rule], Rule]:
    def add(rule: Rule) -> Rule:
        RULES[key] = rule
        return rule
    return add


def small(**values: float) -> Numbers:
    """Lengths that are shown in millimetres."""
    return {name: Number(value) for name, value in values.items()}


def _threaded(b: Bench, back: float | None = None) -> Numbers:
    """Exit, clearance and entry of a straight thread with ``back`` m of body above the shank."""
    over = b.half if back is None else back
    return small(exit=b.exit(over), clears=b.gape - over, entry=over, shank=b.hook_straight)


@rule("straight")
def _straight(b: Bench) -> Numbers:
    return _threaded(b)


@rule("high")
def _high(b: Bench) -> Numbers:
    depth = min(HIGH_DEPTH, 0.98 * b.half)
    return {**_threaded(b, depth), **small(depth=depth)}


@rule("belly-slot")
def _belly_slot(b: Bench) -> Numbers:
    """The slot must let the whole gape turn: a gape before the exit, half of one behind it."""
    found = _threaded(b)
    out = found["exit"].value
    return {**found, **small(slot_from=max(0.0, out - b.gape), slot_to=out + 0.5 * b.gape)}


@rule("trimmed-nose")
def _trimmed(b: Bench) -> Numbers:
    trim = b.body.trim_to(min(b.head_diameter, b.plastic.height))
    found = _threaded(b)
    return {**found, **small(trim=trim, head=b.head_diameter,
                              exit_old=found["exit"].value + trim)}


CUT_MOST = 0.060
CUT_SHARE = 0.45
"""The front 60 mm of a long plastic, no more than this share of a short one."""


@rule("cut-down")
def _cut_down(b: Bench) -> Numbers:
    cut = min(CUT_MOST, CUT_SHARE * b.plastic.length)
    half = float(b.body.half_height(cut))
    sizes, hook = cut_hook(b, b.body.length - cut, half)
    return {**small(cut=cut, left=b.plastic.length - cut, exit=b.exit(half, hook),
                     clears=hook[1] - half), "sizes": Number(sizes, "count")}


def cut_hook(b: Bench, left: float, half: float) -> tuple[int, tuple[float, float]]:
    """How many sizes smaller, and the hook that sits best in what is left of the body (m), of
    those whose point clears it; practice goes down several sizes and keeps the weight for
    distance."""
    def off(each: tuple[float, float]) -> float:
        return abs(b.exit(half, each) / left - REACH_BEST)

    able = [(off(each), i + 1, each) for i, each in enumerate(b.smaller)
            if each[1] - half >= CLEAR_MIN]
    if not able:
        own = (b.hook_straight, b.gape)
        return (1, b.smaller[0]) if b.smaller else (0, own)
    _, sizes, hook = min(able)
    return sizes, hook


TAIL_HIGH = 0.5
"""The tail is squared off where the body is half as high as it gets."""


def _squared(b: Bench) -> tuple[float, float]:
    """Where the tail end is cut, and how high it is there, m."""
    x = np.linspace(0.0, b.body.length, 2001)
    stands = 2.0 * b.body.half_height(x) >= TAIL_HIGH * b.plastic.height
    keep = float(x[np.flatnonzero(stands)[-1]])
    return keep, 2.0 * float(b.body.half_height(keep))


@rule("tail-first")
def _tail_first(b: Bench) -> Numbers:
    keep, end = _squared(b)
    return {**_threaded(b), **small(keep=keep, end=end)}


@rule("hidden-point")
def _hidden(b: Bench) -> Numbers:
    """The shank so low that the gape ends under the back, as low as the body allows."""
    depth = min(b.gape + INSIDE, b.plastic.height - INSIDE)
    return small(depth=depth, inside=INSIDE, exit=b.hook_straight + 0.5 * b.gape - b.keeper)


NAIL_SHARE = 0.15
"""A hidden nail lies so far back, share of the length (judgement)."""
BITE = 0.007
"""A weedless hook takes 6 to 8 mm of the nose."""


@rule("weedless")
def _weedless(b: Bench) -> Numbers:
    """The bend rises straight half a gape behind the shank's end; the gape must clear the whole
    body, pressed as a fish presses it, because the point comes from underneath."""
    return small(bite=BITE, up=b.hook_straight + 0.5 * b.gape - b.keeper,
                  clears=b.gape - b.pressed)


RULES["weedless-swinging"] = _weedless
RULES["weedless-nose"] = _weedless


@rule("weedless-bare")
def _bare(b: Bench) -> Numbers:
    """As weedless; the hidden weight a third of the way back, where one is."""
    return {**_weedless(b), **small(nail_at=b.head.weight_x or NAIL_SHARE * b.plastic.length)}


SLIM_WEIGHT = 3.0
"""Length of a hidden weight over its width (judgement)."""


@rule("buried")
def _buried(b: Bench) -> Numbers:
    at = b.head.weight_x or 0.30 * b.plastic.length
    # A hidden weight is slim: three times as long as it is wide.
    wide = float(np.cbrt(4.0 * b.head.mass / (SLIM_WEIGHT * np.pi * b.head.density)))
    return {**_threaded(b), **small(channel=at + 0.5 * SLIM_WEIGHT * wide, wide=wide,
                                     weight_at=at)}


SALT_20 = float(density(20.0, 35.0))


@rule("mushroom")
def _mushroom(b: Bench) -> Numbers:
    """How it stands in still water, from the lifting moment about the dome (section 2)."""
    body = assemble(b.plastic, [b.head])
    rho = np.atleast_1d(SALT_20)
    angle = lean(lifting_moment(body, rho), np.zeros(1), body, rho)
    return {**_threaded(b), "stands": Number(float(angle.ravel()[0]), "angle")}


@rule("shrimp-head-first")
def _shrimp_head(b: Bench) -> Numbers:
    return _threaded(b)


@rule("shrimp-tail-first")
def _shrimp_tail(b: Bench) -> Numbers:
    end = 2.0 * float(b.body.half_height(b.body.length))
    return {**_threaded(b), **small(keep=b.body.length, end=end)}


CRAB_HEADS = ((1.0, 1.3), (2.5, 3.5), (np.inf, 6.5))
"""Depth of water (m) up to which a crab takes a head of so many grams; the depths are judgement."""


@rule("crab")
def _crab(b: Bench) -> Numbers:
    grams = next(g for most, g in CRAB_HEADS if b.depth <= most)
    return {"entry": Number(b.half), "back_off": Number(0.002),
            "head_mass": Number(grams * 1e-3, "mass"), "depth_here": Number(b.depth, "length")}


@rule("tube")
def _tube(b: Bench) -> Numbers:
    """The head fills the nose: its eye stands 0.6 of its diameter behind, the hook that much
    farther back than on a head ahead of the nose."""
    back = b.head_diameter
    found = _threaded(b)
    return {**found, **small(exit=found["exit"].value + back, eye=0.6 * back)}
