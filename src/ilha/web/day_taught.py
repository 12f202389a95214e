"""What the Day says of corrected figures: by how much, and from what."""

from __future__ import annotations

from typing import Any

from ilha.web import learned


def taught_part(mark_id: int, plastic_id: int) -> dict[str, Any]:
    """Of a plastic the heads whose count is corrected, and the correction of the mark's current."""
    counts = []
    for key, held in learned.sink_factors().items():
        head_id, _, plastic = key.partition(":")
        if int(plastic) == plastic_id:
            counts.append({"head_id": int(head_id), **_one(held)})
    return {"counts": counts, "current": _one(learned.current_of(mark_id))}


def _one(held: learned.Held) -> dict[str, Any]:
    return {"factor": round(held.value, 4), "used": held.factor.used,
            "settled": held.factor.settled, "frozen": held.frozen is not None}
