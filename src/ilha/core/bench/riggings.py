"""Every way to rig a plastic: its own numbers, its steps, and whether it suits. Section 7."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from ilha.core.bench.fit import HIGH_DEPTH
from ilha.core.bench.rigging_numbers import INSIDE, RULES, Bench, Numbers
from ilha.core.tables import read_table


@dataclass(frozen=True)
class Rigging:
    """One way to rig: its words, its numbers on this bench, and whether it suits: "suits",
    "possible" or "no", with the reason."""

    key: str
    name: str
    says: str
    numbers: Numbers
    steps: tuple[tuple[str, str], ...]
    suits: str
    reason: str


_ROWS: dict[str, dict[str, Any]] = read_table("riggings.toml")
KEYS = tuple(_ROWS)
NAMES: dict[str, str] = {key: row["name"] for key, row in _ROWS.items()}


@dataclass(frozen=True)
class Takes:
    """What a rigging takes: looks of plastic (any if empty) and those it does not, floating ones
    alone; shapes of head (any jig head if empty)."""

    looks: tuple[str, ...]
    not_looks: tuple[str, ...]
    floating: bool
    shapes: tuple[str, ...]


TAKES = {key: Takes(tuple(row.get("looks", ())), tuple(row.get("not_looks", ())),
                    row.get("needs_floating", False), tuple(row.get("heads", ())))
         for key, row in _ROWS.items()}
FLOATS_BELOW = 1000.0
COVERS = ("none", "low-weed", "tall-weed", "overhang", "snags")


def riggings(b: Bench) -> list[Rigging]:
    """All of them, those that suit first, in the order of riggings.toml."""
    out = []
    for key, row in _ROWS.items():
        numbers = RULES[key](b)
        suits, reason = _suits(key, row, b, numbers)
        steps = tuple((title, words) for title, words in row["steps"])
        out.append(Rigging(key, row["name"], row["says"], numbers, steps, suits, reason))
    order = {"suits": 0, "possible": 1, "no": 2}
    return sorted(out, key=lambda r: order[r.suits])


def _suits(key: str, row: dict[str, Any], b: Bench, numbers: Numbers) -> tuple[str, str]:
    """Hard reasons first, then what the cover asks for."""
    looks = row.get("looks")
    if looks and b.look not in looks:
        return "no", f"made for {' and '.join(looks)}"
    if row.get("needs_floating") and b.plastic.density >= FLOATS_BELOW:
        return "no", "this plastic sinks: it would lie"
    if key == "stinger" and b.plastic.length < 0.180:
        return "no", "for plastics of about 200 mm and over"
    if key == "high" and b.half <= HIGH_DEPTH:
        return "no", "the body is too slim: the centre is as high"
    if key == "trimmed-nose" and b.head_diameter >= b.plastic.height:
        return "no", "the head is thicker than the whole body"
    clears = numbers.get("clears")
    if clears is not None and not clears.value > 0.0:
        return "no", "the gape lies under the body: the point never clears"
    if key == "hidden-point" and b.gape + INSIDE > b.plastic.height - INSIDE:
        return "no", "the gape is deeper than the body: the point cannot be hidden"
    over, bad = row.get("over"), row.get("not_over", ())
    if b.cover in bad:
        return "no", f"two ends to hang up in {b.cover.replace('-', ' ')}"
    if over and b.cover in over:
        return "suits", f"comes through {b.cover.replace('-', ' ')}"
    if over:
        return "possible", "no cover here that asks for it; an open hook misses fewer"
    if b.cover != "none":
        return "possible", f"an open hook hangs up in {b.cover.replace('-', ' ')}"
    return "suits", "open water"
