"""Ten seasons: what is kept of the log is what would be learned afresh, and every question goes
through an index."""

from __future__ import annotations

import shutil
import sqlite3
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from ilha.core.log.learning import current_factor
from ilha.desk import log, taught
from ilha.desk.records import Event
from ilha.store import db, events
from ilha.store import taught as kept
from ilha.web.app import create_app
from tests.conftest import NOW_S
from tests.many import grow

CHANGE = st.one_of(
    st.tuples(st.just("drop"), st.integers(1, 4), st.integers(1, 2), st.floats(1.0, 40.0)),
    st.tuples(st.just("held"), st.integers(1, 3), st.integers(1, 2), st.floats(0.1, 1.0)),
    st.tuples(st.just("swept"), st.integers(1, 3), st.integers(1, 2), st.floats(0.1, 1.0)),
    st.tuples(st.just("gone"), st.integers(0, 30), st.just(0), st.just(0.0)),
    st.tuples(st.just("answer"), st.integers(0, 30), st.just(0), st.just(0.0)),
    st.tuples(st.just("head away"), st.integers(1, 4), st.just(0), st.just(0.0)),
    st.tuples(st.just("afresh"), st.integers(1, 4), st.integers(1, 2), st.just(0.0)))


@pytest.fixture
def conn(database: Path) -> Iterator[sqlite3.Connection]:
    conn = db.connect(database)
    yield conn
    conn.close()


def told(n: int, kind: str, **more: Any) -> Event:
    return Event.model_validate({
        "id": f"many-{n:06d}", "kind": kind, "at_utc_s": 1e9 + n, "mark_name": "Cais Velho",
        **more})


def afresh(conn: sqlite3.Connection) -> dict[str, dict[str, taught.Held]]:
    conn.execute("SAVEPOINT forgotten")
    conn.execute("DELETE FROM taught")
    found = {"sink": taught.sink_factors(conn), "current": taught.current_factors(conn)}
    conn.execute("ROLLBACK TO forgotten")
    conn.execute("RELEASE forgotten")
    return found


@settings(max_examples=40, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(changes=st.lists(CHANGE, max_size=25))
def test_what_is_kept_is_what_would_be_learned(
    changes: list[tuple[str, int, int, float]], conn: sqlite3.Connection
) -> None:
    """Whatever comes, goes, is answered, removed or begun afresh, by whatever way."""
    conn.execute("DELETE FROM events")
    for n, (what, a, b, value) in enumerate(changes):
        if what == "drop":
            log.keep(conn, [told(n, "drop", head_id=a, plastic_id=b, count_s=value,
                                 expected_s=10.0, depth_m=3.0, mark_id=1)], [])
        elif what in ("held", "swept"):
            log.keep(conn, [told(n, what, mark_id=a, surface_speed_m_s=0.5, bears_m_s=value)], [])
        elif what == "gone":
            log.keep(conn, [], [f"many-{a:06d}"])
        elif what == "answer":
            conn.execute("UPDATE events SET answer = 'slip' WHERE id = ?", (f"many-{a:06d}",))
        elif what == "head away":
            conn.execute("DELETE FROM heads WHERE id = ?", (a,))
        else:
            events.put_learned(conn, {"kind": "sink", "key": f"{a}:{b}", "frozen": None,
                                      "since_utc_s": 1e9 + n})
    fresh = afresh(conn)
    assert taught.sink_factors(conn) == fresh["sink"]
    assert taught.current_factors(conn) == fresh["current"]
    taught.keep_now(conn)
    assert set(kept.listed(conn, "sink")) >= set(fresh["sink"])
    for mark in (1, 2, 3):
        one = fresh["current"].get(f"{mark}")
        assert taught.current_of(conn, mark).factor.used == (0 if one is None else one.factor.used)


def test_many_heads_tried_are_counted_together_and_teach_the_same() -> None:
    flow = [0.3 + 0.0013 * (i % 300) for i in range(1200)]
    bears = [0.35 + 0.0017 * (i % 211) for i in range(1200)]
    held = [f * 1.15 < b for f, b in zip(flow, bears, strict=True)]
    part = [current_factor(flow[i::5], bears[i::5], held[i::5]) for i in range(5)]
    whole = current_factor(flow, bears, held)
    assert whole.used == sum(p.used for p in part) == 1200
    assert whole.value == pytest.approx(1.15, abs=0.02)
    assert min(p.value for p in part) - 0.01 <= whole.value <= max(p.value for p in part) + 0.01
    assert whole.spread < min(p.spread for p in part)


PLANS = (
    ("SELECT id FROM events WHERE (at_utc_s, id) < (1e9, '') ORDER BY at_utc_s DESC, id DESC"
     " LIMIT 40", "events_words"),
    ("SELECT id FROM events WHERE at_utc_s BETWEEN 1 AND 2 ORDER BY at_utc_s, id", "events_words"),
    ("SELECT count_s FROM events WHERE kind = 'drop' AND head_id = 1 AND plastic_id = 2"
     " ORDER BY at_utc_s DESC", "events_drops"),
    ("SELECT bears_m_s FROM events WHERE kind IN ('held', 'swept') AND mark_id = 1"
     " ORDER BY at_utc_s DESC", "events_tried"),
    ("SELECT id FROM events WHERE kind = 'drop' AND answer = 'deeper' ORDER BY at_utc_s",
     "events_deeper"),
    ("SELECT id FROM events WHERE kind = 'lost' ORDER BY at_utc_s, id", "events_lost"))


@pytest.mark.parametrize(("query", "index"), PLANS)
def test_every_question_of_the_log_goes_through_its_index(
    query: str, index: str, conn: sqlite3.Connection
) -> None:
    plan = " | ".join(row["detail"] for row in conn.execute(f"EXPLAIN QUERY PLAN {query}"))
    assert index in plan, plan
    assert "TEMP B-TREE FOR ORDER BY" not in plan, plan


def test_no_question_of_the_day_reads_the_whole_log(
    tmp_path: Path, marela_with_trips: Path
) -> None:
    """Counted, not timed: the rows that SQLite gives for a Day do not grow with the log."""
    rows: dict[int, int] = {}
    for count in (872, 4360):
        path = tmp_path / f"{count}.sqlite3"
        shutil.copyfile(marela_with_trips, path)
        conn = db.ready(path)
        grow(conn, count)
        taught.keep_now(conn)
        given_rows = [0]
        conn.row_factory = lambda cursor, row, n=given_rows: (
            n.__setitem__(0, n[0] + 1), sqlite3.Row(cursor, row))[1]
        log.page(conn)
        taught.taught_here(conn, 1, 1)
        taught.current_of(conn, 1)
        rows[count] = given_rows[0]
        conn.close()
    assert rows[4360] <= 1.5 * rows[872], rows


def test_the_log_comes_in_pages_that_are_the_whole_of_it(
    database: Path, marela_with_trips: Path
) -> None:
    shutil.copyfile(marela_with_trips, database)
    client = create_app(database, now_s=NOW_S).test_client()
    whole = client.get("/api/log?trips=1000").get_json()
    assert whole["more"] is None
    for size in (1, 7, 40):
        found, more, asked = [], {}, 0
        while more is not None and asked < 12:
            query = "&".join(f"{k}={v}" for k, v in more.items())
            page = client.get(f"/api/log?trips={size}&{query}").get_json()
            assert len(page["trips"]) <= size
            found += page["trips"]
            more, asked = page["more"], asked + 1
        assert found == whole["trips"][:len(found)]
        assert more is not None or found == whole["trips"]
