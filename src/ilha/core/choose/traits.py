"""The features of every combination of a box, as rules ask for them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ilha.core.bench.keeper import keeper_for
from ilha.core.bench.strength import opens_at, wire_for
from ilha.core.choose.box import Box
from ilha.core.choose.combine import WEEDLESS, by_practice
from ilha.core.choose.fish import Fish
from ilha.core.choose.search import NEEDS_KG, Found
from ilha.core.errors import Array
from ilha.core.judge.schools import VERDICTS
from ilha.core.rig.bodies import ball_diameter
from ilha.core.tables import HOOKS
from ilha.core.units import G, newtons_of_kg

ORDER = {hook.size: hook.order for hook in HOOKS}


@dataclass(frozen=True)
class Traits:
    """The features of every combination, each in its own shape: (N, 1) rows, (1, C) columns or
    (N, C)."""

    box: Box
    found: Found
    fish: Fish

    def of(self, name: str) -> Array:
        """One feature.

        Raises
        ------
        AttributeError
            For one that is chosen only when the rest is known: colour, tip, retrieve.
        """
        return np.asarray(getattr(self, name))

    def _plastics(self, values: Sequence[object]) -> Array:
        return np.asarray(np.array(values)[self.found.rows.plastic][:, None])

    def _heads(self, values: Sequence[object]) -> Array:
        return np.asarray(np.array(values)[self.found.rows.head][:, None])

    def _lines(self, values: Sequence[float]) -> Array:
        return np.array(values)[self.found.line][None, :]

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
    def weight_over_pick(self) -> Array:
        return self.found.mass[:, None] / self.found.pick_mass

    @property
    def hook_order(self) -> Array:
        return self._heads([ORDER[h.hook_size] for h in self.box.heads])

    @cached_property
    def hook_wire(self) -> Array:
        """Per head and line, from the ratio of what opens the hook to what the line holds."""
        heads, lines = self.box.heads, self.box.lines
        opens = opens_at([h.wire for h in heads], [h.gape for h in heads])
        table = np.array([[wire_for(line.holds, float(o)) for line in lines] for o in opens])
        return np.asarray(table[self.found.rows.head][:, self.found.line])

    @property
    def hook_over_fish(self) -> Array:
        opens = opens_at([h.wire for h in self.box.heads], [h.gape for h in self.box.heads])
        return self._heads(list(opens / newtons_of_kg(NEEDS_KG[self.fish.strength])))

    @property
    def by_practice(self) -> Array:
        return np.asarray(by_practice(self.box, self.found.rows)[:, None])

    @property
    def reach(self) -> Array:
        return self.found.rows.reach[:, None]

    @property
    def clear_mm(self) -> Array:
        return self.found.rows.clear[:, None] * 1e3

    @property
    def keeper(self) -> Array:
        return self._heads([h.keeper for h in self.box.heads])

    @cached_property
    def keeper_holds(self) -> Array:
        kinds = sorted({h.keeper for h in self.box.heads})
        table = np.array([[keeper_for(k, p.material, p.plastic.height)[0] for k in kinds]
                          for p in self.box.plastics])
        which = np.array([kinds.index(h.keeper) for h in self.box.heads])
        return np.asarray(table[self.found.rows.plastic, which[self.found.rows.head]][:, None])

    @property
    def head_over_body(self) -> Array:
        ball = self._heads([float(ball_diameter(h.head.mass, h.head.density))
                            for h in self.box.heads])
        return ball * 1e3 / self.body_height_mm

    @property
    def rigging(self) -> Array:
        return self.found.rows.keys[:, None]

    @property
    def weedless(self) -> Array:
        return np.asarray(np.isin(self.rigging, WEEDLESS))

    @property
    def line_mm(self) -> Array:
        return self._lines([line.diameter * 1e3 for line in self.box.lines])

    @property
    def line_kg(self) -> Array:
        return self._lines([line.holds / G for line in self.box.lines])

    @property
    def line_over_fish(self) -> Array:
        return self.line_kg / NEEDS_KG[self.fish.strength]

    @property
    def load(self) -> Array:
        most = np.array([r.rod.lure_max for r in self.box.rods])[self.found.rod]
        return np.asarray(self.found.package / most[None, :])

    @property
    def verdict(self) -> Array:
        return np.asarray(VERDICTS)[self.found.verdict]

    @property
    def fall_speed_m_s(self) -> Array:
        return self.found.fall

    @property
    def count_s(self) -> Array:
        return self.found.count
