"""A planned trip as text, as a calendar (RFC 5545) and as a route (GPX 1.1)."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime

from ilha.formats import calendar, gpx


@dataclass(frozen=True)
class Part:
    """A way or a stay: its key within the trip, instants (s UTC), clocks, what it is, where to
    (degrees), and what is done."""

    key: str
    start: float
    end: float
    from_clock: str
    to_clock: str
    title: str
    place: tuple[float, float]
    work: tuple[str, ...] = ()


@dataclass(frozen=True)
class RoutePoint:
    """A place of the route and when one is there (s UTC)."""

    name: str
    latitude_deg: float
    longitude_deg: float
    at: float


@dataclass(frozen=True)
class Told:
    """A trip in words; no parts where nothing is worth going."""

    id: int
    day: str
    date: str
    parts: tuple[Part, ...]
    route: tuple[RoutePoint, ...]
    notes: tuple[str, ...]


def as_text(told: Told, zone: str) -> str:
    """Lines to read."""
    lines = [f"{told.day} ({zone})", ""]
    for part in told.parts:
        lines.append(f"{part.from_clock} to {part.to_clock}  {part.title}")
        lines += [f"    {one}" for one in part.work]
    if not told.parts:
        lines.append("nothing is worth going as it was asked")
    return "\n".join([*lines, "", *told.notes]) + "\n"


def as_calendar(told: Told, changed_s: float, now_s: float) -> bytes:
    """An event for each way and stay. A changed plan replaces the events of before."""
    return calendar.as_calendar("trip", [
        calendar.Entry(f"trip-{told.id}-{told.date}-{part.key}", part.start, part.end, part.title,
                       "\n".join([*part.work, *told.notes]), part.place)
        for part in told.parts], changed_s, now_s)


def as_gpx(told: Told) -> bytes:
    """The round as a route, its points with their names and times."""
    from gpxpy.gpx import GPX, GPXRoute, GPXRoutePoint

    document = GPX()
    document.creator = "Ilha"
    route = GPXRoute(name=told.day)
    for point in told.route:
        route.points.append(GPXRoutePoint(
            point.latitude_deg, gpx.longitude(point.longitude_deg), name=point.name,
            time=datetime.fromtimestamp(point.at, UTC)))
    if route.points:
        document.routes.append(route)
    return str(document.to_xml(version="1.1")).encode()
