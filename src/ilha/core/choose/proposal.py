"""A proposed outfit in its water: its figures, what the other schools tie on, what moves it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.choose.box import Box, BoxHead
from ilha.core.choose.combine import combine
from ilha.core.choose.outfit import Choice, Outfit
from ilha.core.choose.ranking import Kept, choose
from ilha.core.choose.retrieves import RETRIEVES, Way, way_of
from ilha.core.choose.rules import Rule
from ilha.core.choose.search import tied
from ilha.core.choose.situation import WORDS, Situation
from ilha.core.judge.board import Board, board
from ilha.core.move.fall import fed_path
from ilha.core.move.hold import height_share

FALL_POINTS = 9


@dataclass(frozen=True)
class Figures:
    """One outfit in its water; NaN where there is no number. Lengths m, times s, speeds m/s.

    fall_height, fall_shift, line_height, line_span : its fall and its held line, to be drawn, as
    the board's traces. way : of the lure over the bottom. decided : the limit, its figure, bound.
    """

    lead: float
    count: float
    zone_seconds: float
    scope: float
    line_out: float
    window: tuple[float, float]
    fall_speed: float
    cast: float
    package: float
    decided: tuple[str, float, float, str]
    fall_height: tuple[float, ...]
    fall_shift: tuple[float, ...]
    line_height: tuple[float, ...]
    line_span: tuple[float, ...]
    way: Way


def board_of(situation: Situation, outfit: Outfit, heads: Sequence[BoxHead]) -> Board:
    """The board of heads on the outfit's plastic, rod and line, tied as it is."""
    cond = situation.conditions(np.array([outfit.line.diameter]))
    rigging = tied(outfit.rigging, outfit.line.diameter, situation.depth, outfit.head.head)
    return board(cond, outfit.plastic.plastic, [h.head for h in heads], outfit.rod.rod,
                 situation.school, rigging, trace=True)


def figures_of(situation: Situation, outfit: Outfit) -> Figures:
    """What the water makes of an outfit, by the same board that the Day view shows."""
    b = board_of(situation, outfit, [outfit.head])

    def one(value: object) -> float:
        return float(np.ravel(np.asarray(value, dtype=float))[0])

    judged = b.judgement
    limit = judged.limits[int(judged.decided[0, 0])]
    height, shift = fed_path(b.figures.falling, FALL_POINTS)
    assert b.holds.trace is not None
    # (steps, estimates, heads, times): the middle estimate.
    spans = np.ravel(b.holds.trace[1][:, 1])
    shares = height_share(np.linspace(0.0, 1.0, spans.shape[0]))
    foot = one(b.holds.foot[1])
    return Figures(
        lead=one(b.fall.shift),
        count=one(b.fall.count), zone_seconds=one(b.fall.zone), scope=one(b.holds.scope[1]),
        line_out=one(b.holds.line_out[1]), window=(one(b.window_low), one(b.window_high)),
        fall_speed=one(b.glide.vertical), cast=one(b.cast), package=one(b.figures.package),
        decided=(limit.code, one(limit.figure), one(limit.bound), limit.unit),
        fall_height=tuple(np.ravel(height).tolist()), fall_shift=tuple(np.ravel(shift).tolist()),
        line_height=tuple((foot + (situation.depth - foot) * shares).tolist()),
        line_span=tuple(spans.tolist()),
        way=way_of(RETRIEVES[outfit.retrieve], situation.cast_m, situation.depth, situation.zone,
                   one(b.glide.vertical)),
    )


def heads_for(situation: Situation, box: Box, outfit: Outfit) -> list[BoxHead]:
    """The heads that go on an outfit's plastic in its rigging, its own among them, by weight."""
    only = Box((outfit.plastic,), box.heads, (outfit.line,), (outfit.rod,))
    rows = combine(only, situation.fish.mouth, (outfit.rigging,))
    found = {box.heads[i].head.id: box.heads[i] for i in rows.head}
    found[outfit.head.head.id] = outfit.head
    return sorted(found.values(), key=lambda h: h.head.mass)


def by_school(situation: Situation, box: Box, outfit: Outfit) -> dict[str, BoxHead | None]:
    """What each school of weight ties on for this plastic, rigging, line and rod."""
    heads = heads_for(situation, box, outfit)
    b = board_of(situation, outfit, heads)
    return {key: heads[int(pick[0])] if pick[0] >= 0 else None for key, pick in b.picks.items()}


@dataclass(frozen=True)
class Moved:
    """What one changed fact makes of the first proposal. parts : of the outfit that are others;
    empty where nothing moves."""

    fact: str
    value: object
    outfit: Outfit | None
    parts: tuple[str, ...]


ASKED = ("clarity", "light", "temperature_trend", "cover", "mood", "feeding", "pests", "shank",
         "leader", "sinker")
"""Facts and schools whose other values are tried; the current is tried half as strong and twice."""
PARTS = ("plastic", "head", "rigging", "line", "rod", "colour", "tip", "retrieve")


def differing(a: Outfit, b: Outfit) -> tuple[str, ...]:
    """The parts in which two outfits differ."""
    return tuple(part for part in PARTS if getattr(a, part) != getattr(b, part))


def what_moves(
    choice: Choice, box: Box | None, rules: Sequence[Rule], kept: Kept | None = None
) -> list[Moved]:
    """What would change its mind: each fact changed by itself, those that move most first."""
    now, held = choice.situation, {} if kept is None else kept
    tries: list[tuple[str, object]] = []
    for name in ASKED:
        here = now.feeds if name == "feeding" else getattr(now, name)
        values = (not now.pests,) if name == "pests" else WORDS[name]
        tries += [(name, value) for value in values if value != here]
    tries += [("surface_speed", round(now.surface_speed * k, 3)) for k in (0.5, 2.0)
              if 0.0 < now.surface_speed * k <= 6.0]
    first = choice.outfits[0] if choice.outfits else None
    out = []
    for name, value in tries:
        again = choose(now.but(**{name: value}), box, rules, held)
        other = again.outfits[0] if again.outfits else None
        parts = PARTS if first is None or other is None else differing(first, other)
        out.append(Moved(name, value, other, parts if first is not other else ()))
    return sorted(out, key=lambda moved: -len(moved.parts))
