"""Acknowledged means on the disk: two hundred power cuts, at any moment between two taps."""

from __future__ import annotations

import random
import sqlite3
from pathlib import Path
from typing import Any, cast

import pytest

from ilha.desk import log
from ilha.desk.records import Event
from ilha.store import db
from tests.store.power import Connection, Disk

CUTS = 200


def pragmas_of(path: Path) -> list[str]:
    """Those that every connection of the application has, as SQLite tells them."""
    conn = db.connect(path)
    told = [f"PRAGMA {name} = {conn.execute(f'PRAGMA {name}').fetchone()[0]}"
            for name in ("foreign_keys", "journal_mode", "synchronous")]
    conn.close()
    return told


def event(n: int) -> Event:
    kind = ("bite", "fish", "held", "drop")[n % 4]
    more: dict[str, Any] = {"count_s": 5.0 + n % 7, "expected_s": 6.0} if kind == "drop" else {}
    return Event.model_validate({
        "id": f"power-{n:06d}", "kind": kind, "at_utc_s": 1e9 + 60.0 * n, "mark_id": None,
        "mark_name": "Cais Velho", "head_id": 3, "head_name": "1/8 oz ball", "note": "x" * (n % 90),
        **more})


def lost(folder: Path, database: Path, pragmas: list[str], cuts: int) -> int:
    """Acknowledged events that were gone after a cut, over so many cuts; each leaves a database
    that is whole."""
    disk, rng, gone = Disk(), random.Random(7), 0
    conn = Connection(database, pragmas)
    acknowledged: list[str] = []
    for n in range(cuts):
        told = event(n)
        log.keep(cast(sqlite3.Connection, conn), [told], [])
        acknowledged.append(told.id)
        if n % 5 == 4:
            log.keep(cast(sqlite3.Connection, conn), [], [acknowledged.pop(rng.randrange(4))])
        after = folder / f"{n}"
        after.mkdir()
        disk.cut(after, rng)
        found = sqlite3.connect(after / database.name)
        assert found.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
        here = {row[0] for row in found.execute("SELECT id FROM events")}
        found.close()
        gone += len(set(acknowledged) - here) + len(here - set(acknowledged))
    conn.close()
    disk.unregister()
    return gone


@pytest.fixture
def small(tmp_path: Path) -> Path:
    """An empty box and one head, so that each cut's copy is small."""
    path = tmp_path / "ilha.sqlite3"
    db.ready(path).close()
    return path


def test_what_was_acknowledged_outlives_two_hundred_cuts(small: Path, tmp_path: Path) -> None:
    assert "PRAGMA synchronous = 2" in pragmas_of(small)
    assert lost(tmp_path, small, pragmas_of(small), CUTS) == 0


def test_the_disk_of_the_tests_does_lose_what_is_not_synced(small: Path, tmp_path: Path) -> None:
    """With the setting of before, acknowledged before the sync, most cuts cost something."""
    before = [p.replace("synchronous = 2", "synchronous = 1") for p in pragmas_of(small)]
    assert lost(tmp_path, small, before, 20) > 10
