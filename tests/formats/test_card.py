"""The card on paper, read back: its size, its words, its tags, its faces, nothing over the edge."""

from __future__ import annotations

from dataclasses import replace
from io import BytesIO

import pdfplumber
import pytest
from pdfminer.pdftypes import resolve1

from ilha.formats.card import Card, Row, as_html, as_pdf, joined
from ilha.formats.paper import MM
from ilha.formats.plan_text import PlanUnits, Work, spread
from ilha.formats.sheet import SHEETS, Size

SIZES = ("a6", "a5", "a4", "letter")

CARD = Card(
    title="Cais <Velho> & Filhos", day="Wednesday 25 November 2026, Atlantic/Azores",
    facts=["127 mm straight tail", "0.19 mm braid"], turns=["high 05:10 2.4 m"],
    sky=["sun up 07:14"],
    rows=[Row("04:00", "07:40", 220.0, "1/4 oz", "ball 2/0, 7.1 g", ["3.4 m deep", "count 5 to 6"]),
          Row("07:40", "10:00", 140.0, "", "the mark is dry", [])],
    spells=["06:46 to 07:54 dawn"], cautions=["Anchor from the bow only."],
    note="Local rules come first.", curve=[0.0, 0.5, 1.0, 0.4], nights=[(0.0, 0.3)],
    bands=[(0.0, 0.6, "1/4"), (0.6, 1.0, "–")], hours=[(0.5, "06")],
)
LONG = replace(CARD, rows=CARD.rows[:1] * 24, cautions=[
    "A caution that takes a line or two of the sheet to say what is to be minded here."] * 8)


def opened(card: Card, size: Size) -> pdfplumber.PDF:
    return pdfplumber.open(BytesIO(as_pdf(card, size)))


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("card", [CARD, LONG])
def test_faces_of_their_size_with_all_of_it_inside(card: Card, size: Size) -> None:
    with opened(card, size) as pdf:
        width, height, margin = (v * MM for v in SHEETS[size])
        for page in pdf.pages:
            assert (page.width, page.height) == pytest.approx((width, height), abs=0.01)
            assert min(c["x0"] for c in page.chars) >= margin - 0.5
            assert max(c["x1"] for c in page.chars) <= width - margin + 0.5
            assert max(c["bottom"] for c in page.chars) <= height - margin + 4.0
        text = "\n".join(page.extract_text() for page in pdf.pages)
        for words in ("Cais <Velho> & Filhos", "1/4 oz", "count 5 to 6", "Local rules come first"):
            assert words in text
        assert text.count("1/4 oz") == sum(row.weight == "1/4 oz" for row in card.rows)


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("card", [CARD, LONG])
def test_type_reads_in_the_hand(card: Card, size: Size) -> None:
    """Never under 6.5 pt, whatever there is to say."""
    with opened(card, size) as pdf:
        assert min(c["size"] for page in pdf.pages for c in page.chars) >= 6.49


def test_type_fills_the_sheet_before_a_second_face_is_taken() -> None:
    with opened(CARD, "a6") as few, opened(LONG, "a6") as many:
        assert len(few.pages) == 1
        assert max(c["size"] for c in few.pages[0].chars) == pytest.approx(1.3 * 14.0, rel=0.01)
        assert len(many.pages) > 1
        # What is to be minded stands on the face that is looked at first.
        assert many.pages[0].extract_text().count("what is to be minded") == 8
        for number, page in enumerate(many.pages, 1):
            assert f"face {number} of {len(many.pages)}" in page.extract_text()


def test_short_runs_are_joined_before_a_second_face_and_that_is_said() -> None:
    runs = [Row(f"{h:02d}:00", f"{h:02d}:50", 50.0, "1/4 oz", "ball 2/0", ["deep " * 18])
            for h in range(5)]
    blips = [Row(f"{h:02d}:50", f"{h + 1:02d}:00", 10.0, "3/8 oz", "ball 2/0", ["deep " * 18])
             for h in range(5)]
    card = replace(CARD, rows=[row for pair in zip(runs, blips, strict=True) for row in pair])
    with opened(card, "a6") as pdf:
        assert len(pdf.pages) == 1
        text = " ".join(pdf.pages[0].extract_text().split())
        assert "Between these, each short: 00:50 to 01:00 3/8 oz; 01:50 to 02:00 3/8 oz" in text
        # No run takes the hours of another: its figures are not of them.
        assert "00:00–00:50" in text
        assert "04:00–04:50" in text
    # A larger sheet has room for each.
    with opened(card, "a4") as pdf:
        assert "each short" not in pdf.pages[0].extract_text()
        assert "00:50–01:00" in pdf.pages[0].extract_text()
    assert joined(replace(card, rows=blips), 20.0) == (replace(card, rows=blips), "")


def test_tags_tell_what_is_what() -> None:
    """Read by a second library: a heading, a figure with its words, a list of the runs; every mark
    belongs to one of them or is an artifact. Language and fonts are in the file."""
    with opened(LONG, "a6") as pdf:
        assert resolve1(pdf.doc.catalog["Lang"]) == b"en"
        assert resolve1(pdf.doc.catalog["MarkInfo"])["Marked"] is True
        document = pdf.structure_tree[0]
        assert document["type"] == "Document"
        kinds = [part["type"] for part in document["children"]]
        assert kinds[:4] == ["H1", "P", "P", "Figure"]
        assert kinds.count("L") == len(pdf.pages)
        items = [item for part in document["children"] if part["type"] == "L"
                 for item in part["children"]]
        assert [item["type"] for item in items] == ["LI"] * 24
        figure = document["children"][3]
        assert "04:00 to 07:40 1/4 oz" in figure["alt_text"]
        for page in pdf.pages:
            tags = {char["tag"] for char in page.chars}
            assert tags <= {"H1", "P", "Figure", "LBody", "Artifact"}
            assert {mark["tag"] for mark in (*page.lines, *page.rects)} <= {"Figure", "Artifact"}
            names = {c["fontname"] for c in page.chars}
            assert all("+" in name for name in names), names
        loaded = [resolve1(found) for found in fonts_of(pdf)]
        assert loaded
        assert all("FontFile2" in resolve1(font["FontDescriptor"]) for font in loaded)


def fonts_of(pdf: pdfplumber.PDF) -> list[object]:
    return [font for page in pdf.pages
            for font in resolve1(resolve1(page.page_obj.resources)["Font"]).values()]


def test_the_same_card_gives_the_same_file() -> None:
    assert as_pdf(CARD, "letter") == as_pdf(CARD, "letter")


def test_two_hundred_runs_take_as_many_faces_as_they_need() -> None:
    with opened(replace(CARD, rows=CARD.rows[:1] * 200), "a6") as pdf:
        assert len(pdf.pages) > 10
        assert sum(page.extract_text().count("1/4 oz") for page in pdf.pages) == 200


def test_more_to_mind_than_a_face_holds_goes_overleaf() -> None:
    with opened(replace(LONG, cautions=LONG.cautions * 5), "a6") as pdf:
        text = "".join(page.extract_text() for page in pdf.pages)
        assert text.count("what is to be minded") == 40


def test_a_word_longer_than_a_line_is_broken() -> None:
    with opened(replace(CARD, title="M" * 60), "a6") as pdf:
        width, _, margin = (v * MM for v in SHEETS["a6"])
        assert max(c["x1"] for c in pdf.pages[0].chars) <= width - margin + 0.5
        assert pdf.pages[0].extract_text().count("M") >= 60


def test_a_part_higher_than_a_face_is_said() -> None:
    with pytest.raises(ValueError, match="higher than a face"):
        as_pdf(replace(CARD, spells=["word " * 3000]), "a6")


@pytest.mark.parametrize("size", SIZES)
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
