"""The trainer for the eye: rigs drawn straight or at fault, and when each fault falls due again.

Boxes after Leitner (So lernt man lernen, 1972; from memory): what was seen moves up a box and comes
back later, what was missed goes back to the first.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from random import Random

from ilha.core.bench.straight import Seen
from ilha.core.errors import DomainError

STRAIGHT = "straight"
FAULTS = ("exit-forward", "exit-back", "bent-up", "bent-down", "off-centre", "nose-off-centre")
DAYS = (0.0, 1.0, 3.0, 7.0, 21.0)
"""Days until a fault falls due again, by its box."""
DAY_S = 86400.0
SERIES = 10
STRAIGHT_SHARE = 0.3
"""Of a series, rigs that are straight: else one would learn to say fault."""
AMOUNTS = (0.0055, 0.004, 0.003, 0.0022, 0.0016)
"""How far off a rig is drawn, m, by box: the better one sees, the less there is to see."""


@dataclass(frozen=True)
class Known:
    """How one fault stands: its box, from 0, and when it falls due, s."""

    code: str
    box: int = 0
    due: float = 0.0


@dataclass(frozen=True)
class Drill:
    """One rig of a series: its code, and what is to be seen."""

    code: str
    seen: Seen


def _seen(code: str, amount: float, side: float) -> Seen:
    return {
        STRAIGHT: Seen(), "exit-forward": Seen(gap=amount), "exit-back": Seen(bunch=amount),
        "bent-up": Seen(bend=amount), "bent-down": Seen(bend=-amount),
        "off-centre": Seen(side=side * amount), "nose-off-centre": Seen(nose=side * amount),
    }[code]


def series(known: dict[str, Known], now: float, seed: int, count: int = SERIES) -> list[Drill]:
    """A series of ``count`` rigs: those most overdue first in choice, then mixed; deterministic by
    ``seed``. Faults never met stand in the first box and are due."""
    if count < 1:
        raise DomainError("count", "must be at least 1", count, "", "ask for more")
    random = Random(seed)
    state = {code: known.get(code, Known(code)) for code in FAULTS}
    order = sorted(FAULTS, key=lambda code: (state[code].due, random.random()))
    plain = round(STRAIGHT_SHARE * count)
    codes = [STRAIGHT] * plain + [order[i % len(order)] for i in range(count - plain)]
    random.shuffle(codes)
    return [
        Drill(code, _seen(code, AMOUNTS[state[code].box] if code in state else 0.0,
                          random.choice((-1.0, 1.0))))
        for code in codes
    ]


def answered(known: Known, right: bool, now: float) -> Known:
    """How a fault stands after an answer."""
    box = min(known.box + 1, len(DAYS) - 1) if right else 0
    return replace(known, box=box, due=now + DAYS[box] * DAY_S)

