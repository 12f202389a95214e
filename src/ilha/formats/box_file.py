"""A box of tackle in an open file: what ``ilha choose`` combines."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from ilha.core.bench.keeper import KEEPERS
from ilha.core.choose.box import Box, BoxHead, BoxLine, BoxPlastic, BoxRod, colour_of, hook_grams
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.tables import HEAD_MATERIALS, HOOKS, LOOKS, PLASTIC_MATERIALS
from ilha.core.units import kg_from_g, kg_from_oz, m2_from_cm2, m_from_mm, newtons_of_kg
from ilha.core.water.line import LineKind
from ilha.formats.fields import FieldError
from ilha.formats.scenario_parts import RodPart, told
from ilha.formats.words import HeadMaterial, HookSize, Look, PlasticMaterial, Shape


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class BoxPlasticPart(_Part):
    """density_g_cm3 : by material where left out."""

    id: str = Field(min_length=1, max_length=80)
    look: Look
    length_mm: Annotated[float, told(minimum=20, maximum=500)]
    body_length_mm: float = Field(gt=0.0, le=500.0)
    width_mm: Annotated[float, told(minimum=2, maximum=120)]
    height_mm: Annotated[float, told(minimum=2, maximum=150)]
    mass_g: Annotated[float, told(exclusiveMinimum=0, maximum=500)]
    density_g_cm3: Annotated[float, told(minimum=0.3, maximum=3)] | None = None
    material: PlasticMaterial = "plastisol"
    colour: str = Field("", max_length=40)
    extra_drag_cm2: Annotated[float, told(minimum=0)] = 0.0
    slit_mm: float = Field(0.0, ge=0.0, le=150.0)

    def core(self) -> BoxPlastic:
        if self.body_length_mm > self.length_mm:
            raise FieldError("box.plastics.body_length_mm", "`box.plastics.body_length_mm` must not"
                             f" be above length_mm, got {self.body_length_mm:g}: measure it without"
                             " a thin tail")
        density = (PLASTIC_MATERIALS[self.material] if self.density_g_cm3 is None
                   else self.density_g_cm3 * 1e3)
        plastic = Plastic(
            m_from_mm(self.length_mm), m_from_mm(self.width_mm), m_from_mm(self.height_mm),
            kg_from_g(self.mass_g), density, LOOKS[self.look], m2_from_cm2(self.extra_drag_cm2))
        return BoxPlastic(self.id, plastic, self.look, self.material,
                          m_from_mm(self.body_length_mm),
                          colour_of(self.colour), self.colour, m_from_mm(self.slit_mm))


class BoxHeadPart(_Part):
    """oz or mass_g : one of them. The hook's measures are typical for its size where left out."""

    id: str = Field(min_length=1, max_length=80)
    oz: float | None = Field(None, gt=0.0, le=16.0)
    mass_g: float | None = Field(None, gt=0.0, le=1000.0)
    shape: Shape = "ball"
    material: HeadMaterial = "lead"
    hook_size: HookSize
    hook_mass_g: float | None = Field(None, gt=0.0, le=100.0)
    hook_straight_mm: float | None = Field(None, gt=0.0, le=200.0)
    hook_gape_mm: float | None = Field(None, gt=0.0, le=100.0)
    hook_wire_mm: float | None = Field(None, gt=0.0, le=10.0)
    keeper: str = "wire barb"
    keeper_takes_mm: float = Field(0.0, ge=0.0, le=100.0)
    weight_x_mm: float | None = Field(None, gt=0.0, le=500.0)
    comes_in: str | None = Field(None, description="id of the plastic that is moulded on it")

    def core(self) -> BoxHead:
        if (self.oz is None) == (self.mass_g is None):
            raise FieldError("box.heads.oz", "`box.heads.oz` or mass_g must be given, not both, for"
                             f" {self.id}: leave one out")
        if self.keeper not in KEEPERS:
            raise FieldError("box.heads.keeper", "`box.heads.keeper` must be one of "
                             + ", ".join(KEEPERS) + f", got {self.keeper}: choose")
        typical = next(hook for hook in HOOKS if hook.size == self.hook_size)
        mass = kg_from_oz(self.oz) if self.oz is not None else kg_from_g(self.mass_g or 0.0)
        straight, gape, wire = (
            m_from_mm(typed if typed is not None else usual) for typed, usual in (
                (self.hook_straight_mm, typical.straight_mm), (self.hook_gape_mm, typical.gape_mm),
                (self.hook_wire_mm, typical.wire_mm)))
        grams = self.hook_mass_g if self.hook_mass_g is not None else hook_grams(self.hook_size)
        at = None if self.weight_x_mm is None else m_from_mm(self.weight_x_mm)
        head = Head(self.id, mass, HEAD_MATERIALS[self.material], self.shape,
                    kg_from_g(grams), gape,
                    wire, weight_x=at)
        return BoxHead(head, self.hook_size, straight, gape, wire, self.keeper,
                       m_from_mm(self.keeper_takes_mm), self.oz, self.comes_in)


class BoxLinePart(_Part):
    id: str = Field(min_length=1, max_length=80)
    diameter_mm: float = Field(gt=0.0, le=2.0)
    strength_kg: float = Field(gt=0.0, le=200.0)
    kind: LineKind | None = None

    def core(self) -> BoxLine:
        return BoxLine(self.id, m_from_mm(self.diameter_mm), newtons_of_kg(self.strength_kg),
                       self.kind)


class BoxRodPart(RodPart):
    id: str = Field(min_length=1, max_length=80)

    def boxed(self) -> BoxRod:
        return BoxRod(self.id, self.core())


class BoxPart(_Part):
    plastics: list[BoxPlasticPart] = Field(min_length=1)
    heads: list[BoxHeadPart] = Field(min_length=1)
    lines: list[BoxLinePart] = Field(min_length=1)
    rods: list[BoxRodPart] = Field(min_length=1)

    def core(self) -> Box:
        """The box, in SI.

        Raises
        ------
        FieldError, DomainError
            Naming the field; also for two of a kind with one id.
        """
        for name in ("plastics", "heads", "lines", "rods"):
            ids = [one.id for one in getattr(self, name)]
            double = next((one for i, one in enumerate(ids) if one in ids[:i]), None)
            if double is not None:
                raise FieldError(f"box.{name}", f"`box.{name}` must each have an id of their own,"
                                                f" {double} is there twice: rename one")
        return Box(tuple(p.core() for p in self.plastics), tuple(h.core() for h in self.heads),
                   tuple(one.core() for one in self.lines), tuple(r.boxed() for r in self.rods))
