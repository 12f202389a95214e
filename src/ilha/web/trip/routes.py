"""Trips on the wire."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import trip_lived, trip_told, trips
from ilha.desk.plan import units_of
from ilha.desk.trip import TripPlan, plan_trip
from ilha.desk.trip_asked import TripQuestion
from ilha.formats import trip_files
from ilha.web.answers import answer, as_file
from ilha.web.database import connection, now_s
from ilha.web.trip import dump
from ilha.web.trip.payloads import KeptTrip, Trips

bp = Blueprint("trip", __name__, url_prefix="/api")


def _kept(trip: trips.KeptTrip) -> Response:
    return answer(KeptTrip.model_validate(dump.kept(trip)))


@bp.get("/trips")
def get_trips() -> Response:
    return answer(Trips.model_validate(
        {"trips": [dump.kept(trip) for trip in trips.listed(connection())]}))


@bp.post("/trips")
def post_trip() -> Response:
    asked = TripQuestion.model_validate_json(request.get_data())
    return _kept(trips.add(connection(), asked, now_s()))


@bp.put("/trips/<int:row_id>")
def put_trip(row_id: int) -> Response:
    asked = TripQuestion.model_validate_json(request.get_data())
    return _kept(trips.change(connection(), row_id, asked, now_s()))


@bp.delete("/trips/<int:row_id>")
def delete_trip(row_id: int) -> Response:
    return _kept(trips.remove(connection(), row_id))


def _planned(row_id: int) -> tuple[trips.KeptTrip, TripPlan]:
    trip = trips.one(connection(), row_id)
    return trip, plan_trip(connection(), now_s(), trip.asked)


@bp.get("/trips/<int:row_id>/plan")
def get_plan(row_id: int) -> Response:
    trip, plan = _planned(row_id)
    units = units_of(connection())
    return answer(dump.trip_plan(trip, plan, [
        trip_told.cautions_of(plan, place, units) for place in plan.places]))


def _told(row_id: int) -> tuple[trips.KeptTrip, TripPlan, trip_files.Told]:
    trip, plan = _planned(row_id)
    return trip, plan, trip_told.told(connection(), trip, plan)


@bp.get("/trips/<int:row_id>/plan.txt")
def get_text(row_id: int) -> Response:
    _, plan, told = _told(row_id)
    return as_file(trip_files.as_text(told, str(plan.span.zone)).encode(), "text/plain",
                   f"ilha-trip-{told.date}.txt")


@bp.get("/trips/<int:row_id>/plan.ics")
def get_calendar(row_id: int) -> Response:
    trip, _, told = _told(row_id)
    return as_file(trip_files.as_calendar(told, trip.changed, now_s()), "text/calendar",
                   f"ilha-trip-{told.date}.ics")


@bp.get("/trips/<int:row_id>/route.gpx")
def get_route(row_id: int) -> Response:
    told = _told(row_id)[2]
    return as_file(trip_files.as_gpx(told), "application/gpx+xml", f"ilha-trip-{told.date}.gpx")


@bp.get("/trips/<int:row_id>/lived")
def get_lived(row_id: int) -> Response:
    trip = trips.one(connection(), row_id)
    return answer(dump.trip_lived(trip, trip_lived.lived(connection(), trip, now_s())))
