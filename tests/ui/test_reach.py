"""Zoomed to 400 %, by the keyboard, unseen, in the system's colours: every view is usable."""

from __future__ import annotations

import json
import re
import time

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.ui.conftest import (
    PHONE,
    SPRINGS_S,
    Server,
    Watch,
    axe_clean,
    fact,
    must_settle,
    no_wider,
    open_day,
)

pytestmark = pytest.mark.browser
VIEWS = ("", "trip", "outfit", "log", "bench", "box", "card", "places", "know")
# 1280 at 400 % and at 200 % (WCAG 2.2, 1.4.10 and 1.4.4), on a desk's and a low screen.
ZOOMED = ({"width": 320, "height": 256}, {"width": 640, "height": 400})
COVERED = """() => {
  const one = document.activeElement;
  if (!one || one === document.body) return null;
  const box = one.getBoundingClientRect();
  if (box.width === 0 || box.height === 0) return null;
  const name = one.getAttribute('aria-label') || one.textContent.trim().slice(0, 40) || one.tagName;
  // Some part of it must be in sight and on top: its corners, drawn in a little, and its middle.
  const at = [[.5, .5], [.1, .2], [.9, .2], [.1, .8], [.9, .8]].map(([x, y]) =>
    [box.left + x * box.width, box.top + y * box.height]);
  const seen = at.some(([x, y]) => {
    if (x < 0 || y < 0 || x >= innerWidth || y >= innerHeight) return false;
    const top = document.elementFromPoint(x, y);
    return top !== null && (one.contains(top) || top.contains(one)
      || [one.closest('label'), ...(one.labels || [])].some((label) => label?.contains(top)));
  });
  return seen ? '' : name;
}"""


def in_sight(page: Page) -> str | None:
    """What has the focus and stays covered; what is drawn anew meanwhile is looked at again."""
    found: str | None = None
    for _ in range(40):
        found = page.evaluate(COVERED)
        if not found:
            break
        time.sleep(0.05)
    return found


def opened(page: Page, server: Server, view: str) -> None:
    page.clock.install(time=SPRINGS_S)
    page.goto(server.url + view)
    expect(page.locator("main h1")).to_be_attached()
    # Words that stand while something comes; of a trip that nobody has planned they stay.
    expect(page.locator(".waiting:not(:has(button))")).to_have_count(0)


@pytest.mark.parametrize("size", ZOOMED, ids=["400", "200"])
@pytest.mark.parametrize("view", VIEWS)
def test_zoomed_all_that_the_keyboard_reaches_is_in_sight(
    page: Page, server: Server, view: str, size: dict[str, int]
) -> None:
    page.set_viewport_size(size)  # type: ignore[arg-type]
    opened(page, server, view)
    # Of what is wider some scrolls by itself (a drawing, a table); the page does not.
    no_wider(page)
    hidden = []
    for _ in range(60):
        page.keyboard.press("Tab")
        found = in_sight(page)
        if found:
            hidden.append(found)
    assert hidden == []


def test_a_name_of_sixty_letters_makes_no_view_wider(page: Page, server: Server) -> None:
    name = "Baixadasondasquebradasdaponteveldosmarinheirosdosulvelhoabcd"
    page.set_viewport_size(PHONE)  # type: ignore[arg-type]
    page.goto(server.url)
    mark = page.evaluate("async () => (await (await fetch('/api/marks')).json()).marks[0]")
    body = json.dumps({k: v for k, v in mark.items() if k != "id"} | {"name": name})
    status = page.evaluate(
        """async ([id, body]) => (await fetch(`/api/marks/${id}`, {method: 'PUT', body,
           headers: {'Content-Type': 'application/json'}})).status""", [mark["id"], body])
    assert status == 200
    for view in ("", "card", "trip", "places", "log"):
        opened(page, server, view)
        no_wider(page, view)


def said(page: Page) -> str:
    return page.get_by_role("status", name="what changed").inner_text()


def test_a_changed_pick_is_said_once_and_never_while_scrubbing(
    page: Page, server: Server, watch: Watch
) -> None:
    page.add_init_script("""
      window.heard = [];
      addEventListener('DOMContentLoaded', () => new MutationObserver(() => {
        const now = document.querySelector('[role=status][aria-label="what changed"]')?.textContent;
        if (now && now !== window.heard.at(-1)) window.heard.push(now);
      }).observe(document.documentElement, {subtree: true, childList: true, characterData: true}));
    """)
    page.clock.install()
    open_day(page, server)
    # Time stands, however long a key takes on a busy machine: words wait for it to pass.
    page.clock.pause_at(page.evaluate("() => Date.now()") / 1000.0 + 60.0)
    assert page.evaluate("() => window.heard") == []
    for _ in range(24):
        page.keyboard.press("]")
        page.clock.run_for(100)
    assert page.evaluate("() => window.heard") == []
    page.clock.run_for(3000)
    expect(page.get_by_role("status", name="what changed")).to_contain_text("Tie on")
    heard = page.evaluate("() => window.heard")
    assert len(heard) == 1
    assert re.match(r"Tie on .+(count|right|none)", heard[0]), heard
    # What stands in the figures is what was said.
    weight = page.locator(".figure.first b .visually-hidden")
    if weight.count():
        assert weight.inner_text() in heard[0]
    watch.must_be_clean()


def test_what_a_tap_stored_is_said_and_what_was_taken_back(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    page.get_by_role("button", name="bite", exact=True).click()
    status = page.get_by_role("status", name="what changed")
    expect(status).to_contain_text(re.compile(r"Told: bite \d\d:\d\d at Cais Velho"))
    page.get_by_role("button", name="undo", exact=True).click()
    expect(status).to_contain_text("Taken back: bite")
    watch.must_be_clean()


def test_a_fish_is_logged_with_two_keys_and_within_eight_stops(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    page.keyboard.press("l")
    page.keyboard.press("f")
    expect(page.locator(".told").first).to_contain_text("fish")
    page.reload()
    expect(page.locator(".rung").first).to_be_visible()
    page.keyboard.press("Tab")
    page.keyboard.press("Tab")
    expect(page.get_by_role("link", name="to the taps")).to_be_focused()
    page.keyboard.press("Enter")
    stops = 2
    while page.evaluate("() => document.activeElement.textContent") != "fish":
        page.keyboard.press("Tab")
        stops += 1
        assert stops <= 8
    page.keyboard.press("Enter")
    expect(page.locator(".told").first).to_contain_text("fish")
    watch.must_be_clean()


def test_single_keys_can_be_had_with_alt_or_not_at_all(page: Page, server: Server) -> None:
    open_day(page, server)

    def clock() -> str:
        return str(page.get_by_role("slider").first.get_attribute("aria-valuetext"))

    def mode(words: str) -> None:
        page.get_by_role("button", name="? keys").click()
        page.get_by_label(words, exact=True).check()
        page.get_by_role("button", name="Close").click()
        expect(page.locator(".modal")).to_have_count(0)

    at = clock()
    mode("off")
    for key in ("]", "l", "b", "g", "o", "Alt+]"):
        page.keyboard.press(key)
    assert clock() == at
    expect(page.locator(".told")).to_have_count(0)
    expect(page).to_have_url(server.url)
    mode("with Alt only")
    page.keyboard.press("]")
    assert clock() == at
    page.keyboard.press("Alt+]")
    expect(page.get_by_role("slider").first).not_to_have_attribute("aria-valuetext", at)
    page.keyboard.press("Alt+g")
    page.keyboard.press("Alt+o")
    expect(page).to_have_url(re.compile("/outfit$"))
    page.reload()
    page.keyboard.press("g")
    page.keyboard.press("d")
    expect(page).to_have_url(re.compile("/outfit$"))


def test_no_key_fires_under_what_lies_over_the_view(page: Page, server: Server) -> None:
    open_day(page, server)
    fact(page, "school").click()
    page.get_by_role("option").first.focus()
    page.keyboard.press("g")
    page.keyboard.press("o")
    expect(page).to_have_url(server.url)
    page.keyboard.press("Escape")
    page.get_by_role("button", name=re.compile("^sheet: ")).click()
    page.keyboard.press("g")
    page.keyboard.press("o")
    expect(page).to_have_url(server.url)


def test_titles_tell_views_and_marks_apart_and_a_view_begins_at_its_heading(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    expect(page).to_have_title("Day · Cais Velho · Ilha")
    titles = set()
    for name in ("Trip", "Outfit", "Log", "Bench", "Box", "Card", "Places", "Know", "Day"):
        page.get_by_role("navigation", name="views").get_by_role("link", name=name).click()
        expect(page.locator("#view h1")).to_be_focused()
        expect(page).to_have_title(re.compile(f"^{name} · "))
        titles.add(page.title())
    assert len(titles) == 9
    watch.must_be_clean()


def test_what_is_taken_out_leaves_the_keyboard_beside_it(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    page.get_by_role("button", name="bite", exact=True).click()
    page.get_by_role("button", name="undo", exact=True).focus()
    page.keyboard.press("Enter")
    expect(page.locator(".told")).to_have_count(0)
    page.wait_for_function("() => document.activeElement !== document.body")
    assert page.evaluate(
        "() => document.activeElement.closest('.log-bar') !== null")
    watch.must_be_clean()


def test_a_list_goes_to_its_ends_and_to_what_is_typed(page: Page, server: Server) -> None:
    open_day(page, server)
    fact(page, "school").click()
    options = page.get_by_role("option")
    page.keyboard.press("End")
    expect(options.last).to_be_focused()
    page.keyboard.press("Home")
    expect(options.first).to_be_focused()
    words = [one.split("\n")[0] for one in options.all_inner_texts()]
    page.keyboard.type(words[2][:3])
    expect(options.nth(2)).to_be_focused()
    # One stop: the next is beyond the list.
    page.keyboard.press("Tab")
    assert page.evaluate("() => document.activeElement.getAttribute('role')") != "option"


# Relative luminance and contrast: WCAG 2.2, "contrast ratio" and "relative luminance".
CONTRAST = """() => {
  const light = (text) => {
    const [r, g, b] = text.match(/[\\d.]+/g).slice(0, 3).map((v) => {
      const c = text.startsWith('color(srgb') ? Number(v) : v / 255;
      return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * r + 0.7152 * g + 0.0722 * b;
  };
  const behind = (one) => {
    for (let at = one; at; at = at.parentElement) {
      const colour = getComputedStyle(at).backgroundColor;
      if (!/^rgba.*, 0\\)$|transparent/.test(colour)) return colour;
    }
    return 'rgb(255, 255, 255)';
  };
  const bad = [];
  const probe = document.body.appendChild(document.createElement('i'));
  probe.style.color = 'Canvas';
  const canvas = matchMedia('(forced-colors: active)').matches ? getComputedStyle(probe).color : '';
  probe.remove();
  for (const one of document.querySelectorAll('main *, header *')) {
    const own = [...one.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim());
    const shown = one.checkVisibility({opacityProperty: true, visibilityProperty: true});
    if (!own || !shown || one.closest('svg')) continue;
    if (one.closest('.visually-hidden, .skip, :disabled')) continue;
    const [a, b] = [light(getComputedStyle(one).color), light(behind(one))].sort((x, y) => y - x);
    const ratio = (a + 0.05) / (b + 0.05);
    const words = one.textContent.trim().slice(0, 30);
    // The browser lays words on a plate of the canvas's colour, whatever is behind them.
    const style = getComputedStyle(one);
    if (style.color === canvas && style.forcedColorAdjust === 'auto')
      bad.push(`${one.className || one.tagName}: ${words} on its own colour`);
    if (ratio < 4.5) bad.push(`${one.className || one.tagName}: ${words} ${ratio.toFixed(2)}`);
  }
  return bad;
}"""


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_in_the_systems_colours_all_words_stand_out(
    browser: Browser, server: Server, scheme: str
) -> None:
    context = browser.new_context(forced_colors="active", color_scheme=scheme,  # type: ignore[arg-type]
                                  viewport={"width": 1280, "height": 800})
    page = context.new_page()
    for sheet in ("daylight", "dark"):
        opened(page, server, "")
        page.get_by_role("button", name=re.compile("^sheet: ")).click()
        page.get_by_role("button", name=re.compile(f"^{sheet}, ")).click()
        for view in VIEWS:
            page.goto(server.url + view)
            expect(page.locator("main h1")).to_be_attached()
            must_settle(page, CONTRAST, sheet, view)
    context.close()


@pytest.mark.parametrize("sheet", ["daylight", "dark", "sunlight", "night"])
def test_on_every_sheet_all_words_stand_out(page: Page, server: Server, sheet: str) -> None:
    opened(page, server, "")
    page.get_by_role("button", name=re.compile("^sheet: ")).click()
    page.get_by_role("button", name=re.compile(f"^{sheet}, ")).click()
    for view in VIEWS:
        page.goto(server.url + view)
        expect(page.locator("main h1")).to_be_attached()
        expect(page.locator(".waiting:not(:has(button))")).to_have_count(0)
        must_settle(page, CONTRAST, view)
    axe_clean(page)
