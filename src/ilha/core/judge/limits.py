"""The limits of section 10: each a figure against a bound, for one school."""

from __future__ import annotations

import numpy as np

from ilha.core.errors import Array, Flags
from ilha.core.judge.figures import ESTIMATES, Figures
from ilha.core.judge.schools import DRIFT_SHARE, School
from ilha.core.judge.verdict import (
    LOWER,
    OUTFIT,
    TOUCH_RATIO,
    UPPER,
    Judgement,
    Limit,
    hangs,
    judge,
)
from ilha.core.move.cast import RHO_AIR
from ilha.core.move.retrieve import CONTACT_DRAGS


def wind_pull(diameter: Array | float, wind: Array, tip_height: Array, cast: float) -> Array:
    """The wind's pull (N) on the line in the air: rho_air/2 1.2 D wind² hypot(tip, cast/2)."""
    return np.asarray(0.5 * RHO_AIR * 1.2 * diameter * wind**2 * np.hypot(tip_height, 0.5 * cast))


def _stack(passed: list[Flags], shape: tuple[int, int]) -> Flags:
    return np.stack([np.broadcast_to(p, shape) for p in passed])


def _gets_there(f: Figures, school: School, shape: tuple[int, int]) -> Limit:
    """The limit that the current or the retrieve decides, at each estimate."""
    if f.cond.steady:
        passed = [~f.rides_up_at(e) & f.sinks & ~f.slack for e in ESTIMATES]
        return Limit("swims", LOWER, "m/s", f.swum.speed_high, f.cond.retrieve_speed,
                     _stack(passed, shape))
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
    pull = TOUCH_RATIO * wind_pull(cond.line_diameter, np.asarray(cond.wind),
                                   np.asarray(cond.tip_height), cond.cast if thrown else 0.0)
    feed = cond.feed_tension if school.feed is None else school.feed
    tail = f.tail_speed
    patience = school.patience_for(np.asarray(cond.depth))
    out = [
        _gets_there(f, school, shape),
        Limit("sinks", LOWER, "N", weight, 0.0, f.sinks),
        Limit("sinks-on-line", LOWER, "N", weight, feed, weight > feed),
        Limit("in-touch", LOWER, "N", weight, pull, weight >= pull),
        Limit("tail-works", LOWER, "m/s", speed, tail, ~(speed < tail)),
        Limit("waits", LOWER, "s", f.fall.count, patience, ~(f.fall.count > patience)),
    ]
    if f.rod.limits and thrown:
        out += [
            Limit("casts", LOWER, "kg", f.package, f.rod.lure_min, f.package >= f.rod.lure_min),
            Limit("reaches", LOWER, "m", f.cast, cond.cast, f.cast >= cond.cast),
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
    others = np.logical_and.reduce([np.broadcast_to(item.passed, shape) for item in lower[1:]])
    limits = [*lower, Limit("outfit", OUTFIT, "kg", f.package, f.rod.lure_max,
                            f.package <= f.rod.lure_max)]
    if f.cond.steady:
        reel = f.swum
        limits += [
            Limit("drags", UPPER, "", reel.contact_share, CONTACT_DRAGS, ~reel.drags),
            Limit("runs-under", UPPER, "m/s", reel.speed_low, f.cond.retrieve_speed,
                  ~reel.runs_under),
        ]
    if school.hangs_count:
        passed = lower[0].passed & others
        if f.counts is not None:
            passed = passed & f.counts[:, None]
        limits.append(hangs(f.mass, passed, np.broadcast_to(f.fall.zone, shape), f.group,
                            lightest_zone))
    return judge(limits, shape), others
