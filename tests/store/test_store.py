"""Migrations, constraints, and the demo through the same functions the application uses."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from itertools import pairwise
from pathlib import Path

import pytest

from ilha.demo import marela
from ilha.store import db, heads, lines, marks, plastics, rods, settings, tides
from tests.conftest import NOW_S

DAY = 86400


@pytest.fixture
def conn(database: Path) -> Iterator[sqlite3.Connection]:
    conn = db.connect(database)
    yield conn
    conn.close()


def test_migrations_are_numbered_and_run_once(tmp_path: Path) -> None:
    conn = db.connect(tmp_path / "new.sqlite3")
    assert [number for number, _ in db.migrations()] == list(range(1, len(db.migrations()) + 1))
    assert db.migrate(conn) == db.migrate(conn) == len(db.migrations())


def test_a_failing_migration_leaves_the_database_as_it_was(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    conn = db.connect(tmp_path / "new.sqlite3")
    newest = db.migrate(conn)
    broken = "CREATE TABLE half (id INTEGER) STRICT; INSERT INTO nowhere VALUES (1);"
    monkeypatch.setattr(db, "migrations", lambda: [(newest + 1, broken)])
    with pytest.raises(sqlite3.Error):
        db.migrate(conn)
    names = [r[0] for r in conn.execute("SELECT name FROM sqlite_schema WHERE name = 'half'")]
    assert names == []
    assert conn.execute("PRAGMA user_version").fetchone()[0] == newest


def test_a_newer_database_is_refused(tmp_path: Path) -> None:
    conn = db.connect(tmp_path / "new.sqlite3")
    conn.execute("PRAGMA user_version = 999")
    with pytest.raises(RuntimeError, match="use a newer Ilha"):
        db.migrate(conn)


def test_every_table_is_strict(conn: sqlite3.Connection) -> None:
    tables = conn.execute("PRAGMA table_list").fetchall()
    own = [t for t in tables if t["schema"] == "main" and not t["name"].startswith("sqlite_")]
    assert len(own) == 27
    assert all(t["strict"] for t in own)


def test_demo_is_what_the_product_page_asks_for(conn: sqlite3.Connection) -> None:
    assert len({m["kind"] for m in marks.listed(conn)}) >= 6
    soft = plastics.listed(conn)
    assert len(soft) >= 10
    assert len({p["look"] for p in soft}) >= 6
    assert len({p["material"] for p in soft}) >= 3
    box = heads.listed(conn)
    assert len(box) >= 18
    assert [h["mass_g"] for h in box] == sorted(h["mass_g"] for h in box)
    assert len(lines.listed(conn)) >= 4
    assert len(rods.listed(conn)) >= 3


def test_demo_loads_twice_without_doubling_and_moves_with_today(conn: sqlite3.Connection) -> None:
    counts = [len(module.listed(conn)) for module in (marks, plastics, heads, lines, rods)]
    marela.load(conn, NOW_S + 100 * DAY)
    assert counts == [len(m.listed(conn)) for m in (marks, plastics, heads, lines, rods)]
    first, last = tides.reach(conn, 1) or (0, 0)
    assert first < NOW_S + 97 * DAY
    assert last > NOW_S + 130 * DAY


def test_events_around_bracket_the_span(conn: sqlite3.Connection) -> None:
    found = tides.events_around(conn, 1, NOW_S, NOW_S + DAY)
    assert found[0]["time_utc_s"] <= NOW_S
    assert found[-1]["time_utc_s"] >= NOW_S + DAY
    kinds = [e["kind"] for e in found]
    assert all(a != b for a, b in pairwise(kinds))
    beyond = tides.events_around(conn, 1, NOW_S + 999 * DAY, NOW_S + 1000 * DAY)
    assert len(beyond) == 1


def test_events_at_the_same_second_are_replaced(conn: sqlite3.Connection) -> None:
    event = tides.events_around(conn, 1, NOW_S, NOW_S)[0]
    tides.put_events(conn, 1, [{**event, "height_m": 1.11}])
    again = tides.events_around(conn, 1, event["time_utc_s"], event["time_utc_s"])
    assert [e["height_m"] for e in again] == [1.11]


def test_rows_come_back_as_they_went_in(conn: sqlite3.Connection) -> None:
    one = marks.listed(conn)[0]
    assert marks.get(conn, one["id"]) == one
    assert marks.get(conn, 999) is None
    new = lines.NewLine(name="0.33 mm braid", diameter_mm=0.33, strength_kg=18.0, kind="braid")
    assert lines.get(conn, lines.add(conn, new)) == {**new, "id": 6}


def test_settings_are_replaced_and_checked(conn: sqlite3.Connection) -> None:
    changed = {**settings.get(conn), "depth_unit": "ft", "mark_id": 2}
    settings.put(conn, changed)  # type: ignore[arg-type]
    assert settings.get(conn) == changed
    with pytest.raises(sqlite3.IntegrityError):
        settings.put(conn, {**changed, "depth_unit": "fathom"})  # type: ignore[arg-type]


@pytest.mark.parametrize(("statement", "why"), [
    ("UPDATE heads SET mass_g = 0", "CHECK"),
    ("UPDATE marks SET bottom = 'cheese'", "CHECK"),
    ("UPDATE marks SET tide_port_id = 77 WHERE id = 1", "FOREIGN KEY"),
    ("UPDATE marks SET tide_port_id = NULL WHERE id = 1", "CHECK"),
    ("UPDATE plastics SET length_mm = 'long'", "TEXT"),
    ("UPDATE plastics SET body_length_mm = length_mm + 1", "CHECK"),
    ("INSERT INTO tide_events VALUES (1, 1, 'middling', 1.0)", "CHECK"),
])
def test_the_schema_refuses_nonsense(conn: sqlite3.Connection, statement: str, why: str) -> None:
    with pytest.raises(sqlite3.IntegrityError, match=why):
        conn.execute(statement)
