"""A proposed outfit in its water: its figures, what the other schools tie on, what moves it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ilha.core.bench.hung import hung_on
from ilha.core.choose.box import Box, BoxHead
from ilha.core.choose.combine import BY_THEMSELVES, NEVER_CAST, Rows, combine
from ilha.core.choose.features import SEARCHED
from ilha.core.choose.outfit import Choice, Outfit
from ilha.core.choose.ranking import Kept, choose
from ilha.core.choose.retrieves import RETRIEVES, Way, way_of
from ilha.core.choose.rules import Rule
from ilha.core.choose.scoring import scores
from ilha.core.choose.situation import WORDS, Situation
from ilha.core.choose.traits import Still
from ilha.core.choose.ways import lightest_zone_of, tied, way_of_rigging
from ilha.core.errors import Array
from ilha.core.judge.board import Board, board
from ilha.core.judge.doubt import INPUTS, Sure
from ilha.core.judge.drawn import Drawn, drawn, raised
from ilha.core.judge.schools import (
    VERDICTS,
    of_a_size,
)
from ilha.core.rig.bodies import Part, Plastic


@dataclass(frozen=True)
class Rung:
    """A head as it goes on one plastic: the rigging that the rules like best, how its hook sits (2
    well to 0 badly), why not well."""

    head: BoxHead
    rigging: str
    fit: int
    word: str
    reach: float
    clear: float


def ladder(
    box: Box, plastic: int, situation: Situation, rules: Sequence[Rule], way: str = "one"
) -> list[Rung]:
    """Every head that can be rigged on a plastic (an index), each in its best rigging; by weight.

    What the rules say of riggings, hooks and heads decides, as it does in the choice: the water
    says the same of all riggings that are tied on in one way. way : "one" head, or a rigging that
    is a length of line.
    """
    keys = (tuple(key for key in SEARCHED if key not in BY_THEMSELVES) if way == "one" else (way,))
    only = Box((box.plastics[plastic],), box.heads, box.lines[:1], box.rods[:1])
    rows = combine(only, keys)
    if rows.plastic.size == 0:
        return []
    points = _still_points(only, rows, situation, rules)
    best: dict[int, int] = {}
    for i in np.lexsort((rows.rigging, -points, -rows.fit)):
        best.setdefault(int(rows.head[i]), int(i))
    rungs = [Rung(box.heads[h], str(rows.keys[i]), int(rows.fit[i]), str(rows.word[i]),
                  float(rows.reach[i]), float(rows.clear[i])) for h, i in best.items()]
    # Of one size the better liked comes first.
    return sorted(rungs, key=lambda rung: float(of_a_size(np.asarray(rung.head.head.mass))))


STILL = frozenset({
    "look", "family", "material", "plastic_length_mm", "body_height_mm", "floats", "moves_alone",
    "shape", "head_g", "hook_order", "hook_wire", "hook_over_fish", "by_practice", "reach",
    "clear_mm", "keeper", "keeper_holds", "head_over_body", "rigging", "weedless", "fit",
    "mouth_fits", "pull_over_hook", "sits", "head_over_nose", "front_over_rear", "skips",
    "head_over_table", "hook_over_drag"})
"""Features that the water does not decide."""


def _still_points(
    box: Box, rows: Rows, situation: Situation, rules: Sequence[Rule]
) -> Array:
    """What rules that speak of no water give each row, (N,)."""
    facts = situation.facts()
    fired = [rule for rule in rules if rule.fired(facts)
             and all(name in STILL for name in (*rule.gives, *rule.fits))]
    points = scores(Still(box, rows, situation), fired)
    return np.broadcast_to(points, (rows.head.size, 1))[:, 0]


@dataclass(frozen=True)
class Figures:
    """One outfit in its water; NaN where there is no number. Lengths m, times s, speeds m/s.

    lead, count : to the fish. verdict, decided : by the water alone, the limit with its figure and
    bound; board_verdict : as the open file has it. over : package over the rod's most, kg, NaN for
    not. lightest_zone : s in the zone of the lightest that does the job. drawn : its fall and its
    held line. way : of the lure over the bottom. count_range : the middle 80 %. doubted : what
    moves it most.
    """

    lead: float
    beyond: float
    count: float
    zone_seconds: float
    scope: float
    line_out: float
    window: tuple[float, float]
    fall_speed: float
    cast: float
    package: float
    verdict: str
    board_verdict: str
    decided: tuple[str, float, float, str]
    over: float
    lightest_zone: float
    drawn: Drawn
    way: Way
    count_range: tuple[float, float]
    doubted: str
    right_share: float
    off_spool: float


def rungs_for(situation: Situation, box: Box, outfit: Outfit, rules: Sequence[Rule]) -> list[Rung]:
    """The heads that go on an outfit's plastic, its own in its own rigging among them."""
    whole = box if outfit.plastic in box.plastics else replace(
        box, plastics=(*box.plastics, outfit.plastic))
    if all(one.head.id != outfit.head.head.id for one in whole.heads):
        whole = replace(whole, heads=(*whole.heads, outfit.head))
    way = way_of_rigging(outfit.rigging)
    return ladder(whole, whole.plastics.index(outfit.plastic), situation, rules, way)


def parts_of(situation: Situation, outfit: Outfit) -> tuple[Part, ...]:
    """What its rigging adds to head and plastic."""
    plastic = outfit.plastic
    return hung_on(outfit.rigging, [plastic.plastic], outfit.reach * plastic.body_length,
                   situation.needs_kg)


def hung_in(
    rungs: Sequence[Rung], rigging: str, plastic: Plastic, body_length: float, needs_kg: float
) -> tuple[Part, ...]:
    """The same of every rung of a ladder in one rigging; body_length : m."""
    return hung_on(rigging, [plastic] * len(rungs),
                   np.array([rung.reach for rung in rungs]) * body_length, needs_kg)


def board_of(
    situation: Situation, outfit: Outfit, rungs: Sequence[Rung], box: Box, trace: bool = False
) -> Board:
    """The board of heads on the outfit's plastic, rod and line, tied and brought back as it is."""
    situation = situation.as_rigged(outfit.rigging)
    cond = situation.conditions(np.array([outfit.line.diameter]),
                                situation.presented(outfit.retrieve), density=outfit.line.density)
    rigging = tied(outfit.rigging, outfit.line.diameter, situation.depth, outfit.ahead,
                   situation.surface_speed)
    slow = [box.slow.get((rung.head.head.id, outfit.plastic.id), 1.0) for rung in rungs]
    hung = hung_in(rungs, outfit.rigging, outfit.plastic.plastic, outfit.plastic.body_length,
                   situation.needs_kg)
    return board(cond, outfit.plastic.plastic, [rung.head.head for rung in rungs],
                 outfit.rod.rod, situation.school, rigging, hung, trace=trace,
                 slow=slow, fit=np.array([rung.fit for rung in rungs]),
                 lightest_zone=lightest_zone_of(way_of_rigging(outfit.rigging)),
                 sure=Sure(situation.current_spread, box.timed_of(
                     outfit.plastic.id, [rung.head.head.id for rung in rungs])))


def place_of(rungs: Sequence[Rung], outfit: Outfit) -> int:
    """Where an outfit's head stands among its rungs."""
    return [rung.head.head.id for rung in rungs].index(outfit.head.head.id)


def figures_of(
    situation: Situation, outfit: Outfit, box: Box, rules: Sequence[Rule]
) -> Figures:
    """What the water makes of an outfit, by the same board that the Day view shows."""
    rungs = rungs_for(situation, box, outfit, rules)
    b, i = board_of(situation, outfit, rungs, box, trace=True), place_of(rungs, outfit)
    there = situation.as_rigged(outfit.rigging)

    def one(value: object) -> float:
        return float(np.broadcast_to(np.asarray(value, dtype=float), b.shape)[i, 0])

    judged = b.judgement
    limit = judged.limits[int(judged.water_decided[i, 0])]
    package = one(b.figures.package)
    most = outfit.rod.rod.lure_max
    # What is let down is lifted, not cast: the rod's rating does not hold it.
    thrown = not (there.presented(outfit.retrieve).lowered or outfit.rigging in NEVER_CAST)
    return Figures(
        lead=one(b.lead), beyond=one(b.beyond), count=one(b.count), zone_seconds=one(b.fall.zone),
        scope=one(b.holds.scope[1]), line_out=one(b.holds.line_out[1]),
        window=(one(b.window_low), one(b.window_high)), fall_speed=one(b.glide.vertical),
        cast=one(b.cast), package=package, verdict=VERDICTS[int(judged.water[i, 0])],
        board_verdict=VERDICTS[int(judged.verdict[i, 0])],
        decided=(limit.code, one(limit.figure), one(limit.bound), limit.unit),
        over=package - most if thrown and package > most else float("nan"),
        lightest_zone=float(b.lightest_zone[0]),
        drawn=raised(drawn(b, i, there.depth), situation.depth, there.depth),
        way=_way(situation, outfit, b, i),
        count_range=(one(b.doubt.low), one(b.doubt.high)),
        doubted=INPUTS[int(b.doubt.most[i, 0])], right_share=one(b.right_share),
        off_spool=one(b.off_spool),
    )


def _way(situation: Situation, outfit: Outfit, b: Board, i: int) -> Way:
    """The lure's way over the bottom: as computed where it is swum, else as rod and reel move
    it."""
    presented = situation.presented(outfit.retrieve)
    if presented.steady and RETRIEVES[outfit.retrieve].height != "top":
        path = b.retrieve.path
        go, up = (np.broadcast_to(v, (len(v), *b.shape))[:, i, 0] for v in (path.go, path.height))
        if np.all(np.isfinite(up)):
            away = np.append(go * situation.cast_m, 0.0)
            return Way(away, np.append(up, situation.depth),
                       (situation.cast_m - away) / presented.speed, None)
    there = situation.as_rigged(outfit.rigging)
    way = way_of(RETRIEVES[outfit.retrieve], there.cast_m, there.depth, there.zone,
                 float(b.glide.vertical[i, 0]), presented.speed)
    return replace(way, up=way.up + situation.depth - there.depth)


@dataclass(frozen=True)
class Moved:
    """What one changed fact makes of the first proposal. parts : of the outfit that are others;
    empty where nothing moves."""

    fact: str
    value: object
    outfit: Outfit | None
    parts: tuple[str, ...]


ASKED = ("clarity", "light", "temperature_trend", "cover", "mood", "feeding", "finding", "pests",
         "shank", "leader", "sinker")
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
