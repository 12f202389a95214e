"""A rig as a body in water: parts, wet weight, geometry. Section 2 of docs/model.md.

x runs from the nose of the plastic to the tail, z below its axis; metres, kilograms.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, Flags, require
from ilha.core.tables import FAMILIES, SHAPES, Family
from ilha.core.units import G

RHO_STEEL = 7850.0
PI_4 = np.pi / 4.0


@dataclass(frozen=True)
class Plastic:
    """One soft plastic: whole length, largest breadth and height (m), mass (kg), density."""

    length: float
    width: float
    height: float
    mass: float
    density: float
    family: str
    extra_drag: float = 0.0
    name: str = ""

    def __post_init__(self) -> None:
        mm = "measure it with a ruler"
        require("plastic.length_mm", self.length * 1e3, "mm", mm, low=20.0, high=500.0)
        require("plastic.width_mm", self.width * 1e3, "mm", mm, low=2.0, high=120.0)
        require("plastic.height_mm", self.height * 1e3, "mm", mm, low=2.0, high=150.0)
        require("plastic.mass_g", self.mass * 1e3, "g", "weigh it", above=0.0, high=500.0)
        gcc = "enter g/cm³: plastisol is about 1.08, elastomer about 0.96"
        require("plastic.density_g_cm3", self.density / 1e3, "g/cm³", gcc, low=0.3, high=3.0)
        require("plastic.extra_drag_cm2", self.extra_drag * 1e4, "cm²", "0 if none", low=0.0)
        if self.length <= max(self.width, self.height):
            raise DomainError(
                "plastic.length_mm",
                "must be above the width and the height",
                self.length * 1e3,
                "mm",
                "measure from the nose to the tip of the tail",
            )
        if self.family not in FAMILIES:
            raise DomainError(
                "plastic.tail", "must be one of " + ", ".join(FAMILIES), self.family, "", "choose"
            )

    @property
    def shape(self) -> Family:
        return FAMILIES[self.family]


@dataclass(frozen=True)
class Head:
    """One jig head (or belly or buried weight) with its hook. Lengths m, masses kg.

    ``hook_gape`` and the rest default to typical values for the hook's mass when None:
    gape 12 sqrt(hook g) mm, wire 1.03 (hook g)^0.37 mm, hook at 0.22 L (belly 0.25 L),
    a belly or buried weight at 0.30 L.
    """

    id: str
    mass: float
    density: float
    shape: str
    hook_mass: float
    hook_gape: float | None = None
    hook_wire: float | None = None
    hook_x: float | None = None
    weight_x: float | None = None
    extra_drag: float = 0.0

    def __post_init__(self) -> None:
        name = f"heads[{self.id}]"
        grams = "enter what the scale says"
        require(f"{name}.mass_g", self.mass * 1e3, "g", grams, above=0.0, high=1000.0)
        gcc = "enter g/cm³: lead is 11.34"
        require(f"{name}.density_g_cm3", self.density / 1e3, "g/cm³", gcc, low=1.0, high=20.0)
        require(f"{name}.hook_mass_g", self.hook_mass * 1e3, "g", grams, above=0.0, high=100.0)
        for key in ("hook_gape", "hook_wire", "hook_x", "weight_x"):
            length = getattr(self, key)
            if length is not None:
                require(f"{name}.{key}_mm", length * 1e3, "mm", "measure it", above=0.0, high=500.0)
        require(f"{name}.extra_drag_cm2", self.extra_drag * 1e4, "cm²", "0 if none", low=0.0)
        if self.shape not in SHAPES:
            raise DomainError(
                f"{name}.shape", "must be one of " + ", ".join(SHAPES), self.shape, "", "choose"
            )


    @property
    def kind(self) -> tuple[object, ...]:
        """All of it but its mass: heads of one kind are one head in several weights."""
        return (self.density, self.shape, self.hook_mass, self.hook_gape, self.hook_wire,
                self.hook_x, self.weight_x, self.extra_drag)


@dataclass(frozen=True)
class Part:
    """A nail or belly weight, a stinger or a blade, added to a rig on whatever head.

    mass : kg. density : kg/m³. x : m from the nose, negative ahead of it. z : m below the axis.
    drag_area : CdA that it adds along the axis, m². Numbers, or (H, 1) where every rig has its own.
    """

    mass: Any
    density: Any
    x: Any
    z: Any = 0.0
    drag_area: Any = 0.0

    def __post_init__(self) -> None:
        g, scale = "g", "enter what the scale says"
        require("added.mass_g", self.mass * 1e3, g, scale, above=0.0, high=200.0)
        gcc = "enter g/cm³: lead is 11.34, steel 7.85"
        require("added.density_g_cm3", self.density / 1e3, "g/cm³", gcc, low=0.3, high=20.0)
        mm = "measure it from the nose of the plastic"
        require("added.x_mm", self.x * 1e3, "mm", mm, low=-100.0, high=500.0)
        require("added.z_mm", self.z * 1e3, "mm", "measure it from the axis", low=-100.0,
                high=200.0)
        require("added.drag_area_cm2", self.drag_area * 1e4, "cm²", "0 if none", low=0.0, high=50.0)

    def each(self, made: Callable[[Array], Array]) -> Part:
        """With what ``made`` makes of the fields that every rig has of its own."""
        return Part(*(made(v) if np.ndim(v) else v for v in (
            self.mass, self.density, self.x, self.z, self.drag_area)))


SKIN = 0.015
"""Drag coefficient of the skin on its wetted area (docs/model.md, section 2)."""
FOLDED = 0.6
"""Drag coefficient, on its side, of a body held across its middle, both ends folded back (half of a
stiff one's; judgement)."""


@dataclass(frozen=True)
class Body:
    """Plastics on heads: every field broadcasts to (H, ...) over rigs first.

    Densities of the water do not enter, so one body serves every time step.
    """

    family: Family
    length: Any  # a number, or (H, 1) where every rig has a plastic of its own; so the next four
    width: Any
    height: Any
    body_scale: Any  # s: volume by weighing over volume by the family's outline
    m_head: Array
    m_hook: Array
    m_plastic: Any
    rho_head: Array
    rho_plastic: Any
    x_head: Array
    x_hook: Array
    x_plastic: Any
    z_head: Array
    d_head: Array  # ball of the head's mass, 0 for weights inside the body
    cd_head: Array
    section_head: Array
    extra: Array  # drag areas of hook, eye, blade, hair, belly ball, m²
    inside: Flags
    dome: Flags
    foot: Flags
    fuzz: Any = 0.0
    """Drag area (m²) of hair, legs and blades, which stand in the air as in the water."""
    parts: tuple[Part, ...] = ()
    across: bool = False
    """Hooked across its middle, where head and hook then are."""

    @property
    def package(self) -> Array:
        """Mass of head, hook, plastic and what is added, together, kg."""
        return np.asarray(
            self.m_head + self.m_hook + self.m_plastic + sum(p.mass for p in self.parts))

    @property
    def v_head(self) -> Array:
        return self.m_head / self.rho_head

    @property
    def section_body(self) -> Any:
        return PI_4 * self.width * self.height

    @property
    def plate_drag(self) -> Any:
        """D_t, drag area of a tail that stands across the flow, m²."""
        return self.family.plate_cd * self.family.plate_area * self.width * self.height

    @property
    def axial_drag(self) -> Array:
        """C_A, drag area along the axis, m²: head or body, skin, cut tail, hook, eye, extras."""
        body = self.section_body * np.minimum(self.body_scale, 1.2)
        rms = np.sqrt((self.width**2 + self.height**2) / 2.0)
        wetted = self.family.c_a * np.pi * rms * self.length
        return np.asarray(
            self.cd_head * np.maximum(self.section_head, body)
            + SKIN * wetted
            + 0.15 * self.family.cut_tail * self.section_body
            + self.extra
        )

    @property
    def drag_area(self) -> Array:
        """C_A + D_t, the rig's own drag area on a tight line, m². One that is hooked across lies
        there with both ends folded back."""
        if self.across:
            side = self.family.c_a * self.height * self.length
            return np.asarray(FOLDED * side + self.cd_head * self.section_head + self.extra)
        return np.asarray(self.axial_drag + self.plate_drag)

    def part_weights(self, rho: ArrayLike) -> tuple[Array, Array, Array]:
        """Wet weights (N) of head, hook and plastic in water of density ``rho``."""
        rho = np.asarray(rho, dtype=float)
        return (
            G * self.m_head * (1.0 - rho / self.rho_head),
            G * self.m_hook * (1.0 - rho / RHO_STEEL),
            np.asarray(G * self.m_plastic * (1.0 - rho / self.rho_plastic)),
        )

    def wet_weight(self, rho: ArrayLike) -> Array:
        """W = g sum(m_i (1 - rho/rho_i)), N; negative where the rig floats."""
        return sum((w for w, _, _ in self.placed(rho)), start=np.asarray(0.0))

    def placed(self, rho: ArrayLike) -> list[tuple[Array, Array | float, Array | float]]:
        """Wet weight (N), x and z (m) of every part: head, hook, plastic, then those added."""
        head, hook, soft = self.part_weights(rho)
        rho = np.asarray(rho, dtype=float)
        added = [(np.asarray(G * p.mass * (1.0 - rho / p.density)), p.x, p.z) for p in self.parts]
        return [(head, self.x_head, self.z_head), (hook, self.x_hook, 0.0),
                (soft, self.x_plastic, 0.0), *added]


def ball_diameter(mass: ArrayLike, density: ArrayLike) -> Array:
    """Diameter (m) of the ball of this mass (kg) and density (kg/m³)."""
    return np.asarray(np.cbrt(6.0 * np.asarray(mass) / (np.pi * np.asarray(density))))
