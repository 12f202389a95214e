"""No two labels of a scene lie on one another, at any hour of the demo's day, at three widths."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, ViewportSize, expect

from tests.ui.conftest import SPRINGS_S, Server, Watch, must_settle, open_day

pytestmark = pytest.mark.browser
STEPS_APART = 3
LYING = """() => {
  const lying = [];
  for (const svg of document.querySelectorAll('svg')) {
    const boxes = [...svg.querySelectorAll('text')]
      .filter(t => t.textContent.trim() && t.getClientRects().length
              && getComputedStyle(t).visibility !== 'hidden')
      .map(t => {
        const r = t.getBoundingClientRect(), high = r.height;
        // Letters take three fifths of their line.
        return {says: t.textContent, l: r.left, r: r.right, t: r.top + high / 5,
                b: r.bottom - high / 5};
      });
    boxes.forEach((a, i) => boxes.slice(i + 1).forEach((b) => {
      const wide = Math.min(a.r, b.r) - Math.max(a.l, b.l);
      const deep = Math.min(a.b, b.b) - Math.max(a.t, b.t);
      if (wide > 1 && deep > 1) {
        lying.push(`${svg.getAttribute('class')}: ${a.says} | ${b.says}`);
      }
    }));
  }
  return [lying, document.querySelectorAll('svg text').length];
}"""


@pytest.mark.parametrize(("width", "height"), [(320, 700), (390, 844), (1280, 800)])
def test_no_label_lies_on_another(page: Page, server: Server, width: int, height: int) -> None:
    page.set_viewport_size(ViewportSize(width=width, height=height))
    open_day(page, server)
    expect(page.locator(".rung.picked")).to_be_visible()
    hours = page.get_by_role("slider").first
    hours.focus()
    page.keyboard.press("Home")
    found = []
    for step in range(0, 145, STEPS_APART):
        expect(hours).to_have_attribute("aria-valuenow", str(step))
        clock = hours.get_attribute("aria-valuetext")
        # The picture follows in the frame after the hour.
        page.evaluate("() => new Promise(done => requestAnimationFrame(() =>"
                      " requestAnimationFrame(done)))")
        lying, seen = page.evaluate(LYING)
        assert seen > 10
        found += [f"{clock} {one}" for one in lying]
        for _ in range(STEPS_APART):
            page.keyboard.press("ArrowRight")
    assert found == []


VIEWS = ("", "trip", "outfit", "log", "bench", "box", "card", "places", "know")
ON_PAPER = """() => {
  const seen = (one) => one.getClientRects().length > 0;
  const all = [...document.querySelectorAll('body *')].filter(seen);
  const name = (one) => `${one.tagName}.${one.className}: ${one.textContent.trim().slice(0, 30)}`;
  const ink = getComputedStyle(document.querySelector('main h1, main p, main li')).color;
  return {
    wide: document.documentElement.scrollWidth - innerWidth,
    fixed: all.filter(one => getComputedStyle(one).position === 'fixed').map(name),
    tapped: [...document.querySelectorAll('.log-bar, button.do, input[type=file], nav')]
      .filter(seen).map(name),
    cut: [...document.querySelectorAll('.ladder')]
      .filter(one => one.scrollHeight > one.clientHeight + 1).map(name),
    ink, paper: getComputedStyle(document.documentElement).getPropertyValue('--paper').trim(),
  };
}"""


@pytest.mark.parametrize("view", VIEWS)
def test_every_view_is_read_on_paper(page: Page, server: Server, view: str) -> None:
    """As A4 from the dark sheet: black on white, one column, whole, nothing to tap."""
    page.set_viewport_size(ViewportSize(width=794, height=1123))
    page.goto(server.url + view)
    expect(page.locator("main h1")).to_be_attached()
    page.evaluate("() => { document.documentElement.dataset.sheet = 'dark'; }")
    page.wait_for_load_state("networkidle")
    page.emulate_media(media="print")
    said = page.evaluate(ON_PAPER)
    assert said["wide"] <= 0
    assert (said["fixed"], said["tapped"], said["cut"]) == ([], [], [])
    assert said["ink"] in ("rgb(0, 0, 0)", "rgb(38, 38, 38)")
    assert said["paper"] == "#fff"


BEGINS_A_LINE = """() => {
  const faults = [];
  for (const fact of document.querySelectorAll('.sentence .fact')) {
    const next = fact.nextSibling;
    if (next?.nodeType !== Node.TEXT_NODE || !/^[,.;]/.test(next.data)) continue;
    const mark = document.createRange();
    mark.setStart(next, 0);
    mark.setEnd(next, 1);
    const last = [...fact.getClientRects()].at(-1);
    const at = mark.getBoundingClientRect();
    if (last && at.width > 0 && at.top > last.bottom - 4) faults.push(fact.textContent);
  }
  return faults;
}"""


@pytest.mark.parametrize("view", ["", "outfit", "bench"])
def test_no_line_of_a_sentence_begins_with_a_comma(
    page: Page, server: Server, watch: Watch, view: str
) -> None:
    page.clock.install(time=SPRINGS_S)
    page.goto(server.url + view)
    expect(page.locator(".sentence .fact").first).to_be_visible()
    for width in (320, 390, 460, 560, 700, 860, 1000, 1140, 1280, 1500):
        page.set_viewport_size({"width": width, "height": 900})
        must_settle(page, BEGINS_A_LINE, width)
    watch.must_be_clean()
