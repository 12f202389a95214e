"""Places as a chart: marks placed, moved and measured on it, ways turned, files brought in."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Locator, Page, expect

from tests.ui.conftest import PHONE, Server, Watch, axe_clean, fact, no_wider, open_day

pytestmark = pytest.mark.browser
FORM = ".places-side .mark-form"


def opened(page: Page, server: Server, mark: str = "Praia Comprida") -> Locator:
    """The mark's form, its place close by on the chart."""
    page.goto(server.url + "places")
    page.get_by_role("list", name="marks").get_by_role("button", name=mark).click()
    page.get_by_role("button", name="this mark", exact=True).click()
    expect(page.get_by_role("slider", name="where you cast to")).to_be_visible()
    return page.locator(FORM)


def box(page: Page) -> dict[str, float]:
    found = page.locator(".chart-under").bounding_box()
    assert found is not None
    return dict(found)


def test_a_way_is_turned_by_hand_and_by_keys_and_saved(
    page: Page, server: Server, watch: Watch
) -> None:
    form = opened(page, server)
    cast = page.get_by_role("slider", name="where you cast to")
    expect(cast).to_have_attribute("aria-valuetext", "235°, SW")
    at = cast.bounding_box()
    sign = page.locator(".chart-mark.chosen").bounding_box()
    assert at
    assert sign
    page.mouse.move(at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    page.mouse.down()
    page.mouse.move(sign["x"] + 90, sign["y"], steps=5)
    page.mouse.up()
    expect(form.get_by_label("You cast to")).to_have_value("90")
    cast.focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Shift+ArrowLeft")
    expect(form.get_by_label("You cast to")).to_have_value("94")
    # The ebb stands against the flood until it is turned itself.
    ebb = page.get_by_role("slider", name="where the ebb runs to")
    expect(ebb).to_have_attribute("aria-valuetext", "290°, W, against the flood")
    ebb.focus()
    page.keyboard.press("ArrowRight")
    expect(form.get_by_label("The ebb runs to")).to_have_value("295")
    expect(form).to_contain_text("as it was")
    form.get_by_role("button", name="Save").click()
    expect(form.get_by_text("saved", exact=True)).to_be_visible()
    page.reload()
    page.get_by_role("list", name="marks").get_by_role("button", name="Praia Comprida").click()
    expect(form.get_by_label("The ebb runs to")).to_have_value("295")
    watch.must_be_clean()


def test_the_bottom_along_the_cast_is_read_off_it(page: Page, server: Server) -> None:
    form = opened(page, server)
    form.get_by_role("button", name="read it off the chart").click()
    ground = form.get_by_label("Bottom along the cast")
    expect(ground).to_have_value("0 1.37\n40 2.59")
    expect(form.locator(".ground-sketch")).to_be_visible()
    form.get_by_role("button", name="as it was").click()
    expect(ground).to_have_value("")
    form.get_by_label("Latitude").fill("10")
    form.get_by_role("button", name="read it off the chart").click()
    expect(form.locator(".said")).to_contain_text("type the depths")


def test_a_mark_is_moved_and_what_is_drawn_waits_while_another_is_seen(
    page: Page, server: Server
) -> None:
    form = opened(page, server)
    before = float(form.get_by_label("Longitude").input_value())
    page.get_by_role("button", name="move", exact=True).click()
    at = box(page)
    page.mouse.click(at["x"] + at["width"] / 2 + 120, at["y"] + at["height"] / 2)
    after = float(form.get_by_label("Longitude").input_value())
    assert 0.0002 < after - before < 0.01
    # Dragged back a little.
    sign = page.locator(".chart-mark.chosen").bounding_box()
    assert sign
    page.mouse.move(sign["x"], sign["y"])
    page.mouse.down()
    page.mouse.move(sign["x"] - 60, sign["y"], steps=4)
    page.mouse.up()
    assert before < float(form.get_by_label("Longitude").input_value()) < after
    marks = page.get_by_role("list", name="marks")
    marks.get_by_role("button", name="Lajinha").click()
    expect(marks.get_by_role("button", name="Praia Comprida")).to_contain_text("surf, changed")
    marks.get_by_role("button", name="Praia Comprida").click()
    assert float(form.get_by_label("Longitude").input_value()) > before
    form.get_by_role("button", name="as it was").click()
    assert float(form.get_by_label("Longitude").input_value()) == before


def test_a_new_mark_is_placed_with_the_keys_alone(page: Page, server: Server) -> None:
    page.goto(server.url + "places")
    form = page.locator(FORM)
    page.get_by_role("button", name="a new mark").press("Enter")
    page.get_by_role("button", name="place", exact=True).press("Enter")
    start = form.get_by_label("Latitude").input_value()
    page.locator(".chart-under").focus()
    for _ in range(3):
        page.keyboard.press("ArrowUp")
    page.keyboard.press("+")
    put = page.get_by_role("button", name="put it at the cross")
    put.press("Enter")
    expect(form.get_by_label("Latitude")).not_to_have_value(start)
    form.get_by_label("Name").fill("Pedra Nova")
    form.get_by_role("button", name="Add the mark").press("Enter")
    expect(page.get_by_role("list", name="marks").get_by_role("button", name="Pedra Nova")
           ).to_have_attribute("aria-pressed", "true")


def test_it_measures_from_tap_to_tap(page: Page, server: Server) -> None:
    opened(page, server)
    page.get_by_role("button", name="measure").click()
    at = box(page)
    middle = (at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    # A mark under the finger is measured from, not chosen.
    page.mouse.click(*middle)
    page.mouse.click(middle[0] + 150, middle[1])
    said = page.get_by_role("region", name="chart", exact=True).locator("output")
    expect(said).to_contain_text("m, to 90°, E")
    page.mouse.click(middle[0] + 150, middle[1] - 100)
    expect(said).to_contain_text("the last leg to 0°, N")
    page.get_by_role("button", name="start again").click()
    expect(said).to_contain_text("Tap from place to place")


def test_a_chart_is_brought_in_refused_taken_out_and_put_back(
    page: Page, server: Server, tmp_path: Path
) -> None:
    page.goto(server.url + "places")
    files = page.get_by_role("region", name="chart files")
    path = tmp_path / "ledge.geojson"
    bad = {"type": "Feature", "properties": {},
           "geometry": {"type": "LineString", "coordinates": [[-21.7, 36.4], [-21.7, 136.4]]}}
    path.write_text(json.dumps(bad))
    pick = files.get_by_label("Draw the water from a file")
    pick.set_input_files(path)
    expect(files.locator(".said")).to_contain_text("feature 1: position 136.4, -21.7 is not on")
    bad["geometry"]["coordinates"] = [[-21.73, 36.385], [-21.74, 36.38]]  # type: ignore[index]
    path.write_text(json.dumps(bad))
    files.get_by_text("how a file is understood").click()
    files.get_by_role("button", name="tracks").click()
    pick.set_input_files(path)
    expect(files.get_by_text("ledge: 1 track.")).to_be_visible()
    expect(files.locator(".said li")).to_have_count(0)
    files.get_by_role("button", name="take it out: ledge").click()
    expect(files.get_by_text("ledge is taken out.")).to_be_visible()
    files.get_by_role("button", name="put it back").click()
    expect(files.get_by_role("button", name="take it out: ledge")).to_be_visible()
    with page.expect_download() as caught:
        files.get_by_role("link", name="KML").click()
    assert caught.value.suggested_filename == "ilha-chart.kml"


def test_the_wind_turned_here_blows_on_the_cast_of_the_day(page: Page, server: Server) -> None:
    opened(page, server, "Lajinha")
    page.get_by_role("group", name="ways to turn").get_by_role("button", name="wind").click()
    wind = page.get_by_role("slider", name="where the wind comes from")
    wind.focus()
    page.keyboard.press("Home")
    for _ in range(6):
        page.keyboard.press("PageUp")
    expect(wind).to_have_attribute("aria-valuetext", "270°, W")
    open_day(page, server)
    # Cais Velho is cast to 320°.
    expect(fact(page, "wind")).to_contain_text("from ahead and the side")
    fact(page, "mark").click()
    page.get_by_role("option", name="Lajinha").click()
    # Lajinha is cast to the west.
    expect(fact(page, "wind")).to_contain_text("out of the W, in your face")


def test_on_a_phone_by_touch(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, has_touch=True,  # type: ignore[arg-type]
                                  service_workers="block")
    page = context.new_page()
    form = opened(page, server)
    no_wider(page)
    page.get_by_role("button", name="move", exact=True).tap()
    page.locator(".chart-under").scroll_into_view_if_needed()
    before = form.get_by_label("Latitude").input_value()
    at = box(page)
    page.touchscreen.tap(at["x"] + 60, at["y"] + 60)
    expect(form.get_by_label("Latitude")).not_to_have_value(before)
    axe_clean(page)
    context.close()


def test_the_first_mark_is_placed_on_nothing_but_the_globes_lines(
    page: Page, empty: Server, watch: Watch
) -> None:
    page.goto(empty.url + "first")
    page.get_by_role("button", name="on a chart").click()
    expect(page.locator(".first-chart canvas").first).to_be_visible()
    expect(page.locator(".first-chart .chart-sign")).to_have_count(0)
    page.get_by_role("button", name="put it at the cross").click()
    expect(page.locator(".first-chart .chart-sign")).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="°")).to_be_visible()
    axe_clean(page)
    watch.must_be_clean()
