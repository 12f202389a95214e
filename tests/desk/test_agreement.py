"""Day, Outfit and the command line give one answer to one question."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterator

import numpy as np
import pytest

from ilha.core.choose.combine import BY_THEMSELVES
from ilha.core.choose.proposal import figures_of
from ilha.core.judge.schools import VERDICTS
from ilha.demo import marela
from ilha.desk.board import DayQuestion, day_of
from ilha.desk.outfit import ChoiceQuestion, Chosen, chosen
from ilha.desk.water import moment, situation_of
from ilha.formats.scenario import answer, read
from ilha.store import db, marks
from tests.conftest import NOW_S

FISH = ("european-seabass", "bluefish", "meagre", "garfish", "red-snapper", "gilthead-seabream",
        "cobia", "southern-flounder", "red-porgy", "australasian-snapper", "mulloway",
        "atlantic-mackerel")
STEPS = (6, 24, 42, 60, 78, 96, 114, 132)


@pytest.fixture(scope="module")
def conn(tmp_path_factory: pytest.TempPathFactory) -> Iterator[sqlite3.Connection]:
    conn = db.connect(tmp_path_factory.mktemp("agree") / "ilha.sqlite3")
    db.migrate(conn)
    marela.load(conn, NOW_S, log=False)
    yield conn
    conn.close()


def asked_of(mark: marks.Mark, fish: str, step: int) -> ChoiceQuestion:
    # A mark without tide has its current typed.
    typed = 0.3 if mark["tide_port_id"] is None and mark["stream_id"] is None else None
    return ChoiceQuestion(mark_id=mark["id"], fish=fish, step=step, typed_speed_m_s=typed)


@pytest.mark.parametrize("mark_id", range(1, 9))
def test_day_and_outfit_agree(conn: sqlite3.Connection, mark_id: int) -> None:
    """At eight hours of a day, for four of the fish: the proposal of one hour, a later one for each
    fish, has on the Day the same verdict and count at every one of them. Over the marks each fish
    comes up at least twice."""
    mark = next(m for m in marks.listed(conn) if m["id"] == mark_id)
    compared = 0
    for k, fish in list(enumerate(FISH))[mark_id % 3::3]:
        first = asked_of(mark, fish, 72)
        there = chosen_or_none(conn, first, STEPS[k % 8])
        if there is None or not there.outfits:
            continue
        o = there.outfits[0]
        tied = o.rigging if o.rigging in BY_THEMSELVES else "one"
        s = there.situation
        day = day_of(conn, NOW_S, DayQuestion(
            mark_id=mark_id, fish=fish, typed_speed_m_s=first.typed_speed_m_s,
            plastic_id=int(o.plastic.id), line_id=int(o.line.id), rod_id=int(o.rod.id),
            head_id=int(o.head.head.id), retrieve=o.retrieve, rigging=tied,
            lowered=s.presented(o.retrieve).lowered), bare=True)
        assert day.day.board is not None
        at = [rung.head.head.id for rung in day.rungs].index(o.head.head.id)
        wet = np.flatnonzero(day.at.way.wet)
        board = day.day.board
        shape = board.shape
        verdicts = board.judgement.water[at]
        counts = np.broadcast_to(board.count, shape)[at]
        leads = np.broadcast_to(board.lead, shape)[at]
        for step in STEPS:
            if step not in wet:
                continue
            column = int(np.searchsorted(wet, step)) if shape[1] == wet.size else step
            now = situation_of(conn, there.at, first, step).but(
                retrieve=o.retrieve, lowered=s.presented(o.retrieve).lowered)
            told = figures_of(now, o, there.box, there.rules)
            compared += 1
            where = (fish, step, o.retrieve, o.rigging)
            assert VERDICTS[int(verdicts[column])] == told.verdict, where
            assert counts[column] == pytest.approx(told.count, abs=0.1, nan_ok=True), where
            assert leads[column] == pytest.approx(told.lead, abs=0.1, nan_ok=True), where
    assert compared >= 12


def chosen_or_none(
    conn: sqlite3.Connection, asked: ChoiceQuestion, step: int
) -> Chosen | None:
    """The choice at a step, or at the first of the day that is wet."""
    wet = moment(conn, NOW_S, asked).way.wet
    at = next((at for at in (step, *STEPS) if wet[at]), None)
    return None if at is None else chosen(conn, NOW_S, asked.model_copy(update={"step": at}))


@pytest.mark.parametrize("fish", FISH)
def test_an_outfits_scenario_is_answered_by_the_board_with_its_own_figures(
    conn: sqlite3.Connection, fish: str
) -> None:
    """For the proposals at every third mark, another one for each fish: same verdict, count and
    lead."""
    seen = 0
    for mark in marks.listed(conn)[FISH.index(fish) % 3::3]:
        there = chosen_or_none(conn, asked_of(mark, fish, 60), 60)
        if there is None:
            continue
        for o in there.outfits:
            f = there.figures(o)
            head = answer(read(json.dumps(there.scenario(o, f))))["heads"][0]
            assert head["verdict"][0] == f.board_verdict, (mark["name"], o.retrieve)
            assert none(head["count_s"][0]) == pytest.approx(f.count, abs=0.02, nan_ok=True)
            assert none(head["lead_m"][0]) == pytest.approx(f.lead, abs=0.02, nan_ok=True)
            seen += 1
    assert seen >= 3


def none(value: float | None) -> float:
    return float("nan") if value is None else value
