"""Refresh docs/screenshots from the demo data: each main view on a desk and on a phone."""

from __future__ import annotations

import re
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from tests.ui.conftest import CHROMIUM, DESK, FLAGS, PHONE, Server  # noqa: E402

OUT = ROOT / "docs" / "screenshots"


def at_full_stream(page: Page) -> None:
    """Move to the strongest stream of the day's first tide, where the choice matters."""
    page.wait_for_selector(".rung.picked")
    query = "mark_id=1&plastic_id=1&line_id=3&rod_id=2"
    stream = page.request.get(page.url + f"api/day?{query}").json()["stream_m_s"]
    step = max(range(12, 100), key=lambda i: abs(stream[i]))
    page.locator(".rail").focus()
    page.keyboard.press("Home")
    for _ in range(step - 3):
        page.keyboard.press("]")
    page.keyboard.press("ArrowUp")
    page.locator(".rail").blur()
    page.wait_for_timeout(400)


def swum(browser: Browser, server: Server, size: dict[str, int], name: str) -> None:
    """Day with the head swum back over the surf."""
    context = browser.new_context(viewport=size, service_workers="block")  # type: ignore[arg-type]
    page = context.new_page()
    page.goto(server.url)
    for label, option in (("mark", "Praia Comprida"), ("rod", "surf rod"),
                          ("plastic", "102 mm paddle tail"), ("how it is worked", "steady swim")):
        page.locator(f'.fact[aria-label^="{label}:"]').click()
        page.get_by_role("option", name=option).click()
    page.keyboard.press("Escape")
    page.wait_for_selector(".swim.in-zone")
    page.keyboard.press("ArrowUp")
    page.evaluate("() => document.activeElement.blur()")
    page.wait_for_timeout(500)
    page.screenshot(path=OUT / f"retrieve-{name}.png")
    context.close()


def weedless(browser: Browser, server: Server, size: dict[str, int], name: str) -> None:
    """The bench with a jerk bait rigged weedless over low weed."""
    context = browser.new_context(viewport=size, service_workers="block")  # type: ignore[arg-type]
    page = context.new_page()
    page.goto(server.url + "bench")
    page.wait_for_selector(".rig-frame")
    for label, option in (("plastic", "127 mm straight tail"), ("head", "1/8 oz belly weight"),
                          ("cover", "low weed"), ("rigging", "weedless on a wide gape"),
                          ("leader", "a heavy leader")):
        page.locator(f'.fact[aria-label^="{label}:"]').click()
        page.get_by_role("option", name=option).first.click()
        page.wait_for_timeout(300)
    page.evaluate("() => document.activeElement.blur()")
    page.wait_for_timeout(400)
    page.screenshot(path=OUT / f"weedless-{name}.png")
    context.close()


def take(browser: Browser, server: Server, size: dict[str, int], name: str) -> None:
    """One set: Day, Bench, Places and the day's plan."""
    context = browser.new_context(viewport=size, service_workers="block")  # type: ignore[arg-type]
    page = context.new_page()
    page.goto(server.url)
    at_full_stream(page)
    page.screenshot(path=OUT / f"day-{name}.png")
    page.goto(server.url + "bench")
    page.wait_for_selector(".rig-frame")
    page.wait_for_timeout(400)
    page.screenshot(path=OUT / f"bench-{name}.png")
    page.goto(server.url + "outfit")
    page.wait_for_selector(".outfit")
    page.wait_for_selector(".fans figcaption")
    page.wait_for_timeout(400)
    page.screenshot(path=OUT / f"outfit-{name}.png")
    if name == "desk":
        page.goto(server.url + "card")
        page.wait_for_selector(".card-sheet li")
        page.wait_for_timeout(400)
        page.screenshot(path=OUT / f"card-{name}.png")
    page.goto(server.url + "places")
    page.wait_for_selector(".chart-sign")
    page.wait_for_timeout(400)
    page.screenshot(path=OUT / f"places-{name}.png")
    if name == "desk":
        page.goto(server.url)
        page.wait_for_selector(".rung.picked", state="attached")
        page.keyboard.press("p")
        page.wait_for_selector(".plan li")
        page.wait_for_timeout(500)
        page.screenshot(path=OUT / f"plan-{name}.png")
    page.goto(server.url + "trip")
    page.wait_for_selector(".trip-view")
    if page.get_by_role("button", name="Plan a trip from").count():
        page.get_by_role("button", name="Plan a trip from").click()
    page.wait_for_selector(".round-way")
    page.wait_for_timeout(500)
    page.screenshot(path=OUT / f"trip-{name}.png")
    context.close()


def known(browser: Browser, server: Server, size: dict[str, int], name: str) -> None:
    """The rules that hold at the moment."""
    context = browser.new_context(viewport=size, service_workers="block")  # type: ignore[arg-type]
    page = context.new_page()
    page.goto(server.url + "know")
    page.wait_for_selector(".rule.fired")
    page.get_by_role("button", name="that hold today").click()
    page.wait_for_timeout(400)
    page.screenshot(path=OUT / f"know-{name}.png")
    context.close()


def logged(browser: Browser, server: Server, size: dict[str, int], name: str) -> None:
    """The last trip and when to make it again; what is carried, covers the water, and is packed."""
    context = browser.new_context(viewport=size, service_workers="block")  # type: ignore[arg-type]
    page = context.new_page()
    # The other pictures have chosen another mark and rod.
    chosen = page.request.get(server.url + "api/settings").json()
    page.request.put(server.url + "api/settings", data={
        **chosen, "mark_id": 1, "plastic_id": 1, "line_id": 3, "rod_id": 2})
    page.goto(server.url + "log")
    page.wait_for_selector(".trip-tide")
    if page.get_by_role("button", name="do it again").count() == 0:
        # The last trip brought no fish: one that did.
        page.get_by_text(re.compile(r": \d+ fish")).first.click()
    page.get_by_role("button", name="do it again").first.click()
    page.wait_for_selector(".again li")
    page.wait_for_timeout(400)
    page.screenshot(path=OUT / f"log-{name}.png")
    page.goto(server.url + "box")
    page.wait_for_selector(".lies-scroll")
    page.locator("[data-place='keeled-arrow 0.25']").click()
    page.mouse.move(0, 0)
    page.screenshot(path=OUT / f"box-{name}.png")
    page.get_by_role("button", name="Pack").click()
    page.get_by_role("button", name="pack it").click()
    page.wait_for_selector(".ticks", timeout=20_000)
    page.wait_for_timeout(400)
    page.screenshot(path=OUT / f"pack-{name}.png")
    page.get_by_role("button", name="Lid chart").click()
    page.wait_for_selector(".lid-region")
    page.wait_for_timeout(400)
    page.screenshot(path=OUT / f"lid-{name}.png")
    context.close()


def main() -> int:
    """Take every picture; the exit code."""
    OUT.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = Server(Path(folder) / "shots.sqlite3", log=True)
        server.start()
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        try:
            take(browser, server, DESK, "desk")
            take(browser, server, PHONE, "phone")
            swum(browser, server, DESK, "desk")
            weedless(browser, server, DESK, "desk")
            known(browser, server, DESK, "desk")
            logged(browser, server, DESK, "desk")
        finally:
            browser.close()
            server.stop()
    return 0


if __name__ == "__main__":
    sys.exit(main())
