"""The chain and its weakest link, the drag, the snag; round wire against a worked example."""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.bench.fit import opening_load
from ilha.core.bench.strength import (
    COLLAPSE,
    KNOTS,
    Chain,
    Link,
    chain,
    opens_at,
    setting_pull,
    snagged,
    wire_for,
)
from ilha.core.errors import DomainError


def test_round_wire_in_bending_by_hand() -> None:
    """Textbook cantilever (for instance Gere, Mechanics of Materials; from memory): a round bar of
    1.2 mm with a force at 8 mm. Section modulus pi d³/32 = 0.16965 mm³; at 1500 MPa the moment of
    first yield is 254.5 N mm, the force 31.8 N; the plastic modulus d³/6 = 0.288 mm³ gives 432
    N mm, 54.0 N."""
    assert float(opening_load(0.0012, 0.008)) == pytest.approx(254.469 / 8.0, abs=0.01)
    assert pytest.approx(432.0 / 8.0, abs=0.01) == COLLAPSE * 254.469 / 8.0
    assert float(opens_at(0.0012, 0.016)) == pytest.approx(54.0, abs=0.01)


def test_a_chain_worked_by_hand() -> None:
    """Braid 66.7 N, leader 90 N; joining knot 0.90 of the weaker, 60.0; loop knot 0.80 of the
    leader, 72; hook 57.6: the hook goes first, the drag is 14.4 to 19.2 N."""
    found = chain(66.7, 90.0, 57.6)
    assert [link.name for link in found.links] == [
        "line", "joining knot", "leader", "loop knot", "hook"]
    assert [round(link.holds, 1) for link in found.links] == [66.7, 60.0, 90.0, 72.0, 57.6]
    assert found.links[found.weakest].name == "hook"
    assert found.drag == pytest.approx((14.4, 19.2))


def test_without_a_leader_the_line_is_tied_to_the_head() -> None:
    found = chain(40.0, None, 90.0, end="clinch knot")
    assert [link.name for link in found.links] == ["line", "clinch knot", "hook"]
    assert found.links[found.weakest].holds == pytest.approx(KNOTS["clinch knot"] * 40.0)


def test_of_equal_links_the_one_nearest_the_rod_is_named() -> None:
    assert Chain((Link("a", "line", 10.0), Link("b", "hook", 10.0))).weakest == 0


def test_a_soft_hook_bends_free_and_a_strong_one_is_lost() -> None:
    """Common practice, no source: a softer hook comes free of a snag under a steady pull; a
    stronger one loses the rig."""
    soft = snagged(chain(66.7, 90.0, 40.0))
    assert (soft.outcome, soft.load, soft.lost) == ("bends-free", 40.0, ())
    strong = snagged(chain(66.7, 90.0, 170.0))
    assert strong.outcome == "breaks-off"
    assert strong.load == pytest.approx(0.9 * 66.7)
    # It parts at the joining knot: leader and rig are gone.
    assert strong.lost == ("leader", "head and plastic")
    weak_end = snagged(chain(66.7, 70.0, 170.0))
    assert weak_end.load == pytest.approx(56.0)
    assert weak_end.lost == ("head and plastic",)


def test_hardware_counts_as_a_link() -> None:
    found = chain(300.0, 300.0, 900.0, hardware=[Link("split ring, 5 mm", "ring", 140.0)])
    assert found.links[found.weakest].name == "split ring, 5 mm"


def test_wire_against_line() -> None:
    """Common practice, no source: heavy wire needs heavier line to set; fine wire suits light."""
    assert wire_for(66.7, float(opens_at(0.0012, 0.015))) == "medium"
    assert wire_for(26.5, float(opens_at(0.0012, 0.015))) == "heavy"
    assert wire_for(133.0, float(opens_at(0.0012, 0.015))) == "fine"
    assert setting_pull(np.array([1e-3, 2e-3])) == pytest.approx([1.0, 4.0])


@pytest.mark.parametrize("call", [
    lambda: chain(0.0, None, 10.0), lambda: chain(10.0, None, -1.0),
    lambda: chain(10.0, None, 10.0, end="granny"), lambda: Chain(()), lambda: setting_pull(0.0),
])
def test_nonsense_is_refused(call: object) -> None:
    with pytest.raises(DomainError):
        call()  # type: ignore[operator]
