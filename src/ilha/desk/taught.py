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
    deeper_by,
    odd,
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


@dataclass(frozen=True)
class Dropped:
    """A timed drop, and whether it is to be asked about before anything is learned from it."""

    row: events.Drop
    asked: bool


def _drops(
    conn: sqlite3.Connection, rows: dict[str, events.Learned]
) -> dict[str, list[Dropped]]:
    """By ``pair_key``; without those that told of the depth, or of a slip of the thumb."""
    found: dict[str, list[events.Drop]] = defaultdict(list)
    for drop in events.drops(conn):
        key = pair_key(drop["head_id"], drop["plastic_id"])
        if drop["answer"] not in ("deeper", "slip") and drop["at_utc_s"] >= _since(rows, key):
            found[key].append(drop)
    return {key: [Dropped(drop, bool(far) and drop["answer"] is None) for drop, far in zip(
        drops, odd([d["count_s"] for d in drops], [d["expected_s"] for d in drops]), strict=True)]
        for key, drops in found.items()}


def asked(conn: sqlite3.Connection) -> list[tuple[str, float]]:
    """Ids of the drops that are to be asked about, the last first, and the count (s) that was
    expected of each, with what is learned of its rig by now."""
    slow = sink_factors(conn)
    found = [(d.row, slow[key].value) for key, drops in _drops(conn, _held(conn, "sink")).items()
             for d in drops if d.asked]
    return [(row["id"], row["expected_s"] * value)
            for row, value in sorted(found, key=lambda one: -one[0]["at_utc_s"])]


@dataclass(frozen=True)
class Depth:
    """How much deeper (m) a mark is than was thought, from so many drops."""

    deeper: float
    used: int


NO_DEPTH = Depth(0.0, 0)


def depths(conn: sqlite3.Connection) -> dict[int, Depth]:
    """By the mark's id, of those of which it was said."""
    drops = events.deeper(conn)
    if not drops:
        return {}
    slow = sink_factors(conn)
    told: dict[int, list[tuple[float, float, float]]] = defaultdict(list)
    for d in drops:
        rig = slow.get(pair_key(d["head_id"] or 0, d["plastic_id"] or 0))
        expected = (d["expected_s"] or 1.0) * (1.0 if rig is None else rig.value)
        told[d["mark_id"] or 0].append((d["depth_m"] or 0.0, d["count_s"] or 1.0, expected))
    return {mark_id: Depth(deeper_by(*zip(*seen, strict=True)), len(seen))
            for mark_id, seen in told.items()}


def depth_of(conn: sqlite3.Connection, mark_id: int) -> Depth:
    """A mark's; none where nothing was said."""
    return depths(conn).get(mark_id, NO_DEPTH)


def sink_factors(conn: sqlite3.Connection) -> dict[str, Held]:
    """By ``pair_key``, of every pair that was timed or is held fast."""
    rows = _held(conn, "sink")
    seen: dict[str, list[tuple[float, ...]]] = defaultdict(list)
    for key, drops in _drops(conn, rows).items():
        believed = [drop for drop in drops if not drop.asked]
        seen[key] += [(d.row["at_utc_s"], d.row["count_s"], d.row["expected_s"]) for d in believed]
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
    depth: Depth


def taught_here(conn: sqlite3.Connection, mark_id: int, plastic_id: int) -> TaughtHere:
    """Of a plastic the heads whose count is corrected, and the correction of the current."""
    counts = []
    for key, held in sink_factors(conn).items():
        head_id, _, plastic = key.partition(":")
        if int(plastic) == plastic_id:
            counts.append((int(head_id), held))
    return TaughtHere(counts, current_of(conn, mark_id), depth_of(conn, mark_id))
