"""The card on the screen and on paper; weather, drift and what to mind."""

from __future__ import annotations

from pathlib import Path

import pdfplumber
import pytest
from playwright.sync_api import Browser, Page, expect

from tests.ui.conftest import (
    PHONE,
    Server,
    Watch,
    axe_clean,
    board_of,
    fact,
    no_wider,
    open_day,
    set_number,
)

pytestmark = pytest.mark.browser


def test_the_card_by_keys_shows_the_plan_of_its_hours_and_prints(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    plan = board_of(page, server)["plan"]
    page.keyboard.press("g")
    page.keyboard.press("c")
    rows = page.locator(".card-sheet li")
    expect(rows).to_have_count(len(plan))
    page.get_by_label("On the water from").select_option("06:00")
    page.get_by_label("to", exact=True).select_option("14:00")
    # A head that would be tied on for the first or the last ten minutes of them is not.
    inside = [r for r in plan if r["to_step"] > 37 and r["from_step"] < 83]
    assert len(inside) > 2
    assert all(r["head_id"] is not None for r in plan)
    expect(rows).to_have_count(len(inside))
    expect(rows.first).to_contain_text("06:00–")
    expect(rows.last).to_contain_text("–14:00")
    for size, width in (("A6", 297.6), ("A5", 419.5), ("A4", 595.3), ("letter", 612.0)):
        page.get_by_label("Sheet").select_option(size)
        with page.expect_download() as caught:
            page.get_by_role("link", name="PDF").click()
        with pdfplumber.open(caught.value.path()) as pdf:
            assert float(pdf.pages[0].width) == pytest.approx(width, abs=0.1)
            assert "06:00–" in pdf.pages[0].extract_text()
    with page.expect_download() as caught:
        page.get_by_role("link", name="page", exact=True).click()
    assert "Cais Velho" in Path(caught.value.path()).read_text("utf-8")
    page.emulate_media(media="print")
    expect(page.locator(".top")).to_be_hidden()
    expect(page.locator(".card-sheet h1")).to_be_visible()
    watch.must_be_clean()


def test_the_card_on_a_phone_is_readable_and_whole(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, service_workers="block")  # type: ignore[arg-type]
    page = context.new_page()
    page.goto(server.url + "card")
    expect(page.locator(".card-sheet li").first).to_be_visible()
    no_wider(page)
    size = page.evaluate("() => parseFloat(getComputedStyle("
                         "document.querySelector('.card-sheet li p')).fontSize)")
    assert size >= 16.0
    axe_clean(page)
    context.close()


def test_weather_brings_its_cautions_and_the_boat_drifts(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    fact(page, "mark").click()
    page.get_by_role("option", name="Recife de Fora").click()
    minded = page.locator(".minded")
    expect(minded).to_contain_text("with the current")
    expect(minded).not_to_contain_text("Wind against the stream: short")
    fact(page, "wind").click()
    page.get_by_role("option", name="NE", exact=True).click()
    set_number(page, "wind", "8")
    expect(fact(page, "wind")).to_have_text("8.0 m/s out of the NE, from the side")
    expect(minded).to_contain_text("of which the wind gives 0.28 m/s")
    expect(minded).to_contain_text("towards ")
    # Off the quay the flood runs to 65° at up to 0.8 m/s, the wind blows to 225°.
    fact(page, "mark").click()
    page.get_by_role("option", name="Cais Velho").click()
    expect(minded).to_contain_text("Wind against the stream: short, steep water.")
    set_number(page, "water temperature", "11")
    expect(minded).to_contain_text("Water this cold")
    fact(page, "swell and thunder").click()
    page.get_by_role("option", name="thunder about").click()
    expect(minded).to_contain_text("Thunder about")
    expect(minded).to_contain_text("Local rules, forecasts and trained people come first.")
    watch.must_be_clean()


def test_what_the_gps_shows_is_the_drift(page: Page, server: Server) -> None:
    open_day(page, server)
    fact(page, "mark").click()
    page.get_by_role("option", name="Recife de Fora").click()
    fact(page, "stance").click()
    page.get_by_label("or the GPS shows a drift of").fill("0.9")
    page.get_by_label("or the GPS shows a drift of").press("Enter")
    expect(page.locator(".drift")).to_contain_text("The boat drifts 0.90 m/s")


def test_wind_in_beaufort(page: Page, server: Server) -> None:
    open_day(page, server)
    page.locator(".units-toggle").click()
    page.get_by_label("Bft").check()
    page.keyboard.press("Escape")
    set_number(page, "wind", "4")
    # Force 4 is 0.836 * 4^1.5 = 6.7 m/s.
    expect(fact(page, "wind")).to_contain_text("force 4")
    stored = page.evaluate("() => JSON.parse(localStorage.getItem('ilha.facts')).wind_m_s")
    assert stored == pytest.approx(6.688, abs=0.001)
