"""The trainer's second course: a water is drawn, the learner picks the head, then the count to the
fish and where to land it. What is right comes from the board alone; boxes as in the first course.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from random import Random

import numpy as np

from ilha.core.bench.trainer import Known
from ilha.core.choose.box import catalogue, typical_head
from ilha.core.errors import DomainError
from ilha.core.judge.board import Board, board
from ilha.core.judge.drawn import Drawn, drawn
from ilha.core.judge.schools import RIGHT, VERDICTS
from ilha.core.rig.bodies import Head
from ilha.core.units import m_from_mm
from ilha.core.water.conditions import Conditions

WATERS = ("water-slack", "water-tide", "water-deep", "water-line", "water-wind", "water-raised")
"""What each water is there to teach: slack, the tide, depth, a stout line, wind, fish off the
bottom."""
SERIES = 6
OUNCES = (1 / 32, 1 / 16, 1 / 8, 3 / 16, 1 / 4, 3 / 8, 1 / 2, 3 / 4, 1.0, 1.5, 2.0, 3.0, 4.0)
"""Weights that heads are sold in."""
OFFERED, ANSWERS = 5, 4
"""Heads to pick from; counts, and places to land it, to pick from."""
APART = (2, 2, 1, 1, 1)
"""By box: every second weight, then neighbours."""
FACTORS = ((0.35, 0.6, 1.7, 2.8), (0.4, 0.65, 1.55, 2.4), (0.5, 0.7, 1.4, 2.0),
           (0.6, 0.75, 1.3, 1.6), (0.7, 0.85, 1.2, 1.4))
"""Wrong counts and leads over the right one, by box: the better one judges, the closer they lie."""
TIP, CAST = 1.5, 25.0
TRIES = 60


@dataclass(frozen=True)
class Water:
    """A water to fish: depth, line, cast, m; current and wind, m/s, the wind across; where the fish
    takes, m above the bottom."""

    code: str
    depth: float
    current: float
    line: float
    wind: float
    zone: tuple[float, float]
    tip: float = TIP
    cast: float = CAST


@dataclass(frozen=True)
class Tried:
    """What a head does in it. decided : the limit, its figure and bound. count s, lead m; NaN where
    it never gets there. least : kg, of a head that holds; NaN where none is needed."""

    head: Head
    ounces: float
    verdict: str
    decided: tuple[str, float, float]
    count: float
    lead: float
    line_out: float
    zone_seconds: float
    least: float
    drawn: Drawn


@dataclass(frozen=True)
class Task:
    """One water with its heads. best : index of the lightest right one. counts (s), leads (m) : to
    choose among, the right ones at count_at and lead_at."""

    water: Water
    tried: tuple[Tried, ...]
    best: int
    counts: tuple[float, ...]
    count_at: int
    leads: tuple[float, ...]
    lead_at: int


def _water(code: str, random: Random) -> Water:
    """Depth, current, line and wind between bounds that a shore or a small boat meets."""
    def between(low: float, high: float, step: float) -> float:
        return round(round(random.uniform(low, high) / step) * step, 3)

    depth, current = between(2.0, 8.0, 0.5), between(0.15, 0.6, 0.05)
    line, wind, zone = random.choice((0.13, 0.15, 0.19)), random.choice((0.0, 2.0, 3.0)), (0.0, 1.0)
    match code:
        case "water-slack":
            current = random.choice((0.0, 0.05, 0.1))
        case "water-tide":
            current = between(0.5, 1.1, 0.05)
        case "water-deep":
            depth = between(12.0, 30.0, 1.0)
        case "water-line":
            line = random.choice((0.28, 0.33))
        case "water-wind":
            wind = random.choice((6.0, 7.0, 8.0))
        case _:
            low = max(0.5, round(0.4 * depth * 2.0) / 2.0)
            zone = (low, low + 1.0)
    return Water(code, depth, current, m_from_mm(line), wind, zone)


def _board(water: Water, heads: Sequence[Head]) -> Board:
    plastic = next(one for one in catalogue().plastics
                   if one.look == "paddle" and 0.09 <= one.plastic.length <= 0.11)
    cond = Conditions(
        depth=np.asarray(water.depth), surface_speed=np.asarray(water.current),
        line_diameter=water.line, wind=water.wind, tip_height=water.tip, zone_from=water.zone[0],
        zone_to=water.zone[1], cast=water.cast)
    return board(cond, plastic.plastic, heads, trace=True)


@cache
def _heads() -> tuple[Head, ...]:
    """Balls on the same hook: between them the weight alone differs."""
    return tuple(typical_head(f"{oz:g}", oz, "3/0", "ball", "barb").head for oz in OUNCES)


def _options(right: float, factors: Sequence[float], step: float, random: Random
             ) -> tuple[tuple[float, ...], int]:
    """Answers to choose among in rising order, and where the right one stands; all apart by at
    least a step."""
    def to_step(value: float) -> float:
        return round(round(value / step) * step, 2)

    found = {to_step(right)}
    wrong = [to_step(right * factor) for factor in factors]
    random.shuffle(wrong)
    for value in [*wrong, *(to_step(right) + n * 2.0 * step for n in range(1, 2 * ANSWERS))]:
        if len(found) < ANSWERS and all(abs(value - other) > 0.5 * step for other in found):
            found.add(value)
    out = tuple(sorted(found))
    return out, out.index(to_step(right))


def _task(code: str, box: int, random: Random) -> Task | None:
    """None where no weight is right in the water that was drawn, or too few others stand by it."""
    water, heads = _water(code, random), _heads()
    b = _board(water, heads)
    right = [i for i in range(len(heads)) if b.judgement.verdict[i, 0] == RIGHT]
    if not right:
        return None
    best, apart = right[0], APART[box]
    # How many lighter ones stand before it is left to chance: its place must not give it away.
    before = random.randint(0, OFFERED - 1)
    first = best - apart * before
    places = [i for i in range(first, first + apart * OFFERED, apart) if 0 <= i < len(heads)]
    if len(places) < 3:
        return None
    tried = tuple(_tried(b, i, water.depth) for i in places)
    at, factors = places.index(best), FACTORS[box]
    good = tried[at]
    counts, count_at = _options(good.count, factors, 0.5 if good.count < 10.0 else 1.0, random)
    leads, lead_at = _options(good.lead, factors, 0.5 if good.lead < 8.0 else 1.0, random)
    return Task(water, tried, at, counts, count_at, leads, lead_at)


def _tried(b: Board, i: int, depth: float) -> Tried:
    def one(value: object) -> float:
        return float(np.broadcast_to(np.asarray(value, dtype=float), b.shape)[i, 0])

    j = b.judgement
    limit = j.limits[int(j.decided[i, 0])]
    return Tried(
        b.heads[i], OUNCES[i], VERDICTS[int(j.verdict[i, 0])],
        (limit.code, one(limit.figure), one(limit.bound)), one(b.count), one(b.lead),
        one(b.holds.line_out[1]), one(b.fall.zone), one(b.least_mass), drawn(b, i, depth))


def waters(known: dict[str, Known], now: float, seed: int, count: int = SERIES) -> list[Task]:
    """A series of waters, those most overdue first; deterministic by ``seed``.

    Raises
    ------
    DomainError
        For a count below 1.
    """
    if count < 1:
        raise DomainError("count", "must be at least 1", count, "", "ask for more")
    random = Random(seed)
    state = {code: known.get(code, Known(code)) for code in WATERS}
    order = sorted(WATERS, key=lambda code: (max(state[code].due - now, 0.0), random.random()))
    out = []
    for i in range(count):
        code = order[i % len(order)]
        task = next((each for each in (_task(code, state[code].box, random)
                                       for _ in range(TRIES)) if each is not None), None)
        if task is not None:
            out.append(task)
    random.shuffle(out)
    return out
