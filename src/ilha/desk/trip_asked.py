"""What is asked of a trip: when, from where, how, which marks, for what, in what weather."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from pydantic import Field

from ilha.core.choose.situation import Clarity, Mood, Trend
from ilha.core.trip.ways import CRAFTS
from ilha.desk.asked import Asked, Id
from ilha.desk.clock import NOON
from ilha.desk.outfit import Ids
from ilha.formats.fields import FieldError
from ilha.formats.words import School

CraftKey = Literal["foot", "kayak", "boat"]
MARKS_MOST, CREW_MOST = 8, 4
LATEST = 24.0 + NOON
"""The next day's noon: the latest hour of a trip that goes over midnight."""
LEAST_MINUTES = 30.0
"""Nobody anchors for less (judgement)."""


class Home(Asked):
    """Where one sets out and comes back."""

    name: str = Field("the slip", max_length=80)
    latitude_deg: float = Field(ge=-90.0, le=90.0)
    longitude_deg: float = Field(ge=-180.0, le=180.0)


class TripMark(Asked):
    """A mark that could be fished."""

    mark_id: Id
    typed_speed_m_s: float | None = Field(
        None, ge=0.0, le=6.0, description="current that is seen, where the mark has no tide")


class Mate(Asked):
    """Who comes along, with rods of their own: what to tie on is chosen for them too."""

    name: str = Field(min_length=1, max_length=40)
    rods: str = Field(pattern=r"^\d{1,15}(,\d{1,15}){0,39}$", description="comma between")


def check_crew(crew: Sequence[Mate]) -> None:
    """Raise FieldError where two have one name."""
    names = [mate.name for mate in crew]
    if len(set(names)) < len(names):
        raise FieldError("crew", "`crew` must name each once, got one twice: add a letter to one"
                                 " of them")


class Hold(Asked):
    """Hours in which one is at a mark, or is not; over 24 those of the next day."""

    mark_id: Id
    from_hour: float = Field(ge=0.0, le=LATEST)
    to_hour: float = Field(ge=0.0, le=LATEST)
    there: bool = Field(description="pinned there; false: not there")


class TripQuestion(Asked):
    """A trip on one day, or from its noon into the next day, by the clock of its marks."""

    date: str = Field(pattern=r"^\d{4}-\d{2}-\d{2}$", description="local")
    from_hour: float = Field(ge=0.0, le=24.0, description="out of home at the earliest")
    to_hour: float = Field(ge=0.0, le=LATEST, description="back home at the latest; over 24 the"
                                                          " next day's hours")
    home: Home
    craft: CraftKey = "kayak"
    speed_m_s: float | None = Field(None, ge=0.1, le=25.0, description="null: the craft's usual")
    marks: list[TripMark] = Field(min_length=1, max_length=MARKS_MOST)
    fish: str = Field(max_length=80)
    mood: Mood = "steady"
    school: School = "lightest-practical"
    wind_m_s: float = Field(3.0, ge=0.0, le=60.0)
    wind_from_deg: float | None = Field(None, ge=0.0, le=360.0, description="from north")
    swell_m: float | None = Field(None, ge=0.0, le=20.0, description="in open water; not said")
    temperature_c: float = Field(18.0, ge=-2.0, le=40.0)
    temperature_trend: Trend = "steady"
    clarity: Clarity = "stained"
    pests: bool = False
    thunder: bool = False
    lamp: bool = Field(False, description="also in the dark")
    wade_m: float = Field(0.9, gt=0.0, le=2.0, description="water in which one still wades")
    rods: str | None = Ids
    lines: str | None = Ids
    holds: list[Hold] = Field(default=[], max_length=24)
    crew: list[Mate] = Field(default=[], max_length=CREW_MOST, description="besides oneself")

    @property
    def speed(self) -> float:
        return CRAFTS[self.craft].speed_m_s if self.speed_m_s is None else self.speed_m_s

    @property
    def first_hour(self) -> int:
        """Where the span of its marks begins: a trip over midnight has it in the middle."""
        return NOON if self.to_hour > 24.0 else 0

    @property
    def last_hour(self) -> float:
        """Where that span ends."""
        return 24.0 + self.first_hour

    def check(self) -> None:
        """Raise FieldError where its parts do not go together."""
        if self.to_hour - self.from_hour < 1.0:
            raise FieldError("to_hour", "`to_hour` must be an hour after from_hour at least, got"
                                        f" {self.to_hour:g} after {self.from_hour:g}: come back"
                                        " later")
        if self.from_hour < self.first_hour:
            raise FieldError("from_hour", "`from_hour` must be 12 at least where the trip goes over"
                                          f" midnight, got {self.from_hour:g} with to_hour"
                                          f" {self.to_hour:g}: set out after noon, or be back by"
                                          " 24")
        ids = [one.mark_id for one in self.marks]
        if len(set(ids)) < len(ids):
            raise FieldError("marks", "`marks` must name each mark once, got one twice: leave one"
                                      " of them out")
        check_crew(self.crew)
        for i, hold in enumerate(self.holds):
            where = f"holds[{i}]"
            if hold.mark_id not in ids:
                raise FieldError(where, f"`{where}` must be of a mark of the trip, got"
                                        f" {hold.mark_id}: take the mark along, or drop the hours")
            if hold.to_hour <= hold.from_hour:
                raise FieldError(f"{where}.to_hour", f"`{where}.to_hour` must be later than"
                                                     f" from_hour, got {hold.to_hour:g}: choose a"
                                                     " later hour")
