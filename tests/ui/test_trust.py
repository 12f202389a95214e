"""Nothing a tap said is lost or false: pages left open, two windows, a server away, a full
device."""

from __future__ import annotations

import re
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from tests.ui.conftest import DESK, SPRINGS_S, Server, Watch, board_of, fact, open_day
from tests.ui.test_log import kept_here as waiting
from tests.ui.test_log import logged, soon

pytestmark = pytest.mark.browser
RETRY_MS = 4500


def a_device(browser: Browser, workers: str = "block") -> BrowserContext:
    """With the server's clock, and a store of its own that its windows share."""
    return browser.new_context(viewport=DESK, service_workers=workers,  # type: ignore[arg-type]
                               timezone_id="UTC")


def a_window(device: BrowserContext, server: Server) -> Page:
    page = device.new_page()
    page.clock.install(time=SPRINGS_S)
    open_day(page, server)
    return page


def tap(page: Page, words: str) -> None:
    page.get_by_role("button", name=words, exact=True).click()


def test_a_page_left_open_tells_the_water_of_the_minute(browser: Browser, server: Server) -> None:
    device = a_device(browser)
    page = a_window(device, server)
    tap(page, "bite")
    soon(page, server, lambda events: len(events) == 1)
    page.clock.fast_forward("03:00:00")
    expect(page.locator(".strip-stale")).to_contain_text("longer ago than a step")
    expect(page.locator(".water.dim")).to_have_count(1)
    tap(page, "held")
    soon(page, server, lambda events: len(events) == 2)
    day = board_of(page, server)
    for event in logged(page, server):
        step = (event["at_utc_s"] - day["start_utc_s"]) / day["step_s"]
        near = day["depth_m"][round(step)]
        assert event["depth_m"] == pytest.approx(near, abs=0.12)
        # What the model alone says, without what the heads that held taught.
        stream = day["stream_m_s"][round(step)] / day["taught"]["current"]["factor"]
        assert event["surface_speed_m_s"] == pytest.approx(abs(stream), abs=0.05)
    first, later = sorted(logged(page, server), key=lambda e: e["at_utc_s"])
    assert later["at_utc_s"] - first["at_utc_s"] == pytest.approx(3 * 3600, abs=60)
    assert abs(later["depth_m"] - first["depth_m"]) > 0.3
    device.close()


def test_two_windows_with_the_server_away_lose_no_tap(browser: Browser, server: Server) -> None:
    device = a_device(browser)
    one, two = a_window(device, server), a_window(device, server)
    server.stop()
    for page, words in ((one, "bite"), (two, "held"), (one, "swept")):
        tap(page, words)
        expect(page.locator(".told").first).to_contain_text(words)
    expect(two.locator(".told", has_text="3 waiting on this device")).to_be_visible()
    assert len(waiting(two)) == 3
    server.start()
    for _ in range(4):
        for page in (one, two):
            page.clock.run_for(RETRY_MS)
    expect(one.locator(".told", has_text="waiting on this device")).to_have_count(0)
    soon(one, server, lambda events: {e["kind"] for e in events} == {"bite", "held", "swept"})
    assert len(logged(one, server)) == 3
    assert waiting(one) == []
    device.close()


def test_a_refused_tap_blocks_nothing_and_is_corrected(browser: Browser, server: Server) -> None:
    device = a_device(browser)
    page = a_window(device, server)
    page.get_by_role("button", name="splash").click()
    page.clock.fast_forward(3_700_000)
    page.locator(".timer.running").click()
    refused = page.locator(".told.refused")
    expect(refused).to_contain_text("Not taken: timed drop")
    expect(refused).to_contain_text("the count, s must be less than")
    tap(page, "bite")
    soon(page, server, lambda events: [e["kind"] for e in events] == ["bite"])
    refused.get_by_label("count, s").fill("7,4")
    refused.get_by_role("button", name="send it so").click()
    soon(page, server, lambda events: sorted(e["kind"] for e in events) == ["bite", "drop"])
    expect(refused).to_have_count(0)
    assert next(e for e in logged(page, server) if e["kind"] == "drop")["count_s"] == 7.4
    device.close()


def test_a_refused_tap_can_be_dropped(browser: Browser, server: Server) -> None:
    device = a_device(browser)
    page = a_window(device, server)
    page.get_by_role("button", name="splash").click()
    page.clock.fast_forward(3_700_000)
    page.locator(".timer.running").click()
    page.locator(".told.refused").get_by_role("button", name="drop it").click()
    expect(page.locator(".told.refused")).to_have_count(0)
    assert waiting(page) == []
    assert logged(page, server) == []
    device.close()


def test_another_marks_water_is_never_shown_under_its_name(
    browser: Browser, server: Server
) -> None:
    device = a_device(browser)
    page = a_window(device, server)
    server.stop()
    fact(page, "mark").click()
    page.get_by_role("option", name="Boca do Porto").click()
    expect(page.locator(".without")).to_contain_text(
        "The water of Boca do Porto on this day is not")
    expect(page.locator(".column-side, .rail")).to_have_count(0)
    tap(page, "bite")
    expect(page.locator(".told").first).to_contain_text("the water not known here")
    server.start()
    page.clock.run_for(RETRY_MS)
    soon(page, server, lambda events: len(events) == 1)
    event = logged(page, server)[0]
    day = page.request.get(f"{server.url}api/day?mark_id=4&plastic_id=1&line_id=3&rod_id=2").json()
    step = round((event["at_utc_s"] - day["start_utc_s"]) / day["step_s"])
    assert event["mark_name"] == "Boca do Porto"
    assert event["depth_m"] == pytest.approx(day["depth_m"][step], abs=0.1)
    device.close()


def test_a_day_that_is_not_here_still_takes_taps(browser: Browser, server: Server) -> None:
    device = a_device(browser)
    page = a_window(device, server)
    server.stop()
    page.keyboard.press(">")
    expect(page.locator(".without")).to_contain_text("on this day is not on this device")
    tap(page, "held")
    expect(page.locator(".told").first).to_contain_text("held")
    assert waiting(page)[0]["event"]["stage"] is None
    device.close()


def test_a_full_device_says_so_before_a_tap_is_believed(browser: Browser, server: Server) -> None:
    device = a_device(browser)
    page = a_window(device, server)
    page.evaluate("""() => {
      window.was = IDBObjectStore.prototype.put;
      IDBObjectStore.prototype.put = () => {
        throw new DOMException("full", "QuotaExceededError");
      };
    }""")
    # With the server there the tap goes straight to its disk.
    tap(page, "bite")
    soon(page, server, lambda events: [e["kind"] for e in events] == ["bite"])
    server.stop()
    tap(page, "swept")
    said = page.locator(".told", has_text="Not kept: swept")
    expect(said).to_contain_text("storage is full, and the server does not answer. Write it down")
    expect(page.locator(".told", has_text=re.compile("^swept"))).to_have_count(0)
    page.evaluate("() => { IDBObjectStore.prototype.put = window.was; }")
    said.get_by_role("button", name="try again").click()
    expect(said).to_have_count(0)
    assert [row["event"]["kind"] for row in waiting(page)] == ["swept"]
    device.close()


def test_a_board_of_the_morning_tells_the_morning(browser: Browser, server: Server) -> None:
    """Reloaded with the server gone: what is shown says when it was computed, not when it was
    read back."""
    device = a_device(browser, workers="allow")
    page = a_window(device, server)
    page.wait_for_function("() => navigator.serviceWorker.controller !== null", timeout=60_000)
    page.reload()
    page.wait_for_selector(".rung.picked")
    server.stop()
    page.clock.fast_forward("02:00:00")
    page.reload()
    expect(page.locator(".strip-stale")).to_contain_text("was computed at 09:30")
    device.close()


def test_safety_copies_are_listed_and_put_back(
    page: Page, server: Server, watch: Watch, tmp_path: Any
) -> None:
    file = tmp_path / "all.json"
    file.write_bytes(page.request.get(f"{server.url}api/data.json").body())
    page.goto(server.url + "log")
    page.get_by_role("button", name="Your data").click()
    expect(page.get_by_text("None yet.")).to_be_visible()
    told = {"events": [{"id": "before-01", "kind": "bite", "at_utc_s": float(SPRINGS_S),
                        "mark_id": 1, "mark_name": "Cais Velho"}]}
    assert page.request.post(f"{server.url}api/log", data=told).ok
    page.get_by_label("a file that Ilha exported").set_input_files(file)
    page.get_by_role("button", name="take its place").click()
    expect(page.get_by_text("What was here before is the copy")).to_be_visible()
    assert logged(page, server) == []
    copy = page.locator(".data-files li", has_text="MB").first
    copy.get_by_role("button", name="put it back").click()
    copy.get_by_role("button", name="take its place").click()
    expect(page.get_by_text("What was here before is the newest copy")).to_be_visible()
    assert [e["id"] for e in logged(page, server)] == ["before-01"]
    expect(page.locator(".data-files li", has_text="MB")).to_have_count(2)
    watch.must_be_clean()
