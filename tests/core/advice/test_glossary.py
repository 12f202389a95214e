"""One glossary: no word twice, none without a meaning, and a meaning for every fact that a sentence
asks."""

from __future__ import annotations

import re
from pathlib import Path

from ilha.core.advice.glossary import GLOSSARY

SOURCES = Path(__file__).parents[3] / "frontend" / "src"
PLAIN = {"day and time", "fish", "which way", "true size", "head", "cover", "day of the trip",
         "marks that could be fished", "where you set out", "how you get about", "in the dark",
         "you wade to", "who comes along"}
"""Labels that are plain English, or drawn."""


def test_each_word_once_and_with_a_meaning() -> None:
    words = [word for term in GLOSSARY for word in (term.term, *term.also)]
    assert len(words) == len(set(words))
    assert all(20 < len(term.says) < 220 for term in GLOSSARY)
    assert not any(term.says.lower().startswith(term.term) for term in GLOSSARY)


def test_every_fact_of_the_sentences_has_one() -> None:
    known = {word for term in GLOSSARY for word in (term.term, *term.also)} | PLAIN
    labels = {label for path in SOURCES.rglob("*.tsx") if "test" not in path.name
              for label in re.findall(r'<Fact\s+label="([^"]+)"', path.read_text())}
    assert len(labels) > 20
    assert labels <= known, labels - known


def test_every_word_that_is_explained_where_it_stands_has_one() -> None:
    """The figures' own words, and all verdicts that a rung or an outfit can bear."""
    known = {word for term in GLOSSARY for word in (term.term, *term.also)}
    words = {word for path in SOURCES.rglob("*.tsx") if "test" not in path.name
             for word in re.findall(r'<Term of="([^"]+)"', path.read_text())}
    assert len(words) > 4
    limits = (SOURCES / "features" / "day" / "limits.ts").read_text()
    verdicts = set(re.findall(r'\["([a-z ]+)",', limits))
    assert len(verdicts) > 12
    outfits = (SOURCES / "views" / "outfit" / "words.ts").read_text()
    told = {word for words in re.findall(r'words: "([^"]+)"', outfits)
            for word in words.split(", ")}
    assert len(told) > 2
    words |= verdicts | told | {
        "tie this on", "only just", "works", "surer of bottom", "runs deeper"}
    assert words <= known, words - known
