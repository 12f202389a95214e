"""The ten main jobs by the keyboard alone: the stops from a view's beginning to where the job is
done, printed; no text on the way under 12 px."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.ui.conftest import PHONE, Server, Watch, must_settle
from tests.ui.test_reach import VIEWS, opened

pytestmark = pytest.mark.browser
# What stands on the screen in letters under 12 px; of a drawing with what it is scaled by.
SMALL = """() => [...document.querySelectorAll('body *')].flatMap((one) => {
  const own = [...one.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim());
  const box = one.getBoundingClientRect();
  const hidden = box.width <= 1 || box.height <= 1 || getComputedStyle(one).visibility === 'hidden';
  if (!own || hidden || /^(title|desc|option|script|style)$/i.test(one.tagName)) return [];
  let size = parseFloat(getComputedStyle(one).fontSize);
  if (one.ownerSVGElement) {
    const m = one.getScreenCTM();
    size *= Math.sqrt(Math.abs(m.a * m.d - m.b * m.c));
  }
  return size < 11.95 ? [`${one.textContent.trim().slice(0, 24)}: ${size.toFixed(1)} px`] : [];
})"""


@dataclass(frozen=True)
class Job:
    """name : of the job. view : where it begins. there : what the keyboard has to reach. done :
    after the keys, what tells that it is done. most : stops, links past long parts counted.
    before : on the Day."""

    name: str
    view: str
    there: Callable[[Page], Locator]
    keys: tuple[str, ...]
    done: Callable[[Page], None]
    most: int
    before: Callable[[Page], None] | None = None


def shown(selector: str) -> Callable[[Page], None]:
    return lambda page: expect(page.locator(selector).first).to_be_visible()


def button(name: str) -> Callable[[Page], Locator]:
    return lambda page: page.locator("main").get_by_role("button", name=re.compile(name)).first


def told(page: Page) -> None:
    """A fish, by two keys on the Day."""
    page.keyboard.press("l")
    page.keyboard.press("f")
    expect(page.locator(".told").first).to_contain_text("fish")


OPEN = shown("[role=listbox], [role=dialog], .popover")
JOBS = (
    Job("log a fish", "", lambda page: page.get_by_role("button", name="fish", exact=True),
        ("Enter",), lambda page: expect(page.locator(".told").first).to_contain_text("fish"), 8),
    Job("go through the hours", "", lambda page: page.get_by_role("slider", name="time of day"),
        ("ArrowRight",), shown(".rail"), 8),
    Job("choose another mark", "", button("^mark:"), ("Enter",), OPEN, 8),
    Job("see the day's plan", "", button("the day's plan"), ("Enter",), shown(".plan-time"), 14),
    Job("take the card along", "card", lambda page: page.get_by_role("link", name="PDF"), (),
        shown(".card-sheet"), 8),
    Job("plan a trip", "trip", button("^Plan a trip from"), ("Enter",), shown(".round-way"), 8),
    Job("fish an outfit", "outfit", button("fish this"), ("Enter",),
        lambda page: expect(page.get_by_text("The Day fishes this now")).to_be_visible(), 8),
    Job("put another plastic on the bench", "bench", button("^plastic:"), ("Enter",), OPEN, 8),
    Job("look into the box", "box",
        lambda page: page.locator("table[role=grid] [tabindex='0']").first, ("Enter",),
        shown(".lies-place"), 12),
    Job("put an event right", "log", button("^correct$"), ("Enter",),
        shown("form, [role=dialog]"), 12, told),
)
FOCUSED = "(one) => one === document.activeElement"


def reached(page: Page, there: Locator, most: int) -> int | None:
    for stop in range(1, most + 1):
        page.keyboard.press("Tab")
        if there.evaluate(FOCUSED):
            return stop
    return None


def stops_to(page: Page, there: Locator, most: int) -> int | None:
    """By Tab alone, or past what is long by one of the links that stand first."""
    begin = page.evaluate("() => { document.activeElement?.blur(); return location.href; }")
    found = reached(page, there, most)
    links = page.locator("a.skip")
    ways = [] if found is None else [found]
    for k in range(links.count()):
        page.goto(begin)
        expect(there).to_be_attached()
        for _ in range(k + 1):
            page.keyboard.press("Tab")
        page.keyboard.press("Enter")
        further = 0 if there.evaluate(FOCUSED) else reached(page, there, most - k - 1)
        if further is not None:
            ways.append(k + 1 + further)
    return min(ways, default=None)


@pytest.mark.parametrize("job", JOBS, ids=lambda job: job.name)
def test_a_job_by_the_keyboard(
    page: Page, server: Server, watch: Watch, job: Job,
    record_property: Callable[[str, object], None],
) -> None:
    if job.before is not None:
        opened(page, server, "")
        job.before(page)
    opened(page, server, job.view)
    there = job.there(page)
    expect(there).to_be_visible()
    stops = stops_to(page, there, job.most)
    record_property("walk", f"{job.name}: {stops} stops")
    assert stops is not None, f"more than {job.most} stops"
    there.focus()
    for key in job.keys:
        page.keyboard.press(key)
    job.done(page)
    watch.must_be_clean()


@pytest.mark.parametrize("view", VIEWS)
def test_no_text_is_under_12_px(page: Page, server: Server, view: str) -> None:
    opened(page, server, view)
    for size in ({"width": 1280, "height": 800}, PHONE):
        page.set_viewport_size(size)  # type: ignore[arg-type]
        pages = page.locator(".know-pages button")
        for k in range(max(1, pages.count())):
            if pages.count():
                pages.nth(k).click()
                expect(page.locator(".waiting:not(:has(button))")).to_have_count(0)
            must_settle(page, SMALL, view, size)
