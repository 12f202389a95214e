"""Saltwater fish as plain facts that rules use. Common knowledge, from memory: data/fish.toml."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, fields
from typing import Any, Literal, get_args

from ilha.core.errors import DomainError
from ilha.core.tables import read_table

Feeds = Literal["bottom", "low", "mid", "suspended", "top"]
Mouth = Literal["small", "middling", "large"]
Hardness = Literal["soft", "firm", "bony"]
Teeth = Literal["none", "small", "crushing", "sharp"]
Takes = Literal["drop", "inhale", "tail-biter", "chase"]
Strength = Literal["light", "medium", "strong", "very-strong"]
Runs = Literal["open", "down", "structure"]
Holds = Literal["none", "sand", "mud", "grass", "rock", "reef", "oyster", "structure", "snags"]
CHOICES: dict[str, tuple[str, ...]] = {
    "feeds": get_args(Feeds), "mouth": get_args(Mouth), "hardness": get_args(Hardness),
    "teeth": get_args(Teeth), "takes": get_args(Takes), "strength": get_args(Strength),
    "runs": get_args(Runs), "holds": get_args(Holds),
}
EATS = ("fish", "shrimp", "crab", "squid", "worm", "shellfish")

MINDS = {
    "spines": "Spines in the fins: grip it behind the head, fins folded, or by the lip.",
    "gill covers": "Gill covers with edges like blades: no fingers under them.",
    "teeth": "Teeth that cut: pliers, not fingers; look to the leader after every fish.",
    "venom": "Venomous spines: do not touch it, cut it off in the water. Stung: hot water as hot"
             " as one can bear, and a doctor.",
    "beak": "A beak full of small teeth that tears loose: soft hands.",
    "jumps": "It jumps, at people too: keep clear of it, and give line.",
    "let go": "A shark: let it go. It stays in the water, the leader is cut short with long pliers,"
              " hands away from the mouth.",
    "regulated": "Protected or limited in many waters: know the local rule before you cast.",
    "pressure": "Hurt when hauled from depth: fish shallower, or carry what takes it back down.",
}
"""What to mind with a fish (common practice, no source); local rules come first."""
RELEASE = ("Wet hands, support the belly, no winding it to the rod tip; what goes back goes back"
           " quickly.")
"""With every fish."""


@dataclass(frozen=True)
class Fish:
    """One species or close group. comfort_c : water temperature in which it feeds, °C.
    forage_mm : length of what it eats. usual_kg : what one of usual size
    weighs. minds : keys of ``MINDS``. also : what anglers call it elsewhere.

    Raises
    ------
    DomainError
        For a fact that is not one of the known words, or ranges that do not rise.
    """

    key: str
    name: str
    scientific: str
    feeds: str
    mouth: str
    hardness: str
    teeth: str
    takes: str
    strength: str
    usual_kg: float
    runs: str
    holds: str
    comfort_c: tuple[float, float]
    forage_mm: tuple[float, float]
    eats: tuple[str, ...]
    minds: tuple[str, ...]
    also: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        where = f"fish[{self.key}]"
        for name, allowed in CHOICES.items():
            if getattr(self, name) not in allowed:
                raise DomainError(f"{where}.{name}", "must be one of " + ", ".join(allowed),
                                  getattr(self, name), "", "choose")
        for name, known in (("eats", EATS), ("minds", tuple(MINDS))):
            for word in getattr(self, name):
                if word not in known:
                    raise DomainError(f"{where}.{name}", "must be among " + ", ".join(known), word,
                                      "", "choose")
        if not 0.01 <= self.usual_kg <= 500.0:
            raise DomainError(f"{where}.usual_kg", "must be within 0.01 to 500 kg", self.usual_kg,
                              "kg", "what one of usual size weighs")
        if not self.eats:
            raise DomainError(f"{where}.eats", "must name at least one", "none", "", "choose")
        for name, unit, low, high in (("comfort_c", "°C", -2.0, 40.0),
                                      ("forage_mm", "mm", 5.0, 500.0)):
            a, b = getattr(self, name)
            if not low <= a < b <= high:
                raise DomainError(f"{where}.{name}", f"must rise within {low:g} to {high:g} {unit}",
                                  f"{a:g} to {b:g}", unit, "give the lower end first")

    @property
    def plain(self) -> dict[str, object]:
        """Every fact by its flat name, as it is stored and shown."""
        facts = {field.name: getattr(self, field.name) for field in fields(self)}
        # Names to find it by are of the book, not of a row.
        del facts["also"]
        (low_c, high_c), (low_mm, high_mm) = facts.pop("comfort_c"), facts.pop("forage_mm")
        return {**facts, "comfort_low_c": low_c, "comfort_high_c": high_c,
                "forage_low_mm": low_mm, "forage_high_mm": high_mm,
                "eats": list(self.eats), "minds": list(self.minds)}

    @property
    def cautions(self) -> tuple[str, ...]:
        """What to mind with it, in words."""
        return tuple(MINDS[key] for key in self.minds)


def _fish() -> dict[str, Fish]:
    out = {}
    for key, row in read_table("fish.toml").items():
        comfort, forage = row.pop("comfort_c"), row.pop("forage_mm")
        eats, minds = tuple(row.pop("eats")), tuple(row.pop("minds"))
        also = tuple(row.pop("also", ()))
        out[key] = Fish(also=also, key=key, comfort_c=(float(comfort[0]), float(comfort[1])),
                        forage_mm=(float(forage[0]), float(forage[1])), eats=eats, minds=minds,
                        **row)
    return out


def of_plain(plain: Mapping[str, Any]) -> Fish:
    """A fish from its facts by their flat names: the reverse of :attr:`Fish.plain`."""
    own = {field.name: plain[field.name] for field in fields(Fish) if field.name in plain}
    own |= {"comfort_c": (plain["comfort_low_c"], plain["comfort_high_c"]),
            "forage_mm": (plain["forage_low_mm"], plain["forage_high_mm"]),
            "eats": tuple(plain["eats"]), "minds": tuple(plain["minds"])}
    if own.get("key") in FISH:
        own["also"] = FISH[own["key"]].also
    return Fish(**own)


FISH = _fish()


def fish_named(name: str, book: Mapping[str, Fish] = FISH) -> Fish:
    """A fish of a book by its key, common or scientific name, whatever the capitals; by what
    anglers call it, where they call no other so.

    Raises
    ------
    DomainError
        For a name that is not known.
    """
    wanted = name.strip().lower()
    for fish in book.values():
        if wanted in (fish.key, fish.name.lower(), fish.scientific.lower()):
            return fish
    called = [fish for fish in book.values() if wanted in map(str.lower, fish.also)]
    if len(called) == 1:
        return called[0]
    raise DomainError("fish", "must be a fish that is known", name, "",
                      "for instance European seabass, or add it")
