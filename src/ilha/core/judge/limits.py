"""The limits of section 10: each a figure against a bound, for one school."""

from __future__ import annotations

from functools import reduce

import numpy as np

from ilha.core.errors import Array, Flags
from ilha.core.judge.figures import Figures
from ilha.core.judge.schools import DRIFT_SHARE, School
from ilha.core.judge.verdict import (
    IN_TOUCH,
    LOWER,
    OUTFIT,
    REACHES,
    UPPER,
    Judgement,
    Limit,
    hangs,
    judge,
)
from ilha.core.move.bow import wind_slack
from ilha.core.water.flow import ESTIMATES

NEXT_LIFT = 1.0
"""How far the rod is lifted to feel the rig, m: more of a bow than that hides it."""
HALF_FEEL = 0.5
"""Share of that from which it is only just felt (common practice, no source)."""


def _stack(passed: list[Flags], shape: tuple[int, int]) -> Flags:
    return np.stack([np.broadcast_to(p, shape) for p in passed])


def _gets_there(f: Figures, school: School, shape: tuple[int, int]) -> Limit:
    """The limit that the current or the retrieve decides, at each estimate."""
    if f.cond.steady:
        passed = ~f.rides_up & f.sinks & ~f.slack
        fastest = np.full(shape, np.nan) if f.bare else f.retrieve.speed_high
        return Limit("swims", LOWER, "m/s", fastest, f.cond.retrieve_speed,
                     np.broadcast_to(passed, (3, *shape)))
    if school.scope_limit is None:
        middle, per_current = f.hand_fed
        drift, bound = per_current * np.asarray(f.cond.surface_speed), DRIFT_SHARE * middle
        return Limit("drifts-by", LOWER, "m", drift, bound,
                     _stack([e * drift <= bound for e in ESTIMATES], shape))
    return Limit("gets-there", LOWER, "", f.holds.scope[1], school.scope_limit,
                 f.holds.scope <= school.scope_limit)


def lower_limits(f: Figures, school: School, shape: tuple[int, int]) -> list[Limit]:
    """What a head must not fall short of; the one that the current decides comes first."""
    cond, weight, speed = f.cond, f.ends.weight, f.ends.speed
    thrown = school.casts and not cond.lowered
    tip = np.asarray(cond.tip_height)
    slack = wind_slack(cond.line_diameter, cond.crosswind, tip, cond.cast if thrown else tip,
                       weight)
    feed = cond.feed_tension if school.feed is None else school.feed
    tail = f.tail_speed
    patience = school.patience_for(np.asarray(cond.depth))
    # Down fast is down to the bottom; else it is waited for until it is among them.
    waited = f.fall.count if school.in_proportion else f.fall.leaves - f.fall.zone
    out = [
        _gets_there(f, school, shape),
        Limit("sinks", LOWER, "N", weight, 0.0, f.sinks),
        Limit("sinks-on-line", LOWER, "N", weight, feed, weight > feed),
        Limit(IN_TOUCH, LOWER, "m", slack, NEXT_LIFT, _stack(
            [~(slack > share * NEXT_LIFT) for share in (1.0, 1.0, HALF_FEEL)], shape)),
        Limit("tail-works", LOWER, "m/s", speed, tail, ~(speed < tail)),
        Limit("waits", LOWER, "s", waited, patience, ~(waited > patience)),
    ]
    if f.swing is not None:
        # Held, it gets there only if the line that is out is as long as the hold needs.
        none = np.full(shape, np.nan)
        line, needed = (none, none) if f.bare else (f.fall.line, f.line_needed)
        out.append(Limit("line-short", LOWER, "m", line, needed,
                         ~f.sinks | np.isfinite(f.fall.count)))
    if f.rod.limits and thrown:
        out += [
            Limit("casts", LOWER, "kg", f.package, f.rod.lure_min, f.package >= f.rod.lure_min),
            # A figure that is a guess rules nothing out.
            Limit(REACHES, LOWER, "m", f.cast, cond.cast, _stack(
                [(f.cast >= cond.cast) | f.guess] * 2 + [f.cast >= cond.cast], shape)),
        ]
    return out


def judge_school(
    f: Figures, school: School, shape: tuple[int, int], lightest_zone: Array | float | None = None
) -> tuple[Judgement, Flags]:
    """Verdicts of one school, and whether every lower limit but the current's is passed.

    lightest_zone : s in the zone of the lightest rig that does the job, where it is known apart
    from these rigs; None: it is among them.
    """
    lower = lower_limits(f, school, shape)
    # Each in its own shape, most of which are small.
    others = np.broadcast_to(
        reduce(np.logical_and, [item.passed for item in lower[1:]]), (3, *shape))
    limits = [*lower, Limit("outfit", OUTFIT, "kg", f.package, f.rod.lure_max,
                            f.package <= f.rod.lure_max)]
    if f.cond.steady:
        swum = f.swum
        slowest = np.full(shape, np.nan) if f.bare else f.retrieve.speed_low
        limits += [
            Limit("drags", UPPER, "", swum.bottom, swum.most_on_bottom, ~(f.sinks & swum.drags)),
            Limit("runs-under", UPPER, "m/s", slowest, f.cond.retrieve_speed,
                  ~(f.sinks & swum.runs_under)),
        ]
    if school.hangs_count:
        passed = lower[0].passed & others
        if f.counts is not None:
            passed = passed & f.counts[:, None]
        limits.append(hangs(f.mass, passed, np.broadcast_to(f.fall.zone, shape), f.group,
                            lightest_zone))
    return judge(limits, shape), others[1]
