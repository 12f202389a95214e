"""Rigs that a sinker carries: the sinker that holds, how high the plastic rides over the bottom.
Expected values: statics by hand, limits of slack water."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.bench.line_rigs import (
    DROP_SHOT_DROPPER,
    SINKERS,
    THREE_WAY_DROPPER,
    carried,
    front_share,
    on_lead,
)
from ilha.core.choose.rules import RULES

KEYS = ("sliding-sinker", "three-way", "drop-shot")
LURE = {"weight": 0.02, "area": 4e-4, "line": 0.24e-3}


def test_in_slack_water_the_least_is_what_such_rigs_begin_at() -> None:
    for key, least in zip(KEYS, (0.060, 0.090, 0.007), strict=True):
        found = carried(key, depth=6.0, current=0.0, **LURE)
        assert (found.least, found.size) == pytest.approx((least, least))


def test_in_slack_water_a_drop_shot_hangs_at_its_dropper() -> None:
    assert carried("drop-shot", depth=6.0, current=0.0, **LURE).over == pytest.approx(
        DROP_SHOT_DROPPER, rel=1e-3)


def test_in_slack_water_a_heavy_lure_on_a_three_way_rig_hangs_straight_down() -> None:
    """1.5 m of leader below a swivel that is 0.3 + 2.25 m up: 1.05 m over the bottom."""
    found = carried("three-way", depth=20.0, current=0.0, **LURE)
    assert found.over == pytest.approx(THREE_WAY_DROPPER + 2.25 - 1.5, abs=1e-3)


def test_a_lure_that_drags_streams_out_behind_the_swivel() -> None:
    """By hand: a leader without drag of its own lies at atan(W / F), F = rho/2 CdA u². W 0.05 N,
    CdA 4 cm², u at 2.55 m of 20 in a seventh-root profile of 0.6 m/s at the top: 0.447 m/s; F
    0.041 N, the angle 50.6°: 1.5 sin = 1.16 m below the swivel. The leader's own drag lifts it."""
    u = 0.6 * (2.55 / 20.0) ** (1.0 / 7.0)
    bare = np.arctan2(0.05, 0.5 * 1024.8 * 4e-4 * u**2)
    found = carried("three-way", 0.05, 4e-4, 0.05e-3, 20.0, 0.6)
    below = 2.55 - found.over
    assert below < 1.5 * np.sin(bare)
    assert below == pytest.approx(1.5 * np.sin(bare), rel=0.08)


@pytest.mark.parametrize("key", KEYS)
def test_more_current_wants_more_lead_and_lets_the_plastic_down_or_up_but_never_through(
    key: str
) -> None:
    found = [carried(key, depth=15.0, current=u, **LURE) for u in (0.0, 0.3, 0.6, 0.9, 1.2)]
    least = [each.least for each in found]
    assert least == sorted(least)
    for each in found:
        assert each.size in SINKERS or each.size == pytest.approx(each.least)
        assert each.size >= 0.999 * each.least
        assert 0.0 <= each.over <= on_lead(key).dropper + on_lead(key).lift + on_lead(key).leader


def test_a_drop_shot_leans_with_the_current() -> None:
    over = [carried("drop-shot", depth=15.0, current=u, **LURE).over for u in (0.0, 0.4, 0.8)]
    assert over == sorted(over, reverse=True)


def test_what_no_sinker_holds_is_said() -> None:
    found = carried("sliding-sinker", depth=150.0, current=5.0, weight=0.02, area=4e-4, line=0.5e-3)
    assert np.isnan(found.least)
    assert np.isnan(found.over)


def test_in_shallow_water_it_is_wound_up_no_more_than_half_way() -> None:
    assert on_lead("three-way", depth=2.0).lift == pytest.approx(1.0)
    assert on_lead("three-way", 0.6, 30.0).lift == pytest.approx(1.8)


@pytest.mark.parametrize("current", [0.05, 0.3, 0.8])
def test_the_bench_and_the_rules_want_the_same_front_head(current: float) -> None:
    """The steps on the Bench and the points of the search: one share in one current."""
    share = front_share(current)
    asked = [rule.wants["front_over_rear"] for rule in RULES if "front_over_rear" in rule.wants
             and rule.when["surface_speed_m_s"][0] <= current <= rule.when["surface_speed_m_s"][1]]
    assert len(asked) == 1
    assert asked[0][0] <= share <= asked[0][1]
