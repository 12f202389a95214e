"""Migrations, constraints, and the demo through the same functions the application uses."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from itertools import pairwise
from pathlib import Path

import pytest

from ilha.demo import marela
from ilha.store import db, heads, lines, marks, plastics, rods, settings, tides
from ilha.web.app import create_app
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
    assert len(own) == 32
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


@pytest.mark.parametrize("version", range(1, len(db.migrations())))
def test_a_database_of_every_schema_there_was_is_brought_up_to_date(
    version: int, tmp_path: Path
) -> None:
    """With a mark, a line and a rod of its time: they are there after, and the Day answers."""
    path = tmp_path / "old.sqlite3"
    conn = db.connect(path)
    db.migrate(conn, to=version)
    for statement in OLD_ROWS:
        conn.execute(statement)
    if version >= 8:
        conn.execute(
            "INSERT INTO events (id, kind, at_utc_s, mark_id, mark_name, head_id, head_name,"
            " plastic_id, plastic_name, colour, retrieve, count_s, expected_s, note) VALUES"
            " ('old-drop-1', 'drop', 5, 1, 'Old mark', 1, 'x', 1, 'y', '', '', 12, 10, '')")
    conn.close()
    client = create_app(path, now_s=float(NOW_S)).test_client()
    assert client.get("/api/marks").get_json()["marks"][0]["name"] == "Old mark"
    day = client.get("/api/day?mark_id=1&plastic_id=1&line_id=1&rod_id=1&typed_speed_m_s=0.3")
    assert day.status_code == 200, day.text
    assert len(day.get_json()["heads"]) == 1
    if version >= 8:
        factors = client.get("/api/log/learned").get_json()["factors"]
        assert [f["used"] for f in factors] == [1]


OLD_ROWS = (
    "INSERT INTO marks (id, name, kind, latitude_deg, longitude_deg, time_zone, charted_depth_m,"
    " bottom, cover, cover_height_m, stance, cast_m, caution) VALUES"
    " (1, 'Old mark', 'flat', 36, -21, 'UTC', 2.5, 'sand', 'none', 0, 'bank', 20, 'mind')",
    "INSERT INTO lines (id, name, diameter_mm, strength_kg) VALUES (1, 'old line', 0.19, 8)",
    "INSERT INTO rods (id, name, lure_min_g, lure_max_g, effective_mass_g, cast_mass_g,"
    " cast_distance_m, cast_line_mm, cast_drag_cm2) VALUES"
    " (1, 'old rod', 5, 30, 39, 20, 40, 0.19, 6)",
    "INSERT INTO heads (id, printed_oz, mass_g, weighed, shape, material, density_g_cm3, hook_size,"
    " hook_mass_g, hook_gape_mm, hook_straight_mm, hook_wire_mm, hook_measured, keeper,"
    " keeper_takes_mm, extra_drag_cm2, carried) VALUES"
    " (1, 0.375, 10.6, 0, 'ball', 'lead', 11.0, '3/0', 0.9, 12, 30, 1.1, 0, 'wire barb', 0, 0, 3)",
    "INSERT INTO plastics (id, name, family, look, material, colour, length_mm, body_length_mm,"
    " width_mm, height_mm, mass_g, density_g_cm3, extra_drag_cm2) VALUES"
    " (1, 'old jerk', 'straight', 'jerk', 'plastisol', 'white', 127, 120, 14, 16, 12, 1.08, 0)",
)


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
