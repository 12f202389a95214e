"""A planned trip in words: for the calendar, as text, as a route."""

from __future__ import annotations

import sqlite3

from ilha.core.advice.cautions import FIRST, Weather
from ilha.core.trip.ways import CRAFTS
from ilha.core.units import g_from_kg
from ilha.desk.plan import tied_runs, told_cautions, told_spells, units_of
from ilha.desk.sky import minded, until
from ilha.desk.trip import TripPlan
from ilha.desk.trip_marks import PER_STEP, TripPlace
from ilha.desk.trips import KeptTrip
from ilha.formats.plan_text import PlanUnits
from ilha.formats.trip_files import Part, RoutePoint, Told
from ilha.store import lines, plastics, rods

NOTE = ("Computed, not observed: look at the water first, tell someone where you are and when you"
        " are back. " + FIRST)


def told(conn: sqlite3.Connection, trip: KeptTrip, plan: TripPlan) -> Told:
    """What the best round of a trip says."""
    asked, units = plan.asked, units_of(conn)
    home = (asked.home.latitude_deg, asked.home.longitude_deg)
    parts, cautions = [], []
    points = []
    for i, leg in enumerate(plan.best.legs):
        clocks = plan.clock(leg.start), until(plan.clock(leg.end))
        minutes = plan.legs_s[leg.origin, leg.to, leg.start] / 60.0
        last = leg.to == len(plan.places)
        name = asked.home.name if last else plan.places[leg.to].mark["name"]
        key = "home" if last else f"to-{plan.places[leg.to].mark['id']}"
        parts.append(Part(key, plan.time(leg.start), plan.time(leg.end), *clocks,
                          f"{CRAFTS[asked.craft].words} to {name}, {minutes:.0f} min", home if last
                          else _where(plan.places[leg.to])))
        if i == 0:
            points.append(RoutePoint(asked.home.name, *home, plan.time(leg.start)))
        points.append(RoutePoint(name, *(home if last else _where(plan.places[leg.to])),
                                 plan.time(leg.end)))
        if not last:
            stay = plan.best.stays[i]
            place = plan.places[stay.place]
            parts.append(Part(
                f"at-{place.mark['id']}", plan.time(stay.start), plan.time(stay.end),
                plan.clock(stay.start), until(plan.clock(stay.end)), place.mark["name"],
                _where(place), (*_work(plan, place, (stay.start, stay.end), units),
                                *_of_crew(conn, place, units))))
            cautions += [f"{place.mark['name']}: {said}"
                         for said in cautions_of(plan, place, units)]
    return Told(trip.id, plan.span.words, asked.date, tuple(parts), tuple(points),
                tuple(dict.fromkeys([*cautions, NOTE])))


def _where(place: TripPlace) -> tuple[float, float]:
    return place.mark["latitude_deg"], place.mark["longitude_deg"]


def _work(
    plan: TripPlan, place: TripPlace, ticks: tuple[int, int], units: PlanUnits
) -> list[str]:
    """What is tied on, and how it is fished, through a stay."""
    first, last = (plan.instant(tick) / PER_STEP for tick in ticks)
    out = []
    if place.sky is not None:
        said = told_spells(place.sky.spells, (first, last))
        out += [f"worth it: {one}" for one in said]
    if place.day is not None:
        out.append(f"{place.day.plastic['name']} on {place.day.line['name']}")
        for run in tied_runs(place.day, units, (first, last)):
            said = run.told(units)
            out.append(f"{run.from_clock} to {run.to_clock} {run.name}"
                       f"{': ' if said else ''}{'; '.join(said)}")
    return out


def _of_crew(conn: sqlite3.Connection, place: TripPlace, units: PlanUnits) -> list[str]:
    """What those tie on who come along."""
    out = []
    for name, o in place.crew:
        words = "nothing of the box on these rods is right"
        if o is not None:
            plastic, rod, line = (
                next(row["name"] for row in of.listed(conn) if row["id"] == int(part.id))
                for of, part in ((plastics, o.plastic), (rods, o.rod), (lines, o.line)))
            weight = units.weight(o.head.printed_oz, g_from_kg(o.head.head.mass))
            words = f"{plastic} on {weight} {o.head.head.shape}, {rod} with {line}"
        out.append(f"{name}, for the best moment there: {words}")
    return out


def cautions_of(plan: TripPlan, place: TripPlace, units: PlanUnits) -> list[str]:
    """What to mind at a mark of a trip, with its hours; the depth to wade and the way back too."""
    if place.at is None:
        return []
    a = plan.asked
    seen = minded(place.at, Weather(a.wind_m_s, a.wind_from_deg, a.swell_m, a.thunder,
                                    a.temperature_c), a.wade_m)
    return told_cautions(seen, place.mark, units)
