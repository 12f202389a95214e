"""The card on paper, read back: its size, its words, one page, nothing over the edge."""

from __future__ import annotations

from dataclasses import replace
from io import BytesIO

import pdfplumber
import pytest

from ilha.formats.card import Card, Row, as_html, as_pdf
from ilha.formats.plan_text import PlanUnits, Work, spread
from ilha.formats.sheet import MM, SHEETS, Size

CARD = Card(
    title="Cais <Velho> & Filhos", day="Wednesday 25 November 2026, Atlantic/Azores",
    facts=["127 mm straight tail", "0.19 mm braid"], turns=["high 05:10 2.4 m"],
    sky=["sun up 07:14"],
    rows=[Row("04:00", "07:40", "1/4 oz", "ball 2/0, 7.1 g", ["3.4 m deep", "count 5 to 6"]),
          Row("07:40", "10:00", "", "the mark is dry", [])],
    spells=["06:46 to 07:54 dawn"], cautions=["Anchor from the bow only."],
    note="Local rules come first.", curve=[0.0, 0.5, 1.0, 0.4], nights=[(0.0, 0.3)],
    bands=[(0.0, 0.6, "1/4"), (0.6, 1.0, "–")], hours=[(0.5, "06")],
)
LONG = replace(CARD, rows=CARD.rows[:1] * 24, cautions=[
    "A caution that takes a line or two of the sheet to say what is to be minded here."] * 8)


def opened(card: Card, size: Size) -> pdfplumber.PDF:
    return pdfplumber.open(BytesIO(as_pdf(card, size)))


@pytest.mark.parametrize("size", ["a6", "letter"])
@pytest.mark.parametrize("card", [CARD, LONG])
def test_one_page_of_its_size_with_all_of_it_inside(card: Card, size: Size) -> None:
    with opened(card, size) as pdf:
        assert len(pdf.pages) == 1
        page = pdf.pages[0]
        width, height, margin = (v * MM for v in SHEETS[size])
        assert (page.width, page.height) == pytest.approx((width, height), abs=0.01)
        assert min(c["x0"] for c in page.chars) >= margin - 0.5
        assert max(c["x1"] for c in page.chars) <= width - margin + 0.5
        assert max(c["bottom"] for c in page.chars) <= height - margin + 4.0
        text = page.extract_text()
        for words in ("Cais <Velho> & Filhos", "1/4 oz", "count 5 to 6", "Local rules come first"):
            assert words in text
        assert text.count("1/4 oz") == sum(row.weight == "1/4 oz" for row in card.rows)


def test_the_type_fills_the_sheet() -> None:
    with opened(CARD, "a6") as few, opened(LONG, "a6") as many:
        large, small = (max(c["size"] for c in pdf.pages[0].chars) for pdf in (few, many))
        assert large > 1.3 * small
        # Even then it reads: 4 pt is a third of a newspaper's line.
        assert min(c["size"] for c in many.pages[0].chars) > 2.0


def test_fonts_are_in_the_file() -> None:
    with opened(CARD, "a6") as pdf:
        names = {c["fontname"] for c in pdf.pages[0].chars}
        assert all("+" in name for name in names), names
    assert b"FontFile2" in as_pdf(CARD, "a6")


def test_the_same_card_gives_the_same_file() -> None:
    assert as_pdf(CARD, "letter") == as_pdf(CARD, "letter")


def test_too_much_for_a_page_is_said() -> None:
    with pytest.raises(ValueError, match="does not fit on one page"):
        as_pdf(replace(CARD, rows=CARD.rows[:1] * 200), "a6")


@pytest.mark.parametrize("size", ["a6", "letter"])
def test_the_page_needs_nothing_else(size: Size) -> None:
    page = as_html(CARD, size)
    width, height, _ = SHEETS[size]
    assert f"size: {width}mm {height}mm" in page
    assert "Cais &lt;Velho&gt; &amp; Filhos" in page
    assert "http" not in page.replace("http-equiv", "")
    assert "<script" not in page
    assert "count 5 to 6" in page


METRIC = PlanUnits("g", "m", "m/s", "m/s")
MIXED = PlanUnits("oz", "ft", "kn", "Bft")


def test_words_of_a_run() -> None:
    work = Work((3.0, 3.6), (0.1, 0.4), count=(5.2, 6.8), lead=(0.4, 1.9), hop=(1.2, 1.4))
    assert work.all(METRIC) == [
        "3.0 to 3.6 m deep, 0.10 to 0.40 m/s at the surface",
        "land it 0.4 to 1.9 m up-tide of the mark", "count 5 to 7",
        "lift 1.0 m, let it fall, count 1"]
    # 3.6 m are 11.8 ft, 0.4 m/s is 0.78 kn.
    assert work.water(MIXED) == "9.8 to 11.8 ft deep, 0.19 to 0.78 kn at the surface"
    held = replace(work, beyond=(1.5, 2.0))
    assert held.lands(METRIC) == (
        "land it 0.4 to 1.9 m up-tide of and 1.5 to 2.0 m beyond the mark")
    still = replace(held, lead=(0.0, 0.0))
    assert still.lands(METRIC) == "land it 1.5 to 2.0 m beyond the mark"
    assert replace(work, drifting=True).lands(METRIC) == "drifts 0.4 to 1.9 m in falling"
    swum = replace(work, retrieve=0.6)
    assert swum.then(METRIC) == "swim it back at 0.60 m/s"
    among = replace(work, zone=(2.0, 4.0), count=(3.0, 3.1))
    assert among.counts == "count 3 to them"
    assert replace(among, lowered=True).counts == "stop it at 3"


def test_one_figure_where_both_ends_read_the_same() -> None:
    assert spread((4.04, 3.96), 1, "m") == "4.0 m"
    assert spread((0.0, 1.0), 0) == "0 to 1"


def test_wind_as_one_says_it() -> None:
    # Beaufort 5 is 8.0 to 10.7 m/s; 9 m/s are 17.5 kn.
    assert MIXED.blow(9.0) == "force 5"
    assert PlanUnits("g", "m", "kn", "kn").blow(9.0) == "17 kn"
    assert METRIC.blow(9.0) == "9 m/s"
