"""When the water of a past success comes round alike: same stage, much the same depth and current,
same light. What counts as alike is judgement; the widths stand here."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array, DomainError, Flags, require

SLACK_UNDER = 0.05
"""m/s at the surface under which neither stage runs, as the log has it."""
DEPTH_APART, DEPTH_SHARE = 0.3, 0.15
SPEED_APART, SPEED_SHARE = 0.10, 0.25
"""How far depth (m) and current (m/s) may be apart: the greater of a length and of a share."""
LEAST_S = 1800.0
"""A shorter window is no plan."""
FACTS = ("stage", "depth", "current", "light")


@dataclass(frozen=True)
class Past:
    """The water of a success: depth m, stream m/s (floods positive), light of "night", "low",
    "bright" or None where it was not told."""

    depth: float
    stream: float
    light: str | None


def most(words: Sequence[str | None]) -> str | None:
    """What most of them say; None where none says."""
    said = Counter(word for word in words if word)
    return said.most_common(1)[0][0] if said else None


def past_of(
    depth: Sequence[float], speed: Sequence[float], stage: Sequence[str | None],
    light: Sequence[str | None],
) -> Past:
    """The water of a trip's fish: medians of depth (m) and current (m/s), what most say of stage
    ("flood", "ebb", "slack"; none said: flood) and light.

    Raises
    ------
    DomainError
        Without a fish.
    """
    if not len(depth):
        raise DomainError("depth_m", "must be of one fish at least", "none", "", "log a fish")
    sign = {"ebb": -1.0, "slack": 0.0}.get(str(most(stage)), 1.0)
    return Past(float(np.median(depth)), sign * float(np.median(speed)), most(light))


@dataclass(frozen=True)
class Window:
    """Steps from ``first`` to ``last``, both included, that are alike; closeness : 1 at its best
    step where nothing differs, 0 at the edge. but : what is not alike."""

    first: int
    last: int
    closeness: float
    but: tuple[str, ...] = ()


def stage_of(stream: Array | float) -> Array:
    """-1 in the ebb, 0 about slack, 1 in the flood."""
    u = np.asarray(stream, dtype=float)
    return np.asarray(np.where(np.abs(u) < SLACK_UNDER, 0.0, np.sign(u)))


def _miss(values: Array, wanted: float, apart: float, share: float) -> Array:
    """How far off, 1 at the greatest distance that is alike."""
    return np.asarray(np.abs(values - wanted) / max(apart, share * abs(wanted)))


def windows(
    past: Past, depth: Array, stream: Array, light: Sequence[str], wet: Flags, step_s: float,
    without: tuple[str, ...] = (),
) -> list[Window]:
    """Windows of a series of equal steps that are like a past success, the first first.

    Parameters
    ----------
    depth, stream, wet : (T,) m, m/s, whether there is water. light : T words.
    without : facts of ``FACTS`` that need not be alike.

    Raises
    ------
    DomainError
        For a step not above 0 s or a past depth not above 0 m.
    """
    require("step_s", step_s, "s", "equal steps", above=0.0)
    require("depth_m", past.depth, "m", "a depth was logged", above=0.0)
    far = np.stack([
        np.where(stage_of(stream) == stage_of(past.stream), 0.0, 2.0),
        _miss(depth, past.depth, DEPTH_APART, DEPTH_SHARE),
        _miss(np.abs(stream), abs(past.stream), SPEED_APART, SPEED_SHARE),
        np.zeros(depth.shape) if past.light is None
        else np.where(np.asarray(light) == past.light, 0.0, 2.0)])
    counted = [i for i, name in enumerate(FACTS) if name not in without]
    worst = far[counted].max(axis=0)
    alike = wet & (worst <= 1.0)
    edges = np.flatnonzero(np.diff(np.concatenate([[0], alike.astype(int), [0]])))
    out = []
    for first, end in edges.reshape(-1, 2):
        if (end - first - 1) * step_s < LEAST_S:
            continue
        best = first + int(np.argmin(worst[first:end]))
        but = tuple(name for i, name in enumerate(FACTS) if far[i, best] > 1.0)
        out.append(Window(int(first), int(end) - 1, float(1.0 - worst[best]), but))
    return out
