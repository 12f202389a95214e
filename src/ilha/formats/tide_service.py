"""What a tide service answers: JSON "ilha-tides-1", as docs/tide-service.md has it."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from typing import Annotated, Literal
from urllib.parse import urlencode

import numpy as np
from pydantic import AfterValidator, AwareDatetime, BaseModel, ConfigDict, Field, ValidationError

from ilha.core.errors import DomainError
from ilha.core.tide.turns import HighLow
from ilha.formats.fields import FieldError, first_error

FORMAT = "ilha-tides-1"
PATH = "/tides"


class Turn(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    time_utc: Annotated[AwareDatetime, AfterValidator(lambda at: at.astimezone(UTC))]
    kind: Literal["high", "low"]
    height_m: float = Field(ge=-20.0, le=20.0)


class Answer(BaseModel):
    """High and low waters of a place, with the one before and the one after the days asked for."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    format: Literal["ilha-tides-1"]
    place: str
    latitude_deg: float
    longitude_deg: float
    zero: str = Field(description="what heights are counted from, in words")
    turns: list[Turn]


def address(base: str, latitude_deg: float, longitude_deg: float, day: str, days: int) -> str:
    """Where to ask a service for ``days`` from a day (UTC) on."""
    query = {"latitude": f"{latitude_deg:.5f}", "longitude": f"{longitude_deg:.5f}", "from": day,
             "days": days}
    return f"{base.rstrip('/')}{PATH}?{urlencode(query)}"


def read(text: str) -> HighLow:
    """The tide that a service answered with.

    Raises
    ------
    FieldError
        Where it is not in the form, or its high and low waters do not alternate.
    """
    try:
        found = Answer.model_validate_json(text)
    except ValidationError as error:
        raise _bad(str(first_error(error))) from error
    try:
        tide = HighLow(np.array([turn.time_utc.timestamp() for turn in found.turns]),
                       np.array([turn.height_m for turn in found.turns]))
    except DomainError as error:
        raise _bad(str(error)) from error
    kinds = ["high" if high else "low" for high in tide.is_high]
    if kinds != [turn.kind for turn in found.turns]:
        raise _bad("a `kind` does not fit its height")
    return tide


def _bad(why: str) -> FieldError:
    return FieldError("tide_service", f"`tide_service` must answer in the form {FORMAT}: {why}")


def write(place: str, at: tuple[float, float], zero: str, tide: HighLow) -> str:
    """The form's other side."""
    turns = [
        {"time_utc": datetime.fromtimestamp(round(time), UTC).strftime("%Y-%m-%dT%H:%M:%SZ"),
         "kind": "high" if high else "low", "height_m": round(float(height), 3)}
        for time, height, high in zip(tide.time, tide.height, tide.is_high, strict=True)
    ]
    return json.dumps({"format": FORMAT, "place": place, "latitude_deg": at[0],
                       "longitude_deg": at[1], "zero": zero, "turns": turns})
