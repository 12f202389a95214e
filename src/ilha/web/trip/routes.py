"""Trips on the wire."""

from __future__ import annotations

from flask import Blueprint, request
from werkzeug.wrappers import Response

from ilha.desk import trips
from ilha.desk.trip import TripPlan, plan_trip
from ilha.desk.trip_asked import TripQuestion
from ilha.web.answers import answer
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
    return answer(dump.trip_plan(*_planned(row_id)))
