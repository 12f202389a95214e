"""What is seen of a rig that is not straight, its cause, and the corrected mark. Section 7.

Lengths in metres, angles in radians. Every one of these faults makes a lure spin (common practice).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import require

SLIGHT = 0.0005
"""Less than this (m) is not seen."""
ROLL_SEEN = np.radians(3.0)


@dataclass(frozen=True)
class Seen:
    """What one sees, m and rad; 0 where it is as it should be.

    gap : between head and nose. bunch : how much longer the body is than the shank lets it lie.
    bend : how far the body stands up (+) or down (-) at the exit. side : how far the exit lies to
    the right (+) or left (-) of the centre line of the back. nose : how far the shank enters above
    (+) or below (-) the middle of the nose. roll : of the hook about the body's axis.
    """

    gap: float = 0.0
    bunch: float = 0.0
    bend: float = 0.0
    side: float = 0.0
    nose: float = 0.0
    roll: float = 0.0

    def __post_init__(self) -> None:
        remedy = "measure it on the rig"
        for name in ("gap", "bunch"):
            require(f"{name}_mm", getattr(self, name) * 1e3, "mm", remedy, low=0.0, high=50.0)
        for name in ("bend", "side", "nose"):
            require(f"{name}_mm", getattr(self, name) * 1e3, "mm", remedy, low=-30.0, high=30.0)
        require("roll_deg", np.degrees(self.roll), "°", remedy, low=-180.0, high=180.0)


@dataclass(frozen=True)
class Finding:
    """One fault: its code, and where the mark or the entry goes instead. exit : m from the nose,
    the corrected one; move : m that a mark is moved, along the body or across it."""

    code: str
    move: float
    exit: float | None = None


def diagnose(seen: Seen, exit_mark: float) -> list[Finding]:
    """Causes and corrections of what is seen, the strongest first; none: it is straight.

    A gap of g behind the head means the exit was g too far forward: the body is held off the head.
    Bunching of b means b too far back. A body bent up at the exit was pulled down on to a shank too
    deep there, and so on; the entry and the exit move by what is seen of them.

    Parameters
    ----------
    exit_mark : where the hook came out, m from the nose.

    Raises
    ------
    DomainError
        For a mark that is not above 0, or a corrected one that is not.
    """
    require("exit_mm", exit_mark * 1e3, "mm", "measure it from the nose", above=0.0, high=500.0)
    out: list[tuple[float, Finding]] = []
    along = seen.gap - seen.bunch
    if seen.gap > SLIGHT and seen.bunch > SLIGHT:
        # A gap with a bunch behind it: the keeper holds the body back, not the mark.
        out.append((seen.gap + seen.bunch, Finding("keeper-holds", 0.0, exit_mark)))
    elif abs(along) > SLIGHT:
        code = "exit-forward" if along > 0.0 else "exit-back"
        corrected = exit_mark + along
        require("exit_mm", corrected * 1e3, "mm", "the bunch cannot be longer than the body to it",
                above=0.0)
        out.append((abs(along), Finding(code, along, corrected)))
    if abs(seen.bend) > SLIGHT:
        code = "bent-up" if seen.bend > 0.0 else "bent-down"
        out.append((abs(seen.bend), Finding(code, -seen.bend)))
    if abs(seen.side) > SLIGHT:
        out.append((abs(seen.side), Finding("off-centre", -seen.side)))
    if abs(seen.nose) > SLIGHT:
        out.append((abs(seen.nose), Finding("nose-off-centre", -seen.nose)))
    if abs(seen.roll) > ROLL_SEEN:
        # At the back a roll shows as an arc of about the shank's depth; ranked by it.
        out.append((abs(seen.roll) * 0.008, Finding("rolled", float(-seen.roll))))
    return [finding for _, finding in sorted(out, key=lambda pair: -pair[0])]
