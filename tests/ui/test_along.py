"""A trip taken along: planned at home, worked with the server gone, its log brought home."""

from __future__ import annotations

import re
from datetime import date, timedelta
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.pictures import photograph
from tests.ui.conftest import (
    PHONE,
    SPRINGS_S,
    Server,
    Watch,
    axe_clean,
    fact,
    open_day,
    set_number,
)
from tests.ui.test_trip import planned, settled

pytestmark = pytest.mark.browser


def take_along(page: Page) -> None:
    page.get_by_role("button", name="take it along").click()
    expect(page.locator(".take-along")).to_contain_text(
        re.compile(r"On this device, \d\.\d MB"), timeout=120_000)


def through_the_worker(page: Page) -> None:
    """Loaded again, once the page is kept by its service worker."""
    page.wait_for_function("() => navigator.serviceWorker.ready.then(() => true)")
    page.reload()
    page.wait_for_function("() => navigator.serviceWorker.controller !== null")


def test_a_trip_is_worked_with_the_server_gone(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, service_workers="allow")  # type: ignore[arg-type]
    page = context.new_page()
    planned(page, server)
    through_the_worker(page)
    take_along(page)
    assert server.stop() == 0
    page.reload()
    expect(page.locator(".round-way")).to_be_visible()
    page.get_by_role("button", name="open the Day").first.click()
    strip = page.locator(".strip-along")
    expect(strip).to_contain_text("Taken along")
    expect(strip).to_contain_text("for 06:00 to 12:00")
    expect(page.locator(".rung.picked")).to_be_visible()
    axe_clean(page)
    # Later, the pick and the count follow.
    page.get_by_role("slider", name="time of day").focus()
    runs, at = fact(page, "current at the surface"), []
    for _ in range(4):
        page.keyboard.press("}")
        expect(page.locator(".rung.picked")).to_be_visible()
        at.append(float(re.findall(r"[\d.]+", runs.inner_text())[0]))
    seen = max(at)
    for _ in range(3 - at.index(seen)):
        page.keyboard.press("{")
    # It runs harder than was thought: typed, and too hard for what was taken along.
    set_number(page, "current at the surface", f"{1.3 * seen:.2f}")
    expect(strip).to_contain_text(re.compile(r"the stream 1\.[23]\d times the predicted one"))
    expect(page.locator(".rung.picked")).to_be_visible()
    set_number(page, "current at the surface", f"{3 * seen:.2f}")
    expect(page.locator(".strip-refused")).to_contain_text("0.5 to 1.5 times the predicted")
    runs.click()
    page.get_by_role("button", name="back to the predicted stream").click()
    expect(strip).not_to_contain_text("times the predicted")
    # Another school is there, too.
    page.keyboard.press("2")
    expect(page.locator(".rung.picked")).to_contain_text("bottom contact")
    page.keyboard.press("1")
    # What was not taken along is said, and it can be set back.
    page.get_by_role("button", name=re.compile(r"^and \d+ more")).click()
    set_number(page, "wind", "9")
    expect(page.locator(".strip-refused")).to_contain_text("another value of the wind")
    set_number(page, "wind", "3")
    expect(page.locator(".strip-refused")).to_be_hidden()
    page.get_by_role("button", name="log", exact=True).click()
    page.get_by_role("button", name="fish", exact=True).click()
    expect(page.locator(".told").first).to_contain_text("fish")
    server.start()
    expect(page.locator(".strip-along")).to_be_hidden(timeout=60_000)
    page.get_by_role("link", name="Log").click()
    expect(page.get_by_text("1 fish").first).to_be_visible()
    context.close()


def test_hours_that_were_not_taken_along_say_so(browser: Browser, server: Server) -> None:
    context = browser.new_context(service_workers="block")
    page = context.new_page()
    planned(page, server)
    take_along(page)
    assert server.stop() == 0
    page.get_by_role("button", name="open the Day").first.click()
    expect(page.locator(".rung.picked")).to_be_visible()
    for _ in range(9):
        page.keyboard.press("}")
    expect(page.locator(".column-frame")).to_contain_text("Only 06:00 to 12:00 was taken along.")
    expect(page.locator(".rung")).to_have_count(0)
    page.get_by_role("button", name="to 06:00").click()
    expect(page.locator(".rung").first).to_be_visible()
    context.close()
    server.start()


def test_a_night_is_planned_over_midnight_and_worked_through_it_with_the_server_gone(
    browser: Browser, server: Server
) -> None:
    context = browser.new_context(service_workers="block")
    page = context.new_page()
    planned(page, server)

    def pick(label: str, words: str) -> None:
        fact(page, label).click()
        page.get_by_role("option", name=words, exact=True).click()
        settled(page)

    # Before noon nobody sets out on a trip that comes back the next day.
    fact(page, "back at the latest").click()
    expect(page.get_by_role("option", name="24:00", exact=True)).to_have_count(1)
    expect(page.get_by_role("option", name="01:00 next day")).to_have_count(0)
    page.keyboard.press("Escape")
    fact(page, "in the dark").click()
    page.get_by_role("option", name="in the dark too").click()
    pick("out at the earliest", "21:00")
    pick("back at the latest", "02:00 next day")
    picture = page.get_by_role("slider", name="time of the trip")
    # Five hours of five minutes: the plan of the hours before is over.
    expect(picture).to_have_attribute("aria-valuemax", "60")
    picture.focus()
    page.keyboard.press("End")
    expect(picture).to_have_attribute("aria-valuetext", re.compile("^02:00"))
    axe_clean(page)
    # Each stay is packed on its own day; one that goes over midnight on both.
    trip = page.request.get(f"{server.url}api/trips").json()["trips"][0]
    plan = page.request.get(f"{server.url}api/trips/{trip['id']}/plan").json()
    stays = plan["rounds"][0]["stays"]
    first = trip["asked"]["date"]
    following = (date.fromisoformat(first) + timedelta(days=1)).isoformat()
    over = [(stay["from_clock"] > "12:00", "00:00" < stay["to_clock"] < "12:00")
            for stay in stays]
    assert any(evening for evening, _ in over)
    assert any(early for _, early in over)
    page.get_by_role("button", name="pack for it").click()
    dates = page.get_by_label("on", exact=True)
    expect(dates.first).to_be_visible()
    days = [dates.nth(i).input_value() for i in range(dates.count())]
    page.go_back()
    settled(page)
    take_along(page)
    assert server.stop() == 0
    page.get_by_role("button", name="open the Day").first.click()
    expect(page.locator(".strip-along")).to_contain_text("for 21:00 to 24:00")
    expect(page.locator(".rung").first).to_be_visible()
    page.get_by_role("slider", name="time of day").focus()
    for _ in range(4):
        page.keyboard.press("}")
    expect(page.locator(".strip-along")).to_contain_text("for 00:00 to 02:00")
    expect(page.locator(".rung").first).to_be_visible()
    context.close()
    server.start()
    assert days == [on for evening, early in over for on, there in (
        (first, evening), (following, early)) if there]


def test_what_is_changed_with_the_server_gone_goes_home(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, service_workers="allow")  # type: ignore[arg-type]
    page = context.new_page()
    planned(page, server)
    through_the_worker(page)
    take_along(page)
    before = page.request.get(f"{server.url}api/settings").json()["plastic_id"]
    assert server.stop() == 0
    fact(page, "in the dark").click()
    page.get_by_role("option", name="in the dark too").click()
    note = page.get_by_role("status").filter(
        has_text="Changed on this device while the server was away")
    expect(note).to_be_visible()
    # Its plan is of the trip as it was: that is not shown as if it were of this one.
    expect(page.get_by_text("the way round is found when it answers")).to_be_visible()
    page.get_by_role("link", name="Day", exact=True).click()
    fact(page, "plastic").click()
    other = page.get_by_role("option").nth(1)
    chosen = other.inner_text().split("\n")[0]
    other.click()
    axe_clean(page)
    page.reload()
    expect(fact(page, "plastic")).to_contain_text(chosen[:12])
    page.get_by_role("link", name="Trip", exact=True).click()
    expect(note).to_be_visible()
    expect(fact(page, "in the dark")).to_contain_text("in the dark too")
    server.start()
    expect(note).to_have_count(0, timeout=60_000)
    expect(page.locator(".round-way")).to_be_visible(timeout=60_000)
    kept = page.request.get(f"{server.url}api/trips").json()["trips"]
    assert any(trip["asked"]["lamp"] for trip in kept)
    assert page.request.get(f"{server.url}api/settings").json()["plastic_id"] != before
    context.close()


def test_a_trip_is_taken_off_again_and_a_changed_one_follows(page: Page, server: Server) -> None:
    planned(page, server)
    take_along(page)
    fact(page, "in the dark").click()
    page.get_by_role("option", name="in the dark too").click()
    expect(page.locator(".take-along")).to_contain_text("as it was before its last change")
    # Left alone it is taken along anew.
    expect(page.locator(".take-along")).to_contain_text(
        re.compile(r"On this device, \d\.\d MB"), timeout=120_000)
    page.get_by_role("button", name="take it off").click()
    expect(page.get_by_role("button", name="take it along", exact=True)).to_be_visible()
    expect(page.locator(".take-along")).not_to_contain_text("On this device")


def test_the_trip_as_a_file_is_worked_with_no_network_and_hands_its_log_back_once(
    browser: Browser, server: Server, tmp_path: Path
) -> None:
    context = browser.new_context(accept_downloads=True)
    page = context.new_page()
    planned(page, server)
    with page.expect_download(timeout=120_000) as made:
        page.get_by_role("button", name="or as a file").click()
    file = tmp_path / made.value.suggested_filename
    made.value.save_as(file)
    assert re.fullmatch(r"ilha-trip-\d{4}-\d\d-\d\d\.html", file.name)
    assert file.stat().st_size < 4_000_000
    # No other mark goes into a file that is handed on.
    assert "Seba Grande" not in file.read_text()

    apart = browser.new_context(accept_downloads=True, viewport=PHONE,  # type: ignore[arg-type]
                                offline=True)
    there = apart.new_page()
    watch = Watch(there)
    there.clock.install(time=SPRINGS_S + 86400)
    there.goto(file.as_uri())
    expect(there.locator(".round-way")).to_be_visible()
    axe_clean(there)
    there.get_by_role("button", name="card").first.click()
    expect(there.locator(".card-sheet h1")).to_be_visible()
    there.get_by_role("link", name="Trip").click()
    there.get_by_role("button", name="open the Day").first.click()
    expect(there.locator(".strip-along")).to_contain_text("In this file")
    expect(there.locator(".rung.picked")).to_be_visible()
    there.get_by_role("button", name="log", exact=True).click()
    there.get_by_role("button", name="fish", exact=True).click()
    expect(there.locator(".told").first).to_contain_text("fish")
    there.reload()
    there.get_by_role("link", name="Log").click()
    axe_clean(there)
    with there.expect_download() as back:
        there.get_by_role("button", name="hand back a file").click()
    log = tmp_path / "ilha-log.json"
    back.value.save_as(log)
    assert watch.said == []
    assert {url.split(":")[0] for url in watch.asked} <= {"file", "data", "blob"}
    apart.close()

    for came in ("1 new, 0 changed, 0 as they are", "0 new, 0 changed, 1 as they are"):
        page.goto(server.url + "log")
        page.get_by_role("button", name="Your data").click()
        page.get_by_label("bring in what a trip's file handed back").set_input_files(log)
        page.get_by_role("button", name="bring them in").click()
        expect(page.get_by_text(f"Brought in: {came}.")).to_be_visible()
    context.close()


def test_a_photograph_taken_with_the_server_gone_follows_its_fish_home(
    browser: Browser, server: Server, tmp_path: Path
) -> None:
    context = browser.new_context(viewport=PHONE, service_workers="allow")  # type: ignore[arg-type]
    page = context.new_page()
    open_day(page, server)
    through_the_worker(page)
    page.get_by_role("link", name="Log").click()
    expect(page.get_by_text("Nothing logged yet")).to_be_visible()
    page.get_by_role("link", name="Day", exact=True).click()
    expect(page.locator(".rung.picked")).to_be_visible()
    assert server.stop() == 0
    page.get_by_role("button", name="log", exact=True).click()
    page.get_by_role("button", name="fish", exact=True).click()
    page.get_by_role("link", name="Log").click()
    row = page.get_by_role("list", name="on this device, not yet at home").get_by_role("listitem")
    expect(row).to_have_count(1)
    for n in (1, 2):
        (tmp_path / f"{n}.jpg").write_bytes(photograph(2000, 1500, shade=40 * n))
    row.get_by_role("button", name=re.compile("^photo: add one of fish")).click()
    form = page.get_by_role("dialog", name=re.compile("^A photograph: fish"))
    form.get_by_label("Picture").set_input_files([tmp_path / "1.jpg", tmp_path / "2.jpg"])
    form.get_by_role("button", name="Add it").click()
    expect(form).to_have_count(0)
    expect(row).to_contain_text("A photograph (2 of 2) waits on this device")
    axe_clean(page)
    # They outlive the page.
    page.reload()
    expect(row).to_contain_text("A photograph (1 of 2) waits on this device")
    row.get_by_role("button", name=re.compile("^drop it")).first.click()
    expect(row).to_contain_text("A photograph waits on this device")
    server.start()
    expect(page.get_by_role("img", name=re.compile("^photograph: fish"))).to_have_js_property(
        "naturalWidth", 320, timeout=60_000)
    expect(row).to_have_count(0)
    # At home, and away again: the same for what is in the log already.
    assert server.stop() == 0
    page.get_by_role("button", name=re.compile("^photo: add one of fish")).click()
    form.get_by_label("Picture").set_input_files(tmp_path / "1.jpg")
    form.get_by_role("button", name="Add it").click()
    expect(page.locator(".events > li")).to_contain_text("A photograph waits on this device")
    server.start()
    expect(page.get_by_role("img", name=re.compile("^photograph . of 2: fish"))).to_have_count(
        2, timeout=60_000)
    context.close()
