"""The day's plan, its files, and the rail's light."""

from __future__ import annotations

from pathlib import Path

import pytest
from icalendar import Calendar
from playwright.sync_api import Page, expect

from tests.ui.conftest import PHONE, Server, Watch, board_of, open_day

pytestmark = pytest.mark.browser


def test_the_plan_by_key_goes_to_a_run_and_follows_the_patience(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    body = board_of(page, server)
    page.keyboard.press("p")
    rows = page.locator(".plan li")
    expect(rows).to_have_count(len(body["plan"]))
    expect(rows.first).to_contain_text(f"00:00 – {body['clock'][body['plan'][0]['to_step']]}")
    page.get_by_label("A change of heads must be worth").select_option(label="two hours")
    calm = board_of(page, server, "&change_minutes=120")["plan"]
    assert len(calm) < len(body["plan"])
    expect(rows).to_have_count(len(calm))
    middle = (calm[0]["from_step"] + calm[0]["to_step"]) // 2
    rows.first.get_by_role("button").click()
    # It stands beside the water that it is looked at in, and goes with the same key.
    expect(rows.first.get_by_role("button")).to_have_attribute("aria-current", "time")
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", str(middle))
    expect(page.locator(".rung.picked")).to_have_count(0)
    page.keyboard.press("p")
    expect(page.locator(".rung.picked")).to_be_visible()
    # The rail's band is the plan.
    expect(page.locator(".rail .pick")).to_have_count(len(calm))
    watch.must_be_clean()


def test_the_plan_is_taken_along_as_calendar_and_text(
    page: Page, server: Server, tmp_path: Path
) -> None:
    open_day(page, server)
    body = board_of(page, server)
    page.get_by_role("button", name="the day's plan").click()
    with page.expect_download() as caught:
        page.get_by_role("link", name="as a calendar").click()
    path = tmp_path / "plan.ics"
    caught.value.save_as(path)
    events = Calendar.from_ical(path.read_bytes()).walk("VEVENT")
    assert len(events) == sum(run["head_id"] is not None for run in body["plan"])
    assert caught.value.suggested_filename == f"ilha-plan-{body['date']}.ics"
    with page.expect_download() as caught:
        page.get_by_role("link", name="as text").click()
    assert "Worth being there" in Path(caught.value.path()).read_text()


def test_the_rail_shows_night_slack_and_what_is_worth_it(page: Page, server: Server) -> None:
    open_day(page, server)
    body = board_of(page, server)
    expect(page.locator(".sky-night")).to_have_count(2)
    expect(page.locator(".sky-twilight")).to_have_count(2)
    expect(page.locator(".slack")).to_have_count(len(body["slacks"]))
    expect(page.locator(".spell")).to_have_count(len(body["spells"]))
    night = page.locator(".sky-night").first.bounding_box()
    rail = page.locator(".rail svg").first.bounding_box()
    assert night
    assert rail
    share = body["light"][1]["step"] / 144
    assert night["width"] / rail["width"] == pytest.approx(share, abs=0.01)
    # On a phone the bar of the views is under its hours, not over them.
    page.set_viewport_size(PHONE)  # type: ignore[arg-type]
    hour = page.locator(".rail .hours text").first.bounding_box()
    bar = page.locator(".views").bounding_box()
    assert hour
    assert bar
    assert hour["y"] + hour["height"] <= bar["y"] + 1.0


def test_the_current_is_read_from_heads_and_forgotten_with_one_key(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    body = board_of(page, server)
    picks, stream = body["picks"]["lightest-practical"], body["stream_m_s"]
    step = max((i for i in range(145) if picks[i]), key=lambda i: abs(stream[i]))
    page.locator(".rail").focus()
    page.keyboard.press("Home")
    for _ in range(step):
        page.keyboard.press("ArrowRight")
    # The last step is drawn with the next frame.
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", str(step))
    page.locator(".rail").blur()
    now = page.locator('.fact[aria-label^="current"]')
    before = now.inner_text()
    bears = next(h for h in body["heads"] if h["id"] == picks[step])["bears_m_s"][step]
    page.locator(".rung.picked").get_by_role("button", name="it was swept").click()
    expect(page.locator(".read-from")).to_have_text(
        f" (read from your heads: over {bears:.2f} m/s)")
    expect(now).to_have_text(f"{bears * 7 / 6:.2f} m/s")
    # A heavier head is now the pick; it holds, and the band closes.
    page.wait_for_function("() => !document.querySelector('.water.dim')")
    heavier = page.locator(".rung.picked")
    if heavier.count():
        heavier.get_by_role("button", name="it held").click()
        expect(page.locator(".read-from")).to_contain_text(" to ")
    page.keyboard.press("u")
    expect(page.locator(".read-from")).to_have_count(0)
    expect(now).to_have_text(before)
    watch.must_be_clean()


def at(page: Page) -> tuple[str, int]:
    """The day and the step that the page shows."""
    return (page.locator('.fact[aria-label^="day and time"]').inner_text().rsplit(" ", 1)[0],
            int(page.locator(".rail").get_attribute("aria-valuenow") or -1))


def test_keys_go_through_midnight_and_back(page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    page.locator(".rail").focus()
    page.keyboard.press("End")
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", "144")
    today, _ = at(page)
    page.keyboard.press("ArrowRight")
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", "1")
    expect(page.locator('.fact[aria-label^="day and time"]')).not_to_contain_text(today)
    tomorrow = at(page)[0]
    page.locator(".rail").blur()
    page.keyboard.press("{")
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", "139")
    expect(page.locator('.fact[aria-label^="day and time"]')).to_contain_text(today)
    assert tomorrow != today
    watch.must_be_clean()


def test_a_drag_held_at_the_edge_goes_through_midnight(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    today = at(page)[0]
    rail = page.locator(".rail").bounding_box()
    assert rail
    y = rail["y"] + 60
    page.mouse.move(rail["x"] + 0.8 * rail["width"], y)
    page.mouse.down()
    page.mouse.move(rail["x"] + rail["width"] - 1, y, steps=4)
    expect(page.locator('.fact[aria-label^="day and time"]')).not_to_contain_text(today)
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", "0")
    tomorrow = at(page)[0]
    # It waits there while the finger stays at the edge, and follows it back inside.
    page.mouse.move(rail["x"] + rail["width"] - 2, y)
    assert at(page) == (tomorrow, 0)
    page.mouse.move(rail["x"] + 0.25 * rail["width"], y, steps=4)
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", "36")
    # The other edge leads back.
    page.mouse.move(rail["x"] + 1, y, steps=4)
    expect(page.locator('.fact[aria-label^="day and time"]')).to_contain_text(today)
    page.mouse.up()
    assert at(page) == (today, 144)
    # A touch of the edge alone turns nothing.
    page.mouse.move(rail["x"] + rail["width"] - 1, y)
    page.mouse.down()
    page.mouse.up()
    page.wait_for_timeout(600)
    assert at(page) == (today, 143) or at(page) == (today, 144)
    watch.must_be_clean()


def test_what_spares_a_change_is_offered_and_taken(page: Page, server: Server) -> None:
    page.request.put(f"{server.url}api/settings", data={
        **page.request.get(f"{server.url}api/settings").json(), "line_id": 4})
    open_day(page, server)
    asked = "mark_id=1&plastic_id=1&line_id=4&rod_id=2&change_minutes=0"
    found = page.request.get(f"{server.url}api/plan/savings?{asked}").json()
    saving = next(s for s in found["savings"] if s["kind"] == "line")
    page.keyboard.press("p")
    page.get_by_label("A change of heads must be worth").select_option("0")
    savings = page.locator(".savings")
    expect(savings).to_contain_text(f"{found['changes']} changes of heads today.")
    expect(savings).to_contain_text(f"With the {saving['words']}: {saving['changes']} change")
    savings.locator("p", has_text=f"With the {saving['words']}").get_by_role("button").click()
    page.keyboard.press("Escape")
    expect(page.locator('.fact[aria-label^="line:"]')).to_have_text(saving["words"])
