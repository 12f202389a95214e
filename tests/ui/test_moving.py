"""Leader, ground and shelter said on the Day and at a mark; a count with its doubt; an odd drop."""

from __future__ import annotations

import time
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.ui.conftest import Server, Watch, board_of, fact, open_day, set_number

pytestmark = pytest.mark.browser


def test_a_leader_is_said_in_the_sentence_and_asked_for(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    expect(fact(page, "leader")).to_have_text("no leader counted")
    fact(page, "leader").click()
    page.locator(".popover").get_by_label("Leader, its length").fill("1.5")
    page.locator(".popover").get_by_role("button", name="Set", exact=True).first.click()
    expect(fact(page, "leader")).to_have_text("1.5 m of 0.37 mm fluorocarbon")
    page.wait_for_function("() => !document.querySelector('.water.dim')")
    assert any("leader_line_m=1.5" in url for url in watch.asked)
    watch.must_be_clean()


def test_a_bottom_along_the_cast_is_typed_drawn_and_fished(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    page.get_by_role("link", name="Places").click()
    ground = page.get_by_label("Bottom along the cast")
    ground.fill("0 6\n12 five")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.locator(".mark-form .said").first).to_contain_text("a distance and a depth")
    ground.fill("0 6\n12 5\n16 3\n40 2.6")
    expect(page.locator(".ground-sketch")).to_be_visible()
    page.get_by_label("In the current").select_option(label="slow below")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("saved")).to_be_visible()
    page.get_by_role("link", name="Day").click()
    page.wait_for_selector(".rung.picked, .figure.wide")
    expect(page.locator(".sentence")).to_contain_text("slow below")
    expect(page.locator(".figure.then")).to_contain_text("to the next touch")
    # Said otherwise for this day alone.
    fact(page, "current at the surface").click()
    page.get_by_role("option", name="nothing in its way").click()
    expect(page.locator(".sentence")).not_to_contain_text("slow below")
    watch.must_be_clean()


def test_a_count_shows_its_range_and_right_its_share(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    body = board_of(page, server)
    step = int(page.locator(".rail").get_attribute("aria-valuenow") or "0")
    pick = next(h for h in body["heads"] if h["id"] == body["picks"][body["school"]][step])
    low, high = pick["count_low_s"][step], pick["count_high_s"][step]
    box = page.locator(".figure", has=page.get_by_text("count", exact=True))
    if high - low > 1.0 and round(low) != round(high):
        expect(box).to_contain_text(f"{low:.0f}–{high:.0f}")
        expect(box).to_contain_text("mostly by")
    else:
        expect(box).to_contain_text(f"{pick['count_s'][step]:.0f}")
    share = min(99, round(100 * pick["right_share"][step]))
    expect(page.locator(".figure.first")).to_contain_text(f"right in {share} of 100")
    watch.must_be_clean()


def odd_drop(page: Page, server: Server, **more: Any) -> None:
    """A drop timed just now that took far less than its rig takes."""
    event = {"id": "device-odd-0001", "kind": "drop", "at_utc_s": time.time(), "mark_id": 1,
             "mark_name": "Cais Velho", "head_id": 13, "head_name": "3/8 oz keeled arrow",
             "plastic_id": 1, "plastic_name": "127 mm straight tail", "depth_m": 4.0,
             "count_s": 15.0, "expected_s": 8.0, **more}
    answer = page.request.post(f"{server.url}api/log", data={"events": [event]})
    assert answer.ok, answer.text()


def test_an_odd_drop_is_one_question_and_the_answer_moves_the_depth(
    page: Page, server: Server
) -> None:
    open_day(page, server)
    odd_drop(page, server)
    page.reload()
    page.wait_for_selector(".rung.picked, .figure.wide")
    asked = page.get_by_role("group", name="a drop that came out otherwise")
    expect(asked).to_contain_text("15.0 s where 8.0 were expected")
    expect(asked).to_contain_text("deeper here, or does it fall slower?")
    asked.get_by_role("button", name="deeper here").click()
    expect(asked).to_have_count(0)
    expect(page.locator(".sentence")).to_contain_text("3.5 m deeper from your 1 drop")
    page.get_by_role("link", name="Log").click()
    page.get_by_text("What the water taught").click()
    expect(page.get_by_text("3.5 m deeper than charted, from your 1 drop")).to_be_visible()
    page.get_by_role("button", name="as charted again").click()
    expect(page.get_by_text("deeper than charted")).to_have_count(0)


def test_an_old_odd_drop_waits_in_the_log(page: Page, server: Server) -> None:
    open_day(page, server)
    odd_drop(page, server, at_utc_s=time.time() - 3 * 86400.0)
    page.reload()
    page.wait_for_selector(".rung.picked, .figure.wide")
    asked = page.get_by_role("group", name="a drop that came out otherwise")
    expect(asked).to_have_count(0)
    page.get_by_role("link", name="Log").click()
    page.get_by_text("What the water taught").click()
    expect(page.get_by_text("Drops to be answered")).to_be_visible()
    asked.get_by_role("button", name="a slip of the thumb").click()
    expect(page.get_by_text("Drops to be answered")).to_have_count(0)


def test_a_borrowed_rod_and_a_line_of_nylon(page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    set_number(page, "cast", "20")
    page.get_by_role("link", name="Box").click()
    page.get_by_text("All else").click()
    page.get_by_role("button", name="a new rod").click()
    form = page.get_by_role("dialog")
    form.get_by_label("Name").fill("borrowed")
    form.get_by_label("Throws from, g").fill("10")
    form.get_by_label("to, g", exact=True).fill("30")
    form.get_by_role("button", name="Add it").click()
    expect(form).to_have_count(0)
    expect(page.locator("tr", has_text="borrowed")).to_contain_text("assumed: 20 g about 55 m")
    watch.must_be_clean()
