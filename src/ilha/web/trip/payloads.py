"""Payloads of trips. ``at`` counts instants of five minutes (on a day on which the clock changes a
little less or more) from the start of the window; arrays run over them."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from ilha.desk.asked import Id
from ilha.desk.trip_asked import TripQuestion
from ilha.web.log.payloads import Photograph
from ilha.web.payloads import Payload

Why = Literal["off", "thunder", "dark", "dry", "shallow", "deep", "way-back", "bar", "against",
              "wind", "swell"]


class KeptTrip(Payload):
    """A trip as it is kept."""

    id: Id
    asked: TripQuestion
    gone: int = Field(description="marks that it named and that are no longer there")


class Trips(Payload):
    trips: list[KeptTrip] = Field(description="the last day first")


class TripSpan(Payload):
    """A part of the window."""

    from_at: float
    to_at: float
    from_clock: str
    to_clock: str


class TripSpell(TripSpan):
    """Worth being there; ``best`` where the tide turns in low light."""

    reasons: list[str]
    best: bool


class TripClosed(TripSpan):
    why: Why


class TripHead(TripSpan):
    """What is tied on; null where no head of the box is right, or it is dry."""

    head_id: Id | None
    rigged: str = Field("", description="how the plastic lies on it; empty: threaded straight. A"
                                        " plan kept before has none")


class TripHour(TripSpan):
    """A quarter of an hour at a mark, and why it is worth so much."""

    worth: float = Field(description="share of the best minute there is")
    depth_m: float
    stream_m_s: float
    sky: Literal["night", "twilight", "day"]
    spell: list[str] = Field(description="high water, low water, dawn, dusk")
    head: Literal["right", "marginal", "none"]
    shares: dict[str, float] = Field(description="what takes from it: share left of the best")
    closed: list[Why]


class TripMate(Payload):
    """What one who comes along ties on there, for the best moment; nulls where nothing of the box
    on their rods is right."""

    name: str
    rod_id: Id | None = None
    line_id: Id | None = None
    plastic_id: Id | None = None
    head_id: Id | None = None
    retrieve: str = ""


class TripMarkRow(Payload):
    """A mark of the trip. why : why it is not counted in; then nothing of it is known."""

    mark_id: Id
    why: str
    field: str = Field(description="what is missing, as it is asked for; empty where nothing is")
    stance: str
    stream_m_s: list[float]
    depth_m: list[float]
    worth: list[float]
    spells: list[TripSpell]
    closed: list[TripClosed]
    hours: list[TripHour]
    heads: list[TripHead]
    plastic_id: Id | None
    line_id: Id | None
    rod_id: Id | None
    rigging: str
    retrieve: str
    crew: list[TripMate] = Field(default=[], description="as it was asked; a plan kept before has"
                                                         " none")
    cautions: list[str]


class TripStay(TripSpan):
    """At the mark of a row."""

    row: int
    heads: list[TripHead]


class TripLeg(TripSpan):
    """From a row to a row; the number of rows is home."""

    origin: int
    to: int
    minutes: float
    still_minutes: float = Field(description="in still water")


class TripRound(Payload):
    """worth_min: minutes of the best fishing that it is worth, less what going about costs."""

    worth_min: float
    stays: list[TripStay]
    legs: list[TripLeg]
    unmet: list[TripSpan] = Field(description="pinned hours that it does not keep")


class TripRemedy(Payload):
    """What would make it possible; ``change`` of the trip's question."""

    words: str
    change: dict[str, Any]
    worth_min: float


class TripSky(Payload):
    at: float
    sky: Literal["night", "twilight", "day"]


class TripTurn(Payload):
    at: float
    clock: str
    kind: Literal["high", "low"]


class TripPlan(Payload):
    """Where to be when. rounds: the best first; its stays empty where nothing is worth going.
    planned_utc_s: null where it was planned just now; of a trip that is over, when it was."""

    planned_utc_s: float | None

    trip: KeptTrip
    time_zone: str
    start_utc_s: float
    instant_s: float
    clock: list[str]
    light: list[TripSky]
    turns: list[TripTurn]
    rows: list[TripMarkRow]
    rounds: list[TripRound]
    remedies: list[TripRemedy]


class SheetAsked(Payload):
    """On what paper."""

    size: Literal["a4", "letter"] = "a4"


class LivedEvent(Payload):
    """Something that happened; ``at`` may lie outside of the window."""

    id: str
    row: int
    at: float
    clock: str
    kind: str
    head_name: str
    plastic_name: str
    fish: str | None


class LivedMark(Payload):
    """A mark as it was lived; clocks null where nothing was told of it."""

    mark_id: Id
    from_clock: str | None
    to_clock: str | None
    counts: dict[str, int]
    heads: list[str]


class TripTaught(Payload):
    """A factor on what the model says, before the trip and after it: of the current at a mark, or
    (null) of the count of a head on a plastic."""

    mark_id: Id | None
    head_name: str
    plastic_name: str
    before: float
    after: float
    used: int = Field(description="how much of the trip told of it")


class TripLived(Payload):
    """A trip as the log has it, its rows as the plan has them."""

    events: list[LivedEvent]
    marks: list[LivedMark]
    elsewhere: int = Field(description="things that happened then at other marks")
    photographs: list[Photograph]
    taught: list[TripTaught]


__all__ = ["KeptTrip", "SheetAsked", "TripLived", "TripPlan", "TripQuestion", "Trips"]
