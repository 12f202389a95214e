"""Payloads of the log: what happened, what it taught, what worked."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ilha.desk.asked import Id
from ilha.desk.records import Event
from ilha.web.payloads import Payload


class Batch(Payload):
    """What a device has to tell: sent again until it is answered, kept once."""

    events: list[Event] = Field(max_length=500)
    gone: list[str] = Field(default_factory=list, max_length=500, description="ids undone")
    instead: dict[str, str] = Field(
        default_factory=dict, max_length=500,
        description="of events, the ids of those that they stand for, undone: their photographs"
                    " go over")


class Kept(Payload):
    """What is now stored, or gone, of what was sent."""

    ids: list[str]


class PhotographAsked(Payload):
    """Of which event; whether where it was taken is kept too. It is sent as it is, in the body: a
    JPEG, PNG or WebP of at most 32 MB."""

    event_id: str = Field(min_length=8, max_length=64)
    keep_place: bool = False


class Photograph(Payload):
    """A photograph of an event; its size in pixels, and where it was taken if that was kept. What
    was taken out is let go of after a day."""

    id: Id
    event_id: str
    width: int
    height: int
    latitude_deg: float | None
    longitude_deg: float | None


class PictureAsked(Payload):
    """small : of at most 320 pixels, for a list."""

    small: bool = False


class TripPart(Payload):
    place: str
    start_utc_s: float
    end_utc_s: float
    hours: float
    fish: int
    bites: int
    lost: int
    events: list[Event]
    photographs: list[Photograph]


class LogQuestion(Payload):
    """A page of the log: so many trips before an event, by default the last."""

    trips: int = Field(40, ge=1, le=1000)
    before_utc_s: float = Field(1e12, ge=0.0, le=1e12)
    before_id: str = Field("", max_length=64)


class LogMore(Payload):
    """Where the next page begins."""

    before_utc_s: float
    before_id: str


class Log(Payload):
    """Trips, the last first. more : what to ask for those before; null where there are none."""

    trips: list[TripPart]
    more: LogMore | None


class Seen(Payload):
    """A drop (observed and expected, s) or a head tried (predicted and borne, m/s; held)."""

    at_utc_s: float
    observed: float
    expected: float
    held: bool | None


class LearnedFactor(Payload):
    kind: Literal["sink", "current"]
    key: str
    name: str
    factor: float = Field(description="learned")
    low: float
    high: float
    used: int
    left_out: int
    settled: Literal["nothing seen", "unsettled", "settling", "settled"]
    frozen: float | None
    since_utc_s: float | None
    seen: list[Seen] = Field(description="the last hundred at most")


class LearnedDepth(Payload):
    """A mark that is deeper than was thought, as was said of drops."""

    mark_id: Id
    name: str
    deeper_m: float
    used: int


class AskedDrop(Payload):
    """A drop that disagrees by more than the doubt. told_s : what is expected of its rig by now."""

    drop: Event
    told_s: float


class LearnedAll(Payload):
    factors: list[LearnedFactor]
    depths: list[LearnedDepth]
    asked: list[AskedDrop] = Field(
        description="nothing is learned from them until they are answered; the last first")


class ForgetDepth(Payload):
    mark_id: Id


class LearnedChange(Payload):
    """freeze holds it at what it is now; forget begins afresh; follow learns from all again."""

    kind: Literal["sink", "current"]
    key: str = Field(min_length=1, max_length=40)
    action: Literal["freeze", "forget", "follow"]


class RatePart(Payload):
    name: str
    fish: int
    hours: float
    per_hour: float
    low: float
    high: float
    few: bool = Field(description="too few to claim anything")
    from_m: float | None = Field(None, description="of a band of depth")
    to_m: float | None = None


class Worked(Payload):
    """Fish an hour by one thing, the best first. best : the best of those of which enough was seen,
    "" for none; chance : how easily chance alone sets one of so many so far before all the rest
    (null without a best or a rest)."""

    by: str
    rows: list[RatePart]
    best: str
    chance: float | None


class WorkedAll(Payload):
    tables: list[Worked]
    lost: list[RatePart] = Field(description="rigs lost an hour, by place")
    lost_on: list[RatePart] = Field(description="the same, by kind of bottom")
    hours: float
    level: float = Field(description="of the intervals")


class AgainQuestion(Payload):
    """A trip: its mark, and from when to when it lasted."""

    mark_id: Id
    from_utc_s: float = Field(ge=0.0, le=1e11)
    to_utc_s: float = Field(ge=0.0, le=1e11)


class AgainWindow(Payload):
    date: str = Field(description="local")
    from_step: int
    to_step: int
    from_clock: str
    to_clock: str
    at_utc_s: float
    closeness: float = Field(description="1 where nothing differs")
    but: list[Literal["stage", "depth", "current", "light"]] = Field(
        description="what is not alike")


class Again(Payload):
    """The water in which a trip's fish took, with what, and when it comes round alike."""

    fish: int
    species: str | None
    depth_m: float
    stream_m_s: float = Field(description="floods positive")
    stage: str | None
    light: str | None
    head_id: int | None
    head_name: str
    plastic_id: int | None
    plastic_name: str
    colour: str
    retrieve: str
    days: int = Field(description="that were looked at")
    why: str = Field(description="why no further")
    windows: list[AgainWindow] = Field(
        description="the first ones; where none is alike, those that are but for the light")


class DataFile(Payload):
    """An ``ilha-data-1`` file: everything that Ilha keeps."""

    format: Literal["ilha-data-1"]
    schema_: int = Field(alias="schema", ge=1, description="version of its tables")
    tables: dict[str, list[dict[str, str | float | int | None]]]


class Imported(Payload):
    """rows that are now stored; what was there before is in the file ``kept_as``."""

    rows: int
    kept_as: str


class Copy(Payload):
    """A safety copy: everything as it was just before all of it was replaced."""

    name: str
    at_utc_s: float
    size_bytes: int


class Copies(Payload):
    """The last five, the newest first."""

    copies: list[Copy]


class RestoreCopy(Payload):
    name: str = Field(min_length=1, max_length=80)
