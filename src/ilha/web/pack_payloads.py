"""Payloads of packing, of losses and of what to buy."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.core.choose.situation import Clarity, Mood, Trend
from ilha.web.lid_payloads import LidQuestion
from ilha.web.payloads import Id, Payload, School


class Visit(Payload):
    """A mark that is to be fished, between two hours of a day by its own clock."""

    mark_id: Id
    date: str = Field(pattern=r"^\d{4}-\d{2}-\d{2}$", description="local")
    from_hour: float = Field(ge=0.0, le=24.0)
    to_hour: float = Field(ge=0.0, le=24.0)
    fish: str = Field(max_length=80)


class PackQuestion(Payload):
    """What is planned, and what the water is expected to be like."""

    visits: list[Visit] = Field(min_length=1, max_length=12)
    school: School = "lightest-practical"
    wind_m_s: float = 3.0
    temperature_c: float = 18.0
    temperature_trend: Trend = "steady"
    clarity: Clarity = "stained"
    mood: Mood = "steady"
    pests: bool = False
    line_id: Id | None = Field(None, description="null: any line in the box")
    rod_id: Id | None = Field(None, description="null: any rod in the box")


class Take(Payload):
    """So many of a kind: of these ``missing`` are not in the box."""

    id: int
    name: str
    take: int
    left: int = Field(description="in the box, once the log has taken off what was lost")
    missing: int
    price: float | None


class Stretch(Payload):
    """A part of a visit, and what it is fished with; nothing where ``why`` says so."""

    visit: int = Field(description="index of the visit")
    place: str
    date: str
    from_clock: str
    to_clock: str
    head_id: int | None
    plastic_id: int | None
    rigging: str = Field(description="its name; empty for none")
    why: Literal["", "dry", "nothing suits"]


class Loss(Payload):
    """What a visit's bottom is expected to take."""

    visit: int
    place: str
    bottom: str
    hours: float
    an_hour: float = Field(description="rigs, as the log has corrected what is usual")
    usual: float = Field(description="rigs an hour, before anything was logged")
    logged_lost: int
    logged_hours: float


class PackList(Payload):
    heads: list[Take]
    plastics: list[Take]
    stretches: list[Stretch]
    losses: list[Loss]
    lasts: float = Field(description="chance that each kind lasts")
    cost: float = Field(description="of what is missing and has a price")
    unpriced: int = Field(description="of what is missing, without a price")


class LostKind(Payload):
    """A kind of which some were lost since it was counted."""

    kind: Literal["heads", "plastics"]
    id: int
    name: str
    carried: int
    lost: int
    price: float | None
    counted_utc_s: float


class LostTrip(Payload):
    place: str
    start_utc_s: float
    hours: float
    lost: int
    cost: float
    unpriced: int = Field(description="heads and plastics lost that have no price")


class Restock(Payload):
    """What the log took from the box, and what it cost."""

    lost: list[LostKind]
    cost: float = Field(description="to have all of it again")
    unpriced: int
    trips: list[LostTrip] = Field(description="on which something was lost, the last first")
    total_cost: float
    total_lost: int
    total_hours: float


class BuyQuestion(LidQuestion):
    """A lid chart, and the days ahead at one's own places over it."""

    days: int = Field(14, ge=1, le=28)


class Buy(Payload):
    """A head, a line or a rod of common sizes."""

    kind: Literal["head", "line", "rod"]
    have: bool = Field(description="it is in the box: it need only be chosen")
    oz: float | None = Field(None, description="of a head")
    shape: str = ""
    hook_size: str = ""
    material: str = ""
    diameter_mm: float | None = Field(None, description="of a line")
    rod: str = Field("", description="its name")
    closes_hours: float = Field(description="of the empty hours at one's own places")
    closes_share: float = Field(description="of the empty cells of the chart")


class BuyList(Payload):
    """The purchases that close most, the best first."""

    hours: float = Field(description="of water at the places in those days that are on the chart")
    empty_hours: float = Field(description="of these, in which no head in the box is right")
    empty_share: float = Field(description="of the chart's cells")
    places: list[str]
    left_out: list[str] = Field(description="places that the chart cannot show, or without a tide")
    buys: list[Buy]
