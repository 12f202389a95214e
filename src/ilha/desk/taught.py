"""What the log has taught, as the Day uses it: factors by head and plastic, and by place."""

from __future__ import annotations

import sqlite3
from collections import defaultdict
from dataclasses import dataclass, replace

from ilha.core.log.learning import (
    NOTHING_CURRENT,
    NOTHING_SINK,
    Factor,
    current_factor,
    sink_factor,
)
from ilha.store import events


@dataclass(frozen=True)
class Held:
    """How a factor stands: what was learned, and the value that is used in its place if frozen.
    seen : (at, observed, expected) of drops, or (at, predicted, bears, held) of heads tried."""

    factor: Factor
    frozen: float | None
    since: float | None
    seen: tuple[tuple[float, ...], ...]

    @property
    def value(self) -> float:
        """What the Day reckons with."""
        return self.factor.value if self.frozen is None else self.frozen


def pair_key(head_id: int, plastic_id: int) -> str:
    return f"{head_id}:{plastic_id}"


def _held(conn: sqlite3.Connection, kind: str) -> dict[str, events.Learned]:
    return {row["key"]: row for row in events.learned(conn) if row["kind"] == kind}


def _put(rows: dict[str, events.Learned], key: str, made: Held) -> Held:
    row = rows.get(key)
    return made if row is None else replace(made, frozen=row["frozen"], since=row["since_utc_s"])


def _since(rows: dict[str, events.Learned], key: str) -> float:
    row = rows.get(key)
    return 0.0 if row is None or row["since_utc_s"] is None else row["since_utc_s"]


def sink_factors(conn: sqlite3.Connection) -> dict[str, Held]:
    """By ``pair_key``, of every pair that was timed or is held fast."""
    rows = _held(conn, "sink")
    seen: dict[str, list[tuple[float, ...]]] = defaultdict(list)
    for drop in events.drops(conn):
        key = pair_key(drop["head_id"], drop["plastic_id"])
        if drop["at_utc_s"] >= _since(rows, key):
            seen[key].append((drop["at_utc_s"], drop["count_s"], drop["expected_s"]))
    out = {}
    for key in {*seen, *rows}:
        told = seen[key]
        factor = sink_factor([t[1] for t in told], [t[2] for t in told]) if told else NOTHING_SINK
        out[key] = _put(rows, key, Held(factor, None, None, tuple(told)))
    return out


def current_factors(conn: sqlite3.Connection) -> dict[str, Held]:
    """By the mark's id as text."""
    rows = _held(conn, "current")
    seen: dict[str, list[tuple[float, ...]]] = defaultdict(list)
    for one in events.tried(conn):
        key = str(one["mark_id"])
        if one["at_utc_s"] >= _since(rows, key):
            seen[key].append((one["at_utc_s"], one["surface_speed_m_s"], one["bears_m_s"],
                              float(one["kind"] == "held")))
    out = {}
    for key in {*seen, *rows}:
        told = seen[key]
        factor = current_factor([t[1] for t in told], [t[2] for t in told],
                                [t[3] > 0.5 for t in told]) if told else NOTHING_CURRENT
        out[key] = _put(rows, key, Held(factor, None, None, tuple(told)))
    return out


def current_of(conn: sqlite3.Connection, mark_id: int) -> Held:
    """A mark's; nothing seen where nothing was tried."""
    return current_factors(conn).get(str(mark_id), Held(NOTHING_CURRENT, None, None, ()))


@dataclass(frozen=True)
class TaughtHere:
    """What is corrected at a mark with a plastic: by head's id, and the current."""

    counts: list[tuple[int, Held]]
    current: Held


def taught_here(conn: sqlite3.Connection, mark_id: int, plastic_id: int) -> TaughtHere:
    """Of a plastic the heads whose count is corrected, and the correction of the current."""
    counts = []
    for key, held in sink_factors(conn).items():
        head_id, _, plastic = key.partition(":")
        if int(plastic) == plastic_id:
            counts.append((int(head_id), held))
    return TaughtHere(counts, current_of(conn, mark_id))
