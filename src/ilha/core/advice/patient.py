"""An outfit in its water with the box it came from: what the doctor's numbers are computed of."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

import numpy as np

from ilha.core.choose.box import Box, BoxHead
from ilha.core.choose.outfit import Outfit
from ilha.core.choose.proposal import Rung, board_of, parts_of, rungs_for
from ilha.core.choose.rules import RULES, Rule
from ilha.core.choose.situation import Situation
from ilha.core.choose.ways import tied
from ilha.core.errors import Array
from ilha.core.judge.board import Board, board


@dataclass(frozen=True)
class Patient:
    """An outfit in its water, and the box it came from."""

    situation: Situation
    box: Box
    outfit: Outfit
    rules: Sequence[Rule] = RULES

    @cached_property
    def rungs(self) -> list[Rung]:
        return rungs_for(self.situation, self.box, self.outfit, self.rules)

    @cached_property
    def heads(self) -> list[BoxHead]:
        """The heads that go on this plastic, its own among them, by weight."""
        return [rung.head for rung in self.rungs]

    @cached_property
    def board(self) -> Board:
        return board_of(self.situation, self.outfit, self.rungs, self.box)

    @property
    def at(self) -> int:
        return [h.head.id for h in self.heads].index(self.outfit.head.head.id)

    @property
    def mass(self) -> float:
        return self.outfit.head.head.mass

    def figure(self, values: Any) -> float:
        """A figure of the outfit's own head."""
        full = np.broadcast_to(np.asarray(values, dtype=float), self.board.shape)
        return float(full[self.at, 0])

    def on_lines(self, lines: Array) -> Array:
        """The verdict on the own head on other lines (m), (L,)."""
        outfit = self.outfit
        situation = self.situation.as_rigged(outfit.rigging)
        rigging = tied(outfit.rigging, float(np.median(lines)), situation.depth, outfit.ahead,
                       situation.surface_speed)
        cond = situation.conditions(lines, situation.presented(outfit.retrieve))
        b = board(cond, outfit.plastic.plastic, [outfit.head.head],
                  outfit.rod.rod, situation.school, rigging, parts_of(situation, outfit))
        return np.asarray(b.judgement.verdict[0])
