"""The log on the water: two taps on a phone, the count timer, the server away and back."""

from __future__ import annotations

import re
import time
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.pictures import photograph
from tests.ui.conftest import (
    PHONE,
    SPRINGS_S,
    Server,
    Watch,
    axe_clean,
    fact,
    open_day,
)

pytestmark = pytest.mark.browser


def logged(page: Page, server: Server) -> list[dict[str, Any]]:
    trips = page.request.get(f"{server.url}api/log").json()["trips"]
    return [event for trip in trips for event in trip["events"]]


def soon(page: Page, server: Server, done: Callable[[list[dict[str, Any]]], bool]) -> None:
    """The server has it within five seconds: the page says so before it has answered."""
    for _ in range(50):
        if done(logged(page, server)):
            return
        time.sleep(0.1)
    raise AssertionError(logged(page, server))


def kept_here(page: Page) -> list[dict[str, Any]]:
    """What stands in the device's own store."""
    rows: list[dict[str, Any]] = page.evaluate("""() => new Promise((done, fail) => {
      const ask = indexedDB.open("ilha");
      ask.onerror = () => fail(ask.error);
      ask.onsuccess = () => {
        const rows = ask.result.transaction("told").objectStore("told").getAll();
        rows.onsuccess = () => { done(rows.result); ask.result.close(); };
      };
    })""")
    return rows


def on_a_phone(browser: Browser) -> Page:
    context = browser.new_context(viewport=PHONE, service_workers="block", timezone_id="UTC",
                                  has_touch=True)
    page = context.new_page()
    page.clock.install(time=SPRINGS_S)
    return page


def test_a_fish_is_logged_with_two_taps_and_undone(browser: Browser, server: Server) -> None:
    page = on_a_phone(browser)
    watch = Watch(page)
    open_day(page, server)
    page.get_by_role("button", name="log", exact=True).tap()
    page.get_by_role("button", name="fish", exact=True).tap()
    expect(page.locator(".told")).to_contain_text("fish")
    soon(page, server, lambda events: [e["kind"] for e in events] == ["fish"])
    events = logged(page, server)
    # Filled in from the plan: place, head, plastic, water, light, stage.
    assert events[0]["mark_name"] == "Cais Velho"
    assert "oz" in events[0]["head_name"]
    assert events[0]["depth_m"] > 0.5
    assert events[0]["light"] == "bright"
    page.get_by_label("length, cm").fill("54")
    page.get_by_role("button", name="add it").tap()
    expect(page.locator(".told")).to_contain_text("54 cm")
    soon(page, server, lambda events: events[0]["length_cm"] == 54)
    page.get_by_role("button", name="undo").tap()
    expect(page.locator(".told")).to_have_count(0)
    soon(page, server, lambda events: events == [])
    watch.must_be_clean()
    page.context.close()


def test_a_fish_stands_on_the_chart_at_its_mark(page: Page, server: Server, watch: Watch) -> None:
    page.clock.install(time=SPRINGS_S)
    open_day(page, server)
    page.get_by_role("button", name="fish", exact=True).click()
    soon(page, server, lambda events: [e["kind"] for e in events] == ["fish"])
    page.goto(server.url + "places")
    sign = page.locator(".chart-sign", has_text="Cais Velho")
    expect(page.locator(".place-chart")).to_contain_text("1 fish logged at Cais Velho.")
    expect(sign).to_have_accessible_name(re.compile(r"Cais Velho .* · 1 fish, "))
    page.locator(".chart-sign", has_text="Baixa do Norte").click()
    expect(sign).to_contain_text(" · 1 fish")
    watch.must_be_clean()


def test_three_things_are_three_taps_and_each_says_what_it_took(
    browser: Browser, server: Server
) -> None:
    page = on_a_phone(browser)
    page.add_init_script("navigator.vibrate = (how) => { (window.buzzed ??= []).push(how); }")
    open_day(page, server)
    page.get_by_role("button", name="log", exact=True).tap()
    page.reload()
    page.wait_for_selector(".rung.picked", state="attached")
    for kind in ("held", "swept", "bite"):
        tap = page.get_by_role("button", name=kind, exact=True)
        box = tap.bounding_box()
        assert box is not None
        assert box["height"] >= 64
        tap.tap()
        expect(page.locator(".told")).to_contain_text(f"{kind} ")
        expect(page.locator(".told")).to_contain_text("at Cais Velho")
        expect(page.locator(".told")).to_contain_text("straight tail")
    soon(page, server, lambda events: sorted(e["kind"] for e in events)
         == ["bite", "held", "swept"])
    assert page.evaluate("window.buzzed") == [40, 40, 40]
    # The undo stays in sight for a minute, through other views; then it goes.
    page.get_by_role("link", name="Outfit").tap()
    page.get_by_role("link", name="Day").tap()
    expect(page.get_by_role("button", name="undo")).to_be_visible()
    page.clock.run_for(61_000)
    expect(page.get_by_role("button", name="undo")).to_have_count(0)
    page.context.close()


def test_the_screen_stays_awake_and_a_headset_times_the_drop(
    browser: Browser, server: Server
) -> None:
    page = on_a_phone(browser)
    page.add_init_script("""
      window.awake = 0;
      Object.defineProperty(navigator, 'wakeLock', {value: {request: async () => {
        window.awake += 1;
        return {release: async () => { window.awake -= 1; }};
      }}});
    """)
    open_day(page, server)
    page.get_by_role("button", name="by a headset's button").tap()
    page.keyboard.press("MediaPlayPause")
    expect(page.locator(".timer.running")).to_be_visible()
    page.wait_for_function("() => window.awake === 1")
    page.clock.run_for(4000)
    page.keyboard.press("MediaPlayPause")
    expect(page.locator(".told")).to_contain_text("timed drop")
    page.wait_for_function("() => window.awake === 0")
    soon(page, server, lambda events: len(events) == 1)
    page.context.close()


def test_the_count_is_timed_from_splash_to_slack(browser: Browser, server: Server) -> None:
    page = on_a_phone(browser)
    watch = Watch(page)
    open_day(page, server)
    begun = page.evaluate("Date.now()")
    page.get_by_role("button", name="splash").tap()
    under_way = page.evaluate("Date.now()")
    page.clock.run_for(6300)
    running = page.locator(".timer.running")
    expect(running).to_contain_text("6")
    expect(running).to_contain_text(re.compile(r"of about \d+ · [\d.]+ m down"))
    stopping = page.evaluate("Date.now()")
    running.tap()
    expect(page.locator(".told")).to_contain_text("timed drop")
    stopped = page.evaluate("Date.now()")
    soon(page, server, lambda events: len(events) == 1)
    event = logged(page, server)[0]
    # The page's clock runs on while the machine is busy: held to what it showed about the taps.
    assert (stopping - under_way) / 1000 - 0.1 <= event["count_s"] <= (stopped - begun) / 1000 + 0.1
    assert event["count_s"] >= 6.2
    assert event["expected_s"] > 1.0
    page.get_by_role("button", name="splash").tap()
    page.get_by_role("button", name="not this one").tap()
    assert len(logged(page, server)) == 1
    watch.must_be_clean()
    page.context.close()


def test_twenty_taps_with_the_server_away_are_twenty_events(
    browser: Browser, server: Server
) -> None:
    page = on_a_phone(browser)
    open_day(page, server)
    server.stop()
    page.get_by_role("button", name="log", exact=True).tap()
    for n in range(20):
        page.get_by_role("button", name=("bite", "held")[n % 2], exact=True).tap()
    expect(page.locator(".told").last).to_contain_text("20 waiting on this device")
    # The page may be closed meanwhile: what was tapped is on the device.
    assert len(kept_here(page)) == 20
    server.start()
    for _ in range(6):
        page.clock.run_for(4500)
        page.wait_for_timeout(150)
    expect(page.locator(".told", has_text="waiting")).to_have_count(0)
    events = logged(page, server)
    assert len(events) == len({e["id"] for e in events}) == 20
    page.context.close()


def test_the_trips_and_what_they_taught(page: Page, server: Server, watch: Watch) -> None:
    drops = [{"id": f"ui-test-{n:04d}", "kind": "drop", "at_utc_s": SPRINGS_S - 600.0 * n,
              "mark_id": 1, "mark_name": "Cais Velho", "head_id": 3, "head_name": "1/8 oz ball",
              "plastic_id": 1, "plastic_name": "127 mm straight tail", "count_s": 6.6,
              "expected_s": 5.0} for n in range(9)]
    fish = [{**drops[n], "id": f"ui-fish-{n:04d}", "kind": "fish", "count_s": None,
             "expected_s": None, "colour": "white"} for n in range(6)]
    made = page.request.post(f"{server.url}api/log", data={"events": drops + fish, "gone": []})
    assert made.ok
    page.goto(server.url + "log")
    expect(page.locator(".trip h2").first).to_contain_text("6 fish")
    expect(page.locator(".trip-event.fish")).to_have_count(6)
    row = page.locator(".events li").first
    words = row.inner_text()
    row.get_by_role("button", name="remove").click()
    expect(page.get_by_role("button", name="put it back")).to_be_visible()
    page.get_by_role("button", name="put it back").click()
    expect(page.locator(".events li").first).to_have_text(re.compile(re.escape(words[:12])))
    page.get_by_role("button", name="What worked").click()
    expect(page.locator(".worked")).to_contain_text("white")
    page.get_by_role("button", name="What the water taught").click()
    factor = page.locator(".factors li")
    expect(factor).to_contain_text("127 mm straight tail on 1/8 oz ball")
    expect(factor).to_contain_text("longer than the model says")
    factor.get_by_role("button", name="hold it here").click()
    expect(factor).to_contain_text("held at ×")
    axe_clean(page)
    page.get_by_role("link", name="Day").first.click()
    # Off a mark without weed, where this head is the pick.
    fact(page, "mark").click()
    page.get_by_role("option", name="Barra de Dentro").click()
    expect(page.locator(".taught")).to_contain_text("the model alone says")
    watch.must_be_clean()


def test_a_photograph_stays_with_its_fish(
    page: Page, server: Server, watch: Watch, tmp_path: Path
) -> None:
    event = {"id": "ui-photo-0001", "kind": "fish", "fish": "european-seabass", "mark_id": 1,
             "at_utc_s": SPRINGS_S - 3600.0, "mark_name": "Cais Velho"}
    assert page.request.post(f"{server.url}api/log", data={"events": [event]}).ok
    page.goto(server.url + "log")
    page.get_by_role("button", name="photo: add one of fish european seabass").click()
    form = page.get_by_role("dialog", name="A photograph: fish european seabass")
    form.get_by_role("button", name="Add it").click()
    expect(form.get_by_role("alert")).to_contain_text("A picture is needed")
    words = tmp_path / "words.txt"
    words.write_text("no picture", "utf-8")
    form.get_by_label("Picture").set_input_files(words)
    form.get_by_role("button", name="Add it").click()
    expect(form.get_by_role("alert")).to_contain_text("words.txt is no JPEG")
    for n in (1, 2):
        (tmp_path / f"{n}.jpg").write_bytes(photograph(2000, 1500, shade=40 * n))
    form.get_by_label("Picture").set_input_files([tmp_path / "1.jpg", tmp_path / "2.jpg"])
    form.get_by_label("keep where it was taken").check()
    form.get_by_role("button", name="Add it").click()
    expect(form).to_have_count(0)
    small = page.get_by_role("img", name=re.compile("photograph . of 2: fish european seabass"))
    expect(small).to_have_count(2)
    for one in small.all():
        expect(one).to_have_js_property("naturalWidth", 320)
    axe_clean(page)
    small.first.click()
    large = page.get_by_role("dialog", name="Photograph 1 of 2")
    expect(large).to_contain_text("28° 06.500′ N, 15° 24.600′ W")
    expect(large.get_by_role("img")).to_have_js_property("naturalWidth", 1600)
    # Faded in.
    expect(page.locator(".modal")).to_have_css("opacity", "1")
    axe_clean(page)
    large.get_by_role("button", name="take it out").click()
    only = page.get_by_role("img", name="photograph: fish european seabass")
    expect(only).to_have_count(1)
    page.get_by_role("button", name="put it back").click()
    expect(small).to_have_count(2)
    # Put right, the event has another id; removed and put back, another again.
    page.get_by_role("button", name="correct").click()
    right = page.get_by_role("dialog", name="Put it right")
    right.get_by_label("Length").fill("21")
    right.get_by_role("button", name="Put it right").click()
    expect(page.locator(".events > li")).to_contain_text(re.compile(r"21 (in|cm)"))
    expect(small).to_have_count(2)
    page.get_by_role("button", name="remove").click()
    page.get_by_role("button", name="put it back").click()
    expect(small).to_have_count(2)
    watch.must_be_clean()


def test_a_picture_that_is_not_to_be_had_says_where_it_lies(page: Page, server: Server) -> None:
    event = {"id": "ui-photo-0002", "kind": "fish", "fish": "garfish", "mark_id": 1,
             "at_utc_s": SPRINGS_S - 3600.0, "mark_name": "Cais Velho"}
    assert page.request.post(f"{server.url}api/log", data={"events": [event]}).ok
    made = page.request.post(
        f"{server.url}api/photographs?event_id=ui-photo-0002", data=photograph(),
        headers={"Content-Type": "image/jpeg"})
    assert made.status == 201
    page.route("**/api/photographs/*.jpg*", lambda route: route.abort())
    page.goto(server.url + "log")
    expect(page.locator(".photographs")).to_contain_text("beside the database on the computer")


def test_the_data_goes_out_and_comes_back(
    page: Page, server: Server, watch: Watch, tmp_path: Path
) -> None:
    page.goto(server.url + "log")
    page.get_by_role("button", name="Your data").click()
    with page.expect_download() as got:
        page.get_by_role("link", name="everything, one file").click()
    file = tmp_path / "all.json"
    got.value.save_as(file)
    marks = page.request.get(f"{server.url}api/marks").json()
    page.request.delete(f"{server.url}api/marks/2")
    broken = tmp_path / "broken.json"
    broken.write_text("{}", "utf-8")
    page.get_by_label("a file that Ilha exported").set_input_files(broken)
    page.get_by_role("button", name="take its place").click()
    expect(page.locator("p.said")).to_contain_text("format must be ilha-data-1")
    watch.said.clear()
    page.get_by_label("a file that Ilha exported").set_input_files(file)
    page.get_by_role("button", name="take its place").click()
    expect(page.get_by_text("rows are in")).to_be_visible()
    assert page.request.get(f"{server.url}api/marks").json() == marks
    watch.must_be_clean()


def test_a_log_kept_elsewhere_is_brought_in(
    page: Page, server: Server, watch: Watch, tmp_path: Path
) -> None:
    page.goto(server.url + "log")
    page.get_by_role("button", name="Your data").click()
    with page.expect_download() as got:
        page.get_by_role("link", name="the log as CSV").click()
    header = got.value.path().read_text("utf-8").strip()
    # A day that the tide table reaches: the trip's rail asks for it.
    at = datetime.fromtimestamp(server.now_s or 0, UTC).isoformat()
    cells = {"time_utc": at, "kind": "fish", "mark_name": "Cais Velho",
             "fish": "garfish"}
    row = ",".join(cells.get(name, "") for name in header.split(","))
    file = tmp_path / "mine.csv"
    file.write_text(f"{header}\n{row}\n{row.replace('fish,', 'eel,', 1)}\n", "utf-8")
    bring = page.get_by_label("bring a log in from CSV")
    bring.set_input_files(file)
    expect(page.locator(".file-tools .said li")).to_contain_text(["kind on line 3"])
    watch.said.clear()
    file.write_text(f"{header}\n{row}\n", "utf-8")
    bring.set_input_files(file)
    expect(page.locator(".file-tools .strip")).to_contain_text("1 new")
    page.get_by_role("button", name="bring them in").click()
    expect(page.get_by_text("Brought in: 1 new")).to_be_visible()
    page.get_by_role("button", name="Trips").click()
    expect(page.locator(".trip h2")).to_contain_text("Cais Velho: 1 fish")
    watch.must_be_clean()


def test_a_success_is_put_into_the_plan_again(
    page: Page, server: Server, watch: Watch
) -> None:
    now = float(server.now_s or 0)
    fish = [{"id": f"again-{n:04d}", "kind": "fish", "at_utc_s": now - 86400 + 60 * n, "mark_id": 1,
             "mark_name": "Cais Velho", "head_id": 13, "head_name": "3/8 oz keeled arrow",
             "plastic_id": 2, "plastic_name": "178 mm straight tail", "colour": "white",
             "retrieve": "lift and drop", "stage": "ebb", "depth_m": 4.2, "fish": "garfish",
             "surface_speed_m_s": 0.5} for n in range(3)]
    assert page.request.post(f"{server.url}api/log", data={"events": fish, "gone": []}).ok
    page.goto(server.url + "log")
    page.get_by_role("button", name="do it again").click()
    expect(page.locator(".again")).to_contain_text(
        "3 fish took on the ebb, about 0.50 m/s over 4.2 m")
    window = page.locator(".again li").first
    date, clock = re.match(r"\w+ (\d+) \w+, (\d\d:\d\d) to", window.inner_text()).groups()
    window.get_by_role("button", name="put it into the plan").click()
    page.wait_for_selector(".rung")
    sentence = page.locator(".sentence").inner_text()
    assert clock in sentence
    assert f" {date} " in sentence
    assert "178 mm straight tail" in sentence
    assert "garfish" in sentence
    watch.must_be_clean()
