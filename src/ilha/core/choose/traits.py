"""The features of every combination of a box, as rules ask for them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ilha.core.bench.fit import MOUTHS, REACH_HIGH
from ilha.core.bench.keeper import keeper_for, nose_of
from ilha.core.bench.seat import LONG, PINCH_HIGH
from ilha.core.bench.strength import DRAG_HIGH, hook_word, opens_at
from ilha.core.choose.box import Box
from ilha.core.choose.combine import NEVER_CAST, WEEDLESS, Rows, by_practice
from ilha.core.choose.features import FIT_WORDS
from ilha.core.choose.fish import Fish
from ilha.core.choose.found import Found, Judged
from ilha.core.choose.placing import skips
from ilha.core.choose.situation import Situation
from ilha.core.errors import Array
from ilha.core.judge.schools import (
    FALLS_SHORT,
    FITS_WELL,
    MARGINAL,
    TOO_HEAVY,
    TOO_LIGHT,
    table_mass,
)
from ilha.core.rig.bodies import ball_diameter
from ilha.core.rig.outline import PROFILES, Outline
from ilha.core.tables import HOOKS
from ilha.core.units import G, newtons_of_kg

WEIGHT_SHARE = 0.30
"""Where a weight inside the body lies unless it is told, share of the length."""
ORDER = {hook.size: hook.order for hook in HOOKS}


@dataclass(frozen=True)
class Still:
    """Features that the water does not decide, (N, 1) over rows."""

    box: Box
    rows: Rows
    situation: Situation

    @property
    def fish(self) -> Fish:
        return self.situation.fish

    @property
    def needs_kg(self) -> float:
        """What the line must hold."""
        return self.situation.needs_kg

    def of(self, name: str) -> Array:
        """One feature.

        Raises
        ------
        AttributeError
            For one that is not known yet: colour, tip and retrieve are chosen last.
        """
        return np.asarray(getattr(self, name))

    def _plastics(self, values: Sequence[object]) -> Array:
        return np.asarray(np.array(values)[self.rows.plastic][:, None])

    def _heads(self, values: Sequence[object]) -> Array:
        return np.asarray(np.array(values)[self.rows.head][:, None])

    @property
    def look(self) -> Array:
        return self._plastics([p.look for p in self.box.plastics])

    @property
    def family(self) -> Array:
        return self._plastics([p.plastic.family for p in self.box.plastics])

    @property
    def material(self) -> Array:
        return self._plastics([p.material for p in self.box.plastics])

    @property
    def plastic_length_mm(self) -> Array:
        return self._plastics([p.plastic.length * 1e3 for p in self.box.plastics])

    @property
    def body_height_mm(self) -> Array:
        return self._plastics([p.plastic.height * 1e3 for p in self.box.plastics])

    @property
    def floats(self) -> Array:
        return self._plastics([p.floats for p in self.box.plastics])

    @property
    def moves_alone(self) -> Array:
        return self._plastics([p.plastic.shape.least_speed_m_s > 0.0 for p in self.box.plastics])

    @property
    def shape(self) -> Array:
        return self._heads([h.head.shape for h in self.box.heads])

    @property
    def head_g(self) -> Array:
        return self._heads([h.head.mass * 1e3 for h in self.box.heads])

    @property
    def fit(self) -> Array:
        return np.asarray(FIT_WORDS)[::-1][self.rows.fit][:, None]

    @property
    def sits(self) -> Array:
        """1 where the hook sits well, less the farther back it comes out: a slope, not a wall."""
        late = np.clip((PINCH_HIGH - self.rows.reach) / (PINCH_HIGH - REACH_HIGH), 0.0, 1.0)
        slope = np.where(self.rows.word == LONG, late, 0.0)
        return np.asarray(np.where(self.rows.fit == FITS_WELL, 1.0, slope)[:, None])

    @property
    def head_over_table(self) -> Array:
        """The head over what the depth table has for this depth and current."""
        wanted = float(table_mass(np.asarray(self.situation.depth),
                                  np.asarray(self.situation.surface_speed)))
        return np.asarray(self.head_g / 1e3 / wanted)

    @property
    def mouth_fits(self) -> Array:
        return self._heads([h.gape <= MOUTHS[self.fish.mouth] for h in self.box.heads])

    @property
    def hook_order(self) -> Array:
        return self._heads([ORDER[h.hook_size] for h in self.box.heads])

    @property
    def hook_wire(self) -> Array:
        """Of the hook itself, beside the usual of its size."""
        return self._heads([hook_word(h.hook_size, h.wire) for h in self.box.heads])

    @property
    def hook_over_fish(self) -> Array:
        opens = opens_at([h.wire for h in self.box.heads], [h.gape for h in self.box.heads])
        return self._heads(list(opens / newtons_of_kg(self.needs_kg)))

    @property
    def hook_over_drag(self) -> Array:
        """What opens the hook over the greatest drag that is set on what the fish needs."""
        return np.asarray(self.hook_over_fish / DRAG_HIGH)

    @property
    def pull_over_hook(self) -> Array:
        """The greatest drag on what the fish needs of a line, over what opens the hook."""
        return np.asarray(DRAG_HIGH / self.hook_over_fish)

    @property
    def by_practice(self) -> Array:
        return np.asarray(by_practice(self.box, self.rows)[:, None])

    @property
    def reach(self) -> Array:
        return self.rows.reach[:, None]

    @property
    def clear_mm(self) -> Array:
        return self.rows.clear[:, None] * 1e3

    @property
    def keeper(self) -> Array:
        return self._heads([h.keeper for h in self.box.heads])

    @cached_property
    def keeper_holds(self) -> Array:
        kinds = sorted({h.keeper for h in self.box.heads})
        table = np.array([[keeper_for(k, p.material, p.plastic.height, nose)[0] for k in kinds]
                          for p, nose in zip(self.box.plastics, self.noses, strict=True)])
        which = np.array([kinds.index(h.keeper) for h in self.box.heads])
        return np.asarray(table[self.rows.plastic, which[self.rows.head]][:, None])

    @cached_property
    def noses(self) -> list[float]:
        """Heights of the plastics' noses, m."""
        return [nose_of(Outline(p.body_length, p.plastic.height, PROFILES[p.look]))
                for p in self.box.plastics]

    @property
    def head_over_nose(self) -> Array:
        """The head's diameter over the height of the nose it meets."""
        ball = self._heads([float(ball_diameter(h.head.mass, h.head.density))
                            for h in self.box.heads])
        return np.asarray(ball / self._plastics(self.noses).astype(float))

    @property
    def head_over_body(self) -> Array:
        ball = self._heads([float(ball_diameter(h.head.mass, h.head.density))
                            for h in self.box.heads])
        return ball * 1e3 / self.body_height_mm

    @property
    def skips(self) -> Array:
        """How well it skips in under cover, 0 to 1."""
        at = self._heads([np.nan if h.head.weight_x is None else h.head.weight_x
                          for h in self.box.heads]).astype(float)
        long = self.plastic_length_mm.astype(float) * 1e-3
        share = np.where(np.isnan(at), WEIGHT_SHARE, at / long)
        return skips(self.shape, share, self.head_g.astype(float) * 1e-3, self.weedless, self.look)

    @property
    def front_over_rear(self) -> Array:
        """The front head of two over the rear one; 1 of one head."""
        mass = np.array([h.head.mass for h in self.box.heads])
        front = np.where(self.rows.front < 0, self.rows.head, self.rows.front)
        return np.asarray((mass[front] / mass[self.rows.head])[:, None])

    @property
    def rigging(self) -> Array:
        return self.rows.keys[:, None]

    @property
    def weedless(self) -> Array:
        return np.asarray(np.isin(self.rigging, WEEDLESS))


@dataclass(frozen=True)
class Traits(Still):
    """With what the water and the tackle decide, each in its own shape: (N, 1) rows, (1, C) columns
    or (N, C). judged : as they are brought back in one way."""

    found: Found
    judged: Judged

    def _lines(self, values: Sequence[float]) -> Array:
        return np.array(values)[self.found.line][None, :]

    @property
    def weight_over_least(self) -> Array:
        return np.asarray((self.found.mass / self.judged.least)[:, None])

    @property
    def line_mm(self) -> Array:
        return self._lines([line.diameter * 1e3 for line in self.box.lines])

    @property
    def line_kg(self) -> Array:
        return self._lines([line.holds / G for line in self.box.lines])

    @property
    def line_over_fish(self) -> Array:
        return self.line_kg / self.needs_kg

    @property
    def fish_over_line(self) -> Array:
        return np.maximum(1.0, self.needs_kg / self.line_kg)

    @property
    def cast_over_reach(self) -> Array:
        """1 where it reaches, and where it is let down."""
        wanted = self.situation.cast_m
        return np.maximum(1.0, wanted / np.maximum(self.judged.cast, 0.1))

    @property
    def load(self) -> Array:
        most = np.array([r.rod.lure_max for r in self.box.rods])[self.found.rod]
        return np.asarray(self.judged.package / most[None, :])

    @property
    def over_rod(self) -> Array:
        lowered = np.isin(self.rows.keys, NEVER_CAST)[:, None] | self.judged.presented.lowered
        return np.asarray((self.load > 1.0) & ~lowered)

    @cached_property
    def verdict(self) -> Array:
        """What the water says; how much heavier than need be is ``weight_over_least``."""
        j = self.judged
        light = (j.verdict == TOO_LIGHT) | (j.verdict == FALLS_SHORT)
        drags = np.isin(j.codes, ("drags", "runs-under"))[j.decided]
        at = np.select([light, j.verdict == MARGINAL, (j.verdict == TOO_HEAVY) & drags], [1, 2, 3])
        return np.asarray(np.array(["right", "too-light", "marginal", "drags"])[at])

    @property
    def fall_speed_m_s(self) -> Array:
        return self.judged.fall

    @property
    def count_s(self) -> Array:
        return self.judged.count


LINE_FEATURES = frozenset({"line_mm", "line_kg", "line_over_fish", "load"})
"""What a line or a rod decides: they are chosen after the rig, never before it."""
