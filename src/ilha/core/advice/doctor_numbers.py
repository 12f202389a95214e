"""The numbers of the doctor's advice, computed for an outfit in its water. SI.

What is no computation is common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from ilha.core.advice.patient import Patient
from ilha.core.bench.fit import HIGH_DEPTH, exit_point
from ilha.core.bench.rigging_numbers import CUT_MOST, CUT_SHARE
from ilha.core.bench.strength import KNOTS, chain, opens_at
from ilha.core.choose.box import BoxHead
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.judge.schools import CONTACT, MARGINAL, RIGHT, TOO_HEAVY
from ilha.core.rig.bodies import ball_diameter
from ilha.core.rig.outline import PROFILES, Outline
from ilha.core.tables import HOOKS
from ilha.core.units import m_from_mm

Unit = Literal["head", "small", "length", "speed", "seconds", "force", "hook"]
"""How a number is shown: a head's weight, mm, m, m/s, s, what holds it, or a hook's size."""


@dataclass(frozen=True)
class Number:
    """A computed number, SI: kg, m, m/s, s, N; ``word`` for a hook's size."""

    unit: Unit
    value: float
    word: str = ""


Compute = Callable[[Patient], Number | None]
NUMBERS: dict[str, Compute] = {}


def _number(key: str) -> Callable[[Compute], Compute]:
    def add(compute: Compute) -> Compute:
        NUMBERS[key] = compute
        return compute
    return add


def _constant(key: str, unit: Unit, value: float) -> None:
    NUMBERS[key] = lambda _: Number(unit, value)


_constant("glue", "seconds", 60.0)
_constant("one_mm", "small", 0.001)
_constant("wait", "seconds", 1.0)
_constant("wire_length", "length", 0.2)
_constant("bite_piece", "length", 0.4)
_constant("high_depth", "small", HIGH_DEPTH)
_constant("tip", "length", 0.3)
_constant("shake", "length", RETRIEVES["shake"].lift_m)


def _head(head: BoxHead) -> Number:
    return Number("head", head.head.mass)


def _other_head(p: Patient, heavier: bool, verdicts: tuple[int, ...]) -> Number | None:
    """The next head of the box, a step away or more, with one of these verdicts."""
    order = range(p.at + 1, len(p.heads)) if heavier else range(p.at - 1, -1, -1)
    for i in order:
        ratio = p.heads[i].head.mass / p.mass
        far = ratio > 1.05 if heavier else ratio < 0.95
        if far and int(p.board.judgement.verdict[i, 0]) in verdicts:
            return _head(p.heads[i])
    return None


@_number("lighter")
def _lighter(p: Patient) -> Number | None:
    return _other_head(p, False, (RIGHT, MARGINAL))


@_number("heavier")
def _heavier(p: Patient) -> Number | None:
    """The next heavier one that the rod throws, plunge or not: it has to pass something."""
    return _other_head(p, True, (RIGHT, MARGINAL, TOO_HEAVY))


MORE_CURRENT = 1.2
"""What was swept met at least the current it bears; so much more is reckoned with (judgement)."""


@_number("holds")
def _holds(p: Patient) -> Number | None:
    """The least mass that holds by the school where this head no longer does."""
    bears = p.figure(p.board.bears)
    if not np.isfinite(bears):
        return None
    current = min(6.0, max(p.situation.surface_speed, MORE_CURRENT * bears))
    there = replace(p, situation=p.situation.but(surface_speed=current))
    least = p.figure(there.board.least_mass)
    return Number("head", least) if np.isfinite(least) else None


@_number("felt")
def _felt(p: Patient) -> Number | None:
    """The lightest head on a line tight enough to feel each touch."""
    pick = int(p.board.picks[CONTACT.key][0])
    if pick < 0 or p.heads[pick].head.mass <= p.mass:
        return None
    return _head(p.heads[pick])


@_number("thinner")
def _thinner(p: Patient) -> Number | None:
    """The thickest thinner line of the box on which the own head holds."""
    lines = np.array(sorted((one.diameter for one in p.box.lines
                             if one.diameter < 0.98 * p.outfit.line.diameter), reverse=True))
    if lines.size == 0:
        return None
    good = lines[np.isin(p.on_lines(lines), (RIGHT, MARGINAL))]
    return Number("small", float(good[0])) if good.size else None


@_number("cut")
def _cut(p: Patient) -> Number | None:
    length = p.outfit.plastic.plastic.length
    return Number("small", min(CUT_MOST, CUT_SHARE * length))


@_number("left")
def _left(p: Patient) -> Number | None:
    """Of the body, when a torn tail is squared off."""
    return Number("small", p.outfit.plastic.body_length)


@_number("longer")
def _longer(p: Patient) -> Number | None:
    longer = [one.plastic.length for one in p.box.plastics
              if one.plastic.length > 1.1 * p.outfit.plastic.plastic.length]
    return Number("small", min(longer)) if longer else None


def _hook(p: Patient, good: Callable[[float, float], bool], up: bool) -> Number | None:
    """The nearest size (up or down) of which (opening load N, straight m) is good and which fits
    the plastic still."""
    own = next(i for i, h in enumerate(HOOKS) if h.size == p.outfit.head.hook_size)
    order = range(own + 1, len(HOOKS)) if up else range(own - 1, -1, -1)
    for i in order:
        hook = HOOKS[i]
        straight, gape, wire = (m_from_mm(v) for v in (
            hook.straight_mm, hook.gape_mm, hook.wire_mm))
        over = exit_point(straight, gape, 0.5 * p.outfit.plastic.plastic.height, 0.0)
        inside = float(over) <= 0.75 * p.outfit.plastic.body_length
        if (inside or not up) and good(float(opens_at(wire, gape)), straight):
            return Number("hook", wire, hook.size)
    return None


def _opens(p: Patient) -> float:
    return float(opens_at(p.outfit.head.wire, p.outfit.head.gape))


@_number("hook_up")
def _hook_up(p: Patient) -> Number | None:
    return _hook(p, lambda _, straight: straight > p.outfit.head.straight, True)


@_number("hook_strong")
def _hook_strong(p: Patient) -> Number | None:
    return _hook(p, lambda opens, _: opens > 1.1 * _opens(p), True)


@_number("hook_fine")
def _hook_fine(p: Patient) -> Number | None:
    return _hook(p, lambda opens, _: opens < _opens(p), False)


@_number("leader_bends")
def _leader_bends(p: Patient) -> Number | None:
    """What the leader must hold for its knot to outlast the hook; the line must hold as much."""
    least = _opens(p) / KNOTS["loop knot"]
    return Number("force", least) if least <= p.outfit.line.holds else None


@_number("exit")
def _exit(p: Patient) -> Number | None:
    body = p.outfit.plastic.body_length
    return Number("small", p.outfit.reach * body)


@_number("clear")
def _clear(p: Patient) -> Number | None:
    return Number("small", p.outfit.clear)


@_number("trim")
def _trim(p: Patient) -> Number | None:
    plastic = p.outfit.plastic
    outline = Outline(plastic.body_length, plastic.plastic.height, PROFILES[plastic.look])
    head = float(ball_diameter(p.mass, p.outfit.head.head.density))
    trim = outline.trim_to(min(head, plastic.plastic.height))
    return Number("small", trim) if trim > 0.002 else None


def _speed(p: Patient) -> float:
    r = RETRIEVES[p.outfit.retrieve]
    return p.situation.presented(r.key).speed if r.steady else r.speed_m_s


@_number("slower")
def _slower(p: Patient) -> Number | None:
    """Two thirds of the present speed, not under what the tail needs."""
    least = p.outfit.plastic.plastic.shape.least_speed_m_s
    return Number("speed", max(_speed(p) / 1.5, least))


@_number("faster")
def _faster(p: Patient) -> Number | None:
    return Number("speed", 1.5 * _speed(p))


LENGTHS_A_SECOND = 2.0
"""A fish that keeps up with a lure swims about so many of its lengths in a second; bursts are
faster (from memory)."""
FASTEST_REEL = 1.8
"""What a reel takes up at most, m/s (judgement)."""


def fish_length(weighs_kg: float) -> float:
    """Length (m) of a fish of a weight (kg), from W = 12 L³ (a usual shape, from memory).

    >>> round(fish_length(2.5), 2)
    0.59
    """
    return float(np.cbrt(weighs_kg / 12.0))


@_number("past_fish")
def _past_fish(p: Patient) -> Number | None:
    """Faster than the fish keeps up with, and than any slow retrieve."""
    keeps_up = LENGTHS_A_SECOND * fish_length(p.situation.weighs_kg)
    slow = 1.25 * max(r.speed_m_s for r in RETRIEVES.values() if r.key in ("steady", "slow-roll"))
    return Number("speed", min(max(keeps_up, slow), FASTEST_REEL))


@_number("count")
def _count(p: Patient) -> Number | None:
    count = p.figure(p.board.count)
    return Number("seconds", count) if np.isfinite(count) else None


@_number("early")
def _early(p: Patient) -> Number | None:
    """To stay just off the bottom about 80 % of the count is used."""
    count = p.figure(p.board.count)
    return Number("seconds", 0.2 * count) if np.isfinite(count) else None


@_number("above")
def _above(p: Patient) -> Number | None:
    return Number("length", max(0.5, 0.2 * p.situation.depth))


@_number("lead")
def _lead(p: Patient) -> Number | None:
    lead = p.figure(p.board.lead)
    return Number("length", lead) if np.isfinite(lead) and lead > 0.0 else None


@_number("window")
def _window(p: Patient) -> Number | None:
    high = p.figure(p.board.window_high)
    return Number("speed", high) if np.isfinite(high) else None


def _chain(p: Patient, leader: float) -> float:
    """The greatest drag (N) on a leader (N)."""
    return chain(p.outfit.line.holds, leader, _opens(p)).drag[1]


@_number("drag")
def _drag(p: Patient) -> Number | None:
    return Number("force", _chain(p, p.outfit.leader))


@_number("test_pull")
def _test_pull(p: Patient) -> Number | None:
    return Number("force", 0.5 * min(p.outfit.leader, p.outfit.line.holds))


@_number("leader_up")
def _leader_up(p: Patient) -> Number | None:
    return Number("force", 1.5 * p.outfit.leader)


@_number("leader_down")
def _leader_down(p: Patient) -> Number | None:
    return Number("force", p.outfit.leader / 1.5)


@_number("line_up")
def _line_up(p: Patient) -> Number | None:
    stronger = [one.holds for one in p.box.lines if one.holds > 1.05 * p.outfit.line.holds]
    return Number("force", min(stronger)) if stronger else None
