"""The open file ``ilha-question-1``, the whole outfit for a situation, and ``ilha-choice-1``."""

from __future__ import annotations

from typing import Any, Literal

import numpy as np
from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ilha.core.advice.cautions import FIRST, Place, Weather, cautions
from ilha.core.choose.fish import RELEASE, Feeds, fish_named
from ilha.core.choose.outfit import Choice, Outfit
from ilha.core.choose.proposal import Figures, figures_of
from ilha.core.choose.ranking import SHOWN, choose
from ilha.core.choose.situation import (
    PLACES,
    Bottom,
    Clarity,
    Cover,
    Light,
    Mood,
    Situation,
    Symptom,
    Trend,
)
from ilha.core.units import G, oz_from_kg, si
from ilha.formats.box_file import BoxPart
from ilha.formats.fields import first_error

PlaceKind = Literal[
    "flat", "pothole", "bar", "creek-bend", "marsh-edge", "dock", "bridge", "channel", "harbour",
    "jetty", "surf", "wash", "shallow-reef", "reef", "ledge", "wreck", "open-structure"]
School = Literal[
    "lightest-practical", "bottom-contact", "depth-table", "fed-fall", "down-then-work"]


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class QuestionFile(_Part):
    """The question. Without ``box`` a catalogue of common sizes is searched; without
    ``line_diameter_mm`` any line in it."""

    format: Literal["ilha-question-1"]
    place: PlaceKind
    depth_m: float
    surface_speed_m_s: float
    wind_m_s: float = 3.0
    stance: Literal["wading", "bank", "dock", "kayak", "anchored", "drifting"] = "bank"
    bottom: Bottom = "sand"
    cover: Cover = "none"
    cover_height_m: float = Field(0.0, ge=0.0, le=20.0)
    water_temperature_c: float = 18.0
    temperature_trend: Trend = "steady"
    clarity: Clarity = "stained"
    light: Light = "bright"
    fish: str
    feeding: Feeds | None = None
    mood: Mood = "steady"
    pests: bool = False
    symptom: Symptom | None = None
    school: School = "lightest-practical"
    shank: Literal["middle", "short", "long"] = "middle"
    leader: Literal["bites", "structure"] = "bites"
    sinker: Literal["jig", "sinker"] = "jig"
    line_diameter_mm: float | None = None
    cast_m: float | None = Field(None, gt=0.0, le=150.0)
    tip_height_m: float | None = Field(None, ge=0.0, le=30.0)
    box: BoxPart | None = None

    def core(self) -> Situation:
        """The situation, in SI.

        Raises
        ------
        DomainError
            Naming the field.
        """
        return Situation(
            place=self.place, depth=self.depth_m, surface_speed=self.surface_speed_m_s,
            fish=fish_named(self.fish), wind=self.wind_m_s, stance=self.stance, bottom=self.bottom,
            cover=self.cover, cover_height=self.cover_height_m,
            water_temperature_c=self.water_temperature_c,
            temperature_trend=self.temperature_trend, clarity=self.clarity, light=self.light,
            feeding=self.feeding, mood=self.mood, pests=self.pests, symptom=self.symptom,
            school=self.school, shank=self.shank, leader=self.leader, sinker=self.sinker,
            line_diameter=None if self.line_diameter_mm is None else si(self.line_diameter_mm, 1),
            cast=self.cast_m, tip_height=self.tip_height_m)


class PlasticOut(_Part):
    family: str
    length_mm: float
    material: str
    colour: str


class HeadOut(_Part):
    oz: float
    mass_g: float
    shape: str


class HookOut(_Part):
    size: str
    wire: Literal["fine", "medium", "heavy"]


class LineOut(_Part):
    diameter_mm: float
    leader_kg: float


class ReasonOut(_Part):
    rule: str
    says: str
    gave: float


class OutfitOut(_Part):
    """lead_m, count_s : null where the rig is not let fall to the bottom."""

    score: float
    plastic: PlasticOut
    rigging: str
    head: HeadOut
    hook: HookOut
    keeper: str
    line: LineOut
    lead_m: float | None
    count_s: float | None
    retrieve: str
    reasons: list[ReasonOut]


class ChoiceOut(_Part):
    """The answer; no outfits where nothing in the box passes the hard limits."""

    format: Literal["ilha-choice-1"]
    outfits: list[OutfitOut]
    cautions: list[str]


def read(text: str) -> QuestionFile:
    """A question from JSON.

    Raises
    ------
    FieldError
        Naming the field at fault.
    """
    try:
        return QuestionFile.model_validate_json(text)
    except ValidationError as error:
        raise first_error(error) from error


def cautions_for(situation: Situation) -> list[str]:
    """What to mind with the fish and at the place, local rules first."""
    waters = PLACES[situation.place]["waters"]
    exposure = {"surf": "open sea", "reefs": "open sea"}.get(waters, "sheltered")
    place = Place(situation.place.replace("-", " "), situation.stance, exposure)
    weather = Weather(situation.wind, None, None, False, situation.water_temperature_c)
    said = cautions(place, weather, np.array([situation.surface_speed]), None)
    return [FIRST, *situation.fish.cautions, RELEASE, *(one.caution.says for one in said)]


def _number(value: float, digits: int) -> float | None:
    return round(value, digits) if np.isfinite(value) else None


def _outfit(outfit: Outfit, figures: Figures) -> dict[str, Any]:
    head = outfit.head
    mass = head.head.mass
    return {
        "score": round(outfit.score, 3),
        "plastic": {"family": outfit.plastic.look,
                    "length_mm": round(outfit.plastic.plastic.length * 1e3, 1),
                    "material": outfit.plastic.material, "colour": outfit.colour},
        "rigging": outfit.rigging,
        "head": {"oz": round(head.printed_oz or oz_from_kg(mass), 4),
                 "mass_g": round(mass * 1e3, 2), "shape": head.head.shape},
        "hook": {"size": head.hook_size, "wire": outfit.wire}, "keeper": head.keeper,
        "line": {"diameter_mm": round(outfit.line.diameter * 1e3, 3),
                 "leader_kg": round(outfit.leader / G, 2)},
        "lead_m": _number(figures.lead, 2), "count_s": _number(figures.count, 1),
        "retrieve": outfit.retrieve,
        "reasons": [{"rule": r.rule.key, "says": r.says, "gave": round(r.gave, 3)}
                    for r in outfit.reasons],
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


def answer(asked: QuestionFile) -> dict[str, Any]:
    """The answer, ``ilha-choice-1``."""
    situation = asked.core()
    choice = choose(situation, None if asked.box is None else asked.box.core())
    return {
        "format": "ilha-choice-1",
        "outfits": [_outfit(o, figures_of(situation, o)) for o in proposed(choice)],
        "cautions": cautions_for(situation),
    }
