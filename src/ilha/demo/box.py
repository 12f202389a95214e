"""Marela's box: every value, and every price, is made up."""

from __future__ import annotations

import sqlite3

from ilha.core.choose.box import hook_grams
from ilha.core.tables import HEAD_MATERIALS, HOOKS, PLASTIC_MATERIALS
from ilha.core.units import KG_PER_OZ
from ilha.store import (
    heads,
    hooks,
    leaders,
    lines,
    plastics,
    reels,
    rods,
    sundries,
    weights,
)

# name, look, family, material, colour, length, body length, width, height (mm), mass g, drag cm²
_PLASTICS = (
    ("127 mm straight tail", "jerk", "straight", "plastisol", "sand eel", 127, 104, 14, 16, 10.5,
     0),
    ("178 mm straight tail", "jerk", "straight", "plastisol", "white", 178, 146, 19, 22, 28.0, 0),
    ("76 mm paddle tail", "paddle", "paddle", "plastisol", "smelt", 76, 60, 11, 15, 5.0, 0),
    ("102 mm paddle tail", "paddle", "paddle", "plastisol", "mullet", 102, 80, 14, 19, 10.0, 0),
    ("127 mm paddle tail", "paddle", "paddle", "salted plastisol", "dark back", 127, 100, 17, 23,
     21.0, 0),
    ("70 mm stick", "stick", "stick", "elastomer", "clear gold", 70, 70, 10, 10, 4.3, 0),
    ("100 mm stick", "stick", "stick", "elastomer", "olive", 100, 100, 11, 11, 7.6, 0),
    ("64 mm curl tail", "curl", "curl", "plastisol", "pink", 64, 40, 11, 12, 3.2, 0),
    ("76 mm T-tail", "t-tail", "t-tail", "plastisol", "pearl", 76, 58, 11, 14, 4.6, 0),
    ("90 mm shrimp", "shrimp", "shrimp", "biodegradable", "shrimp brown", 90, 78, 13, 15, 7.5, 0),
    ("50 mm crab", "crab", "crab", "plastisol", "mud brown", 50, 38, 30, 14, 8.5, 0),
    ("90 mm tube", "tube", "tube", "salted plastisol", "smoke", 90, 66, 15, 15, 7.0, 0),
    ("64 mm frog", "surface", "surface", "elastomer", "weed green", 64, 42, 20, 18, 9.0, 0),
    ("76 mm craw", "craw", "creature", "plastisol", "rock green", 76, 62, 18, 14, 8.0, 0),
    ("102 mm bulky with hair", "bulky", "creature", "plastisol", "black", 102, 84, 16, 18, 12.0, 3),
)

# printed ounces, weighed g (None: as printed), shape, material, hook, keeper, keeper takes mm,
# place of an inside weight mm, carried
_HEADS = (
    (1 / 16, None, "ball", "lead", "#1", "wire barb", 0.0, None, 6),
    (1 / 10, 3.4, "mushroom", "lead", "1/0", "flat collar", 0.0, None, 4),
    (1 / 8, None, "ball", "lead", "2/0", "wire barb", 0.0, None, 8),
    (1 / 8, 3.9, "keeled-arrow", "lead", "3/0", "wire barb", 0.0, None, 5),
    (1 / 8, None, "buried", "tungsten alloy", "1/0", "screw", 0.0, 12.0, 4),
    (1 / 8, None, "belly-weighted", "lead", "4/0", "twist lock", 3.0, 36.0, 4),
    (1 / 6, None, "ball", "lead", "2/0", "wire barb", 0.0, None, 5),
    (3 / 16, None, "swinging", "lead", "4/0", "screw", 2.0, None, 3),
    (1 / 4, None, "ball", "lead", "2/0", "wire barb", 0.0, None, 8),
    (1 / 4, 7.4, "keeled-arrow", "lead", "3/0", "wire barb", 0.0, None, 7),
    (1 / 4, None, "darter", "lead", "3/0", "lead collar", 0.0, None, 3),
    (1 / 4, None, "stand-up", "bismuth-tin", "2/0", "lead collar", 0.0, None, 3),
    (3 / 8, None, "keeled-arrow", "lead", "3/0", "wire barb", 0.0, None, 8),
    (3 / 8, None, "ball", "lead", "4/0", "lead collar", 0.0, None, 5),
    (3 / 8, 10.9, "bladed", "lead", "4/0", "lead collar", 0.0, None, 2),
    (3 / 8, None, "resin", "resin and lead", "5/0", "screw", 2.0, None, 2),
    (1 / 2, None, "keeled-arrow", "lead", "4/0", "lead collar", 0.0, None, 6),
    (1 / 2, None, "football", "lead", "3/0", "lead collar", 0.0, None, 2),
    (5 / 8, 18.3, "bullet", "lead", "4/0", "lead collar", 0.0, None, 4),
    (3 / 4, None, "bullet", "lead", "5/0", "lead collar", 0.0, None, 4),
    (1.0, None, "ball", "lead", "5/0", "lead collar", 0.0, None, 4),
    (1.5, 43.0, "bullet", "lead", "5/0", "lead collar", 0.0, None, 3),
    (2.0, None, "football", "lead", "7/0", "lead collar", 0.0, None, 2),
)

_LINES = (("0.11 mm braid", 0.11, 2.7), ("0.15 mm braid", 0.15, 4.5), ("0.19 mm braid", 0.19, 6.8),
          ("0.24 mm braid", 0.24, 9.1), ("0.28 mm braid", 0.28, 13.6))

# name, least and greatest lure g, effective mass g, reference cast: g, m, line mm, cm²
_RODS = (("finesse rod, 2.1 m", 3, 14, 18.2, 8, 32, 0.11, 2.5),
         ("inshore rod, 2.1 m", 5, 28, 36.4, 14, 42, 0.19, 2.8),
         ("surf rod, 2.7 m", 14, 75, 97.5, 30, 62, 0.28, 3.5))

# how many, their condition, price each: of the plastics above
_STOCK = (
    (8, "good", 0.90), (5, "good", 1.40), (9, "new", 0.70), (7, "good", 0.95), (4, "worn", 1.20),
    (6, "good", 1.30), (6, "new", 1.50), (10, "good", 0.40), (8, "good", 0.55), (5, "new", 1.60),
    (6, "good", 0.80), (5, "good", 0.90), (2, "worn", 3.20), (6, "good", 0.75), (3, "torn", 1.90),
)

# name, cm of line a turn, greatest drag kg
_REELS = (("2500 on the finesse rod", 68.0, 5.0), ("3000 on the inshore rod", 75.0, 7.0),
          ("5000 on the surf rod", 92.0, 11.0))

# name, material, mm, kg, metres left, price of a metre
_LEADERS = (("0.26 mm fluorocarbon", "fluorocarbon", 0.26, 4.5, 38.0, 0.35),
            ("0.35 mm fluorocarbon", "fluorocarbon", 0.35, 8.0, 22.0, 0.45),
            ("0.47 mm fluorocarbon", "fluorocarbon", 0.47, 13.6, 15.0, 0.60),
            ("0.60 mm nylon", "nylon", 0.60, 18.0, 40.0, 0.15),
            ("bite wire, 7 strands", "wire", 0.45, 15.0, 4.0, 1.10))

# kind, size, carried, price
_HOOKS = (("offset", "3/0", 8, 0.60), ("offset", "5/0", 5, 0.75),
          ("offset, weighted", "4/0", 4, 1.30), ("wacky", "1/0", 6, 0.50),
          ("stinger", "#2", 5, 0.45))

# kind, g, material, carried, price
_WEIGHTS = (("nail", 0.9, "lead", 10, 0.20), ("bullet", 7.0, "tungsten alloy", 5, 1.60),
            ("sliding", 60.0, "lead", 4, 0.90), ("bottom", 90.0, "lead", 3, 1.20))

_PAINT = {"keeled-arrow": "chartreuse", "darter": "white", "bladed": "red"}
"""What colour some shapes are sold in; the others are bare."""
# name, carried, price, note
_SUNDRIES = (("swivels, 25 kg", 12, 0.25, ""), ("scent, small tube", 1, 4.50, "wash off sunscreen"),
             ("plastic glue", 1, 3.00, "off the skin; open air"),
             ("pliers and line cutter", 1, None, "on a lanyard"),
             ("towel and release mat", 1, None, "wet them first"))


def load_box(conn: sqlite3.Connection, counted_s: float) -> None:
    """Put the box into a database, as it was counted at an instant."""
    for (name, look, family, material, colour, length, body, width, height, mass, drag), (
            carried, condition, price) in zip(_PLASTICS, _STOCK, strict=True):
        plastics.add(conn, plastics.NewPlastic(
            name=name, look=look, family=family, material=material, colour=colour,
            length_mm=length, body_length_mm=body, width_mm=width, height_mm=height, mass_g=mass,
            density_g_cm3=PLASTIC_MATERIALS[material] / 1000.0, extra_drag_cm2=drag,
            profile=None, weighed=1, carried=carried, condition=condition, price=price,
            counted_utc_s=counted_s, measured=1, slit="none", slit_mm=0.0,
        ))
    sizes = {hook.size: hook for hook in HOOKS}
    for oz, weighed, shape, material, size, keeper, takes, weight_x, carried in _HEADS:
        hook = sizes[size]
        heads.add(conn, heads.NewHead(
            printed_oz=oz, mass_g=round(weighed or oz * KG_PER_OZ * 1000.0, 2),
            weighed=int(weighed is not None), shape=shape, material=material,
            density_g_cm3=HEAD_MATERIALS[material] / 1000.0, hook_size=size,
            hook_mass_g=hook_grams(size), hook_gape_mm=hook.gape_mm,
            hook_straight_mm=hook.straight_mm, hook_wire_mm=hook.wire_mm, hook_measured=0,
            keeper=keeper, keeper_takes_mm=takes, weight_x_mm=weight_x, extra_drag_cm2=0.0,
            colour=_PAINT.get(shape, ""), plastic_id=None,
            carried=carried, price=round(_price(oz, material), 2), counted_utc_s=counted_s,
        ))
    for name, diameter, holds in _LINES:
        lines.add(conn, lines.NewLine(
            name=name, diameter_mm=diameter, strength_kg=holds, kind="braid"))
    for name, low, high, effective, package, distance, line, area in _RODS:
        rods.add(conn, rods.NewRod(
            name=name, lure_min_g=low, lure_max_g=high, effective_mass_g=effective,
            cast_mass_g=package, cast_distance_m=distance, cast_line_mm=line, cast_drag_cm2=area,
            length_m=None, cast_assumed=0,
        ))
    for name, turn, drag_kg in _REELS:
        reels.add(conn, reels.NewReel(name=name, line_per_turn_cm=turn, drag_max_kg=drag_kg))
    for name, made_of, diameter, holds, left, metre in _LEADERS:
        leaders.add(conn, leaders.NewLeader(
            name=name, material=made_of, diameter_mm=diameter, strength_kg=holds, left_m=left,
            price_m=metre))
    for kind, size, carried, each in _HOOKS:
        hook = sizes[size]
        hooks.add(conn, hooks.NewHook(
            kind=kind, size=size, mass_g=hook_grams(size), straight_mm=hook.straight_mm,
            gape_mm=hook.gape_mm, wire_mm=hook.wire_mm, carried=carried, price=each))
    for kind, grams, made_of, carried, each in _WEIGHTS:
        weights.add(conn, weights.NewWeight(
            kind=kind, mass_g=grams, material=made_of, carried=carried, price=each))
    for name, carried, own, note in _SUNDRIES:
        sundries.add(conn, sundries.NewSundry(
            name=name, carried=carried, price=own, note=note))


def _price(oz: float, material: str) -> float:
    """Made up: a hook, the casting, and the metal by weight."""
    dear = {"tungsten alloy": 9.0, "bismuth-tin": 2.0}.get(material, 1.0)
    return 0.45 + 0.5 * oz * dear
