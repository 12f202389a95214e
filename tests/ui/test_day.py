"""The Day and Bench views, driven as an angler would."""

from __future__ import annotations

import re
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.ui.conftest import (
    AXE,
    DESK,
    PHONE,
    Server,
    Watch,
    board_of,
    fact,
    no_wider,
    open_day,
    set_number,
)

pytestmark = pytest.mark.browser


def drag_rail(page: Page, from_step: float, to_step: float, moves: int = 20) -> None:
    box = page.locator(".rail").bounding_box()
    assert box

    def x(step: float) -> float:
        return box["x"] + step / 144 * box["width"]

    page.mouse.move(x(from_step), box["y"] + 50)
    page.mouse.down()
    page.mouse.move(x(to_step), box["y"] + 55, steps=moves)
    page.mouse.up()
    page.wait_for_timeout(80)


def clock_of(page: Page) -> str:
    return page.locator(".rail-cursor text").text_content() or ""


def steps_by_pick(board: dict[str, Any]) -> dict[int, int]:
    """A step well inside some run of each pick, as picks[school] lays them out."""
    picks = board["picks"]["lightest-practical"]
    return {picks[i]: i for i in range(2, 142) if picks[i] and len(set(picks[i - 2 : i + 3])) == 1}


def test_the_walk(page: Page, server: Server, watch: Watch) -> None:
    """Open, drag the tide, the pick changes, change a fact, open the bench, read the exit mark."""
    open_day(page, server)
    steps = steps_by_pick(board_of(page, server))
    assert len(steps) >= 2
    seen = {}
    for head, step in steps.items():
        drag_rail(page, 10, step)
        seen[head] = (clock_of(page), page.locator(".rung.picked").inner_text())
    # Another step, another pick: the rungs that stand out are different heads.
    assert len({text for _, text in seen.values()}) == len(steps)

    before = page.locator(".rung.picked .rung-count .big").inner_text()
    set_number(page, "depth", "9.5")
    expect(fact(page, "depth")).to_have_text("9.5 m")
    expect(fact(page, "depth")).to_have_class(re.compile("fact-typed"))
    expect(page.locator(".depth-scale")).to_contain_text("9.5 m")
    page.wait_for_function(
        "was => { const e = document.querySelector('.rung.picked .rung-count .big');"
        " return !e || e.textContent !== was }", arg=before)

    page.get_by_role("link", name="Bench").click()
    mark = page.locator(".exit-figure")
    expect(mark).to_have_text(re.compile(r"^out here · \d+ mm · \d+( \d+/\d+)? in$"))
    shown = page.locator(".bench .figure.first b").inner_text()
    assert re.search(r"\d+", mark.text_content() or "")[0] in shown  # type: ignore[index]
    watch.must_be_clean()


def test_dragging_asks_the_server_nothing(page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    # The other schools are fetched ahead, once the page has been still for a while.
    for _ in range(400):
        if watch.days() >= 5:
            break
        page.wait_for_timeout(100)
    assert watch.days() == 5
    before = len(watch.asked)
    drag_rail(page, 5, 140, moves=60)
    drag_rail(page, 140, 60, moves=60)
    assert [u for u in watch.asked[before:] if "/api/health" not in u] == []
    assert page.locator(".rail").get_attribute("aria-valuenow") == "60"


def test_rungs_out_of_sight_are_told_and_drawn_once_seen(
        page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    rungs = page.locator(".ladder .rung")
    drawn = page.locator(".ladder svg.rung-scene")
    not_drawn = page.locator(".ladder .rung:not(:has(svg.rung-scene))")
    count = rungs.count()
    expect(page.locator(".rung.picked svg.rung-scene")).to_have_count(1)
    expect(not_drawn).not_to_have_count(0)
    # On paper all of them are in sight.
    page.locator(".rail").focus()
    page.keyboard.press("Home")
    page.evaluate("dispatchEvent(new Event('beforeprint'))")
    expect(drawn).to_have_count(count)
    at_home = rungs.all_text_contents()
    page.evaluate("dispatchEvent(new Event('afterprint'))")
    expect(not_drawn).not_to_have_count(0)
    # What they say follows the hour, seen or not.
    drag_rail(page, 30, 96)
    expect(rungs).not_to_have_text(at_home)
    page.locator(".rail").focus()
    page.keyboard.press("Home")
    expect(rungs).to_have_text(at_home)
    for end in (rungs.first, rungs.last):
        # The ladder goes to its pick once that has stayed: what is scrolled before may go back.
        for _ in range(300):
            end.scroll_into_view_if_needed()
            if end.locator("svg.rung-scene").count():
                break
            page.wait_for_timeout(100)
        expect(end.locator("svg.rung-scene")).to_be_visible()
    watch.must_be_clean()


def test_figures_are_those_of_the_board(page: Page, server: Server) -> None:
    open_day(page, server)
    board = board_of(page, server)
    step = next(iter(steps_by_pick(board).values()))
    page.locator(".rail").focus()
    page.keyboard.press("Home")
    for _ in range(step):
        page.keyboard.press("ArrowRight")
    page.wait_for_timeout(100)
    pick = board["picks"]["lightest-practical"][step]
    head = next(h for h in board["heads"] if h["id"] == pick)
    figures = page.locator(".figures .figure b")
    expect(figures.nth(1)).to_have_text(f"{head['lead_m'][step]:.1f}m")
    expect(figures.nth(2)).to_have_text(f"{round(head['count_s'][step])}s")
    expect(page.locator(".figures .figure").nth(2)).to_contain_text(
        f"{head['line_off_m'][step]:.1f} m of line off the spool")
    assert clock_of(page) == board["clock"][step]
    # One tick a second, one figure a tick while there is room.
    ticks = page.locator(".fall .tick path").get_attribute("d") or ""
    assert ticks.count("M") == int(head["count_s"][step])


def test_keyboard_alone(page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    start = clock_of(page)
    page.keyboard.press("]")
    page.wait_for_timeout(60)
    assert clock_of(page) != start
    page.keyboard.press("[")
    page.keyboard.press("ArrowDown")
    expect(page.locator(".rung.compared")).to_have_count(1)
    expect(page.locator(".ghost")).to_have_count(1)
    page.keyboard.press("2")
    expect(fact(page, "school")).to_have_text("bottom contact")
    page.keyboard.press(">")
    expect(page.locator(".strip-refused")).to_have_count(0)
    page.keyboard.press("n")

    # A fact by Tab, Enter, typing, Enter; the focus comes back to the words.
    fact(page, "current at the surface").focus()
    page.keyboard.press("Enter")
    expect(page.locator(".popover input")).to_be_focused()
    page.keyboard.type("0.33")
    page.keyboard.press("Enter")
    expect(fact(page, "current at the surface")).to_have_text("0.33 m/s")
    expect(page.locator(".popover")).to_have_count(0)
    expect(fact(page, "current at the surface")).to_be_focused()
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    expect(page.locator(".popover")).to_have_count(0)

    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("ten minutes back and on")
    page.keyboard.press("Escape")
    expect(page.locator(".modal")).to_have_count(0)
    page.keyboard.press("g")
    page.keyboard.press("b")
    expect(page.locator(".rig-frame")).to_be_visible()
    page.locator(".candidate button").first.focus()
    page.keyboard.press("Enter")
    expect(page.locator(".candidate").first).to_have_class(re.compile("compared"))
    watch.must_be_clean()


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("sheet", ["daylight", "sunlight", "dark", "night"])
def test_axe_finds_nothing_serious(
    page: Page, server: Server, size: dict[str, int], sheet: str
) -> None:
    page.set_viewport_size(size)  # type: ignore[arg-type]
    open_day(page, server)
    if sheet != "daylight":
        page.get_by_role("button", name="sheet: daylight").click()
        page.get_by_role("button", name=f"{sheet}, ").click()
    for path in ("", "bench"):
        page.goto(server.url + path)
        page.wait_for_selector(".rung, .rig-frame")
        page.evaluate(AXE.read_text("utf-8"))
        found = page.evaluate("axe.run()")["violations"]
        grave = [(v["id"], v["nodes"][0]["html"][:120], v["nodes"][0].get("failureSummary", ""))
                 for v in found if v["impact"] in ("serious", "critical")]
        assert grave == []


def test_the_water_keeps_its_scale_while_the_words_beside_it_change(
        page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    frame, rail = page.locator(".column-frame"), page.locator(".rail")

    def through_the_day() -> list[float]:
        rail.focus()
        page.keyboard.press("Home")
        heights = []
        for hour in range(24):
            expect(rail).to_have_attribute("aria-valuenow", str(6 * hour))
            box = frame.bounding_box()
            assert box
            heights.append(box["height"])
            page.keyboard.press("PageUp")
        return heights

    through_the_day()
    assert len({round(height, 1) for height in through_the_day()}) == 1
    # Not to be seen, it has no height to be drawn to, and is drawn again afterwards.
    frame.evaluate("e => { e.style.display = 'none'; }")
    page.keyboard.press("Home")
    frame.evaluate("e => { e.style.display = ''; }")
    expect(frame.locator(".depth-scale")).to_be_visible()
    watch.must_be_clean()


def test_bad_typing_stays_in_place(page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    before = fact(page, "depth").inner_text()
    for typed, said in (
        ("-3", "Depth at the mark must be above 0 m, got -3 m: enter the depth at the mark"),
        ("deep", "Depth at the mark must be a number, got “deep”: enter the depth at the mark"),
    ):
        fact(page, "depth").click()
        box = page.locator(".popover input")
        box.fill(typed)
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_have_text(said)
        expect(box).to_have_value(typed)
        page.keyboard.press("Escape")
    expect(fact(page, "depth")).to_have_text(before)
    watch.must_be_clean()


def test_a_current_of_five_is_swept_off_in_words(page: Page, server: Server) -> None:
    open_day(page, server)
    set_number(page, "current at the surface", "5")
    expect(page.locator(".figure.first b")).to_have_text("none")
    rungs = page.locator(".rung-words")
    expect(rungs.first).to_contain_text("never gets down: the line planes up")


def test_a_mark_without_tide(page: Page, server: Server) -> None:
    open_day(page, server)
    fact(page, "mark").click()
    page.get_by_role("option", name="Baixa do Norte").click()
    alert = page.get_by_role("alert")
    expect(alert).to_have_text("The current is needed, this mark has no tide: type the current you"
                               " see, or choose a mark with a tide")
    # Not another mark's water under this mark's name.
    expect(page.locator(".column-frame")).to_have_count(0)
    page.get_by_label("Current you see at the surface").fill("0.2")
    page.get_by_role("button", name="Set", exact=True).click()
    expect(page.locator(".column-frame svg")).to_be_visible()
    expect(alert).to_have_count(0)


def test_units_switch_everywhere_and_are_kept(page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    page.get_by_role("button", name="units").click()
    page.get_by_role("button", name="all imperial").click()
    page.keyboard.press("Escape")
    expect(fact(page, "depth")).to_have_text(re.compile(r"^\d+\.\d ft$"))
    expect(fact(page, "current at the surface")).to_have_text(re.compile(r" kn$"))
    page.get_by_role("button", name="units").click()
    page.locator("#head_unit-g").check()
    page.keyboard.press("Escape")
    expect(page.locator(".figure.first b")).to_contain_text("g")
    page.reload()
    expect(fact(page, "depth")).to_have_text(re.compile(r" ft$"))
    watch.must_be_clean()


def test_the_server_goes_away_and_comes_back(page: Page, server: Server) -> None:
    open_day(page, server)
    # A fact for which no board was fetched ahead.
    shown = page.locator(".figures").inner_text()
    server.stop()
    fact(page, "line").click()
    page.get_by_role("option", name="0.28 mm braid").click()
    strip = page.locator(".strip-stale")
    expect(strip).to_contain_text("Stale.")
    expect(strip).to_contain_text("Your last choice is kept here")
    # The last good board is still there, and can still be dragged.
    assert page.locator(".figures").inner_text() == shown
    expect(page.locator(".held-line")).to_be_visible()
    drag_rail(page, 30, 90)
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", "90")
    server.start()
    page.get_by_role("button", name="try again").click()
    expect(strip).to_have_count(0)
    # What was chosen meanwhile reaches the store.
    for _ in range(40):
        saved = page.request.get(server.url + "api/settings").json()["line_id"]
        if saved == 5:
            break
        page.wait_for_timeout(250)
    assert saved == 5
    expect(fact(page, "line")).to_have_text("0.28 mm braid")


def test_the_page_opens_with_the_server_gone(browser: Any, server: Server) -> None:
    context = browser.new_context(viewport=DESK, service_workers="allow")
    page = context.new_page()
    open_day(page, server)
    page.wait_for_function("() => navigator.serviceWorker.controller !== null"
                           " || navigator.serviceWorker.ready.then(() => true)")
    # Reads pass the worker from the second visit on.
    page.reload()
    page.wait_for_selector(".rung")
    page.wait_for_function("() => navigator.serviceWorker.controller !== null")
    page.reload()
    page.wait_for_selector(".rung")
    page.wait_for_timeout(800)
    server.stop()
    page.reload()
    page.wait_for_selector(".rung")
    expect(page.locator(".strip-stale")).to_contain_text("Stale.")
    context.close()


def test_the_phone(browser: Any, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True,
                                  service_workers="block")
    page = context.new_page()
    watch = Watch(page)
    open_day(page, server)
    top = {name: page.locator(name).bounding_box()["y"]
           for name in (".sentence", ".figures", ".column-frame", ".ladder", ".rail", ".views")}
    assert sorted(top, key=lambda n: top[n])[:3] == [".sentence", ".figures", ".column-frame"]
    # Rail and views within the thumb's reach, at the foot of the glass.
    assert top[".rail"] > 600
    assert top[".views"] > top[".rail"]
    wide = page.evaluate("() => document.documentElement.scrollWidth")
    assert wide <= 390
    more = page.locator(".more-facts .fact")
    assert not more.first.is_visible()
    assert page.locator(".fold").inner_text() == f"and {more.count()} more"
    page.locator(".fold").tap()
    expect(more.last).to_be_visible()
    box = page.locator(".rail").bounding_box()
    page.touchscreen.tap(box["x"] + box["width"] * 0.75, box["y"] + 40)
    expect(page.locator(".rail")).to_have_attribute("aria-valuenow", "108")
    page.get_by_role("button", name="more views").tap()
    page.get_by_role("link", name="Bench").tap()
    expect(page.locator(".exit-figure")).to_be_visible()
    no_wider(page)
    watch.must_be_clean()
    context.close()


def test_the_bench_follows_its_hooks(page: Page, server: Server, watch: Watch) -> None:
    page.goto(server.url + "bench")
    page.wait_for_selector(".rig-frame")
    rows = page.locator(".candidate")
    marks = []
    for i in range(rows.count()):
        rows.nth(i).get_by_role("button").click()
        # The server answers before the picture changes.
        expect(rows.nth(i)).to_contain_class("compared")
        if page.locator(".exit-figure").count():
            words = page.locator(".exit-figure").text_content() or ""
            marks.append(int(words.split(" mm")[0].rsplit(" ", 1)[1]))
    # A longer shank comes out farther back.
    assert marks == sorted(set(marks))
    assert len(marks) >= 4
    expect(page.locator(".steps li")).to_have_count(5)
    expect(page.locator(".bench .caution")).to_contain_text("goes to a doctor")
    page.locator('.fact[aria-label^="plastic:"]').click()
    page.get_by_role("option", name="64 mm curl tail").click()
    expect(page.locator(".candidate.picked")).to_have_count(1)
    watch.must_be_clean()


def test_a_mark_that_dries_says_when_the_water_comes_back(page: Page, server: Server) -> None:
    open_day(page, server)
    fact(page, "mark").click()
    page.get_by_role("option", name="Seba Grande").click()
    flat = page.request.get(
        f"{server.url}api/day?mark_id=2&plastic_id=1&line_id=3&rod_id=2").json()
    dry = flat["wet"].index(False)
    drag_rail(page, 100, dry + 1)
    expect(page.locator(".column-frame.dry")).to_contain_text("Water comes back at")
    expect(page.locator(".figures")).to_contain_text("dry now")
    expect(page.locator(".pick-dry").first).to_be_visible()


def test_a_head_that_is_left_out_is_named_with_its_reason(page: Page, server: Server) -> None:
    open_day(page, server)
    page.get_by_role("button", name=re.compile("not shown: why")).click()
    said = page.locator(".left-out")
    expect(said).to_contain_text("its shape does not go with this plastic")
    expect(said).to_contain_text("takes it")


def test_a_crab_on_the_day(page: Page, server: Server, watch: Watch) -> None:
    """It stands there on its own heads, each with its rigging; nothing asks for another head."""
    open_day(page, server)
    fact(page, "plastic").click()
    page.get_by_role("option", name=re.compile("crab")).first.click()
    page.wait_for_function("() => !document.querySelector('.water.dim')")
    expect(page.locator(".rung").first).to_be_visible()
    expect(page.locator(".ladder")).to_contain_text("crab")
    expect(page.locator("main")).not_to_contain_text("add a head")
    watch.must_be_clean()


def test_two_heads_beside_each_other_and_their_hours(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    page.get_by_role("button", name="this or that, when?").click()
    sheet = page.get_by_role("dialog")
    expect(sheet.locator("svg")).to_contain_text("this, ")
    expect(sheet.locator("svg")).to_contain_text("that, ")
    expect(sheet).to_contain_text("The better of the two")
    hours = sheet.locator("li")
    expect(hours.first).to_have_text(re.compile(r"^\d\d:\d\d to \d\d:\d\d: "))
    before = sheet.locator("tbody").inner_text()
    sheet.get_by_role("combobox").nth(3).select_option(index=9)
    expect(sheet.locator("tbody")).not_to_have_text(before)
    watch.must_be_clean()
