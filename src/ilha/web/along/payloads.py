"""A day taken along: what the device looks up, and how it is packed.

Arrays of figures run over heads, strengths of the stream, steps (and points), the last fastest; see
docs/along.md.
"""

from __future__ import annotations

from pydantic import Field

from ilha.desk.along import AlongQuestion
from ilha.desk.board import DayQuestion
from ilha.web.day.payloads import DayBoard, Limit, PlanRun
from ilha.web.payloads import Payload


class Packed(Payload):
    """Figures as 16-bit differences along the steps, base64; each times ``scale``."""

    scale: float
    data: str


class AlongSchool(Payload):
    """What one school says, at each strength of the stream."""

    key: str
    limits: list[Limit]
    figure: Packed | None
    bound: Packed | None
    plans: list[list[PlanRun]] = Field(description="of the steps, at each strength")


class Reading(Payload):
    """How a current that is typed, or read from heads that held or were swept, is made one of the
    hours: as the server does it."""

    scale_from: float = Field(description="under this share of the day's strongest nothing scales")
    scale_to: float = Field(description="nor where the strongest would pass so many m/s")
    beyond: float = Field(description="share beyond a head's bound, where one alone is known")


class AlongDay(Payload):
    """Part of a day. ``board`` is the day's as it was asked, with nothing in its heads' arrays, its
    picks and its plan."""

    version: int
    asked: DayQuestion
    assumed: DayQuestion = Field(description="what is asked where nothing is said")
    from_step: int
    to_step: int
    factors: list[float] = Field(description="times the predicted stream at which figures are kept")
    levels: int = Field(description="equal parts of the factors, ends counted, at which it is told"
                                    " when a verdict or a pick changes")
    board: DayBoard
    told: str = Field(description="by school its pick (index of a head; 255: none), then by school"
                                  " and head the verdict and 8 times the limit (255: dry), at each"
                                  " step: base64 bytes of how many values, a full stop, and of each"
                                  " the first level it holds from, and the value")
    schools: list[AlongSchool] = Field(description="the one that was asked for first")
    reading: Reading
    columns: dict[str, Packed | None]
    drift: dict[str, Packed | None] = Field(description="of a drifting boat, by strength and step;"
                                                        " empty where it is fixed")
    named: dict[str, str] = Field(description="whole numbers, packed the same; -1 for none")
    drawn: dict[str, str] = Field(description="whole numbers, at the ends and the middle of the"
                                              " factors")
    points: dict[str, int] = Field(description="of each that is drawn")


__all__ = ["AlongDay", "AlongQuestion"]
