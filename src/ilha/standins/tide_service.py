"""A simulated tide service over HTTP on this machine, off unless started. Its tide is made up.

What it answers is described in docs/tide-service.md.
"""

from __future__ import annotations

from datetime import UTC, date, datetime

from flask import Flask, Response, request

from ilha.core.tide.harmonic import Constants
from ilha.formats.tide_service import PATH, write

PLACE, AT = "Marela roads (simulated)", (36.40, -21.70)
NEAR_DEG = 0.6
DAYS_MOST = 366
# Invented, as all of Marela is.
TIDE = Constants({"M2": (0.80, 61.0), "S2": (0.28, 94.0), "N2": (0.16, 40.0), "K1": (0.06, 55.0),
                  "O1": (0.05, 300.0)}, 1.6, AT[0])


def create_service() -> Flask:
    """The service as a web application."""
    app = Flask("ilha-tide-service", static_folder=None)

    @app.get(PATH)
    def tides() -> Response:
        try:
            place = float(request.args["latitude"]), float(request.args["longitude"])
            day = date.fromisoformat(request.args["from"])
            days = int(request.args.get("days", "14"))
        except (KeyError, ValueError):
            return _plain(400, "latitude, longitude, from (YYYY-MM-DD) and days are needed")
        if not 1 <= days <= DAYS_MOST:
            return _plain(400, f"days must be 1 to {DAYS_MOST}")
        # Written so that NaN is far too.
        if not all(abs(a - b) <= NEAR_DEG for a, b in zip(place, AT, strict=True)):
            return _plain(404, f"no tide is known within {NEAR_DEG:g} degrees of that place")
        start = datetime(day.year, day.month, day.day, tzinfo=UTC).timestamp()
        tide = TIDE.high_and_low_waters(start, start + days * 86400.0)
        return Response(write(PLACE, AT, "about the lowest tide", tide),
                        mimetype="application/json")

    return app


def _plain(status: int, said: str) -> Response:
    return Response(said + "\n", status, mimetype="text/plain")
