"""A box of plastics, heads, lines and rods; the catalogue stands in where none is named."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cache
from typing import Any

import numpy as np

from ilha.core.bench.strength import WIRE_OVER, leader_for
from ilha.core.errors import Array, DomainError, Indices
from ilha.core.move.cast import Rod, SeenCast
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.tables import (
    HEAD_MATERIALS,
    HOOKS,
    LOOKS,
    PLASTIC_MATERIALS,
    read_table,
)
from ilha.core.units import G, kg_from_g, kg_from_oz, m_from_mm, newtons_of_kg
from ilha.core.water.line import density_of

SEA = 1025.0
HEAVIEST = "heaviest"
HEAVIEST_USUAL_KG = 27.0
"""The heaviest leader usually carried inshore, kg, where the box has no spool (judgement)."""

COLOUR_WORDS: dict[str, str] = {
    word: colour for colour, words in read_table("colours.toml").items() for word in words
}


def colour_of(name: str) -> str:
    """The kind of colour that a colour's name speaks of; "natural" where it says nothing.

    >>> colour_of("dark back"), colour_of("sand eel")
    ('dark', 'natural')
    """
    for word in name.lower().replace("-", " ").split():
        if word in COLOUR_WORDS:
            return COLOUR_WORDS[word]
    return "natural"


@dataclass(frozen=True)
class BoxPlastic:
    """A plastic with what the water does not ask. body_length : m, without a thin tail.
    colour : of ``features.COLOURS``; None: any can be had, the rules choose. slit : how deep it
    is slit or hollow, m."""

    id: str
    plastic: Plastic
    look: str
    material: str
    body_length: float
    colour: str | None = None
    colour_name: str = ""
    slit: float = 0.0

    @property
    def floats(self) -> bool:
        return self.plastic.density < 1000.0


@dataclass(frozen=True)
class BoxHead:
    """A head with its hook: lengths m. printed_oz : None for one that is marked in grams.
    comes_in : id of the plastic that is moulded on it; None: of none."""

    head: Head
    hook_size: str
    straight: float
    gape: float
    wire: float
    keeper: str
    keeper_takes: float = 0.0
    printed_oz: float | None = None
    comes_in: str | None = None


@dataclass(frozen=True)
class BoxLine:
    """A line: diameter m, strength N, kind; None: not told."""

    id: str
    diameter: float
    holds: float
    kind: str | None = None

    @property
    def density(self) -> float | None:
        """kg/m³."""
        return density_of(self.kind)


@dataclass(frozen=True)
class BoxLeader:
    """A spool of leader: "fluorocarbon", "nylon" or "wire"; diameter m, strength N."""

    id: str
    material: str
    diameter: float
    holds: float


@dataclass(frozen=True)
class BoxRod:
    id: str
    rod: Rod


@dataclass(frozen=True)
class Timed:
    """spread : standard deviation of the logarithm of the learned factor; drops : it is from."""

    spread: float
    drops: int


@dataclass(frozen=True)
class Box:
    """All that can be combined."""

    plastics: tuple[BoxPlastic, ...]
    heads: tuple[BoxHead, ...]
    lines: tuple[BoxLine, ...]
    rods: tuple[BoxRod, ...]
    leaders: tuple[BoxLeader, ...] = ()
    slow: Mapping[tuple[str, str], float] = field(default_factory=dict)
    """By ids of head and plastic: how many times longer they take to fall than computed."""
    timed: Mapping[tuple[str, str], Timed] = field(default_factory=dict)
    """By the same: what was learned of pairs that were timed."""

    def __post_init__(self) -> None:
        for name in ("plastics", "heads", "lines", "rods"):
            if not getattr(self, name):
                raise DomainError(f"box.{name}", "must hold at least one", "none", "",
                                  f"add {name}, or leave the box out for common sizes")

    def slow_of(self, plastic: Indices, head: Indices) -> Array:
        """What was learned of pairs, by index, (N, 1); 1 where nothing was."""
        if not self.slow:
            return np.ones((plastic.size, 1))
        return np.array([[self.slow.get((self.heads[h].head.id, self.plastics[p].id), 1.0)]
                         for p, h in zip(plastic, head, strict=True)])

    def timed_of(self, plastic_id: str, head_ids: Sequence[str]) -> Array:
        """The spreads of heads on a plastic, (H, 1); NaN where nothing was timed."""
        found = [self.timed.get((head, plastic_id)) for head in head_ids]
        return np.array([[np.nan if one is None else one.spread] for one in found])

    def on_line(self, diameter: float | None) -> Box:
        """The same with one line alone: that of a diameter (m), its strength as the nearest's by
        the square of the diameter."""
        if diameter is None:
            return self
        near = min(self.lines, key=lambda line: abs(line.diameter - diameter))
        holds = near.holds * (diameter / near.diameter) ** 2
        return replace(self, lines=(BoxLine(near.id, diameter, holds, near.kind),))


@cache
def _catalogue_table() -> dict[str, Any]:
    """As it is written, read once: a file of data asks for it with each of its plastics."""
    return dict(read_table("catalogue.toml"))


@cache
def _hook_masses() -> Mapping[str, float]:
    return dict(_catalogue_table()["hook_mass_g"])


def hook_grams(size: str) -> float:
    """Typical mass of a hook, g, from memory."""
    return float(_hook_masses()[size])


def typical_head(
    key: str, oz: float, size: str, shape: str, keeper: str, material: str = "lead",
    takes_mm: float = 0.0, weight_mm: float | None = None, wire_word: str = "medium",
) -> BoxHead:
    """A head with the typical hook of a size, of light, medium or heavy wire."""
    hook = next(h for h in HOOKS if h.size == size)
    stouter = WIRE_OVER[wire_word]
    grams = hook_grams(size) * stouter**2
    straight, gape, wire = (m_from_mm(v) for v in (
        hook.straight_mm, hook.gape_mm, hook.wire_mm * stouter))
    head = Head(key, kg_from_oz(oz), HEAD_MATERIALS[material], shape, kg_from_g(grams), gape, wire,
                weight_x=None if weight_mm is None else m_from_mm(weight_mm))
    return BoxHead(head, size, straight, gape, wire, keeper, m_from_mm(takes_mm), oz)


def _plastics(rows: Sequence[Sequence[object]]) -> tuple[BoxPlastic, ...]:
    out = []
    for look, length, body, width, height, grams, material in rows:
        long, wide, high = (m_from_mm(float(str(v))) for v in (length, width, height))
        mass = kg_from_g(float(str(grams)))
        plastic = Plastic(long, wide, high, mass, PLASTIC_MATERIALS[str(material)],
                          LOOKS[str(look)])
        name = f"{length} mm {look}" + ("" if material == "plastisol" else f", {material}")
        out.append(BoxPlastic(name, plastic, str(look), str(material), m_from_mm(float(str(body)))))
    return tuple(out)


def typical_measures(look: str, length: float) -> tuple[float, float, float]:
    """Working length, width and height (m) that a plastic of a look and a length (m) usually has:
    by the shares of those in the catalogue, in proportion between and beyond them."""
    rows = sorted((row[1:5] for row in _catalogue_table()["plastic"][0]["rows"]
                   if row[0] == look), key=lambda row: float(row[0]))
    at = np.array([m_from_mm(float(row[0])) for row in rows])
    body, width, height = (float(np.interp(length, at, [row[i] / row[0] for row in rows])) * length
                           for i in (1, 2, 3))
    return body, width, height


@cache
def catalogue() -> Box:
    """Common sizes of everything."""
    table = _catalogue_table()
    heads = [
        typical_head(f"{row['shape']} {oz:g} {' '.join([size, *wire])}", oz, size, row["shape"],
                     row["keeper"], row.get("material", "lead"), row.get("takes_mm", 0.0),
                     row.get("weight_mm"), *wire)
        for row in table["heads"] for oz, size, *wire in row["sizes"]
    ]
    lines = [BoxLine(f"{mm:g} mm braid", m_from_mm(mm), newtons_of_kg(kg))
             for mm, kg in table["lines"]["rows"]]
    rods = [
        BoxRod(name, Rod(kg_from_g(low), m_from_mm(high), kg_from_g(own),
                         (SeenCast(kg_from_g(g), m, m_from_mm(mm), cm2 * 1e-4),)))
        for name, low, high, own, g, m, mm, cm2 in table["rods"]["rows"]
    ]
    return Box(_plastics(table["plastic"][0]["rows"]), tuple(heads), tuple(lines), tuple(rods))


def leader_of(
    school: str, line_holds: float, asked: float | str | None, spools: Sequence[BoxLeader]
) -> tuple[float, BoxLeader | None]:
    """What a leader holds (N) on a line (N), and the spool of the box it comes from.

    asked : what practice ties there, kg or "heaviest"; None: as the school has it. The spool
    nearest to what is wanted, never one below the line where the school does not mean it to be;
    without one, what is wanted itself.
    """
    if asked == HEAVIEST:
        own = [one for one in spools if one.material != "wire"]
        if not own:
            return max(newtons_of_kg(HEAVIEST_USUAL_KG), line_holds), None
        best = max(own, key=lambda one: (one.holds, one.id))
        return best.holds, best
    if asked is not None:
        wanted = newtons_of_kg(float(asked))
        near = [one for one in spools if one.material != "wire"
                and 0.7 * wanted <= one.holds <= 1.4 * wanted]
        nearest = min(near, key=lambda one: (abs(np.log(one.holds / wanted)), one.diameter, one.id),
                   default=None)
        return (wanted, None) if nearest is None else (nearest.holds, nearest)
    wanted = newtons_of_kg(leader_for(school, line_holds / G))
    least = min(wanted, line_holds) * 0.85
    most = 1.25 * line_holds if wanted < line_holds else np.inf
    good = [one for one in spools if one.material != "wire" and least <= one.holds <= most]
    if not good:
        return wanted, None
    best = min(good, key=lambda one: (abs(np.log(one.holds / wanted)), one.diameter, one.id))
    return best.holds, best


def densities(lines: Sequence[BoxLine]) -> Array | None:
    """kg/m³ of lines, (L,): of one whose kind is not told the sea's own, which weighs nothing; None
    where none is told."""
    if all(line.kind is None for line in lines):
        return None
    return np.array([SEA if line.density is None else line.density for line in lines])
