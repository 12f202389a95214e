"""GET /api/choice: from fish and water to whole outfits; what moves them; the doctor; the fan."""

from __future__ import annotations

from typing import Any

import numpy as np
from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.core.advice.doctor import SYMPTOMS, advise
from ilha.core.advice.doctor_numbers import Patient
from ilha.core.advice.fan import two_plans
from ilha.core.bench.rigging_numbers import RULES, Bench, Numbers
from ilha.core.bench.riggings import NAMES
from ilha.core.choose.box import Box
from ilha.core.choose.outfit import Choice as Chosen
from ilha.core.choose.outfit import Outfit as Proposed
from ilha.core.choose.proposal import by_school, figures_of, what_moves
from ilha.core.choose.ranking import choose
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.choose.situation import Situation, cover_kind
from ilha.core.move.drift import drift
from ilha.core.rig.bodies import ball_diameter
from ilha.core.rig.outline import PROFILES, Outline
from ilha.core.tables import STANCES
from ilha.core.tide.light import light
from ilha.core.units import G
from ilha.core.water.flow import Profile
from ilha.formats.choice_file import cautions_for, proposed
from ilha.formats.fields import FieldError
from ilha.web import convert
from ilha.web.books import box_of, fish_named, rule_book
from ilha.web.choice_payloads import (
    Choice,
    ChoiceQuestion,
    Doctor,
    DoctorQuestion,
    FanQuestion,
    Fans,
    Moves,
)
from ilha.web.convert import one
from ilha.web.day import Moment, boat_of, moment
from ilha.web.resources import answer

bp = Blueprint("choice", __name__, url_prefix="/api")

def _light(asked: ChoiceQuestion, at: Moment) -> str:
    """As asked, else by the sun over the mark at that step."""
    if asked.light is not None:
        return asked.light
    times = at.span.times
    found = light(at.mark["latitude_deg"], at.mark["longitude_deg"], float(times[0]),
                  float(times[-1]))
    return found.fished_at(times[asked.step])[0]


def situation_at(asked: ChoiceQuestion, at: Moment) -> Situation:
    """The situation of a question at its step."""
    mark, way, step = at.mark, at.way, asked.step
    depth, current = float(way.depth[step]), abs(float(way.stream[step]))
    if not way.wet[step]:
        raise FieldError("step", f"`step`: {mark['name']} is dry at {at.span.clock_of(step)}:"
                                 " choose another hour")
    weed = mark["cover_height_m"] if asked.cover_height_m is None else asked.cover_height_m
    own_tip = mark["tip_height_m"] if at.stance == mark["stance"] else None
    speed, plane = None, 1.0
    if STANCES[at.stance].drifts:
        drifts = drift(boat_of(asked, mark, way), way.stream, Profile(asked.profile, weed))
        speed = float(drifts.leeway * drifts.wind_share[step])
        plane = float(drifts.current_share[step])
    return Situation(
        place=mark["kind"].replace(" ", "-"), depth=depth, surface_speed=current,
        fish=fish_named(asked.fish), wind=asked.wind_m_s, stance=at.stance, bottom=mark["bottom"],
        cover=asked.cover or cover_kind(mark["cover"], weed, depth), cover_height=weed,
        water_temperature_c=asked.temperature_c, temperature_trend=asked.temperature_trend,
        clarity=asked.clarity, light=_light(asked, at), feeding=asked.feeding, mood=asked.mood,
        pests=asked.pests, symptom=asked.symptom, school=asked.school, shank=asked.shank,
        leader=asked.leader, sinker=asked.sinker,
        cast=mark["cast_m"] if asked.cast_m is None else asked.cast_m,
        tip_height=own_tip if asked.tip_height_m is None else asked.tip_height_m,
        drift_speed=speed, drift_plane=plane)


def _made(asked: ChoiceQuestion) -> tuple[Moment, Box, Chosen]:
    at = moment(asked)
    box = box_of(asked.line_id)
    return at, box, choose(situation_at(asked, at), box, rule_book())


@bp.get("/choice")
def get_choice() -> Response:
    asked = ChoiceQuestion.model_validate(request.args.to_dict())
    at, box, choice = _made(asked)
    s = choice.situation
    outfits = proposed(choice)
    pair = [] if choice.pair is None else [
        next(i for i, o in enumerate(outfits) if o.parts == side.parts) for side in choice.pair]
    low, high = s.zone
    return answer(Choice.model_validate({
        "asked": {
            "place": s.place, "bottom": s.bottom, "depth_m": round(s.depth, 3),
            "surface_speed_m_s": round(s.surface_speed, 4), "stance": s.stance, "cover": s.cover,
            "cover_from": "chosen" if asked.cover else "mark", "light": s.light,
            "light_from": "chosen" if asked.light else "sun", "feeding": s.feeds,
            "zone_from_m": round(low, 2), "zone_to_m": round(high, 2), "cast_m": s.cast_m,
            "tip_height_m": s.tip, "steady": s.steady,
            "clock": at.span.clock_of(asked.step), "fish": s.fish.key, "fish_name": s.fish.name,
        },
        "outfits": [_outfit(s, box, outfit) for outfit in outfits],
        "pair": pair, "fired": [rule.key for rule in choice.fired],
        "conflicts": [{
            "feature": c.feature, "first": c.first.key, "second": c.second.key,
            "outweighs": None if c.outweighs is None else c.outweighs.key,
        } for c in choice.conflicts],
        "ruled_out": [{"limit": key, "count": n} for key, n in choice.ruled_out.items()],
        "tried": choice.tried, "cautions": cautions_for(s),
    }))


def _outfit(s: Situation, box: Box, o: Proposed) -> dict[str, Any]:
    f = figures_of(s, o)
    code, figure, bound, unit = f.decided
    retrieve = RETRIEVES[o.retrieve]
    return {
        "plastic_id": int(o.plastic.id), "head_id": int(o.head.head.id),
        "line_id": int(o.line.id), "rod_id": int(o.rod.id), "rigging": o.rigging,
        "rigging_name": NAMES[o.rigging], "covered": o.weedless, "colour": o.colour,
        "own_colour": o.plastic.colour_name, "tip": o.tip, "leader_kg": round(o.leader / G, 2),
        "hook_size": o.head.hook_size, "wire": o.wire, "score": round(o.score, 2),
        "verdict": o.verdict, "decided": code, "figure": one(figure, 4), "bound": one(bound, 4),
        "unit": unit, "exit_mm": round(o.reach * o.plastic.body_length * 1e3, 1),
        "clear_mm": round(o.clear * 1e3, 1),
        "head_diameter_mm": round(1e3 * float(ball_diameter(
            o.head.head.mass, o.head.head.density)), 2),
        "numbers": convert.plan_numbers(_numbers(s, o)), "lead_m": one(f.lead, 2),
        "count_s": one(f.count, 2),
        "zone_s": one(f.zone_seconds, 2), "scope": one(f.scope, 3),
        "line_out_m": one(f.line_out, 2), "right_from_m_s": one(f.window[0], 3),
        "right_to_m_s": one(f.window[1], 3), "fall_m_s": one(f.fall_speed, 3),
        "cast_m": one(f.cast, 1), "package_g": round(f.package * 1e3, 2),
        "fall_height": [round(v, 4) for v in f.fall_height],
        "fall_shift_m": [round(v, 3) for v in f.fall_shift],
        "line_height_m": [round(v, 3) for v in f.line_height],
        "line_span_m": [one(v, 3) for v in f.line_span],
        "way": {
            "key": retrieve.key, "name": retrieve.name, "says": retrieve.says,
            "speed_m_s": retrieve.speed_m_s, "away_m": np.round(f.way.away, 2).tolist(),
            "up_m": np.round(f.way.up, 3).tolist(), "at_s": np.round(f.way.at, 2).tolist(),
            "period_s": f.way.period,
        },
        "reasons": [{"rule": r.rule.key, "part": r.rule.part, "says": r.says,
                     "gave": round(r.gave, 2)} for r in o.reasons],
        "overruled": [{"rule": v.rule.key, "says": v.rule.worded(s.fish), "feature": v.feature,
                       "by": [rule.key for rule in v.by]} for v in o.overruled],
        "schools": [{"school": key, "head_id": None if head is None else int(head.head.id)}
                    for key, head in by_school(s, box, o).items()],
    }


def _numbers(s: Situation, o: Proposed) -> Numbers:
    """What the bench says of the outfit's rigging."""
    plastic = o.plastic
    body = Outline(plastic.body_length, plastic.plastic.height, PROFILES[plastic.look])
    return RULES[o.rigging](Bench(
        plastic.plastic, body, plastic.look, o.head.head, o.head.straight, o.head.gape,
        o.head.keeper_takes, depth=s.depth, cover=s.cover, current=s.surface_speed,
        line=o.line.diameter))


@bp.get("/choice/moves")
def get_moves() -> Response:
    """What would change the first proposal: each fact by itself."""
    asked = ChoiceQuestion.model_validate(request.args.to_dict())
    _, box, choice = _made(asked)
    return answer(Moves.model_validate({"moves": [{
        "fact": m.fact, "value": str(m.value).lower(), "parts": list(m.parts),
        **_shown(m.outfit),
    } for m in what_moves(choice, box, rule_book())]}))


def _shown(o: Proposed | None) -> dict[str, Any]:
    if o is None:
        return dict.fromkeys(
            ("plastic_id", "head_id", "rigging_name", "retrieve_name", "colour"))
    return {"plastic_id": int(o.plastic.id), "head_id": int(o.head.head.id),
            "rigging_name": NAMES[o.rigging], "retrieve_name": RETRIEVES[o.retrieve].name,
            "colour": o.colour}


def _in_hand(asked: DoctorQuestion | FanQuestion) -> tuple[Situation, Box, Proposed]:
    """The outfit that is meant: the one named if it is proposed, else the first."""
    _, box, choice = _made(asked)
    outfits = proposed(choice)
    if not outfits:
        raise FieldError("fish", "`fish`: nothing in the box does here: change the box or the hour")
    named = (asked.plastic_id, asked.head_id)
    return choice.situation, box, next(
        (o for o in outfits if (int(o.plastic.id), int(o.head.head.id)) == named), outfits[0])


@bp.get("/choice/doctor")
def get_doctor() -> Response:
    asked = DoctorQuestion.model_validate(request.args.to_dict())
    given = dict(part.partition(":")[::2] for part in asked.answers.split(",") if part)
    situation, box, outfit = _in_hand(asked)
    advice = advise(Patient(situation, box, outfit), asked.trouble, given)
    symptom = SYMPTOMS[asked.trouble]
    return answer(Doctor.model_validate({
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
    }))


@bp.get("/choice/fan")
def get_fan() -> Response:
    asked = FanQuestion.model_validate(request.args.to_dict())
    if (asked.sector_deg is None) == (asked.stretch_m is None):
        raise FieldError("sector_deg", "`sector_deg` or stretch_m must be given, not both: leave"
                                       " one out")
    situation, _, outfit = _in_hand(asked)
    f = figures_of(situation, outfit)
    sector = None if asked.sector_deg is None else float(np.radians(asked.sector_deg))
    plans = two_plans(situation, outfit, f.fall_speed, f.count, sector, asked.stretch_m)
    return answer(Fans.model_validate({
        "cast_m": situation.cast_m, "sector_deg": asked.sector_deg, "stretch_m": asked.stretch_m,
        "plans": [{
            "kind": kind, "retrieve": key, "retrieve_name": RETRIEVES[key].name,
            "sight_m": round(p.sight, 2), "casts": p.casts,
            "angles_deg": np.degrees(p.angles).round(2).tolist(),
            "steps_m": np.round(p.steps, 2).tolist(), "apart_m": round(p.apart, 2),
            "seconds_each": round(p.seconds_each, 1), "seconds": round(p.seconds, 0),
        } for kind, (key, p) in plans.items()],
    }))
