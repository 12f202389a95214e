"""The choice as its payloads."""

from __future__ import annotations

from typing import Any

import numpy as np

from ilha.core.advice.doctor import SYMPTOMS, Advice
from ilha.core.advice.fan import Plan
from ilha.core.bench.riggings import NAMES
from ilha.core.choose.outfit import Outfit
from ilha.core.choose.proposal import Figures, Moved
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.move.cast import is_guess
from ilha.core.rig.bodies import ball_diameter
from ilha.core.units import G, g_from_kg, mm_from_m
from ilha.desk.convert import one, plan_numbers
from ilha.desk.outfit import Chosen
from ilha.desk.tying_up import Tied
from ilha.desk.typed_tackle import tied_head
from ilha.formats.choice_file import WHY, cautions_for, stopped_by
from ilha.web.choice import payloads as p

FITS = ("badly", "at a pinch", "well")


def choice(c: Chosen) -> p.Choice:
    """Whole outfits with their reasons."""
    found, why = c.choice, None
    if not found.outfits:
        limit = stopped_by(found)
        why = {"limit": limit, "says": WHY[limit],
               "nearest": None if found.nearest is None else _outfit(c, found.nearest)}
    return p.Choice.model_validate({
        "asked": _asked(c), "computed_utc_s": c.at.now_s, "why": why,
        "outfits": [_outfit(c, outfit) for outfit in c.outfits],
        "pair": c.pair, "on_lead": found.on_lead, "fired": [rule.key for rule in found.fired],
        "conflicts": [{
            "feature": q.feature, "first": q.first.key, "second": q.second.key,
            "outweighs": None if q.outweighs is None else q.outweighs.key,
        } for q in found.conflicts],
        "ruled_out": [{"limit": key, "count": n} for key, n in found.ruled_out.items()],
        "tried": found.tried, "cautions": cautions_for(c.situation, c.outfits),
    })


def _asked(c: Chosen) -> dict[str, Any]:
    s, asked = c.situation, c.asked
    low, high = s.zone
    return {
        "place": s.place, "bottom": s.bottom, "depth_m": round(s.depth, 3),
        "surface_speed_m_s": round(s.surface_speed, 4), "stance": s.stance, "cover": s.cover,
        "cover_from": "chosen" if asked.cover else "mark", "light": s.light,
        "light_from": "chosen" if asked.light else "sun", "feeding": s.feeds,
        "zone_from_m": round(low, 2), "zone_to_m": round(high, 2), "cast_m": s.cast_m,
        "tip_height_m": s.tip, "retrieve": s.retrieve, "weighs_kg": round(s.weighs_kg, 2),
        "needs_kg": round(s.needs_kg, 2), "keeps_bottom": c.choice.keeps_bottom,
        "finding": s.finding, "fall": s.fall, "profile": s.profile,
        "practical_salinity": s.salinity, "wind_m_s": s.wind,
        "clock": c.at.span.clock_of(asked.step), "fish": s.fish.key, "fish_name": s.fish.name,
    }


def _outfit(c: Chosen, o: Outfit) -> dict[str, Any]:
    s, f = c.situation, c.figures(o)
    code, figure, bound, unit = f.decided
    how = s.presented(o.retrieve)
    return {
        "plastic_id": int(o.plastic.id), "head_id": int(o.head.head.id),
        "front_head_id": None if o.front is None else int(o.front.head.id),
        "line_id": int(o.line.id), "rod_id": int(o.rod.id), "rigging": o.rigging,
        "rigging_name": NAMES[o.rigging], "covered": o.weedless, "colour": o.colour,
        "own_colour": o.plastic.colour_name, "tip": o.tip, "leader_kg": round(o.leader / G, 2),
        "leader_id": None if o.leader_id is None else int(o.leader_id),
        "leader_says": o.leader_says, "placing": list(o.placing),
        "beside": None if o.beside is None else vars(o.beside),
        "line_kg": round(o.line.holds / G, 2), "needs_kg": round(o.needs_kg, 2),
        "over_g": one(g_from_kg(f.over), 2), "fit": FITS[o.fit], "fit_word": o.fit_word,
        "cast_is_guess": bool(np.ravel(is_guess(o.rod.rod, np.array([f.package])))[0]),
        "hook_size": o.head.hook_size, "wire": o.wire, "score": round(o.score, 2),
        "verdict": f.verdict, "decided": code, "figure": one(figure, 4), "bound": one(bound, 4),
        "unit": unit, "exit_mm": round(mm_from_m(o.reach * o.plastic.body_length), 1),
        "clear_mm": round(mm_from_m(o.clear), 1),
        "head_diameter_mm": round(mm_from_m(float(ball_diameter(
            o.head.head.mass, o.head.head.density))), 2),
        "numbers": plan_numbers(c.numbers(o)), **_water(f), "drops": c.drops(o),
        "lowered": how.lowered, "steady": how.steady,
        "aim": "bottom" if not s.off_bottom else "stop" if how.lowered else "zone",
        "way": _way(o, f),
        "reasons": [{"rule": r.rule.key, "part": r.rule.part, "says": r.says,
                     "gave": round(r.gave, 2), "tackle": r.tackle} for r in o.reasons],
        "overruled": [{"rule": v.rule.key, "says": v.rule.worded(s.fish), "feature": v.feature,
                       "by": [rule.key for rule in v.by]} for v in o.overruled],
        "schools": [{"school": key, "stopped": ties.stopped,
                     "head_id": None if ties.head is None else int(ties.head.head.id)}
                    for key, ties in c.schools(o).items()],
        "scenario": c.scenario(o, f),
    }


def _water(f: Figures) -> dict[str, Any]:
    return {
        "lead_m": one(f.lead, 2), "beyond_m": one(f.beyond, 2),
        "count_s": one(f.count, 2), "count_low_s": one(f.count_range[0], 2),
        "count_high_s": one(f.count_range[1], 2), "doubted": f.doubted,
        "right_share": one(f.right_share, 3), "line_off_m": one(f.off_spool, 2),
        "zone_s": one(f.zone_seconds, 2),
        "scope": one(f.scope, 3), "line_out_m": one(f.line_out, 2),
        "right_from_m_s": one(f.window[0], 3), "right_to_m_s": one(f.window[1], 3),
        "fall_m_s": one(f.fall_speed, 3), "cast_m": one(f.cast, 1),
        "package_g": round(g_from_kg(f.package), 2),
        "fall_height": [round(v, 4) for v in f.drawn.fall_height],
        "fall_shift_m": [round(v, 3) for v in f.drawn.fall_shift],
        "line_height_m": [round(v, 3) for v in f.drawn.line_height],
        "line_span_m": [one(v, 3) for v in f.drawn.line_span],
    }


def _way(o: Outfit, f: Figures) -> dict[str, Any]:
    retrieve = RETRIEVES[o.retrieve]
    speed = retrieve.speed_m_s
    if retrieve.steady and f.way.seconds > 0.0:
        speed = float(f.way.away[0] - f.way.away[-1]) / f.way.seconds
    return {
        "key": retrieve.key, "name": retrieve.name, "says": retrieve.says,
        "speed_m_s": round(speed, 3), "away_m": np.round(f.way.away, 2).tolist(),
        "up_m": np.round(f.way.up, 3).tolist(), "at_s": np.round(f.way.at, 2).tolist(),
        "period_s": f.way.period,
    }


def loose(found: list[Tied]) -> p.Loose:
    return p.Loose(outfits=[p.TiedUp(
        place=t.place, hook_id=t.pair.hook.id,
        weight_id=None if t.pair.weight is None else t.pair.weight.id, head=tied_head(t.pair),
        plastic_id=int(t.outfit.plastic.id), line_id=int(t.outfit.line.id),
        rod_id=int(t.outfit.rod.id), rigging=t.outfit.rigging,
        rigging_name=NAMES[t.outfit.rigging], retrieve_name=RETRIEVES[t.outfit.retrieve].name,
        colour=t.outfit.colour, verdict=t.figures.verdict, count_s=one(t.figures.count, 2),
    ) for t in found])


def moves(found: list[Moved]) -> p.Moves:
    return p.Moves.model_validate({"moves": [{
        "fact": m.fact, "value": str(m.value).lower(), "parts": list(m.parts), **_shown(m.outfit),
    } for m in found]})


def _shown(o: Outfit | None) -> dict[str, Any]:
    if o is None:
        return dict.fromkeys(
            ("plastic_id", "head_id", "rigging_name", "retrieve_name", "colour"))
    return {"plastic_id": int(o.plastic.id), "head_id": int(o.head.head.id),
            "rigging_name": NAMES[o.rigging], "retrieve_name": RETRIEVES[o.retrieve].name,
            "colour": o.colour}


def doctor(trouble: str, advice: list[Advice]) -> p.Doctor:
    symptom = SYMPTOMS[trouble]
    return p.Doctor.model_validate({
        "trouble": symptom.key, "name": symptom.name, "says": symptom.says,
        "questions": [{"key": q.key, "ask": q.ask,
                       "answers": [{"key": key, "words": words} for key, words in q.answers]}
                      for q in symptom.questions],
        "changes": [{
            "key": a.change.key, "says": a.change.says,
            "unit": None if a.number is None else a.number.unit,
            "value": None if a.number is None else one(a.number.value, 6),
            "word": "" if a.number is None else a.number.word,
        } for a in advice],
    })


def fans(c: Chosen, plans: dict[str, tuple[str, Plan]], sector_deg: float | None,
         stretch_m: float | None) -> p.Fans:
    return p.Fans.model_validate({
        "cast_m": c.situation.cast_m, "sector_deg": sector_deg, "stretch_m": stretch_m,
        "plans": [{
            "kind": kind, "retrieve": key, "retrieve_name": RETRIEVES[key].name,
            "sight_m": round(plan.sight, 2), "casts": plan.casts,
            "angles_deg": np.degrees(plan.angles).round(2).tolist(),
            "steps_m": np.round(plan.steps, 2).tolist(), "apart_m": round(plan.apart, 2),
            "seconds_each": round(plan.seconds_each, 1), "seconds": round(plan.seconds, 0),
        } for kind, (key, plan) in plans.items()],
    })
