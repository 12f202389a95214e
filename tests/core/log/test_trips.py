"""Trips and what worked, against the rules told one by one in plain words."""

from __future__ import annotations

from collections import defaultdict

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from ilha.core.log.trips import GAP_S, LEAST_S, Coded, Logged, trips, worked

KINDS = ("began", "ended", "fish", "bite", "lost", "held")


def logged(words: list[tuple[str, str, str, float, float | None]]) -> Logged:
    """Of kind, place, head, instant and depth."""
    return Logged(
        Coded.of(f"{kind}|{place}|{head}" for kind, place, head, _, _ in words),
        np.array([w[3] for w in words]), np.array([w[4] for w in words], dtype=float),
        lambda told: dict(zip(("kind", "place", "head"), told.split("|"), strict=True)))


WORDS = st.lists(st.tuples(
    st.sampled_from(KINDS), st.sampled_from("AB"), st.sampled_from(["", "x", "y"]),
    st.sampled_from([60.0, 600.0, 5000.0, GAP_S, GAP_S + 1.0]),
    st.one_of(st.none(), st.floats(0.1, 60.0))), max_size=40).map(
        lambda rows: [(*row[:3], float(at), row[4])
                      for row, at in zip(rows, np.cumsum([row[3] for row in rows]), strict=True)])


@given(WORDS)
def test_trips_word_by_word(words: list[tuple[str, str, str, float, float | None]]) -> None:
    runs: list[list[tuple[str, str, str, float, float | None]]] = []
    for word in words:
        before = runs[-1][-1] if runs else None
        if (before is None or word[1] != before[1] or word[0] == "began" or before[0] == "ended"
                or word[3] - before[3] > GAP_S):
            runs.append([])
        runs[-1].append(word)
    found = trips(logged(words))
    assert [(t.place, t.start, t.end, t.last - t.first + 1) for t in found] == [
        (run[0][1], run[0][3], run[-1][3], len(run)) for run in runs]
    assert [t.count("fish") for t in found] == [
        sum(word[0] == "fish" for word in run) for run in runs]


@given(WORDS)
def test_each_stretch_belongs_to_what_the_word_at_its_end_names(
    words: list[tuple[str, str, str, float, float | None]]
) -> None:
    log = logged(words)
    found = trips(log)
    hours: dict[str, float] = defaultdict(float)
    fish: dict[str, int] = defaultdict(int)
    for trip in found:
        before = trip.start
        for kind, _, head, at, _ in words[trip.first:trip.last + 1]:
            if head:
                hours[head] += (at - before) / 3600.0
                fish[head] += kind == "fish"
            before = at
    rates = worked(log, found, "head")
    assert set(rates) == set(hours)
    for head, rate in rates.items():
        assert rate.events == fish[head]
        assert np.isclose(rate.hours, max(hours[head], LEAST_S / 3600.0))
    depths = worked(log, found, "depth")
    assert sum(r.events for r in depths.values()) == sum(
        w[0] == "fish" and w[4] is not None for w in words)
    assert worked(log, found, "colour") == {}


def test_bands_of_depth() -> None:
    rates = worked(log := logged([("fish", "A", "x", 0.0, 1.9), ("fish", "A", "x", 60.0, 4.0),
                                  ("fish", "A", "x", 90.0, 70.0)]), trips(log), "depth")
    assert set(rates) == {"0 to 2 m", "4 to 8 m", "30 m and over"}
