"""Places: a tide brought in, its faults mended; marks changed, removed and put back."""

from __future__ import annotations

import time
from pathlib import Path

import numpy as np
import pytest
from playwright.sync_api import Browser, Locator, Page, expect

from ilha.core.tide.harmonic import Constants
from ilha.formats.tide_csv import write_heights
from ilha.standins.tide_service import create_service
from tests.ui.conftest import PHONE, SPRINGS_S, Server, Watch, fact, no_wider, open_day
from tests.web.test_streams import HOURS, served

pytestmark = pytest.mark.browser
TIDE = Constants({"M2": (0.9, 62.0), "S2": (0.3, 95.0)}, 1.6, 36.4)


def turns(around_s: float) -> list[str]:
    found = TIDE.high_and_low_waters(around_s - 20 * 86400.0, around_s + 20 * 86400.0)
    return write_heights(found.time, np.round(found.height, 2)).splitlines()


def tides(page: Page) -> Locator:
    return page.get_by_role("region", name="Tides")


def test_a_tide_with_three_faults_is_mended_and_moves_the_rail(
    page: Page, server: Server, tmp_path: Path
) -> None:
    open_day(page, server)
    now_s = server.now_s or time.time()
    lines = turns(float(now_s))
    faulty = list(lines)
    faulty[3], faulty[7] = "yesterday,1.2", faulty[6]
    faulty[5] = faulty[5].replace(",", ",deep")
    path = tmp_path / "ponta.csv"
    path.write_text("\n".join(faulty))
    page.keyboard.press("g")
    page.keyboard.press("p")
    page.get_by_text("other ways: constants, heights").click()
    tides(page).get_by_label("From a file", exact=True).set_input_files(path)
    expect(tides(page).get_by_label("Name", exact=True)).to_have_value("ponta")
    tides(page).get_by_role("button", name="Bring it in").click()
    said = tides(page).locator("ul.said li")
    expect(said).to_have_count(3)
    expect(said.nth(0)).to_contain_text("3 faults: time_utc on line 4 must be a time, got yest")
    expect(said.nth(1)).to_contain_text("height_m on line 6 must be a number, got deep")
    # Mended where it stands: what was read in is still there.
    box = page.get_by_label("or typed, under time_utc,height_m")
    assert box.input_value() == "\n".join(faulty)
    box.fill("\n".join(lines))
    tides(page).get_by_role("button", name="Bring it in").click()
    expect(page.get_by_text("ponta is there: choose it at a mark")).to_be_visible()
    page.locator(".mark-form").first.get_by_label("Tide", exact=True).select_option(label="ponta")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_text("saved")).to_be_visible()
    page.get_by_role("link", name="Day").click()
    expect(page.locator(".rail .turn").first).to_be_visible()
    body = page.request.get(f"{server.url}api/day?mark_id=1&plastic_id=1&line_id=3").json()
    high = next(t for t in body["turns"] if t["kind"] == "high" and 0 < t["step"] < 144)
    said_of_it = f"high {high['clock']} · {high['height_m']:.1f} m"
    expect(page.locator(".rail")).to_contain_text(said_of_it)
    assert 1.6 < high["height_m"] < 2.9


def test_a_mark_is_described_removed_and_put_back(page: Page, server: Server, watch: Watch) -> None:
    page.goto(server.url + "places")
    page.get_by_role("button", name="a new mark").click()
    form = page.locator(".places-side .mark-form")
    form.get_by_label("Name").fill("Ponta Nova")
    form.get_by_label("Charted depth").fill("5,5")
    form.get_by_label("You stand").select_option("wading")
    form.get_by_label("Peak stream at neaps").fill("0.6 kn")
    form.get_by_label("Peak stream at springs").fill("1.2 kn")
    expect(form.locator(".caution")).to_contain_text("Shuffle your feet")
    form.get_by_role("button", name="Add the mark").click()
    expect(page.locator(".chart-mark.chosen .chart-sign")).to_contain_text("Ponta Nova 5.5 m")
    page.get_by_role("link", name="Day").click()
    fact(page, "mark").click()
    page.get_by_role("option", name="Ponta Nova").click()
    expect(fact(page, "mark")).to_have_text("Ponta Nova")
    page.get_by_role("link", name="Places").click()
    page.get_by_role("button", name="remove this mark").click()
    expect(page.get_by_text("Ponta Nova is removed.")).to_be_visible()
    expect(page.locator(".chart-mark")).to_have_count(8)
    page.get_by_role("button", name="put it back").click()
    expect(page.locator(".chart-mark")).to_have_count(9)
    watch.must_be_clean()


def test_what_was_typed_stays_when_it_is_refused(page: Page, server: Server) -> None:
    page.goto(server.url + "places")
    form = page.locator(".places-side .mark-form")
    form.get_by_label("Time zone").fill("Atlantic/Atlantis")
    form.get_by_role("button", name="Save").click()
    expect(form.locator(".said")).to_contain_text("time_zone must be a name of the IANA list")
    expect(form.get_by_label("Time zone")).to_have_value("Atlantic/Atlantis")
    form.get_by_label("Cast to the water").fill("far")
    form.get_by_role("button", name="Save").click()
    expect(form.locator(".said")).to_contain_text("Cast to the water must be a number, got “far”")
    tides(page).get_by_role("button", name="remove", exact=True).click()
    expect(tides(page).get_by_text("is the tide of Cais Velho")).to_be_visible()


def test_places_on_a_phone_by_keyboard(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, service_workers="block")  # type: ignore[arg-type]
    page = context.new_page()
    page.goto(server.url + "places")
    page.locator(".chart-sign").nth(3).focus()
    page.keyboard.press("Enter")
    expect(page.locator(".chart-mark.chosen")).to_have_count(1)
    form = page.locator(".places-side .mark-form")
    expect(form.get_by_label("Name")).to_have_value("Boca do Porto")
    no_wider(page)
    parts = (".chart-frame", ".mark-list", ".places-sources")
    order = [page.locator(part).bounding_box() for part in parts]
    tops = [box["y"] for box in order if box]
    assert tops == sorted(tops)
    context.close()


def test_marks_go_out_and_come_in_as_gpx(page: Page, server: Server, tmp_path: Path) -> None:
    page.goto(server.url + "places")
    with page.expect_download() as caught:
        page.get_by_role("link", name="take them along").click()
    path = tmp_path / "marks.gpx"
    caught.value.save_as(path)
    page.get_by_label("Bring marks in (GPX)").set_input_files(path)
    said = page.locator(".marks-file .said li")
    expect(said.first).to_contain_text("8 faults: name Cais Velho on line")
    path.write_text(path.read_text().replace("<name>", "<name>New "))
    page.get_by_label("Bring marks in (GPX)").set_input_files(path)
    expect(page.get_by_text("16 marks are here now")).to_be_visible()
    expect(said).to_have_count(0)
    expect(page.locator(".chart-mark")).to_have_count(16)


def test_a_stream_by_hours_is_brought_in_and_moves_the_day(
    page: Page, server: Server, watch: Watch
) -> None:
    page.goto(server.url + "places")
    streams = page.get_by_role("region", name="Streams")
    streams.get_by_label("Name").fill("pilot book")
    streams.get_by_label("or typed, under hour,neap_m_s,spring_m_s").fill(HOURS)
    streams.get_by_role("button", name="Bring it in").click()
    expect(streams.get_by_text("pilot book is there: choose it at a mark")).to_be_visible()
    form = page.locator(".places-side .mark-form")
    form.get_by_label("Stream", exact=True).select_option(label="pilot book")
    form.get_by_label("Deepest on the way back").fill("0.4")
    form.get_by_role("button", name="Save").click()
    expect(form.get_by_text("saved")).to_be_visible()
    page.get_by_role("link", name="Day").click()
    body = page.request.get(f"{server.url}api/day?mark_id=1&plastic_id=1&line_id=3").json()
    high = next(t for t in body["turns"] if t["kind"] == "high" and 10 < t["step"] < 140)
    # Slack at high water is the table's, not the derived stream's, which lags by 20 minutes.
    assert min(abs(s["step"] - high["step"]) for s in body["slacks"]) < 1.5
    expect(page.locator(".slack")).to_have_count(len(body["slacks"]))
    page.get_by_role("link", name="Places").click()
    streams.get_by_role("listitem").filter(has_text="pilot book").get_by_role(
        "button", name="remove").click()
    expect(streams.locator("p.said")).to_contain_text("is the stream of Cais Velho")
    assert [said for said in watch.said if "422" not in said] == []


def test_the_tide_service_is_asked(page: Page, tmp_path: Path) -> None:
    for address in served(create_service()):
        server = Server(tmp_path / "asked.sqlite3", SPRINGS_S, tide_service=address)
        server.start()
        try:
            page.goto(server.url + "places")
            page.get_by_role("button", name="Ask", exact=True).click()
            expect(page.get_by_text("Cais Velho, asked for is there")).to_be_visible()
            form = page.locator(".places-side .mark-form")
            form.get_by_label("Tide", exact=True).select_option(label="Cais Velho, asked for")
            form.get_by_role("button", name="Save").click()
            expect(form.get_by_text("saved")).to_be_visible()
            page.get_by_role("button", name="Ask", exact=True).click()
            expect(page.get_by_text("name must be new")).to_be_visible()
        finally:
            server.stop()


def test_without_a_service_nothing_offers_it(page: Page, server: Server) -> None:
    page.goto(server.url + "places")
    expect(tides(page)).to_be_visible()
    expect(page.get_by_text("Ask the tide service")).to_have_count(0)
