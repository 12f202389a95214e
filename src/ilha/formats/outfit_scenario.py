"""The scenario of one outfit: asked of ``ilha board`` it is answered as the choice answers."""

from __future__ import annotations

from typing import Any

import numpy as np

from ilha.core.choose.outfit import Outfit
from ilha.core.choose.proposal import Figures
from ilha.core.choose.search import tied
from ilha.core.choose.situation import Situation
from ilha.core.move.cast import Rod
from ilha.core.rig.bodies import Head, Plastic
from ilha.core.rig.tackle import OnSinker, Rigging, TwoHeads


def _head(head: Head, slow: float = 1.0) -> dict[str, Any]:
    def mm(value: float | None) -> float | None:
        return None if value is None else value * 1e3

    return {
        "id": head.id, "mass_g": head.mass * 1e3, "density_g_cm3": head.density / 1e3,
        "shape": head.shape, "hook_mass_g": head.hook_mass * 1e3,
        "hook_gape_mm": mm(head.hook_gape), "hook_wire_mm": mm(head.hook_wire),
        "hook_x_mm": mm(head.hook_x), "weight_x_mm": mm(head.weight_x),
        "extra_drag_cm2": head.extra_drag * 1e4, "slow_factor": slow,
    }


def _plastic(plastic: Plastic) -> dict[str, Any]:
    return {
        "length_mm": plastic.length * 1e3, "width_mm": plastic.width * 1e3,
        "height_mm": plastic.height * 1e3, "mass_g": plastic.mass * 1e3,
        "density_g_cm3": plastic.density / 1e3, "tail": plastic.family,
        "extra_drag_cm2": plastic.extra_drag * 1e4,
    }


def _rod(rod: Rod) -> dict[str, Any] | None:
    if not rod.limits:
        return None
    return {
        "lure_min_g": rod.lure_min * 1e3, "lure_max_g": rod.lure_max * 1e3,
        "effective_mass_g": rod.effective_mass * 1e3,
        "reference_cast": [{
            "mass_g": seen.mass * 1e3, "distance_m": seen.distance,
            "line_diameter_mm": seen.diameter * 1e3, "drag_area_cm2": seen.drag_area * 1e4,
        } for seen in rod.casts],
    }


def _rigging(rigging: Rigging, key: str) -> dict[str, Any] | None:
    if isinstance(rigging, TwoHeads):
        return {"kind": "tandem", "front": _head(rigging.front), "spacing_m": rigging.spacing,
                "leader_mm": rigging.leader * 1e3}
    if isinstance(rigging, OnSinker):
        return {"kind": key, "sinker_g": rigging.mass * 1e3, "dropper_m": rigging.dropper,
                "leader_m": rigging.length, "leader_mm": rigging.leader * 1e3,
                "lift_m": rigging.lift}
    return None


def _known(part: dict[str, Any]) -> dict[str, Any]:
    """Without what is not given: it keeps the format's default."""
    return {name: value for name, value in part.items() if value is not None}


def scenario_of(s: Situation, o: Outfit, figures: Figures, slow: float = 1.0) -> dict[str, Any]:
    """An ``ilha-scenario-1`` with the outfit's one head. slow : as was learned of it.

    The lightest head of the box, against which a heavier one plunges, is none of its heads: its
    time in the zone goes along as ``zone.lightest_s``.
    """
    cond = s.conditions(np.array([o.line.diameter]), s.presented(o.retrieve))
    rigging = tied(o.rigging, o.line.diameter, s.depth, o.head.head)
    low, high = s.zone
    lightest = figures.lightest_zone
    drifts = cond.drift_follows
    return _known({
        "format": "ilha-scenario-1",
        "water": {"temperature_c": s.water_temperature_c, "practical_salinity": s.salinity},
        "air": {"wind_m_s": s.wind, "wind_to_cast_deg": s.wind_angle_deg},
        "mark": {"depth_m": s.depth, "bottom": s.bottom, "cover_height_m": s.cover_height},
        "flow": {"surface_speed_m_s": s.surface_speed, "profile": s.profile},
        "stance": {"kind": "drifting" if drifts else "fixed", "tip_height_m": s.tip,
                   "drift_speed_m_s": float(np.ravel(cond.drift_speed)[0]),
                   "drift_follows": drifts, "drift_plane": float(np.ravel(cond.drift_plane)[0])},
        "line": {"diameter_mm": o.line.diameter * 1e3, "feed_tension_n": s.feed_tension,
                 "fall": s.fall},
        "zone": _known({"from_bottom_m": low, "to_bottom_m": high,
                        "lightest_s": lightest if np.isfinite(lightest) else None}),
        "school": s.school, "cast_m": s.cast_m, "cast_to_current_deg": s.cast_angle_deg,
        "lowered": cond.lowered,
        "retrieve": {"speed_m_s": cond.retrieve_speed, "steady": cond.steady},
        "rod": _rod(o.rod.rod), "plastic": _plastic(o.plastic.plastic),
        "rigging": _rigging(rigging, o.rigging), "heads": [_known(_head(o.head.head, slow))],
    })
