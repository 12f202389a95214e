"""Two heads on one leader: both weights found together, never the heavier in front."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.choose.box import catalogue
from ilha.core.choose.combine import FRONT_SHARES, NEAR, combine, sits, with_fronts
from ilha.core.choose.fish import fish_named
from ilha.core.choose.outfit import Outfit
from ilha.core.choose.proposal import figures_of
from ilha.core.choose.ranking import choose
from ilha.core.choose.rules import RULES
from ilha.core.choose.situation import Situation
from ilha.formats.outfit_scenario import scenario_of

EDGE = Situation("channel", 5.0, 0.3, fish_named("spotted seatrout"), stance="anchored",
                 bottom="mud", finding="search")


def proposed(current: float) -> Outfit:
    found = next((o for o in choose(EDGE.but(surface_speed=current)).outfits
                  if o.rigging == "tandem"), None)
    assert found is not None
    return found


def test_every_pair_that_is_tried_has_its_front_head_no_heavier() -> None:
    box = catalogue()
    rows = with_fronts(box, sits(combine(box, ("straight", "tandem")))[0])
    mass = np.array([h.head.mass for h in box.heads])
    shape = np.array([h.head.shape for h in box.heads])
    two = rows.front >= 0
    assert np.array_equal(two, rows.keys == "tandem")
    share = mass[rows.front[two]] / mass[rows.head[two]]
    assert share.max() <= 1.001
    assert share.min() >= min(FRONT_SHARES) / NEAR - 1e-9
    assert np.array_equal(shape[rows.front[two]], shape[rows.head[two]])
    # Every rear head is tried with one like itself at least.
    alike = set(zip(rows.plastic[two][share > 0.99], rows.head[two][share > 0.99], strict=True))
    assert alike == set(zip(rows.plastic[two], rows.head[two], strict=True))


def test_without_two_heads_nothing_changes() -> None:
    box = catalogue()
    rows = sits(combine(box, ("straight",)))[0]
    assert with_fronts(box, rows) is rows


@pytest.mark.parametrize(("current", "low", "high"), [(0.05, 0.99, 1.01), (0.3, 0.45, 0.8),
                                                      (0.8, 0.99, 1.01)])
def test_alike_in_slack_and_where_it_rips_the_heavier_behind_between(
    current: float, low: float, high: float
) -> None:
    """Common practice, no source: 1/4 and 1/4 oz in slack, 3/8 behind 1/4 in some current, 3/8 and
    3/8 when it rips."""
    found = proposed(current)
    assert found.front is not None
    assert low <= found.front.head.mass / found.head.head.mass <= high
    assert found.verdict == "right"


def test_the_pair_is_judged_as_a_pair() -> None:
    """The board of the rear head with this front one says what the search said; the file that goes
    out names it, and the front head pulls: alone the rear one falls at another count."""
    found = proposed(0.3)
    assert found.front is not None
    figures = figures_of(EDGE, found, catalogue(), RULES)
    assert figures.verdict == found.verdict
    scenario = scenario_of(EDGE, found, figures, 1.0)
    assert scenario["rigging"]["front"]["id"] == found.front.head.id
    one = next(o for o in choose(EDGE.but(finding="found")).outfits)
    assert one.rigging != "tandem"
    assert one.front is None


def test_who_has_found_them_or_fishes_in_cover_ties_on_one() -> None:
    for other in (EDGE.but(finding="found"), EDGE.but(cover="snags"), EDGE.but(bottom="rock")):
        assert all(o.rigging != "tandem" for o in choose(other).outfits)
