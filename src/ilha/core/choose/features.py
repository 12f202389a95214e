"""What rules may speak of: the facts of a situation, and the features of an outfit."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, get_args

from ilha.core.bench.keeper import KEEPERS
from ilha.core.bench.strength import WIRES
from ilha.core.choose.fish import EATS, FISH, Hardness, Holds, Mouth, Runs, Strength, Takes, Teeth
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.choose.situation import PLACES, WORDS
from ilha.core.judge.schools import WATER_WORDS
from ilha.core.tables import FAMILIES, LOOKS, PLASTIC_MATERIALS, SHAPES

Asked = bool | str | list[Any]
"""true or false; a token; a list of words; or two numbers, from and to."""
FIT_WORDS = ("fits", "at a pinch", "badly")
"""How a hook goes with a plastic in a rigging."""
FORAGE, CUT_DOWN = "forage", "cut down"
"""As long as what the fish eats; a third to a half shorter."""
COLOURS = ("natural", "white", "pink", "yellow-green", "dark", "purple")
TIPS = ("plain", "bite piece", "wire")
"""What stands between leader and head."""
SEARCHED = ("straight", "high", "hidden-point", "weedless", "weedless-swinging", "buried",
            "weedless-nose", "weedless-bare", "mushroom", "shrimp-head-first",
            "shrimp-tail-first", "crab", "tube", "tandem", "sliding-sinker",
            "three-way", "drop-shot", "float", "tied", "as-moulded", "wacky",
            "wacky-blade", "stinger", "tied-trailer")
"""Riggings that the search tries. The others are decided on the bench or by a symptom."""


@dataclass(frozen=True)
class Kind:
    """How a fact or a feature is asked for, and how it is called on the screen."""

    words: tuple[str, ...] = ()
    flag: bool = False
    number: bool = False
    tokens: tuple[str, ...] = ()
    unit: str = ""
    name: str = ""

    @property
    def told(self) -> str:
        """What may be asked, in words."""
        if self.flag:
            return "true or false"
        if self.words:
            return "a list of words among " + ", ".join(self.words)
        unit = f" in {self.unit}" if self.unit else ""
        return f"two numbers{unit}, the lower first" + "".join(f", or {t}" for t in self.tokens)


def _number(unit: str, name: str, *tokens: str) -> Kind:
    return Kind(number=True, unit=unit, name=name, tokens=tokens)


FACTS: dict[str, Kind] = {
    **{name: Kind(words=words, name=name.replace("_", " ")) for name, words in WORDS.items()},
    "waters": Kind(words=tuple(dict.fromkeys(row["waters"] for row in PLACES.values())),
                   name="waters"),
    "pests": Kind(flag=True, name="pests about"),
    "depth_m": _number("m", "depth"), "surface_speed_m_s": _number("m/s", "current"),
    "wind_m_s": _number("m/s", "wind"), "cast_m": _number("m", "cast"),
    "water_temperature_c": _number("°C", "water"),
    "comfort": Kind(words=("cold", "right", "warm"), name="for this fish the water is"),
    "fish": Kind(words=tuple(FISH), name="fish"),
    "fish_mouth": Kind(words=get_args(Mouth), name="its mouth"),
    "fish_hardness": Kind(words=get_args(Hardness), name="its mouth is"),
    "fish_teeth": Kind(words=get_args(Teeth), name="its teeth"),
    "fish_takes": Kind(words=get_args(Takes), name="it takes"),
    "fish_strength": Kind(words=get_args(Strength), name="its strength"),
    "fish_runs": Kind(words=get_args(Runs), name="it runs"),
    "fish_holds": Kind(words=get_args(Holds), name="it keeps to"),
    "fish_eats": Kind(words=EATS, name="it eats"),
    "largest_forage_mm": _number("mm", "largest it eats"),
    "smallest_forage_mm": _number("mm", "smallest it eats"),
}

FEATURES: dict[str, Kind] = {
    "look": Kind(words=tuple(LOOKS), name="plastic"),
    "family": Kind(words=tuple(FAMILIES), name="family"),
    "material": Kind(words=tuple(PLASTIC_MATERIALS), name="material"),
    "colour": Kind(words=COLOURS, name="colour"),
    "plastic_length_mm": _number("mm", "length of plastic", FORAGE, CUT_DOWN),
    "body_height_mm": _number("mm", "height of body"),
    "floats": Kind(flag=True, name="plastic floats"),
    "moves_alone": Kind(flag=True, name="tail works by itself"),
    "shape": Kind(words=tuple(SHAPES), name="shape of head"),
    "head_g": _number("g", "weight of head"),
    "weight_over_least": _number("", "weight over the least that does the job"),
    "fit": Kind(words=FIT_WORDS, name="hook in this plastic"),
    "mouth_fits": Kind(flag=True, name="hook fits the fish's mouth"),
    "hook_order": _number("", "size of hook, #4 is 1 and 9/0 is 10"),
    "hook_wire": Kind(words=WIRES, name="wire of the hook"),
    "sits": _number("", "how the hook sits, 1 well"),
    "head_over_table": _number("", "head over the depth table's weight"),
    "hook_over_drag": _number("", "what opens the hook over the drag that is set"),
    "hook_over_fish": _number("", "what opens the hook over what the fish needs of a line"),
    "pull_over_hook": _number("", "what the fish pulls over what opens the hook"),
    "by_practice": Kind(flag=True, name="hook size by working length"),
    "reach": _number("", "exit over working length"),
    "clear_mm": _number("mm", "point stands clear"),
    "keeper": Kind(words=KEEPERS, name="keeper"),
    "keeper_holds": Kind(flag=True, name="keeper holds this plastic"),
    "head_over_body": _number("", "head's diameter over height of body"),
    "head_over_nose": _number("", "head's diameter over height of the nose"),
    "rigging": Kind(words=SEARCHED, name="rigging"),
    "skips": _number("", "how well it skips, 1 well"),
    "front_over_rear": _number("", "front head of two over the rear one"),
    "weedless": Kind(flag=True, name="weedless"),
    "line_mm": _number("mm", "line"), "line_kg": _number("kg", "line holds"),
    "line_over_fish": _number("", "line over what the fish needs"),
    "fish_over_line": _number("", "what the fish needs over what the line holds"),
    "cast_over_reach": _number("", "cast that is wanted over what the rod throws"),
    "over_rod": Kind(flag=True, name="package over the rod's most"),
    "load": _number("", "package over the rod's most"),
    "verdict": Kind(words=WATER_WORDS, name="verdict of the water"),
    "fall_speed_m_s": _number("m/s", "falls at"), "count_s": _number("s", "count"),
    "retrieve": Kind(words=tuple(RETRIEVES), name="retrieve"),
    "tip": Kind(words=TIPS, name="before the head"),
}
