"""Printed tide tables as they are pasted: made-up figures in the layouts that tables have."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ilha.formats.tide_printed import Printed, read

ZONE = ZoneInfo("Atlantic/Azores")  # UTC-1 in winter
TODAY = date(2026, 11, 29)
DUE = [("2026-12-01 04:21", 3.2), ("2026-12-01 10:34", 0.9), ("2026-12-01 16:50", 3.4),
       ("2026-12-01 23:01", 0.7), ("2026-12-02 05:12", 3.3), ("2026-12-02 11:25", 0.8)]

LAYOUTS = {
    "lines, day and all": """
        Tue 1 Dec 2026 04:21 3.2
        Tue 1 Dec 2026 10:34 0.9
        Tue 1 Dec 2026 16:50 3.4
        Tue 1 Dec 2026 23:01 0.7
        Wed 2 Dec 2026 05:12 3.3
        Wed 2 Dec 2026 11:25 0.8""",
    "a date once per block": """
        Tuesday 1 December
        HW 04:21  3.2 m
        LW 10:34  0.9 m
        HW 16:50  3.4 m
        LW 23:01  0.7 m
        Wednesday 2 December
        HW 05:12  3.3 m
        LW 11:25  0.8 m""",
    "month as printed": """
        Made Harbour  36.4 N 21.7 W  tables for anglers, page 12
        DECEMBER 2026      heights in metres
        1 Tu 0421 3.2 1034 0.9 1650 3.4 2301 0.7
        2 We 0512 3.3 1125 0.8""",
    "decimal comma, semicolons": """
        datum;tid;hoogte;soort
        01/12/2026;04:21;3,2;H
        01/12/2026;10:34;0,9;L
        01/12/2026;16:50;3,4;H
        01/12/2026;23:01;0,7;L
        02/12/2026;05:12;3,3;H
        02/12/2026;11:25;0,8;L""",
    "am and pm, month first": """
        12/1/2026\t4:21 AM\t3.2\tHigh
        12/1/2026\t10:34 AM\t0.9\tLow
        12/1/2026\t4:50 PM\t3.4\tHigh
        12/1/2026\t11:01 PM\t0.7\tLow
        12/2/2026\t5:12 AM\t3.3\tHigh
        12/2/2026\t11:25 AM\t0.8\tLow""",
    "height first, no header": """
        3.2,04:21,2026-12-01
        0.9,10:34,2026-12-01
        3.4,16:50,2026-12-01
        0.7,23:01,2026-12-01
        3.3,05:12,2026-12-02
        0.8,11:25,2026-12-02""",
    "highs and lows apart": """
        Tue 1 Dec | High 04:21 3.2 16:50 3.4 | Low 10:34 0.9 23:01 0.7
        Wed 2 Dec | High 05:12 3.3 | Low 11:25 0.8""",
    "utc stamps": """time_utc,height_m
        2026-12-01T05:21Z,3.2
        2026-12-01T11:34Z,0.9
        2026-12-01T17:50Z,3.4
        2026-12-02T00:01Z,0.7
        2026-12-02T06:12Z,3.3
        2026-12-02T12:25Z,0.8""",
    "a coefficient beside it": """
        mar. 1 dec. 04h21 3,20m 85
        10h34 0,90m
        16h50 3,40m 88
        23h01 0,70m
        mer. 2 dec. 05h12 3,30m 91
        11h25 0,80m""",
    "times with points": """
        1.12.2026 04.21 3.2
        1.12.2026 10.34 0.9
        1.12.2026 16.50 3.4
        1.12.2026 23.01 0.7
        2.12.2026 05.12 3.3
        2.12.2026 11.25 0.8""",
}


def said(found: Printed, zone: ZoneInfo = ZONE) -> list[tuple[str, float]]:
    return [(f"{datetime.fromtimestamp(t.at_s, zone):%Y-%m-%d %H:%M}", t.height_m)
            for t in found.turns]


@pytest.mark.parametrize("layout", LAYOUTS)
def test_the_same_table_in_every_layout(layout: str) -> None:
    found = read(LAYOUTS[layout], ZONE, TODAY)
    assert found.unread == []
    assert said(found) == DUE
    assert [t.kind for t in found.turns] == ["high", "low"] * 3
    assert found.gaps == []


def test_feet_by_the_heading_and_by_the_figure() -> None:
    head = read("Made Sound, heights in feet\n1 Dec 04:21 10.5\n10:34 3.0\n16:50 11.2", ZONE, TODAY)
    each = read("1 Dec 04:21 10.5 ft\n10:34 3.0ft\n16:50 11.2 ft", ZONE, TODAY)
    assert head.unit == each.unit == "ft"
    assert [t.height_m for t in head.turns] == pytest.approx([3.2, 0.914, 3.414], abs=5e-4)
    assert said(head) == said(each)


MESS = """Made Bay 1 Dec 2026
04:21 3.2
1O:34 0.9
16:50 3.4
23:O1 0.7
2 Dec 2026
05:12 33
11:25
17:44 3.5
25:10 0.6"""


def test_a_photographed_mess_is_refused_line_by_line() -> None:
    found = read(MESS, ZONE, TODAY)
    why = {one.line: one.why for one in found.unread}
    assert "1O:34" in why[3]
    assert "23:O1" in why[5]
    assert "33 m: is it in feet, or a point missing?" in why[7]
    assert why[8] == "has 1 time and 0 heights: one of each is needed"
    assert "25:10" in why[10]
    # What stands is what could be read, and only that.
    assert {t.height_m for t in found.turns} <= {3.2, 3.4, 3.5}


def test_a_turn_left_out_is_a_gap_and_one_that_is_misread_a_fault() -> None:
    rows = [line.strip() for line in LAYOUTS["lines, day and all"].strip().splitlines()]
    rows += ["Wed 2 Dec 2026 17:40 3.5", "Wed 2 Dec 2026 23:50 0.6", "Thu 3 Dec 2026 06:02 3.4"]
    left = read("\n".join(rows[:3] + rows[4:]), ZONE, TODAY)
    assert [(b - a) / 3600 for a, b in left.gaps] == pytest.approx([12.367], abs=0.01)
    assert left.unread == []
    wrong = read("\n".join([*rows[:3], "Tue 1 Dec 2026 23:01 3.7", *rows[4:]]), ZONE, TODAY)
    assert any("neither above nor below" in one.why for one in wrong.unread)


def test_marks_that_contradict_the_heights() -> None:
    found = read("1 Dec H 04:21 0.9\nL 10:34 3.2\nH 16:50 1.0", ZONE, TODAY)
    assert len(found.unread) == 3
    assert "is marked high water and lies below its neighbours" in found.unread[0].why


def test_weekdays_settle_the_order_and_are_held_to() -> None:
    # 1 May and 5 January can each be 1/5: weekdays tell.
    assert read("Tue 5/1/2027 04:21 3.2\n10:30 1.0", ZONE, TODAY).order == "day-first"
    assert read("Sat 5/1/2027 04:21 3.2\n10:30 1.0", ZONE, TODAY).order == "month-first"
    found = read("Mon 1 Dec 2026 04:21 3.2", ZONE, TODAY)
    assert found.unread[0].why == "names another weekday: 1 December 2026 is a Tuesday"


def test_no_day_at_all_runs_on_from_the_first() -> None:
    found = read("04:21 3.2\n10:34 0.9\n16:50 3.4\n23:01 0.7\n05:12 3.3\n11:25 0.8", ZONE, TODAY,
                 first_day=date(2026, 12, 1))
    assert said(found) == DUE
    assert found.first_day == date(2026, 12, 1)


def test_within_a_block_the_clock_does_not_run_back() -> None:
    found = read("1 Dec 04:21 3.2\n10:34 0.9\n04:50 3.3", ZONE, TODAY)
    assert "comes before the line above it on the same day" in found.unread[0].why


def test_summer_time_both_ways() -> None:
    """Lisbon 2027: clocks go from 01:00 to 02:00 on 28 March and from 02:00 to 01:00 on 31
    October (the union's rule: last Sundays, 01:00 UTC)."""
    lisbon = ZoneInfo("Europe/Lisbon")
    spring = read("28 Mar 2027\n01:30 3.0\n08:30 1.0", lisbon, date(2027, 3, 1))
    assert "01:30 is left out by the clock that day" in spring.unread[0].why
    told = read("28 Mar 2027\n01:30 3.0\n07:45 1.0\n13:50 3.1", lisbon, date(2027, 3, 1),
                clock="standard")
    assert said(told, lisbon)[0] == ("2027-03-28 02:30", 3.0)
    autumn = read("30 Oct 2027 19:20 0.9\n31 Oct 2027\n01:50 3.0\n01:10 3.1\n07:30 1.0", lisbon,
                  date(2027, 10, 1))
    assert [one.line for one in autumn.unread] == [4]
    twice = read("31 Oct 2027 01:50 3.0\n31 Oct 2027 01:10 1.0", lisbon, date(2027, 10, 1))
    at = [t.at_s for t in twice.turns]
    assert at[1] - at[0] == 20 * 60.0  # the second 01:10 of that night


def test_a_heading_may_say_utc() -> None:
    found = read("Times in UTC, heights in metres\n1 Dec 2026 04:21 3.2\n10:34 0.9", ZONE, TODAY)
    assert found.clock == "utc"
    assert said(found)[0][0] == "2026-12-01 03:21"


def test_even_heights_are_told_from_turns() -> None:
    text = "\n".join(f"2026-12-01 {h:02d}:00 {1 + h % 3}.0" for h in range(24))
    found = read(text, ZONE, TODAY)
    assert found.turns == []
    assert "heights at even steps" in found.unread[0].why


def test_years_left_out_are_the_nearest() -> None:
    assert said(read("5 Jan 04:21 3.2\n10:30 1.0", ZONE, TODAY))[0][0] == "2027-01-05 04:21"
    assert said(read("20 Nov 04:21 3.2\n10:30 1.0", ZONE, TODAY))[0][0] == "2026-11-20 04:21"


@given(st.text(max_size=300))
def test_any_text_is_read_or_told(text: str) -> None:
    found = read(text, ZONE, TODAY)
    assert all(one.why for one in found.unread)


@given(st.lists(st.tuples(st.integers(330, 420), st.floats(2.0, 4.0), st.floats(0.1, 1.5)),
                min_size=3, max_size=40), st.sampled_from(["/", "iso", "words"]))
def test_what_was_printed_comes_back(spans: list[tuple[int, float, float]], style: str) -> None:
    at = datetime(2026, 11, 30, 1, 0, tzinfo=UTC).astimezone(ZONE)
    rows, due = [], []
    for i, (minutes, high, low) in enumerate(spans):
        height = round(high if i % 2 == 0 else low, 2)
        day = {"/": f"{at:%d/%m/%Y}", "iso": f"{at:%Y-%m-%d}", "words": f"{at:%a} {at.day} {at:%b}"}
        rows.append(f"{day[style]} {at:%H:%M} {height:.2f}")
        due.append((f"{at:%Y-%m-%d %H:%M}", height))
        at += timedelta(minutes=minutes)
    found = read("\n".join(rows), ZONE, TODAY)
    assert found.unread == []
    assert said(found) == due
