"""From an empty database to the first right answer, on a desk and on a phone: answers counted, no
refusal, no reload; and nothing is a dead end on the way."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

import pytest
from playwright.sync_api import Browser, Page, ViewportSize, expect

from tests.ui.conftest import DESK, PHONE, SPRINGS_S, Server, Watch, axe_clean

pytestmark = pytest.mark.browser
MOST_ANSWERS = 20
TOMORROW = datetime.fromtimestamp(SPRINGS_S, UTC) + timedelta(days=1)
TABLE = f"""{TOMORROW:%a} {TOMORROW.day} {TOMORROW:%b %Y}
HW 04:21  3.2 m
LW 10:34  0.9 m
HW 16:50  3.4 m
LW 23:01  0.7 m"""


class Hand:
    """Taps and types, and counts every answer that was given."""

    def __init__(self, page: Page) -> None:
        self.page, self.answers = page, 0

    def tap(self, name: str, group: str | None = None) -> None:
        inside = self.page if group is None else self.page.get_by_role("group", name=group)
        inside.get_by_role("button", name=name, exact=True).click()
        self.answers += 1

    def type(self, label: str, text: str) -> None:
        self.page.get_by_label(label).fill(text)
        self.answers += 1


def page_of(browser: Browser, server: Server, size: ViewportSize) -> Page:
    page = browser.new_context(viewport=size, service_workers="block",
                               timezone_id="Europe/Lisbon", locale="en-GB").new_page()
    page.clock.install(time=SPRINGS_S)
    page.goto(server.url)
    return page


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_the_first_answer_in_twenty(browser: Browser, empty: Server, size: ViewportSize) -> None:
    page = page_of(browser, empty, size)
    loads: list[str] = []
    refused: list[str] = []
    page.on("load", lambda: loads.append(page.url))
    page.on("response", lambda r: refused.append(f"{r.status} {r.url}") if r.status >= 400
            and "/api/day" not in r.url else None)
    hand = Hand(page)
    page.get_by_role("link", name="Begin with your own water").click()
    hand.type("What you call it", "Town quay")
    hand.tap("That is the place")
    hand.type("The table as it is printed", TABLE)
    expect(page.get_by_role("group", name="what was understood")).to_contain_text(
        "4 high and low waters")
    axe_clean(page)
    hand.tap("Keep it")
    for weight in ("1/8 oz", "1/4 oz", "3/8 oz", "1/2 oz"):
        hand.tap(weight)
    hand.tap("Put these 4 in, 5 of each")
    expect(page.get_by_text("4 kinds of head in the box")).to_be_visible()
    hand.tap("100 mm", "length")
    expect(page.get_by_text("In the box: 100 mm paddle")).to_be_visible()
    axe_clean(page)
    hand.tap("That is in the box")
    hand.tap("7 to 28 g")
    hand.tap("15 lb")
    hand.tap("With these")
    hand.tap("Tomorrow at Town quay")
    # Nobody said how hard it runs: it is asked, not taken for slack.
    expect(page.get_by_text("How hard does it run at Town quay?")).to_be_visible()
    expect(page.get_by_role("alert").filter(has_text="needed")).to_have_count(0)
    hand.tap("medium, 0.50 m/s")
    expect(page.get_by_text("tie on")).to_be_visible()
    expect(page.get_by_text("The high or low water beside this day is assumed")).to_be_visible()
    # What was assumed stands as such in the sentence.
    expect(page.get_by_role("button", name="depth: ", exact=False).first).to_have_class(
        "fact fact-assumed")
    assert hand.answers <= MOST_ANSWERS
    assert loads == []
    assert refused == []
    page.context.close()


def test_every_view_leads_on_and_what_happens_is_logged(browser: Browser, empty: Server) -> None:
    page = page_of(browser, empty, DESK)
    for view in ("outfit", "bench", "card"):
        page.goto(f"{empty.url}{view}")
        expect(page.get_by_role("link", name="Begin with your own water")).to_be_visible()
    page.goto(empty.url)
    page.get_by_role("button", name="bite", exact=True).click()
    expect(page.get_by_text("No head is said.")).to_be_visible()
    page.get_by_role("navigation").get_by_role("link", name="Log").click()
    expect(page.locator("main").get_by_text("not on the chart")).to_be_visible()
    page.context.close()


def test_the_rules_are_read_before_there_is_any_water(
    page: Page, empty: Server, watch: Watch
) -> None:
    """Know asks the server for no board of a place that there is not."""
    page.goto(f"{empty.url}know")
    expect(page.get_by_text("Threaded straight is the default.").first).to_be_visible()
    page.wait_for_load_state("networkidle")
    watch.must_be_clean()


def test_a_step_is_left_and_taken_up_again(browser: Browser, empty: Server) -> None:
    page = page_of(browser, empty, DESK)
    page.goto(f"{empty.url}first")
    page.get_by_role("button", name="That is the place").click()
    page.get_by_role("button", name="none: I type what I see").click()
    expect(page.get_by_text("none: you type what you see")).to_be_visible()
    page.reload()
    expect(page.get_by_text("Home water, harbour")).to_be_visible()
    expect(page.get_by_role("group", name="weights")).to_be_visible()
    page.get_by_role("button", name="later").click()
    page.get_by_role("button", name="later").click()
    expect(page.get_by_text("It takes a head, a plastic, a line yet")).to_be_visible()
    page.context.close()


def test_a_mess_is_told_line_by_line(browser: Browser, empty: Server) -> None:
    page = page_of(browser, empty, DESK)
    page.goto(f"{empty.url}first")
    page.get_by_role("button", name="That is the place").click()
    page.get_by_label("The table as it is printed").fill(
        TABLE.replace("10:34", "1O:34") + "\n26:00 3.3\nlorem 12")
    lines = page.get_by_role("list", name="lines that could not be read").get_by_role("listitem")
    expect(lines).to_have_count(3)
    expect(lines.first).to_contain_text("a letter stands where a figure should be")
    expect(page.get_by_text("is missing between")).to_be_visible()
    expect(page.get_by_role("button", name="Keep it, without what could not be read")
           ).to_be_visible()
    page.context.close()


def test_a_line_is_put_right_before_it_is_kept_and_a_port_differs(
    browser: Browser, empty: Server
) -> None:
    """What was read wrongly is put right in its own line; where the table is of another port, what
    this water differs by is asked at once."""
    page = page_of(browser, empty, PHONE)
    page.goto(f"{empty.url}first")
    page.get_by_role("button", name="That is the place").click()
    page.get_by_label("The table as it is printed").fill(TABLE.replace("10:34", "1O:34"))
    page.get_by_role("button", name="put line 3 right").click()
    page.get_by_label("Line 3, as you brought it").fill("LW 10:34 0,9 m")
    page.get_by_role("button", name="Read it so").click()
    understood = page.get_by_role("group", name="what was understood")
    expect(understood).to_contain_text("4 high and low waters")
    expect(page.get_by_role("list", name="lines that could not be read")).to_have_count(0)
    understood.get_by_role("button", name="16:50").click()
    page.get_by_label("Line 4, as you brought it").fill("HW 17:05 3.5 m")
    page.keyboard.press("Enter")
    expect(understood.get_by_role("button", name="17:05")).to_contain_text("3.50 m")
    axe_clean(page)
    page.get_by_label("It is the table of another port").check()
    page.get_by_label("Name of the port").fill("Upper port")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_label("Standard port")).to_contain_text("Upper port")
    page.get_by_label("High water later by, min").fill("20")
    page.get_by_label("Low water later by, min").fill("00:00 +25, 12:00 +15")
    for level, height in (("High water at springs, m", "3.6"), ("High water at neaps, m", "2.8"),
                          ("Low water at neaps, m", "1.4"), ("Low water at springs, m", "0.5")):
        page.get_by_label(level, exact=True).fill(height)
        page.get_by_label(f"difference at {level[0].lower()}{level[1:]}").fill("-0.2")
    axe_clean(page)
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("tide at Home water", exact=True)).to_be_visible()
    expect(page.get_by_role("group", name="weights")).to_be_visible()
    page.get_by_role("button", name="1/4 oz", exact=True).click()
    page.get_by_role("button", name="heavy wire", exact=True).click()
    page.get_by_role("button", name="Put it in, 5 of each").click()
    expect(page.get_by_text("1 kind of head in the box")).to_be_visible()
    kept = page.evaluate("async () => (await (await fetch('/api/box')).json()).heads[0]")
    assert (kept["hook_wire"], kept["hook_measured"]) == ("heavy", False)
    page.context.close()


def test_marela_is_looked_at_apart_and_left_again(browser: Browser, empty: Server) -> None:
    page = page_of(browser, empty, DESK)
    page.get_by_role("button", name="look round Marela first").click()
    back = page.get_by_role("link", name="Marela, made up: back to your own water")
    expect(back).to_be_visible(timeout=60_000)
    expect(page.get_by_text("tie on")).to_be_visible()
    assert not page.url.startswith(empty.url)
    elsewhere = page.url
    back.click()
    expect(page.get_by_role("link", name="Begin with your own water")).to_be_visible()
    assert page.evaluate("async () => (await (await fetch('/api/marks')).json()).marks") == []
    # Asked again it is the same one; and it goes when its owner goes.
    page.get_by_role("button", name="look round Marela first").click()
    expect(back).to_be_visible()
    assert page.url.split("/")[2] == elsewhere.split("/")[2]
    page.context.close()


def test_an_event_is_put_right_and_one_told_afterwards(browser: Browser, empty: Server) -> None:
    page = page_of(browser, empty, DESK)
    page.goto(f"{empty.url}first")
    page.get_by_role("button", name="That is the place").click()
    expect(page.get_by_text("Home water, harbour")).to_be_visible()
    page.get_by_role("navigation").get_by_role("link", name="Log").click()
    page.get_by_role("button", name="add what happened earlier").click()
    form = page.get_by_role("dialog", name="What happened earlier")
    form.get_by_role("button", name="2 h ago").click()
    form.get_by_label("Which fish").select_option(label="European seabass")
    form.get_by_label("Length, cm").fill("20 in")
    axe_clean(page)
    form.get_by_role("button", name="Log it").click()
    row = page.get_by_role("listitem").filter(has_text="fish: european seabass")
    expect(row).to_contain_text("51 cm")
    was = row.locator("time").inner_text()
    row.get_by_role("button", name="correct").click()
    right = page.get_by_role("dialog", name="Put it right")
    right.get_by_label("What", exact=True).select_option("bite")
    right.get_by_label("Note").fill("a bream, perhaps")
    right.get_by_role("button", name="Put it right").click()
    expect(page.get_by_role("listitem").filter(has_text="bite")).to_contain_text("a bream, perhaps")
    expect(row).to_have_count(0)
    page.get_by_role("button", name="as it was").click()
    expect(row).to_contain_text("51 cm")
    expect(row.locator("time")).to_have_text(was)
    page.context.close()
