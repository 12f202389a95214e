"""The spells worth being there: turns of the tide, low light, both together.

Common practice, no source: fish feed about high and low water and at dawn and dusk, best where the
two fall together.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ilha.core.tide.light import Light

TURN_S = 45 * 60.0
"""A turn is worth this long before and after it (common practice, no source)."""
LOW_SUN_S = 40 * 60.0
"""So is the light this long after sunrise and before sunset (common practice, no source)."""


@dataclass(frozen=True)
class Spell:
    """A span of instants (s) and why it is worth it: "high water", "low water", "dawn", "dusk"."""

    start: float
    end: float
    reasons: tuple[str, ...]

    @property
    def best(self) -> bool:
        """Whether the tide turns in low light."""
        return bool({"dawn", "dusk"} & set(self.reasons)) and any("water" in r for r in
                                                                  self.reasons)


def spells(
    turns: Sequence[tuple[float, str]], light: Light, from_s: float, to_s: float
) -> list[Spell]:
    """Spells of a span in order, those that overlap made one.

    turns : instants (s) of the tide's turns and their kinds, "high" or "low".
    """
    found = [Spell(at - TURN_S, at + TURN_S, (f"{kind} water",)) for at, kind in turns]
    found += _low_light(light, to_s)
    out: list[Spell] = []
    for spell in sorted(found, key=lambda s: s.start):
        clipped = Spell(max(spell.start, from_s), min(spell.end, to_s), spell.reasons)
        if clipped.end <= clipped.start:
            continue
        if out and clipped.start < out[-1].end:
            last = out.pop()
            reasons = (*last.reasons, *(r for r in clipped.reasons if r not in last.reasons))
            clipped = Spell(last.start, max(last.end, clipped.end), reasons)
        out.append(clipped)
    return out


def _low_light(light: Light, to_s: float) -> list[Spell]:
    """Dawn and dusk: civil twilight, and the sun while it is low."""
    out = []
    ends = [at for at, _ in light.changes[1:]] + [to_s]
    for i, ((start, sky), end) in enumerate(zip(light.changes, ends, strict=True)):
        if sky != "twilight":
            continue
        before = light.changes[i - 1][1] if i else None
        after = light.changes[i + 1][1] if i + 1 < len(light.changes) else None
        if after == "day" and before != "day":
            out.append(Spell(start, end + LOW_SUN_S, ("dawn",)))
        elif before == "day":
            out.append(Spell(start - LOW_SUN_S, end, ("dusk",)))
    return out
