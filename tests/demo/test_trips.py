"""Marela's two seasons: the same every time, and what Ilha learns from them is their truth."""

from __future__ import annotations

from pathlib import Path

import pytest

from ilha.demo import marela
from ilha.demo.trips import CURRENT_TRUTH, SINK_TRUTH, TRIPS
from ilha.store import db, events, heads, plastics
from ilha.web.app import create_app
from tests.conftest import NOW_S


@pytest.fixture(scope="module")
def path(tmp_path_factory: pytest.TempPathFactory) -> Path:
    made = tmp_path_factory.mktemp("demo") / "marela.sqlite3"
    conn = db.connect(made)
    db.migrate(conn)
    marela.load(conn, NOW_S)
    conn.close()
    return made


def test_two_seasons_that_are_the_same_every_time(path: Path, tmp_path: Path) -> None:
    conn = db.connect(path)
    first = events.listed(conn)
    conn.close()
    again = db.connect(tmp_path / "again.sqlite3")
    db.migrate(again)
    marela.load(again, NOW_S)
    assert events.listed(again) == first
    # A second start brings the tide up to date and leaves the log alone.
    marela.load(again, NOW_S + 86400)
    assert events.listed(again) == first
    again.close()
    assert len({e["id"].rsplit("-", 1)[0] for e in first}) > 0.8 * TRIPS
    assert max(e["at_utc_s"] for e in first) < NOW_S
    assert {"began", "ended", "fish", "bite", "lost", "held", "swept", "changed", "drop"} == {
        e["kind"] for e in first}


def test_what_is_learned_is_the_truth_that_made_them(path: Path) -> None:
    """Each factor's 90 % interval, a little widened for two dozen of them, holds its truth."""
    conn = db.connect(path)
    shapes = {row["id"]: row["shape"] for row in heads.listed(conn)}
    names = {row["id"]: row["name"] for row in plastics.listed(conn)}
    conn.close()
    client = create_app(path, now_s=NOW_S).test_client()
    inside = []
    for factor in client.get("/api/log/learned").get_json()["factors"]:
        if factor["kind"] == "sink":
            head, plastic = (int(part) for part in factor["key"].split(":"))
            truth = SINK_TRUTH[(shapes[head], names[plastic])]
        else:
            truth = CURRENT_TRUTH[factor["name"]]
        inside.append(factor["low"] <= truth <= factor["high"])
        assert factor["low"] / 1.1 <= truth <= factor["high"] * 1.1, factor["name"]
    assert len(inside) >= 15
    assert sum(inside) >= 0.75 * len(inside)


def test_the_flood_is_told_from_the_slack_and_the_colours_are_not(path: Path) -> None:
    client = create_app(path, now_s=NOW_S).test_client()
    tables = {t["by"]: t for t in client.get("/api/log/worked").get_json()["tables"]}
    assert tables["stage"]["rows"][0]["name"] == "flood"
    assert tables["stage"]["chance"] < 0.05
    assert tables["colour"]["chance"] > 0.05


def test_the_day_says_what_it_was_corrected_by(path: Path) -> None:
    client = create_app(path, now_s=NOW_S).test_client()
    taught = client.get("/api/day?mark_id=1&plastic_id=1&line_id=3").get_json()["taught"]
    assert taught["current"]["factor"] == pytest.approx(CURRENT_TRUTH["Cais Velho"], rel=0.1)
    assert any(t["used"] > 5 for t in taught["counts"])
