"""The whole water model through the Day view: every new fact changes what is shown, and says so."""

from __future__ import annotations

import re
from itertools import accumulate, groupby
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.ui.conftest import PHONE, Server, Watch, board_of, fact, open_day, set_number

pytestmark = pytest.mark.browser


def choose(page: Page, label: str, option: str) -> None:
    fact(page, label).click()
    page.get_by_role("option", name=option).click()
    if page.locator(".popover").count():
        page.keyboard.press("Escape")
    page.wait_for_function("() => !document.querySelector('.water.dim')")


def number(text: str) -> float:
    found = re.search(r"\d+(\.\d+)?", text)
    assert found, text
    return float(found[0])


def figure(page: Page, label: str) -> str:
    box = page.locator(".figure", has=page.get_by_text(label, exact=True))
    return box.locator("b").inner_text()


def shown_pick(page: Page, body: dict[str, Any]) -> tuple[int, dict[str, Any]]:
    """The step shown and the pick's row there."""
    step = int(page.locator(".rail").get_attribute("aria-valuenow") or "0")
    chosen = body["picks"][body["school"]][step]
    return step, next(h for h in body["heads"] if h["id"] == chosen)


def go_to(page: Page, step: int) -> None:
    page.locator(".rail").focus()
    page.keyboard.press("Home")
    for _ in range(step // 6):
        page.keyboard.press("PageUp")
    for _ in range(step % 6):
        page.keyboard.press("ArrowRight")
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", str(step))
    page.locator(".rail").blur()


def settle(page: Page, server: Server) -> None:
    """Go to the middle of the day's longest run of one pick."""
    picks = board_of(page, server)["picks"]["lightest-practical"]
    runs = [(len(list(same)), pick) for pick, same in groupby(picks)]
    ends = list(accumulate(length for length, _ in runs))
    long, end = max((length, end) for (length, pick), end in zip(runs, ends, strict=True) if pick)
    go_to(page, end - long // 2)


def test_a_held_fall_swings_in_and_a_slack_one_is_held_at_its_count(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    settle(page, server)
    fed = number(figure(page, "count"))
    choose(page, "how it falls", "held from the splash")
    body = board_of(page, server, "&fall=held")
    step, head = shown_pick(page, body)
    assert number(figure(page, "land it up-tide")) == pytest.approx(head["lead_m"][step], abs=0.06)
    beyond = head["beyond_m"][step]
    assert beyond > 0.5
    expect(page.locator(".figures")).to_contain_text(f"and {beyond:.1f} m beyond the mark")
    expect(page.locator(".above-scene")).to_have_attribute(
        "aria-label", re.compile(f"From above: .* {beyond:.1f} m beyond"))
    assert number(figure(page, "count")) == round(head["count_s"][step]) > fed
    choose(page, "how it falls", "slack, then held")
    _, mixed = shown_pick(page, board_of(page, server, "&fall=fed-then-held"))
    expect(page.locator(".figures")).to_contain_text(
        f"hold the line at {round(mixed['hold_at_s'][step])}")
    watch.must_be_clean()


def test_a_pull_typed_in_grams_slows_the_fall(page: Page, server: Server) -> None:
    open_day(page, server)
    settle(page, server)
    set_number(page, "how it falls", "4")
    expect(fact(page, "how it falls")).to_have_text("on a pull of 4 g")
    page.wait_for_function("() => !document.querySelector('.water.dim')")
    # 4 g is 0.0392266 N.
    step, slow = shown_pick(page, board_of(page, server, "&feed_tension_n=0.0392266"))
    free = next(h for h in board_of(page, server)["heads"] if h["id"] == slow["id"])
    assert number(figure(page, "count")) == round(slow["count_s"][step]) > free["count_s"][step]
    fact(page, "how it falls").click()
    page.locator(".popover input").fill("-3")
    page.locator(".popover").get_by_role("button", name="Set", exact=True).click()
    expect(page.locator(".popover .said")).to_have_text(
        "Pull on the line as it is fed must be at least 0 g, got -3 g: 1 to 5 g is usual")
    assert page.locator(".popover input").input_value() == "-3"


def test_a_zone_is_typed_and_must_not_be_upside_down(page: Page, server: Server) -> None:
    open_day(page, server)
    fact(page, "where the fish feed").click()
    low, high = page.locator(".popover input").nth(0), page.locator(".popover input").nth(1)
    high.fill("2.4")
    high.press("Enter")
    expect(fact(page, "where the fish feed")).to_have_text("0 to 2.4 m off the bottom")
    fact(page, "where the fish feed").click()
    low.fill("3")
    low.press("Enter")
    expect(page.locator(".popover .said").first).to_contain_text(
        "From, off the bottom must be at most 2.35 m, got 3 m")
    low.fill("1.2")
    low.press("Enter")
    expect(fact(page, "where the fish feed")).to_have_text("1.2 to 2.4 m off the bottom")
    expect(page.locator(".figures")).to_contain_text("stop the line at")


def test_swum_back_it_shows_the_way_in(page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    choose(page, "mark", "Praia Comprida")
    choose(page, "rod", "surf rod")
    choose(page, "how it is worked", "steady swim")
    query = "&mark_id=5&rod_id=3&retrieve=steady&fish=european-seabass"
    body = page.request.get(
        f"{server.url}api/day?plastic_id=1&line_id=3{query}").json()
    step, head = shown_pick(page, body)
    assert number(figure(page, "in their zone")) == round(head["zone_share"][step] * 100)
    expect(page.locator(".swim.in-zone")).to_have_count(1)
    expect(page.locator(".column-frame")).to_contain_text("against the distance")
    expect(page.locator(".figures")).to_contain_text(
        "swim it back at 0.90 m/s, 1.2 turns a second")
    fact(page, "how it is worked").click()
    turn = page.get_by_label("Line per turn of the handle")
    turn.fill("60")
    turn.press("Enter")
    expect(page.locator(".figures")).to_contain_text("0.90 m/s, 1.5 turns a second")
    assert page.locator(".drop-it").count() == 0
    watch.must_be_clean()


@pytest.mark.parametrize(
    ("option", "said"),
    [("two heads", "two heads, 1/4 oz in front"),
     ("a sliding sinker ahead", "a head behind a 40 g sliding sinker"),
     ("a three-way rig", "a head on a three-way rig, 40 g below")],
)
def test_other_rigs_hang_from_the_line(
    page: Page, server: Server, watch: Watch, option: str, said: str
) -> None:
    open_day(page, server)
    choose(page, "rod", "surf rod")
    choose(page, "plastic", "76 mm paddle tail")
    fact(page, "rig").click()
    page.get_by_role("option", name=option).click()
    if option != "two heads":
        sinker = page.locator(".popover").get_by_label("Sinker")
        sinker.fill("40")
        sinker.press("Enter")
    else:
        page.keyboard.press("Escape")
    expect(fact(page, "rig")).to_have_text(said)
    page.wait_for_function("() => !document.querySelector('.water.dim')")
    expect(page.locator(".leader")).to_contain_text(re.compile(r"\d m up"))
    watch.must_be_clean()


def test_under_a_float_it_hangs_and_tells_nothing_of_the_current(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    fact(page, "rig").click()
    page.get_by_role("option", name="under a float").click()
    expect(page.locator(".figures")).to_contain_text("let it hang under the float")
    expect(page.locator(".ladder")).to_contain_text("hangs 0.5 m down")
    taps = page.get_by_role("group", name="taps of the log")
    expect(taps.get_by_role("button", name="held")).to_have_count(0)
    expect(page.locator(".timer")).to_have_count(0)
    fact(page, "rig").click()
    page.get_by_role("option", name="a drop-shot").click()
    page.keyboard.press("Escape")
    expect(fact(page, "rig")).to_have_text("a head 0.45 m over a 14 g sinker")
    expect(page.locator(".figures")).to_contain_text("shake the tip, not the sinker")
    expect(taps.get_by_role("button", name="held")).to_be_visible()
    watch.must_be_clean()


def test_a_nail_weight_and_the_weed_change_the_water(page: Page, server: Server) -> None:
    open_day(page, server)
    stream = [abs(u) for u in board_of(page, server)["stream_m_s"]]
    go_to(page, max(range(12, 132), key=lambda i: stream[i]))
    choose(page, "plastic", "100 mm stick")
    title = ".rung.picked button, .rung button"
    before = page.locator(title).first.get_attribute("title") or ""
    set_number(page, "nail weight", "1.5")
    expect(fact(page, "nail weight")).to_have_text("a 1.5 g nail in the nose")
    expect(page.locator(title).first).not_to_have_attribute("title", before)
    near_bottom = page.locator(".current text").first.text_content() or ""
    set_number(page, "height of the weed", "1.5")
    page.wait_for_function(
        "was => document.querySelector('.current text').textContent !== was", arg=near_bottom)
    assert number(page.locator(".current text").first.text_content() or "") < number(near_bottom)


def test_all_five_schools_have_a_key_and_a_reason(page: Page, server: Server) -> None:
    open_day(page, server)
    settle(page, server)
    reasons = set()
    for key, name in enumerate(("lightest practical", "bottom contact", "depth table", "fed fall",
                                "down fast, then work"), start=1):
        page.keyboard.press(str(key))
        expect(fact(page, "school")).to_have_text(name)
        page.wait_for_function("() => !document.querySelector('.water.dim')")
        if page.locator(".because").count():
            reasons.add(page.locator(".because").inner_text())
    assert len(reasons) >= 4


def test_a_head_that_fails_names_what_would_help(page: Page, server: Server) -> None:
    open_day(page, server)
    body = board_of(page, server)
    stream = [abs(u) for u in body["stream_m_s"]]
    go_to(page, max(range(12, 132), key=lambda i: stream[i]))
    helped = page.locator(".sign-light-row .help")
    expect(helped.first).to_contain_text(re.compile(r"^→ (\d|this )"))
    expect(page.locator(".sign-light-row").first).to_contain_text(
        re.compile(r"needs at least \d+\.\d g here"))


class TestTheDrop:
    def test_counts_in_real_time_and_any_key_ends_it(self, page: Page, server: Server) -> None:
        open_day(page, server)
        settle(page, server)
        page.keyboard.press("f")
        running = page.locator(".dropping .running")
        expect(running).to_have_text("0")
        expect(running).to_have_text("2")
        school = fact(page, "school").inner_text()
        page.keyboard.press("2")
        expect(running).to_have_count(0)
        # The key that ends it does nothing else.
        assert fact(page, "school").inner_text() == school

    def test_ends_by_itself_and_by_its_button(self, page: Page, server: Server) -> None:
        open_day(page, server)
        settle(page, server)
        button = page.locator(".drop-it")
        button.click()
        expect(page.locator(".dropping")).to_have_count(1)
        button.click()
        expect(page.locator(".dropping")).to_have_count(0)
        button.click()
        expect(page.locator(".dropping")).to_have_count(0)

    def test_a_touch_ends_it_and_less_motion_is_honoured(
        self, browser: Browser, server: Server
    ) -> None:
        context = browser.new_context(viewport=PHONE, has_touch=True,  # type: ignore[arg-type]
                                      reduced_motion="reduce", service_workers="block")
        page = context.new_page()
        open_day(page, server)
        page.locator(".drop-it").tap()
        lure = page.locator(".dropping .lure g")
        places = set()
        for _ in range(6):
            places.add(lure.get_attribute("transform"))
            page.wait_for_timeout(80)
        # Half a second of looking: at most two places where motion is to be spared.
        assert len(places) <= 2
        page.touchscreen.tap(200, 300)
        expect(page.locator(".dropping")).to_have_count(0)
        context.close()


def test_the_estimates_stand_as_a_soft_edge(page: Page, server: Server) -> None:
    open_day(page, server)
    body = board_of(page, server)
    picks, stream = body["picks"]["lightest-practical"], body["stream_m_s"]
    go_to(page, max((i for i in range(145) if picks[i]), key=lambda i: abs(stream[i])))
    edges = page.locator(".soft-edge")
    expect(edges).to_have_count(2)
    for i, drawn in enumerate((".held-line", ".fall > path:not(.soft-edge)")):
        edge, line = edges.nth(i).bounding_box(), page.locator(drawn).first.bounding_box()
        assert edge
        assert line
        # A stroke's box reaches up to 4.4 px (twice its width) beyond the line itself.
        assert edge["x"] <= line["x"] + 5
        assert edge["x"] + edge["width"] >= line["x"] + line["width"] - 5
        assert edge["width"] > line["width"]
