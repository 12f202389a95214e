"""Trips on the wire."""

from __future__ import annotations

from pathlib import Path

from flask import Blueprint, request
from pydantic import ValidationError
from werkzeug.wrappers import Response

from ilha.desk import photographs, trip_lived, trip_told, trips
from ilha.desk.data import catches_of
from ilha.desk.plan import units_of
from ilha.desk.trip import TripPlan, plan_trip
from ilha.desk.trip_asked import TripQuestion
from ilha.desk.trip_sheet import PlannedStay, sheet
from ilha.formats import trip_files, trip_sheet
from ilha.web.answers import answer, as_file, made
from ilha.web.database import connection, now_s, path
from ilha.web.trip import dump
from ilha.web.trip.payloads import KeptTrip, SheetAsked, Trips
from ilha.web.trip.payloads import TripPlan as TripPlanned

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
    return made(_kept(trips.add(connection(), asked, now_s())))


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


def _plan_then(trip: trips.KeptTrip) -> TripPlanned | None:
    """What was planned of a trip that is over; None where nothing was, or another Ilha did."""
    if trip.planned is None or not trips.over(connection(), trip, now_s()):
        return None
    try:
        return TripPlanned.model_validate_json(trip.planned)
    except ValidationError:
        return None


def _plan_of(row_id: int) -> TripPlanned:
    """The plan of a trip: once it is over the one that was last looked at before its end."""
    conn = connection()
    trip = trips.one(conn, row_id)
    then = _plan_then(trip)
    if then is not None:
        return then
    plan, units = plan_trip(conn, now_s(), trip.asked), units_of(conn)
    found = dump.trip_plan(trip, plan, [
        trip_told.cautions_of(plan, place, units) for place in plan.places])
    if not trips.over(conn, trip, now_s()):
        # To the hour: what is looked at again and is the same is not written again.
        at = 3600.0 * (now_s() // 3600.0)
        trips.keep_plan(conn, trip, found.model_copy(
            update={"planned_utc_s": at}).model_dump_json())
    return found


@bp.get("/trips/<int:row_id>/plan")
def get_plan(row_id: int) -> Response:
    return answer(_plan_of(row_id))


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


@bp.get("/trips/<int:row_id>/told.pdf")
def get_page(row_id: int) -> Response:
    size = SheetAsked.model_validate(request.args.to_dict()).size
    plan, conn = _plan_of(row_id), connection()
    trip = trips.one(conn, row_id)
    at = plan.start_utc_s
    stays = [PlannedStay(plan.rows[s.row].mark_id, at + plan.instant_s * s.from_at,
                         at + plan.instant_s * s.to_at) for s in plan.rounds[0].stays]
    found = trip_lived.lived(conn, trip, now_s())
    pictures = photographs.small(Path(path()), found.photographs)
    return as_file(trip_sheet.as_pdf(
        sheet(conn, trip, found, stays, plan.planned_utc_s, now_s(), pictures), size),
        "application/pdf", f"ilha-trip-{trip.asked.date}.pdf")


@bp.get("/trips/<int:row_id>/told.gpx")
def get_told(row_id: int) -> Response:
    conn = connection()
    trip = trips.one(conn, row_id)
    found = trip_lived.lived(conn, trip, now_s())
    return as_file(catches_of(conn, found.events).encode(), "application/gpx+xml",
                   f"ilha-trip-{trip.asked.date}-catches.gpx")


@bp.get("/trips/<int:row_id>/lived")
def get_lived(row_id: int) -> Response:
    trip = trips.one(connection(), row_id)
    return answer(dump.trip_lived(trip, trip_lived.lived(connection(), trip, now_s())))
