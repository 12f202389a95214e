"""Who comes in from the home network: nobody without a key, but to the pairing page."""

from __future__ import annotations

from flask import Flask, redirect, request
from werkzeug.wrappers import Response

from ilha.web.environ import HOSTS
from ilha.web.errors import problem
from ilha.web.share.listener import Share

COOKIE = "__Host-ilha-device"
"""The prefix keeps it to this host, over TLS (RFC 6265bis)."""
OPEN = ("/pair", "/pair/authority.crt", "/pair/style.css")
COMPUTER_ONLY = ("/api/devices", "/api/look-round")
"""A phone pairs no other phone."""


def register(app: Flask) -> None:
    """Hook the gate into ``app``; ``app.extensions["share"]`` is the listener, where there is one.
    A worker has none: what it is asked has been let in already."""
    @app.before_request
    def gate() -> Response | None:
        share: Share | None = app.extensions["share"]
        if share is None or HOSTS not in request.environ:
            return None
        path = request.path
        if path in OPEN:
            return None
        if share.devices.known(request.cookies.get(COOKIE)) is None:
            if request.method == "GET" and request.headers.get("Sec-Fetch-Dest", "document") in (
                    "document", "") and not path.startswith(("/api/", "/assets/")) and (
                    "." not in path):
                return redirect("/pair")
            return problem(401, "not-paired", "This device is not paired: pair it at /pair.")
        if path.startswith(COMPUTER_ONLY):
            return problem(403, "computer-only", "This is done on the computer that Ilha runs on.")
        return None
