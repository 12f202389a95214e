"""The coefficient tables of core/data, read once when the package is imported."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from importlib.resources import files


@dataclass(frozen=True)
class Family:
    """Shape constants of a family of plastics, as fractions of length and section."""

    c_v: float
    c_a: float
    x_v: float
    x_a: float
    x_e: float
    s_e: float
    v_e: float
    sheet_breadth: float
    sheet_from: float
    plate_area: float
    plate_cd: float
    plate_x: float
    cut_tail: float
    least_speed_m_s: float


@dataclass(frozen=True)
class Shape:
    """Name, drag and hang of a head shape; ``inside`` for weights in or under the body."""

    name: str
    cd: float
    hang: float
    extra_cm2: float = 0.0
    inside: bool = False
    below: bool = False
    foot: bool = False
    weedless: bool = False


@dataclass(frozen=True)
class HookSize:
    """Typical dimensions of a hook size, mm, from memory: no standard exists."""

    size: str
    order: float
    straight_mm: float
    gape_mm: float
    wire_mm: float


@dataclass(frozen=True)
class Stance:
    """How the angler stands: words for the sentence, rod-tip height, whether it drifts."""

    words: str
    tip_height_m: float
    drifts: bool


LOOKS = {
    "jerk": "straight", "stick": "stick", "paddle": "paddle", "t-tail": "t-tail", "curl": "curl",
    "shrimp": "shrimp", "crab": "crab", "craw": "creature", "bulky": "creature", "tube": "tube",
    "surface": "surface", "hair": "hair",
}
"""Each look's family."""


def read_table(name: str) -> dict:  # type: ignore[type-arg]
    return tomllib.loads(files("ilha.core.data").joinpath(name).read_text("utf-8"))


FAMILIES = {name: Family(**row) for name, row in read_table("families.toml").items()}
SHAPES = {name: Shape(**row) for name, row in read_table("shapes.toml").items()}
HOOKS = tuple(HookSize(**row) for row in read_table("hooks.toml")["hook"])
HEAD_MATERIALS: dict[str, float] = read_table("materials.toml")["heads"]
PLASTIC_MATERIALS: dict[str, float] = read_table("materials.toml")["plastics"]
COMPRESS: dict[str, float] = read_table("materials.toml")["compress"]
"""Of its height what two fingers take off a body, by its material."""
SCENT: dict[str, str] = read_table("materials.toml")["scent"]
"""How long scent lasts in a material, in words."""
STANCES = {name: Stance(**row) for name, row in read_table("stances.toml").items()}
