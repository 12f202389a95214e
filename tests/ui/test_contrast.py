"""Text in the drawings against what lies under it, as it comes out on the screen, on all sheets."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import numpy as np
import pytest
from numpy.typing import NDArray
from PIL import Image
from playwright.sync_api import Page

from tests.ui.conftest import Server

pytestmark = pytest.mark.browser

VIEWS = {"": ".rung.picked", "outfit": ".outfit", "bench": ".rig-frame", "pack": "main svg text",
         "trip": "main", "places": "main", "know": "main"}
TEXTS = """() => [...document.querySelectorAll("svg text")]
    .filter(t => t.checkVisibility({opacityProperty: true}) && t.textContent.trim())
    .map(t => {
        const box = t.getBoundingClientRect(), style = getComputedStyle(t);
        let seen = 1;
        for (let e = t; e && e !== document.body; e = e.parentElement)
            seen *= Number(getComputedStyle(e).opacity);
        return {box: [box.left, box.top, box.right, box.bottom], fill: style.fill, seen,
                size: parseFloat(style.fontSize), bold: Number(style.fontWeight) >= 700,
                words: t.textContent.trim()};
    })"""
BARE = """() => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync("svg text, svg tspan { fill: transparent !important; }");
    document.adoptedStyleSheets = [sheet];
}"""
LEAST, LEAST_LARGE = 4.5, 3.0
"""WCAG 2.2, 1.4.3; large is 24 px, or 18.66 px and bold."""


def luminance(colour: NDArray[np.float64]) -> float:
    """Relative, as WCAG 2.2 defines it."""
    c = colour / 255.0
    linear = np.where(c <= 0.04045, c / 12.92, ((c + 0.055) / 1.055) ** 2.4)
    return float(linear @ np.array([0.2126, 0.7152, 0.0722]))


def contrast(one: NDArray[np.float64], other: NDArray[np.float64]) -> float:
    light, dark = sorted((luminance(one), luminance(other)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


def test_contrast_is_that_of_the_standard() -> None:
    """Black on white 21, grey #767676 on white just 4.5 (the worked figure of WCAG's own pages)."""
    white = np.full(3, 255.0)
    assert contrast(np.zeros(3), white) == pytest.approx(21.0)
    assert contrast(np.full(3, float(0x76)), white) == pytest.approx(4.54, abs=0.01)


def shot(page: Page) -> NDArray[np.int64]:
    image = Image.open(BytesIO(page.screenshot(scale="css", animations="disabled")))
    return np.asarray(image.convert("RGB")).astype(np.int64)


def faint(page: Page) -> tuple[int, list[Any]]:
    """How many texts are on the screen, and those too near in colour to what is under them: the
    median over the pixels of their letters, halo included."""
    texts = page.evaluate(TEXTS)
    whole = shot(page)
    page.evaluate(BARE)
    bare = shot(page)
    page.evaluate("() => { document.adoptedStyleSheets = []; }")
    count, out = 0, []
    for text in texts:
        left, top, right, bottom = (max(0, round(v)) for v in text["box"])
        a, b = whole[top:bottom, left:right], bare[top:bottom, left:right]
        letters = np.abs(a - b).sum(axis=2) > 60 if a.size else np.zeros((0, 0), bool)
        if letters.sum() < 6:
            continue
        count += 1
        under = np.median(b[letters], axis=0)
        rgb = np.array([float(v) for v in text["fill"].split("(")[1].rstrip(")").split(",")[:3]])
        found = contrast(text["seen"] * rgb + (1.0 - text["seen"]) * under, under)
        large = text["size"] >= 24.0 or (text["bold"] and text["size"] >= 18.66)
        if found < (LEAST_LARGE if large else LEAST):
            out.append((text["words"], round(found, 2)))
    return count, out


@pytest.mark.parametrize("sheet", ["daylight", "sunlight", "dark", "night"])
def test_every_text_of_a_drawing_stands_out(page: Page, server: Server, sheet: str) -> None:
    page.goto(server.url)
    page.wait_for_selector(".rung.picked")
    if sheet != "daylight":
        page.get_by_role("button", name="sheet: daylight").click()
        page.get_by_role("button", name=f"{sheet}, ").click()
    seen = 0
    for view, there in VIEWS.items():
        page.goto(server.url + view)
        page.wait_for_selector(there)
        page.evaluate("() => document.fonts.ready")
        count, found = faint(page)
        assert found == [], (sheet, view)
        seen += count
    assert seen > 60
