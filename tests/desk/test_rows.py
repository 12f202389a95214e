"""Field by field from a stored row to the value that the core computes with.

Every row has numbers of its own in every column, so that a field taken from its neighbour, left out
or off by a power of ten is seen.
"""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from dataclasses import fields
from pathlib import Path

import numpy as np
import pytest

from ilha.core.move.cast import cast_distance
from ilha.desk import convert
from ilha.desk.board import DayQuestion, day_of
from ilha.desk.books import box_head, box_of, box_plastic
from ilha.desk.clock import span_of
from ilha.desk.tide_here import tide_of
from ilha.desk.water import cast_from, moment, situation_of
from ilha.desk.water_question import SituationQuestion
from ilha.store import db, heads, leaders, lines, marks, plastics, rods, tides
from ilha.store.heads import Head
from ilha.store.plastics import Plastic
from ilha.store.rods import Rod
from tests.conftest import NOW_S

HEAD: Head = {
    "id": 7, "printed_oz": 0.25, "mass_g": 7.3, "weighed": 1, "shape": "bladed",
    "material": "lead", "density_g_cm3": 11.34, "hook_size": "3/0", "hook_mass_g": 1.7,
    "hook_gape_mm": 13.9, "hook_straight_mm": 27.1, "hook_wire_mm": 1.23, "hook_measured": 1,
    "keeper": "wire barb", "keeper_takes_mm": 6.1, "weight_x_mm": 33.7, "extra_drag_cm2": 2.9,
    "carried": 3, "price": None, "counted_utc_s": 0, "colour": "red", "plastic_id": None}
PLASTIC: Plastic = {
    "id": 9, "name": "p", "family": "paddle", "look": "paddle", "material": "plastisol",
    "colour": "pink", "length_mm": 103.0, "body_length_mm": 81.0, "width_mm": 17.0,
    "height_mm": 21.0, "mass_g": 11.9, "density_g_cm3": 1.07, "extra_drag_cm2": 1.3,
    "profile": None, "weighed": 0, "carried": 1, "condition": "new", "price": None,
    "counted_utc_s": 0, "measured": 1, "slit": "belly", "slit_mm": 9.0}
ROD: Rod = {
    "id": 3, "name": "r", "lure_min_g": 6.0, "lure_max_g": 29.0, "effective_mass_g": 9.5,
    "cast_mass_g": 15.5, "cast_distance_m": 43.0, "cast_line_mm": 0.21, "cast_drag_cm2": 2.7,
    "length_m": None, "cast_assumed": 0}


@pytest.fixture
def conn(database: Path) -> Iterator[sqlite3.Connection]:
    conn = db.connect(database)
    yield conn
    conn.close()


def test_a_head() -> None:
    head = convert.core_head(HEAD)
    assert {f.name: getattr(head, f.name) for f in fields(head)} == pytest.approx({
        "id": "7", "mass": 0.0073, "density": 11340.0, "shape": "bladed", "hook_mass": 0.0017,
        "hook_gape": 0.0139, "hook_wire": 0.00123, "hook_x": head.hook_x,
        "weight_x": 0.0337, "extra_drag": 2.9e-4})
    assert convert.core_head({**HEAD, "weight_x_mm": None}).weight_x is None
    of_box = box_head(HEAD)
    told = {f.name: getattr(of_box, f.name) for f in fields(of_box) if f.name != "head"}
    assert of_box.head == head
    assert told == pytest.approx({
        "hook_size": "3/0", "straight": 0.0271, "gape": 0.0139, "wire": 0.00123,
        "keeper": "wire barb", "keeper_takes": 0.0061, "printed_oz": 0.25, "comes_in": None})


def test_a_plastic() -> None:
    plastic = convert.core_plastic(PLASTIC)
    assert {f.name: getattr(plastic, f.name) for f in fields(plastic)} == pytest.approx({
        "length": 0.103, "width": 0.017, "height": 0.021, "mass": 0.0119, "density": 1070.0,
        "family": "paddle", "extra_drag": 1.3e-4, "name": "p"})
    of_box = box_plastic(PLASTIC)
    assert (of_box.id, of_box.look, of_box.material, of_box.colour_name) == (
        "9", "paddle", "plastisol", "pink")
    assert of_box.body_length == pytest.approx(0.081)
    traced = convert.profile_of({**PLASTIC, "profile": "[[0.0, 0.4], [1.0, 0.2]]"})
    assert traced == ((0.0, 0.4), (1.0, 0.2))


def test_a_rod() -> None:
    rod = convert.core_rod(ROD)
    assert (rod.lure_min, rod.lure_max, rod.inertia) == pytest.approx((0.006, 0.029, 0.0095))
    seen = rod.casts[0]
    assert (seen.mass, seen.distance, seen.diameter, seen.drag_area) == pytest.approx(
        (0.0155, 43.0, 0.00021, 2.7e-4))
    # The cast that was seen comes out as it was seen.
    again = cast_distance(rod, np.array([[0.0155]]), np.array([[2.7e-4]]), np.array([[2.1e-4]]),
                          np.zeros(1))
    assert float(again.ravel()[0]) == pytest.approx(43.0, rel=0.01)
    assert (rod.assumed, rod.length) == (False, None)
    guessed = convert.core_rod({**ROD, "cast_assumed": 1, "length_m": 2.7})
    assert (guessed.assumed, guessed.length) == (True, 2.7)


def test_hair_is_told_by_its_look_and_all_else_by_its_family() -> None:
    stored = convert.stored_family("hair")
    assert convert.family_of({**PLASTIC, "look": "hair", "family": stored}) == "hair"
    assert convert.family_of({**PLASTIC, "look": "paddle", "family": "t-tail"}) == "t-tail"


def test_a_marks_ground_and_its_streams_rates(conn: sqlite3.Connection) -> None:
    mark = marks.listed(conn)[0]
    profile = convert.core_ground({**mark, "ground": "[[0.0, 2.0], [30.0, 5.0]]"})
    assert profile is not None
    assert float(profile.under(np.array(5.0), np.array(15.0), np.array(30.0))) == pytest.approx(3.5)
    assert convert.core_ground({**mark, "ground": None}) is None
    port = {**tides.ports(conn)[0], "neap_range_m": 1.1, "spring_range_m": 3.3}
    known = {**mark, "neap_rate_m_s": 0.4, "spring_rate_m_s": 0.9, "slack_lag_min": 25.0}
    rates = convert.core_rates(known, port)
    assert rates is not None
    assert tuple(vars(rates).values()) == pytest.approx((0.4, 0.9, 1.1, 3.3, 1500.0))
    bare = convert.core_rates({**known, "spring_rate_m_s": None, "slack_lag_min": None}, port)
    assert bare is not None
    assert tuple(vars(bare).values()) == pytest.approx((0.4, 0.0, 1.1, 3.3, 0.0))
    assert convert.core_rates({**known, "neap_rate_m_s": None}, port) is None


def test_a_box_takes_every_row_of_line_rod_and_leader(conn: sqlite3.Connection) -> None:
    box = box_of(conn)
    for line, row in zip(box.lines, lines.listed(conn), strict=True):
        assert (line.id, line.diameter * 1e3, line.holds / 9.80665) == (
            str(row["id"]), pytest.approx(row["diameter_mm"]), pytest.approx(row["strength_kg"]))
    for rod, own in zip(box.rods, rods.listed(conn), strict=True):
        assert rod.id == str(own["id"])
        assert rod.rod.lure_max * 1e3 == pytest.approx(own["lure_max_g"])
    for spool, has in zip(box.leaders, leaders.listed(conn), strict=True):
        assert (spool.id, spool.material) == (str(has["id"]), has["material"])
        assert (spool.diameter * 1e3, spool.holds / 9.80665) == (
            pytest.approx(has["diameter_mm"]), pytest.approx(has["strength_kg"]))
    assert {p.id for p in box.plastics} == {str(row["id"]) for row in plastics.listed(conn)}
    assert {h.head.id for h in box.heads} == {
        str(row["id"]) for row in heads.listed(conn) if row["carried"] > 0}


def test_a_wind_from_behind_carries_a_cast_and_one_in_the_face_shortens_it(
    conn: sqlite3.Connection,
) -> None:
    far = {}
    for angle in (0.0, 90.0, 180.0):
        asked = SituationQuestion(mark_id=1, fish="european-seabass", wind_m_s=8.0,
                                  wind_to_cast_deg=angle)
        s = situation_of(conn, moment(conn, NOW_S, asked), asked, 72)
        cond = s.conditions(np.array([2e-4]))
        assert cond.wind_angle_deg == angle
        assert float(np.ravel(cond.tailwind)[0]) == pytest.approx(
            {0.0: 8.0, 90.0: 0.0, 180.0: -8.0}[angle])
        far[angle] = float(np.ravel(cast_distance(
            convert.core_rod(ROD), np.array([[0.0155]]), np.array([[2.7e-4]]),
            np.array([[2.1e-4]]), cond.tailwind))[0])
    assert far[0.0] > far[90.0] > far[180.0]


@pytest.mark.parametrize("form", ["turns", "constants", "heights"])
def test_a_marks_offsets_move_the_tide_of_every_form(
    conn: sqlite3.Connection, form: str
) -> None:
    """Later by its minutes, higher by its metres, whether the port has a table of turns, constants
    or a series of heights."""
    mark = marks.listed(conn)[0]
    if form != "turns":
        port = tides.add_port(conn, "Own", 1.0, 3.0, form, 40.0, 2.0)
        mark = {**mark, "tide_port_id": port}
        if form == "constants":
            tides.put_constants(conn, port, {"M2": (1.3, 70.0), "S2": (0.4, 90.0)})
        else:
            every = range(NOW_S - 3 * 86400, NOW_S + 3 * 86400, 600)
            tides.put_heights(conn, port, [(at, 2.0 + 1.3 * float(np.cos(at / 7117.0)))
                                           for at in every])
    plain = {**mark, "tide_offset_min": 0, "tide_height_offset_m": 0.0}
    moved = {**mark, "tide_offset_min": 20, "tide_height_offset_m": 0.37}
    span = span_of(None, mark["time_zone"], NOW_S)
    one, other = tide_of(conn, plain, span), tide_of(conn, moved, span)
    assert one.tide is not None
    assert other.tide is not None
    apart = np.abs(other.tide.time[:, None] - one.tide.time - 1200.0)
    at, of = np.nonzero(apart < 60.0)
    assert at.size >= 2
    assert other.tide.height[at] == pytest.approx(one.tide.height[of] + 0.37, abs=0.01)
    assert (one.heights is None) == (form == "turns")
    if one.heights is not None and other.heights is not None:
        # 20 minutes are two steps of the day.
        assert other.heights[2:] == pytest.approx(one.heights[:-2] + 0.37, abs=0.01)


def test_the_water_of_a_question_is_the_marks_own(conn: sqlite3.Connection) -> None:
    asked = SituationQuestion(
        mark_id=1, fish="european-seabass", practical_salinity=21.0, temperature_c=11.5,
        profile="uniform", feed_tension_n=0.023, cast_to_current_deg=35.0, cast_m=27.0,
        tip_height_m=2.2, wind_m_s=6.5, cover_height_m=0.4, zone_from_m=0.3, zone_to_m=1.1,
        retrieve="steady", retrieve_speed_m_s=0.77)
    at = moment(conn, NOW_S, asked)
    s = situation_of(conn, at, asked, 72)
    cond = s.conditions(np.array([2e-4]))
    assert (cond.salinity, cond.temperature_c, cond.profile, cond.feed_tension) == (
        21.0, 11.5, "uniform", 0.023)
    assert (cond.cast_angle_deg, cond.cast, cond.tip_height, cond.wind, cond.canopy) == (
        35.0, 27.0, 2.2, 6.5, 0.4)
    assert (float(cond.zone_from[0]), float(cond.zone_to[0])) == (0.3, 1.1)
    assert (cond.steady, cond.retrieve_speed) == (True, 0.77)
    assert float(cond.depth[0]) == pytest.approx(float(at.way.depth[72]))
    assert float(cond.surface_speed[0]) == pytest.approx(abs(float(at.way.stream[72])))


def test_the_cast_lies_to_the_current_as_the_mark_has_it(conn: sqlite3.Connection) -> None:
    """The day's board and the choice at any of its hours have one angle, that of the mark's ways;
    what is typed goes before, and a boat that drifts has none."""
    row = next(m for m in marks.listed(conn) if m["name"] == "Cais Velho")
    assert (row["cast_to_deg"], row["flood_to_deg"], row["ebb_to_deg"]) == (320.0, 65.0, None)
    asked = DayQuestion(mark_id=row["id"], plastic_id=1, line_id=1, fall="held")
    m = day_of(conn, NOW_S, asked)
    angle = np.asarray(m.cond.cast_angle_deg)
    assert set(np.round(angle[m.at.way.stream > 0.0], 6)) == {105.0}
    assert set(np.round(angle[m.at.way.stream < 0.0], 6)) == {75.0}
    for step in (int(np.argmax(m.at.way.stream)), int(np.argmin(m.at.way.stream))):
        s = situation_of(conn, m.at, asked, step)
        assert s.cast_angle_deg == pytest.approx(angle[step])
        typed = day_of(conn, NOW_S, asked.model_copy(
            update={"cast_to_current_deg": float(angle[step])}))
        at = int(np.flatnonzero(m.day.wet == step)[0])
        assert m.day.board is not None
        assert typed.day.board is not None
        assert m.day.board.count[:, at] == pytest.approx(typed.day.board.count[:, at], nan_ok=True)
    assert cast_from(m.at, asked) == "ways"
    # Where nothing tells flood from ebb, what is typed runs no way that is known.
    ledge = next(k for k in marks.listed(conn) if k["tide_port_id"] is None)
    marks.update(conn, ledge["id"], {**ledge, "cast_to_deg": 0.0, "flood_to_deg": 0.0})
    still = asked.model_copy(update={"mark_id": ledge["id"], "typed_speed_m_s": 0.3})
    there = day_of(conn, NOW_S, still)
    assert cast_from(there.at, still) == "assumed"
    assert set(np.ravel(there.cond.cast_angle_deg)) == {90.0}
    drifts = day_of(conn, NOW_S, asked.model_copy(update={"stance": "drifting"}))
    assert set(np.ravel(drifts.cond.cast_angle_deg)) == {90.0}
