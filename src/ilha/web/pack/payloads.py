"""Payloads of packing and of losses."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.desk.packing import PackQuestion, Visit
from ilha.web.payloads import Payload


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
    who: str = Field(description="of the crew; empty: oneself")
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
    anglers: int = Field(description="each loses as many")
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


__all__ = ["PackList", "PackQuestion", "Restock", "Visit"]
