"""The day's change plan in words: what to do when, as plain text and as a calendar (RFC 5545)."""

from __future__ import annotations

from dataclasses import dataclass

from ilha.core.units import beaufort_of, feet, knots, ounces_words, oz_from_kg
from ilha.formats import calendar

Range = tuple[float, float]
"""The least and the greatest of a run."""


def spread(found: Range, digits: int, unit: str = "") -> str:
    """"3 to 5 m", or one figure where both ends read the same."""
    ends = list(dict.fromkeys(f"{end:.{digits}f}" for end in found))
    return " to ".join(ends) + (f" {unit}" if unit else "")


@dataclass(frozen=True)
class PlanUnits:
    """What the angler reads in: the store's units of head, depth, speed and wind."""

    head: str
    depth: str
    speed: str
    wind: str

    def length(self, metres: float) -> str:
        return f"{feet(metres):.1f} ft" if self.depth == "ft" else f"{metres:.1f} m"

    def lengths(self, metres: Range) -> str:
        ends = (feet(metres[0]), feet(metres[1])) if self.depth == "ft" else metres
        return spread(ends, 1, self.depth)

    def flows(self, speed: Range) -> str:
        ends = (knots(speed[0]), knots(speed[1])) if self.speed == "kn" else speed
        return spread(ends, 2, self.speed)

    def blow(self, speed: float) -> str:
        if self.wind == "Bft":
            return f"force {beaufort_of(speed):.0f}"
        return f"{knots(speed):.0f} kn" if self.wind == "kn" else f"{speed:.0f} m/s"

    def weight(self, printed_oz: float | None, mass_g: float) -> str:
        """As printed on the packet, or in grams."""
        if self.head == "g":
            return f"{mass_g:.1f} g"
        ounces = oz_from_kg(mass_g * 1e-3) if printed_oz is None else printed_oz
        return f"{ounces_words(ounces)} oz"

    def scale(self, printed_oz: float | None, mass_g: float) -> str:
        """What the scale says beside the packet; empty where that is said already."""
        if self.head == "g" or printed_oz is None:
            return ""
        # Where all is imperial the ounces of the scale, else the metric beside the packet's.
        return f"{oz_from_kg(mass_g * 1e-3):.2f} oz" if self.depth == "ft" else f"{mass_g:.1f} g"


ON_IT = 0.25
"""A lead of less than this, m, is none."""

CARRIED = {
    "three-way": "three turns up when the sinker touches, then hold it still and follow the"
                 " contour",
    "drop-shot": "keep the line just tight and shake the tip, not the sinker",
    "float": "a sharp pull, then let it hang under the float",
    "sliding-sinker": "let the sinker lie, take in the slack, move it on when nothing comes",
}
"""What a sinker or a float carries is not lifted and dropped (common practice); the Day says the
same."""


@dataclass(frozen=True)
class Work:
    """What is done with a head through a run: seconds, metres, m/s, each from its least to its
    greatest; None where there is no number.

    count : to the fish. lead : m up-current of the mark; beyond : m beyond it. hop : seconds in the
    zone.
    """

    depth: Range
    speed: Range
    count: Range | None = None
    doubt: float = 0.0
    """Half of the middle 80 % of the count, s."""
    drops: int = 0
    """Timed drops that the count was corrected by."""
    lead: Range | None = None
    beyond: Range | None = None
    hop: Range | None = None
    zone: Range = (0.0, 1.0)
    retrieve: float | None = None
    """Speed at which it is swum back, m/s; None where it is lifted and dropped."""
    lowered: bool = False
    drifting: bool = False
    rigging: str = "one"

    def water(self, units: PlanUnits) -> str:
        return f"{units.lengths(self.depth)} deep, {units.flows(self.speed)} at the surface"

    @property
    def counts(self) -> str:
        """The count, and to where."""
        if self.count is None or self.rigging == "float":
            return ""
        said = spread(self.count, 0)
        if self.doubt > 0.5:
            said += f" ±{max(1.0, self.doubt):.0f}"
        if self.zone[0] > 0.0 and self.lowered:
            said = f"stop it at {said}"
        else:
            said = f"count {said}{' to them' if self.zone[0] > 0.0 else ''}"
        if self.drops > 0:
            said += f" (from your {self.drops} drop{'' if self.drops == 1 else 's'})"
        return said

    def lands(self, units: PlanUnits) -> str:
        """Where the cast is to land."""
        if self.lead is None or self.retrieve is not None or self.rigging == "float":
            return ""
        low, high = self.lead
        far = units.lengths((max(low, 0.0), high))
        if self.drifting:
            return f"drifts {far} in falling"
        ways = [] if high < ON_IT else [f"{far} up-tide of"]
        if self.beyond is not None and self.beyond[1] >= ON_IT:
            ways.append(f"{units.lengths(self.beyond)} beyond")
        return f"land it {' and '.join(ways) or 'on'} the mark"

    def then(self, units: PlanUnits) -> str:
        """The retrieve."""
        if self.retrieve is not None:
            return f"swim it back at {units.flows((self.retrieve, self.retrieve))}"
        if self.rigging in CARRIED:
            return CARRIED[self.rigging]
        if self.zone[0] > 0.0:
            return "let it hang and swing among them"
        lift = min(1.0, self.zone[1], self.depth[0])
        low, high = self.hop or (1.0, 1.0)
        hop = spread((max(1.0, low), max(1.0, high)), 0)
        return f"lift {units.lengths((lift, lift))}, let it fall, count {hop}"

    def all(self, units: PlanUnits) -> list[str]:
        parts = (self.water(units), self.lands(units), self.counts, self.then(units))
        return [part for part in parts if part]


@dataclass(frozen=True)
class Tied:
    """One run of the plan: instants (s UTC), clocks of the mark, and what to do then.

    head : its shape and hook; None where none is right, and ``why`` says so, ``instead`` what
    would do. weight : as one says it.
    """

    start: float
    end: float
    from_clock: str
    to_clock: str
    head: str | None = None
    weight: str = ""
    why: str = ""
    work: Work | None = None
    instead: str = ""

    @property
    def name(self) -> str:
        return f"{self.weight} {self.head}" if self.head else self.why

    def told(self, units: PlanUnits) -> list[str]:
        """What is done with it; where none is right, what would do."""
        if self.work is not None:
            return self.work.all(units)
        return [self.instead] if self.instead else []


def as_text(title: str, runs: list[Tied], notes: list[str], units: PlanUnits) -> str:
    """Lines to read on the water; figures go from the least to the greatest of each run."""
    lines = [title, ""]
    for run in runs:
        lines.append(f"{run.from_clock} to {run.to_clock}  {run.name}")
        if said := run.told(units):
            lines.append(f"    {'; '.join(said)}")
    return "\n".join([*lines, "", *notes]) + "\n"


def as_calendar(
    mark: tuple[int, str], place: tuple[float, float], date: str, runs: list[Tied], note: str,
    now_s: float, units: PlanUnits,
) -> bytes:
    """An event for each head, in UTC. A run keeps its key (the mark's id, the day, which head of
    the day it is) when the plan is changed: the calendar then moves it, and has it once."""
    tied = [run for run in runs if run.work is not None]
    return calendar.as_calendar("change plan", [
        calendar.Entry(f"plan-{mark[0]}-{date}-head-{number}", run.start, run.end,
                       f"{run.name} at {mark[1]}",
                       f"{'; '.join(run.work.all(units)) if run.work else ''}\n{note}", place,
                       mark[1])
        for number, run in enumerate(tied, 1)], now_s, now_s)
