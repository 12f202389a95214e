"""Instruments on the Day: told with their age, taken with a touch, silent when they are."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from ilha.formats.nmea import sentence
from tests.ui.conftest import PHONE, SPRINGS_S, Server, Watch, axe_clean, fact, no_wider

pytestmark = pytest.mark.browser


def recorded(tmp_path: Path, *bodies: str) -> str:
    path = tmp_path / "aboard.nmea"
    path.write_text("".join(map(sentence, bodies)))
    return f"file:{path}"


def test_depth_wind_and_the_height_of_fish_are_taken(
    page: Page, tmp_path: Path, watch: Watch
) -> None:
    source = recorded(
        tmp_path, "SDDPT,6.0,0.4", "YXMTW,16.2,C", "WIMWV,315.0,T,5.0,M,A", "PILH,F,4.0,M",
        "GPVTG,090.0,T,,M,0.0,N,,K", "VWVHW,270.0,T,,M,1.0,N,,K")
    server = Server(tmp_path / "aboard.sqlite3", SPRINGS_S, instruments=source)
    server.start()
    try:
        page.clock.install(time=SPRINGS_S)
        page.goto(server.url)
        page.wait_for_selector(".rung.picked", state="attached")
        strip = page.get_by_role("group", name="instruments")
        expect(strip).to_contain_text(re.compile(r"6\.4 m deep \d s old"))
        expect(strip).to_contain_text("stream 0.51 m/s E")
        strip.get_by_role("button", name="fish at 4.0 m").click()
        expect(fact(page, "where the fish feed")).to_contain_text("1.9 to 2.9 m")
        strip.get_by_role("button", name="take all").click()
        expect(fact(page, "depth")).to_contain_text("6.4 m")
        expect(fact(page, "wind")).to_contain_text("5.0 m/s out of the NW")
        expect(fact(page, "water temperature")).to_contain_text("16.2")
        expect(fact(page, "current at the surface")).to_contain_text("0.51")
        axe_clean(page)
        page.set_viewport_size(PHONE)  # type: ignore[arg-type]
        no_wider(page)
        watch.must_be_clean()
    finally:
        assert server.stop() == 0


def test_what_the_sounder_saw_is_drawn_onto_the_chart(
    page: Page, tmp_path: Path, watch: Watch
) -> None:
    bodies = []
    for n in range(30):
        # Out of Cais Velho, ten metres at a time, deeper and deeper.
        north, west = 24.2 + 0.006 * n, 43.2
        bodies += [f"SDDPT,{4.0 + 0.1 * n:.1f},0.0",
                   f"GPGGA,120000,36{north:06.3f},N,021{west:06.3f},W,1,08,1.0,0.0,M,,,,"]
    server = Server(tmp_path / "aboard.sqlite3", SPRINGS_S,
                    instruments=recorded(tmp_path, *bodies))
    server.start()
    try:
        page.clock.install(time=SPRINGS_S)
        page.goto(server.url + "places")
        files = page.get_by_role("region", name="chart files")
        draw = files.get_by_role("button", name="draw the water from what the sounder saw")
        expect(files).to_contain_text("soundings under way")
        draw.click()
        expect(files.get_by_role("status")).to_contain_text(re.compile(r"by the tide at .*1 track"))
        kept = files.get_by_role("button", name=re.compile("take it out: sounder"))
        kept.click()
        expect(kept).to_have_count(0)
        files.get_by_role("button", name="put it back").click()
        expect(kept).to_have_count(1)
        axe_clean(page)
        watch.must_be_clean()
    finally:
        assert server.stop() == 0


def test_with_the_server_gone_its_figures_age_and_are_taken_no_more(
    page: Page, tmp_path: Path
) -> None:
    server = Server(tmp_path / "gone.sqlite3", SPRINGS_S,
                    instruments=recorded(tmp_path, "SDDPT,6.0,0.4"))
    server.start()
    page.clock.install(time=SPRINGS_S)
    page.goto(server.url)
    strip = page.get_by_role("group", name="instruments")
    expect(strip.get_by_role("button", name="6.4 m deep")).to_be_visible()
    assert server.stop() == 0
    page.clock.run_for(30_000)
    expect(strip).to_contain_text("stale")
    expect(strip.get_by_role("button", name="6.4 m deep")).to_have_count(0)


def test_an_instrument_that_is_not_there_is_told_and_the_day_stands(
    page: Page, tmp_path: Path, watch: Watch
) -> None:
    server = Server(tmp_path / "none.sqlite3", SPRINGS_S,
                    instruments=f"file:{tmp_path / 'nothing.nmea'}")
    server.start()
    try:
        page.clock.install(time=SPRINGS_S)
        page.goto(server.url)
        page.wait_for_selector(".rung.picked", state="attached")
        expect(page.get_by_role("group", name="instruments")).to_contain_text("does not speak")
        watch.must_be_clean()
    finally:
        assert server.stop() == 0


def test_without_instruments_nothing_is_said_of_them(
    page: Page, server: Server, watch: Watch
) -> None:
    page.goto(server.url)
    page.wait_for_selector(".rung.picked", state="attached")
    expect(page.get_by_role("group", name="instruments")).to_have_count(0)
    watch.must_be_clean()
