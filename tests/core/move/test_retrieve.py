"""A retrieve's limits, order and band of speeds; its figures are tried in tests/reference."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ilha.core.errors import Array
from ilha.core.move import swim as steps_of
from ilha.core.move.reeled import Water
from ilha.core.move.retrieve import HIGH_UP, Asked, _Band, _crossing, retrieve
from ilha.core.move.swim import swim
from ilha.core.move.way_in import Shares
from ilha.core.rig.assembly import assemble
from ilha.core.water.swell import Swell, wave_number
from tests.rigs import BULKY_102, NU, RHO, head

A = np.array


def judged(water_: Water, speed: Array | float, cast: float, low: float, high: float) -> Shares:
    return Asked(water_, cast, low, high).judged(speed)


def water(grams: list[float], depth: float = 3.4, current: float = 0.0, angle: float = 90.0,
          swell: float = 0.0) -> Water:
    body = assemble(BULKY_102, [head(g, hook=(2.5, 1.5, 19), name=str(g)) for g in grams])
    return Water(body.wet_weight(RHO), body.drag_area, A(0.28e-3), A([depth]), A([2.5]), A(RHO),
                 A(NU), A([current]), float(np.radians(angle)), swell=Swell(swell))


def test_speed_band_lies_between_dragging_and_riding_up() -> None:
    w = water([21.0, 28.0, 42.0])
    got = retrieve(w, A(0.7), A(40.0), 0.0, 1.0, 0.0)
    inside = 0.5 * (got.speed_low + got.speed_high)
    assert np.isfinite(inside).all()
    there = judged(w, inside, 40.0, 0.0, 1.0)
    assert not np.any(there.drags | there.rides_up)
    assert np.all(judged(w, 0.85 * got.speed_low, 40.0, 0.0, 1.0).drags)
    assert np.all(judged(w, 1.15 * got.speed_high, 40.0, 0.0, 1.0).rides_up)
    # Heavier heads want more speed.
    assert np.all(np.diff(got.speed_low, axis=0) > 0.0)


def test_the_band_agrees_with_the_verdict_at_the_chosen_speed() -> None:
    w = water([7.0, 14.0, 21.0, 28.0, 42.0, 57.0])
    for speed in (0.4, 0.6, 0.9, 1.2):
        got = retrieve(w, A(speed), A(40.0), 0.0, 1.0, 0.0)
        inside = (got.speed_low <= speed) & (speed <= got.speed_high)
        faultless = ~(got.shares.drags | got.shares.rides_up)
        assert np.array_equal(inside, faultless & np.isfinite(got.speed_low))


def test_a_long_day_reads_its_band_between_steps() -> None:
    depth = np.linspace(2.5, 4.5, 97)
    w = replace(water([28.0]), depth=depth)
    whole = retrieve(w, A(0.8), A(40.0), 0.0, 1.0, 0.0)
    for i in (0, 31, 64, 96):
        one = retrieve(replace(w, depth=depth[i : i + 1]), A(0.8), A(40.0), 0.0, 1.0, 0.0)
        # As far as single precision goes.
        assert whole.zone_share[0, i] == pytest.approx(one.zone_share[0, 0], abs=1e-6)
        assert whole.speed_high[0, i] == pytest.approx(one.speed_high[0, 0], rel=0.02)


def test_its_figures_are_those_of_the_way_it_goes() -> None:
    """Off the bottom at once, on the way, and never: read from the path by hand."""
    got = retrieve(water([7.0, 28.0, 200.0]), A(0.7), A(40.0), 0.2, 1.0, 0.0)
    for i in range(3):
        go, height = got.path.go[:, i, 0], got.path.height[:, i, 0]
        off = np.flatnonzero(height > 0.03)
        begins = go[off[0] - 1] if off.size else go[-2]
        assert got.lift_off[i, 0] == pytest.approx(40.0 * begins)
        fine = np.linspace(1.0, go[-1], 20_001)[:-1]
        at = np.interp(-fine, -go, height)
        inside = (at >= 0.2) & (at <= 1.0)
        assert got.zone_share[i, 0] == pytest.approx(inside.mean(), abs=2e-3)
        middle = (fine <= 0.75) & (fine >= 0.25)
        # What is cut at a quarter counts by the whole stretch.
        assert got.bottom_share[i, 0] == pytest.approx((at[middle] <= 0.03).mean(), abs=0.02)
    assert got.bottom_share[2, 0] == 1.0
    assert got.lift_off[0, 0] > got.lift_off[1, 0] > got.lift_off[2, 0]


def test_a_speed_that_is_too_much_or_too_little_ends_the_band_at_what_is_tried() -> None:
    """The heaviest drags at every speed; what is tried stays between the slowest and the fastest
    reel."""
    w = water([7.0, 30.0, 400.0])
    got = retrieve(w, A(0.8), A(40.0), 0.0, 1.0, 0.0)
    assert np.isnan(got.speed_low[2, 0])
    assert np.isfinite(got.speed_low[:2, 0]).all()
    tried = [_Band.of(got.shares, A(speed), None).tried for speed in (0.12, 2.9)]
    assert (tried[0].min(), tried[1].max()) == (0.1, 3.0)


def test_a_band_that_is_looked_for_at_some_steps_is_that_of_all_at_those() -> None:
    w = replace(water([21.0, 28.0]), depth=np.linspace(2.5, 4.5, 9))
    speed, cast, some = A(0.8), np.linspace(38.0, 42.0, 9), A([0, 4, 8])
    zone = np.linspace(0.8, 1.2, 9)
    whole, few = (retrieve(w, speed, cast, 0.0, zone, 0.0, at) for at in (None, some))
    for name in ("speed_low", "speed_high"):
        all_, read = getattr(whole, name), getattr(few, name)
        assert read[:, some] == pytest.approx(all_[:, some], rel=1e-5)
        straight = 0.5 * (all_[:, 0] + all_[:, 4])
        assert read[:, 2] == pytest.approx(straight, rel=1e-5)


@pytest.mark.parametrize("swell", [0.0, 0.6])
def test_only_speeds_on_the_side_of_an_edge_are_asked_and_the_band_is_that_of_all(
    swell: float, monkeypatch: pytest.MonkeyPatch
) -> None:
    w = water(list(np.geomspace(4.0, 80.0, 12)), current=0.2, angle=45.0, swell=swell)
    w = replace(w, depth=np.linspace(2.5, 4.5, 7))

    def found() -> tuple[Array, Array, float]:
        got = retrieve(w, A(0.7), A(40.0), 0.0, 1.0, 0.0)
        band = _Band.of(got.shares, A(0.7), None)
        return got.speed_low, got.speed_high, float(band.wanted.mean())

    few = found()
    whole = _Band.of

    def every(*given: object) -> _Band:
        band = whole(*given)  # type: ignore[arg-type]
        return replace(band, wanted=np.ones_like(band.wanted))

    monkeypatch.setattr(_Band, "of", every)
    all_ = found()
    assert few[2] < 0.7
    assert np.isfinite(few[0]).any()
    # A block of more columns may be added up in another order.
    for one, other in zip(few[:2], all_[:2], strict=True):
        assert one == pytest.approx(other, rel=1e-3, nan_ok=True)


@pytest.mark.parametrize("swell", [0.0, 0.6])
def test_at_the_estimates_it_rides_up_as_if_each_were_asked_by_itself(swell: float) -> None:
    w = water(list(np.geomspace(4.0, 80.0, 12)), current=0.2, angle=45.0, swell=swell)
    w = replace(w, depth=np.linspace(2.5, 4.5, 7))
    got = retrieve(w, A(0.7), A(40.0), 0.0, 1.0, 0.0)
    for times, found in zip((0.8, 1.0, 1.2), got.rides_up, strict=True):
        there = judged(replace(w, current=times * w.current), times * 0.7, 40.0, 0.0, 1.0)
        # One whose way lies nearly all above is not asked of the lower.
        sure = got.shares.above >= HIGH_UP
        assert np.array_equal(found[~sure], there.rides_up[~sure])
        assert found[sure].all()
    assert 0 < got.rides_up[0].sum() < got.rides_up[1].sum() < got.rides_up[2].sum() < 84


@pytest.mark.parametrize("swell", [0.0, 0.8])
def test_what_stays_low_down_rides_up_at_no_estimate(swell: float) -> None:
    """So it is not asked; nor is it rare: a tenth of the columns or more."""
    rng = np.random.default_rng(7)
    many = (1, 300)
    w = water(list(np.geomspace(5.0, 60.0, 12)), swell=swell)
    w = replace(w, depth=rng.uniform(1.5, 8.0, many), current=rng.uniform(0.0, 0.7, many),
                angle=rng.uniform(0.0, np.pi, many))
    speed = rng.uniform(0.4, 1.1, many)
    low = np.asarray(judged(w, speed, 40.0, 0.0, 1.0).low_down)
    assert low.mean() > 0.1
    higher = judged(replace(w, current=1.2 * w.current), 1.2 * speed, 40.0, 0.0, 1.0)
    assert np.mean(higher.rides_up[low]) < 0.002


def test_a_sleeping_tail_lifts_the_lower_speed() -> None:
    got = retrieve(water([21.0]), A(0.8), A(40.0), 0.0, 1.0, 0.9)
    assert float(got.speed_low[0, 0]) == pytest.approx(0.9)


def test_a_floating_rig_has_no_figures() -> None:
    w = replace(water([7.0]), weight=A([[-0.01]]))
    got = retrieve(w, A(0.7), A(40.0), 0.0, 1.0, 0.0)
    assert np.isnan(got.zone_share).all()
    assert np.isnan(got.speed_high).all()


@settings(max_examples=40, deadline=None)
@given(st.floats(1.5, 9.0), st.floats(0.4, 1.2), st.floats(0.0, 0.4), st.sampled_from([0, 90, 180]))
def test_faster_is_higher_and_heavier_is_lower(
    depth: float, speed: float, current: float, angle: float
) -> None:
    w = water([10.0, 14.0, 20.0, 28.0, 40.0], depth, current, angle)
    cast = max(30.0, 1.5 * depth)
    slow, fast = (swim(w, v, cast).share(-np.inf, 1.0, 1.0, 0.0) for v in (speed, 1.3 * speed))
    # A share is known to a step of the way, of which there are few.
    step = 1.0 / (len(swim(w, speed, cast).go) - 1)
    assert np.all(slow >= fast - step)
    assert np.all(np.diff(slow, axis=0) >= -step)


@settings(max_examples=40, deadline=None)
@given(st.floats(1.5, 9.0), st.floats(0.4, 1.2), st.floats(0.0, 0.4))
def test_the_way_comes_nearer_and_stays_in_the_water(
    depth: float, speed: float, current: float
) -> None:
    path = swim(water([7.0, 28.0], depth, current, 45.0, 0.5), speed, max(30.0, 1.5 * depth))
    assert np.all(np.diff(path.go, axis=0) <= 0.0)
    assert np.all((path.height >= -1e-9) & (path.height <= depth + 1e-9))


def test_a_current_along_the_line_is_like_so_much_speed() -> None:
    """Cast down-current it rises as if reeled faster, up-current as if slower."""
    share = [float(swim(water([14.0], 3.4, u, a), 0.7, 30.0).share(-np.inf, 1.0, 1.0, 0.0)[0, 0])
             for u, a in ((0.3, 0), (0.0, 90), (0.3, 180))]
    assert share[0] < share[1] < share[2]


def test_no_current_has_no_angle_and_no_swell_no_orbit(monkeypatch: pytest.MonkeyPatch) -> None:
    still = swim(water([14.0], angle=0.0), 0.7, 30.0).height
    assert np.array_equal(still, swim(water([14.0], angle=137.0), 0.7, 30.0).height)
    # In waves there are more steps, which alone makes some 2 cm.
    for waves, calm in (("_OUT_IN_WAVES", "_OUT"), ("_HOME_IN_WAVES", "_HOME")):
        for name in (waves, calm):
            monkeypatch.setattr(steps_of, name, np.interp(
                np.linspace(0.0, 1.0, 100), np.linspace(0.0, 1.0, getattr(steps_of, waves).size),
                getattr(steps_of, waves)))
    ripple, level = swim(water([14.0], swell=1e-9), 0.7, 30.0), swim(water([14.0]), 0.7, 30.0)
    for go in (0.75, 0.5, 0.25):
        assert ripple.height_at(go) == pytest.approx(level.height_at(go), abs=0.01)


@pytest.mark.parametrize(("waves", "heights", "shares"), [(0.0, 0.03, 0.02), (1.0, 0.14, 0.06)])
def test_few_steps_are_as_good_as_many(
    monkeypatch: pytest.MonkeyPatch, waves: float, heights: float, shares: float
) -> None:
    """Ten times as many move the heights by 3 cm and the shares by 0.02, root mean square; in waves
    of 0.3 to 1.3 m by 14 cm and 0.06."""
    rng = np.random.default_rng(4)
    w = replace(water(list(np.geomspace(5.0, 40.0, 12))), depth=rng.uniform(1.5, 9.0, (1, 80)),
                current=rng.uniform(0.0, 0.5, (1, 80)), angle=rng.uniform(0.0, np.pi, (1, 80)))
    speed = rng.uniform(0.4, 1.2, (1, 80))
    if waves:
        w = replace(w, depth=rng.uniform(1.5, 5.0, (1, 80)), weight=2.0 * w.weight,
                    swell=Swell(rng.uniform(0.3, 1.3, (1, 80))))
        speed = rng.uniform(0.6, 1.2, (1, 80))

    def found() -> Array:
        path = swim(w, speed, 40.0)
        return np.stack([path.height_at(0.5), path.height_at(0.25), *(
            path.share(*edges, 0.75, 0.25) for edges in ((-np.inf, 0.03), (1.0, np.inf)))])

    few = found()
    for name in ("_OUT_IN_WAVES", "_HOME_IN_WAVES") if waves else ("_OUT", "_HOME"):
        given = getattr(steps_of, name)
        at = np.arange(given.size)
        begin = 1 if name.startswith("_OUT") else 0
        finer = np.interp(np.linspace(begin, at[-1], 10 * at[-1]), at, given)
        monkeypatch.setattr(steps_of, name, np.concatenate([given[:begin], finer]))
    off = np.sqrt(np.mean((few - found()) ** 2, axis=(1, 2)))
    assert np.all(off[:2] < heights)
    assert np.all(off[2:] < shares)


def test_in_water_deeper_than_the_cast_the_rig_does_not_slide_to_the_rods_foot() -> None:
    """Settling would drag it there: 12 m out and 30 m down the first metres reeled in lift it."""
    path = swim(water([28.0], 30.0), 0.6, 12.0)
    assert float(path.go[1, 0, 0]) > 0.5
    assert float(path.height[1, 0, 0]) > 0.5


def test_a_current_carries_it_up_or_presses_it_down_more_the_stronger_it_is() -> None:
    up = [float(swim(water([21.0], 5.0, u, 0.0), 0.7, 40.0).height_at(0.4)[0, 0])
          for u in (0.05, 0.15, 0.25)]
    down = [float(swim(water([7.0], 5.0, u, 180.0), 0.9, 40.0).height_at(0.3)[0, 0])
            for u in (0.05, 0.15, 0.25)]
    assert np.all(np.diff(up) > 0.05)
    assert np.all(np.diff(down) < -0.05)


def test_for_fish_off_the_bottom_none_of_it_may_lie_there() -> None:
    path = swim(water([28.0]), 0.7, 40.0)
    low, off = Shares.of(path, 0.0, 1.0), Shares.of(path, 0.8, 2.0)
    assert float(low.bottom[0, 0]) == pytest.approx(float(off.bottom[0, 0]))
    assert bool(off.drags[0, 0])
    assert bool(off.runs_under[0, 0])


def test_waves_by_a_worked_value() -> None:
    """T = 10 s in 10 m: 92.3 m long (tables of linear wave theory, as in the Shore Protection
    Manual, 1984, appendix C; from memory); in the deep g T²/2 pi, in the shallows T sqrt(g d)."""
    long = [2.0 * np.pi / float(wave_number(d, t)) for d, t in ((10, 10), (500, 8), (0.2, 12))]
    assert long[0] == pytest.approx(92.3, rel=0.005)
    assert long[1] == pytest.approx(9.80665 * 64.0 / (2.0 * np.pi), rel=1e-6)
    assert long[2] == pytest.approx(12.0 * np.sqrt(9.80665 * 0.2), rel=2e-3)


def test_orbits_close_at_the_bottom_and_reach_the_surfaces_height() -> None:
    """At the bottom no water goes up; at the surface it rises and falls by half the height."""
    d, swell = A(5.0), Swell(0.8, 7.0)
    k = wave_number(d, 7.0)
    t = np.linspace(0.0, 7.0, 400)
    size = swell.strength(d, k)
    _, up = swell.orbital(size, k, A(0.0), A(0.0), t)
    assert np.abs(up).max() < 1e-12
    _, up = swell.orbital(size, k, d, A(0.0), t)
    height = np.cumsum(up) * (t[1] - t[0])
    assert 0.5 * np.ptp(height) == pytest.approx(0.4, rel=0.01)


def test_an_edge_lies_where_the_value_passes_nought_or_at_the_end_of_what_was_tried() -> None:
    speeds = np.broadcast_to(A([0.4, 0.8, 1.2, 2.4]).reshape(4, 1, 1), (4, 1, 5))
    value = A([[-4.0, -3.0, -2.0, -1.0], [1.0, 2.0, 3.0, 4.0], [-1.0, -1.0, 1.0, 3.0],
               [-3.0, 1.0, 2.0, 5.0], [-9.0, -6.0, -3.0, 1.0]]).T.reshape(4, 1, 5)
    assert _crossing(speeds, value)[0] == pytest.approx([2.4, 0.4, 1.0, 0.7, 2.1])
