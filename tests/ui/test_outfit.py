"""Outfit and Know: the fish decides, the doctor answers, a rule goes; by keys, and on a phone."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.ui.conftest import PHONE, Server, Watch, axe_clean, fact, no_wider, open_day

pytestmark = pytest.mark.browser


def open_outfit(page: Page, server: Server) -> None:
    page.goto(server.url + "outfit")
    page.wait_for_selector(".outfit")


def with_loose_pieces(page: Page, server: Server) -> None:
    """An offset hook and a bullet put in the box."""
    page.goto(server.url)
    page.evaluate("""() => Promise.all([["hooks", {kind: "offset", size: "2/0"}],
        ["weights", {kind: "bullet", mass_g: 3.5, material: "lead"}]].map(([kind, row]) =>
        fetch(`/api/${kind}`, {method: "POST", body: JSON.stringify(row),
                               headers: {"Content-Type": "application/json"}})))""")


def test_another_fish_another_outfit_and_its_name_in_the_reason(
    page: Page, server: Server, watch: Watch
) -> None:
    open_outfit(page, server)
    first = page.locator(".outfit").first
    expect(first).to_contain_text("As long as what the European seabass eats.")
    before = first.locator("h2").inner_text()
    fact(page, "fish").click()
    page.get_by_role("option", name="gilthead seabream").click()
    expect(first).to_contain_text("gilthead seabream")
    expect(first.locator("h2")).not_to_have_text(before)
    first.get_by_role("button", name="reasons").click()
    account = page.locator(".account")
    expect(account).to_contain_text("The gilthead seabream nibbles with a small mouth")
    gave = [float(cell.replace("−", "-")) for cell in
            account.locator("tbody tr:not(.total) td:last-child").all_inner_texts()]
    total = float(account.locator(".total td").last.inner_text())
    assert sum(gave) == pytest.approx(total, abs=0.1)
    watch.must_be_clean()


def test_two_side_by_side_and_fished_and_undone(page: Page, server: Server, watch: Watch) -> None:
    open_outfit(page, server)
    compare = page.locator(".outfit-ways button", has_text="compare")
    compare.nth(0).click()
    compare.nth(1).click()
    expect(page.locator(".compare svg .ghost")).to_have_count(1)
    rows = page.locator(".compare tbody tr")
    expect(rows.first).to_contain_text("oz")
    page.get_by_role("button", name="fish this").nth(1).click()
    expect(page.get_by_text("The Day fishes this now.")).to_be_visible()
    second = page.locator(".outfit h2").nth(1).inner_text().split("\n")[-1]
    page.get_by_role("button", name="see the Day").click()
    page.wait_for_selector(".rung.picked")
    plastic = fact(page, "plastic").inner_text()
    assert plastic in second
    page.go_back()
    page.wait_for_selector(".outfit")
    page.get_by_role("button", name="fish this").first.click()
    page.get_by_role("button", name="undo").click()
    page.keyboard.press("g")
    page.keyboard.press("d")
    expect(fact(page, "plastic")).to_have_text(plastic)
    watch.must_be_clean()


def test_what_would_change_its_mind(page: Page, server: Server, watch: Watch) -> None:
    open_outfit(page, server)
    page.get_by_role("button", name="try every fact by itself").click()
    moves = page.locator(".moves li")
    expect(moves.first).to_be_visible()
    expect(page.locator(".moves")).to_contain_text("the current: ")
    fact(page, "clarity").click()
    page.get_by_role("option", name="dirty").click()
    page.wait_for_function("() => !document.querySelector('.outfits-body.dim')")
    page.locator(".outfit").first.get_by_role("button", name=re.compile("^all .* reasons")).click()
    expect(page.locator(".account")).to_contain_text("Dirty water")
    watch.must_be_clean()


def test_loose_pieces_are_tied_up_and_untied(page: Page, server: Server, watch: Watch) -> None:
    with_loose_pieces(page, server)
    heads = "async () => (await (await fetch('/api/box')).json()).heads.length"
    before = page.evaluate(heads)
    open_outfit(page, server)
    part = page.locator(".loose-part")
    first = part.get_by_role("listitem").first
    expect(first).to_contain_text(re.compile("offset hook ./0"))
    tied = first.locator("b").inner_text()
    first.get_by_role("button", name="tie it up").click()
    expect(part.get_by_role("status")).to_contain_text(f"{tied} lies in the box as a head now.")
    assert page.evaluate(heads) == before + 1
    part.get_by_role("button", name="undo").click()
    expect(part.get_by_role("status")).to_have_count(0)
    assert page.evaluate(heads) == before
    watch.must_be_clean()


def test_a_box_without_a_head_tells_what_can_be_tied_of_loose_pieces(
    page: Page, server: Server, watch: Watch
) -> None:
    """The interface is told of no head; the server answers for its own box."""
    with_loose_pieces(page, server)
    page.route("**/api/box", lambda route: route.fulfill(
        json={**route.fetch().json(), "heads": []}))
    page.goto(server.url + "outfit")
    expect(page.get_by_role("heading", name="No head yet.")).to_be_visible()
    expect(page.locator(".loose-part").get_by_role("listitem").first).to_contain_text(
        re.compile("offset hook ./0"))
    watch.must_be_clean()


def test_hooked_across_is_judged_on_the_day_and_goes_with_sticks_alone(
    page: Page, server: Server, watch: Watch
) -> None:
    open_day(page, server)
    fact(page, "rig").click()
    page.get_by_role("option", name="hooked across the middle").click()
    expect(page.locator(".rung.picked")).to_contain_text("across the middle, with a nail")
    fact(page, "plastic").click()
    page.get_by_role("option", name="76 mm paddle tail").click()
    expect(page.get_by_role("alert").or_(page.locator(".strip")).first).to_contain_text(
        "no head of the box goes on 76 mm paddle tail so")
    assert all("422" in line for line in watch.said)


def test_the_cast_lies_to_the_current_as_the_mark_has_it(
    page: Page, server: Server, watch: Watch
) -> None:
    """Seba Grande casts to the south-south-west, its flood comes from there: up-current on the
    flood, with it on the ebb."""
    open_day(page, server)
    fact(page, "mark").click()
    page.get_by_role("option", name="Seba Grande").click()
    way = fact(page, "which way")
    expect(way).to_have_text(re.compile("up-current|with the current"))
    said = way.inner_text()
    way.click()
    expect(page.get_by_role("option", name="as this mark lies")).to_contain_text(
        f"the cast to the S, the flood to the N: now {said.strip(chr(0x2060))}")
    page.get_by_role("option", name="across the current").click()
    expect(way).to_have_text(re.compile("across the current"))
    watch.must_be_clean()


def test_the_doctor_comes_to_an_answer(page: Page, server: Server, watch: Watch) -> None:
    open_outfit(page, server)
    page.get_by_role("button", name="It is swept away").click()
    changes = page.locator(".changes li")
    expect(changes.first).to_contain_text(re.compile(r"more current runs .*: .*oz \(.* g\)"))
    expect(page.locator(".changes")).to_contain_text("Move to where it runs under")
    page.get_by_role("button", name="no, here and now").click()
    expect(page.locator(".changes")).not_to_contain_text("Move to where")
    expect(page.locator(".changes")).to_contain_text(re.compile(r"Land it [\d.]+ m up-current"))
    page.get_by_role("button", name="Short bites").click()
    page.get_by_role("button", name="at the tail").click()
    expect(changes.first).to_contain_text("Hook farther back: the")
    watch.must_be_clean()


def test_covering_the_water(page: Page, server: Server, watch: Watch) -> None:
    open_outfit(page, server)
    captions = page.locator(".fans figcaption b")
    expect(captions).to_have_count(2)
    few = int(captions.first.inner_text().split()[0])
    page.get_by_role("button", name="all round").click()
    expect(captions.first).not_to_contain_text(f"{few} casts")
    assert int(captions.first.inner_text().split()[0]) > 2 * few
    page.get_by_role("button", name="walking or drifting along").click()
    expect(page.locator(".fan-bank").first).to_be_attached()
    watch.must_be_clean()


def test_a_rule_is_switched_off_and_is_gone(page: Page, server: Server, watch: Watch) -> None:
    open_outfit(page, server)
    first = page.locator(".outfit").first
    expect(first).to_contain_text("As long as what the European seabass eats.")
    page.get_by_role("link", name="Know").first.click()
    page.get_by_role("button", name="that hold today").click()
    rule = page.locator(".rule", has_text="As long as what the fish eats.")
    expect(rule).to_contain_text("Holds today.")
    rule.get_by_role("checkbox").uncheck()
    expect(page.locator(".rule", has_text="As long as what the fish eats.")).to_have_count(0)
    page.get_by_role("button", name="changed or your own").click()
    expect(page.locator(".rule.off")).to_have_count(1)
    page.get_by_role("link", name="Outfit").first.click()
    expect(first).to_be_visible()
    expect(first).not_to_contain_text("As long as what")
    watch.must_be_clean()


def test_a_rule_of_ones_own_moves_the_choice(page: Page, server: Server, watch: Watch) -> None:
    page.goto(server.url + "know")
    page.get_by_role("button", name="a rule of your own").click()
    page.get_by_role("button", name="Add it").click()
    expect(page.locator(".modal .said")).to_have_text("Write what the rule says: one sentence.")
    page.get_by_label("What it says").fill("Sticks work off the old quay.")
    page.get_by_label("This feature").select_option(label="plastic")
    page.locator(".clause-words").get_by_role("button", name="stick", exact=True).click()
    page.get_by_label("Points, 0 to 10").fill("9")
    page.get_by_role("button", name="Add it").click()
    own = page.locator(".rule", has_text="Sticks work off the old quay.")
    expect(own).to_be_visible()
    page.get_by_role("link", name="Outfit").first.click()
    page.wait_for_function("() => document.querySelector('.outfit')"
                           " && !document.querySelector('.outfits-body.dim')")
    expect(page.locator(".outfit").first).to_contain_text("Sticks work off the old quay.")
    page.get_by_role("link", name="Know").first.click()
    own.get_by_role("button", name="remove").click()
    expect(own).to_have_count(0)
    page.get_by_role("button", name="put it back").click()
    expect(own).to_be_visible()
    watch.must_be_clean()


def test_a_fish_is_changed_and_put_back(page: Page, server: Server, watch: Watch) -> None:
    page.goto(server.url + "know")
    page.get_by_role("button", name="Fish", exact=True).click()
    page.get_by_label("find a fish").fill("dicentrarchus labrax")
    row = page.locator(".fish-list li")
    expect(row).to_have_count(1)
    row.get_by_role("button", name="change").click()
    page.locator("#fish-feeds").select_option("top")
    page.locator("#fish-low").fill("warm")
    page.get_by_role("button", name="Save").click()
    expect(page.locator(".modal .said")).to_contain_text("are numbers")
    page.locator("#fish-low").fill("8")
    page.get_by_role("button", name="Save").click()
    expect(row).to_contain_text("changed by you")
    expect(row).to_contain_text("feeds at the top")
    row.get_by_role("button", name="as it ships").click()
    expect(row).to_contain_text("feeds low")
    page.get_by_role("button", name="undo").click()
    expect(row).to_contain_text("feeds at the top")
    # In inches: what is only looked at keeps its millimetres, what is typed is converted.
    before = next(f for f in page.request.get(f"{server.url}api/fish").json()["fish"]
                  if f["key"] == "european-seabass")
    page.get_by_role("button", name="metres").click()
    page.get_by_role("button", name="all imperial").click()
    page.keyboard.press("Escape")
    row.get_by_role("button", name="change").click()
    page.get_by_label("to, in").fill("6")
    page.get_by_role("button", name="Save").click()
    expect(page.locator(".modal")).to_have_count(0)
    after = next(f for f in page.request.get(f"{server.url}api/fish").json()["fish"]
                 if f["key"] == "european-seabass")
    assert after["forage_low_mm"] == before["forage_low_mm"]
    assert after["forage_high_mm"] == pytest.approx(152.4)
    assert after["comfort_high_c"] == before["comfort_high_c"]
    watch.must_be_clean()


def test_the_day_follows_the_fish(page: Page, server: Server, watch: Watch) -> None:
    open_day(page, server)
    fact(page, "fish").click()
    page.get_by_role("option", name="bluefish").click()
    expect(page.locator(".figure", has_text="stop the line at").first).to_be_visible()
    fact(page, "fish").click()
    page.get_by_role("option", name="gilthead seabream").click()
    expect(fact(page, "where the fish feed")).to_have_text("on the bottom")
    fact(page, "mood of the fish").click()
    page.get_by_role("option", name="feeding freely").click()
    expect(fact(page, "where the fish feed")).not_to_have_text("on the bottom")
    watch.must_be_clean()


def test_by_keys_alone_on_a_phone(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, service_workers="block", timezone_id="UTC")
    page = context.new_page()
    watch = Watch(page)
    page.goto(server.url)
    page.wait_for_selector(".rung", state="attached")
    page.keyboard.press("g")
    page.keyboard.press("o")
    page.wait_for_selector(".outfit")
    no_wider(page)
    fact(page, "fish").focus()
    page.keyboard.press("Enter")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(fact(page, "fish")).not_to_have_text("European seabass")
    page.get_by_role("button", name="Spins").or_(
        page.get_by_role("button", name="It spins")).focus()
    page.keyboard.press("Enter")
    page.wait_for_selector(".changes li")
    page.wait_for_selector(".outfits-body:not(.dim)")
    for path in ("outfit", "know"):
        if path == "know":
            page.keyboard.press("g")
            page.keyboard.press("k")
            page.wait_for_selector(".rule")
            no_wider(page)
        axe_clean(page)
    watch.must_be_clean()
    context.close()


def test_the_server_goes_away_and_comes_back(page: Page, server: Server) -> None:
    open_outfit(page, server)
    server.stop()
    fact(page, "fish").click()
    page.get_by_role("option", name="red drum").click()
    expect(page.locator(".strip-stale")).to_be_visible()
    expect(page.locator(".outfit").first).to_be_visible()
    server.start()
    page.get_by_role("button", name="try again").click()
    expect(page.locator(".strip-stale")).to_have_count(0)
    expect(page.locator(".outfit").first).to_contain_text("red drum")


def test_fish_this_sets_the_day_to_the_whole_outfit(
    page: Page, server: Server, watch: Watch
) -> None:
    """Plastic, head with its rigging, line, rod, retrieve and fish; the Day marks the head, and
    says so where another is the pick at that hour."""
    open_outfit(page, server)
    fact(page, "fish").click()
    page.get_by_role("option", name="gilthead seabream").click()
    page.wait_for_function("() => !document.querySelector('.outfits-body.dim')")
    card = page.locator(".outfit").first
    said = card.inner_text()
    query = page.request.get(
        f"{server.url}api/choice?mark_id=1&step={shown_step(page)}&fish=gilthead-seabream").json()
    o = query["outfits"][0]
    card.get_by_role("button", name="fish this").click()
    page.get_by_role("button", name="see the Day").click()
    page.wait_for_selector(".rung")
    box = page.request.get(f"{server.url}api/box").json()
    for kind in ("plastic", "line", "rod"):
        row = next(r for r in box[f"{kind}s"] if r["id"] == o[f"{kind}_id"])
        expect(fact(page, kind)).to_have_text(row["name"])
    expect(fact(page, "fish")).to_have_text("gilthead seabream")
    expect(fact(page, "how it is worked")).to_contain_text(o["way"]["name"])
    expect(page.locator(".fished")).to_contain_text("You fish")
    expect(page.locator(".fished")).to_contain_text(o["rigging_name"])
    assert o["rigging_name"] in said
    watch.must_be_clean()


def shown_step(page: Page) -> int:
    """The step of the day that the sentence says."""
    words = fact(page, "day and time").inner_text()
    found = re.search(r"(\d\d):(\d\d)", words)
    assert found, words
    return int(found[1]) * 6 + int(found[2]) // 10


@pytest.mark.parametrize("view", ["", "outfit", "card", "bench"])
def test_a_mark_without_tide_is_asked_its_current_in_any_view(
    page: Page, server: Server, view: str
) -> None:
    marks = page.request.get(f"{server.url}api/marks").json()["marks"]
    still = next(m for m in marks if m["tide_port_id"] is None and m["stream_id"] is None)
    open_day(page, server)
    fact(page, "mark").click()
    page.get_by_role("option", name=still["name"]).click()
    expect(page.locator(".no-water")).to_contain_text("has no tide: what do you see?")
    if view:
        page.locator(f"nav a[href='/{view}']").first.click()
        # The Day's own box must be gone before anything is typed.
        expect(page.get_by_role("heading", name="Day", level=1, exact=True)).to_have_count(0)
    if view == "bench":
        # The hook's way through the plastic asks no water.
        expect(page.locator("main")).not_to_contain_text("error")
        return
    box = page.get_by_label("Current you see at the surface")
    box.fill("0.3")
    box.press("Enter")
    page.wait_for_function("() => !document.querySelector('.dim')")
    expect(page.locator({"": ".rung", "outfit": ".outfit", "card": "main article"}[view]).first
           ).to_be_visible()
    # It is kept with the mark: the other views have it.
    page.locator("nav a[href='/outfit']").first.click()
    expect(page.locator(".outfit").first).to_be_visible()
