"""The scenario of one outfit: asked of ``ilha board`` it is answered as the choice answers."""

from __future__ import annotations

from typing import Any

import numpy as np

from ilha.core.choose.outfit import Outfit
from ilha.core.choose.proposal import Figures, parts_of
from ilha.core.choose.situation import Situation
from ilha.core.choose.ways import tied
from ilha.core.move.cast import Rod
from ilha.core.rig.bodies import Head, Part, Plastic
from ilha.core.rig.tackle import Across, OnSinker, Rigging, TwoHeads, UnderFloat
from ilha.core.units import cm2_from_m2, g_from_kg, mm_from_m
from ilha.core.water.ground import Ground
from ilha.core.water.line import DENSITY, Leader


def _head(head: Head, slow: float = 1.0) -> dict[str, Any]:
    def mm(value: float | None) -> float | None:
        return None if value is None else mm_from_m(value)

    return {
        "id": head.id, "mass_g": g_from_kg(head.mass), "density_g_cm3": head.density / 1e3,
        "shape": head.shape, "hook_mass_g": g_from_kg(head.hook_mass),
        "hook_gape_mm": mm(head.hook_gape), "hook_wire_mm": mm(head.hook_wire),
        "hook_x_mm": mm(head.hook_x), "weight_x_mm": mm(head.weight_x),
        "extra_drag_cm2": cm2_from_m2(head.extra_drag), "slow_factor": slow,
    }


def _plastic(plastic: Plastic) -> dict[str, Any]:
    return {
        "length_mm": mm_from_m(plastic.length), "width_mm": mm_from_m(plastic.width),
        "height_mm": mm_from_m(plastic.height), "mass_g": g_from_kg(plastic.mass),
        "density_g_cm3": plastic.density / 1e3, "tail": plastic.family,
        "extra_drag_cm2": cm2_from_m2(plastic.extra_drag),
    }


def _rod(rod: Rod) -> dict[str, Any] | None:
    if not rod.limits:
        return None
    out = {
        "lure_min_g": g_from_kg(rod.lure_min), "lure_max_g": g_from_kg(rod.lure_max),
        "effective_mass_g": g_from_kg(rod.inertia), "length_m": rod.length,
    }
    if rod.assumed:
        return _known(out)
    return _known(out | {
        "reference_cast": [{
            "mass_g": g_from_kg(seen.mass), "distance_m": seen.distance,
            "line_diameter_mm": mm_from_m(seen.diameter),
            "drag_area_cm2": cm2_from_m2(seen.drag_area),
        } for seen in rod.casts],
    })


def _rigging(rigging: Rigging, key: str) -> dict[str, Any] | None:
    if isinstance(rigging, TwoHeads):
        return {"kind": "tandem", "front": _head(rigging.front), "spacing_m": rigging.spacing,
                "leader_mm": mm_from_m(rigging.leader)}
    if isinstance(rigging, Across):
        return {"kind": "hooked-across"}
    if isinstance(rigging, UnderFloat):
        return {"kind": "under-float", "float_g": g_from_kg(rigging.mass),
                "float_area_cm2": cm2_from_m2(rigging.area)}
    if isinstance(rigging, OnSinker):
        # A drop-shot is a three-way rig with next to no leader.
        kind = "three-way" if key == "drop-shot" else key
        return {"kind": kind, "sinker_g": g_from_kg(rigging.mass), "dropper_m": rigging.dropper,
                "leader_m": rigging.length, "leader_mm": mm_from_m(rigging.leader),
                "lift_m": rigging.lift}
    return None


def _added(part: Part) -> dict[str, Any]:
    """Of one rig."""
    mass, density, x, z, area = (float(np.ravel(v)[0]) for v in (
        part.mass, part.density, part.x, part.z, part.drag_area))
    return {"mass_g": g_from_kg(mass), "density_g_cm3": density / 1e3, "x_mm": mm_from_m(x),
            "z_mm": mm_from_m(z), "drag_area_cm2": cm2_from_m2(area)}


def _ground(ground: Ground, s: Situation) -> list[list[float]]:
    """The bottom with the water that stands over it now: at the cast's end the rig's depth."""
    return [[away, float(s.depth + ground.deeper(away, s.cast_m))] for away, _ in ground.points]


def leader_of(leader: Leader) -> dict[str, Any]:
    """A leader as the format has it."""
    kind = next((kind for kind, rho in DENSITY.items() if rho == leader.density), "fluorocarbon")
    return {"kind": kind, "diameter_mm": mm_from_m(leader.diameter), "length_m": leader.length}


def _known(part: dict[str, Any]) -> dict[str, Any]:
    """Without what is not given: it keeps the format's default."""
    return {name: value for name, value in part.items() if value is not None}


def scenario_of(s: Situation, o: Outfit, figures: Figures, slow: float = 1.0) -> dict[str, Any]:
    """An ``ilha-scenario-1`` with the outfit's one head. slow : as was learned of it.

    The lightest head of the box, against which a heavier one plunges, is none of its heads: its
    time in the zone goes along as ``zone.lightest_s``.
    """
    s = s.as_rigged(o.rigging)
    cond = s.conditions(np.array([o.line.diameter]), s.presented(o.retrieve),
                        density=o.line.density)
    rigging = tied(o.rigging, o.line.diameter, s.depth, o.ahead, s.surface_speed)
    low, high = s.zone
    lightest = figures.lightest_zone
    drifts = cond.drift_follows
    return _known({
        "format": "ilha-scenario-1",
        "water": {"temperature_c": s.water_temperature_c, "practical_salinity": s.salinity},
        "air": {"wind_m_s": s.wind, "wind_to_cast_deg": s.wind_angle_deg},
        "mark": _known({
            "depth_m": s.depth, "bottom": s.bottom, "cover_height_m": s.cover_height,
            "ground": None if cond.ground is None else _ground(cond.ground, s)}),
        "flow": {"surface_speed_m_s": s.surface_speed, "profile": s.profile,
                 "shelter": s.shelter},
        "swell": {"height_m": s.swell, "period_s": s.swell_period} if s.swell > 0.0 else None,
        "stance": {"kind": "drifting" if drifts else "fixed", "tip_height_m": s.tip,
                   "drift_speed_m_s": float(np.ravel(cond.drift_speed)[0]),
                   "drift_follows": drifts, "drift_plane": float(np.ravel(cond.drift_plane)[0])},
        "line": _known({
            "kind": o.line.kind, "diameter_mm": mm_from_m(o.line.diameter),
            "feed_tension_n": s.feed_tension, "fall": s.fall}),
        "leader": None if s.tied_leader is None else leader_of(s.tied_leader),
        "zone": _known({"from_bottom_m": low, "to_bottom_m": high,
                        "lightest_s": lightest if np.isfinite(lightest) else None}),
        "school": s.school, "cast_m": s.cast_m, "cast_to_current_deg": s.cast_angle_deg,
        "lowered": cond.lowered,
        "retrieve": {"speed_m_s": cond.retrieve_speed, "steady": cond.steady},
        "rod": _rod(o.rod.rod), "plastic": _plastic(o.plastic.plastic),
        "added": [_added(part) for part in parts_of(s, o)] or None,
        "rigging": _rigging(rigging, o.rigging), "heads": [_known(_head(o.head.head, slow))],
    })
