"""Fed fall, swing, rest, retrieve and cast: limits, monotony, drawing."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.move.cast import (
    Rod,
    SeenCast,
    cast_distance,
    flight,
    is_guess,
    launch_energy,
    package_drag_area,
)
from ilha.core.move.fall import Fall, fed_fall, fed_path, stop_count, swing
from ilha.core.move.held import line_drag
from ilha.core.move.rest import LEANS, LIES, STANDS, rest
from ilha.core.rig.assembly import assemble
from ilha.core.water.flow import SEVENTH_ROOT, UNIFORM
from tests.rigs import JERK_127, RHO, falling, head, ladder, plastic

A = np.array


def fed(depth: float = 6.0, u: float = 0.3, pull: float = 0.01, zone: tuple[float, float] = (0, 1),
        weight: float = 0.08) -> Fall:
    return fed_fall(falling(weight, 0.9, depth, u, pull), *zone)


def test_count_and_drift_grow_with_depth_pull_and_current() -> None:
    assert float(fed(9.0).count) > float(fed(6.0).count)
    assert float(fed(pull=0.03).count) > float(fed().count)
    assert float(fed(u=0.6).shift) == pytest.approx(2.0 * float(fed(u=0.3).shift))
    # The current on a fed line does not change the count.
    assert float(fed(u=0.6).count) == float(fed(u=0.0).count)


def test_a_pull_that_holds_the_rig_up_gives_no_number() -> None:
    held = fed(pull=0.09)
    assert np.isnan(held.count)
    assert np.isnan(held.shift)


def test_zone_time_is_the_part_of_the_count_inside_it() -> None:
    whole, low, high = fed(zone=(0, 6)), fed(zone=(0, 2)), fed(zone=(2, 6))
    assert float(whole.zone) == pytest.approx(float(whole.count))
    assert float(low.zone) + float(high.zone) == pytest.approx(float(whole.zone))
    # A zone that reaches above the surface ends there.
    assert float(fed(zone=(0, 60)).zone) == pytest.approx(float(whole.zone))
    assert float(fed(depth=3.0, zone=(4, 5)).zone) == 0.0
    assert 0.0 < float(high.middle) < float(low.middle) < float(whole.count)


def test_positions_run_from_the_splash_to_the_touchdown() -> None:
    height, drift = fed_path(falling(0.08, 0.9), 9)
    assert (height[0], height[-1]) == (pytest.approx(1.0), pytest.approx(0.0, abs=1e-9))
    assert float(drift[0]) == pytest.approx(0.0, abs=1e-9)
    assert float(drift[-1]) == pytest.approx(float(fed().shift), rel=1e-6)
    assert np.all(np.diff(height) < 0.0)
    assert np.all(np.diff(drift) > 0.0)
    # The line's drag slows it: more than half the depth in half the count.
    assert float(height[4]) < 0.5


def test_the_swing_takes_longer_than_the_fed_fall_and_comes_in() -> None:
    got = swing(falling(0.08, 0.9, 4.0), A(25.0), A(1.5), 0.0, 1.0)
    assert float(got.fall.count) > float(fed(4.0, pull=0.0).count)
    assert 0.0 < float(got.fall.come_in) < 4.0
    assert bool(got.tabled)
    assert not bool(swing(falling(0.08, 0.9, 12.0), A(13.0), A(1.5), 0.0, 1.0).tabled)


def test_held_from_the_surface_and_from_just_below_it_are_one() -> None:
    f = falling(0.08, 0.9, 4.0, pull=0.0)
    starts = A([0.0, 1e-6, 0.5, 1.0, 2.0, 3.9])
    falls = [swing(f, A(25.0), A(1.5), 0.0, 1.0, A(s)).fall for s in starts]
    assert float(falls[1].count) == pytest.approx(float(falls[0].count), rel=1e-5)
    assert float(falls[1].come_in) == pytest.approx(float(falls[0].come_in), rel=1e-5)
    # The later it is held the sooner it is down, and the less it comes in.
    counts = [float(x.count) for x in falls[2:]]
    assert counts == sorted(counts, reverse=True)
    assert float(falls[-1].come_in) < 0.2
    assert float(falls[-1].count) == pytest.approx(float(f.seconds(A(4.0))), rel=0.05)


def test_slack_then_held_spends_longer_in_the_zone() -> None:
    # Common practice, no source: a little tension just before the bottom lets it hang.
    f = falling(0.08, 0.9, 4.0, pull=0.0)
    slack = fed_fall(f, 0.0, 1.0)
    mixed = swing(f, A(25.0), A(1.5), 0.0, 1.0, A(3.0)).fall
    assert float(mixed.zone) > 1.1 * float(slack.zone)
    assert float(mixed.hold_at) == pytest.approx(float(slack.count - slack.zone))
    assert float(mixed.count) == pytest.approx(float(mixed.hold_at + mixed.zone))


def test_the_swings_path_starts_at_the_splash_and_ends_on_the_bottom() -> None:
    f = falling(A([[0.08]]), A([[0.9]]), A([4.0]), pull=0.0)
    for start in (0.0, 2.5):
        swung = swing(f, A(25.0), A(1.5), 0.0, 1.0, A([start]))
        height, drift, come_in = swung.path(f, 9)
        assert height[[0, -1], 0, 0].tolist() == pytest.approx([1.0, 0.0], abs=1e-9)
        assert float(come_in[0, 0, 0]) == pytest.approx(0.0, abs=1e-12)
        assert float(come_in[-1, 0, 0]) == pytest.approx(float(swung.fall.come_in[0, 0]))
        assert float(drift[-1, 0, 0]) == pytest.approx(float(swung.fall.shift[0, 0]))
        assert np.all(np.diff(height[:, 0, 0]) < 0.0)


def test_a_held_path_comes_in_with_the_square_of_the_depth_and_drifts_with_the_time() -> None:
    f, start = falling(A([[0.08]]), A([[0.9]]), A([4.0]), 0.3), 1.0
    swung = swing(f, A(25.0), A(1.5), 0.0, 1.0, A([start]))
    height, drift, come_in = (v[..., 0, 0] for v in swung.path(f, 41))
    count, hold_at = float(swung.fall.count[0, 0]), float(swung.fall.hold_at[0, 0])
    share = np.linspace(0.0, 1.0, 41)
    assert drift == pytest.approx(float(swung.fall.shift[0, 0]) * share)
    loose = share * count < hold_at
    assert loose.any()
    assert np.all(come_in[loose] == 0.0)
    through = (4.0 * (1.0 - height[~loose]) - start) / (4.0 - start)
    assert come_in[~loose] == pytest.approx(float(swung.fall.come_in[0, 0]) * through**2, abs=1e-9)
    # Before it is held it falls as the fed one does.
    fed_s = f.seconds(4.0 * (1.0 - height[loose]))[0]
    assert fed_s == pytest.approx(share[loose] * count, abs=0.02)


def test_a_held_fall_slows_down_on_its_way_as_its_line_drags() -> None:
    """The closed form of a fall whose line drags k z beside the rig's own K (section 2): t(z) goes
    with (K + k z)^1.5, k of 0.77 of the line's drag; to the middle of the zone by hand."""
    f = falling(0.08, 0.9, 10.0)
    got = swing(f, A(30.0), A(1.5), 0.0, 4.0).fall
    cd = float(line_drag(A(0.9), f.diameter, f.nu))
    k = 0.77 * 0.5 * float(f.rho) * cd * float(f.diameter)
    big = float(f.big_k)

    def t(z: float) -> float:
        return (big + k * z) ** 1.5 - big**1.5

    assert float(got.middle / got.count) == pytest.approx(t(8.0) / t(10.0), rel=1e-6)
    assert float(got.zone / got.count) == pytest.approx(1.0 - t(6.0) / t(10.0), rel=1e-6)


def test_a_held_fall_through_a_zone_off_the_bottom_by_hand() -> None:
    """Let go for 2 of 10 m, then held; the zone lies from 6 to 8 m down, its middle at 7."""
    f = falling(0.08, 0.9, 10.0, 0.3)
    got = swing(f, A(30.0), A(1.5), 2.0, 4.0, A(2.0)).fall
    k = 0.77 * 0.5 * float(f.rho) * float(line_drag(A(0.9), f.diameter, f.nu)) * float(f.diameter)
    slack, big = float(f.seconds(A(2.0))), float(f.big_k)
    held = float(got.count) - slack

    def part(down: float) -> float:
        return ((big + k * (down - 2.0)) ** 1.5 - big**1.5) / ((big + k * 8.0) ** 1.5 - big**1.5)

    assert float(got.hold_at) == pytest.approx(slack)
    assert float(got.middle) == pytest.approx(slack + held * part(7.0))
    assert float(got.leaves) == pytest.approx(slack + held * part(8.0))
    assert float(got.zone) == pytest.approx(held * (part(8.0) - part(6.0)))
    assert float(got.line) == pytest.approx(np.hypot(30.0, 3.5))
    assert float(got.middle_in) == pytest.approx(float(got.come_in) * (5.0 / 8.0) ** 2)
    fed_m = float(f.drift_to(A(2.0), f.pull)) * 0.3
    drift = float(got.shift) - fed_m
    assert drift > 0.0
    assert float(got.middle_shift) == pytest.approx(fed_m + drift * part(7.0))
    # Let down on the current's own side nothing is carried sideways while it is fed.
    along = swing(f, A(30.0), A(1.5), 2.0, 4.0, A(2.0), angle_deg=0.0).fall
    assert float(along.shift) == pytest.approx(0.0, abs=1e-9)
    low = swing(f, A(30.0), A(1.5), 0.0, 9.5, A(2.0)).fall
    assert float(low.middle) == pytest.approx(slack + held * part(5.25))


def test_a_held_fall_needs_a_line_that_reaches_and_a_table_that_holds_it() -> None:
    """What is out when it is held, √(x² + 3.5²), reaches 11.5 m down or it does not."""
    f = falling(0.08, 0.9, 10.0, 0.3)
    short, enough = (swing(f, A(x), A(1.5), 0.0, 1.0, A(2.0)) for x in (10.95, 10.96))
    assert np.isnan(float(short.fall.count))
    assert np.isfinite(float(enough.fall.count))

    def tabled(x: float, current: float = 0.3, depth: float = 10.0) -> bool:
        return bool(swing(falling(0.08, 0.9, depth, current), A(x), A(1.5), 0.0, 1.0).tabled)

    assert [tabled(x) for x in (10.99, 11.01, 319.9, 320.1)] == [False, True, True, False]
    assert [tabled(25.0, u) for u in (1.16, 1.18)] == [True, False]


def test_a_held_fall_knows_the_current() -> None:
    """Without one, no angle and no drift; with one, slower cast down-current than up it."""
    still = falling(0.08, 0.9, 4.0, 0.0)
    falls = [swing(still, A(25.0), A(1.5), 0.0, 1.0, angle_deg=a).fall for a in (0.0, 90.0, 180.0)]
    assert all(float(x.count) == pytest.approx(float(falls[0].count), rel=1e-9) for x in falls)
    assert all(float(x.shift) == pytest.approx(0.0, abs=1e-9) for x in falls)
    moving = falling(0.08, 0.9, 4.0, 0.3)
    down, across, up = (swing(moving, A(25.0), A(1.5), 0.0, 1.0, angle_deg=a).fall
                        for a in (0.0, 90.0, 180.0))
    assert float(down.count) > float(across.count) > float(up.count)
    assert float(across.shift) == pytest.approx(0.84 * 0.3 * float(across.count), rel=0.08)


def test_a_held_fall_takes_longer_the_deeper_and_in_wind_across() -> None:
    counts = [float(swing(falling(0.08, 0.9, d, 0.2), A(30.0), A(1.5), 0.0, 1.0).fall.count)
              for d in (2.0, 4.0, 6.0, 9.0, 14.0)]
    assert counts == sorted(counts)
    f = falling(0.08, 0.9, 5.0, 0.2)
    calm, windy = (swing(f, A(25.0), A(1.5), 0.0, 1.0, wind=A(w)).fall for w in (0.0, 8.0))
    assert float(windy.count) > 1.2 * float(calm.count)
    assert float(windy.come_in) > float(calm.come_in) + 1.0


def test_stopping_a_line_let_down_hangs_the_rig_in_the_zone() -> None:
    # In slack water: the line out is the way down to the zone and the tip's height.
    f = falling(0.08, 0.9, 12.0, 0.0)
    hung = A(9.0 + 1.5)
    assert float(stop_count(f, hung, A(1.5), A(3.0))) == pytest.approx(
        float(f.seconds(A(9.0))), rel=2e-3)
    # In a current more line is needed than depth, and part of it is drawn off while it drifts.
    moving = falling(0.08, 0.9, 12.0, 0.2)
    later = float(stop_count(moving, A(9.9 + 1.5), A(1.5), A(3.0)))
    assert float(moving.seconds(A(8.0))) < later < float(moving.seconds(A(12.0)))
    # More line than the bottom lets out: it never hangs there.
    assert np.isnan(stop_count(f, A(40.0), A(1.5), A(3.0)))
    assert np.isnan(stop_count(f, A(np.nan), A(1.5), A(3.0)))


def test_a_floating_stick_stands_in_slack_and_leans_in_a_current() -> None:
    stick = plastic(70, 10, 10, 4.3, "stick", 960.0)
    body = assemble(stick, [head(1.8, "mushroom", (0.5, 0.8, 9), 15.0)])
    words = rest(body, A([RHO]), A([0.0, 0.1, 0.4]), A([4.0]), UNIFORM).words[0]
    assert words.tolist() == [STANDS, LEANS, LEANS]


def test_plastisol_lies_and_a_flat_foot_stands_what_a_ball_does_not() -> None:
    still = (A([RHO]), A([0.0]), A([4.0]), SEVENTH_ROOT)
    assert rest(assemble(JERK_127, [head(7.0)]), *still).words[0, 0] == LIES
    nearly = plastic(76, 11, 12, 5.6, "stick", 1020.0)
    foot = rest(assemble(nearly, [head(10.0, "football", (0.5, 0.8, 9), 15.0)]), *still)
    ball = rest(assemble(nearly, [head(10.0, "ball", (0.5, 0.8, 9), 15.0)]), *still)
    assert float(foot.angle[0, 0]) > float(ball.angle[0, 0])


def test_wind_helps_from_behind_and_hinders_ahead() -> None:
    behind, calm, ahead = (float(flight(28.0, 0.01, 2.5e-4, 0.19e-3, w)) for w in (6, 0, -6))
    assert behind > calm > ahead


def test_thin_line_casts_farther() -> None:
    body = assemble(JERK_127, ladder())
    thin, thick = (cast_distance(Rod(), body.package, package_drag_area(body), d, A(0.0))
                   for d in (0.12e-3, 0.28e-3))
    assert np.all(thin > thick)


def test_far_from_the_reference_cast_is_a_guess() -> None:
    body = assemble(plastic(64, 11, 12, 3.2, "curl"), ladder({"1/8": 0.125, "1": 1.0}))
    assert is_guess(Rod(), body.package)[:, 0].tolist() == [False, True]


def test_a_cast_no_rod_makes_is_refused() -> None:
    with pytest.raises(DomainError, match=r"rod\.reference_cast\.distance_m"):
        launch_energy(SeenCast(distance=149.0, drag_area=12e-4), 0.008)
    with pytest.raises(DomainError, match=r"rod\.reference_cast\.mass_g"):
        SeenCast(mass=0.0)
