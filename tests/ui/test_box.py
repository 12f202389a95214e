"""The box: five heads weighed in by keys alone, one removed and put back, the lid chart."""

from __future__ import annotations

import re
from io import BytesIO
from pathlib import Path

import pdfplumber
import pytest
from playwright.sync_api import Browser, Page, expect

from tests.ui.conftest import PHONE, Server, Watch, axe_clean, fact, no_wider, open_day

pytestmark = pytest.mark.browser


def heads_of(page: Page, server: Server) -> None:
    """The box's heads as a table."""
    page.goto(server.url + "box")
    page.get_by_role("button", name="Heads", exact=True).click()


def test_five_heads_are_weighed_in_by_keys_alone(
    page: Page, server: Server, watch: Watch
) -> None:
    page.goto(server.url)
    page.wait_for_selector(".rung.picked")
    page.keyboard.press("g")
    page.keyboard.press("x")
    page.get_by_role("button", name="Heads", exact=True).press("Enter")
    page.wait_for_selector(".heads")
    before = page.request.get(f"{server.url}api/box").json()["heads"]
    page.get_by_role("button", name="weigh them in").focus()
    page.keyboard.press("Enter")
    page.keyboard.type("nought")
    page.keyboard.press("Enter")
    expect(page.locator(".said")).to_contain_text("got nought")
    page.locator("#scale").press("Control+a")
    for n in range(5):
        expect(page.locator(".weigh-in")).to_contain_text(f"{n + 1} of {len(before)}")
        page.keyboard.type(f"{before[n]['mass_g'] + before[n]['hook_mass_g'] + 0.5:.2f}")
        page.keyboard.press("Enter")
    expect(page.locator(".weighed li")).to_have_count(5)
    page.get_by_role("button", name="that will do").press("Enter")
    after = {h["id"]: h for h in page.request.get(f"{server.url}api/box").json()["heads"]}
    for head in before[:5]:
        assert after[head["id"]]["weighed"]
        assert after[head["id"]]["mass_g"] == pytest.approx(head["mass_g"] + 0.5, abs=0.02)
    expect(page.locator(".off").first).to_contain_text("%")
    watch.must_be_clean()


def test_a_plastic_is_weighed_beside_what_its_shape_says(
    page: Page, server: Server, watch: Watch
) -> None:
    heads_of(page, server)
    page.get_by_role("button", name="Plastics").click()
    page.get_by_role("button", name="weigh them in").click()
    expect(page.locator(".weigh-in")).to_contain_text("1 of 15: 127 mm straight tail")
    page.keyboard.type("12.4")
    expect(page.locator(".weigh-in")).to_contain_text("its shape says")
    page.keyboard.press("Enter")
    expect(page.locator(".weighed li")).to_contain_text(["127 mm straight tail: 12.4 g"])
    page.get_by_role("button", name="that will do").click()
    row = page.locator(".heads tr", has_text="127 mm straight tail")
    expect(row).to_contain_text("12.4 g")
    watch.must_be_clean()


def test_a_head_is_added_refused_removed_and_put_back(
    page: Page, server: Server, watch: Watch
) -> None:
    heads_of(page, server)
    page.get_by_role("button", name="a new head").click()
    page.get_by_label("Printed, oz").fill("1 1/4")
    page.get_by_label("Carried").fill("two")
    page.get_by_role("button", name="Add it").click()
    expect(page.locator(".modal .said")).to_contain_text("Carried must be a number, got two")
    page.get_by_label("Carried").fill("2")
    page.get_by_role("button", name="Add it").click()
    row = page.locator(".heads tr", has_text="1 1/4 oz")
    expect(row).to_contain_text("35.4 g, as printed")
    row.get_by_role("button", name="remove").click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name="put it back").click()
    expect(row).to_have_count(1)
    watch.must_be_clean()


def test_all_kinds_are_changed_in_the_units_of_the_angler(
    page: Page, server: Server, watch: Watch
) -> None:
    heads_of(page, server)
    page.get_by_role("button", name="metres").click()
    page.get_by_role("button", name="all imperial").click()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="All else").click()
    page.get_by_role("button", name="change inshore rod").click()
    # What is only looked at is not rounded to what was shown.
    expect(page.get_by_label("it flew, ft")).to_have_value("137.795")
    page.get_by_role("button", name="Save").click()
    expect(page.locator(".modal")).to_have_count(0)
    box = page.request.get(f"{server.url}api/box").json()
    assert next(r for r in box["rods"] if r["id"] == 2)["cast_distance_m"] == 42.0
    page.get_by_role("button", name="change inshore rod").click()
    page.get_by_label("it flew, ft").fill("150")
    page.get_by_role("button", name="Save").click()
    expect(page.locator(".heads tr", has_text="inshore rod, 2.1 m")).to_contain_text(
        "150 ft")
    page.get_by_role("button", name="remove 3000 on the inshore rod").click()
    page.get_by_role("button", name="put it back").click()
    expect(page.locator(".heads tr", has_text="3000 on the inshore rod")).to_have_count(1)
    page.goto(server.url)
    page.wait_for_selector(".rung.picked")
    fact(page, "how it is worked").click()
    page.get_by_role("option", name="5000 on the surf rod").click()
    fact(page, "how it is worked").click()
    # Its 92 cm, in inches.
    expect(page.get_by_label("Line per turn of the handle")).to_have_value("36")
    watch.must_be_clean()


def test_csv_is_tried_refused_mended_and_brought_in(
    page: Page, server: Server, watch: Watch, tmp_path: Path
) -> None:
    heads_of(page, server)
    page.get_by_role("button", name="Plastics").click()
    with page.expect_download() as got:
        page.get_by_role("link", name="plastics as CSV").click()
    text = got.value.path().read_text("utf-8")
    file = tmp_path / "plastics.csv"
    bring = page.get_by_label("bring plastics in from CSV")
    file.write_text(text.replace(",127.0,104.0,", ",127.0,140.0,"), "utf-8")
    bring.set_input_files(file)
    expect(page.locator(".file-tools .said")).to_contain_text(
        "body_length_mm on line 2 must be at most the length")
    file.write_text(text.replace("127 mm straight tail", "5 in jerk bait"), "utf-8")
    bring.set_input_files(file)
    expect(page.locator(".file-tools .strip")).to_contain_text(
        "0 new, 1 changed, 14 as they are; nothing is removed")
    page.get_by_role("button", name="leave it").click()
    expect(page.locator(".heads tr", has_text="5 in jerk bait")).to_have_count(0)
    bring.set_input_files(file)
    page.get_by_role("button", name="bring them in").click()
    expect(page.locator(".heads tr", has_text="5 in jerk bait")).to_have_count(1)
    assert len(watch.said) == 1, watch.said
    assert "422" in watch.said[0]


def test_the_lid_chart_is_read_and_printed(page: Page, server: Server, watch: Watch) -> None:
    heads_of(page, server)
    page.get_by_role("button", name="Lid chart").click()
    expect(page.locator(".lid-name", has_text="1/8 oz").first).to_be_attached()
    names = set(page.locator(".lid-name").all_text_contents())
    assert len(names) >= 5
    expect(page.locator(".lid-path")).to_be_attached()
    fact(page, "school").click()
    with page.expect_response(re.compile(r"/api/lid\?.*school=depth-table")):
        page.get_by_role("option", name="depth table").click()
    expect(page.locator(".lid-name", has_text="1/16 oz")).to_have_count(0)
    page.get_by_label("Your lid is wide, mm").fill("110")
    with page.expect_download() as got:
        page.get_by_role("link", name="the chart for the lid, PDF").click()
    assert got.value.suggested_filename == "ilha-lid.pdf"
    watch.must_be_clean()


def test_the_chart_says_what_is_marginal_and_what_would_close_it(
    page: Page, server: Server, watch: Watch
) -> None:
    heads_of(page, server)
    page.get_by_role("button", name="Lid chart").click()
    expect(page.locator(".lid-marginal").first).to_be_attached()
    page.get_by_role("button", name="what would close most of it?").click()
    first = page.locator(".buy li").first
    expect(first).to_contain_text("of these hours")
    closes = [int(re.search(r"closes (\d+) of", words)[1])  # type: ignore[index]
              for words in page.locator(".buy li").all_inner_texts()]
    assert closes == sorted(closes, reverse=True)
    assert closes[0] > 0
    expect(page.locator(".buy")).to_contain_text("a drifting boat")
    watch.must_be_clean()


def test_a_day_is_packed_by_keys_ticked_off_and_printed(
    page: Page, server: Server, watch: Watch
) -> None:
    # The device's clock says the server's day.
    page.clock.set_fixed_time(float(server.now_s or 0))
    heads_of(page, server)
    page.get_by_role("button", name="Pack").press("Enter")
    visit = page.get_by_role("listitem", name="visit 1")
    visit.get_by_label("from").select_option("7")
    visit.get_by_label("to").select_option("10")
    page.get_by_role("button", name="another place or hour").press("Enter")
    second = page.get_by_role("listitem", name="visit 2")
    second.get_by_label("off").select_option(label="Boca do Porto")
    second.get_by_label("from").select_option("12")
    second.get_by_label("to").select_option("14")
    page.get_by_role("button", name="pack it").press("Enter")
    ticks = page.locator(".ticks li")
    expect(ticks.first).to_contain_text("in the box")
    expect(page.locator(".packed")).to_contain_text("each lasts with 90 % chance")
    expect(page.locator(".losses")).to_contain_text("Boca do Porto, rock")
    ticks.first.locator("input").press("Space")
    packed = page.locator(".packed").inner_text()
    # Another visit to the page, and the list is there with what was ticked.
    page.reload()
    page.get_by_role("button", name="Pack").click()
    expect(ticks.first.locator("input")).to_be_checked(timeout=60_000)
    assert page.locator(".packed").inner_text() == packed
    page.get_by_role("listitem", name="visit 2").get_by_label("to").select_option("16")
    expect(page.get_by_text("The plan has changed since")).to_be_visible()
    with pdfplumber.open(BytesIO(page.pdf(format="A5"))) as sheet:
        words = " ".join(part.extract_text() for part in sheet.pages)
        assert len(sheet.pages) == 1
    assert "Boca do Porto" in words
    assert "in the box" in words
    for hidden in ("pack it", "The plan has changed", "Lid chart", "daylight"):
        assert hidden not in words
    watch.must_be_clean()


def test_losses_are_counted_again_and_undone(page: Page, server: Server, watch: Watch) -> None:
    lost = [{"id": f"lost-{n:05d}", "kind": "lost", "at_utc_s": float(server.now_s or 0) - 60 * n,
             "mark_id": 4, "mark_name": "Boca do Porto", "head_id": 9, "head_name": "1/4 oz ball",
             "plastic_id": 1, "plastic_name": "127 mm straight tail"} for n in range(2)]
    assert page.request.post(f"{server.url}api/log", data={"events": lost, "gone": []}).ok
    heads_of(page, server)
    expect(page.locator(".heads tr", has_text="6 of 8")).to_contain_text("1/4 oz")
    page.get_by_role("button", name="Losses").click()
    row = page.locator(".heads tr", has_text="1/4 oz ball")
    expect(row).to_contain_text("6 of 8")
    expect(page.locator(".restock")).to_contain_text("2 rigs in")
    page.get_by_role("button", name="restocked: 1/4 oz ball").click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name="undo").click()
    expect(row).to_have_count(1)
    watch.must_be_clean()


def test_on_a_phone(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, service_workers="block", timezone_id="UTC")
    page = context.new_page()
    watch = Watch(page)
    page.clock.set_fixed_time(float(server.now_s or 0))
    heads_of(page, server)
    page.wait_for_selector(".heads")
    no_wider(page)
    axe_clean(page)
    page.get_by_role("button", name="Lid chart").click()
    page.wait_for_selector(".lid-region")
    no_wider(page)
    axe_clean(page)
    for name, shown in (("All else", ".heads"), ("Pack", ".visits"), ("Losses", ".restock")):
        page.get_by_role("button", name=name).click()
        page.wait_for_selector(shown)
        no_wider(page)
        axe_clean(page)
    page.get_by_role("button", name="Pack").click()
    page.get_by_role("button", name="pack it").click()
    page.wait_for_selector(".ticks")
    no_wider(page)
    axe_clean(page)
    watch.must_be_clean()
    context.close()


def test_the_box_as_it_lies_is_worked_in(page: Page, server: Server, watch: Watch) -> None:
    """Tapped and by the keyboard alone: an empty compartment filled, one more and one less, gone
    and back; plastics in their colours."""
    page.goto(f"{server.url}box")
    grid = page.get_by_role("grid", name="the box by weight and shape")
    expect(grid).to_be_visible()
    full = grid.locator("[data-place='ball 0.25']")
    before = int(re.findall(r"(\d+) left", full.text_content() or "")[0])
    full.click()
    page.get_by_role("button", name="one more").first.click()
    expect(grid.get_by_role("button", name=f"1/4 oz ball: {before + 1} left")).to_be_visible()
    page.get_by_role("button", name="one less").first.click()
    expect(grid.get_by_role("button", name=f"1/4 oz ball: {before} left")).to_be_visible()
    grid.get_by_role("button", name=f"1/4 oz ball: {before} left").focus()
    page.keyboard.press("ArrowLeft")
    empty = grid.get_by_role("button", name="3/16 oz ball: none; put some in")
    expect(empty).to_be_focused()
    page.get_by_role("group", name="hook").get_by_role("button", name="1/0").click()
    page.get_by_role("button", name="Put a card of 5 in: 3/16 oz ball, 1/0").click()
    expect(grid.get_by_role("button", name="3/16 oz ball: 5 left")).to_be_visible()
    axe_clean(page)
    olive = page.locator(".lies-plastics li").filter(has_text="olive").locator("svg g").first
    white = page.locator(".lies-plastics li").filter(has_text="white").locator("svg g").first
    tones = [shape.evaluate("e => getComputedStyle(e).fill") for shape in (olive, white)]
    assert tones[0] != tones[1]
    watch.must_be_clean()


def test_the_splash_never_stands_on_the_boat(page: Page, server: Server, watch: Watch) -> None:
    """The words, the hull and the head of the angler, at every other hour of the demo day."""
    open_day(page, server)
    for hour in range(0, 24, 2):
        page.locator(".rail").focus()
        page.keyboard.press("Home")
        for _ in range(hour):
            page.keyboard.press("PageUp")
        expect(page.locator(".rail")).to_have_attribute("aria-valuenow", str(6 * hour))
        over = page.evaluate("""() => {
          const box = (s) => [...document.querySelectorAll(s)].map(
            (e) => e.getBoundingClientRect());
          const hit = (a, b) => a.left < b.right && b.left < a.right && a.top < b.bottom
            && b.top < a.bottom;
          const words = box('.splash-words');
          return words.some((w) => box('.angler .hull').some((h) => hit(w, h)));
        }""")
        assert over is False, hour
    watch.must_be_clean()


def test_a_swimbait_that_comes_rigged_and_a_tied_jig(
    page: Page, server: Server, watch: Watch
) -> None:
    """A weight that is moulded in names its plastic; hair is tied on, nothing is threaded."""
    heads_of(page, server)
    page.get_by_role("button", name="a new head").click()
    expect(page.get_by_label("Moulded in the plastic")).to_have_count(0)
    page.get_by_label("Shape").select_option("moulded-in")
    page.get_by_role("button", name="Add it").click()
    expect(page.locator(".modal .said")).to_contain_text("choose its plastic")
    page.get_by_label("Moulded in the plastic").select_option(label="102 mm paddle tail")
    page.get_by_label("Colour").fill("red")
    axe_clean(page)
    page.get_by_role("button", name="Add it").click()
    row = page.locator(".heads tr", has_text="weight moulded in")
    expect(row).to_contain_text("red; 2/0")
    page.get_by_role("button", name="Plastics", exact=True).click()
    page.get_by_role("button", name="a new plastic").click()
    page.get_by_label("Name").fill("90 mm bucktail")
    page.get_by_label("Looks like a").select_option("hair")
    page.get_by_label("Material").select_option("hair")
    page.get_by_label("Length, mm", exact=True).fill("90")
    page.get_by_role("button", name="Add it").click()
    expect(page.locator(".heads tr", has_text="90 mm bucktail")).to_contain_text("from its shape")
    page.goto(f"{server.url}bench")
    fact(page, "plastic").click()
    page.get_by_role("option", name="90 mm bucktail").click()
    expect(page.locator(".bench-sentence, .sentence").first).to_contain_text("tied on the head")
    expect(page.locator(".figure.first")).to_contain_text("trails behind the bend")
    watch.must_be_clean()
