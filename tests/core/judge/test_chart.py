"""The lid chart against the board, point by point."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.judge.board import board
from ilha.core.judge.chart import cells_at, closes, gaps, lid
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.move.cast import Rod
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, LADDER_OZ, PADDLE_76, ladder

HEADS = ladder(LADDER_OZ)
BASE = Conditions(np.array(4.0), np.array(0.3), 0.19e-3, tip_height=1.5)
DEPTHS, CURRENTS = np.linspace(0.3, 12.0, 40), np.linspace(0.0, 1.2, 40)


@pytest.mark.parametrize("school", SCHOOLS)
def test_the_same_pick_as_the_board_at_random_points(school: str) -> None:
    """200 points in all: the pick is the board's, but for what lies within the inversion's own
    tolerance (a thousandth) of a head's greatest current."""
    rng = np.random.default_rng(11)
    depths, currents = np.sort(rng.uniform(0.3, 12.0, 8)), np.sort(rng.uniform(0.02, 1.2, 5))
    chart = lid(BASE, depths, currents, JERK_127, HEADS, Rod(0.005, 0.06), school)
    for d, depth in enumerate(depths):
        cond = Conditions(np.full(currents.shape, depth), currents, 0.19e-3, tip_height=1.5)
        b = board(cond, JERK_127, HEADS, Rod(0.005, 0.06), school)
        for u, current in enumerate(currents):
            edges = chart.reach[:, d] / np.array([0.8, 1.0, 1.2])[:, None]
            if np.min(np.abs(edges / current - 1.0)) > 2e-3:
                assert chart.pick[d, u] == b.picks[school][u], (depth, current)


def test_verdicts_are_the_boards() -> None:
    chart = lid(BASE, np.array([2.0, 6.0]), np.array([0.1, 0.45, 0.9]), PADDLE_76, HEADS)
    for d, depth in enumerate((2.0, 6.0)):
        cond = Conditions(np.full(3, depth), np.array([0.1, 0.45, 0.9]), 0.19e-3, tip_height=1.5)
        told = np.asarray(VERDICTS)[board(cond, PADDLE_76, HEADS).judgement.verdict]
        assert (np.asarray(VERDICTS)[chart.verdict[:, d]] == told).all()


def test_heavier_up_and_across_until_the_box_ends() -> None:
    chart = lid(BASE, DEPTHS, CURRENTS, JERK_127, HEADS)
    mass = np.array([h.mass for h in HEADS])
    for d in (10, 25, 39):
        row = chart.pick[d]
        kept = row[row >= 0]
        assert (np.diff(mass[kept]) >= 0.0).all()
        # Once no head is right in so much current, none is in more.
        empty = np.flatnonzero(row < 0)
        assert empty.size == 0 or (row[empty[0]:] < 0).all()
    assert gaps(chart).empty == int((chart.pick < 0).sum())
    lighter = lid(BASE, DEPTHS, CURRENTS, JERK_127, HEADS[:3])
    assert gaps(lighter).empty > gaps(chart).empty
    looked = np.zeros(chart.pick.shape, dtype=bool)
    looked[0, 0] = True
    assert gaps(chart, looked).cells == 1


def test_learned_counts_move_its_edges() -> None:
    """Heads that fall slower than computed wait longer: the picks are heavier, never lighter."""
    mass = np.array([h.mass for h in HEADS])
    plain = lid(BASE, DEPTHS, CURRENTS, PADDLE_76, HEADS, school="down-then-work")
    slow = lid(BASE, DEPTHS, CURRENTS, PADDLE_76, HEADS, school="down-then-work",
               slow=[1.6] * len(HEADS))
    both = (plain.pick >= 0) & (slow.pick >= 0)
    assert (mass[slow.pick[both]] >= mass[plain.pick[both]]).all()
    assert (mass[slow.pick[both]] > mass[plain.pick[both]]).any()


def test_an_empty_box_has_no_chart() -> None:
    with pytest.raises(DomainError, match="heads"):
        lid(BASE, DEPTHS, CURRENTS, JERK_127, [])


@pytest.mark.parametrize("school", SCHOOLS)
def test_swum_back_the_pick_is_the_boards_too(school: str) -> None:
    rng = np.random.default_rng(12)
    depths, currents = np.sort(rng.uniform(0.5, 6.0, 8)), np.sort(rng.uniform(0.0, 1.0, 5))
    swum = replace(BASE, steady=True, retrieve_speed=0.6)
    chart = lid(swum, depths, currents, PADDLE_76, HEADS, Rod(0.005, 0.06), school)
    for d, depth in enumerate(depths):
        cond = replace(swum, depth=np.full(5, depth), surface_speed=currents)
        b = board(cond, PADDLE_76, HEADS, Rod(0.005, 0.06), school)
        assert chart.pick[d].tolist() == b.picks[school].tolist()
    assert len(np.unique(chart.pick)) > 1 or school == "depth-table"


@pytest.mark.parametrize("school", ["lightest-practical", "bottom-contact", "down-then-work"])
def test_what_a_purchase_closes_is_what_is_closed_when_it_is_in_the_box(school: str) -> None:
    """Against the chart of the box with each candidate in it, cell by cell."""
    rod = Rod(0.005, 0.06)
    depths, currents = np.linspace(1.0, 14.0, 14), np.linspace(0.0, 1.4, 15)
    have, shop = HEADS[1:4], [HEADS[0], *HEADS[4:]]
    weight = np.random.default_rng(5).uniform(0.0, 2.0, (14, 15))
    chart = lid(BASE, depths, currents, JERK_127, have, rod, school)
    closed = closes(chart, lid(BASE, depths, currents, JERK_127, shop, rod, school, alone=True),
                    weight)
    empty = (chart.pick < 0) * weight
    assert empty.sum() > 0.0
    for head, got in zip(shop, closed, strict=True):
        after = lid(BASE, depths, currents, JERK_127, [*have, head], rod, school)
        assert got == pytest.approx(empty.sum() - ((after.pick < 0) * weight).sum(), abs=1e-9)
        # And it never takes away what was covered.
        assert not np.any((after.pick < 0) & (chart.pick >= 0))
    assert closed.max() > 0.0


def test_a_place_on_the_chart_falls_into_its_own_cell() -> None:
    chart = lid(BASE, np.array([1.0, 2.0, 3.0]), np.array([0.0, 0.5, 1.0]), JERK_127, HEADS)
    at_d, at_u, inside = cells_at(chart, np.array([0.4, 1.0, 1.01, 3.0, 3.2]),
                                  np.array([0.0, 0.2, 0.3, 0.8, 1.1]))
    assert at_d.tolist() == [0, 0, 1, 2, 2]
    assert at_u.tolist() == [0, 0, 1, 2, 2]
    assert inside.tolist() == [True, True, True, True, False]
