"""Rigs, tables, and a whole day of the core."""

from __future__ import annotations

from importlib.resources import files

import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.judge.day import SPAN_SHOWN, day
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.tables import FAMILIES, HEAD_MATERIALS, HOOKS, PLASTIC_MATERIALS, SHAPES, STANCES
from ilha.core.tide.tideway import DRY_BELOW, Typed, tideway
from ilha.core.tide.turns import HighLow, StreamRates
from ilha.core.units import G
from ilha.core.water.conditions import Conditions
from tests.rigs import JERK_127, RHO, head, ladder

HOUR = 3600.0


def test_wet_weight_by_hand() -> None:
    """7 g lead, 1.4 g steel, 10.5 g at 1.08 in 1024.8 kg/m³:
    g (7 (1 - 1024.8/11340) + 1.4 (1 - 1024.8/7850) + 10.5 (1 - 1024.8/1080)) = 79.64 mN."""
    by_hand = G * (7e-3 * (1 - 1024.8 / 11340) + 1.4e-3 * (1 - 1024.8 / 7850)
                   + 10.5e-3 * (1 - 1024.8 / 1080))
    body = assemble(JERK_127, [head(7.0, hook=(1.4, 1.2, 15))])
    assert float(body.wet_weight(RHO)[0, 0]) == pytest.approx(by_hand, rel=1e-12)
    assert by_hand == pytest.approx(79.64e-3, abs=5e-6)


def test_hook_defaults_follow_its_mass() -> None:
    told = Head("a", 7e-3, 11340.0, "ball", 1.2e-3, 0.012 * 1.2**0.5, 1.03e-3 * 1.2**0.37,
                0.22 * 0.127)
    left_out = Head("a", 7e-3, 11340.0, "ball", 1.2e-3)
    one, other = assemble(JERK_127, [told]), assemble(JERK_127, [left_out])
    assert float(one.axial_drag[0, 0]) == pytest.approx(float(other.axial_drag[0, 0]), rel=1e-12)
    assert float(one.x_hook[0, 0]) == pytest.approx(float(other.x_hook[0, 0]), rel=1e-12)


def test_replaced_masses_change_nothing_else() -> None:
    plain = assemble(JERK_127, ladder())
    same = assemble(JERK_127, ladder(), plain.m_head)
    assert np.array_equal(plain.axial_drag, same.axial_drag)
    assert np.array_equal(plain.package, same.package)


@pytest.mark.parametrize(("change", "message"), [
    ({"length": 0.012}, "`plastic.length_mm` must be at least 20 mm, got 12 mm: measure it with a"
                        " ruler"),
    ({"height": 0.2}, "`plastic.height_mm` must be at most 150 mm, got 200 mm: measure it with a"
                      " ruler"),
    ({"mass": 0.0}, "`plastic.mass_g` must be above 0 g, got 0 g: weigh it"),
    ({"density": 9000.0}, "`plastic.density_g_cm3` must be at most 3 g/cm³, got 9 g/cm³: enter"
                          " g/cm³: plastisol is about 1.08, elastomer about 0.96"),
    ({"length": 0.05, "height": 0.08}, "`plastic.length_mm` must be above the width and the height,"
                                       " got 50 mm: measure from the nose to the tip of the tail"),
    ({"family": "frog"}, "`plastic.tail` must be one of straight, stick, paddle, curl, creature,"
                         " t-tail, shrimp, crab, tube, surface, hair, got frog: choose"),
])
def test_bad_plastics(change: dict[str, float], message: str) -> None:
    good = {"length": 0.127, "width": 0.014, "height": 0.016, "mass": 0.0105, "density": 1080.0,
            "family": "straight"}
    with pytest.raises(DomainError) as caught:
        Plastic(**{**good, **change})  # type: ignore[arg-type]
    assert str(caught.value) == message


@pytest.mark.parametrize(("change", "field"), [
    ({"mass": -1.0}, "heads[h].mass_g"), ({"density": 30.0}, "heads[h].density_g_cm3"),
    ({"hook_mass": np.nan}, "heads[h].hook_mass_g"), ({"hook_gape": 0.0}, "heads[h].hook_gape_mm"),
    ({"weight_x": -0.01}, "heads[h].weight_x_mm"), ({"shape": "anvil"}, "heads[h].shape"),
])
def test_bad_heads_name_head_and_field(change: dict[str, float], field: str) -> None:
    good = {"id": "h", "mass": 7.0, "density": 11.34, "shape": "ball", "hook_mass": 1.2}
    args = {**good, **change}
    for key in ("mass", "hook_mass", "hook_gape"):
        if key in args and isinstance(args[key], float):
            args[key] = args[key] * 1e-3  # type: ignore[operator]
    args["density"] = args["density"] * 1e3  # type: ignore[operator]
    with pytest.raises(DomainError) as caught:
        Head(**args)  # type: ignore[arg-type]
    assert caught.value.field == field


def test_tables_are_whole() -> None:
    assert set(FAMILIES) == {"straight", "stick", "paddle", "curl", "creature", "t-tail", "shrimp",
                             "crab", "tube", "surface", "hair"}
    assert len(SHAPES) == 20
    assert all(0.2 <= shape.cd <= 0.7 for shape in SHAPES.values())
    assert all(0.0 < f.x_v < f.x_e <= 1.0 for f in FAMILIES.values())
    for name in ("straight_mm", "gape_mm", "wire_mm", "order"):
        values = [getattr(hook, name) for hook in HOOKS]
        assert values == sorted(values), name
    assert {"lead", "tungsten alloy", "tin", "bismuth-tin", "steel", "zinc"} <= set(HEAD_MATERIALS)
    assert PLASTIC_MATERIALS["elastomer"] < 1000.0 < PLASTIC_MATERIALS["plastisol"]
    assert [key for key, stance in STANCES.items() if stance.drifts] == ["drifting"]


def test_every_table_says_where_it_comes_from() -> None:
    folder = files("ilha.core.data")
    sources = folder.joinpath("SOURCES.md").read_text("utf-8")
    for item in folder.iterdir():
        if item.name.endswith(".toml"):
            assert f"`{item.name}`" in sources


def test_a_day_leaves_out_dry_steps_and_cuts_endless_lines() -> None:
    tide = HighLow(np.array([0.0, 6.0, 12.0]) * HOUR, np.array([0.2, 2.4, 0.2]))
    times = np.arange(0.0, 12.01, 0.5) * HOUR
    way = tideway(times, -0.6, tide, StreamRates(1.5, 3.0, 1.0, 2.0), Typed())
    got = day(way, Conditions(way.depth, way.stream, 0.28e-3), JERK_127, ladder(), None,
              "lightest-practical")
    assert 0 < got.wet.size < times.size
    assert np.all(way.depth[got.wet] >= DRY_BELOW)
    assert got.board is not None
    assert got.traces is not None
    assert got.board.shape == (len(ladder()), got.wet.size)
    assert np.nanmax(np.abs(got.traces.line)) <= SPAN_SHOWN
    assert np.any(got.board.holds.never)


def test_a_day_that_is_dry_throughout_has_no_board() -> None:
    way = tideway(np.arange(3.0), -1.0, None, None, Typed(speed=0.1))
    got = day(way, Conditions(way.depth, way.stream, 0.2e-3), JERK_127, ladder(), None,
              "lightest-practical")
    assert (got.board, got.traces, got.wet.size) == (None, None, 0)
