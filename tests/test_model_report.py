"""The tables of docs/model.md are those that the code makes."""

from __future__ import annotations

import re

import pytest
from scripts.model_report import DOC, PLOTS, QUICK, TABLES, digest, remade


def test_every_table_is_fresh() -> None:
    text = DOC.read_text()
    assert set(re.findall(r"<!-- made: (\w+) -->", text)) == set(TABLES)
    assert remade(text, QUICK) == text, "run `make model-report`"


def test_what_the_slow_tables_rest_on_is_as_it_was_when_they_were_made() -> None:
    """Any change of a formula, a table or a case asks for them anew; changed words do not."""
    assert f"<!-- rests on: {digest()} -->" in DOC.read_text(), "run `make model-report`"


@pytest.mark.parametrize("name", ["sink", "scope", "attitude", "retrieve", "cast"])
def test_every_plot_is_there_and_shown(name: str) -> None:
    assert (PLOTS / f"{name}.png").stat().st_size > 10_000
    assert f"](plots/{name}.png)" in DOC.read_text()


def test_remaking_leaves_the_words_alone() -> None:
    text = "a\n<!-- made: falls -->\nold\n<!-- end -->\nb <!-- made: falls -->\n<!-- end -->"
    made = remade(text)
    assert made.startswith("a\n<!-- made: falls -->\n| rig")
    assert "old" not in made
    assert "\nb <!-- made" in made
    assert made.endswith("<!-- end -->")
