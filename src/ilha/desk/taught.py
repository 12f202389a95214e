"""What the log has taught, as the Day uses it: factors by head and plastic, and by place.

Each rests on its own events alone, and is kept beside them (ilha.store.taught) until one of these
changes; what is not kept is learned anew when it is asked for.
"""

from __future__ import annotations

import json
import sqlite3
from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from math import inf

from ilha.core.log.learning import (
    NOTHING_CURRENT,
    NOTHING_SINK,
    Factor,
    current_factor,
    deeper_by,
    odd,
    sink_factor,
)
from ilha.desk.changes import whole
from ilha.store import events, taught


@dataclass(frozen=True)
class Held:
    """How a factor stands: what was learned, and the value that is used in its place if frozen.
    asked : ids of drops that are to be asked about before anything is learned from them."""

    factor: Factor
    frozen: float | None
    since: float | None
    asked: tuple[str, ...] = ()

    @property
    def value(self) -> float:
        """What the Day reckons with."""
        return self.factor.value if self.frozen is None else self.frozen


def pair_key(head_id: int, plastic_id: int) -> str:
    return f"{head_id}:{plastic_id}"


def _pair(key: str) -> tuple[int, int]:
    head_id, _, plastic_id = key.partition(":")
    return int(head_id), int(plastic_id)


def _held(conn: sqlite3.Connection, kind: str) -> dict[str, events.Learned]:
    return {row["key"]: row for row in events.learned(conn) if row["kind"] == kind}


def _since(row: events.Learned | None) -> float:
    return 0.0 if row is None or row["since_utc_s"] is None else row["since_utc_s"]


NONE_ASKED = json.dumps([])
TOLD_OF_ELSE = ("deeper", "slip")
"""Answers of drops that say nothing of the rig."""
Seen = tuple[float, ...]
"""(at, observed, expected) of a drop, or (at, predicted, bears, held) of a head that was tried."""


def _drops(
    conn: sqlite3.Connection, key: str, row: events.Learned | None, until_s: float
) -> tuple[list[Seen], list[str]]:
    """Of a pair, without those that told of the depth, or of a slip of the thumb: what is believed,
    and the ids of those that are to be asked about."""
    drops = [drop for drop in events.drops(conn, *_pair(key))
             if drop["answer"] not in TOLD_OF_ELSE and _since(row) <= drop["at_utc_s"] < until_s]
    far: Iterable[bool] = odd([d["count_s"] for d in drops],
                              [d["expected_s"] for d in drops]) if drops else []
    asked = [bool(f) and d["answer"] is None for d, f in zip(drops, far, strict=True)]
    return ([(d["at_utc_s"], d["count_s"], d["expected_s"])
             for d, a in zip(drops, asked, strict=True) if not a],
            [d["id"] for d, a in zip(drops, asked, strict=True) if a])


def _tried(conn: sqlite3.Connection, key: str, row: events.Learned | None) -> list[Seen]:
    return [seen for seen in _as_seen(events.tried(conn, int(key))) if seen[0] >= _since(row)]


def _as_seen(tried: list[events.Tried]) -> list[Seen]:
    return [(one["at_utc_s"], one["surface_speed_m_s"], one["bears_m_s"],
             float(one["kind"] == "held")) for one in tried]


def seen_of(
    conn: sqlite3.Connection, kind: taught.Kind, key: str, held: Held, most: int
) -> list[Seen]:
    """The last of what a factor was learned from, the first of these first."""
    since = 0.0 if held.since is None else held.since
    if kind == "current":
        found = _as_seen(events.tried(conn, int(key), most))
    else:
        found = [(d["at_utc_s"], d["count_s"], d["expected_s"])
                 for d in events.drops(conn, *_pair(key), most + len(held.asked))
                 if d["answer"] not in TOLD_OF_ELSE and d["id"] not in held.asked]
    return [seen for seen in found if seen[0] >= since][-most:]


def _learn(
    conn: sqlite3.Connection, kind: taught.Kind, key: str, row: events.Learned | None,
    until_s: float = inf,
) -> taught.Taught:
    """A factor from its events, those before an instant."""
    asked: list[str] = []
    if kind == "sink":
        told, asked = _drops(conn, key, row, until_s)
        factor = sink_factor([t[1] for t in told], [t[2] for t in told]) if told else NOTHING_SINK
    else:
        told = [seen for seen in _tried(conn, key, row) if seen[0] < until_s]
        factor = current_factor([t[1] for t in told], [t[2] for t in told],
                                [t[3] > 0.5 for t in told]) if told else NOTHING_CURRENT
    return taught.Taught(
        kind=kind, key=key, value=factor.value, low=factor.low, high=factor.high, used=factor.used,
        left_out=factor.left_out, spread=factor.spread, asked=json.dumps(asked))


def learned_until(
    conn: sqlite3.Connection, kind: taught.Kind, key: str, until_s: float
) -> taught.Taught:
    """What a factor was, or would have been, by what was told of it before an instant."""
    return _learn(conn, kind, key, _held(conn, kind).get(key), until_s)


def _keys(conn: sqlite3.Connection, kind: taught.Kind, rows: dict[str, events.Learned]) -> set[str]:
    """Of all that was tried or timed, or is held fast."""
    return {*(taught.pairs(conn) if kind == "sink" else taught.places(conn)), *rows}


def keep(conn: sqlite3.Connection) -> None:
    """Learn what is not kept, and keep it; inside the transaction of what changed the log."""
    kinds: tuple[taught.Kind, ...] = ("sink", "current")
    for kind in kinds:
        rows, kept = _held(conn, kind), taught.listed(conn, kind)
        for key in sorted(_keys(conn, kind, rows) - set(kept)):
            taught.put(conn, _learn(conn, kind, key, rows.get(key)))


def keep_now(conn: sqlite3.Connection) -> None:
    """As :func:`keep`, where no transaction is under way."""
    with whole(conn, "factor"):
        keep(conn)


def _factors(
    conn: sqlite3.Connection, kind: taught.Kind, only: set[str] | None = None
) -> dict[str, Held]:
    rows, kept = _held(conn, kind), taught.listed(conn, kind)
    keys = _keys(conn, kind, rows) if only is None else only
    out = {}
    for key in keys:
        row = rows.get(key)
        one = kept.get(key) or _learn(conn, kind, key, row)
        if only is None and row is None and not (one["used"] or one["left_out"] or
                                                 one["asked"] != NONE_ASKED):
            continue  # Nothing of it said anything of the factor.
        out[key] = Held(
            Factor(one["value"], one["low"], one["high"], one["used"], one["left_out"],
                   one["spread"]),
            None if row is None else row["frozen"], None if row is None else row["since_utc_s"],
            tuple(json.loads(one["asked"])))
    return out


def asked(conn: sqlite3.Connection) -> list[tuple[str, float]]:
    """Ids of the drops that are to be asked about, the last first, and the count (s) that was
    expected of each, with what is learned of its rig by now."""
    found = [(events.get(conn, event_id), held.value)
             for held in sink_factors(conn).values() for event_id in held.asked]
    return [(row["id"], (row["expected_s"] or 1.0) * value)
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
    return _factors(conn, "sink")


def current_factors(conn: sqlite3.Connection) -> dict[str, Held]:
    """By the mark's id as text."""
    return _factors(conn, "current")


def current_of(conn: sqlite3.Connection, mark_id: int) -> Held:
    """A mark's; nothing seen where nothing was tried."""
    return _factors(conn, "current", {f"{mark_id}"})[f"{mark_id}"]


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
    # In one order: the same question is answered by the same bytes.
    counts.sort(key=lambda one: one[0])
    return TaughtHere(counts, current_of(conn, mark_id), depth_of(conn, mark_id))
