"""Know: the knots, drawn step by step."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from tests.ui.conftest import Server, Watch

pytestmark = pytest.mark.browser


def test_a_knot_is_shown_step_by_step(page: Page, server: Server, watch: Watch) -> None:
    """Its turns are those of the line on the rod; every step is drawn and says what is done."""
    page.goto(server.url + "know")
    page.get_by_role("button", name="Knots", exact=True).click()
    steps = page.locator(".knot-steps li")
    expect(steps).to_have_count(5)
    expect(steps.nth(2)).to_contain_text("4 turns")
    expect(page.locator(".know-lead")).to_contain_text("about 80 %")
    page.get_by_role("button", name="snell", exact=True).click()
    expect(steps).to_have_count(4)
    expect(page.locator(".knot-scene")).to_have_count(4)
    expect(page.locator(".caution").last).to_contain_text("Wet every knot")
    watch.must_be_clean()
