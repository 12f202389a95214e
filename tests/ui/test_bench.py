"""The bench: riggings, the chain, what is crooked, true size, the template; by keys alone too."""

from __future__ import annotations

import pdfplumber
import pytest
from playwright.sync_api import Browser, Page, expect

from tests.ui.conftest import PHONE, Server, Watch, axe_clean, fact, no_wider

pytestmark = pytest.mark.browser


def open_bench(page: Page, server: Server, head: str = "3/8 oz keeled arrow, 3/0") -> None:
    page.goto(server.url + "bench")
    page.wait_for_selector(".rig-frame")
    fact(page, "head").click()
    page.get_by_role("option", name=head).first.click()
    expect(fact(page, "head")).to_have_text(head)


def test_two_riggings_are_stepped_through(page: Page, server: Server, watch: Watch) -> None:
    open_bench(page, server)
    steps = page.locator(".steps li")
    expect(steps).to_have_count(5)
    # 38 + sqrt(7.5² - 0.5²) = 45.5 mm.
    expect(steps.first).to_contain_text("nick the back at 45 mm")
    fact(page, "rigging").click()
    page.get_by_role("option", name="cut down").click()
    expect(steps).to_have_count(4)
    # 45 % of 127 mm.
    expect(steps.first).to_contain_text("Take 57 mm off the front, the blade away from your hand")
    fact(page, "cover").click()
    page.get_by_role("option", name="snags").click()
    # Nothing on this head comes through them, and it is not said to.
    expect(page.locator(".rigging-row li").first).to_contain_text("hangs up in snags")
    expect(page.locator(".rigging-row li", has_text="weedless on a wide gape")).to_contain_text(
        "it takes a head of another shape")
    page.locator(".rigging-row button", has_text="two heads on one leader").click()
    expect(page.locator(".leader-scene")).to_contain_text("not to scale")
    expect(page.locator(".plan-says")).to_contain_text("Not here: two ends to hang up in snags.")
    watch.must_be_clean()


def test_the_picture_tells_its_answer_and_hooked_across_falls_flat(
    page: Page, server: Server, watch: Watch
) -> None:
    open_bench(page, server)
    title = page.locator("#rig-title")
    falls = page.locator(".figure", has_text="falls")
    expect(title).to_contain_text("3/0: out at 45 mm, point clears")
    expect(falls).to_contain_text("nose first")
    fact(page, "rigging").click()
    page.get_by_role("option", name="across the middle, with a nail").click()
    expect(title).to_contain_text("3/0: hooked across, 43 mm from the nose")
    expect(falls).to_contain_text("level")
    watch.must_be_clean()


def test_a_hook_is_chosen_and_its_chain_is_told(page: Page, server: Server, watch: Watch) -> None:
    open_bench(page, server)
    weakest = page.locator(".chain .weakest")
    # Braid of 6.8 kg: its loop knot holds 5.4, the hook opens at 5.9.
    expect(weakest).to_contain_text("loop knot 5.4")
    expect(page.locator(".figure", has_text="set the drag at")).to_contain_text("1.4–1.8")
    fact(page, "leader").click()
    page.get_by_role("option", name="a heavy leader").click()
    expect(weakest).to_contain_text("hook 5.9")
    expect(page.locator(".chain")).to_contain_text("bends the hook free")
    page.get_by_role("button", name="7/0").click()
    expect(page.locator(".chain")).to_contain_text("parts at 6.1 kg: leader, head and plastic lost")
    fact(page, "school of shank").click()
    page.get_by_role("option", name="long shanks").click()
    expect(page.locator(".candidate.picked .hook-size")).to_have_text("4/0")
    watch.must_be_clean()


def test_a_gap_is_diagnosed(page: Page, server: Server, watch: Watch) -> None:
    open_bench(page, server)
    page.get_by_role("button", name="it is not straight").click()
    said = page.locator(".modal [role=status]")
    expect(said).to_contain_text("Straight as far as that goes")
    page.get_by_label("Gap behind the head").fill("2,5")
    expect(said).to_contain_text("Mark again at 48.0 mm, 2.5 mm farther back.")
    page.get_by_label("Gap behind the head").fill("some")
    expect(page.locator(".modal [role=alert]")).to_contain_text("must be a number, got “some”")
    watch.must_be_clean()


def slide(page: Page, px: float) -> None:
    """Move the frame to so many pixels to the millimetre, as a drag of the slider does."""
    page.locator(".true-size input").evaluate(
        "(e, px) => { Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')"
        ".set.call(e, String(px)); e.dispatchEvent(new Event('input', { bubbles: true })); }", px)


def test_true_size_is_set_by_a_card_and_kept(page: Page, server: Server, watch: Watch) -> None:
    """At 4 px to the millimetre the card is 342.4 px wide, and a centimetre of the ruler 40; at
    8 px the plastic is wider than the bench, and the picture says by how much it is short."""
    open_bench(page, server)
    fact(page, "true size").click()
    slide(page, 4)
    frame = page.locator(".true-size svg").bounding_box()
    assert frame
    assert frame["width"] == pytest.approx(85.6 * 4, abs=0.6)
    page.get_by_role("button", name="It fits").click()
    expect(fact(page, "true size")).to_have_text("at true size")

    def centimetre_is(px: float) -> None:
        # In one look, and until it is: the picture is drawn anew once its frame has its width.
        expect(page.locator(".ruler").first).to_be_visible()
        page.wait_for_function("""px => {
            const at = n => [...document.querySelectorAll(".ruler text")]
                .find(e => e.textContent === n)?.getBoundingClientRect().x;
            return Math.abs(at("20") - at("10") - px) < 0.3;
        }""", arg=px)

    centimetre_is(40.0)
    page.reload()
    page.wait_for_selector(".rig-frame .ruler")
    expect(fact(page, "true size")).to_have_text("at true size")
    centimetre_is(40.0)
    fact(page, "true size").click()
    slide(page, 8)
    page.get_by_role("button", name="It fits").click()
    expect(page.locator(".rig-frame")).to_contain_text("true size ×0.7")
    watch.must_be_clean()


def test_the_template_is_taken_along(page: Page, server: Server) -> None:
    open_bench(page, server)
    with page.expect_download() as caught:
        page.get_by_role("link", name="template at true size, A4").click()
    with pdfplumber.open(caught.value.path()) as pdf:
        text = pdf.pages[0].extract_text()
    assert "127 mm straight tail" in text
    assert "out here, 45.5 mm" in text


def test_the_bench_by_keys_alone(page: Page, server: Server, watch: Watch) -> None:
    page.goto(server.url)
    page.wait_for_selector(".rung.picked")
    page.keyboard.press("g")
    page.keyboard.press("b")
    page.wait_for_selector(".rigging-row")
    # Whatever the Day's head is rigged as: another.
    before = fact(page, "rigging").inner_text()
    fact(page, "rigging").focus()
    page.keyboard.press("Enter")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(fact(page, "rigging")).not_to_have_text(before)
    page.locator(".candidate button").nth(2).focus()
    page.keyboard.press("Enter")
    expect(page.locator(".candidate.compared")).to_have_count(1)
    page.get_by_role("button", name="it is not straight").focus()
    page.keyboard.press("Enter")
    page.get_by_label("Bunched").focus()
    page.keyboard.type("3")
    expect(page.locator(".findings")).to_contain_text("3.0 mm nearer the head")
    page.keyboard.press("Escape")
    expect(page.locator(".modal")).to_have_count(0)
    watch.must_be_clean()


def test_the_bench_on_a_phone(browser: Browser, server: Server) -> None:
    context = browser.new_context(viewport=PHONE, service_workers="block")  # type: ignore[arg-type]
    page = context.new_page()
    page.goto(server.url + "bench")
    page.wait_for_selector(".rigging-row")
    no_wider(page)
    axe_clean(page)
    context.close()


def test_a_plastic_is_traced_by_drag_and_keys(page: Page, server: Server, watch: Watch) -> None:
    open_bench(page, server)
    page.get_by_role("button", name="a new plastic").click()
    page.get_by_label("Name").fill("my own tail")
    page.get_by_label("Length, mm", exact=True).fill("100")
    page.get_by_label("Working length").fill("80")
    handles = page.locator(".trace-frame .handle")
    third = handles.nth(3)
    before = int(third.get_attribute("aria-valuenow") or 0)
    third.focus()
    page.keyboard.press("ArrowDown")
    expect(third).to_have_attribute("aria-valuenow", str(before - 2))
    # Dragged under the axis the outline crosses itself: told on saving, the drawing stays.
    box = handles.nth(5).bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y + 60, steps=4)
    page.mouse.up()
    page.get_by_role("button", name="Put it in the box").click()
    expect(page.locator(".modal .said")).to_contain_text("profile must not cross itself")
    expect(page.get_by_label("Name")).to_have_value("my own tail")
    page.mouse.move(x, y + 60)
    page.mouse.down()
    page.mouse.move(x, y, steps=4)
    page.mouse.up()
    page.get_by_role("button", name="Put it in the box").click()
    expect(page.locator(".modal")).to_have_count(0)
    expect(fact(page, "plastic")).to_have_text("my own tail")
    traced = page.request.get(f"{server.url}api/box").json()["plastics"][-1]
    assert (traced["name"], traced["length_mm"], traced["traced"]) == ("my own tail", 100.0, True)
    assert [said for said in watch.said if "422" not in said] == []


WORDS = {"straight": "straight", "exit-forward": "a gap: out too far forward",
         "exit-back": "bunched: out too far back", "bent-up": "bent up at the exit",
         "bent-down": "bent down at the exit", "off-centre": "off the centre line of the back",
         "nose-off-centre": "off the middle of the nose"}


def test_the_eye_is_trained_and_what_was_missed_falls_due(
    page: Page, server: Server, watch: Watch
) -> None:
    """The clock of the test stands still, so the series asked for is the one that is shown."""
    open_bench(page, server)
    drills = page.request.get(f"{server.url}api/trainer").json()["drills"]
    page.get_by_role("button", name="train the eye").click()
    missed = next(i for i, d in enumerate(drills) if d["code"] == "bent-up")
    for i, drill in enumerate(drills):
        expect(page.locator(".drill-scene")).to_be_visible()
        expect(page.locator(".drill-scene desc")).to_contain_text("from above the hook comes out")
        said = "straight" if i == missed else WORDS[drill["code"]]
        page.locator(".judge").get_by_role("button", name=said, exact=True).click()
        verdict = page.locator(".judged")
        expect(verdict).to_contain_text("No: bent up at the exit, by" if i == missed else "Yes")
        verdict.get_by_role("button").click()
    page.get_by_role("button", name="How did I do?").click()
    expect(page.locator(".modal")).to_contain_text("9 of 10 right")
    expect(page.locator(".standing li", has_text="bent up")).to_contain_text("due now; missed 1 of")
    expect(page.locator(".standing li", has_text="off the centre")).to_contain_text("due in 1 day")
    page.get_by_role("button", name="Another ten").click()
    expect(page.locator(".judge")).to_be_visible()
    watch.must_be_clean()


def test_a_measured_hook_and_a_small_mouthed_fish_move_the_pick(
    page: Page, server: Server, watch: Watch
) -> None:
    open_bench(page, server)
    page.get_by_role("button", name="measure this head's hook").click()
    page.get_by_label("Rear of the head to the bend, mm").fill("40")
    page.get_by_role("button", name="As measured").click()
    expect(page.locator(".candidate", has_text="on this head")).to_contain_text("out at 47 mm")
    expect(page.locator(".measure-hook")).to_contain_text("as you measured it: 40.0 mm to the bend")
    fact(page, "fish").click()
    page.get_by_role("option", name="gilthead seabream").click()
    expect(page.locator(".candidate", has_text="on this head")).to_contain_text(
        "too big for its mouth")
    expect(page.locator(".bench .caution").last).to_contain_text("gilthead seabream: Spines")
    watch.must_be_clean()


def test_two_rigs_fall_side_by_side(page: Page, server: Server, watch: Watch) -> None:
    """The heavier is down sooner, and the picture says both times."""
    open_bench(page, server)
    page.get_by_role("button", name="let it fall beside another head").click()
    page.get_by_label("Beside it, falling").select_option(label="1/8 oz ball, 2/0")
    scene = page.locator(".fall-pair")
    expect(scene).to_be_visible()
    times = [float(words.removesuffix(" s"))
             for words in scene.locator(".figure-red").all_text_contents()]
    assert len(times) == 2
    assert times[0] < times[1]
    expect(scene.locator("title")).to_contain_text("s to the bottom")
    watch.must_be_clean()


def test_a_loose_hook_is_tied_up_as_a_head(page: Page, server: Server, watch: Watch) -> None:
    """The box's offset hook and its bullet become a head, which the Bench rigs weedless."""
    page.goto(f"{server.url}box")
    page.get_by_role("button", name="All else").click()
    page.get_by_role("button", name="tie it up with a weight").first.click()
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_text("It lies among the heads now")).to_be_visible()
    page.goto(f"{server.url}bench")
    fact(page, "head").click()
    page.get_by_role("option", name="loose bullet weight").first.click()
    expect(page.locator(".plan-says")).to_contain_text("a loose bullet or a weighted nose")
    watch.must_be_clean()


def test_waters_are_read_and_what_was_missed_falls_due(
    page: Page, server: Server, watch: Watch
) -> None:
    """The second course: the head, the count, where it lands; each from the core. The picture does
    not give the count away before it is said."""
    open_bench(page, server)
    tasks = page.request.get(f"{server.url}api/trainer/waters").json()["waters"]
    assert {t["code"] for t in tasks} == {
        "water-slack", "water-tide", "water-deep", "water-line", "water-wind", "water-raised"}
    page.get_by_role("button", name="train the eye").click()
    page.get_by_role("button", name="A head for the water").click()
    missed = next(i for i, t in enumerate(tasks) if t["code"] == "water-deep")
    for i, task in enumerate(tasks):
        wrong = next(k for k, h in enumerate(task["heads"]) if h["verdict"] != "right")
        asked = page.locator(".answers")
        expect(asked).to_have_count(1)
        asked.first.get_by_role("button").nth(wrong if i == missed else task["best"]).click()
        expect(page.locator(".judged").first).to_contain_text("No:" if i == missed else "Yes:")
        expect(page.locator(".water-task .outfit-fall")).to_have_count(0)
        asked.nth(1).get_by_role("button").nth(task["count_at"]).click()
        expect(page.locator(".judged").nth(1)).to_contain_text(
            f"Yes: {task['counts_s'][task['count_at']]:g} s")
        asked.nth(2).get_by_role("button").nth(task["lead_at"]).click()
        expect(page.locator(".judged").nth(2)).to_contain_text("Yes")
        expect(page.locator(".water-task .outfit-fall")).not_to_have_count(0)
        page.get_by_role("button", name="Next").or_(
            page.get_by_role("button", name="That was the last")).click()
    axe_clean(page)
    page.get_by_role("button", name="How did I do?").click()
    expect(page.locator(".modal")).to_contain_text("5 of 6 right")
    expect(page.locator(".standing li", has_text="deep water")).to_contain_text(
        "due now; missed 1 of 1")
    expect(page.locator(".standing li", has_text="slack water")).to_contain_text("due in 1 day")
    watch.must_be_clean()


def test_a_stinger_and_a_dropper_are_branches_of_the_chain(
    page: Page, server: Server, watch: Watch
) -> None:
    """What hangs off the chain is said with what it holds."""
    open_bench(page, server)
    page.locator(".rigging-row button", has_text="with a belly stinger").first.click()
    side = page.locator(".chain-side")
    expect(side).to_contain_text("treble")
    expect(side).to_contain_text("split ring")
    page.locator(".rigging-row button", has_text="three-way").first.click()
    expect(side).to_contain_text("dropper")
    expect(side).to_contain_text("the sinker goes and the rest comes home")
    expect(page.locator(".plan-says")).to_contain_text("bottom sinker")
    watch.must_be_clean()
