"""What was typed of tackle, as the store keeps it; and what is kept, as it would be typed again."""

from __future__ import annotations

import json
from typing import Any, cast

from ilha.core.bench.strength import WIRE_OVER
from ilha.core.choose.box import hook_grams, typical_measures
from ilha.core.choose.loose import Pair
from ilha.core.move.cast import INERTIA, usual_cast
from ilha.core.rig.outline import Outline, Points, shape_mass
from ilha.core.tables import HEAD_MATERIALS, HOOKS, LOOKS, PLASTIC_MATERIALS, HookSize
from ilha.core.units import g_from_kg, kg_from_g, kg_from_oz, m_from_mm, mm_from_m
from ilha.core.water.line import usual_diameter
from ilha.desk.convert import family_of, stored_family
from ilha.desk.records import NewHead, NewHook, NewLine, NewPlastic, NewRod
from ilha.formats.fields import FieldError
from ilha.store import heads, hooks, lines, plastics, rods


def printed_g(oz: float) -> float:
    """What a printed weight says, g."""
    return round(g_from_kg(kg_from_oz(oz)), 2)


def _counted(carried: int, before: Any | None, now_s: float) -> float:
    """A count that is typed anew is made now; one that stays as it was holds from when it was."""
    if before is not None and before["carried"] == carried:
        return float(before["counted_utc_s"])
    return now_s


def head(new: NewHead, before: heads.Head | None, now_s: float) -> heads.NewHead:
    """A head to be stored; a hook that was measured stays so while its size does.

    Raises
    ------
    FieldError
        Where neither weight is given, or only some of the hook's measures.
    """
    if new.printed_oz is None and new.mass_g is None:
        raise FieldError("printed_oz", "`printed_oz` or mass_g must be given: what is printed"
                                       " on it, or what the scale says")
    if (new.shape == "moulded-in") != (new.plastic_id is not None):
        raise FieldError("plastic_id", "`plastic_id` must be given for a weight that is moulded in,"
                         " and for no other: choose its plastic, or another shape")
    straight, gape, wire, measured = _hook_of(new, before)
    stouter = 1.0 if measured else wire / _usual(new.hook_size).wire_mm
    usual_g = _hook_g(new.hook_size, stouter)
    # A mass that was usual of the hook before is not what this one weighs.
    kept = before is not None and new.hook_mass_g == before["hook_mass_g"] and head_again(
        before)["hook_mass_g"] is None
    return heads.NewHead(
        printed_oz=new.printed_oz, mass_g=new.mass_g or printed_g(new.printed_oz or 0.0),
        weighed=int(new.mass_g is not None), shape=new.shape, material=new.material,
        density_g_cm3=HEAD_MATERIALS[new.material] / 1000.0, hook_size=new.hook_size,
        hook_mass_g=usual_g if kept else new.hook_mass_g or usual_g, hook_gape_mm=gape,
        hook_straight_mm=straight, hook_wire_mm=wire, hook_measured=int(measured),
        keeper=new.keeper, keeper_takes_mm=new.keeper_takes_mm, weight_x_mm=new.weight_x_mm,
        extra_drag_cm2=new.extra_drag_cm2, carried=new.carried, price=new.price,
        counted_utc_s=_counted(new.carried, before, now_s), colour=new.colour,
        plastic_id=new.plastic_id)


def _hook_of(new: NewHead, before: heads.Head | None) -> tuple[float, float, float, bool]:
    """Straight part, gape and wire of a head's hook, mm, and whether they were measured."""
    given = (new.hook_straight_mm, new.hook_gape_mm, new.hook_wire_mm)
    if None not in given:
        straight, gape, wire = cast(tuple[float, float, float], given)
        return straight, gape, wire, True
    if any(value is not None for value in given):
        raise FieldError("hook_gape_mm", "`hook_gape_mm`, hook_straight_mm and hook_wire_mm must be"
                                         " given together: measure all three, or leave them out")
    same = before if before is not None and before["hook_size"] == new.hook_size else None
    if same is not None and same["hook_measured"] and new.hook_wire is None:
        return same["hook_straight_mm"], same["hook_gape_mm"], same["hook_wire_mm"], True
    usual = _usual(new.hook_size)
    wire = usual.wire_mm * WIRE_OVER[new.hook_wire or "medium"]
    if same is not None and new.hook_wire is None:
        wire = same["hook_wire_mm"]
    return usual.straight_mm, usual.gape_mm, round(wire, 3), False


def _usual(size: str) -> HookSize:
    return next(h for h in HOOKS if h.size == size)


def _hook_g(size: str, stouter: float) -> float:
    """Typical mass of a hook (g) of wire so many times the usual."""
    return hook_grams(size) if stouter == 1.0 else round(hook_grams(size) * stouter**2, 3)


def tied_head(pair: Pair) -> NewHead:
    """A loose hook and its weight as the head that is put in the box."""
    head = pair.head
    lengths = {"hook_straight_mm": head.straight, "hook_gape_mm": head.gape,
               "hook_wire_mm": head.wire, "keeper_takes_mm": head.keeper_takes}
    return NewHead.model_validate({
        "mass_g": round(g_from_kg(head.head.mass), 3), "shape": head.head.shape,
        "material": "lead" if pair.weight is None else pair.weight.material,
        "hook_size": head.hook_size, "hook_mass_g": round(g_from_kg(head.head.hook_mass), 3),
        "keeper": head.keeper, "carried": pair.carried,
        **{name: round(mm_from_m(value), 3) for name, value in lengths.items()}})


def plastic(
    new: NewPlastic, before: plastics.Plastic | None, now_s: float
) -> plastics.NewPlastic:
    """A plastic to be stored, after the rules that no single field can tell."""
    body_mm, width_mm, height_mm = _measures(new)
    if body_mm > new.length_mm:
        raise FieldError("body_length_mm", "`body_length_mm` must be at most the length,"
                                           f" {new.length_mm:g} mm, got {body_mm:g} mm:"
                                           " measure the body without a thin tail")
    if new.profile is not None:
        for i, point in enumerate(new.profile):
            if len(point) != 2:
                raise FieldError(f"profile[{i}]", f"`profile[{i}]` must be a share and a half"
                                                  f" height, got {len(point)} numbers: give two")
        points = cast(Points, tuple(tuple(point) for point in new.profile))
        Outline(m_from_mm(body_mm), m_from_mm(height_mm), points)
    family = LOOKS[new.look]
    density = PLASTIC_MATERIALS[new.material] / 1000.0
    if new.density_g_cm3 is not None:
        density = new.density_g_cm3
    mass = new.mass_g
    if mass is None:
        mass = _shape_g(family, new.length_mm, width_mm, height_mm, density)
    return plastics.NewPlastic(
        name=new.name, family=stored_family(new.look), look=new.look, material=new.material,
        colour=new.colour,
        length_mm=new.length_mm, body_length_mm=body_mm, width_mm=width_mm,
        height_mm=height_mm, mass_g=mass, density_g_cm3=density,
        extra_drag_cm2=new.extra_drag_cm2,
        profile=None if new.profile is None else json.dumps(new.profile),
        weighed=int(new.mass_g is not None), carried=new.carried, condition=new.condition,
        price=new.price, counted_utc_s=_counted(new.carried, before, now_s),
        measured=int(None not in (new.body_length_mm, new.width_mm, new.height_mm)),
        slit=new.slit, slit_mm=_slit_mm(new, height_mm))


def _slit_mm(new: NewPlastic, height_mm: float) -> float:
    """How deep it is slit, mm: half its height where that is not told."""
    if new.slit == "none":
        return 0.0
    if new.slit_mm >= height_mm:
        raise FieldError("slit_mm", f"`slit_mm` must be under the height, {height_mm:g} mm, got"
                                    f" {new.slit_mm:g} mm: measure how deep the slit goes")
    return new.slit_mm or round(0.5 * height_mm, 1)


def _measures(new: NewPlastic) -> tuple[float, float, float]:
    """Working length, width and height, mm: as measured, else typical of its look."""
    usual = [round(mm_from_m(v), 1) for v in typical_measures(new.look, m_from_mm(new.length_mm))]
    given = (new.body_length_mm, new.width_mm, new.height_mm)
    body, width, height = (v if g is None else g for v, g in zip(usual, given, strict=True))
    return body, width, height


def shape_g(row: plastics.Plastic) -> float:
    """What a plastic's shape and material say of its weight, g."""
    return _shape_g(family_of(row), row["length_mm"], row["width_mm"], row["height_mm"],
                    row["density_g_cm3"])


def _shape_g(
    family: str, length_mm: float, width_mm: float, height_mm: float, density_g_cm3: float
) -> float:
    return round(1e3 * shape_mass(
        family, m_from_mm(length_mm), m_from_mm(width_mm), m_from_mm(height_mm),
                                  density_g_cm3 * 1000.0), 4)


def rod(new: NewRod) -> rods.NewRod:
    """A rod to be stored."""
    if new.lure_max_g <= new.lure_min_g:
        raise FieldError("lure_max_g", "`lure_max_g` must be above the least weight,"
                                       f" {new.lure_min_g:g} g, got {new.lure_max_g:g} g: read the"
                                       " rod's own marks")
    row = new.model_dump()
    if row["effective_mass_g"] is None:
        row["effective_mass_g"] = round(INERTIA * new.lure_max_g, 1)
    given = [row[name] is not None for name in _SEEN]
    if any(given) and not all(given):
        missing = _SEEN[given.index(False)]
        raise FieldError(missing, f"`{missing}` is needed with the others of the cast that was"
                                  " seen: give it, or leave them all out and the usual one is"
                                  " assumed")
    row["cast_assumed"] = int(not all(given))
    if row["cast_assumed"]:
        usual = usual_cast(kg_from_g(new.lure_max_g), new.length_m)
        row |= {"cast_mass_g": round(g_from_kg(usual.mass), 1),
                "cast_distance_m": round(usual.distance, 1),
                "cast_line_mm": round(mm_from_m(usual.diameter), 2),
                "cast_drag_cm2": round(usual.drag_area * 1e4, 2)}
    return cast(rods.NewRod, row)


THINNEST_MM, THICKEST_MM = 0.03, 2.0
_SEEN = ("cast_mass_g", "cast_distance_m", "cast_line_mm", "cast_drag_cm2")


def rod_again(row: rods.Rod) -> dict[str, Any]:
    """As :func:`head_again`, of a rod."""
    typed: dict[str, Any] = {k: v for k, v in row.items() if k != "cast_assumed"}
    return typed | (dict.fromkeys(_SEEN) if row["cast_assumed"] else {})


def line(new: NewLine) -> lines.NewLine:
    """A line to be stored; its diameter usual of its kind and strength where none is given."""
    row = new.model_dump()
    if row["diameter_mm"] is None:
        usual = round(mm_from_m(usual_diameter(new.kind, new.strength_kg)), 2)
        if not THINNEST_MM <= usual <= THICKEST_MM:
            raise FieldError("diameter_mm", f"`diameter_mm` is needed: no line of"
                                            f" {new.strength_kg:g} kg is usual: measure it")
        row["diameter_mm"] = usual
    return cast(lines.NewLine, row)


def hook(new: NewHook) -> hooks.NewHook:
    """A loose hook to be stored; what is left out is typical of its size."""
    usual = _usual(new.size)
    return hooks.NewHook(
        kind=new.kind, size=new.size, mass_g=new.mass_g or hook_grams(new.size),
        straight_mm=new.straight_mm or usual.straight_mm, gape_mm=new.gape_mm or usual.gape_mm,
        wire_mm=new.wire_mm or usual.wire_mm, carried=new.carried, price=new.price)


def head_again(row: heads.Head) -> dict[str, Any]:
    """A head as it would be typed: what is typical is left out."""
    out: dict[str, Any] = {**row, "mass_g": row["mass_g"] if row["weighed"] else None}
    size, stouter = row["hook_size"], 1.0
    usual = next((hook for hook in HOOKS if hook.size == size), None)
    if usual is None:
        # Of a file that was tampered with: whoever reads it refuses the size.
        return out
    wires = {round(usual.wire_mm * over, 3): word for word, over in WIRE_OVER.items()}
    # What is neither measured nor usual stays, and is held to the bounds of what is typed.
    if not row["hook_measured"] and (row["hook_straight_mm"], row["hook_gape_mm"]) == (
            usual.straight_mm, usual.gape_mm) and row["hook_wire_mm"] in wires:
        out |= dict.fromkeys(("hook_gape_mm", "hook_straight_mm", "hook_wire_mm"))
        out["hook_wire"] = wires[row["hook_wire_mm"]]
        stouter = row["hook_wire_mm"] / usual.wire_mm
    if row["hook_mass_g"] == _hook_g(size, stouter):
        out["hook_mass_g"] = None
    return out


def plastic_again(row: plastics.Plastic) -> dict[str, Any]:
    """As :func:`head_again`, of a plastic."""
    usual = PLASTIC_MATERIALS[row["material"]] / 1000.0
    typed = row["weighed"] or row["mass_g"] != shape_g(row)
    usual_too = () if row["measured"] else ("body_length_mm", "width_mm", "height_mm")
    return {**row, **dict.fromkeys(usual_too), "mass_g": row["mass_g"] if typed else None,
            "density_g_cm3": None if row["density_g_cm3"] == usual else row["density_g_cm3"],
            "profile": None if row["profile"] is None else json.loads(row["profile"])}
