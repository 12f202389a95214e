"""The day's change plan as plain text and as a calendar (RFC 5545)."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime
from fractions import Fraction

from ilha.core.units import feet, knots


@dataclass(frozen=True)
class PlanUnits:
    """What the angler reads in: the store's units of head, depth and speed."""

    head: str
    depth: str
    speed: str

    def length(self, metres: float) -> str:
        return f"{feet(metres):.1f} ft" if self.depth == "ft" else f"{metres:.1f} m"

    def flow(self, speed: float) -> str:
        return f"{knots(speed):.2f} kn" if self.speed == "kn" else f"{speed:.2f} m/s"

    def weight(self, printed_oz: float | None, mass_g: float) -> str:
        """As printed on the packet, or in grams."""
        if self.head == "g" or printed_oz is None:
            return f"{mass_g:.1f} g"
        whole, part = divmod(Fraction(printed_oz).limit_denominator(16), 1)
        shown = " ".join(str(p) for p in (whole, part) if p)
        return f"{shown} oz ({mass_g:.1f} g)"


@dataclass(frozen=True)
class Tied:
    """One run of the plan: instants (s UTC), clocks of the mark, and what to do then.

    head : None where none is right; ``why`` says so. count : s. lead : m up-current of the mark.
    """

    start: float
    end: float
    from_clock: str
    to_clock: str
    head: str | None
    why: str = ""
    count: float | None = None
    lead: float | None = None
    depth: float = 0.0
    speed: float = 0.0

    def does(self, units: PlanUnits) -> str:
        """Count, place and water, at the middle of the run."""
        parts = [f"{units.length(self.depth)} deep, {units.flow(self.speed)} at the surface"]
        if self.count is not None:
            parts.append(f"count {self.count:.0f}")
        if self.lead is not None:
            side = "up-tide of" if self.lead >= 0.0 else "beyond"
            parts.append(f"land it {units.length(abs(self.lead))} {side} the mark")
        return "; ".join(parts)


def as_text(title: str, runs: list[Tied], notes: list[str], units: PlanUnits) -> str:
    """Lines to read on the water; figures are those of the middle of each run."""
    lines = [title, ""]
    for run in runs:
        lines.append(f"{run.from_clock} to {run.to_clock}  {run.head or run.why}")
        if run.head is not None:
            lines.append(f"    {run.does(units)}")
    return "\n".join([*lines, "", *notes]) + "\n"


def as_calendar(
    name: str, place: tuple[float, float], runs: list[Tied], note: str, now_s: float,
    units: PlanUnits,
) -> bytes:
    """An event for each head, in UTC; the same plan gives the same events again."""
    from icalendar import Calendar, Event

    calendar = Calendar()
    calendar.add("prodid", "-//Ilha//change plan//EN")
    calendar.add("version", "2.0")
    for run in runs:
        if run.head is None:
            continue
        event = Event()
        event.add("uid", f"{run.start:.0f}-{run.end:.0f}-{place[0]:.4f}-{place[1]:.4f}@ilha")
        event.add("dtstamp", datetime.fromtimestamp(now_s, UTC))
        event.add("dtstart", datetime.fromtimestamp(run.start, UTC))
        event.add("dtend", datetime.fromtimestamp(run.end, UTC))
        event.add("summary", f"{run.head} at {name}")
        event.add("location", name)
        event.add("geo", place)
        event.add("description", f"{run.does(units)}\n{note}")
        calendar.add_component(event)
    return bytes(calendar.to_ical())
