"""The board as a whole: shapes, monotony, verdicts, windows, edges."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ilha.core.errors import DomainError
from ilha.core.judge.board import Board, board
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.move.cast import Rod, SeenCast
from ilha.core.move.glide import free_fall
from ilha.core.move.hold import hold
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.rig.tackle import OnSinker
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, NU, PADDLE_76, RHO, head, ladder, plastic

SCOPED = [key for key, school in SCHOOLS.items() if school.scope_limit is not None]
BASE = Conditions(np.array(4.2), np.array(0.5), 0.19e-3)


def said(b: Board, step: int = 0) -> dict[str, str]:
    return {h.id: VERDICTS[b.judgement.verdict[i, step]] for i, h in enumerate(b.heads)}


def decided(b: Board, name: str) -> str:
    i = [h.id for h in b.heads].index(name)
    return b.judgement.limits[b.judgement.decided[i, 0]].code


def test_scalar_equals_array() -> None:
    depth, speed = np.array([1.0, 4.2, 9.0]), np.array([0.1, 0.5, 0.9])
    whole = board(replace(BASE, depth=depth, surface_speed=speed), JERK_127, ladder())
    for t in range(3):
        one = board(replace(BASE, depth=depth[t], surface_speed=speed[t]), JERK_127, ladder())
        assert np.array_equal(whole.holds.scope[:, :, t], one.holds.scope[:, :, 0], equal_nan=True)
        assert np.array_equal(whole.judgement.verdict[:, t], one.judgement.verdict[:, 0])
        edge = pytest.approx(one.window_high[:, 0], rel=2e-3, nan_ok=True)
        assert whole.window_high[:, t] == edge
        assert {k: v[t] for k, v in whole.picks.items()} == {k: v[0] for k, v in one.picks.items()}


@settings(max_examples=30, deadline=None)
@given(depth=st.floats(0.3, 30.0), speed=st.floats(0.0, 1.2), line=st.floats(0.08, 0.4))
def test_more_current_never_needs_less_weight(depth: float, speed: float, line: float) -> None:
    two = replace(BASE, depth=np.array(depth), line_diameter=line / 1e3,
                  surface_speed=np.array([speed, speed * 1.1]))
    least = np.nan_to_num(board(two, JERK_127, ladder()).least_mass, nan=np.inf)
    assert np.all(least[:, 1] >= least[:, 0] * (1.0 - 2e-3) - 1e-9)


@settings(max_examples=30, deadline=None)
@given(depth=st.floats(0.3, 30.0), speed=st.floats(0.02, 1.0))
def test_thinner_line_is_never_worse(depth: float, speed: float) -> None:
    cond = replace(BASE, depth=np.array(depth), surface_speed=np.array(speed))
    thin, thick = (
        np.nan_to_num(board(replace(cond, line_diameter=d), JERK_127, ladder()).holds.scope,
                      nan=np.inf)
        for d in (0.12e-3, 0.2e-3)
    )
    assert np.all(thin <= thick + 1e-9)


@settings(max_examples=25, deadline=None)
@given(shape=st.sampled_from(["ball", "bullet", "mushroom", "belly-weighted", "buried", "crab"]),
       soft=st.sampled_from([JERK_127, PADDLE_76, plastic(100, 11, 11, 7.6, "stick", 960.0)]))
def test_heavier_never_falls_slower(shape: str, soft: Plastic) -> None:
    masses = np.geomspace(2.0, 60.0, 40)
    body = assemble(soft, [head(m, shape, name=str(m)) for m in masses])
    glide = free_fall(body, RHO)
    # Speed along the path: a heavier belly weight may glide flatter for all its speed.
    speed = np.hypot(glide.vertical, glide.horizontal)[:, 0]
    sinking = speed[np.isfinite(speed)]
    assert np.all(np.diff(sinking) > -1e-3)


def test_the_hold_is_continuous_through_never() -> None:
    u = np.linspace(0.3, 1.5, 400)
    held = hold(0.06, 2e-4, 0.19e-3, 4.0, 1.5, u, rho=RHO, nu=NU)
    assert held.never[-1]
    assert not held.never[0]
    assert np.all(np.diff(held.y_top) > 0.0)
    assert np.diff(held.y_top).max() < 0.2


def test_window_edge_is_where_the_scope_meets_the_limit() -> None:
    b = board(BASE, JERK_127, ladder())
    for i, h in enumerate(b.heads):
        if np.isfinite(b.window_high[i, 0]):
            there = board(replace(BASE, surface_speed=b.window_high[i]), JERK_127, [h])
            assert float(there.holds.scope[1, 0, 0]) == pytest.approx(3.0, rel=2e-3)


def test_least_mass_holds_exactly() -> None:
    b = board(BASE, JERK_127, ladder())
    grams = float(b.least_mass[0, 0])
    there = board(BASE, JERK_127, [replace(ladder()[0], mass=grams)])
    assert float(there.holds.scope[1, 0, 0]) == pytest.approx(3.0, rel=2e-3)


@pytest.mark.parametrize("school", SCOPED)
def test_verdict_right_means_inside_the_window(school: str) -> None:
    u = np.linspace(0.02, 1.1, 23)
    b = board(replace(BASE, surface_speed=u), JERK_127, ladder(), school=school)
    right = b.judgement.verdict == VERDICTS.index("right")
    inside = (b.window_low <= u * 1.005) & (u <= b.window_high * 1.005)
    assert np.all(inside[right])
    assert right.sum() > 20
    # And a head that plunges is never inside its band.
    heavy = b.judgement.verdict == VERDICTS.index("too-heavy")
    strictly = (b.window_low < u * 0.995) & (u < b.window_high * 0.995)
    assert not np.any(strictly & heavy)


def test_minimum_mass_grows_about_as_the_square_of_the_current() -> None:
    # docs/model.md: 20 % in the current is a step on the ladder.
    two = board(replace(BASE, surface_speed=np.array([0.5, 0.6])), JERK_127, ladder())
    assert 1.3 < two.least_mass[0, 1] / two.least_mass[0, 0] < 1.8


def test_five_metres_a_second_never_holds_and_gives_no_number() -> None:
    b = board(replace(BASE, surface_speed=np.array(5.0)), JERK_127, ladder())
    assert np.isnan(b.holds.scope).all()
    assert np.isnan(b.holds.line_out).all()
    assert set(said(b).values()) == {"too-light"}
    assert all(int(p[0]) == -1 for k, p in b.picks.items() if k != "depth-table")


def test_a_plastic_that_carries_its_head_never_sinks() -> None:
    cork = plastic(127, 14, 16, 10.5, "straight", density=700.0)
    b = board(BASE, cork, [head(3.5, name="light"), head(14.0, name="heavy")])
    assert said(b)["light"] == "too-light"
    assert float(b.glide.wet_weight[0, 0]) < 0.0
    assert np.isnan(b.fall.count[0]).all()
    assert np.isfinite(b.fall.count[1]).all()
    # Reasons: it never holds (no number), because it never sinks.
    sinks = next(item for item in b.judgement.limits if item.code == "sinks")
    assert not np.broadcast_to(sinks.passed, b.shape)[0, 0]


def test_rod_rating_and_reach_decide() -> None:
    rod = Rod(lure_min=0.016, lure_max=0.030)
    b = board(replace(BASE, surface_speed=np.array(0.1)), JERK_127, ladder(), rod)
    assert said(b)["1"] == "unsafe-for-outfit"
    assert decided(b, "1") == "outfit"
    assert (said(b)["1/8"], decided(b, "1/8")) == ("too-light", "casts")
    far = board(replace(BASE, surface_speed=np.array(0.1), cast=60.0), JERK_127, ladder(),
                Rod(0.005, 0.030, None, (SeenCast(0.018, 40.0),)))
    assert (said(far)["1/4"], decided(far, "1/4")) == ("falls-short", "reaches")


def test_a_cast_that_is_a_guess_rules_nothing_out() -> None:
    """Beyond half as much again of what was seen it is at most only just."""
    rod = Rod(0.005, 0.060, None, (SeenCast(0.012, 30.0),))
    b = board(replace(BASE, surface_speed=np.array(0.1), cast=60.0), JERK_127, ladder(), rod)
    assert said(b)["1"] == "marginal"
    assert decided(b, "1") == "reaches"


@pytest.mark.parametrize(("oz", "line_mm", "cast", "wind", "tip", "fished"), [
    (0.1, 0.15, 28.0, 4.5, 1.5, True), (0.1, 0.15, 28.0, 5.0, 1.5, True),
    (0.125, 0.15, 20.0, 6.0, 0.5, True), (1 / 16, 0.15, 20.0, 8.0, 1.5, False),
])
def test_wind_as_anglers_throw_in_it(
    oz: float, line_mm: float, cast: float, wind: float, tip: float, fished: bool
) -> None:
    """Common practice, no source: what is not fished is at best only just in touch."""
    cond = replace(BASE, depth=np.array(2.0), surface_speed=np.array(0.0), tip_height=tip,
                   line_diameter=line_mm / 1e3, cast=cast, wind=wind)
    one = head(oz * 28.35, hook=(0.5, 0.8, 9.0), name="one")
    b = board(cond, PADDLE_76, [one])
    limit = next(x for x in b.judgement.limits if x.code == "in-touch")
    assert bool(np.all(limit.passed[1 if fished else 2])) == fished
    # Along the cast it counts nothing.
    along = board(replace(cond, wind_angle_deg=0.0), PADDLE_76, [one])
    assert said(along)["one"] == "right"


def test_wind_asks_for_weight() -> None:
    calm = board(replace(BASE, surface_speed=np.array(0.05)), PADDLE_76, ladder())
    rough = board(replace(BASE, surface_speed=np.array(0.05), wind=12.0), PADDLE_76, ladder())
    before, after = (b.heads[int(b.picks["lightest-practical"][0])].mass for b in (calm, rough))
    assert after > before
    assert decided(rough, "1/8") == "in-touch"


def test_a_sleeping_tail_is_too_light() -> None:
    # Common practice, no source: a paddle wants about 0.2 m/s on the drop.
    light = plastic(76, 11, 15, 4.6, "paddle", density=980.0)
    still = replace(BASE, surface_speed=np.array(0.0), feed_tension=0.0)
    b = board(still, light, [head(0.05, hook=(0.25, 0.6, 7), name="tiny")])
    assert 0.0 < float(b.glide.vertical[0, 0]) < 0.2
    assert (said(b)["tiny"], decided(b, "tiny")) == ("too-light", "tail-works")


def test_marginal_where_a_fifth_more_current_sweeps_it() -> None:
    b = board(BASE, JERK_127, ladder())
    i = [h.id for h in b.heads].index("1/4")
    assert b.holds.scope[1, i, 0] <= 3.0 < np.nan_to_num(b.holds.scope[2, i, 0], nan=99.0)
    assert said(b)["1/4"] == "marginal"


@pytest.mark.parametrize(("depth", "current", "oz"), [
    (1.5, 0.4, "1/8"), (1.5, 0.41, "1/4"), (3.0, 0.1, "1/4"), (3.1, 0.1, "3/8"), (9.0, 0.5, "1/2")])
def test_depth_table(depth: float, current: float, oz: str) -> None:
    cond = replace(BASE, depth=np.array(depth), surface_speed=np.array(current))
    b = board(cond, JERK_127, ladder())
    assert b.heads[int(b.picks["depth-table"][0])].id == oz


def test_depth_table_takes_the_nearest_that_fits_the_outfit() -> None:
    b = board(replace(BASE, depth=np.array(9.0)), JERK_127, ladder(), Rod(lure_max=0.018))
    assert b.heads[int(b.picks["depth-table"][0])].id == "1/6"


def test_drifting_with_the_water_needs_little() -> None:
    still = board(replace(BASE, depth=np.array(18.0), surface_speed=np.array(0.4)), JERK_127,
                  ladder())
    along = board(replace(BASE, depth=np.array(18.0), surface_speed=np.array(0.4),
                          drift_follows=True), JERK_127, ladder())
    assert along.picks["lightest-practical"][0] < still.picks["lightest-practical"][0]


@pytest.mark.parametrize(("change", "message"), [
    ({"depth": 0.0}, "`mark.depth_m` must be above 0 m, got 0 m: enter the depth at the mark"),
    ({"depth": -3.0}, "`mark.depth_m` must be above 0 m, got -3 m: enter the depth at the mark"),
    ({"depth": np.nan}, "`mark.depth_m` must be a finite number, got nan m: enter the depth at the"
                        " mark"),
    ({"surface_speed": -0.1}, "`flow.surface_speed_m_s` must be at least 0 m/s, got -0.1 m/s: enter"
                              " the current at the surface"),
    ({"line_diameter": 0.0}, "`line.diameter_mm` must be above 0 mm, got 0 mm: thin braid is 0.1 to"
                             " 0.3 mm"),
    ({"zone_to": 0.0}, "`zone.to_bottom_m` must be above from_bottom_m, got 0 m: give the zone's"
                       " upper edge"),
])
def test_bad_conditions_are_told_in_one_line(change: dict[str, float], message: str) -> None:
    with pytest.raises(DomainError) as caught:
        board(replace(BASE, **change), JERK_127, ladder())  # type: ignore[arg-type]
    assert str(caught.value) == message


def test_an_empty_box_and_a_double_are_refused() -> None:
    with pytest.raises(DomainError, match="`heads` must hold at least one head, got none: add a"):
        board(BASE, JERK_127, [])
    twins: list[Head] = [ladder()[0], ladder()[0]]
    with pytest.raises(DomainError, match="id of their own"):
        board(BASE, JERK_127, twins)


def test_errors_carry_their_data() -> None:
    with pytest.raises(DomainError) as caught:
        board(replace(BASE, depth=np.array([2.0, -3.0])), JERK_127, ladder())
    error = caught.value
    assert (error.field, error.value, error.unit, error.low) == ("mark.depth_m", -3.0, "m", 0.0)


@pytest.mark.parametrize("wind", [0.0, 0.1, 0.315, 0.6])
@pytest.mark.parametrize("school", SCOPED)
def test_drifting_finds_its_least_mass_whatever_the_wind(wind: float, school: str) -> None:
    """A boat that outruns the water trails its line: signs turn over, the answer must not."""
    cond = Conditions(np.full(9, 17.0), np.linspace(0.0, 0.5, 9), 0.28e-3, drift_speed=wind,
                      drift_follows=True)
    b = board(cond, JERK_127, ladder(), school=school)
    for t in range(9):
        grams = float(b.least_mass[0, t])
        if np.isfinite(grams) and grams > 0.0:
            at = replace(cond, depth=np.array(17.0), surface_speed=cond.surface_speed[t])
            there = board(at, JERK_127, [replace(ladder()[0], mass=grams)], school=school)
            limit = SCHOOLS[school].scope_limit
            assert float(there.holds.scope[1, 0, 0]) == pytest.approx(limit, rel=3e-3)


def test_a_held_fall_from_a_boat_that_goes_with_the_water_is_one_in_still_water() -> None:
    still = board(replace(BASE, surface_speed=np.array(0.0), fall="held"), JERK_127, ladder())
    along = board(replace(BASE, surface_speed=np.array(0.6), fall="held", drift_follows=True),
                  JERK_127, ladder())
    assert along.count[:, 0] == pytest.approx(still.count[:, 0], rel=1e-9)
    anchored = board(replace(BASE, surface_speed=np.array(0.3), fall="held"), JERK_127, ladder())
    assert np.all(anchored.lead[4:, 0] > 0.5)


@pytest.mark.parametrize("rigging", [None, OnSinker(0.06)])
@pytest.mark.parametrize("how", [
    {}, {"fall": "held"}, {"fall": "fed-then-held"}, {"steady": True},
    {"steady": True, "swell_m": 0.6}, {"fall": "held", "wind": 8.0}])
def test_asked_for_verdicts_alone_it_gives_the_same_ones(
    how: dict[str, Any], rigging: OnSinker | None
) -> None:
    """What no verdict needs (the low estimate, spans, windows) is left out of it; no more."""
    phase = np.linspace(0.0, 4.0 * np.pi, 37)
    water = Conditions(4.0 + 1.5 * np.sin(phase), np.abs(1.1 * np.cos(phase)), 0.19e-3,
                       zone_to=1.0, **how)
    whole, bare = (board(water, JERK_127, ladder(), rigging=rigging, verdicts=alone)
                   for alone in (False, True))
    seen = set()
    for key, one in whole.judged.items():
        other = bare.judged[key]
        for name in ("verdict", "decided", "water", "water_decided"):
            assert np.array_equal(getattr(one, name), getattr(other, name)), (key, name)
        assert np.array_equal(whole.picks[key], bare.picks[key]), key
        seen |= set(np.unique(one.verdict).tolist())
    assert len(seen) >= 3
