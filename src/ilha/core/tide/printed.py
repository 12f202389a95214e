"""What a printed list of high and low waters is worth beyond its own lines: a turn past either
end, the ranges of springs and neaps from a few days of it, constants from a month of it, and the
tide of a place that is known by its differences from another. Section 6 of docs/model.md.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, DomainError
from ilha.core.tide.harmonic import LEAST_AMPLITUDE, Constants
from ilha.core.tide.light import LUNATION_DAYS, SPRINGS_LAG_DAYS
from ilha.core.tide.turns import HighLow

HALF_TIDE_MOST_S = 14.0 * 3600.0
"""Where there is one tide a day, high and low water are about 12.4 h apart."""


LUNAR_DAY_S = 24.8412 * 3600.0
"""Two tides: what comes then is of the same half of the day."""


def reaching(tide: HighLow, from_s: float, to_s: float) -> tuple[HighLow, bool]:
    """The list with one turn more at either end that does not reach, and whether there is one.

    The turn is that of a lunar day before or after; in a list too short for that, its like two
    turns away. One turn and no more: past that it is a guess.
    """
    time, height = tide.time, tide.height
    ends = []
    if time[-1] < to_s and (after := _next(time, height)) is not None:
        ends.append(after)
    if time[0] > from_s and (turned := _next(-time[::-1], height[::-1])) is not None:
        ends.append((-turned[0], turned[1]))
    for at, level in ends:
        i = int(np.searchsorted(time, at))
        time, height = np.insert(time, i, at), np.insert(height, i, level)
    return HighLow(time, height), bool(ends)


def _next(time: Array, height: Array) -> tuple[float, float] | None:
    """The turn after the last of a list."""
    if time.size >= 4:
        # As long as the half tide a lunar day before it was; its length goes with the moon.
        span = float(time[-4] - time[-5] if time.size > 4 else time[-4] + LUNAR_DAY_S - time[-1])
        if 3.0 * 3600.0 <= span <= 9.5 * 3600.0:
            return float(time[-1]) + span, float(height[-4])
    span = float(time[-2] - time[-3] if time.size > 2 else time[-1] - time[-2])
    return (float(time[-1]) + span, float(height[-2])) if span <= HALF_TIDE_MOST_S else None


NEW_MOON_S = 947182440.0
"""A new moon: 2000-01-06 18:14 UTC. Mean moons stand within 14 h of the true ones."""
SPRING_SHARE = 0.33
"""How much of the mean range the sun's tide adds at springs and takes at neaps: S2 beside M2 is
about a third on most coasts (0.46 in the equilibrium tide); judgement."""


def ranges_by_moon(tide: HighLow) -> tuple[float, float]:
    """The neap and the spring range (m) as a few days of tide let one think of them.

    The range of each tide beside its day of the moon, the sun's part taken as a third of the
    moon's. An estimate to be shown as one: coasts differ.
    """
    middle = 0.5 * (tide.time[1:] + tide.time[:-1])
    days = (middle - NEW_MOON_S) / 86400.0 - SPRINGS_LAG_DAYS
    phase = 4.0 * np.pi * days / LUNATION_DAYS
    mean = float(np.mean(np.abs(np.diff(tide.height)) / (1.0 + SPRING_SHARE * np.cos(phase))))
    return mean * (1.0 - SPRING_SHARE), mean * (1.0 + SPRING_SHARE)


FIT_TURNS_DAYS = 27.5
"""A month tells M2 from N2 and K1 from O1 (Rayleigh's criterion)."""
YEAR_DAYS = 180.0
MAIN = ("M2", "S2", "N2", "K1", "O1", "M4", "MS4")
LONG = ("K2", "P1", "Q1", "Mu2", "L2")
WITH = {"K2": ("S2", 0.272), "P1": ("K1", 0.331), "Q1": ("O1", 0.194)}
"""Too near their neighbours to be told apart within a month: taken at the share and the phase they
have in the equilibrium tide (Pugh 1987, table 4.1; from memory)."""
SLOPE_S = 5400.0
"""One is as sure of the time of a turn as this much of a tide's slope is of its height."""


def fit_turns(tide: HighLow, latitude_deg: float) -> tuple[Constants, float]:
    """Constants of a list of high and low waters, and the root mean square (m) of what they leave
    at its turns.

    Least squares on two rows a turn: its height, and that the tide stands there. The columns are
    the tides of single constituents, so that the nodal corrections are those of the prediction.

    Raises
    ------
    DomainError
        Below ``FIT_TURNS_DAYS`` of turns, or for too few of them.
    """
    days = float(tide.time[-1] - tide.time[0]) / 86400.0
    if days < FIT_TURNS_DAYS or tide.time.size < 50:
        raise DomainError("tide", f"must cover at least {FIT_TURNS_DAYS:g} days to be fitted, it"
                          " covers", round(days, 1), "days", "bring a longer table")
    long_ = days >= YEAR_DAYS
    names = MAIN + (LONG if long_ else ())
    at = np.concatenate([tide.time, tide.time - 300.0, tide.time + 300.0])
    count = tide.time.size
    columns = []
    for name in names:
        waves = [name] if long_ else [name, *(one for one, (of, _) in WITH.items() if of == name)]
        for phase in (0.0, 90.0):
            own = Constants({one: (1.0 if one == name else WITH[one][1], phase) for one in waves},
                            0.0, latitude_deg).value_at(at)
            slope = (own[2 * count:] - own[count:2 * count]) / 600.0
            columns.append(np.concatenate([own[:count], SLOPE_S * slope]))
    columns.append(np.concatenate([np.ones(count), np.zeros(count)]))
    due = np.concatenate([tide.height, np.zeros(count)])
    found, *_ = np.linalg.lstsq(np.array(columns).T, due, rcond=None)
    fitted: dict[str, tuple[float, float]] = {}
    for i, name in enumerate(names):
        size = float(np.hypot(found[2 * i], found[2 * i + 1]))
        phase = float(np.degrees(np.arctan2(found[2 * i + 1], found[2 * i])) % 360.0)
        if size >= LEAST_AMPLITUDE:
            fitted[name] = (size, phase)
            if not long_:
                fitted |= {one: (size * share, phase) for one, (of, share) in WITH.items()
                           if of == name and size * share >= LEAST_AMPLITUDE}
    made = Constants(fitted, float(found[-1]), latitude_deg)
    left = tide.height - made.value_at(tide.time)
    return made, float(np.sqrt(np.mean(left**2)))


def spliced(known: HighLow, beyond: HighLow) -> HighLow:
    """A list, and where it ends the turns of another: those that follow on in turn."""
    time, height = list(known.time), list(known.height)
    for at, high in zip(beyond.time, beyond.height, strict=True):
        if at <= known.time[-1] + 0.5 * 3600.0:
            continue
        rises = height[-1] > height[-2]
        # The fit's own picture of the last turn comes again: it is not a new one.
        if (high > height[-1]) == rises or at - time[-1] < 2.0 * 3600.0:
            continue
        time.append(at)
        height.append(high)
    for at, high in zip(beyond.time[::-1], beyond.height[::-1], strict=True):
        if at >= known.time[0] - 0.5 * 3600.0:
            continue
        falls = height[0] > height[1]
        if (high > height[0]) == falls or time[0] - at < 2.0 * 3600.0:
            continue
        time.insert(0, at)
        height.insert(0, high)
    return HighLow(np.array(time), np.array(height))


@dataclass(frozen=True)
class Differences:
    """A secondary port beside its standard port, as tables print it.

    high_times, low_times : pairs of (clock of the standard port's high or low water, s of the
    day; difference, s). levels : heights (m) of the standard port, high water at springs and at
    neaps, low water at neaps and at springs. heights : the differences (m) at these.

    Raises
    ------
    DomainError
        Where the levels do not fall from the first to the last.
    """

    high_times: tuple[tuple[float, float], ...]
    low_times: tuple[tuple[float, float], ...]
    levels: tuple[float, float, float, float]
    heights: tuple[float, float, float, float]

    def __post_init__(self) -> None:
        if not all(a > b for a, b in zip(self.levels, self.levels[1:], strict=False)):
            raise DomainError("levels", "must fall: high water at springs, at neaps, low water at"
                              " neaps, at springs; got", " ".join(f"{v:g}" for v in self.levels),
                              "m", "copy them from the standard port's page")

    def of(self, tide: HighLow, day_s: Array) -> HighLow:
        """The secondary port's turns. day_s : each turn's clock in the tables' zone, s of the day.

        Times by straight lines between the hours that are given, round the clock; heights by
        straight lines between the levels at springs and neaps, and on beyond them, as the handbook
        does it.
        """
        high = tide.is_high
        later = np.where(high, _round_the_clock(self.high_times, day_s),
                         _round_the_clock(self.low_times, day_s))
        spring_h, neap_h, neap_l, spring_l = self.levels
        d_spring_h, d_neap_h, d_neap_l, d_spring_l = self.heights
        highs = d_neap_h + (tide.height - neap_h) / (spring_h - neap_h) * (d_spring_h - d_neap_h)
        lows = d_spring_l + (tide.height - spring_l) / (neap_l - spring_l) * (d_neap_l - d_spring_l)
        return HighLow(tide.time + later, tide.height + np.where(high, highs, lows))


def _round_the_clock(pairs: tuple[tuple[float, float], ...], day_s: Array) -> Array:
    if not pairs:
        return np.zeros(np.shape(day_s))
    at, value = np.array(sorted(pairs)).T
    return np.asarray(np.interp(day_s, at, value, period=86400.0))
