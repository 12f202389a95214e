"""Facts of the trade: what competent people tie on. Common practice, no source.

Conditions are fixed once: slight 0.20 m/s, slight to moderate 0.25 (W11: 3/8 oz holds from 0.21 to
0.26; at 0.20 the model ties on 1/4, at 0.27 1/2), moderate 0.40, one knot 0.51, strong 0.65;
depths are the middle of the stated range; braids by strength as usual (6 lb 0.11 mm, 10 lb 0.15,
15 lb 0.19, 20 lb 0.24, 30 lb 0.28; from memory). The ladder is an ordinary box, 1/8 oz and up:
W1 and W6 are not decided by water at all, practice starts from the lightest head there is.
"""

from __future__ import annotations

import numpy as np
import pytest

from ilha.core.board import Board, board
from ilha.core.conditions import Conditions
from ilha.core.rig import Plastic
from ilha.core.schools import VERDICTS
from tests.rigs import JERK_127, PADDLE_102, ladder

LIGHT, CONTACT = "lightest-practical", "bottom-contact"

# id, depth m, surface current m/s, line mm, school that fits the place, heads tied on
FACTS = [
    ("W1", 0.45, 0.20, 0.15, LIGHT, {"1/8"}),
    ("W2", 1.5, 0.40, 0.15, LIGHT, {"1/8", "1/6", "1/4"}),
    ("W4", 3.0, 0.40, 0.19, CONTACT, {"1/4", "3/8"}),
    ("W5", 3.5, 0.65, 0.24, LIGHT, {"3/8", "1/2"}),
    ("W6", 3.75, 0.05, 0.15, LIGHT, {"1/8"}),
    ("W7", 3.75, 0.51, 0.19, LIGHT, {"3/8"}),
    ("W7 ripping", 3.75, 0.65, 0.19, LIGHT, {"1/2", "5/8"}),
    ("W8", 7.5, 0.65, 0.28, LIGHT, {"1", "1.5"}),
    ("W11", 17.5, 0.25, 0.24, LIGHT, {"3/8"}),
    ("W12", 18.0, 0.20, 0.11, CONTACT, {"1/4"}),
]


def judged(depth: float, u: float, line_mm: float, soft: Plastic, school: str = LIGHT) -> Board:
    return board(Conditions(np.array(depth), np.array(u), line_mm / 1e3), soft, ladder(),
                 school=school)


@pytest.mark.parametrize("soft", [JERK_127, PADDLE_102], ids=["jerk", "paddle"])
@pytest.mark.parametrize(("name", "depth", "u", "line_mm", "school", "tied_on"), FACTS,
                         ids=[f[0] for f in FACTS])
def test_the_pick_is_what_practitioners_tie_on(
    name: str, depth: float, u: float, line_mm: float, school: str, tied_on: set[str],
    soft: Plastic,
) -> None:
    b = judged(depth, u, line_mm, soft)
    pick = b.heads[int(b.picks[school][0])].id
    assert pick in tied_on, f"{name}: {pick}"


def verdicts(b: Board) -> dict[str, str]:
    return {h.id: VERDICTS[b.judgement.verdict[i, 0]] for i, h in enumerate(b.heads)}


def test_w7_an_eighth_never_gets_there_in_a_hard_tide() -> None:
    assert verdicts(judged(3.75, 0.51, 0.19, JERK_127))["1/8"] == "too-light"


def test_w11_five_eighths_crashes_to_the_bottom() -> None:
    """In a slight current; at 0.25 m/s, where 1/4 oz is only just, the model lets 5/8 pass."""
    said = verdicts(judged(17.5, 0.20, 0.24, JERK_127))
    assert said["5/8"] == said["3/4"] == "too-heavy"


def test_w9_open_surf() -> None:
    """3/4 to 1 oz at a moderate retrieve, 2 oz drags bottom."""
    from tests.rigs import BULKY_102

    cond = Conditions(np.array(3.4), np.array(0.0), 0.28e-3, tip_height=2.5, cast=40.0,
                      retrieve_speed=0.7, steady=True)
    b = board(cond, BULKY_102, ladder({"3/4": 0.75, "1": 1.0, "2": 2.0}))
    said = verdicts(b)
    assert said["1"] == "right"
    assert said["3/4"] in ("right", "marginal")
    assert said["2"] == "too-heavy"


def test_thin_line_gets_light_heads_down() -> None:
    thick, thin = (judged(3.75, 0.51, mm, JERK_127) for mm in (0.28, 0.11))
    assert np.all(thin.holds.scope[1] <= np.nan_to_num(thick.holds.scope[1], nan=np.inf))
    light = {k: thin.heads[int(thin.picks[k][0])].mass for k in thin.picks}
    heavy = {k: thick.heads[int(thick.picks[k][0])].mass for k in thick.picks}
    assert light[LIGHT] < heavy[LIGHT]
