"""What a tide service answers: JSON "ilha-tides-1", as docs/tide-service.md has it."""

from __future__ import annotations

import json
from dataclasses import dataclass
from datetime import UTC, date, datetime, time
from typing import Annotated, Literal
from urllib.parse import urlencode

import numpy as np
from pydantic import AfterValidator, AwareDatetime, BaseModel, ConfigDict, Field, ValidationError

from ilha.core.distance import great_circle
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
    latitude_deg: float = Field(ge=-90.0, le=90.0)
    longitude_deg: float = Field(ge=-180.0, le=180.0)
    zero: str = Field(description="what heights are counted from, in words")
    turns: list[Turn]


FAR_M = 100e3
"""No table of a port serves water further off (common practice, no source)."""
BEYOND_S = 3 * 86400.0
"""More before and after the days asked for belongs to another question."""
GAP_LEAST_S, GAP_MOST_S = 3600.0, 30 * 3600.0
"""Between one turn and the next: an hour where double waters are listed; a day and a quarter where
the tide is diurnal and a small turn is left out (common practice, no source)."""
RANGE_MOST_M = 17.0
"""The largest there is, at the head of the Bay of Fundy, is 16.3 m at springs (Canadian
Hydrographic Service; from memory)."""


@dataclass(frozen=True)
class Question:
    """High and low waters of a place (degrees, north and east positive) through ``days`` from a day
    (UTC) on."""

    latitude_deg: float
    longitude_deg: float
    day: date
    days: int

    def address(self, base: str) -> str:
        """Where to ask a service for it."""
        query = {"latitude": f"{self.latitude_deg:.5f}", "longitude": f"{self.longitude_deg:.5f}",
                 "from": self.day.isoformat(), "days": self.days}
        return f"{base.rstrip('/')}{PATH}?{urlencode(query)}"

    def fault(self, found: Answer) -> str | None:
        """Why an answer is not one to this question."""
        off = float(great_circle(self.latitude_deg, self.longitude_deg, found.latitude_deg,
                                 found.longitude_deg))
        if off > FAR_M:
            return f"`{found.place}` is {off / 1e3:.0f} km from the place asked for"
        if len(found.turns) < 2:
            return "there are no `turns`"
        start = datetime.combine(self.day, time(), UTC).timestamp()
        end = start + 86400.0 * self.days
        at = np.array([turn.time_utc.timestamp() for turn in found.turns])
        height = np.array([turn.height_m for turn in found.turns])
        gaps = np.diff(at)
        if at[0] > start or at[-1] < end:
            return (f"`turns` must reach over the {self.days} days from {self.day} on, with one"
                    " before and one after")
        if at[0] < start - BEYOND_S or at[-1] > end + BEYOND_S:
            return f"`turns` lie days beyond the {self.days} from {self.day} on"
        if gaps.min() < GAP_LEAST_S or gaps.max() > GAP_MOST_S:
            where = found.turns[int(np.argmax((gaps < GAP_LEAST_S) | (gaps > GAP_MOST_S)))]
            return (f"`turns` must lie one to thirty hours apart: look after"
                    f" {where.time_utc:%Y-%m-%d %H:%M}")
        if np.abs(np.diff(height)).max() > RANGE_MOST_M:
            return f"`height_m` falls by over {RANGE_MOST_M:g} m, as no tide does"
        return None


def in_form(text: str) -> Answer:
    """An answer as it stands, whatever it was asked.

    Raises
    ------
    FieldError
        Where it is not in the form.
    """
    try:
        return Answer.model_validate_json(text, strict=True)
    except ValidationError as error:
        raise _bad(str(first_error(error))) from error


def read(text: str, asked: Question) -> HighLow:
    """The tide that a service answered a question with.

    Raises
    ------
    FieldError
        Where it is not in the form, answers another question, or its high and low waters do not
        alternate.
    """
    found = in_form(text)
    fault = asked.fault(found)
    if fault is not None:
        raise FieldError("tide_service", f"`tide_service` answered another question: {fault}."
                                         " Nothing was stored")
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
        {"time_utc": datetime.fromtimestamp(round(at_s), UTC).strftime("%Y-%m-%dT%H:%M:%SZ"),
         "kind": "high" if high else "low", "height_m": round(float(height), 3)}
        for at_s, height, high in zip(tide.time, tide.height, tide.is_high, strict=True)
    ]
    return json.dumps({"format": FORMAT, "place": place, "latitude_deg": at[0],
                       "longitude_deg": at[1], "zero": zero, "turns": turns})
