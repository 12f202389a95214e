"""Two heads on a leader, and sinkers: statics, limits, what they do to a board."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.judge.board import Board, board
from ilha.core.judge.schools import VERDICTS
from ilha.core.move.hold import hold
from ilha.core.rig.tackle import (
    CD_LEADER,
    OnSinker,
    Rigging,
    Sinker,
    Tandem,
    TwoHeads,
    joined_fall,
    leader_angle,
    sinker_area,
)
from ilha.core.units import kg_from_oz
from ilha.core.water.conditions import Conditions
from tests.rigs import NU, PADDLE_76, RHO, head, ladder, plastic

A = np.array
BASE = Conditions(A(4.2), A(0.5), 0.19e-3)


def one(oz: float, name: str = "h") -> object:
    return replace(head(1.0, name=name), mass=kg_from_oz(oz))


def tied(rigging: Rigging, **change: object) -> Board:
    return board(replace(BASE, **change), PADDLE_76, ladder(), rigging=rigging)  # type: ignore[arg-type]


@pytest.mark.parametrize("weight", [0.05, -0.02, 0.4])
@pytest.mark.parametrize("pull", [0.0, 0.03, 0.5])
@pytest.mark.parametrize("across", [0.0, 0.05, 0.8])
def test_the_leader_stands_in_balance(weight: float, pull: float, across: float) -> None:
    a = float(leader_angle(A(weight), A(pull), A(across)))
    s, c = abs(np.sin(a)), np.cos(a)
    left = abs(weight) * c - pull * s - 0.5 * across * s**2
    assert left == pytest.approx(0.0, abs=1e-4 * (abs(weight) + pull + across))
    assert np.sign(a) == np.sign(weight)


def test_slack_water_hangs_the_leader_straight_down() -> None:
    assert float(np.degrees(leader_angle(A(0.05), A(0.0), A(0.0)))) == pytest.approx(90.0)
    held = hold(0.05, 2e-4, 0.19e-3, 4.0, 1.5, 0.0, rho=RHO, nu=NU,
                tackle=Tandem(A(0.05), A(2e-4), 0.6, 0.4e-3))
    assert float(held.foot - held.lure) == pytest.approx(0.6)
    assert float(held.line_out) == pytest.approx(5.45)  # from the rear head, 0.05 m up
    assert float(held.tension) == pytest.approx(0.10)


def test_a_front_head_of_no_weight_or_size_on_no_leader_is_one_head() -> None:
    alone = hold(0.08, 2e-4, 0.19e-3, 4.0, 1.5, 0.45, rho=RHO, nu=NU)
    ghost = hold(0.08, 2e-4, 0.19e-3, 4.0, 1.5, 0.45, rho=RHO, nu=NU,
                 tackle=Tandem(A(0.0), A(0.0), 1e-6, 1e-7))
    assert float(ghost.scope) == pytest.approx(float(alone.scope), rel=1e-4)


def test_two_heads_hold_as_one_of_their_weight_would_nearly() -> None:
    two = hold(0.05, 2e-4, 0.19e-3, 5.0, 1.5, 0.45, rho=RHO, nu=NU,
               tackle=Tandem(A(0.05), A(2e-4), 0.6, 0.37e-3))
    one_of_both = hold(0.10, 4e-4, 0.19e-3, 5.0, 1.5, 0.45, rho=RHO, nu=NU)
    # The leader's own drag makes it a little worse, the higher current at the front too.
    assert 1.0 < float(two.scope / one_of_both.scope) < 1.15
    lighter = hold(0.05, 2e-4, 0.19e-3, 5.0, 1.5, 0.45, rho=RHO, nu=NU)
    assert float(two.scope) < float(lighter.scope)


def test_the_leaders_drag_is_that_of_a_rod_across_the_flow() -> None:
    # Held upright by a great weight: rho/2 Cd D s u², all of it down-current.
    start = Tandem(A(0.0), A(0.0), 0.6, 0.4e-3).start(
        A(1e4), A(0.0), lambda z: A(0.5) + 0.0 * z, A(0.05), A(RHO))
    assert float(start.pull) == pytest.approx(0.5 * RHO * CD_LEADER * 0.4e-3 * 0.6 * 0.25, rel=1e-3)


def test_the_rear_head_runs_deeper_and_levels_out_in_more_current() -> None:
    u = A([0.1, 0.3, 0.6])
    held = hold(0.05, 2e-4, 0.19e-3, 5.0, 1.5, u, rho=RHO, nu=NU,
                tackle=Tandem(A(0.05), A(2e-4), 0.6, 0.37e-3))
    drop = held.foot - held.lure
    assert np.all(np.diff(drop) < 0.0)
    assert np.all((drop > 0.0) & (drop <= 0.6))


def test_tied_together_they_fall_between_their_own_speeds() -> None:
    slow, fast = A(0.5), A(1.0)
    both = float(joined_fall([A(0.05), A(0.08)], [slow, fast]))
    assert 0.5 < both < 1.0
    assert float(joined_fall([A(0.05), A(0.05)], [fast, fast])) == pytest.approx(1.0)
    # Two of a kind fall as one does.
    assert np.isnan(joined_fall([A(-0.05), A(0.02)], [A(np.nan), slow]))


def test_two_equal_heads_fall_level_and_weigh_twice() -> None:
    b = tied(TwoHeads(ladder()[2]))  # 1/4 in front
    i = [h.id for h in b.heads].index("1/4")
    front = b.figures.ends.front
    assert front is not None
    assert float(front.vertical[0, 0]) == pytest.approx(float(b.glide.vertical[i, 0]))
    both = 2.0 * float(b.glide.wet_weight[i, 0])
    assert float(b.figures.ends.weight[i, 0]) == pytest.approx(both)
    assert float(b.figures.ends.speed[i, 0]) == pytest.approx(float(b.glide.vertical[i, 0]))
    assert float(b.figures.package[i, 0]) == pytest.approx(2.0 * float(b.body.package[i, 0]))


def test_a_second_head_lets_a_lighter_rear_one_hold() -> None:
    alone, two = tied(None), tied(TwoHeads(ladder()[2]))
    needed = alone.holds.scope[1] > 1.1  # what holds anyway only gains the leader's drag
    assert needed.sum() > 4
    assert np.all(two.holds.scope[1][needed] < alone.holds.scope[1][needed])
    assert two.least_mass[0, 0] < alone.least_mass[0, 0]


def test_window_edge_of_two_heads_is_where_the_scope_meets_the_limit() -> None:
    b = tied(TwoHeads(ladder()[2]))
    i = [h.id for h in b.heads].index("3/8")
    u = b.window_high[i]
    there = board(replace(BASE, surface_speed=u), PADDLE_76, [b.heads[i]],
                  rigging=TwoHeads(ladder()[2]))
    assert float(there.holds.scope[1, 0, 0]) == pytest.approx(3.0, rel=2e-3)


def test_a_sinker_holds_whatever_the_jig() -> None:
    # Common practice, no source: 60 to 90 g of sliding sinker for very heavy current.
    fast = tied(OnSinker(0.075), surface_speed=A(0.9), line_diameter=0.24e-3)
    alone = tied(None, surface_speed=A(0.9), line_diameter=0.24e-3)
    assert np.all(fast.holds.scope[1] < 3.0)
    assert not np.any(alone.holds.scope[1, :4] < 3.0)
    assert np.ptp(fast.holds.scope[1]) < 0.25
    # And pressed down: the jig of lead lies on the bottom, as practice says against it.
    assert np.all(fast.holds.lure[1] == 0.0)


def test_least_sinker_holds_exactly() -> None:
    b = tied(OnSinker(0.075), surface_speed=A(0.9))
    least = float(b.least_mass[0, 0])
    there = tied(OnSinker(least), surface_speed=A(0.9))
    assert float(there.holds.scope[1, 0, 0]) == pytest.approx(3.0, rel=3e-3)


def test_a_floating_jig_rides_above_a_sliding_sinker() -> None:
    cork = plastic(100, 12, 12, 6.0, "stick", density=700.0)
    b = board(replace(BASE, surface_speed=A([0.05, 0.4])), cork, [head(0.4, hook=(0.3, 0.7, 8))],
              rigging=OnSinker(0.06, length=0.6))
    up = b.holds.lure[1, 0]
    assert 0.0 < up[1] < up[0] < 0.75
    assert VERDICTS[b.judgement.verdict[0, 0]] == "right"


def test_a_three_way_rig_carries_the_jig_off_the_bottom_in_a_current() -> None:
    # Common practice, no source: 1.5 m to the jig, 0.3 m to 450 g of lead.
    rig = OnSinker(0.45, dropper=0.3, length=1.5, leader=0.6e-3, lift=1.5)
    u = A([0.05, 1.0])
    b = board(replace(BASE, depth=A(20.0), surface_speed=u, line_diameter=0.33e-3), PADDLE_76,
              [one(0.25)], rigging=rig)  # type: ignore[list-item]
    # Wound up two turns it hangs down its leader in slack water, and streams out in the current.
    assert b.holds.lure[1, 0] == pytest.approx([0.35, 1.08], abs=0.02)
    assert np.all(b.holds.scope[1] < 1.5)


def test_sinker_drag_is_that_of_its_ball() -> None:
    # 100 g of lead: a ball of 25.6 mm, 5.16 cm² across, by hand.
    assert float(sinker_area(A(0.1))) == pytest.approx(0.6 * 5.16e-4, rel=2e-3)


def test_a_trailing_jig_pulls_the_other_way_in_a_flow_from_the_other_side() -> None:
    rig = Sinker(A(0.5), A(3e-4), 0.3, 1.5, 0.5e-3)
    one_way, other = (hold(0.04, 2e-4, 0.19e-3, 6.0, 1.5, u, rho=RHO, nu=NU, tackle=rig)
                      for u in (0.5, -0.5))
    assert float(one_way.span) == pytest.approx(-float(other.span))
    assert float(one_way.lure) == pytest.approx(float(other.lure))


@pytest.mark.parametrize(("make", "message"), [
    (lambda: TwoHeads(ladder()[0], spacing=0.0),
     "`rigging.spacing_m` must be at least 0.05 m, got 0 m: measure the leader"),
    (lambda: OnSinker(-0.01),
     "`rigging.sinker_g` must be above 0 g, got -10 g: enter what the scale says"),
    (lambda: OnSinker(0.06, dropper=9.0),
     "`rigging.dropper_m` must be at most 3 m, got 9 m: 0 where it slides on the line"),
    (lambda: OnSinker(0.06, leader=5e-3),
     "`rigging.leader_mm` must be at most 2 mm, got 5 mm: measure the leader"),
])
def test_bad_tackle_is_told_in_one_line(make: object, message: str) -> None:
    with pytest.raises(DomainError) as caught:
        make()  # type: ignore[operator]
    assert str(caught.value) == message
