"""The open file ``ilha-question-1``, the whole outfit for a situation, and ``ilha-choice-1``."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ilha.core.advice.cautions import FIRST, Place, Weather, cautions
from ilha.core.choose.box import Box, BoxHead, catalogue
from ilha.core.choose.fish import RELEASE, Feeds, fish_named
from ilha.core.choose.outfit import Choice, Outfit
from ilha.core.choose.proposal import figures_of
from ilha.core.choose.ranking import SHOWN, choose
from ilha.core.choose.rules import RULES, Rule
from ilha.core.choose.situation import (
    PLACES,
    Bottom,
    Clarity,
    Finding,
    Light,
    Mood,
    Situation,
    Symptom,
    Trend,
)
from ilha.core.choose.zones import Cover
from ilha.core.units import G, g_from_kg, m_from_mm, mm_from_m, oz_from_kg
from ilha.core.water.conditions import ACROSS, FallKind
from ilha.core.water.flow import Shelter
from ilha.core.water.ground import Ground
from ilha.formats.box_file import BoxPart
from ilha.formats.fields import first_error
from ilha.formats.outfit_scenario import scenario_of
from ilha.formats.scenario_parts import LeaderPart, told
from ilha.formats.words import PlaceKind, Retrieve, School, StanceKey


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class TypedZone(_Part):
    """Heights above the bottom between which the fish takes: seen on a sounder, or typed."""

    from_bottom_m: float = Field(ge=0.0, le=200.0)
    to_bottom_m: float = Field(gt=0.0, le=200.0)


class SwellPart(_Part):
    height_m: float = Field(ge=0.0, le=20.0)
    period_s: float = Field(7.0, ge=1.0, le=30.0)


class QuestionFile(_Part):
    """The question. Without ``box`` a catalogue of common sizes is searched; without
    ``line_diameter_mm`` any line in it."""

    format: Literal["ilha-question-1"]
    place: PlaceKind
    depth_m: Annotated[float, told(exclusiveMinimum=0, maximum=200)]
    surface_speed_m_s: Annotated[float, told(minimum=0, maximum=6)]
    wind_m_s: Annotated[float, told(minimum=0, maximum=40)] = 3.0
    stance: StanceKey = "bank"
    bottom: Bottom = "sand"
    cover: Cover = "none"
    cover_height_m: float = Field(0.0, ge=0.0, le=20.0)
    water_temperature_c: Annotated[float, told(minimum=-2, maximum=40)] = 18.0
    temperature_trend: Trend = "steady"
    clarity: Clarity = "stained"
    light: Light = "bright"
    fish: str
    feeding: Feeds | None = None
    mood: Mood = "steady"
    pests: bool = False
    symptom: Symptom | None = None
    finding: Finding | None = Field(None, description="still searched for, or found")
    school: School = "lightest-practical"
    shank: Literal["middle", "short", "long"] = "middle"
    leader: Literal["bites", "structure"] = "bites"
    sinker: Literal["jig", "sinker"] = "jig"
    line_diameter_mm: Annotated[float, told(exclusiveMinimum=0, maximum=2)] | None = None
    cast_m: float | None = Field(None, gt=0.0, le=150.0)
    tip_height_m: float | None = Field(None, ge=0.0, le=30.0)
    zone: TypedZone | None = Field(None, description="in place of the fish's own")
    fish_kg: Annotated[float, told(exclusiveMinimum=0, maximum=500)] | None = Field(
        None, description="expected; null: of usual size")
    line_least_kg: Annotated[float, told(exclusiveMinimum=0, maximum=200)] | None = Field(
        None, description="null: by fish and cover")
    retrieve: Retrieve | None = Field(None, description="null: the rules choose")
    retrieve_speed_m_s: float | None = Field(None, gt=0.0, le=5.0, description="where it is swum")
    lowered: bool | None = Field(None, description="null: by stance and depth")
    fall: FallKind = "fed"
    feed_tension_n: float = Field(0.01, ge=0.0, le=5.0)
    cast_to_current_deg: float = Field(ACROSS, ge=0.0, le=180.0)
    wind_to_cast_deg: float = Field(ACROSS, ge=0.0, le=180.0)
    swell: SwellPart | None = Field(None, description="null: what the place usually has")
    profile: Literal["seventh-root", "uniform"] = "seventh-root"
    shelter: Shelter = "even"
    ground: list[list[float]] | None = Field(
        None, description="the bottom along the cast, as a scenario's mark has it")
    tied_leader: LeaderPart | None = Field(None, description="between line and rig")
    practical_salinity: float = 35.0
    drift_speed_m_s: float | None = Field(
        None, ge=-3.0, le=3.0, description="of a drifting boat over the surface current")
    box: BoxPart | None = None

    def core(self) -> Situation:
        """The situation, in SI.

        Raises
        ------
        DomainError
            Naming the field.
        """
        ground = Ground.of(self.ground)
        situation = self._situation(self.depth_m, ground)
        if ground is None:
            return situation
        return self._situation(float(ground.depth(situation.cast_m)), ground)

    def _situation(self, depth: float, ground: Ground | None) -> Situation:
        return Situation(
            place=self.place, depth=depth, surface_speed=self.surface_speed_m_s,
            fish=fish_named(self.fish), wind=self.wind_m_s, stance=self.stance, bottom=self.bottom,
            cover=self.cover, cover_height=self.cover_height_m,
            water_temperature_c=self.water_temperature_c,
            temperature_trend=self.temperature_trend, clarity=self.clarity, light=self.light,
            feeding=self.feeding, mood=self.mood, pests=self.pests, symptom=self.symptom,
            finding=self.finding,
            school=self.school, shank=self.shank, leader=self.leader, sinker=self.sinker,
            line_diameter=None if self.line_diameter_mm is None else (
                m_from_mm(self.line_diameter_mm)),
            cast=self.cast_m, tip_height=self.tip_height_m,
            zone_typed=None if self.zone is None else (
                self.zone.from_bottom_m, self.zone.to_bottom_m),
            fish_kg=self.fish_kg, line_least_kg=self.line_least_kg, retrieve=self.retrieve,
            retrieve_speed=self.retrieve_speed_m_s, lowered=self.lowered, fall=self.fall,
            feed_tension=self.feed_tension_n, cast_angle_deg=self.cast_to_current_deg,
            wind_angle_deg=self.wind_to_cast_deg, profile=self.profile,
            salinity=self.practical_salinity, drift_speed=self.drift_speed_m_s,
            swell_typed=None if self.swell is None else self.swell.height_m,
            swell_period=7.0 if self.swell is None else self.swell.period_s,
            shelter=self.shelter, ground=ground,
            tied_leader=None if self.tied_leader is None else self.tied_leader.core())


def read(text: str) -> QuestionFile:
    """A question from JSON.

    Raises
    ------
    FieldError
        Naming the field at fault.
    """
    try:
        return QuestionFile.model_validate_json(text, strict=True)
    except ValidationError as error:
        raise first_error(error) from error


def cautions_for(situation: Situation, outfits: Sequence[Outfit]) -> list[str]:
    """What to mind with the fish, at the place and with what is proposed, local rules first."""
    waters = PLACES[situation.place]["waters"]
    exposure = {"surf": "open sea", "reefs": "open sea"}.get(waters, "sheltered")
    weather = Weather(situation.wind, None, None, False, situation.water_temperature_c)
    said = dict.fromkeys(
        one.caution.says for rigging in ("one", *(outfit.rigging for outfit in outfits))
        for one in cautions(Place(situation.place.replace("-", " "), situation.stance, exposure,
                                  rigging), weather, np.array([situation.surface_speed]), None))
    return [FIRST, *situation.fish.cautions, RELEASE, *said]


def _number(value: float, digits: int) -> float | None:
    return round(value, digits) if np.isfinite(value) else None


def _reasons(outfit: Outfit, tackle: bool) -> list[dict[str, Any]]:
    return [{"rule": r.rule.key, "says": r.says, "gave": round(r.gave, 3)}
            for r in outfit.reasons if r.tackle == tackle]


def _head(head: BoxHead) -> dict[str, Any]:
    mass = head.head.mass
    return {"id": head.head.id, "oz": round(head.printed_oz or oz_from_kg(mass), 4),
            "mass_g": round(g_from_kg(mass), 2), "shape": head.head.shape}


def _outfit(s: Situation, outfit: Outfit, box: Box, rules: Sequence[Rule]) -> dict[str, Any]:
    figures = figures_of(s, outfit, box, rules)
    head, rod = outfit.head, outfit.rod
    slow = box.slow.get((head.head.id, outfit.plastic.id), 1.0)
    return {
        "score": round(outfit.score, 3),
        "plastic": {"id": outfit.plastic.id, "family": outfit.plastic.look,
                    "length_mm": round(mm_from_m(outfit.plastic.plastic.length), 1),
                    "material": outfit.plastic.material, "colour": outfit.colour},
        "rigging": outfit.rigging,
        "head": _head(head), "front": None if outfit.front is None else _head(outfit.front),
        "hook": {"size": head.hook_size, "wire": outfit.wire}, "keeper": head.keeper,
        "line": {"id": outfit.line.id, "diameter_mm": round(mm_from_m(outfit.line.diameter), 3),
                 "leader_kg": round(outfit.leader / G, 2), "leader_says": outfit.leader_says},
        "rod": {"id": rod.id, "lure_min_g": round(g_from_kg(rod.rod.lure_min), 2),
                "lure_max_g": _number(g_from_kg(rod.rod.lure_max), 2)},
        "verdict": figures.board_verdict, "decided": figures.decided[0],
        "fit": outfit.fit_word or "fits", "line_least_kg": round(outfit.needs_kg, 2),
        "retrieve_speed_m_s": s.presented(outfit.retrieve).speed,
        "scenario": scenario_of(s, outfit, figures, slow),
        "lead_m": _number(figures.lead, 2), "come_in_m": _number(figures.beyond, 2),
        "count_s": _number(figures.count, 2),
        "retrieve": outfit.retrieve,
        "beside": None if outfit.beside is None else vars(outfit.beside),
        "placing": list(outfit.placing), "reasons": _reasons(outfit, tackle=False),
        "tackle_reasons": _reasons(outfit, tackle=True),
    }


def proposed(choice: Choice) -> list[Outfit]:
    """What is proposed, best first, the two of a pair among them, no more than are shown."""
    missing = [one for one in choice.pair or ()
               if all(one.parts != other.parts for other in choice.outfits)]
    paired = {one.parts for one in choice.pair or ()}
    kept = list(choice.outfits)
    while missing and len(kept) + len(missing) > SHOWN:
        kept.remove(next(o for o in reversed(kept) if o.parts not in paired))
    return sorted([*kept, *missing], key=lambda o: -o.score)


WHY = {
    "does-not-fit": "no head in the box can be rigged on any plastic in it",
    "rod-rating": "every head that would do is over the rods",
    "line-too-weak": "every line is far too weak for this fish",
    "hook-too-weak": "every hook that would do opens long before this fish is held",
    "fits-badly": "every head that would do sits badly in the plastics",
    "too-light": "nothing in the box gets to the fish in this water",
}
"""Why nothing is proposed, by the limit that stops what comes nearest."""


def stopped_by(choice: Choice) -> str:
    """The limit that leaves nothing to propose: the one that stops most."""
    if choice.nearest is None:
        return "does-not-fit"
    if choice.nearest.verdict == "too-light":
        return "too-light"
    counts = {key: n for key, n in choice.ruled_out.items() if key != "does-not-fit"}
    return max(counts, key=lambda key: counts[key])


def answer(asked: QuestionFile) -> dict[str, Any]:
    """The answer, ``ilha-choice-1``."""
    situation = asked.core()
    box = (catalogue() if asked.box is None else asked.box.core()).on_line(situation.line_diameter)
    choice = choose(situation, box)
    why = None
    if not choice.outfits:
        limit = stopped_by(choice)
        why = {"limit": limit, "says": WHY[limit], "nearest": None if choice.nearest is None
               else _outfit(situation, choice.nearest, box, RULES)}
    return {
        "format": "ilha-choice-1",
        "outfits": [_outfit(situation, o, box, RULES) for o in proposed(choice)],
        "on_lead": choice.on_lead, "keeps_bottom": choice.keeps_bottom,
        "why": why, "cautions": cautions_for(situation, choice.outfits),
    }
