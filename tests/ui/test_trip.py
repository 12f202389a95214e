"""Trip: planned from a mark, scrubbed, pinned, undone, packed; on a phone, with keys, with the
server gone."""

from __future__ import annotations

import re
from pathlib import Path

import gpxpy
import pytest
from playwright.sync_api import Browser, Page, expect

from tests.ui.conftest import (
    PHONE,
    SPRINGS_S,
    Server,
    Watch,
    axe_clean,
    fact,
    no_wider,
    set_number,
)

pytestmark = pytest.mark.browser


def planned(page: Page, server: Server) -> None:
    """A trip from the mark that is looked at, made with one touch."""
    page.clock.install(time=SPRINGS_S)
    page.goto(server.url + "trip")
    page.get_by_role("button", name="Plan a trip from Cais Velho").click()
    expect(page.locator(".round-way")).to_be_visible()
    settled(page)


def settled(page: Page) -> None:
    expect(page.locator(".trip-two[aria-busy=false]")).to_be_visible(timeout=60_000)


def test_one_touch_plans_a_round_that_is_scrubbed_by_keys(
    page: Page, server: Server, watch: Watch
) -> None:
    planned(page, server)
    expect(page.locator(".round-title")).to_contain_text("best round: worth")
    assert page.locator(".stays li").count() >= 1
    picture = page.get_by_role("slider", name="time of the trip")
    picture.focus()
    page.keyboard.press("End")
    expect(picture).to_have_attribute("aria-valuetext", re.compile("^12:00"))
    for _ in range(4):
        page.keyboard.press("PageDown")
    expect(page.get_by_role("heading", name="At 11:00")).to_be_visible()
    hours = page.locator(".hours-now li")
    expect(hours).to_have_count(3)
    expect(hours.first).to_contain_text(re.compile(r"%|closed"))
    axe_clean(page)
    watch.must_be_clean()


def test_pinned_undone_taken_out_and_put_back(page: Page, server: Server, watch: Watch) -> None:
    planned(page, server)
    first = page.locator(".stays li h3").first.inner_text()
    page.get_by_role("button", name="not there").first.click()
    expect(page.locator(".holds")).to_contain_text("not at")
    settled(page)
    assert page.locator(".stays li h3").first.inner_text() != first
    page.get_by_role("button", name="as it was before").click()
    settled(page)
    expect(page.locator(".stays li h3").first).to_have_text(first)
    page.get_by_role("button", name="pin it").first.click()
    expect(page.locator(".holds")).to_contain_text("pinned")
    page.get_by_role("button", name=re.compile("^take it out")).click()
    expect(page.get_by_role("button", name="Plan a trip from")).to_be_visible()
    page.get_by_role("button", name="put it back").click()
    expect(page.locator(".holds")).to_contain_text("pinned")
    watch.must_be_clean()


def test_quick_touches_are_all_kept(page: Page, server: Server, watch: Watch) -> None:
    planned(page, server)
    fact(page, "marks that could be fished").click()
    tapped = ("Seba Grande", "Lajinha", "Praia Comprida")
    for name in tapped:
        page.locator(".popover").get_by_role("button", name=name).click()
    page.get_by_role("button", name="Done").click()
    for name in tapped:
        expect(fact(page, "marks that could be fished")).to_contain_text(name)
    # In the middle of planning: what was changed is kept, whatever was still reckoned.
    page.reload()
    settled(page)
    expect(page.locator(".round-way")).to_be_visible()
    for name in tapped:
        expect(fact(page, "marks that could be fished")).to_contain_text(name)
    watch.must_be_clean()


def test_who_comes_along_is_told_what_to_tie_on(page: Page, server: Server, watch: Watch) -> None:
    planned(page, server)
    fact(page, "who comes along").click()
    page.get_by_role("textbox", name="Who comes along").fill("Rui")
    page.get_by_role("button", name="add", exact=True).click()
    rods = page.get_by_role("group", name="rods of Rui").get_by_role("button")
    expect(rods.first).to_have_attribute("aria-pressed", "true")
    rods.first.click()
    expect(rods.first).to_have_attribute("aria-pressed", "false")
    axe_clean(page)
    page.get_by_role("button", name="Done").click()
    settled(page)
    expect(fact(page, "who comes along")).to_contain_text("with Rui")
    expect(page.locator(".stays li").first).to_contain_text(
        re.compile("Rui, for the best moment there: (the same, .*|.* on .*;)"))
    axe_clean(page)
    page.get_by_role("button", name="pack for it").click()
    expect(fact(page, "who comes along")).to_contain_text("with Rui")
    page.get_by_role("button", name="pack it").click()
    expect(page.locator(".stretches")).to_contain_text(", you, ")
    expect(page.locator(".stretches")).to_contain_text(", Rui, ")
    expect(page.locator(".losses")).to_contain_text("for each of the 2 of you")
    axe_clean(page)
    page.go_back()
    settled(page)
    page.set_viewport_size(PHONE)  # type: ignore[arg-type]
    # What is laid out by hand for its width is so in the next frame.
    expect(page.locator("html")).to_have_js_property("scrollWidth", PHONE["width"])
    fact(page, "who comes along").click()
    page.get_by_role("button", name="Rui stays at home").click()
    page.get_by_role("button", name="Done").click()
    settled(page)
    expect(page.locator(".stays li").first).not_to_contain_text("Rui")
    watch.must_be_clean()


def test_nothing_open_says_what_would_be(page: Page, server: Server, watch: Watch) -> None:
    planned(page, server)
    for label, hour in (("out at the earliest", "01:00"), ("back at the latest", "03:00")):
        fact(page, label).click()
        page.get_by_role("option", name=hour, exact=True).click()
    expect(page.locator(".round-title")).to_contain_text("nothing is worth going")
    page.get_by_role("button", name="with a lamp").click()
    expect(page.locator(".round-title")).to_contain_text("best round")
    expect(fact(page, "in the dark")).to_contain_text("with a lamp")
    watch.must_be_clean()


def test_what_comes_of_it(page: Page, server: Server, watch: Watch) -> None:
    planned(page, server)
    with page.expect_download() as caught:
        page.get_by_role("link", name="route, GPX").click()
    route = gpxpy.parse(Path(caught.value.path()).read_text("utf-8")).routes[0]
    assert len(route.points) >= 3
    names = page.locator(".stays li h3").all_inner_texts()
    page.get_by_role("button", name="open the Day").first.click()
    expect(fact(page, "mark")).to_contain_text(names[0].split("\n")[-1].split("  ")[-1][-8:])
    page.go_back()
    page.get_by_role("button", name="pack for it").click()
    expect(page.locator(".visits > li")).to_have_count(len(names))
    page.get_by_role("button", name="pack it").click()
    expect(page.locator(".ticks").first).to_be_visible()
    watch.must_be_clean()


def test_the_swell_closes_the_bar_on_the_ebb(page: Page, server: Server, watch: Watch) -> None:
    planned(page, server)
    set_number(page, "swell and thunder", "1.5")
    settled(page)
    expect(page.locator(".round-frame")).to_contain_text("ebb on swell: stay off")
    watch.must_be_clean()


def test_from_places_and_from_the_days_plan(page: Page, server: Server, watch: Watch) -> None:
    page.clock.install(time=SPRINGS_S)
    page.goto(server.url + "places")
    page.get_by_role("button", name="plan a trip from Cais Velho").click()
    expect(page.locator(".round-way")).to_be_visible()
    page.goto(server.url)
    page.wait_for_selector(".rung.picked")
    page.keyboard.press("p")
    page.get_by_role("button", name="plan a trip over the marks near").click()
    expect(page.locator(".trip-list li")).to_have_count(2)
    watch.must_be_clean()


def test_five_under_the_thumb_and_the_rest_behind_one(browser: Browser, server: Server) -> None:
    context = browser.new_context(
        viewport=PHONE, service_workers="block", has_touch=True)  # type: ignore[arg-type]
    page = context.new_page()
    planned(page, server)
    no_wider(page)
    row = page.locator(".thumb > a, .thumb .more")
    expect(row).to_have_count(5)
    boxes = [row.nth(i).bounding_box() for i in range(5)]
    assert all(box is not None and box["height"] >= 60 and box["width"] >= 60 for box in boxes)
    page.get_by_role("button", name="more views").tap()
    page.get_by_role("link", name="Bench").tap()
    expect(page.locator(".rig-frame")).to_be_visible()
    expect(page.get_by_role("button", name="more views, now Bench")).to_be_visible()
    page.get_by_role("link", name="Trip").tap()
    expect(page.locator(".round-way")).to_be_visible()
    axe_clean(page)
    context.close()


def test_a_mark_without_a_tide_asks_for_its_current(
    page: Page, server: Server, watch: Watch
) -> None:
    planned(page, server)
    fact(page, "marks that could be fished").click()
    page.locator(".popover").get_by_role("button", name="Baixa do Norte").click()
    page.get_by_role("button", name="Done").click()
    fact(page, "how you get about").click()
    page.get_by_role("option", name="by boat").click()
    settled(page)
    hours = page.get_by_role("region", name="this hour at each mark")
    expect(hours).to_contain_text("its current is not known")
    hours.get_by_role("button", name="slow").click()
    expect(hours).not_to_contain_text("its current is not known")
    watch.must_be_clean()


def test_with_nothing_stored_there_is_a_way_on(page: Page, empty: Server, watch: Watch) -> None:
    page.goto(empty.url + "trip")
    expect(page.get_by_role("link", name="Begin with your own water")).to_be_visible()
    watch.must_be_clean()


def test_with_the_server_gone_the_trip_is_still_there(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE)  # type: ignore[arg-type]
    page = context.new_page()
    planned(page, server)
    page.wait_for_function("() => navigator.serviceWorker.controller !== null"
                           " || navigator.serviceWorker.ready.then(() => true)")
    page.reload()
    expect(page.locator(".round-way")).to_be_visible()
    title = page.locator(".round-title").inner_text()
    assert server.stop() == 0
    page.reload()
    expect(page.locator(".round-way")).to_be_visible()
    expect(page.locator(".round-title")).to_have_text(title)
    fact(page, "in the dark").click()
    page.get_by_role("option", name="in the dark too").click()
    # It waits here, and no way round is shown as if it were this trip's.
    expect(page.get_by_text("Changed on this device while the server was away")).to_be_visible()
    expect(page.locator(".round-way")).to_have_count(0)
    page.get_by_role("button", name="take the change back").click()
    expect(fact(page, "in the dark")).to_contain_text("not in the dark")
    expect(page.locator(".round-way")).to_be_visible()
    context.close()


def test_afterwards_it_is_told_beside_the_plan(page: Page, server: Server, watch: Watch) -> None:
    planned(page, server)
    # On the day itself, from the Day's own taps.
    page.clock.set_system_time(SPRINGS_S + 86400.0)
    page.get_by_role("button", name="open the Day").first.click()
    page.wait_for_selector(".rung.picked", state="attached")
    page.get_by_role("button", name="fish", exact=True).click()
    expect(page.locator(".told")).to_contain_text("fish")
    page.get_by_role("link", name="Trip").click()
    expect(page.get_by_role("region", name="as it was")).to_contain_text("1 fish")
    expect(page.locator(".round-frame .trip-event.fish")).to_have_count(1)
    with page.expect_download() as page_of_it:
        page.get_by_role("link", name="the trip on one page").click()
    assert page_of_it.value.path().read_bytes().startswith(b"%PDF")
    axe_clean(page)
    watch.must_be_clean()
